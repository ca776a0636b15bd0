"""Who is there to lift, how, what the piece stands on, and what is joined to it."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Between, Offset, Side, Small

Grip = Literal["good", "fair", "poor"]
Carry = Literal["on edge", "flat, at quarter points", "flat, at the ends"]
Use = Literal[
    "top or shelf", "seat", "table", "pad or step on the ground", "base or leg", "vessel", "block or weight",
    "weight over a body", "hung or overhead", "holds earth back",
]  # fmt: skip
ON_THE_GROUND: Use = "pad or step on the ground"
Rests = Literal["at both ends", "on supports", "all over"]
Put = Literal["turned down onto it", "slid onto it", "lowered by straps", "cast where it stays"]
Blown = Literal["taken in when it blows", "left out in any weather"]
PartKind = Literal["plank", "stretcher", "foot", "gasket", "steel leg", "pad"]
Kilograms = Annotated[float, Field(ge=0, le=20_000, allow_inf_nan=False)]
MOST_SUPPORTS = 20  # under one piece
Id = Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
Name = Annotated[str, Field(min_length=1, max_length=60), ONE_LINE]


class Posture(Document):
    """How one person stands to the load: the inputs of the revised NIOSH lifting equation.

    Source of the defaults: common practice, a slab taken by its edges off one bench and onto another.
    """

    hands_out: Annotated[Length, Between(100, 1000), label("Reach from the ankles")] = Length(mm=400, typed="40 cm")
    height_at_start: Annotated[Offset, label("Hand height, start")] = Length(mm=750, typed="75 cm")
    height_at_end: Annotated[Offset, label("Hand height, end")] = Length(mm=900, typed="90 cm")
    twist_deg: Annotated[float, Field(ge=0, le=180, allow_inf_nan=False), label("Body twist", unit="deg")] = 0.0
    grip: Annotated[Grip, label("Grip")] = "poor"


class Standing(Document):
    """What a piece is used as, what it rests on, and what is put on it."""

    use: Annotated[Use, label("Use")] = "top or shelf"
    rests: Annotated[Rests, label("Supported", description="all over: on a cabinet, or on the ground")] = "all over"
    put: Annotated[Put, label("Set in place by", description="how it comes into its place")] = "turned down onto it"
    supports: Annotated[
        tuple[Offset, ...],
        Field(max_length=MOST_SUPPORTS, description="their middles, along its longer side from left or front"),
        COUNTED,
    ] = ()
    load_kg: Annotated[
        Kilograms, label("Point load", unit="kg", description="put down on one place, wherever it is worst")
    ] = 100.0
    carries_kg: Annotated[
        Kilograms | None,
        label("Support capacity", none="unknown", unit="kg", description="what carries it; None: not known"),
    ] = None
    slope_deg: Annotated[float, Field(ge=0, le=20, allow_inf_nan=False), label("Slope of the ground", unit="deg")] = 0.0
    sail_height: Annotated[
        Side | None,
        label("Pole, to its sail", none="no pole", hint="height of the middle of what catches the wind"),
    ] = None
    sail_m2: Annotated[
        float,
        Field(gt=0, le=20, allow_inf_nan=False),
        label("Area in the wind", unit="m2", hint="seen from the side; of a parasol 2.5 m wide 0.6 m²"),
    ] = 0.6
    pole_kg: Annotated[Kilograms, label("Pole and sail", unit="kg", hint="what they weigh")] = 8.0
    blown: Annotated[Blown, label("In a storm")] = "taken in when it blows"
    anchored: Annotated[bool, label("Bar anchored", description="its bar is held by a nut, a pin or a flange")] = False


class JoinedPart(Document):
    """Something that is joined to a casting: wood, feet, gaskets, legs."""

    id: Id
    kind: Annotated[PartKind, label("Type")] = "plank"
    name: Annotated[Name, label("Name")]
    count: Annotated[int, Field(ge=1, le=500), label("Count")] = 1
    length: Annotated[Side | None, label("Length", description="None: it is bought as it is")] = None
    width: Annotated[Side | None, label("Width")] = None
    thickness: Annotated[Small | None, label("Thickness")] = None
    cut_from: Annotated[
        Id | None,
        label("Cut from", none="its stock length", description="lumber, pipe or rod of the shop"),
    ] = None
    stock_length: Annotated[Side, label("Stock length", description="what planks and stretchers are cut from")] = (
        Length(mm=2400)
    )


class HandlingInputs(Document):
    """People there on the day, how the lift is judged, and what carries the piece on its way and in its place."""

    people: Annotated[int, Field(ge=1, le=12), label("People on the day")] = 2
    there: Annotated[
        tuple[Id, ...],
        Field(max_length=12, description="people of the shop who are there; none: so many of anybody"),
        COUNTED,
    ] = ()
    carry: Annotated[Carry, label("Carry")] = "on edge"
    posture: Annotated[Posture | None, Field(description="None: the shop's figure for one person")] = None
    standing: Annotated[Mapping[Id, Standing], Field(max_length=60, description="by piece"), COUNTED] = Field(
        default_factory=dict
    )
    bench_kg: Annotated[
        Kilograms | None,
        label(
            "Bench capacity",
            none="as the shop’s",
            unit="kg",
            description="what the bench under the form carries; None: the shop's strongest, if it has one",
        ),
    ] = None
    dolly_kg: Annotated[
        Kilograms | None,
        label(
            "Dolly capacity",
            none="as the shop’s",
            unit="kg",
            description="what it carries; None: the shop's strongest, if it has one; nought: there is none",
        ),
    ] = None
    parts: Annotated[tuple[JoinedPart, ...], Field(max_length=60), COUNTED] = ()

    def standing_of(self, piece: str) -> Standing:
        """How one piece stands."""
        return self.standing.get(piece, Standing())

"""Who is there to lift, how, what the piece stands on, and what is joined to it."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Offset, Side, Small, between

Grip = Literal["good", "fair", "poor"]
Carry = Literal["on edge", "flat, at quarter points", "flat, at the ends"]
Use = Literal[
    "top or shelf", "seat", "table", "pad or step on the ground", "base or leg", "vessel", "block or weight",
    "weight over a body", "hung or overhead", "holds earth back",
]  # fmt: skip
Rests = Literal["at both ends", "on supports", "all over"]
Put = Literal["turned down onto it", "slid onto it", "lowered by straps", "cast where it stays"]
PartKind = Literal["plank", "stretcher", "foot", "gasket", "steel leg", "pad"]
Kilograms = Annotated[float, Field(ge=0, le=20_000, allow_inf_nan=False)]
MOST_SUPPORTS = 20  # under one piece
Id = Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
Name = Annotated[str, Field(min_length=1, max_length=60), ONE_LINE]


class Posture(BaseModel):
    """How one person stands to the load: the inputs of the revised NIOSH lifting equation."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    hands_out: Annotated[Length, AfterValidator(between(100, 1000))]
    height_at_start: Offset
    height_at_end: Offset
    twist_deg: Annotated[float, Field(ge=0, le=180, allow_inf_nan=False)] = 0.0
    grip: Grip = "fair"


class Standing(BaseModel):
    """What a piece is used as, what it rests on, and what is put on it."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    use: Use = "top or shelf"
    rests: Annotated[Rests, Field(description="all over: on a cabinet, or on the ground")] = "all over"
    put: Annotated[Put, Field(description="how it comes into its place")] = "turned down onto it"
    supports: Annotated[
        tuple[Offset, ...],
        Field(max_length=MOST_SUPPORTS, description="their middles, along its longer side from left or front"),
        COUNTED,
    ] = ()
    load_kg: Annotated[Kilograms, Field(description="put down on one place, wherever it is worst")] = 100.0
    carries_kg: Annotated[Kilograms | None, Field(description="what carries it; None: not known")] = None
    anchored: Annotated[bool, Field(description="its bar is held by a nut, a pin or a flange")] = False


class JoinedPart(BaseModel):
    """Something that is joined to a casting: wood, feet, gaskets, legs."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    id: Id
    kind: PartKind = "plank"
    name: Name
    count: Annotated[int, Field(ge=1, le=500)] = 1
    length: Annotated[Side | None, Field(description="None: it is bought as it is")] = None
    width: Side | None = None
    thickness: Small | None = None
    stock_length: Annotated[Side, Field(description="what planks and stretchers are cut from")] = Length(mm=2400)


class HandlingInputs(BaseModel):
    """People there on the day, how the lift is judged, and what carries the piece on its way and in its place."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    people: Annotated[int, Field(ge=1, le=12)] = 2
    carry: Carry = "on edge"
    posture: Annotated[Posture | None, Field(description="None: the shop's figure for one person")] = None
    standing: Annotated[Mapping[Id, Standing], Field(max_length=60, description="by piece"), COUNTED] = {}
    bench_kg: Annotated[Kilograms | None, Field(description="what the bench under the form carries")] = None
    dolly_kg: Annotated[Kilograms | None, Field(description="what the dolly or cart carries; None: there is none")] = (
        None
    )
    parts: Annotated[tuple[JoinedPart, ...], Field(max_length=60), COUNTED] = ()

    def standing_of(self, piece: str) -> Standing:
        """How one piece stands."""
        return self.standing.get(piece, Standing())

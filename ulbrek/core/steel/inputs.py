"""What reinforcement a job has."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Between, Offset

School = Literal["mesh and bars", "mesh", "grid of bars", "fibre only", "none"]
Exposure = Literal["indoors", "outdoors", "on the ground"]
Held = Literal[
    "laid at half fill", "tied over the form", "tied to its bolts", "clipped up from the base", "on chairs", "on stones"
]
AtOpenings = Literal["bars right through", "framed"]
Standard = Literal["ACI 318", "EN 1992"]
SideOf = Literal["front", "right", "back", "left"]
EdgeDistance = Annotated[Length, Between(5, 200)]
Spacing = Annotated[Length, Between(50, 400)]
FillShare = Annotated[float, Field(ge=0.2, le=0.9, allow_inf_nan=False)]
Id = Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
BarKey = Annotated[str, Field(min_length=1, max_length=80), ONE_LINE]


class BarByHand(Document):
    """A bar that was moved, put in or left out by hand.

    It keeps its distance from the side that it is measured from when the piece changes size. From front or back it
    runs along the length, from left or right along the width.
    """

    piece: Id
    bar: Annotated[BarKey, Field(description="as the plan calls it; of one put in, any name that the plan has not")]
    side: SideOf = "front"
    offset: Annotated[Offset | None, Field(description="of its middle from that side; None: it is left out")] = None


class SteelInputs(Document):
    """The school of reinforcement, what it is made of, and where the piece will stand."""

    school: Annotated[School, label("Reinforcement")] = "mesh and bars"
    by_piece: Annotated[
        Mapping[Id, School], Field(max_length=60, description="pieces that are reinforced otherwise"), COUNTED
    ] = Field(default_factory=dict)
    bar: Annotated[
        str | None, Field(max_length=40), label("Bar", description="None: the shop's first bar"), ONE_LINE
    ] = None
    mesh: Annotated[
        str | None, Field(max_length=40), label("Mesh", description="None: the shop's first mesh"), ONE_LINE
    ] = None
    exposure: Annotated[Exposure, label("Exposure")] = "indoors"
    held: Annotated[Held, label("Placing")] = "laid at half fill"
    at_openings: Annotated[
        AtOpenings, label("At openings", description="framed: a bar on all four sides, past the corners")
    ] = "bars right through"
    fill_share: Annotated[
        FillShare,
        label("Fill before steel", unit="share", description="how full the form is when the steel is laid"),
    ] = 0.5
    edge_distance: Annotated[EdgeDistance, label("Edge distance")] = Length(mm=25)
    height: Annotated[
        Offset | None,
        label("Height above the base", none="middle", description="of the underside of the steel; None: in the middle"),
    ] = None
    spacing: Annotated[
        Spacing, label("Bar spacing", description="of the bars of a grid, and of the links of a cage")
    ] = Length(mm=150)
    standard: Annotated[Standard, label("Bend standard", description="whose bends, hooks and laps")] = "ACI 318"
    by_hand: Annotated[tuple[BarByHand, ...], Field(max_length=120), COUNTED] = ()

    def school_of(self, piece: str) -> School:
        """The school of one piece."""
        return self.by_piece.get(piece, self.school)

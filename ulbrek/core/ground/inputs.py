"""What a job says of the plots that its pieces lie on."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, field_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE, PieceId
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Between, Offset, Side, Small

SideName = Literal["front", "right", "back", "left"]
SIDES: tuple[SideName, ...] = ("front", "right", "back", "left")
OPPOSITE: Mapping[SideName, SideName] = {"front": "back", "back": "front", "left": "right", "right": "left"}
Carries = Literal["path or patio", "machine or shed", "car"]
Soil = Literal["firm", "clay, or it freezes", "soft or filled"]
Under = Literal["ground", "old slab, bonded", "old slab, apart"]
Tamper = Literal["hand tamper", "plate compactor"]
LooseBy = Literal["a fifth more", "a fifth is lost"]
JointsMade = Literal["hand groover", "early saw", "wet saw", "strips left in", "none"]
Texture = Literal["broom", "stamp mats"]
Winters = Literal["mild", "freezing", "freezing and salted"]
Asked = Literal["not asked yet", "nothing there", "marked, dug by spade"]
ABOVE_MM, OVERDIG_MM, STRIP_MM, MAT_MM = 25.0, 150.0, 12.0, 600.0  # Source: common practice.
Fall = Annotated[float, Field(ge=0, le=300, allow_inf_nan=False)]
Panels = Annotated[int, Field(ge=1, le=60)]
Corner = Annotated[str, Field(pattern=r"^[A-Z]\d{0,2}$")]


class Reading(Document):
    """How far below the datum a corner of the boards was found."""

    at: Annotated[Corner, label("Corner")]
    below: Annotated[Length, Between(0, 3_000), label("Below the datum")]


class Plot(Document):
    """The ground under one piece, and how the piece lies on it."""

    carries: Annotated[Carries, label("Carries")] = "path or patio"
    under: Annotated[Under, label("Lies on")] = "ground"
    soil: Annotated[Soil, label("Soil")] = "firm"
    sub_base: Annotated[
        Small | None, label("Sub-base", none="by load and soil", hint="crushed stone, once it is tamped")
    ] = None
    above: Annotated[
        Small | None,
        label(
            "Top above the ground",
            none="25 mm, 1 in; steps a riser",
            hint="so that soil does not wash over it; of steps the lowest tread",
        ),
    ] = None
    overdig: Annotated[
        Small | None,
        label("Dug wider by", none="150 mm, 6 in", hint="room for boards and stakes, at each free side"),
    ] = None
    tamper: Annotated[Tamper, label("Tamped with")] = "hand tamper"
    loose_by: Annotated[
        LooseBy,
        label("Stone to order", hint="20 % is read two ways: × 1.2 of what lies tamped, or ÷ 0.8"),
    ] = "a fifth more"
    datum: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE, label("Heights from")] = "the peg"
    below: Annotated[Offset, label("High side below it")] = Length(mm=0)
    falls_to: Annotated[SideName, label("Falls to")] = "front"
    fall_mm_m: Annotated[Fall, label("Fall", unit="mm/m")] = 20.0
    cross_to: Annotated[SideName | None, label("Falls to, as well", none="no other side")] = None
    cross_mm_m: Annotated[Fall, label("Fall that way", unit="mm/m")] = 10.0
    house: Annotated[SideName | None, label("Building along", none="none", hint="water must run away from it")] = None
    isolated: Annotated[
        tuple[SideName, ...],
        Field(max_length=4, description="sides against walls or old slabs that have an isolation strip"),
        COUNTED,
    ] = ()
    strip: Annotated[Small | None, label("Isolation strip", none="12 mm, 1/2 in")] = None
    joints: Annotated[JointsMade, label("Joints")] = "hand groover"
    columns: Annotated[Panels | None, label("Panels left to right", none="by its thickness")] = None
    rows: Annotated[Panels | None, label("Panels front to back", none="by its thickness")] = None
    groove: Annotated[Small | None, label("Groove depth", none="a quarter of the slab")] = None
    texture: Annotated[Texture, label("Textured with", hint="a slab whose look, under Finish, is textured")] = "broom"
    mat: Annotated[Side | None, label("Stamp mat, side", none="600 mm, 24 in")] = None
    old_joints: Annotated[
        tuple[Offset, ...],
        Field(max_length=20, description="of the old slab, from its left side, where it lies on one"),
        COUNTED,
    ] = ()
    readings: Annotated[tuple[Reading, ...], Field(max_length=200, description="of the boards, as read"), COUNTED] = ()

    @property
    def above_mm(self) -> float:
        """How far its top stands above the ground."""
        return ABOVE_MM if self.above is None else self.above.mm

    @property
    def overdig_mm(self) -> float:
        """How much wider than the slab the hole is, at each free side."""
        return OVERDIG_MM if self.overdig is None else self.overdig.mm

    @property
    def strip_mm(self) -> float:
        """How thick the isolation strip is."""
        return STRIP_MM if self.strip is None else self.strip.mm

    @property
    def mat_mm(self) -> float:
        """How large a stamp mat is, each way."""
        return MAT_MM if self.mat is None else self.mat.mm

    @field_validator("isolated")
    @classmethod
    def _sides_once(cls, sides: tuple[SideName, ...]) -> tuple[SideName, ...]:
        return tuple(side for side in SIDES if side in sides)


class GroundInputs(Document):
    """The plots of a job, by piece, and what lies under all of them."""

    utilities: Annotated[
        Asked, label("Cables and pipes", hint="gas, power, water, drains, phone: asked before anybody digs")
    ] = "not asked yet"
    winters: Annotated[
        Winters, label("Winters there", hint="where wet concrete freezes it needs air, and a tight mix")
    ] = "mild"
    plots: Annotated[Mapping[PieceId, Plot], Field(max_length=60, description="by piece"), COUNTED] = Field(
        default_factory=dict
    )

    def plot_of(self, piece: str) -> Plot:
        """The plot that a piece lies on."""
        return self.plots.get(piece, Plot())

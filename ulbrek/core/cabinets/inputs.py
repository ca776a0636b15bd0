"""What a job says of the cabinets that its tops are cast over."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Between, Side, Small

UnitKind = Literal[
    "cabinet", "sink cabinet", "hob cabinet", "dishwasher", "range", "end panel", "filler", "corner cabinet"
]
Ends = Literal["open", "at a wall"]
LegName = Literal["left", "back", "right"]
LEGS: tuple[LegName, ...] = ("left", "back", "right")
MOST_MM = 11_500.0  # of one leg: longer than any piece may be
BOARD_BEARS_MM = 75.0  # past what it lies on, with a rail under its edge. Source: common practice.
Id = Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
Name = Annotated[str, Field(min_length=1, max_length=60), ONE_LINE]
UnitWidth = Annotated[Length, Between(10, 3_000)]
Deep = Annotated[Length, Between(200, 1_500)]
Over = Annotated[Length, Between(0, 600)]


class Unit(Document):
    """A cabinet, or what stands in the row in place of one."""

    kind: Annotated[UnitKind, label("Kind")] = "cabinet"
    width: Annotated[UnitWidth, label("Width")]


class Leg(Document):
    """One leg of a run: what stands in it, the wall behind it, and where it ends."""

    units: Annotated[tuple[Unit, ...], Field(min_length=1, max_length=30), COUNTED]
    wall: Annotated[
        Side | None,
        label("Wall length", none="not measured", hint="of a side leg: from the wall behind the back leg"),
    ] = None
    bow: Annotated[Small, label("Wall bows by", hint="greatest gap behind a straightedge")] = Length(mm=0)

    @property
    def units_mm(self) -> float:
        """How wide all of it is."""
        return sum(one.width.mm for one in self.units)

    @model_validator(mode="after")
    def _in_reach(self) -> "Leg":
        if self.units_mm > MOST_MM:
            raise ValueError(
                f"This leg is {self.units_mm / 1000:.1f} m long. Give at most {MOST_MM / 1000:.1f} m, or divide it."
            )
        return self


class CabinetRun(Document):
    """A run of cabinets: its back leg from left to right, and a leg at each side of it that comes forward."""

    id: Id
    name: Annotated[Name, label("Name")] = "Cabinets"
    back: Leg
    left: Leg | None = None
    right: Leg | None = None
    left_end: Annotated[Ends, label("Left end")] = "open"
    right_end: Annotated[Ends, label("Right end")] = "open"
    behind: Annotated[
        Literal["a wall", "open"], label("Behind it", hint="open: an island, or a bar that is sat at from behind")
    ] = "a wall"
    depth: Annotated[Deep, label("Cabinet depth", hint="without doors")] = Length(mm=580)
    overhang: Annotated[Over, label("Front overhang", hint="past the cabinets, doors counted in")] = Length(mm=40)
    end_overhang: Annotated[Over, label("End overhang")] = Length(mm=20)
    back_overhang: Annotated[Over, label("Overhang behind")] = Length(mm=0)
    beside: Annotated[Over, label("Gap beside a range", hint="the top is kept back by so much")] = Length(mm=3)
    brackets: Annotated[
        Literal["nothing", "steel brackets"],
        label("Wide overhangs held by", hint="brackets are screwed to the cabinets’ sides or the studs beforehand"),
    ] = "nothing"
    sinks: Annotated[
        Literal["dropped in", "under the top"],
        label("Sinks", hint="under the top: fixed from below, and the edge of the opening shows"),
    ] = "dropped in"
    tops: Annotated[tuple[Id, ...], Field(max_length=12, description="its pieces, left to right"), COUNTED] = ()

    @property
    def braced(self) -> tuple[float, float]:
        """How far braces reach past the cabinets, in front and behind: under what a board does not bear [mm]."""
        behind = self.back_overhang.mm if self.behind == "open" else 0.0
        front, back = (over if over > BOARD_BEARS_MM else 0.0 for over in (self.overhang.mm, behind))
        return front, back

    def leg(self, name: LegName) -> Leg | None:
        """One of its legs."""
        return {"left": self.left, "back": self.back, "right": self.right}[name]

    def has_wall(self, name: LegName) -> bool:
        """Whether a wall runs behind a leg: beside the back leg also where that ends at one."""
        if name == "back":
            return self.behind == "a wall"
        return self.leg(name) is not None or (self.left_end if name == "left" else self.right_end) == "at a wall"

    @model_validator(mode="after")
    def _told_once(self) -> "CabinetRun":
        if len(set(self.tops)) < len(self.tops):
            raise ValueError("A top lies over this run twice. Name each once.")
        if self.behind == "open" and (self.left or self.right):
            raise ValueError("A run with side legs has a wall behind its back leg. Take the legs out, or say so.")
        return self


class CabinetInputs(Document):
    """The runs of a job, and how concrete comes to them."""

    runs: Annotated[tuple[CabinetRun, ...], Field(max_length=6), COUNTED] = ()
    carriers: Annotated[int, Field(ge=1, le=20), label("People carrying")] = 2
    bucket_l: Annotated[float, Field(ge=2, le=40, allow_inf_nan=False), label("In a bucket", unit="l")] = 10.0
    walk_m: Annotated[float, Field(ge=0, le=200, allow_inf_nan=False), label("From mixer to top", unit="m")] = 10.0

    @model_validator(mode="after")
    def _told_apart(self) -> "CabinetInputs":
        ids = [one.id for one in self.runs]
        if len(set(ids)) < len(ids):
            raise ValueError("Two runs of cabinets have one id. Give each its own.")
        tops = [top for one in self.runs for top in one.tops]
        if len(set(tops)) < len(tops):
            raise ValueError("A top lies over two runs. Name each top in one of them.")
        return self

    def run_of(self, piece: str) -> CabinetRun | None:
        """The run that a piece lies over."""
        return next((one for one in self.runs if piece in one.tops), None)

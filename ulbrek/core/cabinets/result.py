"""What Cabinets says."""

from typing import Literal

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.task import Task
from ulbrek.core.cabinets.inputs import LegName, UnitKind

Path = tuple[float, ...]
Bears = Literal["cabinet side", "brace", "beside an opening", "under a seam", "bar and ledger"]


@dataclass(frozen=True, slots=True)
class UnitPlace:
    """A cabinet in plan, or what stands in place of one: its leg, its number there, and its outline [mm]."""

    leg: LegName
    number: int
    kind: UnitKind
    width_mm: float
    path: Path


@dataclass(frozen=True, slots=True)
class Bearing:
    """What a board lies on: across its leg, from a point to a point in plan [mm]."""

    on: Bears
    x1: float
    y1: float
    x2: float
    y2: float


@dataclass(frozen=True, slots=True)
class UnderBoard:
    """A board that stays under a top: its key, what it is called, its sides, and its outline in plan [mm]."""

    key: str
    name: str
    length_mm: float
    width_mm: float
    path: Path


@dataclass(frozen=True, slots=True)
class Cut:
    """Lumber that is cut for it: how many of one length."""

    key: str
    name: str
    length_mm: float
    count: int


@dataclass(frozen=True, slots=True)
class TopOver:
    """A top over its cabinets.

    Attributes:
        piece: its id; None where the cabinets have a top that is not drawn
        name: what it is called
        path: its outline in the plan of the run [mm]
        openings: through it, as paths [mm]
        x_mm: where its left front corner lies in the plan of the run
        y_mm: the same, to the back
        boards: under it
        bearings: what they lie on
        lumber: cut for it
        load: on a metre of cabinets
        clips: that hold its mesh; None where it has none
        screws: through its boards
        tape: over its seams
    """

    piece: str | None
    name: str
    path: Path
    openings: tuple[Path, ...]
    x_mm: float
    y_mm: float
    boards: tuple[UnderBoard, ...]
    bearings: tuple[Bearing, ...]
    lumber: tuple[Cut, ...]
    load: Figure | None
    clips: Figure | None
    screws: Figure | None
    tape: Figure | None


@dataclass(frozen=True, slots=True)
class Wall:
    """A wall in plan, as far as tops lie along it [mm], and how far it bows."""

    leg: LegName
    x1: float
    y1: float
    x2: float
    y2: float
    bow_mm: float

    @property
    def bowed_mm2(self) -> float:
        """Its greatest gap times its length."""
        return self.bow_mm * (abs(self.x2 - self.x1) + abs(self.y2 - self.y1))


@dataclass(frozen=True, slots=True)
class LegFit:
    """How a leg fills its wall: what stands in it, what the wall has, and what is over [mm]; negative: too much."""

    leg: LegName
    units_mm: float
    wall_mm: float
    over_mm: float


@dataclass(frozen=True, slots=True)
class RunResult:
    """One run with its tops.

    Attributes:
        id: its id
        name: what it is called
        units: what stands in it
        tops: over it, left to right
        walls: behind it
        fits: of each leg whose wall is measured
        board_name: what stays under the tops
        spacing: how far apart braces may be
        spacing_several: the same, of a board over four or more
        brace_bow: how far a brace bows; None where there is none
        cover: of the floor before it
        more: concrete behind walls that bow; None where none does
        brackets: under overhangs that are too wide; None where none are wanted
        tasks: in order
    """

    id: str
    name: str
    units: tuple[UnitPlace, ...]
    tops: tuple[TopOver, ...]
    walls: tuple[Wall, ...]
    fits: tuple[LegFit, ...]
    board_name: str
    spacing: Figure
    spacing_several: Figure
    brace_bow: Figure | None
    cover: Figure
    more: Figure | None
    brackets: Figure | None
    tasks: tuple[Task, ...]
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class CabinetsResult:
    """All runs of a job, and how the concrete comes to them.

    Attributes:
        runs: in order
        buckets: to carry; None where no top lies over cabinets
        carrying: how long that takes
        care: how not to be hurt
        findings: of all of it
    """

    runs: tuple[RunResult, ...] = ()
    buckets: Figure | None = None
    carrying: Figure | None = None
    care: tuple[str, ...] = ()
    findings: tuple[Finding, ...] = ()

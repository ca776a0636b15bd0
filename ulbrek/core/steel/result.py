"""What Steel gives to the stations after it."""

from typing import Literal, NamedTuple

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass

Run = tuple[float, ...]  # places in a plan or a section: x, y after x, y [mm]


@dataclass(frozen=True, slots=True)
class Wire:
    """A straight piece of steel in the plan of the piece as it stands [mm]."""

    x1: float
    y1: float
    x2: float
    y2: float


@dataclass(frozen=True, slots=True)
class PlacedBar:
    """A bar: where it lies, how long it is cut, and why it is there.

    Attributes:
        by_hand: its place among the job's bars by hand; None where the plan laid it
        of_grid: whether it is one of many alike, of a grid
        moves: whether it may be moved by hand; one that lies aslant may only be left out
    """

    key: str
    line: Wire
    length: Figure
    why: str
    by_hand: int | None = None
    moves: bool = True
    of_grid: bool = False


@dataclass(frozen=True, slots=True)
class MeshPanel:
    """The mesh panel: its sides [mm] and near corner, and its wires cut round the openings."""

    x_mm: float
    y_mm: float
    length: Figure
    width: Figure
    wires: tuple[Wire, ...]


@dataclass(frozen=True, slots=True)
class Stack:
    """Mesh and bars as they lie on one another, from the form's floor up.

    Attributes:
        height: height of all layers together
        under: concrete between the form's floor and the nearest steel
        cover_show: concrete between the show face, when it is finished, and the nearest steel
        cover_back: concrete between the back and the nearest steel
        cover_needed: what is needed to the show face
        back_needed: what is needed to the back
        layers: diameters [mm] from the floor up, mesh wires first
        meshed: how many of the layers are wires
        rusts: whether it is plain steel that gets wet
        glass: whether it is a scrim alone
    """

    height: Figure
    under: Figure
    cover_show: Figure
    cover_back: Figure
    cover_needed: Figure
    back_needed: Figure
    layers: tuple[float, ...]
    meshed: int
    rusts: bool = False
    glass: bool = False


@dataclass(frozen=True, slots=True)
class Bend:
    """A bend: where along the bar it begins [mm], by how much [°], and which way."""

    at_mm: float
    angle_deg: float
    way: Literal["left", "right"]


@dataclass(frozen=True, slots=True)
class BentBar:
    """Bars of one shape: how many, how long they are cut, and how they are bent.

    Attributes:
        mark: what is written on its tag
        corners: along its middle, in its own plane
        mandrel: inside diameter of its bends
        closing: how the ends of a ring meet; empty where it is none
    """

    mark: str
    why: str
    count: int
    corners: Run
    closed: bool
    length: Figure
    bends: tuple[Bend, ...]
    mandrel: Figure
    closing: str


@dataclass(frozen=True, slots=True)
class LongBars:
    """Straight bars of a cage, all of one length."""

    mark: str
    why: str
    count: int
    length: Figure


@dataclass(frozen=True, slots=True)
class Dot:
    """A bar seen from its end, and its diameter [mm]."""

    x: float
    y: float
    diameter_mm: float


@dataclass(frozen=True, slots=True)
class CageView:
    """The cage seen from one side: the concrete round it, and its steel [mm].

    Attributes:
        name: what is seen
        across: what lies to the right, and what goes up
        concrete: outlines; the first is the piece's, the others are hollow
        paths: bars seen from their side
        dots: bars seen from their end
    """

    name: str
    across: str
    concrete: tuple[Run, ...]
    paths: tuple[Run, ...]
    dots: tuple[Dot, ...]


@dataclass(frozen=True, slots=True)
class Cage:
    """A bent cage: its bars by shape, how thick the concrete over them is, and two views of it."""

    bent: tuple[BentBar, ...]
    long: tuple[LongBars, ...]
    cover: Figure
    cover_needed: Figure
    views: tuple[CageView, ...]

    @property
    def kinds(self) -> tuple[BentBar | LongBars, ...]:
        """All its bars, by shape."""
        return (*self.bent, *self.long)


@dataclass(frozen=True, slots=True)
class Snaps:
    """Where a bar comes to rest: one along the length, from the front; one along the width, from the left [mm]."""

    along: tuple[float, ...] = ()
    across: tuple[float, ...] = ()


@dataclass(frozen=True, slots=True)
class SteelResult:
    """The reinforcement of one piece.

    Attributes:
        mesh: None where there is none
        stack: None where nothing lies flat
        cage: None where it is no cage
        edge: concrete between a bar and the nearest edge or opening; None where there are no bars
        held_at: places at which it is hung or stood up; None where it is laid
        snaps: where a bar by hand comes to rest
    """

    piece: str
    school: str
    mesh_name: str
    bar_name: str
    bar_mm: float
    mesh: MeshPanel | None
    bars: tuple[PlacedBar, ...]
    stack: Stack | None
    cage: Cage | None
    edge: Figure | None
    held: str
    held_at: Figure | None
    placing: str
    fill: Figure | None
    ties: Figure | None
    mass: Figure | None
    snaps: Snaps
    findings: tuple[Finding, ...]


class CastSteel(NamedTuple):
    """The steel of a piece, and how many of it are cast."""

    steel: "SteelResult"
    castings: int


class LappedBar(NamedTuple):
    """A bar that is longer than the stock: what it is called, and of how many parts it is made."""

    bar: str
    parts: int


@dataclass(frozen=True, slots=True)
class CutBar:
    """A bar cut from stock [mm]."""

    key: str
    length_mm: float


@dataclass(frozen=True, slots=True)
class StockBar:
    """One stock length with the bars cut from it, and what is left [mm]."""

    parts: tuple[CutBar, ...]
    left_mm: float


@dataclass(frozen=True, slots=True)
class SteelCutting:
    """All steel of the job cut from stock: bars by length, mesh by sheet; ``proven`` is said of the bars.

    ``least`` is a number of bars below which no plan can go.
    """

    bars: tuple[StockBar, ...]
    bar_count: Figure
    mesh_sheets: Figure
    stock_mm: float
    proven: bool
    least: int
    mass: Figure | None
    findings: tuple[Finding, ...]
    care: tuple[str, ...]

"""What Steel gives to the stations after it."""

from dataclasses import dataclass

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding


@dataclass(frozen=True, slots=True)
class Wire:
    """A straight piece of steel in the plan of the piece as it stands [mm]."""

    x1: float
    y1: float
    x2: float
    y2: float


@dataclass(frozen=True, slots=True)
class PlacedBar:
    """A bar: where it lies, how long it is cut, and why it is there."""

    key: str
    line: Wire
    length: Figure
    why: str


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
    """Mesh and bars as they lie on one another, from the show face up.

    Attributes:
        height: height of all layers together
        cover_show: concrete between the show face and the nearest steel
        cover_back: concrete between the back and the nearest steel
        layers: diameters [mm] from the show face up
    """

    height: Figure
    cover_show: Figure
    cover_back: Figure
    cover_needed: Figure
    layers: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class SteelResult:
    """The reinforcement of one piece; ``stack`` is None where there is none."""

    piece: str
    school: str
    mesh_name: str
    bar_name: str
    bar_mm: float
    mesh: MeshPanel | None
    bars: tuple[PlacedBar, ...]
    stack: Stack | None
    held: str
    placing: str
    fill: Figure | None
    ties: Figure | None
    mass: Figure | None
    findings: tuple[Finding, ...]


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
    """All steel of the job cut from stock: bars by length, mesh by sheet; ``proven`` is said of the bars."""

    bars: tuple[StockBar, ...]
    bar_count: Figure
    mesh_sheets: Figure
    stock_mm: float
    proven: bool
    findings: tuple[Finding, ...]
    care: tuple[str, ...]

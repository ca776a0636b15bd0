"""What Form gives to the stations after it."""

from dataclasses import dataclass
from typing import Literal

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.kit.nesting import SheetPlan


@dataclass(frozen=True, slots=True)
class Board:
    """A board of a form, where it lies in the plan of the piece as it stands [mm].

    Attributes:
        key: ``base``, or the edge that a strip makes
        length: its length, as it is to be cut
        height: its other size: a strip's height, the base's width
        bottom_mm: from the base's top face down to its lower edge; negative where it laps the base
    """

    key: str
    name: str
    length: Figure
    height: Figure
    length_cut_mm: float
    height_cut_mm: float
    thickness_mm: float
    x_mm: float
    y_mm: float
    dx_mm: float
    dy_mm: float
    bottom_mm: float


@dataclass(frozen=True, slots=True)
class Screw:
    """A screw's place in plan [mm], the way it goes, and its length."""

    x_mm: float
    y_mm: float
    way: Literal["down", "up", "in"]
    dx: int
    dy: int
    length_mm: float


@dataclass(frozen=True, slots=True)
class Knockout:
    """The former of an opening or hole: foam in layers, wrapped in tape.

    Attributes:
        uplift: what it floats with while the concrete is wet [N]
        held: what holds it down [N]
        height_mm: flush with the rails
    """

    feature: str
    name: str
    layers: Figure
    layer_mm: float
    height_mm: float
    tape: Figure
    uplift: Figure
    held: Figure
    screws: int


@dataclass(frozen=True, slots=True)
class Joint:
    """How the strips are screwed: the holes, the screw and what it bites."""

    way: Literal["down", "up", "in"]
    screw_mm: float
    bite: Figure
    pilot: Figure
    corner_screw_mm: float


@dataclass(frozen=True, slots=True)
class Step:
    """One step of the assembly: what is done, and the boards and knockouts it adds."""

    number: int
    title: str
    text: str
    adds: tuple[str, ...]
    care: str = ""


@dataclass(frozen=True, slots=True)
class InsideSize:
    """The form's inside along one edge, as the boards make it, and as the piece wants it [mm]."""

    edge: str
    made: Figure
    wanted_mm: float


@dataclass(frozen=True, slots=True)
class Brace:
    """Where a brace stands, in plan [mm]."""

    x_mm: float
    y_mm: float


@dataclass(frozen=True, slots=True)
class Stiffness:
    """What the push of the wet concrete asks for.

    Attributes:
        braces: where braces stand outside the sides, in plan [mm]; none where the screws are near enough
        bearers_mm: places of the bearers along the base's longer side, from its end [mm]
    """

    pressure: Figure
    side_bow: Figure
    brace_spacing: Figure
    braces: tuple[Brace, ...]
    bearer_spacing: Figure
    bearers_mm: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Consumed:
    """What one form takes beside boards and screws. ``release`` is None where none is wiped on."""

    joint_length: Figure
    bead: Figure
    tape: Figure
    contact_area: Figure
    release: Figure | None


@dataclass(frozen=True, slots=True)
class FormResult:
    """The form of one piece; figures are of one form."""

    piece: str
    sheet_name: str
    corner: str
    sides: str
    boards: tuple[Board, ...]
    inside: tuple[InsideSize, ...]
    joint: Joint
    screws: tuple[Screw, ...]
    screw_count: Figure
    knockouts: tuple[Knockout, ...]
    stiffness: Stiffness
    consumed: Consumed
    boards_mass: Figure
    out_of_level: Figure
    steps: tuple[Step, ...]
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class CuttingResult:
    """All boards of the job cut from whole sheets, and what else the forms take.

    Attributes:
        proven: whether fewer sheets are impossible
        names: what each panel is, by its key
    """

    sheet_name: str
    sheet_length_mm: float
    sheet_width_mm: float
    sheets: tuple[SheetPlan, ...]
    sheet_count: Figure
    proven: bool
    names: dict[str, str]
    screws: Figure
    boxes: Figure
    cartridges: Figure
    rolls: Figure
    findings: tuple[Finding, ...]
    care: tuple[str, ...]

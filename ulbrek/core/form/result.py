"""What Form gives to the stations after it."""

from dataclasses import dataclass
from typing import Literal

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.kit.nesting import SheetPlan

Path = tuple[float, ...]
Kind = Literal["base", "lid", "bed", "strip", "liner", "rib", "kerfed strip", "divider", "hung strip", "core side"]


@dataclass(frozen=True, slots=True)
class Board:
    """A board of a form, where it stands in the plan of the piece as it lies in the form [mm].

    Heights count from the floor of the piece. A board that stands is drawn by its foot.

    Attributes:
        key: ``base``, or the side that it makes
        length: its length, as it is to be cut
        height: its other size: a strip's height, the base's width
        path: its outline in plan: x, y and bulge of each corner
        bottom_mm: its lower edge; negative where it laps the base
        top_mm: its upper edge, at the beginning of a strip
        top_end_mm: the same at its end
        shape: its own outline, where it is not a rectangle: along its length and across
        bevel_start_deg: how the blade is tilted at its beginning
        bevel_end_deg: and at its end
        sheet: id of what it is cut from
        kerfs: in a strip that is bent, how many
    """

    key: str
    name: str
    kind: Kind
    length: Figure
    height: Figure
    length_cut_mm: float
    height_cut_mm: float
    thickness_mm: float
    path: Path
    x_mm: float
    y_mm: float
    dx_mm: float
    dy_mm: float
    bottom_mm: float
    top_mm: float
    top_end_mm: float
    sheet: str
    shape: Path = ()
    bevel_start_deg: float = 0.0
    bevel_end_deg: float = 0.0
    kerfs: Figure | None = None


@dataclass(frozen=True, slots=True)
class Screw:
    """A screw's place in plan [mm], the way it goes, and its length."""

    x_mm: float
    y_mm: float
    way: Literal["down", "up", "in"]
    dx: float
    dy: float
    length_mm: float


Where = Literal["on the base", "hung from above", "inside", "in a corner", "along an edge", "beside"]


@dataclass(frozen=True, slots=True)
class Knockout:
    """What keeps concrete out of a place, or holds what stays in it.

    Attributes:
        kind: of feature, in its own word
        build: what it is made of
        where: how it stands in the form
        paths: its outlines in plan, at its mouth
        bottom_mm: its lower face, above the floor of the piece
        layers: of foam, or of sheet; None where it is neither
        draft_deg: by which it narrows, so that it comes out
        uplift: what it floats with while the concrete is wet [N]; None where nothing lifts it
        held: what holds it down [N]
        ballast: what would hold it down by its weight alone [kg]
        height_mm: its own
        holding: how it is held, in words
    """

    feature: str
    name: str
    kind: str
    build: str
    where: Where
    paths: tuple[Path, ...]
    bottom_mm: float
    height_mm: float
    draft_deg: float
    layers: Figure | None
    layer_mm: float
    tape: Figure | None
    uplift: Figure | None
    held: Figure | None
    ballast: Figure | None
    screws: int
    holding: str


@dataclass(frozen=True, slots=True)
class Joint:
    """How the strips are screwed: the holes, the screw and what it bites.

    ``holds`` is what one screw takes at work, ``push`` what the wet concrete puts on the side between two [N].
    """

    fixing: str
    way: Literal["down", "up", "in"]
    screw_mm: float
    bite: Figure
    pilot: Figure
    corner_screw_mm: float
    holds: Figure
    push: Figure


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
    """The form's inside along one edge, as the boards make it, and as the piece wants it [mm].

    ``board`` is the key of the board that decides it.
    """

    edge: str
    board: str
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
    """The form of one piece; figures are of one form.

    ``cavities`` are the outlines of the castings in it; ``stands`` says that it stands on edge between two panels.
    """

    piece: str
    sheet_name: str
    corner: str
    sides: str
    stands: bool
    cavities: tuple[Path, ...]
    depth_mm: float
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
class KindCut:
    """What is cut from one kind of sheet.

    Attributes:
        sheet: its id
        sheets: offcuts first, then whole ones
        least: a number of whole sheets below which no plan can go
        proven: whether fewer whole sheets are impossible
        settings: how many settings of the fence all rips take
        accepted: whether it is a plan that was accepted
        names: what each panel is, by its key
    """

    sheet: str
    sheet_name: str
    sheet_length_mm: float
    sheet_width_mm: float
    sheets: tuple[SheetPlan, ...]
    least: int
    proven: bool
    settings: int
    accepted: bool
    names: dict[str, str]
    findings: tuple[Finding, ...]

    @property
    def bought(self) -> tuple[SheetPlan, ...]:
        """Those that are no offcuts."""
        return tuple(plan for plan in self.sheets if plan.offcut is None)


@dataclass(frozen=True, slots=True)
class CuttingResult:
    """All boards of the job cut from sheets, kind by kind, and what else the forms take.

    Attributes:
        proven: whether fewer sheets are impossible
    """

    kinds: tuple[KindCut, ...]
    sheet_count: Figure
    proven: bool
    screws: Figure
    boxes: Figure
    cartridges: Figure
    rolls: Figure
    findings: tuple[Finding, ...]
    care: tuple[str, ...]

    @property
    def names(self) -> dict[str, str]:
        """What each panel is, by its key, of all kinds."""
        return {key: name for kind in self.kinds for key, name in kind.names.items()}

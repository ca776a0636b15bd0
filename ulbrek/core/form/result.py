"""What Form gives to the stations after it."""

from typing import Literal, NamedTuple

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.prism import Mouth
from ulbrek.core.kit.nesting.panels import SheetPlan

Path = tuple[float, ...]
Kind = Literal[
    "base", "lid", "bed", "strip", "liner", "rib", "kerfed strip", "divider", "hung strip", "core side", "drop strip"
]


@dataclass(frozen=True, slots=True)
class Bend:
    """A strip that kerfs let bend: how many, on which side of it, and what that does.

    Attributes:
        outside: whether the kerfs open as it is bent
        web_mm: what is left of the strip behind a kerf
        sag: how far the flats between the kerfs lie off the curve
        strain: of the web
    """

    kerfs: Figure
    outside: bool
    web_mm: float
    sag: Figure
    strain: Figure


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
        tops: how high its upper face stands over each corner of its path, where it slopes; a bed's lower face follows
        head: its outline in plan at its upper edge, where it leans; empty: as at its foot
        bend: what its kerfs do, in a strip that is bent by them
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
    tops: tuple[float, ...] = ()
    head: Path = ()
    bend: Bend | None = None


@dataclass(frozen=True, slots=True)
class Screw:
    """A screw's place in plan [mm], the way it goes, and its length; through stakes it goes in."""

    x_mm: float
    y_mm: float
    way: Literal["down", "up", "in"]
    dx: float
    dy: float
    length_mm: float


Where = Literal["on the base", "hung from above", "inside", "in a corner", "along an edge", "beside"]


@dataclass(frozen=True, slots=True)
class SetOut:
    """Where something stands in its form as that lies on the bench, from the inner faces of the sides [mm].

    Attributes:
        length_mm: its own, from left to right; of what is round its diameter
        to_centre: whether it is measured to its centre, being round, and not to its edges
    """

    left_mm: float
    right_mm: float
    front_mm: float
    back_mm: float
    length_mm: float
    width_mm: float
    to_centre: bool


@dataclass(frozen=True, slots=True)
class SideBore:
    """Where a pipe goes through a side, as the form lies.

    Attributes:
        side: which
        end: from where its centre is measured: the left or the front end of the side, inside; of a curve, of the form
        away_mm: its centre from there
        height_mm: its centre above the base, or the ground
        hole_mm: the hole's diameter
    """

    side: str
    end: str
    away_mm: float
    height_mm: float
    hole_mm: float


@dataclass(frozen=True, slots=True)
class Knockout:
    """What keeps concrete out of a place, or holds what stays in it.

    Attributes:
        kind: of feature, in its own word
        build: what it is made of; the name of what is ready made
        pulled: whether it is hard and deep, and comes out within hours of the set or not at all
        ready: which of the shop's tins and tubes it is; None where it is built
        where: how it stands in the form
        paths: its outlines in plan, at its mouth
        ends: the same at its other end, where it narrows; empty: as at its mouth
        mouth: which end of it is its mouth
        bottom_mm: its lower face, above the floor of the piece
        layers: of foam, or of sheet; None where it is neither
        draft_deg: by which it narrows, so that it comes out
        uplift: what it floats with while the concrete is wet [N]; None where nothing lifts it
        held: what holds it down [N]
        ballast: what would hold it down by its weight alone [kg]
        fill_step: by how much more it may be filled on one side than on the other; None where nothing pushes it
        height_mm: its own
        holding: how it is held, in words
        set_out: where it stands; None where a side or a corner says so
        bores: where it goes through sides
    """

    feature: str
    name: str
    kind: str
    build: str
    where: Where
    paths: tuple[Path, ...]
    bottom_mm: float
    height_mm: float
    holding: str
    ends: tuple[Path, ...] = ()
    mouth: Mouth = "top"
    draft_deg: float = 0.0
    layers: Figure | None = None
    layer_mm: float = 0.0
    tape: Figure | None = None
    uplift: Figure | None = None
    held: Figure | None = None
    ballast: Figure | None = None
    fill_step: Figure | None = None
    screws: int = 0
    set_out: SetOut | None = None
    ready: str | None = None
    pulled: bool = False
    bores: tuple[SideBore, ...] = ()


@dataclass(frozen=True, slots=True)
class Joint:
    """How the strips are screwed: the holes, the screw and what it bites. At stakes it is screwed through each of them.

    ``holds`` is what one screw takes at work, ``push`` what the wet concrete puts on the side between two [N].
    """

    fixing: str
    way: Literal["down", "up", "in", "stake"]
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
class Stake:
    """Where a stake stands at the outer face of a side, in plan [mm], the way outwards from there, and its outline.

    ``side`` is the key of the board that it holds; ``screwed`` whether that is screwed to it: a thin liner leans on it.
    """

    side: str
    x_mm: float
    y_mm: float
    dx: float
    dy: float
    path: Path
    screwed: bool


@dataclass(frozen=True, slots=True)
class Strap:
    """A strap all round the form: how high above the floor [mm], and what pulls on it."""

    height_mm: float
    pull: Figure


@dataclass(frozen=True, slots=True)
class Batten:
    """Lumber of one length: what it is for, and how many."""

    key: str
    name: str
    length: Figure
    count: int


@dataclass(frozen=True, slots=True)
class BridgeHole:
    """A hole in a bridge: what hangs in it, its centre from the front or the left inside, and its diameter [mm]."""

    feature: str
    name: str
    at_mm: float
    hole_mm: float


@dataclass(frozen=True, slots=True)
class Bridge:
    """A bridge over the form that bolts or a bar hang in, as the form lies.

    Attributes:
        runs: from which side to which it lies
        off_mm: its middle line, from the left inside where it runs from front to back, else from the front inside
        split: whether it is ripped in two along its holes, and clamps what hangs in it
        holes: in their order along it
        path: its outline in plan
    """

    number: int
    runs: Literal["front to back", "left to right"]
    off_mm: float
    length: Figure
    split: bool
    holes: tuple[BridgeHole, ...]
    path: Path


@dataclass(frozen=True, slots=True)
class Stiffness:
    """What the push of the wet concrete asks for.

    Attributes:
        tips: what the concrete tips a side outwards with about its foot, between two screws
        rights: what a screw at its foot holds against that
        braces: where braces stand outside the sides, in plan [mm]; none where the screws are near enough
        bearer_spacing: None where the ground is the base
        bearers_mm: places of the bearers along the base's longer side, from its end [mm]
        stakes: outside the sides; none where there is a base
        stake_spacing: along straight sides; None where there is a base
        curve_stake_spacing: the same behind curved ones
        straps: round a tall one
        battens: the lumber for all of it
        riser_push: on the board of the highest riser; None where there are no steps
    """

    pressure: Figure
    side_bow: Figure
    tips: Figure
    rights: Figure
    brace_spacing: Figure
    braces: tuple[Brace, ...]
    bearer_spacing: Figure | None
    bearers_mm: tuple[float, ...]
    stakes: tuple[Stake, ...]
    stake_spacing: Figure | None
    curve_stake_spacing: Figure | None
    straps: tuple[Strap, ...]
    battens: tuple[Batten, ...]
    riser_push: Figure | None = None


@dataclass(frozen=True, slots=True)
class FormSupplies:
    """What one form takes beside boards and screws. ``release`` is None where none is wiped on."""

    joint_length: Figure
    bead: Figure
    tape: Figure
    contact_area: Figure
    release: Figure | None


@dataclass(frozen=True, slots=True)
class FormResult:
    """The form of one piece; figures are of one form.

    ``cavities`` are the outlines of the castings in it; ``stands`` says that it stands on edge between two panels,
    ``on_ground`` that the ground is its base, ``over_cabinets`` that its boards stay over cabinets.
    """

    piece: str
    sheet_name: str
    corner: str
    stands: bool
    on_ground: bool
    over_cabinets: bool
    cavities: tuple[Path, ...]
    depth_mm: float
    boards: tuple[Board, ...]
    inside: tuple[InsideSize, ...]
    joint: Joint
    screws: tuple[Screw, ...]
    screw_count: Figure
    knockouts: tuple[Knockout, ...]
    bridges: tuple[Bridge, ...]
    stiffness: Stiffness
    consumed: FormSupplies
    boards_mass: Figure
    out_of_level: Figure
    steps: tuple[Step, ...]
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class Setting:
    """One setting of the saw, and the cuts that are made with it, by their number on their sheet.

    Attributes:
        kind: rip or crosscut
        setting_mm: size of the piece that is cut off
        cuts: how many cuts
        guide: where the guide of a hand-held saw lies, from the edge that the piece is measured from
        beyond: whether the guide lies beyond the cut
    """

    kind: Literal["rip", "cross"]
    setting_mm: float
    cuts: int
    guide: Figure | None
    beyond: bool


@dataclass(frozen=True, slots=True)
class KindCut:
    """What is cut from one kind of sheet.

    Attributes:
        sheet: its id
        sheet_length_mm: the size that most are bought in
        depth: what the saw is set to; None for a table saw
        saw_settings: every setting, in the order in which they come
        sawn: panels that are ticked off
        cost: of the sheets that are bought; None where a price is missing
        lumber: whether it is lumber that sides are sawn from, bought by the length
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
    depth: Figure | None
    saw_settings: tuple[Setting, ...]
    sawn: tuple[str, ...]
    cost: Figure | None
    lumber: bool
    findings: tuple[Finding, ...]

    @property
    def bought(self) -> tuple[SheetPlan, ...]:
        """Those that are no offcuts."""
        return tuple(plan for plan in self.sheets if plan.offcut is None)


@dataclass(frozen=True, slots=True)
class LumberPart:
    """A piece of lumber: what it is, its length [mm], and the kind of quantity by which that is written."""

    name: str
    length_mm: float
    kind: str = "cut"


class BuiltForm(NamedTuple):
    """A form that is built: of which piece, and how many of it."""

    piece_name: str
    form: FormResult
    copies: int


@dataclass(frozen=True, slots=True)
class LengthCut:
    """A length of lumber: what is cut from it, each with its length, and what is left [mm]."""

    parts: tuple[LumberPart, ...]
    left_mm: float


@dataclass(frozen=True, slots=True)
class LumberCut:
    """All lumber of the job out of stock lengths.

    Attributes:
        length_mm: the length that is bought
        count: how many
        proven: whether fewer are impossible
        least: a number below which no plan can go
        lengths: what is cut from each
        too_long: what no length that is sold is long enough for
    """

    lumber: str
    name: str
    length_mm: float
    count: Figure
    proven: bool
    least: int
    lengths: tuple[LengthCut, ...]
    too_long: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class CuttingResult:
    """All boards of the job cut from sheets, kind by kind, and what else the forms take.

    Attributes:
        sheet_count: of sheets that are bought, lumber apart
        side_lengths: of lumber that sides are sawn from; None where they are sawn from sheets
        proven: whether fewer sheets are impossible
        lumber: None where none is wanted
        saw: what the sheets are cut with
        kerf_mm: what it takes
    """

    kinds: tuple[KindCut, ...]
    sheet_count: Figure
    side_lengths: Figure | None
    proven: bool
    saw: str
    kerf_mm: float
    lumber: LumberCut | None
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

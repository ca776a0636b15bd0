"""The base and the four strips of a rectangle's form: their sizes, and where they lie."""

from collections.abc import Mapping
from dataclasses import dataclass

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import rules
from ulbrek.core.form.inputs import AsCut, FormHabits
from ulbrek.core.form.result import Board, InsideSize
from ulbrek.core.materials.boards import Sheet

EDGES = ("front", "right", "back", "left")
NAMES = {"front": "Front strip", "right": "Right strip", "back": "Back strip", "left": "Left strip"}


@dataclass(frozen=True, slots=True)
class Wanted:
    """What a form is built for: the piece, its size [mm], the sheet and the habits."""

    piece: str
    length_mm: float
    width_mm: float
    thickness_mm: float
    sheet: Sheet
    habits: FormHabits

    @property
    def lap_mm(self) -> float:
        """How far the strips lap the base's edge [mm]."""
        return self.sheet.thickness_mm if self.habits.sides == "lapping the base" else 0.0

    @property
    def long_pair(self) -> tuple[str, str]:
        """The edges along the longer side."""
        return ("front", "back") if self.length_mm >= self.width_mm else ("left", "right")

    def along(self, edge: str) -> float:
        """Length of the piece along an edge [mm]."""
        return self.length_mm if edge in ("front", "back") else self.width_mm


def build(wanted: Wanted, as_cut: Mapping[str, AsCut]) -> tuple[tuple[Board, ...], tuple[InsideSize, ...]]:
    """The boards, and the inside that they make along each edge.

    Args:
        wanted: what the form is for
        as_cut: boards of this form that were cut otherwise, by their key
    """
    base = _base(wanted, as_cut.get("base", AsCut()))
    lengths = {edge: _strip_length(wanted, edge) for edge in EDGES}
    cut = {edge: _cut_length(as_cut.get(edge), lengths[edge]) for edge in EDGES}
    inside = tuple(_inside(wanted, edge, cut, base) for edge in EDGES)
    by_edge = {one.edge: one.made.value for one in inside}
    height = work(rules.strip_height, wanted.piece, thickness_mm=wanted.thickness_mm, lap_mm=wanted.lap_mm)
    strips = tuple(
        _placed(wanted, _Strip(edge, lengths[edge], cut[edge], height, as_cut.get(edge, AsCut())), by_edge)
        for edge in EDGES
    )
    return (base, *strips), inside


@dataclass(frozen=True, slots=True)
class _Strip:
    edge: str
    length: Figure
    cut: Figure | float
    height: Figure
    as_cut: AsCut


def _base(wanted: Wanted, cut: AsCut) -> Board:
    ledge = 0.0 if wanted.lap_mm else wanted.habits.ledge.mm
    of = wanted.piece
    length = work(rules.base_side, f"{of}/length", inside_mm=wanted.length_mm, ledge_mm=ledge)
    width = work(rules.base_side, f"{of}/width", inside_mm=wanted.width_mm, ledge_mm=ledge)
    return Board(
        "base", "Base", length, width,
        cut.length.mm if cut.length else length.value,
        cut.height.mm if cut.height else width.value,
        wanted.sheet.thickness_mm, -ledge, -ledge, length.value, width.value, -wanted.sheet.thickness_mm,
    )  # fmt: skip


def _strip_length(wanted: Wanted, edge: str) -> Figure:
    of, inside, board = f"{wanted.piece}/{edge}", wanted.along(edge), wanted.sheet.thickness_mm
    if wanted.habits.corner == "pinwheel":
        overrun = wanted.habits.overrun.mm
        return work(rules.strip_pinwheel, of, inside_mm=inside, board_mm=board, overrun_mm=overrun)
    if edge in wanted.long_pair:
        return work(rules.strip_running_past, of, inside_mm=inside, board_mm=board)
    return work(rules.strip_between, of, inside_mm=inside)


def _cut_length(cut: AsCut | None, length: Figure) -> Figure | float:
    return cut.length.mm if cut and cut.length else length


def _inside(wanted: Wanted, edge: str, cut: Mapping[str, Figure | float], base: Board) -> InsideSize:
    of, wants = f"{wanted.piece}/{edge}", wanted.along(edge)
    if wanted.lap_mm:
        side = base.length_cut_mm if edge in ("front", "back") else base.height_cut_mm
        made = work(rules.inside_of_board, of, board_length_mm=side)
    elif wanted.habits.corner == "pinwheel":
        made = work(rules.inside_by_marks, of, inside_mm=wants)
    elif edge in wanted.long_pair:
        made = work(rules.inside_of_running_past, of, strip_mm=cut[edge], board_mm=wanted.sheet.thickness_mm)
    else:
        made = work(rules.inside_of_board, of, board_length_mm=cut[edge])
    return InsideSize(edge, made, wants)


def _placed(wanted: Wanted, strip: _Strip, inside: Mapping[str, float]) -> Board:
    board, edge = wanted.sheet.thickness_mm, strip.edge
    run = strip.cut.value if isinstance(strip.cut, Figure) else strip.cut
    start = _start(wanted, edge, run, inside)
    x, y, dx, dy = {
        "front": (start, -board, run, board),
        "back": (start, inside["left"], run, board),
        "left": (-board, start, board, run),
        "right": (inside["front"], start, board, run),
    }[edge]
    height = strip.as_cut.height.mm if strip.as_cut.height else strip.height.value
    return Board(
        edge, NAMES[edge], strip.length, strip.height, run, height, board, x, y, dx, dy, -wanted.lap_mm,
    )  # fmt: skip


def _start(wanted: Wanted, edge: str, run: float, inside: Mapping[str, float]) -> float:
    """Where a strip begins along its edge [mm], the inside beginning at 0.

    Pinwheel: front runs past right, right past back, back past left, left past front.
    """
    board = wanted.sheet.thickness_mm
    if wanted.habits.corner == "pinwheel":
        return 0.0 if edge in ("front", "right") else inside[edge] - run
    return -board if edge in wanted.long_pair else 0.0

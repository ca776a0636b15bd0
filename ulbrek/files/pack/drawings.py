"""The drawings of a job pack."""

from collections.abc import Collection, Mapping, Sequence
from itertools import groupby
from math import cos, sin, tau

from shapely import LineString

from ulbrek.core.base.units import Units
from ulbrek.core.base.units.writing import write_length
from ulbrek.core.form.result import Board, FormResult, Knockout, Path
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.nesting.panels import SheetPlan
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.result import PlacedFeature, TapeCheck
from ulbrek.core.plan.result import PiecePlan, Plan
from ulbrek.files.pack.svg import BOARD, CONCRETE, FOAM, Box, Drawing

WIDTH_MM = 172.0
_INSIDE_MM = 3.5  # a corner's number, on the paper
_WEB_DASH = "1 1"
_MOST_TAPES = 6
_MANY_CUTS = 18
_OFF_THE_MIDDLE = 0.47  # a section just beside the middle shows no seam that lies in it
_GROUND_MM = 25.0  # of it, under a form that stands on it
_TUFTS = 24
_ROUND, _SAME_MM = 36, 0.01
_LOWER = 0.35  # of a divider, where its letter stands
_SLIM = 0.2  # a board in plan that lies nearly level


def measuring_sheet(piece: Piece, planned: PiecePlan, units: Units) -> str:
    """The piece as it stands, with what to measure on the place."""
    measured = planned.measure
    length, width = measured.length_mm, measured.width_mm
    drawing = Drawing(Box(0, 0, length, width), WIDTH_MM, 84, mirrored=False)
    drawing.path(measured.path, CONCRETE, 0.6)
    for feature in planned.measure.features:
        draw_feature(drawing, feature)
        roomy = feature.width_mm * drawing.scale > 8 and feature.length_mm * drawing.scale > 20
        above = 1.4 if roomy else -feature.width_mm * drawing.scale / 2 - 1.5
        if feature.copy == 0:
            drawing.words(drawing.x(feature.x_mm), drawing.y(feature.y_mm) + above, _name(piece, feature.id))
    for tape in measured.tape_checks[:_MOST_TAPES]:
        drawing.line(tape.x1, tape.y1, tape.x2, tape.y2, 0.2, _WEB_DASH)
    for number, (x, y) in sorted(_numbered(measured.tape_checks).items()):
        inward = (-1 if x > length / 2 else 1, -1 if y > width / 2 else 1)
        at = (drawing.x(x) + inward[0] * _INSIDE_MM, drawing.y(y) - inward[1] * _INSIDE_MM)
        drawing.words(at[0], at[1] + 1.2, str(number), 3.9)
    drawing.words(WIDTH_MM / 2, drawing.y(width) - 3, write_length(length, units), 4.6)
    drawing.words(drawing.x(0) - 1.5, drawing.y(width / 2), write_length(width, units), 4.6, "end")
    drawing.words(WIDTH_MM / 2, drawing.y(0) + 6, "front", 3.6)
    return drawing.svg()


def _numbered(tapes: Sequence[TapeCheck]) -> dict[int, tuple[float, float]]:
    """The corners that have numbers, and where they are."""
    ends = [one for tape in tapes for one in ((tape.first, tape.x1, tape.y1), (tape.second, tape.x2, tape.y2))]
    return {number: (x, y) for number, x, y in ends if number is not None}


def form_plan(form: FormResult, units: Units, mirrored: bool, letters: Mapping[str, str]) -> str:
    """The form as it lies, each strip with its letter and length, the screws at their places."""
    drawing = _form(form, 115, mirrored)
    _boards(drawing, form, {board.key for board in form.boards}, ())
    for stake in form.stiffness.stakes:
        drawing.path(stake.path, "#ffffff", 0.4)
    for former in form.knockouts:
        _former(drawing, former, 0.4)
    for bridge in form.bridges:
        drawing.path(bridge.path, stroke=0.5)
    _screws(drawing, form)
    named: list[str] = []
    for board in form.boards:
        letter = letter_of(letters, form, board)
        if board.kind in ("strip", "liner", "kerfed strip"):
            name = f"{letter or board.name} {write_length(board.length_cut_mm, units, 'cut')}"
            _strip_name(drawing, board, name, _around(form))
        elif board.kind == "divider" and letter:
            _divider_letter(drawing, board, letter, lower=len(named) % 2 == 1)
            named.append(letter)
    left, front, right, back = _box_of(form.cavities)
    drawing.across(left, right, drawing.height - 3, f"inside {write_length(right - left, units, 'cut')}")
    drawing.upright(front, back, 4, write_length(back - front, units, "cut"))
    around, size = _around(form), "no base: sides staked to the ground"
    if form.on_ground and form.stands:
        size = "two side forms on the ground, boards between"
    if not form.on_ground:
        base = form.boards[0]
        length, width = (write_length(one, units, "cut") for one in (base.length_cut_mm, base.height_cut_mm))
        size = f"base {length} × {width}"
    drawing.words(WIDTH_MM / 2, drawing.y(around.y + around.dy) - 2.5, size)
    return drawing.svg()


def step(form: FormResult, index: int, mirrored: bool) -> str:
    """One step of the assembly: what stands is thin, what is new is heavy."""
    placed = {key for one in form.steps[: index + 1] for key in one.adds}
    now = form.steps[index].adds
    drawing = _form(form, 42, mirrored, width_mm=62, margin_mm=2)
    _boards(drawing, form, placed, now)
    for cavity in form.cavities:
        drawing.path(cavity, stroke=0.9 if "bead" in now else 0.15)
    for stake in form.stiffness.stakes:
        if stake.side in placed:
            drawing.path(stake.path, "#ffffff", 0.9 if stake.side in now else 0.3)
    for former in form.knockouts:
        if former.feature in placed:
            _former(drawing, former, 0.9 if former.feature in now else 0.3)
    if all(board.key in placed for board in form.boards if board.kind == "strip"):
        for screw in form.screws:
            drawing.dot(screw.x_mm, screw.y_mm, 0.5, filled="tape" in placed)
    return drawing.svg()


def form_section(form: FormResult, units: Units) -> str:
    """The form cut across beside its middle, from front to back, with its heights; a thin one is drawn higher."""
    around = _around(form)
    at = around.x + around.dx * _OFF_THE_MIDDLE
    low = min(board.bottom_mm for board in form.boards) - (_GROUND_MM if form.on_ground else 0.0)
    highest = max(max(board.top_mm, board.top_end_mm) for board in form.boards)
    front, deep = min(board.y_mm for board in form.boards), max(board.y_mm + board.dy_mm for board in form.boards)
    high = min(3.0, max(1.0, (deep - front) * 0.22 / (highest - low)))
    drawing = Drawing(Box(front, low * high, deep - front, (highest - low) * high), WIDTH_MM, 78, False, margin_mm=24)
    for cavity in form.cavities:
        for start, end in _crossed(cavity, at):
            drawing.box(Box(start, 0, end - start, form.depth_mm * high), CONCRETE, 0.0)
    for former in form.knockouts:
        _former_cut(drawing, former, at, high)
    for board in form.boards:
        top = max(board.top_mm, board.top_end_mm)
        for foot, head in zip(_crossed(board.path, at), _crossed(board.head or board.path, at), strict=False):
            _cut_through(drawing, (foot, head), (board.bottom_mm * high, top * high), BOARD)
    if form.on_ground:
        _ground(drawing, front, deep)
    inside = [part for cavity in form.cavities for part in _crossed(cavity, at)]
    for start, end in inside[:3]:
        drawing.across(start, end, drawing.y(low * high) + 5, write_length(end - start, units, "cut"))
    if inside and not form.stands:
        drawing.upright(0.0, form.depth_mm * high, drawing.x(deep) + 4, write_length(form.depth_mm, units, "cut"))
    return drawing.svg()


def _screws(drawing: Drawing, form: FormResult) -> None:
    """The screws at their places: those that go in as long as they are, others as dots."""
    for screw in form.screws:
        if screw.way == "in":
            reach = max(screw.length_mm, 12.0)
            drawing.line(screw.x_mm, screw.y_mm, screw.x_mm + screw.dx * reach, screw.y_mm + screw.dy * reach, 0.7)
        else:
            drawing.dot(screw.x_mm, screw.y_mm)


def _former_cut(drawing: Drawing, former: Knockout, at: float, high: float) -> None:
    """What a section meets of a former, its heights drawn so many times as high."""
    top = former.bottom_mm + former.height_mm
    for index, path in enumerate(former.paths if former.where != "along an edge" else ()):
        mouth, far = _crossed(path, at), _crossed(former.ends[index] if former.ends else path, at)
        feet, heads = (far, mouth) if former.mouth == "top" else (mouth, far)
        for foot, head in zip(feet, heads, strict=False):
            if former.bores and abs(foot[1] - foot[0] - former.height_mm) < _SAME_MM:  # square through a pipe
                _round(drawing, foot, (former.bottom_mm * high, top * high))
                continue
            _cut_through(drawing, (foot, head), (former.bottom_mm * high, top * high), FOAM)


def _ground(drawing: Drawing, start: float, end: float) -> None:
    """The ground that a section stands on."""
    drawing.line(start, 0, end, 0, 0.7)
    for index in range(1, _TUFTS):
        x = drawing.x(start + (end - start) * index / _TUFTS)
        drawing.paper_line(x, drawing.y(0), x - 2.2, drawing.y(0) + 2.2)


def sheet(plan: SheetPlan, letters: dict[str, str]) -> str:
    """A sheet with its boards lettered and its cuts numbered in sawing order."""
    drawing = Drawing(Box(0, 0, plan.length_mm, plan.width_mm), WIDTH_MM, 110, False, margin_mm=9)
    drawing.box(Box(0, 0, plan.length_mm, plan.width_mm), "#ffffff", 0.6)
    rows = sorted({panel.y_mm for panel in plan.panels})
    for panel in plan.panels:
        drawing.box(Box(panel.x_mm, panel.y_mm, panel.length_mm, panel.width_mm), BOARD)
    rips = [saw for saw in plan.saws if saw.y1 == saw.y2]
    crosses = [saw for saw in plan.saws if saw.y1 != saw.y2]
    for saw in plan.saws:
        drawing.line(saw.x1, saw.y1, saw.x2, saw.y2, 0.45, "" if saw in rips else "1.4 0.8")
    if len(plan.saws) > _MANY_CUTS:  # too many for lines to be followed: one number for the cuts of a setting
        for index, (_, alike) in enumerate(groupby(plan.saws, key=lambda saw: (saw.kind, round(saw.setting_mm, 1)))):
            first, *others = alike
            told = f"{first.number}–{others[-1].number}" if others else str(first.number)
            x, y = drawing.x(first.x1), drawing.y((first.y1 + first.y2) / 2)
            if first.y1 == first.y2:
                x, y = drawing.x(first.x2) - 4 - index % 3 * 9, drawing.y(first.y2)
            drawing.words(x, y + 1, told, 2.9)
    else:
        ends = _apart([drawing.y(saw.y2) for saw in rips], 5.0)
        for saw, at in zip(rips, ends, strict=True):
            drawing.paper_line(drawing.x(saw.x2), drawing.y(saw.y2), WIDTH_MM - 6, at)
            drawing.words(WIDTH_MM - 3, at + 1.3, str(saw.number))
        tops = _apart([drawing.x(saw.x1) for saw in crosses], 6.0)
        for saw, at in zip(crosses, tops, strict=True):
            drawing.paper_line(drawing.x(saw.x1), drawing.y(max(saw.y1, saw.y2)), at, 5.5)
            drawing.words(at, 5, str(saw.number))
    for panel in plan.panels:
        x = drawing.x(panel.x_mm) + 4 + rows.index(panel.y_mm) % 3 * 7
        drawing.words(x, drawing.y(panel.y_mm + panel.width_mm / 2) + 1.4, letters[panel.key])
    return drawing.svg()


def _form(
    form: FormResult, height_mm: float, mirrored: bool, width_mm: float = WIDTH_MM, margin_mm: float = 12
) -> Drawing:
    return Drawing(_around(form), width_mm, height_mm, mirrored, margin_mm)


def _around(form: FormResult) -> Box:
    """The box round all boards of a form, and round its stakes."""
    paths = [stake.path for stake in form.stiffness.stakes]
    boxes = [(b.x_mm, b.y_mm, b.x_mm + b.dx_mm, b.y_mm + b.dy_mm) for b in form.boards]
    boxes += [(min(path[::3]), min(path[1::3]), max(path[::3]), max(path[1::3])) for path in paths]
    left, front = min(one[0] for one in boxes), min(one[1] for one in boxes)
    return Box(left, front, max(one[2] for one in boxes) - left, max(one[3] for one in boxes) - front)


def _divider_letter(drawing: Drawing, board: Board, letter: str, *, lower: bool) -> None:
    """A divider's letter on it, its length being in the list; two that stand close have theirs at different places."""
    share = _LOWER if lower else 1 - _LOWER
    if board.dx_mm > board.dy_mm:
        drawing.words(
            drawing.x(board.x_mm + board.dx_mm * share), drawing.y(board.y_mm + board.dy_mm / 2) + 1.2, letter
        )
    else:
        drawing.words(
            drawing.x(board.x_mm + board.dx_mm / 2), drawing.y(board.y_mm + board.dy_mm * share) + 1.2, letter
        )


def _strip_name(drawing: Drawing, strip: Board, text: str, around: Box) -> None:
    """A strip's name: beside it on the ledge where that is wide enough, else inside the form."""
    ledge = (-around.y - strip.thickness_mm) * drawing.scale
    x, y = drawing.x(strip.x_mm + strip.dx_mm / 2), drawing.y(strip.y_mm + strip.dy_mm / 2)
    if strip.dx_mm > strip.dy_mm:
        outward = 1 if strip.y_mm + strip.dy_mm / 2 < around.y + around.dy / 2 else -1
        away = (ledge + strip.dy_mm * drawing.scale) / 2 if ledge > 5.0 and strip.dy_mm < _SLIM * strip.dx_mm else -6.0
        drawing.words(x, y + 1.1 + outward * away, text)
        return
    if strip.dx_mm > _SLIM * strip.dy_mm:  # it runs aslant: its name stands outside of its middle
        outward = 1 if (strip.x_mm + strip.dx_mm / 2 > around.x + around.dx / 2) != drawing.mirrored else -1
        away = outward * (strip.dx_mm * drawing.scale * 0.3 + 4)
        drawing.words(x + away, y + 1.3, text, 3.9, "start" if outward > 0 else "end")
        return
    on_left = strip.x_mm + strip.dx_mm / 2 < around.x + around.dx / 2
    inward = 1 if on_left != drawing.mirrored else -1
    low = drawing.y(strip.y_mm + strip.dy_mm * (0.3 if on_left else 0.42))  # not in one line: they may meet
    drawing.words(x + 3 * inward, low, text, 3.9, "start" if inward > 0 else "end")


def _boards(drawing: Drawing, form: FormResult, placed: Collection[str], now: Collection[str]) -> None:
    for board in form.boards:
        if board.key in placed:
            fill = "none" if board.kind == "lid" else "#ffffff" if board.kind in ("base", "bed") else BOARD
            drawing.path(board.path, fill, 0.9 if board.key in now else 0.3)


def _former(drawing: Drawing, former: Knockout, stroke: float) -> None:
    for path in former.paths:
        drawing.path(path, FOAM, stroke)


def draw_feature(drawing: Drawing, feature: PlacedFeature, stroke: float = 0.5) -> None:
    for path in feature.paths:
        drawing.path(path, FOAM if feature.role == "through" else "none", stroke)


def _name(piece: Piece, feature_id: str) -> str:
    return next(feature.name for feature in piece.features if feature.id == feature_id)


Span = tuple[float, float]


def _cut_through(drawing: Drawing, spans: tuple[Span, Span], heights: tuple[float, float], fill: str) -> None:
    """What a section meets of a body: its foot and its head, between two heights as they are drawn."""
    (a, b), (d, c), (low, top) = *spans, heights
    drawing.path((a, low, 0.0, b, low, 0.0, c, top, 0.0, d, top, 0.0), fill, 0.4)


def _round(drawing: Drawing, across: Span, heights: tuple[float, float]) -> None:
    """A pipe that a section cuts square, its heights as they are drawn."""
    (a, b), (low, top) = across, heights
    turns = [tau * one / _ROUND for one in range(_ROUND)]
    path = [
        at
        for turn in turns
        for at in ((a + b + (b - a) * cos(turn)) / 2, (low + top + (top - low) * sin(turn)) / 2, 0.0)
    ]
    drawing.path(path, FOAM, 0.4)


def _crossed(path: Path, at: float) -> list[Span]:
    """Where a line from front to back, at a place along x, runs through an outline [mm]."""
    outline = Outline(tuple(Vertex(*path[one : one + 3]) for one in range(0, len(path), 3)))
    _, front, _, back = outline.box
    found = outline.polygon.intersection(LineString([(at, front - 1), (at, back + 1)]))
    lines = [one for one in getattr(found, "geoms", [found]) if isinstance(one, LineString) and one.length > 0.5]
    return sorted((min(y for _, y in one.coords), max(y for _, y in one.coords)) for one in lines)


def _box_of(paths: Sequence[Path]) -> tuple[float, float, float, float]:
    boxes = [Outline(tuple(Vertex(*path[at : at + 3]) for at in range(0, len(path), 3))).box for path in paths]
    return min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes)


def letters_of(plan: Plan) -> dict[str, str]:
    """A short name for each board, to stand on it in the drawing."""
    return {key: _letters(index) for index, key in enumerate(plan.cutting.names)}


def letter_of(letters: Mapping[str, str], form: FormResult, board: Board) -> str:
    """The letter of a board on the cut plan, of the first of several forms; none where it is cut from no sheet."""
    key = f"{form.piece}.{board.key}"
    return letters.get(key) or letters.get(f"{key}.1", "")


def _letters(index: int) -> str:
    letter = chr(65 + index % 26)
    return letter if index < 26 else _letters(index // 26 - 1) + letter


def _apart(wanted: list[float], gap: float) -> list[float]:
    """Places along a line, pushed apart so that none hides another, in the order given."""
    placed = [0.0] * len(wanted)
    last = float("-inf")
    for index in sorted(range(len(wanted)), key=lambda at: wanted[at]):
        last = max(wanted[index], last + gap)
        placed[index] = last
    return placed

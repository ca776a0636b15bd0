"""The boards of a form: their sizes, and where they stand."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from math import atan2, ceil, degrees, hypot, pi
from typing import NamedTuple

from shapely import LineString

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import rules
from ulbrek.core.form.brief import RIB_MM, Divider, FormBrief
from ulbrek.core.form.inputs import BoardAsCut
from ulbrek.core.form.result import Bend, Board, InsideSize, Kind, Path
from ulbrek.core.form.sides import End, Side, footprint, ring
from ulbrek.core.kit.beams.boards import BOTTOM_STRIP, SEVERAL_SPANS, span_within_limit
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.materials.boards import Sheet

EDGES = ("front", "right", "back", "left")
WEB_MM = 2.0  # what a kerf leaves of a bent strip. Source: common practice.
SAG_MM = 0.3  # by which a flat between two kerfs may lie off the curve. Source: common practice.
_RIB_TURN = pi / 2  # a rib is cut in pieces of a quarter turn at most
_HEAD = 2400.0 * 9.80665 / 1e9  # of fresh concrete, for each mm of height [MPa]
_SAME_MM = 1e-6
OFF_MM = 1.0
LEAST_OVER_MM = 12.0  # a strip that is left long by less than this was meant to end flush. Source: common practice.


class Built(NamedTuple):
    """Boards, and the inside that they make along each straight side."""

    boards: tuple[Board, ...]
    inside: tuple[InsideSize, ...]


def build(brief: FormBrief, sides: Sequence[Side], as_cut: Mapping[str, BoardAsCut]) -> Built:
    """The boards, base first where it has one, and the inside that they make.

    Args:
        brief: what the form is for
        sides: its sides
        as_cut: boards of this form that were cut otherwise, by their key
    """
    base = None
    if brief.beneath is None and not brief.on_ground:
        base = _panel(brief, "base", as_cut.get("base", BoardAsCut()))
    standing: list[Board] = []
    inside: list[InsideSize] = []
    for side in sides:
        if side.key in brief.unboarded:
            continue
        if side.edge.is_arc:
            standing.extend(_as_cut(board, as_cut) for board in _curve(brief, side))
            continue
        cut = as_cut.get(side.key, BoardAsCut())
        board, made = _strip(brief, side, cut, base)
        standing.append(board)
        inside.append(made)
    panels = [base] if base else [_as_cut(board, as_cut) for board in _under(brief)]
    if brief.floor is not None:
        panels.append(_bed(brief))
    if brief.climbs:
        panels, lid = [], [_as_cut(board, as_cut) for board in _cheeks(brief)]
    else:
        lid = [_panel(brief, "lid", as_cut.get("lid", BoardAsCut()))] if brief.stands else []
    others = [_as_cut(board, as_cut) for board in _dividers(brief)]
    return Built((*panels, *standing, *others, *lid), tuple(inside))


def _as_cut(board: Board, as_cut: Mapping[str, BoardAsCut]) -> Board:
    """A board as it was cut, where that is said."""
    cut = as_cut.get(board.key)
    if cut is None:
        return board
    return replace(
        board,
        length_cut_mm=cut.length.mm if cut.length else board.length_cut_mm,
        height_cut_mm=cut.height.mm if cut.height else board.height_cut_mm,
    )


def placed(  # noqa: PLR0913, PLR0917 - a board is described by no less
    key: str, name: str, kind: Kind, sizes: tuple[Figure, Figure], foot: Outline, heights: tuple[float, float, float],
    thickness: float, sheet: str, **more: object,
) -> Board:  # fmt: skip
    """A board with the box round its foot.

    Args:
        key: its own
        name: in words
        kind: what it is
        sizes: length and height
        foot: its outline in plan
        heights: of its lower edge, and of its upper edge at its beginning and end [mm]
        thickness: of the board [mm]
        sheet: id of what it is cut from
        more: what else there is to say of it
    """
    left, front, right, back = foot.box
    values: dict[str, object] = {"length_cut_mm": sizes[0].value, "height_cut_mm": sizes[1].value, **more}
    return Board(
        key=key, name=name, kind=kind, length=sizes[0], height=sizes[1], thickness_mm=thickness, path=foot.path,
        x_mm=left, y_mm=front, dx_mm=right - left, dy_mm=back - front, bottom_mm=heights[0], top_mm=heights[1],
        top_end_mm=heights[2], sheet=sheet, **values,  # type: ignore[arg-type]
    )  # fmt: skip


def _named(side: Side) -> str:
    """What the board of a side is called; sides that have numbers are called so already."""
    name = side.name.capitalize()
    if name.startswith("Riser"):
        return f"{name} board"
    return name if name.startswith("Side") else f"{name} side"


def reach_mm(brief: FormBrief) -> float:
    """How far the boards stand out from the inside [mm]."""
    curved = any(edge.is_arc and edge.bulge > 0 for edge in brief.outline.edges)
    ribs = brief.liner.thickness_mm + RIB_MM if brief.habits.curve == "liner on ribs" else 0.0
    return max(ribs if curved else 0.0, brief.sheet.thickness_mm)


def _panel(brief: FormBrief, key: str, cut: BoardAsCut) -> Board:
    """The base, or the lid that a form on edge has beside it."""
    ledge = 0.0 if brief.laps else max(brief.habits.ledge.mm, reach_mm(brief))
    board, of = brief.base.thickness_mm, f"{brief.piece}/{key}"
    length = work(rules.base_side, f"{of}/length", inside_mm=brief.length_mm, ledge_mm=ledge)
    width = work(rules.base_side, f"{of}/width", inside_mm=brief.width_mm, ledge_mm=ledge)
    foot = _box(-ledge, -ledge, length.value, width.value)
    shape: Path = ()
    if brief.laps and not is_box(brief.outline):
        foot, shape = brief.outline, brief.outline.path
    bottom = -brief.sunk_mm - board if key == "base" else brief.depth_mm
    return placed(
        key, key.capitalize(), "base" if key == "base" else "lid", (length, width), foot,
        (bottom, bottom + board, bottom + board), board, brief.base.id, shape=shape,
        length_cut_mm=cut.length.mm if cut.length else length.value,
        height_cut_mm=cut.height.mm if cut.height else width.value,
    )  # fmt: skip


def _cheeks(brief: FormBrief) -> Iterator[Board]:
    """The two panels beside a profile that stays on the ground, sawn to it: the screed runs on their upper edges."""
    thick = brief.base.thickness_mm
    left, front, right, back = brief.outline.box
    for key, name, bottom in (("base", "Left side form", -thick), ("lid", "Right side form", brief.depth_mm)):
        of = f"{brief.piece}/{key}"
        yield placed(
            key, name, "base" if key == "base" else "lid",
            (
                work(rules.base_side, f"{of}/length", inside_mm=round(right - left, 3), ledge_mm=0.0),
                work(rules.base_side, f"{of}/width", inside_mm=round(back - front, 3), ledge_mm=0.0),
            ),
            brief.outline, (bottom, bottom + thick, bottom + thick), thick, brief.base.id,
            shape=brief.outline.path,
        )  # fmt: skip


def _under(brief: FormBrief) -> Iterator[Board]:
    """The boards that stay under a top which is cast over cabinets."""
    thick = brief.base.thickness_mm
    for one in brief.beneath.panels if brief.beneath else ():
        left, front, right, back = one.outline.box
        of = f"{brief.piece}/{one.key}"
        yield placed(
            one.key, one.name, "base",
            (
                work(rules.base_side, f"{of}/length", inside_mm=round(right - left, 3), ledge_mm=0.0),
                work(rules.base_side, f"{of}/width", inside_mm=round(back - front, 3), ledge_mm=0.0),
            ),
            one.outline, (-thick, 0.0, 0.0), thick, brief.base.id,
            shape=() if is_box(one.outline) else one.outline.moved(-left, -front).path,
        )  # fmt: skip


def _bed(brief: FormBrief) -> Board:
    """The floor under a piece whose lower face slopes: a panel on tapered battens, between the strips."""
    floor, of = brief.floor, brief.piece
    assert floor is not None  # noqa: S101 - it is asked for only then
    length = work(rules.base_side, f"{of}/bed/length", inside_mm=brief.length_mm, ledge_mm=0.0)
    width = work(rules.base_side, f"{of}/bed/width", inside_mm=brief.width_mm, ledge_mm=0.0)
    board = brief.base.thickness_mm
    start, end = floor.at(0.0, 0.0), floor.at(brief.length_mm, brief.width_mm)
    return placed(
        "bed", "Sloping floor, on tapered battens", "bed", (length, width), brief.outline, (-board, start, end), board,
        brief.base.id, tops=tuple(floor.at(v.x, v.y) for v in brief.outline.vertices),
        shape=() if is_box(brief.outline) else brief.outline.path,
    )  # fmt: skip


def _strip(brief: FormBrief, side: Side, cut: BoardAsCut, base: Board | None) -> tuple[Board, InsideSize]:
    of = f"{brief.piece}/{side.key}"
    board = brief.sheet.thickness_mm
    starts, ends = _reach(brief, side.start, of, "start"), _reach(brief, side.end, of, "end")
    length = work(rules.strip, of, inside_mm=side.edge.chord, at_start_mm=starts, at_end_mm=ends)
    tops = [_top(brief, side, point.x, point.y) for point in (side.edge.start, side.edge.end)]
    height = work(rules.strip_height, of, thickness_mm=max(tops), lap_mm=brief.lap_mm)
    cut_length = cut.length.mm if cut.length else length.value
    cut_height = cut.height.mm if cut.height else height.value
    shape: Path = ()
    sloped = abs(tops[0] - tops[1]) > _SAME_MM
    if sloped:
        low = brief.lap_mm
        shape = (0.0, 0.0, 0.0, cut_length, 0.0, 0.0, cut_length, tops[1] + low, 0.0, 0.0, tops[0] + low, 0.0)
    strip = placed(
        side.key, _named(side), "strip", (length, height),
        footprint(side, board, cut_length - length.value), (-brief.lap_mm, tops[0], tops[1]), board, brief.sheet.id,
        shape=shape, tops=_over(*tops) if sloped else (),
        bevel_start_deg=round(side.start.bevel_deg, 3), bevel_end_deg=round(side.end.bevel_deg, 3),
        length_cut_mm=cut_length, height_cut_mm=cut_height,
    )  # fmt: skip
    return strip, _inside(brief, side, base, (cut_length if cut.length else length, starts, ends))


def _over(start: float, end: float) -> tuple[float, ...]:
    """How high a strip stands over the corners of its foot: two at its beginning, two at its end [mm]."""
    return start, start, end, end


def _reach(brief: FormBrief, end: End, of: str, which: str) -> Figure | float:
    """How far a strip reaches beyond the inside at one end: by its bevel, or by a board and what it is left long by."""
    if not end.bevel_deg:
        return end.reach_mm + end.over_mm
    return work(rules.mitre_reach, f"{of}/{which}", board_mm=brief.sheet.thickness_mm, turn_deg=2 * end.bevel_deg)


def _inside(
    brief: FormBrief, side: Side, base: Board | None, cut: tuple[Figure | float, Figure | float, Figure | float]
) -> InsideSize:
    of, wants = f"{brief.piece}/{side.key}", side.edge.chord
    strip, starts, ends = cut
    if base and brief.laps and is_box(brief.outline):
        length = base.length_cut_mm if side.key in ("front", "back") else base.height_cut_mm
        return InsideSize(side.key, "base", work(rules.inside_of_board, of, board_length_mm=length), wants)
    flush = side.start.reach_mm, side.end.reach_mm
    long_by = strip - wants - sum(flush) if isinstance(strip, float) else 0.0
    if (side.start.over_mm or side.end.over_mm) and OFF_MM < long_by < LEAST_OVER_MM:
        inside = work(rules.inside_of_strip, of, strip_mm=strip, at_start_mm=flush[0], at_end_mm=flush[1])
        return InsideSize(side.key, side.key, inside, wants)
    if side.start.over_mm or side.end.over_mm:
        return InsideSize(side.key, side.key, work(rules.inside_by_marks, of, inside_mm=wants), wants)
    inside = work(rules.inside_of_strip, of, strip_mm=strip, at_start_mm=starts, at_end_mm=ends)
    return InsideSize(side.key, side.key, inside, wants)


def _top(brief: FormBrief, side: Side, x: float, y: float) -> float:
    """How high a strip stands above the floor of the piece at a place [mm]."""
    return _level(brief, x, y) + _raised(brief, side)


def _level(brief: FormBrief, x: float, y: float) -> float:
    """How high the concrete stands at a place [mm]."""
    return brief.depth_mm if brief.ceiling is None else brief.ceiling.at(x, y)


def _raised(brief: FormBrief, side: Side) -> float:
    """By how much a side is higher: what hangs under an edge, or stands out over it, is closed by it too."""
    start, end = side.edge.start, side.edge.end
    middle = LineString([start, end]).interpolate(0.5, normalized=True)
    return max(
        (
            brief.rises(one)
            for one in brief.moulded
            if one.stands_out and one.prism.outline.polygon.exterior.distance(middle) < 1e-3
        ),
        default=0.0,
    )


def _curve(brief: FormBrief, side: Side) -> Iterator[Board]:
    """A curved side: a liner bent on ribs, or a strip that kerfs let bend."""
    edge, of = side.edge, f"{brief.piece}/{side.key}"
    turn, out = abs(degrees(edge.angle)), 1.0 if edge.bulge > 0 else -1.0
    ceiling = [brief.depth_mm if brief.ceiling is None else brief.ceiling.at(p.x, p.y) for p in (edge.start, edge.end)]
    height = work(rules.strip_height, of, thickness_mm=max(ceiling), lap_mm=brief.lap_mm)
    heights = (-brief.lap_mm, ceiling[0], ceiling[1])
    sloping = (ceiling[0], ceiling[1], ceiling[1], ceiling[0]) if abs(ceiling[0] - ceiling[1]) > _SAME_MM else ()
    if brief.habits.curve == "kerfed strip":
        board = brief.sheet.thickness_mm
        length = work(rules.liner_length, of, turn_deg=turn, radius_mm=edge.radius, liner_mm=out * board)
        yield placed(
            side.key, f"{side.name.capitalize()}, kerfed side", "kerfed strip", (length, height),
            ring(edge, 0.0, board), heights, board, brief.sheet.id, tops=sloping, bend=_bend(brief, side),
        )  # fmt: skip
        return
    liner = brief.liner
    length = work(rules.liner_length, of, turn_deg=turn, radius_mm=edge.radius, liner_mm=out * liner.thickness_mm)
    yield placed(
        side.key, f"{side.name.capitalize()}, liner", "liner", (length, height), ring(edge, 0.0, liner.thickness_mm),
        heights, liner.thickness_mm, liner.id, tops=sloping,
    )  # fmt: skip
    if not brief.on_ground:
        yield from _ribs(brief, side, height.value)


def _bend(brief: FormBrief, side: Side) -> Bend:
    """The kerfs of a strip that is bent: on its back, away from the concrete, where they open or close."""
    edge, of = side.edge, f"{brief.piece}/{side.key}"
    turn, outside = abs(degrees(edge.angle)), edge.bulge > 0
    if outside:
        cuts = work(rules.kerfs_that_open, of, turn_deg=turn, radius_mm=edge.radius, sag_mm=SAG_MM)
    else:
        cuts = work(
            rules.kerfs_that_close, of, turn_deg=turn, radius_mm=edge.radius, board_mm=brief.sheet.thickness_mm,
            web_mm=WEB_MM, kerf_mm=brief.habits.kerf.mm, sag_mm=SAG_MM,
        )  # fmt: skip
    sag = work(rules.facet_sag, of, turn_deg=turn, radius_mm=edge.radius, kerfs=cuts)
    return Bend(cuts, outside, WEB_MM, sag, work(rules.web_strain, of, web_mm=WEB_MM, radius_mm=edge.radius))


def _ribs(brief: FormBrief, side: Side, height: float) -> Iterator[Board]:
    edge, board, liner = side.edge, brief.sheet.thickness_mm, brief.liner
    near, far = liner.thickness_mm, liner.thickness_mm + RIB_MM
    if edge.bulge < 0:
        far = min(far, edge.radius - 1.0)
    if far <= near:
        return
    work_radius = work(
        rules.rib_radius, f"{brief.piece}/{side.key}", radius_mm=edge.radius,
        liner_mm=near if edge.bulge > 0 else -near,
    )  # fmt: skip
    levels = rib_levels(height, board, liner.modulus_mpa, liner.thickness_mm)
    pieces = ceil(abs(edge.angle) / _RIB_TURN - 1e-9)
    for level, bottom in enumerate(levels, 1):
        for part in range(pieces):
            foot = ring(edge, near, far, (part / pieces, (part + 1) / pieces))
            shape, size = _laid(foot)
            key = f"{side.key}-rib-{level}" + (f"-{part + 1}" if pieces > 1 else "")
            sizes = (
                work(rules.strip, key, inside_mm=size[0], at_start_mm=0.0, at_end_mm=0.0),
                work(rules.strip, f"{key}/across", inside_mm=size[1], at_start_mm=0.0, at_end_mm=0.0),
            )
            low = bottom - brief.lap_mm
            yield placed(
                key, f"{side.name.capitalize()}, rib of radius {{{work_radius.value:.1f} cut}}", "rib", sizes, foot,
                (low, low + board, low + board), board, brief.sheet.id, shape=shape,
            )  # fmt: skip


def rib_levels(height: float, board: float, modulus: float, liner: float) -> list[float]:
    """Where ribs lie one over another: the lower edge of each above the base [mm].

    Args:
        height: of the side [mm]
        board: thickness of a rib [mm]
        modulus: of the liner in bending [MPa]
        liner: its thickness [mm]
    """
    if height <= 2 * board:
        return [max(0.0, (height - board) / 2)] if height > board else [0.0]
    span = work(
        span_within_limit, "", coefficient=SEVERAL_SPANS, head_share=BOTTOM_STRIP, pressure_mpa=_HEAD * height,
        modulus_mpa=modulus, thickness_mm=liner,
    ).value  # fmt: skip
    count = 1 + max(1, ceil((height - board) / max(span, board * 1.5)))
    return [(height - board) * index / (count - 1) for index in range(count)]


def _laid(foot: Outline) -> tuple[Path, tuple[float, float]]:
    """A rib as it is cut: turned so that its chord lies along the sheet, in the box from the origin [mm]."""
    a, b = foot.vertices[0], foot.vertices[1]
    laid = foot.turned(-atan2(b.y - a.y, b.x - a.x))
    left, front, right, back = laid.box
    laid = laid.moved(-left, -front)
    return laid.path, (right - left, back - front)


def _dividers(brief: FormBrief) -> Iterator[Board]:
    """Boards across the inside, each with its middle on its line: thin at a seam, of the sheet between two pieces."""
    lap = brief.lap_mm if brief.field else 0.0
    called = dict.fromkeys((one.name for one in brief.dividers), 0)
    for number, one in enumerate(brief.dividers, 1):
        x1, y1, x2, y2 = one.x1, one.y1, one.x2, one.y2
        sheet = brief.liner if one.thin else brief.sheet
        board, run = one.thick_mm or sheet.thickness_mm, hypot(x2 - x1, y2 - y1)
        if run < _SAME_MM:  # a seam that only grazes the piece
            continue
        nx, ny = -(y2 - y1) / run * board / 2, (x2 - x1) / run * board / 2
        foot = Outline(
            (Vertex(x1 + nx, y1 + ny), Vertex(x1 - nx, y1 - ny), Vertex(x2 - nx, y2 - ny), Vertex(x2 + nx, y2 + ny))
        )
        key = f"divider-{number}"
        called[one.name] += 1
        of = f"{brief.piece}/{key}"
        yield placed(
            key, f"{one.name} {called[one.name]}{_also(one, sheet)}", "divider",
            (
                work(rules.strip, of, inside_mm=run, at_start_mm=0.0, at_end_mm=0.0),
                work(rules.strip_height, of, thickness_mm=brief.depth_mm, lap_mm=lap),
            ),
            foot, (-lap, brief.depth_mm, brief.depth_mm), board, sheet.id,
        )  # fmt: skip


def _also(one: Divider, sheet: Sheet) -> str:
    """What else is said of a divider."""
    if one.thin:
        return ", at the seam"
    ripped = one.thick_mm is not None and one.thick_mm < sheet.thickness_mm
    return f", ripped to {{{one.thick_mm:.2f} cut}}" if ripped else ""


def _box(x: float, y: float, dx: float, dy: float) -> Outline:
    return Outline((Vertex(x, y), Vertex(x + dx, y), Vertex(x + dx, y + dy), Vertex(x, y + dy)))


def is_box(outline: Outline) -> bool:
    left, front, right, back = outline.box
    return len(outline.edges) == 4 and abs(outline.area_mm2 - (right - left) * (back - front)) < 1e-6 * outline.area_mm2

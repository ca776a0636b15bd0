"""Tops as their cabinets make them: a piece over cabinets has the outline that its run gives it."""

from collections.abc import Iterable, Mapping
from functools import lru_cache

from shapely import LineString, Polygon

from ulbrek.core.base.units import Length
from ulbrek.core.cabinets.inputs import CabinetInputs
from ulbrek.core.cabinets.run import lay, walled
from ulbrek.core.measure.inputs.outlines import AnyOutline, FreeCorner, FreeOutline, LShape, Rectangle, UShape
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.outlines import outline_of

OVER_CABINETS = "over cabinets"
_ALIKE_MM2 = 1.0
_CORNERS = ("back left", "back right", "front left", "front right")


def tops_drawn(pieces: Iterable[Piece], cabinets: CabinetInputs) -> tuple[Piece, ...]:
    """The pieces of a job, those over cabinets as large as these make them.

    Args:
        pieces: as they are described
        cabinets: of the job
    """
    outlines = _outlines(cabinets)
    return tuple(_drawn(one, outlines.get(one.id), cabinets) for one in pieces)


def _drawn(piece: Piece, outline: AnyOutline | None, cabinets: CabinetInputs) -> Piece:
    if outline is None or piece.stays != OVER_CABINETS or piece.outline == outline:
        return piece
    if _same(piece.outline, outline):  # as it is described already, though otherwise: what was typed is kept
        return piece
    drawn = piece.model_copy(update={"outline": outline})
    names = {name for name in outline_of(outline).edge_names if name}
    if set(piece.edges_shown) <= names - walls_of(drawn, cabinets) and piece.outline.kind == outline.kind:
        return drawn
    return drawn.model_copy(update={"edges_shown": shown_of(drawn, cabinets)})


def shown_of(piece: Piece, cabinets: CabinetInputs) -> tuple[str, ...]:
    """The edges of a piece over cabinets that are seen: all but those at walls and beside a range.

    Args:
        piece: the piece, as its cabinets draw it
        cabinets: of its job
    """
    outline, hidden = outline_of(piece.outline), walls_of(piece, cabinets) | _beside_a_range(piece, cabinets)
    return tuple(name for name in outline.edge_names if name and name not in hidden)


def _beside_a_range(piece: Piece, cabinets: CabinetInputs) -> frozenset[str]:
    """The edges that a range hides: as far from its place as the top is kept back there."""
    run = cabinets.run_of(piece.id)
    if run is None or run.tops.index(piece.id) >= len(lay(run).tops):
        return frozenset()
    laid = lay(run)
    left, front, _, _ = laid.tops[run.tops.index(piece.id)].bounds
    ranges = [
        one.foot.buffer(run.beside.mm + run.overhang.mm + 1.0, join_style="mitre")
        for one in laid.units
        if one.unit.kind == "range"
    ]
    outline = outline_of(piece.outline)
    return frozenset(
        name
        for edge, name in zip(outline.edges, outline.edge_names, strict=True)
        if name
        and any(
            one.contains(
                LineString([(edge.start.x + left, edge.start.y + front), (edge.end.x + left, edge.end.y + front)])
            )
            for one in ranges
        )
    )


def _outlines(cabinets: CabinetInputs) -> Mapping[str, AnyOutline]:
    return {
        piece: outline_over(top)
        for run in cabinets.runs
        for piece, top in zip(run.tops, lay(run).tops, strict=False)
    }  # fmt: skip


def _same(one: AnyOutline, other: AnyOutline) -> bool:
    first, second = outline_of(one).polygon, outline_of(other).polygon
    return bool(first.is_valid and second.is_valid and first.symmetric_difference(second).area < _ALIKE_MM2)


@lru_cache(maxsize=256)
def outline_over(top: Polygon) -> AnyOutline:
    """The outline of a top, in the plainest description that draws it.

    Args:
        top: in the plan of its run [mm]
    """
    left, front, right, back = top.bounds
    corners = [(x - left, y - front) for x, y in list(top.exterior.coords)[:-1]]
    moved = Polygon(corners)
    length, width = right - left, back - front
    xs, ys = sorted({round(x, 3) for x, _ in corners}), sorted({round(y, 3) for _, y in corners})
    for tried in _tried(length, width, xs, ys):
        if moved.symmetric_difference(outline_of(tried).polygon).area < _ALIKE_MM2:
            return tried
    return FreeOutline(corners=tuple(FreeCorner(x=_mm(x), y=_mm(y)) for x, y in _turning_left(corners)))


def _tried(length: float, width: float, xs: list[float], ys: list[float]) -> Iterable[AnyOutline]:
    yield Rectangle(length=_mm(length), width=_mm(width))
    if len(xs) == 3 and len(ys) == 3:
        for meet in _CORNERS:
            along = ys[1] if meet.startswith("front") else width - ys[1]
            across = xs[1] if meet.endswith("left") else length - xs[1]
            yield LShape(
                length=_mm(length), width=_mm(width), along=_mm(along), across=_mm(across),
                meet=meet,
            )  # fmt: skip
    if len(xs) == 4 and len(ys) == 3:
        yield UShape(
            length=_mm(length), width=_mm(width), along=_mm(width - ys[1]), left=_mm(xs[1]), right=_mm(length - xs[2])
        )


def _turning_left(corners: list[tuple[float, float]]) -> list[tuple[float, float]]:
    ring = Polygon(corners).exterior
    return corners if ring.is_ccw else corners[::-1]


def _mm(value: float) -> Length:
    return Length(mm=round(value, 3))


def walls_of(piece: Piece, cabinets: CabinetInputs) -> frozenset[str]:
    """The edges of a piece over cabinets that end at a wall, by name.

    Args:
        piece: the piece
        cabinets: of its job
    """
    run = cabinets.run_of(piece.id)
    if run is None:
        return frozenset()
    laid, number = lay(run), run.tops.index(piece.id)
    if number >= len(laid.tops):
        return frozenset()
    left, front, _, _ = laid.tops[number].bounds
    outline = outline_of(piece.outline)
    return frozenset(
        name
        for edge, name in zip(outline.edges, outline.edge_names, strict=True)
        if name and walled(laid, [(edge.start.x + left, edge.start.y + front), (edge.end.x + left, edge.end.y + front)])
    )

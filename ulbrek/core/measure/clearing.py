"""The smallest change of place or size that gives a feature room on all sides."""

from collections.abc import Callable, Mapping, Sequence
from itertools import product
from math import hypot
from typing import TypeVar

import shapely
from shapely.affinity import translate

from ulbrek.core.base.finding import Change, Quantity
from ulbrek.core.base.units import Length
from ulbrek.core.kit.geometry.distance import web_between
from ulbrek.core.measure.features.drop_edge import DropEdge
from ulbrek.core.measure.features.opening import Opening
from ulbrek.core.measure.inputs.common import AcrossAnchor, DeepAnchor
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import FeatureInPlan, Shape, offset_for, shape_of
from ulbrek.core.measure.webs import box_gap, is_inside, meet, room_needed

Anchor = TypeVar("Anchor", AcrossAnchor, DeepAnchor)

SMALLEST_OPENING_MM = 80.0
MOST_NEIGHBOURS = 12  # beyond this the search for a free place would be felt while typing
_SLACK_MM = 1e-6
_ROUGH_MM = 5.0  # more than the next mark of a rule is off, and than arcs are off their chords
_WAY_WORDS = {"right": "to the right", "left": "to the left", "back": "back", "forward": "forward"}


def clearing_change(shape: Shape, placed: FeatureInPlan) -> Change | None:
    """The smallest move, or else the smallest shrinking, that gives a feature room; None when there is none.

    Args:
        shape: the piece
        placed: the feature that stands too near, outside, or in another's place
    """
    feature = placed.feature
    if isinstance(feature, DropEdge) or feature.repeat is not None:
        return None
    return _moved(shape, placed) or _shrunk(shape, placed)


def has_room(piece: Piece, index: int) -> bool:
    """Whether a feature lies inside, apart from all others, with the webs it needs."""
    shape = shape_of(piece)
    mine = next(placed for placed in shape.placed if placed.index == index)
    needed = room_needed(shape, mine) - _SLACK_MM
    others = _others(shape, mine)
    if not is_inside(mine, shape) or any(meet(mine, other) for other in others):
        return False
    if web_between(mine.outline.edges, shape.outline.edges).width_mm < needed:
        return False
    near = [other for other in others if box_gap(mine, other) < needed]
    return all(web_between(mine.outline.edges, other.outline.edges).width_mm >= needed for other in near)


def with_feature(piece: Piece, index: int, **changed: object) -> Piece:
    """The piece with some fields of one feature changed."""
    features = list(piece.features)
    features[index] = features[index].model_copy(update=changed)
    return piece.model_copy(update={"features": tuple(features)})


def _moved(shape: Shape, placed: FeatureInPlan) -> Change | None:
    piece, feature = shape.piece, placed.feature
    if len(shape.placed) > MOST_NEIGHBOURS or isinstance(feature, DropEdge):
        return None
    needed = room_needed(shape, placed)
    length, width = shape.size
    others = _others(shape, placed)
    xs = _free_places(placed.centre.x, placed.half_x, length, needed, [(o.centre.x, o.half_x) for o in others])
    ys = _free_places(placed.centre.y, placed.half_y, width, needed, [(o.centre.y, o.half_y) for o in others])
    moves = sorted(product(xs, ys), key=lambda at: hypot(at[0] - placed.centre.x, at[1] - placed.centre.y))
    has_rough_room = _rough_room(shape, placed, others, needed - _ROUGH_MM)
    for x, y in moves:
        if not has_rough_room(x - placed.centre.x, y - placed.centre.y):
            continue
        for to_x, to_y in product((Length.at_least, Length.at_most), repeat=2):
            fields: dict[str, AcrossAnchor | DeepAnchor] = {}
            if x != placed.centre.x:
                fields["x"] = _anchored(feature.x, x, length, placed.half_x, to_x)
            if y != placed.centre.y:
                fields["y"] = _anchored(feature.y, y, width, placed.half_y, to_y)
            if has_room(with_feature(piece, placed.index, **fields), placed.index):
                at = {f"/features/{placed.index}/{axis}": anchor.model_dump() for axis, anchor in fields.items()}
                return Change(*_move_words(placed, with_feature(piece, placed.index, **fields), at))
    return None


def _rough_room(
    shape: Shape, placed: FeatureInPlan, others: Sequence[FeatureInPlan], web_mm: float
) -> Callable[[float, float], bool]:
    """Whether a feature that is moved by so much [mm, mm] may have room; what has none is told at once."""
    within = shape.outline.polygon
    around = [shapely.boundary(within), *(other.polygon for other in others)]
    beside = shapely.geometrycollections(around)
    shapely.prepare([within, beside])

    def has_room(right_mm: float, back_mm: float) -> bool:
        moved = translate(placed.polygon, right_mm, back_mm)
        return bool(within.contains(moved)) and not shapely.dwithin(beside, moved, max(0.0, web_mm))

    return has_room


def _move_words(
    placed: FeatureInPlan, moved: Piece, fields: Mapping[str, object]
) -> tuple[str, Mapping[str, object], Mapping[str, Quantity | str]]:
    """A change's words, fields and values: how far the move goes and which way, as the piece stands."""
    now = next(one for one in shape_of(moved).placed if one.index == placed.index).centre
    by = {"right": now.x - placed.centre.x, "left": placed.centre.x - now.x}
    by |= {"back": now.y - placed.centre.y, "forward": placed.centre.y - now.y}
    ways = {way: distance for way, distance in by.items() if distance > _SLACK_MM}
    words = " and ".join(f"{{{way}}} {_WAY_WORDS[way]}" for way in ways)
    values: dict[str, Quantity | str] = {way: Quantity(distance, "mm") for way, distance in ways.items()}
    return f"Move {{feature}} {words}", fields, {"feature": placed.feature.name, **values}


def _others(shape: Shape, placed: FeatureInPlan) -> list[FeatureInPlan]:
    return [other for other in shape.placed if other.index != placed.index and other.is_through]


def _free_places(
    now_mm: float, half_mm: float, run_mm: float, needed_mm: float, others: list[tuple[float, float]]
) -> list[float]:
    """Centres in one direction [mm] that keep the web to an edge or to another feature, and the present one."""
    least, most = half_mm + needed_mm, run_mm - half_mm - needed_mm
    if least > most + _SLACK_MM:
        return []
    beside = [centre + sign * (half + needed_mm + half_mm) for centre, half in others for sign in (-1, 1)]
    wanted = {now_mm, least, most, *beside}
    return [place for place in wanted if least - _SLACK_MM <= place <= most + _SLACK_MM]


def _anchored(
    anchor: Anchor,
    centre_mm: float,
    run_mm: float,
    half_mm: float,
    to_mark: Callable[[Length, float], Length],
) -> Anchor:
    offset = to_mark(anchor.offset, max(0.0, offset_for(anchor, centre_mm, run_mm, half_mm)))
    return anchor.model_copy(update={"offset": offset})


def _shrunk(shape: Shape, placed: FeatureInPlan) -> Change | None:
    """A smaller opening about the same centre, or about the middle where that is too near an edge."""
    feature, piece = placed.feature, shape.piece
    if not isinstance(feature, Opening):
        return None
    needed = room_needed(shape, placed)
    changed: dict[str, object] = {}
    length, width = shape.size
    for axis, size, run in (("x", "length", length), ("y", "width", width)):
        room = run - 2 * needed
        was: Length = getattr(feature, size)
        if was.mm > room:
            if room < SMALLEST_OPENING_MM:
                return None
            smaller = was.at_most(room)
            anchor = getattr(feature, axis)
            offset = anchor.offset.at_most(offset_for(anchor, run / 2, run, smaller.mm / 2))
            changed |= {size: smaller, axis: anchor.model_copy(update={"offset": offset})}
    if not changed or not _fits(piece, placed.index, changed):
        return None
    at = {f"/features/{placed.index}/{name}": _plain(value) for name, value in changed.items()}
    return Change("Make {feature} smaller", at, {"feature": feature.name})


def _fits(piece: Piece, index: int, changed: dict[str, object]) -> bool:
    return has_room(with_feature(piece, index, **changed), index)


def _plain(value: object) -> object:
    return value.model_dump() if isinstance(value, (Length, AcrossAnchor, DeepAnchor)) else value

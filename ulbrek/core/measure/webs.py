"""The strips of concrete beside openings, thinnest first."""

from collections.abc import Sequence
from math import hypot, inf

import numpy as np
from numpy.typing import NDArray
from shapely import STRtree, box

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.distance import Web, gap_between, web_between
from ulbrek.core.kit.geometry.edge import Edge
from ulbrek.core.measure import rules
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.core import Core
from ulbrek.core.measure.features.cutout import Cutout
from ulbrek.core.measure.features.hole import RoundHole
from ulbrek.core.measure.features.lettering import Lettering
from ulbrek.core.measure.features.opening import Opening
from ulbrek.core.measure.features.sleeve import Sleeve
from ulbrek.core.measure.shape import FeatureInPlan, Shape

_TOUCH_MM = 1e-6
_STRIP = 2.0  # what is longer than so many times its width is a strip


@dataclass(frozen=True, slots=True)
class NamedWeb:
    """A web and what stands on its two sides; ``other`` is None where that is the piece's edge."""

    web: Web
    feature: FeatureInPlan
    other: FeatureInPlan | None
    other_words: str
    along_curve: bool = False


def web_need(shape: Shape, named: NamedWeb, stone_mm: float) -> float:
    """How wide a web must be: as a strip, or as what is left beside a hole [mm].

    Args:
        shape: the piece
        named: the web and what stands on its two sides
        stone_mm: the largest stone of the mix
    """
    thickness = shape.piece.thickness.mm
    if thickness <= rules.THIN_PIECE_MM and _is_strip(named):
        return rules.web_needed(thickness)
    beside = [named.feature, *([named.other] if named.other else [])]
    return rules.neck_needed(stone_mm, min(_across(one) for one in beside))


def room_needed(shape: Shape, placed: FeatureInPlan, stone_mm: float = rules.MOST_NECK_MM / 2) -> float:
    """The web that suffices a feature on whichever side it is [mm].

    Args:
        shape: the piece
        placed: what stands in it
        stone_mm: the largest stone of the mix; as large as matters where it is left out
    """
    thickness = shape.piece.thickness.mm
    if thickness <= rules.THIN_PIECE_MM and _is_straight(placed):
        return rules.web_needed(thickness)
    return rules.neck_needed(stone_mm, _across(placed))


def _is_strip(named: NamedWeb) -> bool:
    """Whether both its sides are straight, for longer than twice its width."""
    beside = [named.feature, *([named.other] if named.other else [])]
    if named.along_curve or not all(_is_straight(one) for one in beside):
        return False
    web = named.web
    right, back = abs(web.end.x - web.start.x), abs(web.end.y - web.start.y)
    if web.width_mm <= _TOUCH_MM:
        return True
    long = min(2 * (right * one.half_y + back * one.half_x) / web.width_mm for one in beside)
    return long > _STRIP * web.width_mm


def _is_straight(placed: FeatureInPlan) -> bool:
    feature = placed.feature
    slotted = isinstance(feature, RoundHole) and feature.slot_length is not None
    return isinstance(feature, Opening | Cutout) or slotted


def _across(placed: FeatureInPlan) -> float:
    return 2 * min(placed.half_x, placed.half_y)


def is_inside(placed: FeatureInPlan, shape: Shape) -> bool:
    """Whether a feature lies wholly within its piece."""
    left, front, right, back = shape.outline.box
    a, b, c, d = placed.outline.box
    if a < left - _TOUCH_MM or b < front - _TOUCH_MM or c > right + _TOUCH_MM or d > back + _TOUCH_MM:
        return False
    return _is_box(shape) or bool(shape.reach.covers(placed.polygon))


def overlaps(shape: Shape) -> list[tuple[FeatureInPlan, FeatureInPlan]]:
    """Pairs of features that run through one another and may not; of a feature's copies the first that does.

    A recess may have a hole in it, and a sleeve may stand in a recess; a bolt or a letter in the air is a mistake.
    """
    one, other = pairs_within(shape.placed, 0.0)
    found: dict[tuple[int, int], tuple[FeatureInPlan, FeatureInPlan]] = {}
    for a, b in zip(one.tolist(), other.tolist(), strict=True):
        first, second = shape.placed[a], shape.placed[b]
        key = first.index, second.index
        if key not in found and _collide(first, second) and meet(first, second):
            found[key] = first, second
    return [found[key] for key in sorted(found)]


def webs(shape: Shape, needed_mm: float) -> list[NamedWeb]:
    """The webs thinner than ``needed_mm`` [mm], or else the thinnest, thinnest first; one for each two things.

    Features outside the piece, or through another, have none there. Of a feature's copies the one with the thinnest
    web is told. Pairs are found in a tree of boxes and looked at nearest first, until none is near enough to matter.
    """
    inside = _with_webs(shape)
    if not inside:
        return []
    reach = needed_mm
    farthest = hypot(*shape.size)
    while True:
        found = _webs_within(shape, inside, reach)
        thinnest = min((named.web.width_mm for named in found), default=inf)
        if thinnest <= reach or reach >= farthest:
            kept = [named for named in found if named.web.width_mm < needed_mm or named.web.width_mm <= thinnest]
            return sorted(kept, key=lambda named: named.web.width_mm)
        reach = min(2 * reach, farthest)


def _with_webs(shape: Shape) -> list[FeatureInPlan]:
    """What leaves strips of concrete beside it: through, inside the piece, and not in a vessel."""
    through = [placed for placed in shape.placed if goes_through(placed) and is_inside(placed, shape)]
    vessels = [placed.polygon for placed in shape.placed if isinstance(placed.feature, Core)]
    if not vessels or not through:
        return through
    within, _ = STRtree(vessels).query([placed.polygon for placed in through], predicate="covered_by")
    covered = set(within.tolist())
    return [placed for number, placed in enumerate(through) if number not in covered]


def _webs_within(shape: Shape, inside: Sequence[FeatureInPlan], reach_mm: float) -> list[NamedWeb]:
    """By two things whose boxes are within reach, the thinnest web between them."""
    named_edges = list(zip(shape.outline.edge_names, shape.outline.edges, strict=True))
    ahead: list[tuple[float, int, FeatureInPlan, FeatureInPlan | Edge, str]] = []
    for number, edge in _edges_within(inside, named_edges, reach_mm):
        name, side = named_edges[edge]
        gap = gap_between(inside[number].outline.box, side.box)
        ahead.append((gap, len(ahead), inside[number], side, edge_words(name)))
    one, other = pairs_within(inside, reach_mm)
    for a, b in zip(one.tolist(), other.tolist(), strict=True):
        ahead.append((box_gap(inside[a], inside[b]), len(ahead), inside[a], inside[b], inside[b].feature.name))
    found: dict[tuple[int, int | str], NamedWeb] = {}
    for gap, _, placed, beside, words in sorted(ahead, key=lambda each: each[:2]):
        key = placed.index, words if isinstance(beside, Edge) else beside.index
        known = found.get(key)
        if known is not None and gap >= known.web.width_mm:
            continue
        if isinstance(beside, Edge):
            named = NamedWeb(web_between(placed.outline.edges, (beside,)), placed, None, words, beside.is_arc)
        elif not meet(placed, beside):
            named = NamedWeb(web_between(placed.outline.edges, beside.outline.edges), placed, beside, words)
        else:
            continue
        if known is None or named.web.width_mm < known.web.width_mm:
            found[key] = named
    return list(found.values())


def pairs_within(placed: Sequence[FeatureInPlan], reach_mm: float) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """The pairs of features whose boxes are within reach [mm] of one another, each pair once, in their order."""
    if len(placed) < 2:
        nothing = np.array([], np.int64)
        return nothing, nothing
    boxes = _boxes(placed)
    one, other = STRtree(boxes).query(boxes, predicate="dwithin", distance=reach_mm + _TOUCH_MM)
    first = one < other
    one, other = one[first], other[first]
    order = np.lexsort((other, one))
    return one[order], other[order]


def _edges_within(
    placed: Sequence[FeatureInPlan], edges: Sequence[tuple[str, Edge]], reach_mm: float
) -> list[tuple[int, int]]:
    """Features and edges of the outline whose boxes are within reach [mm] of one another."""
    if not placed:
        return []
    sides = STRtree(box(*np.array([edge.box for _, edge in edges]).T))
    one, other = sides.query(_boxes(placed), predicate="dwithin", distance=reach_mm + _TOUCH_MM)
    return sorted(zip(one.tolist(), other.tolist(), strict=True))


def _boxes(placed: Sequence[FeatureInPlan]) -> NDArray[np.object_]:
    found: NDArray[np.object_] = box(*np.array([one.outline.box for one in placed]).T)
    return found


def goes_through(placed: FeatureInPlan) -> bool:
    """Whether a feature leaves strips of concrete beside it, and is not the inside of a vessel or a weight."""
    return placed.is_through and not isinstance(placed.feature, Sleeve | Core)


def edge_words(name: str) -> str:
    """An edge as it is spoken of."""
    return f"the {name} edge" if name else "the rounded corner"


def meet(a: FeatureInPlan, b: FeatureInPlan) -> bool:
    """Whether two features run through or touch one another."""
    return box_gap(a, b) == 0 and bool(a.polygon.intersects(b.polygon))


def box_gap(a: FeatureInPlan, b: FeatureInPlan) -> float:
    """The distance between the boxes round two features [mm]: never more than the web between them."""
    return gap_between(a.outline.box, b.outline.box)


def _collide(a: FeatureInPlan, b: FeatureInPlan) -> bool:
    if a.is_through and b.is_through:
        return True
    needs_concrete = (Bolt, Lettering)
    return (a.is_through and isinstance(b.feature, needs_concrete)) or (
        b.is_through and isinstance(a.feature, needs_concrete)
    )


def _is_box(shape: Shape) -> bool:
    return shape.piece.outline.kind == "rectangle"

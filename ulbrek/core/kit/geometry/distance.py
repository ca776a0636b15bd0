"""The shortest distance between two outlines, on their true arcs, and where it is."""

from collections.abc import Sequence
from itertools import product
from math import atan2, hypot, pi
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from shapely import STRtree, box, distance, linestrings, points

from ulbrek.core.kit.geometry.edge import Edge, Point, perpendicular
from ulbrek.core.kit.geometry.outline import CHORDS_PER_TURN

Box = tuple[float, float, float, float]  # left, front, right, back [mm]

_TRIFLE_MM = 1e-5
_ASTRAY = 0.003  # of its radius that an arc's chords stand off it at most
_FEW_PAIRS = 64  # of edges; more are looked for in a tree of their boxes


class Web(NamedTuple):
    """The strip of concrete between two outlines at its thinnest: its width and its two ends [mm]."""

    width_mm: float
    start: Point
    end: Point


def web_between(one: Sequence[Edge], other: Sequence[Edge]) -> Web:
    """The thinnest web between two rows of edges that do not cross [mm].

    Pairs are tried nearest boxes first, until no box is nearer than the best web; of equally near ones
    straight edges first, since the web between them stands in their middle and not where an arc begins.
    """
    if len(one) * len(other) <= _FEW_PAIRS:
        found = product(range(len(one)), range(len(other)))
        gaps = [(gap_between(one[a].box, other[b].box), a, b) for a, b in found]
    else:
        gaps = _near(one, other)
    pairs = sorted((gap, one[a].is_arc or other[b].is_arc, a, b) for gap, a, b in gaps)
    best: Web | None = None
    for gap, _, a, b in pairs:
        if best is not None and gap >= best.width_mm - _TRIFLE_MM:
            break
        web = _nearest_points(one[a], other[b])
        if best is None or web.width_mm < best.width_mm - _TRIFLE_MM:
            best = web
    if best is None:
        raise ValueError("A web lies between two outlines that have edges.")
    return best


def _near(one: Sequence[Edge], other: Sequence[Edge]) -> list[tuple[float, int, int]]:
    """The pairs of edges that can be the nearest, each behind a gap that its web is not under [mm].

    Their boxes are no farther apart than the nearest of their ends. Of two straight edges the gap is the web itself, of
    others what their chords leave at least.
    """
    ends = STRtree(_array(points([edge.start for edge in other])))
    starts = points([edge.start for edge in one])
    _, distances = ends.query_nearest(starts, return_distance=True, all_matches=False)
    reach = float(np.min(distances)) + _TRIFLE_MM
    boxes, others = (_array(box(*np.array([edge.box for edge in row]).T)) for row in (one, other))
    first, second = STRtree(others).query(boxes, predicate="dwithin", distance=reach)
    lines, other_lines = _lines(one), _lines(other)
    bowed, other_bowed = (np.array([_ASTRAY * edge.radius for edge in row]) for row in (one, other))
    gaps = distance(lines[first], other_lines[second]) - bowed[first] - other_bowed[second]
    return list(zip(np.round(gaps, 6).tolist(), first.tolist(), second.tolist(), strict=True))


def _lines(row: Sequence[Edge]) -> NDArray[np.object_]:
    """Of each edge its chords."""
    chopped = [(*edge.chopped(CHORDS_PER_TURN), edge.end) for edge in row]
    numbers = np.repeat(np.arange(len(row)), [len(one) for one in chopped])
    return _array(linestrings(np.array([point for one in chopped for point in one]), indices=numbers))


def _array(shapes: object) -> NDArray[np.object_]:
    return np.asarray(shapes, dtype=np.object_)


def gap_between(one: Box, other: Box) -> float:
    """The distance between two boxes [mm], to a trifle, so that equal ones compare equal."""
    (left, front, right, back), (other_left, other_front, other_right, other_back) = one, other
    dx = max(left - other_right, other_left - right, 0.0)
    dy = max(front - other_back, other_front - back, 0.0)
    return round(hypot(dx, dy), 6)


def _nearest_points(a: Edge, b: Edge) -> Web:
    from_a = ((p, b.nearest(p)) for p in _candidates(a, b))
    from_b = ((a.nearest(p), p) for p in _candidates(b, a))
    found = (Web(hypot(p.x - q.x, p.y - q.y), p, q) for p, q in (*from_a, *from_b))
    return min(found, key=lambda web: round(web.width_mm, 7))


def _candidates(edge: Edge, other: Edge) -> list[Point]:
    """Points of an edge that may be nearest to another: its ends, and an arc's points facing it.

    Of two parallel edges every point is: the middle of where they face each other is tried first.
    """
    points = [edge.start, edge.end]
    if not edge.is_arc and not other.is_arc:
        one, two = edge.nearest(other.start), edge.nearest(other.end)
        return [Point((one.x + two.x) / 2, (one.y + two.y) / 2), *points]
    if edge.is_arc:
        facing = _direction(edge.centre, other)
        points += [edge.at_direction(d) for d in (facing, facing + pi) if edge.holds_direction(d)]
    return points


def _direction(centre: Point, other: Edge) -> float:
    if not other.is_arc:
        return perpendicular(other)
    return atan2(other.centre.y - centre.y, other.centre.x - centre.x)

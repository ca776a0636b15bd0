"""The shortest distance between two outlines, on their true arcs, and where it is."""

from collections.abc import Sequence
from math import atan2, hypot, pi
from typing import NamedTuple

from ulbrek.core.kit.geometry.edge import Edge, Point, perpendicular


class Web(NamedTuple):
    """The strip of concrete between two outlines at its thinnest: its width and its two ends [mm]."""

    width_mm: float
    start: Point
    end: Point


def web_between(one: Sequence[Edge], other: Sequence[Edge]) -> Web:
    """The thinnest web between two rows of edges that do not cross [mm].

    Pairs are tried nearest boxes first, until no box is nearer than the best web.
    """
    pairs = sorted(((_box_gap(a, b), a, b) for a in one for b in other), key=lambda pair: pair[0])
    best: tuple[float, bool, Web] | None = None
    for gap, a, b in pairs:
        if best is not None and gap > best[0]:
            break
        web = _nearest_points(a, b)
        # Of equal ones the web between straight edges: it stands in their middle, not where an arc begins.
        found = (_width_to_a_trifle(web), a.is_arc or b.is_arc, web)
        best = found if best is None else min(best, found)
    if best is None:
        raise ValueError("A web lies between two outlines that have edges.")
    return best[2]


def _box_gap(a: Edge, b: Edge) -> float:
    dx = max(a.box[0] - b.box[2], b.box[0] - a.box[2], 0.0)
    dy = max(a.box[1] - b.box[3], b.box[1] - a.box[3], 0.0)
    return hypot(dx, dy)


def _nearest_points(a: Edge, b: Edge) -> Web:
    from_a = ((p, b.nearest(p)) for p in _candidates(a, b))
    from_b = ((a.nearest(p), p) for p in _candidates(b, a))
    found = (Web(hypot(p.x - q.x, p.y - q.y), p, q) for p, q in (*from_a, *from_b))
    return min(found, key=_width_to_a_trifle)


def _width_to_a_trifle(web: Web) -> float:
    return round(web.width_mm, 7)


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

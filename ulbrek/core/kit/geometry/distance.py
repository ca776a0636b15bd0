"""The shortest distance between two outlines, on their true arcs, and where it is."""

from math import atan2, hypot, pi
from typing import NamedTuple

from ulbrek.core.kit.geometry.edge import Edge, Point, perpendicular
from ulbrek.core.kit.geometry.outline import Outline


class Web(NamedTuple):
    """The strip of concrete between two outlines at its thinnest: its width and its two ends [mm]."""

    width_mm: float
    start: Point
    end: Point


def web_between(one: Outline, other: Outline) -> Web:
    """The thinnest web between two outlines that do not cross [mm]."""
    return min(_nearest_points(a, b) for a in one.edges for b in other.edges)


def _nearest_points(a: Edge, b: Edge) -> Web:
    from_a = ((p, b.nearest(p)) for p in _candidates(a, b))
    from_b = ((a.nearest(p), p) for p in _candidates(b, a))
    return min(Web(hypot(p.x - q.x, p.y - q.y), p, q) for p, q in (*from_a, *from_b))


def _candidates(edge: Edge, other: Edge) -> list[Point]:
    """Points of an edge that may be nearest to another: its ends, and an arc's points facing it."""
    points = [edge.start, edge.end]
    if edge.is_arc:
        facing = _direction(edge.centre, other)
        points += [edge.at_direction(d) for d in (facing, facing + pi) if edge.holds_direction(d)]
    return points


def _direction(centre: Point, other: Edge) -> float:
    if not other.is_arc:
        return perpendicular(other)
    return atan2(other.centre.y - centre.y, other.centre.x - centre.x)

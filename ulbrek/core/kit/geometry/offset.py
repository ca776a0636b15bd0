"""Outlines moved in or out, edge by edge: what draft, chamfers and round-overs leave at a height."""

from collections.abc import Sequence
from math import atan2, cos, hypot, sin, sqrt, tan, tau
from typing import NamedTuple

from ulbrek.core.kit.geometry.edge import Edge, Point
from ulbrek.core.kit.geometry.outline import Outline, Vertex

_TRIFLE = 1e-9
_PARALLEL = 1e-7


class _Line(NamedTuple):
    """A straight edge moved in: a point of it and its direction."""

    at: Point
    along: Point


class _Circle(NamedTuple):
    """An arc moved in: its circle, and which way round it runs."""

    centre: Point
    radius: float
    left_turning: bool


def inset(outline: Outline, by_mm: Sequence[float] | float) -> Outline | None:
    """The outline with each edge moved inwards; corners stay sharp, arcs keep their centres.

    An arc that is used up becomes a corner of no length, so that vertices still match those of the outline.

    Args:
        outline: its edges in order
        by_mm: how far each edge moves, one for all or one an edge; negative moves out [mm]

    Returns:
        the outline that is left, or None where nothing is
    """
    edges = outline.edges
    by = [by_mm] * len(edges) if isinstance(by_mm, int | float) else list(by_mm)
    if not any(by):
        return outline
    moved = [_moved(edge, distance) for edge, distance in zip(edges, by, strict=True)]
    gone = [isinstance(one, _Circle) and one.radius <= _TRIFLE for one in moved]
    if all(gone):
        return None
    corners = [_corner(edges, moved, gone, index) for index in range(len(edges))]
    vertices = []
    for index, (edge, one) in enumerate(zip(edges, moved, strict=True)):
        start, end = corners[index], corners[(index + 1) % len(edges)]
        if not gone[index] and isinstance(one, _Line) and _turned_back(edge, start, end):
            return None
        vertices.append(Vertex(*start, 0.0 if gone[index] else _bulge(one, start, end)))
    left = Outline(tuple(vertices), outline.edge_names)
    return left if left.edges and left.area_mm2 > 0 else None


def _moved(edge: Edge, by: float) -> _Line | _Circle:
    if edge.is_arc:
        left_turning = edge.angle > 0
        return _Circle(edge.centre, edge.radius - (by if left_turning else -by), left_turning)
    along = Point((edge.end.x - edge.start.x) / edge.chord, (edge.end.y - edge.start.y) / edge.chord)
    return _Line(Point(edge.start.x - along.y * by, edge.start.y + along.x * by), along)


def _corner(edges: Sequence[Edge], moved: Sequence[_Line | _Circle], gone: Sequence[bool], index: int) -> Point:
    """Where the edge that comes to a vertex and the one that leaves it meet when both have moved."""
    before, after = (index - 1) % len(edges), index
    while gone[before]:
        before = (before - 1) % len(edges)
    while gone[after]:
        after = (after + 1) % len(edges)
    near = edges[index].start
    come, go = _direction(edges[before], at_end=True), _direction(edges[after], at_end=False)
    square_on = [_square_on(moved[before], near), _square_on(moved[after], near)]
    if abs(come.x * go.y - come.y * go.x) < _PARALLEL:
        return Point(sum(p.x for p in square_on) / 2, sum(p.y for p in square_on) / 2)
    found = _meeting(moved[before], moved[after])
    if not found:
        return Point(sum(p.x for p in square_on) / 2, sum(p.y for p in square_on) / 2)
    return min(found, key=lambda p: hypot(p.x - near.x, p.y - near.y))


def _direction(edge: Edge, at_end: bool) -> Point:
    if not edge.is_arc:
        return Point((edge.end.x - edge.start.x) / edge.chord, (edge.end.y - edge.start.y) / edge.chord)
    way = edge.begin + (edge.angle if at_end else 0.0)
    sign = 1 if edge.angle > 0 else -1
    return Point(-sin(way) * sign, cos(way) * sign)


def _square_on(one: _Line | _Circle, near: Point) -> Point:
    """The point of a moved edge nearest to where its end was."""
    if isinstance(one, _Line):
        run = (near.x - one.at.x) * one.along.x + (near.y - one.at.y) * one.along.y
        return Point(one.at.x + run * one.along.x, one.at.y + run * one.along.y)
    way = atan2(near.y - one.centre.y, near.x - one.centre.x)
    return Point(one.centre.x + one.radius * cos(way), one.centre.y + one.radius * sin(way))


def _meeting(one: _Line | _Circle, other: _Line | _Circle) -> list[Point]:
    if isinstance(one, _Line) and isinstance(other, _Line):
        cross = one.along.x * other.along.y - one.along.y * other.along.x
        run = ((other.at.x - one.at.x) * other.along.y - (other.at.y - one.at.y) * other.along.x) / cross
        return [Point(one.at.x + run * one.along.x, one.at.y + run * one.along.y)]
    if isinstance(one, _Line) and isinstance(other, _Circle):
        return _line_and_circle(one, other)
    if isinstance(one, _Circle) and isinstance(other, _Line):
        return _line_and_circle(other, one)
    assert isinstance(one, _Circle) and isinstance(other, _Circle)  # noqa: S101 - no other pair is left
    return _circles(one, other)


def _line_and_circle(line: _Line, circle: _Circle) -> list[Point]:
    foot = _square_on(line, circle.centre)
    off = hypot(foot.x - circle.centre.x, foot.y - circle.centre.y)
    if off > circle.radius:
        return []
    reach = sqrt(circle.radius**2 - off**2)
    return [Point(foot.x + sign * reach * line.along.x, foot.y + sign * reach * line.along.y) for sign in (-1, 1)]


def _circles(one: _Circle, other: _Circle) -> list[Point]:
    dx, dy = other.centre.x - one.centre.x, other.centre.y - one.centre.y
    apart = hypot(dx, dy)
    if apart < _TRIFLE or apart > one.radius + other.radius or apart < abs(one.radius - other.radius):
        return []
    along = (apart**2 + one.radius**2 - other.radius**2) / (2 * apart)
    off = sqrt(max(0.0, one.radius**2 - along**2))
    x, y = one.centre.x + along * dx / apart, one.centre.y + along * dy / apart
    return [Point(x - sign * off * dy / apart, y + sign * off * dx / apart) for sign in (-1, 1)]


def _turned_back(edge: Edge, start: Point, end: Point) -> bool:
    return (end.x - start.x) * (edge.end.x - edge.start.x) + (end.y - start.y) * (edge.end.y - edge.start.y) < -_TRIFLE


def _bulge(one: _Line | _Circle, start: Point, end: Point) -> float:
    if isinstance(one, _Line) or start == end:
        return 0.0
    begin = atan2(start.y - one.centre.y, start.x - one.centre.x)
    finish = atan2(end.y - one.centre.y, end.x - one.centre.x)
    angle = (finish - begin) % tau if one.left_turning else -((begin - finish) % tau)
    return tan(angle / 4)

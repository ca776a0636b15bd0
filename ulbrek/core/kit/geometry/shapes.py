"""The outlines that pieces and features are made of. Their corners run counter-clockwise from the left front."""

from collections.abc import Callable, Sequence
from math import acos, asin, atan2, cos, hypot, pi, sin, sqrt, tan
from typing import NamedTuple

from shapely import MultiPoint, Polygon

from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.outline import Outline, Vertex

QUARTER_BULGE = sqrt(2) - 1  # tan(90° / 4)
SIDES = ("front", "right", "back", "left")
_TRIFLE = 1e-9
_FLAT_MM = 0.2  # what bows by less is straight


class Corner(NamedTuple):
    """A corner of a free outline [mm].

    Attributes:
        x: from the left
        y: from the front
        radius: rounded by this much, between straight edges
        chamfer: cut off by this much along both edges, between straight edges
        bow: how far the edge to the next corner bows out; negative bows it in
    """

    x: float
    y: float
    radius: float = 0.0
    chamfer: float = 0.0
    bow: float = 0.0


def rectangle(length_mm: float, width_mm: float) -> Outline:
    """A rectangle [mm] with its left front corner at the origin."""
    corners = ((0.0, 0.0), (length_mm, 0.0), (length_mm, width_mm), (0.0, width_mm))
    return Outline(tuple(Vertex(x, y) for x, y in corners), SIDES)


def rounded_rectangle(length_mm: float, width_mm: float, radius_mm: float) -> Outline:
    """A rectangle [mm] about the origin with rounded corners; a radius over half a side is taken as half."""
    radius = min(radius_mm, length_mm / 2, width_mm / 2)
    x, y = length_mm / 2, width_mm / 2
    if radius <= 0:
        return Outline(rectangle(length_mm, width_mm).vertices).moved(-x, -y)
    bulge = QUARTER_BULGE
    return Outline(
        (
            Vertex(-x + radius, -y),
            Vertex(x - radius, -y, bulge),
            Vertex(x, -y + radius),
            Vertex(x, y - radius, bulge),
            Vertex(x - radius, y),
            Vertex(-x + radius, y, bulge),
            Vertex(-x, y - radius),
            Vertex(-x, -y + radius, bulge),
        )
    )


def circle(diameter_mm: float) -> Outline:
    """A circle [mm] about the origin, as two half turns."""
    radius = diameter_mm / 2
    return Outline((Vertex(-radius, 0.0, 1.0), Vertex(radius, 0.0, 1.0)))


def disc(diameter_mm: float) -> Outline:
    """A disc [mm] in the box from the origin."""
    radius = diameter_mm / 2
    return Outline(circle(diameter_mm).moved(radius, radius).vertices, ("rim", "rim"))


def half_disc(diameter_mm: float) -> Outline:
    """Half a disc [mm], its flat side at the front."""
    return Outline((Vertex(0.0, 0.0), Vertex(diameter_mm, 0.0, 1.0)), ("front", "rim"))


def slot(length_mm: float, width_mm: float) -> Outline:
    """A slot [mm] about the origin: straight sides, round ends."""
    return rounded_rectangle(length_mm, width_mm, min(length_mm, width_mm) / 2)


def l_shape(length_mm: float, width_mm: float, along_mm: float, across_mm: float, meet: str) -> Outline:
    """An L [mm]: a run along its length and one across it.

    Args:
        length_mm: length over all
        width_mm: width over all
        along_mm: depth of the run along the length
        across_mm: depth of the run across
        meet: the corner in which they meet, such as ``back left``
    """
    left_front = Outline(
        tuple(
            Vertex(x, y)
            for x, y in (
                (0.0, 0.0), (length_mm, 0.0), (length_mm, along_mm),
                (across_mm, along_mm), (across_mm, width_mm), (0.0, width_mm),
            )
        ),
        ("front", "right", "inner back", "inner right", "back", "left"),
    )  # fmt: skip
    return _in_corner(left_front, meet, length_mm, width_mm)


def u_shape(length_mm: float, width_mm: float, along_mm: float, left_mm: float, right_mm: float) -> Outline:
    """A U [mm] open at the front: a run along its back, and one along its left and right side each.

    Args:
        length_mm: length over all
        width_mm: width over all
        along_mm: depth of the run at the back
        left_mm: depth of the run at the left
        right_mm: depth of the run at the right
    """
    return Outline(
        tuple(
            Vertex(x, y)
            for x, y in (
                (0.0, 0.0), (left_mm, 0.0), (left_mm, width_mm - along_mm),
                (length_mm - right_mm, width_mm - along_mm), (length_mm - right_mm, 0.0), (length_mm, 0.0),
                (length_mm, width_mm), (0.0, width_mm),
            )
        ),
        ("front left", "inner left", "inner front", "inner right", "front right", "right", "back", "left"),
    )  # fmt: skip


def trapezoid(front_mm: float, back_mm: float, width_mm: float, back_from_left_mm: float) -> Outline:
    """A trapezoid [mm] with parallel front and back.

    Args:
        front_mm: length of the front
        back_mm: length of the back
        width_mm: from front to back
        back_from_left_mm: where the back begins, from the front's left end; negative further left
    """
    shift = max(0.0, -back_from_left_mm)
    back = shift + back_from_left_mm
    corners = ((shift, 0.0), (shift + front_mm, 0.0), (back + back_mm, width_mm), (back, width_mm))
    return Outline(tuple(Vertex(x, y) for x, y in corners), SIDES)


def regular(sides: int, radius_mm: float) -> Outline:
    """A regular polygon [mm] in its box from the origin, one flat side at the front.

    Args:
        sides: how many
        radius_mm: from its centre to its corners
    """
    start = -pi / 2 - pi / sides
    points = [
        (radius_mm * cos(start + 2 * pi * i / sides), radius_mm * sin(start + 2 * pi * i / sides)) for i in range(sides)
    ]
    left, front = min(x for x, _ in points), min(y for _, y in points)
    names = tuple(f"side {number + 1}" for number in range(sides))
    return Outline(tuple(Vertex(x - left, y - front) for x, y in points), names)


def flight(rise_mm: float, treads_mm: Sequence[float]) -> Outline:
    """Steps seen from the side [mm], climbing to the right.

    Args:
        rise_mm: height of each riser
        treads_mm: of each tread from the lowest, from its riser to the next one; the last to the back
    """
    risers = [sum(treads_mm[:number]) for number in range(len(treads_mm))]
    long, high = sum(treads_mm), len(treads_mm) * rise_mm
    at = [Vertex(0.0, 0.0), Vertex(long, 0.0), Vertex(long, high)]
    names = ["underside", "back", f"tread {len(treads_mm)}"]
    for step in range(len(treads_mm), 0, -1):
        at.append(Vertex(risers[step - 1], step * rise_mm))
        names.append(f"riser {step}")
        if step > 1:
            at.append(Vertex(risers[step - 1], (step - 1) * rise_mm))
            names.append(f"tread {step - 1}")
    return Outline(tuple(at), tuple(names))


def under_flight(rise_mm: float, treads_mm: Sequence[float], shell_mm: float) -> Outline | None:
    """What is left inside of steps that are a shell, seen from the side [mm]; None where nothing is.

    Args:
        rise_mm: height of each riser
        treads_mm: as of the flight
        shell_mm: how far it keeps from treads, risers and back; below it lies on the ground
    """
    end = sum(treads_mm) - shell_mm
    steps = [
        (begin, number * rise_mm - shell_mm)
        for number in range(1, len(treads_mm) + 1)
        if number * rise_mm - shell_mm > 0 and (begin := sum(treads_mm[: number - 1]) + shell_mm) < end
    ]
    if not steps:
        return None
    at = [Vertex(steps[0][0], 0.0), Vertex(end, 0.0), Vertex(end, steps[-1][1])]
    for (begin, high), below in zip(reversed(steps), [*(high for _, high in steps[-2::-1]), None], strict=True):
        at.append(Vertex(begin, high))
        if below is not None:
            at.append(Vertex(begin, below))
    return Outline(tuple(at), ("underside", *[""] * (len(at) - 1)))


def ring_sector(
    inner_mm: float, depth_mm: float, angle: float, joint_mm: float = 0.0, *, straight: bool = False
) -> Outline:
    """A block of a ring [mm], its inner face at the front, upright about its middle.

    Args:
        inner_mm: radius of the inner arc
        depth_mm: from the inner to the outer arc
        angle: that it spans [rad] with half a joint at each side, under a full turn
        joint_mm: between it and the next, alike from face to face
        straight: whether its inner and outer faces are straight and not arcs
    """
    outer = inner_mm + depth_mm
    within, without = (angle / 2 - asin(min(1.0, joint_mm / 2 / radius)) for radius in (inner_mm, outer))
    bulge, back = (0.0, 0.0) if straight else (tan(within / 2), tan(without / 2))
    at = [Point(r * sin(way), r * cos(way)) for r, way in ((inner_mm, -within), (inner_mm, within), (outer, without))]
    inner_left, inner_right, outer_right = at
    outer_left = Point(-outer_right.x, outer_right.y)
    block = Outline(
        (
            Vertex(*inner_left, -bulge),
            Vertex(*inner_right),
            Vertex(*outer_right, back),
            Vertex(*outer_left),
        ),
        ("inner", "right joint", "outer", "left joint"),
    )
    left, front, _, _ = block.box
    return block.moved(-left, -front)


def arch_angle(span_mm: float, rise_mm: float) -> tuple[float, float]:
    """The radius [mm] and the whole angle [rad] of an arch's underside, by its span and rise [mm]."""
    radius = (span_mm**2 / 4 + rise_mm**2) / (2 * rise_mm)
    half = asin(min(1.0, span_mm / (2 * radius)))
    return radius, 2 * (half if rise_mm <= radius else pi - half)


def free_outline(corners: Sequence[Corner]) -> Outline:
    """A free outline by its corners; radii too large for their edges are taken as large as they fit.

    Its edges are called ``edge 1`` and so on. Corners given clockwise are taken the other way round.
    """
    found = _round(corners)
    left, front, _, _ = found.box
    return found.moved(-left, -front)


def corners_in_box(corners: Sequence[Corner]) -> tuple[tuple[float, float], ...]:
    """Where the corners of a free outline are in the box from the origin that it is drawn in [mm]."""
    left, front, _, _ = _round(corners).box
    return tuple((corner.x - left, corner.y - front) for corner in corners)


def _round(corners: Sequence[Corner]) -> Outline:
    """The outline where its corners were given."""
    ordered = _counter_clockwise(list(corners))
    count = len(ordered)
    vertices: list[Vertex] = []
    names: list[str] = []
    for index, corner in enumerate(ordered):
        before, after = ordered[index - 1], ordered[(index + 1) % count]
        bulge = _bulge(corner, after)
        cut = 0.0 if bulge or before.bow else cut_back(ordered, index)
        if cut <= _TRIFLE:
            vertices.append(Vertex(corner.x, corner.y, bulge))
        else:
            turn = _turn(before, corner, after)
            start, end = _towards(corner, before, cut), _towards(corner, after, cut)
            vertices.append(Vertex(*start, tan(turn / 4) if corner.radius else 0.0))
            names.append("")
            vertices.append(Vertex(*end))
        names.append(f"edge {index + 1}")
    return Outline(tuple(vertices), tuple(names))


def by_offsets(readings: Sequence[tuple[float, float]], line: str, *, curved: bool) -> Outline:
    """The area between a straight line and an edge that was measured from it, in the box from the origin [mm].

    A curve runs through every reading: between two it is the arc that turns from the direction at the one to that at
    the other, each the direction of the circle through it and its neighbours. Readings on a circle give that circle.

    Args:
        readings: along the line and off it, from left to right
        line: whether it runs along the back or the front
        curved: whether the edge is a curve; else it is straight from reading to reading
    """
    first, deepest = readings[0][0], max(off for _, off in readings)
    points = [(along - first, deepest - off if line == "back" else off) for along, off in readings]
    bulges = _through(points) if curved else [0.0] * (len(points) - 1)
    width, names = points[-1][0], [f"edge {number}" for number in range(1, len(points))]
    if line == "back":
        edge = [Vertex(x, y, bulge) for (x, y), bulge in zip(points, (*bulges, 0.0), strict=True)]
        corners = (*edge, Vertex(width, deepest), Vertex(0.0, deepest))
        found = Outline(corners, (*names, "right", "back", "left"))
    else:
        back = [Vertex(x, y, -bulge) for (x, y), bulge in zip(points[:0:-1], bulges[::-1], strict=True)]
        corners = (Vertex(0.0, 0.0), Vertex(width, 0.0), *back, Vertex(*points[0]))
        found = Outline(corners, ("front", "right", *names, "left"))
    _, low, _, _ = found.box
    return found.moved(0.0, -low)


def _through(points: Sequence[tuple[float, float]]) -> list[float]:
    """The bulge of each edge of a curve through some points, from one to the next."""
    turns = [_direction_at(points, index) for index in range(len(points))]
    bulges = []
    for (x1, y1), (x2, y2), start, end in zip(points, points[1:], turns, turns[1:], strict=False):
        bulge = tan(_half_turn(end - start) / 4)
        bulges.append(bulge if abs(bulge) * hypot(x2 - x1, y2 - y1) / 2 > _FLAT_MM else 0.0)
    return bulges


def _direction_at(points: Sequence[tuple[float, float]], index: int) -> float:
    """The direction of a curve at one of its points: of the circle through it and the next two, or its neighbours."""
    if len(points) < 3:
        (x1, y1), (x2, y2) = points
        return atan2(y2 - y1, x2 - x1)
    middle = min(max(index, 1), len(points) - 2)
    (xa, ya), (xb, yb), (xc, yc) = points[middle - 1 : middle + 2]
    one, other, whole = atan2(yb - ya, xb - xa), atan2(yc - yb, xc - xb), atan2(yc - ya, xc - xa)
    # The tangent of a circle at the end of a chord turns from the chord as the far angle does.
    at_b = one + _half_turn(other - whole)
    if index == middle:
        return at_b
    return 2 * one - at_b if index < middle else 2 * other - at_b


def _half_turn(angle: float) -> float:
    """An angle between minus and plus half a turn."""
    return (angle + pi) % (2 * pi) - pi


def cut_back(corners: Sequence[Corner], index: int, whole: bool = False) -> float:
    """How far a rounded or chamfered corner takes from its two edges [mm].

    Args:
        corners: all of the outline's
        index: which
        whole: as wanted, though there may not be room for it
    """
    count = len(corners)
    corner, before, after = corners[index], corners[index - 1], corners[(index + 1) % count]
    wanted = corner.chamfer or corner.radius * abs(tan(_turn(before, corner, after) / 2))
    if whole:
        return wanted
    room = [
        hypot(other.x - corner.x, other.y - corner.y) / (2 if other.radius or other.chamfer else 1)
        for other in (before, after)
    ]
    return min(wanted, *room)


def counter_clockwise(outline: Outline) -> Outline:
    """The same outline, walked counter-clockwise."""
    if not outline.edges or outline.area_mm2 >= 0:
        return outline
    backwards = outline.mirrored()  # which walks it the other way; mirroring back by hand turns its arcs over
    return Outline(tuple(Vertex(-v.x, v.y, -v.bulge) for v in backwards.vertices), backwards.names)


def hull_of(outline: Outline) -> Outline:
    """The convex hull round an outline's corners, in the box from the origin."""
    hull = MultiPoint([(v.x, v.y) for v in outline.vertices]).convex_hull
    if not isinstance(hull, Polygon) or hull.area < 1.0:
        return rectangle(10.0, 10.0)
    ring = hull.exterior if hull.exterior.is_ccw else hull.exterior.reverse()
    found = Outline(tuple(Vertex(x, y) for x, y in list(ring.coords)[:-1]))
    left, front, _, _ = found.box
    return found.moved(-left, -front)


def _turn(before: Corner, corner: Corner, after: Corner) -> float:
    """By how much the way turns at a corner [rad], to the left positive."""
    come = atan2(corner.y - before.y, corner.x - before.x)
    go = atan2(after.y - corner.y, after.x - corner.x)
    turned = (go - come + pi) % (2 * pi) - pi
    # A corner that turns right back on itself has no tangent: it is left as it is.
    return turned if abs(turned) < pi - 1e-6 else acos(1.0)


def _bulge(corner: Corner, after: Corner) -> float:
    chord = hypot(after.x - corner.x, after.y - corner.y)
    return 2 * corner.bow / chord if chord > _TRIFLE else 0.0


def _towards(corner: Corner, other: Corner, by: float) -> Point:
    run = hypot(other.x - corner.x, other.y - corner.y)
    return Point(corner.x + (other.x - corner.x) * by / run, corner.y + (other.y - corner.y) * by / run)


def _counter_clockwise(corners: list[Corner]) -> list[Corner]:
    following = corners[1:] + corners[:1]
    if sum(a.x * b.y - b.x * a.y for a, b in zip(corners, following, strict=True)) >= 0:
        return corners
    # Walked the other way round the edge that leaves a corner is the one that came to it.
    backwards = corners[::-1]
    before = backwards[1:] + backwards[:1]
    return [corner._replace(bow=came.bow) for corner, came in zip(backwards, before, strict=True)]


def _in_corner(left_front: Outline, meet: str, length_mm: float, width_mm: float) -> Outline:
    """An outline drawn in the left front corner of its box, put into another."""
    found = left_front
    if "right" in meet:
        found = found.mirrored(_swap("left", "right")).moved(length_mm, 0.0)
    if "back" in meet:
        found = found.flipped(_swap("front", "back")).moved(0.0, width_mm)
    return found


def _swap(one: str, other: str) -> Callable[[str], str]:
    def rename(name: str) -> str:
        words = {one: other, other: one}
        return " ".join(words.get(word, word) for word in name.split())

    return rename

"""One side of an outline: a straight line, or an arc given by its bulge as in DXF."""

from math import atan, atan2, cos, hypot, isclose, pi, sin, sqrt, tau
from typing import NamedTuple


class Point(NamedTuple):
    """A point in the plane [mm]."""

    x: float
    y: float


class Edge:
    """From ``start`` to ``end`` [mm]; ``bulge`` is tan(angle / 4), positive counter-clockwise, 0 straight.

    What an arc needs is worked out once, here: the search for thin webs asks for it thousands of times.

    Attributes:
        chord: the straight distance from start to end [mm]
        angle: the angle an arc turns through [rad], negative clockwise
        radius: the radius of an arc [mm]
        centre: the centre of an arc [mm]
        begin: the direction in which an arc starts, from its centre [rad]
        box: the box round the edge: left, front, right, back [mm]
    """

    __slots__ = ("angle", "begin", "box", "bulge", "centre", "chord", "end", "radius", "start")

    def __init__(self, start: Point, end: Point, bulge: float = 0.0) -> None:
        """An edge between two points [mm]."""
        self.start, self.end, self.bulge = start, end, bulge
        self.chord = hypot(end.x - start.x, end.y - start.y)
        left, right = (start.x, end.x) if start.x < end.x else (end.x, start.x)
        front, back = (start.y, end.y) if start.y < end.y else (end.y, start.y)
        self.box = (left, front, right, back)
        self.angle, self.radius, self.centre, self.begin = 0.0, 0.0, start, 0.0
        if bulge:
            offset = (1 - bulge**2) / (4 * bulge)
            dx, dy = end.x - start.x, end.y - start.y
            self.angle = 4 * atan(bulge)
            self.radius = self.chord * (1 + bulge**2) / (4 * abs(bulge))
            self.centre = Point((start.x + end.x) / 2 - dy * offset, (start.y + end.y) / 2 + dx * offset)
            self.begin = atan2(start.y - self.centre.y, start.x - self.centre.x)
            self.box = self._arc_box(left, front, right, back)

    @property
    def is_arc(self) -> bool:
        """Whether it is an arc."""
        return self.bulge != 0.0

    @property
    def length(self) -> float:
        """Its length along the edge [mm]."""
        return self.radius * abs(self.angle) if self.bulge else self.chord

    def holds(self, dx: float, dy: float) -> bool:
        """Whether an arc has a point in the direction dx, dy from its centre."""
        return self.holds_direction(atan2(dy, dx))

    def holds_direction(self, direction: float) -> bool:
        """Whether an arc has a point in this direction from its centre [rad]."""
        turned = (direction - self.begin) % tau if self.angle > 0 else (self.begin - direction) % tau
        return turned <= abs(self.angle) + 1e-9 or isclose(turned, tau, abs_tol=1e-9)

    def share_of(self, point: Point) -> float | None:
        """How far along an arc a point in its direction lies, from 0 to 1; None where the arc has none there."""
        direction = atan2(point.y - self.centre.y, point.x - self.centre.x)
        if not self.holds_direction(direction):
            return None
        turned = (direction - self.begin) % tau if self.angle > 0 else (self.begin - direction) % tau
        return min(1.0, turned / abs(self.angle)) if turned < tau - 1e-9 else 0.0

    def nearest(self, to: Point) -> Point:
        """Its point nearest to ``to`` [mm]."""
        if not self.is_arc:
            return self._nearest_on_line(to)
        centre = self.centre
        direction = atan2(to.y - centre.y, to.x - centre.x)
        if self.holds_direction(direction):
            return self.at_direction(direction)
        return min(self.start, self.end, key=lambda end: hypot(end.x - to.x, end.y - to.y))

    def at_direction(self, direction: float) -> Point:
        """The arc's point in this direction from its centre [rad]."""
        centre, radius = self.centre, self.radius
        return Point(centre.x + radius * cos(direction), centre.y + radius * sin(direction))

    def chopped(self, chords_per_turn: int) -> list[Point]:
        """Points from start up to, not including, end whose polygon has the arc's exact area.

        The inner points stand a little outside the arc, so that the area between polygon and chord is
        the circular segment's: (n - 2) k² sin d + 2 k sin d = n d, d being the angle of one chord and k
        the factor on their radius.
        """
        if not self.is_arc:
            return [self.start]
        return self.chopped_in(max(2, round(chords_per_turn * abs(self.angle) / tau)))

    def chopped_in(self, count: int) -> list[Point]:
        """The same for an arc in a number of chords, two or more."""
        step = abs(self.angle) / count
        wanted = count * step / sin(step)
        factor = wanted / 2 if count == 2 else (sqrt(1 + (count - 2) * wanted) - 1) / (count - 2)
        centre, radius = self.centre, self.radius * factor
        begin = self.begin
        turn = step if self.angle > 0 else -step
        inner = [
            Point(centre.x + radius * cos(begin + turn * i), centre.y + radius * sin(begin + turn * i))
            for i in range(1, count)
        ]
        return [self.start, *inner]

    def _arc_box(self, left: float, front: float, right: float, back: float) -> tuple[float, float, float, float]:
        centre, radius = self.centre, self.radius
        return (
            centre.x - radius if self.holds_direction(pi) else left,
            centre.y - radius if self.holds_direction(-pi / 2) else front,
            centre.x + radius if self.holds_direction(0.0) else right,
            centre.y + radius if self.holds_direction(pi / 2) else back,
        )

    def _nearest_on_line(self, to: Point) -> Point:
        dx, dy = self.end.x - self.start.x, self.end.y - self.start.y
        squared = dx * dx + dy * dy
        if squared == 0:
            return self.start
        along = ((to.x - self.start.x) * dx + (to.y - self.start.y) * dy) / squared
        along = min(1.0, max(0.0, along))
        return Point(self.start.x + along * dx, self.start.y + along * dy)


def segment_area(edge: Edge) -> float:
    """Signed area between an arc and its chord [mm²], positive outside a counter-clockwise chord."""
    return edge.radius**2 / 2 * (edge.angle - sin(edge.angle))


def perpendicular(edge: Edge) -> float:
    """Direction square to a straight edge [rad]."""
    return atan2(edge.end.y - edge.start.y, edge.end.x - edge.start.x) + pi / 2

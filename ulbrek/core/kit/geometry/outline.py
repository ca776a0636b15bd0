"""A closed line with true arcs, counter-clockwise."""

from dataclasses import dataclass
from functools import cached_property
from math import sqrt

from shapely import Polygon

from ulbrek.core.kit.geometry.edge import Edge, Point, segment_area, segment_centroid

CHORDS_PER_TURN = 64
QUARTER_BULGE = sqrt(2) - 1  # tan(90° / 4)


@dataclass(frozen=True, slots=True)
class Vertex:
    """A corner [mm] and the bulge of the edge that leaves it."""

    x: float
    y: float
    bulge: float = 0.0


@dataclass(frozen=True)
class Outline:
    """A closed, counter-clockwise polyline with bulges; it does not cross itself."""

    vertices: tuple[Vertex, ...]

    @cached_property
    def edges(self) -> tuple[Edge, ...]:
        """Its sides in order; those without length are left out."""
        following = (*self.vertices[1:], self.vertices[0])
        return tuple(
            Edge(Point(a.x, a.y), Point(b.x, b.y), a.bulge)
            for a, b in zip(self.vertices, following, strict=True)
            if (a.x, a.y) != (b.x, b.y)
        )

    @cached_property
    def box(self) -> tuple[float, float, float, float]:
        """The box round it: left, front, right, back [mm]."""
        left, front, right, back = zip(*(edge.box for edge in self.edges), strict=True)
        return min(left), min(front), max(right), max(back)

    @cached_property
    def area_mm2(self) -> float:
        """Exact area [mm²]."""
        shoelace = sum(e.start.x * e.end.y - e.end.x * e.start.y for e in self.edges) / 2
        return shoelace + sum(segment_area(e) for e in self.edges if e.is_arc)

    @cached_property
    def centroid(self) -> Point:
        """Exact centroid [mm]."""
        x = y = 0.0
        for e in self.edges:
            twice = e.start.x * e.end.y - e.end.x * e.start.y
            x += (e.start.x + e.end.x) * twice / 6
            y += (e.start.y + e.end.y) * twice / 6
            if e.is_arc:
                area, middle = segment_area(e), segment_centroid(e)
                x += area * middle.x
                y += area * middle.y
        return Point(x / self.area_mm2, y / self.area_mm2)

    @cached_property
    def length_mm(self) -> float:
        """Length all round [mm]."""
        return sum(e.length for e in self.edges)

    @cached_property
    def polygon(self) -> Polygon:
        """A polygon of exactly its area; its arcs are chopped into 64 chords a turn."""
        return Polygon([point for e in self.edges for point in e.chopped(CHORDS_PER_TURN)])

    def moved(self, dx: float, dy: float) -> "Outline":
        """The same outline moved by dx, dy [mm]."""
        return Outline(tuple(Vertex(v.x + dx, v.y + dy, v.bulge) for v in self.vertices))


def rectangle(length_mm: float, width_mm: float) -> Outline:
    """A rectangle [mm] with its left front corner at the origin."""
    corners = ((0.0, 0.0), (length_mm, 0.0), (length_mm, width_mm), (0.0, width_mm))
    return Outline(tuple(Vertex(x, y) for x, y in corners))


def rounded_rectangle(length_mm: float, width_mm: float, radius_mm: float) -> Outline:
    """A rectangle [mm] about the origin with rounded corners; a radius over half a side is taken as half."""
    radius = min(radius_mm, length_mm / 2, width_mm / 2)
    x, y = length_mm / 2, width_mm / 2
    if radius <= 0:
        return rectangle(length_mm, width_mm).moved(-x, -y)
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

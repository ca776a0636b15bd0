"""A closed line with true arcs, counter-clockwise."""

from collections.abc import Callable
from functools import cached_property
from math import cos, hypot, sin, tau
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from shapely import Polygon, polygons

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.edge import Edge, Point, segment_area
from ulbrek.core.kit.geometry.moments import Moments, moments_of, moments_of_ring

CHORDS_PER_TURN = 64


class Vertex(NamedTuple):
    """A corner [mm] and the bulge of the edge that leaves it."""

    x: float
    y: float
    bulge: float = 0.0


@dataclass(frozen=True)
class Outline:
    """A closed, counter-clockwise polyline with bulges; it does not cross itself.

    Attributes:
        vertices: its corners in order
        names: what the edge leaving each vertex is called; a rounded corner has none. Empty: no edge has a name
    """

    vertices: tuple[Vertex, ...]
    names: tuple[str, ...] = ()

    def __hash__(self) -> int:
        """That of its vertices and names, worked out once: outlines are what most is remembered by."""
        return self._hash

    @cached_property
    def _hash(self) -> int:
        return hash((self.vertices, self.names))

    @cached_property
    def is_straight(self) -> bool:
        """Whether it has no arcs."""
        return not any(vertex.bulge for vertex in self.vertices)

    @cached_property
    def is_rectangle(self) -> bool:
        """Whether it is a rectangle with square corners, along the axes."""
        left, front, right, back = self.box
        return self.is_straight and abs(self.area_mm2 - (right - left) * (back - front)) < 1.0

    @cached_property
    def edges(self) -> tuple[Edge, ...]:
        """Its sides in order; those without length are left out."""
        return tuple(
            Edge(Point(a.x, a.y), Point(b.x, b.y), a.bulge) for a, b in self._sides if (a.x, a.y) != (b.x, b.y)
        )

    @cached_property
    def edge_names(self) -> tuple[str, ...]:
        """What each of ``edges`` is called; empty text for one without a name."""
        names = self.names or ("",) * len(self.vertices)
        return tuple(name for name, (a, b) in zip(names, self._sides, strict=True) if (a.x, a.y) != (b.x, b.y))

    @property
    def _sides(self) -> "zip[tuple[Vertex, Vertex]]":
        """Each vertex with the one that follows."""
        return zip(self.vertices, (*self.vertices[1:], self.vertices[0]), strict=True)

    @cached_property
    def box(self) -> tuple[float, float, float, float]:
        """The box round it: left, front, right, back [mm]."""
        if self.is_straight:
            xs, ys, _ = zip(*self.vertices, strict=True)
            return min(xs), min(ys), max(xs), max(ys)
        left, front, right, back = zip(*(edge.box for edge in self.edges), strict=True)
        return min(left), min(front), max(right), max(back)

    @cached_property
    def area_mm2(self) -> float:
        """Exact area [mm²]."""
        if self.is_straight:
            return self.moments.area
        shoelace = sum(e.start.x * e.end.y - e.end.x * e.start.y for e in self.edges) / 2
        return shoelace + sum(segment_area(e) for e in self.edges if e.is_arc)

    @cached_property
    def centroid(self) -> Point:
        """Exact centroid [mm]."""
        return Point(self.moments.x / self.moments.area, self.moments.y / self.moments.area)

    @cached_property
    def moments(self) -> Moments:
        """Area, first and second moments about the origin."""
        if self.is_straight:
            return moments_of_ring(np.array((*self.vertices, self.vertices[0]))[:, :2])
        return moments_of(self.edges)

    @cached_property
    def length_mm(self) -> float:
        """Length all round [mm]."""
        if self.is_straight:
            return sum(hypot(b.x - a.x, b.y - a.y) for a, b in self._sides)
        return sum(e.length for e in self.edges)

    @cached_property
    def path(self) -> tuple[float, ...]:
        """As a drawing takes it: x, y [mm] and bulge, corner after corner."""
        return tuple(round(value, 4) for v in self.vertices for value in (v.x, v.y, v.bulge))

    @cached_property
    def chopped_corners(self) -> int:
        """How many corners its polygon has."""
        turns = [abs(edge.angle) / tau for edge in self.edges]
        return sum(max(2, round(CHORDS_PER_TURN * turn)) if turn else 1 for turn in turns)

    @cached_property
    def polygon(self) -> Polygon:
        """A polygon of exactly its area; its arcs are chopped into 64 chords a turn."""
        found = polygons(self.chopped)
        assert isinstance(found, Polygon)  # noqa: S101 - of one ring comes one
        return found

    @cached_property
    def chopped(self) -> NDArray[np.float64]:
        """Its corners and those of the chords of its arcs, one after another: [n, 2] in mm."""
        if self.is_straight:
            return np.array([(a.x, a.y) for a, b in self._sides if (a.x, a.y) != (b.x, b.y)])
        return np.array([point for e in self.edges for point in e.chopped(CHORDS_PER_TURN)])

    def moved(self, dx: float, dy: float) -> "Outline":
        """The same outline moved by dx, dy [mm]."""
        found = Outline(tuple(Vertex(v.x + dx, v.y + dy, v.bulge) for v in self.vertices), self.names)
        if "chopped" in self.__dict__:  # copies of one outline are chopped once
            found.__dict__["chopped"] = self.chopped + np.array((dx, dy))
        return found

    def turned(self, by: float) -> "Outline":
        """The same outline turned counter-clockwise about the origin by an angle [rad]."""
        c, s = cos(by), sin(by)
        return Outline(tuple(Vertex(c * v.x - s * v.y, s * v.x + c * v.y, v.bulge) for v in self.vertices), self.names)

    def mirrored(self, rename: Callable[[str], str] = str) -> "Outline":
        """The same outline mirrored left to right about x = 0, its edges renamed."""
        return self._backwards(lambda v: (-v.x, v.y), rename)

    def flipped(self, rename: Callable[[str], str] = str) -> "Outline":
        """The same outline mirrored front to back about y = 0, its edges renamed."""
        return self._backwards(lambda v: (v.x, -v.y), rename)

    def _backwards(self, place: Callable[[Vertex], tuple[float, float]], rename: Callable[[str], str]) -> "Outline":
        """Walked the other way round, so that mirrored it is counter-clockwise again.

        Mirrored and walked backwards an arc keeps its bulge; the edge leaving a vertex is the one that came to it.
        """
        count = len(self.vertices)
        order = [(-index) % count for index in range(count)]
        vertices = tuple(
            Vertex(*place(self.vertices[index]), self.vertices[(index - 1) % count].bulge) for index in order
        )
        names = tuple(rename(self.names[(index - 1) % count]) for index in order) if self.names else ()
        return Outline(vertices, names)

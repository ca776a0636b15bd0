"""An outline between two heights: what a solid is made of. It may narrow, lose its edges, and slope at its ends."""

from collections.abc import Iterator
from math import sqrt
from typing import Literal, cast

import numpy as np
from shapely import Polygon, box, polygons, unary_union
from shapely.geometry.base import BaseGeometry

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.moments import Moments
from ulbrek.core.kit.geometry.offset import inset
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.remembering import remembered

Mouth = Literal["top", "bottom"]
_FAR_MM = 1e6
_DIGITS = 9  # of a millimetre, in which copies of one outline are the same
_ROOM_BYTES = 4_000_000


@dataclass(frozen=True, slots=True)
class EdgeCut:
    """What an edge loses towards the top or the bottom: a chamfer, or an elliptic round-over.

    Attributes:
        kind: straight or round
        at: at its top or its bottom
        rise_mm: how far down or up the edge it reaches
        run_mm: how far in from the edge it reaches
    """

    kind: Literal["chamfer", "round"]
    at: Mouth
    rise_mm: float
    run_mm: float

    def inset_mm(self, from_face_mm: float) -> float:
        """How far in the edge stands at a depth below its face [mm]."""
        left = 1 - from_face_mm / self.rise_mm
        if left <= 0:
            return 0.0
        return self.run_mm * left if self.kind == "chamfer" else self.run_mm * (1 - sqrt(max(0.0, 1 - left * left)))


@dataclass(frozen=True, slots=True)
class Fall:
    """A face that slopes: its height [mm] at the origin, and how much it rises for each mm to the right and back."""

    height_mm: float
    per_x: float
    per_y: float

    def at(self, x: float, y: float) -> float:
        """Its height at a place [mm]."""
        return self.height_mm + self.per_x * x + self.per_y * y


@dataclass(frozen=True)
class Prism:
    """An outline between two heights [mm], which may narrow as it goes in.

    Attributes:
        outline: its outline at its mouth
        bottom_mm: where it begins
        top_mm: where it ends
        draft: by how much it narrows on each side, for each mm away from its mouth
        mouth: the end at which it has its full size
        holes: what is left out of it
        edges: by edge of the outline, what it loses at its top and bottom; empty: nothing
        floor: a bottom that slopes; never under ``bottom_mm``
        ceiling: a top that slopes; never over ``top_mm``
    """

    outline: Outline
    bottom_mm: float
    top_mm: float
    draft: float = 0.0
    mouth: Mouth = "top"
    holes: tuple[Outline, ...] = ()
    edges: tuple[tuple[EdgeCut, ...], ...] = ()
    floor: Fall | None = None
    ceiling: Fall | None = None

    @property
    def is_straight(self) -> bool:
        """Whether it is the same at every height."""
        return not (self.draft or any(self.edges) or self.floor or self.ceiling)

    def outline_at(self, height_mm: float) -> Outline | None:
        """Its outline at a height [mm], slopes left out; None where it has narrowed to nothing."""
        if not self.draft and not any(self.edges):
            return self.outline
        from_mouth = self.top_mm - height_mm if self.mouth == "top" else height_mm - self.bottom_mm
        lost = [self.draft * from_mouth] * len(self.outline.edges)
        for index, cuts in enumerate(self.edges):
            for cut in cuts:
                from_face = self.top_mm - height_mm if cut.at == "top" else height_mm - self.bottom_mm
                lost[index] += cut.inset_mm(from_face)
        x, y, _ = self.outline.vertices[0]
        at_home = [Vertex(round(v.x - x, _DIGITS), round(v.y - y, _DIGITS), v.bulge) for v in self.outline.vertices]
        left = _inset_at_home(Outline(tuple(at_home), self.outline.names), tuple(lost))
        return left.moved(x, y) if left is not None else None

    def section_at(self, height_mm: float) -> BaseGeometry:
        """What of it is there at a height [mm], as polygons of exact area."""
        if not self.bottom_mm <= height_mm < self.top_mm:
            return Polygon()
        outline = self.outline_at(height_mm)
        if outline is None:
            return Polygon()
        shape: BaseGeometry = outline.polygon
        if not shape.is_valid:  # an arc that a seam all but grazes: its chords cross the seam by a hair
            shape = shape.buffer(0)
        if self.holes:
            shape = shape.difference(unary_union([hole.polygon for hole in self.holes]))
        for slope, sign in ((self.floor, 1), (self.ceiling, -1)):
            if slope is not None:
                shape = shape.intersection(_where(slope, height_mm, sign))
        return shape

    def moments_at(self, height_mm: float) -> Moments:
        """Its moments at a height [mm]; slopes left out."""
        outline = self.outline_at(height_mm)
        if outline is None:
            return Moments()
        found = outline.moments
        for hole in self.holes:
            found = found.plus(hole.moments, -1)
        return found

    def breaks(self) -> Iterator[float]:
        """Heights [mm] at which the way it changes with height changes."""
        yield self.bottom_mm
        yield self.top_mm
        for cut in {cut for cuts in self.edges for cut in cuts}:
            yield self.top_mm - cut.rise_mm if cut.at == "top" else self.bottom_mm + cut.rise_mm
        for slope in (self.floor, self.ceiling):
            if slope is not None:
                yield from (slope.at(vertex.x, vertex.y) for vertex in self.outline.vertices)
                reached = [slope.at(x, y) for x, y in self.outline.polygon.exterior.coords]
                yield min(reached)
                yield max(reached)


@remembered(_ROOM_BYTES, lambda left, outline, _: 600 + 400 * len((left or outline).vertices))
def _inset_at_home(outline: Outline, lost_mm: tuple[float, ...]) -> Outline | None:
    """An outline that narrows, its first corner in the origin: copies in a row share it."""
    left = inset(outline, lost_mm)
    if left is not None:
        _ = left.chopped
    return left


def _where(slope: Fall, height: float, sign: int) -> Polygon:
    """Where a slope lies under a height (sign 1) or over it (sign -1), as a very large polygon."""
    per = Point(slope.per_x, slope.per_y)
    steep = sqrt(per.x**2 + per.y**2)
    if steep < 1e-15:
        return box(-_FAR_MM, -_FAR_MM, _FAR_MM, _FAR_MM) if sign * (height - slope.height_mm) > 0 else Polygon()
    up = Point(per.x / steep, per.y / steep)
    to_line = (height - slope.height_mm) / steep
    x, y = up.x * to_line, up.y * to_line
    across = Point(-up.y * _FAR_MM, up.x * _FAR_MM)
    deep = Point(-up.x * _FAR_MM * sign, -up.y * _FAR_MM * sign)
    corners = (
        (x - across.x, y - across.y),
        (x + across.x, y + across.y),
        (x + across.x + deep.x, y + across.y + deep.y),
        (x - across.x + deep.x, y - across.y + deep.y),
    )
    return cast("Polygon", polygons(np.array(corners)))  # which is quicker than its class

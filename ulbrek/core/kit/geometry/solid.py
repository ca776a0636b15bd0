"""The body of a piece: an outline times a depth, what is added to it and what is cut out of it."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from itertools import combinations, pairwise
from math import cos, pi, sin, sqrt
from typing import Literal, NamedTuple

from shapely import Polygon, box, unary_union
from shapely.geometry.base import BaseGeometry

from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.moments import GAUSS_3, GAUSS_6, Moments, moments_of_polygon
from ulbrek.core.kit.geometry.offset import inset
from ulbrek.core.kit.geometry.outline import Outline

Mouth = Literal["top", "bottom"]
_FAR_MM = 1e6
_TRIFLE_MM = 1e-9
_FEW_CORNERS = 12


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
        return inset(self.outline, lost)

    def section_at(self, height_mm: float) -> BaseGeometry:
        """What of it is there at a height [mm], as polygons of exact area."""
        if not self.bottom_mm <= height_mm < self.top_mm:
            return Polygon()
        outline = self.outline_at(height_mm)
        if outline is None:
            return Polygon()
        shape: BaseGeometry = outline.polygon
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


Cut = Prism


class SolidMoments(NamedTuple):
    """Volume [mm³], first moments [mm⁴] and second moments [mm⁵] about the origin."""

    volume: float
    x: float
    y: float
    z: float
    xx: float
    yy: float
    zz: float
    xy: float
    xz: float
    yz: float


@dataclass(frozen=True)
class Solid:
    """An outline times a depth [mm], with what is added and less what is cut; overlaps count once.

    What is cut is cut out of the outline and of what is added. Heights count from the back of the outline.

    Attributes:
        outline: its plan
        depth_mm: its depth
        cuts: what is taken out
        adds: what stands out from it, above or below
        edges: by edge of the outline, what it loses at its top and bottom
        floor: a back that slopes
        ceiling: a face that slopes
    """

    outline: Outline
    depth_mm: float
    cuts: tuple[Prism, ...] = ()
    adds: tuple[Prism, ...] = ()
    edges: tuple[tuple[EdgeCut, ...], ...] = ()
    floor: Fall | None = None
    ceiling: Fall | None = None

    @cached_property
    def body(self) -> Prism:
        """The outline times its depth, before anything is added or cut."""
        return Prism(self.outline, 0.0, self.depth_mm, edges=self.edges, floor=self.floor, ceiling=self.ceiling)

    def section_at(self, height_mm: float) -> BaseGeometry:
        """The concrete at a height above the back [mm], as polygons of exact area."""
        bodies = [prism.section_at(height_mm) for prism in (self.body, *self.adds)]
        there = [shape for shape in bodies if not shape.is_empty]
        if not there:
            return Polygon()
        concrete = there[0] if len(there) == 1 else unary_union(there)
        cut = [shape for prism in self.cuts if not (shape := prism.section_at(height_mm)).is_empty]
        return concrete.difference(unary_union(cut)) if cut else concrete

    @cached_property
    def heights(self) -> list[float]:
        """The heights [mm], lowest first, between which nothing starts or ends."""
        low = min([0.0, *(add.bottom_mm for add in self.adds)])
        high = max([self.depth_mm, *(add.top_mm for add in self.adds)])
        breaks = {z for prism in (self.body, *self.adds, *self.cuts) for z in prism.breaks()}
        breaks |= set(self._where_slopes_meet_cuts())
        ordered = sorted(z for z in breaks if low <= z <= high)
        return [z for index, z in enumerate(ordered) if index == 0 or z - ordered[index - 1] > _TRIFLE_MM]

    def _where_slopes_meet_cuts(self) -> Iterator[float]:
        """Heights [mm] at which a slope passes the corners of a cut, at its mouth and at its end."""
        slopes = [slope for slope in (self.floor, self.ceiling) if slope is not None]
        for cut in self.cuts if slopes else ():
            if len(cut.outline.vertices) <= _FEW_CORNERS:
                ends = (cut.outline, cut.outline_at(cut.bottom_mm if cut.mouth == "top" else cut.top_mm))
                for outline in ends:
                    for slope in slopes:
                        yield from (slope.at(v.x, v.y) for v in (outline.vertices if outline else ()))

    @cached_property
    def moments(self) -> SolidMoments:
        """Volume, first and second moments."""
        total = [0.0] * 10
        for low, high in pairwise(self.heights):
            for height, weight, flat in self._through(low, high):
                area, x, y, xx, yy, xy = flat
                for index, value in enumerate(
                    (area, x, y, area * height, xx, yy, area * height * height, xy, x * height, y * height)
                ):
                    total[index] += weight * value
        return SolidMoments(*total)

    @property
    def volume_mm3(self) -> float:
        """Volume [mm³]."""
        return self.moments.volume

    @cached_property
    def centroid(self) -> tuple[float, float, float]:
        """Centroid: x and y in plan and height above the back [mm]; the middle of an empty solid."""
        volume, x, y, z, *_ = self.moments
        if volume <= 0:
            return (*self.outline.centroid, self.depth_mm / 2)
        return x / volume, y / volume, z / volume

    @cached_property
    def second_moments(self) -> tuple[float, float, float]:
        """Second moments about the axes through its centroid [mm⁵]: times density, what resists being turned."""
        m, (x, y, z) = self.moments, self.centroid
        xx, yy, zz = m.xx - m.volume * x * x, m.yy - m.volume * y * y, m.zz - m.volume * z * z
        return yy + zz, xx + zz, xx + yy

    def _through(self, low: float, high: float) -> Iterator[tuple[float, float, Moments]]:
        """Heights between two breaks with their weights [mm], and the moments of the concrete there."""
        middle = (low + high) / 2
        bodies = [prism for prism in (self.body, *self.adds) if prism.bottom_mm <= middle < prism.top_mm]
        cuts = [prism for prism in self.cuts if prism.bottom_mm <= middle < prism.top_mm]
        if not bodies:
            return
        apart = _apart(bodies, cuts, low, high)
        prisms = (*bodies, *cuts)
        if all(prism.is_straight for prism in prisms):
            flat = _moments(bodies, cuts, middle) if apart else moments_of_polygon(self.section_at(middle))
            for at, weight in GAUSS_3:
                yield low + at * (high - low), weight * (high - low), flat
            return
        for height, weight in _nodes(low, high, prisms, apart):
            yield (
                height,
                weight,
                _moments(bodies, cuts, height) if apart else moments_of_polygon(self.section_at(height)),
            )


def _moments(bodies: Sequence[Prism], cuts: Sequence[Prism], height: float) -> Moments:
    total = Moments()
    for prism in bodies:
        total = total.plus(prism.moments_at(height))
    for prism in cuts:
        total = total.plus(prism.moments_at(height), -1)
    return total


def _nodes(low: float, high: float, prisms: Iterable[Prism], apart: bool) -> list[tuple[float, float]]:
    """Heights and weights [mm] that integrate between two breaks.

    Drafts and chamfers are exact by three where nothing overlaps. A round-over has an upright tangent at one end:
    heights crowd towards both ends as a cosine does, and a smooth integrand is left.
    """
    if any(cut.kind == "round" for prism in prisms for cuts in prism.edges for cut in cuts):
        ways = [(half * pi + at * pi / 2, weight * pi / 2) for half in (0.0, 0.5) for at, weight in GAUSS_6]
        span = (high - low) / 2
        return [(low + span * (1 - cos(way)), weight * span * sin(way)) for way, weight in ways]
    rule = GAUSS_3 if apart else GAUSS_6
    return [(low + at * (high - low), weight * (high - low)) for at, weight in rule]


def _apart(bodies: Sequence[Prism], cuts: Sequence[Prism], low: float, high: float) -> bool:
    """Whether cuts lie inside one body and apart, or bodies apart and uncut: then moments simply add up."""
    if any(prism.floor or prism.ceiling for prism in (*bodies, *cuts)):
        return False
    if len(bodies) > 1:
        return not cuts and _boxes_apart([prism.outline.box for prism in bodies])
    widest = [_widest(prism, low, high) for prism in cuts]
    if not _boxes_apart([outline.box for outline in widest]):
        return False
    (body,) = bodies
    left, front, right, back = body.outline.box
    margin = sum(cut.run_mm for cut in {cut for edge in body.edges for cut in edge})
    full = abs((right - left) * (back - front) - body.outline.area_mm2) < 1e-12 * body.outline.area_mm2
    for outline in widest:
        a, b, c, d = outline.box
        if full:
            if a < left + margin or b < front + margin or c > right - margin or d > back - margin:
                return False
        elif not _holds(body.outline, margin).contains(box(a, b, c, d)):
            return False
    return True


@lru_cache(maxsize=64)
def _holds(outline: Outline, margin_mm: float) -> Polygon:
    return outline.polygon.buffer(-margin_mm - 1e-6)


def _widest(prism: Prism, low: float, high: float) -> Outline:
    if not prism.draft:
        return prism.outline
    found = [outline for z in (low, high) if (outline := prism.outline_at(z)) is not None]
    return max(found, key=lambda outline: outline.area_mm2, default=prism.outline)


def _boxes_apart(boxes: Sequence[tuple[float, float, float, float]]) -> bool:
    return not any(
        max(one[0], other[0]) < min(one[2], other[2]) and max(one[1], other[1]) < min(one[3], other[3])
        for one, other in combinations(boxes, 2)
    )


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
    return Polygon(
        [
            (x - across.x, y - across.y),
            (x + across.x, y + across.y),
            (x + across.x + deep.x, y + across.y + deep.y),
            (x - across.x + deep.x, y - across.y + deep.y),
        ]
    )

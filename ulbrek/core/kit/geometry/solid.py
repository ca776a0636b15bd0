"""The body of a piece: an outline times a depth, what is added to it and what is cut out of it."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from itertools import pairwise

import numpy as np
from shapely import Polygon, STRtree, box, unary_union
from shapely.geometry.base import BaseGeometry

from ulbrek.core.kit.geometry.columns import SolidMoments, at_height, crowded, moments_of_prism
from ulbrek.core.kit.geometry.moments import GAUSS_6, moments_of_polygon
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import EdgeCut, Fall, Prism

_TRIFLE_MM = 1e-9
_FEW_CORNERS = 12

Cut = Prism


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
        """Volume, first and second moments: part by part where nothing meets, else layer by layer."""
        return self._by_parts() or self._by_layers()

    def _by_parts(self) -> SolidMoments | None:
        """The body and what is added, less what is cut; None where they meet in a way that needs layers."""
        if not _apart(self.body, self.cuts, self.adds):
            return None
        parts = [(moments_of_prism(self.body), 1.0)]
        parts += [(moments_of_prism(add), 1.0) for add in self.adds]
        for cut in self.cuts:
            through = cut.bottom_mm <= 0 and cut.top_mm >= self.depth_mm
            if through:
                parts.append((moments_of_prism(cut, self.floor, self.ceiling), -1.0))
            elif self._clear_of_slopes(cut):
                parts.append((moments_of_prism(cut), -1.0))
            else:
                return None
        total = SolidMoments()
        for moments, sign in parts:
            if moments is None:
                return None
            total = total.plus(moments, sign)
        return total

    def _clear_of_slopes(self, cut: Prism) -> bool:
        """Whether a cut that does not go through keeps clear of a back or a face that slopes."""
        left, front, right, back = cut.outline.box
        corners = [(x, y) for x in (left, right) for y in (front, back)]
        over = self.floor is None or all(self.floor.at(x, y) <= cut.bottom_mm for x, y in corners)
        under = self.ceiling is None or all(self.ceiling.at(x, y) >= cut.top_mm for x, y in corners)
        return over and under

    def _by_layers(self) -> SolidMoments:
        total = SolidMoments()
        for low, high in pairwise(self.heights):
            prisms = [p for p in (self.body, *self.adds, *self.cuts) if p.bottom_mm < high and p.top_mm > low]
            if all(prism.is_straight for prism in prisms):
                flat = moments_of_polygon(self.section_at((low + high) / 2))
                span = [(low + at * (high - low), weight * (high - low)) for at, weight in GAUSS_6]
                for height, weight in span:
                    total = total.plus(at_height(flat, height, weight))
                continue
            for height, weight in _between(low, high, prisms):
                total = total.plus(at_height(moments_of_polygon(self.section_at(height)), height, weight))
        return total

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


def _between(low: float, high: float, prisms: Sequence[Prism]) -> list[tuple[float, float]]:
    """Heights and weights [mm] between two breaks."""
    sloping = any(prism.floor or prism.ceiling for prism in prisms)
    if sloping or any(cut.kind == "round" for prism in prisms for cuts in prism.edges for cut in cuts):
        return crowded(low, high)
    return [(low + at * (high - low), weight * (high - low)) for at, weight in GAUSS_6]


def _apart(body: Prism, cuts: Sequence[Prism], adds: Sequence[Prism]) -> bool:
    """Whether cuts lie inside the body and apart, and what is added apart: then moments simply add up."""
    if body.floor is not None and body.ceiling is not None:
        return False
    if not _boxes_apart([add.outline.box for add in adds]):
        return False
    widest = [_widest(cut) for cut in cuts]
    if not _boxes_apart([outline.box for outline in widest]):
        return False
    left, front, right, back = body.outline.box
    margin = max((cut.run_mm for edge in body.edges for cut in edge), default=0.0)
    full = abs((right - left) * (back - front) - body.outline.area_mm2) < 1e-12 * body.outline.area_mm2
    for outline in widest:
        a, b, c, d = outline.box
        if full:
            if a < left + margin or b < front + margin or c > right - margin or d > back - margin:
                return False
        elif not _kept(body.outline, margin).contains(box(a, b, c, d)):
            return False
    return True


@lru_cache(maxsize=64)
def _kept(outline: Outline, margin_mm: float) -> Polygon:
    return outline.polygon.buffer(-margin_mm - 1e-6)


def _widest(prism: Prism) -> Outline:
    if not prism.draft:
        return prism.outline
    found = [one for z in (prism.bottom_mm, prism.top_mm) if (one := prism.outline_at(z)) is not None]
    return max(found, key=lambda outline: outline.area_mm2, default=prism.outline)


def _boxes_apart(boxes: Sequence[tuple[float, float, float, float]]) -> bool:
    if len(boxes) < 2:
        return True
    found = np.array(boxes)
    shapes = box(*found.T)
    one, other = found[STRtree(shapes).query(shapes)]
    over = np.minimum(one[:, 2:], other[:, 2:]) > np.maximum(one[:, :2], other[:, :2])
    return int(np.count_nonzero(over.all(axis=1))) <= len(boxes)  # each meets itself

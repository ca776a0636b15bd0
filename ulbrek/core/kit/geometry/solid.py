"""The body of a piece: an outline times a depth, less what is cut out of it."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import combinations, pairwise
from typing import NamedTuple

from shapely import unary_union
from shapely.geometry.base import BaseGeometry

from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.outline import Outline

_TRIFLE = 1e-12


@dataclass(frozen=True, slots=True)
class Cut:
    """What is not concrete between two heights above the back of the piece [mm]."""

    outline: Outline
    bottom_mm: float
    top_mm: float


@dataclass(frozen=True)
class Solid:
    """An outline times a depth [mm], less its cuts; cuts that overlap are taken off once."""

    outline: Outline
    depth_mm: float
    cuts: tuple[Cut, ...] = ()

    def section_at(self, height_mm: float) -> BaseGeometry:
        """The concrete at a height above the back [mm], as polygons of exact area."""
        here = [cut.outline.polygon for cut in self.cuts if cut.bottom_mm <= height_mm < cut.top_mm]
        if not here:
            return self.outline.polygon
        return self.outline.polygon.difference(unary_union(here))

    @cached_property
    def _layers(self) -> list["_Layer"]:
        ends = {0.0, self.depth_mm, *(z for c in self.cuts for z in (c.bottom_mm, c.top_mm))}
        heights = sorted(z for z in ends if 0 <= z <= self.depth_mm)
        return [self._layer(low, high) for low, high in pairwise(heights)]

    def _layer(self, low_mm: float, high_mm: float) -> "_Layer":
        middle = (low_mm + high_mm) / 2
        cuts = [cut.outline for cut in self.cuts if cut.bottom_mm <= middle < cut.top_mm]
        if _apart(self.outline, cuts):
            return _less(low_mm, high_mm, self.outline, cuts)
        section = self.section_at(middle)
        at = section.centroid if section.area else None
        return _Layer(low_mm, high_mm, section.area, Point(at.x, at.y) if at else Point(0.0, 0.0))

    @cached_property
    def volume_mm3(self) -> float:
        """Volume [mm³]."""
        return sum(layer.volume_mm3 for layer in self._layers)

    @cached_property
    def centroid(self) -> tuple[float, float, float]:
        """Centroid: x and y in plan and height above the back [mm]; the middle of an empty solid."""
        if self.volume_mm3 == 0:
            return (*self.outline.centroid, self.depth_mm / 2)
        x = y = z = 0.0
        for layer in self._layers:
            share = layer.volume_mm3 / self.volume_mm3
            x, y = x + share * layer.middle.x, y + share * layer.middle.y
            z += share * (layer.low_mm + layer.high_mm) / 2
        return x, y, z


class _Layer(NamedTuple):
    """The concrete between two heights [mm] with nothing changing between them."""

    low_mm: float
    high_mm: float
    area_mm2: float
    middle: Point

    @property
    def volume_mm3(self) -> float:
        """Volume [mm³]."""
        return (self.high_mm - self.low_mm) * self.area_mm2


def _apart(outline: Outline, cuts: Sequence[Outline]) -> bool:
    """Whether, by their boxes, cuts lie inside a rectangle and apart: then closed forms are exact."""
    left, front, right, back = outline.box
    if abs((right - left) * (back - front) - outline.area_mm2) > _TRIFLE * outline.area_mm2:
        return False
    boxes = [cut.box for cut in cuts]
    if any(a < left or b < front or c > right or d > back for a, b, c, d in boxes):
        return False
    return not any(
        max(one[0], other[0]) < min(one[2], other[2]) and max(one[1], other[1]) < min(one[3], other[3])
        for one, other in combinations(boxes, 2)
    )


def _less(low_mm: float, high_mm: float, outline: Outline, cuts: Sequence[Outline]) -> _Layer:
    area = outline.area_mm2 - sum(cut.area_mm2 for cut in cuts)
    if area <= 0:
        return _Layer(low_mm, high_mm, 0.0, Point(0.0, 0.0))
    x = outline.area_mm2 * outline.centroid.x - sum(cut.area_mm2 * cut.centroid.x for cut in cuts)
    y = outline.area_mm2 * outline.centroid.y - sum(cut.area_mm2 * cut.centroid.y for cut in cuts)
    return _Layer(low_mm, high_mm, area, Point(x / area, y / area))

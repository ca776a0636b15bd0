"""The body of a piece: an outline times a depth, less what is cut out of it."""

from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from shapely import unary_union
from shapely.geometry.base import BaseGeometry

from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.outline import Outline


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
    def _layers(self) -> list[tuple[float, float, BaseGeometry]]:
        ends = {0.0, self.depth_mm, *(z for c in self.cuts for z in (c.bottom_mm, c.top_mm))}
        heights = sorted(z for z in ends if 0 <= z <= self.depth_mm)
        return [(low, high, self.section_at((low + high) / 2)) for low, high in pairwise(heights)]

    @cached_property
    def volume_mm3(self) -> float:
        """Volume [mm³]."""
        return sum((high - low) * section.area for low, high, section in self._layers)

    @cached_property
    def centroid(self) -> tuple[float, float, float]:
        """Centroid: x and y in plan and height above the back [mm]; the middle of an empty solid."""
        if self.volume_mm3 == 0:
            return (*self.outline.centroid, self.depth_mm / 2)
        x = y = z = 0.0
        for low, high, section in self._layers:
            share = (high - low) * section.area / self.volume_mm3
            middle = section.centroid if section.area else None
            at = Point(middle.x, middle.y) if middle else Point(0.0, 0.0)
            x, y, z = x + share * at.x, y + share * at.y, z + share * (low + high) / 2
        return x, y, z

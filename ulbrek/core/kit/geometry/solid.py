"""The body of a piece: an outline times a depth, what is added to it and what is cut out of it."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from functools import cached_property
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from shapely import Polygon, STRtree, box, unary_union
from shapely.geometry.base import BaseGeometry

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.columns import SolidMoments, at_height, crowded, moments_of_prism
from ulbrek.core.kit.geometry.moments import GAUSS_1, GAUSS_2, GAUSS_3, GAUSS_6, Moments, moments_of_polygons
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import EdgeCut, Fall, Prism
from ulbrek.core.kit.remembering import remembered

_TRIFLE_MM = 1e-9
_FEW_CORNERS = 12
_MOST_CORNERS = 60_000  # of all sections of one solid together, before there are fewer
_LEAST_SECTIONS = 4
_CORNERS_OF_AN_INSET = 40  # as many corners as it costs to draw one that narrows anew

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
        concrete = self._straight_at(tuple(self._there(height_mm, straight=True)))
        bodies: list[BaseGeometry] = []
        cuts: list[BaseGeometry] = []
        for number in self._there(height_mm, straight=False):
            shape = self._prisms[number].section_at(height_mm)
            (cuts if number > len(self.adds) else bodies).append(shape)
        if bodies:
            concrete = unary_union([concrete, *bodies]) if len(bodies) > 1 or not concrete.is_empty else bodies[0]
            cuts.append(self._straight_cuts_at(height_mm))  # they cut what was added, too
        if not cuts:
            return concrete
        return concrete.difference(unary_union(cuts) if len(cuts) > 1 else cuts[0])

    @cached_property
    def _prisms(self) -> tuple[Prism, ...]:
        """The body, what is added, and what is cut, in that order."""
        return (self.body, *self.adds, *self.cuts)

    def _there(self, height_mm: float, straight: bool) -> Iterator[int]:
        """The numbers of the prisms that are there at a height, those that are straight or the others."""
        numbers, bottoms, tops = self._spans[straight]
        yield from numbers[(bottoms <= height_mm) & (height_mm < tops)].tolist()

    @cached_property
    def _spans(self) -> dict[bool, tuple[NDArray[np.int_], NDArray[np.float64], NDArray[np.float64]]]:
        """Of the straight prisms and of the others: their numbers, and where each begins and ends [mm]."""
        of: dict[bool, list[tuple[int, float, float]]] = {True: [], False: []}
        for number, prism in enumerate(self._prisms):
            of[prism.is_straight].append((number, prism.bottom_mm, prism.top_mm))
        return {
            straight: (
                np.array([one[0] for one in found], int), np.array([one[1] for one in found]),
                np.array([one[2] for one in found]),
            )
            for straight, found in of.items()
        }  # fmt: skip

    def _straight_cuts_at(self, height_mm: float) -> BaseGeometry:
        """All that is straight and cut at a height; the same at every height that has just these."""
        there = tuple(number for number in self._there(height_mm, straight=True) if number > len(self.adds))
        if there not in self._known_cuts:
            self._known_cuts[there] = unary_union([self._prisms[number].section_at(height_mm) for number in there])
        return self._known_cuts[there]

    @cached_property
    def _known_cuts(self) -> dict[tuple[int, ...], BaseGeometry]:
        return {}

    @cached_property
    def _known(self) -> dict[tuple[int, ...], BaseGeometry]:
        return {}

    def _straight_at(self, there: tuple[int, ...]) -> BaseGeometry:
        """The concrete of some straight prisms alone; the same at every height that has just these."""
        if there not in self._known:
            shapes = [self._prisms[number].section_at(self._prisms[number].bottom_mm) for number in there]
            bodies = [shape for number, shape in zip(there, shapes, strict=True) if number <= len(self.adds)]
            cuts = [shape for number, shape in zip(there, shapes, strict=True) if number > len(self.adds)]
            concrete: BaseGeometry = unary_union(bodies) if bodies else Polygon()
            self._known[there] = concrete.difference(unary_union(cuts)) if cuts and bodies else concrete
        return self._known[there]

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
        """Volume, first and second moments: part by part where nothing meets, layer by layer for what does."""
        sums_up = _sums_up(self.body, self.adds)
        alone, meeting = self._alone() if sums_up or self.cuts else ([], [])
        if sums_up and not meeting:
            bodies = [moments_of_prism(prism) for prism in (self.body, *self.adds)]
            if all(found is not None for found in bodies):
                return _summed([(found, 1.0) for found in bodies if found is not None] + alone)
        rest = replace(self, cuts=tuple(meeting)) if alone else self
        return _summed([(rest._by_layers(), 1.0), *alone])

    def _alone(self) -> tuple[list[tuple[SolidMoments, float]], list[Prism]]:
        """Cuts inside the body that meet no other, as moments to be taken off; and those that need layers."""
        if self.floor is not None and self.ceiling is not None:
            return [], list(self.cuts)
        alone: list[tuple[SolidMoments, float]] = []
        meeting: list[Prism] = []
        for cut, apart in zip(self.cuts, _apart(self.body, self.cuts), strict=True):
            through = cut.bottom_mm <= 0 and cut.top_mm >= self.depth_mm
            moments = None
            if apart and through:
                moments = moments_of_prism(cut, self.floor, self.ceiling)
            elif apart and self._clear_of_slopes(cut):
                moments = moments_of_prism(cut)
            if moments is None:
                meeting.append(cut)
            else:
                alone.append((moments, -1.0))
        return alone, meeting

    def _clear_of_slopes(self, cut: Prism) -> bool:
        """Whether a cut that does not go through keeps clear of a back or a face that slopes."""
        left, front, right, back = cut.outline.box
        corners = [(x, y) for x in (left, right) for y in (front, back)]
        over = self.floor is None or all(self.floor.at(x, y) <= cut.bottom_mm for x, y in corners)
        under = self.ceiling is None or all(self.ceiling.at(x, y) >= cut.top_mm for x, y in corners)
        return over and under

    def _by_layers(self) -> SolidMoments:
        """Section by section; fewer of them where those between the breaks would be too many."""
        prisms = self._prisms
        corners = [
            prism.outline.chopped_corners + (0 if prism.is_straight else _CORNERS_OF_AN_INSET) for prism in prisms
        ]
        most = max(_MOST_CORNERS, _LEAST_SECTIONS * sum(corners))
        planned: list[tuple[float, float, float]] = []  # height of the section, what it stands for, and its own height
        work = 0
        for low, high in pairwise(self.heights):
            there = [number for number, prism in enumerate(prisms) if prism.bottom_mm < high and prism.top_mm > low]
            if all(prisms[number].is_straight for number in there):
                middle = (low + high) / 2
                planned += [(middle, low + at * (high - low), weight * (high - low)) for at, weight in GAUSS_6]
                sections = 1
            else:
                found = _between(low, high, [prisms[number] for number in there])
                planned += [(height, height, weight) for height, weight in found]
                sections = len(found)
            work += sections * sum(corners[number] for number in there)
            if work > most:
                planned = _sparse(self.heights, most // sum(corners))
                break
        total = SolidMoments()
        heights = list(dict.fromkeys(section for section, _, _ in planned))
        flat = moments_of_polygons([self.section_at(height) for height in heights])
        flats: dict[float, Moments] = dict(zip(heights, flat, strict=True))
        for section, height, weight in planned:
            total = total.plus(at_height(flats[section], height, weight))
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


def _sparse(heights: Sequence[float], sections: int) -> list[tuple[float, float, float]]:
    """At most so many sections: three to one between two breaks each, or evenly spaced where breaks are too many."""
    for points in (GAUSS_3, GAUSS_2, GAUSS_1):
        if len(points) * (len(heights) - 1) <= sections:
            return [
                (low + at * (high - low), low + at * (high - low), weight * (high - low))
                for low, high in pairwise(heights)
                for at, weight in points
            ]
    each = (heights[-1] - heights[0]) / sections
    middles = [heights[0] + (number + 0.5) * each for number in range(sections)]
    return [(middle, middle, each) for middle in middles]


def _summed(parts: Iterable[tuple[SolidMoments, float]]) -> SolidMoments:
    total = SolidMoments()
    for moments, sign in parts:
        total = total.plus(moments, sign)
    return total


def _sums_up(body: Prism, adds: Sequence[Prism]) -> bool:
    """Whether what is added stands apart, so that its moments simply add up."""
    return not (body.floor is not None and body.ceiling is not None) and all(
        _boxes_apart([a.outline.box for a in adds])
    )


def _apart(body: Prism, cuts: Sequence[Prism]) -> list[bool]:
    """Of each cut, whether it lies inside the body and meets no other."""
    widest = [_widest(cut) for cut in cuts]
    left, front, right, back = body.outline.box
    margin = max((cut.run_mm for edge in body.edges for cut in edge), default=0.0)
    full = abs((right - left) * (back - front) - body.outline.area_mm2) < 1e-12 * body.outline.area_mm2
    found = _boxes_apart([outline.box for outline in widest])
    for number, outline in enumerate(widest):
        a, b, c, d = outline.box
        if full:
            found[number] &= a >= left + margin and b >= front + margin and c <= right - margin and d <= back - margin
        elif found[number]:
            found[number] = bool(_kept(body.outline, margin).contains(box(a, b, c, d)))
    return found


def _held(_: Polygon, outline: Outline, *_margin: float) -> int:
    return 2_000 + 200 * len(outline.vertices)


@remembered(8_000_000, _held)
def _kept(outline: Outline, margin_mm: float) -> Polygon:
    return outline.polygon.buffer(-margin_mm - 1e-6)


def _widest(prism: Prism) -> Outline:
    if prism.draft >= 0:  # it is widest at its mouth
        return prism.outline
    found = [one for z in (prism.bottom_mm, prism.top_mm) if (one := prism.outline_at(z)) is not None]
    return max(found, key=lambda outline: outline.area_mm2, default=prism.outline)


def _boxes_apart(boxes: Sequence[tuple[float, float, float, float]]) -> list[bool]:
    """Of each box, whether it shares no area with another."""
    if not boxes:
        return []
    found = np.array(boxes)
    shapes = box(*found.T)
    first, second = STRtree(shapes).query(shapes)
    one, other = found[first], found[second]
    over = np.minimum(one[:, 2:], other[:, 2:]) > np.maximum(one[:, :2], other[:, :2])
    meets = np.bincount(first[over.all(axis=1) & (first != second)], minlength=len(boxes))
    return [bool(count == 0) for count in meets]

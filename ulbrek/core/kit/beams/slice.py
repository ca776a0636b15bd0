"""A piece cut across at one place: the strips of concrete there, and what does not go right through them."""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import NamedTuple


class Hollow(NamedTuple):
    """What is taken from a cut without going through: from and to across it, and from which height to which [mm]."""

    start_mm: float
    end_mm: float
    low_mm: float
    high_mm: float


class Flat(NamedTuple):
    """A cut bent as it lies: its area [mm²], its second moment [mm⁴] and its section modulus [mm³]."""

    area_mm2: float
    inertia_mm4: float
    modulus_mm3: float


class OnEdge(NamedTuple):
    """A cut bent on edge: its second moment [mm⁴], and from its centroid to the edge that is farther [mm]."""

    inertia_mm4: float
    farthest_mm: float

    @property
    def modulus_mm3(self) -> float:
        """Section modulus [mm³]; nothing where no concrete is left."""
        return self.inertia_mm4 / self.farthest_mm if self.farthest_mm else 0.0


class _Left(NamedTuple):
    """A part of a cut in which the same heights are concrete all across [mm]."""

    start_mm: float
    end_mm: float
    heights: tuple[tuple[float, float], ...]
    thickness_mm: float


class _Known:
    """What was worked out of a cut, for the thickness that was asked for last."""

    __slots__ = ("edge", "edge_of_one", "flat", "left")

    def __init__(self) -> None:
        self.edge_of_one: OnEdge | None = None  # with a thickness of one and nothing hollow
        self.flat: tuple[float, Flat] | None = None
        self.edge: tuple[float, OnEdge] | None = None
        self.left: tuple[float, list[_Left]] | None = None


class Slice:
    """A cut across a piece at one place along it.

    Attributes:
        at_mm: the place
        strips: the strips of concrete there, from and to [mm]
        hollows: what is taken from them without going through
        concentration: by how much the corner of an opening concentrates the stress here; 1 where there is none
        width_mm: width of concrete, openings left out
    """

    __slots__ = ("_known", "at_mm", "concentration", "hollows", "strips", "width_mm")

    def __init__(
        self,
        at_mm: float,
        strips: tuple[tuple[float, float], ...],
        hollows: tuple[Hollow, ...] = (),
        concentration: float = 1.0,
    ) -> None:
        """A slice at a place [mm] with its strips [mm]."""
        self.at_mm, self.strips, self.hollows, self.concentration = at_mm, strips, hollows, concentration
        self.width_mm: float = sum(to - start for start, to in strips)
        self._known = _Known()

    def moved(self, at_mm: float) -> "Slice":
        """The same cut at another place [mm]; what is worked out of the one is known of the other."""
        copy = object.__new__(Slice)
        copy.at_mm, copy.strips, copy.hollows, copy.concentration = at_mm, self.strips, self.hollows, self.concentration
        copy.width_mm, copy._known = self.width_mm, self._known
        return copy

    def area_mm2(self, thickness_mm: float) -> float:
        """Area of concrete, of a piece this thick [mm]."""
        return self.flat(thickness_mm).area_mm2 if self.hollows else self.width_mm * thickness_mm

    def modulus_mm3(self, thickness_mm: float, on_edge: bool) -> float:
        """Section modulus, bent on edge or as it lies, of a piece this thick [mm]."""
        if on_edge:
            return self.on_edge(thickness_mm).modulus_mm3
        return self.flat(thickness_mm).modulus_mm3 if self.hollows else self.width_mm * (thickness_mm**2 / 6)

    def flat(self, thickness_mm: float) -> Flat:
        """Bent as it lies, of a piece this thick [mm]: heights that are left, about their common centroid."""
        if not self.hollows:
            area, modulus = self.width_mm * thickness_mm, self.width_mm * thickness_mm**2 / 6
            return Flat(area, modulus * thickness_mm / 2, modulus)
        kept = self._known.flat
        if kept is None or kept[0] != thickness_mm:
            kept = self._known.flat = thickness_mm, self._hollowed(thickness_mm)
        return kept[1]

    def _hollowed(self, thickness_mm: float) -> Flat:
        layers = [
            (left.end_mm - left.start_mm, low, high) for left in self._left(thickness_mm) for low, high in left.heights
        ]
        area = first = 0.0
        for width, low, high in layers:
            area += width * (high - low)
            first += width * (high**2 - low**2) / 2
        if area <= 0:
            return Flat(0.0, 0.0, 0.0)
        middle, inertia, least, most = first / area, 0.0, thickness_mm, 0.0
        for width, low, high in layers:
            inertia += width * ((high - middle) ** 3 - (low - middle) ** 3) / 3
            least, most = min(least, low), max(most, high)
        return Flat(area, inertia, inertia / max(most - middle, middle - least))

    def on_edge(self, thickness_mm: float) -> OnEdge:
        """Bent on edge, of a piece this thick [mm], its strips taken together."""
        known = self._known
        if known.edge is None or known.edge[0] != thickness_mm:
            known.edge = thickness_mm, self._bent_on_edge(thickness_mm)
        return known.edge[1]

    def _bent_on_edge(self, thickness_mm: float) -> OnEdge:
        if self.hollows:
            return _on_edge([(left.start_mm, left.end_mm, left.thickness_mm) for left in self._left(thickness_mm)])
        known = self._known
        if known.edge_of_one is None:
            known.edge_of_one = _on_edge([(start, end, 1.0) for start, end in self.strips])
        return OnEdge(known.edge_of_one.inertia_mm4 * thickness_mm, known.edge_of_one.farthest_mm)

    def thickness_of(self, strip: tuple[float, float], thickness_mm: float) -> float:
        """Of one of its strips, the thickness that is left on average, of a piece this thick [mm]."""
        if not self.hollows:
            return thickness_mm
        start, end = strip
        parts = [left for left in self._left(thickness_mm) if start <= left.start_mm and left.end_mm <= end]
        return sum(left.thickness_mm * (left.end_mm - left.start_mm) for left in parts) / max(end - start, 1e-9)

    def _left(self, thickness_mm: float) -> list[_Left]:
        known = self._known
        if known.left is None or known.left[0] != thickness_mm:
            known.left = thickness_mm, list(self._parts(thickness_mm))
        return known.left[1]

    def _parts(self, thickness_mm: float) -> Iterator[_Left]:
        whole = ((0.0, thickness_mm),)
        for start, end in self.strips:
            there = [one for one in self.hollows if one.start_mm < end and one.end_mm > start]
            if not there:
                yield _Left(start, end, whole, thickness_mm)
                continue
            places = sorted({start, end, *(at for one in there for at in one[:2] if start < at < end)})
            for low, high in pairwise(places):
                over = [one for one in there if one.start_mm < high and one.end_mm > low]
                heights = tuple(_heights(over, thickness_mm)) if over else whole
                yield _Left(low, high, heights, sum(top - bottom for bottom, top in heights))


def _heights(hollows: Sequence[Hollow], thickness_mm: float) -> Iterator[tuple[float, float]]:
    """Which heights are left between what is hollow, lowest first [mm]."""
    reached = 0.0
    for hollow in sorted(hollows, key=lambda hollow: hollow.low_mm):
        if hollow.low_mm > reached:
            yield reached, min(hollow.low_mm, thickness_mm)
        reached = max(reached, hollow.high_mm)
    if reached < thickness_mm:
        yield reached, thickness_mm


def _on_edge(parts: Sequence[tuple[float, float, float]]) -> OnEdge:
    """Of parts from and to across and how thick [mm]."""
    area = sum((end - start) * thick for start, end, thick in parts)
    if area <= 0:
        return OnEdge(0.0, 0.0)
    middle = sum((end**2 - start**2) / 2 * thick for start, end, thick in parts) / area
    inertia = sum(((end - middle) ** 3 - (start - middle) ** 3) / 3 * thick for start, end, thick in parts)
    return OnEdge(inertia, max(abs(parts[0][0] - middle), abs(parts[-1][1] - middle)))

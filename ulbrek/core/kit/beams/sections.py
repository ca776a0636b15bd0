"""What of a piece is concrete where it is cut across."""

from bisect import bisect_right
from collections.abc import Iterable, Iterator, Sequence
from functools import cached_property
from math import sqrt
from typing import Literal

import numpy as np

from ulbrek.core.kit.geometry import Edge, Outline, Solid
from ulbrek.core.kit.remembering import remembered

Axis = Literal["x", "y"]
_EVENLY = 24
_IN_AN_ARC = 10  # steps across a cut with arcs, whose width is no straight line
_TRIFLE_MM = 1e-6
_FEW = 40  # cuts that are sooner gone through one by one than all at once


class Slice:
    """A cut across a piece at one place along it.

    Attributes:
        at_mm: the place
        strips: the strips of concrete there, from and to [mm]
        width_mm: width of concrete, openings left out
    """

    def __init__(self, at_mm: float, strips: tuple[tuple[float, float], ...]) -> None:
        """A slice at a place [mm] with its strips [mm]."""
        self.at_mm, self.strips = at_mm, strips
        self.width_mm = sum(to - start for start, to in strips)

    @cached_property
    def middle_mm(self) -> float:
        """Where its centroid is across the piece [mm]."""
        width = self.width_mm
        return sum((to - start) * (start + to) / 2 for start, to in self.strips) / width if width else 0.0

    @cached_property
    def farthest_mm(self) -> float:
        """From its centroid to the edge of it that is farther [mm]; nothing where no concrete is left."""
        if not self.strips:
            return 0.0
        middle = self.middle_mm
        return max(abs(self.strips[0][0] - middle), abs(self.strips[-1][1] - middle))

    @cached_property
    def inertia_mm3(self) -> float:
        """Second moment of its width about its own centroid, for a thickness of one [mm³]."""
        middle = self.middle_mm
        return sum(((to - middle) ** 3 - (start - middle) ** 3) / 3 for start, to in self.strips)

    @cached_property
    def modulus_mm2(self) -> float:
        """Section modulus on edge, for a thickness of one [mm²]; nothing where no concrete is left."""
        return self.inertia_mm3 / self.farthest_mm if self.strips else 0.0


class Sections:
    """A piece made ready to be cut across at any place along an axis."""

    def __init__(self, outline: Outline, cuts: Sequence[Outline], axis: Axis) -> None:
        """Sections of an outline with cuts that go right through, square to an axis."""
        self._piece = Crossed(outline, axis)
        self._cuts = [Crossed(cut, axis) for cut in cuts]
        self.low_mm, self.high_mm = self._piece.low_mm, self._piece.high_mm
        self._begin = np.array([cut.low_mm for cut in self._cuts])
        self._end = np.array([cut.high_mm for cut in self._cuts])
        self._spans = [(cut.low_mm, cut.high_mm, cut) for cut in self._cuts]
        self._changes = sorted({place for low, high, _ in self._spans for place in (low, high)})

    def at(self, place_mm: float) -> Slice:
        """The cut at a place; one at an end lies just inside it."""
        at = min(max(place_mm, self.low_mm + _TRIFLE_MM), self.high_mm - _TRIFLE_MM)
        if len(self._spans) <= _FEW:
            there = [cut for low, high, cut in self._spans if low < at < high]
        else:
            there = [self._cuts[one] for one in np.flatnonzero((self._begin < at) & (at < self._end)).tolist()]
        return Slice(at, tuple(_concrete(self._piece.chords(at), there, at)))

    def between(self, one: Slice, other: Slice, count: int) -> Iterator[Slice]:
        """Slices evenly between two; where those are alike, and nothing begins or ends there, so are these."""
        next_change = bisect_right(self._changes, one.at_mm)
        unchanged = next_change == len(self._changes) or self._changes[next_change] >= other.at_mm
        alike = unchanged and one.strips == other.strips
        for step in range(1, count + 1):
            at = one.at_mm + (other.at_mm - one.at_mm) * step / (count + 1)
            yield Slice(at, one.strips) if alike else self.at(at)

    def slices(self, also: Iterable[float] = ()) -> list[Slice]:
        """Slices evenly spaced, and where something changes: on either side of where a cut begins and ends.

        Args:
            also: further places that matter, such as supports [mm]
        """
        more = [self.at(place) for place in also if self.low_mm <= place <= self.high_mm]
        return sorted([*self._evenly, *more], key=lambda one: one.at_mm) if more else list(self._evenly)

    @cached_property
    def _evenly(self) -> tuple[Slice, ...]:
        low, high = self.low_mm, self.high_mm
        places = {low + (high - low) * step / _EVENLY for step in range(_EVENLY + 1)}
        for cut in self._cuts:
            start, end = cut.low_mm, cut.high_mm
            places |= {start - _TRIFLE_MM, start + _TRIFLE_MM, end - _TRIFLE_MM, end + _TRIFLE_MM}
            inner = _IN_AN_ARC if cut.arcs else 2
            places |= {start + (end - start) * step / inner for step in range(1, inner)}
        return tuple(self.at(place) for place in sorted(places) if low <= place <= high)


def _held(_: Sections, outline: Outline, cuts: tuple[Outline, ...], _axis: Axis) -> int:
    slices = _EVENLY + (4 + _IN_AN_ARC) * len(cuts)
    return slices * (600 + 30 * len(cuts)) + 1_000 * len(outline.vertices)


@remembered(16_000_000, _held)  # most edits leave most outlines as they are
def _sections(outline: Outline, cuts: tuple[Outline, ...], axis: Axis) -> Sections:
    return Sections(outline, cuts, axis)


def sections_of(solid: Solid, axis: Axis) -> Sections:
    """A solid made ready to be cut across; its cuts are taken as going right through.

    Args:
        solid: the solid
        axis: the direction that its sections are square to
    """
    return _sections(solid.outline, tuple(cut.outline for cut in solid.cuts), axis)


def slices_along(solid: Solid, axis: Axis, also: Iterable[float] = ()) -> list[Slice]:
    """Slices of a solid along an axis: evenly spaced, and where something changes.

    Args:
        solid: a solid whose cuts go right through
        axis: the direction walked in; the slices are square to it
        also: further places that matter, such as supports [mm]
    """
    return sections_of(solid, axis).slices(also)


def _concrete(
    chords: Sequence[tuple[float, float]], cuts: Sequence["Crossed"], at: float
) -> Iterator[tuple[float, float]]:
    if not cuts:
        yield from chords
        return
    holes = sorted(pair for cut in cuts for pair in cut.chords(at))
    for start, end in chords:
        reached = start
        for hole_start, hole_end in holes:
            if hole_start > reached:
                yield reached, min(hole_start, end)
            reached = max(reached, hole_end)
            if reached >= end:
                break
        if reached < end:
            yield reached, end


class Crossed:
    """An outline made ready to be crossed by many lines square to one axis.

    Attributes:
        low_mm: where the outline begins along the axis [mm]
        high_mm: where it ends [mm]
    """

    def __init__(self, outline: Outline, axis: Axis) -> None:
        self.along, self.across = (0, 1) if axis == "x" else (1, 0)
        along, across = self.along, self.across
        self.low_mm, self.high_mm = outline.box[along], outline.box[along + 2]
        self.arcs = [edge for edge in outline.edges if edge.bulge]
        # Of each straight side that is not square to the axis: from, to, and where it is across at any place.
        self.sides: list[tuple[float, float, float, float]] = []
        for edge in outline.edges:
            start, end = edge.start[along], edge.end[along]
            if start == end or edge.bulge:
                continue
            slope = (edge.end[across] - edge.start[across]) / (end - start)
            self.sides.append((min(start, end), max(start, end), edge.start[across] - slope * start, slope))

    def chords(self, at: float) -> list[tuple[float, float]]:
        """Where a line across the outline is inside it, from and to [mm]."""
        # Half open, so that a corner is crossed once.
        found = [offset + slope * at for low, high, offset, slope in self.sides if low <= at < high]
        for edge in self.arcs:
            if edge.box[self.along] <= at <= edge.box[self.along + 2]:
                _cross_arc(edge, self.along, at, found)
        found.sort()
        return list(zip(found[::2], found[1::2], strict=False))


def _cross_arc(edge: Edge, along: int, at: float, found: list[float]) -> None:
    off = at - edge.centre[along]
    if abs(off) >= edge.radius:
        return
    reach = sqrt(edge.radius**2 - off**2)
    for side in (-reach, reach):
        if edge.holds(off, side) if along == 0 else edge.holds(side, off):
            found.append(edge.centre[1 - along] + side)

"""What of a piece is concrete where it is cut across."""

from collections.abc import Iterable, Iterator, Sequence
from math import sqrt
from typing import Literal

from ulbrek.core.kit.geometry import Edge, Outline, Solid

Axis = Literal["x", "y"]
_EVENLY = 12
_TRIFLE_MM = 1e-6


class Slice:
    """A cut across a piece at one place along it.

    Attributes:
        at_mm: the place
        strips: the strips of concrete there, from and to [mm]
        width_mm: width of concrete, openings left out
    """

    __slots__ = ("at_mm", "strips", "width_mm")

    def __init__(self, at_mm: float, strips: tuple[tuple[float, float], ...]) -> None:
        """A slice at a place [mm] with its strips [mm]."""
        self.at_mm, self.strips = at_mm, strips
        self.width_mm = sum(to - start for start, to in strips)

    @property
    def middle_mm(self) -> float:
        """Where its centroid is across the piece [mm]."""
        width = self.width_mm
        return sum((to - start) * (start + to) / 2 for start, to in self.strips) / width if width else 0.0

    @property
    def farthest_mm(self) -> float:
        """From its centroid to the edge of it that is farther [mm]; nothing where no concrete is left."""
        if not self.strips:
            return 0.0
        middle = self.middle_mm
        return max(abs(self.strips[0][0] - middle), abs(self.strips[-1][1] - middle))

    def inertia_mm3(self) -> float:
        """Second moment of its width about its own centroid, for a thickness of one [mm³]."""
        middle = self.middle_mm
        return sum(((to - middle) ** 3 - (start - middle) ** 3) / 3 for start, to in self.strips)


def slices_along(solid: Solid, axis: Axis, also: Iterable[float] = ()) -> list[Slice]:
    """Slices of a solid along an axis: evenly spaced, and where something changes.

    That is at ``also``, and on either side of where a cut begins and ends.

    Args:
        solid: a solid whose cuts go right through
        axis: the direction walked in; the slices are square to it
        also: further places that matter, such as supports [mm]
    """
    low, high = _reach(solid.outline, axis)
    reaches = [(*_reach(cut.outline, axis), cut.outline) for cut in solid.cuts]
    places = {low + (high - low) * step / _EVENLY for step in range(_EVENLY + 1)} | set(also)
    for start, end, _ in reaches:
        places |= {start - _TRIFLE_MM, start + _TRIFLE_MM, end - _TRIFLE_MM, end + _TRIFLE_MM, (start + end) / 2}
    inside = sorted(min(max(at, low + _TRIFLE_MM), high - _TRIFLE_MM) for at in places if low <= at <= high)
    return [
        Slice(at, tuple(_concrete(solid.outline, [o for start, end, o in reaches if start < at < end], axis, at)))
        for at in inside
    ]


def _concrete(outline: Outline, cuts: Sequence[Outline], axis: Axis, at: float) -> Iterator[tuple[float, float]]:
    for start, end in _chords(outline, axis, at):
        reached = start
        for hole_start, hole_end in sorted(pair for cut in cuts for pair in _chords(cut, axis, at)):
            if hole_start > reached:
                yield reached, min(hole_start, end)
            reached = max(reached, hole_end)
            if reached >= end:
                break
        if reached < end:
            yield reached, end


def _reach(outline: Outline, axis: Axis) -> tuple[float, float]:
    low, high = (0, 2) if axis == "x" else (1, 3)
    return min(edge.box[low] for edge in outline.edges), max(edge.box[high] for edge in outline.edges)


def _chords(outline: Outline, axis: Axis, at: float) -> list[tuple[float, float]]:
    """Where a line across an outline is inside it, from and to [mm]."""
    along, across = (0, 1) if axis == "x" else (1, 0)
    found: list[float] = []
    for edge in outline.edges:
        if not edge.box[along] <= at <= edge.box[along + 2]:
            continue
        if edge.bulge:
            _cross_arc(edge, along, at, found)
            continue
        start, end = edge.start[along], edge.end[along]
        if start <= at < end or end <= at < start:  # half open, so that a corner is crossed once
            found.append(edge.start[across] + (at - start) / (end - start) * (edge.end[across] - edge.start[across]))
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

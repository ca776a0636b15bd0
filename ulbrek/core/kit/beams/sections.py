"""What of a piece is concrete where it is cut across."""

from bisect import bisect_right
from collections.abc import Callable, Hashable, Iterable, Iterator, Sequence
from functools import cached_property
from itertools import chain, pairwise
from math import ceil, cos, floor, pi, sin, sqrt
from typing import Any, Literal, NamedTuple, TypeVar

import numpy as np
from cachetools import LRUCache
from numpy.typing import NDArray

from ulbrek.core.kit.beams.row import Row
from ulbrek.core.kit.beams.slice import Hollow, Slice
from ulbrek.core.kit.geometry.edge import Edge
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.solid import Solid
from ulbrek.core.kit.remembering import remembered

Axis = Literal["x", "y"]
Found = TypeVar("Found")
_EVENLY = 24
_IN_AN_ARC = 10  # steps across a cut with arcs, whose width is no straight line
_TRIFLE_MM = 1e-6
# By how much the corner of an opening concentrates stress: 1.5 to 3, less with a radius. Source: common practice.
AT_A_CORNER = 1.5
LARGEST_CORNER_MM = 50.0  # of a radius that still counts as a corner. Source: common practice.
_NO_GAP_MM = 1e-3  # an opening this narrow where it begins parts nothing yet
_CORNER_MM = 2e-3  # that a corner reaches on either side
_ROUND_END_RAD = 0.9 * pi  # an arc that turns further is the end of a slot
_FEW = 40  # cuts, or sides, that are sooner gone through one by one than all at once
_ROWS = 3
_FOUND = 24  # of what is worked out of one piece, some for two thicknesses
MOST_CORNERS = 60  # of one opening; one that has more is a corner all along


class Partly(NamedTuple):
    """What goes into a piece and not through it: its outline, and from which height to which [mm]."""

    outline: Outline
    low_mm: float
    high_mm: float


class Sections:
    """A piece made ready to be cut across at any place along an axis."""

    def __init__(self, outline: Outline, through: Sequence[Outline], partly: Sequence[Partly], axis: Axis) -> None:
        """Sections of an outline with what goes through it and into it, square to an axis."""
        self._piece = CutCrossing(outline, axis)
        self._cuts = [CutCrossing(one, axis) for one in through]
        self._hollows = [(CutCrossing(one.outline, axis), one.low_mm, one.high_mm) for one in partly]
        self._corners = [zone for cut in self._cuts for zone in cut.corners]
        self.low_mm, self.high_mm = self._piece.low_mm, self._piece.high_mm
        crossed = (*self._cuts, *(one for one, _, _ in self._hollows))
        self._changes = sorted({*chain(*self._corners), *(at for one in crossed for at in (one.low_mm, one.high_mm))})
        self._there = _Spans([(one.low_mm, one.high_mm) for one in self._cuts])
        self._hollow = _Spans([(one.low_mm, one.high_mm) for one, _, _ in self._hollows])
        self._corner = _Spans(self._corners)
        # Between two of these nothing begins, ends or bends: all cuts there may be alike.
        self._breaks = sorted({*chain(*self._corners), *chain(*(one.breaks for one in (self._piece, *crossed)))})
        self._alike: dict[int, Slice | None] = {}
        self._rows: dict[tuple[float, bool], Row] = {}  # of the thicknesses that were asked for last
        self._found: LRUCache[Hashable, Any] = LRUCache(_FOUND)

    def at(self, place_mm: float) -> Slice:
        """The cut at a place; one at an end lies just inside it."""
        at = min(max(place_mm, self.low_mm + _TRIFLE_MM), self.high_mm - _TRIFLE_MM)
        number = bisect_right(self._breaks, at)
        if number == 0 or self._breaks[number - 1] == at:
            return self._cut(at)
        if number not in self._alike:
            self._alike[number] = self._cut(at) if self._is_even(at) else None
        known = self._alike[number]
        return known.moved(at) if known else self._cut(at)

    def _is_even(self, at: float) -> bool:
        """Whether nothing that is cut there runs at a slant or in an arc."""
        hollows = (self._hollows[one][0] for one in self._hollow.at(at))
        return all(one.is_even(at) for one in (self._piece, *(self._cuts[one] for one in self._there.at(at)), *hollows))

    def _cut(self, at: float) -> Slice:
        there = [self._cuts[one] for one in self._there.at(at)]
        strips = tuple(_concrete(self._piece.chords(at), there, at))
        hollows = tuple(
            Hollow(start, end, low, high)
            for crossed, low, high in map(self._hollows.__getitem__, self._hollow.at(at))
            for start, end in crossed.chords(at)
        )
        return Slice(at, strips, hollows, AT_A_CORNER if self._corner.at(at) else 1.0)

    def opening_at(self, place_mm: float) -> tuple[float, float] | None:
        """From where to where the longest thing goes that goes through it at a place [mm]; None where nothing does."""
        there = [(self._cuts[one].low_mm, self._cuts[one].high_mm) for one in self._there.at(place_mm)]
        return max(there, key=lambda span: span[1] - span[0], default=None)

    def between(self, one: Slice, other: Slice, count: int) -> Iterator[Slice]:
        """Slices evenly between two; where those are alike, and nothing begins or ends there, so are these."""
        next_change = bisect_right(self._changes, one.at_mm)
        unchanged = next_change == len(self._changes) or self._changes[next_change] >= other.at_mm
        alike = unchanged and one.strips == other.strips and one.hollows == other.hollows
        for step in range(1, count + 1):
            at = one.at_mm + (other.at_mm - one.at_mm) * step / (count + 1)
            yield one.moved(at) if alike else self.at(at)

    def slices(self, also: Iterable[float] = ()) -> list[Slice]:
        """Slices evenly spaced, and where something changes: on either side of where a cut begins and ends.

        Args:
            also: further places that matter, such as supports [mm]
        """
        more = [self.at(place) for place in also if self.low_mm <= place <= self.high_mm]
        return sorted([*self._evenly, *more], key=lambda one: one.at_mm) if more else list(self._evenly)

    def once(self, what: Hashable, work: Callable[[], Found]) -> Found:
        """What was worked out of these sections before, or is now; the last few are known.

        Args:
            what: what it is and what else it is worked out from
            work: how
        """
        found: Found | None = self._found.get(what)
        if found is None:
            found = self._found[what] = work()
        return found

    def row(self, thickness_mm: float, on_edge: bool, also: Iterable[float] = ()) -> Row:
        """The same slices with what bending asks of them.

        Args:
            thickness_mm: of the piece
            on_edge: whether it stands on edge
            also: further places that matter, such as supports [mm]
        """
        if len(self._rows) > _ROWS:
            self._rows = {}
        asked = (thickness_mm, on_edge)
        if asked not in self._rows:
            self._rows = {**self._rows, asked: Row(self._evenly, thickness_mm, on_edge)}
        return self._rows[asked].joined_by([self.at(place) for place in also if self.low_mm <= place <= self.high_mm])

    @cached_property
    def _evenly(self) -> tuple[Slice, ...]:
        low, high = self.low_mm, self.high_mm
        places = {high, *(low + (high - low) * step / _EVENLY for step in range(_EVENLY))}
        for cut in (*self._cuts, *(one for one, _, _ in self._hollows)):
            start, end = cut.low_mm, cut.high_mm
            places |= {start - _TRIFLE_MM, start + _TRIFLE_MM, end - _TRIFLE_MM, end + _TRIFLE_MM}
            inner = _IN_AN_ARC if cut.curves else 2
            places |= {start + (end - start) * step / inner for step in range(1, inner)}
        for start, end in self._corners:
            places |= {(start + end) / 2, start + _CORNER_MM, end - _CORNER_MM}
        return tuple(self.at(place) for place in sorted(places) if low <= place <= high)


class _Spans:
    """Spans along an axis, to be asked which of them hold a place."""

    def __init__(self, spans: Sequence[tuple[float, float]]) -> None:
        self._spans = spans
        self._begin, self._end = (np.array([span[side] for span in spans]) for side in (0, 1))

    def at(self, place: float) -> list[int]:
        """The numbers of those that a place is inside of."""
        if len(self._spans) <= _FEW:
            return [number for number, (low, high) in enumerate(self._spans) if low < place < high]
        found: list[int] = np.flatnonzero((self._begin < place) & (place < self._end)).tolist()
        return found


def _held(_: Sections, outline: Outline, through: tuple[Outline, ...], partly: tuple[Partly, ...], _axis: Axis) -> int:
    cuts = len(through) + len(partly)
    return (_EVENLY + (4 + _IN_AN_ARC) * cuts) * (600 + 30 * cuts) + 1_000 * len(outline.vertices)


@remembered(16_000_000, _held)  # most edits leave most outlines as they are
def _sections(outline: Outline, through: tuple[Outline, ...], partly: tuple[Partly, ...], axis: Axis) -> Sections:
    return Sections(outline, through, partly, axis)


def sections_of(solid: Solid, axis: Axis) -> Sections:
    """A solid made ready to be cut across.

    Args:
        solid: the solid
        axis: the direction that its sections are square to
    """
    through, partly = [], []
    for cut in solid.cuts:
        if cut.bottom_mm <= 0 and cut.top_mm >= solid.depth_mm:
            through.append(cut.outline)
        else:
            partly.append(Partly(cut.outline, cut.bottom_mm, cut.top_mm))
    return _sections(solid.outline, tuple(through), tuple(partly), axis)


def slices_along(solid: Solid, axis: Axis, also: Iterable[float] = ()) -> list[Slice]:
    """Slices of a solid along an axis: evenly spaced, and where something changes.

    Args:
        solid: a solid whose cuts go right through
        axis: the direction walked in; the slices are square to it
        also: further places that matter, such as supports [mm]
    """
    return sections_of(solid, axis).slices(also)


def _concrete(
    chords: Sequence[tuple[float, float]], cuts: Sequence["CutCrossing"], at: float
) -> Iterator[tuple[float, float]]:
    if not cuts:
        yield from chords
        return
    holes = sorted(pair for cut in cuts for pair in cut.chords(at) if pair[1] - pair[0] > _NO_GAP_MM)
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


class _Side(NamedTuple):
    """A straight side not square to the axis: from and to along it, and where it is across at any place [mm]."""

    low_mm: float
    high_mm: float
    offset_mm: float
    slope: float


class _Curve(NamedTuple):
    """A part of an arc that no line square to the axis crosses twice.

    Attributes:
        low_mm: where it begins along the axis [mm]
        high_mm: where it ends [mm]
        along_mm: where its centre is along the axis [mm]
        across_mm: and across it [mm]
        square_mm2: the square of its radius [mm²]
        side: 1 where it lies beyond its centre, -1 where before it
    """

    low_mm: float
    high_mm: float
    along_mm: float
    across_mm: float
    square_mm2: float
    side: float


class CutCrossing:
    """An outline made ready to be crossed by many lines square to one axis.

    Attributes:
        low_mm: where the outline begins along the axis [mm]
        high_mm: where it ends [mm]
        corners: from where to where its corners are; round ones from where they begin to bend to where they end [mm]
        sides: its straight sides
        curves: its arcs
    """

    def __init__(self, outline: Outline, axis: Axis) -> None:
        along, across = (0, 1) if axis == "x" else (1, 0)
        self.low_mm, self.high_mm = outline.box[along], outline.box[along + 2]
        self.corners = list(_corners(outline, along))
        if len(self.corners) > MOST_CORNERS:
            self.corners = [(self.low_mm, self.high_mm)]
        self.sides: list[_Side] = []
        self.curves: list[_Curve] = []
        self._all: NDArray[np.float64] | None = None
        for edge in outline.edges:
            start, end = edge.start[along], edge.end[along]
            if edge.bulge:
                self.curves += _curves(edge, along)
            elif start != end:
                slope = (edge.end[across] - edge.start[across]) / (end - start)
                self.sides.append(_Side(min(start, end), max(start, end), edge.start[across] - slope * start, slope))
        if len(self.sides) > _FEW:
            self._all = np.array(self.sides).T

    @property
    def breaks(self) -> Iterator[float]:
        """Where a side or a part of an arc begins or ends along the axis [mm]."""
        for line in (*self.sides, *self.curves):
            yield from line[:2]

    def is_even(self, at: float) -> bool:
        """Whether all that a line across it meets runs along the axis."""
        if any(low <= at < high for low, high, *_ in self.curves):
            return False
        return not any(slope and low <= at < high for low, high, _, slope in self.sides)

    def chords(self, at: float) -> list[tuple[float, float]]:
        """Where a line across the outline is inside it, from and to [mm]."""
        # Half open, so that a corner is crossed once.
        if self._all is None:
            found = [offset + slope * at for low, high, offset, slope in self.sides if low <= at < high]
        else:
            lows, highs, offsets, slopes = self._all
            here = (lows <= at) & (at < highs)
            found = (offsets[here] + slopes[here] * at).tolist()
        for low, high, along, across, square, side in self.curves:
            if low <= at < high:
                found.append(across + side * sqrt(max(0.0, square - (at - along) ** 2)))
        found.sort()
        return list(zip(found[::2], found[1::2], strict=False))


def _corners(outline: Outline, along: int) -> Iterator[tuple[float, float]]:
    """Where the corners of an opening are along an axis; nothing that is round all over has any."""
    edges = outline.edges
    if all(edge.bulge for edge in edges):
        return
    for edge, following in zip(edges, (*edges[1:], edges[0]), strict=True):
        if edge.bulge:
            if edge.radius <= LARGEST_CORNER_MM and abs(edge.angle) < _ROUND_END_RAD:
                yield edge.box[along] - _CORNER_MM, edge.box[along + 2] + _CORNER_MM
        elif not following.bulge:
            at = edge.end[along]
            yield at - _CORNER_MM, at + _CORNER_MM


def _curves(edge: Edge, along: int) -> Iterator[_Curve]:
    """The parts of an arc that no line square to the axis crosses twice."""
    first, last = (edge.start, edge.end) if edge.angle > 0 else (edge.end, edge.start)
    begin, end = sorted((edge.begin, edge.begin + edge.angle))
    square_on = 0.0 if along == 0 else pi / 2  # where its tangent is square to the axis, and every half turn from there
    turns = range(ceil((begin - square_on) / pi), floor((end - square_on) / pi) + 1)
    ways = [begin, *(way for turn in turns if begin < (way := square_on + pi * turn) < end), end]
    reach, aside = (cos, sin) if along == 0 else (sin, cos)
    # Its ends to the last digit, so that where it meets a side neither is crossed for both.
    places = [first[along], *(edge.centre[along] + edge.radius * round(reach(way)) for way in ways[1:-1]), last[along]]
    for (one, place), (other, next_) in pairwise(zip(ways, places, strict=True)):
        side = 1.0 if aside((one + other) / 2) > 0 else -1.0
        low, high = (place, next_) if place < next_ else (next_, place)
        yield _Curve(low, high, edge.centre[along], edge.centre[1 - along], edge.radius**2, side)

"""Bars that people moved, put in or left out."""

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise

from ulbrek.core.steel.inputs import BarByHand
from ulbrek.core.steel.layout import SHORT_MM, Gap, Ground, Span, clear, crossed, straight_bar
from ulbrek.core.steel.result import PlacedBar, Snaps
from ulbrek.core.steel.words import OWN


def by_hand(
    piece: str, ground: Ground, gaps: Sequence[Gap], laid: Sequence[PlacedBar], hand: Sequence[tuple[int, BarByHand]]
) -> tuple[list[PlacedBar], list[int]]:
    """The bars as they were moved, put in and left out by hand; and which of those find nothing to act on.

    Args:
        piece: the piece
        ground: where steel may lie
        gaps: its openings
        laid: the bars as the plan lays them
        hand: what was done by hand to this piece's bars, each with its place in the list
    """
    bars, lost = {bar.key: bar for bar in laid}, list[int]()
    size_x, size_y = ground.size
    for index, one in hand:
        there = bars.get(one.bar)
        if one.offset is None:
            if there is None:
                lost.append(index)
            bars.pop(one.bar, None)
            continue
        level = one.side in ("front", "back")
        if there is not None and (not there.moves or (there.line.y1 == there.line.y2) != level):
            lost.append(index)
            continue
        if there is None and not one.bar.startswith(OWN):
            lost.append(index)
            continue
        run = size_y if level else size_x
        at = one.offset.mm if one.side in ("front", "left") else run - one.offset.mm
        near = None if there is None else (there.line.x1 + there.line.x2, there.line.y1 + there.line.y2)
        span = _longest(ground, gaps, level, at, None if near is None else near[0 if level else 1] / 2)
        if span is None:
            lost.append(index)
            continue
        why = "you added" if there is None else f"{there.why} (moved)"
        moved = straight_bar((piece, one.bar, why), level, at, span, ground.edge_mm)
        bars[one.bar] = replace(moved, by_hand=index)
    return list(bars.values()), lost


def snaps(ground: Ground, gaps: Sequence[Gap]) -> Snaps:
    """Where a bar that is moved comes to rest: at the edge distance, and in the middle of every strip."""
    size_x, size_y = ground.size

    def places(size: float, openings: Sequence[Span]) -> tuple[float, ...]:
        edges = sorted({0.0, size, *(edge for span in openings for edge in span)})
        found = {ground.edge_mm, size - ground.edge_mm}
        found |= {(low + high) / 2 for low, high in pairwise(edges)}
        found |= {edge + side * ground.edge_mm for span in openings for edge, side in zip(span, (-1, 1), strict=True)}
        return tuple(sorted(place for place in found if 0 < place < size))

    return Snaps(
        places(size_y, [(gap.front, gap.back) for gap in gaps]),
        places(size_x, [(gap.left, gap.right) for gap in gaps]),
    )


def _longest(ground: Ground, gaps: Sequence[Gap], level: bool, at: float, near: float | None) -> Span | None:
    """Where a bar at this place may lie: the part that holds a point, or else the longest."""
    spans = ground.along_x(at) if level else ground.along_y(at)
    if not spans:
        spans = ground.along_x(at, to_edges=True) if level else ground.along_y(at, to_edges=True)
        spans = [(low + ground.edge_mm, high - ground.edge_mm) for low, high in spans]
    kept = [
        (low - ground.edge_mm, high + ground.edge_mm) for low, high in crossed(gaps, at, 0.0, "y" if level else "x")
    ]
    parts = [part for low, high in spans for part in clear(low, high, kept) if part[1] - part[0] > SHORT_MM]
    holding = [part for part in parts if near is not None and part[0] <= near <= part[1]]
    return max(holding or parts, key=lambda part: part[1] - part[0], default=None)

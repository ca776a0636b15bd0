"""Where mesh and bars lie in an outline with openings."""

from bisect import bisect_left, insort
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from functools import cached_property
from math import ceil, floor, hypot, sqrt

import numpy as np
from numpy.typing import NDArray
from shapely import LineString, Polygon, STRtree, box, linestrings, make_valid
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from ulbrek.core.base.figure import work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.beams.sections import CutCrossing
from ulbrek.core.kit.geometry.offset import inset
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.steel import rules
from ulbrek.core.steel.result import MeshPanel, PlacedBar, Wire
from ulbrek.core.steel.words import beside as beside_words

NARROW_MM = 100.0  # a web under this carries a bar. Source: common practice.
SMALL_OPENING_MM = 60.0  # a tap hole asks for no bar of its own
LEAST_EDGE_MM = 20.0  # from a bar in a narrow strip to its edges. Source: common practice.
BESIDE_MM = 50.0  # how far beside a wide opening a bar lies
DIAGONAL_MM = 600.0  # of a bar aslant at an inner corner. Source: common practice, 500 to 600 mm.
PAST_CORNER_MM = 300.0  # of a bar that frames an opening. Source: common practice, 12 in and more.
_TRIFLE_MM = 1e-3
_HAIR_MM = 1e-6  # a line on the very edge may lie just off it
SHORT_MM = 100.0  # a shorter piece of bar holds nothing
LONG_MM = 900.0  # a piece as long as this is carried by bars along its sides. Source: common practice.

Span = tuple[float, float]  # from and to [mm]


@dataclass(frozen=True, slots=True)
class Gap:
    """An opening as the box round it: left, right, front and back [mm], in the plan of the piece as it stands.

    ``filled`` is one that something stays in: steel goes round it, and asks for none beside it.
    """

    name: str
    left: float
    right: float
    front: float
    back: float
    filled: bool = False

    @property
    def middle(self) -> tuple[float, float]:
        """Its middle [mm]."""
        return (self.left + self.right) / 2, (self.front + self.back) / 2


@dataclass(frozen=True, slots=True)
class Seams:
    """Where seams divide a piece into castings: square to its length, and square to its width [mm]."""

    at_x: tuple[float, ...] = ()
    at_y: tuple[float, ...] = ()


UNDIVIDED = Seams()


@dataclass(frozen=True)
class Ground:
    """What steel may lie in: the outline, how near its edges it may come, and where seams divide it [mm]."""

    outline: Outline
    edge_mm: float
    seams: Seams = UNDIVIDED

    @cached_property
    def _kept(self) -> Outline | None:
        return inset(self.outline, self.edge_mm)

    @property
    def size(self) -> tuple[float, float]:
        """Length and width of the box round it [mm]."""
        left, front, right, back = self.outline.box
        return right - left, back - front

    def along_x(self, y: float, to_edges: bool = False) -> list[Span]:
        """Where a line from left to right may lie; or, to its edges, where there is concrete."""
        return self._spans("y", y, to_edges)

    def allowed(self, gaps: Sequence[Gap]) -> BaseGeometry:
        """Where the middle of a bar may lie: clear of edges, openings and seams."""
        kept = make_valid(self._kept.polygon) if self._kept else Polygon()
        left, front, right, back = self.outline.box
        away = [box(gap.left, gap.front, gap.right, gap.back).buffer(self.edge_mm) for gap in gaps]
        away += [LineString([(x, front), (x, back)]).buffer(self.edge_mm) for x in self.seams.at_x]
        away += [LineString([(left, y), (right, y)]).buffer(self.edge_mm) for y in self.seams.at_y]
        return kept.difference(unary_union(away)) if away else kept

    def along_y(self, x: float, to_edges: bool = False) -> list[Span]:
        """Where a line from front to back may lie; or, to its edges, where there is concrete."""
        return self._spans("x", x, to_edges)

    def _spans(self, axis: str, at: float, to_edges: bool) -> list[Span]:
        ready = self._crossed[axis, to_edges]
        spans = ready.chords(at) if ready else []
        if to_edges:
            return spans
        divided, beside = self.seams.at_x, self.seams.at_y
        if axis == "x":
            divided, beside = beside, divided
        if any(abs(at - seam) < self.edge_mm for seam in beside):
            return []
        kept_free = [(seam - self.edge_mm, seam + self.edge_mm) for seam in divided]
        return [part for low, high in spans for part in clear(low, high, kept_free)]

    @cached_property
    def _crossed(self) -> dict[tuple[str, bool], CutCrossing | None]:
        return {
            ("x", True): CutCrossing(self.outline, "x"),
            ("y", True): CutCrossing(self.outline, "y"),
            ("x", False): CutCrossing(self._kept, "x") if self._kept else None,
            ("y", False): CutCrossing(self._kept, "y") if self._kept else None,
        }


def mesh_panel(piece: str, ground: Ground, spacing_mm: float, gaps: Sequence[Gap]) -> MeshPanel:
    """A panel as large as the edges allow, its wires centred, cut to the outline and round the openings."""
    edge_mm, (size_x, size_y) = ground.edge_mm, ground.size
    length = work(rules.panel_side, f"{piece}/length", side_mm=size_x, edge_distance_mm=edge_mm)
    width = work(rules.panel_side, f"{piece}/width", side_mm=size_y, edge_distance_mm=edge_mm)
    along = [
        Wire(a, y, b, y)
        for y in _centred(edge_mm, size_y - edge_mm, spacing_mm)
        for low, high in ground.along_x(y)
        for a, b in clear(low, high, crossed(gaps, y, edge_mm, "y"))
    ]
    across = [
        Wire(x, a, x, b)
        for x in _centred(edge_mm, size_x - edge_mm, spacing_mm)
        for low, high in ground.along_y(x)
        for a, b in clear(low, high, crossed(gaps, x, edge_mm, "x"))
    ]
    return MeshPanel(edge_mm, edge_mm, length, width, (*along, *across))


def bars_beside(
    piece: str, ground: Ground, gaps: Sequence[Gap], apart_mm: float, *, framed: bool = False
) -> list[PlacedBar]:
    """Bars in the strips beside each large opening, full length: front and back always, left and right where narrow.

    Where openings are framed there is one on all four sides; in a wide strip it ends past the corners of its opening.

    A bar that would run through another opening, or that the mix could not pass between it and one already there, is
    left out.
    """
    wanted = [bar for gap in gaps if _is_large(gap) and not gap.filled for bar in _beside(piece, ground, gap, framed)]
    boxes = np.array([(gap.left, gap.right, gap.front, gap.back) for gap in gaps]).reshape(-1, 4)
    taken = Lines(apart_mm=apart_mm)
    placed: list[PlacedBar] = []
    for bar in wanted:
        if not taken.near(bar) and not _through_any(bar.line, boxes, ground.edge_mm):
            placed.append(bar)
            taken.add(bar)
    return placed


class Lines:
    """Lines that bars lie on, to ask whether another would lie almost on one that runs the same way."""

    def __init__(self, bars: Iterable[PlacedBar] = (), apart_mm: float = 0.0) -> None:
        self._at: dict[bool, list[float]] = {True: [], False: []}
        self._apart_mm = max(apart_mm, BESIDE_MM / 2)
        for bar in bars:
            self.add(bar)

    def add(self, bar: PlacedBar) -> None:
        """Takes the line of a bar."""
        level, at = _line_of(bar)
        insort(self._at[level], at)

    def near(self, bar: PlacedBar) -> bool:
        """Whether a bar would lie almost on one of the lines."""
        level, at = _line_of(bar)
        found = bisect_left(self._at[level], at)
        return any(abs(other - at) < self._apart_mm for other in self._at[level][max(0, found - 1) : found + 1])


def _line_of(bar: PlacedBar) -> tuple[bool, float]:
    """Whether a bar runs along the length, and where it lies across that [mm]."""
    level = bar.line.y1 == bar.line.y2
    return level, bar.line.y1 if level else bar.line.x1


def strips_beside(ground: Ground, gap: Gap) -> dict[str, float]:
    """How wide the concrete is on each side of an opening [mm]; nothing where it is open there."""
    x, y = gap.middle
    deep = next(((low, high) for low, high in ground.along_y(x, to_edges=True) if low <= y <= high), (y, y))
    wide = next(((low, high) for low, high in ground.along_x(y, to_edges=True) if low <= x <= high), (x, x))
    return {
        "front": gap.front - deep[0],
        "back": deep[1] - gap.back,
        "left": gap.left - wide[0],
        "right": wide[1] - gap.right,
    }


def length_m(wires: Iterable[Wire]) -> float:
    """Length of all of them [m]."""
    return sum(hypot(one.x2 - one.x1, one.y2 - one.y1) for one in wires) / 1000


def grid(piece: str, ground: Ground, gaps: Sequence[Gap], spacing_mm: float) -> list[PlacedBar]:
    """Bars both ways, no farther apart than the spacing, as far as edges and openings allow."""
    edge_mm, (size_x, size_y) = ground.edge_mm, ground.size
    found = []
    for level, size in ((True, size_y), (False, size_x)):
        for number, at in enumerate(_evenly(edge_mm + _HAIR_MM, size - edge_mm - _HAIR_MM, spacing_mm), 1):
            spans = ground.along_x(at) if level else ground.along_y(at)
            kept_free = crossed(gaps, at, edge_mm, "y" if level else "x")
            parts = [
                part for low, high in spans for part in clear(low, high, kept_free) if part[1] - part[0] > SHORT_MM
            ]
            for part, span in enumerate(parts, 1):
                key = f"{'along' if level else 'across'}.{number}" + (f".{part}" if len(parts) > 1 else "")
                bar = straight_bar((piece, key, "grid"), level, at, span, edge_mm)
                found.append(replace(bar, of_grid=True))
    return found


def diagonals(piece: str, ground: Ground, gaps: Sequence[Gap]) -> list[PlacedBar]:
    """A bar aslant at each inner corner of the outline, square to the way a crack would run from it."""
    allowed = ground.allowed(gaps)
    found = []
    for number, (corner, into, keen) in enumerate(_inner_corners(ground.outline), 1):
        off = ground.edge_mm / keen + _TRIFLE_MM
        x, y = corner[0] + into[0] * off, corner[1] + into[1] * off
        half = DIAGONAL_MM / 2
        line = LineString(
            [(x - into[1] * half, y + into[0] * half), (x + into[1] * half, y - into[0] * half)]
        ).intersection(allowed)
        parts = [one for one in getattr(line, "geoms", [line]) if one.length >= DIAGONAL_MM / 2]
        if not parts:
            continue
        (x1, y1), (x2, y2) = max(parts, key=lambda one: one.length).coords
        key = f"corner.{number}"
        cut = work(rules.bar_aslant, f"{piece}/{key}", length_mm=hypot(x2 - x1, y2 - y1))
        found.append(PlacedBar(key, Wire(x1, y1, x2, y2), cut, "diagonal at the inside corner", moves=False))
    return found


def crossing(bars: Sequence[PlacedBar]) -> bool:
    """Whether any two bars cross, so that one lies on the other."""
    if len(bars) < 2:
        return False
    lines = linestrings([[(one.line.x1, one.line.y1), (one.line.x2, one.line.y2)] for one in bars])
    found = STRtree(lines).query(lines, predicate="intersects")
    return int(found.shape[1]) > len(bars)  # each meets itself


def straight_bar(named: tuple[str, str, str], level: bool, at: float, span: Span, edge_mm: float) -> PlacedBar:
    """A bar along the length, or along the width.

    Args:
        named: its piece, its key, and why it is there
        level: whether it lies along the length
        at: where it lies across that [mm]
        span: from and to [mm]
        edge_mm: concrete kept at its ends
    """
    piece, key, why = named
    low, high = span
    line = Wire(low, at, high, at) if level else Wire(at, low, at, high)
    run = high - low + 2 * edge_mm
    cut = work(rules.bar_length, f"{piece}/{key}", side_mm=run, edge_distance_mm=edge_mm)
    return PlacedBar(key, line, cut, why)


def _inner_corners(outline: Outline) -> Iterator[tuple[Span, Span, float]]:
    """Each inner corner between two straight edges, the way from it into the concrete, and the sine of half of it."""
    edges = outline.edges
    for before, after in zip(edges, (*edges[1:], edges[0]), strict=True):
        if before.bulge or after.bulge:
            continue
        ax, ay = before.end[0] - before.start[0], before.end[1] - before.start[1]
        bx, by = after.end[0] - after.start[0], after.end[1] - after.start[1]
        if ax * by - ay * bx >= -1e-6 * hypot(ax, ay) * hypot(bx, by):
            continue
        a, b = hypot(ax, ay), hypot(bx, by)
        x, y = ax / a - bx / b, ay / a - by / b
        size = hypot(x, y)
        keen = sqrt(max(1e-6, (1 + (ax * bx + ay * by) / (a * b)) / 2))
        yield (before.end[0], before.end[1]), (x / size, y / size), keen


def _beside(piece: str, ground: Ground, gap: Gap, framed: bool) -> Iterator[PlacedBar]:
    for side, strip in strips_beside(ground, gap).items():
        level = side in ("front", "back")
        if strip < 2 * min(ground.edge_mm, LEAST_EDGE_MM) or (not framed and not level and strip >= NARROW_MM):
            continue
        beside = strip / 2 if strip < NARROW_MM else BESIDE_MM
        at = {
            "front": gap.front - beside, "back": gap.back + beside,
            "left": gap.left - beside, "right": gap.right + beside,
        }[side]  # fmt: skip
        middle = gap.middle[0 if level else 1]
        spans = ground.along_x(at) if level else ground.along_y(at)
        reached = next(((low, high) for low, high in spans if low <= middle <= high), None)
        if reached is None:
            continue
        if framed and strip >= NARROW_MM:
            low, high = (gap.left, gap.right) if level else (gap.front, gap.back)
            reached = (max(reached[0], low - PAST_CORNER_MM), min(reached[1], high + PAST_CORNER_MM))
        yield straight_bar(
            (piece, f"{gap.name}.{side}", beside_words(gap.name, side)), level, at, reached, ground.edge_mm
        )


def along_sides(piece: str, ground: Ground) -> Iterator[PlacedBar]:
    """A bar along both long sides of a piece that is long."""
    left, front, right, back = ground.outline.box
    level = right - left >= back - front
    low, high = (front, back) if level else (left, right)
    inside = min(BESIDE_MM, (high - low) / 4)
    names = ("front", "back") if level else ("left", "right")
    for name, at in zip(names, (low + inside, high - inside), strict=True):
        spans = ground.along_x(at) if level else ground.along_y(at)
        reached = max(spans, key=lambda span: span[1] - span[0], default=(0.0, 0.0))
        if reached[1] - reached[0] >= LONG_MM:
            yield straight_bar((piece, f"side.{name}", f"along the {name} side"), level, at, reached, ground.edge_mm)


def _is_large(gap: Gap) -> bool:
    return max(gap.right - gap.left, gap.back - gap.front) > SMALL_OPENING_MM


def _through_any(line: Wire, gaps: NDArray[np.float64], edge_mm: float) -> bool:
    """Whether a bar would run through one of the openings: rows of left, right, front, back [mm]."""
    clear = edge_mm / 2
    left, right, front, back = gaps.T
    beside = (line.x2 < left - clear) | (line.x1 > right + clear)
    before = (line.y2 < front - clear) | (line.y1 > back + clear)
    return bool(np.any(~(beside | before)))


def _centred(low: float, high: float, spacing: float) -> list[float]:
    if high <= low:
        return []
    count = floor((high - low) / spacing)
    start = low + ((high - low) - count * spacing) / 2
    return [start + spacing * index for index in range(count + 1)]


def _evenly(low: float, high: float, spacing: float) -> list[float]:
    """Places from one to the other, no farther apart than the spacing."""
    if high <= low:
        return []
    steps = ceil((high - low) / spacing - 1e-9)
    return [low + (high - low) * step / max(1, steps) for step in range(steps + 1)]


def crossed(gaps: Sequence[Gap], at: float, edge_mm: float, across: str) -> list[Span]:
    """What a wire may not run through: the openings with the edge distance round them."""
    if across == "y":
        return [(g.left - edge_mm, g.right + edge_mm) for g in gaps if g.front - edge_mm < at < g.back + edge_mm]
    return [(g.front - edge_mm, g.back + edge_mm) for g in gaps if g.left - edge_mm < at < g.right + edge_mm]


def clear(low: float, high: float, kept_free: list[tuple[float, float]]) -> Iterator[tuple[float, float]]:
    """What is left of a span when others are kept free [mm]."""
    reached = low
    for start, end in sorted(kept_free):
        if start > reached:
            yield reached, min(start, high)
        reached = max(reached, end)
    if reached < high:
        yield reached, high

"""Joints: where a slab is grooved so that it cracks there and nowhere else."""

from collections.abc import Sequence
from itertools import pairwise
from math import ceil

from shapely import LineString, box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.ground import rules
from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.inputs import Plot
from ulbrek.core.ground.result import JointLine, Joints

# Times the thickness. Source: ACI 302.1R and 360R, from memory: 24 to 36.
TIMES, TIMES_LEAST, TIMES_MOST = 30.0, 24.0, 36.0
SLIM = 1.5  # a panel longer than that cracks across. Source: ACI 302.1R, from memory: 1.5, 1.25 is better.
GROOVE_LEAST_MM = 25.0
LEAST_PANEL_MM = 300.0  # joints nearer than that are no joints, however slim the slab. Source: common practice.
_TURNED_IN = 1e-3  # how far from straight a corner must turn to be one
_NEAR = 0.2  # of the greatest distance: joints that are nearer to one another are one
_LEAST_LINE_MM = 50.0
_ENDS = 2  # of a run that nothing divides
_INSIDE_MM = 0.5
# A round opening has no corners to crack from; a small one starts no crack that shows. Source: common practice.
ROUND_FROM, BOXED_MM = 12, 150.0


def joints_of(brief: GroundBrief, plot: Plot) -> Joints | None:
    """How a slab is divided; None where it needs no joint and has none.

    Args:
        brief: the slab
        plot: how it lies
    """
    left, front, right, back = brief.outline.box
    apart = work(rules.joints_apart, brief.piece, thickness_mm=brief.shrinks_mm, times=TIMES)
    (must_x, must_y), (post_x, post_y) = _turned_in(brief), _through_openings(brief)
    must_x, must_y = [*must_x, *post_x], [*must_y, *post_y]
    if plot.under != "ground":
        must_x = [*must_x, *(left + one.mm for one in plot.old_joints if 0 < one.mm < right - left)]
    if plot.under == "old slab, bonded":  # it cracks where the slab below it does, and nowhere else
        xs, ys = [left, *sorted({round(x, 3) for x in must_x}), right], [front, back]
        return _found(brief, plot, apart, xs, ys)
    xs = _equal(left, right, plot.columns) if plot.columns else _cuts(left, right, must_x, apart.value)
    ys = _equal(front, back, plot.rows) if plot.rows else _cuts(front, back, must_y, apart.value)
    least = TIMES_LEAST * brief.shrinks_mm
    if not plot.columns and right - left > least:
        xs = _cuts(left, right, must_x, min(apart.value, max(LEAST_PANEL_MM, SLIM * _widest(ys))))
    if not plot.rows and back - front > least:
        ys = _cuts(front, back, must_y, min(apart.value, max(LEAST_PANEL_MM, SLIM * _widest(xs))))
    if not plot.columns and len(ys) == _ENDS and right - left > least:
        xs = _by_its_width(brief, xs, across=True)
    if not plot.rows and len(xs) == _ENDS and back - front > least:
        ys = _by_its_width(brief, ys, across=False)
    return _found(brief, plot, apart, xs, ys)


def _by_its_width(brief: GroundBrief, cuts: Sequence[float], *, across: bool) -> list[float]:
    """The same, closer together where the slab is narrower."""
    left, front, right, back = brief.outline.box
    found = [cuts[0]]
    for one, two in pairwise(cuts):
        band = box(one, front, two, back) if across else box(left, one, right, two)
        width = brief.outline.polygon.intersection(band).area / (two - one)
        found += _equal(one, two, max(1, ceil((two - one) / max(LEAST_PANEL_MM, SLIM * width) - 0.05)))[1:]
    return found


def _found(brief: GroundBrief, plot: Plot, apart: Figure, xs: list[float], ys: list[float]) -> Joints | None:
    left, front, *_ = brief.outline.box
    span, panels = max((_widest(xs), len(xs) - 1), (_widest(ys), len(ys) - 1))
    longest = work(rules.panel_side, brief.piece, span_mm=round(span * panels, 3), panels=float(panels))
    lines = tuple(_lines(brief, xs, ys))
    if not lines:
        return None
    return Joints(
        plot.joints, apart, _depth(brief, plot), len(xs) - 1, len(ys) - 1,
        tuple(round(x - left, 1) for x in xs[1:-1]), tuple(round(y - front, 1) for y in ys[1:-1]), lines, longest,
    )  # fmt: skip


def panel_of(found: Joints | None, brief: GroundBrief) -> tuple[float, float]:
    """The largest panel of a slab: its longer and its shorter side [mm].

    Args:
        found: how it is divided
        brief: the slab
    """
    left, front, right, back = brief.outline.box
    xs = [0.0, *(found.from_left_mm if found else ()), right - left]
    ys = [0.0, *(found.from_front_mm if found else ()), back - front]
    sides = _widest(xs), _widest(ys)
    return max(sides), min(sides)


def _depth(brief: GroundBrief, plot: Plot) -> Figure | None:
    if plot.joints in ("none", "strips left in"):
        return None
    if plot.groove is not None:
        return work(rules.groove_own, brief.piece, typed_mm=plot.groove.mm)
    return work(rules.groove_depth, brief.piece, thickness_mm=brief.shrinks_mm, least_mm=GROOVE_LEAST_MM)


def _turned_in(brief: GroundBrief) -> tuple[list[float], list[float]]:
    """Where corners turn in, a crack starts: a joint goes out from each, the shorter way."""
    xs: list[float] = []
    ys: list[float] = []
    edges = brief.outline.edges
    for one, other in zip(edges, (*edges[1:], edges[0]), strict=True):
        if one.is_arc or other.is_arc:
            continue
        ax, ay = one.end.x - one.start.x, one.end.y - one.start.y
        bx, by = other.end.x - other.start.x, other.end.y - other.start.y
        if ax * by - ay * bx > -_TURNED_IN * one.length * other.length:
            continue
        at = one.end
        across, along = (_through(brief, at.x, at.y, turned=turned) for turned in (True, False))
        if across <= along:
            xs.append(at.x)
        else:
            ys.append(at.y)
    return xs, ys


def _through_openings(brief: GroundBrief) -> tuple[list[float], list[float]]:
    """Cracks start from the corners of what is boxed out: a joint goes through its middle, the shorter way."""
    xs: list[float] = []
    ys: list[float] = []
    for opening in brief.openings:
        left, front, right, back = opening.bounds
        if len(opening.exterior.coords) > ROUND_FROM or min(right - left, back - front) < BOXED_MM:
            continue
        x, y = (left + right) / 2, (front + back) / 2
        if _through(brief, x, y, turned=True) <= _through(brief, x, y, turned=False):
            xs.append(x)
        else:
            ys.append(y)
    return xs, ys


def _through(brief: GroundBrief, x: float, y: float, *, turned: bool) -> float:
    """How long a joint through a corner would be, square to the length or along it [mm]."""
    left, front, right, back = brief.outline.box
    line = LineString([(x, front), (x, back)] if turned else [(left, y), (right, y)])
    return float(line.intersection(brief.outline.polygon.buffer(-_INSIDE_MM)).length)


def _equal(low: float, high: float, parts: int) -> list[float]:
    return [low + (high - low) * step / parts for step in range(parts + 1)]


def _cuts(low: float, high: float, must: Sequence[float], most: float) -> list[float]:
    """Where joints go: where they must, and between so that none is farther from the next than it may be."""
    fixed = [low]
    for at in sorted(must):
        if at - fixed[-1] > _NEAR * most and high - at > _NEAR * most:
            fixed.append(at)
    fixed.append(high)
    found = [low]
    for one, other in pairwise(fixed):
        found += _equal(one, other, max(1, ceil((other - one) / most - 1e-9)))[1:]
    return found


def _widest(cuts: Sequence[float]) -> float:
    return max(two - one for one, two in pairwise(cuts))


def _lines(brief: GroundBrief, xs: Sequence[float], ys: Sequence[float]) -> list[JointLine]:
    left, front, right, back = brief.outline.box
    slab: BaseGeometry = brief.outline.polygon
    if brief.openings:
        slab = slab.difference(unary_union(brief.openings))
    slab = slab.buffer(-_INSIDE_MM)  # a joint along an edge is none
    found = []
    for line in (
        *(LineString([(x, front - 1), (x, back + 1)]) for x in xs[1:-1]),
        *(LineString([(left - 1, y), (right + 1, y)]) for y in ys[1:-1]),
    ):
        cut = line.intersection(slab)
        for one in getattr(cut, "geoms", [cut]):
            if one.geom_type == "LineString" and one.length > _LEAST_LINE_MM:
                (x1, y1), (x2, y2) = one.coords[0], one.coords[-1]
                found.append(JointLine(round(x1, 1), round(y1, 1), round(x2, 1), round(y2, 1)))
    return found

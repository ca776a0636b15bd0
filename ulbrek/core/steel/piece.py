"""A piece as it is reinforced, and what lies beside a bar in it."""

from collections.abc import Callable
from dataclasses import replace
from functools import cached_property
from math import inf

import numpy as np
from numpy.typing import NDArray
from shapely import LineString, Polygon, STRtree

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.materials.steel import Bar
from ulbrek.core.steel import rules
from ulbrek.core.steel.cage import Profile, Vessel
from ulbrek.core.steel.layout import NARROW_MM, UNDIVIDED, Gap, Ground, Seams, strips_beside
from ulbrek.core.steel.result import PlacedBar, Wire


@dataclass(frozen=True, slots=True)
class ShapedEdge:
    """An edge that is shaped: its line in plan, how far the shape reaches in at the steel [mm], and what made it."""

    line: LineString
    reach_mm: float
    by_router: bool = True

    @property
    def beyond_mm(self) -> float:
        """The concrete between the shape and steel [mm]: a router wanders, a mould does not."""
        return rules.BEYOND_PROFILE_MM if self.by_router else rules.INDOOR_COVER_MM


@dataclass(frozen=True, slots=True)
class Lying:
    """A pipe that lies in a piece: its name, its plan, and between which heights above the form's floor it is [mm]."""

    name: str
    plan: Polygon
    low_mm: float
    high_mm: float


@dataclass(frozen=True)
class SteelBrief:
    """What is reinforced.

    Attributes:
        outline: of the piece, in plan
        thickness_mm: as it is cast
        name: what the piece is called
        gaps: its openings, as boxes
        holes: their true outlines
        body: what a bent cage goes into; None where steel lies flat
        ground_mm: what grinding takes off the show face
        show_down: whether the show face lies on the form's floor
        sunk_mm: how deep the deepest goes that steel runs behind, into the show face and into the back
        slope_mm: how much the show face and the back slope
        cast_there: whether it is cast on the ground that it stays on
        edges: those that are shaped
        stone_mm: the largest stone of the mix
        strength_mpa: least 28-day strength of the mix
        bolts: how many are cast into its face or its back
        pipes: those that lie in it
    """

    piece: str
    outline: Outline
    thickness_mm: float
    name: str = ""
    gaps: tuple[Gap, ...] = ()
    holes: tuple[Polygon, ...] = ()
    body: Profile | Vessel | None = None
    seams: Seams = UNDIVIDED
    ground_mm: float = 0.0
    show_down: bool = True
    sunk_mm: tuple[float, float] = (0.0, 0.0)
    slope_mm: tuple[float, float] = (0.0, 0.0)
    cast_there: bool = False
    edges: tuple[ShapedEdge, ...] = ()
    stone_mm: float = 10.0
    strength_mpa: float = 24.0
    bolts: int = 0
    pipes: tuple[Lying, ...] = ()

    @cached_property
    def ground(self) -> Ground:
        """All of its plan, up to its edges."""
        return Ground(self.outline, 0.0)

    @cached_property
    def edges_and_holes(self) -> STRtree:
        """The lines that concrete ends at, in a tree."""
        return STRtree([self.outline.polygon.exterior, *self.holes])

    @cached_property
    def gap_boxes(self) -> NDArray[np.float64]:
        """Its openings, one a row: left, right, front, back [mm]."""
        return np.array([(gap.left, gap.right, gap.front, gap.back) for gap in self.gaps]).reshape(-1, 4)


def from_edge(what: SteelBrief, one: PlacedBar) -> float:
    """From the middle of a bar to the nearest edge or opening [mm]."""
    line = LineString([(one.line.x1, one.line.y1), (one.line.x2, one.line.y2)])
    _, distances = what.edges_and_holes.query_nearest(line, return_distance=True, all_matches=False)
    return float(distances[0])


def cover_when_moved(what: SteelBrief, one: PlacedBar, bar: Bar) -> Callable[[float], float]:
    """The concrete beside a bar [mm] when it is moved square to itself by so much [mm]."""

    def cover(by: float) -> float:
        line, level = one.line, one.line.y1 == one.line.y2
        dx, dy = (0.0, by) if level else (by, 0.0)
        moved = replace(one, line=Wire(line.x1 + dx, line.y1 + dy, line.x2 + dx, line.y2 + dy))
        reach, distance, beyond = reach_of(what, moved)
        return min(from_edge(what, moved), distance - reach - beyond + rules.INDOOR_COVER_MM) - bar.diameter_mm / 2

    return cover


def reach_of(what: SteelBrief, one: PlacedBar) -> tuple[float, float, float]:
    """Of the shaped edge that a bar comes nearest to: how far its shape reaches in, how far off it is, and how much
    must stay between [mm]."""
    line = LineString([(one.line.x1, one.line.y1), (one.line.x2, one.line.y2)])
    found = [(edge.line.distance(line), edge.reach_mm, edge.beyond_mm) for edge in what.edges]
    distance, reach, beyond = min(found, key=lambda one: one[0] - one[1] - one[2], default=(inf, 0.0, 0.0))
    return reach, distance, beyond


def strip_of(what: SteelBrief, one: PlacedBar) -> float:
    """How wide the concrete is that a bar lies in, square to it at its middle [mm]."""
    line = one.line
    mid_x, mid_y = (line.x1 + line.x2) / 2, (line.y1 + line.y2) / 2
    ground = what.ground
    level = line.y1 == line.y2
    spans = ground.along_y(mid_x, to_edges=True) if level else ground.along_x(mid_y, to_edges=True)
    at = mid_y if level else mid_x
    low, high = next(((a, b) for a, b in spans if a <= at <= b), (-inf, inf))
    first, last = sorted((line.x1, line.x2) if level else (line.y1, line.y2))
    left, right, front, back = what.gap_boxes.T
    begin, end, near, far = (left, right, front, back) if level else (front, back, left, right)
    beside = (first < end) & (begin < last)
    low = max([low, *far[beside & (far <= at)].tolist()])
    high = min([high, *near[beside & (near >= at)].tolist()])
    return float(high - low)


def narrow_strips(what: SteelBrief) -> list[str]:
    """Openings with a strip beside them that is narrow."""
    return [
        gap.name
        for gap in what.gaps
        if max(gap.right - gap.left, gap.back - gap.front) > NARROW_MM
        and min(strips_beside(what.ground, gap).values()) < NARROW_MM
    ]

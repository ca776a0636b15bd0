"""Moments of a prism by itself, exact where it is straight: what a solid is summed from where nothing meets."""

from collections.abc import Iterable
from itertools import pairwise
from math import cos, pi, sin
from typing import NamedTuple

import numpy as np

from ulbrek.core.kit.geometry.edge import Edge
from ulbrek.core.kit.geometry.moments import GAUSS_3, GAUSS_6, Moments, walked
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Fall, Prism
from ulbrek.core.kit.remembering import remembered


class SolidMoments(NamedTuple):
    """Volume [mm³], first moments [mm⁴] and second moments [mm⁵] about the origin."""

    volume: float = 0.0
    x: float = 0.0
    y: float = 0.0
    z: float = 0.0
    xx: float = 0.0
    yy: float = 0.0
    zz: float = 0.0
    xy: float = 0.0
    xz: float = 0.0
    yz: float = 0.0

    def plus(self, other: "SolidMoments", times: float = 1.0) -> "SolidMoments":
        """These and ``times`` the other's."""
        return SolidMoments(*(mine + times * theirs for mine, theirs in zip(self, other, strict=True)))


def at_height(flat: Moments, height: float, weight: float) -> SolidMoments:
    """What a section at a height [mm] stands for, for so much of the height [mm]."""
    area, x, y, xx, yy, xy = flat
    return SolidMoments(
        weight * area, weight * x, weight * y, weight * area * height, weight * xx, weight * yy,
        weight * area * height * height, weight * xy, weight * x * height, weight * y * height,
    )  # fmt: skip


def _held(_: SolidMoments | None, prism: Prism, *_slopes: Fall | None) -> int:
    return 2_000 + 150 * sum(len(outline.vertices) for outline in (prism.outline, *prism.holes))


@remembered(
    8_000_000, _held
)  # a piece's parts share most of their prisms, and so does the piece before a feature moved
def moments_of_prism(prism: Prism, floor: Fall | None = None, ceiling: Fall | None = None) -> SolidMoments | None:
    """A prism's moments; None where a slope cuts its ends, or runs through what is not straight.

    Args:
        prism: the prism
        floor: a slope that it stands on, instead of its own bottom
        ceiling: a slope that it ends at, instead of its own top
    """
    floor, ceiling = prism.floor or floor, prism.ceiling or ceiling
    if prism.draft or any(prism.edges):
        if floor or ceiling:
            return None
        total = SolidMoments()
        for height, weight in nodes(prism):
            total = total.plus(at_height(prism.moments_at(height), height, weight))
        return total
    if any(slope is not None and not _within(prism, slope) for slope in (floor, ceiling)):
        return None
    total = _columns(prism.outline, floor, ceiling, prism)
    for hole in prism.holes:
        total = total.plus(_columns(hole, floor, ceiling, prism), -1.0)
    return total


def nodes(prism: Prism) -> list[tuple[float, float]]:
    """Heights and weights [mm] that integrate a prism from its bottom to its top."""
    breaks = sorted({z for z in prism.breaks() if prism.bottom_mm <= z <= prism.top_mm})
    curved = any(cut.kind == "round" for cuts in prism.edges for cut in cuts)
    spans = pairwise(breaks)
    return [node for low, high in spans for node in (crowded(low, high) if curved else spread(low, high))]


def spread(low: float, high: float) -> list[tuple[float, float]]:
    """Three heights, exact for drafts and chamfers, whose sections go as the square of the height."""
    return [(low + at * (high - low), weight * (high - low)) for at, weight in GAUSS_3]


def crowded(low: float, high: float) -> list[tuple[float, float]]:
    """Heights that crowd towards both ends as a cosine does: a round-over has an upright tangent at one of them."""
    ways = [(half * pi + at * pi / 2, weight * pi / 2) for half in (0.0, 0.5) for at, weight in GAUSS_6]
    span = (high - low) / 2
    return [(low + span * (1 - cos(way)), weight * span * sin(way)) for way, weight in ways]


def _within(prism: Prism, slope: Fall) -> bool:
    """Whether a slope stays between a prism's ends all over its outline."""
    left, front, right, back = prism.outline.box
    heights = [slope.at(x, y) for x in (left, right) for y in (front, back)]
    return prism.bottom_mm - 1e-9 <= min(heights) and max(heights) <= prism.top_mm + 1e-9


def _columns(outline: Outline, floor: Fall | None, ceiling: Fall | None, prism: Prism) -> SolidMoments:
    """Upright columns over an outline, from a floor to a ceiling that each are level or slope.

    What is integrated over the outline is of the third degree at most; Green's theorem gives it round the edges.
    """
    low = floor or Fall(prism.bottom_mm, 0.0, 0.0)
    high = ceiling or Fall(prism.top_mm, 0.0, 0.0)
    if not floor and not ceiling:
        flat = outline.moments
        depth = prism.top_mm - prism.bottom_mm
        middle, square = (prism.top_mm + prism.bottom_mm) / 2, (prism.top_mm**3 - prism.bottom_mm**3) / 3
        return SolidMoments(
            flat.area * depth, flat.x * depth, flat.y * depth, flat.area * depth * middle, flat.xx * depth,
            flat.yy * depth, flat.area * square, flat.xy * depth, flat.x * depth * middle, flat.y * depth * middle,
        )  # fmt: skip
    third = _third_moments(outline.edges)
    return _under(high, third).plus(_under(low, third), -1.0)


Third = dict[tuple[int, int], float]


def _third_moments(edges: Iterable[Edge]) -> Third:
    """The integrals of x^i y^j over an outline, i + j up to three."""
    x, y, _, dy = np.array(list(walked(edges))).T
    xs, ys = [x], [np.ones_like(y)]
    for _ in range(3):
        xs.append(xs[-1] * x)
        ys.append(ys[-1] * y)
    return {(i, j): float((xs[i] * ys[j]) @ dy) / (i + 1) for i in range(4) for j in range(4 - i)}


def _under(slope: Fall, of: Third) -> SolidMoments:
    """Moments of what lies under a slope down to height nought."""
    c, p, q = slope.height_mm, slope.per_x, slope.per_y

    def times(i: int, j: int) -> float:
        """x^i y^j times the slope's height."""
        return c * of[i, j] + p * of[i + 1, j] + q * of[i, j + 1]

    def times_square(i: int, j: int) -> float:
        """The same times the square of its height."""
        return (
            c * c * of[i, j] + 2 * c * (p * of[i + 1, j] + q * of[i, j + 1])
            + p * p * of[i + 2, j] + 2 * p * q * of[i + 1, j + 1] + q * q * of[i, j + 2]
        )  # fmt: skip

    cube = (
        c**3 * of[0, 0] + 3 * c * c * (p * of[1, 0] + q * of[0, 1])
        + 3 * c * (p * p * of[2, 0] + 2 * p * q * of[1, 1] + q * q * of[0, 2])
        + p**3 * of[3, 0] + 3 * p * p * q * of[2, 1] + 3 * p * q * q * of[1, 2] + q**3 * of[0, 3]
    )  # fmt: skip
    return SolidMoments(
        times(0, 0), times(1, 0), times(0, 1), times_square(0, 0) / 2, times(2, 0), times(0, 2), cube / 3,
        times(1, 1), times_square(1, 0) / 2, times_square(0, 1) / 2,
    )  # fmt: skip

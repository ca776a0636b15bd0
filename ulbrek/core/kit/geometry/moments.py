"""Area of a flat shape and its first and second moments, exact on true arcs."""

from collections.abc import Iterable, Sequence
from math import ceil, cos, pi, sin
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from shapely import GeometryType, get_coordinates, get_parts, get_rings, get_type_id
from shapely.geometry.base import BaseGeometry

from ulbrek.core.kit.geometry.edge import Edge

_POLYGON = GeometryType.POLYGON.value

# Gauss-Legendre abscissae and weights on 0..1. Two are exact for a body whose sides are straight upwards; three for a
# straight edge, whose integrands are of the fourth degree; six give an eighth of a turn to the last digits.
# Source: any table of quadrature.
GAUSS_1 = ((0.5, 1.0),)
GAUSS_2 = ((0.2113248654051871, 0.5), (0.7886751345948129, 0.5))
GAUSS_3 = ((0.1127016653792583, 5 / 18), (0.5, 8 / 18), (0.8872983346207417, 5 / 18))
GAUSS_6 = tuple(
    (0.5 + sign * abscissa / 2, weight / 2)
    for abscissa, weight in (
        (0.2386191860831969, 0.4679139345726910),
        (0.6612093864662645, 0.3607615730481386),
        (0.9324695142031521, 0.1713244923791704),
    )
    for sign in (-1, 1)
)


class Moments(NamedTuple):
    """Area [mm²], first moments [mm³] and second moments [mm⁴] about the origin."""

    area: float = 0.0
    x: float = 0.0
    y: float = 0.0
    xx: float = 0.0
    yy: float = 0.0
    xy: float = 0.0

    def plus(self, other: "Moments", times: float = 1.0) -> "Moments":
        """These and ``times`` the other's."""
        return Moments(*(mine + times * theirs for mine, theirs in zip(self, other, strict=True)))


def moments_of(edges: Sequence[Edge]) -> Moments:
    """Moments of what closed, counter-clockwise edges go round, by Green's theorem."""
    area = x = y = xx = yy = xy = 0.0
    for px, py, dx, dy in walked(edges):
        area += (px * dy - py * dx) / 2
        x += px * px * dy / 2
        y -= py * py * dx / 2
        xx += px**3 * dy / 3
        yy -= py**3 * dx / 3
        xy += px * px * py * dy / 2
    return Moments(area, x, y, xx, yy, xy)


def moments_of_polygon(shape: BaseGeometry) -> Moments:
    """Moments of a polygon, or of several that lie apart, holes left out."""
    return moments_of_polygons([shape])[0]


def moments_of_polygons(shapes: Sequence[BaseGeometry]) -> list[Moments]:
    """Those of many shapes, at one go: a call a ring costs more than the sums do."""
    parts, of_shape = get_parts(np.asarray(shapes), return_index=True)
    flat = get_type_id(parts) == _POLYGON
    rings, of_part = get_rings(parts[flat], return_index=True)
    points, of_ring = get_coordinates(rings, return_index=True)
    if not len(points):
        return [Moments()] * len(shapes)
    on = of_ring[1:] == of_ring[:-1]
    sums = np.zeros((len(Moments._fields), len(rings)))
    for field, part in enumerate(_parts(points[:-1][on], points[1:][on])):
        sums[field] = np.bincount(of_ring[1:][on], part, len(rings))
    outer = np.diff(of_part, prepend=-1) > 0
    sums *= np.where(outer == (sums[0] > 0), 1.0, -1.0)
    of = of_shape[flat][of_part]
    found = np.array([np.bincount(of, field, len(shapes)) for field in sums])
    return [Moments(*column) for column in found.T.tolist()]


def walked(edges: Iterable[Edge]) -> Iterable[tuple[float, float, float, float]]:
    """Points of edges with the weighted step of x and y at each [mm]."""
    for edge in edges:
        if not edge.is_arc:
            dx, dy = edge.end.x - edge.start.x, edge.end.y - edge.start.y
            for at, weight in GAUSS_3:
                yield edge.start.x + at * dx, edge.start.y + at * dy, weight * dx, weight * dy
            continue
        parts = max(1, ceil(abs(edge.angle) / (pi / 4) - 1e-9))
        turn = edge.angle / parts
        for part in range(parts):
            for at, weight in GAUSS_6:
                way = edge.begin + turn * (part + at)
                reach_x, reach_y = edge.radius * cos(way), edge.radius * sin(way)
                step = weight * turn
                yield edge.centre.x + reach_x, edge.centre.y + reach_y, -reach_y * step, reach_x * step


def moments_of_ring(points: NDArray[np.float64]) -> Moments:
    """Moments of what straight sides go round.

    Args:
        points: the corners [mm], the first again at the end; (n, 2)
    """
    return Moments(*(float(part.sum()) for part in _parts(points[:-1], points[1:])))


def _parts(a: NDArray[np.float64], b: NDArray[np.float64]) -> tuple[NDArray[np.float64], ...]:
    """What each side from a to b adds to the moments, in their order."""
    ax, ay = a.T
    bx, by = b.T
    cross = ax * by - bx * ay
    return (
        cross / 2,
        (ax + bx) * cross / 6,
        (ay + by) * cross / 6,
        (ax * ax + ax * bx + bx * bx) * cross / 12,
        (ay * ay + ay * by + by * by) * cross / 12,
        (ax * by + 2 * ax * ay + 2 * bx * by + bx * ay) * cross / 24,
    )

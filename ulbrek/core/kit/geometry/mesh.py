"""The solid as a mesh of triangles, and cut through upright: what 3D pictures, files and sections are drawn from."""

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise
from math import cos, hypot, pi

import manifold3d
import numpy as np
from numpy.typing import NDArray

from ulbrek.core.kit.geometry.edge import Edge, Point
from ulbrek.core.kit.geometry.outline import CHORDS_PER_TURN, Outline, Vertex
from ulbrek.core.kit.geometry.prism import Fall, Prism
from ulbrek.core.kit.geometry.solid import Solid

_REACH_MM = 0.5  # cuts that end at a face go this far past it, so that no skin is left
_ROUND_STEPS = 16
_TRIFLE_MM = 1e-6
_FLAT_MM = 1e-3  # points that stand less than this beside a straight line are left out


def mesh_of(solid: Solid) -> manifold3d.Manifold:
    """The solid as a closed mesh [mm]; its arcs are chopped into 64 chords a turn.

    Args:
        solid: any
    """
    low, high = solid.heights[0], solid.heights[-1]
    body = _lofted(solid.body)
    for add in solid.adds:
        body += _lofted(add)
    for cut in solid.cuts:
        body -= _lofted(
            cut,
            _REACH_MM if cut.bottom_mm <= low + _TRIFLE_MM or cut.bottom_mm == 0 else 0.0,
            _REACH_MM if cut.top_mm >= high - _TRIFLE_MM or cut.top_mm == solid.depth_mm else 0.0,
        )
    return body


def triangles(mesh: manifold3d.Manifold) -> tuple[NDArray[np.float32], NDArray[np.uint32]]:
    """Points [mm], shape (n, 3), and triangles as three indices of points each, shape (m, 3)."""
    found = mesh.to_mesh()
    return np.asarray(found.vert_properties, dtype=np.float32)[:, :3], np.asarray(found.tri_verts, dtype=np.uint32)


def upright_section(mesh: manifold3d.Manifold, along: str, at_mm: float) -> list[list[tuple[float, float]]]:
    """A mesh cut through upright: closed rings of points (along, up) [mm], holes among them.

    Args:
        mesh: of a solid
        along: ``x`` for a cut from left to right, ``y`` for one from front to back
        at_mm: where it is cut, from the front or from the left
    """
    turn = (90.0, 0.0, 0.0) if along == "x" else (0.0, -90.0, 0.0)
    rings = mesh.rotate(turn).slice(at_mm).simplify(_FLAT_MM).to_polygons()
    if along == "x":
        return [[(float(x), float(-z)) for x, z in ring] for ring in rings]
    return [[(float(y), float(-z)) for z, y in ring] for ring in rings]


def _lofted(prism: Prism, below_mm: float = 0.0, above_mm: float = 0.0) -> manifold3d.Manifold:
    """A prism as a mesh, reaching past its ends by as much as asked for [mm]."""
    prism = replace(prism, outline=_without_twins(prism.outline))
    heights = _levels(prism)
    outlines = [prism.outline_at(height) for height in heights]
    kept = [(height, outline) for height, outline in zip(heights, outlines, strict=True) if outline is not None]
    counts = [_chords(edge) for edge in prism.outline.edges]
    rings = [_ring(outline, counts) for _, outline in kept]
    levels = [height for height, _ in kept]
    if below_mm:
        rings, levels = [rings[0], *rings], [levels[0] - below_mm, *levels]
    if above_mm:
        rings, levels = [*rings, rings[-1]], [*levels, levels[-1] + above_mm]
    body = _skinned(rings, levels)
    for hole in prism.holes:
        body -= _lofted(Prism(hole, prism.bottom_mm, prism.top_mm), _REACH_MM, _REACH_MM)
    for slope, sign in ((prism.floor, 1.0), (prism.ceiling, -1.0)):
        if slope is not None:
            body = _trimmed(body, slope, sign)
    return body


def _without_twins(outline: Outline) -> Outline:
    """An outline of which every vertex has an edge with a length."""
    return Outline(tuple(Vertex(edge.start.x, edge.start.y, edge.bulge) for edge in outline.edges), outline.edge_names)


def _levels(prism: Prism) -> list[float]:
    """Heights at which a prism's rings are taken [mm]."""
    ends = sorted({prism.bottom_mm, prism.top_mm, *(z for z in prism.breaks() if prism.bottom_mm < z < prism.top_mm)})
    if not any(cut.kind == "round" for cuts in prism.edges for cut in cuts):
        return ends if prism.draft or any(prism.edges) else [prism.bottom_mm, prism.top_mm]
    steps = [(1 - cos(pi * step / _ROUND_STEPS)) / 2 for step in range(1, _ROUND_STEPS)]
    between = [low + share * (high - low) for low, high in pairwise(ends) for share in steps]
    return sorted({*ends, *between})


def _chords(edge: Edge) -> int:
    return max(2, round(CHORDS_PER_TURN * abs(edge.angle) / (2 * pi))) if edge.is_arc else 1


def _ring(outline: Outline, counts: Sequence[int]) -> list[Point]:
    """Points round an outline, as many for each edge as its prism's outline has there."""
    points: list[Point] = []
    following = (*outline.vertices[1:], outline.vertices[0])
    for vertex, after, count in zip(outline.vertices, following, counts, strict=True):
        start, end = Point(vertex.x, vertex.y), Point(after.x, after.y)
        edge = Edge(start, end, vertex.bulge)
        if count == 1:
            points.append(start)
        elif not edge.is_arc or hypot(end.x - start.x, end.y - start.y) < _TRIFLE_MM:
            points += [
                Point(start.x + (end.x - start.x) * i / count, start.y + (end.y - start.y) * i / count)
                for i in range(count)
            ]
        else:
            points += edge.chopped_in(count)
    return points


def _skinned(rings: Sequence[Sequence[Point]], levels: Sequence[float]) -> manifold3d.Manifold:
    """Rings of equally many points at rising heights, skinned and capped."""
    count = len(rings[0])
    points = np.array([(p.x, p.y, z) for ring, z in zip(rings, levels, strict=True) for p in ring], dtype=np.float64)
    faces: list[tuple[int, int, int]] = []
    for level in range(len(rings) - 1):
        base, over = level * count, (level + 1) * count
        for i in range(count):
            j = (i + 1) % count
            faces += [(base + i, base + j, over + j), (base + i, over + j, over + i)]
    last = (len(rings) - 1) * count
    bottom = manifold3d.triangulate([np.array(rings[0], dtype=np.float64)])
    faces += [(a, c, b) for a, b, c in bottom]
    top = manifold3d.triangulate([np.array(rings[-1], dtype=np.float64)])
    faces += [(last + a, last + b, last + c) for a, b, c in top]
    mesh = manifold3d.Mesh64(vert_properties=points, tri_verts=np.array(faces, dtype=np.uint64))
    mesh.merge()
    return manifold3d.Manifold(mesh)


def _trimmed(body: manifold3d.Manifold, slope: Fall, sign: float) -> manifold3d.Manifold:
    """What of a body lies over a slope (sign 1) or under it (sign -1)."""
    length = (slope.per_x**2 + slope.per_y**2 + 1) ** 0.5
    normal = (-slope.per_x * sign / length, -slope.per_y * sign / length, sign / length)
    return body.trim_by_plane(normal, slope.height_mm * sign / length)

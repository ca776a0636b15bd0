"""A form in the round as glTF: each board and former a body of its own, with its name."""

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from ulbrek.core.form.result import FormResult, Path
from ulbrek.core.kit.geometry.outline import Outline, Vertex

Point = tuple[float, float, float]
Ring = list[Point]

_CHORDS_A_TURN = 96
_MM = 0.001  # glTF counts in metres, y up
_COLOURS = {"board": (226, 196, 143, 255), "foam": (220, 235, 226, 255), "other": (155, 150, 140, 255)}


class Body(NamedTuple):
    """A body between two rings of points of equal number [mm], with holes where it stands upright."""

    name: str
    colour: str
    foot: Ring
    head: Ring
    holes: tuple[Ring, ...] = ()


def write_glb(form: FormResult) -> bytes:
    """A form as binary glTF, in metres."""
    import numpy as np  # noqa: PLC0415 - heavy, and seldom needed
    import trimesh  # noqa: PLC0415

    scene = trimesh.Scene()
    for body in bodies_of(form):
        points, faces = _mesh(body)
        at = np.asarray(points, dtype=float) * _MM
        painted = np.tile(np.array(_COLOURS[body.colour], dtype=np.uint8), (len(at), 1))
        solid = trimesh.Trimesh(at, np.asarray(faces), vertex_colors=painted, process=False)
        scene.add_geometry(solid, node_name=body.name, geom_name=body.name)
    turned = np.array([[1, 0, 0, 0], [0, 0, 1, 0], [0, -1, 0, 0], [0, 0, 0, 1]], dtype=float)
    scene.apply_transform(turned)  # type: ignore[no-untyped-call]
    return bytes(scene.export(file_type="glb"))  # type: ignore[no-untyped-call]


def bodies_of(form: FormResult) -> Iterator[Body]:
    """Boards and formers as bodies: slopes, draft and lean as they are."""
    for board in form.boards:
        top = max(board.top_mm, board.top_end_mm, board.bottom_mm + 0.1)
        high = _heights(board.path, board.tops or (top,) * (len(board.path) // 3))
        low = [top - board.thickness_mm for top in high] if board.kind == "bed" else [board.bottom_mm] * len(high)
        yield Body(board.key, "board", _ring(board.path, low), _ring(board.head or board.path, high))
    for knockout in form.knockouts:
        if knockout.where == "along an edge":
            continue
        colour = "foam" if knockout.build.startswith("foam") else "other"
        floor, ceiling = [knockout.bottom_mm], [knockout.bottom_mm + max(knockout.height_mm, 0.1)]
        mouths, ends = knockout.paths, knockout.ends or knockout.paths
        feet, heads = (ends, mouths) if knockout.mouth == "top" else (mouths, ends)
        for number, (foot, head) in enumerate(_outer(feet, heads), 1):
            holes = tuple(_ring(path, floor) for path in _holes(foot, feet)) if not knockout.ends else ()
            name = knockout.feature if number == 1 else f"{knockout.feature}-{number}"
            yield Body(name, colour, _ring(foot, floor), _ring(head, ceiling), holes)


def _outer(feet: Sequence[Path], heads: Sequence[Path]) -> Iterator[tuple[Path, Path]]:
    """The outlines that lie in no other."""
    for foot, head in zip(feet, heads, strict=False):
        if not any(other is not foot and _outline(other).polygon.contains(_outline(foot).polygon) for other in feet):
            yield foot, head


def _holes(outer: Path, paths: Sequence[Path]) -> Iterator[Path]:
    whole = _outline(outer).polygon
    return (path for path in paths if path is not outer and whole.contains(_outline(path).polygon))


def _mesh(body: Body) -> tuple[list[Point], list[tuple[int, int, int]]]:
    """Points and triangles: its walls, and its two ends."""
    import manifold3d  # noqa: PLC0415 - heavy, and seldom needed

    high = body.head[0][2]
    rings = [(body.foot, body.head), *((hole, [(x, y, high) for x, y, _ in hole]) for hole in body.holes)]
    points: list[Point] = []
    faces: list[tuple[int, int, int]] = []
    for index, (foot, head) in enumerate(rings):
        count, base = len(foot), len(points)
        points += [*foot, *head]
        outward = (_area(foot) > 0) == (index == 0)
        for corner in range(count):
            after = (corner + 1) % count
            a, b, c, d = base + corner, base + after, base + count + after, base + count + corner
            faces += [(a, b, c), (a, c, d)] if outward else [(c, b, a), (d, c, a)]
    for ends, up in ((0, False), (1, True)):
        places, corners = [], []
        base = 0
        for index, ring in enumerate(rings):
            count = len(ring[0])
            order = list(range(count))
            if (_area(ring[ends]) > 0) != (index == 0):
                order.reverse()
            places += [base + ends * count + corner for corner in order]
            corners.append([ring[ends][corner][:2] for corner in order])
            base += 2 * count
        for a, b, c in manifold3d.triangulate(corners):
            face = (places[a], places[b], places[c])
            faces.append(face if up else (face[0], face[2], face[1]))
    return points, faces


def _area(ring: Ring) -> float:
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)) / 2


def _heights(path: Path, corners: Sequence[float]) -> list[float]:
    """The height of each point of a ring, between those of its outline's corners [mm]."""
    found: list[float] = []
    edges = _outline(path).edges
    for edge, here, there in zip(edges, corners, (*corners[1:], corners[0]), strict=True):
        count = len(list(edge.chopped(_CHORDS_A_TURN)))
        found += [here + (there - here) * step / count for step in range(count)]
    return found


def _ring(path: Path, heights: Sequence[float]) -> Ring:
    """The points of an outline at their heights; a single height is of all of them."""
    points = [point for edge in _outline(path).edges for point in edge.chopped(_CHORDS_A_TURN)]
    each = heights if len(heights) == len(points) else [heights[0]] * len(points)
    return [(point.x, point.y, height) for point, height in zip(points, each, strict=True)]


def _outline(path: Path) -> Outline:
    return Outline(tuple(Vertex(*path[at : at + 3]) for at in range(0, len(path), 3)))

"""A form in the round as glTF: each board and former a body of its own, with its name."""

from collections.abc import Iterator, Sequence

from ulbrek.core.form.result import FormResult
from ulbrek.core.kit.geometry import Outline, Vertex

_CHORDS_A_TURN = 96
_MM = 0.001  # glTF counts in metres, y up
_COLOURS = {"board": (226, 196, 143, 255), "foam": (220, 235, 226, 255), "other": (155, 150, 140, 255)}


def write_glb(form: FormResult) -> bytes:
    """A form as binary glTF, in metres."""
    import manifold3d  # noqa: PLC0415 - heavy, and seldom needed
    import numpy as np  # noqa: PLC0415
    import trimesh  # noqa: PLC0415

    scene = trimesh.Scene()
    for name, paths, low, high, colour in _bodies(form):
        rings = [_ring(path) for path in paths]
        solid = manifold3d.CrossSection(rings, manifold3d.FillRule.EvenOdd).extrude(max(high - low, 0.1))
        mesh = solid.translate((0.0, 0.0, low)).to_mesh()
        points = np.asarray(mesh.vert_properties)[:, :3] * _MM
        painted = np.tile(np.array(_COLOURS[colour], dtype=np.uint8), (len(points), 1))
        body = trimesh.Trimesh(points, mesh.tri_verts, vertex_colors=painted, process=False)
        scene.add_geometry(body, node_name=name, geom_name=name)
    turned = np.array([[1, 0, 0, 0], [0, 0, 1, 0], [0, -1, 0, 0], [0, 0, 0, 1]], dtype=float)
    scene.apply_transform(turned)  # type: ignore[no-untyped-call]
    return bytes(scene.export(file_type="glb"))  # type: ignore[no-untyped-call]


def _bodies(form: FormResult) -> Iterator[tuple[str, Sequence[Sequence[float]], float, float, str]]:
    for board in form.boards:
        yield board.key, [board.path], board.bottom_mm, max(board.top_mm, board.top_end_mm), "board"
    for one in form.knockouts:
        if one.where != "along an edge":
            colour = "foam" if one.build.startswith("foam") else "other"
            yield one.feature, one.paths, one.bottom_mm, one.bottom_mm + one.height_mm, colour


def _ring(path: Sequence[float]) -> list[tuple[float, float]]:
    outline = Outline(tuple(Vertex(*path[at : at + 3]) for at in range(0, len(path), 3)))
    return [(point.x, point.y) for edge in outline.edges for point in edge.chopped(_CHORDS_A_TURN)]

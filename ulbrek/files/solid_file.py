"""The solid of a piece as STL and 3MF [mm], for a look in three dimensions or a model to print."""

from typing import Literal

import numpy as np

from ulbrek.core.kit.geometry.mesh import mesh_of, triangles
from ulbrek.core.kit.geometry.solid import Solid

SolidFormat = Literal["stl", "3mf"]
MEDIA_TYPES: dict[SolidFormat, str] = {"stl": "model/stl", "3mf": "model/3mf"}


def write_stl(solid: Solid) -> bytes:
    """The solid as binary STL [mm]: each triangle's normal and corners."""
    points, faces = triangles(mesh_of(solid))
    corners = points[faces]
    normals = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    lengths = np.linalg.norm(normals, axis=1, keepdims=True)
    record = np.zeros(len(faces), dtype=[("normal", "<3f4"), ("corners", "<(3,3)f4"), ("attribute", "<u2")])
    record["normal"], record["corners"] = normals / np.where(lengths > 0, lengths, 1), corners
    return b"Ulbrek, millimetres".ljust(80, b"\0") + len(faces).to_bytes(4, "little") + record.tobytes()


def write_3mf(solid: Solid, name: str) -> bytes:
    """The solid as 3MF [mm].

    Args:
        solid: any
        name: what it is called in the file
    """
    import trimesh  # noqa: PLC0415 - it brings scipy along, and few ask for it

    points, faces = triangles(mesh_of(solid))
    scene = trimesh.Scene()
    scene.add_geometry(trimesh.Trimesh(points, faces, process=False), geom_name=name)
    scene.units = "millimeters"
    return bytes(scene.export(file_type="3mf"))  # type: ignore[no-untyped-call]

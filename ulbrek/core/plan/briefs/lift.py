"""A piece as Move takes it: as a plate with its steel, and as it stands."""

from math import pi
from typing import NamedTuple

from shapely import MultiPoint, Point

from ulbrek.core.handling.lifts import LiftBrief, SteelLine
from ulbrek.core.materials.steel import Bar, Mesh
from ulbrek.core.measure.plate import is_flat, plate_of
from ulbrek.core.measure.shape import Shape
from ulbrek.core.steel.result import SteelResult, Wire

_ON_THE_GROUND_MM = 1.0


class CastConcrete(NamedTuple):
    """Concrete of the heaviest casting of a piece: its fresh mass, its density, its least strength at 28 days,
    and whether fibre is dosed."""

    fresh_kg: float
    density_kg_m3: float
    strength_mpa: float
    fibred: bool


def carried(
    shape: Shape,
    steel: SteelResult,
    mesh: Mesh,
    bar: Bar,
    concrete: CastConcrete,
    *,
    cast_there: bool,
) -> LiftBrief:
    """What is lifted of a piece.

    Args:
        shape: the piece
        steel: what lies in it
        mesh: the mesh that is chosen
        bar: the bar that is chosen
        concrete: what it is cast of
        cast_there: whether it is cast on the ground that it stays on
    """
    plate, (fresh_kg, density, strength, fibred) = plate_of(shape), concrete
    wires = steel.mesh.wires if steel.mesh and mesh.finish != "glass" else ()
    lines = [_line(wire, mesh.wire_mm) for wire in wires]
    lines += [_line(one.line, bar.diameter_mm) for one in steel.bars]
    stack = steel.stack
    centroid, inside, height = _standing(shape)
    return LiftBrief(
        piece=shape.piece.id,
        name=shape.piece.name,
        solid=plate.solid,
        density_kg_m3=density,
        plate_kg_m3=fresh_kg * 1e9 / max(plate.solid.volume_mm3, 1.0),
        strength_28_mpa=strength,
        flat=is_flat(shape),
        on_its_side=shape.piece.drawn == "from the side",
        face_down=shape.piece.cast == "face down",
        stays=cast_there,
        steel=tuple(lines),
        steel_up_mm=stack.under.value + stack.height.value / 2 if stack else None,
        reinforced=bool(stack or steel.cage or fibred),
        shown=frozenset(shape.piece.edges_shown),
        centroid_mm=centroid,
        stands_in_mm=inside,
        height_mm=height,
        on_bar=2 if shape.piece.joins_castings else 1,
    )


def _line(line: Wire, diameter_mm: float) -> SteelLine:
    return SteelLine(line.x1, line.y1, line.x2, line.y2, pi * diameter_mm**2 / 4)


def _standing(shape: Shape) -> tuple[float, float, float]:
    """Height of its centroid, how far in that stands from the nearest edge it stands on, and its height [mm]."""
    x, y, z = shape.solid.centroid
    if shape.piece.drawn == "from the side":
        _, low, _, high = shape.outline.box
        feet = [point[0] for point in shape.outline.polygon.exterior.coords if point[1] - low <= _ON_THE_GROUND_MM]
        inside = min(x - min(feet), max(feet) - x, shape.cast_depth / 2)
        return y - low, inside, high - low
    foot = MultiPoint(list(shape.outline.polygon.exterior.coords)).convex_hull
    return z, foot.boundary.distance(Point(x, y)), shape.cast_depth

"""A piece as Steel takes it: its outline, openings and shaped edges, and what a bent cage goes into."""

from collections.abc import Iterator
from math import sqrt

from shapely import LineString

from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.core import Core
from ulbrek.core.measure.features.pipe import Pipe
from ulbrek.core.measure.inputs.piece import EdgeProfile
from ulbrek.core.measure.plate import DEEP, gaps_in, is_flat, slope_of, sunk_into
from ulbrek.core.measure.shape import Shape
from ulbrek.core.steel.cage import Profile, Vessel
from ulbrek.core.steel.layout import Gap, Seams
from ulbrek.core.steel.piece import Lying, ShapedEdge, SteelBrief


def reinforced(shape: Shape, stone_mm: float, strength_mpa: float, cast_there: bool) -> SteelBrief:
    """What is reinforced of a piece.

    Args:
        shape: the piece
        stone_mm: the largest stone of its mix
        strength_mpa: least 28-day strength of its mix
        cast_there: whether it is cast on the ground that it stays on
    """
    piece = shape.piece
    lines = [shape.seam_line(seam) for seam in piece.seams]
    seams = Seams(
        tuple(line.at.x for line in lines if line.along.x == 0), tuple(line.at.y for line in lines if line.along.x)
    )
    names = {name: edge for name, edge in zip(shape.outline.edge_names, shape.outline.edges, strict=True) if name}
    edges = tuple(
        ShapedEdge(
            LineString([names[one.edge].start, names[one.edge].end]),
            _reach(one, piece.thickness.mm),
            by_router=one.made == "routed later",
        )
        for one in piece.edge_profiles
        if one.edge in names
    )
    gaps = tuple(Gap(*gap) for gap in gaps_in(shape))
    boxes = {(gap.left, gap.front, gap.right, gap.back) for gap in gaps}
    return SteelBrief(
        piece=piece.id,
        outline=shape.outline,
        thickness_mm=shape.cast_depth,
        name=piece.name,
        gaps=gaps,
        holes=tuple(placed.polygon for placed in shape.placed if tuple(placed.outline.box) in boxes),
        body=None if is_flat(shape) else _body(shape),
        seams=seams,
        ground_mm=piece.grind.mm,
        show_down=piece.cast == "face down",
        sunk_mm=(sunk_into(shape, "top"), sunk_into(shape, "underside")),
        slope_mm=(slope_of(shape, "top"), slope_of(shape, "underside")),
        cast_there=cast_there,
        edges=edges,
        stone_mm=stone_mm,
        strength_mpa=strength_mpa,
        bolts=sum(1 for one in shape.placed if isinstance(one.feature, Bolt) and not one.feature.in_a_side),
        pipes=tuple(_pipes(shape)),
    )


def _pipes(shape: Shape) -> Iterator[Lying]:
    for placed in shape.placed:
        if isinstance(placed.feature, Pipe):
            body = placed.feature.body(placed, shape.slab)
            low, high = body.bottom_mm, body.top_mm
            if shape.piece.cast == "face down":
                low, high = shape.cast_depth - high, shape.cast_depth - low
            yield Lying(placed.feature.name, placed.polygon, low, high)


def _body(shape: Shape) -> Profile | Vessel:
    outline = shape.outline.polygon
    if shape.piece.drawn == "from the side":
        inside = shape.stone_inside
        return Profile(outline, shape.piece.thickness.mm, inside.outline.polygon if inside else None)
    cores = [
        one for one in shape.placed if isinstance(one.feature, Core) and one.feature.depth.mm > DEEP * shape.cast_depth
    ]
    core = max(cores, key=lambda one: one.polygon.area)
    assert isinstance(core.feature, Core)  # noqa: S101 - chosen so
    floor = max(1.0, shape.cast_depth - core.feature.depth.mm)
    return Vessel(outline, core.polygon, shape.cast_depth, floor)


def _reach(profile: EdgeProfile, thickness_mm: float) -> float:
    """How far a shaped edge reaches in at the middle of the thickness, where the steel lies [mm]."""
    middle, size = thickness_mm / 2, profile.size.mm
    match profile.profile:
        case "chamfer":
            return max(0.0, min(size, thickness_mm) - middle)
        case "round-over" if size > middle:
            size = min(size, thickness_mm)
            return size - sqrt(size**2 - (size - middle) ** 2)
        case _:  # a bullnose is nowhere as wide as there
            return 0.0

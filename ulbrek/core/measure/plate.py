"""The piece as the stations after Measure take it: a plate with what goes through it, or nearly."""

from typing import NamedTuple

from ulbrek.core.kit.geometry import Solid
from ulbrek.core.kit.remembering import remembered
from ulbrek.core.measure.bodies import Placed
from ulbrek.core.measure.checks.formers import depth_into
from ulbrek.core.measure.inputs import Core
from ulbrek.core.measure.shape import Shape, held_bytes

DEEP = 0.5  # what goes deeper than this share of the thickness is taken as going through


class Plate(NamedTuple):
    """The heaviest casting as a plate: ``part`` says which one of those that seams divide it into."""

    solid: Solid
    part: int


def _held(_: Plate, shape: Shape) -> int:
    return held_bytes(shape)


@remembered(30_000_000, _held)
def plate_of(shape: Shape) -> Plate:
    """The heaviest casting of a piece as a plate that is never stiffer than it is.

    What goes deeper than half the thickness goes through, and of all the rest the deepest counts everywhere.
    """
    heaviest = max(range(len(shape.parts)), key=lambda part: shape.parts[part].volume_mm3)
    outline = shape.part_outlines[heaviest]
    depth = _least_thickness(shape)
    cuts = tuple(
        cut
        for cut in shape.parts[heaviest].cuts
        if not cut.holes and cut.top_mm - cut.bottom_mm > DEEP * shape.cast_depth
    )
    shallow = [
        deep for placed in shape.placed if (deep := depth_into(placed)) is not None and deep <= DEEP * shape.cast_depth
    ]
    plate = Solid(outline, max(1.0, depth - max(shallow, default=0.0)), cuts)
    part = shape.parts[heaviest]
    return Plate(part if part == plate else plate, heaviest)  # the same solid is not worked out twice


def gaps_in(shape: Shape) -> list[tuple[str, float, float, float, float]]:
    """What steel may not run through: name, and the box round it left, right, front, back [mm]."""
    return [
        (placed.feature.name, box[0], box[2], box[1], box[3])
        for placed in shape.placed
        if _stands_in_the_way(shape, placed)
        for box in (placed.outline.box,)
    ]


def is_flat(shape: Shape) -> bool:
    """Whether its steel can lie flat: it is neither drawn from the side nor a vessel."""
    vessel = any(isinstance(one, Core) and one.depth.mm > DEEP * shape.cast_depth for one in shape.piece.features)
    return shape.piece.drawn == "in plan" and not vessel


def _stands_in_the_way(shape: Shape, placed: Placed) -> bool:
    deep = depth_into(placed)
    return placed.is_through or (deep is not None and deep > DEEP * shape.cast_depth)


def _least_thickness(shape: Shape) -> float:
    taper = shape.piece.taper
    return shape.cast_depth if taper is None else min(shape.cast_depth, taper.thickness.mm)

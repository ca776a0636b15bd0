"""The piece as the stations after Measure take it: a plate with what goes through it, or nearly."""

from collections.abc import Iterator
from dataclasses import replace
from typing import NamedTuple

from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.kit.geometry.solid import Solid
from ulbrek.core.kit.remembering import remembered
from ulbrek.core.measure.features.base import FeatureInPlan
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.core import Core
from ulbrek.core.measure.features.grooves import Grooves
from ulbrek.core.measure.features.lettering import Lettering
from ulbrek.core.measure.features.sleeve import Sleeve
from ulbrek.core.measure.features.wood_pad import WoodPad
from ulbrek.core.measure.inputs.common import Face
from ulbrek.core.measure.shape import Shape, boxes_meet, held_bytes

DEEP = 0.5  # what goes deeper than this share of the thickness, steel does not run through
OVER_STEEL_MM = 12.0  # nor behind what comes nearer than this to the middle


class Plate(NamedTuple):
    """The heaviest casting as a plate: ``part`` says which one of those that seams divide it into."""

    solid: Solid
    part: int


def _held(_: Plate, shape: Shape) -> int:
    return held_bytes(shape)


@remembered(30_000_000, _held)
def plate_of(shape: Shape) -> Plate:
    """The heaviest casting of a piece as a plate, each feature thinning it where it stands and nowhere else.

    A face that slopes counts as thin as it gets; of letters and grooves the box round them counts.
    """
    heaviest = max(range(len(shape.parts)), key=lambda part: shape.parts[part].volume_mm3)
    outline = shape.part_outlines[heaviest]
    depth = _least_thickness(shape)
    cuts = tuple(
        cut
        for placed in shape.placed
        if boxes_meet(placed.outline.box, outline.box)
        for cut in _taken(placed, shape, depth)
    )
    plate = Solid(outline, depth, cuts)
    part = shape.parts[heaviest]
    return Plate(part if part == plate else plate, heaviest)  # the same solid is not worked out twice


def _taken(placed: FeatureInPlan, shape: Shape, depth: float) -> Iterator[Prism]:
    """What a feature takes from a plate of some depth [mm]."""
    found = list(placed.feature.cuts(placed, shape.slab))
    if isinstance(placed.feature, Lettering | Grooves) and found:
        bottom, top = min(hollow.bottom_mm for hollow in found), max(hollow.top_mm for hollow in found)
        found = [Prism(placed.outline, bottom, top)]
    for hollow in found:
        if hollow.top_mm < shape.cast_depth:
            yield replace(hollow, top_mm=min(hollow.top_mm, depth)) if hollow.top_mm > depth else hollow
        else:  # open at the top, wherever that is
            low = hollow.bottom_mm if hollow.bottom_mm <= 0 else max(0.0, depth - (hollow.top_mm - hollow.bottom_mm))
            yield replace(hollow, bottom_mm=low, top_mm=depth)


def gaps_in(shape: Shape) -> list[tuple[str, float, float, float, float, bool]]:
    """What steel may not run through: name, box left, right, front, back [mm], and whether something stays in it."""
    return [
        (placed.feature.name, box[0], box[2], box[1], box[3], _is_filled(shape, placed))
        for placed in shape.placed
        if _stands_in_the_way(shape, placed)
        for box in (placed.outline.box,)
    ]


def sunk_into(shape: Shape, face: Face) -> float:
    """How deep the deepest goes into a face of what steel runs behind [mm]."""
    inputs = (placed for placed in shape.placed if getattr(placed.feature, "face", None) == face)
    return max(
        (one.feature.depth_into_face or 0.0 for one in inputs if not _stands_in_the_way(shape, one)), default=0.0
    )


def slope_of(shape: Shape, face: Face) -> float:
    """How much a face slopes from the thick end of a piece to the thin one [mm]."""
    taper = shape.piece.taper
    return shape.cast_depth - _least_thickness(shape) if taper is not None and taper.face == face else 0.0


def is_flat(shape: Shape) -> bool:
    """Whether its steel can lie flat: it is neither drawn from the side nor a vessel."""
    vessel = any(isinstance(one, Core) and one.depth.mm > DEEP * shape.cast_depth for one in shape.piece.features)
    return shape.piece.drawn == "in plan" and not vessel


def _stands_in_the_way(shape: Shape, placed: FeatureInPlan) -> bool:
    deep = placed.feature.depth_into_face
    return placed.is_through or (deep is not None and deep > DEEP * shape.cast_depth - OVER_STEEL_MM)


def _is_filled(shape: Shape, placed: FeatureInPlan) -> bool:
    """Whether concrete, or what stays in it, goes on where a feature is."""
    shallow = not placed.is_through and (placed.feature.depth_into_face or 0.0) <= DEEP * shape.cast_depth
    return shallow or isinstance(placed.feature, Sleeve | Bolt | WoodPad)


def _least_thickness(shape: Shape) -> float:
    taper = shape.piece.taper
    return shape.cast_depth if taper is None else min(shape.cast_depth, taper.thickness.mm)

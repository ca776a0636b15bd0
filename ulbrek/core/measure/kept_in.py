"""What stays in a piece, cut through upright with it: bars and tubes, bolts, wood, foam and mats."""

from collections.abc import Iterator
from typing import Literal

from shapely import LineString
from shapely.geometry.base import BaseGeometry

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.measure.features.base import FeatureInPlan
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.pipe import Pipe
from ulbrek.core.measure.features.sleeve import Sleeve
from ulbrek.core.measure.features.void import Void
from ulbrek.core.measure.features.wood_pad import WoodPad
from ulbrek.core.measure.shape import Shape

Stuff = Literal["steel", "wood", "foam"]
_FAR_MM = 30_000.0


@dataclass(frozen=True, slots=True)
class Kept:
    """A box in the section: what it is of, from and to along it, and between which heights [mm]."""

    stuff: Stuff
    start_mm: float
    end_mm: float
    low_mm: float
    high_mm: float


def kept_at(shape: Shape, along: Literal["x", "y"], at_mm: float) -> Iterator[Kept]:
    """What stays in a piece where it is cut through.

    Args:
        shape: the piece
        along: ``x`` for a cut from left to right, ``y`` for one from front to back
        at_mm: where it is cut, from the front or from the left
    """
    ends = ((-_FAR_MM, at_mm), (_FAR_MM, at_mm)) if along == "x" else ((at_mm, -_FAR_MM), (at_mm, _FAR_MM))
    for placed in shape.placed:
        stuff = _stuff(placed)
        if stuff is None:
            continue
        for plan, low, high in _bodies(placed, shape):
            for part in _parts(plan.intersection(LineString(ends))):
                a, b = sorted(point[along == "y"] for point in (part.coords[0], part.coords[-1]))
                yield Kept(stuff, a, b, low, high)


def heights_of(placed: FeatureInPlan, shape: Shape) -> tuple[float, float]:
    """From where to where something in the concrete reaches above the underside of its piece [mm].

    Args:
        placed: the feature
        shape: the piece
    """
    found = [(low, high) for _, low, high in _bodies(placed, shape)]
    return min((low for low, _ in found), default=0.0), max((high for _, high in found), default=0.0)


def _stuff(placed: FeatureInPlan) -> Stuff | None:
    feature = placed.feature
    if isinstance(feature, Void):
        return "foam"
    if feature.bought_as(placed, 0.0) is None:
        return None
    wooden = isinstance(feature, WoodPad) or (isinstance(feature, Sleeve) and feature.material == "wood")
    return "wood" if wooden else "steel"


def _bodies(placed: FeatureInPlan, shape: Shape) -> Iterator[tuple[BaseGeometry, float, float]]:
    """What of it is in the concrete: its plan, and between which heights; of a tube its wall."""
    feature = placed.feature
    if isinstance(feature, Bolt) and feature.in_a_side:
        middle = shape.slab.thickness / 2 if feature.above is None else feature.above.mm
        yield placed.outline.polygon, middle - feature.diameter.mm / 2, middle + feature.diameter.mm / 2
        return
    for cut in feature.cuts(placed, shape.slab):
        plan: BaseGeometry = cut.outline.polygon
        if isinstance(feature, Sleeve) and feature.wall is not None:
            plan = plan.difference(plan.buffer(-feature.wall.mm))
        elif isinstance(feature, Pipe) and (bore := feature.bore(placed, shape.slab, cut)) is not None:
            plan = plan.difference(bore.polygon)
        yield plan, cut.bottom_mm, cut.top_mm


def _parts(found: BaseGeometry) -> Iterator[LineString]:
    for one in getattr(found, "geoms", [found]):
        if isinstance(one, LineString) and one.length > 0:
            yield one

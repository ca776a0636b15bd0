"""A pipe that lies in the concrete: it is pulled for a bore from side to side, or stays in for a rod or a cable."""

from collections.abc import Iterator
from math import acos, pi, sqrt
from typing import Annotated, Literal

from pydantic import ConfigDict
from shapely import Point as At
from shapely import Polygon, box

from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Between, Offset, Side, Small
from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.measure.features.base import (
    STUFF_KG_M3,
    AnchoredFeature,
    Bought,
    FeatureInPlan,
    Role,
    Slab,
    Turn,
    centred,
)
from ulbrek.core.measure.features.start import PieceBegun, Values

_LAYERS = 12  # of a round section, each as wide as it is there in the mean: together just its area
Across = Annotated[Length, Between(3, 500)]


class Pipe(AnchoredFeature):
    """A pipe that lies in the concrete: it is pulled for a bore, or stays in for a rod, a cable or a hose."""

    model_config = ConfigDict(title="Pipe across")
    stem = "pipe"
    drawn_corners = 80  # as a dozen layers cost

    kind: Literal["pipe"] = "pipe"
    diameter: Annotated[Across, label("Outside diameter", description="outside")]
    runs: Annotated[Literal["left to right", "front to back"], label("Direction")] = "left to right"
    length: Annotated[
        Side | None, label("Length", none="from side to side", description="None: right across the piece")
    ] = None
    above: Annotated[
        Offset | None,
        label("Height from underside", none="middle", description="of its centre; None: in the middle"),
    ] = None
    after: Annotated[
        Literal["pulled", "stays in"], label("After the pour", hint="pulled while the concrete is green")
    ] = "pulled"
    material: Annotated[Literal["pvc", "steel", "stainless"], label("Material")] = "pvc"
    wall: Annotated[Small | None, label("Wall", none="solid", description="None: a solid rod")] = None
    turned_deg: Turn = 0.0  # has no label: it has a direction

    @property
    def role(self) -> Role:
        """It is inside."""
        return "inside"

    @property
    def comes_out_of_a_side(self) -> bool:
        """It does."""
        return True

    def middle_mm(self, thickness_mm: float) -> float:
        """The height of its centre above the underside [mm]."""
        return thickness_mm / 2 if self.above is None else self.above.mm

    def reach_mm(self, thickness_mm: float) -> float:
        """How far it reaches from the farther face [mm]."""
        middle = self.middle_mm(thickness_mm)
        return max(middle, thickness_mm - middle) + self.diameter.mm / 2

    def corner_radius_mm(self, half_x: float, half_y: float) -> float:  # noqa: ARG002 - seen from above
        """Seen from above it has square ends."""
        return 0.0

    def footprint(self) -> Outline:
        """A rectangle as long as it is; of one that goes right across as long as it is wide."""
        run = self.diameter.mm if self.length is None else self.length.mm
        size = (run, self.diameter.mm)
        return centred(*(size if self.runs == "left to right" else size[::-1]))

    def across(self, outline: Outline, at: Point) -> Outline:
        """As it lies right across a piece, where its centre is put.

        Args:
            outline: of the piece
            at: where it is put; what goes past an inner corner lies in the part that this is in
        """
        half, level = self.diameter.mm / 2, self.runs == "left to right"
        left, front, right, back = outline.box
        strip = (left, at.y - half, right, at.y + half) if level else (at.x - half, front, at.x + half, back)
        found = outline.polygon.intersection(box(*strip))
        parts = [one for one in getattr(found, "geoms", [found]) if isinstance(one, Polygon) and not one.is_empty]
        if not parts:
            return self.footprint().moved(at.x, at.y)
        low_x, low_y, high_x, high_y = min(parts, key=lambda one: one.distance(At(at.x, at.y))).bounds
        size = (high_x - low_x, 2 * half) if level else (2 * half, high_y - low_y)
        middle = ((low_x + high_x) / 2, at.y) if level else (at.x, (low_y + high_y) / 2)
        return centred(*size).moved(*middle)

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """Layer over layer, each as wide as the round section is there in the mean."""
        radius, middle = self.diameter.mm / 2, self.middle_mm(slab.thickness)
        tall = 2 * radius / _LAYERS
        left, front, right, back = placed.outline.box
        for number in range(_LAYERS):
            low = middle - radius + number * tall
            bottom, top = max(0.0, low), min(slab.depth, low + tall)
            if top <= bottom:
                continue
            wide = (_area_below(radius, low + tall - middle) - _area_below(radius, low - middle)) / tall
            size = (right - left, wide) if self.runs == "left to right" else (wide, back - front)
            yield Prism(centred(*size).moved(placed.centre.x, placed.centre.y), bottom, top)

    def bore(self, placed: FeatureInPlan, slab: Slab, layer: Prism) -> Outline | None:
        """The air within its wall at one of its layers; None where it is solid there."""
        if self.wall is None:
            return None
        radius = self.diameter.mm / 2 - self.wall.mm
        off = (layer.bottom_mm + layer.top_mm) / 2 - self.middle_mm(slab.thickness)
        if radius <= abs(off):
            return None
        wide = 2 * sqrt(radius**2 - off**2)
        left, front, right, back = placed.outline.box
        size = (right - left, wide) if self.runs == "left to right" else (wide, back - front)
        return centred(*size).moved(placed.centre.x, placed.centre.y)

    def body(self, placed: FeatureInPlan, slab: Slab) -> Prism:
        """The box round it, for what holds it in the form."""
        radius, middle = self.diameter.mm / 2, self.middle_mm(slab.thickness)
        return Prism(placed.outline, middle - radius, middle + radius)

    def stays_in_kg(self, placed: FeatureInPlan, depth_mm: float) -> float:  # noqa: ARG002 - it lies
        """It, where it stays in [kg]."""
        if self.after == "pulled":
            return 0.0
        outer = self.diameter.mm
        inner = 0.0 if self.wall is None else max(0.0, outer - 2 * self.wall.mm)
        return pi / 4 * (outer**2 - inner**2) * self.run_mm(placed) * STUFF_KG_M3[self.material] / 1e9

    def run_mm(self, placed: FeatureInPlan) -> float:
        """How long it is in the piece [mm]."""
        return 2 * (placed.half_x if self.runs == "left to right" else placed.half_y)

    def bought_as(self, placed: FeatureInPlan, thickness_mm: float) -> Bought | None:  # noqa: ARG002 - it lies
        """It, where it stays in: what is pulled serves again."""
        if self.after == "pulled":
            return None
        stuff = "PVC" if self.material == "pvc" else self.material
        if self.wall is None:
            return Bought(f"Bar, {stuff}", (self.diameter.mm, self.run_mm(placed)))
        return Bought(f"Tube, {stuff}", (self.diameter.mm, self.wall.mm, self.run_mm(placed)))

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a rod through blocks, along the shorter way; thinner in what is thin."""
        usual = piece.usual('1"', "25 mm")
        fits = Length.model_validate(usual).mm <= piece.thickness_mm / 3
        runs = "left to right" if piece.length_mm < piece.width_mm else "front to back"
        return {"diameter": usual if fits else piece.whole(max(3.0, piece.thickness_mm / 4)), "runs": runs}


def _area_below(radius: float, height: float) -> float:
    """The part of a circle's area that lies below a height over its centre [mm²]."""
    at = max(-radius, min(radius, height))
    return radius**2 * acos(-at / radius) + at * sqrt(radius**2 - at**2)

"""A tube or bar that stays in the concrete: for a pole, a plate's bar, a handle's dowel."""

from collections.abc import Iterator
from math import pi
from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Bore, Small
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.kit.geometry.shapes import circle
from ulbrek.core.measure.features.base import STUFF_KG_M3, AnchoredFeature, Bought, FeatureInPlan, Slab, Turn
from ulbrek.core.measure.features.start import PieceBegun, Values


class Sleeve(AnchoredFeature):
    """A tube or bar that stays in the concrete: for a pole, a plate's bar, a handle's dowel."""

    model_config = ConfigDict(title="Sleeve or bar")
    stem = "sleeve"

    kind: Literal["sleeve"] = "sleeve"
    diameter: Annotated[Bore, label("Outside diameter", description="outside")]
    wall: Annotated[Small | None, label("Wall", none="solid", description="None: a solid bar")] = None
    length: Annotated[
        Bore | None, label("Length", none="full thickness", description="None: as long as the piece is thick")
    ] = None
    material: Annotated[Literal["steel", "stainless", "pvc", "wood"], label("Material")] = "steel"
    takes: Annotated[
        Bore | None, label("Bar or pole through it", none="not set", description="its diameter, for the play")
    ] = None
    heads: Annotated[
        Literal["one head", "two heads"],
        label("Heads on the bar", hint="two: cast one after the other, each with the bar in it"),
    ] = "one head"
    embedded: Annotated[Bore | None, label("Depth in each head", none="full thickness", hint="of two heads")] = None
    pinned: Annotated[bool, label("Cross bolt in the head", hint="through the bar, inside the concrete")] = False
    turned_deg: Turn = 0.0  # has no label: it is round

    @property
    def joins_castings(self) -> bool:
        """Where two heads are on it."""
        return self.heads == "two heads"

    @property
    def goes_through(self) -> bool:
        """It does, but for a bar that ends within a head."""
        return not self.joins_castings or self.embedded is None

    @property
    def depth_into_face(self) -> float | None:
        """How deep its bar goes into a head, where it does not go through [mm]."""
        return None if self.goes_through or self.embedded is None else self.embedded.mm

    def in_head_mm(self, depth_mm: float) -> float:
        """How deep the bar goes into a head of some depth [mm]."""
        return depth_mm if self.embedded is None else min(depth_mm, self.embedded.mm)

    @property
    def clear_of_steel_mm(self) -> float:
        """Across it both ways [mm]."""
        return 2 * self.diameter.mm

    def footprint(self) -> Outline:
        """A circle."""
        return circle(self.diameter.mm)

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """Its length from the underside; of a bar that joins heads what is in one of them."""
        top = slab.depth if self.length is None else min(slab.depth, self.length.mm)
        if self.joins_castings:
            top = self.in_head_mm(slab.depth)
        yield Prism(placed.outline, 0.0, top)

    def stays_in_kg(self, placed: FeatureInPlan, depth_mm: float) -> float:  # noqa: ARG002 - round wherever it is
        """The tube or bar; half of one that joins two heads [kg]."""
        outer = self.diameter.mm
        inner = 0.0 if self.wall is None else max(0.0, outer - 2 * self.wall.mm)
        length = depth_mm if self.length is None else self.length.mm
        whole = pi / 4 * (outer**2 - inner**2) * length * STUFF_KG_M3[self.material] / 1e9
        return whole / 2 if self.joins_castings else whole

    def bought_as(self, placed: FeatureInPlan, thickness_mm: float) -> Bought:  # noqa: ARG002 - it stands
        """A tube or bar of its length; half of one where another head is on it."""
        stuff = "PVC" if self.material == "pvc" else self.material
        length = thickness_mm if self.length is None else self.length.mm
        share = 0.5 if self.joins_castings else 1.0
        if self.wall is None:
            return Bought(f"Bar, {stuff}", (self.diameter.mm, length), share)
        return Bought(f"Tube, {stuff}", (self.diameter.mm, self.wall.mm, length), share)

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a bar of 30 mm."""
        return {"diameter": piece.usual('1 1/4"', "34 mm"), "wall": piece.usual('1/8"', "2 mm")}

"""A round or slotted hole, through or blind: a tap, a drain, a pole."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Bore, Small
from ulbrek.core.kit.geometry import Outline, Prism, circle, slot
from ulbrek.core.measure.features.base import AnchoredFeature, FeatureInPlan, Slab, from_face
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face


class RoundHole(AnchoredFeature):
    """A round or slotted hole, through or blind: a tap, a drain, a pole."""

    model_config = ConfigDict(title="Round hole")
    stem = "hole"

    kind: Literal["hole"] = "hole"
    diameter: Annotated[Bore, label("Diameter")]
    slot_length: Annotated[
        Bore | None, label("Slotted, over all", none="round", description="over all, of a slotted hole")
    ] = None
    depth: Annotated[Small | None, label("Depth", none="through", description="None: right through")] = None
    face: Annotated[Face, label("In the")] = "top"

    @property
    def goes_through(self) -> bool:
        """Where it has no depth."""
        return self.depth is None

    @property
    def depth_into_face(self) -> float | None:
        """Its depth, where it is blind [mm]."""
        return None if self.depth is None else self.depth.mm

    @property
    def clear_of_steel_mm(self) -> float:
        """Across it both ways [mm]."""
        return 2 * self.diameter.mm

    def footprint(self) -> Outline:
        """A circle, or a slot where it is longer than it is wide."""
        if self.slot_length is None or self.slot_length.mm <= self.diameter.mm:
            return circle(self.diameter.mm)
        return slot(self.slot_length.mm, self.diameter.mm)

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """All of the piece's depth, or its own from its face."""
        if self.depth is None:
            yield Prism(placed.outline, 0.0, slab.depth)
        else:
            yield Prism(placed.outline, *from_face(self.face, self.depth.mm, slab))

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a tap."""
        return {"diameter": piece.usual('1 3/8"', "35 mm")}

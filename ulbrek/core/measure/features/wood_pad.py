"""A block of wood or plywood cast in flush, for screws."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Side, Small
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.measure.features.base import (
    STUFF_KG_M3,
    AnchoredFeature,
    Bought,
    FeatureInPlan,
    Slab,
    centred,
    from_face,
)
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face


class WoodPad(AnchoredFeature):
    """A block of wood or plywood cast in flush, for screws."""

    model_config = ConfigDict(title="Wood pad")
    stem = "pad"
    drawn_corners = 4

    kind: Literal["wood pad"] = "wood pad"
    length: Annotated[Side, label("Length")]
    width: Annotated[Side, label("Width")]
    depth: Annotated[Small, label("Depth")]
    face: Annotated[Face, label("Face")] = "underside"

    @property
    def depth_into_face(self) -> float:
        """Its depth [mm]."""
        return self.depth.mm

    def footprint(self) -> Outline:
        """A rectangle."""
        return centred(self.length.mm, self.width.mm)

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """Its depth from its face."""
        yield Prism(placed.outline, *from_face(self.face, self.depth.mm, slab))

    def stays_in_kg(self, placed: FeatureInPlan, depth_mm: float) -> float:  # noqa: ARG002 - it has its own depth
        """The wood [kg]."""
        return placed.outline.area_mm2 * self.depth.mm * STUFF_KG_M3["wood"] / 1e9

    def bought_as(self, placed: FeatureInPlan, thickness_mm: float) -> Bought:  # noqa: ARG002 - it has its own depth
        """A block."""
        return Bought("Wood pad, cast in", (self.depth.mm, self.width.mm, self.length.mm))

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a bracket."""
        return {**piece.box(100, 100), "depth": piece.shallow}

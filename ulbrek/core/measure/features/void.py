"""Foam that is left inside to save weight."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Depth, Offset, Radius, Side
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.measure.features.base import FeatureInPlan, Role, Slab
from ulbrek.core.measure.features.families import BoxFeature
from ulbrek.core.measure.features.start import PieceBegun, Values


class Void(BoxFeature):
    """Foam that is left inside to save weight."""

    model_config = ConfigDict(title="Foam void")
    stem = "void"

    kind: Literal["void"] = "void"
    length: Annotated[Side, label("Length")]
    width: Annotated[Side, label("Width")]
    corner_radius: Annotated[Radius, label("Corner radius")] = Length(mm=0)
    height: Annotated[Depth, label("Height")]
    above: Annotated[Offset, label("Concrete below", description="as it stands")]
    foam_kg_m3: Annotated[float, Field(ge=5, le=200, allow_inf_nan=False), label("Foam", unit="kg/m3")] = 30.0

    @property
    def role(self) -> Role:
        """It is inside."""
        return "inside"

    def reach_mm(self, thickness_mm: float) -> float:  # noqa: ARG002 - from the underside
        """Its top over the underside [mm]."""
        return self.above.mm + self.height.mm

    def cover_mm(self, thickness_mm: float) -> float:
        """The thinner of what is under it and over it [mm]; what is over it, where it lies in the underside."""
        if self.above.mm == 0:
            return thickness_mm - self.height.mm
        return min(self.above.mm, thickness_mm - self.above.mm - self.height.mm)

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """Its height; what lies above the piece takes nothing from it."""
        if self.above.mm < slab.depth:
            yield Prism(placed.outline, self.above.mm, min(slab.depth, self.above.mm + self.height.mm))

    def stays_in_kg(self, placed: FeatureInPlan, depth_mm: float) -> float:  # noqa: ARG002 - it has its own height
        """The foam [kg]."""
        return placed.outline.area_mm2 * self.height.mm * self.foam_kg_m3 / 1e9

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """A third of the piece, in its middle."""
        third = piece.thickness_mm / 3
        return {**piece.box(300, 200), "height": piece.whole(max(5.0, third)), "above": piece.whole(third)}

"""A mat buried in the concrete: heating, a net of cable."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Offset, Side, Small
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.measure.features.base import AnchoredFeature, Bought, FeatureInPlan, Role, Slab, centred
from ulbrek.core.measure.features.start import PieceBegun, Values


class Mat(AnchoredFeature):
    """A mat buried in the concrete: heating, a net of cable."""

    model_config = ConfigDict(title="Embedded mat")
    stem = "mat"
    drawn_corners = 4

    kind: Literal["mat"] = "mat"
    length: Annotated[Side, label("Length")]
    width: Annotated[Side, label("Width")]
    thickness: Annotated[Small, label("Thickness")] = Length(mm=3)
    below_top: Annotated[Offset, label("Concrete above", description="as it stands")]
    kg_m2: Annotated[float, Field(ge=0, le=20, allow_inf_nan=False), label("Weight", unit="kg/m2")] = 1.0
    electric: Annotated[bool, label("Electric")] = True

    @property
    def role(self) -> Role:
        """It is inside."""
        return "inside"

    def bought_as(self, placed: FeatureInPlan, thickness_mm: float) -> Bought:  # noqa: ARG002 - it has its own
        """It."""
        return Bought("Heat mat" if self.electric else "Mat, cast in", (self.width.mm, self.length.mm))

    def reach_mm(self, thickness_mm: float) -> float:  # noqa: ARG002 - from the top
        """Its underside below the top [mm]."""
        return self.below_top.mm + self.thickness.mm

    def cover_mm(self, thickness_mm: float) -> float:
        """The thinner of what is over it and under it [mm]."""
        return min(self.below_top.mm, thickness_mm - self.below_top.mm - self.thickness.mm)

    def corner_radius_mm(self, half_x: float, half_y: float) -> float:  # noqa: ARG002 - square
        """It is square."""
        return 0.0

    def footprint(self) -> Outline:
        """A rectangle."""
        return centred(self.length.mm, self.width.mm)

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """Its thickness, under the concrete over it."""
        top = slab.thickness - self.below_top.mm
        yield Prism(placed.outline, max(0.0, top - self.thickness.mm), max(0.0, top))

    def stays_in_kg(self, placed: FeatureInPlan, depth_mm: float) -> float:  # noqa: ARG002 - it has its own mass
        """The mat [kg]."""
        return placed.outline.area_mm2 * self.kg_m2 / 1e6

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """More than half of the piece, in the middle of its thickness."""
        box = piece.box(piece.length_mm * 0.6, piece.width_mm * 0.6)
        return {**box, "below_top": piece.whole(piece.thickness_mm / 2)}

"""A rib or boss that stands out from a face."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Depth, Radius, Side
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.measure.features.base import DrawnPart, FeatureInPlan, Role, on_face
from ulbrek.core.measure.features.families import BoxFeature
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face


class Rib(BoxFeature):
    """A rib or boss that stands out from a face."""

    model_config = ConfigDict(title="Rib")
    stem = "rib"
    formed_in_a_box = True

    kind: Literal["rib"] = "rib"
    length: Annotated[Side, label("Length")]
    width: Annotated[Side, label("Width")]
    corner_radius: Annotated[Radius, label("Corner radius")] = Length(mm=0)
    height: Annotated[Depth, label("Height")]
    face: Annotated[Face, label("Face")] = "underside"

    @property
    def role(self) -> Role:
        """It stands out."""
        return "raised"

    def adds(self, placed: FeatureInPlan, depth_mm: float) -> Iterator[Prism]:
        """Its height on its face."""
        yield on_face(DrawnPart(placed.outline), self.face, self.height.mm, depth_mm)

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """A low one."""
        return {**piece.box(300, 60), "height": piece.usual('1"', "25 mm")}

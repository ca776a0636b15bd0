"""A recess that does not go through: an inset, a niche, a soap dish."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Small
from ulbrek.core.kit.geometry import Prism
from ulbrek.core.measure.features.base import (
    BoxFeature,
    Draft,
    FeatureInPlan,
    Former,
    Slab,
    drafted,
    from_face,
)
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face


class Recess(BoxFeature):
    """A recess that does not go through: an inset, a niche, a soap dish."""

    model_config = ConfigDict(title="Recess")
    stem = "recess"
    formed_in_a_box = True

    kind: Literal["recess"] = "recess"
    depth: Annotated[Small, label("Depth")]
    draft_deg: Draft = 0.0
    face: Annotated[Face, label("In the")] = "top"
    former: Former = "foam"

    @property
    def depth_into_face(self) -> float:
        """Its depth [mm]."""
        return self.depth.mm

    @property
    def clear_of_steel_mm(self) -> float:
        """Its length and width [mm]."""
        return self.length.mm + self.width.mm

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """Its depth from its face, narrower by its draft."""
        yield Prism(placed.outline, *from_face(self.face, self.depth.mm, slab), *drafted(self.draft_deg, self.face))

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a soap dish."""
        return {
            **piece.box(200, 120), "corner_radius": piece.usual('1/2"', "12 mm"), "depth": piece.shallow,
        }  # fmt: skip

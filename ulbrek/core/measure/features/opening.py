"""An opening right through: a sink, a hob, a hatch."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Radius, Side
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.measure.features.base import Draft, FeatureInPlan, FormerIfAny, Knockout, Slab, drafted
from ulbrek.core.measure.features.families import BoxFeature
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face


class Opening(BoxFeature):
    """A rectangular opening right through, with rounded corners: a sink, a hob, a hatch."""

    model_config = ConfigDict(title="Opening")
    stem = "opening"

    kind: Literal["opening"] = "opening"
    length: Annotated[Side, label("Length")]
    width: Annotated[Side, label("Width")]
    corner_radius: Annotated[Radius, label("Corner radius")]
    draft_deg: Draft = 0.0
    face: Annotated[Face, label("Size taken at", description="where its size is measured")] = "top"
    hot: Annotated[bool, label("Hot appliance", description="takes a hob, a stove or another hot appliance")] = False
    former: FormerIfAny = None

    @property
    def goes_through(self) -> bool:
        """It always does."""
        return True

    @property
    def knockout(self) -> Knockout | None:
        """As it says."""
        return self.former

    @property
    def gets_hot(self) -> bool:
        """As it says."""
        return self.hot

    @property
    def clear_of_steel_mm(self) -> float:
        """Its length and width [mm]."""
        return self.length.mm + self.width.mm

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """All of the piece's depth, narrower by its draft."""
        yield Prism(placed.outline, 0.0, slab.depth, *drafted(self.draft_deg, self.face))

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a small sink."""
        long, wide = piece.opening(450.0, piece.length_mm), piece.opening(330.0, piece.width_mm)
        small = min(long, wide)
        return {
            "length": piece.usual('18"', "450 mm") if long >= 450 else piece.whole(long),
            "width": piece.usual('13"', "330 mm") if wide >= 330 else piece.whole(wide),
            "corner_radius": piece.usual('1"', "25 mm") if small >= 100 else piece.whole(small / 4),
        }

"""A former that is drawn out: the inside of a planter or a box, a bore."""

from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Depth, Radius, Side
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.shapes import circle
from ulbrek.core.measure.features.base import Draft, Former
from ulbrek.core.measure.features.families import FormedFeature
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face


class Core(FormedFeature):
    """A former that is drawn out: the inside of a planter or a box, a bore."""

    model_config = ConfigDict(title="Core")
    stem = "core"

    kind: Literal["core"] = "core"
    shape: Annotated[Literal["rectangle", "round"], label("Shape")] = "rectangle"
    length: Annotated[Side, label("Length or diameter", description="or its diameter")]
    width: Annotated[Side, label("Width")]
    corner_radius: Annotated[Radius, label("Corner radius")] = Length(mm=0)
    depth: Annotated[Depth, label("Depth")]
    draft_deg: Draft = 3.0
    face: Annotated[Face, label("Open face", description="that it opens on")] = "top"
    former: Former = "hard"

    def footprint(self) -> Outline:
        """A circle, or a rectangle with rounded corners."""
        if self.shape == "round":
            return circle(self.length.mm)
        return super().footprint()

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a planter: walls and a floor of a hand's breadth at most."""
        wall = min(30.0, piece.length_mm / 4, piece.width_mm / 4)
        return {
            "shape": "round" if piece.is_round else "rectangle",
            "length": piece.whole(piece.length_mm - 2 * wall),
            "width": piece.whole(piece.width_mm - 2 * wall),
            "depth": piece.whole(max(piece.thickness_mm - 40, piece.thickness_mm / 2)),
            "former": "split",
        }

"""A recess that does not go through: an inset, a niche, a soap dish."""

from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Radius, Side, Small
from ulbrek.core.measure.features.base import Draft, Former
from ulbrek.core.measure.features.families import FormedFeature
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face


class Recess(FormedFeature):
    """A recess that does not go through: an inset, a niche, a soap dish."""

    model_config = ConfigDict(title="Recess")
    stem = "recess"

    kind: Literal["recess"] = "recess"
    length: Annotated[Side, label("Length")]
    width: Annotated[Side, label("Width")]
    corner_radius: Annotated[Radius, label("Corner radius")]
    depth: Annotated[Small, label("Depth")]
    draft_deg: Draft = 0.0
    face: Annotated[Face, label("Face")] = "top"
    former: Former = "foam"

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a soap dish."""
        return {
            **piece.box(200, 120), "corner_radius": piece.usual('1/2"', "12 mm"), "depth": piece.shallow,
        }  # fmt: skip

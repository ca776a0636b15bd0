"""A round or slotted hole, through or blind: a tap, a drain, a pole."""

from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Bore, Small
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.shapes import circle, slot
from ulbrek.core.measure.features.base import FormerIfAny
from ulbrek.core.measure.features.families import PiercingFeature
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face


class RoundHole(PiercingFeature):
    """A round or slotted hole, through or blind: a tap, a drain, a pole."""

    model_config = ConfigDict(title="Round hole")
    stem = "hole"

    kind: Literal["hole"] = "hole"
    diameter: Annotated[Bore, label("Diameter")]
    slot_length: Annotated[
        Bore | None, label("Slot length", none="round", description="over all, of a slotted hole")
    ] = None
    depth: Annotated[Small | None, label("Depth", none="through", description="None: right through")] = None
    face: Annotated[Face, label("Face")] = "top"
    hot: Annotated[bool, label("Hot appliance", description="takes a flue, a stove or another hot appliance")] = False
    former: FormerIfAny = None

    @property
    def clear_of_steel_mm(self) -> float:
        """Across it both ways [mm]."""
        return 2 * self.diameter.mm

    def footprint(self) -> Outline:
        """A circle, or a slot where it is longer than it is wide."""
        if self.slot_length is None or self.slot_length.mm <= self.diameter.mm:
            return circle(self.diameter.mm)
        return slot(self.slot_length.mm, self.diameter.mm)

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a tap."""
        return {"diameter": piece.usual('1 3/8"', "35 mm")}

"""Letters and numbers, sunk or raised."""

from collections.abc import Iterator
from math import radians
from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units.limits import Bore, Small
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.kit.lettering import corners_of, set_text, width_of
from ulbrek.core.measure.features.base import (
    AnchoredFeature,
    DrawnPart,
    FeatureInPlan,
    Role,
    Slab,
    centred,
    from_face,
    on_face,
)
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face


class Lettering(AnchoredFeature):
    """Letters and numbers, sunk or raised; set mirrored in the mould where they must be."""

    model_config = ConfigDict(title="Letters")
    stem = "letters"

    kind: Literal["lettering"] = "lettering"
    text: Annotated[str, Field(min_length=1, max_length=40), label("Text"), ONE_LINE]
    height: Annotated[Bore, label("Capital height", description="of a capital")]
    depth: Annotated[Small, label("Depth")]
    relief: Annotated[Literal["sunk", "raised"], label("Lettering")] = "sunk"
    face: Annotated[Face, label("Face")] = "top"

    @property
    def role(self) -> Role:
        """They are letters."""
        return "letters"

    @property
    def depth_into_face(self) -> float | None:
        """Their depth, where they are sunk [mm]."""
        return self.depth.mm if self.relief == "sunk" else None

    @property
    def corners(self) -> int:
        """Those of all its letters."""
        return max(1, sum(map(corners_of, self.text)))

    def corner_radius_mm(self, half_x: float, half_y: float) -> float:  # noqa: ARG002 - square
        """The box round them is square."""
        return 0.0

    def footprint(self) -> Outline:
        """The box round them."""
        return centred(max(1.0, width_of(self.text, self.height.mm)), self.height.mm)

    def drawn_parts(self, placed: FeatureInPlan) -> tuple[DrawnPart, ...]:
        """Each letter; on the underside they are mirrored in the plan, to be read from below."""
        return tuple(
            self._in_place((letter.outline, *letter.holes), placed) for letter in set_text(self.text, self.height.mm)
        )

    def _in_place(self, lines: tuple[Outline, ...], placed: FeatureInPlan) -> DrawnPart:
        if self.face == "underside":
            lines = tuple(line.mirrored() for line in lines)
        if self.turned_deg:
            lines = tuple(line.turned(radians(self.turned_deg)) for line in lines)
        body, *holes = (line.moved(*placed.centre) for line in lines)
        return DrawnPart(body, tuple(holes))

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """Each letter from its face, where they are sunk."""
        if self.relief != "sunk":
            return
        low, high = from_face(self.face, self.depth.mm, slab)
        for letter in placed.drawn_parts:
            yield Prism(letter.outline, low, high, holes=letter.holes)

    def adds(self, placed: FeatureInPlan, depth_mm: float) -> Iterator[Prism]:
        """Each letter on its face, where they are raised."""
        if self.relief != "raised":
            return
        for letter in placed.drawn_parts:
            yield on_face(letter, self.face, self.depth.mm, depth_mm)

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """A number."""
        height = piece.whole(min(40.0, piece.width_mm / 4))
        return {"text": "No. 1", "height": height, "depth": piece.usual('1/8"', "3 mm")}

"""Drainer grooves side by side; they may fall towards one end."""

from collections.abc import Iterator
from math import cos, pi, radians, sin
from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Bore, Side, Small
from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Fall, Prism
from ulbrek.core.kit.geometry.shapes import slot
from ulbrek.core.measure.features.base import AnchoredFeature, DrawnPart, FeatureInPlan, Slab, centred, from_face
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import Face

_WAYS = {"right": 0.0, "back": pi / 2, "left": pi, "front": -pi / 2}


class Grooves(AnchoredFeature):
    """Drainer grooves side by side; they may fall towards one end."""

    model_config = ConfigDict(title="Drainer grooves")
    stem = "grooves"

    kind: Literal["grooves"] = "grooves"
    count: Annotated[int, Field(ge=1, le=40), label("Grooves")] = 6
    length: Annotated[Side, label("Length")]
    width: Annotated[Bore, label("Groove width")]
    pitch: Annotated[Side, label("Spacing", description="from one groove to the next")]
    depth: Annotated[Small, label("Depth, low end", description="at the end that its water leaves")]
    shallow_depth: Annotated[
        Small | None, label("Depth, high end", none="same", description="at the other end; None: as deep")
    ] = None
    drains: Annotated[Literal["left", "right", "front", "back"], label("Drains toward")] = "right"
    face: Annotated[Face, label("Face")] = "top"

    @property
    def depth_into_face(self) -> float:
        """At the deeper end [mm]."""
        return max(self.depth.mm, self.shallow_depth.mm if self.shallow_depth else 0.0)

    @property
    def corners(self) -> int:
        """Those of each groove."""
        return self.count * self.drawn_corners

    def corner_radius_mm(self, half_x: float, half_y: float) -> float:  # noqa: ARG002 - square
        """The box round them is square."""
        return 0.0

    def footprint(self) -> Outline:
        """The box round all of them."""
        across = (self.count - 1) * self.pitch.mm + self.width.mm
        return centred(*((self.length.mm, across) if self._lengthwise else (across, self.length.mm)))

    def drawn_parts(self, placed: FeatureInPlan) -> tuple[DrawnPart, ...]:
        """Each groove."""
        first = -(self.count - 1) * self.pitch.mm / 2
        size = (self.length.mm, self.width.mm)
        groove = slot(*(size if self._lengthwise else size[::-1]))
        offs = [first + number * self.pitch.mm for number in range(self.count)]
        moved = [groove.moved(*((0.0, off) if self._lengthwise else (off, 0.0))) for off in offs]
        return tuple(DrawnPart(each.turned(radians(self.turned_deg)).moved(*placed.centre)) for each in moved)

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """Each groove from its face, its bottom sloping where its ends differ."""
        low, high = from_face(self.face, self.depth_into_face, slab)
        slope = self._slope(placed, slab.thickness)
        over = self.face == "top"
        for part in placed.drawn_parts:
            yield Prism(part.outline, low, high, floor=slope if over else None, ceiling=None if over else slope)

    @property
    def _lengthwise(self) -> bool:
        return self.drains in ("left", "right")

    def _slope(self, placed: FeatureInPlan, thickness: float) -> Fall | None:
        """The slope of a groove's bottom, towards the end that its water leaves; None where it is level."""
        shallow = self.depth.mm if self.shallow_depth is None else self.shallow_depth.mm
        if shallow == self.depth.mm:
            return None
        per_mm = (self.depth.mm - shallow) / self.length.mm
        way = _WAYS[self.drains] + radians(self.turned_deg)
        deeper = Point(per_mm * cos(way), per_mm * sin(way))
        middle = (shallow + self.depth.mm) / 2
        at_centre = thickness - middle if self.face == "top" else middle
        sign = -1 if self.face == "top" else 1
        height = at_centre - sign * (deeper.x * placed.centre.x + deeper.y * placed.centre.y)
        return Fall(height, sign * deeper.x, sign * deeper.y)

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As beside a sink."""
        return {
            "length": piece.whole(min(300.0, piece.length_mm / 2)),
            "width": piece.usual('1/2"', "12 mm"),
            "pitch": piece.usual('1 1/2"', "40 mm"),
            "depth": piece.shallow,
            "count": max(1, min(6, int(piece.width_mm // 80))),
        }

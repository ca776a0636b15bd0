"""A cast-in bolt or threaded insert."""

from collections.abc import Iterator
from math import pi
from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Bore, Offset
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.kit.geometry.shapes import circle
from ulbrek.core.measure.features.base import (
    STUFF_KG_M3,
    AnchoredFeature,
    Bought,
    FeatureInPlan,
    Role,
    Slab,
    Turn,
    centred,
    from_face,
)
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import SIDES, Face, SideName
from ulbrek.core.measure.rules.bolts import LEAST_EMBEDDED

_THICK_MM = 55.0


class Bolt(AnchoredFeature):
    """A cast-in bolt or threaded insert, standing square to the side that it is in."""

    model_config = ConfigDict(title="Bolt or insert")
    stem = "bolt"

    kind: Literal["bolt"] = "bolt"
    diameter: Annotated[Bore, label("Diameter")]
    embedded: Annotated[Bore, label("Embedment", description="how much of it is in the concrete")]
    projects: Annotated[Offset, label("Projection", description="how far it stands out; an insert does not")] = Length(
        mm=0
    )
    into: Annotated[Face | SideName, label("Side", description="the side that it is in")] = "underside"
    above: Annotated[
        Offset | None,
        label("Height from underside", none="middle", description="in a side: over the underside; None: in the middle"),
    ] = None
    clamps: Annotated[
        Offset | None,
        label("Clamped thickness", none="nothing", description="of what it holds; None: nothing is bolted on"),
    ] = None
    gasket: Annotated[Offset, label("Gasket", description="between the concrete and what it holds")] = Length(mm=0)
    counterbore: Annotated[Offset, label("Counterbore", description="how deep the nut is sunk into what it holds")] = (
        Length(mm=0)
    )
    turned_deg: Turn = 0.0  # has no label: it is round

    @property
    def in_a_side(self) -> bool:
        """Whether it is set into a side, and not into the face or the back."""
        return self.into in SIDES

    @property
    def comes_out_of_a_side(self) -> bool:
        """One in a side does."""
        return self.in_a_side

    @property
    def role(self) -> Role:
        """It is a bolt."""
        return "bolt"

    @property
    def depth_into_face(self) -> float | None:
        """What of it is in the concrete, where it is set into a face [mm]."""
        return None if self.in_a_side else self.embedded.mm

    @property
    def side_volume_mm3(self) -> float:
        """The concrete that it takes the place of, where it is set into a side [mm³]."""
        return pi / 4 * self.diameter.mm**2 * self.embedded.mm if self.in_a_side else 0.0

    def reach_mm(self, thickness_mm: float) -> float:
        """How far it is in, or in a side how near its far edge comes to a face [mm]."""
        if self.in_a_side and self.above is not None:
            return max(self.above.mm, thickness_mm - self.above.mm) + self.diameter.mm / 2
        return self.depth_into_face or 0.0

    def cover_mm(self, thickness_mm: float) -> float:
        """What is left behind it, or in a side between it and the nearer face [mm]."""
        if not self.in_a_side:
            return thickness_mm - self.embedded.mm
        middle = thickness_mm / 2 if self.above is None else self.above.mm
        return min(middle, thickness_mm - middle) - self.diameter.mm / 2

    def corner_radius_mm(self, half_x: float, half_y: float) -> float:  # noqa: ARG002 - drawn as the box round it
        """The box round it is square."""
        return 0.0

    def footprint(self) -> Outline:
        """A circle; of one in a side what is seen of it from above."""
        if not self.in_a_side:
            return circle(self.diameter.mm)
        size = (self.diameter.mm, self.embedded.mm)
        return centred(*(size if self.into in ("front", "back") else size[::-1]))

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """What of it is in the concrete; one in a side is taken off the volume alone."""
        if not self.in_a_side:
            face: Face = "top" if self.into == "top" else "underside"
            yield Prism(placed.outline, *from_face(face, self.embedded.mm, slab))

    def stays_in_kg(self, placed: FeatureInPlan, depth_mm: float) -> float:  # noqa: ARG002 - round wherever it is
        """All of it, with what stands out [kg]."""
        run = self.embedded.mm + self.projects.mm
        return pi / 4 * self.diameter.mm**2 * run * STUFF_KG_M3["steel"] / 1e9

    def bought_as(self, placed: FeatureInPlan, thickness_mm: float) -> Bought:  # noqa: ARG002 - it has its own length
        """It, or an insert where nothing of it stands out."""
        name = "Bolt, cast in" if self.projects.mm else "Insert, cast in"
        return Bought(name, (self.diameter.mm, self.embedded.mm + self.projects.mm))

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As for a leg: so deep that it holds, and thinner in a thin piece."""
        thick = piece.thickness_mm >= _THICK_MM
        diameter = piece.usual('3/8"', "10 mm") if thick else piece.usual('1/4"', "6 mm")
        deep = LEAST_EMBEDDED * Length.model_validate(diameter).mm
        return {"diameter": diameter, "embedded": piece.whole(max(deep, piece.thickness_mm - 30))}

"""What features of several kinds do alike; each kind says its fields itself, in the order that documents have."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ulbrek.core.base.units import Length
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.kit.geometry.shapes import rounded_rectangle
from ulbrek.core.measure.features.base import (
    AnchoredFeature,
    FeatureInPlan,
    Knockout,
    Slab,
    drafted,
    from_face,
)
from ulbrek.core.measure.inputs.common import Face


class BoxFeature(AnchoredFeature):
    """A feature that is a rectangle with rounded corners in plan."""

    if TYPE_CHECKING:
        length: Length
        width: Length
        corner_radius: Length

    def corner_radius_mm(self, half_x: float, half_y: float) -> float:
        """Its own, none more than half of it [mm]."""
        return min(self.corner_radius.mm, half_x, half_y)

    def footprint(self) -> Outline:
        """A rectangle with rounded corners."""
        return rounded_rectangle(self.length.mm, self.width.mm, self.corner_radius.mm)


class FormedFeature(BoxFeature):
    """A box that is formed in a face, by a former that is drawn out."""

    formed_in_a_box = True

    if TYPE_CHECKING:
        depth: Length
        draft_deg: float
        face: Face
        former: Knockout

    @property
    def knockout(self) -> Knockout | None:
        """As it says."""
        return self.former

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


class PiercingFeature(AnchoredFeature):
    """What goes right through a piece, or so deep into a face."""

    if TYPE_CHECKING:
        depth: Length | None
        face: Face
        hot: bool
        former: Knockout | None

    @property
    def knockout(self) -> Knockout | None:
        """As it says."""
        return self.former

    @property
    def gets_hot(self) -> bool:
        """Where it goes through for a stove, a flue or another hot appliance."""
        return self.hot and self.depth is None

    @property
    def goes_through(self) -> bool:
        """Where it has no depth."""
        return self.depth is None

    @property
    def depth_into_face(self) -> float | None:
        """Its depth, where it is blind [mm]."""
        return None if self.depth is None else self.depth.mm

    def cuts(self, placed: FeatureInPlan, slab: Slab) -> Iterator[Prism]:
        """All of the piece's depth, or its own from its face."""
        if self.depth is None:
            yield Prism(placed.outline, 0.0, slab.depth)
        else:
            yield Prism(placed.outline, *from_face(self.face, self.depth.mm, slab))

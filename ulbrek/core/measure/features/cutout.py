"""An opening or recess of any outline, read from a file."""

from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Small
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.shapes import counter_clockwise, hull_of
from ulbrek.core.measure.features.base import FormerIfAny
from ulbrek.core.measure.features.families import PiercingFeature
from ulbrek.core.measure.inputs.common import Face
from ulbrek.core.measure.inputs.outlines import DrawnCorner


class Cutout(PiercingFeature):
    """An opening or recess of any outline, read from a file; its place is that of the box round it."""

    model_config = ConfigDict(title="Drawn opening")
    stem = "cutout"
    read_from_a_file = True

    kind: Literal["cutout"] = "cutout"
    vertices: Annotated[tuple[DrawnCorner, ...], Field(min_length=2, max_length=2_000), COUNTED]
    depth: Annotated[Small | None, label("Depth", none="through", description="None: right through")] = None
    face: Annotated[Face, label("Face")] = "top"
    hot: Annotated[bool, label("Hot appliance", description="takes a hob, a stove or another hot appliance")] = False
    former: FormerIfAny = None

    @property
    def corners(self) -> int:
        """Those of its line."""
        return len(self.vertices)

    @property
    def clear_of_steel_mm(self) -> float:
        """Length and width of the box round its corners [mm]."""
        xs, ys = [one.x for one in self.vertices], [one.y for one in self.vertices]
        return max(xs) - min(xs) + max(ys) - min(ys)

    def footprint(self) -> Outline:
        """The line as it was drawn."""
        return drawn_outline(self.vertices)


def drawn_outline(corners: Sequence[DrawnCorner]) -> Outline:
    """A line read from a file, counter-clockwise and about the middle of its box; its hull where it crosses itself."""
    found = counter_clockwise(Outline(tuple(Vertex(c.x, c.y, c.bulge) for c in corners)))
    if not found.edges or found.area_mm2 <= 0 or not found.polygon.is_valid:
        found = hull_of(found)
    left, front, right, back = found.box
    return found.moved(-(left + right) / 2, -(front + back) / 2)

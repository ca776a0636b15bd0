"""An edge that hangs down and makes the piece look thicker."""

from collections.abc import Iterator, Mapping
from typing import Annotated, Literal

from pydantic import ConfigDict

from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Depth
from ulbrek.core.kit.geometry.offset import inset
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.measure.features.base import BaseFeature, DrawnPart, FeatureInPlan, Role, on_face
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import EdgeName, Id, Name


class DropEdge(BaseFeature):
    """An edge that hangs down and makes the piece look thicker."""

    model_config = ConfigDict(title="Drop edge")
    stem = "drop-edge"
    drawn_corners = 4

    kind: Literal["drop edge"] = "drop edge"
    id: Id
    name: Name
    edge: Annotated[EdgeName, label("Edge")]
    drop: Annotated[Depth, label("Drop", description="below the underside")]
    thickness: Annotated[Depth, label("Front to back", description="from the front of the edge to its back")]

    @property
    def role(self) -> Role:
        """It stands out."""
        return "raised"

    def corner_radius_mm(self, half_x: float, half_y: float) -> float:  # noqa: ARG002 - square
        """It is square."""
        return 0.0

    def strip(self, outline: Outline, all_mm: Mapping[str, float]) -> Outline | None:
        """The strip that it stands on, mitred where it meets another.

        Args:
            outline: of the piece
            all_mm: by edge, how far every drop edge of the piece reaches in [mm]

        Returns:
            its outline; None where the piece has no such edge, or no room for it
        """
        if self.edge not in outline.edge_names:
            return None
        at = outline.edge_names.index(self.edge)
        alone = [self.thickness.mm if index == at else 0.0 for index in range(len(outline.edges))]
        left = inset(outline, [all_mm.get(name, 0.0) for name in outline.edge_names]) or inset(outline, alone)
        if left is None:
            return None
        edge, moved = outline.edges[at], left.edges[min(at, len(left.edges) - 1)]
        return Outline(
            (
                Vertex(*edge.start, edge.bulge),
                Vertex(*edge.end),
                Vertex(*moved.end, -moved.bulge),
                Vertex(*moved.start),
            )
        )

    def adds(self, placed: FeatureInPlan, depth_mm: float) -> Iterator[Prism]:
        """Its drop, below the underside."""
        yield on_face(DrawnPart(placed.outline), "underside", self.drop.mm, depth_mm)

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """As thick as it hangs down."""
        drop = piece.usual('1 1/2"', "40 mm")
        return {"drop": drop, "thickness": drop}

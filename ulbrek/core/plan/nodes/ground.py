"""Ground's node."""

from dataclasses import dataclass, replace

from shapely import LineString

from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.checks.soil import slab_too_thin
from ulbrek.core.ground.inputs import Plot
from ulbrek.core.ground.result import GroundResult
from ulbrek.core.ground.station import ground
from ulbrek.core.kit.geometry.shapes import rectangle
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.pointing import pointed

_TALL_MM = 4_000.0


@dataclass(frozen=True, slots=True)
class GroundNode:
    """One piece that stays on the ground, where it stands in the job, and how it lies."""

    pointer: str
    piece: Piece
    plot: Plot

    def work(self) -> GroundResult:
        """What the ground takes, and findings."""
        brief = _slab(self.piece)
        found = ground(brief, self.plot)
        thin = () if brief.shaped else pointed(self.pointer, slab_too_thin(brief, self.plot))
        return replace(found, findings=(*thin, *pointed("/ground", found.findings)))


def _slab(piece: Piece) -> GroundBrief:
    """A piece as Ground takes it."""
    shape = shape_of(piece)
    through = [placed.outline for placed in shape.placed if placed.is_through]
    outline, thickness = shape.outline, shape.cast_depth
    if piece.drawn == "from the side":
        left, low, right, _ = outline.box
        ends = (LineString([(x, low - 1), (x, low + _TALL_MM)]) for x in (left + 1, right - 1))
        thickness = min(end.intersection(outline.polygon).length for end in ends)
        outline, through = rectangle(right - left, piece.thickness.mm), []
    shaped = piece.drawn == "from the side" or (piece.taper is not None and piece.taper.face == "top")
    return GroundBrief(
        piece.id, piece.name, outline, tuple(one.polygon for one in through), thickness,
        round(sum(one.length_mm for one in through), 1), piece.count, shaped,
    )  # fmt: skip

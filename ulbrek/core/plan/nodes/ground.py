"""Ground's node."""

from collections.abc import Iterator, Mapping
from dataclasses import replace

from shapely import LineString

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.ground.brief import GroundBrief, Inside, Worked
from ulbrek.core.ground.checks.soil import slab_too_thin
from ulbrek.core.ground.inputs import Plot
from ulbrek.core.ground.result import GroundResult
from ulbrek.core.ground.station import ground
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.shapes import rectangle
from ulbrek.core.measure.field import field_size, places
from ulbrek.core.measure.inputs.outlines import Steps
from ulbrek.core.measure.inputs.piece import Piece, Run
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.pointing import pointed

_WORKED: Mapping[str, Worked] = {"textured": "textured", "sponged": "sponged"}
_TALL_MM = 4_000.0
_THIN_MM = 1.0  # what runs out to nothing


@dataclass(frozen=True, slots=True)
class GroundNode:
    """One piece that stays on the ground, where it stands in the job, and how it lies."""

    pointer: str
    piece: Piece
    plot: Plot
    volume_l: float
    look: str

    def work(self) -> GroundResult:
        """What the ground takes, and findings."""
        brief = replace(_slab(self.piece), volume_l=self.volume_l, worked=_WORKED.get(self.look, "trowelled"))
        found = ground(brief, self.plot)
        thin = () if brief.shaped else pointed(self.pointer, slab_too_thin(brief, self.plot))
        return replace(found, findings=(*thin, *pointed("/ground", found.findings)))


def _slab(piece: Piece) -> GroundBrief:
    """A piece as Ground takes it."""
    shape = shape_of(piece)
    through = [placed.outline for placed in shape.placed if placed.is_through]
    outline, thickness, mean = shape.outline, shape.cast_depth, None
    if piece.drawn == "from the side":
        left, low, right, _ = outline.box
        ends = (LineString([(x, low - 1), (x, low + _TALL_MM)]) for x in (left + 1, right - 1))
        thickness = max(_THIN_MM, min(end.intersection(outline.polygon).length for end in ends))
        mean = round(outline.area_mm2 / (right - left), 1)
        outline, through = rectangle(right - left, piece.thickness.mm), []
    sections: tuple[Outline, ...] = ()
    if piece.run is not None:
        outline, sections, through = *_field(piece.run, piece.count, outline), []
    stone = shape.stone_inside
    shaped = piece.drawn == "from the side" or (piece.taper is not None and piece.taper.face == "top")
    return GroundBrief(
        piece.id, piece.name, outline, tuple(one.polygon for one in through), thickness,
        round(sum(one.length_mm for one in through), 1), 1 if sections else piece.count, shaped,
        treads=tuple(_treads(piece)), mean_mm=mean, walled_mm=_walled(piece), sections=sections,
        inside=Inside(stone.outline, stone.side_mm, stone.wide_mm) if stone else None,
    )  # fmt: skip


def _treads(piece: Piece) -> Iterator[tuple[float, float, float]]:
    """Treads of steps: where each begins and ends, and how high it is [mm]."""
    steps, begins = piece.outline, 0.0
    if not isinstance(steps, Steps):
        return
    for number, tread in enumerate(steps.treads_mm, 1):
        yield begins, begins + tread, number * steps.rise.mm
        begins += tread


def _walled(piece: Piece) -> float:
    """How long a wall is that steps lead up to [mm]."""
    outline = piece.outline
    return piece.thickness.mm if isinstance(outline, Steps) and outline.behind == "a wall" else 0.0


def _field(run: Run, count: int, section: Outline) -> tuple[Outline, tuple[Outline, ...]]:
    """The field that sections fill in rows, and the sections in it, as far as there are so many."""
    left, front, right, back = section.box
    size = right - left, back - front
    whole = rectangle(*field_size(run, size[1] if run.along == "length" else size[0]))
    return whole, tuple(section.moved(x - left, y - front) for x, y in places(run, count, size))

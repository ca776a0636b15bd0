"""Where a long piece may be divided into castings."""

from collections.abc import Iterator

from shapely import LineString, unary_union
from shapely.geometry.base import BaseGeometry

from ulbrek.core.kit.geometry.clip import CutLine
from ulbrek.core.measure.inputs.piece import Seam
from ulbrek.core.measure.rules import web_needed
from ulbrek.core.measure.shape import FeatureInPlan, Shape

_FAR_MM = 1e5
_TRIFLE_MM = 1e-6
_MOST_TRIED = 200  # places for a seam, the nearest first
CLEAR_MM = 100.0  # of concrete between a seam and an opening. Source: common practice.
LEAST_PART_MM = 200.0


def concrete_along(shape: Shape, line: CutLine) -> list[float]:
    """The strips of concrete that a line goes through [mm], openings left out."""
    cut = LineString(
        [
            (line.at.x - _FAR_MM * line.along.x, line.at.y - _FAR_MM * line.along.y),
            (line.at.x + _FAR_MM * line.along.x, line.at.y + _FAR_MM * line.along.y),
        ]
    )
    crossed: BaseGeometry = shape.outline.polygon.intersection(cut)
    holes = [placed.polygon for placed in shape.placed if placed.is_through and _crosses(placed, line)]
    if holes:
        crossed = crossed.difference(unary_union(holes))
    return [part.length for part in getattr(crossed, "geoms", [crossed]) if part.length > _TRIFLE_MM]


def _crosses(placed: FeatureInPlan, line: CutLine) -> bool:
    """Whether a line, which runs along one of the axes, crosses the box round a feature."""
    left, front, right, back = placed.outline.box
    return front <= line.at.y <= back if line.along.x else left <= line.at.x <= right


def in_piece(shape: Shape, seam: Seam) -> bool:
    """Whether a seam goes through the piece at all."""
    length, width = shape.size
    return 0 < seam.offset.mm < (length if seam.side in ("left", "right") else width)


def free_offset(shape: Shape, seam: Seam) -> float | None:
    """The offset nearest to a seam's own at which the piece is whole across it [mm]; None where there is none.

    Args:
        shape: the piece
        seam: where it is now
    """
    run = shape.size[0] if seam.side in ("left", "right") else shape.size[1]
    needed = web_needed(shape.piece.thickness.mm)
    tried = sorted(set(_candidates(shape, seam, run)), key=lambda at: (abs(at - seam.offset.mm), at))
    return next((at for at in tried[:_MOST_TRIED] if _is_free(shape, seam, at, needed)), None)


def _candidates(shape: Shape, seam: Seam, run: float) -> Iterator[float]:
    """Offsets beside openings and corners, and every tenth of the run."""
    across = seam.side in ("left", "right")
    boxes = [placed.outline.box for placed in shape.placed if placed.is_through]
    ends = [end for box in boxes for end in ((box[0], box[2]) if across else (box[1], box[3]))]
    places = [end + sign * (CLEAR_MM + 2.0) for end in ends for sign in (-1, 1)]
    places += [run * tenth / 20 for tenth in range(1, 20)]
    for at in places:
        offset = at if seam.side in ("left", "front") else run - at
        if LEAST_PART_MM <= offset <= run - LEAST_PART_MM:
            yield offset


def _is_free(shape: Shape, seam: Seam, offset_mm: float, needed_mm: float) -> bool:
    tried = seam.model_copy(update={"offset": seam.offset.model_copy(update={"mm": offset_mm, "typed": None})})
    line = shape.seam_line(tried)
    across = seam.side in ("left", "right")
    at = line.at.x if across else line.at.y
    for placed in shape.placed:
        left, front, right, back = placed.outline.box
        low, high = (left, right) if across else (front, back)
        if placed.is_through and low - CLEAR_MM < at < high + CLEAR_MM:
            return False
    strips = concrete_along(shape, line)
    return bool(strips) and min(strips) >= needed_mm

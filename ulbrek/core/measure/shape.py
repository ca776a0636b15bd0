"""The piece's solid from its description: where each feature really is."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from functools import cached_property
from typing import NamedTuple

from shapely import Polygon, prepare

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.clip import CutLine, split
from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import EdgeCut, Fall, Prism
from ulbrek.core.kit.geometry.shapes import under_flight
from ulbrek.core.kit.geometry.solid import Solid
from ulbrek.core.kit.remembering import remembered
from ulbrek.core.measure.features import AnyAnchored, AnyFeature
from ulbrek.core.measure.features.base import FeatureInPlan, Slab
from ulbrek.core.measure.features.drop_edge import DropEdge
from ulbrek.core.measure.features.pipe import Pipe
from ulbrek.core.measure.inputs.common import AcrossAnchor, DeepAnchor
from ulbrek.core.measure.inputs.outlines import Steps
from ulbrek.core.measure.inputs.piece import EdgeProfile, Piece, Seam
from ulbrek.core.measure.outlines import outline_of

__all__ = ["FeatureInPlan", "Shape", "centre_along", "half_size", "offset_for", "shape_of", "stone_inside"]

_BESIDE_MM = 1e-3
_TOUCH_MM = 1e-6
_ONE_PLACE = ((0.0, 0.0),)


@dataclass(frozen=True)
class Shape:
    """A piece's outline, features and solid."""

    piece: Piece
    outline: Outline
    placed: tuple[FeatureInPlan, ...]

    @cached_property
    def size(self) -> tuple[float, float]:
        """Length and width of the box round its outline [mm]."""
        left, front, right, back = self.outline.box
        return right - left, back - front

    @cached_property
    def reach(self) -> Polygon:
        """What features must lie within: its outline and a trifle more, made ready to be asked often."""
        hull: Polygon = self.outline.polygon.buffer(_TOUCH_MM)
        prepare(hull)
        return hull

    @property
    def cast_depth(self) -> float:
        """Its thickness as it is cast, with what grinding takes off [mm]."""
        return self.piece.thickness.mm + self.piece.grind.mm

    @property
    def slab(self) -> Slab:
        """How thick it is, as it is finished and as it is cast."""
        return Slab(self.piece.thickness.mm, self.cast_depth)

    @cached_property
    def solid(self) -> Solid:
        """The body of concrete as it is cast."""
        return self._body(self.outline, self.cast_depth, "in the mould")

    @cached_property
    def finished(self) -> Solid:
        """The body of concrete when it is ground and routed."""
        if not self.piece.grind.mm and all(one.made == "in the mould" for one in self.piece.edge_profiles):
            return self.solid
        return self._body(self.outline, self.piece.thickness.mm, "in the mould", "routed later")

    @cached_property
    def parts(self) -> tuple[Solid, ...]:
        """The bodies of its castings, as seams divide it; one where it has none."""
        outlines = self.part_outlines
        if len(outlines) == 1:
            return (self.solid,)
        return tuple(self._body(outline, self.cast_depth, "in the mould") for outline in outlines)

    @cached_property
    def part_outlines(self) -> tuple[Outline, ...]:
        """The outlines of its castings, from left to right and front to back."""
        parts = [self.outline]
        for seam in self.piece.seams:
            line = self.seam_line(seam)
            parts = [found for part in parts for side in split(part, line) for found in side]
        return tuple(sorted(parts, key=lambda part: (round(part.box[0], 3), round(part.box[1], 3))))

    def seam_line(self, seam: Seam) -> CutLine:
        """The line that a seam is cut along."""
        length, width = self.size
        across = seam.side in ("left", "right")
        at = seam.offset.mm if seam.side in ("left", "front") else (length if across else width) - seam.offset.mm
        return CutLine(Point(at, 0.0), Point(0.0, 1.0)) if across else CutLine(Point(0.0, at), Point(1.0, 0.0))

    def _body(self, outline: Outline, depth: float, *made: str) -> Solid:
        thickness = self.piece.thickness.mm
        if outline is self.outline:
            slab = Slab(thickness, depth)
            cuts = tuple(cut for placed in self.placed for cut in placed.feature.cuts(placed, slab))
            adds = tuple(add for placed in self.placed for add in placed.feature.adds(placed, depth))
        else:
            cuts = tuple(cut for cut in self.solid.cuts if boxes_meet(cut.outline.box, outline.box))
            adds = tuple(self._on_part(outline))
        shaped = [one for one in self.piece.edge_profiles if one.made in made]
        edges = _edge_cuts(outline, shaped, thickness) if shaped else ()
        if (inside := self.stone_inside) is not None:
            cuts = (*cuts, Prism(inside.outline, inside.side_mm, depth - inside.side_mm))
        floor, ceiling = self._slopes(depth)
        return Solid(outline, depth, cuts, adds, edges, floor, ceiling)

    @cached_property
    def stone_inside(self) -> "StoneInside | None":
        """What steps are filled with; None where they are solid, or nothing is left inside."""
        steps = self.piece.outline
        if not isinstance(steps, Steps) or steps.over_stone is None:
            return None
        return stone_inside(steps, steps.over_stone.mm, self.cast_depth)

    def _on_part(self, part: Outline) -> Iterator[Prism]:
        """What of all that stands out is on a part of the piece."""
        reach = part.polygon.buffer(_BESIDE_MM)
        prepare(reach)
        for add in self._divided_adds:
            if boxes_meet(add.outline.box, part.box) and reach.contains(add.outline.polygon.representative_point()):
                yield add

    @cached_property
    def _divided_adds(self) -> tuple[Prism, ...]:
        """What stands out, divided where seams go through it; letters with holes are left whole."""
        lines = [self.seam_line(seam) for seam in self.piece.seams]
        found: list[Prism] = []
        for add in self.solid.adds:
            pieces = [add.outline]
            for line in lines if not add.holes else ():
                pieces = [one for piece in pieces for one in _divided(piece, line)]
            found += [replace(add, outline=piece) for piece in pieces]
        return tuple(found)

    def _slopes(self, depth: float) -> tuple[Fall | None, Fall | None]:
        """A back or a face that slopes; the thickness is what it has at the side opposite."""
        taper = self.piece.taper
        if taper is None:
            return None, None
        length, width = self.size
        per_x, per_y = {
            "right": (1 / length, 0.0),
            "left": (-1 / length, 0.0),
            "back": (0.0, 1 / width),
            "front": (0.0, -1 / width),
        }[taper.towards]
        lost = self.piece.thickness.mm - taper.thickness.mm
        begins = lost if taper.towards in ("left", "front") else 0.0
        if taper.face == "underside":
            return Fall(begins, lost * per_x, lost * per_y), None
        return None, Fall(depth - begins, -lost * per_x, -lost * per_y)


class StoneInside(NamedTuple):
    """Stone inside a shell of concrete: its outline seen from the side, how far in it begins, how wide it is [mm]."""

    outline: Outline
    side_mm: float
    wide_mm: float

    @property
    def volume_l(self) -> float:
        """As it lies tamped [l]."""
        return self.outline.area_mm2 * self.wide_mm / 1e6


def stone_inside(steps: Steps, shell_mm: float, wide_mm: float) -> StoneInside | None:
    """What of steps stone may fill; None where nothing is left for it.

    Args:
        steps: as they are described
        shell_mm: how far it keeps from every face
        wide_mm: how wide the steps are
    """
    found = under_flight(steps.rise.mm, steps.treads_mm, shell_mm)
    wide = wide_mm - 2 * shell_mm
    return StoneInside(found, shell_mm, wide) if found is not None and wide > 0 else None


def held_bytes(shape: Shape, *_: Piece) -> int:
    """About how large a shape is in memory with all that is worked out of it, whatever is asked of it [bytes]."""
    corners = sum(len(placed.outline.vertices) + placed.feature.corners for placed in shape.placed)
    return 30_000 + 6_000 * len(shape.placed) + 800 * (corners + len(shape.outline.vertices))


@remembered(60_000_000, held_bytes)  # most edits leave most pieces of a job as they are
def shape_of(piece: Piece) -> Shape:
    """The shape that a piece's description makes."""
    outline = outline_of(piece.outline)
    left, front, right, back = outline.box
    size = (right - left, back - front)
    drops = {one.edge: one.thickness.mm for one in piece.features if isinstance(one, DropEdge)}
    placed = tuple(
        found for index, feature in enumerate(piece.features) for found in _placed(feature, index, size, outline, drops)
    )
    return Shape(piece, outline, placed)


def half_size(feature: AnyAnchored) -> tuple[float, float]:
    """Half the length and width of the box round a feature, as it is turned [mm]."""
    left, front, right, back = feature.turned_footprint.box
    return (right - left) / 2, (back - front) / 2


def centre_along(anchor: AcrossAnchor | DeepAnchor, run_mm: float, half_mm: float) -> float:
    """Where an anchor puts a feature's centre, from the left or front edge [mm].

    Args:
        anchor: the edge measured from, and to what
        run_mm: the piece's length or width in that direction
        half_mm: half the feature's size in that direction
    """
    distance = anchor.offset.mm + (half_mm if anchor.to == "edge" else 0.0)
    return distance if anchor.side in ("left", "front") else run_mm - distance


def offset_for(anchor: AcrossAnchor | DeepAnchor, centre_mm: float, run_mm: float, half_mm: float) -> float:
    """The offset that puts a feature's centre at ``centre_mm`` [mm], measured as the anchor measures."""
    distance = centre_mm if anchor.side in ("left", "front") else run_mm - centre_mm
    return distance - (half_mm if anchor.to == "edge" else 0.0)


def _placed(
    feature: AnyFeature, index: int, size: tuple[float, float], outline: Outline, drops: Mapping[str, float]
) -> Iterator[FeatureInPlan]:
    if isinstance(feature, DropEdge):
        strip = feature.strip(outline, drops)
        if strip is not None:
            left, front, right, back = strip.box
            centre = Point((left + right) / 2, (front + back) / 2)
            yield FeatureInPlan(feature, index, centre, (right - left) / 2, (back - front) / 2, strip)
        return
    drawn = feature.turned_footprint
    left, front, right, back = drawn.box
    half_x, half_y = (right - left) / 2, (back - front) / 2
    x, y = centre_along(feature.x, size[0], half_x), centre_along(feature.y, size[1], half_y)
    across = isinstance(feature, Pipe) and feature.length is None
    for number, (dx, dy) in enumerate(feature.repeat.steps if feature.repeat else _ONE_PLACE):
        if isinstance(feature, Pipe) and across:
            lies = feature.across(outline, Point(x + dx, y + dy))
            left, front, right, back = lies.box
            centre = Point((left + right) / 2, (front + back) / 2)
            yield FeatureInPlan(feature, index, centre, (right - left) / 2, (back - front) / 2, lies, number)
            continue
        yield FeatureInPlan(feature, index, Point(x + dx, y + dy), half_x, half_y, drawn.moved(x + dx, y + dy), number)


def _edge_cuts(outline: Outline, shaped: Sequence[EdgeProfile], thickness: float) -> tuple[tuple[EdgeCut, ...], ...]:
    """By edge, what its profile takes; a rounded corner goes on as its two neighbours do where they are alike."""
    by_name = {one.edge: one for one in shaped}
    names = outline.edge_names
    found = []
    for index, name in enumerate(names):
        profile = by_name.get(name)
        if not name:
            before, after = by_name.get(names[index - 1]), by_name.get(names[(index + 1) % len(names)])
            alike = before and after and before.model_copy(update={"edge": after.edge}) == after
            profile = before if alike else None
        found.append(_cut(profile, thickness) if profile else ())
    return tuple(found)


def _cut(profile: EdgeProfile, thickness: float) -> tuple[EdgeCut, ...]:
    half = thickness / 2
    match profile.profile:
        case "full bullnose":
            return (EdgeCut("round", "top", half, half), EdgeCut("round", "bottom", half, half))
        case "half bullnose":
            return (EdgeCut("round", "top", half, half),)
        case _ if not profile.size.mm:
            return ()
        case "chamfer":
            size = min(profile.size.mm, thickness)
            return (EdgeCut("chamfer", "top", size, profile.size.mm),)
        case _:
            size = min(profile.size.mm, thickness)
            return (EdgeCut("round", "top", size, size),)


def _divided(piece: Outline, line: CutLine) -> list[Outline]:
    """An outline cut by a line along one of the axes, where the line crosses it."""
    left, front, right, back = piece.box
    crossed = front < line.at.y < back if line.along.x else left < line.at.x < right
    return [one for side in split(piece, line) for one in side] if crossed else [piece]


def boxes_meet(one: tuple[float, float, float, float], other: tuple[float, float, float, float]) -> bool:
    """Whether two boxes (left, front, right, back) share any of the plane [mm]."""
    return max(one[0], other[0]) < min(one[2], other[2]) and max(one[1], other[1]) < min(one[3], other[3])

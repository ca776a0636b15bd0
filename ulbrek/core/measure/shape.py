"""The piece's solid from its description: where each feature really is."""

from dataclasses import dataclass
from functools import cached_property

from shapely import Polygon

from ulbrek.core.kit.geometry import Cut, Outline, Point, Solid, circle, rectangle, rounded_rectangle
from ulbrek.core.measure.inputs import AcrossAnchor, DeepAnchor, Feature, Piece


@dataclass(frozen=True)
class Placed:
    """A feature with its outline in the plan of the piece."""

    feature: Feature
    index: int
    centre: Point
    half_x: float
    half_y: float
    outline: Outline

    @cached_property
    def polygon(self) -> Polygon:
        """Its outline as a polygon of exact area."""
        return self.outline.polygon


@dataclass(frozen=True)
class Shape:
    """A piece's outline, features and solid."""

    piece: Piece
    outline: Outline
    placed: tuple[Placed, ...]

    @cached_property
    def solid(self) -> Solid:
        """The body of concrete; its features go right through."""
        depth = self.piece.thickness.mm
        return Solid(self.outline, depth, tuple(Cut(p.outline, 0.0, depth) for p in self.placed))


def shape_of(piece: Piece) -> Shape:
    """The shape that a piece's description makes."""
    size = (piece.outline.length.mm, piece.outline.width.mm)
    placed = tuple(_placed(feature, index, *size) for index, feature in enumerate(piece.features))
    return Shape(piece, rectangle(*size), placed)


def half_size(feature: Feature) -> tuple[float, float]:
    """Half a feature's length and width [mm]."""
    if feature.kind == "opening":
        return feature.length.mm / 2, feature.width.mm / 2
    return feature.diameter.mm / 2, feature.diameter.mm / 2


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


def _placed(feature: Feature, index: int, length_mm: float, width_mm: float) -> Placed:
    half_x, half_y = half_size(feature)
    centre = Point(centre_along(feature.x, length_mm, half_x), centre_along(feature.y, width_mm, half_y))
    if feature.kind == "opening":
        outline = rounded_rectangle(feature.length.mm, feature.width.mm, feature.corner_radius.mm)
    else:
        outline = circle(feature.diameter.mm)
    return Placed(feature, index, centre, half_x, half_y, outline.moved(*centre))

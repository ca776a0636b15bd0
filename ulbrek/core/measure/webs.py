"""The strips of concrete beside openings, thinnest first."""

from collections.abc import Iterable
from dataclasses import dataclass
from math import hypot

from ulbrek.core.kit.geometry import Web, web_between
from ulbrek.core.measure.shape import Placed, Shape

EDGE_WORDS = ("the front edge", "the right edge", "the back edge", "the left edge")
_TOUCH_MM = 1e-6


@dataclass(frozen=True, slots=True)
class NamedWeb:
    """A web and what stands on its two sides; ``other`` is None where that is the piece's edge."""

    web: Web
    feature: Placed
    other: Placed | None
    other_words: str


def is_inside(placed: Placed, shape: Shape) -> bool:
    """Whether a feature lies wholly within its piece."""
    length, width = shape.piece.outline.length.mm, shape.piece.outline.width.mm
    within_x = placed.half_x - _TOUCH_MM <= placed.centre.x <= length - placed.half_x + _TOUCH_MM
    within_y = placed.half_y - _TOUCH_MM <= placed.centre.y <= width - placed.half_y + _TOUCH_MM
    return within_x and within_y


def overlaps(shape: Shape) -> list[tuple[Placed, Placed]]:
    """Pairs of features that run through one another."""
    pairs = [(a, b) for i, a in enumerate(shape.placed) for b in shape.placed[i + 1 :]]
    return [(a, b) for a, b in pairs if meet(a, b)]


def webs(shape: Shape) -> list[NamedWeb]:
    """Every web of a piece, thinnest first; features outside or through another have none there."""
    found = []
    for placed in shape.placed:
        found += webs_of(placed, shape, shape.placed[placed.index + 1 :])
    return sorted(found, key=lambda named: named.web.width_mm)


def webs_of(placed: Placed, shape: Shape, others: Iterable[Placed]) -> list[NamedWeb]:
    """The webs between a feature and the piece's edges, and between it and some others."""
    if not is_inside(placed, shape):
        return []
    edges = zip(EDGE_WORDS, shape.outline.edges, strict=True)
    found = [NamedWeb(web_between(placed.outline.edges, (edge,)), placed, None, words) for words, edge in edges]
    found += [
        NamedWeb(web_between(placed.outline.edges, other.outline.edges), placed, other, other.feature.name)
        for other in others
        if is_inside(other, shape) and not meet(placed, other)
    ]
    return found


def meet(a: Placed, b: Placed) -> bool:
    """Whether two features run through or touch one another."""
    return box_gap(a, b) == 0 and bool(a.polygon.intersects(b.polygon))


def box_gap(a: Placed, b: Placed) -> float:
    """The distance between the boxes round two features [mm]: never more than the web between them."""
    dx = abs(a.centre.x - b.centre.x) - a.half_x - b.half_x
    dy = abs(a.centre.y - b.centre.y) - a.half_y - b.half_y
    return hypot(max(dx, 0.0), max(dy, 0.0))

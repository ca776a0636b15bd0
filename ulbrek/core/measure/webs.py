"""The strips of concrete beside openings, thinnest first."""

from dataclasses import dataclass
from math import inf

from ulbrek.core.kit.geometry import Edge, Web, gap_between, web_between
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


def webs(shape: Shape, needed_mm: float) -> list[NamedWeb]:
    """The webs thinner than ``needed_mm`` [mm], or else the thinnest, thinnest first.

    Features outside the piece, or through another, have none there. What stands between two things is looked at
    in the order of their boxes' distance, until no box is near enough to matter: of forty holes few are.
    """
    inside = [placed for placed in shape.placed if is_inside(placed, shape)]
    edges = list(zip(EDGE_WORDS, shape.outline.edges, strict=True))
    ahead: list[tuple[float, int, Placed, Placed | Edge, str]] = []
    for number, placed in enumerate(inside):
        ahead += [
            (gap_between(placed.outline.box, edge.box), len(ahead) + i, placed, edge, words)
            for i, (words, edge) in enumerate(edges)
        ]
        ahead += [
            (gap_between(placed.outline.box, other.outline.box), len(ahead) + i, placed, other, other.feature.name)
            for i, other in enumerate(inside[number + 1 :])
        ]
    found: list[NamedWeb] = []
    thinnest = inf
    for gap, _, placed, other, words in sorted(ahead, key=lambda one: one[:2]):
        if gap > max(thinnest, needed_mm):
            break
        if isinstance(other, Edge):
            web = web_between(placed.outline.edges, (other,))
            found.append(NamedWeb(web, placed, None, words))
        elif not meet(placed, other):
            web = web_between(placed.outline.edges, other.outline.edges)
            found.append(NamedWeb(web, placed, other, words))
        else:
            continue
        thinnest = min(thinnest, web.width_mm)
    kept = [named for named in found if named.web.width_mm < needed_mm or named.web.width_mm <= thinnest]
    return sorted(kept, key=lambda named: named.web.width_mm)


def meet(a: Placed, b: Placed) -> bool:
    """Whether two features run through or touch one another."""
    return box_gap(a, b) == 0 and bool(a.polygon.intersects(b.polygon))


def box_gap(a: Placed, b: Placed) -> float:
    """The distance between the boxes round two features [mm]: never more than the web between them."""
    return gap_between(a.outline.box, b.outline.box)

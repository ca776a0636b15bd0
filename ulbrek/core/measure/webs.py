"""The strips of concrete beside openings, thinnest first."""

from dataclasses import dataclass
from math import inf

from shapely import prepare

from ulbrek.core.kit.geometry import Edge, Web, gap_between, web_between
from ulbrek.core.measure.inputs import Bolt, Core, Lettering, Sleeve
from ulbrek.core.measure.shape import Placed, Shape

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
    left, front, right, back = shape.outline.box
    a, b, c, d = placed.outline.box
    if a < left - _TOUCH_MM or b < front - _TOUCH_MM or c > right + _TOUCH_MM or d > back + _TOUCH_MM:
        return False
    if _is_box(shape):
        return True
    hull = shape.outline.polygon
    prepare(hull)
    return bool(hull.buffer(_TOUCH_MM).covers(placed.polygon))


def overlaps(shape: Shape) -> list[tuple[Placed, Placed]]:
    """Pairs of features that run through one another and may not.

    A recess may have a hole in it, and a sleeve may stand in a recess; a bolt or a letter in the air is a mistake.
    """
    pairs = [(a, b) for i, a in enumerate(shape.placed) for b in shape.placed[i + 1 :]]
    return [(a, b) for a, b in pairs if _collide(a, b) and meet(a, b)]


def webs(shape: Shape, needed_mm: float) -> list[NamedWeb]:
    """The webs thinner than ``needed_mm`` [mm], or else the thinnest, thinnest first.

    Features outside the piece, or through another, have none there. What stands between two things is looked at
    in the order of their boxes' distance, until no box is near enough to matter: of forty holes few are.
    """
    vessels = [placed.polygon for placed in shape.placed if isinstance(placed.feature, Core)]
    inside = [
        placed
        for placed in shape.placed
        if goes_through(placed)
        and is_inside(placed, shape)
        and not any(vessel.covers(placed.polygon) for vessel in vessels)
    ]
    edges = list(zip(shape.outline.edge_names, shape.outline.edges, strict=True))
    ahead: list[tuple[float, int, Placed, Placed | Edge, str]] = []
    for number, placed in enumerate(inside):
        box = placed.outline.box
        for name, edge in edges:
            ahead.append((gap_between(box, edge.box), len(ahead), placed, edge, edge_words(name)))
        for beside in inside[number + 1 :]:
            ahead.append((gap_between(box, beside.outline.box), len(ahead), placed, beside, beside.feature.name))
    found: list[NamedWeb] = []
    thinnest = inf
    for gap, _, placed, other, words in sorted(ahead, key=lambda one: one[:2]):
        if gap > max(thinnest, needed_mm):
            break
        if isinstance(other, Edge):
            named = NamedWeb(web_between(placed.outline.edges, (other,)), placed, None, words)
        elif not meet(placed, other):
            named = NamedWeb(web_between(placed.outline.edges, other.outline.edges), placed, other, words)
        else:
            continue
        found.append(named)
        thinnest = min(thinnest, named.web.width_mm)
    kept = [named for named in found if named.web.width_mm < needed_mm or named.web.width_mm <= thinnest]
    return sorted(kept, key=lambda named: named.web.width_mm)


def goes_through(placed: Placed) -> bool:
    """Whether a feature leaves strips of concrete beside it, and is not the inside of a vessel or a weight."""
    return placed.is_through and not isinstance(placed.feature, Sleeve | Core)


def edge_words(name: str) -> str:
    """An edge as it is spoken of."""
    return f"the {name} edge" if name else "the rounded corner"


def meet(a: Placed, b: Placed) -> bool:
    """Whether two features run through or touch one another."""
    return box_gap(a, b) == 0 and bool(a.polygon.intersects(b.polygon))


def box_gap(a: Placed, b: Placed) -> float:
    """The distance between the boxes round two features [mm]: never more than the web between them."""
    return gap_between(a.outline.box, b.outline.box)


def _collide(a: Placed, b: Placed) -> bool:
    if a.is_through and b.is_through:
        return True
    needs_concrete = (Bolt, Lettering)
    return (a.is_through and isinstance(b.feature, needs_concrete)) or (
        b.is_through and isinstance(a.feature, needs_concrete)
    )


def _is_box(shape: Shape) -> bool:
    return shape.piece.outline.kind == "rectangle"

"""Where pipes go through the sides of a form, which are bored for them before they stand."""

from collections.abc import Iterator, Sequence
from math import dist

from shapely import Point

from ulbrek.core.form.brief import FormBrief
from ulbrek.core.form.result import Knockout, SideBore
from ulbrek.core.kit.geometry.edge import Point as Place
from ulbrek.core.kit.moulding import MouldShape

PLAY_MM = 1.6  # of a hole over the pipe or the bolt in it. Source: common practice: 1 to 2 mm.
_FLUSH_MM = 1.0


def bores_of(brief: FormBrief, pipe: MouldShape) -> Iterator[SideBore]:
    """Where a pipe comes out of the casting that it is in: through a side, or a divider beside another casting."""
    prism, level = pipe.prism, pipe.lies == "left to right"
    left, front, right, back = prism.outline.box
    x, y = (left + right) / 2, (front + back) / 2
    inside = next((one for one in brief.cavities if one.polygon.distance(Point(x, y)) < _FLUSH_MM), brief.outline)
    hole = (back - front if level else right - left) + PLAY_MM
    height = (prism.bottom_mm + prism.top_mm) / 2
    ends = ((left, y), (right, y)) if level else ((x, front), (x, back))
    for number, end in enumerate(ends):
        at = Point(*end)
        edge, name = min(
            zip(inside.edges, inside.edge_names, strict=True), key=lambda one: dist(one[0].nearest(Place(*end)), end)
        )
        if inside.polygon.contains(at) and dist(edge.nearest(Place(*end)), end) > _FLUSH_MM:
            continue  # it ends within the concrete
        run = edge.box if inside is brief.outline and not edge.is_arc else brief.outline.box
        flat = not level if edge.is_arc else edge.box[2] - edge.box[0] > edge.box[3] - edge.box[1]
        low, high, here = (run[0], run[2], end[0]) if flat else (run[1], run[3], end[1])
        side = name or "rounded corner"
        if edge.is_arc:
            side += ", " + (("left", "right") if level else ("front", "back"))[number]
        if brief.outline.polygon.exterior.distance(at) > _FLUSH_MM and inside is not brief.outline:
            side = "divider"
        away = high - here if flat and brief.mirrored else here - low
        yield SideBore(swapped(side) if brief.mirrored else side, "left" if flat else "front", away, height, hole)


def in_words(knockouts: Sequence[Knockout], *, on_ground: bool) -> str:
    """Where sides are bored, those that lie alike in one line; empty where none is.

    Args:
        knockouts: what stands and lies in the form
        on_ground: whether the ground is its base
    """
    by_side: dict[tuple[str, str, float, float], set[float]] = {}
    for one in knockouts:
        for bore in one.bores:
            key = bore.side, bore.end, round(bore.height_mm, 3), round(bore.hole_mm, 3)
            by_side.setdefault(key, set()).add(round(bore.away_mm, 3))
    if not by_side:
        return ""
    alike: dict[tuple[str, float, float, tuple[float, ...]], list[str]] = {}
    for (side, end, height, hole), found in by_side.items():
        alike.setdefault((end, height, hole, tuple(sorted(found))), []).append(side)
    told = []
    for (end, height, hole, at), sides in alike.items():
        many = len(at) > 1
        told.append(
            f"{' and '.join(sides).capitalize()}: {f'{len(at)} holes' if many else 'a hole'} of {{{hole:.2f} mm}}, "
            f"{'centres' if many else 'centre'} {', '.join(f'{{{mm:.2f} mm}}' for mm in at)} from the {end}, "
            f"{{{height:.2f} mm}} above the {'ground' if on_ground else 'base'}."
        )
    return " ".join(told)


def swapped(name: str) -> str:
    """The name of a side, or of its end, in a form that lies as a mirror image."""
    return {"left": "right", "right": "left"}.get(name, name)

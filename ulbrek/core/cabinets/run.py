"""A run laid out in plan: x to the right, y to the back, the wall behind it at y = 0, the left one at x = 0 [mm]."""

from collections.abc import Iterator, Sequence
from functools import lru_cache
from itertools import pairwise
from typing import NamedTuple

import shapely
from shapely import Polygon, box
from shapely.geometry.base import BaseGeometry

from ulbrek.core.cabinets.inputs import LEGS, CabinetRun, LegName, Unit

_FAR_MM = 1_000.0
LEAST_TOP_MM = 50.0
_LEAST_MM2 = 100.0
_TOUCH_MM = 1.0
_SQUARE_MM2 = 1e-3
NO_CARCASS = ("dishwasher", "range")


class Placed(NamedTuple):
    """What stands in a leg: which leg, its number in it, and from where to where along it [mm].

    Along the back leg that is from the left, along a side leg from the front of the back leg's cabinets.
    """

    leg: LegName
    number: int
    unit: Unit
    start: float
    end: float
    foot: Polygon


class Strip(NamedTuple):
    """A leg as far as a top covers it: from where to where along it, and across it [mm]."""

    leg: LegName
    start: float
    end: float
    near: float
    far: float

    @property
    def deep(self) -> float:
        """How deep it is."""
        return self.far - self.near

    def area(self, start: float, end: float, near: float, far: float) -> Polygon:
        """A part of it in plan, from where to where along it and across it."""
        return box(start, near, end, far) if self.leg == "back" else box(near, -end, far, -start)

    def line(self, at: float, near: float, far: float) -> tuple[float, float, float, float]:
        """A line across it."""
        return (at, near, at, far) if self.leg == "back" else (near, -at, far, -at)


class Laid(NamedTuple):
    """A run in plan.

    Attributes:
        units: what stands in it
        tops: the parts that tops cover, each as it lies
        length: of the back leg, from end to end of its cabinets, or from wall to wall [mm]
        walls: lines that tops end at
    """

    units: tuple[Placed, ...]
    tops: tuple[Polygon, ...]
    length: float
    walls: tuple[tuple[float, float, float, float], ...]


@lru_cache(maxsize=256)
def lay(run: CabinetRun) -> Laid:
    """A run in plan: its cabinets, and the tops over them; a range parts them."""
    units = tuple(_placed(run))
    length = _length(run)
    whole = shapely.union_all([_covered(run, name) for name in LEGS if run.leg(name) is not None])
    gaps = [_gap(run, one) for one in units if one.unit.kind == "range"]
    tops = [_plain(one) for one in _parts(whole.difference(shapely.union_all(gaps))) if _is_a_top(one)]
    return Laid(units, tuple(sorted(tops, key=lambda top: _order(run, top))), length, tuple(_walls(run)))


def strips(run: CabinetRun, top: Polygon) -> Iterator[Strip]:
    """What a top covers of each leg.

    Args:
        run: the run
        top: in plan
    """
    for name in LEGS:
        if run.leg(name) is None:
            continue
        for part in _parts(top.intersection(_covered(run, name))):
            left, front, right, back = part.bounds
            if part.area > _LEAST_MM2:
                yield (
                    Strip(name, left, right, front, back) if name == "back" else Strip(name, -back, -front, left, right)
                )


Ends = Sequence[tuple[float, float]]


def walled(laid: Laid, ends: Ends) -> bool:
    """Whether an edge lies along a wall.

    Args:
        laid: the run in plan
        ends: of the edge, in plan
    """
    return any(along(wall, ends) for wall in laid.walls)


def along(wall: tuple[float, float, float, float], ends: Ends) -> bool:
    """Whether an edge lies along a line that runs across or up the plan.

    Args:
        wall: the line, from one end to the other
        ends: of the edge
    """
    x1, y1, x2, y2 = wall
    left, right, low, high = min(x1, x2), max(x1, x2), min(y1, y2), max(y1, y2)
    return all(left - _TOUCH_MM < x < right + _TOUCH_MM and low - _TOUCH_MM < y < high + _TOUCH_MM for x, y in ends)


def edges(outline: Polygon) -> list[Ends]:
    """The edges of a top, each by its ends.

    Args:
        outline: in plan
    """
    return [((x1, y1), (x2, y2)) for (x1, y1), (x2, y2) in pairwise(outline.exterior.coords)]


def _length(run: CabinetRun) -> float:
    """Of the back leg: its cabinets, or from wall to wall where that is measured."""
    closed = run.has_wall("left") and run.has_wall("right")
    return run.back.wall.mm if closed and run.back.wall is not None else run.back.units_mm


def _reach(run: CabinetRun, name: LegName) -> float:
    """How far a side leg's cabinets come forward of the wall behind the back leg."""
    leg = run.leg(name)
    return 0.0 if leg is None else run.depth.mm + leg.units_mm


def _placed(run: CabinetRun) -> Iterator[Placed]:
    deep, length = run.depth.mm, _length(run)
    for name in LEGS:
        leg = run.leg(name)
        at = 0.0 if name == "back" else deep
        for number, unit in enumerate(leg.units if leg else ()):
            end = at + unit.width.mm
            foot = {
                "back": box(at, -deep, end, 0), "left": box(0, -end, deep, -at),
                "right": box(length - deep, -end, length, -at),
            }[name]  # fmt: skip
            yield Placed(name, number, unit, at, end, foot)
            at = end


def _covered(run: CabinetRun, name: LegName) -> Polygon:
    """What tops cover of a leg, ranges not taken out: the back leg from end to end, a side leg forward of that."""
    front, length = run.depth.mm + run.overhang.mm, _length(run)
    over = run.end_overhang.mm
    if name == "back":
        behind = run.back_overhang.mm if run.behind == "open" else 0.0
        left = 0.0 if run.has_wall("left") else -over
        right = length if run.has_wall("right") else length + over
        return box(left, -front, right, behind)
    end = -(_reach(run, name) + over)
    return box(0, end, front, -front) if name == "left" else box(length - front, end, length, -front)


def _gap(run: CabinetRun, one: Placed) -> Polygon:
    """What is open where a range stands: all across its leg."""
    aside, deep = run.beside.mm, run.depth.mm + run.overhang.mm
    length = _length(run)
    if one.leg == "back":
        return box(one.start - aside, -deep - _TOUCH_MM, one.end + aside, _FAR_MM)
    left, right = (-_TOUCH_MM, deep + _TOUCH_MM) if one.leg == "left" else (length - deep - _TOUCH_MM, length + 1)
    return box(left, -one.end - aside, right, -one.start + aside)


def _walls(run: CabinetRun) -> Iterator[tuple[float, float, float, float]]:
    length = _length(run)
    if run.behind == "a wall":
        yield -_FAR_MM, 0.0, length + _FAR_MM, 0.0
    if run.has_wall("left"):
        yield 0.0, _FAR_MM, 0.0, -_reach(run, "left") - 2 * _FAR_MM
    if run.has_wall("right"):
        yield length, _FAR_MM, length, -_reach(run, "right") - 2 * _FAR_MM


def _order(run: CabinetRun, top: Polygon) -> float:
    """How far along the run a top begins: the left leg from its free end, the back leg, the right leg."""
    past = _reach(run, "left")
    begins = {
        "left": lambda strip: past - strip.end, "back": lambda strip: past + strip.start,
        "right": lambda strip: past + _length(run) + strip.start,
    }  # fmt: skip
    return float(min((begins[strip.leg](strip) for strip in strips(run, top)), default=0.0))


def _is_a_top(part: Polygon) -> bool:
    """Whether a part is worth casting: what is left past a range at the end of a leg is not."""
    left, front, right, back = part.bounds
    return min(right - left, back - front) >= LEAST_TOP_MM


def _plain(top: Polygon) -> Polygon:
    """A top without corners that are none, counter-clockwise."""
    ring = list(shapely.orient_polygons(top).exterior.coords)[:-1]
    kept = [
        (x, y)
        for (xa, ya), (x, y), (xb, yb) in zip((ring[-1], *ring[:-1]), ring, (*ring[1:], ring[0]), strict=True)
        if abs((x - xa) * (yb - y) - (xb - x) * (y - ya)) > _SQUARE_MM2
    ]
    return Polygon(kept)


def _parts(shape: BaseGeometry) -> list[Polygon]:
    return [one for one in getattr(shape, "geoms", [shape]) if isinstance(one, Polygon) and not one.is_empty]

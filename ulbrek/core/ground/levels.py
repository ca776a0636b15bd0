"""Heights: where each corner's top belongs below the datum, what was read there, and where water runs."""

from collections.abc import Iterator, Mapping, Sequence
from math import hypot

from shapely import LineString
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.ground import rules
from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.inputs import OPPOSITE, Plot, SideName
from ulbrek.core.ground.result import CornerHeight, WaterWay

TRUE_MM = 3.0  # what boards are set to with a level or a laser. Source: common practice.
_SAME_PLACE_MM = 5.0
_WAYS = (0.18, 0.5, 0.82)  # across the fall, where it is drawn
_LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"


def corners_of(brief: GroundBrief) -> dict[str, tuple[float, float]]:
    """The corners of a slab [mm]: A at its back left, then clockwise as one looks down on it.

    Args:
        brief: the slab
    """
    vertices = [(one.x, one.y) for one in brief.outline.vertices]
    left, _, _, back = brief.outline.box
    kept = [
        one for index, one in enumerate(vertices)
        if hypot(one[0] - vertices[index - 1][0], one[1] - vertices[index - 1][1]) > _SAME_PLACE_MM
    ]  # fmt: skip
    first = min(range(len(kept)), key=lambda i: (round(hypot(kept[i][0] - left, kept[i][1] - back), 3), kept[i]))
    clockwise = [kept[(first - step) % len(kept)] for step in range(len(kept))]
    return {name_of(index): at for index, at in enumerate(clockwise)}


def name_of(index: int) -> str:
    """What a corner is called: A to Z, then A2.

    Args:
        index: counted from 0
    """
    turn, letter = divmod(index, len(_LETTERS))
    return _LETTERS[letter] + (str(turn + 1) if turn else "")


class Plane:
    """The top of a slab that falls one way, or two."""

    def __init__(self, brief: GroundBrief, plot: Plot) -> None:
        self.brief, self.plot = brief, plot
        self.box = brief.outline.box

    @property
    def cross_mm_m(self) -> float:
        """The fall to the other side [mm/m]; 0 where there is none."""
        return 0.0 if self.plot.cross_to is None or self._is_along(self.plot.cross_to) else self.plot.cross_mm_m

    @property
    def low(self) -> tuple[SideName, ...]:
        """The sides where water leaves it."""
        to, cross = self.plot.falls_to, self.plot.cross_to
        first = (to,) if self.plot.fall_mm_m else ()
        return (*first, cross) if cross is not None and self.cross_mm_m else first

    def drop(self) -> Figure:
        """From its high corner to its low one."""
        return work(
            rules.drop, self.brief.piece, along_mm=self._run(self.plot.falls_to), fall_mm_m=self.plot.fall_mm_m,
            across_mm=self._run(self.plot.cross_to) if self.cross_mm_m else 0.0, cross_mm_m=self.cross_mm_m,
        )  # fmt: skip

    @property
    def section_drop_mm(self) -> float:
        """How far it falls along a section that is cut along its fall."""
        return round(rules.drop(self._run(self.plot.falls_to), self.plot.fall_mm_m, 0.0, 0.0), 2)

    def below(self, name: str, x: float, y: float) -> Figure:
        """How far below the datum the top of a corner belongs.

        Args:
            name: of the corner
            x: where it is [mm]
            y: where it is [mm]
        """
        cross = self.plot.cross_to
        return work(
            rules.corner_below, f"{self.brief.piece}/{name}", high_mm=self.plot.below.mm,
            along_mm=round(self._from_high(self.plot.falls_to, x, y), 3), fall_mm_m=self.plot.fall_mm_m,
            across_mm=round(self._from_high(cross, x, y), 3) if cross is not None and self.cross_mm_m else 0.0,
            cross_mm_m=self.cross_mm_m,
        )  # fmt: skip

    def ways(self) -> Iterator[WaterWay]:
        """Where water runs, in lines across the slab."""
        dx, dy = self._downhill()
        steep = hypot(dx, dy)
        if not steep:
            return
        dx, dy = dx / steep, dy / steep
        left, front, right, back = self.box
        slab: BaseGeometry = self.brief.outline.polygon
        if self.brief.openings:
            slab = slab.difference(unary_union(self.brief.openings))
        middle = ((left + right) / 2, (front + back) / 2)
        reach = hypot(right - left, back - front)
        wide = abs(-dy) * (right - left) + abs(dx) * (back - front)
        for share in _WAYS:
            off = (share - 0.5) * wide
            x, y = middle[0] - dy * off, middle[1] + dx * off
            line = LineString([(x - dx * reach, y - dy * reach), (x + dx * reach, y + dy * reach)])
            found = line.intersection(slab)
            pieces = [
                one for one in getattr(found, "geoms", [found]) if one.geom_type == "LineString" and one.length > 1
            ]
            if not pieces:
                continue
            (x1, y1), (x2, y2) = max(pieces, key=lambda one: one.length).coords[:2]
            if (x2 - x1) * dx + (y2 - y1) * dy < 0:
                x1, y1, x2, y2 = x2, y2, x1, y1
            yield WaterWay(
                round(x1, 1), round(y1, 1), round(x2, 1), round(y2, 1),
                round(hypot(x2 - x1, y2 - y1) * steep / 1000, 1),
            )  # fmt: skip

    def _downhill(self) -> tuple[float, float]:
        to, cross = self.plot.falls_to, self.plot.cross_to
        x, y = (self.plot.fall_mm_m * one for one in _WAY[to])
        if cross is not None and self.cross_mm_m:
            x, y = x + self.cross_mm_m * _WAY[cross][0], y + self.cross_mm_m * _WAY[cross][1]
        return x, y

    def _is_along(self, side: SideName) -> bool:
        """Whether a side is that of the fall, or the one it falls from: there is no other fall there."""
        return side in (self.plot.falls_to, OPPOSITE[self.plot.falls_to])

    def _run(self, to: SideName | None) -> float:
        left, front, right, back = self.box
        return round(right - left if to in ("left", "right") else back - front, 3)

    def _from_high(self, to: SideName, x: float, y: float) -> float:
        left, front, right, back = self.box
        return {"front": back - y, "back": y - front, "left": right - x, "right": x - left}[to]


_WAY: Mapping[SideName, tuple[float, float]] = {"front": (0, -1), "back": (0, 1), "left": (-1, 0), "right": (1, 0)}


def heights(plane: Plane, corners: Mapping[str, tuple[float, float]]) -> Iterator[CornerHeight]:
    """Each corner with its height, and with what was read there last.

    Args:
        plane: the top of the slab
        corners: where they are [mm]
    """
    read = {one.at: one.below.mm for one in plane.plot.readings}
    for name, (x, y) in corners.items():
        below = plane.below(name, x, y)
        found = read.get(name)
        lift = None if found is None else round(found - below.value, 2)
        yield CornerHeight(name, round(x, 2), round(y, 2), below, found, lift, lift is not None and abs(lift) > TRUE_MM)


def read_twice(readings: Sequence[tuple[str, float]]) -> dict[str, tuple[float, float]]:
    """Corners that were read more than once, farther apart than boards are set to: the least and the most [mm].

    Args:
        readings: corners, and what was read there [mm]
    """
    by_corner: dict[str, list[float]] = {}
    for name, below in readings:
        by_corner.setdefault(name, []).append(below)
    return {name: (min(all_), max(all_)) for name, all_ in by_corner.items() if max(all_) - min(all_) > TRUE_MM}

"""The page of an arch: its ring with the lines of thrust, what holds it, how it is set out, and the steps in order."""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from math import atan2, cos, hypot, sin

from ulbrek.core.arch.result import ArchResult, Point
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.files.pack.drawings import WIDTH_MM
from ulbrek.files.pack.svg import CONCRETE, Box, Drawing
from ulbrek.files.pack.words import Block, Words, drawing, table

_HIGH_MM = 96
_LINES = (("least", "0.4 1"), ("most", "2.5 1"), ("middle", ""))


class ArchPages(Words):
    """The page of an arch."""

    def _arch(self, arch: ArchResult) -> Iterator[Block]:
        yield drawing(ring_drawing(arch, self.units))
        yield {
            "kind": "text",
            "text": "Lines of thrust: whole, nearest to the middle; dots, least thrust; dashes, most."
            if arch.least else "No line of thrust lies in this ring. The whole line comes nearest.",
        }  # fmt: skip
        yield table(["How it stands", ""], [*self._stands(arch)])
        rows = [
            [f"{one.number}", *(self._cut(abs(mm)) for mm in (one.inner.x, one.inner.y, one.outer.x, one.outer.y)), ""]
            for one in arch.joints if one.inner.x >= 0
        ]  # fmt: skip
        heads = ["Joint", "Underside out", "Underside up", "Back out", "Back up", "Measured"]
        yield {**table(heads, rows), "to_fill_in": True}
        yield {"kind": "text", "text": "Out is from the middle of the span, up from the springings."}
        steps = [[str(at), one.name, self._said(one.how), ""] for at, one in enumerate(arch.tasks, 1)]
        yield {**table(["", "Step", "How", "Done"], steps), "to_fill_in": True}
        cares = dict.fromkeys([*arch.care, *(one.care for one in arch.tasks if one.care)])
        yield {"kind": "care", "lines": [self._said(line) for line in cares]}

    def _stands(self, arch: ArchResult) -> Iterator[list[str]]:
        centre = f"{self._cut(arch.centre_mm)} under" if arch.centre_mm >= 0.5 else "level with"
        yield ["Radius of the underside", f"{self._cut(arch.radius_mm)}, its centre {centre} the springings"]
        yield ["Springing to crown, for the tape", self._cut(arch.diagonal_mm)]
        if arch.mortar:
            yield [
                "Joints", f"{self._cut(arch.joint_mm)} of mortar, {self._of(arch.mortar)} in all; the marks are their "
                f"middles, half a joint at each springing",
            ]  # fmt: skip
        if arch.inside_mm:
            yield ["Straight undersides", f"{self._cut(arch.inside_mm)} inside the curve in the middle of a block"]
        yield ["Ring thickness factor", self._of(arch.factor)]
        if arch.thrust_least and arch.thrust_most:
            yield ["Thrust, least", self._of(arch.thrust_least)]
            yield ["Thrust, most", self._of(arch.thrust_most)]
        yield ["Weight a springing", self._range(arch.weight)]
        yield ["Push an abutment takes", self._range(arch.push)]
        if arch.pier:
            yield ["Pier holds, times over", self._of(arch.pier)]
        yield ["On the centring", self._of(arch.on_centring)]
        yield ["Crown settles by", self._of(arch.drop)]

    def _cut(self, mm: float) -> str:
        return write_quantity(mm, "cut", self.units)


def ring_drawing(arch: ArchResult, units: Units) -> str:
    """The ring from the front, with its joints and lines of thrust.

    Args:
        arch: as it was worked out
        units: of the reader
    """
    outer = [one.outer for one in arch.joints]
    left, right = outer[0].x, outer[-1].x
    low = min(min(one.inner.y, one.outer.y) for one in arch.joints)
    depth = hypot(outer[0].x - arch.joints[0].inner.x, outer[0].y - arch.joints[0].inner.y)
    high = arch.radius_mm - arch.centre_mm + depth
    made = Drawing(Box(left, low, right - left, high - low), WIDTH_MM, _HIGH_MM, mirrored=False, margin_mm=14)
    straight = arch.inside_mm > 0
    inner = [(one.inner.x, one.inner.y) for one in arch.joints] if straight else _arc(arch, arch.radius_mm)
    back = [(one.x, one.y) for one in outer] if straight else _arc(arch, arch.radius_mm + depth)
    made.path(tuple(value for x, y in (*inner, *reversed(back)) for value in (x, y, 0.0)), CONCRETE, 0.6)
    for one in arch.joints:
        made.line(one.inner.x, one.inner.y, one.outer.x, one.outer.y, max(0.4, arch.joint_mm * made.scale))
    for name, dash in _LINES:
        points: Sequence[Point] = getattr(arch, name)
        for start, end in pairwise(points):
            made.line(start.x, start.y, end.x, end.y, 0.5 if dash else 0.9, dash)
    clear = arch.joints[-1].inner.x - arch.joints[0].inner.x
    made.words(made.x(0), made.y(low) + 5, f"{write_quantity(clear, 'cut', units)} clear", 3.4)
    rise = arch.radius_mm - arch.centre_mm
    made.words(made.x(0), made.y(rise / 2), f"{write_quantity(rise, 'cut', units)} high", 3.4)
    return made.svg()


def _arc(arch: ArchResult, radius: float, parts: int = 90) -> list[tuple[float, float]]:
    """Points of a circle about the centre of an arch, from the left springing to the right."""
    first = arch.joints[0].inner
    half = atan2(-first.x, first.y + arch.centre_mm)
    leans = [half * (2 * at / parts - 1) for at in range(parts + 1)]
    return [(radius * sin(one), radius * cos(one) - arch.centre_mm) for one in leans]

"""The page of the ground: corners with their heights to tick, what is dug and filled, and the steps in order."""

from collections.abc import Iterator

from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.base.units.writing import write_length
from ulbrek.core.ground.result import GroundResult
from ulbrek.core.plan.result import PiecePlan
from ulbrek.files.pack.drawings import WIDTH_MM
from ulbrek.files.pack.svg import CONCRETE, Box, Drawing
from ulbrek.files.pack.words import Block, Words, drawing, table

_OUT_MM = 5.0  # a corner's letter, on the paper
_JOINT_DASH, _HOLE_DASH = "3 2", "1 1"


class GroundPages(Words):
    """The page of the ground."""

    def _ground(self, planned: PiecePlan, ground: GroundResult) -> Iterator[Block]:
        plot = self.job.ground.plot_of(planned.id)
        yield drawing(slab_plan(planned, ground, self.units))
        yield {"kind": "text", "text": f"Heights below {plot.datum}. Dashed: joints; dotted: the hole."}
        rows = [
            [one.name, self._of(one.below), "" if one.read_mm is None else self._tape(one.read_mm), ""]
            for one in ground.corners
        ]
        yield {**table(["Corner", f"Below {plot.datum}", "Read", "Set"], rows), "to_fill_in": True}
        if ground.tapes:
            yield table(["Tape", "Reads"], [[f"{one.a}–{one.b}", self._of(one.reads)] for one in ground.tapes])
        angle = next((one for one in ground.right_angle if one.units == self.units), None)
        if angle is not None:
            sides = (angle.three_mm, angle.four_mm, angle.five_mm)
            yield {"kind": "text", "text": f"A right angle: {', '.join(self._tape(one) for one in sides)}."}
        for curve in ground.curves:
            way = "into the slab" if curve.inward else "away from the slab"
            head = [f"Along a string from {curve.start} to {curve.end}", f"Off it, {way}"]
            yield table(head, [[self._tape(one.along_mm), self._tape(one.off_mm)] for one in curve.offsets])
        yield table(["Needed", ""], [*self._dug(ground)])
        steps = [[str(at), one.name, self._said(one.how), ""] for at, one in enumerate(ground.tasks, 1)]
        yield {**table(["", "Step", "How", "Done"], steps), "to_fill_in": True}
        yield {"kind": "care", "lines": [self._said(line) for line in ground.care]}

    def _dug(self, ground: GroundResult) -> Iterator[list[str]]:
        if ground.dig:
            yield ["Dig, depth", self._of(ground.dig.depth)]
            yield ["Dig, as it lies", self._of(ground.dig.volume)]
            yield ["Spoil, in barrows", self._range(ground.dig.barrows)]
        if ground.sub_base:
            yield ["Sub-base, tamped", self._of(ground.sub_base.depth)]
            yield ["Stone, order loose", self._of(ground.sub_base.loose)]
            yield ["Stone, weight", self._range(ground.sub_base.mass)]
            yield ["Tamp", self._of(ground.sub_base.layers)]
        if ground.inside:
            yield ["Stone inside, tamped", self._of(ground.inside.compacted)]
            yield ["Stone inside, order loose", self._of(ground.inside.loose)]
            yield ["Stone inside, weight", self._range(ground.inside.mass)]
        if ground.channels:
            yield ["Channels, washed stone", self._of(ground.channels.stone)]
            yield ["Washed stone, 25 kg", self._range(ground.channels.bags)]
        if ground.concrete:
            yield ["Concrete, in barrows", self._of(ground.concrete)]
        if ground.mats and ground.powder:
            yield ["Stamp mats", self._of(ground.mats)]
            yield ["Release powder", self._range(ground.powder)]
        if ground.bonding:
            yield ["Cement, bonding coat", self._range(ground.bonding)]
        if ground.isolation:
            yield ["Isolation strip", self._of(ground.isolation)]
        if ground.joints and ground.joints.depth:
            yield ["Joints, deep", self._of(ground.joints.depth)]

    def _tape(self, mm: float) -> str:
        return write_quantity(mm, "tape", self.units)


def slab_plan(planned: PiecePlan, ground: GroundResult, units: Units) -> str:
    """The slab from above: corners with their letters and heights, joints, stakes and the hole.

    Args:
        planned: the piece
        ground: what the ground takes of it
        units: of the reader
    """
    length, width = ground.length_mm, ground.width_mm
    made = Drawing(Box(0, 0, length, width), WIDTH_MM, 96, mirrored=False, margin_mm=22)
    hole = list(zip(ground.outline_dug[0::3], ground.outline_dug[1::3], strict=True))
    for (x1, y1), (x2, y2) in zip(hole, (*hole[1:], *hole[:1]), strict=True):
        made.line(x1, y1, x2, y2, 0.3, _HOLE_DASH)
    for path in ground.sections or (ground.outline,):
        made.path(path, CONCRETE, 0.6)
    for one in ground.joints.lines if ground.joints else ():
        made.line(one.x1, one.y1, one.x2, one.y2, 0.5, _JOINT_DASH)
    for stake in () if ground.sections else planned.form.stiffness.stakes:
        made.path(stake.path, "black", 0.2)
    for corner in ground.corners:
        x = made.x(corner.x_mm) + (_OUT_MM if corner.x_mm > length / 2 else -_OUT_MM)
        y = made.y(corner.y_mm) + (-_OUT_MM if corner.y_mm > width / 2 else _OUT_MM + 2)
        anchor = "start" if corner.x_mm > length / 2 else "end"
        height = write_quantity(corner.below.value, "tape", units)
        made.words(x, y, f"{corner.name}  {height}", 4.2, anchor)
    for number, tread in enumerate(ground.treads):
        if tread.begins_mm:
            made.line(tread.begins_mm, 0, tread.begins_mm, width, 0.5)
        at = made.x((tread.begins_mm + tread.ends_mm) / 2)
        made.words(
            at, made.y(width * (0.4 if number % 2 else 0.6)), f"+{write_quantity(tread.high_mm, 'mm', units)}", 3.4
        )
    for way in ground.water:
        middle = (made.x((way.x1 + way.x2) / 2), made.y((way.y1 + way.y2) / 2))
        made.words(middle[0], middle[1], f"falls {write_quantity(way.drop_mm, 'tape', units)}", 3.4)
    made.words(WIDTH_MM / 2, made.y(width) - 12, write_length(length, units), 4.6)
    return made.svg()

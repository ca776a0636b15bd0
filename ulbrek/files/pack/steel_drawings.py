"""The steel on paper: laid flat from above and in section, and bent cages with their bars."""

from collections.abc import Sequence
from itertools import pairwise

from ulbrek.core.base.units import Units
from ulbrek.core.base.units.writing import write_length
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.plan.result import PiecePlan
from ulbrek.core.steel.result import BentBar, CageView, Run
from ulbrek.files.pack.drawings import WIDTH_MM, draw_feature
from ulbrek.files.pack.svg import CONCRETE, Box, Drawing

_MESH_DASH = "2 1"
_ROOM_MM = 30.0  # round a bent bar, for its words


def steel_plan(piece: Piece, planned: PiecePlan, units: Units) -> str:
    """Mesh and bars from above, as it lies; of a grid only its outer bars are named."""
    measured, steel = planned.measure, planned.steel
    extent = Box(0, 0, measured.length_mm, measured.width_mm)
    drawing = Drawing(extent, WIDTH_MM, 100, piece.cast == "face down", margin_mm=6)
    drawing.path(measured.path, "#ffffff", 0.6)
    for feature in planned.measure.features:
        draw_feature(drawing, feature)
    for wire in steel.mesh.wires if steel.mesh else ():
        drawing.line(wire.x1, wire.y1, wire.x2, wire.y2, 0.25, _MESH_DASH)
    named = set[str]()
    for bar in steel.bars:
        drawing.line(bar.line.x1, bar.line.y1, bar.line.x2, bar.line.y2, 1.3)
        kind = bar.key.split(".", maxsplit=1)[0] if bar.of_grid else bar.key
        if kind in named:
            continue
        named.add(kind)
        x, y = (bar.line.x1 + bar.line.x2) / 2, (bar.line.y1 + bar.line.y2) / 2
        drawing.words(drawing.x(x), drawing.y(y) - 1.6, write_length(bar.length.value, units, "tape"))
    return drawing.svg()


def steel_section(piece: Piece, planned: PiecePlan, units: Units) -> str:
    """The steel from front to back, as it lies, its height drawn three times as large as its length."""
    steel, stack = planned.steel, planned.steel.stack
    if stack is None:
        return ""
    width, thickness = planned.measure.width_mm, piece.thickness.mm + piece.grind.mm
    high = min(3.0, width * 0.25 / thickness)  # a thin top would be a line
    drawing = Drawing(Box(0, 0, width, thickness * high), WIDTH_MM * 0.82, 46, mirrored=False, margin_mm=6)
    drawing.box(Box(0, 0, width, thickness * high), CONCRETE, 0.6)
    level = stack.under.value
    wires, bars = stack.layers[: stack.meshed], stack.layers[stack.meshed :]
    edge = steel.mesh.y_mm if steel.mesh else 0.0
    if wires:
        drawing.line(edge, (level + wires[0] / 2) * high, width - edge, (level + wires[0] / 2) * high, 0.6)
        for place in {wire.y1 for wire in (steel.mesh.wires if steel.mesh else ()) if wire.y1 == wire.y2}:
            drawing.dot(place, (level + wires[0] + wires[1] / 2) * high, 0.5, filled=True)
        level += sum(wires)
    for bar in steel.bars:
        if bar.line.x1 == bar.line.x2 and len(bars) > 1:
            up = (level + bars[0] + bars[1] / 2) * high
            drawing.line(bar.line.y1, up, bar.line.y2, up, 0.9)
        if bar.line.y1 == bar.line.y2:
            drawing.dot(bar.line.y1, (level + bars[0] / 2) * high, 1.1, filled=True)
    face = "show face" if piece.cast == "face down" else "underside"
    told = f"{face}, {write_length(stack.under.value, units, 'there')} of concrete under the steel"
    drawing.words(drawing.x(width / 2), drawing.y(0) + 5, told)
    return drawing.svg()


def cage_view(view: CageView) -> str:
    """A cage from one side."""
    spots = [spot for ring in view.concrete for spot in places(ring)]
    left, right = min(x for x, _ in spots), max(x for x, _ in spots)
    low, high = min(y for _, y in spots), max(y for _, y in spots)
    drawing = Drawing(Box(left, low, right - left, high - low), WIDTH_MM / 2 - 2, 84, mirrored=False, margin_mm=4)
    for number, ring in enumerate(view.concrete):
        drawing.path([value for x, y in places(ring) for value in (x, y, 0.0)], "#ffffff" if number else CONCRETE, 0.5)
    for path in view.paths:
        _draw(drawing, places(path), 1.0)
    for dot in view.dots:
        drawing.dot(dot.x, dot.y, max(0.7, dot.diameter_mm / 2 * drawing.scale), filled=True)
    return drawing.svg()


def bent_bar(bar: BentBar, units: Units) -> str:
    """One bar with the lengths of its legs, along its middle from corner to corner."""
    corners = places(bar.corners)
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    extent = Box(min(xs), min(ys), max(max(xs) - min(xs), 1.0), max(max(ys) - min(ys), 1.0))
    drawing = Drawing(extent, WIDTH_MM / 2 - 2, 62, mirrored=False, margin_mm=10)
    ring = [*corners, corners[0]] if bar.closed else corners
    _draw(drawing, ring, 0.9)
    legs = list(pairwise(ring))
    if len(legs) <= 8:
        for a, b in legs:
            length = ((b[0] - a[0]) ** 2 + (b[1] - a[1]) ** 2) ** 0.5
            if length * drawing.scale > 8:
                x, y = drawing.x((a[0] + b[0]) / 2), drawing.y((a[1] + b[1]) / 2)
                drawing.words(x, y + 1.3, write_length(length, units, "tape"), size=3.4)
    return drawing.svg()


def places(run: Run) -> list[tuple[float, float]]:
    """The places of a run, x, y after x, y, one by one."""
    return list(zip(run[::2], run[1::2], strict=True))


def _draw(drawing: Drawing, path: Sequence[tuple[float, float]], stroke: float) -> None:
    for a, b in pairwise(path):
        drawing.line(*a, *b, stroke)

"""The steel of a job as a list, and its bars and mesh as a drawing at true size."""

import io
from collections import Counter
from collections.abc import Iterator

from ulbrek.core.plan.result import Plan
from ulbrek.files.tables import write_csv

_GAP_MM = 60.0
_ROW_MM = 3000.0
COLUMNS = ("piece", "mark", "what", "why", "count", "length mm", "bends", "bent round mm", "ends")


def write_steel_csv(plan: Plan) -> bytes:
    """The cut and bend list, a shape a line; ``bends`` are degrees, way and where each begins [mm]."""
    return write_csv([COLUMNS, *_rows(plan)])


def write_steel_dxf(plan: Plan) -> str:
    """Every piece's steel at true size: mesh on ``MESH``, bars on ``BAR``, bent bars on ``BENT``, names on ``NAME``."""
    from ezdxf import filemanagement, units  # noqa: PLC0415 - half a second, and only when it is asked for

    document = filemanagement.new("R2010", setup=True)
    document.units = units.MM
    for layer, colour in (("CONCRETE", 8), ("MESH", 5), ("BAR", 1), ("BENT", 1), ("NAME", 3)):
        document.layers.add(layer, color=colour)
    space = document.modelspace()
    y = 0.0
    for planned in plan.pieces:
        steel = planned.steel
        height = 0.0
        if steel.mesh or steel.bars:
            path = planned.measure.path
            corners = [(path[at], path[at + 1] + y, path[at + 2]) for at in range(0, len(path), 3)]
            space.add_lwpolyline(corners, format="xyb", close=True, dxfattribs={"layer": "CONCRETE"})
            lines = [("MESH", wire) for wire in (steel.mesh.wires if steel.mesh else ())]
            lines += [("BAR", bar.line) for bar in steel.bars]
            for layer, line in lines:
                space.add_line((line.x1, line.y1 + y), (line.x2, line.y2 + y), dxfattribs={"layer": layer})
            height = planned.measure.width_mm
        x = 0.0
        for bar in steel.cage.bent if steel.cage else ():
            xs, ys = bar.corners[::2], bar.corners[1::2]
            moved = [(px - min(xs) + x, py - min(ys) + y) for px, py in zip(xs, ys, strict=True)]
            space.add_lwpolyline(moved, close=bar.closed, dxfattribs={"layer": "BENT"})
            told = f"{planned.name} {bar.mark}: {bar.count} x {bar.length.value:.0f}"
            space.add_text(told, height=12, dxfattribs={"layer": "NAME"}).set_placement((x, y - 18))
            x, height = x + max(xs) - min(xs) + _GAP_MM, max(height, max(ys) - min(ys))
        if height:
            space.add_text(planned.name, height=16, dxfattribs={"layer": "NAME"}).set_placement((0, y - 40))
            y += height + 2 * _GAP_MM
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


def _rows(plan: Plan) -> Iterator[list[str | float]]:
    for planned in plan.pieces:
        steel, castings = planned.steel, planned.count
        if steel.mesh:
            size = f"{steel.mesh.length.value:.0f} x {steel.mesh.width.value:.0f}"
            yield [planned.name, "", steel.mesh_name, f"mesh, {size}, openings cut out", castings, "", "", "", ""]
        alike = Counter((bar.why, round(bar.length.value, 1)) for bar in steel.bars)
        for (why, length), many in alike.items():
            yield [planned.name, "", steel.bar_name, why, many * castings, length, "", "", ""]
        if steel.cage is None:
            continue
        for bar in steel.cage.bent:
            bends = " ".join(f"{bend.angle_deg:.0f}{bend.way[0]}@{bend.at_mm:.0f}" for bend in bar.bends)
            yield [
                planned.name, bar.mark, steel.bar_name, bar.why, bar.count * castings, round(bar.length.value, 1),
                bends, bar.mandrel.value, bar.closing,
            ]  # fmt: skip
        for long in steel.cage.long:
            length = round(long.length.value, 1)
            yield [planned.name, long.mark, steel.bar_name, long.why, long.count * castings, length, "", "", ""]

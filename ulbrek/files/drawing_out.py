"""A piece's plan at true size [mm], as DXF and SVG, with a layer for each role."""

import io
from collections.abc import Iterator, Sequence
from html import escape
from math import hypot

from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.measure.shape import Shape

LAYERS = {
    "OUTLINE": 7, "THROUGH": 1, "RECESS": 3, "INSIDE": 8, "RAISED": 4, "BOLT": 2, "LETTERS": 6, "SEAM": 5,
}  # fmt: skip


def layered(shape: Shape) -> Iterator[tuple[str, Outline]]:
    """Every line of a piece's plan with the layer that it belongs on."""
    for outline in shape.part_outlines:
        yield "OUTLINE", outline
    for placed in shape.placed:
        for outline in placed.drawn_by:
            yield placed.feature.role.upper(), outline


def write_dxf(shape: Shape) -> str:
    """A piece's plan as DXF: closed polylines, arcs as arcs, in millimetres."""
    from ezdxf import filemanagement, units  # noqa: PLC0415 - half a second at every start, and few ask for it
    from ezdxf.enums import TextEntityAlignment  # noqa: PLC0415

    document = filemanagement.new("R2010", units=units.MM)
    for name, colour in LAYERS.items():
        document.layers.add(name, color=colour)
    space = document.modelspace()
    for layer, outline in layered(shape):
        corners = [(v.x, v.y, v.bulge) for v in outline.vertices]
        space.add_lwpolyline(corners, format="xyb", close=True, dxfattribs={"layer": layer})
    note = space.add_text(_note(shape), height=10, dxfattribs={"layer": "0"})
    note.set_placement((0, -20), align=TextEntityAlignment.TOP_LEFT)
    written = io.StringIO()
    document.write(written)
    return written.getvalue()


def write_svg(shape: Shape) -> str:
    """A piece's plan as SVG at true size: its user unit is a millimetre, its y runs down."""
    length, width = shape.size
    parts = []
    for layer in LAYERS:
        drawn = [outline for name, outline in layered(shape) if name == layer]
        if drawn:
            paths = "".join(f'<path d="{_svg_path(one.path, width)}"/>' for one in drawn)
            parts.append(f'<g id="{layer.lower()}">{paths}</g>')
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{length:.4f}mm" height="{width:.4f}mm" '
        f'viewBox="0 0 {length:.4f} {width:.4f}" fill="none" stroke="#000" stroke-width="0.25">'
        f"<title>{escape(_note(shape))}</title>{''.join(parts)}</svg>\n"
    )


def _note(shape: Shape) -> str:
    piece = shape.piece
    seen = "as it stands" if piece.drawn == "in plan" else "from the side"
    return f"{piece.name}, {seen}, {piece.thickness.mm:g} mm {'thick' if piece.drawn == 'in plan' else 'wide'}"


def _svg_path(path: Sequence[float], width: float) -> str:
    corners = [tuple(path[at : at + 3]) for at in range(0, len(path), 3)]
    d = f"M{corners[0][0]:.4f} {width - corners[0][1]:.4f}"
    for (x, y, bulge), (to_x, to_y, _) in zip(corners, (*corners[1:], corners[0]), strict=True):
        end = f"{to_x:.4f} {width - to_y:.4f}"
        if bulge:
            radius = hypot(to_x - x, to_y - y) * (1 + bulge**2) / (4 * abs(bulge))
            d += f"A{radius:.6f} {radius:.6f} 0 {int(abs(bulge) > 1)} {int(bulge < 0)} {end}"
        else:
            d += f"L{end}"
    return d + "Z"

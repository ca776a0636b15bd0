"""Full-size templates of what is cut to a shape: formers, ribs and shaped boards, on tiles of paper."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from html import escape
from math import ceil, hypot

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Units
from ulbrek.core.job.job import Job
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.shapes import circle, rectangle
from ulbrek.core.measure.features.base import FeatureInPlan
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.pipe import Pipe
from ulbrek.core.measure.inputs.common import SIDES
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import Shape, shape_of
from ulbrek.core.plan.result import Plan
from ulbrek.files.pack.setting import PAPERS, Paper, set_pages

MARGIN_MM, FOOT_MM, OVERLAP_MM = 10.0, 20.0, 10.0
SIZES_MM: dict[Paper, tuple[float, float]] = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
_MOST_TILES = 120
_CROSS_MM = 4.0
_LONG_MM, _WIDE_MM = 245.0, 185.0  # what fits one sheet of either paper
_ROUND_MM = 40.0
_FLUSH_MM = 1.0

Corner = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Template:
    """A shape at true size: what it is, and its outlines in the box from the origin, x, y [mm] and bulge.

    Attributes:
        centres: places that are drilled, each under a cross
        base: what stands at its lower edge
        upright: whether it is turned a quarter left, so that it is long up the paper; its words are turned with it
    """

    title: str
    outlines: tuple[tuple[Corner, ...], ...]
    width_mm: float
    height_mm: float
    centres: tuple[tuple[float, float], ...] = ()
    base: str = ""
    upright: bool = False

    def turned(self) -> "Template":
        """The same, a quarter turned to the left."""
        high = self.height_mm
        return replace(
            self, outlines=tuple(tuple((high - y, x, bulge) for x, y, bulge in one) for one in self.outlines),
            width_mm=high, height_mm=self.width_mm, centres=tuple((high - y, x) for x, y in self.centres), upright=True,
        )  # fmt: skip


def template_pages(job: Job, plan: Plan, *, units: Units, paper: Paper) -> bytes:
    """The templates of a job as a PDF at true size; a large one goes over several tiles.

    Args:
        job: the job
        plan: its plan
        units: of the bar to check with: 100 mm or 4 in
        paper: ``a4`` or ``letter``

    Returns:
        the PDF; a job that has nothing to be cut to a shape gives one page that says so
    """
    wide, high = SIZES_MM[paper]
    width, height = wide - 2 * MARGIN_MM, high - MARGIN_MM - FOOT_MM
    tiles = [tile for one in templates_of(job, plan) for tile in _tiles(one, width, height, units)][:_MOST_TILES]
    if not tiles:
        tiles = [{"title": "Nothing in this job is cut to a shape", "place": "", "svg": _svg(width, height, "")}]
    data = {
        "paper": PAPERS[paper],
        "job": job.name,
        "margin": MARGIN_MM,
        "foot": FOOT_MM,
        "width": width,
        "height": height,
        "bar": 100.0 if units == "mm" else 101.6,
        "bar_words": "100 mm" if units == "mm" else "4 inches",
        "tiles": tiles,
    }
    return set_pages("templates.typ", data)


def templates_of(job: Job, plan: Plan) -> Iterator[Template]:
    """What is cut to a shape or drilled, piece by piece; as it lies in the form, so mirrored where the face is down."""
    for piece, planned in zip(job.pieces, plan.pieces, strict=True):
        mirrored = piece.cast == "face down"
        for former in planned.form.knockouts:
            if former.where != "along an edge" and former.kind not in (
                "raised floor",
                "bolt",
                "bolt in a side",
                "pipe",
                "pipe to pull",
            ):
                yield _template(f"{planned.name}: {former.name}", former.paths, mirrored)
        seen: set[tuple[float, ...]] = set()
        for board in planned.form.boards:
            if board.shape and board.kind not in ("base", "lid", "bed") and board.shape not in seen:
                seen.add(board.shape)
                yield _template(f"{planned.name}: {fill(board.name, {}, 'mm')}", (board.shape,), mirrored=False)
        yield from _drilled(piece, "ground" if planned.form.on_ground else "base")


def _drilled(piece: Piece, foot: str) -> Iterator[Template]:
    """Where bolts stand, all of one side on one sheet: to drill the form by, and what is bolted on.

    A sheet of a face is as the form lies, and turned over fits what is bolted on. One of a side is as that side is seen
    from outside in the form: its lower edge lies on the base.
    """
    shape = shape_of(piece)
    down = piece.cast == "face down"
    left, front, right, back = shape.outline.box
    by_side: dict[tuple[str, str], list[tuple[float, float, float]]] = {}
    for placed in shape.placed:
        bolt = placed.feature
        x, y = placed.centre
        if isinstance(bolt, Pipe) and shape.outline.is_rectangle:
            height = bolt.middle_mm(shape.slab.thickness)
            for side in _sides_met(shape, placed, bolt):
                along = {"front": x - left, "back": right - x, "left": back - y, "right": y - front}[side]
                by_side.setdefault((side, "pipe"), []).append((along, height, bolt.diameter.mm))
        if not isinstance(bolt, Bolt):
            continue
        at = (x - left, y - front)
        if bolt.in_a_side:
            along = {"front": x - left, "back": right - x, "left": back - y, "right": y - front}[bolt.into]
            at = (along, shape.slab.thickness / 2 if bolt.above is None else bolt.above.mm)
        by_side.setdefault((bolt.into, "bolt"), []).append((*at, bolt.diameter.mm))
    for (side, what), found in by_side.items():
        in_side = side in SIDES
        size = (right - left, back - front)
        if in_side:
            size = (size[0] if side in ("front", "back") else size[1], shape.cast_depth)
        bolts = found
        if down:  # over on its face: a side stands on its head, a face is seen from behind
            bolts = [(size[0] - x, size[1] - y if in_side else y, d) for x, y, d in found]
        where = f"{side} side, seen from outside" if in_side else f"{side}, as it lies in the form"
        title = f"{piece.name}: drill for {len(bolts)} {what}{'s' if len(bolts) > 1 else ''}, {where}"
        yield _drilling(title, bolts, size, foot if in_side else None)


def _sides_met(shape: Shape, placed: FeatureInPlan, pipe: Pipe) -> Iterator[str]:
    """The sides that a pipe in a rectangle comes out of."""
    left, front, right, back = placed.outline.box
    low_x, low_y, high_x, high_y = shape.outline.box
    if pipe.runs == "left to right":
        yield from (side for side, off in (("left", left - low_x), ("right", high_x - right)) if off <= _FLUSH_MM)
    else:
        yield from (side for side, off in (("front", front - low_y), ("back", high_y - back)) if off <= _FLUSH_MM)


def _drilling(
    title: str, bolts: Sequence[tuple[float, float, float]], size: tuple[float, float], foot: str | None
) -> Template:
    """Bolts on a sheet, with the edges of their side where it fits a few sheets, else with where the sheet is laid.

    ``foot`` is what a side stands on; None where the sheet is of a face.
    """
    low_x, high_x = min(x for x, _, _ in bolts), max(x for x, _, _ in bolts)
    low_y, high_y = min(y for _, y, _ in bolts), max(y for _, y, _ in bolts)
    if max(size) <= _LONG_MM and min(size) <= _WIDE_MM:
        left, front, right, back = 0.0, 0.0, *size
    else:
        left, front = max(0.0, low_x - _ROUND_MM), max(0.0, low_y - _ROUND_MM)
        right, back = min(size[0], high_x + _ROUND_MM), min(size[1], high_y + _ROUND_MM)
    told = [f"lower edge on the {foot}{' of the form' if foot == 'base' else ''}"] if foot and not front else []
    if left:
        told.append(f"left edge {{{left:.2f} mm}} from the left end, inside")
    if front:
        told.append(f"lower edge {{{front:.2f} mm}} from the {foot or 'front side, inside'}")
    edge = rectangle(right - left, back - front)
    rounds = [circle(d).moved(x - left, y - front) for x, y, d in bolts]
    drawn = tuple(tuple((v.x, v.y, v.bulge) for v in one.vertices) for one in (edge, *rounds))
    centres = tuple((x - left, y - front) for x, y, _ in bolts)
    made = Template(title, drawn, right - left, back - front, centres, "; ".join(told))
    return made.turned() if made.width_mm > max(_WIDE_MM, made.height_mm) else made


def _template(title: str, paths: Sequence[Sequence[float]], mirrored: bool) -> Template:
    outlines = [Outline(tuple(Vertex(*path[at : at + 3]) for at in range(0, len(path), 3))) for path in paths]
    if mirrored:
        outlines = [outline.mirrored() for outline in outlines]
    boxes = [outline.box for outline in outlines]
    left, front = min(box[0] for box in boxes), min(box[1] for box in boxes)
    right, back = max(box[2] for box in boxes), max(box[3] for box in boxes)
    drawn = tuple(tuple((v.x - left, v.y - front, v.bulge) for v in outline.vertices) for outline in outlines)
    return Template(title, drawn, right - left, back - front)


def _tiles(template: Template, width: float, height: float, units: Units) -> Iterator[dict[str, str]]:
    """The tiles of one template, row by row from the top; each shares a strip with its neighbours."""
    across, down = width - OVERLAP_MM, height - OVERLAP_MM
    columns = max(1, ceil((template.width_mm - OVERLAP_MM) / across - 1e-9))
    rows = max(1, ceil((template.height_mm - OVERLAP_MM) / down - 1e-9))
    for row in range(rows):
        for column in range(columns):
            x, y = column * across, row * down
            marks = "".join(
                _cross(at_x, at_y)
                for at_x in (OVERLAP_MM / 2, across + OVERLAP_MM / 2)
                for at_y in (OVERLAP_MM / 2, down + OVERLAP_MM / 2)
            )
            drawn = "".join(_path(outline, template.height_mm, x, y) for outline in template.outlines)
            drawn += "".join(_cross(at_x - x, template.height_mm - at_y - y) for at_x, at_y in template.centres)
            if template.base:
                foot = (template.width_mm - 1.5 - x, template.height_mm - 4 - y) if template.upright else (
                    4 - x, template.height_mm - 1.5 - y
                )  # fmt: skip
                turn = f"rotate(-90 {foot[0]:.2f} {foot[1]:.2f})" if template.upright else ""
                words = escape(fill(template.base, {}, units))
                drawn += f'<text x="{foot[0]:.2f}" y="{foot[1]:.2f}" font-size="4" transform="{turn}">{words}</text>'
            number, in_all = row * columns + column + 1, rows * columns
            place = f", tile {number} of {in_all}, row {row + 1}, column {column + 1}" if in_all > 1 else ""
            yield {"title": escape(template.title), "place": place, "svg": _svg(width, height, drawn + marks)}


def _svg(width: float, height: float, inside: str) -> str:
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}mm" height="{height}mm" '
        f'viewBox="0 0 {width} {height}">{inside}</svg>'
    )


def _path(outline: Sequence[Corner], high: float, off_x: float, off_y: float) -> str:
    """An outline on a tile, y down the paper, its arcs as arcs."""

    def at(corner: Corner) -> tuple[float, float]:
        return corner[0] - off_x, high - corner[1] - off_y

    x, y = at(outline[0])
    d = f"M{x:.4f} {y:.4f}"
    for corner, to in zip(outline, (*outline[1:], outline[0]), strict=True):
        end = "{:.4f} {:.4f}".format(*at(to))
        if not corner[2]:
            d += f"L{end}"
            continue
        bulge = corner[2]
        radius = hypot(to[0] - corner[0], to[1] - corner[1]) * (1 + bulge**2) / (4 * abs(bulge))
        d += f"A{radius:.4f} {radius:.4f} 0 {int(abs(bulge) > 1)} {int(bulge < 0)} {end}"
    return f'<path d="{d}Z" fill="none" stroke="#000" stroke-width="0.25"/>'


def _cross(x: float, y: float) -> str:
    return (
        f'<path d="M{x - _CROSS_MM} {y}L{x + _CROSS_MM} {y}M{x} {y - _CROSS_MM}L{x} {y + _CROSS_MM}" '
        'fill="none" stroke="#000" stroke-width="0.15"/>'
    )

"""Full-size templates of what is cut to a shape: formers, ribs and shaped boards, on tiles of paper."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from html import escape
from math import ceil, hypot

from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Units
from ulbrek.core.job.job import Job
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.plan.result import Plan
from ulbrek.files.pack.setting import PAPERS, Paper, set_pages

MARGIN_MM, FOOT_MM, OVERLAP_MM = 10.0, 20.0, 10.0
SIZES_MM: dict[Paper, tuple[float, float]] = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
_MOST_TILES = 120
_CROSS_MM = 4.0

Corner = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Template:
    """A shape at true size: what it is, and its outlines in the box from the origin, x, y [mm] and bulge."""

    title: str
    outlines: tuple[tuple[Corner, ...], ...]
    width_mm: float
    height_mm: float


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
    tiles = [tile for one in templates_of(job, plan) for tile in _tiles(one, width, height)][:_MOST_TILES]
    if not tiles:
        tiles = [{"title": "Nothing in this job is cut to a shape", "place": "1 of 1", "svg": _svg(width, height, "")}]
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
    """What is cut to a shape, piece by piece; as it lies in the form, so mirrored where the face is down."""
    for piece, planned in zip(job.pieces, plan.pieces, strict=True):
        mirrored = piece.cast == "face down"
        for former in planned.form.knockouts:
            if former.where != "along an edge" and former.kind != "raised floor":
                yield _template(f"{planned.name}: {former.name}", former.paths, mirrored)
        seen: set[tuple[float, ...]] = set()
        for board in planned.form.boards:
            if board.shape and board.kind not in ("base", "lid", "bed") and board.shape not in seen:
                seen.add(board.shape)
                yield _template(f"{planned.name}: {fill(board.name, {}, 'mm')}", (board.shape,), mirrored=False)


def _template(title: str, paths: Sequence[Sequence[float]], mirrored: bool) -> Template:
    outlines = [Outline(tuple(Vertex(*path[at : at + 3]) for at in range(0, len(path), 3))) for path in paths]
    if mirrored:
        outlines = [outline.mirrored() for outline in outlines]
    boxes = [outline.box for outline in outlines]
    left, front = min(box[0] for box in boxes), min(box[1] for box in boxes)
    right, back = max(box[2] for box in boxes), max(box[3] for box in boxes)
    drawn = tuple(tuple((v.x - left, v.y - front, v.bulge) for v in outline.vertices) for outline in outlines)
    return Template(title, drawn, right - left, back - front)


def _tiles(template: Template, width: float, height: float) -> Iterator[dict[str, str]]:
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
            place = f"{row * columns + column + 1} of {rows * columns}, row {row + 1}, column {column + 1}"
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

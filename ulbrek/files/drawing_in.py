"""Closed lines out of DXF and SVG drawings, to choose a piece's outline and openings from.

A file is refused when it is too large, nested too deeply or holds too many entities, before it is worked through: time
and memory stay bounded whatever it holds.
"""

from collections.abc import Iterable, Iterator, Sequence
from math import hypot, isfinite

from shapely import LinearRing
from shapely.validation import explain_validity

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.shapes import counter_clockwise
from ulbrek.files.drawn_lines import MM_PER, Pline, Unit, refuse

LARGEST_BYTES = 2_000_000
MOST_CORNERS = 2_000
JOIN_MM = 0.05  # how far apart two ends may be that are taken as one
WIDEST_MM = 12_000.0


@dataclass(frozen=True, slots=True)
class Loop:
    """A closed line: x, y [mm] and bulge corner after corner, its area [mm²] and the size of its box [mm]."""

    path: tuple[float, ...]
    area_mm2: float
    length_mm: float
    width_mm: float


@dataclass(frozen=True, slots=True)
class RefusedLine:
    """A line that cannot be an outline: why, and where [mm]."""

    why: str
    x_mm: float
    y_mm: float


@dataclass(frozen=True, slots=True)
class Drawing:
    """What a file holds: closed lines, the largest first, and those that were refused.

    ``unit`` is what the file says; None when it does not, and it must be asked for.
    """

    loops: tuple[Loop, ...]
    refused: tuple[RefusedLine, ...]
    unit: Unit | None


def read_drawing(content: bytes, name: str, unit: Unit | None) -> Drawing:
    """The closed lines of a DXF or SVG file.

    Args:
        content: the file
        name: what it is called; its ending says what it is
        unit: what its numbers are in, where the file does not say

    Raises:
        InvalidDocumentError: when it is neither, too large, or broken
    """
    if len(content) > LARGEST_BYTES:
        raise refuse("The file is over 2 MB.", "Keep only the outline and its openings in it.")
    from ulbrek.files import dxf_in, svg_in  # noqa: PLC0415 - they bring large packages along

    ending = name.lower().rpartition(".")[2]
    if ending not in ("dxf", "svg"):
        raise refuse("It is neither DXF nor SVG.", "Save the drawing as one of them.")
    lines, said = (dxf_in if ending == "dxf" else svg_in).read(content)
    scale = MM_PER[unit or said or "mm"]
    return _drawing([_scaled(line, scale) for line in lines], said)


def _scaled(line: Pline, scale: float) -> Pline:
    return Pline([(x * scale, y * scale, bulge) for x, y, bulge in line.corners], line.closed)


def _drawing(lines: Sequence[Pline], unit: Unit | None) -> Drawing:
    broken = [line for line in lines if not all(isfinite(value) for corner in line.corners for value in corner)]
    if broken:
        raise refuse("One of its places is no number.", "Save it anew, or draw that line again.")
    closed = [line for line in lines if line.closed]
    joined, open_ends = _joined([line for line in lines if not line.closed])
    refused = [
        RefusedLine("This line is open: its ends do not meet.", round(x, 3), round(y, 3)) for x, y in open_ends[:50]
    ]
    loops: list[Loop] = []
    seen: set[tuple[int, int, int, int]] = set()
    for line in [*closed, *joined]:
        problem = _wrong_with(line)
        outline = (
            None if problem else counter_clockwise(Outline(tuple(Vertex(*c) for c in _without_twins(line.corners))))
        )
        if problem or outline is None:
            refused.append(problem or RefusedLine("It encloses no area.", *line.corners[0][:2]))
            continue
        left, front, right, back = outline.box
        key = (round(outline.area_mm2), round(left * 10), round(front * 10), round(outline.length_mm))
        if key in seen:
            refused.append(RefusedLine("The same line is drawn twice here; one of them is taken.", left, front))
            continue
        seen.add(key)
        path = tuple(round(value, 6) for v in outline.vertices for value in (v.x, v.y, v.bulge))
        loops.append(Loop(path, outline.area_mm2, right - left, back - front))
    loops.sort(key=lambda loop: -loop.area_mm2)
    if not loops and not refused:
        raise refuse("There is no line in it.", "Draw the outline as a closed polyline, or as lines that meet.")
    return Drawing(tuple(loops), tuple(refused), unit)


def _wrong_with(line: Pline) -> RefusedLine | None:
    """What is wrong with a closed line, if anything."""
    corners = _without_twins(line.corners)
    x, y, _ = line.corners[0]
    if len(corners) < 2 or (len(corners) == 2 and not any(bulge for *_, bulge in corners)):
        return RefusedLine("It encloses no area.", x, y)
    if len(corners) > MOST_CORNERS:
        return RefusedLine(f"It has more than {MOST_CORNERS} corners. Draw it with arcs, or more coarsely.", x, y)
    if any(abs(value) > WIDEST_MM for corner in corners for value in corner[:2]):
        return RefusedLine("It lies more than 12 m from the origin. Check the unit, or move it.", x, y)
    outline = Outline(tuple(Vertex(*corner) for corner in corners))
    points = [point for edge in outline.edges for point in edge.chopped(64)]
    if len(points) < 3:
        return RefusedLine("It encloses no area.", x, y)
    if not LinearRing(points).is_simple or not outline.polygon.is_valid:
        return RefusedLine("It crosses itself here.", *_crossing(outline))
    return RefusedLine("It encloses no area.", x, y) if abs(outline.area_mm2) < 1.0 else None


def _crossing(outline: Outline) -> tuple[float, float]:
    """Where an outline crosses itself, as the geometry library tells it."""
    told = explain_validity(outline.polygon).rpartition("[")[2].rstrip("]").split()
    try:
        return float(told[0]), float(told[1])
    except (ValueError, IndexError):
        return outline.vertices[0].x, outline.vertices[0].y


def _without_twins(corners: Iterable[tuple[float, float, float]]) -> list[tuple[float, float, float]]:
    """Corners without those that stand where the one before stands."""
    kept: list[tuple[float, float, float]] = []
    for corner in corners:
        if kept and hypot(corner[0] - kept[-1][0], corner[1] - kept[-1][1]) < 1e-6:
            kept[-1] = corner
        else:
            kept.append(corner)
    if len(kept) > 1 and hypot(kept[0][0] - kept[-1][0], kept[0][1] - kept[-1][1]) < 1e-6:
        kept.pop()
    return kept


def _joined(lines: Sequence[Pline]) -> tuple[list[Pline], list[tuple[float, float]]]:
    """Open lines put together end to end: the closed ones that come of it, and the ends that meet nothing."""
    left = {number: line for number, line in enumerate(lines) if len(line.corners) > 1}
    ends: dict[tuple[int, int], set[int]] = {}
    for number, line in left.items():
        for at in (line.corners[0], line.corners[-1]):
            ends.setdefault(_cell(at), set()).add(number)
    closed, open_ends = [], []
    while left:
        number, line = next(iter(left.items()))
        del left[number]
        corners = list(line.corners)
        while not _near(corners[0], corners[-1]):
            found = next((one for one in _touching(corners[-1], ends) if one in left), None)
            if found is None:
                break
            _append(corners, left.pop(found).corners)
        if _near(corners[0], corners[-1]):
            closed.append(Pline(corners[:-1], closed=True))
        else:
            open_ends += [corners[0][:2], corners[-1][:2]]
    return closed, open_ends


def _cell(at: Sequence[float]) -> tuple[int, int]:
    return round(at[0] / (2 * JOIN_MM)), round(at[1] / (2 * JOIN_MM))


def _touching(at: Sequence[float], ends: dict[tuple[int, int], set[int]]) -> Iterator[int]:
    x, y = _cell(at)
    for cell in ((x + dx, y + dy) for dx in (-1, 0, 1) for dy in (-1, 0, 1)):
        yield from sorted(ends.get(cell, ()))


def _near(one: Sequence[float], other: Sequence[float]) -> bool:
    return hypot(one[0] - other[0], one[1] - other[1]) <= JOIN_MM


def _append(corners: list[tuple[float, float, float]], more: list[tuple[float, float, float]]) -> None:
    """Puts another line that touches a line's end behind it, turned round where it must be."""
    x, y, _ = corners[-1]
    if hypot(more[-1][0] - x, more[-1][1] - y) < hypot(more[0][0] - x, more[0][1] - y):
        bulges = [-bulge for *_, bulge in more[:-1]][::-1]
        places = [corner[:2] for corner in more[::-1]]
        more = [(*place, bulge) for place, bulge in zip(places, [*bulges, 0.0], strict=True)]
    corners[-1:] = more

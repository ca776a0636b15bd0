"""Where mesh and bars lie in a rectangle with openings."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from math import floor

from ulbrek.core.base.figure import work
from ulbrek.core.steel import rules
from ulbrek.core.steel.result import MeshPanel, PlacedBar, Wire

NARROW_MM = 100.0  # a web under this carries a bar. Source: common practice.
SMALL_OPENING_MM = 60.0  # a tap hole asks for no bar of its own
LEAST_EDGE_MM = 20.0  # from a bar in a narrow strip to its edges. Source: common practice.
BESIDE_MM = 50.0  # how far beside a wide opening a bar lies


Size = tuple[float, float]  # length and width [mm]


@dataclass(frozen=True, slots=True)
class Gap:
    """An opening as the box round it: left, right, front and back [mm], in the plan of the piece as it stands."""

    name: str
    left: float
    right: float
    front: float
    back: float


def mesh_panel(piece: str, size: Size, edge_mm: float, spacing_mm: float, gaps: Sequence[Gap]) -> MeshPanel:
    """A panel as large as the edges allow, its wires centred, cut round the openings."""
    length = work(rules.panel_side, f"{piece}/length", side_mm=size[0], edge_distance_mm=edge_mm)
    width = work(rules.panel_side, f"{piece}/width", side_mm=size[1], edge_distance_mm=edge_mm)
    along = [
        wire
        for y in _centred(edge_mm, size[1] - edge_mm, spacing_mm)
        for wire in (Wire(a, y, b, y) for a, b in _clear(edge_mm, size[0] - edge_mm, _crossed(gaps, y, edge_mm, "y")))
    ]
    across = [
        wire
        for x in _centred(edge_mm, size[0] - edge_mm, spacing_mm)
        for wire in (Wire(x, a, x, b) for a, b in _clear(edge_mm, size[1] - edge_mm, _crossed(gaps, x, edge_mm, "x")))
    ]
    return MeshPanel(edge_mm, edge_mm, length, width, (*along, *across))


def bars_beside(piece: str, size: Size, edge_mm: float, gaps: Sequence[Gap]) -> list[PlacedBar]:
    """Bars in the strips beside each large opening, full length: front and back always, left and right where narrow.

    A bar that would run through another opening, or that lies on one already there, is left out.
    """
    wanted = [bar for gap in gaps if _is_large(gap) for bar in _beside(piece, size, edge_mm, gap)]
    placed: list[PlacedBar] = []
    for bar in wanted:
        if not any(_through(bar.line, gap, edge_mm) for gap in gaps) and not any(_near(bar, one) for one in placed):
            placed.append(bar)
    return placed


def length_m(wires: Iterable[Wire]) -> float:
    """Length of all of them [m]."""
    return sum(abs(one.x2 - one.x1) + abs(one.y2 - one.y1) for one in wires) / 1000


def _beside(piece: str, size: Size, edge_mm: float, gap: Gap) -> Iterator[PlacedBar]:
    length, width = size
    strips = {
        "front": (gap.front, width), "back": (width - gap.back, width),
        "left": (gap.left, length), "right": (length - gap.right, length),
    }  # fmt: skip
    for side, (strip, across) in strips.items():
        level = side in ("front", "back")
        if strip < 2 * min(edge_mm, LEAST_EDGE_MM) or (not level and strip >= NARROW_MM):
            continue
        offset = strip / 2 if strip < NARROW_MM else strip - BESIDE_MM
        at = offset if side in ("front", "left") else across - offset
        run = length if level else width
        line = Wire(edge_mm, at, run - edge_mm, at) if level else Wire(at, edge_mm, at, run - edge_mm)
        key = f"{gap.name}.{side}"
        cut = work(rules.bar_length, f"{piece}/{key}", side_mm=run, edge_distance_mm=edge_mm)
        yield PlacedBar(key, line, cut, f"beside the {gap.name}, {side}")


def _is_large(gap: Gap) -> bool:
    return max(gap.right - gap.left, gap.back - gap.front) > SMALL_OPENING_MM


def _through(line: Wire, gap: Gap, edge_mm: float) -> bool:
    clear = edge_mm / 2
    beside = line.x2 < gap.left - clear or line.x1 > gap.right + clear
    before = line.y2 < gap.front - clear or line.y1 > gap.back + clear
    return not (beside or before)


def _near(bar: PlacedBar, other: PlacedBar) -> bool:
    level, other_level = bar.line.y1 == bar.line.y2, other.line.y1 == other.line.y2
    if level != other_level:
        return False
    return abs((bar.line.y1 - other.line.y1) if level else (bar.line.x1 - other.line.x1)) < BESIDE_MM / 2


def _centred(low: float, high: float, spacing: float) -> list[float]:
    if high <= low:
        return []
    count = floor((high - low) / spacing)
    start = low + ((high - low) - count * spacing) / 2
    return [start + spacing * index for index in range(count + 1)]


def _crossed(gaps: Sequence[Gap], at: float, edge_mm: float, across: str) -> list[tuple[float, float]]:
    """What a wire may not run through: the openings with the edge distance round them."""
    if across == "y":
        return [(g.left - edge_mm, g.right + edge_mm) for g in gaps if g.front - edge_mm < at < g.back + edge_mm]
    return [(g.front - edge_mm, g.back + edge_mm) for g in gaps if g.left - edge_mm < at < g.right + edge_mm]


def _clear(low: float, high: float, crossed: list[tuple[float, float]]) -> Iterator[tuple[float, float]]:
    reached = low
    for start, end in sorted(crossed):
        if start > reached:
            yield reached, min(start, high)
        reached = max(reached, end)
    if reached < high:
        yield reached, high

"""Where mesh and bars lie in an outline with openings."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from math import floor

from ulbrek.core.base.figure import work
from ulbrek.core.kit.beams.sections import Crossed
from ulbrek.core.kit.geometry import Outline, inset
from ulbrek.core.steel import rules
from ulbrek.core.steel.result import MeshPanel, PlacedBar, Wire

NARROW_MM = 100.0  # a web under this carries a bar. Source: common practice.
SMALL_OPENING_MM = 60.0  # a tap hole asks for no bar of its own
LEAST_EDGE_MM = 20.0  # from a bar in a narrow strip to its edges. Source: common practice.
BESIDE_MM = 50.0  # how far beside a wide opening a bar lies

Span = tuple[float, float]  # from and to [mm]


@dataclass(frozen=True, slots=True)
class Gap:
    """An opening as the box round it: left, right, front and back [mm], in the plan of the piece as it stands."""

    name: str
    left: float
    right: float
    front: float
    back: float

    @property
    def middle(self) -> tuple[float, float]:
        """Its middle [mm]."""
        return (self.left + self.right) / 2, (self.front + self.back) / 2


@dataclass(frozen=True, slots=True)
class Seams:
    """Where seams divide a piece into castings: square to its length, and square to its width [mm]."""

    at_x: tuple[float, ...] = ()
    at_y: tuple[float, ...] = ()


UNDIVIDED = Seams()


@dataclass(frozen=True)
class Ground:
    """What steel may lie in: the outline, how near its edges it may come, and where seams divide it [mm]."""

    outline: Outline
    edge_mm: float
    seams: Seams = UNDIVIDED

    @cached_property
    def _kept(self) -> Outline | None:
        return inset(self.outline, self.edge_mm)

    @property
    def size(self) -> tuple[float, float]:
        """Length and width of the box round it [mm]."""
        left, front, right, back = self.outline.box
        return right - left, back - front

    def along_x(self, y: float, to_edges: bool = False) -> list[Span]:
        """Where a line from left to right may lie; or, to its edges, where there is concrete."""
        return self._spans("y", y, to_edges)

    def along_y(self, x: float, to_edges: bool = False) -> list[Span]:
        """Where a line from front to back may lie; or, to its edges, where there is concrete."""
        return self._spans("x", x, to_edges)

    def _spans(self, axis: str, at: float, to_edges: bool) -> list[Span]:
        crossed = self._crossed[axis, to_edges]
        spans = crossed.chords(at) if crossed else []
        if to_edges:
            return spans
        divided, beside = self.seams.at_x, self.seams.at_y
        if axis == "x":
            divided, beside = beside, divided
        if any(abs(at - seam) < self.edge_mm for seam in beside):
            return []
        kept_free = [(seam - self.edge_mm, seam + self.edge_mm) for seam in divided]
        return [part for low, high in spans for part in _clear(low, high, kept_free)]

    @cached_property
    def _crossed(self) -> dict[tuple[str, bool], Crossed | None]:
        return {
            ("x", True): Crossed(self.outline, "x"),
            ("y", True): Crossed(self.outline, "y"),
            ("x", False): Crossed(self._kept, "x") if self._kept else None,
            ("y", False): Crossed(self._kept, "y") if self._kept else None,
        }


def mesh_panel(piece: str, ground: Ground, spacing_mm: float, gaps: Sequence[Gap]) -> MeshPanel:
    """A panel as large as the edges allow, its wires centred, cut to the outline and round the openings."""
    edge_mm, (size_x, size_y) = ground.edge_mm, ground.size
    length = work(rules.panel_side, f"{piece}/length", side_mm=size_x, edge_distance_mm=edge_mm)
    width = work(rules.panel_side, f"{piece}/width", side_mm=size_y, edge_distance_mm=edge_mm)
    along = [
        Wire(a, y, b, y)
        for y in _centred(edge_mm, size_y - edge_mm, spacing_mm)
        for low, high in ground.along_x(y)
        for a, b in _clear(low, high, _crossed(gaps, y, edge_mm, "y"))
    ]
    across = [
        Wire(x, a, x, b)
        for x in _centred(edge_mm, size_x - edge_mm, spacing_mm)
        for low, high in ground.along_y(x)
        for a, b in _clear(low, high, _crossed(gaps, x, edge_mm, "x"))
    ]
    return MeshPanel(edge_mm, edge_mm, length, width, (*along, *across))


def bars_beside(piece: str, ground: Ground, gaps: Sequence[Gap]) -> list[PlacedBar]:
    """Bars in the strips beside each large opening, full length: front and back always, left and right where narrow.

    A bar that would run through another opening, or that lies on one already there, is left out.
    """
    wanted = [bar for gap in gaps if _is_large(gap) for bar in _beside(piece, ground, gap)]
    placed: list[PlacedBar] = []
    for bar in wanted:
        if not any(_through(bar.line, gap, ground.edge_mm) for gap in gaps) and not any(
            _near(bar, one) for one in placed
        ):
            placed.append(bar)
    return placed


def strips_beside(ground: Ground, gap: Gap) -> dict[str, float]:
    """How wide the concrete is on each side of an opening [mm]; nothing where it is open there."""
    x, y = gap.middle
    deep = next(((low, high) for low, high in ground.along_y(x, to_edges=True) if low <= y <= high), (y, y))
    wide = next(((low, high) for low, high in ground.along_x(y, to_edges=True) if low <= x <= high), (x, x))
    return {
        "front": gap.front - deep[0],
        "back": deep[1] - gap.back,
        "left": gap.left - wide[0],
        "right": wide[1] - gap.right,
    }


def length_m(wires: Iterable[Wire]) -> float:
    """Length of all of them [m]."""
    return sum(abs(one.x2 - one.x1) + abs(one.y2 - one.y1) for one in wires) / 1000


def _beside(piece: str, ground: Ground, gap: Gap) -> Iterator[PlacedBar]:
    for side, strip in strips_beside(ground, gap).items():
        level = side in ("front", "back")
        if strip < 2 * min(ground.edge_mm, LEAST_EDGE_MM) or (not level and strip >= NARROW_MM):
            continue
        beside = strip / 2 if strip < NARROW_MM else BESIDE_MM
        at = {
            "front": gap.front - beside, "back": gap.back + beside,
            "left": gap.left - beside, "right": gap.right + beside,
        }[side]  # fmt: skip
        middle = gap.middle[0 if level else 1]
        spans = ground.along_x(at) if level else ground.along_y(at)
        reached = next(((low, high) for low, high in spans if low <= middle <= high), None)
        if reached is None:
            continue
        low, high = reached
        line = Wire(low, at, high, at) if level else Wire(at, low, at, high)
        key = f"{gap.name}.{side}"
        run = high - low + 2 * ground.edge_mm
        cut = work(rules.bar_length, f"{piece}/{key}", side_mm=run, edge_distance_mm=ground.edge_mm)
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

"""The sides of a form: where each board begins and ends by the school of its corners."""

from collections.abc import Iterator, Sequence
from math import atan2, cos, degrees, hypot, pi, radians, sin, sqrt, tan

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.form.brief import RIB_MM, FormBrief
from ulbrek.core.kit.geometry.edge import Edge, Point
from ulbrek.core.kit.geometry.outline import Outline, Vertex

_SQUARE_DEG = 0.02  # a corner so near to 90° is butted
_LEVEL_DEG = 0.05
SHARPEST_DEG = 150.0  # a turn beyond which no two boards can be mitred
_TANGENT_DEG = 1.0
_HALVINGS = 12
_RUNS_PAST_DEG = 45.0  # a strip runs past a curve that it meets at a corner sharper than that


@dataclass(frozen=True, slots=True)
class End:
    """How a strip ends: how far it reaches beyond its inside edge [mm], and its bevel [°].

    ``over_mm`` is what it is left long by beside; ``past`` and ``butts`` say which of two strips ends at the other.
    """

    reach_mm: float = 0.0
    bevel_deg: float = 0.0
    over_mm: float = 0.0
    past: str = ""
    butts: str = ""


@dataclass(frozen=True, slots=True)
class Side:
    """A side of the inside: a straight one made by a strip, or a curved one."""

    key: str
    name: str
    edge: Edge
    start: End = End()
    end: End = End()

    @property
    def along(self) -> Point:
        """Its direction, of length one."""
        edge = self.edge
        return Point((edge.end.x - edge.start.x) / edge.chord, (edge.end.y - edge.start.y) / edge.chord)

    @property
    def outward(self) -> Point:
        """The direction out of the form, of length one."""
        along = self.along
        return Point(along.y, -along.x)


@dataclass(frozen=True, slots=True)
class CornerBlock:
    """A rounded corner that a block makes: the block's outline in plan."""

    key: str
    block: Outline
    radius_mm: float


def sides_of(brief: FormBrief) -> tuple[tuple[Side, ...], tuple[CornerBlock, ...]]:
    """The sides in order round the form, and the blocks that round its corners."""
    plain, blocks = _squared(brief.outline, brief.sheet.thickness_mm)
    count = len(plain)
    ends = [_corner(brief, plain, index) for index in range(count)]  # between each side and the one after it
    return tuple(
        Side(key, name, edge, ends[index - 1][1], ends[index][0]) for index, (key, name, edge) in enumerate(plain)
    ), tuple(blocks)


def too_sharp(sides: Sequence[Side]) -> list[str]:
    """Sides that meet the one after them at a corner too sharp for two boards."""
    return [
        side.name
        for side, after in zip(sides, (*sides[1:], *sides[:1]), strict=True)
        if not side.edge.is_arc and not after.edge.is_arc and abs(_turn(side.edge, after.edge)) > SHARPEST_DEG
    ]


_Plain = tuple[str, str, Edge]


def _squared(outline: Outline, board: float) -> tuple[list[_Plain], list[CornerBlock]]:
    """The outline without its rounded corners: those become blocks set into square ones, or against straight ends."""
    edges, names = list(outline.edges), list(outline.edge_names)
    count = len(edges)
    starts = [edge.start for edge in edges]
    finishes = [edge.end for edge in edges]
    blocks: list[CornerBlock] = []
    gone: set[int] = set()
    for index, (edge, name) in enumerate(zip(edges, names, strict=True)):
        before, after = (index - 1) % count, (index + 1) % count
        if name or not edge.is_arc or not _is_fillet(edges[before], edge, edges[after]):
            continue
        gone.add(index)
        tip = _meet(edges[before], edges[after])
        round_it = Vertex(*edge.end, 0.0)
        if edge.bulge > 0:  # concrete is cut away: the block fills the corner beyond the arc
            block = Outline((Vertex(*edge.start), Vertex(*tip), Vertex(round_it.x, round_it.y, -edge.bulge)))
            finishes[before] = starts[after] = tip
        else:  # concrete is added: the block is what the arc goes round
            block = _round_which(edge, edges[after], board)
        blocks.append(CornerBlock(f"corner-{len(blocks) + 1}", block, edge.radius))
    plain: list[_Plain] = []
    taken: dict[str, int] = {}
    for index in range(count):
        if index in gone:
            continue
        told = names[index] or "corner"
        taken[told] = taken.get(told, 0) + 1
        told += f" {taken[told]}" if taken[told] > 1 or not names[index] else ""
        bulge = edges[index].bulge
        plain.append((told.replace(" ", "-"), told, Edge(starts[index], finishes[index], bulge)))
    return plain, blocks


def _round_which(arc: Edge, after: Edge, board: float) -> Outline:
    """The block of an inner corner: a sector, and what a small one leaves open beside the strip after it."""
    corners = [Vertex(*arc.end, -arc.bulge), Vertex(*arc.start), Vertex(*arc.centre)]
    short = board - arc.radius
    if short > 0:
        dx = (after.end.x - after.start.x) / after.chord * short
        dy = (after.end.y - after.start.y) / after.chord * short
        corners += [Vertex(point.x + dx, point.y + dy) for point in (arc.centre, arc.end)]
    return Outline(tuple(corners))


def _is_fillet(before: Edge, arc: Edge, after: Edge) -> bool:
    """Whether an arc rounds the corner of two straight edges."""
    if before.is_arc or after.is_arc or abs(arc.angle) > pi * 0.98:
        return False
    half = arc.angle / 2
    chord = atan2(arc.end.y - arc.start.y, arc.end.x - arc.start.x)
    first, last = chord - half, chord + half
    return all(
        abs(_between(_direction(edge), tangent)) < radians(_TANGENT_DEG)
        for edge, tangent in ((before, first), (after, last))
    )


def _corner(  # noqa: PLR0911 - one line a kind of corner
    brief: FormBrief, plain: Sequence[_Plain], index: int
) -> tuple[End, End]:
    """How a side ends and how the one after it begins."""
    (key, _, edge), (next_key, _, after) = plain[index], plain[(index + 1) % len(plain)]
    gap = hypot(edge.end.x - after.start.x, edge.end.y - after.start.y)
    if gap > 1e-6:  # against the block of an inner corner; beside a small one the two strips would meet
        return End(), End(min(0.0, gap / sqrt(2) - brief.sheet.thickness_mm))
    if key in brief.unboarded or next_key in brief.unboarded:
        return End(), End()
    board = brief.sheet.thickness_mm
    turn = _turn(edge, after)
    if edge.is_arc or after.is_arc:
        return _beside_curve(brief, edge, after, turn)
    if abs(turn) < _LEVEL_DEG:
        return End(), End()
    if abs(abs(turn) - 90) > _SQUARE_DEG or brief.habits.corner == "mitred":
        reach = board * tan(radians(min(abs(turn), SHARPEST_DEG)) / 2) * (1 if turn > 0 else -1)
        return End(reach, turn / 2), End(reach, turn / 2)
    first_past = brief.habits.corner == "pinwheel" or _runs_past(plain, index)
    over = brief.habits.overrun.mm if brief.habits.corner == "pinwheel" and turn > 0 else 0.0
    past, other = (board, 0.0) if turn > 0 else (0.0, -board)
    if first_past:
        return End(past, 0.0, over, past=next_key), End(other, butts=key)
    return End(other, butts=next_key), End(past, 0.0, over, past=key)


def _runs_past(plain: Sequence[_Plain], index: int) -> bool:
    """Whether a side runs past the one after it: the longer does; of two equal ones front and back do."""
    (key, _, edge), (_, _, after) = plain[index], plain[(index + 1) % len(plain)]
    if abs(edge.chord - after.chord) > 1e-6:
        return edge.chord > after.chord
    return index % 2 == 0 or key in ("front", "back")


def _beside_curve(brief: FormBrief, edge: Edge, after: Edge, turn: float) -> tuple[End, End]:
    """A straight strip runs past the ribs of a curve that it meets at a corner, or ends where it would run into it."""
    deep = brief.liner.thickness_mm + RIB_MM if brief.habits.curve == "liner on ribs" else brief.sheet.thickness_mm
    if edge.is_arc and after.is_arc:
        return End(), End()
    curve, plain = (edge, after) if edge.is_arc else (after, edge)
    if curve.bulge < 0:
        deep = min(deep, curve.radius - 1.0)
    wish = (deep if turn > _RUNS_PAST_DEG else 0.0, plain is edge)
    ends = End(_clear_of(ring(curve, 0.0, deep), plain, brief.sheet.thickness_mm, wish))
    return (End(), ends) if edge.is_arc else (ends, End())


def _clear_of(curve: Outline, plain: Edge, board: float, wish: tuple[float, bool]) -> float:
    """How far a strip may reach without running into a curved side [mm]; negative where it ends before its corner."""
    reach, at_end = wish

    def runs_in(tried: float) -> bool:
        ends = (End(), End(tried)) if at_end else (End(tried), End())
        strip = footprint(Side("", "", plain, *ends), board)
        return bool(strip.polygon.intersection(curve.polygon).area > 1.0)

    if not runs_in(reach):
        return reach
    low, high = -min(plain.chord / 2, 4 * board), reach
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        low, high = (low, middle) if runs_in(middle) else (middle, high)
    return low


def _direction(edge: Edge) -> float:
    return atan2(edge.end.y - edge.start.y, edge.end.x - edge.start.x)


def _between(one: float, other: float) -> float:
    """The angle from one direction to another, from -π to π [rad]."""
    return (other - one + pi) % (2 * pi) - pi


def _turn(edge: Edge, after: Edge) -> float:
    """The angle turned through at a corner, positive where the outline bulges there [°]."""
    leaves = _direction(edge) + edge.angle / 2
    enters = _direction(after) - after.angle / 2
    return degrees(_between(leaves, enters))


def _meet(one: Edge, other: Edge) -> Point:
    """Where two straight edges would meet."""
    ax, ay = one.end.x - one.start.x, one.end.y - one.start.y
    bx, by = other.end.x - other.start.x, other.end.y - other.start.y
    cross = ax * by - ay * bx
    share = ((other.start.x - one.start.x) * by - (other.start.y - one.start.y) * bx) / cross
    return Point(one.start.x + share * ax, one.start.y + share * ay)


def footprint(side: Side, thickness: float, lengthened_mm: float = 0.0) -> Outline:
    """Where a strip stands in plan: its inside on the edge, its ends butted or bevelled.

    Args:
        side: which
        thickness: of the board [mm]
        lengthened_mm: by how much it was cut longer than planned
    """
    along, out, edge = side.along, side.outward, side.edge

    def at(from_start: bool, reach: float, off: float) -> Vertex:
        point, sign = (edge.start, -1.0) if from_start else (edge.end, 1.0)
        return Vertex(point.x + along.x * reach * sign + out.x * off, point.y + along.y * reach * sign + out.y * off)

    corners = []
    for from_start, end in ((True, side.start), (False, side.end)):
        extra = end.over_mm + (0.0 if from_start else lengthened_mm)
        inner = extra + (0.0 if end.bevel_deg else end.reach_mm)
        corners.append((at(from_start, inner, 0.0), at(from_start, extra + end.reach_mm, thickness)))
    (a_in, a_out), (b_in, b_out) = corners
    return Outline((a_in, a_out, b_out, b_in))


def ring(edge: Edge, near_mm: float, far_mm: float, share: tuple[float, float] = (0.0, 1.0)) -> Outline:
    """What lies along an arc between two distances outside the form's inside, in plan.

    Args:
        edge: the arc
        near_mm: from its nearer
        far_mm: to its farther side [mm]
        share: the part of the arc, from 0 to 1
    """
    sign = 1.0 if edge.angle > 0 else -1.0
    begin, finish = (edge.begin + edge.angle * one for one in share)
    bulge, centre = tan((finish - begin) / 4), edge.centre

    def at(off: float, direction: float, bend: float) -> Vertex:
        radius = edge.radius + sign * off
        return Vertex(centre.x + radius * cos(direction), centre.y + radius * sin(direction), bend)

    return Outline(
        (at(far_mm, begin, bulge), at(far_mm, finish, 0.0), at(near_mm, finish, -bulge), at(near_mm, begin, 0.0))
    )


def straight(sides: Sequence[Side]) -> Iterator[Side]:
    """Those that strips make."""
    return (side for side in sides if not side.edge.is_arc)

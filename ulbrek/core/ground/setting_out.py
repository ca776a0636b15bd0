"""Setting out: tape checks, 3-4-5, and curves by offsets from the line between their ends."""

from collections.abc import Iterator, Mapping
from math import ceil, hypot, pi, sqrt

from ulbrek.core.base.figure import work
from ulbrek.core.base.units.constants import MM_PER_FOOT
from ulbrek.core.ground import rules
from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.result import CurveOffset, CurveOffsets, RightAngle, TapeCheck

_MOST_TAPES = 40  # corners beyond are set out from the ones before
_SQUARE = 1e-3
_OFFSETS_EVERY_MM = 300.0
_LEAST_SIDE_MM = 600.0  # a triangle smaller than that tells little


def tapes(brief: GroundBrief, corners: Mapping[str, tuple[float, float]]) -> Iterator[TapeCheck]:
    """What the tape reads where it is square: diagonals of a rectangle, else two ties to each corner from the baseline.

    Args:
        brief: the slab
        corners: where they are [mm]
    """
    names = list(corners)
    if len(names) == 4 and brief.outline.is_rectangle:
        yield _tape(brief, corners, names[0], names[2])
        yield _tape(brief, corners, names[1], names[3])
        return
    ends = baseline(brief, corners)
    if ends is None:
        return
    for name in names[:_MOST_TAPES]:
        if name not in ends:
            yield _tape(brief, corners, ends[0], name)
            yield _tape(brief, corners, ends[1], name)


def baseline(brief: GroundBrief, corners: Mapping[str, tuple[float, float]]) -> tuple[str, str] | None:
    """The corners of the longest straight edge; None where it has none.

    Args:
        brief: the slab
        corners: where they are [mm]
    """
    straight = [edge for edge in brief.outline.edges if not edge.is_arc]
    if not straight:
        return None
    longest = max(straight, key=lambda edge: round(edge.length, 3))
    return tuple(_nearest(corners, point.x, point.y) for point in (longest.start, longest.end))  # type: ignore[return-value]


def right_angle(brief: GroundBrief) -> Iterator[RightAngle]:
    """The largest 3-4-5 that lies along two sides which meet square, for a tape of each kind.

    Args:
        brief: the slab
    """
    edges = brief.outline.edges
    best = 0.0
    for one, other in zip(edges, (*edges[1:], edges[0]), strict=True):
        if one.is_arc or other.is_arc:
            continue
        ax, ay, bx, by = (one.end.x - one.start.x, one.end.y - one.start.y,
                          other.end.x - other.start.x, other.end.y - other.start.y)  # fmt: skip
        if abs(ax * bx + ay * by) > _SQUARE * one.length * other.length:
            continue
        long, short = max(one.length, other.length), min(one.length, other.length)
        best = max(best, min(long / 4, short / 3))
    if best * 4 < _LEAST_SIDE_MM:
        return
    for units, step in (("mm", 100.0), ("in", MM_PER_FOOT / 2)):
        unit = max(1, int(best / step + 1e-6)) * step
        yield RightAngle(units, round(3 * unit, 3), round(4 * unit, 3), round(5 * unit, 3))


def curves(brief: GroundBrief, corners: Mapping[str, tuple[float, float]]) -> Iterator[CurveOffsets]:
    """Each curved edge by offsets from its chord, which is measured from its left or back end.

    Args:
        brief: the slab
        corners: where they are [mm]
    """
    for number, edge in enumerate(one for one in brief.outline.edges if one.is_arc):
        across = edge.chord
        if across < 1.0:
            continue
        of = f"{brief.piece}/{number}"
        more = 1.0 if abs(edge.angle) > pi else 0.0
        chord = work(
            rules.tape_between, f"{of}/chord", right_mm=round(abs(edge.end.x - edge.start.x), 3),
            back_mm=round(abs(edge.end.y - edge.start.y), 3),
        )  # fmt: skip
        rise = work(rules.curve_rise, of, radius_mm=round(edge.radius, 4), chord_mm=chord, more_than_half=more)
        parts = max(2, ceil(across / _OFFSETS_EVERY_MM - 1e-9))
        # A curve of more than half a circle bulges out beyond its chord: its offsets are taken where the chord is.
        high = rise.value - edge.radius  # of the centre over the chord
        found = []
        for step in range(1, parts):
            along = across * step / parts
            off = sqrt(max(0.0, edge.radius**2 - (along - across / 2) ** 2)) + high
            found.append(CurveOffset(round(along, 1), round(off, 1)))
        yield CurveOffsets(
            _nearest(corners, edge.start.x, edge.start.y), _nearest(corners, edge.end.x, edge.end.y),
            round(edge.radius, 1), chord, rise, tuple(found), edge.bulge < 0,
        )  # fmt: skip


def _tape(brief: GroundBrief, corners: Mapping[str, tuple[float, float]], a: str, b: str) -> TapeCheck:
    (x1, y1), (x2, y2) = corners[a], corners[b]
    reads = work(
        rules.tape_between, f"{brief.piece}/{a}{b}", right_mm=round(abs(x2 - x1), 3), back_mm=round(abs(y2 - y1), 3)
    )
    return TapeCheck(a, b, reads)


def _nearest(corners: Mapping[str, tuple[float, float]], x: float, y: float) -> str:
    return min(corners, key=lambda name: hypot(corners[name][0] - x, corners[name][1] - y))

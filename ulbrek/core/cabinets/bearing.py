"""What boards under a top lie on, and how they are cut: joints on a brace or beside a cabinet's side."""

from collections.abc import Iterator, Sequence
from itertools import groupby, pairwise
from math import ceil
from typing import NamedTuple

from shapely import Polygon
from shapely.geometry.base import BaseGeometry

from ulbrek.core.cabinets.brief import TopBrief
from ulbrek.core.cabinets.inputs import CabinetRun
from ulbrek.core.cabinets.result import Bearing, Bears, Path, UnderBoard
from ulbrek.core.cabinets.run import NO_CARCASS, Laid, Placed, Strip, strips
from ulbrek.core.materials.boards import Sheet

RIM_BRACE_MM = 65.0  # the same beside a sink under the top: its rim and its clips lie between. Common practice.
BESIDE_MM = 30.0  # from an opening to the brace beside it. Source: common practice.
SIDE_MM = 18.0  # thickness of a cabinet's side
LEAST_BOARD_MM2 = 100.0  # what is less is where two lines meet
_NARROW_MM = 150.0  # fillers and end panels have no braces
_SAME_MM = 1.0


class Support(NamedTuple):
    """What a board lies on, across its leg: where along it [mm]."""

    at: float
    on: Bears


class Row(NamedTuple):
    """One leg of a top: what it is, and what its boards lie on."""

    strip: Strip
    supports: tuple[Support, ...]
    joints: tuple[float, ...]
    rows: int
    turned: bool


def rows_of(run: CabinetRun, laid: Laid, top: TopBrief, spacing_mm: float, board: Sheet) -> Iterator[Row]:
    """The legs of a top.

    Args:
        run: the run
        laid: in plan
        top: the top
        spacing_mm: how far apart braces may be
        board: what stays under it
    """
    for strip in strips(run, top.outline):
        units = [one for one in laid.units if one.leg == strip.leg and one.unit.kind != "range"]
        there = [one for one in units if one.end > strip.start + _SAME_MM and one.start < strip.end - _SAME_MM]
        found = sorted(_supports(strip, there, top, spacing_mm, rimmed=run.sinks == "under the top"))
        joints, rows, turned = _joints(strip, found, board)
        on_side = {one.at for one in found if one.on == "cabinet side"}
        seams = [Support(at, "under a seam") for at in joints if at in on_side]
        if strip.leg != "back":
            seams.append(Support(strip.start, "under a seam"))
        yield Row(strip, tuple(sorted((*found, *seams))), joints, rows, turned)


def _supports(
    strip: Strip, units: Sequence[Placed], top: TopBrief, spacing: float, *, rimmed: bool
) -> Iterator[Support]:
    sides = {round(at, 3) for one in units if one.unit.kind not in NO_CARCASS for at in (one.start, one.end)}
    yield from (
        Support(min(max(at, strip.start), strip.end), "cabinet side")
        for at in sorted(sides)
        if strip.start - SIDE_MM <= at <= strip.end + SIDE_MM
    )
    bare = {round(at, 3) for one in units if one.unit.kind in NO_CARCASS for at in (one.start, one.end)} - sides
    yield from (Support(at, "bar and ledger") for at in sorted(bare) if strip.start <= at <= strip.end)
    opened = [_along(strip, one.outline) for one in top.openings]
    for one in units:
        if one.end - one.start < _NARROW_MM:
            continue
        edges = [one.start]
        beside: list[float] = []
        clear = RIM_BRACE_MM if rimmed and one.unit.kind == "sink cabinet" else BESIDE_MM
        for low, high in sorted(span for span in opened if span):
            left, right = low - clear, high + clear
            beside += [at for at in (left, right) if one.start + 2 * BESIDE_MM < at < one.end - 2 * BESIDE_MM]
            if left < one.end and right > one.start:
                edges += [max(one.start, left), min(one.end, right)]
        edges.append(one.end)
        yield from (Support(round(at, 3), "beside an opening") for at in beside)
        on: Bears = "bar and ledger" if one.unit.kind in NO_CARCASS else "brace"
        for low, high in zip(edges[::2], edges[1::2], strict=True):
            parts = max(1, ceil((high - low) / spacing - 1e-9))
            yield from (Support(round(low + (high - low) * n / parts, 3), on) for n in range(1, parts))


def _along(strip: Strip, outline: Polygon) -> tuple[float, float] | None:
    """From where to where along a leg an opening lies; None where it lies in another."""
    area = strip.area(strip.start, strip.end, strip.near, strip.far)
    met = outline.intersection(area)
    if met.is_empty or met.area < 1:
        return None
    left, front, right, back = met.bounds
    return (left, right) if strip.leg == "back" else (-back, -front)


def _joints(strip: Strip, supports: Sequence[Support], board: Sheet) -> tuple[tuple[float, ...], int, bool]:
    """Where boards end along a leg, into how many rows it is divided, and whether sheets lie across it."""
    length, width = board.length_mm, board.width_mm
    ways = []
    for turned, (long, wide) in enumerate(((length, width), (width, length))):
        rows = max(1, ceil(strip.deep / wide - 1e-9))
        joints = _cuts(strip, [one.at for one in supports], long)
        ways.append((rows * (len(joints) + 1), rows, turned, joints))
    _, rows, turned, joints = min(ways)
    return joints, rows, bool(turned)


def _cuts(strip: Strip, supports: Sequence[float], long: float) -> tuple[float, ...]:
    """Joints on what bears, each as far on as a sheet reaches."""
    at, joints = strip.start, list[float]()
    while strip.end - at > long + _SAME_MM:
        reached = [one for one in supports if at + _SAME_MM < one <= at + long + 1e-6 and one < strip.end - _SAME_MM]
        at = max(reached) if reached else at + long
        joints.append(round(at, 3))
    return tuple(joints)


def path_of(outline: Polygon) -> Path:
    """An outline in plan, counter-clockwise, with no bulges [mm]."""
    ring = list(outline.exterior.coords)[:-1]
    plain = [one for one, _ in groupby((round(x, 3), round(y, 3)) for x, y in ring)]
    return tuple(v for x, y in (plain if outline.exterior.is_ccw else plain[::-1]) for v in (x, y, 0.0))


def bearings_of(run: CabinetRun, laid: Laid, row: Row) -> Iterator[Bearing]:
    """What lies across a leg, in plan: as deep as its cabinets.

    Args:
        run: the run
        laid: in plan
        row: the leg of a top
    """
    (front, back), deep = run.braced, run.depth.mm
    near, far = {
        "back": (-deep - front, back), "left": (0.0, deep + front),
        "right": (laid.length - deep - front, laid.length),
    }[row.strip.leg]  # fmt: skip
    for one in row.supports:
        yield Bearing(one.on, *(round(v, 1) for v in row.strip.line(one.at, near, far)))


def boards_of(row: Row, bed: BaseGeometry, first: int) -> Iterator[UnderBoard]:
    """The boards under a leg of a top, notched where that is.

    Args:
        row: the leg of a top
        bed: what of the top boards lie under, in plan
        first: number of the first
    """
    strip, number = row.strip, first
    ends = (strip.start, *row.joints, strip.end)
    step = strip.deep / row.rows
    for start, end in pairwise(ends):
        for deep in range(row.rows):
            near = strip.near + deep * step
            met = bed.intersection(strip.area(start, end, near, near + step))
            for cut in getattr(met, "geoms", [met]):
                if not isinstance(cut, Polygon) or cut.area < LEAST_BOARD_MM2:
                    continue
                left, low, right, high = cut.bounds
                along, across = (right - left, high - low) if strip.leg == "back" else (high - low, right - left)
                name = f"Board {number}, under the top"
                yield UnderBoard(f"under-{number}", name, round(along, 3), round(across, 3), path_of(cut))
                number += 1

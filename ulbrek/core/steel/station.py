"""Lays the steel of one piece, and cuts all of a job's from stock."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from math import inf

from shapely import LineString, Polygon

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.finding import Finding
from ulbrek.core.kit.geometry import Outline
from ulbrek.core.kit.nesting import LengthStock, Panel, SheetStock, cut_sheets, fewest_lengths
from ulbrek.core.materials.steel import TIE_EVERY_MM, Bar, Mesh
from ulbrek.core.steel import checks, rules
from ulbrek.core.steel.bends import bending_by
from ulbrek.core.steel.cage import Caged, Profile, Vessel, cage_of
from ulbrek.core.steel.care import CARE
from ulbrek.core.steel.hand import by_hand, snaps
from ulbrek.core.steel.inputs import SteelInputs
from ulbrek.core.steel.layout import (
    NARROW_MM,
    UNDIVIDED,
    Gap,
    Ground,
    Seams,
    bars_beside,
    close,
    crossing,
    diagonals,
    grid,
    length_m,
    mesh_panel,
    strips_beside,
)
from ulbrek.core.steel.result import (
    Cage,
    CutBar,
    MeshPanel,
    PlacedBar,
    Snaps,
    Stack,
    SteelCutting,
    SteelResult,
    StockBar,
    Wire,
)

PLACING = {
    "laid at half fill": "Fill to that depth, lay it, and work it down until it is in the middle. It must not sink.",
    "tied over the form": "Hang it from battens over the form; tie a sagging mat up in the middle. Cut the ties once "
    "it cannot sink.",
    "clipped up from the base": "Stand it on clips before the pour. Clips show on a face that is cast down: "
    "only where that side is hidden.",
    "on chairs": "Stand it on chairs before the pour, and do not walk on it between them.",
    "on stones": "Bed flat stones, lay the steel on them before the pour, and look again when the mix is on it.",
}
STOOD = ("clipped up from the base", "on chairs", "on stones")
HELD_EVERY_MM = {
    "tied over the form": 400.0, "clipped up from the base": 400.0, "on chairs": 600.0, "on stones": 500.0,
}  # fmt: skip  # Source: common practice.
OUTSIDE_MM = {"outdoors": rules.OUTDOOR_COVER_MM, "on the ground": rules.GROUND_COVER_MM}
CAGE_PLACING = (
    "Stand or hang the cage in the form before the pour, wheels or blocks of mortar between it and the boards."
)


@dataclass(frozen=True, slots=True)
class ShapedEdge:
    """An edge that is shaped: its line in plan, and how far the shape reaches in [mm]."""

    line: LineString
    reach_mm: float


@dataclass(frozen=True, slots=True)
class Reinforced:
    """What is reinforced.

    Attributes:
        outline: of the piece, in plan
        thickness_mm: as it is cast
        gaps: its openings, as boxes
        holes: their true outlines
        body: what a bent cage goes into; None where steel lies flat
        ground_mm: what grinding takes off the show face
        show_down: whether the show face lies on the form's floor
        edges: those that are shaped
        stone_mm: the largest stone of the mix
        strength_mpa: least 28-day strength of the mix
    """

    piece: str
    outline: Outline
    thickness_mm: float
    gaps: tuple[Gap, ...] = ()
    holes: tuple[Polygon, ...] = ()
    body: Profile | Vessel | None = None
    seams: Seams = UNDIVIDED
    ground_mm: float = 0.0
    show_down: bool = True
    edges: tuple[ShapedEdge, ...] = ()
    stone_mm: float = 10.0
    strength_mpa: float = 24.0


def reinforce(inputs: SteelInputs, what: Reinforced, mesh: Mesh, bar: Bar, bars: Sequence[Bar]) -> SteelResult:
    """The steel of one piece, its figures and findings.

    Args:
        inputs: the school and what it is made of
        what: the piece
        mesh: the mesh chosen
        bar: the bar chosen
        bars: the bars that the shop has
    """
    of, school = what.piece, inputs.school_of(what.piece)
    ground = Ground(what.outline, inputs.edge_distance.mm, what.seams)
    steel = school in ("mesh", "mesh and bars", "grid of bars") and min(ground.size) > 2 * ground.edge_mm
    flat, caged = steel and what.body is None, steel and what.body is not None
    panel = mesh_panel(of, ground, mesh.spacing_mm, what.gaps) if flat and school != "grid of bars" else None
    hand = [(index, one) for index, one in enumerate(inputs.by_hand) if one.piece == of]
    placed, lost = by_hand(of, ground, what.gaps, _laid(school, inputs, what, ground), hand) if flat else ([], [])
    stack = _stack(inputs, what, (mesh, bar), panel, placed) if panel or placed else None
    cage = _cage(inputs, what, bar) if caged else None
    edge = _nearest_edge(what, bar, placed) if placed else None
    held_at = None
    if stack and inputs.held in HELD_EVERY_MM:
        size_x, size_y = ground.size
        held_at = work(
            rules.held_places, of, length_mm=max(0.0, size_x - 2 * ground.edge_mm),
            width_mm=max(0.0, size_y - 2 * ground.edge_mm), every_mm=HELD_EVERY_MM[inputs.held],
        )  # fmt: skip
    laid = stack is not None and inputs.held == "laid at half fill"
    return SteelResult(
        piece=of,
        school=school,
        mesh_name=mesh.name if panel else "",
        bar_name=bar.name if placed or cage else "",
        bar_mm=bar.diameter_mm,
        mesh=panel,
        bars=tuple(placed),
        stack=stack,
        cage=cage,
        edge=edge,
        held=inputs.held,
        held_at=held_at,
        placing=PLACING[inputs.held] if stack else CAGE_PLACING if cage else "",
        fill=work(rules.fill_before_steel, of, thickness_mm=what.thickness_mm, share=inputs.fill_share)
        if laid
        else None,
        ties=_ties(what, placed, cage),
        mass=_mass(what, (panel, placed, cage), mesh, bar),
        snaps=snaps(ground, what.gaps) if flat else Snaps(),
        findings=tuple(_findings(inputs, what, (stack, placed, cage, lost, caged and cage is None), (mesh, bar, bars))),
    )


def steel_cutting(
    results: Sequence[tuple[int, SteelResult]], mesh: Mesh, bar: Bar, inputs: SteelInputs, strength_mpa: float
) -> SteelCutting:
    """Bars and mesh of a job cut from stock.

    Args:
        results: the steel of each piece and how many of it are cast
        mesh: the mesh chosen
        bar: the bar chosen
        inputs: for the standard of its laps
        strength_mpa: least 28-day strength of the mix
    """
    wanted = [
        (f"{result.piece}.{key}", length)
        for count, result in results
        for key, length in _bars_of(result)
        for _ in range(count)
    ]
    lap = bending_by(inputs.standard, bar.diameter_mm, strength_mpa).lap
    lengths, lapped_bars = _lapped(wanted, bar.stock_length_mm, lap)
    plans, _, proven = fewest_lengths(lengths, LengthStock(bar.stock_length_mm))
    panels = [
        Panel(f"{result.piece}.{number}", result.mesh.length.value, result.mesh.width.value)
        for count, result in results
        if result.mesh
        for number in range(count)
    ]
    sheets, lapped = cut_sheets(panels, SheetStock(mesh.sheet_length_mm, mesh.sheet_width_mm, 0.0))
    masses = {
        f"{result.piece}_kg": work(rules.steel_of_castings, result.piece, steel_kg=result.mass, count=count)
        for count, result in results
        if result.mass
    }
    return SteelCutting(
        bars=tuple(StockBar(tuple(CutBar(*part) for part in one.parts), one.left_mm) for one in plans),
        bar_count=work(rules.stock_bars, lengths_cut=float(len(plans))),
        mesh_sheets=work(rules.mesh_sheets, sheets_cut=float(len(sheets) + 2 * len(lapped))),
        stock_mm=bar.stock_length_mm,
        proven=proven,
        mass=work(rules.all_steel, **masses) if masses else None,
        findings=tuple(checks.bar_longer_than_stock(lapped_bars, bar.stock_length_mm, lap.value)),
        care=CARE,
    )


def _bars_of(result: SteelResult) -> Iterator[tuple[str, float]]:
    """Every bar of one casting: what it is called, and how long it is cut [mm]."""
    for placed in result.bars:
        yield placed.key, placed.length.value
    if result.cage:
        for kind in result.cage.kinds:
            for _ in range(kind.count):
                yield kind.mark, kind.length.value


def _lapped(
    wanted: Sequence[tuple[str, float]], stock_mm: float, lap: Figure
) -> tuple[list[tuple[str, float]], list[tuple[str, int]]]:
    """Bars longer than the stock as parts that lap; and which they are, once each, in how many parts."""
    lengths, lapped = list[tuple[str, float]](), dict[str, int]()
    for key, length in wanted:
        parts = 1
        while rules.part_of_lapped(length, lap.value, parts) > stock_mm + 1e-6 and parts < 200:
            parts += 1
        if parts == 1:
            lengths.append((key, length))
            continue
        lapped[key] = parts
        part = rules.part_of_lapped(length, lap.value, parts)
        lengths += [(f"{key}, part {number + 1}", part) for number in range(parts)]
    return lengths, list(lapped.items())


def _laid(school: str, inputs: SteelInputs, what: Reinforced, ground: Ground) -> list[PlacedBar]:
    """The bars that the school lays in a piece that steel lies flat in."""
    if school == "mesh":
        return []
    beside = bars_beside(what.piece, ground, what.gaps)
    aslant = diagonals(what.piece, ground, what.gaps)
    if school == "mesh and bars":
        return [*beside, *aslant]
    lines = grid(what.piece, ground, what.gaps, inputs.spacing.mm)
    return [*(one for one in lines if not any(close(one, other) for other in beside)), *beside, *aslant]


def _stack(
    inputs: SteelInputs, what: Reinforced, of: tuple[Mesh, Bar], panel: MeshPanel | None, placed: Sequence[PlacedBar]
) -> Stack:
    key, (mesh, bar) = what.piece, of
    wires = (mesh.wire_mm, mesh.wire_mm) if panel else ()
    ways = 0 if not placed else 2 if crossing(placed) else 1
    layers = (*wires, *([bar.diameter_mm] * ways))
    height = work(rules.stack_height, key, wires_mm=sum(wires), bars_mm=bar.diameter_mm * ways)
    if inputs.height is None:
        under = over = work(rules.cover, key, thickness_mm=what.thickness_mm, stack_mm=height)
    else:
        under = work(rules.under_steel, key, height_mm=inputs.height.mm)
        over = work(rules.over_steel, key, depth_mm=what.thickness_mm, under_mm=under, stack_mm=height)
    show, back = (under, over) if what.show_down else (over, under)
    if what.ground_mm:
        show = work(rules.cover_ground, key, cover_mm=show, ground_mm=what.ground_mm)
    outside = OUTSIDE_MM.get(inputs.exposure)
    rusts = (bool(wires) and mesh.finish == "plain") or (bool(ways) and bar.finish == "plain")
    if outside is not None and rusts:
        needed = work(rules.cover_outside, key, table_mm=outside)
    else:
        needed = work(rules.cover_indoors, key, least_mm=rules.INDOOR_COVER_MM)
    return Stack(height, under, show, back, needed, layers, len(wires))


def _cage(inputs: SteelInputs, what: Reinforced, bar: Bar) -> Cage | None:
    if what.body is None:
        return None
    outside = OUTSIDE_MM.get(inputs.exposure)
    if outside is not None and bar.finish == "plain":
        cover = work(rules.cover_outside, what.piece, table_mm=outside)
    else:
        cover = work(rules.cover_in_cage, what.piece, least_mm=rules.CAGE_COVER_MM)
    how = bending_by(inputs.standard, bar.diameter_mm, what.strength_mpa)
    return cage_of(what.body, Caged(what.piece, how, inputs.spacing.mm, cover))


def _nearest_edge(what: Reinforced, bar: Bar, placed: Sequence[PlacedBar]) -> Figure:
    middle = min(from_edge(what, one) for one in placed)
    return work(rules.cover_at_edge, what.piece, middle_mm=middle, diameter_mm=bar.diameter_mm)


def from_edge(what: Reinforced, one: PlacedBar) -> float:
    """From the middle of a bar to the nearest edge or opening [mm]."""
    line = LineString([(one.line.x1, one.line.y1), (one.line.x2, one.line.y2)])
    return min([line.distance(what.outline.polygon.exterior), *(line.distance(hole) for hole in what.holes)])


def _ties(what: Reinforced, placed: Sequence[PlacedBar], cage: Cage | None) -> Figure | None:
    if cage:
        links = sum(kind.count for kind in cage.bent)
        if not cage.long:
            others = cage.bent[0].count * 2 * sum(kind.count for kind in cage.bent[1:])
            return work(rules.cage_ties, what.piece, crossings=float(others)) if others else None
        crossed = float(links * sum(kind.count for kind in cage.long))
        return work(rules.cage_ties, what.piece, crossings=crossed)
    if not placed:
        return None
    run = length_m(one.line for one in placed)
    return work(rules.ties, what.piece, bars_m=run, every_mm=TIE_EVERY_MM, bars=float(len(placed)))


def _mass(
    what: Reinforced, laid: tuple[MeshPanel | None, Sequence[PlacedBar], Cage | None], mesh: Mesh, bar: Bar
) -> Figure | None:
    panel, placed, cage = laid
    if not (panel or placed or cage):
        return None
    per_metre = work(rules.bar_mass_per_metre, bar.id, diameter_mm=bar.diameter_mm)
    if cage:
        run = sum(kind.count * kind.length.value for kind in cage.kinds) / 1000
        return work(rules.cage_mass, what.piece, bars_m=run, bar_kg_m=per_metre)
    return work(
        rules.steel_mass,
        what.piece,
        bars_m=length_m(one.line for one in placed),
        bar_kg_m=per_metre,
        wires_m=length_m(panel.wires) if panel else 0.0,
        wire_kg_m=work(rules.bar_mass_per_metre, mesh.id, diameter_mm=mesh.wire_mm),
    )


Laid = tuple[Stack | None, Sequence[PlacedBar], Cage | None, Sequence[int], bool]


def _findings(
    inputs: SteelInputs, what: Reinforced, laid: Laid, chosen: tuple[Mesh, Bar, Sequence[Bar]]
) -> Iterator[Finding]:
    (mesh, bar, bars), (stack, placed, cage, lost, no_cage) = chosen, laid
    if stack:
        yield from checks.too_little_cover(inputs, what.piece, stack, bars)
        yield from checks.bar_too_thick(bar, what.thickness_mm, placed, bars)
        if stack.meshed:
            yield from checks.mixed_finishes(mesh, bar, placed)
        yield from checks.feet_show(inputs, what.show_down)
    if cage:
        yield from checks.cage_near_face(what.piece, cage, bar.finish, inputs.exposure)
    near = [
        checks.Near(
            one,
            from_edge(what, one) - bar.diameter_mm / 2,
            _reach(what, one),
            _strip(what, one),
            _cover_when_moved(what, one, bar),
        )
        for one in placed
    ]
    yield from checks.bar_near_edge(inputs, near, bar.diameter_mm)
    yield from checks.bars_too_close(inputs, placed, bar.diameter_mm, what.stone_mm)
    yield from checks.by_hand_lost(inputs, lost)
    if what.body is None:
        yield from checks.bare_strips(inputs, what.piece, _narrow(what))
    elif no_cage:
        fitting = [one for one in bars if one.diameter_mm < bar.diameter_mm and _cage(inputs, what, one)]
        yield from checks.no_room_for_a_cage(what.piece, bar, fitting)


def _cover_when_moved(what: Reinforced, one: PlacedBar, bar: Bar) -> Callable[[float], float]:
    """The concrete beside a bar [mm] when it is moved square to itself by so much [mm]."""

    def cover(by: float) -> float:
        line, level = one.line, one.line.y1 == one.line.y2
        dx, dy = (0.0, by) if level else (by, 0.0)
        moved = replace(one, line=Wire(line.x1 + dx, line.y1 + dy, line.x2 + dx, line.y2 + dy))
        reach, distance = _reach(what, moved)
        return (
            min(from_edge(what, moved), distance - reach - rules.BEYOND_PROFILE_MM + rules.INDOOR_COVER_MM)
            - bar.diameter_mm / 2
        )

    return cover


def _reach(what: Reinforced, one: PlacedBar) -> tuple[float, float]:
    """Of the shaped edge that a bar comes nearest to: how far its shape reaches in, and how far off it is [mm]."""
    line = LineString([(one.line.x1, one.line.y1), (one.line.x2, one.line.y2)])
    found = [(edge.line.distance(line), edge.reach_mm) for edge in what.edges]
    distance, reach = min(found, key=lambda pair: pair[0] - pair[1], default=(inf, 0.0))
    return reach, distance


def _strip(what: Reinforced, one: PlacedBar) -> float:
    """How wide the concrete is that a bar lies in, square to it at its middle [mm]."""
    line = one.line
    mid_x, mid_y = (line.x1 + line.x2) / 2, (line.y1 + line.y2) / 2
    ground = Ground(what.outline, 0.0)
    level = line.y1 == line.y2
    spans = ground.along_y(mid_x, to_edges=True) if level else ground.along_x(mid_y, to_edges=True)
    at = mid_y if level else mid_x
    low, high = next(((a, b) for a, b in spans if a <= at <= b), (-inf, inf))
    for gap in what.gaps:
        across = (gap.left, gap.right) if level else (gap.front, gap.back)
        along = (gap.front, gap.back) if level else (gap.left, gap.right)
        if (min(line.x1, line.x2) if level else min(line.y1, line.y2)) < across[1] and across[0] < (
            max(line.x1, line.x2) if level else max(line.y1, line.y2)
        ):
            low = max(low, along[1]) if along[1] <= at else low
            high = min(high, along[0]) if along[0] >= at else high
    return high - low


def _narrow(what: Reinforced) -> list[str]:
    """Openings with a strip beside them that is narrow."""
    ground = Ground(what.outline, 0.0)
    return [
        gap.name
        for gap in what.gaps
        if max(gap.right - gap.left, gap.back - gap.front) > NARROW_MM
        and min(strips_beside(ground, gap).values()) < NARROW_MM
    ]

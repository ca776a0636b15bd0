"""Lays the steel of one piece, and cuts all of a job's from stock."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.finding import Finding
from ulbrek.core.kit.geometry import Outline
from ulbrek.core.kit.nesting import LengthStock, Panel, SheetStock, cut_sheets, fewest_lengths
from ulbrek.core.materials.steel import TIE_EVERY_MM, Bar, Mesh
from ulbrek.core.steel import checks, rules
from ulbrek.core.steel.care import CARE
from ulbrek.core.steel.inputs import SteelInputs
from ulbrek.core.steel.layout import (
    NARROW_MM,
    UNDIVIDED,
    Gap,
    Ground,
    Seams,
    bars_beside,
    length_m,
    mesh_panel,
    strips_beside,
)
from ulbrek.core.steel.result import CutBar, MeshPanel, PlacedBar, Stack, SteelCutting, SteelResult, StockBar

PLACING = {
    "laid at half fill": "Fill to that depth, lay it, and work it down until it is in the middle. It must not sink.",
    "tied over the form": "Hang it from battens over the form, tied every 300 mm; cut the ties once it cannot sink.",
    "clipped up from the base": "Stand it on clips before the pour. Clips show on a face that is cast down: "
    "only where that side is hidden.",
}
HALF = 0.5


@dataclass(frozen=True, slots=True)
class Reinforced:
    """What is reinforced: the piece, its outline, thickness [mm] and openings.

    ``flat`` says whether steel can lie flat in it: a vessel, or what is drawn from the side, wants a bent cage.
    """

    piece: str
    outline: Outline
    thickness_mm: float
    gaps: tuple[Gap, ...]
    flat: bool = True
    seams: Seams = UNDIVIDED


def reinforce(inputs: SteelInputs, what: Reinforced, mesh: Mesh, bar: Bar, bars: Sequence[Bar]) -> SteelResult:
    """The steel of one piece, its figures and findings.

    Args:
        inputs: the school and what it is made of
        what: the piece
        mesh: the mesh chosen
        bar: the bar chosen
        bars: the bars that the shop has
    """
    ground = Ground(what.outline, inputs.edge_distance.mm, what.seams)
    wanted = inputs.school in ("mesh", "mesh and bars")
    meshed = wanted and what.flat and min(ground.size) > 2 * ground.edge_mm
    panel = mesh_panel(what.piece, ground, mesh.spacing_mm, what.gaps) if meshed else None
    barred = meshed and inputs.school == "mesh and bars"
    placed = tuple(bars_beside(what.piece, ground, what.gaps)) if barred else ()
    stack = _stack(inputs, what, mesh, bar, placed) if panel else None
    laid = inputs.held == "laid at half fill"
    return SteelResult(
        piece=what.piece,
        school=inputs.school,
        mesh_name=mesh.name if panel else "",
        bar_name=bar.name if placed else "",
        bar_mm=bar.diameter_mm,
        mesh=panel,
        bars=placed,
        stack=stack,
        held=inputs.held,
        placing=PLACING[inputs.held] if panel else "",
        fill=work(rules.fill_before_steel, what.piece, thickness_mm=what.thickness_mm, share=HALF)
        if panel and laid
        else None,
        ties=_ties(what, placed),
        mass=_mass(what, panel, placed, mesh, bar),
        findings=tuple(_findings(inputs, what, stack, placed, (mesh, bar, bars))),
    )


def steel_cutting(results: Sequence[tuple[int, SteelResult]], mesh: Mesh, bar: Bar) -> SteelCutting:
    """Bars and mesh of a job cut from stock.

    Args:
        results: the steel of each piece and how many of it are cast
        mesh: the mesh chosen
        bar: the bar chosen
    """
    lengths = [
        (f"{result.piece}.{placed.key}", placed.length.value)
        for count, result in results
        for placed in result.bars
        for _ in range(count)
    ]
    plans, too_long, proven = fewest_lengths(lengths, LengthStock(bar.stock_length_mm))
    panels = [
        Panel(f"{result.piece}.{number}", result.mesh.length.value, result.mesh.width.value)
        for count, result in results
        if result.mesh
        for number in range(count)
    ]
    sheets, lapped = cut_sheets(panels, SheetStock(mesh.sheet_length_mm, mesh.sheet_width_mm, 0.0))
    return SteelCutting(
        bars=tuple(StockBar(tuple(CutBar(*part) for part in one.parts), one.left_mm) for one in plans),
        bar_count=work(rules.stock_bars, lengths_cut=float(len(plans))),
        mesh_sheets=work(rules.mesh_sheets, sheets_cut=float(len(sheets) + 2 * len(lapped))),
        stock_mm=bar.stock_length_mm,
        proven=proven,
        findings=tuple(checks.bar_longer_than_stock(list(dict.fromkeys(too_long)), bar.stock_length_mm)),
        care=CARE,
    )


def _stack(inputs: SteelInputs, what: Reinforced, mesh: Mesh, bar: Bar, placed: Sequence[PlacedBar]) -> Stack:
    of = what.piece
    ways = len({one.line.y1 == one.line.y2 for one in placed})
    layers = (mesh.wire_mm, mesh.wire_mm, *([bar.diameter_mm] * ways))
    height = work(rules.stack_height, of, wires_mm=2 * mesh.wire_mm, bars_mm=bar.diameter_mm * ways)
    between = work(rules.cover, of, thickness_mm=what.thickness_mm, stack_mm=height)
    needed = {
        "indoors": lambda: work(rules.cover_indoors, of, least_mm=rules.INDOOR_COVER_MM),
        "outdoors": lambda: work(rules.cover_outside, of, table_mm=rules.OUTDOOR_COVER_MM),
        "on the ground": lambda: work(rules.cover_outside, of, table_mm=rules.GROUND_COVER_MM),
    }[inputs.exposure]()
    return Stack(height, between, between, needed, layers)


def _ties(what: Reinforced, placed: Sequence[PlacedBar]) -> Figure | None:
    if not placed:
        return None
    run = length_m(one.line for one in placed)
    return work(rules.ties, what.piece, bars_m=run, every_mm=TIE_EVERY_MM, bars=float(len(placed)))


def _mass(
    what: Reinforced, panel: MeshPanel | None, placed: Sequence[PlacedBar], mesh: Mesh, bar: Bar
) -> Figure | None:
    if panel is None:
        return None
    return work(
        rules.steel_mass,
        what.piece,
        bars_m=length_m(one.line for one in placed),
        bar_kg_m=work(rules.bar_mass_per_metre, bar.id, diameter_mm=bar.diameter_mm),
        wires_m=length_m(panel.wires),
        wire_kg_m=work(rules.bar_mass_per_metre, mesh.id, diameter_mm=mesh.wire_mm),
    )


def _findings(
    inputs: SteelInputs,
    what: Reinforced,
    stack: Stack | None,
    placed: Sequence[PlacedBar],
    chosen: tuple[Mesh, Bar, Sequence[Bar]],
) -> Iterator[Finding]:
    mesh, bar, bars = chosen
    if stack:
        finish = mesh.finish if mesh.finish == "plain" or not placed else bar.finish
        yield from checks.too_little_cover(inputs, stack, bars, finish)
        yield from checks.bar_too_thick(bar, what.thickness_mm, placed, bars)
        yield from checks.mixed_finishes(mesh, bar, placed)
    if what.flat:
        yield from checks.bare_strips(inputs, _narrow(what))
    else:
        yield from checks.cage_not_worked_out(inputs, what.piece)


def _narrow(what: Reinforced) -> list[str]:
    """Openings with a strip beside them that is narrow."""
    ground = Ground(what.outline, 0.0)
    return [
        gap.name
        for gap in what.gaps
        if max(gap.right - gap.left, gap.back - gap.front) > NARROW_MM
        and min(strips_beside(ground, gap).values()) < NARROW_MM
    ]

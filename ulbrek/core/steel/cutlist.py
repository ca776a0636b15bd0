"""All steel of a job cut from stock: bars by length, mesh by sheet."""

from collections.abc import Iterator, Sequence
from math import ceil

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.kit.nesting.lengths import CutLength, LengthStock, fewest_lengths
from ulbrek.core.kit.nesting.panels import Panel, SheetStock
from ulbrek.core.kit.nesting.sheets import cut_sheets
from ulbrek.core.materials.steel import Bar, Mesh
from ulbrek.core.steel import rules
from ulbrek.core.steel.bends import bending_by
from ulbrek.core.steel.care import CARE
from ulbrek.core.steel.checks.stuff import bar_longer_than_stock
from ulbrek.core.steel.inputs import SteelInputs
from ulbrek.core.steel.result import CastSteel, CutBar, LappedBar, SteelCutting, SteelResult, StockBar

LAP_BEYOND_SQUARE_MM = 50.0  # Source: common practice.


def steel_cutting(
    results: Sequence[CastSteel], mesh: Mesh, bar: Bar, inputs: SteelInputs, strength_mpa: float
) -> SteelCutting:
    """Bars and mesh of a job cut from stock.

    Args:
        results: the steel of each piece
        mesh: the mesh chosen
        bar: the bar chosen
        inputs: for the standard of its laps
        strength_mpa: least 28-day strength of the mix
    """
    wanted = [
        (CutLength(f"{result.piece}.{key}", length), count)
        for result, count in results
        for key, length in _bars_of(result)
    ]
    lap = bending_by(inputs.standard, bar.diameter_mm, strength_mpa).lap
    lengths, lapped_bars = _lapped(wanted, bar.stock_length_mm, lap)
    cut = fewest_lengths(lengths, LengthStock(bar.stock_length_mm))
    panels = [
        Panel(f"{result.piece}.{number}.{part}", *size)
        for result, count in results
        if result.mesh
        for number in range(count)
        for part, size in enumerate(mesh_parts(result.mesh.length.value, result.mesh.width.value, mesh))
    ]
    sheets, _ = cut_sheets(panels, SheetStock(mesh.sheet_length_mm, mesh.sheet_width_mm, 0.0))
    bars = {part: CutBar(*part) for part in set(lengths)}
    masses = {
        f"{result.piece}_kg": work(rules.steel_of_castings, result.piece, steel_kg=result.mass, count=count)
        for result, count in results
        if result.mass
    }
    return SteelCutting(
        bars=tuple(StockBar(tuple(bars[part] for part in one.parts), one.left_mm) for one in cut.plans),
        bar_count=work(rules.stock_bars, lengths_cut=float(len(cut.plans))),
        mesh_sheets=work(rules.mesh_sheets, sheets_cut=float(len(sheets))),
        stock_mm=bar.stock_length_mm,
        proven=cut.proven,
        least=cut.least,
        mass=work(rules.all_steel, **masses) if masses else None,
        findings=tuple(bar_longer_than_stock(lapped_bars, bar.stock_length_mm, lap.value)),
        care=CARE,
    )


def mesh_parts(length_mm: float, width_mm: float, mesh: Mesh) -> list[tuple[float, float]]:
    """The equal parts that a panel is laid in, each no larger than a sheet; they lap by one square and 50 mm.

    Args:
        length_mm: of the panel
        width_mm: of the panel
        mesh: the mesh and the sheet it is sold in
    """
    lap = mesh.spacing_mm + LAP_BEYOND_SQUARE_MM

    def parts(run: float, sheet: float) -> tuple[int, float]:
        count = 1 if run <= sheet else ceil((run - lap) / max(sheet - lap, 1.0) - 1e-9)
        return count, (run + (count - 1) * lap) / count

    ways = [
        (parts(length_mm, a), parts(width_mm, b))
        for a, b in ((mesh.sheet_length_mm, mesh.sheet_width_mm), (mesh.sheet_width_mm, mesh.sheet_length_mm))
    ]
    along, across = min(ways, key=lambda way: way[0][0] * way[1][0])
    return [(along[1], across[1])] * (along[0] * across[0])


def _bars_of(result: SteelResult) -> Iterator[CutLength]:
    """Every bar of one casting: what it is called, and how long it is cut [mm]."""
    for placed in result.bars:
        yield CutLength(placed.key, placed.length.value)
    if result.cage:
        for kind in result.cage.kinds:
            for _ in range(kind.count):
                yield CutLength(kind.mark, kind.length.value)


def _lapped(
    wanted: Sequence[tuple[CutLength, int]], stock_mm: float, lap: Figure
) -> tuple[list[CutLength], list[LappedBar]]:
    """Bars longer than the stock as parts that lap; and which they are, once each, in how many parts.

    Args:
        wanted: each bar of a casting, and how many castings have it
        stock_mm: the length that bars are bought in
        lap: by the standard [mm]
    """
    lengths, lapped = list[CutLength](), dict[str, int]()
    for bar, count in wanted:
        parts = 1
        while rules.part_of_lapped(bar.length_mm, lap.value, parts) > stock_mm + 1e-6 and parts < 200:
            parts += 1
        if parts == 1:
            lengths += [bar] * count
            continue
        lapped[bar.key] = parts
        part = rules.part_of_lapped(bar.length_mm, lap.value, parts)
        lengths += [CutLength(f"{bar.key}, part {number + 1}", part) for number in range(parts)] * count
    return lengths, [LappedBar(key, parts) for key, parts in lapped.items()]

"""All steel of a job cut from stock: bars by length, mesh by sheet."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.kit.nesting import LengthStock, Panel, SheetStock, cut_sheets, fewest_lengths
from ulbrek.core.materials.steel import Bar, Mesh
from ulbrek.core.steel import checks, rules
from ulbrek.core.steel.bends import bending_by
from ulbrek.core.steel.care import CARE
from ulbrek.core.steel.inputs import SteelInputs
from ulbrek.core.steel.result import CutBar, SteelCutting, SteelResult, StockBar


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
    cut = fewest_lengths(lengths, LengthStock(bar.stock_length_mm))
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
        bars=tuple(StockBar(tuple(CutBar(*part) for part in one.parts), one.left_mm) for one in cut.plans),
        bar_count=work(rules.stock_bars, lengths_cut=float(len(cut.plans))),
        mesh_sheets=work(rules.mesh_sheets, sheets_cut=float(len(sheets) + 2 * len(lapped))),
        stock_mm=bar.stock_length_mm,
        proven=cut.proven,
        least=cut.least,
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

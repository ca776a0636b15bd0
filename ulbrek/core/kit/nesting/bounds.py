"""Numbers of sheets below which no plan can go."""

from collections.abc import Sequence
from math import ceil

from ulbrek.core.kit.nesting.panels import Panel, SheetStock, ways

_LARGEST = 60  # parts that are looked at for pairs that cannot share a sheet


def least_sheets(panels: Sequence[Panel], stock: SheetStock) -> int:
    """A number of sheets below which no plan can go: by area, and by panels of which no two share a sheet.

    Args:
        panels: what is wanted; each fits a sheet or an offcut
        stock: what it is cut from; offcuts come first and are not counted
    """
    length, width = stock.usable
    kerf = stock.kerf_mm
    area = sum((p.length_mm + kerf) * (p.width_mm + kerf) for p in panels)
    given = sum((a + kerf) * (b + kerf) for a, b in stock.offcuts)
    by_area = ceil((area - given) / ((length + kerf) * (width + kerf)) - 1e-9)
    return max(by_area, _apart(panels, stock), 0)


def _apart(panels: Sequence[Panel], stock: SheetStock) -> int:
    """How many panels there are of which no two share a sheet, less those that an offcut takes."""
    large = sorted(panels, key=lambda p: -min(p.length_mm, p.width_mm))[:_LARGEST]
    most = 0
    for first in range(len(large)):
        found: list[Panel] = []
        for panel in large[first:]:
            if not any(_share(panel, other, stock) for other in found):
                found.append(panel)
        taken = sum(any(_holds(offcut, panel) for panel in found) for offcut in stock.offcuts)
        most = max(most, len(found) - taken)
    return most


def _share(one: Panel, other: Panel, stock: SheetStock) -> bool:
    """Whether two panels can lie on one sheet side by side."""
    length, width = stock.usable
    kerf = stock.kerf_mm
    return any(
        a + c + kerf <= length + 1e-6 or b + d + kerf <= width + 1e-6
        for a, b in ways(one, (length, width))
        for c, d in ways(other, (length, width))
    )


def _holds(offcut: tuple[float, float], panel: Panel) -> bool:
    return bool(ways(panel, offcut))

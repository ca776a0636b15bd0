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
    (length, width), kerf = stock.usable, stock.kerf_mm
    found = [(panel, sizes) for panel in panels if (sizes := ways(panel, stock.usable))]
    if not found:
        return 0
    longest, widest = (max(min(size[axis] for size in sizes) for _, sizes in found) for axis in (0, 1))
    # A panel that leaves room beside the largest of them shares a sheet with every other.
    large = [
        (panel, sizes)
        for panel, sizes in found
        if min(size[0] for size in sizes) + longest + kerf > length
        and min(size[1] for size in sizes) + widest + kerf > width
    ]
    large.sort(key=lambda one: -min(one[0].length_mm, one[0].width_mm))
    del large[_LARGEST:]
    most = int(any(not any(_holds(offcut, panel) for offcut in stock.offcuts) for panel, _ in found))
    beside = [
        {other for other in range(number) if _share(one[1], large[other][1], stock)} for number, one in enumerate(large)
    ]
    for first in range(len(large)):
        alone: list[int] = []
        for number in range(first, len(large)):
            if beside[number].isdisjoint(alone):
                alone.append(number)
        taken = sum(any(_holds(offcut, large[number][0]) for number in alone) for offcut in stock.offcuts)
        most = max(most, len(alone) - taken)
    return most


StationInputs = list[tuple[float, float]]


def _share(one: StationInputs, other: StationInputs, stock: SheetStock) -> bool:
    """Whether two panels can lie on one sheet side by side."""
    length, width = stock.usable
    kerf = stock.kerf_mm
    return any(a + c + kerf <= length + 1e-6 or b + d + kerf <= width + 1e-6 for a, b in one for c, d in other)


def _holds(offcut: tuple[float, float], panel: Panel) -> bool:
    return bool(ways(panel, offcut))

"""Panels out of sheets by cuts right across: first rips along the sheet, then crosscuts of each ripped strip.

Panels of one height are ripped at one setting. It is quick and the same every time; the number of sheets is
proven where it equals the least that the panels' area and sizes allow.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from itertools import groupby
from math import ceil, floor
from typing import Literal

_TRIFLE_MM = 1e-6
_WORTH_KEEPING_MM = 100.0
_SLENDER = 3.0


@dataclass(frozen=True, slots=True)
class Panel:
    """A part to be cut: its two sizes [mm]. A strip's height is its width."""

    key: str
    length_mm: float
    width_mm: float


@dataclass(frozen=True, slots=True)
class SheetStock:
    """A sheet as it is bought, what the saw takes, and what is trimmed off its edges first [mm]."""

    length_mm: float
    width_mm: float
    kerf_mm: float
    trim_mm: float = 0.0

    @property
    def usable(self) -> tuple[float, float]:
        """Length and width inside the trim [mm]."""
        return self.length_mm - 2 * self.trim_mm, self.width_mm - 2 * self.trim_mm


@dataclass(frozen=True, slots=True)
class Placed:
    """A panel on its sheet: its near corner and its sizes there [mm]."""

    key: str
    x_mm: float
    y_mm: float
    length_mm: float
    width_mm: float


@dataclass(frozen=True, slots=True)
class Saw:
    """One cut: its number in sawing order, its line [mm], and what the fence is set to [mm]."""

    number: int
    kind: Literal["rip", "cross"]
    x1: float
    y1: float
    x2: float
    y2: float
    setting_mm: float


@dataclass(frozen=True, slots=True)
class Rest:
    """What is left of a sheet and worth keeping [mm]."""

    x_mm: float
    y_mm: float
    length_mm: float
    width_mm: float


@dataclass(frozen=True, slots=True)
class SheetPlan:
    """One sheet: where its panels lie, its cuts in sawing order, what is left."""

    panels: tuple[Placed, ...]
    saws: tuple[Saw, ...]
    rests: tuple[Rest, ...]

    @property
    def settings(self) -> int:
        """How often the fence is set anew."""
        return len([key for key, _ in groupby((saw.kind, round(saw.setting_mm, 3)) for saw in self.saws)])


_Line = tuple[Literal["rip", "cross"], float, float, float, float, float]


@dataclass(slots=True)
class _Strip:
    """A strip ripped along the sheet, filled from one end."""

    width_mm: float
    filled_mm: float = 0.0
    panels: list[tuple[Panel, float, float]] = field(default_factory=list)  # with its sizes as it lies


@dataclass(slots=True)
class _Sheet:
    filled_mm: float = 0.0
    strips: list[_Strip] = field(default_factory=list)


def cut_sheets(panels: Iterable[Panel], stock: SheetStock) -> tuple[list[SheetPlan], list[str]]:
    """A plan that cuts all panels from sheets; the best of a few orders, fewest sheets first.

    Of plans with as many sheets the one with fewer cuts wins, then fewer settings of the fence, then the largest rest.

    Args:
        panels: what is wanted
        stock: what it is cut from

    Returns:
        the sheets, and the keys of panels that no sheet can hold
    """
    wanted = list(panels)
    fitting = [panel for panel in wanted if _orientations(panel, stock)]
    too_large = [panel.key for panel in wanted if panel not in fitting]
    if not fitting:
        return [], too_large
    packed = [_packed(order, stock, lie) for order, lie in _orders(fitting)]
    fewest = min(len(sheets) for sheets in packed)
    plans = [[_sheet_plan(sheet, stock) for sheet in sheets] for sheets in packed if len(sheets) == fewest]
    return min(plans, key=_badness), too_large


def least_sheets(panels: Sequence[Panel], stock: SheetStock) -> int:
    """A number of sheets below which no plan can go: by area, and by panels of which no two share a sheet.

    Args:
        panels: what is wanted; each fits a sheet
        stock: what it is cut from
    """
    length, width = stock.usable
    kerf = stock.kerf_mm
    area = sum((p.length_mm + kerf) * (p.width_mm + kerf) for p in panels)
    by_area = ceil(area / ((length + kerf) * (width + kerf)) - 1e-9)
    large = [min(p.length_mm, p.width_mm) > width / 2 and max(p.length_mm, p.width_mm) > length / 2 for p in panels]
    return max(by_area, sum(large))


def _orders(panels: Sequence[Panel]) -> Iterator[tuple[list[Panel], str]]:
    """Orders in which panels are placed, and whether they lie along the sheet or across it where both fit."""
    by_width = sorted(panels, key=lambda p: (-p.width_mm, -p.length_mm, p.key))
    yield by_width, "long"
    if len(panels) > 1:
        yield by_width, "short"
        by_area = sorted(panels, key=lambda p: (-p.length_mm * p.width_mm, p.key))
        if by_area != by_width:
            yield by_area, "long"
        by_length = sorted(panels, key=lambda p: (-max(p.length_mm, p.width_mm), p.key))
        if by_length != by_width:
            yield by_length, "short"


def _orientations(panel: Panel, stock: SheetStock) -> list[tuple[float, float]]:
    length, width = stock.usable
    ways = [(panel.length_mm, panel.width_mm), (panel.width_mm, panel.length_mm)]
    fitting = [(a, b) for a, b in ways if a <= length + _TRIFLE_MM and b <= width + _TRIFLE_MM]
    along = [(a, b) for a, b in fitting if a >= b * _SLENDER]
    return along or fitting  # a strip is ripped along the sheet, all of one height at one setting


def _packed(panels: Sequence[Panel], stock: SheetStock, lie: str) -> list[_Sheet]:
    sheets: list[_Sheet] = []
    for panel in panels:
        ways = sorted(_orientations(panel, stock), key=lambda way: way[0], reverse=lie == "long")
        if not any(_into_strip(sheet, panel, way, stock) for way in ways for sheet in sheets) and not any(
            _new_strip(sheet, panel, way, stock) for way in ways for sheet in sheets
        ):
            sheet = _Sheet()
            sheets.append(sheet)
            _new_strip(sheet, panel, ways[0], stock)
    return sheets


def _into_strip(sheet: _Sheet, panel: Panel, way: tuple[float, float], stock: SheetStock) -> bool:
    along, across = way
    length, _ = stock.usable
    same = [strip for strip in sheet.strips if abs(strip.width_mm - across) < _TRIFLE_MM]
    wider = [strip for strip in sheet.strips if across < strip.width_mm <= across * 1.6]
    for strip in (*same, *sorted(wider, key=lambda one: one.width_mm)):
        if strip.filled_mm + along <= length + _TRIFLE_MM:
            strip.panels.append((panel, along, across))
            strip.filled_mm += along + stock.kerf_mm
            return True
    return False


def _new_strip(sheet: _Sheet, panel: Panel, way: tuple[float, float], stock: SheetStock) -> bool:
    along, across = way
    if sheet.filled_mm + across > stock.usable[1] + _TRIFLE_MM:
        return False
    sheet.strips.append(_Strip(across, along + stock.kerf_mm, [(panel, along, across)]))
    sheet.filled_mm += across + stock.kerf_mm
    return True


def _badness(plan: list[SheetPlan]) -> tuple[int, int, int, float]:
    largest = max((rest.length_mm * rest.width_mm for sheet in plan for rest in sheet.rests), default=0.0)
    cuts = sum(len(sheet.saws) for sheet in plan)
    return len(plan), cuts, sum(sheet.settings for sheet in plan), -floor(largest)


def _sheet_plan(sheet: _Sheet, stock: SheetStock) -> SheetPlan:
    """The sheet with its strips in rip order, equal settings together, and its cuts numbered."""
    length, width = stock.usable
    origin, kerf = stock.trim_mm, stock.kerf_mm
    panels: list[Placed] = []
    rips: list[_Line] = []
    crosses: list[_Line] = []
    seconds: list[_Line] = []  # panels that are narrower than their strip, ripped after the crosscut
    rests: list[Rest] = []
    y = origin
    for strip in sorted(sheet.strips, key=lambda one: -one.width_mm):
        top = y + strip.width_mm
        if top < origin + width - _TRIFLE_MM:
            rips.append(("rip", origin, top + kerf / 2, origin + length, top + kerf / 2, strip.width_mm))
        x = origin
        for panel, along, across in sorted(strip.panels, key=lambda one: -one[1]):
            panels.append(Placed(panel.key, x, y, along, across))
            if x + along < origin + length - _TRIFLE_MM:
                crosses.append(("cross", x + along + kerf / 2, y, x + along + kerf / 2, top, along))
            if across < strip.width_mm - _TRIFLE_MM:
                seconds.append(("rip", x, y + across + kerf / 2, x + along, y + across + kerf / 2, across))
            x += along + kerf
        if origin + length - x > _WORTH_KEEPING_MM and strip.width_mm > _WORTH_KEEPING_MM:
            rests.append(Rest(x, y, origin + length - x, strip.width_mm))
        y = top + kerf
    if origin + width - y > _WORTH_KEEPING_MM:
        rests.append(Rest(origin, y, length, origin + width - y))
    gang = sorted(crosses, key=lambda line: -line[5])  # equal lengths at one setting of the stop
    saws = tuple(Saw(number, *line) for number, line in enumerate((*rips, *gang, *seconds), 1))
    return SheetPlan(tuple(panels), saws, tuple(rests))

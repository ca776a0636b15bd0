"""Parts out of stock: panels out of sheets by straight cuts right across, bars out of lengths."""

from ulbrek.core.kit.nesting.bounds import least_sheets
from ulbrek.core.kit.nesting.lengths import CutLength, LengthPlan, LengthsCut, LengthStock, cut_lengths, fewest_lengths
from ulbrek.core.kit.nesting.panels import Panel, PlacedPanel, Rest, Saw, SheetPlan, SheetStock
from ulbrek.core.kit.nesting.sheets import Prefer, cut_sheets, divided

__all__ = [
    "CutLength",
    "LengthPlan",
    "LengthStock",
    "LengthsCut",
    "Panel",
    "PlacedPanel",
    "Prefer",
    "Rest",
    "Saw",
    "SheetPlan",
    "SheetStock",
    "cut_lengths",
    "cut_sheets",
    "divided",
    "fewest_lengths",
    "least_sheets",
]

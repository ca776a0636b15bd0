"""Parts out of stock: panels out of sheets by straight cuts right across, bars out of lengths."""

from ulbrek.core.kit.nesting.lengths import LengthPlan, LengthStock, cut_lengths
from ulbrek.core.kit.nesting.sheets import Panel, Placed, Rest, Saw, SheetPlan, SheetStock, cut_sheets, least_sheets

__all__ = [
    "LengthPlan",
    "LengthStock",
    "Panel",
    "Placed",
    "Rest",
    "Saw",
    "SheetPlan",
    "SheetStock",
    "cut_lengths",
    "cut_sheets",
    "least_sheets",
]

"""Panels out of sheets by cuts right across."""

from collections.abc import Iterable
from typing import Literal

from ulbrek.core.kit.nesting.panels import Panel, SheetPlan, SheetStock, ways
from ulbrek.core.kit.nesting.sawing import sawn
from ulbrek.core.kit.nesting.search import MOST_STAGES, Layout, Search
from ulbrek.core.kit.remembering import remembered

# Beyond that a second way of laying them would save a sheet in thousands, and cost seconds.
_MOST_TURNED = 5_000
Prefer = Literal["fewest settings", "largest rest"]


def cut_sheets(
    panels: Iterable[Panel], stock: SheetStock, prefer: Prefer = "fewest settings"
) -> tuple[list[SheetPlan], list[str]]:
    """A plan that cuts all panels from offcuts and sheets, found at once and the same every time.

    Args:
        panels: what is wanted
        stock: what it is cut from
        prefer: what decides between plans with as many sheets

    Returns:
        offcuts and sheets, and the keys of panels that neither can hold
    """
    fitting, too_large = divided(panels, stock)
    return list(_sawn(tuple(fitting), stock, prefer)) if fitting else [], too_large


def _held(plans: tuple[SheetPlan, ...], panels: tuple[Panel, ...], *_: SheetStock | Prefer) -> int:
    return 600 * len(panels) + sum(1_000 + 300 * len(plan.saws) for plan in plans)


@remembered(24_000_000, _held)
def _sawn(panels: tuple[Panel, ...], stock: SheetStock, prefer: Prefer) -> tuple[SheetPlan, ...]:
    """The same parts are asked for again at each edit of something else."""
    fitting = list(panels)
    return tuple(sawn(first_layout(fitting, stock, prefer), fitting, stock))


def divided(panels: Iterable[Panel], stock: SheetStock) -> tuple[list[Panel], list[str]]:
    """Panels that can be cut, and the keys of those that no sheet and no offcut can hold."""
    wanted = list(panels)
    fits = [any(ways(panel, room) for room in (stock.usable, *stock.offcuts)) for panel in wanted]
    return (
        [panel for panel, good in zip(wanted, fits, strict=True) if good],
        [panel.key for panel, good in zip(wanted, fits, strict=True) if not good],
    )


def first_layout(panels: list[Panel], stock: SheetStock, prefer: Prefer) -> Layout:
    """A plan at once: few settings of the fence, unless turning parts saves a sheet or a larger rest is wished for.

    Of thousands of parts none is turned.

    Args:
        panels: what is wanted; each fits
        stock: what it is cut from
        prefer: what decides between plans with as many sheets
    """
    narrow = Search(panels, stock, narrow=True, stages=MOST_STAGES)
    calm = narrow.quick()
    if len(panels) > _MOST_TURNED:
        return calm
    if prefer == "fewest settings" and len(calm.sheets) <= narrow.least:
        return calm
    free = Search(panels, stock, narrow=False, stages=MOST_STAGES)
    return min((calm, free.quick()), key=narrow.worth if prefer == "fewest settings" else free.worth)

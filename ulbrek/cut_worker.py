"""The process that looks for a better cut plan. It brings in nothing but the nesting, so that it begins at once."""

import time
from dataclasses import dataclass
from multiprocessing.connection import Connection

from ulbrek.core.kit.nesting import Panel, Prefer, SheetStock, least_sheets
from ulbrek.core.kit.nesting.regrown import Laid, kept
from ulbrek.core.kit.nesting.search import Layout, Search
from ulbrek.core.kit.nesting.sheets import first_layout

_TELL_EVERY_S = 0.5


@dataclass(frozen=True, slots=True)
class CutTask:
    """What is to be cut, from what, what decides between two plans, and for how long a better one is looked for [s]."""

    panels: tuple[Panel, ...]
    stock: SheetStock
    prefer: Prefer
    seconds: float


@dataclass(frozen=True, slots=True)
class Best:
    """The best plan so far: after how long [s] and how many tries, its figures, and how it is taken apart."""

    seconds: float
    tried: int
    done: bool
    sheets: int
    least: int
    rest: float
    settings: int
    kept: tuple[Laid, ...]


def look(task: CutTask, to: Connection) -> None:
    """Looks for better plans and tells of them, every half second at least."""
    panels = list(task.panels)
    search = Search(panels, task.stock, narrow=task.prefer == "fewest settings")
    began = told = time.monotonic()
    best = first_layout(panels, task.stock, task.prefer)
    least = least_sheets(panels, task.stock)

    def tell(tried: int, done: bool) -> None:
        to.send(best_of(best, panels, least, (time.monotonic() - began, tried, done)))

    tell(0, done=False)
    tried = 0
    for tried, found in enumerate(search.better(best), 1):
        now = time.monotonic()
        better = search.worth(found) < search.worth(best)
        best = found if better else best
        if better or now - told > _TELL_EVERY_S:
            tell(tried, done=False)
            told = now
        if now - began > task.seconds:
            break
    tell(tried, done=True)


def best_of(layout: Layout, panels: list[Panel], least: int, so_far: tuple[float, int, bool]) -> Best:
    """A plan with its figures.

    Args:
        layout: the plan
        panels: the parts, in the order in which it counts them
        least: a number of sheets below which no plan can go
        so_far: for how long was looked [s], how many plans were tried, and whether the search has ended
    """
    rest = len(layout.sheets) - layout.net if layout.sheets else 0.0
    return Best(*so_far, len(layout.sheets), least, rest, layout.settings, kept(layout, panels))

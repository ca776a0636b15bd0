"""The search for a better cut plan: done apart, told of as it goes."""

import time
from pathlib import Path
from typing import BinaryIO

from pydantic import TypeAdapter

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.form.cutting import as_kept
from ulbrek.core.form.inputs import LaidSheet
from ulbrek.core.kit.nesting.bounds import least_sheets
from ulbrek.core.kit.nesting.panels import Panel, SheetStock
from ulbrek.core.kit.nesting.regrown import kept
from ulbrek.core.kit.nesting.search import Layout, Search
from ulbrek.core.kit.nesting.sheets import Prefer, first_layout

_TELL_EVERY_S = 0.5


@dataclass(frozen=True, slots=True)
class CutTask:
    """What is to be cut, from what, what decides between two plans, and for how long a better one is looked for [s]."""

    panels: tuple[Panel, ...]
    stock: SheetStock
    prefer: Prefer
    seconds: float


@dataclass(frozen=True, slots=True)
class CutFound:
    """The best plan so far.

    Attributes:
        seconds: for how long was looked
        tried: how many plans were made
        done: whether the search has ended
        sheets: whole ones
        least: a number below which no plan can go
        rest: the largest piece that one cut leaves, as a share of a sheet
        settings: of the fence
        layout: the plan, as a job keeps it
    """

    seconds: float
    tried: int
    done: bool
    sheets: int
    least: int
    rest: float
    settings: int
    layout: tuple[LaidSheet, ...]


_FOUND = TypeAdapter(CutFound)


def look(task: CutTask, told: Path) -> None:
    """Looks for better plans and tells of them, every half second at least.

    Args:
        task: what is to be cut
        told: the file that each is written to, a line of JSON each
    """
    panels = list(task.panels)
    search = Search(panels, task.stock, narrow=task.prefer == "fewest settings")
    began = last = time.monotonic()
    best = first_layout(panels, task.stock, task.prefer)
    least = least_sheets(panels, task.stock)
    with told.open("ab", buffering=0) as file:

        def tell(tried: int, done: bool) -> None:
            _tell(file, best_of(best, panels, least, (time.monotonic() - began, tried, done)))

        tell(0, done=False)
        tried = 0
        for tried, found in enumerate(search.better(best), 1):
            now = time.monotonic()
            better = search.worth(found) < search.worth(best)
            best = found if better else best
            if better or now - last > _TELL_EVERY_S:
                tell(tried, done=False)
                last = now
            if now - began > task.seconds:
                break
        tell(tried, done=True)


def best_of(layout: Layout, panels: list[Panel], least: int, so_far: tuple[float, int, bool]) -> CutFound:
    """A plan with its figures.

    Args:
        layout: the plan
        panels: the parts, in the order in which it counts them
        least: a number of sheets below which no plan can go
        so_far: for how long was looked [s], how many plans were tried, and whether the search has ended
    """
    rest = len(layout.sheets) - layout.net if layout.sheets else 0.0
    sheets = tuple(as_kept(sheet) for sheet in kept(layout, panels))
    return CutFound(*so_far, len(layout.sheets), least, rest, layout.settings, sheets)


def _tell(file: BinaryIO, found: CutFound) -> None:
    file.write(_FOUND.dump_json(found) + b"\n")

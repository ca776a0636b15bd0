"""The search for a better cut plan: a process of its own, so that nothing else waits for it, told of as it goes."""

import time
from collections.abc import AsyncIterator
from dataclasses import dataclass
from multiprocessing import get_context
from multiprocessing.connection import Connection

import anyio

from ulbrek.core.form.cutting import as_kept
from ulbrek.core.form.inputs import SheetLaid
from ulbrek.core.kit.nesting import Panel, Prefer, SheetStock, least_sheets
from ulbrek.core.kit.nesting.regrown import kept
from ulbrek.core.kit.nesting.sawing import sawn
from ulbrek.core.kit.nesting.search import Layout, Search
from ulbrek.core.kit.nesting.sheets import first_layout

_LOOK_EVERY_S = 0.1
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
    layout: tuple[SheetLaid, ...]


async def search(task: CutTask) -> AsyncIterator[CutFound]:
    """Better and better plans. Ended by its time, by itself, or by nobody listening any more."""
    ours, theirs = get_context("spawn").Pipe(duplex=False)
    process = get_context("spawn").Process(target=_work, args=(task, theirs), daemon=True)
    process.start()
    theirs.close()
    try:
        while True:
            found: CutFound | None = None
            try:
                while ours.poll():
                    found = ours.recv()
            except EOFError:
                return
            if found is not None:
                yield found
                if found.done:
                    return
            await anyio.sleep(_LOOK_EVERY_S)
    finally:
        process.terminate()
        ours.close()


def _work(task: CutTask, to: Connection) -> None:
    """Looks for better plans in a process of its own."""
    panels, stock = list(task.panels), task.stock
    narrow = task.prefer == "fewest settings"
    looking = Search(panels, stock, narrow=narrow)
    began = told = time.monotonic()
    best = first_layout(panels, stock, task.prefer)
    least = least_sheets(panels, stock)
    to.send(_told(task, best, least, (0.0, 0, False)))
    tried = 0
    for tried, found in enumerate(looking.better(best), 1):
        now = time.monotonic()
        if looking.worth(found) < looking.worth(best):
            best = found
            to.send(_told(task, best, least, (now - began, tried, False)))
            told = now
        elif now - told > _TELL_EVERY_S:
            to.send(_told(task, best, least, (now - began, tried, False)))
            told = now
        if now - began > task.seconds:
            break
    to.send(_told(task, best, least, (time.monotonic() - began, tried, True)))


def _told(task: CutTask, layout: Layout, least: int, so_far: tuple[float, int, bool]) -> CutFound:
    seconds, tried, done = so_far
    plans = sawn(layout, task.panels, task.stock)
    laid = tuple(as_kept(sheet) for sheet in kept(layout, task.panels))
    rest = len(layout.sheets) - layout.net if layout.sheets else 0.0
    settings = len({round(saw.setting_mm, 1) for plan in plans for saw in plan.saws if saw.kind == "rip"})
    return CutFound(seconds, tried, done, len(layout.sheets), least, rest, settings, laid)

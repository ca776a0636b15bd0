"""The search for a better cut plan: a process of its own, so that nothing else waits for it, told of as it goes."""

from collections.abc import AsyncIterator
from dataclasses import dataclass
from multiprocessing import get_context
from multiprocessing.connection import Connection

import anyio

from ulbrek.core.form.cutting import as_kept
from ulbrek.core.form.inputs import SheetLaid
from ulbrek.cut_worker import Best, CutTask, look

_LOOK_EVERY_S = 0.1


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
    process = get_context("spawn").Process(target=look, args=(task, theirs), daemon=True)
    process.start()
    theirs.close()
    try:
        ended = False
        while not ended:
            found, ended = _last_of(ours)
            if found is not None:
                yield _told(found)
            await anyio.sleep(0.0 if ended else _LOOK_EVERY_S)
    finally:
        process.terminate()
        ours.close()


def _last_of(ours: Connection) -> tuple[Best | None, bool]:
    """The newest of what was told and not yet read, and whether that was the end of it."""
    found: Best | None = None
    try:
        while ours.poll():
            found = ours.recv()
    except EOFError:
        return found, True
    return found, found is not None and found.done


def _told(best: Best) -> CutFound:
    """What a process found, as a job keeps it."""
    layout = tuple(as_kept(sheet) for sheet in best.kept)
    return CutFound(best.seconds, best.tried, best.done, best.sheets, best.least, best.rest, best.settings, layout)

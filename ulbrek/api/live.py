"""Live changes: one connection a worker listens, and each page that follows is told what is of its shop."""

import asyncio
from asyncio import Queue, QueueFull, Task
from collections import deque
from collections.abc import AsyncGenerator
from contextlib import suppress
from math import inf
from uuid import UUID

import structlog
from psycopg import OperationalError

from ulbrek.store.changes import Change, listen

MOST_FOLLOWING = 200  # pages, in one worker: half of what it answers at once
MOST_OF_ONE = 20  # pages of one person
_WAITING = 500  # changes that a page has not taken yet; beyond them it is told to look at everything again
_AGAIN_S = 1.0
_KNOWN = 1000  # changes, the last of all shops: told to a page that looked before they came, and follows since
log = structlog.get_logger("ulbrek")


class Live:
    """Tells pages what changes, as long as they follow."""

    def __init__(self, url: str) -> None:
        """Listens to the database at ``url`` from when the first page follows."""
        self._url = url
        self._following: dict[Queue[Change | None], tuple[UUID, str]] = {}
        self._listening: Task[None] | None = None
        self._told: deque[tuple[float, Change]] = deque(maxlen=_KNOWN)
        self._known_from = inf

    def is_full(self, who: str) -> bool:
        """Whether no further page of somebody can follow: so many do already, theirs or in all."""
        of_one = sum(name == who for _, name in self._following.values())
        return len(self._following) >= MOST_FOLLOWING or of_one >= MOST_OF_ONE

    async def follow(self, shop_id: UUID, who: str, since_s: float, lasts_s: float) -> AsyncGenerator[Change | None]:
        """What changed in a shop since, and changes for so long; None where something may have been missed.

        Args:
            shop_id: the shop
            who: follows
            since_s: how long ago the page first looked at anything [s]
            lasts_s: how long it may follow [s]
        """
        waiting: Queue[Change | None] = Queue(_WAITING)
        self._following[waiting] = shop_id, who
        if self._listening is None:
            self._listening = asyncio.create_task(self._listen())
        now = _now()
        if now - since_s >= self._known_from:
            for at, earlier in self._told:
                if at >= now - since_s and earlier.shop_id == shop_id:
                    _tell(waiting, earlier)
        elif self._known_from < inf:
            _tell(waiting, None)
        try:
            while True:
                async with asyncio.timeout_at(now + lasts_s):
                    change = await waiting.get()
                yield change
        except TimeoutError:
            return
        finally:
            del self._following[waiting]

    async def close(self) -> None:
        """Listens no longer."""
        if self._listening is not None:
            self._listening.cancel()
            with suppress(asyncio.CancelledError):
                await self._listening

    async def _listen(self) -> None:
        """Tells every page; where the database is gone it asks until that is back, and all look at everything again."""
        while True:
            try:
                async for change in listen(self._url):
                    self._keep(change)
                    for waiting, (shop_id, _) in tuple(self._following.items()):
                        if change is None or change.shop_id == shop_id:
                            _tell(waiting, change)
            except (OperationalError, OSError) as error:
                log.warning("not listening", error=type(error).__name__)
            self._known_from = inf
            await asyncio.sleep(_AGAIN_S)

    def _keep(self, change: Change | None) -> None:
        """Keeps what pages that come later may have missed; None: it listens from now on."""
        if change is None:
            self._told.clear()
            self._known_from = _now()
            return
        if len(self._told) == _KNOWN:
            self._known_from = self._told[1][0]
        self._told.append((_now(), change))


def _now() -> float:
    return asyncio.get_running_loop().time()


def _tell(waiting: Queue[Change | None], change: Change | None) -> None:
    try:
        waiting.put_nowait(change)
    except QueueFull:
        while not waiting.empty():
            waiting.get_nowait()
        waiting.put_nowait(None)

"""What changes in the shop, told as it happens."""

import json
from collections.abc import AsyncGenerator
from contextlib import aclosing
from math import inf
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, HTTPException, Query, Request
from sse_starlette import EventSourceResponse, ServerSentEvent
from starlette.concurrency import run_in_threadpool

from ulbrek.api.access.asker import Asker
from ulbrek.api.handlers.common import Asking, Db
from ulbrek.api.live import Live
from ulbrek.store.changes import Change

router = APIRouter(prefix="/api")
LASTS_S = 1800.0  # then a page comes again, and the gate looks again whether it may
PING_S = 15
RETRY_MS = 700  # after a connection is lost
# Of what helpers are told: what their pours are about.
_OF_HELPERS = frozenset({"pour", "log", "casting", "job", "run", "finish", "shop"})


@router.get("/changes", include_in_schema=False)
async def follow_changes(
    request: Request, db: Db, asker: Asking, seen_ms: Annotated[float, Query(ge=0)] = inf
) -> EventSourceResponse:
    """A stream of what changes, as server-sent events: ``what``, ``key``, ``page``; ``again`` says look at all of it.

    It begins with what changed since the page first looked, so many milliseconds ago, and ends by itself only after
    half an hour, which is why it stands in no description of the API.
    """
    live: Live = request.app.state.live
    shop_id = await run_in_threadpool(lambda: db.shop_id)
    if shop_id is None:
        raise HTTPException(404, "There is no shop yet.")
    if live.is_full(_name(asker)):
        raise HTTPException(503, "Too many pages follow what changes. Close some that nobody looks at.")
    return EventSourceResponse(
        stream_of(live, asker, shop_id, seen_ms / 1000), ping=PING_S, headers={"X-Accel-Buffering": "no"}
    )


async def stream_of(live: Live, asker: Asker, shop_id: UUID, since_s: float) -> AsyncGenerator[ServerSentEvent]:
    """What one that follows is told: what is of their shop, and theirs to see; it ends when their device is out."""
    async with aclosing(live.follow(shop_id, _name(asker), since_s, LASTS_S)) as changes:
        async for change in changes:
            if change is None:
                yield ServerSentEvent(event="again", data="", retry=RETRY_MS)
            elif change.what == "device":
                if change.key == str(asker.device_id):
                    return  # it comes again, and is let in or not
                if asker.role == "owner":
                    yield _told(change)
            elif asker.role in ("owner", "maker") or change.what in _OF_HELPERS:
                yield _told(change)


def _name(asker: Asker) -> str:
    return str(asker.account_id or asker.address)


def _told(change: Change) -> ServerSentEvent:
    told = {"what": change.what, "key": change.key, "page": change.page}
    return ServerSentEvent(data=json.dumps(told), retry=RETRY_MS)

"""Addresses that a calendar subscribes to, and what they show."""

from datetime import UTC, datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, HTTPException, Path, Request, Response
from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from ulbrek.api.floor import Floors
from ulbrek.api.handlers.accounts import public_address
from ulbrek.api.handlers.common import Asking, Db, Floored, as_file
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Units
from ulbrek.files.calendar_file import write_shop_calendar
from ulbrek.store.database import Database
from ulbrek.store.feeds import Feed

router = APIRouter(prefix="/api")
CALENDAR = "text/calendar; charset=utf-8"


def _trimmed(text: str) -> str:
    if not text.strip():
        raise ValueError("It is empty. Give at least one character.")
    return text.strip()


class FeedRequest(BaseModel):
    """What an address is for, such as whose phone."""

    model_config = ConfigDict(extra="forbid")

    name: Annotated[str, Field(min_length=1, max_length=60), ONE_LINE, AfterValidator(_trimmed)]


@dataclass(frozen=True, slots=True)
class NewFeed:
    """An address that was made: it is told this once, and not kept."""

    feed: Feed
    address: str


@router.get("/feeds")
def list_feeds(db: Db) -> list[Feed]:
    """The calendar addresses that still hold."""
    with db.look() as records:
        return records.feeds(records.shop().id).all()


@router.post("/feeds", status_code=201)
def make_feed(db: Db, request: Request, asker: Asking, asked: FeedRequest) -> NewFeed:
    """An address that shows the shop's calendar to whoever has it, until it is ended."""
    with db.work() as records:
        shop_id = records.shop().id
        feed, token = records.feeds(shop_id).make(asked.name, asker.member_id)
        records.security(shop_id).add("feed-made", asker.name, asker.address, feed.name)
    return NewFeed(feed, f"{public_address(request)}/api/feed/{token}.ics")


@router.post("/feeds/{feed_id}/end", status_code=204)
def end_feed(db: Db, asker: Asking, feed_id: UUID) -> None:
    """An address shows nothing any more."""
    with db.work() as records:
        shop_id = records.shop().id
        records.feeds(shop_id).end(feed_id)
        records.security(shop_id).add("feed-ended", asker.name, asker.address)


@router.get("/days/calendar", response_class=Response, responses={200: {"content": {"text/calendar": {}}}})
def get_shop_calendar(floors: Floored, units: Units = "mm") -> Response:
    """What is to be done on all jobs, as an iCalendar file."""
    floor = floors.now()
    shop = floor.shop.shop
    written = write_shop_calendar(shop.name, floor.scheduled, datetime.now(UTC), units)
    return as_file(written, shop.name, "ics", CALENDAR)


@router.get("/feed/{secret}.ics", response_class=Response, responses={200: {"content": {"text/calendar": {}}}})
def get_feed(
    request: Request, secret: Annotated[str, Path(min_length=20, max_length=80)], units: Units = "mm"
) -> Response:
    """What is to be done on all jobs of the shop that an address is of, for a calendar that subscribed to it."""
    database: Database = request.app.state.database
    floors: Floors = request.app.state.floors
    with database.look() as records:
        shop_id = records.doors.feed(secret)
    if shop_id is None:
        raise HTTPException(404, "This calendar address has ended. Ask a maker of the shop for a new one.")
    floor = floors.now(database.of_shop(shop_id))
    written = write_shop_calendar(floor.shop.shop.name, floor.scheduled, datetime.now(UTC), units)
    return Response(written, media_type=CALENDAR, headers={"Cache-Control": "private, max-age=300"})

"""A year of the shop: what was made, used, wasted and spent."""

from datetime import UTC, datetime
from typing import Annotated, Literal
from zoneinfo import ZoneInfo

from fastapi import APIRouter, Query, Response

from ulbrek.api.handlers.common import Db, as_file
from ulbrek.api.handlers.log import MEDIA
from ulbrek.api.views import answer
from ulbrek.files.year_file import write_year
from ulbrek.store.database import Records
from ulbrek.store.year import Year

router = APIRouter(prefix="/api")
WhichYear = Annotated[int | None, Query(ge=1970, le=2100)]


@router.get("/year", response_model=Year)
def get_year(db: Db, year: WhichYear = None) -> Response:
    """A year of the shop; this one where none is said."""
    with db.work() as records:
        return answer(Year, _year(records, year))


@router.get("/year/file", response_class=Response)
def get_year_file(db: Db, year: WhichYear = None, kind: Literal["csv", "xlsx"] = "csv") -> Response:
    """A year of the shop as a file."""
    with db.work() as records:
        found = _year(records, year)
    return as_file(write_year(found, kind), f"Year {found.year}", kind, MEDIA[kind])


def _year(records: Records, year: int | None) -> Year:
    shop = records.shop()
    zone = ZoneInfo(shop.shop.hours.zone)
    return records.year(shop.id).of(year or datetime.now(UTC).astimezone(zone).year, zone)

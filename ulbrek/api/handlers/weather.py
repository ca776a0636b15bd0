"""The weather of the shop, and the hours of the coming week to pour in."""

from collections.abc import AsyncIterator
from datetime import UTC, datetime, timedelta
from typing import Annotated
from uuid import UUID

import anyio.to_thread
from fastapi import APIRouter, Depends, HTTPException, Query, Request
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from ulbrek.api import tasks
from ulbrek.api.apart import BusyError, TooLongError
from ulbrek.api.handlers.common import Db, Long
from ulbrek.api.services.weather import NoForecastError, Weathers
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.inputs import ClockStyle
from ulbrek.core.cure.window import PourStart, together
from ulbrek.core.job.job import Job
from ulbrek.core.kit.climate.conditions import HOUR, Conditions, Provenance
from ulbrek.store.database import Database
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")

SHOWN_BACK = timedelta(days=2)
MOST_JOBS = 12


@dataclass(frozen=True, slots=True)
class WeatherView:
    """The weather in the open, an entry an hour from ``begins`` on; ``service`` is who foretells it."""

    service: str | None
    foretold_at: datetime | None
    begins: datetime | None
    air_c: tuple[float, ...]
    humidity_pct: tuple[float, ...]
    wind_kmh: tuple[float, ...]
    rain_mm: tuple[float, ...]
    sun_w_m2: tuple[float, ...]
    known_by: tuple[Provenance, ...]


@dataclass(frozen=True, slots=True)
class WindowView:
    """Each hour of the coming week as a start."""

    zone: str
    clock: ClockStyle
    foretold_at: datetime | None
    starts: tuple[PourStart, ...]


class WindowSoFar(BaseModel):
    """The coming week for the first ``looked`` of ``of`` pours together."""

    looked: int
    of: int
    zone: str
    clock: ClockStyle
    foretold_at: datetime | None
    starts: tuple[PourStart, ...]


async def _weathers(request: Request) -> Weathers:
    weathers: Weathers = request.app.state.weathers
    return weathers


OfWeather = Annotated[Weathers, Depends(_weathers)]


@router.get("/weather")
def get_weather(db: Db, weathers: OfWeather) -> WeatherView:
    """What is known of the last two days and foretold of the coming ones."""
    with db.look() as records:
        known = records.shop().known
    return _view(known, weathers)


@router.post("/weather/forecast")
def ask_forecast(db: Db, weathers: OfWeather) -> WeatherView:
    """Asks for a new forecast."""
    with db.look() as records:
        shop_id = records.shop().id
    try:
        return _view(weathers.ask(shop_id, datetime.now(UTC)), weathers)
    except NoForecastError as error:
        raise HTTPException(409, str(error)) from error


@router.get("/pour-window")
def get_pour_window(
    db: Db, apart: Long, job: Annotated[list[UUID], Query(min_length=1, max_length=MOST_JOBS)]
) -> WindowView:
    """What each hour of the coming week would be like to pour some jobs in, one after another."""
    shop, jobs = _asked(db, job)
    starts = apart.run(tasks.windows, jobs, shop.shop, shop.known, datetime.now(UTC))
    return WindowView(shop.shop.hours.zone, shop.shop.hours.clock, shop.known.foretold_at, starts)


@router.get(
    "/pour-window/by-pour",
    response_class=StreamingResponse,
    responses={200: {"model": WindowSoFar, "content": {"application/x-ndjson": {}}}},
)
def tell_pour_window(
    db: Db, apart: Long, job: Annotated[list[UUID], Query(min_length=1, max_length=MOST_JOBS)]
) -> StreamingResponse:
    """The same pour by pour, a line each: the week of those looked at so far. Whoever stops listening ends it."""
    apart.refuse_if_busy()
    shop, jobs = _asked(db, job)
    now = datetime.now(UTC)
    hours = shop.shop.hours

    async def lines() -> AsyncIterator[str]:
        so_far: tuple[PourStart, ...] | None = None
        for looked, one in enumerate(jobs, 1):
            try:
                week = await anyio.to_thread.run_sync(apart.run, tasks.windows, [one], shop.shop, shop.known, now)
            except (BusyError, TooLongError):
                return  # whoever reads sees how many were looked at
            so_far = together([so_far, week] if so_far else [week], hours, now)
            told = WindowSoFar(
                looked=looked, of=len(jobs), zone=hours.zone, clock=hours.clock, foretold_at=shop.known.foretold_at,
                starts=so_far,
            )  # fmt: skip
            yield told.model_dump_json() + "\n"

    return StreamingResponse(lines(), media_type="application/x-ndjson")


def _asked(db: Database, jobs: list[UUID]) -> tuple[StoredShop, list[Job]]:
    with db.look() as records:
        shop = records.shop()
        return shop, [records.jobs(shop.id).get(one).job for one in dict.fromkeys(jobs)]


def _view(known: Conditions, weathers: Weathers) -> WeatherView:
    service = weathers.service.name if weathers.service else None
    back = max(0, int((datetime.now(UTC) - SHOWN_BACK - known.begins) / HOUR))
    hours = known.hours[back:]
    if not hours:
        return WeatherView(service, None, None, (), (), (), (), (), ())
    air, humidity, wind, rain, sun, _, known_by = zip(*hours, strict=True)
    return WeatherView(
        service, known.foretold_at, known.begins + back * HOUR, air, humidity, wind, rain, sun, known_by
    )  # fmt: skip

"""The shop's days: all pours on one line of time, and moving one."""

from contextlib import suppress
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, HTTPException, Query, Response
from pydantic import BaseModel, ConfigDict

from ulbrek.api import tasks
from ulbrek.api.floor import Floor, capacity_of, record_of
from ulbrek.api.handlers.common import Asking, Db, Floored, Long, Planned, as_file
from ulbrek.api.services.plans import NotPlannedError, Plans, claim_job, claim_pour
from ulbrek.core.after.outlook import ahead_of
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.cure.inputs import ClockStyle, PourHour
from ulbrek.core.days.booked import Booked, Waiting, as_booked, booked, next_half_hour, waiting
from ulbrek.core.days.days import Days, days, free_places, spread
from ulbrek.files.pack import Paper
from ulbrek.store.database import Database
from ulbrek.store.entries import Entry
from ulbrek.store.errors import RefusedEntryError

router = APIRouter(prefix="/api")

MOST_DAYS = 42
MOST_PLACES = 6


class HourRequest(BaseModel):
    """The hour that a pour is moved to, and the one that it had: what somebody else moved is not moved unseen."""

    model_config = ConfigDict(extra="forbid")

    was: PourHour | None
    at: PourHour


@dataclass(frozen=True, slots=True)
class DaysView:
    """The shop's days from a morning on.

    ``begins`` holds the midnights of the place, the last one the end. ``people`` is how many are listed, ``bench_m2``
    the room on the benches. ``waiting`` are pours that want an hour. ``renewing`` says that some hours are as they were
    before the last change.
    """

    now: datetime
    zone: str
    clock: ClockStyle
    begins: tuple[datetime, ...]
    people: int
    bench_m2: float | None
    renewing: bool
    waiting: tuple[Waiting, ...]
    days: Days


@dataclass(frozen=True, slots=True)
class FreePlaces:
    """The nearest hours at which a pour gets in nobody's way, earliest first.

    ``room_m2`` is what its forms take, where that is more than the benches have: then there is none.
    """

    places: tuple[datetime, ...]
    room_m2: float | None


@router.get("/days")
def get_days(
    floors: Floored,
    begin: Annotated[
        PourHour | None, Query(description="any moment of the first day; today where it is left out")
    ] = None,
    count: Annotated[int, Query(ge=1, le=MOST_DAYS, description="how many days")] = 7,
) -> DaysView:
    """All pours of some days, what they take of people and benches, and where they clash."""
    floor, now = floors.now(), datetime.now(UTC)
    begins, found = _days(floor, now, begin, count)
    shop = floor.shop.shop
    return DaysView(
        now, shop.hours.zone, shop.hours.clock, begins, len(shop.people), shop.bench_m2, bool(floor.stale),
        tuple(waiting(floor.scheduled, now)), found,
    )  # fmt: skip


@router.get("/days/sheet", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def get_days_sheet(
    floors: Floored,
    apart: Long,
    begin: PourHour | None = None,
    count: Annotated[int, Query(ge=1, le=MOST_DAYS)] = 7,
    units: Units = "mm",
    paper: Paper = "a4",
) -> Response:
    """Some days for the wall, as a PDF."""
    floor = floors.now()
    begins, found = _days(floor, datetime.now(UTC), begin, count)
    shop = floor.shop.shop
    content = apart.run(tasks.days_pages, found, begins, shop.hours, shop.name, units, paper)
    return as_file(content, "calendar", "pdf", "application/pdf")


@router.get("/days/places")
def get_places(
    db: Db,
    plans: Planned,
    floors: Floored,
    of: Annotated[UUID, Query(description="a pour, or a job where none is begun")],
) -> FreePlaces:
    """The nearest hours at which a pour gets in nobody's way, within two weeks."""
    floor, now = floors.now(), datetime.now(UTC)
    there = list(booked(floor.scheduled, now))
    one = next((one for one in there if one.id == str(of) and not one.poured), None) or _tried(
        db, plans, floor, of, now
    )
    capacity = capacity_of(floor)
    large = capacity.bench_m2 is not None and one.bound.room_m2 > capacity.bench_m2
    places = () if large else spread(free_places(one, there, capacity, now), MOST_PLACES)
    return FreePlaces(places, one.bound.room_m2 if large else None)


@router.post("/jobs/{job_id}/hour", status_code=204)
def move_job(db: Db, plans: Planned, job_id: UUID, asked: HourRequest) -> None:
    """Plans the pour of a job for an hour; it is kept as a revision, and can be undone."""
    with db.work() as records:
        shop = records.shop()
        jobs = records.jobs(shop.id)
        stored = jobs.get(job_id)
        if stored.job.cure.poured_at != asked.was:
            raise RefusedEntryError("/was", "Somebody else moved this pour.", "Look at its new hour, then move it.")
        cure = stored.job.cure.model_copy(update={"poured_at": asked.at.astimezone(UTC)})
        stored = jobs.edit(job_id, stored.revision, stored.job.model_copy(update={"cure": cure}), "Pour moved")
        record = record_of(records, shop, stored)
        claim_job(records, stored, shop, record)
    with suppress(NotPlannedError):  # it is moved all the same, and its card says what is wrong
        _, tell = plans.tell_job(stored, shop, record)
        tell()


@router.post("/pours/{pour_id}/hour", status_code=204)
def move_pour(db: Db, plans: Planned, asker: Asking, pour_id: UUID, asked: HourRequest) -> None:
    """A pour that is only planned is to be poured at another hour; the log says so."""
    with db.work() as records:
        shop = records.shop()
        pours = records.pours(shop.id)
        pours.plan_for(
            pour_id, asked.was, asked.at.astimezone(UTC), Entry(datetime.now(UTC), member_id=asker.member_id)
        )
        pour = pours.get(pour_id)
        claim_pour(records, pour, shop)
    plans.tell_pour(pour, shop)


def _days(floor: Floor, now: datetime, begin: datetime | None, count: int) -> tuple[tuple[datetime, ...], Days]:
    """The midnights of some days, and what is on in them."""
    capacity = capacity_of(floor)
    place = capacity.hours.place
    first = (begin or now).astimezone(place).replace(hour=0, minute=0, second=0, microsecond=0)
    begins = tuple((first + timedelta(days=day)).astimezone(UTC) for day in range(count + 1))
    return begins, days(booked(floor.scheduled, now), capacity, now, begins[0], begins[-1])


def _tried(db: Database, plans: Plans, floor: Floor, of: UUID, now: datetime) -> Booked:
    """A pour that wants an hour, as if it were poured as soon as can be."""
    wanted = next((one for one in floor.scheduled if str(of) == (one.pour or one.job) and not one.poured), None)
    if wanted is None:
        raise HTTPException(404, "There is no pour of that id that is still to come.")
    at = next_half_hour(now, floor.shop.shop.hours)
    with db.work() as records:
        shop = records.shop()
        job = records.pours(shop.id).get(of).job if wanted.pour else records.jobs(shop.id).get(of).job
    job = job.model_copy(update={"cure": job.cure.model_copy(update={"poured_at": at})})
    return as_booked(replace(wanted, ahead=ahead_of(job, plans.make(job, shop.shop, known=shop.known))), at)

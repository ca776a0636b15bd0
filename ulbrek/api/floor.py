"""The shop floor: the jobs, and the pours that something is still due on. It plans nothing."""

import time
from collections.abc import Iterator, Mapping, Set
from dataclasses import replace
from datetime import UTC, datetime
from functools import cached_property, partial
from threading import Lock
from uuid import UUID

from cachetools import LRUCache

from ulbrek.api.services.plans import Plans, in_weather, job_key, pour_key
from ulbrek.api.views import JobCard
from ulbrek.core.after.schedule import Agenda, ScheduledAct, schedule
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.days.booked import Capacity
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.record import EMPTY, Record, rules_over
from ulbrek.store.database import Database, Records
from ulbrek.store.jobs import JobHead, StoredJob
from ulbrek.store.outlooks import KeptOutlook
from ulbrek.store.poured import LivePour
from ulbrek.store.shops import StoredShop

MOST_SHOPS = 200  # whose floors are remembered


@dataclass(frozen=True)
class Floor:
    """The jobs of a shop, its live pours, by job when water last went in, and the outlooks that are kept of them."""

    shop: StoredShop
    jobs: list[JobHead]
    pours: list[LivePour]
    last_poured: dict[UUID, datetime]
    outlooks: Mapping[UUID, KeptOutlook]

    def record(self, job: JobHead) -> Record:
        """What happened to the pour that a job's plan speaks of."""
        mine = [pour for pour in self.pours if pour.job_id == job.id and pour.poured_at is not None]
        newest = max(mine, key=lambda pour: pour.record.water_in_at or pour.created_at, default=None)
        return newest.record if newest and rules_over(newest.poured_at, job.poured_at) else EMPTY

    def awaits_pour(self, job: JobHead) -> bool:
        """Whether a job's own plan is still ahead: neither begun as a pour nor poured."""
        begun = any(pour.job_id == job.id and pour.poured_at is None for pour in self.pours)
        return not begun and not rules_over(self.last_poured.get(job.id), job.poured_at)

    def card(self, job: JobHead) -> JobCard:
        """A job as the floor shows it."""
        kept = self.outlooks.get(job.id)
        fresh = self.is_fresh(job.id)
        outlook = kept.outlook if kept else None
        problem = kept.problem if kept and fresh else None
        return JobCard(
            job.id, job.revision, job.changed_at, outlook.headline.name if outlook and fresh else job.name,
            outlook.headline if outlook else None, not fresh, problem,
        )  # fmt: skip

    @cached_property
    def cards(self) -> list[JobCard]:
        """All jobs as the floor shows them."""
        return [self.card(job) for job in self.jobs]

    def after(self, job_id: UUID) -> int:
        """The place of the job that follows another one on the floor; behind all, where that is gone."""
        return next((place + 1 for place, job in enumerate(self.jobs) if job.id == job_id), len(self.jobs))

    def only(self, pours: Set[UUID], jobs: Set[UUID]) -> "Floor":
        """What of it belongs to some pours and jobs."""
        return replace(
            self,
            jobs=[one for one in self.jobs if one.id in jobs],
            pours=[one for one in self.pours if one.id in pours],
        )

    @cached_property
    def keys(self) -> Mapping[UUID, str]:
        """By job and by pour, what its outlook is worked out from as things stand now."""
        plain = {job.id: job_key(job.revision, self.shop, self.record(job)) for job in self.jobs}
        plain |= {pour.id: pour_key(self.shop, pour) for pour in self.pours}
        return {of: in_weather(key, self.shop, self.outlooks.get(of)) for of, key in plain.items()}

    @cached_property
    def stale(self) -> tuple[JobHead | LivePour, ...]:
        """Jobs and pours whose outlook is missing, or was worked out from something else than there is now."""
        there: list[JobHead | LivePour] = [*self.jobs, *self.pours]
        return tuple(one for one in there if not self.is_fresh(one.id))

    def is_fresh(self, of: UUID) -> bool:
        """Whether the outlook of a job or a pour is that of now."""
        kept = self.outlooks.get(of)
        return kept is not None and kept.key == self.keys[of]

    @cached_property
    def scheduled(self) -> tuple[ScheduledAct, ...]:
        """What is ahead of live pours, and of jobs that wait to be poured, as far as it is known."""
        return tuple(self._scheduled())

    def _scheduled(self) -> Iterator[ScheduledAct]:
        names = {job.id: job.name for job in self.jobs}
        for pour in self.pours:
            kept = self.outlooks.get(pour.id)
            if kept and kept.outlook:
                name = names.get(pour.job_id, pour.job_name)
                poured = pour.poured_at is not None
                yield ScheduledAct(str(pour.job_id), name, kept.outlook.ahead, str(pour.id), poured, pour.moulds)
        for job in self.jobs:
            kept = self.outlooks.get(job.id)
            if kept and kept.outlook and self.awaits_pour(job):
                yield ScheduledAct(str(job.id), job.name, kept.outlook.ahead)


class _OfShop:
    """The floor of one shop as it was last read: when that was begun, its stamp, and what it was."""

    def __init__(self) -> None:
        self.lock = Lock()
        self.last: tuple[float, str, Floor] | None = None


class Floors:
    """The floors of shops as they were last read, and read again only when something was written since."""

    def __init__(self, plans: Plans) -> None:
        """Outlooks that are missing or stale are worked out in the background."""
        self._plans = plans
        self._lock = Lock()
        self._shops: LRUCache[UUID | None, _OfShop] = LRUCache(MOST_SHOPS)

    def now(self, database: Database) -> Floor:
        """The floor of a database's shop; of many who ask at once one reads it, after they have asked."""
        asked = time.monotonic()
        with self._lock:
            kept = self._shops.setdefault(database.shop_id, _OfShop())
        with kept.lock:
            if kept.last is None or kept.last[0] < asked:
                kept.last = self._looked(database, kept.last)
            floor = kept.last[2]
        _renew(floor, database, self._plans)
        return floor

    def _looked(self, database: Database, last: tuple[float, str, Floor] | None) -> tuple[float, str, Floor]:
        begun = time.monotonic()
        with database.look() as records:
            stamp = records.stamp()
        if last is not None and last[1] == stamp:
            return begun, stamp, last[2]
        return begun, stamp, _read(database, self._plans)


def _read(db: Database, plans: Plans) -> Floor:
    with db.work() as records:
        shop = records.shop()
        pours, jobs = records.pours(shop.id), records.jobs(shop.id).heads()
        live = pours.live()
        outlooks = plans.outlooks(records, shop.id, [*(job.id for job in jobs), *(pour.id for pour in live)])
        return Floor(shop, jobs, live, pours.last_poured(), outlooks)


def agenda_of(floor: Floor, now: datetime) -> Agenda:
    """The acts of live pours, and of jobs that wait to be poured."""
    agenda = schedule(floor.scheduled, now, floor.shop.shop.hours.zone, bool(floor.stale))
    return replace(agenda, old_shop=floor.shop.unreadable)


def capacity_of(floor: Floor) -> Capacity:
    """What the shop has: its people, its hours, and room on its benches."""
    shop = floor.shop.shop
    counted = max((one.ahead.bound.people for one in floor.scheduled), default=1)
    return Capacity(shop.people, shop.hours, shop.bench_m2, counted)


def record_of(records: Records, shop: StoredShop, job: StoredJob) -> Record:
    """What happened to the newest pour of a job, where its plan speaks of that one."""
    record = records.pours(shop.id).newest_record(job.id)
    return record if record and rules_over(record.water_in_at, job.job.cure.poured_at) else EMPTY


def _renew(floor: Floor, db: Database, plans: Plans) -> None:
    now = datetime.now(UTC)
    for job in floor.stale:
        kept = floor.outlooks.get(job.id)
        if kept and kept.claimed_until and kept.claimed_until > now:
            continue  # somebody is at it
        if isinstance(job, JobHead):
            make = partial(_job, db, plans, job.id, floor.record(job))
        else:
            make = partial(_pour, db, plans, job.id)
        plans.renew(job.id, floor.shop.id, floor.keys[job.id], make)


def _job(db: Database, plans: Plans, job_id: UUID, record: Record) -> tuple[Job, Plan]:
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).get(job_id)
    return stored.job, plans.of_job(stored, shop, record)


def _pour(db: Database, plans: Plans, pour_id: UUID) -> tuple[Job, Plan]:
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
    return pour.job, plans.of_pour(pour, shop)

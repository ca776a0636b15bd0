"""The shop floor: the jobs, and the pours that something is still due on."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ulbrek.api.views import plan_of, plan_of_pour
from ulbrek.core.record import EMPTY, Record, rules_over
from ulbrek.core.schedule import Agenda, Scheduled, schedule
from ulbrek.store.database import Database, Records
from ulbrek.store.jobs import ListedJob
from ulbrek.store.poured import StoredPour
from ulbrek.store.shops import StoredShop


@dataclass(frozen=True, slots=True)
class Floor:
    """The jobs of a shop, its live pours, and by job when water last went in."""

    shop: StoredShop
    jobs: list[ListedJob]
    pours: list[StoredPour]
    last_poured: dict[UUID, datetime]

    def record(self, job: ListedJob) -> Record:
        """What happened to the pour that a job's plan speaks of."""
        mine = [pour for pour in self.pours if pour.job_id == job.id and pour.poured_at is not None]
        newest = max(mine, key=lambda pour: pour.record.water_in_at or pour.created_at, default=None)
        return newest.record if newest and rules_over(newest.poured_at, job.job) else EMPTY

    def awaits_pour(self, job: ListedJob) -> bool:
        """Whether a job's own plan is still ahead: neither begun as a pour nor poured."""
        begun = any(pour.job_id == job.id and pour.poured_at is None for pour in self.pours)
        return not begun and not rules_over(self.last_poured.get(job.id), job.job)


def on_the_floor(db: Database) -> Floor:
    """The shop floor as it is kept."""
    with db.work() as records:
        shop = records.shop()
        pours = records.pours(shop.id)
        live = pours.many([one.id for one in pours.live()])
        return Floor(shop, records.jobs(shop.id).all(), live, pours.last_poured())


def record_of(records: Records, shop: StoredShop, job: ListedJob) -> Record:
    """What happened to the newest pour of a job, where its plan speaks of that one."""
    pours = records.pours(shop.id)
    newest = pours.newest_of(job.id)
    if newest is None:
        return EMPTY
    pour = pours.get(newest)
    return pour.record if rules_over(pour.poured_at, job.job) else EMPTY


def agenda_of(floor: Floor, now: datetime) -> Agenda:
    """The acts of live pours, and of jobs that wait to be poured."""
    names = {job.id: job.job.name for job in floor.jobs}
    live = [
        Scheduled(
            str(pour.job_id), names.get(pour.job_id, pour.job.name), plan_of_pour(pour, floor.shop), str(pour.id),
            pour.poured_at is not None,
        )
        for pour in floor.pours
    ]  # fmt: skip
    planned = [
        Scheduled(str(job.id), job.job.name, plan_of(job, floor.shop)) for job in floor.jobs if floor.awaits_pour(job)
    ]
    return schedule([*live, *planned], now, floor.shop.shop.hours.zone)

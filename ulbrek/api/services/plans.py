"""Plans of jobs and pours: made once, by whom they cost least, kept as long as there is room, and told to the floor."""

import hashlib
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from datetime import UTC
from threading import Lock
from typing import ParamSpec, TypeVar
from uuid import UUID

import structlog
from cachetools import LRUCache

from ulbrek.api import tasks
from ulbrek.api.apart import Apart, BusyError, TooLongError
from ulbrek.api.services.answers import Answers
from ulbrek.core.after.outlook import Outlook, outlook
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.climate.conditions import NOTHING_KNOWN, Conditions
from ulbrek.core.plan.memory import Memory
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import RULE_VERSION, Plan
from ulbrek.core.records.record import EMPTY, Record
from ulbrek.store.database import Database, Records
from ulbrek.store.jobs import JobHead, StoredJob
from ulbrek.store.outlooks import KeptOutlook
from ulbrek.store.poured import LivePour, StoredPour
from ulbrek.store.shops import StoredShop

LONG_MS = 250.0  # a job that costs more is planned apart
ROOM_BYTES = 96_000_000  # for plans that are remembered
MOST_OUTLOOKS = 600  # that are remembered; each is bounded itself
_BYTES_PER_MS = 12_000  # of a plan in memory, for each ms that it is said to cost
_LEAST_BYTES = 300_000

P = ParamSpec("P")
Result = TypeVar("Result")

log = structlog.get_logger("ulbrek")


class NotPlannedError(Exception):
    """A job that cannot be planned, and why, in words."""

    def __init__(self, problem: str, remedy: str) -> None:
        """Keeps both."""
        super().__init__(f"{problem} {remedy}")
        self.problem, self.remedy = problem, remedy


class UnplannedError(Exception):
    """A job that is kept and cannot be planned or read: it can be undone, or archived."""

    def __init__(self, head: JobHead, problem: str, remedy: str) -> None:
        """Keeps what is known of it, and why."""
        super().__init__(f"{problem} {remedy}")
        self.head, self.problem, self.remedy = head, problem, remedy


@dataclass(frozen=True, slots=True)
class _Remembered:
    plan: Plan
    size: int


class Plans:
    """The plans of one application.

    Everything that is planned comes through here: small jobs are planned at once, large ones apart.
    """

    def __init__(self, database: Database, apart: Apart) -> None:
        """Plans whose outlooks are kept in this database; large ones are made apart."""
        self._database = database
        self._apart = apart
        self._remembered: LRUCache[tuple[object, ...], _Remembered] = LRUCache(ROOM_BYTES, lambda one: one.size)
        self._lock = Lock()
        # One plan at a time, first come first served: two would not be done sooner, and keep back who only reads.
        self._planner = ThreadPoolExecutor(1, "plans")
        self._memory = Memory()  # of the planner alone
        self.answers = Answers()
        self._told: LRUCache[tuple[UUID, str], Outlook] = LRUCache(MOST_OUTLOOKS)
        self._asked: set[tuple[UUID, str]] = set()  # outlooks that are to be worked out anew
        self._background = ThreadPoolExecutor(1, "outlooks")

    def close(self) -> None:
        """Leaves what is still to be worked out for another time."""
        self._background.shutdown(cancel_futures=True)
        self._planner.shutdown(cancel_futures=True)

    def near_or_apart(
        self, jobs: Sequence[Job], work: Callable[P, Result], *args: P.args, **kwargs: P.kwargs
    ) -> Result:
        """What some work on jobs gives: done at once where they are small, apart where they are large.

        Raises:
            BusyError: when they are large, and too much is being worked out already
            TooLongError: when it takes too long
        """
        if sum(job.effort_ms for job in jobs) <= LONG_MS:
            return self._planner.submit(work, *args, **kwargs).result()
        return self._apart.run(work, *args, **kwargs)

    def make(self, job: Job, shop: Shop, record: Record = EMPTY, known: Conditions = NOTHING_KNOWN) -> Plan:
        """The plan of a job in the weather as far as it is known; nothing is remembered.

        Raises:
            NotPlannedError: when it cannot be planned
            BusyError: when it is large, and too much is being worked out already
        """
        try:
            if job.effort_ms <= LONG_MS:
                return self._planner.submit(plan, job, shop, record, self._memory, known).result()
            return self._apart.run(tasks.plan_job, job, shop, record, known)
        except BusyError:
            raise
        except TooLongError as error:
            raise NotPlannedError(
                "Planning this job takes more time or memory than there is for it.",
                "Undo the last change, or divide it.",
            ) from error
        except Exception as error:
            log.error("plan", exc_info=error)
            raise NotPlannedError(
                "This job cannot be planned: something in it leads nowhere.",
                "Undo the last change. Details are in the server log.",
            ) from error

    def of_job(self, stored: StoredJob, shop: StoredShop, record: Record = EMPTY) -> Plan:
        """The plan of a kept revision. Neither it nor a record ever changes, so a plan is worked out once."""
        key = (
            stored.id,
            stored.revision,
            stored.changed_at,
            shop.id,
            shop.revision,
            record,
            _weather(stored.job, shop),
        )
        return self._once(key, stored.job, shop, record)

    def of_pour(self, pour: StoredPour, shop: StoredShop) -> Plan:
        """The plan of what a pour fills, with what has happened to it."""
        return self._of_pour(pour, shop, pour.record.model_copy(update={"whole": True}))

    def of_pour_unread(self, pour: StoredPour, shop: StoredShop) -> Plan:
        """The plan of a pour as if no thermometer had been read in it."""
        return self._of_pour(pour, shop, pour.record.model_copy(update={"whole": True, "temperatures": ()}))

    def _of_pour(self, pour: StoredPour, shop: StoredShop, record: Record) -> Plan:
        """In the weather that it was in, where that is long ago."""
        then = shop if pour.weather is None else replace(shop, known=pour.weather)
        key = (pour.id, pour.planned_at, shop.id, shop.revision, record, _weather(pour.job, then))
        return self._once(key, pour.job, then, record)

    def tell_job(self, stored: StoredJob, shop: StoredShop, record: Record = EMPTY) -> tuple[Plan, Callable[[], None]]:
        """The plan of a revision that was just kept, and what tells its outlook to the floor.

        Whoever waits for the plan need not wait for that: until then the floor knows that it is being worked out. Where
        it cannot be planned, the floor is told so at once.

        Raises:
            NotPlannedError: when it cannot be planned
        """
        key = job_key(stored.revision, shop, record) + _weather(stored.job, shop)
        return self._kept(stored.id, shop.id, key, stored.job, lambda: self.of_job(stored, shop, record))

    def tell_pour(self, pour: StoredPour, shop: StoredShop) -> Plan:
        """The plan of a pour that something was just written down of; its outlook is told to the floor."""
        key = pour_key(shop, pour) + _weather(pour.job, shop)
        planned, tell = self._kept(pour.id, shop.id, key, pour.job, lambda: self.of_pour(pour, shop))
        tell()
        return planned

    def outlooks(self, records: Records, shop_id: UUID, ids: Sequence[UUID]) -> dict[UUID, KeptOutlook]:
        """The outlooks of some jobs and pours as they are kept; those that were read before are remembered."""
        with self._lock:
            known = dict(self._told)
        found = records.outlooks(shop_id).of(ids, known)
        with self._lock:
            for of, one in found.items():
                if one.outlook is not None:
                    self._told[of, one.key] = one.outlook
        return found

    def renew(self, of: UUID, shop_id: UUID, key: str, work: Callable[[], tuple[Job, Plan]]) -> None:
        """Works an outlook out anew, in the background and by one of those who ask at once.

        Args:
            of: the job or the pour
            shop_id: the shop that it is of
            key: what its outlook is to be worked out from
            work: gives the job and its plan
        """
        with self._lock:
            if (of, key) in self._asked:
                return
            self._asked.add((of, key))
        self._background.submit(self._renewed, of, shop_id, key, work)

    def _renewed(self, of: UUID, shop_id: UUID, key: str, work: Callable[[], tuple[Job, Plan]]) -> None:
        try:
            with self._database.of_shop(shop_id).work() as records:
                if not records.outlooks(shop_id).claim(of, key):
                    return
            outlook, problem, job = self._tried(work)
            with self._database.of_shop(shop_id).work() as records:
                if job is not None and _WEATHER not in key:  # it was moved into the weather
                    key += _weather(job, records.shop())
                records.outlooks(shop_id).keep(of, key, outlook, problem)
        except BusyError:
            return  # the claim runs out, and somebody asks again
        except Exception as error:
            log.error("outlook", exc_info=error)
        finally:
            with self._lock:
                self._asked.discard((of, key))

    def _tried(self, work: Callable[[], tuple[Job, Plan]]) -> tuple[Outlook | None, str | None, Job | None]:
        try:
            job, planned = work()
            return outlook(job, planned), None, job
        except BusyError:
            raise
        except NotPlannedError as error:
            return None, error.problem, None
        except Exception as error:
            log.warning("unreadable", error=type(error).__name__)
            return None, "It cannot be read: its record does not hold together.", None

    def _kept(
        self, of: UUID, shop_id: UUID, key: str, job: Job, make: Callable[[], Plan]
    ) -> tuple[Plan, Callable[[], None]]:
        try:
            planned = make()
        except NotPlannedError as error:
            with self._database.of_shop(shop_id).work() as records:
                records.outlooks(shop_id).keep(of, key, None, error.problem)
            raise

        def tell() -> None:
            with self._database.of_shop(shop_id).work() as records:
                records.outlooks(shop_id).keep(of, key, outlook(job, planned))

        return planned, tell

    def _once(self, key: tuple[object, ...], job: Job, shop: StoredShop, record: Record) -> Plan:
        with self._lock:
            known = self._remembered.get(key)
        if known is not None:
            return known.plan
        planned = self.make(job, shop.shop, record, shop.known)
        size = max(_LEAST_BYTES, int(job.effort_ms * _BYTES_PER_MS))
        if size <= ROOM_BYTES:
            with self._lock:
                self._remembered[key] = _Remembered(planned, size)
        return planned


def job_key(revision: int, shop: StoredShop, record: Record) -> str:
    """What the outlook of a job is worked out from."""
    return f"job {revision} shop {shop.revision} rules {RULE_VERSION} record {_digest(record)}"


def pour_key(shop: StoredShop, pour: StoredPour | LivePour) -> str:
    """What the outlook of a pour is worked out from."""
    hour = f" at {pour.planned_at.astimezone(UTC).isoformat()}" if pour.planned_at and pour.poured_at is None else ""
    return f"shop {shop.revision} rules {RULE_VERSION} record {_digest(pour.record)}{hour}"


def claim_job(records: Records, stored: StoredJob, shop: StoredShop, record: Record) -> None:
    """Says, together with a revision that is kept, that whoever keeps it works its outlook out: nobody else need."""
    records.outlooks(shop.id).claim(stored.id, job_key(stored.revision, shop, record) + _weather(stored.job, shop))


def claim_pour(records: Records, pour: StoredPour, shop: StoredShop) -> None:
    """The same of a pour that something is written down of."""
    records.outlooks(shop.id).claim(pour.id, pour_key(shop, pour) + _weather(pour.job, shop))


def in_weather(key: str, shop: StoredShop, of: KeptOutlook | None) -> str:
    """What an outlook is worked out from as things stand now, where the one that is kept was worked out of the weather.

    Args:
        key: what it is worked out from, the weather left out
        shop: with the weather as far as it is known
        of: the outlook that is kept
    """
    return key + _told_of(shop) if of is not None and _WEATHER in of.key else key


_WEATHER = " weather "


def _told_of(shop: StoredShop) -> str:
    return f"{_WEATHER}{shop.known.digest}"


def _weather(job: Job, shop: StoredShop) -> str:
    return _told_of(shop) if job.cure.asks_forecast else ""


def _digest(record: Record) -> str:
    if record == EMPTY:
        return "none"
    return hashlib.sha256(record.model_dump_json().encode()).hexdigest()[:32]

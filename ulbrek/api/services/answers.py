"""Answers with plans as pages get them: whole, or what differs from the answer that a page holds."""

from hashlib import blake2b
from threading import Lock
from typing import NamedTuple

from cachetools import LRUCache
from fastapi import Response
from pydantic_core import to_json

from ulbrek.api.differing import Answer, Writer, as_pairs
from ulbrek.api.views import JobView, PlanView, answer
from ulbrek.core.after.headline import headline
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.result import RULE_VERSION, Plan
from ulbrek.core.records.record import Record
from ulbrek.store.jobs import StoredJob

ROOM_BYTES = 48_000_000  # for answers that pages may hold
_BYTES_PER_MS = 12_000  # of a plan in memory, for each ms that its job is said to cost
_LEAST_BYTES = 150_000


class HeldAnswer(NamedTuple):
    """An answer that a page may hold, and what it was worked out with."""

    answer: Answer
    shop: Shop
    record: Record


class Answers:
    """The last answers that were given, by their keys, and the writing of what differs from them."""

    def __init__(self) -> None:
        """No answer was given yet."""
        self._given: LRUCache[str, tuple[int, HeldAnswer]] = LRUCache(ROOM_BYTES, lambda one: one[0])
        self._lock = Lock()
        self._writer = Writer()
        self._shop: tuple[Shop | None, str] = (None, "")  # the last one, as it is told

    def held(self, key: str | None) -> HeldAnswer | None:
        """The answer that a page says it holds; None where it is not known any longer."""
        with self._lock:
            found = self._given.get(key) if key else None
        return found[1] if found else None

    def of_plan(self, job: Job, planned: Plan, shop: Shop, record: Record, base: str | None) -> Response:
        """A job with its plan, or what differs from the answer held."""
        held = self.held(base)
        told = Answer(job, planned, headline(job, planned))
        key = self._given_as(told, shop, record)
        if held is None:
            return answer(PlanView, PlanView(key, *told))
        return _written({"key": key, "base": base}, as_pairs(self._writer.differing(held.answer, told)))

    def of_job(
        self, stored: StoredJob, record: Record, planned: Plan, shop: Shop, base: str | None = None, status: int = 200
    ) -> Response:
        """A kept job with its plan, or what differs from the answer held."""
        held = self.held(base)
        told = Answer(stored.job, planned, headline(stored.job, planned))
        key = self._given_as(told, shop, record)
        steps = (stored.id, stored.revision, stored.can_undo, stored.can_redo, stored.changed_at)
        if held is None:
            return answer(JobView, JobView(key, *steps, told.job, record, told.plan, told.headline), status)
        names = ("id", "revision", "can_undo", "can_redo", "changed_at")
        return _written(
            {"key": key, "base": base, **dict(zip(names, steps, strict=True)), "record": record},
            as_pairs(self._writer.differing(held.answer, told)),
        )

    def view_of(self, stored: StoredJob, record: Record, planned: Plan, shop: Shop) -> JobView:
        """A kept job with its plan, to be part of another answer."""
        told = Answer(stored.job, planned, headline(stored.job, planned))
        key = self._given_as(told, shop, record)
        steps = (stored.id, stored.revision, stored.can_undo, stored.can_redo, stored.changed_at)
        return JobView(key, *steps, told.job, record, told.plan, told.headline)

    def _given_as(self, told: Answer, shop: Shop, record: Record) -> str:
        """The key of an answer, from all that it was worked out from; it is known from now on."""
        from_all = (str(RULE_VERSION), told.job.model_dump_json(), self._told(shop), record.model_dump_json())
        key = blake2b("\n".join(from_all).encode(), digest_size=16).hexdigest()
        size = max(_LEAST_BYTES, int(told.job.effort_ms * _BYTES_PER_MS))
        if size <= ROOM_BYTES:
            with self._lock:
                self._given[key] = size, HeldAnswer(told, shop, record)
        return key

    def _told(self, shop: Shop) -> str:
        with self._lock:
            if self._shop[0] is not shop:
                self._shop = shop, shop.model_dump_json()
            return self._shop[1]


def _written(fields: dict[str, object], changes: bytes) -> Response:
    content = to_json(fields)[:-1] + b',"changes":' + changes + b"}"
    return Response(content, media_type="application/json")

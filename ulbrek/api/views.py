"""What the API takes and gives."""

from dataclasses import dataclass
from datetime import datetime
from functools import cache
from threading import Lock
from typing import Annotated, Any
from uuid import UUID

from cachetools import LRUCache, cached
from fastapi import Response
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from ulbrek.core.headline import Headline, headline
from ulbrek.core.job import Job
from ulbrek.core.plan import Plan, plan
from ulbrek.core.record import EMPTY, Record
from ulbrek.core.shop import Shop
from ulbrek.store.jobs import ListedJob, StoredJob
from ulbrek.store.poured import StoredPour
from ulbrek.store.shops import StoredShop

What = Annotated[str, Field(min_length=1, max_length=120, description="what was done, for the history")]


class PlanRequest(BaseModel):
    """A job to plan; without a shop, in the shop whose records these are; ``record`` is what has happened to it."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    shop: Shop | None = None
    record: Record = EMPTY


class EditRequest(BaseModel):
    """A changed job, and the revision that was changed."""

    model_config = ConfigDict(extra="forbid")

    parent: int
    job: Job
    what: What


class StepRequest(BaseModel):
    """The revision that an undo or redo starts from."""

    model_config = ConfigDict(extra="forbid")

    parent: int


class NewJobRequest(BaseModel):
    """A job to begin."""

    model_config = ConfigDict(extra="forbid")

    job: Job


@dataclass(frozen=True, slots=True)
class PlanView:
    """A job as it was read, and its plan."""

    job: Job
    plan: Plan
    headline: Headline


@dataclass(frozen=True, slots=True)
class JobView:
    """A job as it is kept, and its plan with what has happened to it."""

    id: UUID
    revision: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    job: Job
    record: Record
    plan: Plan
    headline: Headline


@dataclass(frozen=True, slots=True)
class JobCard:
    """A job on the shop floor."""

    id: UUID
    revision: int
    changed_at: datetime
    headline: Headline


JOB_VIEW = TypeAdapter(JobView)


@cache
def _adapter(kind: Any) -> TypeAdapter[Any]:  # noqa: ANN401 - any kind of view
    return TypeAdapter(kind)


def answer(kind: Any, view: Any, status: int = 200) -> Response:  # noqa: ANN401
    """A view as JSON, serialised once and not validated again."""
    return Response(_adapter(kind).dump_json(view), status, media_type="application/json")


def plan_view(job: Job, shop: Shop, record: Record = EMPTY) -> PlanView:
    """A job with its plan."""
    planned = plan(job, shop, record)
    return PlanView(job, planned, headline(job, planned))


def _revisions(stored: ListedJob, shop: StoredShop, record: Record = EMPTY) -> tuple[object, ...]:
    return stored.id, stored.revision, shop.id, shop.revision, record


@cached(LRUCache(maxsize=256), key=_revisions, lock=Lock())
def plan_of(stored: ListedJob, shop: StoredShop, record: Record = EMPTY) -> Plan:
    """The plan of a kept revision. Neither it nor a record ever changes, so a plan is worked out once."""
    return plan(stored.job, shop.shop, record)


def _pour_and_record(pour: StoredPour, shop: StoredShop) -> tuple[object, ...]:
    return pour.id, shop.id, shop.revision, pour.record


@cached(LRUCache(maxsize=256), key=_pour_and_record, lock=Lock())
def plan_of_pour(pour: StoredPour, shop: StoredShop) -> Plan:
    """The plan of what a pour fills, with what has happened to it."""
    return plan(pour.job, shop.shop, pour.record)


def job_view(stored: StoredJob, shop: StoredShop, record: Record = EMPTY) -> JobView:
    """A kept job with its plan."""
    planned = plan_of(stored, shop, record)
    return JobView(
        stored.id, stored.revision, stored.can_undo, stored.can_redo, stored.changed_at,
        stored.job, record, planned, headline(stored.job, planned),
    )  # fmt: skip


def job_card(stored: ListedJob, shop: StoredShop, record: Record = EMPTY) -> JobCard:
    """A kept job as the shop floor shows it."""
    planned = plan_of(stored, shop, record)
    return JobCard(stored.id, stored.revision, stored.changed_at, headline(stored.job, planned))

"""Variants of a job: plans of it beside each other, and the one that is taken."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Response
from pydantic import BaseModel, ConfigDict, Field

from ulbrek.api.handlers.common import Db, Planned
from ulbrek.api.handlers.jobs import as_kept, claimed
from ulbrek.api.services.plans import NotPlannedError, Plans
from ulbrek.api.views import JobView
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.comparing.result import Column
from ulbrek.core.comparing.station import MOST_PLANS, column
from ulbrek.core.costing.station import cost
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import Plan
from ulbrek.standins.prices import SimulatedPrices
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.jobs import StoredJob
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")
LONGEST_NAME = 60


@dataclass(frozen=True, slots=True)
class OfFamily:
    """A job or a variant of it, by name."""

    id: UUID
    name: str


@dataclass(frozen=True, slots=True)
class ComparedPlan:
    """A job or a variant of it, and what its plan comes to; ``problem`` is why it cannot be planned."""

    id: UUID
    name: str
    revision: int
    problem: str
    column: Column | None


@dataclass(frozen=True, slots=True)
class Compared:
    """The plan of a job first, its variants beside it."""

    plans: list[ComparedPlan]
    currency: str
    most: int


class VariantRequest(BaseModel):
    """A variant to begin; sent twice under one id, it is begun once."""

    model_config = ConfigDict(extra="forbid")

    id: UUID | None = None
    name: Annotated[str, Field(max_length=LONGEST_NAME), ONE_LINE] = ""


class ChoiceRequest(BaseModel):
    """Which variant is taken as the plan of its job, and the revision of the job that was looked at."""

    model_config = ConfigDict(extra="forbid")

    variant: UUID
    parent: Annotated[int, Field(ge=1, le=2**31 - 1)]


@router.get("/jobs/{job_id}/variants")
def list_variants(db: Db, job_id: UUID) -> list[OfFamily]:
    """A job and its variants by their names, the job itself first; asked of a variant, the same."""
    with db.look() as records:
        jobs = records.jobs(records.shop().id)
        return [OfFamily(one, jobs.head(one).name) for one in jobs.family(job_id)]


@router.post("/jobs/{job_id}/variants", response_model=JobView, status_code=201)
def begin_variant(db: Db, plans: Planned, job_id: UUID, asked: VariantRequest) -> Response:
    """Begins a variant of a job as it stands, or of one of its variants; at most four plans are beside each other."""
    with db.work() as records:
        shop = records.shop()
        jobs = records.jobs(shop.id)
        like, family = jobs.get(job_id).job, jobs.family(job_id)
        if len(family) >= MOST_PLANS and asked.id not in family:
            raise RefusedEntryError("", f"There are {MOST_PLANS} plans already.", "Remove one that is not needed.")
        taken = {jobs.head(one).name for one in family}
        named = like.model_copy(update={"name": asked.name or _next_name(jobs.head(family[0]).name, taken)})
        stored = jobs.create(named, f"Variant of {like.name}"[:120], asked.id, family[0])
        kept = claimed(records, shop, stored)
    return as_kept(plans, kept, status=201)


@router.get("/jobs/{job_id}/compare")
def compare(db: Db, plans: Planned, job_id: UUID) -> Compared:
    """The plans of a job and its variants beside each other."""
    with db.look() as records:
        shop = records.shop()
        jobs = records.jobs(shop.id)
        stored = [jobs.get(one) for one in jobs.family(job_id)]
    return Compared(_compared(plans, shop, stored), shop.shop.currency, MOST_PLANS)


@router.post("/jobs/{job_id}/choose", response_model=JobView)
def choose(db: Db, plans: Planned, job_id: UUID, asked: ChoiceRequest) -> Response:
    """Takes a variant as the plan of its job, under the job's own name; it can be undone as any change."""
    with db.work() as records:
        shop = records.shop()
        jobs = records.jobs(shop.id)
        if jobs.variant_of(asked.variant) != job_id:
            raise RefusedEntryError("/variant", "It is no variant of this job.", "Choose one that is beside it.")
        name, variant = jobs.get(job_id).job.name, jobs.get(asked.variant).job
        taken = variant.model_copy(update={"name": name})
        kept = claimed(records, shop, jobs.edit(job_id, asked.parent, taken, f"Took the plan “{variant.name}”"[:120]))
    return as_kept(plans, kept)


def _compared(plans: Plans, shop: StoredShop, stored: list[StoredJob]) -> list[ComparedPlan]:
    """Each as it is planned; the first is what the others are compared with.

    What a pour of the job has told since is left out: its variants have none, and like is compared with like.
    """
    first: tuple[Job, Plan | None] = (stored[0].job, None)
    found: list[ComparedPlan] = []
    for one in stored:
        try:
            planned = plans.of_job(one, shop)
        except NotPlannedError as error:
            found.append(ComparedPlan(one.id, one.job.name, one.revision, str(error), None))
            continue
        if one is stored[0]:
            first = (one.job, planned)
        costed = cost(one.job, shop.shop, planned, SimulatedPrices())
        told_of = column(one.job, planned, costed, first, shop.shop)
        found.append(ComparedPlan(one.id, one.job.name, one.revision, "", told_of))
    return found


def _next_name(name: str, taken: set[str]) -> str:
    """A job's name with the first letter that no other plan of it has: “Bench, plan B”."""
    for letter in "BCDEFGH":
        ending = f", plan {letter}"
        found = name[: LONGEST_NAME - len(ending)].rstrip() + ending
        if found not in taken:
            return found
    return name

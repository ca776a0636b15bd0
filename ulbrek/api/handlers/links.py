"""Links that show one job to whoever has them, and what they show."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, HTTPException, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from ulbrek.api import tasks
from ulbrek.api.floor import record_of
from ulbrek.api.handlers.accounts import public_address
from ulbrek.api.handlers.common import Asking, Db, Long, Planned, as_file
from ulbrek.api.views import answer
from ulbrek.core.after.headline import Headline, headline
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.record import Record
from ulbrek.files.pack import Paper
from ulbrek.store.database import Records
from ulbrek.store.errors import NotFoundError
from ulbrek.store.jobs import StoredJob
from ulbrek.store.links import Link, Shared
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")


class LinkRequest(BaseModel):
    """What a link shows, and for how many days."""

    model_config = ConfigDict(extra="forbid")

    what: Shared = "plan"
    days: Annotated[int, Field(ge=1, le=90)] = 14


@dataclass(frozen=True, slots=True)
class NewLink:
    """A link that was made, and its address: it is told this once, and not kept."""

    link: Link
    address: str


@dataclass(frozen=True, slots=True)
class SharedView:
    """A job as its link shows it, and until when; its papers may be printed where it shows them."""

    shop: str
    what: Shared
    ends_at: datetime
    hours: Hours
    job: Job
    plan: Plan
    headline: Headline


@router.get("/jobs/{job_id}/links")
def list_links(db: Db, job_id: UUID) -> list[Link]:
    """The links of a job that still hold."""
    with db.work() as records:
        return records.links(records.shop().id).of_job(job_id)


@router.post("/jobs/{job_id}/links", status_code=201)
def make_link(db: Db, request: Request, asker: Asking, job_id: UUID, asked: LinkRequest) -> NewLink:
    """A link that shows a job to whoever has it, read only, for some days."""
    with db.work() as records:
        shop_id = records.shop().id
        link, token = records.links(shop_id).make(job_id, asked.what, asked.days, asker.member_id)
        about = f"{records.jobs(shop_id).head(job_id).name}: {asked.what}, {asked.days} d"
        records.security(shop_id).add("link-made", asker.name, asker.address, about)
    return NewLink(link, f"{public_address(request)}/see#{token}")


@router.post("/links/{link_id}/end", status_code=204)
def end_link(db: Db, asker: Asking, link_id: UUID) -> None:
    """A link shows nothing any more."""
    with db.work() as records:
        shop_id = records.shop().id
        records.links(shop_id).end(link_id)
        records.security(shop_id).add("link-ended", asker.name, asker.address)


@router.get("/shared", response_model=SharedView)
def get_shared(db: Db, plans: Planned, asker: Asking) -> Response:
    """The job that a link shows."""
    with db.work() as records:
        stored, shop, record = _job(records, asker.job_id)
    planned = plans.of_job(stored, shop, record)
    assert asker.ends_at is not None  # noqa: S101 - a viewer's link ends
    what: Shared = "pack" if asker.what == "pack" else "plan"
    told = headline(stored.job, planned)
    return answer(
        SharedView, SharedView(shop.shop.name, what, asker.ends_at, shop.shop.hours, stored.job, planned, told)
    )


@router.get("/shared/pack", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def get_shared_pack(db: Db, apart: Long, asker: Asking, units: Units = "mm", paper: Paper = "a4") -> Response:
    """The papers of the job that a link shows, where it shows them."""
    if asker.what != "pack":
        raise HTTPException(403, "This link shows the plan, not the papers. Ask for one that shows them.")
    with db.work() as records:
        stored, shop, record = _job(records, asker.job_id)
    content = apart.run(tasks.pack, stored.job, shop.shop, record, shop.known, units, paper)
    return as_file(content, stored.job.name, "pdf", "application/pdf")


def _job(records: Records, job_id: UUID | None) -> tuple[StoredJob, StoredShop, Record]:
    if job_id is None:
        raise NotFoundError("job", "behind this link")
    shop = records.shop()
    stored = records.jobs(shop.id).get(job_id)
    return stored, shop, record_of(records, shop, stored)

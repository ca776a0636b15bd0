"""The handlers: load, one call, answer."""

import re
from datetime import UTC, datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, Depends, Request, Response

from ulbrek.api.views import (
    EditRequest,
    JobCard,
    JobView,
    NewJobRequest,
    PlanRequest,
    PlanView,
    StepRequest,
    answer,
    job_card,
    job_view,
    plan_of,
    plan_view,
)
from ulbrek.core.base.units import Units
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.rulebook import Page, rule_book
from ulbrek.core.schedule import Agenda, schedule
from ulbrek.core.shop import Shop
from ulbrek.files.calendar_file import write_calendar
from ulbrek.files.job_file import JobFile, as_job_file, write_job_file
from ulbrek.files.pack import Paper, job_pack
from ulbrek.store.database import Database
from ulbrek.store.jobs import ListedJob, Revision, StoredJob
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")


async def _database(request: Request) -> Database:
    database: Database = request.app.state.database
    return database


Db = Annotated[Database, Depends(_database)]


@router.post("/plan", response_model=PlanView)
def plan_job(db: Db, asked: PlanRequest) -> Response:
    """Plans a job without keeping it."""
    shop = asked.shop
    if shop is None:
        with db.look() as records:
            shop = records.shop().shop
    return answer(PlanView, plan_view(asked.job, shop))


@router.get("/shop")
def get_shop(db: Db) -> Shop:
    """The shop: its people, mixes and containers."""
    with db.look() as records:
        return records.shop().shop


@router.put("/shop/hours")
def set_hours(db: Db, hours: Hours) -> Shop:
    """Says where the shop is and when nobody is there; kept as a revision of the shop."""
    with db.work() as records:
        kept = records.shop()
        return records.shops.edit(kept, kept.shop.model_copy(update={"hours": hours})).shop


@router.get("/rules")
def get_rules() -> tuple[Page, ...]:
    """The rule book."""
    return rule_book()


@router.get("/jobs", response_model=list[JobCard])
def list_jobs(db: Db) -> Response:
    """The jobs on the shop floor, last changed first."""
    shop, stored = _on_the_floor(db)
    return answer(list[JobCard], [job_card(one, shop) for one in stored])


@router.get("/agenda", response_model=Agenda)
def get_agenda(db: Db) -> Response:
    """The acts of all jobs as they stand now, what is due first."""
    shop, stored = _on_the_floor(db)
    plans = [(str(one.id), one.job.name, plan_of(one, shop)) for one in stored]
    return answer(Agenda, schedule(plans, datetime.now(UTC), shop.shop.hours.zone))


def _on_the_floor(db: Database) -> tuple[StoredShop, list[ListedJob]]:
    with db.work() as records:
        shop = records.shop()
        return shop, records.jobs(shop.id).all()


@router.post("/jobs", response_model=JobView, status_code=201)
def begin_job(db: Db, asked: NewJobRequest) -> Response:
    """Begins a job."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).create(asked.job, "Begun")
    return answer(JobView, job_view(stored, shop), 201)


@router.post("/jobs/from-file", response_model=JobView, status_code=201)
def begin_job_from_file(db: Db, file: Annotated[dict[str, object], Body()]) -> Response:
    """Begins a job from a job file."""
    read = as_job_file(file)
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).create(read.job, "Brought in from a file")
    return answer(JobView, job_view(stored, shop), 201)


@router.get("/jobs/{job_id}", response_model=JobView)
def get_job(db: Db, job_id: UUID) -> Response:
    """A job and its plan."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).get(job_id)
    return answer(JobView, job_view(stored, shop))


@router.put("/jobs/{job_id}", response_model=JobView)
def edit_job(db: Db, job_id: UUID, asked: EditRequest) -> Response:
    """Keeps a change of a job as a revision; refused with 409 when it was changed in between."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).edit(job_id, asked.parent, asked.job, asked.what)
    return answer(JobView, job_view(stored, shop))


@router.post("/jobs/{job_id}/undo", response_model=JobView)
def undo_job(db: Db, job_id: UUID, asked: StepRequest) -> Response:
    """Undoes the last change by appending a revision."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).undo(job_id, asked.parent)
    return answer(JobView, job_view(stored, shop))


@router.post("/jobs/{job_id}/redo", response_model=JobView)
def redo_job(db: Db, job_id: UUID, asked: StepRequest) -> Response:
    """Does the last undone change again by appending a revision."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).redo(job_id, asked.parent)
    return answer(JobView, job_view(stored, shop))


@router.post("/jobs/{job_id}/archive", status_code=204)
def archive_job(db: Db, job_id: UUID) -> None:
    """Takes a job off the shop floor; it is kept."""
    with db.work() as records:
        shop = records.shop()
        records.jobs(shop.id).archive(job_id)


@router.get("/jobs/{job_id}/revisions")
def list_revisions(db: Db, job_id: UUID) -> list[Revision]:
    """What was done to a job, newest first."""
    with db.work() as records:
        shop = records.shop()
        return records.jobs(shop.id).revisions(job_id)


@router.get("/jobs/{job_id}/revisions/{number}", response_model=PlanView)
def get_revision(db: Db, job_id: UUID, number: int) -> Response:
    """A job as it was at a revision, planned by the rules of today."""
    with db.work() as records:
        shop = records.shop()
        job = records.jobs(shop.id).at(job_id, number)
    return answer(PlanView, plan_view(job, shop.shop))


@router.get("/jobs/{job_id}/file", response_model=JobFile)
def get_job_file(db: Db, job_id: UUID) -> Response:
    """A job and its shop as a ``*.ulbrek.json`` file."""
    with db.work() as records:
        shop = records.shop()
        job = records.jobs(shop.id).get(job_id).job
    return _file(write_job_file(job, shop.shop), job.name, "ulbrek.json", "application/json")


@router.get("/jobs/{job_id}/pack", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def get_job_pack(db: Db, job_id: UUID, units: Units = "mm", paper: Paper = "a4") -> Response:
    """A job's pack as a PDF: measuring sheet, form, cuts, steel, batch cards, lifting card, calendar."""
    stored, shop = _kept(db, job_id)
    pack = job_pack(stored.job, plan_of(stored, shop), shop_name=shop.shop.name, units=units, paper=paper)
    return _file(pack, stored.job.name, "pdf", "application/pdf")


@router.get("/jobs/{job_id}/calendar", response_class=Response, responses={200: {"content": {"text/calendar": {}}}})
def get_job_calendar(db: Db, job_id: UUID) -> Response:
    """A job's acts as an iCalendar file."""
    stored, shop = _kept(db, job_id)
    written = write_calendar(stored.job.name, str(job_id), plan_of(stored, shop), stored.changed_at)
    return _file(written, stored.job.name, "ics", "text/calendar; charset=utf-8")


def _kept(db: Database, job_id: UUID) -> tuple[StoredJob, StoredShop]:
    with db.work() as records:
        shop = records.shop()
        return records.jobs(shop.id).get(job_id), shop


def _file(content: str | bytes, name: str, ending: str, media_type: str) -> Response:
    plain = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "job"
    headers = {"Content-Disposition": f'attachment; filename="{plain}.{ending}"'}
    return Response(content, headers=headers, media_type=media_type)

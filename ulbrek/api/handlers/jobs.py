"""Jobs on the shop floor, with their revisions and papers."""

from datetime import UTC, datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, Response

from ulbrek.api.floor import agenda_of, on_the_floor, record_of
from ulbrek.api.handlers.common import Db, as_file
from ulbrek.api.views import (
    EditRequest,
    JobCard,
    JobView,
    NewJobRequest,
    PlanView,
    StepRequest,
    answer,
    job_card,
    job_view,
    plan_of,
    plan_view,
)
from ulbrek.core.base.units import Units
from ulbrek.core.record import Record
from ulbrek.core.schedule import Agenda
from ulbrek.files.calendar_file import write_calendar
from ulbrek.files.job_file import JobFile, as_job_file, write_job_file
from ulbrek.files.pack import Paper, job_pack
from ulbrek.store.database import Database
from ulbrek.store.jobs import Revision, StoredJob
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")


@router.get("/jobs", response_model=list[JobCard])
def list_jobs(db: Db) -> Response:
    """The jobs on the shop floor, last changed first."""
    floor = on_the_floor(db)
    return answer(list[JobCard], [job_card(one, floor.shop, floor.record(one)) for one in floor.jobs])


@router.get("/agenda", response_model=Agenda)
def get_agenda(db: Db) -> Response:
    """The acts of all jobs and pours as they stand now, what is due first."""
    return answer(Agenda, agenda_of(on_the_floor(db), datetime.now(UTC)))


@router.post("/jobs", response_model=JobView, status_code=201)
def begin_job(db: Db, asked: NewJobRequest) -> Response:
    """Begins a job."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).create(asked.job, "Begun")
    return answer(JobView, job_view(stored, shop), 201)


@router.post("/jobs/from-file", response_model=JobView, status_code=201)
def begin_job_fromas_file(db: Db, file: Annotated[dict[str, object], Body()]) -> Response:
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
        record = record_of(records, shop, stored)
    return answer(JobView, job_view(stored, shop, record))


@router.put("/jobs/{job_id}", response_model=JobView)
def edit_job(db: Db, job_id: UUID, asked: EditRequest) -> Response:
    """Keeps a change of a job as a revision; refused with 409 when it was changed in between."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).edit(job_id, asked.parent, asked.job, asked.what)
        record = record_of(records, shop, stored)
    return answer(JobView, job_view(stored, shop, record))


@router.post("/jobs/{job_id}/undo", response_model=JobView)
def undo_job(db: Db, job_id: UUID, asked: StepRequest) -> Response:
    """Undoes the last change by appending a revision."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).undo(job_id, asked.parent)
        record = record_of(records, shop, stored)
    return answer(JobView, job_view(stored, shop, record))


@router.post("/jobs/{job_id}/redo", response_model=JobView)
def redo_job(db: Db, job_id: UUID, asked: StepRequest) -> Response:
    """Does the last undone change again by appending a revision."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).redo(job_id, asked.parent)
        record = record_of(records, shop, stored)
    return answer(JobView, job_view(stored, shop, record))


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
    return as_file(write_job_file(job, shop.shop), job.name, "ulbrek.json", "application/json")


@router.get("/jobs/{job_id}/pack", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def get_job_pack(db: Db, job_id: UUID, units: Units = "mm", paper: Paper = "a4") -> Response:
    """A job's pack as a PDF: measuring sheet, form, cuts, steel, batch cards, lifting card, calendar."""
    stored, shop, record = _kept(db, job_id)
    pack = job_pack(stored.job, plan_of(stored, shop, record), shop_name=shop.shop.name, units=units, paper=paper)
    return as_file(pack, stored.job.name, "pdf", "application/pdf")


@router.get("/jobs/{job_id}/calendar", response_class=Response, responses={200: {"content": {"text/calendar": {}}}})
def get_job_calendar(db: Db, job_id: UUID) -> Response:
    """A job's acts as an iCalendar file."""
    stored, shop, record = _kept(db, job_id)
    written = write_calendar(stored.job.name, str(job_id), plan_of(stored, shop, record), stored.changed_at)
    return as_file(written, stored.job.name, "ics", "text/calendar; charset=utf-8")


def _kept(db: Database, job_id: UUID) -> tuple[StoredJob, StoredShop, Record]:
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).get(job_id)
        return stored, shop, record_of(records, shop, stored)

"""Jobs on the shop floor, with their revisions and papers."""

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, Path, Query, Response
from starlette.background import BackgroundTask

from ulbrek.api import tasks
from ulbrek.api.floor import agenda_of, record_of
from ulbrek.api.handlers.common import Db, Floored, Long, Planned, as_file
from ulbrek.api.services.plans import NotPlannedError, Plans, UnplannedError, claim_job
from ulbrek.api.views import (
    AnotherRequest,
    EditRequest,
    JobCard,
    JobChanges,
    JobView,
    NamedJob,
    NamedPiece,
    NewJobRequest,
    PlanView,
    StepRequest,
    answer,
)
from ulbrek.core.after.schedule import Agenda
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.job.again import another, next_name
from ulbrek.core.job.habits import begun
from ulbrek.core.records.record import EMPTY, Record
from ulbrek.files.calendar_file import write_calendar
from ulbrek.files.job_file import JobFile, as_job_file, write_job_file
from ulbrek.files.pack import Paper
from ulbrek.files.problems import InvalidDocumentError
from ulbrek.store.database import Database, Records
from ulbrek.store.jobs import JobHead, Revision, StoredJob
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")
PAGE = 40


@router.get("/jobs", response_model=list[JobCard])
def list_jobs(
    floors: Floored,
    after: Annotated[UUID | None, Query(description="the last job of the page before")] = None,
    limit: Annotated[int, Query(ge=1, le=200)] = PAGE,
) -> Response:
    """The jobs on the shop floor, last changed first, page by page; ``X-Total-Count`` says how many there are."""
    floor = floors.now()
    begin = floor.after(after) if after else 0
    told = answer(list[JobCard], [floor.card(job) for job in floor.jobs[begin : begin + limit]])
    told.headers["X-Total-Count"] = str(len(floor.jobs))
    return told


@router.get("/jobs/names", response_model=list[NamedJob])
def name_jobs(floors: Floored) -> Response:
    """All jobs on the shop floor by their names, to choose from."""
    named = [
        NamedJob(
            card.id, card.name, [NamedPiece(one.id, one.name) for one in card.headline.pieces] if card.headline else []
        )
        for card in floors.now().cards
    ]  # fmt: skip
    return answer(list[NamedJob], named)


@router.get("/agenda", response_model=Agenda)
def get_agenda(floors: Floored) -> Response:
    """The acts of all jobs and pours as they stand now, what is due first."""
    return answer(Agenda, agenda_of(floors.now(), datetime.now(UTC)))


@router.post("/jobs", response_model=JobView, status_code=201)
def begin_job(db: Db, plans: Planned, asked: NewJobRequest) -> Response:
    """Begins a job; sent twice under one id, it is begun once."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).create(begun(asked.job, shop.shop.habits), "Created", asked.id)
        kept = claimed(records, shop, stored)
    return as_kept(plans, kept, status=201)


@router.post("/jobs/from-file", response_model=JobView, status_code=201)
def begin_job_from_file(
    db: Db, plans: Planned, file: Annotated[dict[str, object], Body()], key: UUID | None = None
) -> Response:
    """Begins a job from a job file; sent twice under one key, it is begun once."""
    read = as_job_file(file)
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).create(read.job, "Brought in from a file", key)
        kept = claimed(records, shop, stored)
    return as_kept(plans, kept, status=201)


@router.post("/jobs/{job_id}/another", response_model=JobView, status_code=201)
def begin_another(db: Db, plans: Planned, job_id: UUID, asked: AnotherRequest) -> Response:
    """Begins a job like one that was made; sent twice under one id, it is begun once."""
    with db.work() as records:
        shop = records.shop()
        like = records.jobs(shop.id).get(job_id).job
        name = asked.name or next_name(like.name)
        stored = records.jobs(shop.id).create(another(like, name), f"Begun like {like.name}"[:120], asked.id)
        kept = claimed(records, shop, stored)
    return as_kept(plans, kept, status=201)


@router.get("/jobs/{job_id}", response_model=JobView)
def get_job(db: Db, plans: Planned, job_id: UUID) -> Response:
    """A job and its plan."""
    kept = _kept(db, job_id)
    with _unplanned(kept.stored):
        planned = plans.of_job(kept.stored, kept.shop, kept.record)
    return plans.answers.of_job(kept.stored, kept.record, planned, kept.shop.shop)


@router.put("/jobs/{job_id}", response_model=JobView | JobChanges)
def edit_job(db: Db, plans: Planned, job_id: UUID, asked: EditRequest) -> Response:
    """Keeps a change of a job as a revision; refused with 409 when it was changed in between.

    A page that says which answer it holds gets what differs from that.
    """
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).edit(job_id, asked.parent, asked.job, asked.what)
        kept = claimed(records, shop, stored)
    return as_kept(plans, kept, base=asked.held)


@router.post("/jobs/{job_id}/undo", response_model=JobView)
def undo_job(db: Db, plans: Planned, job_id: UUID, asked: StepRequest) -> Response:
    """Undoes the last change by appending a revision; refused with 409 where somebody else made it."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).undo(job_id, asked.parent, asked.of_others)
        kept = claimed(records, shop, stored)
    return as_kept(plans, kept)


@router.post("/jobs/{job_id}/redo", response_model=JobView)
def redo_job(db: Db, plans: Planned, job_id: UUID, asked: StepRequest) -> Response:
    """Does the last undone change again by appending a revision."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).redo(job_id, asked.parent)
        kept = claimed(records, shop, stored)
    return as_kept(plans, kept)


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
def get_revision(db: Db, plans: Planned, job_id: UUID, number: Annotated[int, Path(ge=1, le=2**31 - 1)]) -> Response:
    """A job as it was at a revision, planned by the rules of today."""
    with db.work() as records:
        shop = records.shop()
        job = records.jobs(shop.id).at(job_id, number)
    return plans.answers.of_plan(job, plans.make(job, shop.shop, known=shop.known), shop.shop, EMPTY, None)


@router.get("/jobs/{job_id}/file", response_model=JobFile)
def get_job_file(db: Db, job_id: UUID) -> Response:
    """A job and its shop as a ``*.ulbrek.json`` file."""
    with db.work() as records:
        shop = records.shop()
        job = records.jobs(shop.id).get(job_id).job
    return as_file(write_job_file(job, shop.shop), job.name, "ulbrek.json", "application/json")


@router.get("/jobs/{job_id}/pack", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def get_job_pack(db: Db, apart: Long, job_id: UUID, units: Units = "mm", paper: Paper = "a4") -> Response:
    """A job's pack as a PDF: measuring sheet, form, cuts, steel, batch cards, lifting card, calendar."""
    kept = _kept(db, job_id)
    content = apart.run(tasks.pack, kept.stored.job, kept.shop.shop, kept.record, kept.shop.known, units, paper)
    return as_file(content, kept.stored.job.name, "pdf", "application/pdf")


@router.get("/jobs/{job_id}/calendar", response_class=Response, responses={200: {"content": {"text/calendar": {}}}})
def get_job_calendar(db: Db, plans: Planned, job_id: UUID, units: Units = "mm") -> Response:
    """A job's acts as an iCalendar file."""
    kept = _kept(db, job_id)
    planned = plans.of_job(kept.stored, kept.shop, kept.record)
    written = write_calendar(kept.stored.job.name, str(job_id), planned, kept.stored.changed_at, units)
    return as_file(written, kept.stored.job.name, "ics", "text/calendar; charset=utf-8")


@dataclass(frozen=True, slots=True)
class _Kept:
    """What the records hold of a job."""

    stored: StoredJob
    shop: StoredShop
    record: Record


def _kept(db: Database, job_id: UUID) -> _Kept:
    """A job with its shop and its record.

    Raises:
        UnplannedError: when its document cannot be read; it can still be undone or archived
    """
    with db.work() as records:
        shop = records.shop()
        jobs = records.jobs(shop.id)
        try:
            stored = jobs.get(job_id)
        except InvalidDocumentError as error:
            first = error.problems[0]
            where = f"“{first.field.removeprefix('/job/')}”: " if first.field.removeprefix("/job") else ""
            said = f"What was kept of it cannot be read. {where}{first.problem}"
            head = jobs.head(job_id)
            undo = "Undo the last change, or archive" if head.can_undo else "Archive"
            raise UnplannedError(head, said, f"{undo} it.") from error
        return _Kept(stored, shop, record_of(records, shop, stored))


def claimed(records: Records, shop: StoredShop, stored: StoredJob) -> _Kept:
    """A job that is just being kept, and whose outlook is to be told by whoever keeps it."""
    record = record_of(records, shop, stored)
    claim_job(records, stored, shop, record)
    return _Kept(stored, shop, record)


def as_kept(plans: Plans, kept: _Kept, base: str | None = None, status: int = 200) -> Response:
    """A job that was just kept, with its plan; its outlook is told to the floor once that is on its way."""
    with _unplanned(kept.stored):
        planned, tell = plans.tell_job(kept.stored, kept.shop, kept.record)
    answered = plans.answers.of_job(kept.stored, kept.record, planned, kept.shop.shop, base, status)
    answered.background = BackgroundTask(tell)
    return answered


@contextmanager
def _unplanned(stored: StoredJob) -> Iterator[None]:
    """Says of a job that is kept and cannot be planned what can still be done with it."""
    try:
        yield
    except NotPlannedError as error:
        head = JobHead(
            stored.id, stored.revision, stored.changed_at, stored.job.name, stored.job.cure.poured_at, stored.can_undo,
            stored.can_redo,
        )  # fmt: skip
        raise UnplannedError(head, error.problem, error.remedy) from error

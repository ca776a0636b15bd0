"""The log: observations with photos, everything of a job in the order of time, and it as a file."""

from datetime import UTC, datetime
from typing import Literal
from uuid import UUID

from fastapi import APIRouter, HTTPException, Request, Response
from starlette.concurrency import run_in_threadpool

from ulbrek.api import tasks
from ulbrek.api.access.asker import Asker
from ulbrek.api.entries import SeenRequest
from ulbrek.api.handlers.common import Asking, Db, Long, as_file
from ulbrek.api.views import answer
from ulbrek.files.log_file import write_log
from ulbrek.store.database import Records
from ulbrek.store.log import LogPage

router = APIRouter(prefix="/api")
MOST_LINES = 10_000
# Whatever bytes lie there, they are shown as a picture or not at all.
PHOTO_HEADERS = {
    "Cache-Control": "private, max-age=31536000, immutable",
    "Content-Disposition": 'inline; filename="photo.jpg"',
    "Content-Security-Policy": "default-src 'none'; sandbox",
}
MEDIA = {
    "csv": "text/csv; charset=utf-8",
    "json": "application/json",
    "xlsx": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
}


@router.get("/log", response_model=LogPage)
def shop_log(db: Db, before: datetime | None = None) -> Response:
    """What was seen in the shop, newest first."""
    with db.work() as records:
        found = records.log(records.shop().id).of_shop(before and before.astimezone(UTC))
    return answer(LogPage, found)


@router.get("/jobs/{job_id}/log", response_model=LogPage)
def job_log(db: Db, job_id: UUID, before: datetime | None = None) -> Response:
    """All that happened to a job, newest first."""
    with db.work() as records:
        found = records.log(records.shop().id).of_job(job_id, before and before.astimezone(UTC))
    return answer(LogPage, found)


@router.get("/jobs/{job_id}/log-file", response_class=Response)
def job_log_file(db: Db, job_id: UUID, kind: Literal["csv", "xlsx", "json"] = "csv") -> Response:
    """The whole log of a job as a file."""
    with db.work() as records:
        shop = records.shop()
        job = records.jobs(shop.id).get(job_id).job
        lines = records.log(shop.id).of_job(job_id, limit=MOST_LINES).entries
        names = {member.id: member.name for member in records.members(shop.id).all()}
    return as_file(write_log(lines, names, shop.shop.hours.zone, kind), f"{job.name} log", kind, MEDIA[kind])


@router.post("/observations", status_code=201)
def add_observation(db: Db, asker: Asking, asked: SeenRequest) -> UUID:
    """A note, a weighing, a test or a defect; with ``replaces`` it corrects an earlier one."""
    asked.refuse_short()
    with db.work() as records:
        if asker.role == "helper":
            _refuse_unasked(records, asker, asked)
        return records.log(records.shop().id).add(asked.seen, asked.entry)


def _refuse_unasked(records: Records, asker: Asker, asked: SeenRequest) -> None:
    """Refuses a helper's entry that is about something that they are not asked to."""
    belong = records.asked(records.shop().id)
    pours: list[UUID | None] = [asked.pour_id] if asked.pour_id else []
    pours += [belong.pour_of("casting_id", asked.casting_id)] if asked.casting_id else []
    pours += [belong.pour_of("observation_id", asked.replaces)] if asked.replaces else []
    fits = all(map(asker.sees_pour, pours)) and (asked.job_id is None or asker.sees_job(asked.job_id))
    if not fits or asked.form_id is not None or not (pours or asked.job_id):
        raise HTTPException(403, "You are not asked to this pour. Ask a maker to ask you.")


@router.post("/observations/{observation_id}/photos", status_code=201)
async def add_photo(db: Db, apart: Long, observation_id: UUID, request: Request, key: UUID | None = None) -> UUID:
    """A photo of an observation: the request's body. It is encoded anew, without place or device."""
    content = await request.body()

    def keep() -> UUID:
        photo = apart.run(tasks.photo, content)
        with db.work() as records:
            return records.photos(records.shop().id).add(observation_id, photo, key)

    return await run_in_threadpool(keep)


@router.get("/photos/{photo_id}", response_class=Response)
def get_photo(db: Db, photo_id: UUID, small: bool = False) -> Response:
    """A photo, whole or small. It never changes."""
    with db.work() as records:
        photo = records.photos(records.shop().id).get(photo_id, small)
    return Response(photo.content, headers=PHOTO_HEADERS, media_type="image/jpeg")

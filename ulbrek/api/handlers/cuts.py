"""What is cut: boards, steel, labels and templates as files, and a better cut plan, looked for while somebody waits."""

from collections.abc import AsyncIterator
from functools import partial
from typing import Annotated
from uuid import UUID

import anyio
import anyio.to_thread
from fastapi import APIRouter, Request, Response
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, ConfigDict, Field

from ulbrek.api import tasks
from ulbrek.api.access.limits import Limits
from ulbrek.api.apart import Apart
from ulbrek.api.cut_search import CutFound, CutTask
from ulbrek.api.handlers.common import Asking, Db, Long, as_file, shop_asked
from ulbrek.api.tasks import BoardFormat, SteelFormat
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Units
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.files.pack import Paper
from ulbrek.files.problems import InvalidDocumentError, Problem
from ulbrek.store.database import Database
from ulbrek.store.errors import NotFoundError

router = APIRouter(prefix="/api")
LONGEST_S = 120.0
MEDIA_TYPES: dict[BoardFormat, str] = {
    "dxf": "image/vnd.dxf",
    "csv": "text/csv; charset=utf-8",
    "xlsx": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
}
_LOOK_EVERY_S = 0.1
_SLACK_S = 10.0  # in which a search that was never listened to is over


class CutSearchRequest(BaseModel):
    """A job, the shop it is made in, the sheet whose cut plan is to be better, and for how long to look [s]."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    shop: Shop | None = None
    sheet: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
    seconds: Annotated[float, Field(gt=0, le=LONGEST_S, allow_inf_nan=False)] = 20.0


@router.post(
    "/cuts/search",
    response_class=StreamingResponse,
    responses={200: {"model": CutFound, "content": {"application/x-ndjson": {}}}},
)
def search_cuts(db: Db, apart: Long, request: Request, asker: Asking, asked: CutSearchRequest) -> StreamingResponse:
    """The best plan so far, line after line; whoever stops listening ends it. Each looks for one at a time."""
    searching: Apart = request.app.state.searching
    searching.refuse_if_busy()
    shop = shop_asked(db, asked.shop)
    wanted = apart.run(tasks.panels_to_cut, asked.job, shop, asked.sheet)
    if wanted is None:
        raise InvalidDocumentError(
            [Problem("/sheet", f"Nothing is cut from “{asked.sheet}” in this job.", "Name a sheet of its cut plan.")]
        )
    panels, stock, prefer = wanted
    task = CutTask(tuple(panels), stock, prefer, asked.seconds)
    limits: Limits = request.scope["state"]["limits"]
    mine = f"search/{asker.account_id}" if asker.account_id else None
    if mine:
        limits.claim(mine, asked.seconds + _SLACK_S)

    async def lines() -> AsyncIterator[bytes]:
        try:
            async for line in _lines(searching, task):
                yield line
        finally:
            if mine:
                with anyio.CancelScope(shield=True):
                    await anyio.to_thread.run_sync(limits.over, mine)

    return StreamingResponse(lines(), media_type="application/x-ndjson")


@router.get("/jobs/{job_id}/steel.{form}", response_class=Response)
def get_steel(db: Db, apart: Long, job_id: UUID, form: SteelFormat) -> Response:
    """The steel of a job: at true size as DXF, or its cut and bend list."""
    job, shop = _job(db, job_id)
    return as_file(apart.run(tasks.steel, job, shop, form), f"{job.name} steel", form, MEDIA_TYPES[form])


@router.get("/jobs/{job_id}/boards.{form}", response_class=Response)
def get_boards(db: Db, apart: Long, job_id: UUID, form: BoardFormat) -> Response:
    """The boards of a job's forms: at true size as DXF, as a list, or as a workbook with the hardware."""
    job, shop = _job(db, job_id)
    return as_file(apart.run(tasks.boards, job, shop, form), f"{job.name} boards", form, MEDIA_TYPES[form])


@router.get("/jobs/{job_id}/templates", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def get_templates(db: Db, apart: Long, job_id: UUID, units: Units = "mm", paper: Paper = "a4") -> Response:
    """Full-size templates of all that is cut to a shape, on tiles of A4 or Letter, as a PDF."""
    job, shop = _job(db, job_id)
    content = apart.run(tasks.templates, job, shop, units, paper)
    return as_file(content, f"{job.name} templates", "pdf", "application/pdf")


@router.get("/jobs/{job_id}/labels", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def get_labels(
    db: Db, apart: Long, request: Request, job_id: UUID, units: Units = "mm", paper: Paper = "a4"
) -> Response:
    """A label for each board of a job's forms, with a code that opens its piece, as a PDF."""
    job, shop = _job(db, job_id)
    public: str | None = request.app.state.settings.public_address
    address = f"{public or str(request.base_url).rstrip('/')}/jobs/{job_id}/form"
    content = apart.run(tasks.labels, job, shop, address, units, paper)
    return as_file(content, f"{job.name} labels", "pdf", "application/pdf")


@router.get("/jobs/{job_id}/pieces/{piece_id}/form.glb", response_class=Response)
def get_form_solid(db: Db, apart: Long, job_id: UUID, piece_id: str) -> Response:
    """The form of a piece in the round, as binary glTF."""
    job, shop = _job(db, job_id)
    found = apart.run(tasks.form_solid, job, shop, piece_id)
    if found is None:
        raise NotFoundError("piece", piece_id)
    name, content = found
    return as_file(content, f"{name} form", "glb", "model/gltf-binary")


def _job(db: Database, job_id: UUID) -> tuple[Job, Shop]:
    with db.look() as records:
        stored = records.shop()
        return records.jobs(stored.id).get(job_id).job, stored.shop


async def _lines(searching: Apart, task: CutTask) -> AsyncIterator[bytes]:
    """The newest of what is told, again and again, until the search has ended or nobody listens any more."""
    with searching.telling(partial(tasks.search_cuts, task), task.seconds) as telling:
        ended = False
        while not ended:
            await anyio.sleep(_LOOK_EVERY_S)
            lines, ended = telling.news()
            if lines:
                yield lines[-1] + b"\n"

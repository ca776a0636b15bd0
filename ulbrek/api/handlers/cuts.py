"""What is cut: boards, steel, labels and templates as files, and a better cut plan, looked for while somebody waits."""

from collections.abc import AsyncIterator
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Request, Response
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from ulbrek.api.cut_search import CutFound, search
from ulbrek.api.handlers.common import Db, as_file, shop_asked
from ulbrek.core.base.units import Units
from ulbrek.core.job import Job
from ulbrek.core.plan import plan, to_cut
from ulbrek.core.shop import Shop
from ulbrek.cut_worker import CutTask
from ulbrek.files.board_drawings import write_boards_csv, write_boards_dxf, write_boards_xlsx
from ulbrek.files.form_solid import write_glb
from ulbrek.files.pack import Paper
from ulbrek.files.pack.labels import label_pages
from ulbrek.files.pack.templates import template_pages
from ulbrek.files.problems import InvalidDocumentError, Problem
from ulbrek.files.steel_list import write_steel_csv, write_steel_dxf
from ulbrek.store.database import Database
from ulbrek.store.errors import NotFoundError

router = APIRouter(prefix="/api")
LONGEST_S = 120.0
BoardFormat = Literal["dxf", "csv", "xlsx"]
SteelFormat = Literal["dxf", "csv"]
MEDIA_TYPES: dict[BoardFormat, str] = {
    "dxf": "image/vnd.dxf",
    "csv": "text/csv; charset=utf-8",
    "xlsx": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
}
_FOUND = TypeAdapter(CutFound)


class CutSearchRequest(BaseModel):
    """A job, the shop it is made in, the sheet whose cut plan is to be better, and for how long to look [s]."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    shop: Shop | None = None
    sheet: Annotated[str, Field(min_length=1, max_length=40)]
    seconds: Annotated[float, Field(gt=0, le=LONGEST_S, allow_inf_nan=False)] = 20.0


@router.post(
    "/cuts/search",
    response_class=StreamingResponse,
    responses={200: {"model": CutFound, "content": {"application/x-ndjson": {}}}},
)
def search_cuts(db: Db, asked: CutSearchRequest) -> StreamingResponse:
    """The best plan so far, line after line; whoever stops listening ends it."""
    shop = shop_asked(db, asked.shop)
    wanted = to_cut(asked.job, shop, asked.sheet)
    if wanted is None:
        raise InvalidDocumentError(
            [Problem("sheet", f"Nothing is cut from “{asked.sheet}” in this job.", "Name a sheet of its cut plan.")]
        )
    panels, stock, prefer = wanted
    task = CutTask(tuple(panels), stock, prefer, asked.seconds)
    return StreamingResponse(_lines(task), media_type="application/x-ndjson")


@router.get("/jobs/{job_id}/steel.{form}", response_class=Response)
def get_steel(db: Db, job_id: UUID, form: SteelFormat) -> Response:
    """The steel of a job: at true size as DXF, or its cut and bend list."""
    job, shop = _job(db, job_id)
    planned = plan(job, shop)
    content = write_steel_dxf(planned) if form == "dxf" else write_steel_csv(planned)
    return as_file(content, f"{job.name} steel", form, MEDIA_TYPES[form])


@router.get("/jobs/{job_id}/boards.{form}", response_class=Response)
def get_boards(db: Db, job_id: UUID, form: BoardFormat) -> Response:
    """The boards of a job's forms: at true size as DXF, as a list, or as a workbook with the hardware."""
    job, shop = _job(db, job_id)
    planned = plan(job, shop)
    content: str | bytes
    match form:
        case "dxf":
            content = write_boards_dxf(planned)
        case "csv":
            content = write_boards_csv(planned)
        case "xlsx":
            content = write_boards_xlsx(planned)
    return as_file(content, f"{job.name} boards", form, MEDIA_TYPES[form])


@router.get("/jobs/{job_id}/templates", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def get_templates(db: Db, job_id: UUID, units: Units = "mm", paper: Paper = "a4") -> Response:
    """Full-size templates of all that is cut to a shape, on tiles of A4 or Letter, as a PDF."""
    job, shop = _job(db, job_id)
    content = template_pages(job, plan(job, shop), units=units, paper=paper)
    return as_file(content, f"{job.name} templates", "pdf", "application/pdf")


@router.get("/jobs/{job_id}/labels", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def get_labels(db: Db, request: Request, job_id: UUID, units: Units = "mm", paper: Paper = "a4") -> Response:
    """A label for each board of a job's forms, with a code that opens its piece, as a PDF."""
    job, shop = _job(db, job_id)
    address = f"{str(request.base_url).rstrip('/')}/jobs/{job_id}/form"
    content = label_pages(job, plan(job, shop), address=address, units=units, paper=paper)
    return as_file(content, f"{job.name} labels", "pdf", "application/pdf")


@router.get("/jobs/{job_id}/pieces/{piece_id}/form.glb", response_class=Response)
def get_form_solid(db: Db, job_id: UUID, piece_id: str) -> Response:
    """The form of a piece in the round, as binary glTF."""
    job, shop = _job(db, job_id)
    planned = next((one for one in plan(job, shop).pieces if one.id == piece_id), None)
    if planned is None:
        raise NotFoundError("piece", piece_id)
    return as_file(write_glb(planned.form), f"{planned.name} form", "glb", "model/gltf-binary")


def _job(db: Database, job_id: UUID) -> tuple[Job, Shop]:
    with db.look() as records:
        stored = records.shop()
        return records.jobs(stored.id).get(job_id).job, stored.shop


async def _lines(task: CutTask) -> AsyncIterator[bytes]:
    async for found in search(task):
        yield _FOUND.dump_json(found) + b"\n"

"""A piece cut through, turned by hand, solved for, drawn from a file and written to one."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Body, Query, Response
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter, ValidationError

from ulbrek.api import tasks
from ulbrek.api.handlers.common import Db, Long, as_file, shop_asked
from ulbrek.api.tasks import PieceFormat
from ulbrek.api.views import answer
from ulbrek.core.base.finding import Change
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length, Units
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.beginning import CannotBeginError, begin_feature, begin_outline
from ulbrek.core.measure.features import Feature
from ulbrek.core.measure.inputs.common import Id
from ulbrek.core.measure.inputs.outlines import PieceOutline
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.kept_in import Kept
from ulbrek.core.measure.starts import STARTS, Start, begin
from ulbrek.core.solve.goal import Goal
from ulbrek.files.drawing_in import LARGEST_BYTES, Drawing
from ulbrek.files.drawn_lines import Unit
from ulbrek.files.problems import InvalidDocumentError, Problem, problems_in
from ulbrek.store.errors import NotFoundError

router = APIRouter(prefix="/api")
_SIZES = TypeAdapter(dict[str, Length])
MEDIA_TYPES: dict[PieceFormat, str] = {
    "stl": "model/stl", "3mf": "model/3mf", "dxf": "image/vnd.dxf", "svg": "image/svg+xml",
}  # fmt: skip


class SectionRequest(BaseModel):
    """A piece, and where it is cut through upright: from left to right (x) or from front to back (y)."""

    model_config = ConfigDict(extra="forbid")

    piece: Piece
    along: Literal["x", "y"] = "x"
    at_mm: Annotated[float, Field(ge=-20_000, le=20_000, allow_inf_nan=False)]


class Section(BaseModel):
    """Closed rings, each along and up [mm] of one point after another, holes among them; between what heights; and
    what stays in it."""

    rings: list[list[float]]
    low_mm: float
    high_mm: float
    kept: list[Kept]


class SolveRequest(BaseModel):
    """A job, the shop it is made in, and what is wanted of it."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    shop: Shop | None = None
    goal: Goal
    units: Units = "mm"


class BeginRequest(BaseModel):
    """A piece to begin: the numbers that its start asks for, and the units of who begins it."""

    model_config = ConfigDict(extra="forbid")

    piece: Id
    name: Annotated[str, Field(min_length=1, max_length=80), ONE_LINE]
    units: Units
    sizes: Annotated[
        dict[str, Annotated[str, Field(max_length=60)]], Field(max_length=10, description="lengths as they are written")
    ]


class KindRequest(BaseModel):
    """What kind of feature or outline is begun, for which piece, and the units of who begins it."""

    model_config = ConfigDict(extra="forbid")

    kind: Annotated[str, Field(max_length=40), ONE_LINE]
    piece: Piece
    units: Units


@router.get("/starts")
def list_starts() -> tuple[Start, ...]:
    """What a piece may be begun as, with the numbers that are asked for."""
    return STARTS


@router.post("/starts/{start}")
def begin_piece(start: str, asked: BeginRequest) -> Piece:
    """A piece as it is begun; nothing is kept."""
    found = next((one for one in STARTS if one.id == start), None)
    if found is None:
        raise NotFoundError("start", start)
    written = {one.key: {"typed": asked.sizes.get(one.key, ""), "bare": asked.units} for one in found.asked}
    try:
        sizes = _SIZES.validate_python(written)
    except ValidationError as error:
        raise InvalidDocumentError(problems_in(error, "/sizes")) from error
    try:
        return Piece.model_validate(begin(found, asked.piece, asked.name, sizes, asked.units))
    except ValidationError as error:
        raise InvalidDocumentError(problems_in(error)) from error


@router.post("/features")
def begin_a_feature(asked: KindRequest) -> Feature:
    """What is put into a piece, as it is begun; nothing is kept."""
    with _begun():
        return begin_feature(asked.kind, asked.piece, asked.units)


@router.post("/outlines")
def begin_an_outline(asked: KindRequest) -> PieceOutline:
    """Another outline for a piece, as it is begun; nothing is kept."""
    with _begun():
        return begin_outline(asked.kind, asked.piece, asked.units)


@contextmanager
def _begun() -> Iterator[None]:
    """Says what cannot be begun: of which kind there is none, and what has no room in a piece."""
    try:
        yield
    except CannotBeginError as error:
        wrong, remedy = str(error).split(". ", 1)
        raise InvalidDocumentError([Problem("/kind", f"{wrong}.", remedy)]) from error
    except ValidationError as error:
        raise InvalidDocumentError(problems_in(error)) from error


@router.post("/section")
def cut_through(apart: Long, asked: SectionRequest) -> Section:
    """A piece cut through upright, as it is cast."""
    rings, low, high, kept = apart.run(tasks.section, asked.piece, asked.along, asked.at_mm)
    return Section(rings=rings, low_mm=low, high_mm=high, kept=kept)


@router.post("/solid", response_class=Response, responses={200: {"content": {"model/stl": {}}}})
def show_solid(apart: Long, piece: Piece) -> Response:
    """The solid of a piece, finished, as binary STL [mm]."""
    return Response(apart.run(tasks.solid, piece), media_type="model/stl")


@router.post("/solve", response_model=Change)
def solve_job(db: Db, apart: Long, asked: SolveRequest) -> Response:
    """The change of a job that reaches a goal."""
    return answer(Change, apart.run(tasks.solved, asked.job, shop_asked(db, asked.shop), asked.goal, asked.units))


@router.post("/drawings", response_model=Drawing)
def read_lines(
    apart: Long,
    content: Annotated[bytes, Body(media_type="application/octet-stream", max_length=LARGEST_BYTES + 1)],
    name: Annotated[str, Query(max_length=200)],
    unit: Unit | None = None,
) -> Response:
    """The closed lines of a DXF or SVG drawing, to choose an outline and openings from."""
    return answer(Drawing, apart.run(tasks.drawing, content, name, unit))


@router.get("/jobs/{job_id}/pieces/{piece_id}/{form}", response_class=Response)
def get_piece_file(db: Db, apart: Long, job_id: UUID, piece_id: str, form: PieceFormat) -> Response:
    """A piece as a file: its solid as STL or 3MF, its plan at true size as DXF or SVG."""
    with db.look() as records:
        job = records.jobs(records.shop().id).get(job_id).job
    piece = next((one for one in job.pieces if one.id == piece_id), None)
    if piece is None:
        raise NotFoundError("piece", piece_id)
    return as_file(apart.run(tasks.piece_file, piece, form), piece.name, form, MEDIA_TYPES[form])

"""A piece cut through, turned by hand, solved for, drawn from a file and written to one."""

from threading import Lock
from typing import Annotated, Literal
from uuid import UUID

import manifold3d
from cachetools import LRUCache, cached
from fastapi import APIRouter, Body, Query, Response
from pydantic import BaseModel, ConfigDict, Field

from ulbrek.api.handlers.common import Db, as_file, shop_asked
from ulbrek.api.views import answer
from ulbrek.core.base.finding import Change
from ulbrek.core.job import Job
from ulbrek.core.kit.geometry import Solid
from ulbrek.core.kit.geometry.mesh import mesh_of, upright_section
from ulbrek.core.measure.inputs import Piece
from ulbrek.core.measure.shape import Shape, shape_of
from ulbrek.core.shop import Shop
from ulbrek.core.solve import Goal, solve
from ulbrek.files.drawing_in import LARGEST_BYTES, Drawing, Unit, read_drawing
from ulbrek.files.drawing_out import write_dxf, write_svg
from ulbrek.files.solid_file import write_3mf, write_stl
from ulbrek.store.errors import NotFoundError

router = APIRouter(prefix="/api")
PieceFormat = Literal["stl", "3mf", "dxf", "svg"]
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
    """Closed rings, each along and up [mm] of one point after another, holes among them; and between what heights."""

    rings: list[list[float]]
    low_mm: float
    high_mm: float


class SolveRequest(BaseModel):
    """A job, the shop it is made in, and what is wanted of it."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    shop: Shop | None = None
    goal: Goal


@router.post("/section")
def cut_through(asked: SectionRequest) -> Section:
    """A piece cut through upright, as it is cast."""
    solid = _shape(asked.piece).solid
    rings = upright_section(_mesh(asked.piece), asked.along, asked.at_mm)
    flat = [[round(value, 3) for point in ring for value in point] for ring in rings]
    return Section(rings=flat, low_mm=solid.heights[0], high_mm=solid.heights[-1])


@router.post("/solid", response_class=Response, responses={200: {"content": {"model/stl": {}}}})
def show_solid(piece: Piece) -> Response:
    """The solid of a piece, finished, as binary STL [mm]."""
    return Response(write_stl(_shape(piece).finished), media_type="model/stl")


@router.post("/solve", response_model=Change)
def solve_job(db: Db, asked: SolveRequest) -> Response:
    """The change of a job that reaches a goal."""
    return answer(Change, solve(asked.job, shop_asked(db, asked.shop), asked.goal))


@router.post("/drawings", response_model=Drawing)
def read_lines(
    content: Annotated[bytes, Body(media_type="application/octet-stream", max_length=LARGEST_BYTES + 1)],
    name: Annotated[str, Query(max_length=200)],
    unit: Unit | None = None,
) -> Response:
    """The closed lines of a DXF or SVG drawing, to choose an outline and openings from."""
    return answer(Drawing, read_drawing(content, name, unit))


@router.get("/jobs/{job_id}/pieces/{piece_id}/{form}", response_class=Response)
def get_piece_file(db: Db, job_id: UUID, piece_id: str, form: PieceFormat) -> Response:
    """A piece as a file: its solid as STL or 3MF, its plan at true size as DXF or SVG."""
    with db.look() as records:
        job = records.jobs(records.shop().id).get(job_id).job
    piece = next((one for one in job.pieces if one.id == piece_id), None)
    if piece is None:
        raise NotFoundError("piece", piece_id)
    return as_file(_written(_shape(piece), form), piece.name, form, MEDIA_TYPES[form])


def _written(shape: Shape, form: PieceFormat) -> str | bytes:
    match form:
        case "stl":
            return write_stl(shape.finished)
        case "3mf":
            return write_3mf(shape.finished, shape.piece.name)
        case "dxf":
            return write_dxf(shape)
        case "svg":
            return write_svg(shape)


@cached(LRUCache(maxsize=64), lock=Lock())
def _shape(piece: Piece) -> Shape:
    return shape_of(piece)


_MESHES: LRUCache[object, manifold3d.Manifold] = LRUCache(maxsize=32)


def forget_meshes() -> None:
    """Lets go of the meshes that are remembered; the library wants none left when the process ends."""
    _MESHES.clear()


@cached(_MESHES, lock=Lock())
def _mesh(piece: Piece) -> manifold3d.Manifold:
    solid: Solid = _shape(piece).solid
    return mesh_of(solid)

"""A better cut plan, looked for while somebody waits."""

from collections.abc import AsyncIterator
from typing import Annotated

from fastapi import APIRouter
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from ulbrek.api.cut_search import CutFound, CutTask, search
from ulbrek.api.handlers.common import Db, shop_asked
from ulbrek.core.job import Job
from ulbrek.core.plan import to_cut
from ulbrek.core.shop import Shop
from ulbrek.files.problems import InvalidDocumentError, Problem

router = APIRouter(prefix="/api")
LONGEST_S = 120.0
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


async def _lines(task: CutTask) -> AsyncIterator[bytes]:
    async for found in search(task):
        yield _FOUND.dump_json(found) + b"\n"

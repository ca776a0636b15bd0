"""Pours as they are run: the sheet, what was written down, and where one stands."""

from typing import Annotated, Any
from uuid import UUID

from fastapi import APIRouter, Depends, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from ulbrek.api import tasks
from ulbrek.api.handlers.bench import OfBenches
from ulbrek.api.handlers.common import Db, Long, as_file
from ulbrek.api.services.plans import claim_pour
from ulbrek.api.services.runs import Missing, Runs, Writing, in_time, missing, now_ms, people
from ulbrek.api.views import answer
from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.pour.devices import light_plan
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.practice import PracticeNow, practice_now
from ulbrek.core.pour.result import RunState
from ulbrek.core.pour.sheet import RunSheet
from ulbrek.core.pour.state import run_state
from ulbrek.files.pack import Paper

router = APIRouter(prefix="/api")


class RunEntriesRequest(BaseModel):
    """Entries that a device has kept; those that are known are not applied again."""

    model_config = ConfigDict(extra="forbid")

    entries: Annotated[tuple[RunEntry, ...], Field(min_length=1, max_length=200), COUNTED]


@dataclass(frozen=True, slots=True)
class RunView:
    """A pour as it is run.

    ``missing`` is what is not on the shelf of what it takes, ``people`` who is asked to it or planned to be there.
    ``now`` is what this server's clock says [ms since 1970]: by it a device learns how far its own is off.
    """

    pour_id: UUID
    job_id: UUID
    name: str
    zone: str
    clock: str
    sheet: RunSheet
    entries: list[RunEntry]
    missing: list[Missing]
    people: list[str]
    state: RunState
    now: float


@dataclass(frozen=True, slots=True)
class RunAnswer:
    """All entries of a pour, and where it stands."""

    entries: list[RunEntry]
    state: RunState
    now: float


class PracticeRequest(BaseModel):
    """What was done in a practice, by its own clock [ms since 1970]; nothing of it is kept."""

    model_config = ConfigDict(extra="forbid")

    entries: Annotated[tuple[RunEntry, ...], Field(max_length=2_000), COUNTED] = ()
    now: Annotated[float, Field(ge=0, le=1e14, allow_inf_nan=False)]
    seed: Annotated[int, Field(ge=0, le=1_000_000)]


async def _runs(request: Request) -> Runs:
    runs: Runs = request.app.state.runs
    return runs


Run = Annotated[Runs, Depends(_runs)]
PDF: dict[int | str, dict[str, Any]] = {200: {"content": {"application/pdf": {}}}}


@router.get("/pours/{pour_id}/run", response_model=RunView)
def get_run(db: Db, runs: Run, pour_id: UUID) -> Response:
    """The run sheet of a pour, what was written down on it, and where it stands."""
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
        entries = records.runs(shop.id).of_pour(pour_id)
    made, now = runs.of(pour, shop), now_ms()
    with db.work() as records:
        short = missing(records, shop.id, pour, made)
        there = people(records, shop, pour)
    hours = shop.shop.hours
    view = RunView(
        pour_id, pour.job_id, pour.job.name, hours.zone, hours.clock, made.sheet, entries, short, there,
        run_state(made.sheet, entries, now), now,
    )  # fmt: skip
    return answer(RunView, view)


@router.get(
    "/pours/{pour_id}/run/sheet", response_class=Response, responses={200: {"content": {"application/pdf": {}}}}
)
def get_run_sheet(db: Db, runs: Run, apart: Long, pour_id: UUID, units: Units = "mm", paper: Paper = "a4") -> Response:
    """The run sheet of a pour as a PDF, with boxes to tick."""
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
    content = apart.run(tasks.day, runs.of(pour, shop).sheet, pour.job.name, shop.shop.name, units, paper)
    return as_file(content, f"{pour.job.name} pour day", "pdf", "application/pdf")


@router.post("/pours/{pour_id}/run", response_model=RunAnswer, status_code=201)
def add_run_entries(db: Db, runs: Run, benches: OfBenches, pour_id: UUID, asked: RunEntriesRequest) -> Response:
    """Keeps entries of the day, each once however often it is sent, and brings the records to what all of them say."""
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
    sheet = runs.of(pour, shop).sheet
    with db.work() as records:
        mine = records.runs(shop.id)
        mine.add(pour_id, [in_time(one) for one in asked.entries])
        entries = mine.of_pour(pour_id)
        state = Writing(records, shop.id, records.pours(shop.id).get(pour_id), sheet).write(entries)
        claim_pour(records, records.pours(shop.id).get(pour_id), shop)
    now = now_ms()
    if light := benches.of(shop.id).light:
        light.follow(light_plan(state, now))
    return answer(RunAnswer, RunAnswer(entries, state, now), 201)


@router.post("/pours/{pour_id}/practice", response_model=PracticeNow)
def tell_practice(db: Db, runs: Run, pour_id: UUID, asked: PracticeRequest) -> Response:
    """What somebody who goes through a pour dry sees, and what they have lost so far; no mark of it is kept."""
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
    sheet = runs.of(pour, shop).sheet
    return answer(PracticeNow, practice_now(sheet, asked.entries, asked.now, asked.seed))

"""Pours as they are run: the sheet, what was written down, and where one stands."""

from dataclasses import dataclass
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from ulbrek.api.handlers.bench import OfBenches
from ulbrek.api.handlers.common import Db
from ulbrek.api.services.plans import claim_pour
from ulbrek.api.services.runs import Runs, Writing, in_time, now_ms
from ulbrek.api.views import answer
from ulbrek.core.base.counted import COUNTED
from ulbrek.core.pour.devices import light_plan
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.result import RunState
from ulbrek.core.pour.sheet import RunSheet
from ulbrek.core.pour.state import run_state

router = APIRouter(prefix="/api")


class RunEntriesRequest(BaseModel):
    """Entries that a device has kept; those that are known are not applied again."""

    model_config = ConfigDict(extra="forbid")

    entries: Annotated[tuple[RunEntry, ...], Field(min_length=1, max_length=200), COUNTED]


@dataclass(frozen=True, slots=True)
class RunView:
    """A pour as it is run.

    ``now`` is what this server's clock says [ms since 1970]: by it a device learns how far its own is off.
    """

    pour_id: UUID
    job_id: UUID
    name: str
    zone: str
    clock: str
    sheet: RunSheet
    entries: list[RunEntry]
    state: RunState
    now: float


@dataclass(frozen=True, slots=True)
class RunAnswer:
    """All entries of a pour, and where it stands."""

    entries: list[RunEntry]
    state: RunState
    now: float


async def _runs(request: Request) -> Runs:
    runs: Runs = request.app.state.runs
    return runs


Run = Annotated[Runs, Depends(_runs)]


@router.get("/pours/{pour_id}/run", response_model=RunView)
def get_run(db: Db, runs: Run, pour_id: UUID) -> Response:
    """The run sheet of a pour, what was written down on it, and where it stands."""
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
        entries = records.runs(shop.id).of_pour(pour_id)
    sheet, now = runs.sheet(pour, shop), now_ms()
    hours = shop.shop.hours
    view = RunView(
        pour_id, pour.job_id, pour.job.name, hours.zone, hours.clock, sheet, entries,
        run_state(sheet, entries, now), now,
    )  # fmt: skip
    return answer(RunView, view)


@router.post("/pours/{pour_id}/run", response_model=RunAnswer, status_code=201)
def add_run_entries(db: Db, runs: Run, benches: OfBenches, pour_id: UUID, asked: RunEntriesRequest) -> Response:
    """Keeps entries of the day, each once however often it is sent, and brings the records to what all of them say."""
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
    sheet = runs.sheet(pour, shop)
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

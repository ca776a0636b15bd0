"""Castings at the machine: the sheet, what was written down, and where each stands."""

from collections.abc import Mapping
from datetime import UTC, datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Response
from pydantic import BaseModel, ConfigDict, Field

from ulbrek.api.handlers.common import Db, Planned
from ulbrek.api.services.finishing import (
    FinishSheet,
    Writing,
    finish_sheet,
    in_time,
    logged_in,
    refuse_others,
    soonest_by,
    standings,
    unlike,
)
from ulbrek.api.services.plans import Plans, claim_pour
from ulbrek.api.views import answer
from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.alike import Difference
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.finish.standing import FinishStanding
from ulbrek.core.records.record import AT_ONCE
from ulbrek.store.poured import StoredPour
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")


class FinishEntriesRequest(BaseModel):
    """Entries that a device has kept; those that are known are not applied again."""

    model_config = ConfigDict(extra="forbid")

    entries: Annotated[tuple[FinishEntry, ...], Field(min_length=1, max_length=200), COUNTED]


@dataclass(frozen=True, slots=True)
class CastingAtWork:
    """A casting of the pour, and where its finish stands."""

    id: UUID
    serial: int
    piece: str
    standing: FinishStanding


@dataclass(frozen=True, slots=True)
class FinishView:
    """A pour at the machine.

    ``soonest`` is when the first step of each act may begin by the plan, ``logged`` when the log says that a
    step was done; ``differences`` is what was not done alike to castings of a piece. ``now`` is what this server says
    that it is [ms since 1970]: by it a device learns how far its own clock is off.
    """

    pour_id: UUID
    job_id: UUID
    name: str
    zone: str
    clock: str
    sheet: FinishSheet
    entries: list[FinishEntry]
    castings: list[CastingAtWork]
    soonest: dict[str, datetime]
    logged: dict[str, datetime]
    differences: list[Difference]
    now: float


@router.get("/pours/{pour_id}/finish", response_model=FinishView)
def get_finish(db: Db, plans: Planned, pour_id: UUID) -> Response:
    """What is done at the machine to the castings of a pour, what was written down, and where each stands."""
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
        entries = records.finishes(shop.id).of_pour(pour_id)
        written = records.runs(shop.id).acts(pour_id)
    return answer(FinishView, _view(shop, pour, _sheet(plans, pour, shop), entries, written, plans))


@router.post("/pours/{pour_id}/finish", response_model=FinishView, status_code=201)
def add_finish_entries(db: Db, plans: Planned, pour_id: UUID, asked: FinishEntriesRequest) -> Response:
    """Keeps entries, each once however often it is sent, and brings the records to what all of them say."""
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
    refuse_others(pour, asked.entries)
    sheet = _sheet(plans, pour, shop)
    with db.work() as records:
        mine = records.finishes(shop.id)
        mine.add(pour_id, [in_time(one) for one in asked.entries])
        entries = mine.of_pour(pour_id)
        Writing(records, shop.id, records.pours(shop.id).get(pour_id), sheet).write(entries, datetime.now(UTC))
        pour = records.pours(shop.id).get(pour_id)
        claim_pour(records, pour, shop)
        written = records.runs(shop.id).acts(pour_id)
    return answer(FinishView, _view(shop, pour, sheet, entries, written, plans), 201)


def _sheet(plans: Plans, pour: StoredPour, shop: StoredShop) -> FinishSheet:
    return finish_sheet(plans.make(pour.job, shop.shop, AT_ONCE, shop.known))


def _view(
    shop: StoredShop,
    pour: StoredPour,
    sheet: FinishSheet,
    entries: list[FinishEntry],
    written: Mapping[UUID, bool],
    plans: Plans,
) -> FinishView:
    now = datetime.now(UTC)
    logged = logged_in(sheet, pour, entries, written)
    found = standings(sheet, pour, entries, now, logged)
    castings = [
        CastingAtWork(one.id, one.serial, one.piece, found[one.id]) for one in pour.castings if one.id in found
    ]  # fmt: skip
    hours = shop.shop.hours
    return FinishView(
        pour.id, pour.job_id, pour.job.name, hours.zone, hours.clock, sheet, entries, castings,
        soonest_by(sheet, plans.of_pour(pour, shop)), logged,
        list(unlike(sheet, pour, found)), round(now.timestamp() * 1000),
    )  # fmt: skip

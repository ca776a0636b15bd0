"""Pours: begun, poured, mixed, and what was done to them."""

from dataclasses import dataclass
from datetime import UTC, datetime
from uuid import UUID

from fastapi import APIRouter, Response

from ulbrek.api.entries import ActRequest, BatchRequest, EntryRequest, PourRequest, TemperatureRequest
from ulbrek.api.handlers.common import Db
from ulbrek.api.views import answer, plan_of, plan_of_pour
from ulbrek.core.changes import Changed, changed_since
from ulbrek.core.plan import Plan, plan
from ulbrek.core.record import part_of
from ulbrek.core.takes import Rest, Take, rests, takes
from ulbrek.store.database import Records
from ulbrek.store.entries import Entry
from ulbrek.store.errors import NotFoundError
from ulbrek.store.poured import StoredPour
from ulbrek.store.pours import ListedPour
from ulbrek.store.shops import StoredShop
from ulbrek.store.stock import OfPour

router = APIRouter(prefix="/api")


@dataclass(frozen=True, slots=True)
class PourView:
    """A pour, its plan with what has happened, and what of the plan it was begun with is another today.

    ``stock`` is what it took and left. ``gone`` says that the job no longer has all its pieces, or is off the floor.
    """

    pour: StoredPour
    plan: Plan
    stock: list[OfPour]
    changed: tuple[Changed, ...]
    gone: bool


@dataclass(frozen=True, slots=True)
class TakesView:
    """What a job takes from stock as it is planned, and what its cutting leaves."""

    takes: tuple[Take, ...]
    rests: tuple[Rest, ...]


@router.get("/pours", response_model=list[ListedPour])
def list_pours(db: Db, job_id: UUID | None = None, before: datetime | None = None) -> Response:
    """Pours, newest first, those only planned before them."""
    with db.work() as records:
        found = records.pours(records.shop().id).page(job_id, before and before.astimezone(UTC))
    return answer(list[ListedPour], found)


@router.post("/pours", response_model=PourView, status_code=201)
def begin_pour(db: Db, asked: PourRequest) -> Response:
    """Begins a pour: its castings are planned, what it takes is reserved; with ``poured_at`` its water is in."""
    with db.work() as records:
        shop = records.shop()
        job = records.jobs(shop.id).get(asked.job_id)
        pours = records.pours(shop.id)
        fills, taken = [one.fill for one in asked.fills], [one.taken for one in asked.takes]
        begun = pours.begin(job, shop, fills, taken, asked.entry)
        if asked.poured_at is not None:
            pours.water_in(begun, Entry(asked.poured_at, member_id=asked.member_id))
        view = _view(records, shop, begun)
    return answer(PourView, view, 201)


@router.get("/pours/{pour_id}", response_model=PourView)
def get_pour(db: Db, pour_id: UUID) -> Response:
    """A pour and its plan."""
    with db.work() as records:
        view = _view(records, records.shop(), pour_id)
    return answer(PourView, view)


@router.post("/pours/{pour_id}/water-in", response_model=PourView)
def water_in(db: Db, pour_id: UUID, asked: EntryRequest) -> Response:
    """The first water went in."""
    with db.work() as records:
        shop = records.shop()
        records.pours(shop.id).water_in(pour_id, asked.entry)
        view = _view(records, shop, pour_id)
    return answer(PourView, view)


@router.post("/pours/{pour_id}/cancel", response_model=PourView)
def cancel_pour(db: Db, pour_id: UUID, asked: EntryRequest) -> Response:
    """A planned pour is called off; what it reserved is free again."""
    with db.work() as records:
        shop = records.shop()
        records.pours(shop.id).cancel(pour_id, asked.entry)
        view = _view(records, shop, pour_id)
    return answer(PourView, view)


@router.post("/pours/{pour_id}/batches", response_model=PourView, status_code=201)
def add_batch(db: Db, pour_id: UUID, asked: BatchRequest) -> Response:
    """A batch that was mixed."""
    with db.work() as records:
        shop = records.shop()
        pours = records.pours(shop.id)
        pours.mix(pour_id, asked.bags, asked.water_l, asked.entry, asked.lot_id, asked.shares)
        view = _view(records, shop, pour_id)
    return answer(PourView, view, 201)


@router.post("/pours/{pour_id}/batches/{batch_id}/undo", response_model=PourView)
def undo_batch(db: Db, pour_id: UUID, batch_id: UUID) -> Response:
    """Takes back a batch that was written down by mistake."""
    with db.work() as records:
        shop = records.shop()
        records.pours(shop.id).unmix(pour_id, batch_id)
        view = _view(records, shop, pour_id)
    return answer(PourView, view)


@router.post("/pours/{pour_id}/acts", response_model=PourView, status_code=201)
def add_act(db: Db, pour_id: UUID, asked: ActRequest) -> Response:
    """An act that was done; castings come into the state that it brings."""
    with db.work() as records:
        shop = records.shop()
        records.pours(shop.id).did(pour_id, asked.act, asked.piece, asked.entry)
        view = _view(records, shop, pour_id)
    return answer(PourView, view, 201)


@router.post("/pours/{pour_id}/acts/{done_id}/undo", response_model=PourView)
def undo_act(db: Db, pour_id: UUID, done_id: UUID, asked: EntryRequest) -> Response:
    """Takes back that an act was done."""
    with db.work() as records:
        shop = records.shop()
        records.pours(shop.id).undo(pour_id, done_id, asked.entry)
        view = _view(records, shop, pour_id)
    return answer(PourView, view)


@router.post("/pours/{pour_id}/temperatures", response_model=PourView, status_code=201)
def add_temperature(db: Db, pour_id: UUID, asked: TemperatureRequest) -> Response:
    """A temperature of the concrete, read off and typed in: the hours follow it."""
    with db.work() as records:
        shop = records.shop()
        records.sensors(shop.id).read_by_hand(pour_id, asked.at or datetime.now(UTC), asked.celsius)
        view = _view(records, shop, pour_id)
    return answer(PourView, view, 201)


@router.get("/jobs/{job_id}/takes", response_model=TakesView)
def get_takes(db: Db, job_id: UUID) -> Response:
    """What a job takes from stock, and what its cutting leaves."""
    with db.work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).get(job_id)
    planned = plan_of(stored, shop)
    view = TakesView(takes(stored.job, shop.shop, planned), rests(stored.job, shop.shop, planned))
    return answer(TakesView, view)


def _view(records: Records, shop: StoredShop, pour_id: UUID) -> PourView:
    pours = records.pours(shop.id)
    pour = pours.get(pour_id)
    planned, stock = plan_of_pour(pour, shop), records.stock(shop.id).of_pour(pour_id)
    try:
        job = records.jobs(shop.id).get(pour.job_id).job
        today = part_of(job, {piece.id: piece.count for piece in pour.job.pieces})
    except (NotFoundError, ValueError):
        return PourView(pour, planned, stock, (), gone=True)
    changed = changed_since(pours.snapshot(pour_id), plan(today, shop.shop))
    return PourView(pour, planned, stock, changed, gone=False)

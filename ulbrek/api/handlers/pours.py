"""Pours: begun, poured, mixed, and what was done to them."""

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from datetime import UTC, datetime
from typing import Any
from uuid import UUID

from fastapi import APIRouter, Response

from ulbrek.api.entries import (
    ActRequest,
    ActsRequest,
    AskedRequest,
    BatchRequest,
    EntryRequest,
    PourRequest,
    TakesRequest,
    TemperatureRequest,
)
from ulbrek.api.handlers.common import Asking, Db, Planned
from ulbrek.api.services.plans import Plans, claim_pour
from ulbrek.api.views import answer
from ulbrek.core.after.changes import FigureChange, changed_since
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.buying.demand import Allotment, Part, PlannedJob, Rest, Take, allot, built_part, rests, takes_of_pour
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.casting import ACT_OF, COAT
from ulbrek.core.records.record import AT_ONCE, part_of
from ulbrek.files.problems import InvalidDocumentError
from ulbrek.store.database import Database, Records
from ulbrek.store.entries import Entry
from ulbrek.store.errors import NotFoundError, RefusedEntryError
from ulbrek.store.poured import StoredPour
from ulbrek.store.pours import BegunWith, ListedPour, PourRepository, part_of_job
from ulbrek.store.shops import StoredShop
from ulbrek.store.stock import Lot, OfPour

router = APIRouter(prefix="/api")


@dataclass(frozen=True, slots=True)
class PourView:
    """A pour, its plan with what has happened, and what of the plan it was begun with is another today.

    ``stock`` is what it took and left, ``rests`` what is left of its boards by its cut plan. ``gone`` says that the job
    no longer has all its pieces, or is off the floor. ``foretold_c`` is the concrete by the hour as it was foretold
    before anything was read in it [°C]; empty where nothing was.
    """

    pour: StoredPour
    plan: Plan
    stock: list[OfPour]
    rests: tuple[Rest, ...]
    changed: tuple[FigureChange, ...]
    gone: bool
    foretold_c: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class AllottedTake:
    """Something that a pour takes, the lots it can come from, and how much of each; ``short`` is what none has."""

    take: Take
    lots: list[Lot]
    allotment: Allotment


@router.get("/pours", response_model=list[ListedPour])
def list_pours(db: Db, asker: Asking, job_id: UUID | None = None, before: datetime | None = None) -> Response:
    """Pours, newest first, those only planned before them."""
    with db.work() as records:
        found = records.pours(records.shop().id).page(job_id, before and before.astimezone(UTC), only=asker.only_pours)
    return answer(list[ListedPour], found)


@router.post("/pours", response_model=PourView, status_code=201)
def begin_pour(db: Db, plans: Planned, asked: PourRequest) -> Response:
    """Begins a pour: its castings are planned, what it takes is reserved; with ``poured_at`` its water is in."""
    fills, taken = [one.fill for one in asked.fills], [one.taken for one in asked.takes]
    with db.work() as records:
        shop = records.shop()
        jobs = records.jobs(shop.id)
        job = jobs.get(asked.job_id)
        if jobs.variant_of(asked.job_id) is not None:
            remedy = "Take it as the plan of its job first, under Compare plans."
            raise RefusedEntryError("/job_id", f"“{job.job.name}” is a variant, and not poured.", remedy)
    part = part_of_job(job.job, fills)
    planned = plans.make(part, shop.shop, AT_ONCE, shop.known)  # while no row of the records is held
    with db.work() as records:
        pours = records.pours(shop.id)
        begun = pours.begin(job, shop.revision, BegunWith(part, planned, fills, taken), asked.entry)
        if asked.poured_at is not None:
            pours.water_in(begun, Entry(asked.poured_at, member_id=asked.member_id))
        kept = _claimed(records, shop, begun)
    return answer(PourView, _view(kept, plans, plans.tell_pour(kept.pour, kept.shop)), 201)


@router.get("/pours/{pour_id}", response_model=PourView)
def get_pour(db: Db, plans: Planned, pour_id: UUID) -> Response:
    """A pour and its plan."""
    with db.work() as records:
        kept = _kept(records, records.shop(), pour_id)
    return answer(PourView, _view(kept, plans, plans.of_pour(kept.pour, kept.shop)))


@router.post("/pours/{pour_id}/water-in", response_model=PourView)
def water_in(db: Db, plans: Planned, pour_id: UUID, asked: EntryRequest) -> Response:
    """The first water went in."""
    with _writing(db, plans, pour_id) as written:
        written.pours.water_in(pour_id, asked.entry)
    return written.answer()


@router.post("/pours/{pour_id}/water-in/correct", response_model=PourView)
def correct_water_in(db: Db, plans: Planned, pour_id: UUID, asked: EntryRequest) -> Response:
    """The first water went in at another time than was said; the note says why."""
    with _writing(db, plans, pour_id) as written:
        written.pours.correct_water_in(pour_id, asked.entry)
    return written.answer()


@router.post("/pours/{pour_id}/cancel", response_model=PourView)
def cancel_pour(db: Db, plans: Planned, pour_id: UUID, asked: EntryRequest) -> Response:
    """A planned pour is called off; what it reserved is free again."""
    with _writing(db, plans, pour_id) as written:
        written.pours.cancel(pour_id, asked.entry)
    return written.answer()


@router.post("/pours/{pour_id}/batches", response_model=PourView, status_code=201)
def add_batch(db: Db, plans: Planned, pour_id: UUID, asked: BatchRequest) -> Response:
    """A batch that was mixed."""
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
    shares = asked.shares or _by_volume(pour, plans.of_pour(pour, shop))
    with _writing(db, plans, pour_id) as written:
        written.pours.mix(pour_id, asked.bags, asked.water_l, asked.entry, asked.lot_id, shares)
    return written.answer(201)


@router.post("/pours/{pour_id}/batches/{batch_id}/undo", response_model=PourView)
def undo_batch(db: Db, plans: Planned, pour_id: UUID, batch_id: UUID) -> Response:
    """Takes back a batch that was written down by mistake."""
    with _writing(db, plans, pour_id) as written:
        written.pours.unmix(pour_id, batch_id)
    return written.answer()


@router.post("/pours/{pour_id}/acts", response_model=PourView, status_code=201)
def add_act(db: Db, plans: Planned, pour_id: UUID, asked: ActRequest) -> Response:
    """An act that was done; castings come into the state that it brings."""
    among = _among(db, plans, pour_id, [asked.act])
    with _writing(db, plans, pour_id) as written:
        written.pours.did(pour_id, asked.act, asked.piece, asked.entry, among)
    return written.answer(201)


@router.post("/pours/{pour_id}/done", response_model=PourView, status_code=201)
def add_acts(db: Db, plans: Planned, pour_id: UUID, asked: ActsRequest) -> Response:
    """Acts that were done, each at its own time: all are kept, or none."""
    among = _among(db, plans, pour_id, [one.act for one in asked.acts])
    with _writing(db, plans, pour_id) as written:
        for act in asked.acts:
            written.pours.did(pour_id, act.act, act.piece, act.entry, among)
    return written.answer(201)


def _among(db: Database, plans: Plans, pour_id: UUID, done: Sequence[str]) -> frozenset[str]:
    """The acts of a pour's plan, where what was done may be the first or the last of several coats."""
    if not any(one.startswith(COAT) or one == ACT_OF["finished"] for one in done):
        return frozenset()
    with db.work() as records:
        shop = records.shop()
        pour = records.pours(shop.id).get(pour_id)
    return frozenset(act.id for act in plans.of_pour(pour, shop).cure.acts)


@router.post("/pours/{pour_id}/acts/{done_id}/undo", response_model=PourView)
def undo_act(db: Db, plans: Planned, pour_id: UUID, done_id: UUID, asked: EntryRequest) -> Response:
    """Takes back that an act was done."""
    with _writing(db, plans, pour_id) as written:
        written.pours.undo(pour_id, done_id, asked.entry)
    return written.answer()


@router.post("/pours/{pour_id}/temperatures", response_model=PourView, status_code=201)
def add_temperature(db: Db, plans: Planned, pour_id: UUID, asked: TemperatureRequest) -> Response:
    """A temperature of the concrete, read off and typed in: the hours follow it."""
    with _writing(db, plans, pour_id) as written:
        written.records.sensors(written.shop.id).read_by_hand(pour_id, asked.at or datetime.now(UTC), asked.celsius)
    return written.answer(201)


@router.get("/pours/{pour_id}/asked")
def list_asked(db: Db, pour_id: UUID) -> list[UUID]:
    """The people who are asked to a pour."""
    with db.work() as records:
        return records.asked(records.shop().id).of_pour(pour_id)


@router.put("/pours/{pour_id}/asked")
def ask_people(db: Db, pour_id: UUID, asked: AskedRequest) -> list[UUID]:
    """Asks these people to a pour, and nobody else: helpers see the pours that they are asked to."""
    with db.work() as records:
        return records.asked(records.shop().id).ask(pour_id, asked.members)


@router.post("/jobs/{job_id}/takes", response_model=list[AllottedTake])
def tell_takes(db: Db, plans: Planned, job_id: UUID, asked: TakesRequest) -> Response:
    """What a pour of some of a job's pieces would take from stock, and from which lots; nothing is kept.

    Pieces with cavities lie in moulds: they want no boards.
    """
    with db.work() as records:
        shop = records.shop()
        job = records.jobs(shop.id).get(job_id).job
    part = part_of_job(job, [one.fill for one in asked.fills])
    formed = [one.piece for one in asked.fills if not one.cavities]
    built = built_part(part, formed)
    wanted = takes_of_pour(
        PlannedJob(part, plans.make(part, shop.shop, AT_ONCE, shop.known)),
        shop.shop,
        PlannedJob(built, plans.make(built, shop.shop, AT_ONCE, shop.known)) if built else None,
    )
    with db.work() as records:
        free = records.stock(shop.id).free()
    view = []
    for take in wanted:
        lots = free.get((take.kind, take.material), [])
        allotment = allot(take.quantity, [Part(str(lot.id), lot.free) for lot in lots])
        view.append(AllottedTake(take, lots, allotment))
    return answer(list[AllottedTake], view)


def _by_volume(pour: StoredPour, planned: Plan) -> dict[UUID, float]:
    """A batch shared among the castings of a pour by their volumes."""
    volumes = {one.id: one.measure.volume.value for one in planned.pieces}
    castings = {one.id: volumes.get(one.piece, 0.0) for one in pour.castings}
    whole = sum(castings.values())
    return {casting: volume / whole for casting, volume in castings.items() if volume > 0}


@dataclass(frozen=True, slots=True)
class _Kept:
    """What the records hold of a pour; its plans are made when they are let go of.

    ``today`` is the part of the job that it fills as the job stands now; None where that is gone.
    """

    pour: StoredPour
    shop: StoredShop
    stock: list[OfPour]
    snapshot: dict[str, Any]
    today: Job | None


def _kept(records: Records, shop: StoredShop, pour_id: UUID) -> _Kept:
    pours = records.pours(shop.id)
    pour = pours.get(pour_id)
    try:
        job = records.jobs(shop.id).get(pour.job_id).job
        today = part_of(job, {piece.id: piece.count for piece in pour.job.pieces})
    except (NotFoundError, InvalidDocumentError, ValueError):
        today = None
    return _Kept(pour, shop, records.stock(shop.id).of_pour(pour_id), pours.snapshot(pour_id), today)


def _claimed(records: Records, shop: StoredShop, pour_id: UUID) -> _Kept:
    """The same of a pour that something is just being written down of; whoever does so tells its outlook."""
    kept = _kept(records, shop, pour_id)
    claim_pour(records, kept.pour, shop)
    return kept


@dataclass(slots=True)
class _Writing:
    """A pour that something is written down of, and afterwards what is answered."""

    records: Records
    shop: StoredShop
    plans: Plans
    kept: _Kept | None = None

    @property
    def pours(self) -> PourRepository:
        """The pours of the shop."""
        return self.records.pours(self.shop.id)

    def answer(self, status: int = 200) -> Response:
        """The pour as it is now, with its plan."""
        assert self.kept is not None  # noqa: S101 - the records are let go of before
        planned = self.plans.tell_pour(self.kept.pour, self.kept.shop)
        return answer(PourView, _view(self.kept, self.plans, planned), status)


@contextmanager
def _writing(db: Database, plans: Plans, pour_id: UUID) -> Iterator[_Writing]:
    """Writes something down of a pour: all of it, or nothing."""
    with db.work() as records:
        written = _Writing(records, records.shop(), plans)
        yield written
        written.kept = _claimed(records, written.shop, pour_id)


def _view(kept: _Kept, plans: Plans, planned: Plan) -> PourView:
    left = rests(planned)
    foretold = _foretold(plans.of_pour_unread(kept.pour, kept.shop)) if kept.pour.record.temperatures else ()
    if kept.today is None:
        return PourView(kept.pour, planned, kept.stock, left, (), gone=True, foretold_c=foretold)
    changed = changed_since(kept.snapshot, plans.make(kept.today, kept.shop.shop, known=kept.shop.known))
    return PourView(kept.pour, planned, kept.stock, left, changed, gone=False, foretold_c=foretold)


def _foretold(planned: Plan) -> tuple[float, ...]:
    """The temperature of the concrete by the hour: in a heated room that which is kept."""
    weather = planned.cure.weather
    return weather.concrete_c if weather else (planned.cure.temperature_c,) * 2

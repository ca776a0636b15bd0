"""Castings and their states."""

from collections.abc import Mapping
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request, Response

from ulbrek.api import tasks
from ulbrek.api.entries import EntryRequest, StateRequest
from ulbrek.api.handlers.common import Asking, Db, Long, Planned, as_file
from ulbrek.api.services.plans import claim_pour
from ulbrek.api.views import answer
from ulbrek.core.after.schedule import due_on
from ulbrek.core.base.figure import Figure, Spread, work
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.cure.result import Act
from ulbrek.core.job.choices import choose
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.plan.result import PiecePlan, Plan
from ulbrek.core.records.air import AirOfDay, first_day
from ulbrek.core.records.casting import State
from ulbrek.core.records.causes.table import CAUSES
from ulbrek.core.records.drying import Drying, Weighed, drying, final_mass
from ulbrek.core.records.matching import SIZES, AlikeSet, dry_mix_for_next, sets
from ulbrek.core.records.weighing import ALIKE, CastingWeight, off_what_was_wanted, weighing_findings
from ulbrek.files.casting_story import Happening, SeenOfIt, Story, WentIn
from ulbrek.files.pack import Paper
from ulbrek.store.castings import Casting, CastingPage, StateChange
from ulbrek.store.database import Records
from ulbrek.store.log import LogEntry
from ulbrek.store.poured import StoredPour
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")
MOST_PHOTOS = 3  # of an entry, on paper
Search = Annotated[str, Query(max_length=80, pattern=r"^[^\x00]*$")]


@dataclass(frozen=True, slots=True)
class OnPaper:
    """How a page is set: the reader's units, and the paper."""

    units: Units
    paper: Paper


async def _on_paper(units: Units = "mm", paper: Paper = "a4") -> OnPaper:
    return OnPaper(units, paper)


@dataclass(frozen=True, slots=True)
class CastingView:
    """A casting, the piece that it is and its plan, what is due on it next, its states, and what was seen of it.

    ``findings`` are of its newest weighing; ``drying`` is the curve through all of them,
    None where it was never weighed. ``first_day`` is the air about it then, as
    far as that is known. ``next_dry_mix`` is what the next one takes to weigh what is wanted, ``sets`` are,
    by how many make one, the castings called the same that match.
    """

    casting: Casting
    piece: Piece
    plan: PiecePlan
    due: Act | None
    states: list[StateChange]
    log: list[LogEntry]
    findings: list[Finding]
    drying: Drying | None
    next_dry_mix: Figure | None
    first_day: AirOfDay | None
    sets: Mapping[int, tuple[AlikeSet, ...]]


@router.get("/castings", response_model=CastingPage)
def list_castings(
    db: Db,
    asker: Asking,
    state: Annotated[tuple[State, ...], Query()] = (),
    search: Search = "",
    before: Annotated[int | None, Query(ge=1, le=2**31 - 1)] = None,
    job_id: UUID | None = None,
) -> Response:
    """Castings, newest first; those in one of some states, by number or name, or of one job."""
    with db.work() as records:
        found = records.castings(records.shop().id).page(state, search, before, job_id=job_id, pours=asker.only_pours)
    return answer(CastingPage, found)


@router.get("/castings/{casting_id}", response_model=CastingView)
def get_casting(db: Db, plans: Planned, casting_id: UUID) -> Response:
    """A casting with its past."""
    with db.work() as records:
        kept = _kept(records, casting_id)
    return answer(CastingView, _view(kept, plans.of_pour(kept.pour, kept.shop)))


@router.get("/castings/{casting_id}/story", response_class=Response)
def get_story(
    db: Db, plans: Planned, apart: Long, request: Request, casting_id: UUID, on: Annotated[OnPaper, Depends(_on_paper)]
) -> Response:
    """A casting from its drawing to its use as a PDF, with a code that opens it."""
    with db.work() as records:
        kept = _kept(records, casting_id)
        defects = records.defects(kept.shop.id)
        lots = defects.lots({one.lot_id for one in kept.pour.batches if one.lot_id is not None})
        found = {one.id: defects.get(UUID(one.id)).cause for one in kept.log if one.kind == "defect"}
        photos = {
            one.id: [records.photos(kept.shop.id).get(photo, small=True).content for photo in one.photos[:MOST_PHOTOS]]
            for one in kept.log
        }
    view = _view(kept, plans.of_pour(kept.pour, kept.shop))
    public: str | None = request.app.state.settings.public_address
    address = f"{public or str(request.base_url).rstrip('/')}/castings/{casting_id}"
    told = _story(kept, view, address, lots, found, photos)
    content = apart.run(tasks.story, told, kept.shop.shop.hours, on.units, on.paper)
    return as_file(content, f"{kept.casting.serial} {kept.casting.piece_name}", "pdf", "application/pdf")


@router.post("/castings/{casting_id}/state", response_model=CastingView)
def advance_casting(db: Db, plans: Planned, casting_id: UUID, asked: StateRequest) -> Response:
    """A casting came into its next state."""
    with db.work() as records:
        records.castings(records.shop().id).advance(casting_id, asked.state, asked.entry)
        kept = _kept(records, casting_id)
        claim_pour(records, kept.pour, kept.shop)
    return answer(CastingView, _view(kept, plans.tell_pour(kept.pour, kept.shop)))


@router.post("/castings/{casting_id}/take-back", response_model=CastingView)
def take_casting_back(db: Db, plans: Planned, casting_id: UUID, asked: EntryRequest) -> Response:
    """A state was said by mistake: the one before it holds again."""
    with db.work() as records:
        records.castings(records.shop().id).take_back(casting_id, asked.entry)
        kept = _kept(records, casting_id)
        claim_pour(records, kept.pour, kept.shop)
    return answer(CastingView, _view(kept, plans.tell_pour(kept.pour, kept.shop)))


@dataclass(frozen=True, slots=True)
class _Kept:
    """What the records hold of a casting; its plan is made when they are let go of."""

    casting: Casting
    shop: StoredShop
    pour: StoredPour
    states: list[StateChange]
    log: list[LogEntry]
    weighed: list[LogEntry]
    alike: dict[int, list[Weighed]]


def _kept(records: Records, casting_id: UUID) -> _Kept:
    shop = records.shop()
    castings = records.castings(shop.id)
    casting = castings.get(casting_id)
    pour = records.pours(shop.id).get(casting.pour_id)
    log = records.log(shop.id)
    weighed = log.weighed_in(casting.pour_id)
    piece = next((one for one in pour.job.pieces if one.id == casting.piece), None)
    alike = log.weighed_alike(casting.piece_name) if piece and (piece.matches or piece.weight) else {}
    return _Kept(casting, shop, pour, castings.states(casting_id), log.of_casting(casting_id), weighed, alike)


def _view(kept: _Kept, planned: Plan) -> CastingView:
    casting = kept.casting
    piece = next(one for one in kept.pour.job.pieces if one.id == casting.piece)
    own = next(one for one in planned.pieces if one.id == casting.piece)
    due = due_on(casting.piece, casting.state, planned)
    dries = _drying(kept, piece, own)
    found = [*_of_weighing(kept, piece, own), *off_what_was_wanted(casting.serial, piece.weight, dries)]
    return CastingView(
        casting, piece, own, due, kept.states, kept.log, found, dries, _next_dry_mix(kept, piece, own, dries),
        first_day(planned.cure.weather), _sets(kept, piece, own),
    )  # fmt: skip


def _story(
    kept: _Kept, view: CastingView, address: str, lots: Mapping[UUID, str], found: Mapping[str, str | None],
    photos: Mapping[str, list[bytes]],
) -> Story:  # fmt: skip
    casting, pour, shop = kept.casting, kept.pour, kept.shop.shop
    read = [one.celsius for one in pour.record.temperatures]
    into = [one for one in pour.batches if str(casting.id) in one.shares] or pour.batches
    return Story(
        serial=casting.serial, piece=view.piece, planned=view.plan, job_name=pour.job.name, shop_name=shop.name,
        address=address, mix=choose(pour.job, shop).mix.name,
        celsius=(min(read), max(read)) if read else None, air=view.first_day,
        mould=casting.form_name or "", poured_at=casting.poured_at,
        life=[
            Happening(one.at, one.state, one.note)
            for one in sorted(kept.states, key=lambda one: one.number)
            if not one.undone and not one.correction
        ],
        batches=[
            WentIn(one.at, one.bags, one.water_l, lots.get(one.lot_id, "") if one.lot_id else "") for one in into
        ],
        drying=view.drying,
        seen=[
            SeenOfIt(one.at, one.text, _cause(found.get(one.id)), photos[one.id])
            for one in reversed(kept.log)
            if one.kind in ("note", "defect") and not one.replaced
        ],
    )  # fmt: skip


def _cause(found: str | None) -> str:
    cause = CAUSES.get(found or "")
    return f"Found: {cause.name.lower()}." if cause else ""


def _next_dry_mix(kept: _Kept, piece: Piece, planned: PiecePlan, dries: Drying | None) -> Figure | None:
    """What the next one takes, so that it weighs what is wanted; None where nothing is, or it was never weighed."""
    wanted = piece.weight
    if wanted is None or dries is None or wanted.when not in ("dry", "stripped"):
        return None
    weighs, stays = (dries.final if wanted.when == "dry" else dries.start), planned.measure.stays_in_kg
    if min(weighs.low, wanted.mass_kg) <= stays:
        return None
    share = choose(kept.pour.job, kept.shop.shop).filled(kept.pour.job.mix).dry_share
    took = (planned.measure.mass_fresh.value - stays) * share
    return work(
        dry_mix_for_next, dry_mix_kg=took, wanted_kg=wanted.mass_kg, weighs_kg=weighs, stays_in_kg=stays
    )  # fmt: skip


def _sets(kept: _Kept, piece: Piece, planned: PiecePlan) -> dict[int, tuple[AlikeSet, ...]]:
    """Castings called the same that are felt as alike once they are dry."""
    forecast = _forecast(planned)
    thick, loss = piece.thickness.mm, _loss(kept)
    finals = {serial: final_mass(weighings, thick, loss, forecast) for serial, weighings in kept.alike.items()}
    return {size: sets(finals, size, ALIKE) for size in SIZES}


def _forecast(planned: PiecePlan) -> Spread:
    stripped = planned.measure.mass_stripped
    low, high = (stripped.value if edge is None else edge for edge in (stripped.low, stripped.high))
    return Spread(low, stripped.value, high)


def _loss(kept: _Kept) -> Spread:
    """What dries out of it, as its plan has it: by the rule, or by the shop's own records."""
    loss = choose(kept.pour.job, kept.shop.shop).drying
    if isinstance(loss, Spread):
        return loss
    low, high = (loss.value if edge is None else edge for edge in (loss.low, loss.high))
    return Spread(low, loss.value, high)


def _drying(kept: _Kept, piece: Piece, planned: PiecePlan) -> Drying | None:
    """How a casting dries on the scale, from the hour that it was stripped; None where it was never weighed."""
    casting = kept.casting
    since = next((one.at for one in reversed(kept.states) if one.state == "stripped" and not one.undone), None)
    since = since or casting.poured_at
    seen = [one for one in kept.weighed if one.serial == casting.serial and one.mass_kg is not None]
    if since is None or not seen:
        return None
    weighings = [Weighed(max(0.0, (one.at - since).total_seconds() / 86_400), one.mass_kg or 0.0) for one in seen]
    return drying(weighings, piece.thickness.mm, _loss(kept), _forecast(planned))


def _of_weighing(kept: _Kept, piece: Piece, planned: PiecePlan) -> list[Finding]:
    """What is found of the newest weighing of a casting, beside those of the set that it must match."""
    sets = {one.id: one.matches for one in kept.pour.job.pieces}
    newest: dict[int, CastingWeight] = {}
    for entry in kept.weighed:
        alike = entry.piece == piece.id or (piece.matches is not None and sets.get(entry.piece or "") == piece.matches)
        if entry.serial is None or entry.mass_kg is None or not alike or entry.serial in newest:
            continue
        poured = kept.casting.poured_at
        age = None if poured is None else (entry.at - poured).total_seconds() / 3600
        newest[entry.serial] = CastingWeight(entry.serial, entry.mass_kg, age)
    own = newest.pop(kept.casting.serial, None)
    if own is None:
        return []
    return list(weighing_findings(planned.measure, own, list(newest.values()) if piece.matches else []))

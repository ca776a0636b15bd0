"""What the shop knows: its own figures beside the rules, from its records, and which of them plans reckon with."""

from collections.abc import Iterable, Sequence
from datetime import UTC, datetime
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request, Response

from ulbrek.api.entries import LeaveOutRequest
from ulbrek.api.handlers.common import Db, Planned
from ulbrek.api.services.evidence import EvidenceReader, rules_of
from ulbrek.api.services.plans import NotPlannedError, Plans
from ulbrek.api.views import answer
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.result import FinishJob
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.mixes import DRYING_LOSS
from ulbrek.core.materials.own import QUANTITIES, SEASONS, WARMTHS, Group, OwnFigure, Quantity, Season, Warmth
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.causes.table import CAUSES, DEFECTS
from ulbrek.core.records.known import TELLS, Judged, Score, Standing, counting, judged, of_group, score, standing
from ulbrek.core.records.learning import BELIEFS, FEWEST, Evidence, Learnt, learnt, own_figure
from ulbrek.store.database import Records
from ulbrek.store.defects import DefectsOfKind
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.evidence import MOST_RECORDS
from ulbrek.store.jobs import StoredJob
from ulbrek.store.past import PastEvidence
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")
ALIKE = 1.02  # bags of one size, with about the same water
MOST_JOBS = 4  # that are planned both ways


async def _reader(request: Request) -> EvidenceReader:
    reader: EvidenceReader = request.app.state.evidence
    return reader


Asked = Annotated[Group, Query()]
Reader = Annotated[EvidenceReader, Depends(_reader)]


@dataclass(frozen=True, slots=True)
class FigureView:
    """A figure of the shop's own beside its rule. All but ``ruled`` are shares of the rule.

    Attributes:
        quantity: of which rule
        name: what it is called
        kind: the kind of its unit
        ruled: what the rule says, in that unit; None where that is another for each record
        count: how many records count
        fewest: how many it takes to accept it
        found: what is made of them: likely, and how sure
        counts_as: how many records the rule itself counts as
        standing: whether it is offered, in use, contradicted
        own: as it was accepted; None where it was not
        recorded_by: what to write down for it
    """

    quantity: Quantity
    name: str
    kind: str
    ruled: float | None
    count: int
    fewest: int
    found: Learnt
    sure: float
    counts_as: float
    standing: Standing
    own: OwnFigure | None
    own_ratio: float | None
    recorded_by: str


@dataclass(frozen=True, slots=True)
class MixKnown:
    """A mix that records are of: its name, and of how many."""

    mix: str
    name: str
    count: int


@dataclass(frozen=True, slots=True)
class DefectSeen:
    """A kind of defect: on how many castings, the entry of the newest, and the causes that were found."""

    kind: str | None
    name: str
    castings: int
    newest: UUID
    causes: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class KnownView:
    """What the shop knows.

    Attributes:
        figures: by quantity
        mixes: that records are of
        days: sorts of day that records are of
        seasons: quarters of the year that they are of
        unread: pours that are still to be read
        defects: by kind, the most frequent first
    """

    figures: tuple[FigureView, ...]
    mixes: tuple[MixKnown, ...]
    days: tuple[Warmth, ...]
    seasons: tuple[Season, ...]
    unread: int
    defects: tuple[DefectSeen, ...]


@dataclass(frozen=True, slots=True)
class RecordView:
    """A record beside the others, and of which job it is; None where it is an old note.

    ``rule_over`` and ``ours_over`` are how far more was said than came, as shares; ours by the records before it, None
    where it does not count.
    """

    judged: Judged
    happened: float
    job_id: UUID | None
    job_name: str
    rule_over: float
    ours_over: float | None


@dataclass(frozen=True, slots=True)
class FigureDetail:
    """A figure and its records, oldest first.

    ``start`` is what was believed before the first, ``score`` how well both told what happened.
    """

    figure: FigureView
    start: Learnt
    score: Score | None
    records: tuple[RecordView, ...]


@dataclass(frozen=True, slots=True)
class Effect:
    """What accepting a figure changes in a job that is still to be poured."""

    job_id: UUID
    job_name: str
    what: str
    kind: str
    before: float
    after: float


@router.get("/known", response_model=KnownView)
def get_known(db: Db, reader: Reader, group: Asked) -> Response:
    """The shop's own figures beside the rules; of one mix, one sort of day, one season where those are said."""
    with db.work() as records:
        shop = records.shop()
        # Before what was read is looked at: what is read in between is looked at, and asked for once more.
        unread = records.evidence(shop.id).count_unread(rules_of(shop.shop))
        past = _past(records, shop)
        kept = {one: _with_past(records.evidence(shop.id).all_of(one), past.get(one, [])) for one in QUANTITIES}
        seen = records.defects(shop.id).by_kind()
    if unread:
        reader.renew(shop.id)
    figures = tuple(_figure(one, of_group(kept[one], group), shop.shop, group) for one in QUANTITIES)
    told = [one for of in kept.values() for one in of]
    days = tuple(sort for sort in WARMTHS if of_group(told, Group(warmth=sort)))
    seasons = tuple(one for one in SEASONS if of_group(told, Group(season=one)))
    return answer(KnownView, KnownView(figures, tuple(_mixes(told, shop.shop)), days, seasons, unread, _seen(seen)))


@router.get("/known/{quantity}", response_model=FigureDetail)
def get_figure(db: Db, quantity: Quantity, group: Asked) -> Response:
    """A figure of the shop's own, and the records that it rests on."""
    with db.work() as records:
        return answer(FigureDetail, _detail(records, records.shop(), quantity, group))


@router.get("/known/{quantity}/effect", response_model=list[Effect])
def get_effect(db: Db, plans: Planned, quantity: Quantity, group: Asked) -> Response:
    """What accepting a figure changes in jobs that are still to be poured."""
    with db.work() as records:
        shop = records.shop()
        own = _found(records, shop, quantity, group)
        poured = records.pours(shop.id).last_poured()
        heads = [one for one in records.jobs(shop.id).heads() if one.id not in poured][:MOST_JOBS]
        jobs = [records.jobs(shop.id).get(one.id) for one in heads]
    if own is None:
        return answer(list[Effect], [])
    with_it = shop.shop.model_copy(update={"own": _with(shop.shop, own)})
    return answer(list[Effect], [one for job in jobs if (one := _effect(plans, job, shop, with_it, quantity))])


@router.put("/known/{quantity}/own", response_model=FigureDetail)
def accept_figure(db: Db, quantity: Quantity, group: Group) -> Response:
    """Lets plans reckon with a figure as it is found now; kept as a revision of the shop."""
    with db.work() as records:
        shop = records.shop()
        own = _found(records, shop, quantity, group)
        if own is None:
            raise RefusedEntryError("", "There are too few records of it.", f"Log {FEWEST} pours, then accept it.")
        accepted = own.model_copy(update={"accepted_at": datetime.now(UTC)})
        changed = records.shops.change(
            shop.id, lambda kept: kept.model_copy(update={"own": _with(kept, accepted)})
        )  # fmt: skip
        return answer(FigureDetail, _detail(records, changed, quantity, group))


@router.delete("/known/{quantity}/own", response_model=FigureDetail)
def go_by_rule(db: Db, quantity: Quantity, group: Asked) -> Response:
    """Lets plans go by the rule again; kept as a revision of the shop."""
    with db.work() as records:
        key = group.key(quantity)
        changed = records.shops.change(
            records.shop().id,
            lambda kept: kept.model_copy(update={"own": tuple(one for one in kept.own if one.told != key)}),
        )
        return answer(FigureDetail, _detail(records, changed, quantity, group))


@router.put("/known/{quantity}/records/{pour_id}", response_model=FigureDetail)
def leave_out(db: Db, quantity: Quantity, pour_id: UUID, asked: LeaveOutRequest) -> Response:
    """Leaves out what a pour says of a quantity, with the reason; without one it counts again."""
    with db.work() as records:
        shop = records.shop()
        if not records.past(shop.id).leave_out(pour_id, quantity, asked.reason or None):
            records.evidence(shop.id).leave_out(pour_id, quantity, asked.reason or None)
        return answer(FigureDetail, _detail(records, shop, quantity, asked))


def _seen(defects: Iterable[DefectsOfKind]) -> tuple[DefectSeen, ...]:
    found = []
    for one in defects:
        kind = DEFECTS.get(one.kind or "")
        causes = sorted(one.causes, key=lambda cause: -one.causes[cause])
        names = tuple(f"{CAUSES[cause].name}, {one.causes[cause]}" for cause in causes if cause in CAUSES)
        found.append(DefectSeen(one.kind, kind.name if kind else "Of no kind yet", one.castings, one.newest, names))
    return tuple(found)


def _with(shop: Shop, own: OwnFigure) -> tuple[OwnFigure, ...]:
    """The shop's own figures, with this one in the place of the last of its kind."""
    return (*(one for one in shop.own if one.told != own.told), own)


def _past(records: Records, shop: StoredShop) -> dict[Quantity, list[PastEvidence]]:
    return records.past(shop.id).evidence({one.id: one for one in shop.shop.mixes})


def _with_past(own: list[Evidence], past: Iterable[PastEvidence]) -> list[Evidence]:
    """Records and old notes in the order of time; of many the newest."""
    return sorted([*own, *(one.evidence for one in past)], key=lambda one: one.at)[-MOST_RECORDS:]


def _found(records: Records, shop: StoredShop, quantity: Quantity, group: Group) -> OwnFigure | None:
    told = _with_past(records.evidence(shop.id).all_of(quantity), _past(records, shop).get(quantity, []))
    return own_figure(quantity, counting(quantity, of_group(told, group)), group)


def _detail(records: Records, shop: StoredShop, quantity: Quantity, group: Group) -> FigureDetail:
    kept, past = records.evidence(shop.id).of(quantity), _past(records, shop).get(quantity, [])
    mine = of_group(_with_past([one.evidence for one in kept], past), group)
    names = {one.evidence.pour: one.job_name for one in kept} | {one.evidence.pour: one.name for one in past}
    jobs = {one.evidence.pour: one.job_id for one in kept}
    found = judged(quantity, mine)
    return FigureDetail(
        _figure(quantity, mine, shop.shop, group),
        learnt(BELIEFS[quantity], []),
        score(found),
        tuple(
            RecordView(
                one,
                one.evidence.happened,
                jobs.get(one.evidence.pour),
                names[one.evidence.pour],
                1 / one.evidence.ratio - 1,
                one.before.likely / one.evidence.ratio - 1 if one.before else None,
            )
            for one in found
        ),
    )


def _figure(quantity: Quantity, mine: Sequence[Evidence], shop: Shop, group: Group) -> FigureView:
    counted, key, told = counting(quantity, mine), group.key(quantity), TELLS[quantity]
    own = next((one for one in shop.own if one.told == key), None)
    found = learnt(BELIEFS[quantity], [one.ratio for one in counted])
    return FigureView(
        quantity, told.name, told.kind, _ruled(quantity, mine, shop, group.mix), len(counted), FEWEST, found,
        found.sure, BELIEFS[quantity].counts_as, standing(quantity, counted, own), own,
        own.figure.value if own else None, told.recorded_by,
    )  # fmt: skip


def _ruled(quantity: Quantity, mine: Sequence[Evidence], shop: Shop, mix: str | None) -> float | None:
    """What the rule says, in the quantity's unit: of one mix; None where several are looked at together."""
    mixes = {one.mix for one in mine} or ({mix} if mix else set())
    if quantity == "drying":
        return DRYING_LOSS.likely
    if len(mixes) != 1:
        return None
    if quantity == "set":
        return next((one.initial_set_h for one in shop.mixes if one.id in mixes), None)
    said = [one.said for one in mine]
    return said[-1] if said and max(said) <= ALIKE * min(said) else None


def _mixes(told: Iterable[Evidence], shop: Shop) -> Iterable[MixKnown]:
    pours: dict[str, set[UUID]] = {}
    for one in told:
        pours.setdefault(one.mix, set()).add(one.pour)
    names = {one.id: one.name for one in shop.mixes} | {"from-scratch": "Mixed from scratch"}
    for mix, of in sorted(pours.items(), key=lambda one: -len(one[1])):
        yield MixKnown(mix, names.get(mix, mix), len(of))


def _effect(plans: Plans, job: StoredJob, shop: StoredShop, with_it: Shop, quantity: Quantity) -> Effect | None:
    """What a figure changes in a job; None where it changes nothing, or the job cannot be planned."""
    try:
        before = plans.of_job(job, shop)
        after = plans.make(job.job, with_it, known=shop.known)
    except NotPlannedError:
        return None
    what, kind, was = _shown(before, quantity)
    _, _, now = _shown(after, quantity)
    return None if was == now else Effect(job.id, job.job.name, what, kind, was, now)


def _shown(planned: Plan, quantity: Quantity) -> tuple[str, str, float]:
    """What a quantity is best seen by in a plan: its name, the kind of its unit, its value."""
    match quantity:
        case "set":
            act = next((one for one in planned.cure.acts if one.id in ("float", "strip")), planned.cure.acts[0])
            return act.name, "found h", act.hours.value
        case "yield":
            return "To buy", "bags", planned.mix.bags.value
        case "water":
            return "Water per bag", "water", planned.mix.water_planned_l
        case "mixing" | "placing":
            return "Mixing and placing", "min", planned.mix.clock.whole.value
        case "drying":
            return "Dry weight", "kg", planned.pieces[0].measure.mass_dry.value
        case _:
            return _shown_of_finish(planned.finish, quantity)


def _shown_of_finish(finish: FinishJob, quantity: Literal["grinding", "pads", "sealer"]) -> tuple[str, str, float]:
    match quantity:
        case "grinding":
            return "Work of the finish", "h", finish.hours.value if finish.hours else 0.0
        case "pads":
            return "Pads worn", "ratio", sum(one.worn for one in finish.pads)
        case "sealer":
            return "Sealer", "water", finish.sealer_l.value if finish.sealer_l else 0.0

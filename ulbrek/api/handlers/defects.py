"""Defects: their kinds, what may have caused one, and what people say of it."""

from collections.abc import Iterable, Iterator
from uuid import UUID

from fastapi import APIRouter, Response

from ulbrek.api.entries import CauseRequest, DefectKindRequest, FactRequest
from ulbrek.api.handlers.common import Db, Planned
from ulbrek.api.views import answer
from ulbrek.core.after.defects import BatchIn, CastingStory, MouldThen, cannot_be, observed_in
from ulbrek.core.after.service import service_of
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.causes.facts import FACTS, OTHER_SIDE
from ulbrek.core.records.causes.finder import (
    FEWEST_CASES,
    Known,
    Observed,
    RankedCause,
    Verdict,
    causes_of,
    is_known_enough,
)
from ulbrek.core.records.causes.table import CAUSES, DEFECTS, SOURCE
from ulbrek.core.records.repairs.damage import Damage
from ulbrek.core.records.repairs.planner import Field, Mending, measured_of, mend
from ulbrek.store.castings import Casting
from ulbrek.store.database import Records
from ulbrek.store.defects import CAUSE, DAMAGE, KIND, NO, YES, StoredDefect
from ulbrek.store.log import LogEntry
from ulbrek.store.poured import StoredPour
from ulbrek.store.shops import StoredShop

router = APIRouter(prefix="/api")
MOST_ASKED = 8


@dataclass(frozen=True, slots=True)
class KindOfDefect:
    """A kind of defect, and where it shows."""

    key: str
    name: str
    shows: str


@dataclass(frozen=True, slots=True)
class EvidenceView:
    """A fact, in words, and how it is known: from the record, or because somebody said so."""

    fact: str
    text: str
    so: bool
    known: Known


@dataclass(frozen=True, slots=True)
class CauseView:
    """A cause that comes into question, with what speaks for and against it."""

    cause: str
    name: str
    verdict: Verdict
    speaks_for: tuple[EvidenceView, ...]
    speaks_against: tuple[EvidenceView, ...]
    next_time: str
    cases: int


@dataclass(frozen=True, slots=True)
class DefectView:
    """A defect, the causes that come into question, the likeliest first, and what to do.

    Attributes:
        entry: of the log
        casting: whose it is
        kind: of defect; None until somebody says
        name: of that kind
        now: what to do with the casting now
        causes: the likeliest first; none until its kind is said
        known_enough: whether anything that was recorded tells the causes apart
        cause: that was found; None until somebody says
        ask: what nobody knows and would tell most, and what was said of it
        said: what was said of it
        record: what to write down next time, for the causes to be told apart
        cases: how many of its kind have a cause that was found here
        fewest: how many it takes for those to count
        source: of the table of causes
        damage: how large it is, as far as it was measured
        mending: how it is mended; None where nothing is
        fields: what is measured of such a defect
    """

    entry: LogEntry
    casting: Casting
    kind: str | None
    name: str
    now: str
    causes: tuple[CauseView, ...]
    known_enough: bool
    cause: str | None
    ask: tuple[EvidenceView, ...]
    said: tuple[EvidenceView, ...]
    record: tuple[str, ...]
    cases: int
    fewest: int
    source: str
    damage: Damage
    mending: Mending | None
    fields: tuple[Field, ...]


@dataclass(frozen=True, slots=True)
class _Kept:
    """What the records hold of a defect; the plan of its casting is made when they are let go of."""

    defect: StoredDefect
    entry: LogEntry
    casting: Casting
    shop: StoredShop
    pour: StoredPour
    story: CastingStory


@router.get("/defects", response_model=list[KindOfDefect])
def list_kinds() -> Response:
    """The kinds of defects that are told apart."""
    return answer(list[KindOfDefect], [KindOfDefect(key, one.name, one.shows) for key, one in DEFECTS.items()])


@router.get("/observations/{observation_id}/causes", response_model=DefectView)
def get_causes(db: Db, plans: Planned, observation_id: UUID) -> Response:
    """What may have caused a defect."""
    with db.work() as records:
        kept = _kept(records, observation_id)
    return answer(DefectView, _view(kept, plans.of_pour(kept.pour, kept.shop)))


@router.put("/observations/{observation_id}/kind", response_model=DefectView)
def say_kind(db: Db, plans: Planned, observation_id: UUID, asked: DefectKindRequest) -> Response:
    """Says of what kind a defect is."""
    return _said(db, plans, observation_id, KIND, asked.defect)


@router.put("/observations/{observation_id}/facts", response_model=DefectView)
def say_fact(db: Db, plans: Planned, observation_id: UUID, asked: FactRequest) -> Response:
    """Says whether something was so."""
    return _said(db, plans, observation_id, asked.fact, None if asked.so is None else YES if asked.so else NO)


@router.put("/observations/{observation_id}/damage", response_model=DefectView)
def say_damage(db: Db, plans: Planned, observation_id: UUID, asked: Damage) -> Response:
    """Says how large a defect is, and what it goes through."""
    return _said(db, plans, observation_id, DAMAGE, asked.model_dump_json())


@router.put("/observations/{observation_id}/cause", response_model=DefectView)
def say_cause(db: Db, plans: Planned, observation_id: UUID, asked: CauseRequest) -> Response:
    """Says which cause was found."""
    return _said(db, plans, observation_id, CAUSE, asked.cause)


def _said(db: Db, plans: Planned, observation_id: UUID, about: str, says: str | None) -> Response:
    with db.work() as records:
        records.defects(records.shop().id).say(observation_id, about, says)
        kept = _kept(records, observation_id)
    return answer(DefectView, _view(kept, plans.of_pour(kept.pour, kept.shop)))


def _kept(records: Records, observation_id: UUID) -> _Kept:
    shop = records.shop()
    defects, castings = records.defects(shop.id), records.castings(shop.id)
    defect = defects.get(observation_id)
    casting = castings.get(defect.casting_id)
    pour = records.pours(shop.id).get(casting.pour_id)
    entry = records.log(shop.id).entry(observation_id)
    lots = defects.lots({one.lot_id for one in pour.batches if one.lot_id is not None})
    into = [one for one in pour.batches if str(casting.id) in one.shares] or pour.batches
    mould: MouldThen | None = None
    if casting.form_id is not None and pour.poured_at is not None:
        mould = defects.mould_then(casting.form_id, pour.poured_at)
    story = CastingStory(
        casting.piece, defect.kind or "", defect.at,
        [BatchIn(one.bags, one.water_l, one.at, lots.get(one.lot_id) if one.lot_id else None) for one in into],
        defects.state_times(casting.id), mould,
    )  # fmt: skip
    return _Kept(defect, entry, casting, shop, pour, story)


def _view(kept: _Kept, planned: Plan) -> DefectView:
    defect = kept.defect
    found = {one.fact: one for one in observed_in(kept.pour.job, kept.shop.shop, planned, kept.pour.record, kept.story)}
    said = {fact: Observed(fact, so, "remembered") for fact, so in defect.said.items() if fact in FACTS}
    told = {**found, **said}
    key = defect.kind or ""
    kind = DEFECTS.get(key)
    cannot = cannot_be(kept.pour.job, planned, kept.story)
    ranked = causes_of(key, told.values(), defect.cases, cannot) if kind else ()
    unknown = _one_side(fact for one in ranked for fact in one.ask)
    record = tuple(dict.fromkeys(FACTS[fact].record for fact in unknown if FACTS[fact].record))
    asked = unknown[:MOST_ASKED]
    return DefectView(
        entry=kept.entry,
        casting=kept.casting,
        kind=defect.kind,
        name=kind.name if kind else "",
        now=kind.now if kind else "",
        causes=tuple(_causes(ranked, defect.cases)),
        known_enough=is_known_enough(ranked),
        cause=defect.cause,
        ask=tuple(EvidenceView(fact, FACTS[fact].so, so=False, known="remembered") for fact in asked),
        said=tuple(_evidence(one) for one in said.values()),
        record=record[:4],
        cases=sum(defect.cases.values()),
        fewest=FEWEST_CASES,
        source=SOURCE,
        damage=defect.damage,
        mending=mend(key, defect.damage, service_of(kept.pour.job, kept.shop.shop, planned, kept.casting.piece)),
        fields=measured_of(key),
    )


def _one_side(facts: Iterable[str]) -> list[str]:
    """Facts to ask for, in their order: of two sides of one thing only one."""
    asked: list[str] = []
    for fact in facts:
        if fact not in asked and OTHER_SIDE.get(fact) not in asked:
            asked.append(fact)
    return asked


def _causes(ranked: tuple[RankedCause, ...], cases: dict[str, int]) -> Iterator[CauseView]:
    for one in ranked:
        cause = CAUSES.get(one.cause)
        yield CauseView(
            one.cause, cause.name if cause else "Something else", one.verdict,
            tuple(map(_evidence, one.speaks_for)), tuple(map(_evidence, one.speaks_against)),
            cause.next_time if cause else "", cases.get(one.cause, 0),
        )  # fmt: skip


def _evidence(one: Observed) -> EvidenceView:
    return EvidenceView(one.fact, FACTS[one.fact].so, one.so, one.known)

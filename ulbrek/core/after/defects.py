"""What is known of a casting that came out with a defect, by its plan and its record, as causes lean on it."""

from collections.abc import Iterator, Mapping, Sequence
from datetime import datetime, timedelta
from itertools import pairwise

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.result import Act
from ulbrek.core.job.choices import Choices, choose
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.mix.wetness import water_planned
from ulbrek.core.plan.result import PiecePlan, Plan
from ulbrek.core.records.casting import State
from ulbrek.core.records.causes.finder import Observed
from ulbrek.core.records.record import Record

# Where each fact begins. Source: common practice.
OVER, FAR_OVER, ON_PLAN, ALIKE, VARIED = 0.05, 0.12, 0.03, 0.02, 0.03
WORN = 0.7  # of a mould's usual life
COLD_C, WARM_C, HOT_C = 10.0, 15.0, 30.0
WINDY, HARD, STILL = 0.5, 1.0, 0.25  # kg/m² h
LOW_MM = 60.0
LARGE, SMALL = 1 / 3, 1 / 4  # of the section
SHARP_MM, ROUND_MM = 10.0, 25.0
DRAFT_DEG = 3.0
YOUNG = timedelta(days=2)
FIRST_H = timedelta(hours=12)
LONG_GAP, SHORT_GAP = 1.5, 0.7  # of the working time, between the waters of two batches
_WITHOUT_INNER_CORNERS = frozenset({"rectangle", "disc", "half disc", "trapezoid", "arch block"})
_CRACKS = frozenset({"crack at corner", "crack across"})


@dataclass(frozen=True, slots=True)
class BatchIn:
    """A batch that went into a casting: dry bags, all its water [l], when that went in, and which lot it was of."""

    bags: float
    water_l: float
    at: datetime
    lot: str | None = None


@dataclass(frozen=True, slots=True)
class MouldThen:
    """The mould of a casting, as it was at the pour.

    Attributes:
        fillings: of it, this one counted
        usual_life: fillings that such a mould gives; None where nobody said
        oiled_at: when release agent was last put on before the pour; None where never
        filled_at: when it was last filled before that; None where never
    """

    fillings: int
    usual_life: int | None
    oiled_at: datetime | None
    filled_at: datetime | None


@dataclass(frozen=True, slots=True)
class CastingStory:
    """What happened to a casting.

    Attributes:
        piece: which of its job
        defect: the kind of defect
        seen_at: when that was seen
        batches: that went into it
        states: when it came into each
        mould: that it was cast in; None where that was a form of its own
    """

    piece: str
    defect: str
    seen_at: datetime
    batches: Sequence[BatchIn]
    states: Mapping[State, datetime]
    mould: MouldThen | None = None


def observed_in(job: Job, shop: Shop, planned: Plan, record: Record, story: CastingStory) -> list[Observed]:
    """What is known of a casting; what nobody wrote down is left out.

    Args:
        job: what its pour filled
        shop: as it is
        planned: its plan, with what has happened
        record: of its pour
        story: of the casting
    """
    chosen = choose(job, shop)
    own = next((one for one in planned.pieces if one.id == story.piece), None)
    return [
        *_water(job, chosen, planned, story),
        *_batches(planned, story),
        *_seen(record, story),
        *_warmth(record),
        *_air(job, planned, story),
        *_release(story),
        *_working(planned, record),
        *_stripping(planned, record, story),
        *_lifting(job, planned, record, story),
        *_sealing(planned, record),
        *(_shape(chosen, own) if own is not None else ()),
    ]


def cannot_be(job: Job, planned: Plan, story: CastingStory) -> frozenset[str]:
    """Causes that a casting cannot have as it was made: nothing of the kind is in it.

    Args:
        job: what its pour filled
        planned: its plan
        story: of the casting
    """
    piece = next((one for one in job.pieces if one.id == story.piece), None)
    own = next((one for one in planned.pieces if one.id == story.piece), None)
    found: set[str] = set()
    if piece is not None and own is not None:
        plain = not piece.features and piece.outline.kind in _WITHOUT_INNER_CORNERS
        if plain:
            found.add("corner")
        if not own.form.knockouts:
            found |= {"moved", "swell"}
        if plain and piece.stays is None:
            found.add("restraint")
    if not job.mix.doses and job.mix.scratch is None:
        found.add("pigdose")
    if len(story.batches) == 1:
        found.add("watervar")
        if story.batches[0].bags <= 1:
            found.add("lotmix")
    return frozenset(found)


def _water(job: Job, chosen: Choices, planned: Plan, story: CastingStory) -> Iterator[Observed]:
    batches = [one for one in story.batches if one.bags > 0]
    if not batches:
        return
    usual = (chosen.size.water_least_l + chosen.size.water_most_l) / 2
    all_of_it = water_planned(job.mix, chosen.size, chosen.mix, chosen.plasticised) or usual
    in_the_sand = chosen.size.water_most_l - planned.mix.water_most_l  # of a mix from scratch
    dose = all_of_it - in_the_sand
    doses = [one.water_l / one.bags for one in batches]
    off = sum(one.water_l for one in batches) / sum(one.bags for one in batches) / dose - 1
    yield Observed("water_far_over", off > FAR_OVER or max(doses) > planned.mix.water_most_l * 1.001)
    yield Observed("water_over", off > OVER)
    yield Observed("water_under", off < -OVER)
    yield Observed("water_on_plan", abs(off) <= ON_PLAN)
    if len(doses) > 1:
        spread = max(doses) / min(doses) - 1
        yield Observed("water_varied", spread > VARIED)
        yield Observed("batches_alike", spread <= ALIKE)


def _batches(planned: Plan, story: CastingStory) -> Iterator[Observed]:
    lots = [one.lot for one in story.batches]
    if lots and all(lots):
        yield Observed("lots_mixed", len(set(lots)) > 1)
        yield Observed("one_lot", len(set(lots)) == 1)
    hours = [(b.at - a.at).total_seconds() / 60 for a, b in pairwise(sorted(story.batches, key=lambda one: one.at))]
    if hours:
        working = planned.mix.clock.working.value
        yield Observed("gap", max(hours) > LONG_GAP * working)
        yield Observed("no_gap", max(hours) < SHORT_GAP * working)


def _seen(record: Record, story: CastingStory) -> Iterator[Observed]:
    if record.water_in_at is not None:
        yield Observed("seen_young", story.seen_at - record.water_in_at < YOUNG)


def _warmth(record: Record) -> Iterator[Observed]:
    begun = record.water_in_at
    if begun is None:
        return
    read = [one for one in record.temperatures if one.at >= begun]
    young = [one.celsius for one in read if one.at - begun <= FIRST_H]
    if young:
        yield Observed("cold", min(young) < COLD_C)
        yield Observed("hot", max(young) > HOT_C)
    first_day = [one.celsius for one in read if one.at - begun <= timedelta(days=1)]
    if first_day:
        yield Observed("frost", min(first_day) < 0)
        yield Observed("warm", min(first_day) > WARM_C)


def _air(job: Job, planned: Plan, story: CastingStory) -> Iterator[Observed]:
    piece = next((one for one in job.pieces if one.id == story.piece), None)
    if piece is not None:
        yield Observed("moulded_face", piece.cast == "face down")
    dries = planned.cure.dries.most.value
    yield Observed("drying_hard", dries > HARD, "remembered")  # by the weather that was told, not by a gauge
    yield Observed("drying_wind", dries > WINDY, "remembered")
    yield Observed("still_air", dries < STILL, "remembered")
    if not job.cure.is_in_weather:
        yield Observed("indoors")
        yield Observed("rain", so=False)


def _release(story: CastingStory) -> Iterator[Observed]:
    mould = story.mould
    if mould is None:
        return
    if mould.usual_life:
        yield Observed("mould_worn", mould.fillings >= WORN * mould.usual_life)
    fresh = mould.oiled_at is not None and (mould.filled_at is None or mould.oiled_at > mould.filled_at)
    yield Observed("film_fresh", fresh)
    yield Observed("no_release", mould.oiled_at is None)
    yield Observed("release_old", mould.oiled_at is not None and not fresh)


def _working(planned: Plan, record: Record) -> Iterator[Observed]:
    history = record.history
    floated = min((at for act in ("float", "trowel", "broom") if (at := history.done_at(act, None))), default=None)
    passed, not_yet = history.ready_at("bleed"), history.not_ready_at("bleed")
    if floated is not None and (passed or not_yet):
        early = passed is None or floated < passed
        yield Observed("bleed_early", early)
        yield Observed("bleed_passed", not early)
    for act in (one for one in planned.cure.acts if one.id in ("trowel", "broom") and one.piece is None):
        if act.done_at is not None and act.latest_at is not None:
            yield Observed("late", act.done_at > act.latest_at)
            break
    cover = _act(planned, "cover")
    if cover is not None and cover.done_at is not None and cover.latest_at is not None:
        yield Observed("cover_short", cover.done_at > cover.latest_at + timedelta(hours=1))


def _stripping(planned: Plan, record: Record, story: CastingStory) -> Iterator[Observed]:
    at = story.states.get("stripped") or record.history.done_at("strip", story.piece)
    act = _act(planned, "strip", story.piece)
    tested = record.history.ready_at("strip")
    if tested is not None and at is not None and tested <= at:
        yield Observed("gate_passed")
    if at is None or act is None or act.earliest_at is None:
        return
    yield Observed("stripped_early", at < act.earliest_at and (tested is None or tested > at))


def _lifting(job: Job, planned: Plan, record: Record, story: CastingStory) -> Iterator[Observed]:
    if any(one.id == story.piece and one.stays is not None for one in job.pieces):
        yield Observed("stays")
        return
    done = [(act, at) for act in ("turn", "carry") if (at := record.history.done_at(act, story.piece))]
    if "turned" in story.states:
        done.append(("turn", story.states["turned"]))
    gates = [
        (at, act.earliest_at)
        for name, at in done
        if (act := _act(planned, name, story.piece)) is not None and act.earliest_at is not None
    ]
    if gates:
        yield Observed("lifted_early", any(at < earliest for at, earliest in gates))
    if story.defect in _CRACKS and done:
        first = min(at for _, at in done)
        yield Observed("seen_before_lift", story.seen_at < first)
        yield Observed("seen_after_lift", story.seen_at >= first)


def _sealing(planned: Plan, record: Record) -> Iterator[Observed]:
    history = record.history
    sealed, act = history.done_at("seal", None), _act(planned, "seal")
    passed, failed = history.ready_at("seal"), history.not_ready_at("seal")
    if passed or failed:
        yield Observed("sheet_passed", passed is not None)
        yield Observed("sheet_failed", passed is None)
    if sealed is not None:
        yield Observed("no_sheet", not (passed or failed))
        if act is not None and act.earliest_at is not None:
            yield Observed("sealed_young", sealed < act.earliest_at)


def _shape(chosen: Choices, own: PiecePlan) -> Iterator[Observed]:
    deep = own.form.depth_mm
    stone = chosen.mix.stone_mm
    thin = own.measure.cast_depth_mm
    if thin > 0:
        yield Observed("stone_large", stone > LARGE * thin)
        yield Observed("stone_small", stone < SMALL * thin)
    yield Observed("low_side", deep < LOW_MM)
    yield Observed("slick_form", chosen.sheet.face in ("faced", "filmed"))
    yield Observed("timber_form", chosen.sheet.face in ("oiled", "bare"))
    drawn = [one.draft_deg for one in own.form.knockouts]
    if drawn and min(drawn) >= DRAFT_DEG:  # with less a pipe or a block of foam comes out too
        yield Observed("drafted")
    foam = [one.layers is not None for one in own.form.knockouts]
    if foam:
        yield Observed("foam_former", all(foam))


def _act(planned: Plan, name: str, piece: str | None = None) -> Act | None:
    return next((one for one in planned.cure.acts if one.id == name and one.piece in (None, piece)), None)

"""What one pour says of the rules: what happened, as a share of what its plan said of it."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from datetime import datetime
from math import exp, log, sqrt
from statistics import fmean
from uuid import UUID

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.history import ActTest
from ulbrek.core.materials.own import Quantity
from ulbrek.core.mix.inputs import MixedBatch
from ulbrek.core.records.drying import Weighed, is_dry, share_dried
from ulbrek.core.records.learning import Evidence

# Acts whose hour goes by set alone. What is floated waits for people too; what is tested does not.
BY_SET = frozenset({"bleed", "float", "edge", "broom", "trowel", "cover"})
# A test that found it ready says when it became so if one found it not ready shortly before.
NEAR = 1.6
FIRST_DAYS = 2.0  # after stripping, within which a weighing still tells what a casting weighed then


@dataclass(frozen=True, slots=True)
class Found:
    """What was said by the rule, and what happened; both over 0, in one unit."""

    said: float
    happened: float


@dataclass(frozen=True, slots=True)
class TimedBatch:
    """A batch whose steps were timed: its bags, and how long mixing and placing took [min], where that is known."""

    bags: float
    mixing_min: float | None = None
    placing_min: float | None = None


@dataclass(frozen=True, slots=True)
class PourFacts:
    """What a pour was planned to be, and what was written down of it.

    Attributes:
        pour: which
        water_in_at: when its first water went in
        mix: what was mixed
        celsius: about how warm the air was [°C]; None where it is not known
        serials: the numbers of its castings
        hours: by act of the whole pour, the likely hour by the rules [h after water in]
        tests: of readiness, as they were made
        batches: as they were mixed
        water_l: planned to a bag [l]
        usual_l: that a bag usually takes, by its print [l]
        yield_l: of a bag with the planned water, by its print [l]
        volume_l: of all castings that were filled [l]
        left_over_l: of concrete when all forms were full [l]; None where nobody measured it
        mixing_min: a bag, by the job [min]; None where a machine sets the time
        placing_min: a bag, by the job [min]
        timed: batches as far as their steps were timed
        loss: what dries out of a casting, by the rule, as a share of what it weighs when stripped
        dried: by casting, what dried out of it until it lost no more, as such a share
        ground: how long was worked at its grits [min]
        sealed: what went on of sealer [l]
    """

    pour: UUID
    water_in_at: datetime
    mix: str
    celsius: float | None = None
    serials: tuple[int, ...] = ()
    hours: Mapping[str, float] | None = None
    tests: Sequence[ActTest] = ()
    batches: Sequence[MixedBatch] = ()
    water_l: float = 0.0
    usual_l: float = 0.0
    yield_l: float = 0.0
    volume_l: float = 0.0
    left_over_l: float | None = None
    mixing_min: float | None = None
    placing_min: float = 0.0
    timed: Sequence[TimedBatch] = ()
    loss: float = 0.0
    dried: Sequence[float] = ()
    ground: Found | None = None
    sealed: Found | None = None


def evidence_of(facts: PourFacts) -> dict[Quantity, Evidence]:
    """What a pour says, by quantity; nothing of those that were not written down."""
    found: dict[Quantity, Found | None] = {
        "set": set_found(facts), "yield": yield_found(facts), "water": water_found(facts),
        "mixing": mixing_found(facts), "placing": placing_found(facts), "drying": drying_found(facts),
        "grinding": facts.ground, "sealer": facts.sealed,
    }  # fmt: skip
    return {
        quantity: Evidence(
            facts.pour, facts.water_in_at, one.happened / one.said, facts.mix, facts.celsius, facts.serials, one.said
        )
        for quantity, one in found.items()
        if one is not None and one.said > 0 and one.happened > 0
    }


def set_found(facts: PourFacts) -> Found | None:
    """How its set compares with the rule, by its tests [h]: the mean of the acts that were bracketed by two of them.

    A test that finds it ready says no more than that it was so by then. Only with one before it that said “not yet” is
    the hour known: it lies between the two.
    """
    hours = facts.hours or {}
    known = [(hours[act], hour) for act, hour in _bracketed(facts) if act in BY_SET and hours.get(act, 0.0) > 0]
    if not known:
        return None
    return Found(_mean(said for said, _ in known), _mean(happened for _, happened in known))


def _bracketed(facts: PourFacts) -> Iterator[tuple[str, float]]:
    """Acts whose hour is known, by two tests that are near enough to each other [h after water in]."""
    for act in dict.fromkeys(one.act for one in facts.tests):
        of_act = sorted((one for one in facts.tests if one.act == act), key=lambda one: one.at)
        not_yet = [one for one in of_act if not one.ready]
        if not not_yet:
            continue
        ready = next((one for one in of_act if one.ready and one.at > not_yet[-1].at), None)
        if ready is None:
            continue
        before, after = (_hours(facts, one.at) for one in (not_yet[-1], ready))
        if 0 < before < after <= NEAR * before:
            yield act, sqrt(before * after)


def yield_found(facts: PourFacts) -> Found | None:
    """What a bag gave [l], beside its print: what was filled and what was left over.

    Each litre of water over the planned, or under it, is a litre of volume.
    """
    bags = sum(one.bags for one in facts.batches)
    if facts.left_over_l is None or bags <= 0 or facts.volume_l <= 0 or facts.yield_l <= 0:
        return None
    water = sum(one.water_l for one in facts.batches)
    printed = bags * facts.yield_l + water - bags * facts.water_l
    return Found(printed / bags, (facts.volume_l + facts.left_over_l) / bags) if printed > 0 else None


def water_found(facts: PourFacts) -> Found | None:
    """What a bag drank [l], beside what it usually does."""
    bags = sum(one.bags for one in facts.batches)
    if bags <= 0 or facts.usual_l <= 0:
        return None
    return Found(facts.usual_l, sum(one.water_l for one in facts.batches) / bags)


def mixing_found(facts: PourFacts) -> Found | None:
    """How long mixing a bag took [min], beside what was planned."""
    took = [one.mixing_min / one.bags for one in facts.timed if one.mixing_min is not None]
    return Found(facts.mixing_min, _mean(took)) if took and facts.mixing_min else None


def placing_found(facts: PourFacts) -> Found | None:
    """How long placing a bag took [min], beside what was planned."""
    took = [one.placing_min / one.bags for one in facts.timed if one.placing_min is not None]
    return Found(facts.placing_min, _mean(took)) if took and facts.placing_min else None


def drying_found(facts: PourFacts) -> Found | None:
    """What dried out of its castings, as a share of what they weighed, beside what such concrete loses."""
    return Found(facts.loss, _mean(facts.dried)) if facts.dried else None


def dried_out(weighings: Sequence[Weighed], half_days: float) -> float | None:
    """What dried out of a casting, as a share of what it weighed when stripped; None while it is not known.

    It is known once it was weighed within two days of stripping, and has since weighed the same for a week. What went
    before the first weighing is reckoned by the pace of such castings.

    Args:
        weighings: of one casting, by days since it was stripped
        half_days: until half of what dries out has gone, by its thickness
    """
    told = sorted(weighings, key=lambda one: one.days)
    if not told or told[0].days > FIRST_DAYS or not is_dry(told):
        return None
    loss = 1 - told[-1].mass_kg / told[0].mass_kg
    gone = share_dried(told[0].days, half_days)
    return loss / (1 - gone + gone * loss) if loss > 0 else None


def _mean(values: Iterable[float]) -> float:
    """Of values that differ by shares: that of their logarithms."""
    return exp(fmean(log(one) for one in values))


def _hours(facts: PourFacts, at: datetime) -> float:
    return (at - facts.water_in_at).total_seconds() / 3600

"""What one pour says of the rules: what happened, as a share of what its plan said of it."""

from collections.abc import Iterator, Mapping, Sequence
from datetime import datetime
from math import exp, log, sqrt
from statistics import fmean
from uuid import UUID

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.history import ActTest
from ulbrek.core.materials.own import Quantity
from ulbrek.core.mix.inputs import MixedBatch
from ulbrek.core.records.learning import Evidence

# Acts whose hour goes by set alone. What is floated waits for people too; what is tested does not.
BY_SET = frozenset({"bleed", "float", "edge", "broom", "trowel", "cover"})
# A test that found it ready says when it became so if one found it not ready shortly before.
NEAR = 1.6


@dataclass(frozen=True, slots=True)
class PourFacts:
    """What a pour was planned to be, and what was written down of it.

    Attributes:
        pour: which
        water_in_at: when its first water went in
        mix: what was mixed
        celsius: about how warm the air was [°C]; None where it is not known
        serials: the numbers of its castings
        hours: by act of the whole pour, the likely hour that was planned [h after water in]
        reckoned: own figures that its plan already reckoned with, as shares of their rules
        tests: of readiness, as they were made
        batches: as they were mixed
        water_l: planned to a bag [l]
        usual_l: that a bag usually takes, by its print [l]
        yield_l: of a bag with the planned water, by its print [l]
        volume_l: of all castings that were filled [l]
        left_over_l: of concrete when all forms were full [l]; None where nobody measured it
    """

    pour: UUID
    water_in_at: datetime
    mix: str
    celsius: float | None = None
    serials: tuple[int, ...] = ()
    hours: Mapping[str, float] | None = None
    reckoned: Mapping[Quantity, float] | None = None
    tests: Sequence[ActTest] = ()
    batches: Sequence[MixedBatch] = ()
    water_l: float = 0.0
    usual_l: float = 0.0
    yield_l: float = 0.0
    volume_l: float = 0.0
    left_over_l: float | None = None


def evidence_of(facts: PourFacts) -> dict[Quantity, Evidence]:
    """What a pour says, by quantity; nothing of those that were not written down."""
    found: dict[Quantity, float | None] = {
        "set": set_found(facts), "yield": yield_found(facts), "water": water_found(facts),
    }  # fmt: skip
    return {
        quantity: Evidence(facts.pour, facts.water_in_at, ratio, facts.mix, facts.celsius, facts.serials)
        for quantity, ratio in found.items()
        if ratio is not None
    }


def set_found(facts: PourFacts) -> float | None:
    """How its set compares with the rule, by its tests: the mean of the acts that were bracketed by two of them.

    A test that finds it ready says no more than that it was so by then. Only with one before it that said “not yet” is
    the hour known: it lies between the two.
    """
    reckoned = (facts.reckoned or {}).get("set", 1.0)
    hours = facts.hours or {}
    logs = [
        log(hour / hours[act] * reckoned)
        for act, hour in _bracketed(facts)
        if act in BY_SET and hours.get(act, 0.0) > 0
    ]
    return exp(fmean(logs)) if logs else None


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


def yield_found(facts: PourFacts) -> float | None:
    """What its bags gave, as a share of their print: what was filled and what was left over.

    Each litre of water over the planned, or under it, is a litre of volume.
    """
    bags = sum(one.bags for one in facts.batches)
    if facts.left_over_l is None or bags <= 0 or facts.volume_l <= 0 or facts.yield_l <= 0:
        return None
    water = sum(one.water_l for one in facts.batches)
    printed = bags * facts.yield_l + water - bags * facts.water_l
    return (facts.volume_l + facts.left_over_l) / printed if printed > 0 else None


def water_found(facts: PourFacts) -> float | None:
    """What its bags drank, as a share of what they usually do."""
    bags = sum(one.bags for one in facts.batches)
    if bags <= 0 or facts.usual_l <= 0:
        return None
    return sum(one.water_l for one in facts.batches) / bags / facts.usual_l


def _hours(facts: PourFacts, at: datetime) -> float:
    return (at - facts.water_in_at).total_seconds() / 3600

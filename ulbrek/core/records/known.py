"""What a shop's records make of one rule: which of them count, what comes of them, and whether it is in use."""

from collections.abc import Iterable, Mapping, Sequence
from math import exp, log
from statistics import fmean
from typing import Literal, NamedTuple

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.own import Group, OwnFigure, Quantity, season_of, warmth_of
from ulbrek.core.records.learning import (
    BELIEFS,
    FEWEST,
    Evidence,
    Learnt,
    contradicts,
    is_possible,
    learnt,
    one_by_one,
    wild,
)

Counts = Literal["counts", "left out", "cannot be"]
Standing = Literal["nothing yet", "too few", "offered", "in use", "moved on", "contradicted"]
MOVED = 0.02  # from the figure in use, before another is offered


class Told(NamedTuple):
    """What a quantity is called, the kind of its unit, and how a record comes about."""

    name: str
    kind: str
    recorded_by: str


TELLS: Mapping[Quantity, Told] = {
    "set": Told(
        "Time to set", "found h",
        "Log two tests of one task: one that says not yet, and soon after it one that says ready.",
    ),
    "yield": Told(
        "Concrete from one bag", "found l",
        "When all forms are full, log the concrete left over, 0 where nothing is left.",
    ),
    "water": Told("Water per bag", "water", "Log each batch with its water."),
    "mixing": Told("Mixing time per bag", "found min", "Run the pour with the run sheet: it times each batch."),
    "placing": Told("Placing time per bag", "found min", "Run the pour with the run sheet: it times each batch."),
    "grinding": Told("Grinding time", "min", "Work a casting at the machine: it times each grit."),
    "pads": Told("Area a pad grinds", "m2", "Log each pad that is worn, at the machine: from the second of a grit on."),
    "sealer": Told("Sealer in a coat", "water", "Log how much went on, with each coat at the machine."),
    "drying": Told(
        "Drying loss", "share",
        "Weigh a casting on the day it is stripped, and weeks later twice, a week apart.",
    ),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Judged:
    """A record beside the others.

    Attributes:
        evidence: the record
        counts: whether it counts, was left out by somebody, or cannot be right
        wild: whether it counts, and is hardly likely by all the others
        before: what was believed before it; None where it does not count
        after: what is believed with it
    """

    evidence: Evidence
    counts: Counts
    wild: bool
    before: Learnt | None
    after: Learnt | None


def judged(quantity: Quantity, evidence: Sequence[Evidence]) -> list[Judged]:
    """Records one by one.

    Args:
        quantity: of which rule
        evidence: oldest first
    """
    counting = [one.ratio for one in evidence if _counts(quantity, one) == "counts"]
    belief = BELIEFS[quantity]
    steps, odd = one_by_one(belief, counting), wild(belief, counting)
    found, at = [], 0
    for one in evidence:
        counts = _counts(quantity, one)
        if counts == "counts":
            found.append(Judged(one, counts, odd[at], steps[at], steps[at + 1]))
            at += 1
        else:
            found.append(Judged(one, counts, wild=False, before=None, after=None))
    return found


@dataclass(frozen=True, slots=True)
class Score:
    """How well rule and own figure told what happened, each before it did.

    Attributes:
        records: how many count
        less: in how many of them less happened than the rule says
        rule_off: how far the rule was off on average, as a share: half and twice as much are equally far
        ours_off: how far what was believed before each of them was
        in_band: how many lay where 8 in 10 were expected
    """

    records: int
    less: int
    rule_off: float
    ours_off: float
    in_band: int


FEWEST_TO_SCORE = 2


def score(found: Iterable[Judged]) -> Score | None:
    """How well rule and own figure told what happened; None of fewer than two records that count."""
    told = [(one.evidence.ratio, one.before) for one in found if one.before is not None]
    if len(told) < FEWEST_TO_SCORE:
        return None
    return Score(
        len(told),
        sum(1 for ratio, _ in told if ratio < 1),
        _apart([log(ratio) for ratio, _ in told]),
        _apart([log(ratio / before.likely) for ratio, before in told]),
        sum(1 for ratio, before in told if before.next_low <= ratio <= before.next_high),
    )


def _apart(logs: Sequence[float]) -> float:
    return exp(fmean(abs(one) for one in logs)) - 1


def counting(quantity: Quantity, evidence: Iterable[Evidence]) -> list[Evidence]:
    """Those records that count."""
    return [one for one in evidence if _counts(quantity, one) == "counts"]


def of_group(evidence: Iterable[Evidence], group: Group) -> list[Evidence]:
    """Those records that are of a group."""
    return [
        one
        for one in evidence
        if group.mix in (None, one.mix)
        and (group.warmth is None or (one.celsius is not None and warmth_of(one.celsius) == group.warmth))
        and group.season in (None, season_of(one.at))
    ]


def standing(quantity: Quantity, counted: Sequence[Evidence], own: OwnFigure | None) -> Standing:
    """How a figure stands.

    Args:
        quantity: of which rule
        counted: the records that count, of its group
        own: the figure of that group as it was accepted; None where it was not
    """
    if own is None:
        return "nothing yet" if not counted else "too few" if len(counted) < FEWEST else "offered"
    since = [one for one in counted if own.accepted_at is None or one.at > own.accepted_at]
    if contradicts(own, since):
        return "contradicted"
    now = learnt(BELIEFS[quantity], [one.ratio for one in counted]).likely
    moved = len(counted) >= FEWEST and abs(log(now / own.figure.value)) > MOVED
    return "moved on" if moved else "in use"


def _counts(quantity: Quantity, one: Evidence) -> Counts:
    return "cannot be" if not is_possible(quantity, one.ratio) else "left out" if one.left_out else "counts"

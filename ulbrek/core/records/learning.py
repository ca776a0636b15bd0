"""What records make of a rule: how far a shop lies from it, how sure that is, and where the next one will lie.

Each record gives one number: what happened, as a share of what the rule said of that pour. Their logarithms are taken
as normal, with a mean and a scatter that are both found out; the rule and its band are what is believed before the
first of them. Normal-inverse-gamma, as in Gelman, Bayesian Data Analysis, 3.3 (from memory).
"""

from collections.abc import Mapping, Sequence
from datetime import datetime
from math import exp, log, sqrt
from uuid import UUID

from scipy.special import stdtr, stdtrit

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.own import Group, OwnFigure, Quantity

EDGE = 0.1  # one in ten lies under a band, one in ten over it
WILD = 0.005  # on either side of what the others make likely
FEWEST = 3  # records before a figure may be accepted
FEWEST_TO_DOUBT = 4  # others, before one of them can be called wild
MOST_NAMED = 200


@dataclass(frozen=True, slots=True)
class Belief:
    """What is believed of a quantity before anything was recorded.

    Attributes:
        shops: how shops differ, as the deviation of a logarithm
        pours: how the pours of one shop differ, as the deviation of a logarithm
        worth: how many pours that second number counts as
        least: below this share of the rule no record can be right
        most: nor above this one
    """

    shops: float
    pours: float
    worth: float
    least: float
    most: float

    @property
    def counts_as(self) -> float:
        """How many pours the rule itself counts as."""
        return (self.pours / self.shops) ** 2


# Set times lie a quarter either way in all; a bag's yield 2 % from batch to batch and somewhat more from shop to shop;
# drying loss at 1.5 to 3.5 %; water a tenth; times of work within a factor of two, by how practised people are; pads
# within such a factor too, by stone and pressure; sealer by a third, by how thirsty a face is.
# Source: common practice; how that is shared between shops and pours is an estimate.
BELIEFS: Mapping[Quantity, Belief] = {
    "set": Belief(shops=0.15, pours=0.10, worth=6, least=0.25, most=4.0),
    "yield": Belief(shops=0.03, pours=0.02, worth=6, least=0.6, most=1.5),
    "drying": Belief(shops=0.25, pours=0.15, worth=6, least=0.05, most=4.0),
    "water": Belief(shops=0.08, pours=0.04, worth=6, least=0.4, most=2.0),
    "mixing": Belief(shops=0.35, pours=0.20, worth=4, least=0.1, most=8.0),
    "placing": Belief(shops=0.40, pours=0.25, worth=4, least=0.1, most=8.0),
    "grinding": Belief(shops=0.40, pours=0.25, worth=4, least=0.1, most=8.0),
    "pads": Belief(shops=0.40, pours=0.35, worth=4, least=0.05, most=10.0),
    "sealer": Belief(shops=0.20, pours=0.15, worth=6, least=0.2, most=5.0),
}


@dataclass(frozen=True, slots=True)
class Evidence:
    """What one pour says of a quantity.

    Attributes:
        pour: which
        at: when
        ratio: what happened, as a share of what the rule said of it
        mix: that was poured
        celsius: of the air that day; None where it was not known
        serials: the numbers of its castings
        said: by the rule, in the quantity's own unit
        left_out: why it is left out; empty where it counts
    """

    pour: UUID
    at: datetime
    ratio: float
    mix: str
    celsius: float | None = None
    serials: tuple[int, ...] = ()
    said: float = 1.0
    left_out: str = ""

    @property
    def happened(self) -> float:
        """In the quantity's own unit."""
        return self.said * self.ratio


@dataclass(frozen=True, slots=True)
class Learnt:
    """What is believed of a quantity, as a share of the rule.

    Attributes:
        count: how many records it rests on
        likely: what is reckoned with
        low: one shop in ten with these records lies below
        high: one in ten above
        next_low: one pour in ten will lie below
        next_high: one in ten above
        ours: the mean of the records alone; the rule's own where there are none
    """

    count: int
    likely: float
    low: float
    high: float
    next_low: float
    next_high: float
    ours: float

    @property
    def sure(self) -> float:
        """How far it may lie off either way, as a share of itself."""
        return sqrt(self.high / self.low) - 1


def is_possible(quantity: Quantity, ratio: float) -> bool:
    """Whether a record can be right at all: a bag that yields twice what it holds was counted wrongly."""
    belief = BELIEFS[quantity]
    return belief.least <= ratio <= belief.most


def learnt(belief: Belief, ratios: Sequence[float]) -> Learnt:
    """What records make of a rule.

    Args:
        belief: before any of them
        ratios: what happened as a share of what the rule said, each over 0; (n)

    Raises:
        ValueError: when a share is 0 or less
    """
    return _learnt(belief, _Totals([_log(one) for one in ratios]))


def _learnt(belief: Belief, totals: "_Totals") -> Learnt:
    state = _State.of(belief, totals)
    ours = exp(state.mean_found) if totals.count else 1.0
    low, high = (exp(state.mean + state.of_mean * edge) for edge in state.edges)
    next_low, next_high = (exp(state.mean + state.of_next * edge) for edge in state.edges)
    return Learnt(totals.count, exp(state.mean), low, high, next_low, next_high, ours)


def one_by_one(belief: Belief, ratios: Sequence[float]) -> list[Learnt]:
    """What was believed before the first record, and after each of them."""
    logs = [_log(one) for one in ratios]
    return [_learnt(belief, _Totals(logs[:count])) for count in range(len(logs) + 1)]


def wild(belief: Belief, ratios: Sequence[float]) -> list[bool]:
    """Which records are hardly likely by what all the others say.

    Args:
        belief: before any of them
        ratios: as for ``learnt``; (n)

    Returns:
        for each of them; none where there are too few others to say so; (n)
    """
    logs = [_log(one) for one in ratios]
    if len(logs) <= FEWEST_TO_DOUBT:
        return [False] * len(logs)
    totals = _Totals(logs)
    found = []
    for one in logs:
        state = _State.of(belief, totals.without(one))
        beyond = float(stdtr(state.freedom, -abs(one - state.mean) / state.of_next))
        found.append(beyond < WILD)
    return found


def own_figure(quantity: Quantity, evidence: Sequence[Evidence], group: Group) -> OwnFigure | None:
    """What may be accepted: the figure as plans will use it; None while there is too little of it.

    Args:
        quantity: of which rule
        evidence: that counts, of that group
        group: which
    """
    if len(evidence) < FEWEST:
        return None
    belief = BELIEFS[quantity]
    found = learnt(belief, [one.ratio for one in evidence])
    newest = sorted(evidence, key=lambda one: one.at, reverse=True)
    return OwnFigure(
        quantity=quantity, mix=group.mix, warmth=group.warmth, season=group.season, ours=found.ours,
        castings=len(evidence), counts_as=belief.counts_as,
        low=min(1.0, found.next_low / found.likely), high=max(1.0, found.next_high / found.likely),
        pours=tuple(one.pour for one in newest[:MOST_NAMED]),
    )  # fmt: skip


def contradicts(own: OwnFigure, since: Sequence[Evidence]) -> bool:
    """Whether what was recorded since a figure was accepted speaks against it.

    Three or more records of which at least two in three lie outside its band: of ten good ones two do.

    Args:
        own: as it was accepted
        since: the records after that
    """
    if len(since) < FEWEST:
        return False
    likely = own.figure.value
    outside = [one for one in since if not likely * own.low <= one.ratio <= likely * own.high]
    return 3 * len(outside) >= 2 * len(since)


def _log(ratio: float) -> float:
    if ratio <= 0:
        raise ValueError(f"A record of {ratio:g} of the rule cannot be. Give a share over 0.")
    return log(ratio)


class _Totals:
    """How many logarithms there are, their sum, and how far they scatter about their mean."""

    def __init__(self, logs: Sequence[float]) -> None:
        """Of all of these."""
        self.count = len(logs)
        self.mean = sum(logs) / self.count if logs else 0.0
        self.spread = sum((one - self.mean) ** 2 for one in logs)

    def without(self, one: float) -> "_Totals":
        """Of all but one of them, of at least two."""
        rest = _Totals(())
        rest.count = self.count - 1
        rest.mean = self.mean + (self.mean - one) / rest.count
        rest.spread = max(0.0, self.spread - (one - self.mean) * (one - rest.mean))
        return rest


@dataclass(frozen=True, slots=True)
class _State:
    """A normal of which mean and scatter are both unknown, in logarithms."""

    mean: float
    counts: float
    shape: float
    scale: float
    mean_found: float

    @classmethod
    def of(cls, belief: Belief, totals: _Totals) -> "_State":
        before, worth = belief.counts_as, belief.worth / 2
        count, found = totals.count, totals.mean
        counts = before + count
        pulled = before * count * found**2 / counts
        scale = worth * belief.pours**2 + (totals.spread + pulled) / 2
        return cls(count * found / counts, counts, worth + count / 2, scale, found)

    @property
    def freedom(self) -> float:
        return 2 * self.shape

    @property
    def edges(self) -> tuple[float, float]:
        """Of a t distribution, one in ten outside each."""
        edge = float(stdtrit(self.freedom, 1 - EDGE))
        return -edge, edge

    @property
    def of_mean(self) -> float:
        return sqrt(self.scale / self.shape / self.counts)

    @property
    def of_next(self) -> float:
        return sqrt(self.scale / self.shape * (1 + 1 / self.counts))

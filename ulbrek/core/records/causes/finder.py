"""Ranks the causes of a defect by what is known of the casting, and says what speaks for and against each."""

from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from functools import cache
from math import log, sqrt
from typing import Literal

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.records.causes.facts import EITHER, FACTS, OTHER_SIDE
from ulbrek.core.records.causes.table import CAUSES, DEFECTS

Known = Literal["measured", "remembered"]
Verdict = Literal["likely", "possible", "hardly"]

# How much likelier a cause is by a fact that speaks for it, and against it. An estimate; see the table's own source.
_FOR = {"!!": 8.0, "!": 4.0, "": 2.0, "(": 1.4}
_AGAINST = {"!!": 0.1, "!": 0.2, "": 0.5, "(": 0.7}
_LOOKED_FOR = 0.6  # what speaks loudest for it was looked for, and was not so
_LEAST, _MOST = 0.05, 20.0
ELSE = "something else"
_ELSE_LEAST = 0.08
_LIKELY, _POSSIBLE = 0.35, 0.12
FEWEST_CASES = 5  # of a defect, before the shop's own count


@dataclass(frozen=True, slots=True)
class Observed:
    """A fact of a casting: whether it was so, and how that is known."""

    fact: str
    so: bool = True
    known: Known = "measured"


@dataclass(frozen=True, slots=True)
class RankedCause:
    """A cause of a defect, as far as it is known of one casting.

    Attributes:
        cause: its key; ``something else`` where it is none of those that are known
        share: how likely it is among them, 0 to 1
        verdict: in a word
        speaks_for: the facts that speak for it, the loudest first
        speaks_against: those that speak against it
        ask: facts that nobody knows of and that would say most
    """

    cause: str
    share: float
    verdict: Verdict
    speaks_for: tuple[Observed, ...]
    speaks_against: tuple[Observed, ...]
    ask: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class _Weighed:
    fact: str
    times: float


def causes_of(
    defect: str,
    observed: Iterable[Observed],
    confirmed: Mapping[str, int] | None = None,
    cannot: Collection[str] = (),
) -> tuple[RankedCause, ...]:
    """The causes that come into question, the likeliest first; something else is always among them.

    Args:
        defect: the key of its kind
        observed: what is known of the casting
        confirmed: by cause, how often it was confirmed for this defect in this shop
        cannot: causes that it cannot have, as it was made

    Raises:
        KeyError: when there is no such defect, or no such fact
    """
    points = DEFECTS[defect].points
    facts = _both_sides({one.fact: one for one in observed})
    unknown = next((fact for fact in facts if fact not in FACTS), None)
    if unknown is not None:
        raise KeyError(unknown)
    priors = {cause: prior for cause, prior in _priors(points, confirmed or {}).items() if cause not in cannot}
    scores = {cause: prior * _times(cause, facts) for cause, prior in priors.items() if cause != ELSE}
    rest = priors[ELSE]
    whole = sum(scores.values()) + rest
    rest = max(rest, _ELSE_LEAST * whole / (1 - _ELSE_LEAST) if rest < _ELSE_LEAST * whole else rest)
    whole = sum(scores.values()) + rest
    ranked = [_ranked(cause, score / whole, facts) for cause, score in scores.items()]
    ranked.append(RankedCause(ELSE, rest / whole, _verdict(rest / whole), (), (), ()))
    return tuple(sorted(ranked, key=lambda one: -one.share))


def is_known_enough(ranked: Sequence[RankedCause]) -> bool:
    """Whether what was recorded speaks for or against the likeliest two; if not, the order is how often each is."""
    return any(one.speaks_for or one.speaks_against for one in ranked[:2])


def commonest(defect: str, count: int = 2) -> tuple[str, ...]:
    """The causes that are oftenest that of a defect: what a guess would name that knows nothing of the casting."""
    points = DEFECTS[defect].points
    return tuple(sorted(points, key=lambda cause: -points[cause])[:count])


def _both_sides(facts: Mapping[str, Observed]) -> dict[str, Observed]:
    """What is known, and what follows from it for the other side of the same thing."""
    follow = {
        OTHER_SIDE[fact]: Observed(OTHER_SIDE[fact], not one.so, one.known)
        for fact, one in facts.items()
        if fact in OTHER_SIDE and (one.so or fact in EITHER)
    }
    return {**follow, **facts}


def _priors(points: Mapping[str, int], confirmed: Mapping[str, int]) -> dict[str, float]:
    priors = {cause: point / 100 for cause, point in points.items()}
    priors[ELSE] = 1 - sum(priors.values())
    cases = sum(confirmed.values())
    if cases < FEWEST_CASES:
        return priors
    return {cause: prior * (1 + confirmed.get(cause, 0)) / (1 + cases * prior) for cause, prior in priors.items()}


def _times(cause: str, facts: Mapping[str, Observed]) -> float:
    """How many times as likely it is by the facts: the strongest of each family, for and against."""
    product = 1.0
    for weighed in _strongest(cause, facts):
        product *= weighed.times
    return min(max(product, _LEAST), _MOST)


def _strongest(cause: str, facts: Mapping[str, Observed]) -> list[_Weighed]:
    """What speaks for a cause and against it, the loudest first: of each family one for and one against."""
    strongest: dict[tuple[str, bool], _Weighed] = {}
    for weighed in _all_weighed(cause, facts):
        way = (FACTS[weighed.fact].family or weighed.fact, weighed.times > 1)
        if way not in strongest or abs(log(weighed.times)) > abs(log(strongest[way].times)):
            strongest[way] = weighed
    return sorted(strongest.values(), key=lambda one: -abs(log(one.times)))


def _all_weighed(cause: str, facts: Mapping[str, Observed]) -> Iterator[_Weighed]:
    speaks_for, speaks_against = _parsed(CAUSES[cause].speaks_for), _parsed(CAUSES[cause].speaks_against)
    for fact, loud in speaks_for:
        seen = facts.get(fact)
        if seen is not None and seen.so:
            yield _Weighed(fact, _by_memory(_FOR[loud], seen))
        elif seen is not None and loud in ("!", "!!"):
            yield _Weighed(fact, _by_memory(_LOOKED_FOR, seen))
    for fact, loud in speaks_against:
        seen = facts.get(fact)
        if seen is not None and seen.so:  # that nothing speaks against it is nothing that speaks for it
            yield _Weighed(fact, _by_memory(_AGAINST[loud], seen))


def _by_memory(times: float, seen: Observed) -> float:
    return times if seen.known == "measured" else sqrt(times)


def _ranked(cause: str, share: float, facts: Mapping[str, Observed]) -> RankedCause:
    weighed = _strongest(cause, facts)
    named = [
        fact for fact, loud in (*_parsed(CAUSES[cause].speaks_for), *_parsed(CAUSES[cause].speaks_against)) if loud
    ]
    return RankedCause(
        cause, share, _verdict(share), tuple(facts[one.fact] for one in weighed if one.times > 1),
        tuple(facts[one.fact] for one in weighed if one.times < 1),
        tuple(fact for fact in dict.fromkeys(named) if fact not in facts and OTHER_SIDE.get(fact) not in facts),
    )  # fmt: skip


def _verdict(share: float) -> Verdict:
    return "likely" if share >= _LIKELY else "possible" if share >= _POSSIBLE else "hardly"


@cache
def _parsed(told: str) -> tuple[tuple[str, str], ...]:
    """Facts of a row with how loudly each speaks."""
    found = []
    for word in told.split():
        loud = "!!" if word.startswith("!!") else "!" if word.startswith("!") else "(" if word.startswith("(") else ""
        found.append((word.strip("!()"), loud))
    return tuple(found)

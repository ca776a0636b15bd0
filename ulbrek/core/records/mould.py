"""How worn a mould is: what it has left of its life, by the trade and by the shop's own moulds, and when it wants
service."""

from collections.abc import Sequence
from datetime import datetime, timedelta
from math import ceil
from typing import Literal

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.records.learning import Belief, learnt

# Of its life: from here on the next casting may be the one that shows it. Source: common practice.
NEARLY_SPENT = 0.8
# Lives lie within a factor of three either way, by how moulds are cared for. Source: common practice; how that is
# shared between shops and moulds is an estimate.
LIVES = Belief(shops=0.5, pours=0.4, worth=4, least=0.02, most=50.0)
LOOKED_BACK = timedelta(days=120)  # for how often a mould is filled
FORESEEN = timedelta(days=180)  # a pace says nothing of later
_FEWEST = 2  # fillings, for a pace


@dataclass(frozen=True, slots=True)
class Wear:
    """A mould's wear, in fillings of each cavity.

    Attributes:
        fillings: how often each cavity was filled, the most used one counting
        left: fillings left of its usual life; None where that is not said
        service_in: fillings until its next service; 0 when it is due; None where that is not said
        state: what to say of it
    """

    fillings: int
    left: int | None
    service_in: int | None
    state: Literal["good", "service is due", "nearly spent", "past its life"]


def wear(fillings: int, since_service: int, usual_life: int | None, service_every: int | None) -> Wear:
    """How worn a mould is.

    Args:
        fillings: how often its most used cavity was filled, all told
        since_service: how often since it was last serviced or repaired
        usual_life: fillings that such a mould usually gives
        service_every: fillings from one service to the next
    """
    left = None if usual_life is None else max(0, usual_life - fillings)
    service_in = None if service_every is None else max(0, service_every - since_service)
    if usual_life is not None and fillings >= usual_life:
        return Wear(fillings, left, service_in, "past its life")
    if usual_life is not None and fillings >= ceil(NEARLY_SPENT * usual_life):
        return Wear(fillings, left, service_in, "nearly spent")
    return Wear(fillings, left, service_in, "service is due" if service_in == 0 else "good")


def expected_life(usual_life: int, retired: Sequence[float]) -> Spread:
    """How many fillings a mould is likely to give, by what is usual of such moulds and by those that were retired here.

    Args:
        usual_life: fillings that such a mould usually gives
        retired: of each mould that was retired, the fillings that it gave as a share of what was usual of it

    Returns:
        low, likely, high: one mould in ten gives less, one in ten more
    """
    found = learnt(LIVES, [one for one in retired if LIVES.least <= one <= LIVES.most])
    return Spread(usual_life * found.next_low, usual_life * found.likely, usual_life * found.next_high)


def service_on(service_in: int | None, filled: Sequence[datetime], now: datetime) -> datetime | None:
    """When its next service is due at the pace of the last months; None where that is not known, far off, or due.

    Args:
        service_in: fillings until then
        filled: when it was filled
        now: the moment that is looked from
    """
    lately = sorted(at for at in filled if at >= now - LOOKED_BACK)
    if not service_in or len(lately) < _FEWEST:
        return None
    between = (now - lately[0]) / len(lately)
    due = now + service_in * between
    return due if due <= now + FORESEEN else None

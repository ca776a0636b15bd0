"""How worn a mould is: what it has left of its usual life, and when it wants service."""

from math import ceil
from typing import Literal

from ulbrek.core.base.frozen import dataclass

# Of its life: from here on the next casting may be the one that shows it. Source: common practice.
NEARLY_SPENT = 0.8


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

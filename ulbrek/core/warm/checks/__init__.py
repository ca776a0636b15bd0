"""What is wrong with a warm piece before it is cast, and with its mat before it is switched on."""

from collections.abc import Iterator

from ulbrek.core.base.finding import Finding
from ulbrek.core.warm.checks.case import WarmCase
from ulbrek.core.warm.checks.heat import (
    barely_warm,
    burns,
    burns_covered,
    cracks,
    crossed,
    lost_below,
    pad_over,
    too_slow,
)
from ulbrek.core.warm.checks.meter import damaged, leaks, not_as_labelled, unmeasured

_ALL = (
    crossed, unmeasured, damaged, leaks, not_as_labelled, burns, burns_covered, pad_over, lost_below, barely_warm,
    too_slow, cracks,
)  # fmt: skip


def of_seat(seen: WarmCase) -> Iterator[Finding]:
    """What is found of one piece.

    Args:
        seen: as it was worked out
    """
    for one in _ALL:
        yield from one(seen)


__all__ = ["WarmCase", "of_seat"]

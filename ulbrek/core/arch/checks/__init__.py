"""What is wrong with an arch before a block is cast."""

from collections.abc import Iterator

from ulbrek.core.arch.checks.case import ArchCase
from ulbrek.core.arch.checks.held import people_under, pier_not_said, pier_tips
from ulbrek.core.arch.checks.standing import blocks_missing, past_half, ring_falls, ring_thin
from ulbrek.core.base.finding import Finding


def of_arch(seen: ArchCase) -> Iterator[Finding]:
    """What is found of one arch.

    Args:
        seen: as it was worked out
    """
    yield from past_half(seen)
    yield from ring_falls(seen)
    yield from ring_thin(seen)
    yield from blocks_missing(seen)
    yield from pier_not_said(seen)
    yield from pier_tips(seen)
    yield from people_under(seen)


__all__ = ["ArchCase", "of_arch"]

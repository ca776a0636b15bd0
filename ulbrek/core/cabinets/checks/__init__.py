"""What is wrong with a run before anything is screwed."""

from collections.abc import Iterator

from ulbrek.core.base.finding import Finding
from ulbrek.core.cabinets.checks.carrying import brace_too_slim, cabinets_too_weak, no_side_at_dishwasher, overhang_long
from ulbrek.core.cabinets.checks.case import RunCase
from ulbrek.core.cabinets.checks.fitting import (
    board_not_for_wet_concrete,
    drop_below_its_rail,
    no_room_for_the_rim,
    opening_over_a_side,
    run_does_not_close,
    sink_has_no_opening,
    top_long_without_joint,
    top_over_nothing,
    wall_bows,
)


def of_run(seen: RunCase) -> Iterator[Finding]:
    """What is found of one run.

    Args:
        seen: the run as it was worked out
    """
    yield from run_does_not_close(seen)
    yield from top_over_nothing(seen)
    yield from wall_bows(seen)
    yield from top_long_without_joint(seen)
    yield from opening_over_a_side(seen)
    yield from no_room_for_the_rim(seen)
    yield from sink_has_no_opening(seen)
    yield from drop_below_its_rail(seen)
    yield from board_not_for_wet_concrete(seen)
    yield from cabinets_too_weak(seen)
    yield from overhang_long(seen)
    yield from no_side_at_dishwasher(seen)
    yield from brace_too_slim(seen)


__all__ = ["RunCase", "of_run"]

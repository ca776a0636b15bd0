"""Bags where the forms do not hold all castings at once and are filled in turns."""

from math import ceil

from ulbrek.core.base.figure import rule

_TRIFLE = 1e-9


@rule(unit="bags")
def bags_of_alike(turn_bags: float, times: float) -> float:
    """Bags mixed in pours that are alike

    Args:
        turn_bags: bags mixed in each
        times: how many pours

    Formula: turn_bags * times

    Source: arithmetic
    """
    return turn_bags * times


@rule(unit="bags")
def bags_of_turns(**turn_bags: float) -> float:
    """Bags mixed in all pours

    Where there are more castings than the forms hold, they are filled in turns.

    Args:
        turn_bags: bags mixed in each pour

    Formula: sum(inputs)

    Source: arithmetic
    """
    return sum(turn_bags.values())


@rule(unit="bags")
def bags_for_turns(bags: float, mixed_bags: float) -> float:
    """Bags for all pours

    An opened bag, closed tight, serves the next pour; each pour is mixed in quarters of a bag, which may take more.

    Args:
        bags: for all castings at once
        mixed_bags: bags mixed in all pours

    Formula: max(bags, ceil(mixed_bags))

    Source: common practice
    """
    return max(bags, ceil(mixed_bags - _TRIFLE))

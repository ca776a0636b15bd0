"""What results say that is not as foretold."""

from collections.abc import Sequence

from ulbrek.core.base.finding import Finding, Quantity, check, finding
from ulbrek.core.cure.strengths import LEAST_SHARE, Aged, beyond_belief

MUCH_WEAKER = 0.75  # of what was foretold for its age


@check("weaker-than-foretold", "caution")
def weaker_than_foretold(results: Sequence[Aged], foretold_mpa: float) -> list[Finding]:
    """A result is well below what was foretold for its age

    Results of cubes and cylinders scatter by some per cent, those of a hammer by a quarter: they are not gone by here.

    Source: common practice
    """
    weak = [
        one
        for one in results
        if one.test.method != "rebound" and one.share >= LEAST_SHARE
        if one.cylinder_mpa < MUCH_WEAKER * one.share * foretold_mpa
    ]
    return [
        finding(
            weaker_than_foretold,
            title="Weaker than expected: the {method} has {tested}, not {expected}",
            reason="Too much water, cold, drying out, or a specimen made badly. The hours now go by what was tested.",
            remedy="Test another one. Until then lift, turn and load by the later hours shown.",
            field="/poured_at",
            values={
                "method": one.test.method, "tested": Quantity(one.cylinder_mpa, "MPa"),
                "expected": Quantity(one.share * foretold_mpa, "MPa"),
            },
        )
        for one in weak[-1:]
    ]  # fmt: skip


@check("strength-not-believed", "caution")
def strength_not_believed(results: Sequence[Aged], foretold_mpa: float) -> list[Finding]:
    """A result is far above what was foretold for its age

    One that is half again as strong, or more, was mistyped, is of another mix, or was made warmer than the casting.

    Source: common practice
    """
    high = [one for one in results if beyond_belief(one, foretold_mpa)]
    return [
        finding(
            strength_not_believed,
            title="Not believed: the {method} has {tested}, not {expected}",
            reason="So much more is a wrong number or another mix. It moves no hour.",
            remedy="Look at the result and its unit, and correct the entry in the log.",
            field="/poured_at",
            values={
                "method": one.test.method, "tested": Quantity(one.cylinder_mpa, "MPa"),
                "expected": Quantity(one.share * foretold_mpa, "MPa"),
            },
        )
        for one in high[-1:]
    ]  # fmt: skip

"""What the scale says of a casting, beside what its plan foretold and beside its pair."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.finding import Finding, Quantity, check, finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.measure.inputs.piece import WantedWeight
from ulbrek.core.measure.result import MeasureResult
from ulbrek.core.records.drying import Drying

YOUNG_H = 7 * 24.0  # until then it is as it was stripped; then it dries
SCALE_KG = 0.05  # no finer than a shop's scale reads
ALIKE = 0.02  # of matched weights. Source: common practice, 1 to 2 %.


@dataclass(frozen=True, slots=True)
class CastingWeight:
    """A casting on the scale: its number, what it weighed [kg], and how long after its water [h]; None: not known."""

    serial: int
    mass_kg: float
    age_h: float | None


def weighing_findings(measured: MeasureResult, own: CastingWeight, pair: Sequence[CastingWeight]) -> Iterator[Finding]:
    """What is found of a casting that was weighed.

    Args:
        measured: what its plan foretold
        own: it on the scale
        pair: the other castings that it must match; none where it need match nothing
    """
    yield from off_its_forecast(measured, own)
    yield from pair_differs(own, pair)


@check("off-its-forecast", "caution")
def off_its_forecast(measured: MeasureResult, own: CastingWeight) -> list[Finding]:
    """A casting weighs other than was foretold

    Lighter, it has holes or is thinner than it was drawn; heavier, the form bowed or was filled over its rail.

    Source: the band of the plan; what the scale does not show is left out
    """
    stripped, dry, fresh = measured.mass_stripped, measured.mass_dry, measured.mass_fresh
    lows = [stripped if own.age_h is not None and own.age_h < YOUNG_H else dry]
    highs = [fresh if own.age_h is None or own.age_h < YOUNG_H else stripped]
    low = min(one.value if one.low is None else one.low for one in lows) - SCALE_KG
    high = max(one.value if one.high is None else one.high for one in highs) + SCALE_KG
    if low <= own.mass_kg <= high:
        return []
    light = own.mass_kg < low
    return [
        finding(
            off_its_forecast,
            title="#{serial} weighs {mass}; {least} to {most} was expected",
            reason="It has voids, or is thinner than drawn."
            if light
            else "The form bowed, or was filled over its screed edge.",
            remedy="Knock along it and measure its thickness at the corners; log what you find.",
            field="",
            values={
                "serial": str(own.serial),
                "mass": Quantity(own.mass_kg, "weighed"),
                "least": Quantity(low, "weighed"),
                "most": Quantity(high, "weighed"),
            },
        )
    ]


@check("off-what-was-wanted", "caution")
def off_what_was_wanted(serial: int, wanted: WantedWeight | None, dries: Drying | None) -> list[Finding]:
    """A casting will weigh other than was wanted

    By its weighings it ends outside the tolerance that was asked for, and what was wanted is outside its band.

    Source: the weight that was asked for, and its tolerance
    """
    if wanted is None or dries is None or wanted.when not in ("dry", "stripped"):
        return []
    will = dries.final if wanted.when == "dry" else dries.start
    off = will.likely / wanted.mass_kg - 1
    if abs(off) <= wanted.tolerance or will.low - SCALE_KG <= wanted.mass_kg <= will.high + SCALE_KG:
        return []
    return [
        finding(
            off_what_was_wanted,
            title="#{serial} will weigh {mass}; {wanted} was wanted",
            reason="{tolerance} either way was allowed.",
            remedy="Give the next one the dry mix below, and match this one with another.",
            field="",
            values={
                "serial": str(serial),
                "mass": Quantity(will.likely, "weighed"),
                "wanted": Quantity(wanted.mass_kg, "weighed"),
                "tolerance": Quantity(100 * wanted.tolerance, "%"),
            },
        )
    ]


@check("pair-differs", "caution")
def pair_differs(own: CastingWeight, pair: Sequence[CastingWeight]) -> list[Finding]:
    """Matched weights differ

    A pair within 1 to 2 % is felt as alike.

    Source: common practice
    """
    off = [(abs(own.mass_kg / other.mass_kg - 1), other) for other in pair if other.mass_kg > 0]
    share, other = max(off, key=lambda one: one[0], default=(0.0, own))
    if share <= ALIKE or abs(own.mass_kg - other.mass_kg) <= SCALE_KG:
        return []
    return [
        finding(
            pair_differs,
            title="#{serial} and #{other} are a pair and differ by {share}",
            reason="They weigh {mass} and {others}; a difference of {alike} can be felt.",
            remedy="Pair them with others, or grind the heavier one on its back.",
            field="",
            values={
                "serial": str(own.serial),
                "other": str(other.serial),
                "share": Quantity(100 * share, "%"),
                "mass": Quantity(own.mass_kg, "weighed"),
                "others": Quantity(other.mass_kg, "weighed"),
                "alike": Quantity(100 * ALIKE, "%"),
            },
        )
    ]

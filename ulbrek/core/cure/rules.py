"""The figures of hardening and curing."""

from ulbrek.core.base.figure import rule

COOL_C = 10.0


@rule(unit="h")
def hour_of_set(set_h: float, pace: float, evenness: float) -> float:
    """Setting time

    Args:
        set_h: time of set at 20 °C
        pace: pace of hardening at its temperature
        evenness: how mixes and days differ

    Formula: set_h * evenness / pace

    Source: common practice, a quarter either way; equivalent age, ASTM C1074, from memory
    """
    return set_h * evenness / pace


@rule(unit="h")
def hour_by_share_of_set(set_h: float, share: float, pace: float) -> float:
    """Time of a finishing task

    A share of the time to initial set; the test at the slab decides, not the clock.

    Args:
        set_h: initial set at 20 °C
        share: share of it
        pace: pace of hardening at its temperature

    Formula: set_h * share / pace

    Source: common practice
    """
    return set_h * share / pace


@rule(unit="1", kind="ratio")
def share_of_strength(strength_mpa: float, strength_28_mpa: float) -> float:
    """Share of the 28-day strength

    Args:
        strength_mpa: strength wanted
        strength_28_mpa: strength at 28 days

    Formula: min(strength_mpa / strength_28_mpa, 1)

    Source: arithmetic
    """
    return min(strength_mpa / strength_28_mpa, 1.0)


@rule(unit="h")
def hour_of_strength(final_set_h: float, age_h: float, pace: float, evenness: float) -> float:
    """Time to reach a strength

    Strength counts from final set.

    Args:
        final_set_h: final set at 20 °C
        age_h: age after final set at which it is reached at 20 °C
        pace: pace of hardening at its temperature
        evenness: how mixes and days differ

    Formula: (final_set_h * evenness + age_h) / pace

    Source: equivalent age, ASTM C1074, from memory
    """
    return (final_set_h * evenness + age_h) / pace


@rule(unit="h")
def hour_of_age(age_h: float, pace: float) -> float:
    """Time to reach an age

    Args:
        age_h: age at 20 °C
        pace: pace of hardening at its temperature

    Formula: age_h / pace

    Source: equivalent age, ASTM C1074, from memory
    """
    return age_h / pace


@rule(unit="MPa")
def strength_with_water(strength_28_mpa: float, strength_left: float) -> float:
    """Strength at 28 days with the water that it got

    Args:
        strength_28_mpa: with its usual water
        strength_left: what the water leaves of it, in per cent

    Formula: strength_28_mpa * strength_left / 100

    Source: arithmetic
    """
    return strength_28_mpa * strength_left / 100


@rule(unit="h")
def least_in_form(temperature_c: float) -> float:
    """Least time in the form

    By the clock, of ordinary Portland mixes, whatever the strength.

    Args:
        temperature_c: temperature of the concrete

    Formula: 12 if temperature_c >= 10 else 300 / max(temperature_c + 10, 1)

    Source: ACI 347, 12 h above 10 °C, from memory; below that common practice
    """
    return 12.0 if temperature_c >= COOL_C else 300 / max(temperature_c + 10, 1)


@rule(unit="h")
def moist_after_set(set_h: float, wet_h: float) -> float:
    """Moist curing of rapid mortar until

    Args:
        set_h: when it hazes over, at its final set
        wet_h: how long it is kept wet then

    Formula: set_h + wet_h

    Source: common practice: wet for the first hour
    """
    return set_h + wet_h


@rule(unit="h")
def later(one_h: float, other_h: float) -> float:
    """Later of two times

    Args:
        one_h: what one of its needs asks
        other_h: what another asks, or an act that comes before it

    Formula: max(one_h, other_h)

    Source: arithmetic
    """
    return max(one_h, other_h)


@rule(unit="h")
def moist_for(days: float) -> float:
    """Moist curing until

    Args:
        days: days that the standard asks for at this temperature

    Formula: 24 * days

    Source: ACI 308R, seven days above 10 °C, three with rapid cement; EN 13670 Annex F by class; from memory
    """
    return 24 * days


@rule(unit="h")
def after_sheet_test(ready_h: float, test_h: float) -> float:
    """Time to seal

    A taped plastic sheet must stay dry first; the test takes most of a day.

    Args:
        ready_h: when it is old enough and its cover is off
        test_h: how long the sheet stays on

    Formula: ready_h + test_h

    Source: ASTM D4263, 16 h at least, from memory
    """
    return ready_h + test_h


@rule(unit="h")
def hour_by_readings(planned_h: float, pace: float, measured_h: float, measured_age_h: float) -> float:
    """Time corrected by readings

    As far as the readings go their mean pace holds, after them the pace that was planned.

    Args:
        planned_h: the hour at the planned pace
        pace: planned pace of hardening
        measured_h: hours after water in that the readings go to
        measured_age_h: equivalent age at the last of them

    Formula:
        min(planned_h * pace, measured_age_h) * measured_h / measured_age_h
        + max(planned_h * pace - measured_age_h, 0) / pace

    Source: equivalent age, ASTM C1074, from memory
    """
    age_h = planned_h * pace
    return min(age_h, measured_age_h) * measured_h / measured_age_h + max(age_h - measured_age_h, 0.0) / pace


@rule(unit="h")
def hour_after_not_yet(planned_h: float, tested_h: float, patience: float) -> float:
    """Time moved by a failed test

    The test said “not yet”: look again after a tenth of the time that has passed.

    Args:
        planned_h: the hour as it was foretold
        tested_h: the hour of the last test that said so
        patience: 1.1, a tenth more

    Formula: max(planned_h, tested_h * patience)

    Source: common practice
    """
    return max(planned_h, tested_h * patience)

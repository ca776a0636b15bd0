"""The figures of hardening and curing."""

from ulbrek.core.base.figure import rule

COOL_C = 10.0


@rule(unit="h")
def age_of_set(set_h: float, evenness: float) -> float:
    """Age at set

    Hours at 20 °C, 68 °F.

    Args:
        set_h: time of set at 20 °C
        evenness: how mixes and days differ

    Formula: set_h * evenness

    Source: common practice, a quarter either way
    """
    return set_h * evenness


@rule(unit="h")
def age_by_share_of_set(set_h: float, share: float) -> float:
    """Age at a finishing task

    A share of the time to initial set; the test at the slab decides, not the clock.

    Args:
        set_h: initial set at 20 °C
        share: share of it

    Formula: set_h * share

    Source: common practice
    """
    return set_h * share


@rule(unit="h")
def hour_by_course(age_h: float, since_h: float, age_since_h: float, pace: float) -> float:
    """Time until it is old enough

    Concrete ages faster when it is warm. From the last hour at which its temperature is known or foretold it goes on at
    the pace of that hour.

    Args:
        age_h: age wanted, in hours at 20 °C
        since_h: the hour before, after water in
        age_since_h: its age at that hour
        pace: how fast it ages from there

    Formula: since_h + (age_h - age_since_h) / pace

    Source: equivalent age, ASTM C1074, from memory
    """
    return since_h + (age_h - age_since_h) / pace


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
def age_of_strength(final_set_h: float, evenness: float, age_h: float) -> float:
    """Age at a strength

    Strength counts from final set; hours at 20 °C, 68 °F.

    Args:
        final_set_h: final set at 20 °C
        evenness: how mixes and days differ
        age_h: age after final set at which it is reached at 20 °C

    Formula: final_set_h * evenness + age_h

    Source: equivalent age, ASTM C1074, from memory
    """
    return final_set_h * evenness + age_h


@rule(unit="h")
def age_of_days(days: float) -> float:
    """Age in days

    Args:
        days: days at 20 °C

    Formula: 24 * days

    Source: arithmetic
    """
    return 24 * days


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
def after_wait(done_h: float, wait_h: float) -> float:
    """Earliest after the act before

    Args:
        done_h: when the act before it is done, or likely will be
        wait_h: how long after that

    Formula: done_h + wait_h

    Source: arithmetic
    """
    return done_h + wait_h


@rule(unit="h")
def moist_for(days: float, cold_h: float) -> float:
    """Moist curing until

    Args:
        days: days that the standard asks for at this temperature
        cold_h: hours under 5 °C, which EN 13670 does not count

    Formula: 24 * days + cold_h

    Source: ACI 308R, seven days above 10 °C, three with rapid cement; EN 13670 Annex F by class; from memory
    """
    return 24 * days + cold_h


@rule(unit="C")
def fresh_temperature(dry_kg: float, dry_c: float, water_kg: float, water_c: float, ice_kg: float) -> float:
    """Concrete temperature at the pour

    What its parts bring with them: dry materials hold 0.22 of the heat that water does, and ice takes 80 times its own
    weight to melt.

    Args:
        dry_kg: dry materials of a bag
        dry_c: their temperature
        water_kg: liquid water for a bag
        water_c: its temperature
        ice_kg: crushed ice for a bag

    Formula:
        (0.22 * dry_kg * dry_c + water_kg * water_c - 79.7 * ice_kg) / (0.22 * dry_kg + water_kg + ice_kg)

    Source: ACI 305R and 306R, the heat of the parts, from memory
    """
    return (0.22 * dry_kg * dry_c + water_kg * water_c - 79.7 * ice_kg) / (0.22 * dry_kg + water_kg + ice_kg)


@rule(unit="C")
def water_temperature_for(concrete_c: float, dry_kg: float, dry_c: float, water_kg: float) -> float:
    """Water temperature for a concrete temperature

    Args:
        concrete_c: temperature wanted of the fresh concrete
        dry_kg: dry materials of a bag
        dry_c: their temperature
        water_kg: water for a bag

    Formula: concrete_c + 0.22 * dry_kg * (concrete_c - dry_c) / water_kg

    Source: ACI 305R and 306R, the heat of the parts, from memory
    """
    return concrete_c + 0.22 * dry_kg * (concrete_c - dry_c) / water_kg


@rule(unit="K")
def cools_by(concrete_c: float, air_c: float) -> float:
    """Cooling when uncovered

    Args:
        concrete_c: temperature of the concrete when its cover comes off
        air_c: coldest air in the day after

    Formula: max(0, concrete_c - air_c)

    Source: arithmetic
    """
    return max(0.0, concrete_c - air_c)


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
def dry_through(moist_h: float, thickness_mm: float, faces: float) -> float:
    """Dry enough for a film

    From the end of moist curing 25 mm dry in a month, down to 75 to 80 % humidity inside, towards each face that lies
    free. In rooms at about 20 °C with drier air; cool or damp air takes longer. The sheet test decides.

    Args:
        moist_h: end of moist curing
        thickness_mm: of the thickest casting
        faces: 2 where both faces lie free, 1 where it lies on the ground, or a board stays under it

    Formula: moist_h + 24 * 30 * thickness_mm / (25 * faces)

    Source: common practice with floors, an inch a month
    """
    return moist_h + 24 * 30 * thickness_mm / (25 * faces)


@rule(unit="h")
def hour_by_test(planned_h: float, tested_h: float) -> float:
    """Time by a test that was passed

    The test decides, not the clock: what it found ready need not wait.

    Args:
        planned_h: the hour as it was foretold
        tested_h: the hour of the test

    Formula: min(planned_h, tested_h)

    Source: common practice
    """
    return min(planned_h, tested_h)


@rule(unit="MPa")
def strength_tested(foretold_mpa: float, tested_mpa: float, weight: float) -> float:
    """Strength at 28 days with what was tested

    What is foretold and what results make of it by the curve, each by how sure it is. Cubes count four fifths, as of
    cylinders.

    Args:
        foretold_mpa: by the bag and its water
        tested_mpa: that the results lead to at 28 days, by the curve
        weight: of the results, between 0 and 1

    Formula: foretold_mpa ** (1 - weight) * tested_mpa**weight

    Source: weighted means of logarithms; how far results are off is common practice
    """
    return float(foretold_mpa ** (1 - weight) * tested_mpa**weight)


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

"""Water and what it does: the ratio to cement, strength, shrinkage."""

from math import exp

from ulbrek.core.base.figure import rule

# f = 122.2 MPa / 13.90^(w/c): a fit to the table of ACI 211.1 for concrete without entrained air, within 2 %.
FIT_MPA, FIT_BASE = 122.2, 13.90
SHRINKS = 2.0  # per cent of shrinkage for each per cent of water. Source: a handbook of concrete, from memory.


@rule(unit="1", kind="ratio")
def water_cement(water_l: float, doses_l: float, cement_kg: float) -> float:
    """Ratio of water to cement

    Args:
        water_l: for one bag
        doses_l: water that liquids bring to it
        cement_kg: cement in it

    Formula: (water_l + doses_l) / cement_kg

    Source: by mass, a litre of water being a kilogram
    """
    return (water_l + doses_l) / cement_kg


@rule(unit="%")
def water_of_dry(water_l: float, dry_mass_kg: float) -> float:
    """Water as a share of the dry mix

    Args:
        water_l: for one bag
        dry_mass_kg: of one bag

    Formula: 100 * water_l / dry_mass_kg

    Source: common practice
    """
    return 100 * water_l / dry_mass_kg


@rule(unit="%")
def strength_left(usual_water_l: float, water_l: float, cement_kg: float) -> float:
    """Strength with the planned water

    As a share of what the mix gives with its usual water; with less of it no more is promised than the bag does.

    Args:
        usual_water_l: water the bag usually takes
        water_l: water it gets
        cement_kg: cement in one bag

    Formula: max(1, min(100, 100 * 13.9**((usual_water_l - water_l) / cement_kg)))

    Source: a fit to the table of strength against w/c in ACI 211.1, from memory
    """
    return float(max(1, min(100, 100 * FIT_BASE ** min(0.0, (usual_water_l - water_l) / cement_kg))))


@rule(unit="%")
def strength_left_by_share(usual_water_l: float, water_l: float) -> float:
    """Strength left with another amount of water, where the cement is not known

    Args:
        usual_water_l: water the bag usually takes
        water_l: water it gets

    Formula: max(1, min(100, 100 * exp(-1.3 * (water_l / usual_water_l - 1))))

    Source: common practice: 5 % more water costs 5 to 8 % of the strength
    """
    return max(1, min(100, 100 * exp(-1.3 * (water_l / usual_water_l - 1))))


@rule(unit="%")
def shrinkage_at(usual_water_l: float, water_l: float) -> float:
    """Shrinkage with another amount of water

    As a share of what the mix shrinks with its usual water.

    Args:
        usual_water_l: water the bag usually takes
        water_l: water it gets

    Formula: max(0, 100 + 200 * (water_l / usual_water_l - 1))

    Source: a handbook of concrete, from memory: each per cent of water adds about two of shrinkage
    """
    return max(0.0, 100 + 100 * SHRINKS * (water_l / usual_water_l - 1))


@rule(unit="MPa")
def strength_by_ratio(water_cement: float) -> float:
    """Strength at 28 days by the ratio of water to cement

    Args:
        water_cement: water to cement, by mass

    Formula: 122.2 / 13.9**water_cement

    Source: a fit to the table of ACI 211.1 for concrete without entrained air, within 2 %, from memory
    """
    return float(FIT_MPA / FIT_BASE**water_cement)


@rule(unit="MPa")
def strength_with_air(strength_mpa: float, air_percent: float) -> float:
    """Strength with entrained air

    Each per cent of air beyond the 2 that any concrete has costs 5 per cent of it.

    Args:
        strength_mpa: by its water, without
        air_percent: of the volume

    Formula: strength_mpa * (1 - 0.05 * max(0, air_percent - 2))

    Source: ACI 211.1, table of strength by ratio with and without entrained air (0.8 at 6 %), from memory
    """
    return strength_mpa * (1 - 0.05 * max(0.0, air_percent - 2))


@rule(unit="%")
def water_shift(shift: float, dose_g: float, usual_g: float) -> float:
    """Water change by one admixture

    For the same feel. Each product shifts it by what its own entry says, in step with its dose, and by no more than
    twice that.

    Args:
        shift: share of the bag's water by which its usual dose changes it
        dose_g: dose of one bag
        usual_g: usual dose of one bag

    Formula: 100 * shift * min(2, dose_g / usual_g)

    Source: the product's own sheet; in step with the dose is common practice
    """
    return 100 * shift * min(2.0, dose_g / usual_g)


@rule(unit="%")
def set_shift(shift: float, dose_g: float, usual_g: float) -> float:
    """Change of setting time by one admixture

    In step with its dose, and by no more than twice what the usual one does.

    Args:
        shift: share by which its usual dose changes them
        dose_g: dose of one bag
        usual_g: usual dose of one bag

    Formula: 100 * shift * min(2, dose_g / usual_g)

    Source: the product's own sheet; in step with the dose is common practice: try it on a cupful
    """
    return 100 * shift * min(2.0, dose_g / usual_g)


@rule(unit="%")
def shifted_together(**shifts_percent: float) -> float:
    """Change by all admixtures

    Of the bag's least and most water, or of its times.

    Args:
        shifts_percent: what each dose changes of it

    Formula: sum(inputs)

    Source: common practice
    """
    return sum(shifts_percent.values())


@rule(unit="l", kind="water")
def a_cup_more(batch_most_l: float, batch_start_l: float) -> float:
    """One water addition

    What is added to a batch between two tests of its feel: a fifth of what lies between start and most.

    Args:
        batch_most_l: the most water of a batch
        batch_start_l: the water that it starts with

    Formula: (batch_most_l - batch_start_l) / 5

    Source: common practice: the rest of the water goes in by the cup
    """
    return (batch_most_l - batch_start_l) / 5


@rule(unit="l", kind="water")
def water_unshifted(water_l: float, shift: float) -> float:
    """Water range before admixtures

    What the bag usually takes by itself: strength and shrinkage are told against it.

    Args:
        water_l: water a bag takes with what is dosed
        shift: share by which the doses change it

    Formula: water_l / (1 + shift)

    Source: arithmetic
    """
    return water_l / (1 + shift)

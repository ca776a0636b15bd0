"""Water and what it does: the ratio to cement, strength, shrinkage."""

from math import exp

from ulbrek.core.base.figure import rule

# f = 122.2 MPa / 13.90^(w/c): a fit to the table of ACI 211.1 for concrete without entrained air, within 2 %.
FIT_MPA, FIT_BASE = 122.2, 13.90
SHRINKS = 2.0  # per cent of shrinkage for each per cent of water. Source: a handbook of concrete, from memory.


@rule(unit="1")
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
    """Strength left with another amount of water

    As a share of what the mix gives with its usual water.

    Args:
        usual_water_l: water the bag usually takes
        water_l: water it gets
        cement_kg: cement in one bag

    Formula: 100 * 13.9**((usual_water_l - water_l) / cement_kg)

    Source: a fit to the table of strength against w/c in ACI 211.1, from memory
    """
    return float(100 * FIT_BASE ** ((usual_water_l - water_l) / cement_kg))


@rule(unit="%")
def strength_left_by_share(usual_water_l: float, water_l: float) -> float:
    """Strength left with another amount of water, where the cement is not known

    Args:
        usual_water_l: water the bag usually takes
        water_l: water it gets

    Formula: 100 * exp(-1.3 * (water_l / usual_water_l - 1))

    Source: common practice: 5 % more water costs 5 to 8 % of the strength
    """
    return 100 * exp(-1.3 * (water_l / usual_water_l - 1))


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

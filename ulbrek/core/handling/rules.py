"""What people may lift."""

from ulbrek.core.base.figure import rule
from ulbrek.core.materials.steel import STEEL_KG_M3

LOAD_CONSTANT_KG = 23.0
GRIP_MULTIPLIER = {"good": (1.0, 1.0), "fair": (0.95, 1.0), "poor": (0.9, 0.9)}  # below / from 750 mm
GRIP_HEIGHT_MM = 750.0


@rule(unit="1")
def reach_multiplier(hands_out_mm: float) -> float:
    """Lifting equation: reach

    How far the hands are from the ankles; nothing may be lifted beyond 63 cm.

    Args:
        hands_out_mm: hands in front of the ankles

    Formula: 0 if hands_out_mm > 630 else 250 / max(250, hands_out_mm)

    Source: revised NIOSH lifting equation (publication 94-110), from memory
    """
    return 0.0 if hands_out_mm > 630 else 250 / max(250.0, hands_out_mm)


@rule(unit="1")
def height_multiplier(height_at_start_mm: float) -> float:
    """Lifting equation: height

    Knuckle height, 75 cm, is best; nothing may be lifted above 175 cm.

    Args:
        height_at_start_mm: hands above the floor at the start

    Formula: 0 if height_at_start_mm > 1750 else 1 - 0.0003 * abs(height_at_start_mm - 750)

    Source: revised NIOSH lifting equation (publication 94-110), from memory
    """
    return 0.0 if height_at_start_mm > 1750 else 1 - 0.0003 * abs(height_at_start_mm - 750)


@rule(unit="1")
def travel_multiplier(height_at_start_mm: float, height_at_end_mm: float) -> float:
    """Lifting equation: travel

    How far up or down it goes; under 25 cm costs nothing.

    Args:
        height_at_start_mm: hands above the floor at the start
        height_at_end_mm: hands above the floor at the end

    Formula: 0.82 + 45 / max(250, abs(height_at_end_mm - height_at_start_mm))

    Source: revised NIOSH lifting equation (publication 94-110), from memory
    """
    return 0.82 + 45 / max(250.0, abs(height_at_end_mm - height_at_start_mm))


@rule(unit="1")
def twist_multiplier(twist_deg: float) -> float:
    """Lifting equation: twist

    Args:
        twist_deg: how far the body turns

    Formula: 0 if twist_deg > 135 else 1 - 0.0032 * twist_deg

    Source: revised NIOSH lifting equation (publication 94-110), from memory
    """
    return 0.0 if twist_deg > 135 else 1 - 0.0032 * twist_deg


@rule(unit="kg")
def recommended_limit(
    load_constant_kg: float, reach: float, height: float, travel: float, twist: float, grip: float
) -> float:
    """Lifting equation: what one person may lift

    For a lift done at most once in five minutes within an hour.

    Args:
        load_constant_kg: the load under the best conditions
        reach: multiplier for reach
        height: multiplier for height
        travel: multiplier for travel
        twist: multiplier for twist
        grip: multiplier for grip

    Formula: load_constant_kg * reach * height * travel * twist * grip

    Source: revised NIOSH lifting equation (publication 94-110), from memory
    """
    return load_constant_kg * reach * height * travel * twist * grip


@rule(unit="kg")
def one_person(shop_figure_kg: float, recommended_limit_kg: float) -> float:
    """What one person lifts

    The shop's figure, lowered by the lifting equation where that says less.

    Args:
        shop_figure_kg: the shop's figure for one person
        recommended_limit_kg: what the lifting equation allows

    Formula: min(shop_figure_kg, recommended_limit_kg)

    Source: common practice
    """
    return min(shop_figure_kg, recommended_limit_kg)


@rule(unit="people")
def people_needed(mass_kg: float, one_kg: float, two_kg: float, three_kg: float, four_kg: float) -> float:
    """People needed to lift it

    The smallest team that lifts the heavier end of its fresh mass; five means: not by hand.

    Args:
        mass_kg: the heavier end of the fresh mass
        one_kg: what one person lifts
        two_kg: what two lift together
        three_kg: what three lift together
        four_kg: what four lift together

    Formula: 1 + (mass_kg > one_kg) + (mass_kg > two_kg) + (mass_kg > three_kg) + (mass_kg > four_kg)

    Source: common practice: past four people, not by hand
    """
    return 1.0 + sum(mass_kg > team for team in (one_kg, two_kg, three_kg, four_kg))


@rule(unit="kg")
def mass_with_steel(mass_fresh_kg: float, steel_kg: float, density_kg_m3: float) -> float:
    """Mass to be lifted

    The fresh concrete and the steel, less the concrete whose place the steel takes.

    Args:
        mass_fresh_kg: mass of the piece, fresh, without steel
        steel_kg: mass of the steel
        density_kg_m3: density of the fresh concrete

    Formula: mass_fresh_kg + steel_kg * (1 - density_kg_m3 / 7850)

    Source: steel at 7850 kg/m³
    """
    return mass_fresh_kg + steel_kg * (1 - density_kg_m3 / STEEL_KG_M3)


@rule(unit="kg")
def mass_in_form(mass_kg: float, boards_kg: float) -> float:
    """Mass with its form

    What the bench carries, and what is moved if the form is moved with the concrete in it.

    Args:
        mass_kg: mass of the piece, fresh, with its steel
        boards_kg: mass of the boards

    Formula: mass_kg + boards_kg

    Source: common practice
    """
    return mass_kg + boards_kg


@rule(unit="MPa")
def stress_flat(moment_nm: float, net_width_mm: float, thickness_mm: float) -> float:
    """Bending stress, lying flat

    At the section where it is greatest: own weight, openings taken off. Corners of openings concentrate it
    further, by half as much again and more; a radius helps.

    Args:
        moment_nm: bending moment of its own weight there
        net_width_mm: width of concrete there, openings left out
        thickness_mm: thickness

    Formula: 6 * moment_nm * 1000 / (net_width_mm * thickness_mm**2)

    Source: beam theory, any handbook
    """
    return 6 * moment_nm * 1000 / (net_width_mm * thickness_mm**2)


@rule(unit="MPa")
def stress_on_edge(moment_nm: float, inertia_mm4: float, farthest_mm: float) -> float:
    """Bending stress, on edge

    The strips beside an opening taken as acting together.

    Args:
        moment_nm: bending moment of its own weight there
        inertia_mm4: second moment of the section there, openings left out
        farthest_mm: from its centroid to the farther edge

    Formula: moment_nm * 1000 * farthest_mm / inertia_mm4

    Source: beam theory, any handbook
    """
    return moment_nm * 1000 * farthest_mm / inertia_mm4


@rule(unit="MPa")
def strength_for_lift(stress_mpa: float, dynamic: float, suction: float, safety: float) -> float:
    """Strength that a lift needs

    So that the stress, with its jolts, stays under the modulus of rupture over the safety factor.

    Args:
        stress_mpa: bending stress, standing still
        dynamic: factor for jolts
        suction: factor for coming off the form; 1 where it does not
        safety: factor on the modulus of rupture

    Formula: (safety * dynamic * suction * stress_mpa / 0.62)**2

    Source: modulus of rupture 0.62 sqrt(f), ACI 318-19 19.2.3, from memory; factors of precast practice
    """
    return (safety * dynamic * suction * stress_mpa / 0.62) ** 2


@rule(unit="MPa")
def stress_allowed(strength_mpa: float, safety: float, dynamic: float, suction: float) -> float:
    """Bending stress allowed at 28 days

    Args:
        strength_mpa: least 28-day strength of the mix
        safety: factor on the modulus of rupture
        dynamic: factor for jolts
        suction: factor for coming off the form; 1 where it does not

    Formula: 0.62 * sqrt(strength_mpa) / (safety * dynamic * suction)

    Source: modulus of rupture 0.62 sqrt(f), ACI 318-19 19.2.3, from memory; factors of precast practice
    """
    return float(0.62 * strength_mpa**0.5 / (safety * dynamic * suction))


@rule(unit="MPa")
def strength_to_move(lift_mpa: float, least_mpa: float) -> float:
    """Strength needed to turn or carry

    Args:
        lift_mpa: strength that the lift needs
        least_mpa: least strength for any turning or carrying

    Formula: max(lift_mpa, least_mpa)

    Source: common practice: never under 10 MPa
    """
    return max(lift_mpa, least_mpa)

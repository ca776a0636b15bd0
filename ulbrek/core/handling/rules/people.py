"""What people may lift."""

from ulbrek.core.base.figure import rule

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
def height_multiplier(height_mm: float) -> float:
    """Lifting equation: height

    Knuckle height, 75 cm, is best; nothing may be lifted at 175 cm or above.

    Args:
        height_mm: hands above the floor, where the lift begins or where it ends

    Formula: 0 if height_mm >= 1750 else 1 - 0.0003 * abs(height_mm - 750)

    Source: revised NIOSH lifting equation (publication 94-110), from memory
    """
    return 0.0 if height_mm >= 1750 else 1 - 0.0003 * abs(height_mm - 750)


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


@rule(unit="kg", kind="allowed")
def recommended_limit(
    load_constant_kg: float, reach: float, height: float, travel: float, twist: float, grip: float
) -> float:
    """Lifting equation: recommended limit

    For a lift done at most once in five minutes within an hour, at one of its ends. It speaks of lifting and setting
    down, not of carrying.

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


@rule(unit="kg", kind="allowed")
def one_person(shop_figure_kg: float, start_limit_kg: float, end_limit_kg: float) -> float:
    """One person may lift

    The shop's figure, lowered by the lifting equation where that says less, at the start or at the end of the lift.

    Args:
        shop_figure_kg: the shop's figure for one person
        start_limit_kg: what the lifting equation allows where the lift begins
        end_limit_kg: what it allows where the lift ends

    Formula: min(shop_figure_kg, start_limit_kg, end_limit_kg)

    Source: common practice
    """
    return min(shop_figure_kg, start_limit_kg, end_limit_kg)


@rule(unit="people")
def people_needed(mass_kg: float, one_kg: float, two_kg: float, three_kg: float, four_kg: float) -> float:
    """People needed to carry it

    The smallest team that carries its likely mass; five means: on a cart, by a hoist, or in parts.

    Args:
        mass_kg: likely mass
        one_kg: what one person carries at most
        two_kg: what two carry at most
        three_kg: what three carry at most
        four_kg: what four carry at most

    Formula: 1 + (mass_kg > one_kg) + (mass_kg > two_kg) + (mass_kg > three_kg) + (mass_kg > four_kg)

    Source: common practice: past four people, not by hand
    """
    return 1.0 + sum(mass_kg > team for team in (one_kg, two_kg, three_kg, four_kg))

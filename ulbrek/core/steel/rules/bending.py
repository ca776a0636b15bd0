"""Bars that are bent and lapped: radii, what a bend takes off, hooks, laps."""

from math import pi, radians, tan

from ulbrek.core.base.figure import rule

# Yield strength of ordinary ribbed bar [MPa]. ACI: grade 60, 420 MPa; EN: B500. From memory.
FY_ACI_MPA, FY_EN_MPA = 420.0, 500.0
GAMMA_C, GAMMA_S = 1.5, 1.15
ALL_IN_ONE_PLACE = 1.5  # α6 of EN 1992-1-1 8.7.3 where more than half of the bars lap at one place


@rule(unit="mm")
def mandrel_aci(diameter_mm: float) -> float:
    """Bend diameter, ties (ACI)

    The inside diameter of the bend: tighter bends crack the bar.

    Args:
        diameter_mm: diameter of the bar

    Formula: 4 * diameter_mm

    Source: ACI 318-19 Table 25.3.2, ties to #5, from memory
    """
    return 4 * diameter_mm


@rule(unit="mm")
def hook_bend_aci(diameter_mm: float) -> float:
    """Bend diameter, hooks (ACI)

    Args:
        diameter_mm: diameter of the bar

    Formula: 6 * diameter_mm

    Source: ACI 318-19 Table 25.3.1, to #8, from memory
    """
    return 6 * diameter_mm


@rule(unit="mm")
def mandrel_en(diameter_mm: float) -> float:
    """Bend diameter (EN)

    The inside diameter of the bend: tighter bends crack the bar.

    Args:
        diameter_mm: diameter of the bar

    Formula: 4 * diameter_mm if diameter_mm <= 16 else 7 * diameter_mm

    Source: EN 1992-1-1 Table 8.1N, from memory
    """
    return 4 * diameter_mm if diameter_mm <= 16 else 7 * diameter_mm


@rule(unit="mm", kind="tape")
def tie_tail_aci(diameter_mm: float) -> float:
    """Straight end of a tie's hook, ACI

    After a bend of 90 or 135 degrees.

    Args:
        diameter_mm: diameter of the bar

    Formula: max(6 * diameter_mm, 75)

    Source: ACI 318-19 Table 25.3.2, from memory
    """
    return max(6 * diameter_mm, 75.0)


@rule(unit="mm", kind="tape")
def hook_tail_aci(diameter_mm: float) -> float:
    """Straight end of a standard hook of 90 degrees, ACI

    Args:
        diameter_mm: diameter of the bar

    Formula: 12 * diameter_mm

    Source: ACI 318-19 Table 25.3.1, from memory
    """
    return 12 * diameter_mm


@rule(unit="mm", kind="tape")
def tie_tail_en(diameter_mm: float) -> float:
    """Straight end of a link's hook, EN

    After a bend of 135 degrees or more.

    Args:
        diameter_mm: diameter of the bar

    Formula: max(5 * diameter_mm, 50)

    Source: EN 1992-1-1 Figure 8.5, from memory
    """
    return max(5 * diameter_mm, 50.0)


@rule(unit="mm", kind="tape")
def hook_tail_en(diameter_mm: float) -> float:
    """Straight end of a bend or hook, EN

    Args:
        diameter_mm: diameter of the bar

    Formula: 5 * diameter_mm

    Source: EN 1992-1-1 Figure 8.1, from memory
    """
    return 5 * diameter_mm


@rule(unit="mm", kind="tape")
def bend_arc(angle_deg: float, mandrel_mm: float, diameter_mm: float) -> float:
    """Length of bar in a bend

    Along its middle.

    Args:
        angle_deg: by how much it is bent
        mandrel_mm: inside diameter of the bend
        diameter_mm: diameter of the bar

    Formula: angle_deg * 3.141592653589793 / 180 * (mandrel_mm + diameter_mm) / 2

    Source: geometry
    """
    return angle_deg * pi / 180 * (mandrel_mm + diameter_mm) / 2


@rule(unit="mm", kind="tape")
def bend_saves(angle_deg: float, mandrel_mm: float, diameter_mm: float) -> float:
    """Bend deduction

    The bar is measured along its middle; a bend cuts the corner.

    Args:
        angle_deg: by how much it is bent, under 180
        mandrel_mm: inside diameter of the bend
        diameter_mm: diameter of the bar

    Formula:
        (mandrel_mm + diameter_mm) * tan(angle_deg * 3.141592653589793 / 360)
        - angle_deg * 3.141592653589793 / 180 * (mandrel_mm + diameter_mm) / 2

    Source: geometry
    """
    across = mandrel_mm + diameter_mm
    return across * tan(radians(angle_deg) / 2) - radians(angle_deg) * across / 2


@rule(unit="mm", kind="tape")
def bent_length(corners_mm: float, saved_mm: float, ends_mm: float) -> float:
    """Length to cut for a bent bar

    Along its middle from corner to corner, less what the bends save, with its hooks or its lap.

    Args:
        corners_mm: along its middle, sharp corner to sharp corner
        saved_mm: what the bends save
        ends_mm: hooks or lap

    Formula: corners_mm - saved_mm + ends_mm

    Source: geometry
    """
    return corners_mm - saved_mm + ends_mm


@rule(unit="mm", kind="tape")
def hook_end(mandrel_mm: float, diameter_mm: float, tail_mm: float) -> float:
    """A hook of 135 degrees

    The bend round the bar in the corner, and its straight end.

    Args:
        mandrel_mm: inside diameter of the bend
        diameter_mm: diameter of the bar
        tail_mm: straight end

    Formula: 3 * 3.141592653589793 / 8 * (mandrel_mm + diameter_mm) + tail_mm

    Source: geometry
    """
    return 3 * pi / 8 * (mandrel_mm + diameter_mm) + tail_mm


@rule(unit="mm", kind="tape")
def lap_aci(diameter_mm: float, strength_mpa: float) -> float:
    """Lap of two bars, ACI

    Class B, for bars to #6 with cover and spacing enough.

    Args:
        diameter_mm: diameter of the bars
        strength_mpa: least 28-day strength of the mix

    Formula: max(1.3 * 420 / (2.1 * sqrt(strength_mpa)) * diameter_mm, 300)

    Source: ACI 318-19 25.4.2.3 and 25.5.2, grade 420, from memory
    """
    return float(max(1.3 * FY_ACI_MPA / (2.1 * strength_mpa**0.5) * diameter_mm, 300.0))


@rule(unit="mm", kind="tape")
def lap_en(diameter_mm: float, strength_mpa: float) -> float:
    """Lap of two bars, EN

    All bars lapped at one place, good bond, steel B500.

    Args:
        diameter_mm: diameter of the bars
        strength_mpa: least 28-day strength of the mix, taken as its characteristic one

    Formula:
        max(
            1.5 * diameter_mm / 4 * (500 / 1.15) / (2.25 * 0.7 * 0.3 * strength_mpa**(2/3) / 1.5),
            15 * diameter_mm,
            200
        )

    Source: EN 1992-1-1 8.4 and 8.7.3, from memory
    """
    bond = 2.25 * 0.7 * 0.3 * strength_mpa ** (2 / 3) / GAMMA_C
    wanted = ALL_IN_ONE_PLACE * diameter_mm / 4 * (FY_EN_MPA / GAMMA_S) / bond
    return float(max(wanted, 15 * diameter_mm, 200.0))


@rule(unit="mm", kind="tape")
def part_of_lapped(length_mm: float, lap_mm: float, parts: float) -> float:
    """One part of a bar that is lapped

    A bar longer than the stock is laid as several equal ones that lap.

    Args:
        length_mm: the whole bar
        lap_mm: how far two of them lie side by side
        parts: how many

    Formula: (length_mm + (parts - 1) * lap_mm) / parts

    Source: geometry
    """
    return (length_mm + (parts - 1) * lap_mm) / parts


@rule(unit="mm", kind="tape")
def two_hooks(hook_mm: float, corner_mm: float) -> float:
    """Two hooks that close a link

    Both stand round the bar in one corner, which the link itself does not go round.

    Args:
        hook_mm: one hook
        corner_mm: from that corner to where a bend begins

    Formula: 2 * (hook_mm - corner_mm)

    Source: geometry
    """
    return 2 * (hook_mm - corner_mm)


@rule(unit="mm")
def no_ends() -> float:
    """A bar with plain ends

    Formula: 0

    Source: it has neither hook nor lap
    """
    return 0.0


@rule(unit="mm", kind="tape")
def saved_by_bends(**bends_mm: float) -> float:
    """Bend deductions of a bar

    Args:
        bends_mm: what each of them saves

    Formula: sum(inputs)

    Source: geometry
    """
    return sum(bends_mm.values())

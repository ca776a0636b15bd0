"""What it weighs on its way and in its place, and when it tips."""

from math import atan, cos, pi, radians, sin, sqrt

from ulbrek.core.base.figure import rule
from ulbrek.core.base.units.constants import GRAVITY
from ulbrek.core.materials.steel import STEEL_KG_M3

AIR_KG_M3 = 1.25  # Source: EN 1991-1-4, 4.5, from memory.
SAIL = 1.2
GRIPS = 0.5


@rule(unit="kg")
def mass_with_steel(mass_fresh_kg: float, steel_kg: float, density_kg_m3: float) -> float:
    """Weight to lift

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
def mass_on_bar(mass_kg: float, heads: float) -> float:
    """Weight of all heads with their bar

    Args:
        mass_kg: of one head, fresh, with its share of the bar
        heads: on the bar

    Formula: mass_kg * heads

    Source: geometry
    """
    return mass_kg * heads


@rule(unit="kg")
def mass_in_form(mass_kg: float, boards_kg: float) -> float:
    """Weight in its form

    What the bench carries, and what is moved if the form is moved with the concrete in it.

    Args:
        mass_kg: mass of the piece, fresh, with its steel
        boards_kg: mass of the boards

    Formula: mass_kg + boards_kg

    Source: common practice
    """
    return mass_kg + boards_kg


@rule(unit="deg", kind="lean")
def tipping_angle(from_edge_mm: float, centroid_mm: float, slope_deg: float) -> float:
    """Tipping angle

    How far it leans from where it stands until it tips.

    Args:
        from_edge_mm: from below its centroid to the nearest edge that it stands on
        centroid_mm: height of its centroid
        slope_deg: of the ground

    Formula: atan(from_edge_mm / centroid_mm) * 180 / 3.141592653589793 - slope_deg

    Source: statics
    """
    return atan(from_edge_mm / centroid_mm) * 180 / pi - slope_deg


@rule(unit="kg", kind="push")
def push_that_tips(mass_kg: float, from_edge_mm: float, height_mm: float) -> float:
    """Tipping push

    As a weight held out level.

    Args:
        mass_kg: its mass, fresh
        from_edge_mm: from below its centroid to the nearest edge that it stands on
        height_mm: its height

    Formula: mass_kg * from_edge_mm / height_mm

    Source: statics
    """
    return mass_kg * from_edge_mm / height_mm


@rule(unit="mm")
def stands_in(from_edge_mm: float, centroid_mm: float, slope_deg: float) -> float:
    """Standing in from the lower edge

    On a slope the centroid moves towards the lower edge.

    Args:
        from_edge_mm: from below its centroid to the nearest edge that it stands on, on level ground
        centroid_mm: height of its centroid
        slope_deg: of the ground

    Formula: from_edge_mm * cos(slope_deg * 3.141592653589793 / 180)
        - centroid_mm * sin(slope_deg * 3.141592653589793 / 180)

    Source: statics
    """
    return from_edge_mm * cos(radians(slope_deg)) - centroid_mm * sin(radians(slope_deg))


@rule(unit="N.m")
def moment_that_holds(mass_kg: float, from_edge_mm: float, pole_kg: float, pole_edge_mm: float) -> float:
    """Moment that holds a base upright

    About the edge that it would tip over.

    Args:
        mass_kg: of the base
        from_edge_mm: from its centroid to that edge
        pole_kg: of what stands in it
        pole_edge_mm: from the middle of that to the same edge

    Formula: 9.80665 * (mass_kg * from_edge_mm + pole_kg * pole_edge_mm) / 1000

    Source: statics
    """
    return GRAVITY * (mass_kg * from_edge_mm + pole_kg * pole_edge_mm) / 1000


@rule(unit="km/h")
def wind_that_tips(holds_nm: float, sail_m2: float, sail_mm: float) -> float:
    """Wind that tips it

    Half the density of air by the square of its speed, on what catches it, with a force coefficient of 1.2.

    Args:
        holds_nm: moment that holds it
        sail_m2: area seen from the side
        sail_mm: height of the middle of that

    Formula: 3.6 * sqrt(max(0, holds_nm) / (0.5 * 1.25 * 1.2 * sail_m2 * sail_mm / 1000))

    Source: EN 1991-1-4, 4.5, density of air, from memory; a coefficient between a parasol's and a sign's
    """
    return 3.6 * sqrt(max(0.0, holds_nm) / (0.5 * AIR_KG_M3 * SAIL * sail_m2 * sail_mm / 1000))


@rule(unit="km/h")
def wind_that_slides(mass_kg: float, slope_deg: float, sail_m2: float) -> float:
    """Wind that slides it

    Concrete on paving holds by half of its weight, less what pulls it down the slope.

    Args:
        mass_kg: of the base and what stands in it
        slope_deg: of the ground
        sail_m2: area seen from the side

    Formula: 3.6 * sqrt(
            max(0, 9.80665 * mass_kg * (0.5 * cos(slope_deg * 3.141592653589793 / 180)
                - sin(slope_deg * 3.141592653589793 / 180)))
            / (0.5 * 1.25 * 1.2 * sail_m2)
        )

    Source: statics; friction of concrete on paving, common practice
    """
    slope = radians(slope_deg)
    held = GRAVITY * mass_kg * (GRIPS * cos(slope) - sin(slope))
    return 3.6 * sqrt(max(0.0, held) / (0.5 * AIR_KG_M3 * SAIL * sail_m2))


@rule(unit="kg")
def base_mass(wind_kmh: float, sail_m2: float, sail_mm: float, pole_nm: float, from_edge_mm: float) -> float:
    """Mass of a base that stands in a wind

    Args:
        wind_kmh: that it is to stand in
        sail_m2: area seen from the side
        sail_mm: height of the middle of that
        pole_nm: moment by which what stands in it helps, or the other way on a slope
        from_edge_mm: from the centroid of the base to the edge that it would tip over

    Formula: max(0, 0.5 * 1.25 * 1.2 * (wind_kmh / 3.6) ** 2 * sail_m2 * sail_mm - pole_nm * 1000)
        / (9.80665 * from_edge_mm)

    Source: statics
    """
    blows = 0.5 * AIR_KG_M3 * SAIL * (wind_kmh / 3.6) ** 2 * sail_m2 * sail_mm
    return max(0.0, blows - pole_nm * 1000) / (GRAVITY * from_edge_mm)


@rule(unit="mm", kind="hold")
def strap_place(length_mm: float) -> float:
    """Lifting points

    A fifth in from each end a slab bends least under its own weight; moved aside where an opening is in the way.

    Args:
        length_mm: its length

    Formula: 0.207 * length_mm

    Source: beam theory, any handbook
    """
    return 0.207 * length_mm


@rule(unit="kg")
def support_carries(push_n: float) -> float:
    """Load per support

    The most, wherever the load is put down.

    Args:
        push_n: with which it pushes back

    Formula: push_n / 9.80665

    Source: statics
    """
    return push_n / GRAVITY


@rule(unit="kg")
def in_its_place(mass_kg: float, load_kg: float) -> float:
    """Total load on supports

    Args:
        mass_kg: its mass, fresh, with its steel
        load_kg: what is put on it

    Formula: mass_kg + load_kg

    Source: addition
    """
    return mass_kg + load_kg


@rule(unit="lengths")
def wood_lengths(lengths_cut: float) -> float:
    """Lengths of wood to have

    Args:
        lengths_cut: lengths that the cut plan uses

    Formula: lengths_cut

    Source: the cut plan
    """
    return lengths_cut

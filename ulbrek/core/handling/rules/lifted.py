"""What lifting and turning ask of the concrete."""

from ulbrek.core.base.figure import rule
from ulbrek.core.base.units.constants import GRAVITY


@rule(unit="MPa", kind="stress")
def stress_flat(moment_nm: float, net_width_mm: float, thickness_mm: float) -> float:
    """Bending stress, lying flat

    At the section where it is greatest: own weight, openings taken off.

    Args:
        moment_nm: bending moment of its own weight there
        net_width_mm: width of concrete there, openings left out
        thickness_mm: thickness

    Formula: 6 * moment_nm * 1000 / (net_width_mm * thickness_mm**2)

    Source: beam theory, any handbook
    """
    return 6 * moment_nm * 1000 / (net_width_mm * thickness_mm**2)


@rule(unit="kg")
def mass_of_plate(volume_mm3: float, density_kg_m3: float) -> float:
    """Mass of the piece as a plate

    Args:
        volume_mm3: its volume
        density_kg_m3: at which it weighs what the piece does

    Formula: volume_mm3 * density_kg_m3 / 1e9

    Source: arithmetic
    """
    return volume_mm3 * density_kg_m3 / 1e9


@rule(unit="N")
def corner_carries(mass_kg: float) -> float:
    """Load at a corner when turning

    Two people at the ends of one edge, the other edge resting: half of it is theirs.

    Args:
        mass_kg: mass of the piece

    Formula: mass_kg * 9.80665 / 4

    Source: statics
    """
    return mass_kg * GRAVITY / 4


@rule(unit="MPa", kind="stress")
def stress_turned(corner_n: float, thickness_mm: float, left: float) -> float:
    """Stress of turning it up, held at two corners

    The edge in the hands sags between them and the plate is twisted: the same all over it, whatever its size.

    Args:
        corner_n: what a person at a corner carries
        thickness_mm: thickness
        left: what bolts, pads and letters leave of the section modulus, as a share

    Formula: 3 * corner_n / (thickness_mm**2 * left)

    Source: a plate under twisting corner forces, any handbook of plates
    """
    return 3 * corner_n / (thickness_mm**2 * left)


@rule(unit="MPa", kind="stress")
def stress_hollowed(moment_nm: float, modulus_mm3: float) -> float:
    """Bending stress, lying flat, where something goes into it

    At the section where it is greatest, of the concrete that is left there.

    Args:
        moment_nm: bending moment of its own weight there
        modulus_mm3: section modulus of what is left there

    Formula: moment_nm * 1000 / modulus_mm3

    Source: beam theory, any handbook
    """
    return moment_nm * 1000 / modulus_mm3


@rule(unit="MPa", kind="stress")
def stress_on_edge(moment_nm: float, inertia_mm4: float, farthest_mm: float) -> float:
    """Bending stress, on edge

    Where nothing longer than a pipe hole goes through it.

    Args:
        moment_nm: bending moment of its own weight there
        inertia_mm4: second moment of the section there, holes left out
        farthest_mm: from its centroid to the farther edge

    Formula: moment_nm * 1000 * farthest_mm / inertia_mm4

    Source: beam theory, any handbook
    """
    return moment_nm * 1000 * farthest_mm / inertia_mm4


@rule(unit="MPa", kind="stress")
def stress_in_strip(moment_nm: float, axial_n: float, width_mm: float, thickness_mm: float) -> float:
    """Stress of a strip beside an opening, on edge

    The strips over and under an opening do not act as one: each bends by itself, and is pushed or pulled besides.
    What they carry is that of a plane frame: the solid parts, the strips, and stiff joints at the ends of the
    opening. A push counts like a pull, since it may be turned up on either edge.

    Args:
        moment_nm: bending moment of the strip there
        axial_n: push or pull along it
        width_mm: width of the strip
        thickness_mm: thickness of the strip

    Formula: (6 * moment_nm * 1000 / width_mm + axial_n) / (width_mm * thickness_mm)

    Source: linear elastic frame (Euler and Bernoulli), any handbook
    """
    return (6 * moment_nm * 1000 / width_mm + axial_n) / (width_mm * thickness_mm)


@rule(unit="MPa")
def strength_for_lift(stress_mpa: float, dynamic: float, suction: float, corner: float, safety: float) -> float:
    """Strength that a lift needs

    So that the stress, with its jolts, stays under the modulus of rupture over the safety factor.

    Args:
        stress_mpa: bending stress, standing still
        dynamic: factor for jolts
        suction: factor for coming off the form; 1 where it does not
        corner: factor at the corner of an opening; 1 elsewhere
        safety: factor on the modulus of rupture

    Formula: (safety * dynamic * suction * corner * stress_mpa / 0.62)**2

    Source: modulus of rupture 0.62 sqrt(f), ACI 318-19 19.2.3, from memory; factors of precast practice
    """
    return (safety * dynamic * suction * corner * stress_mpa / 0.62) ** 2


@rule(unit="MPa", kind="stress")
def stress_allowed(strength_mpa: float, safety: float, dynamic: float, suction: float, corner: float) -> float:
    """Bending stress allowed at 28 days

    Args:
        strength_mpa: least 28-day strength of the mix
        safety: factor on the modulus of rupture
        dynamic: factor for jolts
        suction: factor for coming off the form; 1 where it does not
        corner: factor at the corner of an opening; 1 elsewhere

    Formula: 0.62 * sqrt(strength_mpa) / (safety * dynamic * suction * corner)

    Source: modulus of rupture 0.62 sqrt(f), ACI 318-19 19.2.3, from memory; factors of precast practice
    """
    return float(0.62 * strength_mpa**0.5 / (safety * dynamic * suction * corner))


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

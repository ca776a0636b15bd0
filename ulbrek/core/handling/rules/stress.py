"""What lifting and standing ask of the concrete."""

from ulbrek.core.base.figure import rule

ES_MPA, CRUSHED = (
    200_000.0,
    0.003,
)  # of steel; strain at which concrete crushes. ACI 318-19 20.2.2.2, 22.2.2.1, from memory.


@rule(unit="MPa")
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


@rule(unit="MPa")
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


@rule(unit="MPa")
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


@rule(unit="MPa")
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


@rule(unit="MPa")
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


@rule(unit="MPa")
def strength_in_place(stress_mpa: float, safety: float) -> float:
    """Strength that it needs in its place

    Args:
        stress_mpa: bending stress, its own weight and the load together
        safety: factor on the modulus of rupture

    Formula: (safety * stress_mpa / 0.62)**2

    Source: modulus of rupture 0.62 sqrt(f), ACI 318-19 19.2.3, from memory; the factor is common practice
    """
    return (safety * stress_mpa / 0.62) ** 2


@rule(unit="mm2")
def steel_across(bars_mm2: float) -> float:
    """Steel that crosses a section

    Args:
        bars_mm2: area of all bars and wires there, those aslant by what lies across

    Formula: bars_mm2

    Source: geometry
    """
    return bars_mm2


@rule(unit="1")
def block_share(strength_mpa: float) -> float:
    """Depth of the stress block, as a share of that to the neutral axis

    Args:
        strength_mpa: strength of the concrete

    Formula: max(0.65, min(0.85, 0.85 - 0.05 * (strength_mpa - 28) / 7))

    Source: ACI 318-19 Table 22.2.2.4.3, from memory
    """
    return max(0.65, min(0.85, 0.85 - 0.05 * (strength_mpa - 28) / 7))


@rule(unit="mm")
def neutral_axis(
    steel_mm2: float, depth_mm: float, width_mm: float, strength_mpa: float, block: float, yield_mpa: float
) -> float:
    """Neutral axis of a cracked strip

    Where the steel does not yet yield its strain follows from where the axis is; thick bars in thin strips do not.

    Args:
        steel_mm2: steel that crosses the section
        depth_mm: from the pressed face to the steel
        width_mm: width of concrete
        strength_mpa: strength of the concrete
        block: depth of the stress block as a share of that to the axis
        yield_mpa: strength at which the steel yields

    Formula:
        max(
            steel_mm2 * yield_mpa / (0.85 * strength_mpa * block * width_mm)
            if steel_mm2 * yield_mpa / (0.85 * strength_mpa * block * width_mm) <= 600 / (600 + yield_mpa) * depth_mm
            else (
                sqrt((600 * steel_mm2)**2 + 4 * 0.85 * strength_mpa * block * width_mm * 600 * steel_mm2 * depth_mm)
                - 600 * steel_mm2
            ) / (2 * 0.85 * strength_mpa * block * width_mm),
            1e-9
        )

    Source: rectangular stress block and strain compatibility, ACI 318-19 22.2, from memory
    """
    pressed = 0.85 * strength_mpa * block * width_mm
    elastic = ES_MPA * CRUSHED
    yielding = steel_mm2 * yield_mpa / pressed
    if yielding <= elastic / (elastic + yield_mpa) * depth_mm:
        return max(yielding, 1e-9)
    root = (elastic * steel_mm2) ** 2 + 4 * pressed * elastic * steel_mm2 * depth_mm
    return float(max((root**0.5 - elastic * steel_mm2) / (2 * pressed), 1e-9))


@rule(unit="N.m")
def cracked_moment(steel_mm2: float, depth_mm: float, axis_mm: float, block: float, yield_mpa: float) -> float:
    """What a cracked strip still carries

    For information: by its steel alone, once the concrete has cracked through; without factors of safety.

    Args:
        steel_mm2: steel that crosses the section
        depth_mm: from the pressed face to the steel
        axis_mm: from the pressed face to the neutral axis
        block: depth of the stress block as a share of that
        yield_mpa: strength at which the steel yields

    Formula:
        steel_mm2 * min(yield_mpa, 600 * (depth_mm - axis_mm) / axis_mm) * (depth_mm - block * axis_mm / 2) / 1000

    Source: rectangular stress block and strain compatibility, ACI 318-19 22.2, from memory
    """
    stress = min(yield_mpa, ES_MPA * CRUSHED * (depth_mm - axis_mm) / axis_mm)
    return steel_mm2 * stress * (depth_mm - block * axis_mm / 2) / 1000

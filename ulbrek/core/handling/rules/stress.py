"""What lifting and standing ask of the concrete."""

from ulbrek.core.base.figure import rule
from ulbrek.core.base.units.constants import GRAVITY

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
    """What a person at a corner carries when it is turned up

    Two people at the ends of one edge, the other edge resting: half of it is theirs.

    Args:
        mass_kg: mass of the piece

    Formula: mass_kg * 9.80665 / 4

    Source: statics
    """
    return mass_kg * GRAVITY / 4


@rule(unit="MPa")
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


@rule(unit="mm")
def bearing_width(width_mm: float, span_mm: float) -> float:
    """Width that bears a load on one place

    A load at a free edge, where a person sits or steps: half of what would bear it in the middle, and never more than
    the concrete there.

    Args:
        width_mm: width of concrete there, openings left out
        span_mm: from support to support, or twice what hangs over

    Formula: min(width_mm, (300 + 0.6 * span_mm) / 2)

    Source: common practice: a place of 300 mm and 0.6 of the span beside it, half at a free edge
    """
    return min(width_mm, (300 + 0.6 * span_mm) / 2)


@rule(unit="1")
def share_of_width(part_mm: float, whole_mm: float) -> float:
    """Share of a width

    Args:
        part_mm: width of a part
        whole_mm: width of all that it is of

    Formula: min(1, part_mm / whole_mm)

    Source: geometry
    """
    return min(1.0, part_mm / whole_mm)


@rule(unit="N.m")
def local_moment(load_n: float, opening_mm: float) -> float:
    """What a load bends the strip by that it stands on

    A strip beside an opening carries it by itself from end to end of the opening, held by the solid parts there.

    Args:
        load_n: the load
        opening_mm: length of the opening

    Formula: load_n * opening_mm / 8 / 1000

    Source: a beam clamped at its ends, any handbook
    """
    return load_n * opening_mm / 8 / 1000


@rule(unit="N.m")
def moment_in_place(dead_nm: float, live_nm: float, local_nm: float, dead_share: float, load_share: float) -> float:
    """Bending moment that is asked of what bears the load in its place

    Both loads are taken greater than they are. What bears the load has its share of its weight, and of what the load
    bends all of the slab by; a strip beside an opening is bent from end to end of it besides.

    Args:
        dead_nm: of its own weight, over all of its width
        live_nm: of the load, against the first where the load lifts
        local_nm: of the load on a strip by itself; nothing where it stands on no strip
        dead_share: of its width, what bears the load
        load_share: of what the load bends, what comes on it

    Formula: abs(1.2 * dead_nm * dead_share + 1.6 * live_nm * load_share) + 1.6 * local_nm

    Source: 1.2 D + 1.6 L, ACI 318-19 Table 5.3.1, from memory
    """
    return abs(1.2 * dead_nm * dead_share + 1.6 * live_nm * load_share) + 1.6 * local_nm


@rule(unit="MPa")
def stress_in_place(moment_nm: float, modulus_mm3: float, share: float) -> float:
    """Bending stress in its place

    Args:
        moment_nm: bending moment of what bears the load, with its factors
        modulus_mm3: section modulus of all the concrete there
        share: of its width, what bears the load

    Formula: moment_nm * 1000 / (modulus_mm3 * share)

    Source: beam theory, any handbook
    """
    return moment_nm * 1000 / (modulus_mm3 * share)


@rule(unit="MPa")
def strength_in_place(stress_mpa: float, corner: float) -> float:
    """Strength that plain concrete needs in its place

    Args:
        stress_mpa: bending stress, loads with their factors
        corner: factor at the corner of an opening; 1 elsewhere

    Formula: (corner * stress_mpa / (0.6 * 0.42))**2

    Source: plain concrete, phi 0.6 and Mn = 0.42 sqrt(f) S, ACI 318-19 14.5.2 and 21.2, from memory
    """
    return (corner * stress_mpa / (0.6 * 0.42)) ** 2


@rule(unit="MPa")
def allowed_in_place(strength_mpa: float, corner: float) -> float:
    """Bending stress that plain concrete may carry in its place

    Args:
        strength_mpa: least 28-day strength of the mix
        corner: factor at the corner of an opening; 1 elsewhere

    Formula: 0.6 * 0.42 * sqrt(strength_mpa) / corner

    Source: plain concrete, phi 0.6 and Mn = 0.42 sqrt(f) S, ACI 318-19 14.5.2 and 21.2, from memory
    """
    return float(0.6 * 0.42 * strength_mpa**0.5 / corner)


@rule(unit="N.m")
def steel_in_place(cracked_nm: float, share: float, axis_mm: float, depth_mm: float, yield_mpa: float) -> float:
    """What its steel may carry in its place

    Where the steel does not yield before the concrete crushes it breaks without a warning, and less is taken.

    Args:
        cracked_nm: what the cracked section carries
        share: of its width, what bears the load
        axis_mm: from the pressed face to the neutral axis
        depth_mm: from there to the steel
        yield_mpa: strength at which the steel yields

    Formula: (0.9 if axis_mm <= 600 / (600 + yield_mpa) * depth_mm else 0.65) * cracked_nm * share

    Source: ACI 318-19 Table 21.2.2, from memory
    """
    return (0.9 if axis_mm <= 600 / (600 + yield_mpa) * depth_mm else 0.65) * cracked_nm * share


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

"""What its place and the load on it ask of the concrete."""

from ulbrek.core.base.figure import rule


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
    """Bending moment in use

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


@rule(unit="MPa", kind="stress")
def stress_in_place(moment_nm: float, modulus_mm3: float, share: float) -> float:
    """Bending stress in use

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
    """Strength needed in use

    Args:
        stress_mpa: bending stress, loads with their factors
        corner: factor at the corner of an opening; 1 elsewhere

    Formula: (corner * stress_mpa / (0.6 * 0.42))**2

    Source: plain concrete, phi 0.6 and Mn = 0.42 sqrt(f) S, ACI 318-19 14.5.2 and 21.2, from memory
    """
    return (corner * stress_mpa / (0.6 * 0.42)) ** 2


@rule(unit="MPa", kind="stress")
def allowed_in_place(strength_mpa: float, corner: float) -> float:
    """Bending stress allowed in use

    Args:
        strength_mpa: least 28-day strength of the mix
        corner: factor at the corner of an opening; 1 elsewhere

    Formula: 0.6 * 0.42 * sqrt(strength_mpa) / corner

    Source: plain concrete, phi 0.6 and Mn = 0.42 sqrt(f) S, ACI 318-19 14.5.2 and 21.2, from memory
    """
    return float(0.6 * 0.42 * strength_mpa**0.5 / corner)

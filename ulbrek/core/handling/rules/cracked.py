"""What the steel carries where the concrete is cracked."""

from ulbrek.core.base.figure import rule

# Of steel; strain at which concrete crushes. Source: ACI 318-19 20.2.2.2, 22.2.2.1, from memory.
ES_MPA, CRUSHED = 200_000.0, 0.003


@rule(unit="N.m")
def steel_in_place(cracked_nm: float, share: float, axis_mm: float, depth_mm: float, yield_mpa: float) -> float:
    """Moment capacity of its steel in use

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
    """Moment capacity when cracked

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

"""What a piece weighs, and how it resists being turned."""

from ulbrek.core.base.figure import rule


@rule(unit="kg")
def mass_fresh(volume_l: float, density_kg_m3: float, stays_in_kg: float) -> float:
    """Weight of one piece, fresh

    What it weighs on the day it is poured, without its form.

    Args:
        volume_l: volume of the piece
        density_kg_m3: density of the fresh concrete
        stays_in_kg: sleeves, bolts, foam, wood and mats that stay in it

    Formula: volume_l * density_kg_m3 / 1000 + stays_in_kg

    Source: common practice
    """
    return volume_l * density_kg_m3 / 1000 + stays_in_kg


@rule(unit="kg")
def mass_stripped(mass_fresh_kg: float, stays_in_kg: float, bled_share: float) -> float:
    """Weight of one piece at stripping

    Kept covered it has lost little: some bleed water, and what dried before the cover was on.

    Args:
        mass_fresh_kg: mass of the piece, fresh
        stays_in_kg: sleeves, bolts, foam, wood and mats that stay in it, which do not bleed
        bled_share: share of the fresh concrete that has gone

    Formula: (mass_fresh_kg - stays_in_kg) * (1 - bled_share) + stays_in_kg

    Source: common practice, up to 2 %
    """
    return (mass_fresh_kg - stays_in_kg) * (1 - bled_share) + stays_in_kg


@rule(unit="kg")
def mass_dry(mass_fresh_kg: float, stays_in_kg: float, taken_off_kg: float, drying_loss: float) -> float:
    """Weight of one piece, air-dry

    Weeks later, indoors, part of its water has gone, and what was ground and routed away.

    Args:
        mass_fresh_kg: mass of the piece, fresh
        stays_in_kg: sleeves, bolts, foam, wood and mats that stay in it, which do not dry
        taken_off_kg: what grinding and routing take off, fresh
        drying_loss: share of the fresh concrete that dries out

    Formula: (mass_fresh_kg - stays_in_kg - taken_off_kg) * (1 - drying_loss) + stays_in_kg

    Source: common practice, 1.5 to 3.5 %
    """
    return (mass_fresh_kg - stays_in_kg - taken_off_kg) * (1 - drying_loss) + stays_in_kg


@rule(unit="kg")
def taken_off(volume_l: float, density_kg_m3: float) -> float:
    """Weight removed by grinding and routing

    Args:
        volume_l: as cast, less as finished
        density_kg_m3: density of the fresh concrete

    Formula: volume_l * density_kg_m3 / 1000

    Source: geometry
    """
    return volume_l * density_kg_m3 / 1000


@rule(unit="kg.m2")
def resists_turning(second_moment_mm5: float, density_kg_m3: float) -> float:
    """Mass moment of inertia

    How much the piece resists being turned about a line through its centroid.

    Args:
        second_moment_mm5: second moment of its volume about that line, in fifth powers of a millimetre
        density_kg_m3: density of the fresh concrete

    Formula: second_moment_mm5 * density_kg_m3 * 1e-15

    Source: mechanics
    """
    return second_moment_mm5 * density_kg_m3 * 1e-15

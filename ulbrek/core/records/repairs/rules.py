"""How much of what a repair takes."""

from math import ceil

from ulbrek.core.base.figure import rule


@rule(unit="l")
def slurry_for_voids(area_mm2: float, rounds: float) -> float:
    """Cement slurry to rub into a face with small voids

    Args:
        area_mm2: of the face that has them
        rounds: how often it is rubbed in

    Formula: area_mm2 / 1e6 * 0.5 * rounds

    Source: an estimate: half a litre to the square metre and round, most of it wiped off again
    """
    return area_mm2 / 1e6 * 0.5 * rounds


@rule(unit="kg")
def cement_in_slurry(slurry_l: float) -> float:
    """Cement in a slurry of 0.38 water to 1 cement

    Args:
        slurry_l: of slurry

    Formula: slurry_l / (1 / 3.15 + 0.38)

    Source: arithmetic; cement is 3.15 times as dense as water
    """
    return slurry_l / (1 / 3.15 + 0.38)


@rule(unit="l")
def mortar_for_void(long_mm: float, wide_mm: float, deep_mm: float) -> float:
    """Fine mortar for a void that is cut back to sound concrete

    Args:
        long_mm: of the void
        wide_mm: of the void
        deep_mm: at its deepest

    Formula: (long_mm + 10) * (wide_mm + 10) * deep_mm / 1e6 * 1.2

    Source: common practice: 5 mm cut back all round, a fifth over
    """
    return (long_mm + 10) * (wide_mm + 10) * deep_mm / 1e6 * 1.2


@rule(unit="kg")
def cement_in_mortar(mortar_l: float) -> float:
    """Cement in a mortar of 1 cement, 1.25 fine sand and 0.36 water, by mass

    Args:
        mortar_l: of mortar

    Formula: mortar_l / (1 / 3.15 + 1.25 / 2.65 + 0.36)

    Source: arithmetic; cement is 3.15, sand 2.65 times as dense as water
    """
    return mortar_l / (1 / 3.15 + 1.25 / 2.65 + 0.36)


@rule(unit="kg")
def part_of_cement(cement_kg: float, share: float) -> float:
    """What is weighed out to so much cement

    Args:
        cement_kg: of cement
        share: to one of cement, by mass

    Formula: cement_kg * share

    Source: arithmetic
    """
    return cement_kg * share


@rule(unit="l")
def concrete_to_recast(long_mm: float, wide_mm: float, deep_mm: float) -> float:
    """Concrete for a place that is sawn square and cast anew

    Args:
        long_mm: of the place
        wide_mm: of the place
        deep_mm: at its deepest

    Formula: (long_mm + 20) * (wide_mm + 20) * max(deep_mm + 5, 25) / 1e6 * 1.25

    Source: common practice: 10 mm cut back all round, 25 mm deep at least, a quarter over
    """
    return (long_mm + 20) * (wide_mm + 20) * max(deep_mm + 5, 25) / 1e6 * 1.25


@rule(unit="pieces", kind="count")
def keys_for_recast(long_mm: float) -> float:
    """Pins of 4 to 6 mm that hold what is cast anew

    Args:
        long_mm: of the place

    Formula: max(2, ceil(long_mm / 100))

    Source: common practice: one to each 100 mm, two at least
    """
    return float(max(2, ceil(long_mm / 100)))


@rule(unit="ml")
def resin_for_crack(long_mm: float, crack_mm: float, thick_mm: float) -> float:
    """Thin resin for a crack right through

    Args:
        long_mm: along the crack
        crack_mm: how far it is open
        thick_mm: of the casting

    Formula: max(5, long_mm * crack_mm * thick_mm / 1000 * 1.5)

    Source: common practice: half of it over, which soaks in or runs out
    """
    return max(5.0, long_mm * crack_mm * thick_mm / 1000 * 1.5)


@rule(unit="ml")
def resin_for_void(long_mm: float, wide_mm: float, deep_mm: float, open_share: float) -> float:
    """Filled resin for a chip

    Args:
        long_mm: of the chip
        wide_mm: of the chip
        deep_mm: at its deepest
        open_share: of that area that is open: all of a chip, a part of a face full of pinholes

    Formula: max(5, long_mm * wide_mm * deep_mm * open_share / 1000 * 1.2)

    Source: common practice: a fifth over, scraped flush
    """
    return max(5.0, long_mm * wide_mm * deep_mm * open_share / 1000 * 1.2)


@rule(unit="pieces", kind="count")
def straps_across(long_mm: float) -> float:
    """Bars let into the back across a crack

    Args:
        long_mm: along the crack

    Formula: max(2, ceil(long_mm / 150))

    Source: an estimate: one to each 150 mm, two at least
    """
    return float(max(2, ceil(long_mm / 150)))


@rule(unit="ml")
def resin_for_straps(straps: float) -> float:
    """Resin for bars of 6 mm in grooves of 12 by 12 mm, each 300 mm long

    Args:
        straps: how many

    Formula: straps * 300 * (12 * 12 - 3.1416 * 6 ** 2 / 4) / 1000 * 1.2

    Source: arithmetic; a fifth over
    """
    return straps * 300 * (12 * 12 - 3.1416 * 6**2 / 4) / 1000 * 1.2


@rule(unit="l")
def densifier_for(area_mm2: float) -> float:
    """Silicate densifier for two coats

    Args:
        area_mm2: of the face

    Formula: area_mm2 / 1e6 * 0.15 * 2

    Source: an estimate: 0.15 L to the square metre and coat; the can says how much
    """
    return area_mm2 / 1e6 * 0.15 * 2


@rule(unit="1", kind="share")
def patched_share(long_mm: float, wide_mm: float, show_mm2: float) -> float:
    """How much of the show faces is patched

    Args:
        long_mm: of the place
        wide_mm: of the place
        show_mm2: of all faces that show

    Formula: long_mm * wide_mm / show_mm2

    Source: geometry
    """
    return long_mm * wide_mm / show_mm2

"""Rules of a piece that a mat warms."""

from math import exp, sqrt

from ulbrek.core.base.figure import rule


@rule(unit="W")
def power_on_label(label_w: float) -> float:
    """Power of a mat by its label

    Args:
        label_w: as it was typed

    Formula: label_w

    Source: its label
    """
    return label_w


@rule(unit="W")
def usual_power(mat_m2: float, usual_w_m2: float) -> float:
    """Power of a mat of which nothing is said

    Args:
        mat_m2: area of the mat
        usual_w_m2: power of usual mats

    Formula: mat_m2 * usual_w_m2

    Source: common practice, 100 to 200 W/m²
    """
    return mat_m2 * usual_w_m2


@rule(unit="W/m2")
def mat_flux(power_w: float, mat_m2: float) -> float:
    """Power on each square metre

    Args:
        power_w: power of the mat
        mat_m2: area of the mat

    Formula: power_w / mat_m2

    Source: arithmetic
    """
    return power_w / mat_m2


@rule(unit="ohm")
def mat_resistance(supply_v: float, power_w: float) -> float:
    """Resistance between the ends of a mat

    Args:
        supply_v: supply
        power_w: power of the mat

    Formula: supply_v**2 / power_w

    Source: Ohm's law
    """
    return supply_v**2 / power_w


@rule(unit="A")
def mat_current(supply_v: float, power_w: float) -> float:
    """Current of a mat

    Args:
        supply_v: supply
        power_w: power of the mat

    Formula: power_w / supply_v

    Source: Ohm's law
    """
    return power_w / supply_v


@rule(unit="m2.K/W")
def resistance_up(above_mm: float, conducts: float, film: float) -> float:
    """What stands in the way of heat from the mat up to the air

    Args:
        above_mm: concrete over the mat
        conducts: heat conductivity of concrete, W/(m·K)
        film: heat that a bare face gives off, W/(m²·K)

    Formula: above_mm / 1000 / conducts + 1 / film

    Source: EN ISO 6946, from memory
    """
    return above_mm / 1000 / conducts + 1 / film


@rule(unit="m2.K/W")
def resistance_down(below_mm: float, conducts: float, foam_mm: float, foam_conducts: float, film: float) -> float:
    """What stands in the way of heat from the mat down to the air

    Args:
        below_mm: concrete under the mat
        conducts: heat conductivity of concrete, W/(m·K)
        foam_mm: foam under the mat
        foam_conducts: heat conductivity of foam, W/(m·K)
        film: heat that the underside gives off to air or ground, W/(m²·K)

    Formula: below_mm / 1000 / conducts + foam_mm / 1000 / foam_conducts + 1 / film

    Source: EN ISO 6946, from memory
    """
    return below_mm / 1000 / conducts + foam_mm / 1000 / foam_conducts + 1 / film


@rule(unit="share")
def share_up(up_m2kw: float, down_m2kw: float) -> float:
    """Share of the heat that goes up, in the end

    Args:
        up_m2kw: in its way up
        down_m2kw: in its way down

    Formula: down_m2kw / (up_m2kw + down_m2kw)

    Source: two ways in parallel
    """
    return down_m2kw / (up_m2kw + down_m2kw)


@rule(unit="C")
def mat_warmth(air_c: float, flux_w_m2: float, up_m2kw: float, down_m2kw: float) -> float:
    """How warm the mat gets in the end

    Args:
        air_c: air around the piece
        flux_w_m2: power on each square metre
        up_m2kw: in the way of heat up
        down_m2kw: in the way of heat down

    Formula: air_c + flux_w_m2 * up_m2kw * down_m2kw / (up_m2kw + down_m2kw)

    Source: two ways in parallel
    """
    return air_c + flux_w_m2 * up_m2kw * down_m2kw / (up_m2kw + down_m2kw)


@rule(unit="C")
def mat_held(free_c: float, held_c: float) -> float:
    """How warm a mat with a thermostat gets

    Args:
        free_c: without a thermostat
        held_c: setting of the thermostat

    Formula: min(free_c, held_c)

    Source: a thermostat switches off at its setting
    """
    return min(free_c, held_c)


@rule(unit="C")
def face_warmth(air_c: float, mat_c: float, film: float, up_m2kw: float) -> float:
    """How warm the face over the mat gets in the end

    Args:
        air_c: air around the piece
        mat_c: the mat
        film: heat that a bare face gives off, W/(m²·K)
        up_m2kw: from the mat up to the air

    Formula: air_c + max(0, mat_c - air_c) / film / up_m2kw

    Source: resistances in a row
    """
    return air_c + max(0, mat_c - air_c) / film / up_m2kw


@rule(unit="m2.K/W")
def resistance_covered(up_m2kw: float, cushion_m2kw: float) -> float:
    """What stands in the way of heat up through a cushion

    Args:
        up_m2kw: from the mat up to the air, bare
        cushion_m2kw: a cushion of 40 mm of foam

    Formula: up_m2kw + cushion_m2kw

    Source: resistances in a row
    """
    return up_m2kw + cushion_m2kw


@rule(unit="C")
def covered_warmth(air_c: float, mat_c: float, film: float, cushion_m2kw: float, covered_m2kw: float) -> float:
    """How warm the face under a cushion gets in the end

    Args:
        air_c: air around the piece
        mat_c: the mat, with the cushion on
        film: heat that the cushion gives off, W/(m²·K)
        cushion_m2kw: the cushion
        covered_m2kw: from the mat up to the air, through the cushion

    Formula: air_c + max(0, mat_c - air_c) * (cushion_m2kw + 1 / film) / covered_m2kw

    Source: resistances in a row; a cushion all over it, which is the worst
    """
    return air_c + max(0, mat_c - air_c) * (cushion_m2kw + 1 / film) / covered_m2kw


@rule(unit="h")
def warm_after(found_h: float) -> float:
    """Until the face has nine tenths of its rise

    Marched step by step through its layers, from a piece as cold as the air.

    Args:
        found_h: by that march

    Formula: found_h

    Source: Fourier's law in one dimension; backward steps of a minute
    """
    return found_h


@rule(unit="kWh")
def energy_used(mean_w_m2: float, mat_m2: float, on_h: float) -> float:
    """Energy of so many hours, switched on cold

    Args:
        mean_w_m2: power on each square metre, thermostat and all, on average of the march
        mat_m2: area of the mat
        on_h: on

    Formula: mean_w_m2 * mat_m2 * on_h / 1000

    Source: arithmetic
    """
    return mean_w_m2 * mat_m2 * on_h / 1000


@rule(unit="price")
def energy_cost(energy_kwh: float, kwh_price: float) -> float:
    """What that energy costs

    Args:
        energy_kwh: energy used
        kwh_price: price of a kilowatt-hour

    Formula: energy_kwh * kwh_price

    Source: arithmetic
    """
    return energy_kwh * kwh_price


@rule(unit="mm", kind="bow")
def warm_bow(mat_c: float, face_c: float, above_mm: float, long_mm: float, expands: float) -> float:
    """How far a warm piece bows, at the most

    As if all of its depth had the difference that there is over the mat, and it lay on its ends.

    Args:
        mat_c: the mat
        face_c: the face
        above_mm: concrete between them
        long_mm: length of the piece
        expands: expansion of concrete, millionths of a kelvin

    Formula: expands / 1e6 * (mat_c - face_c) / above_mm * long_mm**2 / 8

    Source: a beam with a straight difference of temperature
    """
    return expands / 1e6 * (mat_c - face_c) / above_mm * long_mm**2 / 8


@rule(unit="mm", kind="hold")
def heat_reach(thick_mm: float, conducts: float, film: float) -> float:
    """How far heat runs sideways from the mat, until 37 % of it is left

    Args:
        thick_mm: the piece
        conducts: heat conductivity of concrete, W/(m·K)
        film: heat that each of its faces gives off, W/(m²·K)

    Formula: 1000 * sqrt(conducts * thick_mm / 1000 / (2 * film))

    Source: a fin with two faces
    """
    return 1000 * sqrt(conducts * thick_mm / 1000 / (2 * film))


@rule(unit="MPa", kind="stress")
def rim_tension(
    rise_k: float, mat_share: float, border_mm: float, reach_mm: float, strength_mpa: float, expands: float
) -> float:
    """Tension at the cold rim of a warm piece

    The middle grows and the rim is drawn along: mean rise less that of the rim, times stiffness, half of it crept away
    in the hours that it takes.

    Args:
        rise_k: rise of the face over the mat
        mat_share: of the piece that has a mat under it
        border_mm: widest border beside the mat
        reach_mm: heat sideways
        strength_mpa: concrete at 28 days
        expands: expansion of concrete, millionths of a kelvin

    Formula: 0.5 * 4700 * sqrt(strength_mpa) * expands / 1e6 * max(0, rise_k * (mat_share - exp(-border_mm / reach_mm)))

    Source: thermal stress of a free strip; ACI 318 for stiffness; the half that creeps is an estimate
    """
    rim = max(0.0, rise_k * (mat_share - exp(-border_mm / reach_mm)))
    return 0.5 * 4700 * sqrt(strength_mpa) * expands / 1e6 * rim

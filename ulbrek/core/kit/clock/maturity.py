"""Equivalent age: how many hours at 20 °C an hour at another temperature is worth."""

from math import exp
from typing import Literal

from ulbrek.core.base.figure import Figure, rule, work

Maturity = Literal["Arrhenius", "Nurse-Saul"]

REFERENCE_C = 20.0
ACTIVATION_K = 5000.0  # activation energy over the gas constant, ordinary cement. ASTM C1074, from memory.
FREEZES_C = -5.0  # under this concrete does not harden, by whichever school. Source: common practice.
DATUM_C = 0.0  # where hydration is taken to stop. ASTM C1074 for ordinary cement at 0 to 40 °C, from memory.


@rule(unit="1", kind="ratio")
def pace_arrhenius(temperature_c: float, reference_c: float, activation_k: float) -> float:
    """Curing speed (Arrhenius)

    How fast concrete hardens at its temperature, as a share of how fast it does at the reference.

    Args:
        temperature_c: temperature of the concrete
        reference_c: temperature that the mix's times and strengths are given for
        activation_k: activation energy over the gas constant, in kelvin

    Formula:
        0
        if temperature_c < -5
        else exp(-activation_k * (1 / (273.15 + temperature_c) - 1 / (273.15 + reference_c)))

    Source: ASTM C1074, from memory; that it stops under -5 °C is common practice
    """
    if temperature_c < FREEZES_C:
        return 0.0
    return exp(-activation_k * (1 / (273.15 + temperature_c) - 1 / (273.15 + reference_c)))


@rule(unit="1", kind="ratio")
def pace_nurse_saul(temperature_c: float, reference_c: float, datum_c: float) -> float:
    """Curing speed (Nurse-Saul)

    Hardening in proportion to the degrees above the datum; at the datum and below it stands still.

    Args:
        temperature_c: temperature of the concrete
        reference_c: temperature that the mix's times and strengths are given for
        datum_c: temperature at which hardening stands still

    Formula: max(0, temperature_c - datum_c) / (reference_c - datum_c)

    Source: ASTM C1074, from memory
    """
    return max(0.0, temperature_c - datum_c) / (reference_c - datum_c)


def pace(by: Maturity, temperature_c: float, of: str = "") -> Figure:
    """The pace of hardening at a constant temperature [°C], by the school chosen; of what, where there are several."""
    if by == "Nurse-Saul":
        return work(pace_nurse_saul, of, temperature_c=temperature_c, reference_c=REFERENCE_C, datum_c=DATUM_C)
    return work(pace_arrhenius, of, temperature_c=temperature_c, reference_c=REFERENCE_C, activation_k=ACTIVATION_K)

"""Strength by equivalent age, as a share of the strength at 28 days, and the age at which a share is reached."""

from collections.abc import Mapping
from math import exp, log
from typing import Literal

from ulbrek.core.base.figure import Figure, Spread, rule, work

Gain = Literal["ordinary", "rapid"]
Standard = Literal["ACI 209", "EN 1992"]

# f(t) = f28 t / (a + b t), moist cured. ACI 209R-92, from memory: cement types I and III.
ACI_209: Mapping[Gain, tuple[float, float]] = {"ordinary": (4.0, 0.85), "rapid": (2.3, 0.92)}
# Of exp(s (1 - sqrt(28 / t))). EN 1992-1-1 (3.2), from memory: classes N and R.
EN_1992: Mapping[Gain, float] = {"ordinary": 0.25, "rapid": 0.20}


@rule(unit="1")
def share_by_aci_209(age_days: float, a: float, b: float) -> float:
    """Share of the 28-day strength by ACI 209

    Args:
        age_days: equivalent age after final set
        a: days, 4.0 for ordinary and 2.3 for rapid cement, moist cured
        b: 0.85 for ordinary and 0.92 for rapid cement, moist cured

    Formula: age_days / (a + b * age_days)

    Source: ACI 209R-92, from memory
    """
    return age_days / (a + b * age_days)


@rule(unit="1")
def share_by_en_1992(age_days: float, s: float) -> float:
    """Share of the 28-day strength by EN 1992

    Args:
        age_days: equivalent age after final set
        s: 0.25 for ordinary (N) and 0.20 for rapid (R) cement

    Formula: exp(s * (1 - sqrt(28 / max(age_days, 1e-3))))

    Source: EN 1992-1-1, 3.1.2, from memory
    """
    return exp(s * (1 - (28 / max(age_days, 1e-3)) ** 0.5))


@rule(unit="h")
def age_by_aci_209(share: float, a: float, b: float) -> float:
    """Age at which a share of the strength is reached, by ACI 209

    Hours after final set at the reference temperature.

    Args:
        share: strength wanted, as a share of the 28-day strength
        a: days, 4.0 for ordinary and 2.3 for rapid cement, moist cured
        b: 0.85 for ordinary and 0.92 for rapid cement, moist cured

    Formula: 24 * a * share / (1 - b * share)

    Source: ACI 209R-92, from memory
    """
    return 24 * a * share / (1 - b * share)


@rule(unit="h")
def age_by_en_1992(share: float, s: float) -> float:
    """Age at which a share of the strength is reached, by EN 1992

    Hours after final set at the reference temperature.

    Args:
        share: strength wanted, as a share of the mean 28-day strength
        s: 0.25 for ordinary (N) and 0.20 for rapid (R) cement

    Formula: 24 * 28 / (1 - log(share) / s)**2

    Source: EN 1992-1-1, 3.1.2, from memory
    """
    return 24 * 28 / (1 - log(share) / s) ** 2


def share_at(by: Standard, gain: Gain, age_days: float) -> float:
    """The share of the 28-day strength at an equivalent age after final set [d]."""
    if age_days <= 0:
        return 0.0
    if by == "EN 1992":
        return share_by_en_1992.function(age_days, EN_1992[gain])
    return share_by_aci_209.function(age_days, *ACI_209[gain])


def age_at_share(by: Standard, gain: Gain, share: Figure | Spread | float, of: str) -> Figure:
    """The equivalent age after final set at which a share is reached [h].

    Args:
        by: the standard whose curve is used
        gain: how fast the cement is
        share: the share wanted, more than 0 and at most 1
        of: what it is wanted for
    """
    if by == "EN 1992":
        return work(age_by_en_1992, of, share=share, s=EN_1992[gain])
    a, b = ACI_209[gain]
    return work(age_by_aci_209, of, share=share, a=a, b=b)

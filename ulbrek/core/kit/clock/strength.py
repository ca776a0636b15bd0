"""Strength by equivalent age, as a share of the strength at 28 days, and the age at which a share is reached."""

from collections.abc import Mapping
from math import exp, log
from typing import Literal, NamedTuple

from ulbrek.core.base.figure import Figure, Spread, rule, work

Gain = Literal["ordinary", "rapid", "sulfo-aluminate"]
Standard = Literal["ACI 209", "EN 1992"]

# f(t) = f28 t / (a + b t), moist cured. ACI 209R-92, from memory: cement types I and III.
ACI_209: Mapping[Gain, tuple[float, float]] = {"ordinary": (4.0, 0.85), "rapid": (2.3, 0.92)}
# Of exp(s (1 - sqrt(28 / t))). EN 1992-1-1 (3.2), from memory: classes N and R.
EN_1992: Mapping[Gain, float] = {"ordinary": 0.25, "rapid": 0.20}


class Table(NamedTuple):
    """Strength by a table: ages after final set at 20 °C [h], and the shares of the 28-day strength at the first three.

    The whole of it is there at the last.
    """

    ages_h: tuple[float, float, float, float]
    shares: tuple[float, float, float]


# About 5 MPa an hour after final set, 20 at 3 h, 32 after a day, 45 at 28 days. Source: common practice; the bag rules.
SULFO_ALUMINATE = Table((1.0, 3.0, 24.0, 672.0), (5 / 45, 20 / 45, 32 / 45))


@rule(unit="h")
def age_by_table(  # noqa: PLR0913, PLR0917 - as many as the table has
    share: float,
    first_h: float,
    second_h: float,
    third_h: float,
    last_h: float,
    first_share: float,
    second_share: float,
    third_share: float,
) -> float:
    """Age for a share of the strength (printed on the bag)

    Hours after final set at the reference temperature, straight between the table's rows.

    Args:
        share: strength wanted, as a share of the 28-day strength
        first_h: age of the first row
        second_h: age of the second row
        third_h: age of the third row
        last_h: age at which the whole of it is there
        first_share: share at the first row
        second_share: share at the second row
        third_share: share at the third row

    Formula:
        first_h * share / first_share
        if share <= first_share
        else first_h + (second_h - first_h) * (share - first_share) / (second_share - first_share)
        if share <= second_share
        else second_h + (third_h - second_h) * (share - second_share) / (third_share - second_share)
        if share <= third_share
        else third_h + (last_h - third_h) * (share - third_share) / (1 - third_share)

    Source: common practice; the bag's own table where it is typed
    """
    rows = (0.0, first_h, second_h, third_h, last_h)
    shares = (0.0, first_share, second_share, third_share, 1.0)
    at = next((row for row in (1, 2, 3) if share <= shares[row]), 4)
    part = (share - shares[at - 1]) / (shares[at] - shares[at - 1])
    return rows[at - 1] + (rows[at] - rows[at - 1]) * part


def share_by_table(table: Table, age_h: float) -> float:
    """The share of the 28-day strength at an age after final set [h], by a table."""
    rows, shares = (0.0, *table.ages_h), (0.0, *table.shares, 1.0)
    at = next((row for row in (1, 2, 3, 4) if age_h <= rows[row]), None)
    if at is None:
        return 1.0
    return shares[at - 1] + (shares[at] - shares[at - 1]) * (age_h - rows[at - 1]) / (rows[at] - rows[at - 1])


@rule(unit="1", kind="ratio")
def share_by_aci_209(age_days: float, a: float, b: float) -> float:
    """Share of the 28-day strength (ACI 209)

    Args:
        age_days: equivalent age after final set
        a: days, 4.0 for ordinary and 2.3 for rapid cement, moist cured
        b: 0.85 for ordinary and 0.92 for rapid cement, moist cured

    Formula: age_days / (a + b * age_days)

    Source: ACI 209R-92, from memory
    """
    return age_days / (a + b * age_days)


@rule(unit="1", kind="ratio")
def share_by_en_1992(age_days: float, s: float) -> float:
    """Share of the 28-day strength (EN 1992)

    Args:
        age_days: equivalent age after final set
        s: 0.25 for ordinary (N) and 0.20 for rapid (R) cement

    Formula: exp(s * (1 - sqrt(28 / max(age_days, 1e-3))))

    Source: EN 1992-1-1, 3.1.2, from memory
    """
    return exp(s * (1 - (28 / max(age_days, 1e-3)) ** 0.5))


@rule(unit="h")
def age_by_aci_209(share: float, a: float, b: float) -> float:
    """Age for a share of the strength (ACI 209)

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
    """Age for a share of the strength (EN 1992)

    Hours after final set at the reference temperature.

    Args:
        share: strength wanted, as a share of the mean 28-day strength
        s: 0.25 for ordinary (N) and 0.20 for rapid (R) cement

    Formula: 24 * 28 / (1 - log(share) / s)**2

    Source: EN 1992-1-1, 3.1.2, from memory
    """
    return 24 * 28 / (1 - log(share) / s) ** 2


def share_at(by: Standard, gain: Gain | Table, age_days: float) -> float:
    """The share of the 28-day strength at an equivalent age after final set [d]."""
    if age_days <= 0:
        return 0.0
    if gain == "sulfo-aluminate":
        gain = SULFO_ALUMINATE
    if isinstance(gain, Table):
        return share_by_table(gain, 24 * age_days)
    if by == "EN 1992":
        return share_by_en_1992.function(age_days, EN_1992[gain])
    return share_by_aci_209.function(age_days, *ACI_209[gain])


def age_at_share(by: Standard, gain: Gain | Table, share: Figure | Spread | float, of: str) -> Figure:
    """The equivalent age after final set at which a share is reached [h].

    Args:
        by: the standard whose curve is used
        gain: how fast the cement is, or the mix's own table
        share: the share wanted, more than 0 and at most 1
        of: what it is wanted for
    """
    if gain == "sulfo-aluminate":
        gain = SULFO_ALUMINATE
    if isinstance(gain, Table):
        rows = dict(zip(("first_h", "second_h", "third_h", "last_h"), gain.ages_h, strict=True))
        shares = dict(zip(("first_share", "second_share", "third_share"), gain.shares, strict=True))
        return work(age_by_table, of, share=share, **rows, **shares)
    if by == "EN 1992":
        return work(age_by_en_1992, of, share=share, s=EN_1992[gain])
    a, b = ACI_209[gain]
    return work(age_by_aci_209, of, share=share, a=a, b=b)

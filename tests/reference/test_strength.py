"""Strength gain, equivalent age, set and modulus of rupture against published figures, recalled from memory."""

import pytest

from ulbrek.core.handling.rules import strength_for_lift, stress_allowed
from ulbrek.core.kit.clock.maturity import pace
from ulbrek.core.kit.clock.strength import Gain, Standard, age_at_share, share_at

DAYS = (0.75, 1, 2, 3, 7, 14, 28)
# Shares of the 28-day strength. ACI 209R-92, types I and III moist cured; EN 1992-1-1 (3.2), classes N and R.
# From memory, worked out to four decimals.
SHARES: dict[tuple[Standard, Gain], tuple[float, ...]] = {
    ("ACI 209", "ordinary"): (0.1617, 0.2062, 0.3509, 0.4580, 0.7035, 0.8805, 1.0072),
    ("ACI 209", "rapid"): (0.2508, 0.3106, 0.4831, 0.5929, 0.8009, 0.9223, 0.9979),
    ("EN 1992", "ordinary"): (0.2787, 0.3420, 0.5039, 0.5982, 0.7788, 0.9016, 1.0000),
    ("EN 1992", "rapid"): (0.3599, 0.4239, 0.5779, 0.6630, 0.8187, 0.9205, 1.0000),
}
# Degrees, pace by Arrhenius (5000 K) and by Nurse-Saul (datum 0 °C), both at a reference of 20 °C.
# ASTM C1074, from memory.
PACES = (
    (0, 0.2868, 0.0),
    (5, 0.3986, 0.25),
    (10, 0.5475, 0.50),
    (15, 0.7438, 0.75),
    (20, 1.0, 1.0),
    (25, 1.3311, 1.25),
    (30, 1.7553, 1.50),
    (40, 2.9723, 2.0),
)


@pytest.mark.parametrize("curve", SHARES, ids=str)
def test_strength_by_age(curve: tuple[Standard, Gain]) -> None:
    for days, share in zip(DAYS, SHARES[curve], strict=True):
        assert share_at(*curve, days) == pytest.approx(share, abs=6e-5)


@pytest.mark.parametrize("curve", SHARES, ids=str)
def test_the_age_at_a_share_is_the_curve_read_the_other_way(curve: tuple[Standard, Gain]) -> None:
    for days in DAYS[:-1]:
        assert age_at_share(*curve, share_at(*curve, days), "test").value == pytest.approx(24 * days)


@pytest.mark.parametrize(("celsius", "arrhenius", "nurse_saul"), PACES)
def test_pace_by_temperature(celsius: float, arrhenius: float, nurse_saul: float) -> None:
    assert pace("Arrhenius", celsius).value == pytest.approx(arrhenius, rel=5e-4)
    assert pace("Nurse-Saul", celsius).value == pytest.approx(nurse_saul)


@pytest.mark.parametrize(
    ("celsius", "initial_h"), [(5, 10.0), (10, 7.3), (15, 5.4), (20, 4.0), (25, 3.0), (30, 2.3), (35, 1.7)]
)
def test_initial_set_by_temperature(celsius: float, initial_h: float) -> None:
    """Ordinary mix, 4.0 h at 20 °C, by equivalent age (Q 5000). Common practice, to the tenth shown."""
    assert 4.0 / pace("Arrhenius", celsius).value == pytest.approx(initial_h, abs=0.06)


@pytest.mark.parametrize(("mpa", "rupture"), [(20, 2.773), (25, 3.100), (28, 3.281), (30, 3.396), (40, 3.921)])
def test_modulus_of_rupture(mpa: float, rupture: float) -> None:
    """0.62 sqrt(f), ACI 318-19 19.2.3, from memory; over 1.5 it is the limit of precast handling practice."""
    assert stress_allowed(mpa, 1.0, 1.0, 1.0, 1.0) == pytest.approx(rupture, rel=3e-4)
    assert stress_allowed(mpa, 1.5, 1.0, 1.0, 1.0) == pytest.approx(rupture / 1.5, rel=3e-4)
    assert strength_for_lift(rupture / 1.5, 1.0, 1.0, 1.0, 1.5) == pytest.approx(mpa, rel=1e-3)

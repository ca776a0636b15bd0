"""A slab on a heating element against worked figures, and against finite differences that share no code with it."""

from random import Random

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from ulbrek.core.kit.heat.layers import Layer, Warmed
from ulbrek.core.kit.heat.slab import WarmedSlab

HOURS = np.array([1.0, 3.0, 6.0, 12.0]) * 3600


def slab(thick_mm: float) -> WarmedSlab:
    """Concrete as EN ISO 10456 has it, from memory; a face in still air."""
    return WarmedSlab(thick_mm / 1000, 1.6, 2350, 1000, 10.0)


@pytest.mark.parametrize(
    ("thick", "hours", "bottom", "top", "steady"),
    [
        (50, 3.610, (5.88, 11.75, 16.23, 19.03), (3.10, 8.16, 12.02, 14.43), (19.69, 15.00)),
        (70, 5.253, (5.40, 10.52, 15.33, 19.57), (1.83, 6.00, 9.91, 13.38), (21.56, 15.00)),
        (90, 7.013, (5.27, 9.82, 14.56, 19.66), (1.04, 4.47, 8.13, 12.08), (23.44, 15.00)),
    ],
)
def test_warming_by_150_watts_a_square_metre(
    thick: float, hours: float, bottom: tuple[float, ...], top: tuple[float, ...], steady: tuple[float, float]
) -> None:
    """Worked apart, by the series of Carslaw and Jaeger: rises of underside and face after 1, 3, 6 and 12 h."""
    found = slab(thick)
    assert found.hours == pytest.approx(hours, abs=0.002)
    assert found.by_flux(150, 0.0, HOURS) == pytest.approx(np.array(bottom), abs=0.006)
    assert found.by_flux(150, found.thick, HOURS) == pytest.approx(np.array(top), abs=0.006)
    ends = found.steady_by_flux(150, 0.0), found.steady_by_flux(150, found.thick)
    assert ends == pytest.approx(steady, abs=0.006)


@pytest.mark.parametrize(
    ("thick", "top", "steady", "flux"),
    [(50, (10.65, 14.21, 15.19, 15.24), 15.24, 152.4), (90, (2.46, 6.55, 10.61, 12.53), 12.80, 128.0)],
)
def test_warming_with_its_underside_held_20_kelvin_over_the_air(
    thick: float, top: tuple[float, ...], steady: float, flux: float
) -> None:
    """Worked apart: rise of the face after half an hour, 1, 2 and 4 h; what holds it in the end."""
    found = slab(thick)
    hours = np.array([0.5, 1.0, 2.0, 4.0]) * 3600
    assert found.by_hold(20, found.thick, hours) == pytest.approx(np.array(top), abs=0.006)
    assert found.steady_by_hold(20, found.thick) == pytest.approx(steady, abs=0.005)
    assert found.flux_to_hold(20) == pytest.approx(flux, abs=0.05)


def in_layers(one: WarmedSlab, hours: float, flux: float | None, held: float | None) -> tuple[float, float]:
    """Underside and face after some hours, by finite differences in 200 layers."""
    count = 200
    thick = one.thick / count
    across, stored = one.conducts / thick, one.density * one.heat * thick

    def warms(_: float, rise: np.ndarray) -> np.ndarray:
        flow = across * -np.diff(rise)
        out = rise[-1] / (1 / one.film + thick / 2 / one.conducts)
        inward = flux if flux is not None else 2 * across * ((held or 0.0) - rise[0])
        return (np.concatenate([[inward], flow]) - np.concatenate([flow, [out]])) / stored

    found = solve_ivp(warms, (0, hours * 3600), np.zeros(count), method="LSODA", rtol=1e-7, atol=1e-7, lband=1, uband=1)
    rise = found.y[:, -1]
    face = rise[-1] * (1 / one.film) / (1 / one.film + thick / 2 / one.conducts)
    underside = held if held is not None else rise[0] + (flux or 0.0) * thick / 2 / one.conducts
    return float(underside), float(face)


@pytest.mark.parametrize("seed", range(6))
def test_warming_as_finite_differences_have_it(seed: int) -> None:
    dice = Random(seed)  # noqa: S311 - the same slabs every time
    one = WarmedSlab(
        dice.uniform(0.03, 0.15), dice.uniform(0.9, 2.2), dice.uniform(2000, 2450), dice.uniform(850, 1100),
        dice.uniform(5, 20),
    )  # fmt: skip
    hours, flux, held = dice.uniform(0.5, 14), dice.uniform(60, 250), dice.uniform(8, 25)
    at = np.array([hours * 3600])
    warmed = float(one.by_flux(flux, 0.0, at)[0]), float(one.by_flux(flux, one.thick, at)[0])
    assert warmed == pytest.approx(in_layers(one, hours, flux, None), rel=2e-3, abs=0.02)
    face = float(one.by_hold(held, one.thick, at)[0])
    assert face == pytest.approx(in_layers(one, hours, None, held)[1], rel=2e-3, abs=0.02)


@pytest.mark.parametrize("thick", [50, 70, 90])
def test_the_march_in_layers_keeps_to_the_series(thick: float) -> None:
    """Over an underside that is as good as closed: after 1, 3, 6 and 12 h, by a steady flux and by a held underside."""
    one = slab(thick)
    made = Warmed([Layer(one.thick, 1.6, 2350, 1000)], [Layer(0.001, 1e-9, 1, 1)], 10.0, 10.0)
    steps = [int(hour / 60) - 1 for hour in HOURS]
    free = made.course(150, None, 60, 720)
    assert free.element[steps] == pytest.approx(one.by_flux(150, 0.0, HOURS), abs=0.02)
    assert free.face[steps] == pytest.approx(one.by_flux(150, one.thick, HOURS), abs=0.02)
    held = made.course(1e6, 20.0, 60, 720)
    assert held.face[steps] == pytest.approx(one.by_hold(20, one.thick, HOURS), abs=0.1)
    assert float(held.flux[-1]) == pytest.approx(one.flux_to_hold(20), rel=1e-3)

"""Evaporation, equivalent age over changing temperatures, and the heat of a casting, against published figures, closed
forms and an independent integration."""

from collections.abc import Callable
from math import exp, pi, sin
from random import Random

import numpy as np
import pytest
from scipy.integrate import quad, solve_ivp

from ulbrek.core.cure.rules import fresh_temperature, water_temperature_for
from ulbrek.core.kit.climate.evaporation import evaporation
from ulbrek.core.kit.clock.course import Course, Surroundings, aged, warmed
from ulbrek.core.kit.clock.heat import HEAT_KJ_M3K, ORDINARY, SULFO_ALUMINATE, Hydration
from ulbrek.core.kit.clock.maturity import Maturity
from ulbrek.core.kit.clock.strength import share_at

# Air °C, concrete °C, humidity %, wind km/h, and kg/m²/h: Uno's SI form, and Menzel's, which the nomograph of ACI 305R
# was drawn from. Uno, ACI Materials Journal 95-M36 (1998), and Menzel (1954), both from memory, worked out to four
# decimals.
EVAPORATION = (
    (20, 20, 50, 10, 0.3115, 0.3142),
    (25, 25, 50, 20, 0.7275, 0.7253),
    (30, 30, 40, 15, 0.9099, 0.9253),
    (10, 20, 60, 15, 0.6092, 0.5818),
    (35, 30, 20, 25, 1.7215, 1.7231),
    (22, 25, 45, 0, 0.1514, 0.1577),
    (26.67, 30.56, 50, 19.31, 1.1378, 1.1715),
    (15, 35, 50, 5, 0.7795, 0.8318),
    (20, 20, 90, 5, 0.0401, 0.0407),
    (5, 18, 70, 30, 1.0200, 0.9400),
)
KG_PER_LB_FT2 = 4.8824


@pytest.mark.parametrize(("air", "concrete", "humidity", "wind", "uno", "_"), EVAPORATION)
def test_evaporation(air: float, concrete: float, humidity: float, wind: float, uno: float, _: float) -> None:
    assert evaporation(concrete, air, humidity, wind) == pytest.approx(uno, abs=2e-4)


@pytest.mark.parametrize(("air", "concrete", "humidity", "wind", "_", "menzel"), EVAPORATION)
def test_evaporation_beside_the_other_formula(
    air: float, concrete: float, humidity: float, wind: float, _: float, menzel: float
) -> None:
    """Menzel from vapour pressures: 0.315 (e0 - r ea)(0.253 + 0.060 V), kPa; the two lie within 10 %."""
    pressure = [0.61094 * exp(17.625 * c / (c + 243.04)) for c in (concrete, air)]  # Magnus, from memory
    by_menzel = 0.315 * (pressure[0] - humidity / 100 * pressure[1]) * (0.253 + 0.060 * wind)
    assert by_menzel == pytest.approx(menzel, rel=6e-3)
    assert evaporation(concrete, air, humidity, wind) == pytest.approx(by_menzel, rel=0.1)


def test_the_sample_line_of_the_nomograph() -> None:
    """Air 80 °F, 50 %, concrete 87 °F, 12 mph: 0.25 lb/ft²/h, read off a chart. ACI 305R, from memory."""
    found = evaporation((87 - 32) / 1.8, (80 - 32) / 1.8, 50, 12 * 1.609344)
    assert found / KG_PER_LB_FT2 == pytest.approx(0.25, rel=0.1)


def test_dew_is_no_evaporation() -> None:
    assert evaporation(5, 20, 95, 10) == 0


def test_the_heat_of_the_parts() -> None:
    """Energy over mass by itself: nothing but a balance, in kJ, of 4.186 a kilogram of water and a fifth of it of dry
    materials; and ice. ACI 305R, from memory."""
    chance = Random(4)  # noqa: S311 - cases, no secret
    for _ in range(200):
        dry, water, ice = chance.uniform(10, 40), chance.uniform(1, 6), chance.choice((0.0, chance.uniform(0, 2)))
        dry_c, water_c = chance.uniform(-5, 40), chance.uniform(1, 60)
        c_water, c_dry = 4.186, 4.186 * 0.22
        held = dry * c_dry * dry_c + water * c_water * water_c - ice * 79.7 * c_water
        expected = held / (dry * c_dry + (water + ice) * c_water)
        assert fresh_temperature(dry, dry_c, water, water_c, ice) == pytest.approx(expected)
        needed = water_temperature_for(expected, dry, dry_c, water)
        assert fresh_temperature(dry, dry_c, water, needed, 0) == pytest.approx(expected)


def test_warm_water_and_ice_for_a_bag() -> None:
    """10 °C more in the water of a bag is 3 °C in the concrete; 1 kg of ice for 1 L of water in a 25 kg bag with 3 L
    takes about 10 off. Common practice."""
    assert fresh_temperature(25, 10, 2.5, 20, 0) - fresh_temperature(25, 10, 2.5, 10, 0) == pytest.approx(3, abs=0.2)
    assert fresh_temperature(25, 30, 2, 30, 1) - fresh_temperature(25, 30, 3, 30, 0) == pytest.approx(-12.9, abs=0.5)


STEPS = ((6.0, 20.0), (12.0, 10.0), (6.0, 5.0), (24.0, 12.0), (24.0, 25.0))  # hours at °C


def _stepped(steps: tuple[tuple[float, float], ...]) -> tuple[list[float], list[float]]:
    hours, celsius, now = [], [], 0.0
    for length, degrees in steps:
        hours += [now, now + length - 1e-9]
        celsius += [degrees, degrees]
        now += length
    return hours, celsius


@pytest.mark.parametrize(("by", "expected"), [("Arrhenius", 61.782), ("Nurse-Saul", 57.900)])
def test_the_age_of_a_history_of_steps(by: Maturity, expected: float) -> None:
    """ASTM C1074, 5000 K and 0 °C, at 20 °C; from memory, worked out to three decimals."""
    hours, celsius = _stepped(STEPS)
    course = aged(np.array(hours), np.array(celsius), by)
    assert course.ages[-1] == pytest.approx(expected, rel=1e-4)
    if by == "Arrhenius":  # 2.574 days are 11.65 of 28 MPa by ACI 209, type I
        assert 28 * share_at("ACI 209", "ordinary", course.ages[-1] / 24) == pytest.approx(11.65, rel=1e-3)


@pytest.mark.parametrize(
    ("celsius_at", "expected"),
    [(lambda hour: 20 - 15 * hour / 24, 15.8170), (lambda hour: 15 + 8 * sin(hour * pi / 12), 18.7744)],
    ids=["20 down to 5 °C", "15 °C, 8 up and down"],
)
def test_the_age_of_a_day_that_changes(celsius_at: Callable[[float], float], expected: float) -> None:
    """Worked out by integration; the day's mean alone would give 15.336 and 17.852."""
    hours = np.linspace(0, 24, 97)
    course = aged(hours, np.array([celsius_at(hour) for hour in hours]), "Arrhenius")
    assert course.ages[-1] == pytest.approx(expected, rel=2e-4)


def test_the_age_of_a_week_against_an_integration_of_its_own() -> None:
    """Random weeks with days, nights and fronts, hourly, against adaptive quadrature of the same curve."""
    chance = Random(11)  # noqa: S311 - cases, no secret
    for _ in range(12):
        mean, swing, front, at = (chance.uniform(*ends) for ends in ((2, 25), (1, 9), (-8, 8), (30, 130)))
        hours = np.arange(0.0, 169.0)
        celsius = mean + swing * np.sin((hours - 9) * pi / 12) + front / (1 + np.exp((at - hours) / 4))
        course = aged(hours, celsius, "Arrhenius")

        def pace(hour: float, hours: np.ndarray = hours, celsius: np.ndarray = celsius) -> float:  # type: ignore[type-arg]
            warm = float(np.interp(hour, hours, celsius))
            return 0.0 if warm < -5 else exp(-5000 * (1 / (273.15 + warm) - 1 / 293.15))

        whole = sum(quad(pace, hour, hour + 1)[0] for hour in range(168))
        assert course.ages[-1] == pytest.approx(whole, rel=3e-3, abs=0.5)
        for _ in range(20):
            age = chance.uniform(0, whole * 0.99)
            assert course.age_at(course.hour_at(age)) == pytest.approx(age, abs=1e-6)


def _alone(edges: np.ndarray, toward: float, pull: float) -> Surroundings:  # type: ignore[type-arg]
    return Surroundings(edges, np.full(len(edges) - 1, toward), np.full(len(edges) - 1, pull))


def test_a_lump_without_heat_of_its_own_cools_by_newtons_law() -> None:
    """T = Ta + (T0 - Ta) exp(-kt), exactly, however long the steps."""
    chance = Random(2)  # noqa: S311 - cases, no secret
    for _ in range(50):
        edges = np.cumsum([0.0, *(chance.uniform(0.1, 9) for _ in range(20))])
        start, toward, pull = chance.uniform(-5, 40), chance.uniform(-10, 35), chance.uniform(0.005, 1.5)
        celsius, _ = warmed(start, 0.0, _alone(edges, toward, pull), None, "Arrhenius")
        exact = toward + (start - toward) * np.exp(-pull * edges)
        assert np.allclose(celsius, exact)


@pytest.mark.parametrize("heat", [ORDINARY, SULFO_ALUMINATE], ids=["ordinary", "sulfo-aluminate"])
def test_concrete_that_loses_nothing_warms_by_all_of_its_heat(heat: Hydration) -> None:
    """Cement x heat x what hydrates, over density x specific heat."""
    edges = np.concatenate((np.arange(0, 48, 0.25), np.geomspace(48, 1e7, 400)))
    celsius, _ = warmed(20.0, 0.0, _alone(edges, 20.0, 0.0), heat, "Arrhenius")
    rise = heat.cement_kg_m3 * heat.total_kj_kg * heat.reached / HEAT_KJ_M3K
    assert celsius[-1] - 20 == pytest.approx(rise, rel=2e-3)
    assert 40 <= ORDINARY.rise_k <= 52  # of ordinary concrete; common practice
    assert 70 <= SULFO_ALUMINATE.rise_k <= 105


def test_a_lump_that_warms_itself_against_a_solver_of_its_own() -> None:
    """Random blocks in random air, against a stiff solver of dT/dt and dte/dt."""
    chance = Random(8)  # noqa: S311 - cases, no secret
    for _ in range(12):
        toward, start, pull = chance.uniform(5, 30), chance.uniform(8, 30), chance.uniform(0.02, 0.8)
        heat = chance.choice((ORDINARY, SULFO_ALUMINATE))
        edges = np.concatenate((np.arange(0, 12, 0.25), np.arange(12, 97, 1.0)))
        celsius, ages = warmed(start, 0.0, _alone(edges, toward, pull), heat, "Arrhenius")

        def flow(
            _: float, state: np.ndarray, heat: Hydration = heat, toward: float = toward, pull: float = pull
        ) -> list[float]:  # type: ignore[type-arg]
            warm, age = state
            pace = exp(-5000 * (1 / (273.15 + warm) - 1 / 293.15))
            age = max(age, 1e-6)
            ratio = (heat.tau_h / age) ** heat.beta
            given = heat.beta / age * ratio * exp(-ratio) if ratio < 600 else 0.0
            rise = heat.cement_kg_m3 * heat.total_kj_kg * heat.reached / HEAT_KJ_M3K
            return [pull * (toward - warm) + rise * given * pace, pace]

        solved = solve_ivp(flow, (0, 96), [start, 0.0], "LSODA", t_eval=edges[:-1], rtol=1e-8, atol=1e-8, max_step=0.2)
        assert np.abs(np.array(celsius[:-1]) - solved.y[0]).max() < 1.0  # °C, of a rise of up to 77
        assert np.allclose(ages[4:-1], solved.y[1][4:], rtol=0.02, atol=0.4)


def test_how_long_a_top_takes_to_follow_the_air() -> None:
    """Time constants of a slab that loses heat on both sides, 20 W/m²K: 40 mm 0.7 h, 100 mm 1.7 h, 300 mm 5 h; common
    practice, density times specific heat over both films."""
    for thickness, constant in ((0.04, 0.7), (0.1, 1.7), (0.3, 5.0)):
        pull = 2 * 20 * 3600 / (HEAT_KJ_M3K * 1e3 * thickness)
        assert 1 / pull == pytest.approx(constant, rel=0.07)


def test_a_course_that_stands_still_has_no_hour_in_reach() -> None:
    frozen = Course((0.0, 24.0, 48.0), (10.0, -10.0, -10.0), (0.0, 6.0, 6.0), 0.0)
    assert frozen.hour_at(6.0) == 24.0  # the earliest of the hours that have it
    assert frozen.hour_at(7.0) > 24 * 40

"""Plates and cubes against their closed forms: as thick, and as large, as the mass asks for that is wanted."""

from math import pi, sqrt
from random import Random
from typing import Any

import pytest
from scipy.optimize import brentq

from tests.jobs import hole, shaped
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.solve.goal import TargetMass, solve

INCH, POUND = 25.4, 0.45359237
POUND_A_CUBIC_FOOT = POUND / (12 * INCH / 1000) ** 3


def of_density(kg_m3: float) -> Shop:
    """A shop whose bag gives concrete of just that density."""
    raw = Shop().model_dump(mode="json")
    size = {"id": "b", "name": "B", "dry_mass_kg": 25.0, "yield_l": 27 / kg_m3 * 1000, "water_least_l": 2.0,
            "water_most_l": 2.0}  # fmt: skip
    raw["mixes"] = [{**raw["mixes"][0], "sizes": [size]}]
    return Shop.model_validate(raw)


def pipe(middle: float, diameter: float, kg_m: float) -> dict[str, Any]:
    """A steel pipe of such a mass a metre, upright through the middle."""
    wall = (diameter - sqrt(diameter**2 - kg_m / 7850 * 1e6 * 4 / pi)) / 2
    at = {"side": "left", "to": "centre", "offset": f"{middle} mm"}
    return {"kind": "sleeve", "id": "bar", "name": "Bar", "x": at, "y": {**at, "side": "front"},
            "diameter": f"{diameter} mm", "wall": f"{wall:.4f} mm"}  # fmt: skip


@pytest.mark.parametrize(
    ("mass", "diameter", "bore", "density", "thick"),
    [
        (5, 250, 33.7, 2300, 45.106),
        (10, 300, 33.7, 2300, 62.295),
        (20, 400, 60.0, 2300, 70.791),
        (10, 300, 33.7, 2400, 59.700),
        (25 * POUND, 12 * INCH, 2.375 * INCH, 150 * POUND_A_CUBIC_FOOT, 2.6503 * INCH),
        (45 * POUND, 17.7 * INCH, 2.375 * INCH, 145 * POUND_A_CUBIC_FOOT, 2.2194 * INCH),
    ],
)
def test_a_plate_is_as_thick_as_its_mass_asks_for(
    mass: float, diameter: float, bore: float, density: float, thick: float
) -> None:
    """Closed form: m / (rho pi / 4 (D² - d²)), d being the outside of the sleeve; figures computed apart."""
    job = shaped(
        {"kind": "disc", "diameter": f"{diameter:.4f} mm"},
        hole(f"{diameter / 2:.4f} mm", f"{diameter / 2:.4f} mm", f"{bore:.4f} mm"),
        thickness="40 mm",
    )
    change = solve(job, of_density(density), TargetMass(piece="top", mass_kg=mass, when="fresh"))
    closed = mass / (density * pi / 4 * (diameter**2 - bore**2)) * 1e9
    assert change.fields["/pieces/0/thickness"]["mm"] == pytest.approx(closed, abs=0.01)
    assert closed == pytest.approx(thick, abs=0.003)


@pytest.mark.parametrize(
    ("mass", "bore", "bar_kg_m", "density", "side"),
    [
        (10, 0.0, 0.0, 2300, 163.214),
        (10, 33.7, 0.0, 2300, 165.036),
        (10, 33.7, 2.41, 2300, 162.896),
        (15, 30.0, 0.0, 2350, 186.769),
    ],
)
def test_a_cube_is_as_large_as_its_mass_asks_for(
    mass: float, bore: float, bar_kg_m: float, density: float, side: float
) -> None:
    """Closed form: rho (a³ - a pi d² / 4) + a m of the bar, solved for a; figures computed apart."""
    through = []
    if bore:
        through = [pipe(80, bore, bar_kg_m) if bar_kg_m else hole("80 mm", "80 mm", f"{bore} mm")]
    job = shaped({"kind": "rectangle", "length": "160 mm", "width": "160 mm"}, *through, thickness="160 mm")
    change = solve(job, of_density(density), TargetMass(piece="top", mass_kg=mass, when="fresh", by="whole"))

    def over(a: float) -> float:
        return density * (a**3 - a * pi * bore**2 / 4) / 1e9 + a * bar_kg_m / 1000 - mass

    closed = brentq(over, 100, 300)
    assert change.fields["/pieces/0/thickness"]["mm"] == pytest.approx(closed, abs=0.01)
    assert change.fields["/pieces/0/outline"]["length"]["mm"] == pytest.approx(closed, abs=0.01)  # type: ignore[index]
    assert closed == pytest.approx(side, abs=0.001)


@pytest.mark.parametrize("seed", range(12))
def test_two_heads_weigh_what_their_concrete_and_their_bar_do_and_leave_a_grip(seed: int) -> None:
    """Closed form: 2 rho (a² t - e pi d² / 4) and the pipe's own mass; the grip is what the heads leave of the bar."""
    by = Random(seed)  # noqa: S311 - weights, no secrets
    side, thick, density = by.uniform(80, 220), by.uniform(60, 220), by.uniform(2100, 2450)
    deep, diameter = by.uniform(0.4, 1.0) * thick, by.uniform(25, 45)
    length, wall = 2 * deep + by.uniform(-30, 400), by.uniform(1.5, 5)
    middle = {"to": "centre", "offset": side / 2}
    bar = {
        "kind": "sleeve", "id": "bar", "name": "Bar", "x": middle, "y": middle, "heads": "two heads", "length": length,
        "embedded": deep, "diameter": diameter, "wall": wall,
    }  # fmt: skip
    cube = {"kind": "rectangle", "length": side, "width": side}
    measured = plan(shaped(cube, bar, thickness=thick, count=2), of_density(density)).pieces[0].measure
    concrete = 2 * density * (side**2 * thick - deep * pi / 4 * diameter**2) / 1e9
    pipe_kg = 7850 * pi / 4 * (diameter**2 - (diameter - 2 * wall) ** 2) * length / 1e9
    assert 2 * measured.mass_fresh.value == pytest.approx(concrete + pipe_kg, rel=2e-4)
    (told,) = measured.heads
    assert told.grip is not None
    assert told.grip.value == pytest.approx(length - 2 * deep)
    assert told.mass_dry.value == pytest.approx(2 * measured.mass_dry.value)

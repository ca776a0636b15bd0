"""Bars and mesh against the tables of the standards, recalled from memory."""

import pytest

from tests.jobs import opening, top
from ulbrek.core.base.units.constants import KG_PER_POUND
from ulbrek.core.plan import plan
from ulbrek.core.shop import Shop
from ulbrek.core.steel.rules import bar_mass_per_metre

KG_M_PER_LB_FT = KG_PER_POUND / 0.3048


@pytest.mark.parametrize(
    ("diameter_in", "lb_ft", "kg_m"), [(0.375, 0.376, 0.56), (0.5, 0.668, 0.994), (0.625, 1.043, 1.552)]
)
def test_mass_of_inch_bars(diameter_in: float, lb_ft: float, kg_m: float) -> None:
    """ASTM A615, #3 to #5; its rounded nominal masses differ by up to 0.2 % from the plain formula."""
    mass = bar_mass_per_metre(diameter_in * 25.4)
    assert mass / KG_M_PER_LB_FT == pytest.approx(lb_ft, rel=2e-3)
    assert mass == pytest.approx(kg_m, rel=2e-3)


@pytest.mark.parametrize(("diameter", "kg_m"), [(5, 0.154), (6, 0.222), (8, 0.395), (10, 0.617), (12, 0.888)])
def test_mass_of_metric_bars(diameter: float, kg_m: float) -> None:
    """EN 10080's nominal masses, to three decimals."""
    assert bar_mass_per_metre(diameter) == pytest.approx(kg_m, abs=6e-4)


@pytest.mark.parametrize(("wire", "spacing", "kg_m2"), [(2.5, 100, 0.771), (3.429, 152.4, 0.951), (6.0, 200, 2.220)])
def test_mass_of_mesh(wire: float, spacing: float, kg_m2: float) -> None:
    """D49, bare 10 gauge 6 x 6 remesh and A142: two wires each way in every square."""
    assert 2 * bar_mass_per_metre(wire) * 1000 / spacing == pytest.approx(kg_m2, rel=3e-3)


def test_the_stack_of_the_trade() -> None:
    """6 + 6 + 10 = 22 mm in a 40 mm top leaves 9. Common practice."""
    shop = Shop.model_validate(
        {
            "meshes": [{"id": "m", "name": "6 mm", "wire_mm": 6, "spacing_mm": 150}],
            "bars": [{"id": "b", "name": "10 mm", "diameter_mm": 10}],
        }
    )
    stack = plan(top(opening()), shop).pieces[0].steel.stack
    assert stack is not None
    assert (stack.height.value, stack.cover_show.value) == (22, 9)

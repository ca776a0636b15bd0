"""Bars and mesh against the tables of the standards, recalled from memory."""

import pytest

from tests.jobs import opening, top
from ulbrek.core.base.units.constants import KG_PER_POUND
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.steel import rules
from ulbrek.core.steel.bends import bending_by, shaped
from ulbrek.core.steel.rules import bar_mass_per_metre

KG_M_PER_LB_FT = KG_PER_POUND / 0.3048


@pytest.mark.parametrize(
    ("diameter_in", "lb_ft", "kg_m"), [(0.375, 0.376, 0.56), (0.5, 0.668, 0.994), (0.625, 1.043, 1.552)]
)
def test_mass_of_inch_bars(diameter_in: float, lb_ft: float, kg_m: float) -> None:
    """ASTM A615, #3 to #5; its rounded nominal masses differ by up to 0.2 % from the plain formula."""
    mass = bar_mass_per_metre(diameter_in * 25.4, 7850.0)
    assert mass / KG_M_PER_LB_FT == pytest.approx(lb_ft, rel=2e-3)
    assert mass == pytest.approx(kg_m, rel=2e-3)


@pytest.mark.parametrize(("diameter", "kg_m"), [(5, 0.154), (6, 0.222), (8, 0.395), (10, 0.617), (12, 0.888)])
def test_mass_of_metric_bars(diameter: float, kg_m: float) -> None:
    """EN 10080's nominal masses, to three decimals."""
    assert bar_mass_per_metre(diameter, 7850.0) == pytest.approx(kg_m, abs=6e-4)


@pytest.mark.parametrize(("wire", "spacing", "kg_m2"), [(2.5, 100, 0.771), (3.429, 152.4, 0.951), (6.0, 200, 2.220)])
def test_mass_of_mesh(wire: float, spacing: float, kg_m2: float) -> None:
    """D49, bare 10 gauge 6 x 6 remesh and A142: two wires each way in every square."""
    assert 2 * bar_mass_per_metre(wire, 7850.0) * 1000 / spacing == pytest.approx(kg_m2, rel=3e-3)


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


@pytest.mark.parametrize(
    ("inches", "hook", "ext_90", "tie", "tie_ext"),
    [(0.375, 2.25, 4.5, 1.5, 3.0), (0.5, 3.0, 6.0, 2.0, 3.0), (0.625, 3.75, 7.5, 2.5, 3.75)],
    ids=["#3", "#4", "#5"],
)
def test_bends_and_hooks_of_aci(inches: float, hook: float, ext_90: float, tie: float, tie_ext: float) -> None:
    """ACI 318-19 Tables 25.3.1 and 25.3.2 [in]; a tie's 3 in are 75 mm in the metric edition."""
    d = inches * 25.4
    assert rules.hook_bend_aci(d) / 25.4 == pytest.approx(hook)
    assert rules.hook_tail_aci(d) / 25.4 == pytest.approx(ext_90)
    assert rules.mandrel_aci(d) / 25.4 == pytest.approx(tie)
    assert rules.tie_tail_aci(d) / 25.4 == pytest.approx(tie_ext, rel=0.02)


@pytest.mark.parametrize(
    ("d", "mandrel", "arc", "tail", "outside"),
    [(6, 24, 23.56, 30, 36), (8, 32, 31.42, 40, 48), (10, 40, 39.27, 50, 60), (12, 48, 47.12, 60, 72)],
)
def test_bends_and_hooks_of_en(d: float, mandrel: float, arc: float, tail: float, outside: float) -> None:
    """EN 1992-1-1 Table 8.1N and Figure 8.1: mandrel 4 d, tail 5 d; a U lies its mandrel and two bars high."""
    assert rules.mandrel_en(d) == mandrel
    assert rules.hook_tail_en(d) == tail
    assert rules.bend_arc(90, mandrel, d) == pytest.approx(arc, abs=0.005)
    assert rules.mandrel_en(d) + 2 * d == outside


@pytest.mark.parametrize(
    ("strength", "d", "aci", "en"),
    [
        (28, 6, 300, 337), (28, 8, 393, 449), (28, 10, 491, 561), (28, 12, 590, 674),
        (40, 6, 300, 266), (40, 8, 329, 354), (40, 10, 411, 443), (40, 12, 493, 531),
    ],
)  # fmt: skip
def test_laps(strength: float, d: float, aci: float, en: float) -> None:
    """ACI 318M-19 class B to #6, and EN 1992-1-1 8.7.3 with all bars lapped at one place."""
    assert rules.lap_aci(d, strength) == pytest.approx(aci, abs=0.6)
    assert rules.lap_en(d, strength) == pytest.approx(en, abs=0.6)


def test_a_link_is_as_long_as_its_middle() -> None:
    """A square of 200 mm with corners of radius 15: 800 less 8 r plus a full circle, and its lap. Closed form."""
    how = bending_by("EN 1992", 6.0, 28.0)
    ring = shaped("link", ((0, 0), (600, 0), (600, 600), (0, 600)), True, how)
    assert ring.length.value == pytest.approx(2400 - 8 * 15 + 2 * 3.14159265 * 15 + how.lap.value, abs=1e-3)
    assert [bend.angle_deg for bend in ring.bends] == [90, 90, 90, 90]
    assert ring.bends[0].at_mm == pytest.approx(300 - 15)


def test_a_u_of_a_bar() -> None:
    """Legs of 300, 500 and 300 mm, bent round 24 mm: each bend of radius 15 saves 2 x 15 - 15 π / 2. Closed form."""
    how = bending_by("EN 1992", 6.0, 28.0)
    bar = shaped("u", ((0, 300), (0, 0), (500, 0), (500, 300)), False, how)
    assert bar.length.value == pytest.approx(1100 - 2 * (30 - 15 * 3.14159265 / 2), abs=1e-3)
    assert [round(bend.at_mm, 2) for bend in bar.bends] == [285, round(285 + 23.5619 + 470, 2)]


def test_a_small_link_is_closed_by_two_hooks() -> None:
    """EN link of 6 mm, 150 x 150: three corners bent, at the fourth two bends of 135° and 50 mm. Closed form."""
    how = bending_by("EN 1992", 6.0, 28.0)
    link = shaped("link", ((0, 0), (150, 0), (150, 150), (0, 150)), True, how)
    three = 3 * (30 - 15 * 3.14159265 / 2)
    hooks = 2 * (15 * 3.14159265 * 0.75 + 50 - 15)
    assert link.length.value == pytest.approx(600 - three + hooks, abs=1e-3)
    assert [bend.angle_deg for bend in link.bends] == [135, 90, 90, 90, 135]

"""The limits of cold and hot weather, and drying for a film, against published tables and the floor layers' rule."""

from datetime import UTC, datetime

import pytest

from tests.jobs import top
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.cure.checks.weather import MOST_DROP_K
from ulbrek.core.cure.rules import dry_through
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.climate.conditions import typed_day
from ulbrek.core.plan.plan import plan

SHOP = Shop()
POUR = "2026-05-04T13:00:00Z"


def severity(celsius: float, code: str) -> str | None:
    found = plan(top(cure={"temperature_c": celsius}), SHOP).findings
    return next((one.finding.severity for one in found if one.finding.code == code), None)


@pytest.mark.parametrize(
    ("fahrenheit", "below", "at"),
    [(55, "hint", None), (50, "caution", "hint"), (41, "stop", "caution")],
)
def test_cold_limits_of_sections_under_a_foot(fahrenheit: float, below: str, at: str | None) -> None:
    """ACI 306R: placed and kept at 55 °F or more, under 12 in; EN 206: 5 °C (41 °F) at delivery. From memory."""
    limit = round((fahrenheit - 32) / 1.8)
    assert severity(limit - 0.1, "too-cold-to-pour") == below
    assert severity(limit, "too-cold-to-pour") == at


@pytest.mark.parametrize(("celsius", "expected"), [(30, None), (30.1, "caution"), (35, "caution"), (35.1, "stop")])
def test_hot_limits(celsius: float, expected: str | None) -> None:
    """ACI 305.1: 95 °F (35 °C) at placing; 30 °C in European practice. From memory."""
    assert severity(celsius, "too-hot-to-pour") == expected


def test_the_greatest_drop_when_protection_ends() -> None:
    """ACI 306R, under 12 in: 50 °F in the first 24 h. From memory."""
    assert pytest.approx(50 / 1.8, abs=0.3) == MOST_DROP_K


def test_frost_is_let_at_it_by_the_strength_of_the_standard() -> None:
    """ACI 306R: protected until 500 psi (3.5 MPa), with no further water coming in. From memory.

    A night that freezes is a finding while the lower edge of the strength is below that, and none after.
    """
    cold = {"place": "open yard", "weather": "typed day", "warmest_c": 9, "coldest_c": -4}
    planned = plan(top(cure={"poured_at": POUR, **cold}), SHOP)
    assert "freezes-young" in [one.finding.code for one in planned.findings]
    young = [at for at in planned.cure.curve if 0 < at.low_mpa < 3.5]
    assert young, "there are hours in which it may not freeze"
    assert write_quantity(3.5, "MPa", "in").startswith("51")  # 508 psi: the trade's 500 is the rounder one


@pytest.mark.parametrize(("inches", "faces", "months"), [(1, 1, 1.0), (4, 1, 4.0), (1.5, 2, 0.75), (2, 2, 1.0)])
def test_an_inch_a_month_towards_each_free_face(inches: float, faces: float, months: float) -> None:
    """Common practice of floor layers: 25 mm (an inch) a month to 75 to 80 % relative humidity, from one face."""
    dried = dry_through.function(168.0, 25.0 * inches, faces) - 168.0
    assert dried / 24 / 30 == pytest.approx(months)


def test_a_film_waits_for_dry_concrete_and_a_penetrating_sealer_does_not() -> None:
    film, thin = (
        plan(top(cure={"poured_at": POUR, "sealer": sealer}), SHOP).cure for sealer in ("film", "penetrating")
    )
    assert thin.dry is not None
    assert next(act for act in thin.acts if act.id == "seal").due_h < thin.dry.value
    assert film.dry is not None
    # 40 mm from both faces: 24 days after a week of moist curing, give or take its edges, which dry too
    assert film.dry.value / 24 == pytest.approx(7 + 24, abs=3)
    seal = next(act for act in film.acts if act.id == "seal")
    assert seal.hours.value >= film.dry.value
    thick = plan(top(piece={"thickness": "80 mm"}, cure={"poured_at": POUR, "sealer": "film"}), SHOP).cure
    assert thick.dry is not None
    assert thick.dry.value / 24 == pytest.approx(7 + 48, abs=6)


def test_in_the_weather_it_is_the_same_rule() -> None:
    known = typed_day(datetime(2026, 5, 4, tzinfo=UTC), warmest_c=22, coldest_c=12, humidity=60, wind_kmh=5, cloud=0.3)
    job = top(cure={"poured_at": POUR, "sealer": "film", "place": "under a roof"})
    cure = plan(job, SHOP, known=known).cure
    moist = next(act for act in cure.acts if act.id == "moist")
    assert cure.dry is not None
    assert cure.dry.value - moist.hours.value == pytest.approx(24 * 24, abs=3 * 24)

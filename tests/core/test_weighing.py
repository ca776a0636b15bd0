"""Castings on the scale: beside what was foretold, and beside their pair."""

import pytest

from tests.jobs import demo_job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.weighing import CastingWeight, weighing_findings

MEASURED = plan(demo_job(3), Shop()).pieces[0].measure
FRESH, STRIPPED, DRY = MEASURED.mass_fresh, MEASURED.mass_stripped, MEASURED.mass_dry


def codes(mass_kg: float, age_h: float | None, *pair: float) -> list[str]:
    others = [CastingWeight(number, one, age_h) for number, one in enumerate(pair, 2)]
    return [one.code for one in weighing_findings(MEASURED, CastingWeight(1, mass_kg, age_h), others)]


@pytest.mark.parametrize("age_h", [24.0, 1000.0, None])
def test_what_was_foretold_raises_nothing_and_a_shop_scale_is_no_finer(age_h: float | None) -> None:
    assert FRESH.high is not None
    assert STRIPPED.low is not None
    assert STRIPPED.high is not None
    assert DRY.low is not None
    least = STRIPPED.low if age_h == 24 else DRY.low
    most = STRIPPED.high if age_h == 1000 else FRESH.high
    for mass, found in ((least - 0.06, True), (least - 0.04, False), (most + 0.04, False), (most + 0.06, True)):
        assert ("off-its-forecast" in codes(mass, age_h)) == found


def test_it_dries_and_is_not_told_to_be_light_for_that() -> None:
    assert DRY.low is not None
    assert codes(DRY.low, 2000.0) == []
    assert codes(DRY.low, 24.0) == ["off-its-forecast"]


def test_a_pair_is_alike_within_two_per_cent() -> None:
    mass = STRIPPED.value
    assert codes(mass, 48.0, mass * 1.019) == []
    assert "pair-differs" in codes(mass, 48.0, mass * 1.03)

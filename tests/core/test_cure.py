"""Hours: in order, slower in the cold, by the lower edge, never in the night where they can wait."""

from datetime import UTC, datetime, timedelta
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.jobs import top
from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.result import Act
from ulbrek.core.cure.station import Poured, cure
from ulbrek.core.kit.clock import pace, share_at
from ulbrek.core.outlook import ahead_of
from ulbrek.core.plan import plan
from ulbrek.core.schedule import Scheduled, schedule
from ulbrek.core.shop import Shop

SHOP = Shop()
MIX = SHOP.mixes[0]
POUR = datetime(2026, 5, 4, 9, 0, tzinfo=UTC)


def acts(shop: Shop = SHOP, **changed: Any) -> dict[str, Act]:
    return {act.id: act for act in plan(top(**changed), shop).cure.acts}


def test_the_acts_of_a_top_cast_face_down_at_20_degrees() -> None:
    found = acts()
    assert list(found) == ["bleed", "float", "cover", "strip", "turn", "carry", "moist", "install", "seal", "load"]
    assert "trowel" in acts(piece={"cast": "face up"})
    # 5 of 24 MPa by ACI 209: 24 x 4 x 0.2083 / (1 - 0.85 x 0.2083) = 24.3 h after the latest final set, 8.0 h
    assert found["strip"].due_h == pytest.approx(24.30 + 8.0, abs=0.01)
    assert found["strip"].extrapolated
    assert found["turn"].strength is not None
    assert found["turn"].strength.value == 10
    assert found["moist"].hours.value == 168
    assert found["seal"].hours.value == 168 + 24
    assert found["load"].hours.value == pytest.approx(6.4 + 24 * 4 / 0.15)


@given(st.floats(4, 34), st.sampled_from(["ACI 209", "EN 1992"]), st.sampled_from(["Arrhenius", "Nurse-Saul"]))
def test_warmer_is_sooner_and_every_band_is_in_order(celsius: float, by: str, maturity: str) -> None:
    cool = acts(cure={"temperature_c": celsius, "strength_by": by, "maturity": maturity})
    warm = acts(cure={"temperature_c": celsius + 1, "strength_by": by, "maturity": maturity})
    for id_, act in cool.items():
        if act.hours.low is not None and act.hours.high is not None:
            assert act.hours.low <= act.hours.value <= act.hours.high
            assert act.hours.low <= act.due_h <= act.hours.high
        assert warm[id_].hours.value <= act.hours.value + 1e-9
    assert cool["strip"].hours.value <= cool["turn"].hours.value <= cool["carry"].hours.value


@given(
    st.lists(st.floats(0.5, 24.0), min_size=2, max_size=8),
    st.floats(3, 34),
    st.sampled_from(["ACI 209", "EN 1992"]),
    st.sampled_from(["Arrhenius", "Nurse-Saul"]),
)
def test_a_greater_need_is_never_due_earlier(needs: list[float], celsius: float, by: str, maturity: str) -> None:
    """11.5 MPa were once due before 11: only gates of the first three days went by the lower edge of the band."""
    inputs = CureInputs.model_validate({"temperature_c": celsius, "strength_by": by, "maturity": maturity})
    wanted = [
        (f"piece {number}", ActNeed("turn", "Turn", "", strength=Figure("of", "of", mpa, "MPa")))
        for number, mpa in enumerate(sorted(needs))
    ]
    found = cure(inputs, Poured(MIX, face_up=False, needs=wanted), Hours()).acts
    due = {act.piece: act.due_h for act in found if act.id == "turn"}
    hours = [due[piece] for piece, _ in wanted]
    assert hours == sorted(hours)
    # When it is due, even the least strength of the bag is what is asked: by the curve, from the latest final set.
    runs = pace(maturity, celsius).value  # type: ignore[arg-type]  # one of the two
    for (piece, _), mpa in zip(wanted, sorted(needs), strict=True):
        age = due[piece] * runs - MIX.final_set_h * 1.25
        assert share_at(by, MIX.gain, age / 24) * MIX.strength_28_least_mpa == pytest.approx(mpa, rel=1e-6)  # type: ignore[arg-type]


def test_strength_counts_from_final_set_and_never_falls() -> None:
    curve = plan(top(), SHOP).cure.curve
    assert all(point.likely_mpa == 0 for point in curve if point.hour <= 6.4)
    for before, after in pairwise(curve):
        assert before.likely_mpa <= after.likely_mpa
        assert after.low_mpa <= after.likely_mpa <= after.high_mpa
    assert curve[-1].likely_mpa == pytest.approx(26, rel=0.01)


def test_what_falls_into_the_night_waits_for_the_morning_of_the_place() -> None:
    shop = Shop.model_validate({"hours": {"zone": "America/Toronto"}})
    found = acts(shop, cure={"poured_at": "2026-05-04T18:00:00-04:00"})
    strip = found["strip"]  # 32.3 h later: two at night
    assert strip.at == datetime(2026, 5, 6, 11, 0, tzinfo=UTC)  # seven in Toronto
    assert strip.moved
    assert found["cover"].at == datetime(2026, 5, 5, 1, 0, tzinfo=UTC)  # it cannot wait
    assert not found["cover"].moved


@given(st.integers(0, 24 * 60 - 1))
def test_nothing_that_can_wait_is_due_at_night(minute: int) -> None:
    poured = POUR.replace(hour=0) + timedelta(minutes=minute)
    for act in acts(cure={"poured_at": poured.isoformat()}).values():
        assert act.at is not None
        if act.waits:
            assert 7 <= act.at.hour < 21
            assert act.at >= poured + timedelta(hours=act.due_h) - timedelta(minutes=1)


def test_frost_by_nurse_and_saul_has_no_hours_at_all() -> None:
    found = plan(top(cure={"temperature_c": 0, "maturity": "Nurse-Saul"}), SHOP)
    assert found.cure.acts == ()
    assert {"too-cold-to-pour"} == {one.finding.code for one in found.findings if one.station == "cure"}


@pytest.mark.parametrize(
    ("moist", "celsius", "hours"),
    [
        ("ACI 308", 20, 168),
        ("EN 13670 class 2", 26, 36),
        ("EN 13670 class 2", 20, 60),
        ("EN 13670 class 3", 12, 168),
        ("EN 13670 class 3", 6, 216),
    ],
)
def test_kept_moist_by_the_standard_chosen(moist: str, celsius: float, hours: float) -> None:
    assert acts(cure={"moist": moist, "temperature_c": celsius})["moist"].hours.value == hours


def test_in_the_cool_aci_308_waits_for_70_percent() -> None:
    found = acts(cure={"temperature_c": 6})
    assert found["moist"].hours.value == found["install"].hours.value > 168


def test_a_pour_needs_a_time_with_its_zone_and_a_zone_that_exists() -> None:
    with pytest.raises(ValidationError, match="timezone"):
        top(cure={"poured_at": "2026-05-04T18:00:00"})
    with pytest.raises(ValidationError, match="There is no time zone “Fennel/Row”"):
        Shop.model_validate({"hours": {"zone": "Fennel/Row"}})


def test_the_agenda_has_what_is_due_first_and_folds_what_is_over() -> None:
    plans = [
        Scheduled("a", "First", ahead_of(plan(top(cure={"poured_at": POUR.isoformat()}), SHOP))),
        Scheduled("b", "Second", ahead_of(plan(top(cure={"poured_at": (POUR + timedelta(days=2)).isoformat()}), SHOP))),
        Scheduled("c", "Unset", ahead_of(plan(top(), SHOP))),
    ]
    strip = plans[0].ahead.acts[3].at
    assert strip is not None
    told = schedule(plans, strip + timedelta(hours=1), "UTC").acts
    assert [(act.job, act.id) for act in told if act.when == "due"] == [("a", "pour"), ("a", "strip")]
    ahead = [act for act in told if act.when == "ahead"]
    assert [act.at for act in ahead] == sorted(act.at for act in ahead)
    assert {act.id for act in told if act.when == "past"} == {"bleed", "float", "cover"}
    assert {act.job for act in told} == {"a", "b"}
    later = schedule(plans, strip + timedelta(hours=40), "UTC").acts
    assert ("a", "strip") in [(act.job, act.id) for act in later if act.when == "past"]

"""Hours: in order, slower in the cold, by the lower edge, never in the night where they can wait."""

from datetime import UTC, datetime, timedelta
from itertools import pairwise
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.jobs import top
from ulbrek.core.after.outlook import Ahead, ahead_of
from ulbrek.core.after.schedule import ScheduledAct, schedule
from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure
from ulbrek.core.cure.brief import CureBrief
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.result import Act
from ulbrek.core.cure.station import cure
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.clock.maturity import pace
from ulbrek.core.kit.clock.strength import SULFO_ALUMINATE, age_at_share, share_at
from ulbrek.core.materials.mixes import StrengthPoint
from ulbrek.core.plan.plan import plan

SHOP = Shop()
MIX = SHOP.mixes[0]
POUR = datetime(2026, 5, 4, 9, 0, tzinfo=UTC)


def acts(shop: Shop = SHOP, **changed: Any) -> dict[str, Act]:
    return {act.id: act for act in plan(top(**changed), shop).cure.acts}


def test_the_acts_of_a_top_cast_face_down_at_20_degrees() -> None:
    found = acts()
    assert list(found) == [
        "bleed",
        "float",
        "cover",
        "strip",
        "turn",
        "carry",
        "moist",
        "install",
        "seal",
        "cured",
        "load",
    ]
    assert "trowel" in acts(piece={"cast": "face up"})
    # 3.5 of 24 MPa by ACI 209: 24 x 4 x 0.1458 / (1 - 0.85 x 0.1458) = 15.98 h after the latest final set, 8.0 h
    assert found["strip"].due_h == pytest.approx(15.98 + 8.0, abs=0.01)
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
    found = cure(inputs, CureBrief(MIX, face_up=False, needs=wanted), Hours()).acts
    due = {act.piece: act.due_h for act in found if act.id == "turn"}
    hours = [due[piece] for piece, _ in wanted]
    assert hours == sorted(hours)
    # When it is due, even the least strength of the bag is what is asked: by the curve, from the latest final set.
    runs = pace(maturity, celsius).value  # type: ignore[arg-type]  # one of the two
    for (piece, _), mpa in zip(wanted, sorted(needs), strict=True):
        age = due[piece] * runs - MIX.final_set_h * 1.25
        assert share_at(by, MIX.gain, age / 24) * MIX.strength_28_least_mpa == pytest.approx(mpa, rel=1e-6)  # type: ignore[arg-type]


def test_what_is_packed_has_no_bleed_water_to_wait_for() -> None:
    acts = [{act.id for act in plan(top(mix={"feel": feel}), SHOP).cure.acts} for feel in ("packed", "plastic")]
    assert acts[1] - acts[0] == {"bleed"}


def test_strength_counts_from_final_set_and_never_falls() -> None:
    curve = plan(top(), SHOP).cure.curve
    assert all(point.likely_mpa == 0 for point in curve if point.hour <= 6.4)
    for before, after in pairwise(curve):
        assert before.likely_mpa <= after.likely_mpa
        assert after.low_mpa <= after.likely_mpa <= after.high_mpa
    assert curve[-1].likely_mpa == pytest.approx(26, rel=0.01)


def test_what_falls_into_the_night_waits_for_the_morning_of_the_place() -> None:
    shop = Shop.model_validate({"hours": {"zone": "America/Toronto"}})
    found = acts(shop, cure={"poured_at": "2026-05-04T22:00:00-04:00"})
    strip = found["strip"]  # 24 h later: ten at night
    assert strip.at == datetime(2026, 5, 6, 11, 0, tzinfo=UTC)  # seven in Toronto
    assert strip.moved
    assert found["cover"].at == datetime(2026, 5, 5, 5, 0, tzinfo=UTC)  # it cannot wait
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


def _ahead(job: Job) -> Ahead:
    return ahead_of(job, plan(job, SHOP))


def test_the_agenda_has_what_is_due_first_and_folds_what_is_over() -> None:
    plans = [
        ScheduledAct("a", "First", _ahead(top(cure={"poured_at": POUR.isoformat()}))),
        ScheduledAct("b", "Second", _ahead(top(cure={"poured_at": (POUR + timedelta(days=2)).isoformat()}))),
        ScheduledAct("c", "Unset", _ahead(top())),
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


RAPID = {"mix": "rapid", "bag": "50lb", "container": "bucket"}


def test_sulfo_aluminate_hardens_by_a_curve_of_its_own() -> None:
    """About 5 MPa an hour after final set, 20 at three, 32 after a day, 45 at 28 days at 20 °C: common practice."""
    curve = {int(at.hour): at.likely_mpa for at in plan(top(mix=RAPID), SHOP).cure.curve}
    assert curve[0] == 0
    assert curve[4] == pytest.approx(20, abs=0.2)  # 3.25 h after set at 0.75
    assert curve[24] == pytest.approx(32, abs=0.5)
    assert curve[672] == pytest.approx(45, abs=0.1)
    found = acts(mix=RAPID)
    assert list(found)[:3] == ["leave", "wet", "strip"]
    assert found["strip"].due_h < found["wet"].due_h + 1.3
    assert found["turn"].due_h < 4
    assert found["install"].due_h < 30
    assert found["moist"].hours.value == pytest.approx(0.75 + 1)


def test_a_bag_s_own_table_rules() -> None:
    """A fast-set bag: 5 MPa at 2.5 h, 8 at 4 h, 18 at a day, by its print."""
    mix = SHOP.mixes[0].model_copy(
        update={
            "initial_set_h": 0.4, "final_set_h": 0.7,
            "strengths": tuple(StrengthPoint(hours=h, strength_mpa=m) for h, m in ((2.5, 5), (4, 8), (24, 18))),
        }
    )  # fmt: skip
    shop = SHOP.model_copy(update={"mixes": (mix,)})
    curve = {int(at.hour): at.likely_mpa for at in plan(top(), shop).cure.curve}
    assert (curve[4], curve[24], curve[672]) == pytest.approx((8, 18, 26), abs=0.01)


@given(st.floats(0.01, 1.0))
def test_a_table_is_read_forth_and_back(share: float) -> None:
    """Against numpy's interpolation, which shares no code with it."""
    ages, shares = [0.0, *SULFO_ALUMINATE.ages_h], [0.0, *SULFO_ALUMINATE.shares, 1.0]
    age = age_at_share("ACI 209", "sulfo-aluminate", share, "it").value
    assert age == pytest.approx(np.interp(share, shares, ages))
    assert share_at("ACI 209", "sulfo-aluminate", age / 24) == pytest.approx(share)


@given(st.floats(2.2, 7.0), st.floats(0.05, 2.0))
def test_more_water_never_raises_a_strength(water: float, more: float) -> None:
    """7 l to 80 lb left 21 % by Mix, and Cure still said 24 to 28 MPa."""
    less, wetter = (plan(top(mix={"bag": "80lb", "water_per_bag_l": litres}), SHOP) for litres in (water, water + more))
    assert wetter.mix.wetness.strength_left.value <= less.mix.wetness.strength_left.value <= 100
    share = wetter.mix.wetness.strength_left.value / 100
    assert wetter.cure.curve[-1].likely_mpa == pytest.approx(26 * share, rel=0.01)
    assert wetter.cure.strength_28_high_mpa == pytest.approx(28 * share)
    ready = {act.id: act for act in less.cure.acts}
    for act in wetter.cure.acts:
        assert act.never or act.due_h >= ready[act.id].due_h - 1e-9


@pytest.mark.parametrize("maturity", ["Arrhenius", "Nurse-Saul"])
def test_under_five_below_nothing_hardens_by_whichever_school(maturity: str) -> None:
    cold = plan(top(cure={"temperature_c": -6, "maturity": maturity}), SHOP)
    assert cold.cure.acts == ()
    assert cold.cure.curve[-1].high_mpa == 0


def test_one_school_rules_the_clock_of_mix_and_of_cure() -> None:
    told = plan(top(cure={"temperature_c": 10, "maturity": "Nurse-Saul"}), SHOP)
    assert told.cure.pace.value == 0.5
    assert told.mix.clock.working.value == 2 * 75


def test_a_retarder_moves_set_working_time_and_gates() -> None:
    plain, slow = (plan(top(mix=RAPID | doses), SHOP) for doses in ({}, {"doses": [{"admixture": "citric-acid"}]}))
    assert slow.mix.clock.working.value == pytest.approx(1.75 * plain.mix.clock.working.value)
    assert slow.cure.final_set is not None
    assert slow.cure.final_set.value == pytest.approx(1.75 * 0.75)
    assert all(b.due_h > a.due_h for a, b in zip(plain.cure.acts[:6], slow.cure.acts[:6], strict=True))


def test_what_takes_too_long_in_the_cold_has_no_hour() -> None:
    """At 3 °C by Nurse and Saul a day is worth 3.6 h: its 28-day strength would come after half a year."""
    found = acts(cure={"temperature_c": 3, "maturity": "Nurse-Saul"})
    assert found["load"].never
    assert found["load"].at is None
    assert not found["strip"].never
    assert found["strip"].due_h > 300 / 13


def test_it_stays_in_its_form_by_the_clock_also_when_it_is_strong() -> None:
    hot = acts(cure={"temperature_c": 34, "maturity": "Nurse-Saul", "strength_by": "EN 1992"})
    assert hot["strip"].due_h >= 12


@given(hour=st.integers(0, 23), count=st.integers(2, 9), warm=st.floats(8, 30))
def test_the_forms_are_filled_again_when_they_are_off_and_somebody_is_there(hour: int, count: int, warm: float) -> None:
    begins = datetime(2026, 5, 4, hour, tzinfo=UTC)
    cured = plan(top(piece={"count": count}, cure={"poured_at": begins.isoformat(), "temperature_c": warm}), SHOP).cure
    off = next(act.due_h for act in cured.acts if act.id == "strip")
    assert len(cured.turns) == count
    assert cured.turns[0].at == begins
    for before, after in pairwise(cured.turns):
        assert before.at and after.at
        waited = (after.at - before.at).total_seconds() / 3600
        assert off - 0.01 <= waited <= off + 10.5  # at most a night, and half an hour to round to
        assert SHOP.hours.quiet_until <= after.at.time() < SHOP.hours.quiet_from

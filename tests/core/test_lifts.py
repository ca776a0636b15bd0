"""What turning and carrying ask, and how it becomes an hour."""

from typing import Any

import pytest

from tests.jobs import opening, top
from ulbrek.core.handling.result import Lift
from ulbrek.core.plan import Plan, plan
from ulbrek.core.shop import Shop

SHOP = Shop()
LONG = {"outline": {"length": "1500 mm", "width": "600 mm"}}


def planned(*features: dict[str, Any], **changed: Any) -> Plan:
    return plan(top(*features, **changed), SHOP)


def lifts(job: Plan) -> dict[str, Lift]:
    return {lift.id: lift for lift in job.pieces[0].handling.lifts}


def test_flat_at_the_ends_asks_most_and_on_edge_least() -> None:
    found = lifts(planned(piece=LONG))
    needed = {id_: lift.needed.value for id_, lift in found.items() if id_ != "turn"}
    assert sorted(needed, key=lambda one: needed[one]) == ["on edge", "flat, at quarter points", "flat, at the ends"]
    # 1.5 x 1.3 x 0.75 rho g L² / t over 0.62, squared
    density = planned().mix.density.value
    stress = 0.75 * density * 9.80665 * 1.5**2 / 0.04 / 1e6
    assert found["flat, at the ends"].stress.value == pytest.approx(stress)
    assert needed["flat, at the ends"] == pytest.approx((1.5 * 1.3 * stress / 0.62) ** 2)


def test_turning_bends_it_across_and_must_come_off_the_form() -> None:
    wide = lifts(planned(piece=LONG))["turn"]
    deep = lifts(planned(piece={"outline": {"length": "600 mm", "width": "1500 mm"}}))["turn"]
    assert (wide.along, deep.along) == ("y", "x")  # always over the shorter side
    assert wide.stress.value == pytest.approx(deep.stress.value)
    flat = lifts(planned(piece={"outline": {"length": "600 mm", "width": "600 mm"}}))["flat, at the ends"]
    assert wide.stress.value == pytest.approx(flat.stress.value)
    assert wide.needed.value == pytest.approx(flat.needed.value * 1.3**2)  # suction


def test_it_would_break_beside_the_opening() -> None:
    lift = lifts(planned(opening(x={"offset": "500 mm"}), piece=LONG))["flat, at the ends"]
    assert 500 - 225 <= lift.at_mm <= 500 + 225
    (front, back) = lift.strips
    assert (front.start_mm, back.end_mm) == (0, 600)
    assert (front.end_mm, back.start_mm) == pytest.approx((135, 465), abs=0.5)
    assert lift.stress.value > lifts(planned(piece=LONG))["flat, at the ends"].stress.value


def test_a_lift_that_asks_more_than_ten_mpa_puts_its_hour_off() -> None:
    def carry(way: str) -> tuple[float, float]:
        job = planned(piece={"outline": {"length": "1700 mm", "width": "600 mm"}}, handling={"carry": way})
        act = next(one for one in job.cure.acts if one.id == "carry")
        assert act.strength is not None
        return act.strength.value, act.due_h

    on_edge, flat = carry("on edge"), carry("flat, at the ends")
    assert on_edge[0] == 10
    assert 10 < flat[0] < 24
    assert flat[1] > on_edge[1] + 24


def test_what_is_carried_waits_until_it_may_be_turned() -> None:
    square = {"outline": {"length": "1400 mm", "width": "1400 mm"}}  # turning asks more than carrying it on edge
    job = planned(piece=square)
    acts = {act.id: act for act in job.cure.acts}
    assert acts["turn"].strength is not None and acts["carry"].strength is not None
    assert acts["turn"].strength.value > acts["carry"].strength.value
    assert acts["carry"].hours.value >= acts["turn"].hours.value

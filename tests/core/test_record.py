"""What has happened flows into the plan: water-in times, doses, tests, readings, states, acts done."""

import json
from dataclasses import asdict, fields
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter, ValidationError

from tests.core.test_plan import WORDS, shown
from tests.jobs import demo_job, opening, top
from ulbrek.core.after.changes import changed_since
from ulbrek.core.after.outlook import ahead_of
from ulbrek.core.after.schedule import ScheduledAct, due_on, schedule
from ulbrek.core.buying.demand import Part, PlannedJob, allot, built_part, rests, takes, takes_of_pour
from ulbrek.core.cure.readings import hours_of
from ulbrek.core.cure.result import Act
from ulbrek.core.cure.warmth import kept_at
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.casting import FOLLOWS, STATES, has_reached, may_follow
from ulbrek.core.records.mould import expected_life, service_on, wear
from ulbrek.core.records.record import EMPTY, Record, part_of, rules_over
from ulbrek.core.rulebook import rule_book

SHOP = Shop()
POUR = datetime(2026, 5, 4, 9, 0, tzinfo=UTC)
H = timedelta(hours=1)
JOB = top(cure={"poured_at": (POUR - H).isoformat()})


def record(**told: Any) -> Record:
    return Record.model_validate({"water_in_at": POUR, **told})


def acts(of: Record) -> dict[str, Act]:
    return {act.id: act for act in plan(JOB, SHOP, of).cure.acts}


def batch(bags: float, water_l: float) -> dict[str, Any]:
    return {"bags": bags, "water_l": water_l, "at": POUR}


def degrees(celsius: float, until_h: int) -> list[dict[str, Any]]:
    return [{"at": POUR + hour * H, "celsius": celsius} for hour in range(1, until_h + 1)]


def test_hours_count_from_when_the_water_really_went_in() -> None:
    assert plan(JOB, SHOP).cure.poured_at == POUR - H
    late = plan(JOB, SHOP, record()).cure
    assert late.poured_at == POUR
    assert late.acts[0].earliest_at is not None
    assert late.acts[0].earliest_at > POUR


def test_the_first_batch_s_water_becomes_the_dose_of_the_rest() -> None:
    mixed = plan(JOB, SHOP, record(batches=[batch(2, 5.6), batch(1, 2.8)])).mix
    assert mixed.mixed is not None
    assert mixed.mixed.dose_found.value == pytest.approx(2.8)
    assert mixed.water_planned_l == pytest.approx(2.8)
    # 900 x 600 x 40 mm are 21.6 l; a 60 lb bag with 2.8 l instead of 2.675 gives 12.865: 1.68 bags, 1.75 in quarters
    assert mixed.mixed.bags_used.value == 3
    assert mixed.mixed.bags_to_go.value == 0
    one = plan(JOB, SHOP, record(batches=[batch(1, 2.8)])).mix.mixed
    assert one is not None
    assert one.bags_to_go.value == 0.75


def test_wetter_batches_are_lighter_and_there_is_more_of_them() -> None:
    dry, wet = (plan(JOB, SHOP, record(batches=[batch(1, water)])).mix for water in (2.2, 3.2))
    assert wet.bag_yield.value - dry.bag_yield.value == pytest.approx(1.0)
    assert wet.density.value < dry.density.value


def test_acts_already_done_leave_the_agenda_and_those_not_done_stay_due() -> None:
    told = record(done=[{"act": "float", "at": POUR + 2 * H}, {"act": "strip", "piece": "top", "at": POUR + 30 * H}])
    assert acts(told)["strip"].done_at == POUR + 30 * H
    assert acts(told)["turn"].done_at is None
    scheduled = [ScheduledAct("a", "Top", ahead_of(JOB, plan(JOB, SHOP, told)), "p", poured=True)]
    due = {act.id for act in schedule(scheduled, POUR + 24 * 60 * H, "UTC").acts if act.when == "due"}
    assert due == {"turn", "carry", "moist", "seal"}  # weeks later still: nothing is guessed of a recorded pour
    assert "pour" not in {act.id for act in schedule(scheduled, POUR, "UTC").acts}


def test_a_state_that_every_casting_reached_is_an_act_done() -> None:
    told = acts(record(reached=[{"piece": "top", "state": "turned", "at": POUR + 70 * H}]))
    assert {name for name, act in told.items() if act.done_at} == {"strip", "turn"}


def test_an_act_on_the_agenda_says_all_that_is_known_of_it_ahead() -> None:
    ahead = ahead_of(JOB, plan(JOB, SHOP, record()))
    told = schedule([ScheduledAct("a", "Top", ahead, "p", poured=True)], POUR + 24 * H, "UTC").acts
    by_id = {act.id: act for act in told}
    assert set(by_id) == {act.id for act in ahead.acts}
    for act in ahead.acts:
        there = by_id[act.id]
        assert {field.name: getattr(there, field.name) for field in fields(act)} == asdict(act)
        assert (there.job, there.job_name, there.pour, there.poured) == ("a", "Top", "p", True)


def test_a_pour_that_is_only_planned_is_on_the_agenda_itself() -> None:
    told = schedule([ScheduledAct("a", "Top", ahead_of(JOB, plan(JOB, SHOP)), "p")], POUR, "UTC").acts
    assert (told[0].id, told[0].when, told[0].pour) == ("pour", "due", "p")


@given(st.floats(5, 35), st.integers(1, 40), st.sampled_from(["ACI 209", "EN 1992"]))
def test_readings_as_warm_as_planned_change_nothing(celsius: float, until_h: int, standard: str) -> None:
    job = top(cure={"poured_at": POUR.isoformat(), "temperature_c": celsius, "strength_by": standard})
    as_planned, as_read = (plan(job, SHOP, record(temperatures=degrees(celsius, n))).cure for n in (0, until_h))
    for one, other in zip(as_planned.acts, as_read.acts, strict=True):
        assert other.hours.value == pytest.approx(one.hours.value, rel=1e-6)
    assert [p.likely_mpa for p in as_read.curve] == pytest.approx([p.likely_mpa for p in as_planned.curve], abs=1e-6)


def test_a_cold_night_by_the_thermometer_moves_every_hour_out() -> None:
    cold, warm = acts(record(temperatures=degrees(8, 20))), acts(record(temperatures=degrees(30, 20)))
    planned = acts(record())
    for name in ("strip", "turn", "install"):
        assert warm[name].hours.value < planned[name].hours.value < cold[name].hours.value


def test_the_age_that_readings_give_is_the_integral_of_their_pace() -> None:
    readings = Record.model_validate(
        {"temperatures": [{"at": POUR + 2 * H, "celsius": 10}, {"at": POUR + 4 * H, "celsius": 30}]}
    ).temperatures
    read = hours_of(POUR, readings)
    assert [hour for hour, _ in read] == [2, 4]
    found = kept_at(20.0, read, "Nurse-Saul")
    assert found.age_at(4) == pytest.approx(2 * 10 / 20 + 2 * 20 / 20)  # two hours at 10 °C, two at a mean of 20
    assert hours_of(POUR + 5 * H, readings) == []


def test_a_test_that_says_not_yet_puts_its_act_off_and_no_other() -> None:
    planned = acts(record())
    asked = POUR + 4 * H
    told = acts(record(tests=[{"act": "float", "at": asked, "ready": False}]))
    assert told["float"].hours.value == pytest.approx(4.4)
    assert told["cover"].hours.value == planned["cover"].hours.value
    ready = acts(record(tests=[{"act": "float", "at": asked, "ready": True}]))
    assert ready["float"].hours.value == planned["float"].hours.value


def test_a_part_of_a_job_has_the_pieces_and_counts_of_its_pour() -> None:
    weights = demo_job(3)
    second = weights.pieces[0].model_copy(update={"id": "spare"})
    job, first = weights.model_copy(update={"pieces": (*weights.pieces, second)}), weights.pieces[0].id
    part = part_of(job, {"spare": 2, first: 0})
    assert [(piece.id, piece.count) for piece in part.pieces] == [("spare", 2)]
    assert plan(part, SHOP).mix.poured_volume.value < plan(job, SHOP).mix.poured_volume.value
    with pytest.raises(ValueError, match="no piece “lid”"):
        part_of(job, {"lid": 1})
    with pytest.raises(ValueError, match="Nothing is poured"):
        part_of(job, {first: 0})


def test_what_happened_rules_over_the_plan_until_another_pour_is_planned() -> None:
    assert rules_over(POUR, JOB.cure.poured_at)
    assert rules_over(POUR, None)
    assert not rules_over(None, JOB.cure.poured_at)
    assert not rules_over(POUR, POUR + 24 * H)


def test_a_casting_goes_forward_and_ends_in_the_archive() -> None:
    for state in STATES:
        assert all(STATES.index(then) > STATES.index(state) for then in FOLLOWS[state])
        ahead, seen = [state], set()
        while ahead:
            seen.add(one := ahead.pop())
            ahead += FOLLOWS[one]
        assert "archived" in seen
    assert not may_follow("planned", "stripped")
    assert has_reached("turned", "stripped")


@pytest.mark.parametrize(
    ("fillings", "since", "said", "left", "service_in"),
    [
        (39, 3, "good", 11, 7),
        (40, 3, "nearly spent", 10, 7),
        (39, 10, "service is due", 11, 0),
        (50, 0, "past its life", 0, 10),
        (61, 61, "past its life", 0, 0),
    ],
)
def test_a_mould_says_what_is_left_of_it(fillings: int, since: int, said: str, left: int, service_in: int) -> None:
    told = wear(fillings, since, usual_life=50, service_every=10)
    assert (told.state, told.left, told.service_in) == (said, left, service_in)


def test_a_mould_of_which_nothing_is_said_is_good_for_ever() -> None:
    assert wear(10_000, 10_000, None, None).state == "good"


@pytest.mark.parametrize("number", range(1, 11))
def test_nothing_has_changed_between_a_plan_and_itself(number: int) -> None:
    planned = plan(demo_job(number), SHOP)
    assert changed_since(TypeAdapter(Plan).dump_python(planned, mode="json"), planned) == ()


def test_what_has_changed_since_a_plan_is_told_figure_by_figure() -> None:
    then = TypeAdapter(Plan).dump_python(plan(top(opening()), SHOP), mode="json")
    assert changed_since(then, plan(top(opening()), SHOP)) == ()
    told = {one.key: one for one in changed_since(then, plan(top(opening(), piece={"thickness": "50 mm"}), SHOP))}
    assert told["mix.poured_volume"].then == pytest.approx(told["mix.poured_volume"].now / 50 * 40, rel=1e-6)  # type: ignore[operator]
    assert "measure.net_area@top" not in told
    without = {one.key: one for one in changed_since(then, plan(top(), SHOP))}
    assert [one.now for one in without.values() if "sink" in one.key] == [None] * 5
    # In the order of the work: what is measured comes before what is mixed.
    assert [one.split(".")[0] for one in told if one.split(".")[0] in ("measure", "mix")] == sorted(
        one.split(".")[0] for one in told if one.split(".")[0] in ("measure", "mix")
    )


def test_a_job_takes_what_its_plan_says_and_leaves_its_offcuts() -> None:
    job = demo_job(1)
    planned = plan(job, SHOP)
    told = {one.kind: one for one in takes(job, SHOP, planned)}
    assert told["bag"].quantity == planned.mix.bags.value
    assert told["sheet"].quantity == planned.cutting.sheet_count.value
    assert {kind for kind, one in told.items() if not one.of_form} == {"bag", "bar", "mesh"}  # what a mould wants too
    left = rests(planned)
    sizes = [one.length_mm * one.width_mm for one in left]
    assert sizes == sorted(sizes, reverse=True)
    (kind,) = planned.cutting.kinds
    cut = sum(p.length_mm * p.width_mm for sheet in kind.sheets for p in sheet.panels)
    whole = kind.sheet_length_mm * kind.sheet_width_mm * len(kind.bought)
    assert sum(sizes) + cut < whole


def test_without_a_record_the_plan_is_of_the_job_alone() -> None:
    assert plan(JOB, SHOP, EMPTY) == plan(JOB, SHOP)


HOURS = st.floats(-30, 3000).map(lambda hour: (POUR + hour * H).isoformat())
ACTS = st.sampled_from(("bleed", "float", "cover", "strip", "turn", "carry", "moist", "seal", "load", "dance"))
PIECES = st.sampled_from((None, "top", "lid"))
RECORDS = st.fixed_dictionaries(
    {},
    optional={
        "water_in_at": HOURS,
        "batches": st.lists(
            st.fixed_dictionaries({"bags": st.floats(0.25, 200), "water_l": st.floats(0.01, 2000), "at": HOURS}),
            max_size=5,
        ),
        "done": st.lists(st.fixed_dictionaries({"act": ACTS, "piece": PIECES, "at": HOURS}), max_size=6),
        "tests": st.lists(st.fixed_dictionaries({"act": ACTS, "at": HOURS, "ready": st.booleans()}), max_size=4),
        "temperatures": st.lists(st.fixed_dictionaries({"at": HOURS, "celsius": st.floats(-40, 120)}), max_size=12),
        "strengths": st.lists(
            st.fixed_dictionaries(
                {"at": HOURS, "method": st.sampled_from(["cube", "cylinder", "rebound"]), "mpa": st.floats(0.001, 150)}
            ),
            max_size=4,
        ),
        "reached": st.lists(
            st.fixed_dictionaries({"piece": st.just("top"), "state": st.sampled_from(STATES), "at": HOURS}), max_size=2
        ),
    },
)


@given(RECORDS, st.floats(-20, 45), st.sampled_from(["Arrhenius", "Nurse-Saul"]))
def test_whatever_has_happened_there_is_a_plan_whose_figures_can_be_asked_why(
    told: dict[str, Any], celsius: float, maturity: str
) -> None:
    of = Record.model_validate(told)
    cure = {"poured_at": POUR.isoformat(), "temperature_c": celsius, "maturity": maturity}
    job = top(opening(), cure=cure)
    planned = plan(job, SHOP, of)
    assert Record.model_validate_json(of.model_dump_json()) == of
    json.dumps(TypeAdapter(Plan).dump_python(planned, mode="json"), allow_nan=False)  # every number is one
    pages = {page.id: page.formula for page in rule_book()}
    for figure in shown(planned):
        values = {name: put_in.value for name, put_in in figure.inputs.items()}
        names = {**WORDS, **values, "inputs": list(values.values())}
        worked = eval(pages[figure.rule], {"__builtins__": {}}, names)  # noqa: S307 - our own rule book
        assert worked == pytest.approx(figure.value, rel=1e-9, abs=1e-9), figure.key
    scheduled = ScheduledAct("a", "Top", ahead_of(job, planned), "p", poured=True)
    for act in schedule([scheduled], POUR + 100 * H, "UTC").acts:
        assert of.history.done_at(act.id, act.piece) is None


@given(RECORDS)
def test_acts_of_a_piece_stay_in_their_order_whatever_the_thermometer_says(told: dict[str, Any]) -> None:
    of = Record.model_validate({**told, "tests": []})
    hours = {act.id: act.hours for act in plan(JOB, SHOP, of).cure.acts}
    for one, other in (("strip", "turn"), ("turn", "carry"), ("moist", "seal"), ("install", "load")):
        if one in hours:
            assert hours[one].value <= hours[other].value + 1e-6


@given(st.lists(st.floats(-20, 60), min_size=1, max_size=30), st.sampled_from(["Arrhenius", "Nurse-Saul"]))
def test_warmer_readings_never_make_it_younger(celsius: list[float], by: Any) -> None:
    def age(add: float) -> float:
        read = [(n + 1.0, c + add) for n, c in enumerate(celsius)]
        return kept_at(20.0, read, by).age_at(len(celsius))

    assert age(0) <= age(3) + 1e-9


@pytest.mark.parametrize(
    ("found", "kept"),
    [
        ({"bags": 0, "water_l": 2}, "bags"),
        ({"bags": 1, "water_l": -1}, "water_l"),
        ({"bags": 1, "water_l": float("nan")}, "water_l"),
    ],
)
def test_a_batch_of_nothing_is_no_batch(found: dict[str, Any], kept: str) -> None:
    with pytest.raises(ValidationError, match=kept):
        record(batches=[{**found, "at": POUR}])


def test_what_is_due_on_a_casting_is_its_next_act_until_it_is_settled() -> None:
    told = plan(JOB, SHOP, record(done=[{"act": act, "at": POUR + 2 * H} for act in ("float", "cover")]))
    for state, act in (("poured", "strip"), ("in use", None), ("failed", None)):
        due = due_on("top", state, told)  # type: ignore[arg-type]
        assert (due.id if due else None) == act
    assert due_on("another", "poured", told) is not None  # what is done to all alike
    unsaid = plan(JOB, SHOP, record())
    after = [due_on("top", state, unsaid) for state in ("poured", "stripped", "turned")]  # type: ignore[arg-type]
    assert [act.id if act else None for act in after] == ["float", "turn", "carry"], "nobody floats what is stripped"


@pytest.mark.parametrize(
    ("wanted", "free", "parts", "short"),
    [
        (4, [3, 9, 20], [("b", 4)], 0),  # one lot that has all of it, the oldest such: one colour
        (4, [4, 9], [("a", 4)], 0),
        (12, [3, 9], [("a", 3), ("b", 9)], 0),
        (14, [3, 0, 9], [("a", 3), ("c", 9)], 2),
        (2, [], [], 2),
        (0.5, [0.25, 0.5], [("b", 0.5)], 0),
    ],
)
def test_a_take_comes_from_one_lot_if_it_can_and_says_what_is_short(
    wanted: float, free: list[float], parts: list[tuple[str, float]], short: float
) -> None:
    told = allot(wanted, [Part(lot, quantity) for lot, quantity in zip("abcd", free, strict=False)])
    assert [(one.lot, one.quantity) for one in told.parts] == parts
    assert told.short == short


def test_a_piece_in_a_mould_wants_its_mix_but_no_boards() -> None:
    job = top(piece={"count": 2})
    whole = PlannedJob(job, plan(job, SHOP))
    assert built_part(job, ["top"]) == job
    assert built_part(job, []) is None
    built = {one.kind: one for one in takes_of_pour(whole, SHOP, whole)}
    in_mould = {one.kind: one for one in takes_of_pour(whole, SHOP, None)}
    assert built == {one.kind: one for one in takes(job, SHOP, plan(job, SHOP))}
    assert "sheet" not in in_mould
    assert in_mould["bag"] == built["bag"]


def test_a_mould_lives_by_the_trade_until_moulds_were_retired_here() -> None:
    trade = expected_life(40, [])
    assert trade.likely == pytest.approx(40)
    assert trade.low < 40 / 2 and trade.high > 40 * 2
    here = expected_life(40, [0.5] * 8)
    assert 20 < here.likely < 22
    assert here.high / here.low < trade.high / trade.low
    assert expected_life(40, [0.5] * 8 + [500.0]) == here  # counted wrongly


def test_service_comes_at_the_pace_of_the_last_months() -> None:
    now = datetime(2026, 9, 1, tzinfo=UTC)
    weekly = [now - timedelta(days=7 * week) for week in range(1, 11)]
    due = service_on(4, weekly, now)
    assert due is not None
    assert (due - now).days == 28
    assert service_on(4, [*weekly, now - timedelta(days=900)], now) == due
    assert service_on(60, weekly, now) is None  # more than a year off
    for in_uses, filled in ((0, weekly), (None, weekly), (4, weekly[:1]), (4, [])):
        assert service_on(in_uses, filled, now) is None

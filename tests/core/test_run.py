"""A pour as a run: whatever the order in which its entries come, and from the first act to the last."""

import json
import random
from collections.abc import Iterator
from dataclasses import asdict
from datetime import UTC, datetime, timedelta
from functools import cache
from typing import Any
from uuid import UUID

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.jobs import DEMO, core, demo_job, top, top_document
from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Quantity
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.mix.enough import enough
from ulbrek.core.mix.inputs import MixedBatch
from ulbrek.core.plan.briefs.pour import pour_brief
from ulbrek.core.plan.plan import plan
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.forecast import AGAIN_LEAST
from ulbrek.core.pour.result import RunState
from ulbrek.core.pour.said import all_steps
from ulbrek.core.pour.script import Poured, height, script_of
from ulbrek.core.pour.sheet import RunSheet
from ulbrek.core.pour.state import run_state
from ulbrek.core.pour.station import run_sheet
from ulbrek.core.records.record import AT_ONCE, Record

SHOP = Shop.model_validate_json((DEMO / "shop.json").read_bytes())
BEGIN = datetime(2026, 11, 23, 9, 0, tzinfo=UTC)
MINUTE = 60_000.0
MOST_STEPS = 500


def changed(job: Job, **stations: dict[str, Any]) -> Job:
    document = job.model_dump(mode="json")
    for station, fields in stations.items():
        document[station] |= fields
    return Job.model_validate(document)


def pair() -> Job:
    """Two blocks that must look alike, of two sizes, and a third thing that need not."""
    document = top_document(mix={"container": "bucket"})
    [one] = document["pieces"]
    sizes = {"large": "240 mm", "other": "60 mm", "small": "120 mm"}
    document["pieces"] = [
        {**one, "id": key, "name": key.capitalize(), "thickness": thick, "matches": None if key == "other" else "pair"}
        | {"outline": {"length": "400 mm", "width": "300 mm"}}
        for key, thick in sizes.items()
    ]
    return Job.model_validate(document)


JOBS: dict[str, Job] = {
    "the glaze bench's top with its sink": demo_job(1),
    "two weights, a few minutes": demo_job(3),
    "the planter with its core": demo_job(7),
    "the whole yard": demo_job(9),
    "packed": changed(demo_job(1), mix={"feel": "packed", "work": "packed"}),
    "flowing": changed(demo_job(1), mix={"feel": "flowing"}),
    "rapid": top(mix={"mix": "rapid", "bag": "25kg"}) if any(one.id == "rapid" for one in SHOP.mixes) else top(),
    "deep, by one person": top(
        core(depth="300 mm"), piece={"thickness": "400 mm"}, mix={"people": 1, "container": "bucket"}
    ),
    "a set of two sizes": pair(),
    "many bags": top(piece={"outline": {"length": "2000 mm", "width": "1000 mm"}, "thickness": "60 mm", "count": 3}),
}


# The demo's other jobs: each is run through once.
OTHERS: dict[str, Job] = {f"demo {number}": demo_job(number) for number in (2, 4, 5, 6, 8, 10)}


@cache
def sheet_of(name: str) -> RunSheet:
    job = (JOBS | OTHERS)[name]
    return run_sheet(pour_brief(job, plan(job, SHOP, AT_ONCE)))


def ms(at: datetime) -> float:
    return float((at - datetime(1970, 1, 1, tzinfo=UTC)) // timedelta(milliseconds=1))


def entry(number: int, kind: str, at: datetime, step: str | None = None, **said: Any) -> RunEntry:
    return RunEntry.model_validate({"id": UUID(int=number + 1), "kind": kind, "at": at, "step": step, **said})


def played(sheet: RunSheet) -> Iterator[tuple[RunState, RunEntry]]:
    """A pour as two people would run it who press as soon as they may; each state, and what is written down in it."""
    entries: list[RunEntry] = []
    now = BEGIN
    answers = {step.id: [one.id for one in step.answers if one.leads == "on"] for step in all_steps(sheet)}
    twofold = {step.id for step in all_steps(sheet) if step.twofold}
    for number in range(MOST_STEPS):
        state = run_state(sheet, entries, ms(now))
        if state.over:
            return
        steps = {one.id: one for one in state.steps}
        key = next((one for one in (state.placer, state.mixer) if one and steps[one].status == "open"), None)
        if key is None:
            now = datetime.fromtimestamp(
                min(steps[one].from_at for one in (state.placer, state.mixer) if one) / 1000, UTC
            )
            now += timedelta(seconds=1)
            continue
        if steps[key].passed or key not in twofold:
            now += timedelta(milliseconds=steps[key].lasts)
        right = [] if steps[key].passed else answers[steps[key].step]
        written = entry(number, "answer" if right else "did", now, key, **({"answer": right[0]} if right else {}))
        entries.append(written)
        yield state, written
    raise AssertionError("it never ends")


def runs_at_some_moments() -> list[dict[str, Any]]:
    """Each pour at a few moments, with what people do besides: what the front end must make of it, too."""
    chance, cases = random.Random(22), []  # noqa: S311 - the same each time
    for name in sorted(JOBS):
        sheet = sheet_of(name)
        run = [one for _, one in played(sheet)]
        for count in sorted(chance.sample(range(len(run) + 1), 4)):
            told = run[:count]
            last = told[-1].at if told else BEGIN
            told += chance.sample(told, min(2, count))
            told.append(entry(901, "cup", last, "batch/1/mixed", water_l=0.2))
            told.append(entry(902, "gaps", last, f"strike/{sheet.fills[0].id}", gaps_mm=[3, 5]))
            told.append(entry(903, "hold", last, chance.choice(all_steps(sheet)).id))
            told.append(entry(904, "answer", last, sheet.fills[0].finish[0].id, answer="not yet"))
            told.append(entry(905, "skip", last, chance.choice(sheet.fills[-1].finish).id, text="Rain"))
            told.append(entry(908, "answer", last, "batch/2/mixed", answer="right", water_l=chance.choice([0.4, 40])))
            told.append(entry(909, "did", last - timedelta(hours=chance.choice([1, 12])), "batch/2/water", bags=30))
            told.append(entry(910, "temperature", last, "batch/1/mixed", celsius=chance.choice([18, 70])))
            told.append(entry(911, "gaps", last + timedelta(hours=9), f"strike/{sheet.fills[-1].id}", gaps_mm=[900]))
            told.append(entry(912, "answer", last, chance.choice(sheet.ready).id, answer="not yet"))
            if chance.random() < 0.5:
                told.append(entry(906, "extra", last, bags=1.5))
                told.append(entry(907, "undo", last, of=chance.choice(told).id))
            chance.shuffle(told)
            now = ms(last + timedelta(minutes=chance.randint(0, 200)))
            state = asdict(run_state(sheet, told, now))
            entries = [one.model_dump(mode="json") for one in told]
            plain: dict[str, Any] = json.loads(json.dumps({"sheet": asdict(sheet), "state": state, "now": now}))
            cases.append(plain | {"entries": entries})
    return cases


@pytest.mark.parametrize("name", [*JOBS, *OTHERS])
def test_a_pour_runs_from_its_first_act_to_its_last(name: str) -> None:
    sheet = sheet_of(name)
    run = list(played(sheet))
    written = [one for _, one in run]
    done = [one.step for one in written]
    assert {step for step in done if done.count(step) > 1} <= {one.id for one in all_steps(sheet) if one.twofold}
    end = run_state(sheet, written, ms(written[-1].at))
    assert end.over
    assert end.placed_l == pytest.approx(end.whole_l)
    assert sum(one.bags for one in end.batches) == end.bags >= sheet.bags.bare
    assert end.water_l == pytest.approx(sum(one.bags for one in end.batches) * sheet.bags.start_l)
    at = {step: index for index, step in enumerate(done)}
    for number in range(1, len(end.batches) + 1):
        mine = [index for step, index in at.items() if step and step.startswith(f"batch/{number}/place")]
        assert at[f"batch/{number}/water"] < at[f"batch/{number}/mixed"] < min(mine, default=len(done))
        assert max(at[one.id] for one in sheet.ready) < at[f"batch/{number}/water"]
    for fill in sheet.fills:
        stages = [at[stage.step.id] for stage in fill.stages]
        finish = [at[step.id] for step in fill.finish]
        assert stages == sorted(stages) and finish == sorted(finish)
        assert stages[-1] < min(finish, default=len(done))


@given(data=st.data(), name=st.sampled_from(sorted(JOBS)))
def test_whatever_the_order_and_however_often_entries_come_the_state_is_the_same(
    data: st.DataObject, name: str
) -> None:
    sheet = sheet_of(name)
    run = [one for _, one in played(sheet)]
    told = run[: data.draw(st.integers(0, len(run)))]
    if told:
        gone = data.draw(st.sampled_from(told))
        told.append(entry(900, "undo", told[-1].at, of=gone.id))
        told.append(entry(901, "cup", told[-1].at, "batch/1/mixed", water_l=0.2))
        told.append(entry(902, "answer", told[-1].at, sheet.fills[0].finish[-1].id, answer="not yet"))
    again = data.draw(st.permutations(told + data.draw(st.lists(st.sampled_from(told), max_size=5)) if told else told))
    now = ms(BEGIN + timedelta(minutes=data.draw(st.integers(0, 600))))
    assert asdict(run_state(sheet, again, now)) == asdict(run_state(sheet, told, now))


@given(bags=st.lists(st.sampled_from([0.25, 0.5, 1.0, 1.5]), min_size=1, max_size=6))
def test_the_next_batch_is_the_one_that_mix_says(bags: list[float]) -> None:
    job = JOBS["many bags"]
    record = Record(
        whole=True,
        water_in_at=BEGIN,
        batches=tuple(MixedBatch(bags=one, water_l=2.0 * one, at=BEGIN) for one in bags),
    )
    said = plan(job, SHOP, record).mix.next
    entries = [
        entry(
            number * 2 + part,
            kind,
            BEGIN + timedelta(minutes=number),
            f"batch/{number + 1}/{what}",
            bags=one,
            water_l=2.0 * one,
        )
        for number, one in enumerate(bags)
        for part, (kind, what) in enumerate((("did", "water"), ("answer", "mixed")))
    ]
    batches = run_state(sheet_of("many bags"), entries, ms(BEGIN)).batches
    following = batches[len(bags)] if len(batches) > len(bags) else None
    assert (following and following.bags) == (said and said.bags.value)
    if following and said and said.water:
        assert following.water_l == pytest.approx(said.water.value, abs=0.03)


@given(cuts=st.lists(st.floats(0.3, 9.0), min_size=1, max_size=30), name=st.sampled_from(sorted(JOBS)))
def test_batches_of_any_size_fill_every_form_in_order_and_all_of_it(cuts: list[float], name: str) -> None:
    fills = sheet_of(name).fills
    edges = np.concatenate([[0.0], np.cumsum(cuts)])
    parts = script_of(fills, [Poured(at + 1, edges[at], edges[at + 1]) for at in range(len(cuts))])
    together = len({fill.from_l for fill in fills}) < len(fills)
    placed = [part for part in parts if part.batch is not None]
    reached = [part.to_l for part in placed]
    assert reached == sorted(reached)  # type: ignore[type-var]
    assert (reached[-1] or 0.0) == pytest.approx(min(edges[-1], fills[-1].to_l))
    assert len({part.id for part in parts}) == len(parts)
    between = [part.id for part in parts if part.stage]
    for fill in fills:
        assert [one for one in between if one in {stage.step.id for stage in fill.stages}] == [
            stage.step.id for stage in fill.stages
        ]
    assert together or between == [stage.step.id for fill in fills for stage in fill.stages]
    before = 0.0
    for part in parts:
        for fill in [] if together else fills:
            for stage in fill.stages:
                if part.stage is stage.step and edges[-1] > stage.at_l:
                    assert before == pytest.approx(stage.at_l, abs=1e-5)
        before = part.to_l or before


@given(share=st.floats(0.0, 1.0))
def test_how_high_a_plain_form_is_filled_is_litres_over_area(share: float) -> None:
    fill = sheet_of("many bags").fills[0]
    litres = fill.to_l * share
    assert height(fill, litres) == pytest.approx(litres / fill.count / (2.0 * 1.0), abs=0.01)


@given(cuts=st.lists(st.floats(0.3, 9.0), min_size=1, max_size=12))
def test_each_batch_is_shared_among_the_forms_of_a_set_by_what_they_hold(cuts: list[float]) -> None:
    fills = {fill.id: fill for fill in sheet_of("a set of two sizes").fills}
    large, small = fills["large"], fills["small"]
    assert (large.from_l, large.to_l) == (small.from_l, small.to_l)
    assert large.share == pytest.approx(2 / 3, rel=1e-3)  # 240 mm of the same length and width beside 120 mm
    edges = np.concatenate([[0.0], np.cumsum(cuts)])
    parts = script_of(list(fills.values()), [Poured(at + 1, edges[at], edges[at + 1]) for at in range(len(cuts))])
    for number, size in enumerate(cuts, 1):
        into = {
            piece: size * sum(part.share for part in parts if part.batch == number and part.fill == piece)
            for piece in ("large", "small")
        }
        assert into["large"] == pytest.approx(2 * into["small"], rel=1e-3, abs=1e-5)
    heights = {part.fill: part.to_mm for part in parts if part.batch is not None}
    if edges[-1] < large.to_l:
        assert heights["large"] == pytest.approx(2 * heights["small"], rel=1e-3)


def test_an_act_is_done_when_it_is_said_so_after_its_test() -> None:
    sheet = sheet_of("many bags")
    run = [one for _, one in played(sheet)]
    key = f"float/{sheet.fills[0].id}"
    tested, done = [one for one in run if one.step == key]
    upto = [one for one in run if one.at <= tested.at]
    passed, after = (
        next(step for step in run_state(sheet, entries, ms(done.at)).steps if step.id == key)
        for entries in (upto, [*upto, done])
    )
    assert (passed.status, passed.passed, passed.answer) == ("open", True, "on")
    assert (after.status, after.passed, after.at) == ("done", False, ms(done.at))
    alone = run_state(sheet, [one for one in [*upto, done] if one.id != tested.id], ms(done.at))
    assert next(step for step in alone.steps if step.id == key).status == "done"


def test_a_test_that_says_not_yet_moves_what_comes_after_it_and_teaches_the_other_forms() -> None:
    sheet = sheet_of("the whole yard")
    run = [one for _, one in played(sheet)]
    fill, other = sheet.fills[0], sheet.fills[1]
    float_, cover = f"float/{fill.id}", f"cover/{fill.id}"
    struck = next(one for one in run if one.step == f"strike/{other.id}")
    told = [one for one in run if one.at <= struck.at and not (one.step or "").startswith(("float/", "cover/"))]
    bled = entry(940, "answer", struck.at, f"bleed/{fill.id}", answer="on")
    now = struck.at + timedelta(minutes=90)
    before = {one.id: one for one in run_state(sheet, [*told, bled], ms(now)).steps}
    late = entry(950, "answer", now, float_, answer="not yet")
    after = {one.id: one for one in run_state(sheet, [*told, bled, late], ms(now)).steps}
    assert after[float_].at >= ms(now) + AGAIN_LEAST
    assert after[float_].not_yet == 1
    assert after[cover].at - before[cover].at > after[float_].at - before[float_].at > 0
    assert after[f"cover/{other.id}"].at > before[f"cover/{other.id}"].at


def test_what_somebody_forgot_to_say_stops_nobody() -> None:
    """The mixer never pressed at the water: the batch began a mixing time before it was mixed."""
    sheet = sheet_of("many bags")
    said = [entry(1, "answer", BEGIN, "batch/1/mixed", answer="right", water_l=4.0)]
    first = run_state(sheet, said, ms(BEGIN)).batches[0]
    assert first.water_at is not None and first.water_at == ms(BEGIN) - sheet.bags.mixing_min * first.bags * MINUTE
    assert first.water_l == 4.0


def test_two_who_press_the_same_step_are_both_kept_and_counted_once() -> None:
    sheet = sheet_of("two weights, a few minutes")
    first, second = (entry(at, "did", BEGIN + timedelta(seconds=at), "ready/people") for at in (3, 1))
    state = run_state(sheet, [first, second], ms(BEGIN))
    one = next(step for step in state.steps if step.id == "ready/people")
    assert (one.times, one.at) == (2, ms(second.at))
    undone = run_state(sheet, [first, second, entry(9, "undo", BEGIN, of=second.id)], ms(BEGIN))
    assert next(step for step in undone.steps if step.id == "ready/people").at == ms(first.at)


@given(name=st.sampled_from(sorted(JOBS)), data=st.data())
def test_nothing_that_people_do_is_asked_back_and_every_slip_of_the_pen_is(name: str, data: st.DataObject) -> None:
    sheet = sheet_of(name)
    run = [one for _, one in played(sheet)]
    start, most = sheet.bags.start_l, sheet.bags.most_l
    told = [
        one.model_copy(update={"water_l": data.draw(st.floats(0.85 * start, most)) * sheet.bags.planned[0]})
        if one.step == "batch/1/mixed"
        else one
        for one in run
    ]
    now = ms(run[-1].at)
    assert run_state(sheet, told, now).doubts == ()
    at = next(index for index, one in enumerate(told) if one.step == "batch/1/mixed")
    right = told[at].water_l or 0.0
    for wrong in (10 * right, 1000 * right, right / 10):
        if wrong > 2000:
            continue
        told[at] = told[at].model_copy(update={"water_l": wrong, "insisted": False})
        [doubt] = run_state(sheet, told, now).doubts
        assert (doubt.entry, doubt.field) == (str(told[at].id), "water_l")
        assert min(abs(one - right) for one in doubt.meant) <= right / 100 + 1e-9
        told[at] = told[at].model_copy(update={"insisted": True})
        assert run_state(sheet, told, now).doubts == ()


def test_times_that_cannot_be_are_asked_back() -> None:
    sheet = sheet_of("many bags")
    run = [one for _, one in played(sheet)]
    now = ms(run[-1].at)
    at = next(index for index, one in enumerate(run) if one.step == "batch/3/mixed")

    def asked(by: timedelta) -> list[tuple[str, float]]:
        told = [*run[:at], run[at].model_copy(update={"at": run[at].at + by}), *run[at + 1 :]]
        return [(one.field, one.meant[0]) for one in run_state(sheet, told, now).doubts]

    assert asked(timedelta(minutes=1)) == []
    assert asked(timedelta(hours=-12)) == [("at", ms(run[at].at))]
    assert asked(timedelta(days=2)) == [("at", now)]


def test_what_is_not_ready_yet_holds_up_its_own_step_and_no_other() -> None:
    sheet = sheet_of("the glaze bench's top with its sink")
    laid = next(fill for fill in sheet.fills if fill.steel_at_mm is not None)
    key = f"ready/steel/{laid.id}"
    run = [one for _, one in played(sheet)]
    rest = [one for one in run if one.step not in (key, f"steel/{laid.id}", "ready/cover")]
    told = [
        entry(960, "answer", BEGIN, key, answer="not yet"),
        entry(961, "answer", BEGIN, "ready/cover", answer="not yet"),
        *(one for one in rest if (one.step or "").startswith("ready/")),
    ]
    now = run[-1].at
    open_ = {one.id for one in run_state(sheet, told, ms(now)).steps if one.status == "open"}
    assert "batch/1/water" in open_ and key in open_
    state = run_state(sheet, [*told, *rest], ms(now))
    status = {one.id: one.status for one in state.steps}
    assert status[f"steel/{laid.id}"] == "waits"
    brought = entry(962, "did", now, key)
    after = {one.id: one.status for one in run_state(sheet, [*told, *rest, brought], ms(now)).steps}
    assert after[f"steel/{laid.id}"] == "open"
    level = entry(963, "answer", BEGIN, f"ready/level/{laid.id}", answer="not yet")
    without = [one for one in told if one.step != level.step]
    stopped = {one.id: one.status for one in run_state(sheet, [*without, level], ms(now)).steps}
    assert stopped["batch/1/water"] == "waits"


def test_a_coloured_mix_of_several_batches_is_told_to_keep_its_colour_even() -> None:
    coloured = {"container": "bucket", "bags_per_batch": 1, "doses": [{"admixture": "pigment"}]}
    asked = [
        "ready/colour" in {one.id for one in run_sheet(pour_brief(job, plan(job, SHOP))).ready}
        for job in (top(mix=coloured), top(mix={**coloured, "doses": []}))
    ]
    assert asked == [True, False]


def plain(value: float) -> Figure:
    """A figure that is only its value."""
    return Figure("a", "a", value, "mm2")


def test_it_is_enough_or_not_by_the_gap_under_the_screed() -> None:
    sheet = sheet_of("many bags")
    fill = sheet.fills[0]
    gaps = entry(1, "gaps", BEGIN, f"strike/{fill.id}", gaps_mm=[4, 6, 5])
    told = run_state(sheet, [gaps], ms(BEGIN)).enough
    assert told is not None
    assert told.wanted_l == pytest.approx(2000 * 1000 * 5 / 1e6)
    assert told.wanted_bags == pytest.approx(np.ceil(4 * told.wanted_l / sheet.bags.yield_l) / 4)
    more = run_state(sheet, [gaps, entry(2, "extra", BEGIN, bags=2.0)], ms(BEGIN))
    assert sum(one.bags for one in more.batches) >= sheet.bags.bare + 2.0


@given(gaps=st.lists(st.floats(0, 60), min_size=1, max_size=9), cups=st.integers(0, 3))
def test_it_is_as_much_as_the_mix_says_before_and_after_the_pour(gaps: list[float], cups: int) -> None:
    """The gaps on the day and those on the page of the pour are worked out apart; they agree on any."""
    sheet = sheet_of("many bags")
    fill = sheet.fills[-1]
    told = [entry(1, "gaps", BEGIN, f"strike/{fill.id}", gaps_mm=gaps)]
    told += [entry(2 + one, "did", BEGIN, f"batch/{one + 1}/water") for one in range(cups)]
    state = run_state(sheet, told, ms(BEGIN))
    area, bag_yield = plain(fill.area_mm2 * fill.count), plain(sheet.bags.yield_l)
    planned = enough(area, gaps, bag_yield, (sheet.bags.ready, state.bags))
    assert state.enough is not None
    assert state.enough.wanted_l == pytest.approx(planned.wanted.value)
    assert state.enough.wanted_bags == pytest.approx(planned.bags.value)
    assert state.enough.closed_bags == pytest.approx(planned.closed.value)


@given(form=st.integers(0, 2), begun=st.integers(0, 34))
def test_what_other_forms_take_is_not_there_for_this_one(form: int, begun: int) -> None:
    sheet = sheet_of("many bags")
    fill = sheet.fills[form]
    told = [entry(1, "gaps", BEGIN, f"strike/{fill.id}", gaps_mm=[1])]
    told += [entry(2 + one, "did", BEGIN, f"batch/{one + 1}/water") for one in range(begun)]
    state = run_state(sheet, told, ms(BEGIN))
    ahead = (2000 * 1000 * 60 / 1e6) * (2 - form)
    mixed_on = max(0.0, sheet.bags.yield_l * state.bags - (form + 1) * 2000 * 1000 * 60 / 1e6)
    closed = sheet.bags.ready - state.bags - max(0.0, ahead - mixed_on) / sheet.bags.yield_l
    assert state.enough is not None
    assert state.enough.closed_bags == pytest.approx(max(0.0, closed), abs=0.02)


def of_blocks(count: int, size: str, **more: Any) -> RunSheet:
    piece = {"outline": {"length": size, "width": size}, "thickness": "100 mm", "count": count} | more
    job = top(piece=piece, mix={"container": "bucket"}, steel={"school": "none"})
    return run_sheet(pour_brief(job, plan(job, SHOP, AT_ONCE)))


def test_forms_alike_are_filled_one_after_another_each_before_the_next_begins() -> None:
    sheet = of_blocks(6, "450 mm")
    assert [(one.name, one.first, one.count) for one in sheet.fills] == [(f"Top {one + 1}", one, 1) for one in range(6)]
    steps = [one.step or "" for _, one in played(sheet)]
    struck = [steps.index(f"strike/{fill.id}") for fill in sheet.fills]
    assert struck == sorted(struck)
    where = {one.id: one.fill for one in run_state(sheet, [], ms(BEGIN)).steps if "/place" in one.id}
    filled = [where[step] for step in steps if step in where]
    assert [one for number, one in enumerate(filled) if not number or filled[number - 1] != one] == [
        fill.id for fill in sheet.fills
    ]
    floated = [steps.index(f"float/{fill.id}") for fill in sheet.fills]
    assert floated == sorted(floated)


def test_as_many_are_filled_at_once_as_one_batch_fills_and_all_where_they_must_match() -> None:
    small = of_blocks(5, "220 mm")
    assert [(one.name, one.first, one.count) for one in small.fills] == [
        ("Top 1–2", 0, 2), ("Top 3–4", 2, 2), ("Top 5", 4, 1),
    ]  # fmt: skip
    assert [(one.name, one.count) for one in of_blocks(5, "220 mm", matches="pair").fills] == [("Top × 5", 5)]
    many = of_blocks(400, "450 mm").fills
    assert len(many) <= 24
    assert sum(one.count for one in many) == 400
    assert [one.first for one in many] == list(np.cumsum([0, *(one.count for one in many[:-1])]))


@given(side=st.integers(150, 700), depth=st.integers(100, 1500))
def test_a_lift_ends_where_a_batch_does_and_is_no_higher_than_the_tools_reach(side: int, depth: int) -> None:
    piece = {"outline": {"length": f"{side} mm", "width": f"{side} mm"}, "thickness": f"{depth} mm"}
    job = top(piece=piece, mix={"container": "bucket"}, steel={"school": "none"})
    sheet = run_sheet(pour_brief(job, plan(job, SHOP, AT_ONCE)))
    [fill] = sheet.fills
    lifts = [stage.step.depth_mm for stage in fill.stages if stage.step.id.startswith("lift/")]
    if depth <= 225:
        assert lifts == []
        return
    batch_mm = sheet.bags.per_batch * sheet.bags.yield_l * 1e6 / side**2
    high = np.diff([0, *lifts, depth])
    assert max(high) <= 150.01
    for before, at in zip([0, *lifts], lifts, strict=False):
        ends = [batch_mm * number for number in range(1, 200) if before + 75.01 < batch_mm * number <= before + 150]
        ends = [one for one in ends if one < min(depth, batch_mm * (len(sheet.bags.planned) - 1)) + 0.01]
        assert not ends or at == pytest.approx(max(ends), abs=0.5)


def test_a_set_that_a_batch_would_only_smear_over_is_filled_one_after_another() -> None:
    thick = of_blocks(3, "450 mm", matches="pair", thickness="100 mm")  # 20.3 l each: a batch of 12.7 l rises 21 mm
    assert [one.count for one in thick.fills] == [3]
    thin = of_blocks(6, "450 mm", matches="pair", thickness="50 mm")  # 10.1 l each: it would rise 10 mm
    assert [one.count for one in thin.fills] == [1] * 6
    assert all(one.share == 1.0 for one in thin.fills)


def test_what_is_packed_is_tamped_and_gives_no_water() -> None:
    packed = {one.id for one in all_steps(sheet_of("packed"))}
    assert not any(one.startswith("bleed/") for one in packed)
    [settled] = [one for one in all_steps(sheet_of("packed")) if one.id.startswith("settle/")]
    assert "bubbles" not in settled.test
    assert any(one.id.startswith("bleed/") for one in all_steps(sheet_of("many bags")))


def test_a_part_of_a_bag_is_weighed() -> None:
    job = top(mix={"container": "bucket", "bag": "80lb"})
    sheet = run_sheet(pour_brief(job, plan(job, SHOP, AT_ONCE)))
    [bags] = [one for one in sheet.ready if one.id == "ready/bags"]
    dry = bags.values["dry_kg"]
    assert sheet.bags.per_batch % 1 > 0
    assert "weigh the dry mix" in bags.how
    assert isinstance(dry, Quantity)
    assert dry.value == pytest.approx(sheet.bags.per_batch * 80 * 0.45359237, rel=1e-4)
    [whole] = [one for one in sheet_of("many bags").ready if one.id == "ready/bags"]
    assert "weigh" not in whole.how


def test_the_sheet_is_plain_data() -> None:
    for name in JOBS:
        assert json.loads(json.dumps(asdict(sheet_of(name))))

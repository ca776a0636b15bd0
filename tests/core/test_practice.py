"""A pour that is gone through dry: who does as the tests show loses nothing, and every way to lose is told."""

from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.test_run import BEGIN, JOBS, entry, ms, sheet_of
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.practice import PracticeNow, practice_now
from ulbrek.core.pour.sheet import RunSheet
from ulbrek.core.pour.state import run_state

MOST_STEPS = 900
FEW = ("two weights, a few minutes", "a set of two sizes", "packed", "the planter with its core")


def answered(sheet: RunSheet, seed: int, *, blind: bool = False) -> Iterator[tuple[list[RunEntry], datetime]]:
    """A practice of somebody who answers each test by what it shows, or always that it is right; until all is done."""
    entries: list[RunEntry] = []
    now = BEGIN
    for number in range(MOST_STEPS):
        state = run_state(sheet, entries, ms(now))
        if state.over:
            return
        told = practice_now(sheet, entries, ms(now), seed)
        steps = {one.id: one for one in state.steps}
        keys = [one for one in (state.placer, state.mixer) if one and steps[one].status == "open"]
        rains = [one for one in told.mishaps if one.kind == "rain" and one.from_at <= ms(now) <= one.until]
        if rains and not blind and not any(one.kind == "covered" for one in entries):
            entries.append(entry(number, "covered", now))
            continue
        key = next((one for one in keys if blind or told.seen.get(one) != "not yet"), None)
        if key is None:
            now += timedelta(minutes=2)
            yield entries, now
            continue
        entries.append(said(sheet, told, steps[key], number, now, blind=blind))
        if key not in told.seen:
            now += timedelta(milliseconds=steps[key].lasts * 0.5)
        yield entries, now
    raise AssertionError("it never ends")


def said(sheet: RunSheet, told: PracticeNow, step: Any, number: int, now: datetime, *, blind: bool) -> RunEntry:
    seen = told.seen.get(step.id)
    if seen is None:
        return entry(number, "did", now, step.id)
    if blind:
        return entry(number, "answer", now, step.id, answer="right" if step.step == sheet.mixed.id else "on")
    if seen == "too dry":
        return entry(number, "cup", now, step.id, water_l=sheet.bags.cup_l)
    return entry(number, "answer", now, step.id, answer=seen)


@given(seed=st.integers(0, 1000), name=st.sampled_from(FEW))
def test_whoever_does_as_the_tests_show_loses_nothing(seed: int, name: str) -> None:
    sheet = sheet_of(name)
    *_, (entries, now) = answered(sheet, seed)
    told = practice_now(sheet, entries, ms(now), seed)
    assert told.losses == ()
    assert told.bags == 0.0


@pytest.mark.parametrize("name", FEW)
def test_whoever_looks_at_nothing_loses_by_the_dry_batch_and_by_what_was_too_early(name: str) -> None:
    sheet = sheet_of(name)
    *_, (entries, now) = answered(sheet, 3, blind=True)
    why = " ".join(one.why for one in practice_now(sheet, entries, ms(now), 3).losses)
    assert "too dry" in why
    assert "Too early" in why


def test_a_batch_that_stands_is_lost_and_a_readiness_that_is_left_out_is_told() -> None:
    sheet = sheet_of("many bags")
    ready = [entry(at, "did", BEGIN, one.id) for at, one in enumerate(sheet.ready[1:])]
    skipped = entry(90, "skip", BEGIN, sheet.ready[0].id, text="In a hurry")
    water = entry(91, "did", BEGIN, "batch/1/water")
    now = BEGIN + timedelta(minutes=sheet.bags.working_min + 30)
    told = practice_now(sheet, [*ready, skipped, water], ms(now), 1)
    assert {one.why for one in told.losses} == {"It was left out.", "It was too old before it was in the form."}
    assert told.bags == run_state(sheet, [water], ms(now)).batches[0].bags


def test_rain_on_open_faces_is_covered_in_time_or_lost() -> None:
    name = "two weights, a few minutes"
    sheet = sheet_of(name)
    seed = next(seed for seed in range(99) if any(one.kind == "rain" for one in _mishaps(sheet, seed)))
    *_, (entries, now) = answered(sheet, seed)
    dry = [one for one in entries if one.kind != "covered"]
    assert len(dry) < len(entries)
    assert [one.what for one in practice_now(sheet, dry, ms(now), seed).losses] == ["The faces"]


def _mishaps(sheet: RunSheet, seed: int) -> Any:
    *_, (entries, now) = answered(sheet, seed)
    return practice_now(sheet, entries, ms(now), seed).mishaps


def test_a_practice_is_the_same_for_a_seed_and_begins_without_a_loss() -> None:
    for name in JOBS:
        sheet = sheet_of(name)
        assert practice_now(sheet, (), ms(BEGIN), 7) == practice_now(sheet, (), ms(BEGIN), 7)
        assert practice_now(sheet, (), ms(BEGIN), 7).losses == ()

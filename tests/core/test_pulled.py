"""Hard cores are pulled on pour day: when, which of them, and how they are held until then."""

from typing import Any

import pytest

from tests.jobs import hole, shaped, with_fields
from ulbrek.core.cure.result import Act
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan


def slab(thick: str = "120 mm", **plug: Any) -> Job:
    """A slab with a plug through it."""
    box = {"kind": "rectangle", "length": "500 mm", "width": "400 mm"}
    return shaped(box, hole("250 mm", "200 mm", "50 mm", **plug),
                  thickness=thick)  # fmt: skip


def pull(job: Job) -> Act | None:
    return next((act for act in plan(job, Shop()).cure.acts if act.id == "pull"), None)


@pytest.mark.parametrize("celsius", [10, 20, 30])
def test_the_window_opens_at_initial_set_and_closes_before_it_is_hard(celsius: float) -> None:
    job = with_fields(slab(former="hard"), {"/cure/temperature_c": celsius})
    found, cure = pull(job), plan(job, Shop()).cure
    assert found is not None
    assert cure.initial_set is not None
    assert cure.final_set is not None
    low, high = found.hours.low, found.hours.high
    assert low is not None
    assert high is not None
    assert low == pytest.approx(cure.initial_set.value)
    assert cure.initial_set.value < found.due_h < high
    assert high <= 1.05 * (cure.final_set.high or cure.final_set.value)
    strip = next(act for act in cure.acts if act.id == "strip")
    assert high < strip.due_h


@pytest.mark.parametrize(
    "job", [slab(), slab(former="split"), slab("40 mm", former="hard")], ids=["foam", "in two halves", "shallow"]
)
def test_what_comes_out_any_day_is_not_pulled(job: Job) -> None:
    assert pull(job) is None


def test_what_is_pulled_is_screwed_and_not_bonded() -> None:
    (plug,) = plan(slab(former="hard"), Shop()).pieces[0].form.knockouts
    assert plug.pulled
    assert plug.screws > 0
    assert plug.holding.startswith("Screwed to the base")
    assert plug.held is not None
    assert plug.held.inputs["bonded_mm2"].value == 0


def test_a_core_that_is_due_at_night_is_heard() -> None:
    late = with_fields(slab(former="hard"), {"/cure/poured_at": "2026-06-05T17:00:00Z"})
    assert any(
        one.finding.code == "nobody-there" and "pull the cores" in str(one.finding.values.values())
        for one in plan(late, Shop()).findings
    )

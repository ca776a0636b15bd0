"""Two heads on one bar: they are cast on two days, bought one bar, and carried together."""

from typing import Any

import pytest

from tests.core.measure_cases import heads
from tests.jobs import with_fields
from ulbrek.core.buying.cast_in import cast_in
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan


def pours(job: Job) -> list[float]:
    return [turn.due_h for turn in plan(job, Shop()).cure.turns]


@pytest.mark.parametrize(
    ("count", "form", "days"),
    [
        (2, {}, 2),
        (2, {"forms": 2}, 2),  # a second form does not help: the first head has to be in its place on the bar
        (4, {}, 4),
        (4, {"forms": 2}, 2),
        (4, {"forms": 4}, 2),
        (4, {"side_by_side": 4}, 2),
        (6, {"forms": 3}, 2),
        (4, {"in_moulds": True}, 2),
    ],
)
def test_no_two_heads_of_one_bar_are_cast_on_one_day(count: int, form: dict[str, Any], days: int) -> None:
    job = with_fields(heads(count=count), {f"/form/{name}": value for name, value in form.items()})
    found = pours(job)
    assert len(found) == days
    planned = plan(job, Shop())
    first = [act for act in planned.cure.acts if act.id in ("strip", "turn")]
    assert found[1] == max(act.due_h for act in first)
    if count <= max(form.values(), default=1):  # without a bar they are cast at once
        assert pours(Job.model_validate(_without_bar(job))) == []


def _without_bar(job: Job) -> dict[str, Any]:
    document = job.model_dump(mode="json")
    document["pieces"][0]["features"] = []
    return document


def test_one_bar_is_bought_for_two_heads_and_a_tube_for_each_plate() -> None:
    (bar,) = cast_in(heads(count=4))
    assert (bar.name, bar.size_mm, bar.quantity) == ("Tube, steel", (34.0, 2.0, 360.0), 2.0)
    (odd,) = cast_in(heads(count=3))
    assert odd.quantity == 2.0
    (solid,) = cast_in(heads(heads="one head", length=None, wall=None, material="wood"))
    assert (solid.name, solid.size_mm, solid.quantity) == ("Bar, wood", (34.0, 130.0), 2.0)


def test_both_heads_are_lifted_together_once_they_are_on_their_bar() -> None:
    large = {"/pieces/0/outline/length": "230 mm", "/pieces/0/outline/width": "230 mm", "/pieces/0/thickness": "150 mm"}
    at = {"/pieces/0/features/0/x/offset": "115 mm", "/pieces/0/features/0/y/offset": "115 mm"}
    handled = plan(with_fields(heads(), {**large, **at}), Shop()).pieces[0].handling
    assert handled.on_bar is not None
    assert handled.on_bar.value == pytest.approx(2 * handled.mass.value)
    assert handled.mass.value < handled.one_person_kg < handled.on_bar.value
    assert handled.people_needed.value == 2
    assert plan(heads(heads="one head"), Shop()).pieces[0].handling.on_bar is None


def test_the_bar_is_held_in_a_bridge_and_its_second_head_is_told_how() -> None:
    (bar,) = plan(heads(), Shop()).pieces[0].form.knockouts
    assert "bridge" in bar.build
    assert "second head" in bar.holding
    assert bar.uplift is None

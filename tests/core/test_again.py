"""Another job like one that was made: what was drawn is there, what was of that one making is not."""

from datetime import UTC, datetime

import pytest

from tests.jobs import demo_job, top
from ulbrek.core.job.again import another, next_name
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan


def made() -> Job:
    """A job with all that comes together while it is made."""
    document = demo_job(1).model_dump(mode="json")
    document["form"]["as_cut"] = {"top.front": {"length": {"mm": 930.0, "typed": None}}}
    document["form"]["sawn"] = {"top.front": {"length_mm": 900.0, "width_mm": 50.0}}
    document["mix"] |= {"bags_in_hand": 3, "bought": ["sheet/melamine-16"], "workable_min": 40.0}
    document["cure"]["poured_at"] = datetime(2026, 5, 4, 9, tzinfo=UTC).isoformat()
    wall = {"id": "wall", "name": "Wall", "first": "900 mm", "again": "898 mm"}
    document["site"]["dimensions"] = [wall]
    return Job.model_validate(document)


def test_what_was_drawn_and_chosen_is_there_and_what_was_made_of_it_is_not() -> None:
    first = made()
    second = Job.model_validate(another(first, "Another").model_dump(mode="json"))
    assert second.name == "Another"
    assert (second.pieces, second.steel, second.finish, second.handling) == (
        first.pieces, first.steel, first.finish, first.handling,
    )  # fmt: skip
    assert (second.form.as_cut, second.form.sawn, second.form.layouts, second.form.offcuts) == ({}, {}, {}, ())
    assert (second.mix.bags_in_hand, second.mix.bought, second.mix.workable_min) == (None, (), None)
    assert (second.mix.mix, second.mix.bag, second.mix.container) == (first.mix.mix, first.mix.bag, first.mix.container)
    assert second.cure.poured_at is None
    assert second.site.dimensions[0].first == first.site.dimensions[0].first
    assert second.site.dimensions[0].again is None


def test_it_plans_as_the_first_did_before_it_was_made() -> None:
    first = top()
    ours, theirs = plan(another(first, "Another"), Shop()), plan(first, Shop())
    assert ours.pieces == theirs.pieces
    assert ours.mix.bags == theirs.mix.bags


@pytest.mark.parametrize(
    ("name", "following"),
    [
        ("Bench", "Bench 2"), ("Bench 2", "Bench 3"), ("Bench 19", "Bench 20"), ("7", "7 again"),
        ("Press weights 5 and 6", "Press weights 5 and 6 again"), ("Slab 20260512", "Slab 20260512 again"),
        ("x" * 60, "x" * 58 + " 2"), ("y" * 58 + " 9", "y" * 57 + " 10"),
    ],
)  # fmt: skip
def test_names_are_numbered_on(name: str, following: str) -> None:
    assert next_name(name) == following
    assert len(next_name(name)) <= 60

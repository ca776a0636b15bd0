"""Plans beside each other: whatever a variant says otherwise is told, by its label, and drawn where it can be drawn."""

import copy
from collections.abc import Iterator
from random import Random
from typing import Any

import pytest
from pydantic import ValidationError

from tests.jobs import demo_job, top_document
from ulbrek.core.comparing.differences import differences
from ulbrek.core.comparing.result import PlanDifference
from ulbrek.core.comparing.station import column
from ulbrek.core.costing.station import cost
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.standins.prices import SimulatedPrices

SHOP = Shop()


def changed(job: Job, **piece: Any) -> Job:
    document = job.model_dump(mode="json")
    document["pieces"][0] |= piece
    return Job.model_validate(document)


def leaves(value: Any, at: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """Where numbers, flags and lengths stand in a document."""
    if isinstance(value, dict):
        for key in value:
            if key not in ("kind", "id", "typed", "name"):
                yield from leaves(value[key], (*at, key))
    elif isinstance(value, list):
        for index, one in enumerate(value):
            yield from leaves(one, (*at, index))
    elif isinstance(value, bool | int | float):
        yield at


def otherwise(document: dict[str, Any], at: tuple[Any, ...]) -> dict[str, Any]:
    """The same with one value changed a little."""
    made = copy.deepcopy(document)
    inside: Any = made
    for key in at[:-1]:
        inside = inside[key]
    value = inside[at[-1]]
    inside[at[-1]] = not value if isinstance(value, bool) else value + 1
    if "typed" in inside:
        inside["typed"] = None
    return made


@pytest.mark.parametrize("number", range(1, 10))
def test_whatever_is_otherwise_is_told_and_nothing_is_where_nothing_is(number: int) -> None:
    job = demo_job(number)
    document = job.model_dump(mode="json")
    places = list(leaves(document))
    told = 0
    for at in Random(number).sample(places, min(40, len(places))):  # noqa: S311 - jobs, no secrets
        try:
            other = Job.model_validate(otherwise(document, at))
        except ValidationError:
            continue
        found = differences(job, other, SHOP)
        assert bool(found) == (other != job), at
        assert all(one.label and not one.label.islower() for one in found), (at, found)
        told += 1
    assert told > 10
    assert differences(job, job, SHOP) == ()


def test_a_length_a_hole_a_sheet_and_a_mix_are_told_by_their_names() -> None:
    job = Job.model_validate(top_document())
    hole = {"kind": "hole", "id": "cable", "name": "Cable", "x": {"offset": 90}, "y": {"offset": 90}, "diameter": 40}
    document = changed(job, thickness="30 mm", features=[hole]).model_dump(mode="json")
    document["form"]["sheet"] = SHOP.sheets[-1].id
    document["mix"]["mix"] = SHOP.mixes[1].id
    found = differences(job, Job.model_validate(document), SHOP)
    name = job.pieces[0].name
    thick, added, sheet, mix = (next(one for one in found if one.label == label) for label in (
        "Thickness", "Round hole", "Sheet", "Mix",
    ))  # fmt: skip
    assert thick == PlanDifference(name, "Thickness", "thickness", "changed", "mm", job.pieces[0].thickness.mm, 30.0)
    assert (added.where, added.how, added.after) == (name, "added", "Cable")
    assert (sheet.where, sheet.after) == ("Form", SHOP.sheets[-1].name)
    assert (mix.where, mix.after) == ("Mix", SHOP.mixes[1].name)
    assert len(found) == 4


def test_a_feature_that_moved_is_told_by_where_it_was_and_is_and_drawn_so() -> None:
    hole = {"kind": "hole", "id": "cable", "name": "Cable", "x": {"offset": 90}, "y": {"offset": 90}, "diameter": 40}
    job = changed(Job.model_validate(top_document()), features=[hole])
    other = changed(job, features=[hole | {"x": {"offset": 130}}], thickness="45 mm")
    planned = plan(job, SHOP)
    moved = differences(job, other, SHOP)[-1]
    assert (moved.where, moved.label) == (f"{job.pieces[0].name}, Cable", "Position across")
    assert (moved.before, moved.after) == (90.0, 130.0)
    made = plan(other, SHOP)
    (drawn,) = column(other, made, cost(other, SHOP, made, SimulatedPrices()), (job, planned), SHOP).drawn
    assert (drawn.features, len(drawn.gone)) == (("cable",), 1)
    assert sum(drawn.gone[0][0::3]) / len(drawn.gone[0][0::3]) == pytest.approx(90.0)
    assert drawn.thickness_was == job.pieces[0].thickness.mm
    first = column(job, planned, cost(job, SHOP, planned, SimulatedPrices()), (job, planned), SHOP)
    assert (first.differences, first.drawn[0].features, first.drawn[0].gone) == ((), (), ())


def test_what_is_said_of_money_is_not_told_to_all_who_compare() -> None:
    job = Job.model_validate(top_document())
    document = job.model_dump(mode="json")
    document["pricing"]["extras"] = [{"name": "Sink", "price": 85.5}]
    (told,) = differences(job, Job.model_validate(document), SHOP)
    assert (told.where, told.before, told.after) == ("Cost", None, None)


def test_a_column_counts_all_castings_and_what_is_found() -> None:
    job = demo_job(3)
    planned = plan(job, SHOP)
    told = column(job, planned, cost(job, SHOP, planned, SimulatedPrices()), (job, planned), SHOP)
    assert told.mass_kg == pytest.approx(sum(one.handling.mass.value * one.count for one in planned.pieces))
    graver = [found for found in planned.findings if found.finding.severity != "hint"]
    assert told.dangers + told.stops + told.cautions == len(graver)
    assert told.hours.low < told.hours.likely < told.hours.high

"""A plan from a memory that has seen other plans is the plan from an empty one, to the last digit."""

import random
from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Any

import pytest
from pydantic import TypeAdapter, ValidationError

from tests.core.sound_jobs import INCHES, METRIC, SOUND
from tests.jobs import DEMO_FILES, demo_job
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.mix.inputs import MixedBatch
from ulbrek.core.plan.memory import Memory
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.record import EMPTY, Record

WRITTEN = TypeAdapter(Plan)
JOBS = [demo_job(number + 1).model_dump(mode="json") for number in range(len(DEMO_FILES))]
JOBS += [make(units) for make, _ in SOUND.values() for units in (METRIC, INCHES)]
NOW = datetime(2026, 11, 23, 9, tzinfo=UTC)
# What else a job may say, by JSON pointer; a pointer to a piece's field is tried on its first piece.
WAYS: dict[str, tuple[Any, ...]] = {
    "/mix/water_per_bag_l": (None, 2.2, 2.6, 3.4), "/mix/feel": ("packed", "plastic", "flowing"),
    "/mix/spare": (None, 5.0, 20.0), "/mix/container": ("bucket", "barrow", "drum"), "/mix/people": (1, 2, 3),
    "/mix/doses": ([], [{"admixture": "liquid-plasticiser", "percent": 0.5}], [{"admixture": "plastic-fibre"}]),
    "/cure/temperature_c": (4.0, 12.0, 20.0, 31.0), "/cure/poured_at": (None, "2026-11-23T09:00:00Z"),
    "/cure/strength_by": ("ACI 209", "EN 1992"), "/finish/sealer": ("film", "oil", None),
    "/finish/look": ("as cast", "cream-honed", "salt and pepper", "full stone", "textured", "sponged", "washed stone"),
    "/finish/voids": ("left open", "filled with slurry"), "/finish/sheen": ("matt", "gloss"),
    "/finish/grits": ([], [50, 200], [200, 100]), "/finish/grind_when": ("hard", "green"),
    "/finish/seal_after_d": (None, 3.0),
    "/steel/school": ("mesh", "mesh and bars", "grid of bars", "fibre only", "none"),
    "/steel/mesh": (None, "remesh-10"),
    "/steel/exposure": ("indoors", "outdoors", "on the ground"), "/steel/edge_cover": ({"mm": 25}, {"mm": 40}),
    "/form/corner": (None, "pinwheel", "mitred"), "/form/sheet": (None, "ply-18"), "/form/release": (None, "wax"),
    "/form/kerf": (None, {"mm": 2.2}), "/form/forms": (1, 2), "/form/in_moulds": (True, False),
    "/form/hold": (None, "hot glue", "nails"), "/handling/people": (1, 2, 4), "/handling/dolly_kg": (None, 90.0),
    "/handling/carry": ("on edge", "flat, at quarter points", "flat, at the ends"),
    "/pieces/0/cast": ("face up", "face down"), "/pieces/0/count": (1, 2, 5), "/pieces/0/name": ("One", "Other"),
    "/pieces/0/grind": ({"mm": 0}, {"mm": 2}), "/pieces/0/matches": (None, "pair"),
    "/site/drift": ({"mm": 1}, {"mm": 4}),
}  # fmt: skip
SHOPS = (Shop(), Shop(one_person_lifts_kg=18), Shop(form_habits={"corner": "pinwheel"}))
RECORDS = (
    EMPTY,
    Record(water_in_at=NOW),
    Record(water_in_at=NOW, batches=(MixedBatch(at=NOW, water_l=2.4, bags=1),)),
)


def numbers_in(document: Any, at: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """Where numbers stand in a document."""
    if isinstance(document, dict | list):
        items = document.items() if isinstance(document, dict) else enumerate(document)
        for name, value in items:
            yield from numbers_in(value, (*at, name))
    elif isinstance(document, int | float) and not isinstance(document, bool):
        yield at


def put(document: Any, at: tuple[Any, ...], value: Any) -> Any:
    if not at:
        return value
    name, *rest = at
    if isinstance(document, list):
        return [put(one, tuple(rest), value) if index == int(name) else one for index, one in enumerate(document)]
    return {**document, name: put(document.get(name, {}), tuple(rest), value)}


def edits(document: dict[str, Any], by: random.Random, count: int) -> Iterator[Job]:
    """The job as it is after one edit and another, each of which can be read."""
    while count:
        if by.random() < 0.5:
            pointer, values = by.choice(list(WAYS.items()))
            after = put(document, tuple(pointer.split("/")[1:]), by.choice(values))
        else:
            read = Job.model_validate(document).model_dump(mode="json")
            at = by.choice(list(numbers_in(read)))
            number = read
            for name in at:
                number = number[name]
            after = put(read, at, type(number)(number * by.choice((0.9, 1.06, 1.3)) + by.choice((0, 1))))
            after = put(after, (*at[:-1], "typed"), None) if at[-1] == "mm" else after
        try:
            job = Job.model_validate(after)
        except ValidationError:
            continue
        document, count = after, count - 1
        yield job


@pytest.mark.parametrize("seed", range(16))
def test_a_warm_memory_gives_the_plan_of_a_cold_one(seed: int) -> None:
    by = random.Random(seed)  # noqa: S311 - jobs, no secrets
    memory = Memory()
    for document in by.sample(JOBS, 3):
        for job in edits(document, by, 6):
            shop, record = by.choice(SHOPS), by.choice(RECORDS)
            warm = WRITTEN.dump_json(plan(job, shop, record, memory))
            assert warm == WRITTEN.dump_json(plan(job, shop, record)), job.name


def test_an_edit_works_out_what_it_touches_and_nothing_else() -> None:
    job, memory = demo_job(9), Memory()
    before = plan(job, SHOPS[0], memory=memory)
    later = job.model_copy(update={"cure": job.cure.model_copy(update={"poured_at": NOW})})
    after = plan(later, SHOPS[0], memory=memory)
    assert after.cure != before.cure
    same = (*zip(before.pieces, after.pieces, strict=True), (before, after))
    for one, other in same:
        for room in ("measure", "form", "steel", "handling", "mix", "cutting", "steel_cutting", "site", "joined"):
            assert getattr(one, room, None) is getattr(other, room, None), room
    thicker = job.pieces[1].model_copy(update={"thickness": job.pieces[0].thickness})
    third = plan(job.model_copy(update={"pieces": (job.pieces[0], thicker, job.pieces[2])}), SHOPS[0], memory=memory)
    assert [one.form is other.form for one, other in zip(before.pieces, third.pieces, strict=True)] == [
        True, False, True,
    ]  # fmt: skip


def test_a_memory_holds_no_more_than_it_has_room_for() -> None:
    memory = Memory(room_bytes=80_000)
    for job in edits(JOBS[0], random.Random(1), 12):  # noqa: S311 - jobs, no secrets
        plan(job, SHOPS[0], memory=memory)
        assert 0 < memory.held_bytes <= 80_000

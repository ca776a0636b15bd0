"""At the machine: grits with their gate, marks, slurry, the sheet, coats and their windows, in any order."""

import random
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from pydantic import TypeAdapter

from tests.jobs import top
from ulbrek.core.finish.alike import differences
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.finish.sheet import SheetStep, sheet_of
from ulbrek.core.finish.standing import FinishStanding, FinishStepNow, standing
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.casting import brought_by

BEGUN = datetime(2026, 5, 4, 9, tzinfo=UTC)
CASTING = uuid4()
HONED = {"look": "cream-honed", "sheen": "matt", "voids": "filled with slurry", "sealer": "film"}


def sheet(**finish: Any) -> tuple[SheetStep, ...]:
    return sheet_of(plan(top(finish=HONED | finish), Shop()).pieces[0].finish)


def entry(hour: float, kind: str, step: str | None = None, **more: Any) -> FinishEntry:
    at = BEGUN + timedelta(hours=hour)
    return FinishEntry.model_validate({"id": uuid4(), "kind": kind, "at": at, "casting": CASTING, "step": step, **more})


def at(entries: list[FinishEntry], hour: float, **finish: Any) -> FinishStanding:
    return standing(sheet(**finish), entries, BEGUN + timedelta(hours=hour))


def of(found: FinishStanding, step: str) -> FinishStepNow:
    return next(one for one in found.steps if one.id == step)


def crossed(hour: float, step: str) -> list[FinishEntry]:
    ways = ("across", "along", "across", "along")
    return [entry(hour + 0.01 * number, "pass", step, way=way) for number, way in enumerate(ways)]


def test_the_sheet_has_the_steps_in_the_order_of_the_plan() -> None:
    assert [one.id for one in sheet()] == [
        "grit/200", "slurry/1", "slurry/2", "off", "edges/1", "test", "coat/1", "coat/2", "coat/3",
    ]  # fmt: skip
    waxed = [one.id for one in sheet(sealer="wax")]
    assert waxed[-2:] == ["coat/2", "burnish/1"]
    polished = [one.id for one in sheet(look="salt and pepper", sheen="gloss", sealer="silane")]
    assert polished[:5] == ["grit/50", "grit/100", "slurry/1", "slurry/2", "grit/200"]
    assert [(one.grit, one.before) for one in sheet(sealer="wax", sheen="gloss") if one.kind == "grit"][:2] == [
        (200, None), (400, 200),
    ]  # fmt: skip


def test_a_grit_is_done_when_highs_are_down_passes_are_crossed_and_scratches_gone() -> None:
    high = entry(0, "mark", "grit/200", x_mm=300, y_mm=200, high_mm=0.4)
    said = [high, *crossed(0.1, "grit/200"), entry(0.2, "gone", "grit/200")]
    found = at(said, 1)
    assert found.now == "grit/200"
    assert found.odd == (said[-1].id,), "what was said too soon is kept, and does not count"
    gate = of(found, "grit/200").gate
    assert gate is not None
    assert (gate.flat, gate.marks, gate.open) == (0, 1, False)
    said += [entry(0.3, "flat", "grit/200", of=high.id), entry(0.4, "gone", "grit/200")]
    found = at(said, 1)
    assert found.now == "slurry/1"
    assert found.marks[0].flat
    assert of(found, "grit/200").done_at == BEGUN + timedelta(hours=0.4)


def test_scratches_that_are_left_want_the_passes_again() -> None:
    said = [*crossed(0, "grit/200"), entry(0.1, "left", "grit/200"), entry(0.2, "gone", "grit/200")]
    gate = of(at(said, 1), "grit/200").gate
    assert gate is not None
    assert gate.seen_scratches
    assert at(said, 1).now == "grit/200"
    said += [*crossed(0.3, "grit/200"), entry(0.5, "gone", "grit/200")]
    assert at(said, 1).now == "slurry/1"


def to_the_coats() -> list[FinishEntry]:
    return [
        *crossed(0, "grit/200"), entry(0.2, "gone", "grit/200"), entry(0.5, "did", "slurry/1"),
        entry(17, "did", "slurry/2"), entry(34, "did", "off"), entry(35, "did", "edges/1"),
    ]  # fmt: skip


def test_slurry_waits_for_the_night_and_the_sheet_for_sixteen_hours() -> None:
    said = to_the_coats()
    assert of(at(said[:6], 1), "slurry/2").opens_at == BEGUN + timedelta(hours=16.5)
    said.append(entry(36, "taped", "test"))
    found = of(at(said, 40), "test")
    assert found.opens_at == BEGUN + timedelta(hours=52)
    said.append(entry(53, "damp", "test"))
    assert at(said, 54).now == "test"
    assert of(at(said, 54), "test").damp_at == BEGUN + timedelta(hours=53)
    said += [entry(60, "taped", "test"), entry(80, "dry", "test")]
    assert at(said, 81).now == "coat/1"


def test_a_missed_window_wants_sanding_and_a_coat_over_it_is_kept_and_told() -> None:
    said = [*to_the_coats(), entry(36, "taped", "test"), entry(54, "dry", "test"), entry(60, "did", "coat/1")]
    found = of(at(said, 63), "coat/2")
    assert (found.opens_at, found.closes_at) == (BEGUN + timedelta(hours=62), BEGUN + timedelta(hours=68))
    assert not found.must_sand
    assert of(at(said, 69), "coat/2").must_sand
    unsanded = [*said, entry(70, "did", "coat/2")]
    assert of(at(unsanded, 71), "coat/2").late
    assert at(unsanded, 71).now == "coat/3"
    sanded = [*said, entry(69, "sanded", "coat/2"), entry(70, "did", "coat/2")]
    assert not of(at(sanded, 71), "coat/2").late
    assert not of(at([*said, entry(64, "did", "coat/2")], 71), "coat/2").late
    assert at([*sanded, entry(74, "did", "coat/3")], 75).over


@pytest.mark.parametrize("seed", range(12))
def test_entries_come_in_any_order_and_as_often_as_they_like(seed: int) -> None:
    chance = random.Random(seed)  # noqa: S311
    high = entry(0, "mark", "grit/200", x_mm=300, y_mm=200)
    said = [
        high, entry(0.01, "flat", "grit/200", of=high.id), *(one for one in to_the_coats()),
        entry(36, "taped", "test"), entry(54, "dry", "test"), entry(60, "did", "coat/1"), entry(64, "did", "coat/2"),
    ]  # fmt: skip
    taken = entry(64.2, "undo", None, of=said[-1].id)
    for told in ([*said], [*said, taken]):
        mixed = told + [chance.choice(told) for _ in range(10)]
        chance.shuffle(mixed)
        assert at(mixed, 65) == at(told, 65)
    assert at([*said, taken], 65).now == "coat/2"
    assert at(said, 65).now == "coat/3"


def test_a_mark_that_is_measured_again_keeps_what_it_was() -> None:
    high = entry(0, "mark", "grit/200", x_mm=300, y_mm=200, high_mm=0.5, size_mm=140)
    again = [entry(1 + n, "mark", "grit/200", of=high.id, high_mm=high_mm, size_mm=size)
             for n, (high_mm, size) in enumerate(((0.3, 90), (0.1, 40)))]  # fmt: skip
    (mark,) = at([*reversed(again), high], 4).marks
    assert (mark.size_mm, mark.high_mm, mark.was_mm, mark.was_high_mm) == (40, 0.1, 140, 0.5)
    assert (mark.x_mm, mark.y_mm, mark.flat) == (300, 200, False)


def test_a_grit_that_was_left_out_is_over_and_the_next_is_told_what_it_follows() -> None:
    polished = {"look": "salt and pepper", "sheen": "gloss", "sealer": "silane", "voids": "left open"}
    said = [*crossed(0, "grit/50"), entry(0.2, "gone", "grit/50")]
    for step in ("grit/100", "grit/200"):
        said.append(entry(0.3, "skip", step, text="No pad of it"))
    found = at(said, 1, **polished)
    assert found.now == "grit/400"
    assert [of(found, step).skipped for step in ("grit/50", "grit/100", "grit/200")] == [False, True, True]
    assert (of(found, "grit/400").after_grit, of(found, "grit/400").steep) == (50, True)
    assert (of(found, "grit/100").after_grit, of(found, "grit/100").steep) == (50, False)
    said += [*crossed(1, "grit/200"), entry(1.2, "gone", "grit/200")]  # worked after all
    assert not of(at(said, 2, **polished), "grit/200").skipped
    assert of(at(said, 2, **polished), "grit/400").after_grit == 200


def test_time_at_a_step_is_summed_between_entries_but_not_over_a_pause() -> None:
    hours = [0, 0.2, 0.5, 0.6, 3.0, 3.25]  # 2.4 h away from it in between
    ways = ("across", "along") * 3
    said = [entry(hour, "pass", "grit/200", way=way) for hour, way in zip(hours, ways, strict=True)]
    assert of(at(said, 4), "grit/200").spent_min == pytest.approx(60 * (0.6 + 0.25))
    assert of(at(said, 4), "grit/200").passes == 6


@pytest.mark.parametrize(("percent", "voids"), [(0.5, "few"), (2.0, "pinholes"), (6.0, "packed, strong veins")])
def test_slurry_is_coloured_as_much_to_its_cement_as_the_mix(percent: float, voids: str) -> None:
    doses = [{"admixture": "pigment", "percent": percent}]
    finish = HONED | {"void_kind": voids}
    found = plan(top(finish=finish, mix={"doses": doses, "cement_share": 0.25}), Shop()).finish
    (pigment,) = found.pigments
    assert found.filler is not None
    # A share of cement is the same share in any amount of it, whatever the bag holds.
    assert pigment.grams.value == pytest.approx(found.filler.value * 1000 * percent / 100, rel=1e-9)
    assert plan(top(finish=finish), Shop()).finish.pigments == ()
    assert plan(top(finish=finish | {"voids": "left open"}, mix={"doses": doses}), Shop()).finish.pigments == ()


def test_castings_of_one_piece_are_held_beside_each_other() -> None:
    steps = sheet()

    def stands(said: list[FinishEntry]) -> FinishStanding:
        return standing(steps, said, BEGUN + timedelta(days=9))

    one, other = to_the_coats(), to_the_coats()
    names = uuid4(), uuid4()
    assert differences("top", steps, dict(zip(names, (stands(one), stands(other)), strict=True))) == ()
    other = [*crossed(-0.5, "grit/200")[:2], *other]
    other[-1] = entry(36, "skip", "edges/1", text="They are soft enough")
    found = differences("top", steps, dict(zip(names, (stands(one), stands(other)), strict=True)))
    assert [(d.step, d.differs, [(o.casting, o.amount) for o in d.of]) for d in found] == [
        ("grit/200", "passes", [(names[0], 4), (names[1], 6)]), ("edges/1", "left out", [(names[1], 1)]),
    ]  # fmt: skip
    late = [entry((e.at - BEGUN) / timedelta(hours=1) + 96, e.kind, e.step, way=e.way) for e in to_the_coats()]
    days = differences("top", steps, dict(zip(names, (stands(one), stands(late)), strict=True)))
    assert [(d.step, d.differs, [o.amount for o in d.of]) for d in days] == [("grit/200", "days", [0, 4.0])]


@pytest.mark.parametrize(
    ("act", "among", "state"),
    [
        ("seal", (), "finished"), ("seal", ("seal", "coat-2", "coat-10"), None),
        ("coat-2", ("coat-2", "coat-10"), None),
        ("coat-10", ("seal", "coat-2", "coat-10"), "finished"), ("strip", ("seal", "coat-2"), "stripped"),
        ("grind", ("seal",), None),
    ],
)  # fmt: skip
def test_finished_comes_with_the_last_coat(act: str, among: tuple[str, ...], state: str | None) -> None:
    assert brought_by(act, among) == state


def castings_at_some_moments() -> list[dict[str, Any]]:
    """Where castings stand at the machine, for another program to stand there too; entries in no order."""
    chance = random.Random(31)  # noqa: S311
    kinds = ("pass", "mark", "flat", "gone", "left", "did", "skip", "sanded", "taped", "dry", "damp", "pad", "undo")
    sheets = [sheet(), sheet(look="salt and pepper", sheen="gloss", sealer="silane"), sheet(sealer="oil")]
    written = TypeAdapter(list[FinishEntry]), TypeAdapter(list[SheetStep]), TypeAdapter(FinishStanding)
    cases = []
    for number in range(90):
        steps = chance.choice(sheets)
        told = to_the_coats() if number % 2 else []
        for _ in range(chance.randrange(40)):
            step = chance.choice(steps).id if chance.random() < 0.95 else "grit/16"
            way = chance.choice(("across", "along"))
            of = chance.choice(told).id if told and chance.random() < 0.7 else None
            place = {"x_mm": chance.uniform(0, 900), "y_mm": chance.uniform(0, 600)}
            place["size_mm"] = chance.uniform(20, 300)
            hour = round(chance.uniform(0, 90), 2)
            told.append(entry(hour, chance.choice(kinds), step, way=way, of=of, **place))
        now = BEGUN + timedelta(hours=chance.uniform(0, 120))
        logged = {chance.choice(steps).id: BEGUN + timedelta(hours=chance.uniform(0, 90))} if number % 3 == 0 else {}
        found = standing(steps, told, now, logged)
        entries, own, where = (
            one.dump_python(value, mode="json")  # type: ignore[attr-defined]
            for one, value in zip(written, (told, list(steps), found), strict=True)
        )
        cases.append(
            {
                "entries": entries,
                "sheet": own,
                "standing": where,
                "now": now.isoformat(),
                "logged": {id_: one.isoformat() for id_, one in logged.items()},
            }
        )
    return cases


def test_what_is_said_of_no_step_is_kept_and_told() -> None:
    stray = entry(0, "did", "grit/60")
    found = at([stray], 1)
    assert found.odd == (stray.id,)
    assert found.now == "grit/200"
    assert isinstance(stray.id, UUID)

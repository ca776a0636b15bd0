"""What is written at the machine as evidence: how long a grit takes, how long a pad lasts, what a coat takes."""

import random
from datetime import UTC, datetime, timedelta
from uuid import UUID, uuid4

import pytest

from tests.core.test_known import with_own
from tests.jobs import demo_job
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.finish.inputs import FinishInputs
from ulbrek.core.finish.result import FinishResult
from ulbrek.core.finish.sheet import SheetStep, sheet_of
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.own import Quantity
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.finishing import AtMachine, PourWorn, Worn, ground, pads_evidence, sealed, worn

START = datetime(2026, 5, 4, 9, tzinfo=UTC)


def honed() -> Job:
    job = demo_job(1)
    return job.model_copy(update={"finish": FinishInputs(look="cream-honed", sealer="penetrating")})


@pytest.fixture(scope="module")
def finish() -> FinishResult:
    return plan(honed(), Shop()).pieces[0].finish


def grits(finish: FinishResult) -> list[SheetStep]:
    return [one for one in sheet_of(finish) if one.grit is not None]


class Writer:
    """Somebody at the machine, whose entries come one after the other."""

    def __init__(self, castings: int) -> None:
        self.castings = [uuid4() for _ in range(castings)]
        self.at = START
        self.member = uuid4()
        self.entries: dict[UUID, list[FinishEntry]] = {one: [] for one in self.castings}

    def say(self, casting: int, minutes: float, kind: str, step: str | None, **more: object) -> None:
        self.at += timedelta(minutes=minutes)
        told = {"id": uuid4(), "kind": kind, "at": self.at, "casting": self.castings[casting], "step": step, **more}
        self.entries[self.castings[casting]].append(FinishEntry.model_validate({"member_id": self.member, **told}))

    def grind(self, casting: int, step: SheetStep, minutes: float) -> None:
        for number in range(step.passes):
            self.say(casting, minutes / step.passes, "pass", step.id, way="across" if number % 2 else "along")
        self.say(casting, 0, "gone", step.id)

    def told(self, finish: FinishResult) -> dict[UUID, AtMachine]:
        return {one: AtMachine(finish, entries) for one, entries in self.entries.items()}


@pytest.mark.parametrize("seed", range(5))
def test_grinding_is_timed_from_entry_to_entry_whichever_casting_it_is(finish: FinishResult, seed: int) -> None:
    """Three castings in turn, each grit at a pace of its own: what is found is the sum of those paces."""
    dice, writer = random.Random(seed), Writer(3)  # noqa: S311 - a seeded test
    said = happened = 0.0
    writer.say(0, 0, "mark", None, x_mm=10, y_mm=10, mark="void")  # begins the day
    for step in grits(finish):
        for casting in range(3):
            pace = dice.uniform(0.4, 1.6)
            writer.grind(casting, step, pace * step.minutes)
            said, happened = said + step.minutes, happened + pace * step.minutes
    found = ground(writer.told(finish))
    assert found is not None
    assert (found.said, found.happened) == (pytest.approx(said), pytest.approx(happened))


def test_what_was_not_timed_through_says_nothing_of_grinding(finish: FinishResult) -> None:
    first, second = grits(finish)
    writer = Writer(1)
    writer.grind(0, first, first.minutes)  # nobody knows when its first pass was begun
    assert ground(writer.told(finish)) is None
    writer.say(0, 0, "pass", second.id, way="along")
    writer.at += timedelta(hours=3)
    writer.grind(0, second, second.minutes)  # lunch
    assert ground(writer.told(finish)) is None
    left_out = Writer(1)
    left_out.say(0, 0, "mark", None, x_mm=10, y_mm=10, mark="void")
    left_out.say(0, 5, "pass", first.id, way="along")
    left_out.say(0, 5, "skip", first.id)
    assert ground(left_out.told(finish)) is None


@pytest.mark.parametrize("seed", range(5))
def test_a_pad_is_known_from_the_second_of_a_grit_on(finish: FinishResult, seed: int) -> None:
    """A shop whose pads last a known share of the rule writes each off when it has done so."""
    dice, truth = random.Random(seed), 0.62  # noqa: S311 - a seeded test
    step = grits(finish)[0]
    a_pass = finish.area.value / step.passes / step.pad_m2  # of the rule's life
    pours, used, off = [], 0.3 * truth, 0
    for number in range(60):
        writer = Writer(1)
        writer.at += timedelta(days=number)
        for at in range(dice.randint(4, 9)):
            writer.say(0, 1, "pass", step.id, way="across" if at % 2 else "along")
            used += a_pass
            if used >= truth:
                writer.say(0, 0.1, "pad", step.id)
                used, off = 0.0, off + 1
        pours.append(PourWorn(uuid4(), writer.at, "ordinary", 18.0, (number,), worn(writer.told(finish).values())))
    found = pads_evidence(pours)
    assert off >= 3
    assert sum(1 for one in pours if len(one.grits[step.id].shares) > 1) - 1 == len(found)
    assert [one.said for one in found] == [pytest.approx(step.pad_m2)] * len(found)
    # A pad is looked at after each pass, so that it is written off within one of its end.
    assert [one.ratio for one in found] == [pytest.approx(truth + a_pass / 2, abs=a_pass * 0.501)] * len(found)


def test_pads_of_several_grits_are_known_apart_and_told_as_their_mean() -> None:
    def pour(day: int, **shares: tuple[float, ...]) -> PourWorn:
        at = START + timedelta(days=day)
        grits = {f"grit/{key[1:]}": Worn(at, 4.0, of) for key, of in shares.items()}
        return PourWorn(UUID(int=day + 1), at, "ordinary", None, (), grits)

    told = pads_evidence([
        pour(0, g50=(0.2, 0.1), g100=(0.3,)),  # of neither it is known where it began
        pour(1, g50=(0.4, 0.0), g100=(0.1, 0.0)),
        pour(2, g50=(0.9, 0.2), g100=(0.4, 0.1)),
    ])  # fmt: skip
    assert [(one.pour.int, pytest.approx(one.ratio), one.happened) for one in told] == [
        (2, 0.5, pytest.approx(2.0)), (3, (0.9 * 0.4) ** 0.5, pytest.approx(2.4)),
    ]  # fmt: skip


def test_only_coats_that_were_measured_say_what_a_coat_takes(finish: FinishResult) -> None:
    writer = Writer(3)
    first = finish.coats[0].goes_on.value
    writer.say(0, 1, "did", "coat/1", volume_l=0.2)
    writer.say(1, 1, "did", "coat/1")
    assert sealed(writer.told(finish).values()) is not None
    writer.say(2, 1, "did", "coat/1", volume_l=0.3)
    writer.say(2, 1, "undo", None, of=writer.entries[writer.castings[2]][-1].id)
    writer.say(2, 1, "did", "coat/9", volume_l=9)
    found = sealed(writer.told(finish).values())
    assert found is not None
    assert (found.said, found.happened) == (pytest.approx(first), 0.2)


@pytest.mark.parametrize(
    ("quantity", "shown"),
    [("grinding", "minutes"), ("pads", "pads"), ("sealer", "goes_on")],
)
def test_plans_reckon_with_what_was_accepted(quantity: Quantity, shown: str) -> None:
    job = honed()
    rule, ours = (plan(job, one) for one in (Shop(), with_own(quantity, 1.5)))
    factor = 1 / 1.5 if quantity == "pads" else 1.5
    for before, after in zip(rule.pieces, ours.pieces, strict=True):
        steps = "coats" if quantity == "sealer" else "ladder"
        was, now = (getattr(one.finish, steps) for one in (before, after))
        for one, other in zip(was, now, strict=True):
            assert getattr(other, shown).value == pytest.approx(factor * getattr(one, shown).value, rel=0.002)
    if quantity == "grinding":
        longer = sum(
            0.5 * step.minutes.value * piece.count
            for piece, planned in zip(job.pieces, rule.pieces, strict=True)
            for step in planned.finish.ladder
        )
        assert rule.finish.hours is not None
        assert ours.finish.hours is not None
        assert ours.finish.hours.value - rule.finish.hours.value == pytest.approx(longer / 60, rel=0.02)

"""What a shop's records make of one rule, and what plans make of it once it is accepted."""

import random
from datetime import UTC, datetime, timedelta
from math import exp
from uuid import UUID, uuid4

import numpy as np
import pytest
from scipy.stats import t

from tests.jobs import demo_job
from ulbrek.core.after.evidence import WrittenDown, by_the_rules, facts_of, timed, without_tests
from ulbrek.core.cure.history import ActTest
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.mixes import DRYING_LOSS
from ulbrek.core.materials.own import Group, OwnFigure, Quantity, own_of
from ulbrek.core.mix.inputs import MixedBatch
from ulbrek.core.plan.plan import plan
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.records.drying import HALF_DAYS, Weighed, days_to_half_dry, share_dried
from ulbrek.core.records.evidence import evidence_of
from ulbrek.core.records.known import counting, judged, of_group, score, standing
from ulbrek.core.records.learning import BELIEFS, Belief, Evidence, wild
from ulbrek.core.records.record import Record

START = datetime(2026, 5, 4, 9, tzinfo=UTC)


def records(*ratios: float, mix: str = "ordinary", celsius: float = 20.0) -> list[Evidence]:
    return [
        Evidence(UUID(int=day + 1), START + timedelta(days=day), ratio, mix, celsius)
        for day, ratio in enumerate(ratios)
    ]


def accepted(quantity: Quantity, ours: float, castings: int = 30, since: int = 0, **more: object) -> OwnFigure:
    at = START + timedelta(days=since, hours=1)
    told = {"ours": ours, "castings": castings, "counts_as": 0.01, "low": 0.9, "high": 1.1, "accepted_at": at}
    return OwnFigure.model_validate({"quantity": quantity, **told, **more})


def with_own(quantity: Quantity, ours: float) -> Shop:
    return Shop(own=(accepted(quantity, ours),))


def test_what_cannot_be_and_what_is_left_out_do_not_count() -> None:
    told = records(0.9, 9.0, 0.88, 0.91)
    told[2] = Evidence(told[2].pour, told[2].at, 0.88, "ordinary", left_out="wet bags")
    found = judged("set", told)
    assert [one.counts for one in found] == ["counts", "cannot be", "left out", "counts"]
    assert found[1].before is found[2].after is None
    assert found[3].before == found[0].after
    assert [one.ratio for one in counting("set", told)] == [0.9, 0.91]


def test_a_season_is_a_quarter_of_the_year_and_its_figure_holds_in_it() -> None:
    day = datetime(2026, 1, 15, tzinfo=UTC)
    told = [Evidence(uuid4(), day + timedelta(days=30 * month), 0.9, "ordinary") for month in range(12)]
    assert [one.at.month for one in of_group(told, Group(season="December to February"))] == [1, 2, 12]
    assert [one.at.month for one in of_group(told, Group(season="June to August"))] == [6, 7, 8]
    whole, cold, winter = (
        accepted("set", 0.9),
        accepted("set", 1.1, warmth="cold"),
        accepted("set", 1.2, season="December to February"),
    )
    for figures, warmth, season, wanted in (
        ((whole, winter), "mild", "December to February", winter),
        ((whole, winter), "mild", "June to August", whole),
        ((whole, winter), "mild", None, whole),
        ((winter, cold), "cold", "December to February", cold),
        ((winter,), "mild", "March to May", None),
    ):
        assert own_of(figures, "set", "ordinary", warmth, season) is wanted  # type: ignore[arg-type]


def test_a_plan_goes_by_the_season_of_its_pour() -> None:
    job, hours = demo_job(1), {}
    shop = Shop(own=(accepted("set", 1.3, season="December to February"),))
    for month in (1, 7):
        poured = datetime(2026, month, 10, 9, tzinfo=UTC)
        dated = job.model_copy(update={"cure": job.cure.model_copy(update={"poured_at": poured})})
        for one in (Shop(), shop):
            acts = plan(dated, one).cure.acts
            hours[month, bool(one.own)] = next(act.hours.value for act in acts if act.id == "float")
    assert hours[1, True] > 1.2 * hours[1, False]
    assert hours[7, True] == hours[7, False]


def test_rule_and_ours_are_scored_by_what_they_said_before() -> None:
    """Twice what the rule says is as far off as half of it; what does not count is no score."""
    told = records(0.5, 2.0, 9.0, 0.5)
    found = score(judged("set", told))
    assert found is not None
    assert (found.records, found.less, found.rule_off) == (3, 2, pytest.approx(1.0))
    before = [1.0, *(leaves_none_out(told, upto) for upto in (1, 2))]
    off = [abs(np.log(ratio / said)) for ratio, said in zip((0.5, 2.0, 0.5), before, strict=True)]
    assert found.ours_off == pytest.approx(exp(np.mean(off)) - 1)
    assert score(judged("set", records(0.9))) is None


def leaves_none_out(told: list[Evidence], upto: int) -> float:
    """The rule counts as (0.10/0.15)² pours of set: the mean of logarithms, weighed so."""
    rule = (0.10 / 0.15) ** 2
    return float(np.exp(sum(np.log(one.ratio) for one in told[:upto]) / (rule + upto)))


def test_groups_are_of_a_mix_and_of_a_sort_of_day() -> None:
    told = [*records(0.9, 0.8), *records(1.1, mix="rapid"), *records(1.3, celsius=5.0)]
    assert len(of_group(told, Group())) == 4
    assert [one.ratio for one in of_group(told, Group(mix="rapid"))] == [1.1]
    assert [one.ratio for one in of_group(told, Group(warmth="cold"))] == [1.3]
    assert [one.ratio for one in of_group(told, Group(mix="ordinary", warmth="mild"))] == [0.9, 0.8]


@pytest.mark.parametrize(
    ("ratios", "own", "expected"),
    [
        ([], None, "nothing yet"),
        ([0.9, 0.9], None, "too few"),
        ([0.9, 0.9, 0.9], None, "offered"),
        ([0.9] * 6, accepted("set", 0.9, since=9), "in use"),
        ([0.8] * 20, accepted("set", 0.9, since=30), "moved on"),
        ([0.9, 0.9, 0.9, 1.4, 1.5, 1.4], accepted("set", 0.9, since=2), "contradicted"),
    ],
)
def test_a_figure_stands_as_its_records_say(ratios: list[float], own: OwnFigure | None, expected: str) -> None:
    assert standing("set", records(*ratios), own) == expected


def leaves_one_out(belief: Belief, ratios: list[float], at: int) -> float:
    """How far in the tail a record lies beside the others: in closed form, by a library's own t distribution."""
    others = np.log([one for number, one in enumerate(ratios) if number != at])
    counts = belief.counts_as + len(others)
    mean = others.sum() / counts
    spread = ((others - others.mean()) ** 2).sum() + belief.counts_as * len(others) * others.mean() ** 2 / counts
    shape = (belief.worth + len(others)) / 2
    scale = (belief.worth * belief.pours**2 / 2 + spread / 2) / shape * (1 + 1 / counts)
    return float(t.sf(abs(np.log(ratios[at]) - mean) / scale**0.5, 2 * shape))


def test_the_wild_ones_are_those_that_a_t_distribution_leaves_out() -> None:
    dice = random.Random(3)  # noqa: S311 - the same records every time
    for _ in range(60):
        belief = BELIEFS[dice.choice(list(BELIEFS))]
        ratios = [exp(dice.gauss(0, belief.pours) + (dice.random() < 0.1) * 6 * belief.pours) for _ in range(12)]
        tails = [leaves_one_out(belief, ratios, at) for at in range(12)]
        assert wild(belief, ratios) == [tail < 0.005 for tail in tails]


def test_own_water_never_leaves_what_the_bag_allows() -> None:
    job = demo_job(1)
    rule = plan(job, Shop()).mix
    for ours in (0.5, 0.97, 1.03, 1.8):
        mix = plan(job, with_own("water", ours)).mix
        expected = min(rule.water_most_l, max(rule.water_least_l, rule.water_planned_l * ours))
        assert mix.water_planned_l == pytest.approx(expected, rel=0.002)
    typed = job.model_copy(update={"mix": job.mix.model_copy(update={"water_per_bag_l": rule.water_least_l})})
    assert plan(typed, with_own("water", 1.03)).mix.water_planned_l == rule.water_least_l


def test_own_times_stretch_mixing_and_placing_alone() -> None:
    job = demo_job(1)
    rule, mixed, placed = (plan(job, one).mix.clock for one in (Shop(), with_own("mixing", 2), with_own("placing", 2)))
    assert mixed.mixing.value == pytest.approx(2 * rule.mixing.value, rel=0.002)
    assert mixed.placing == rule.placing
    assert placed.placing.value == pytest.approx(2 * rule.placing.value, rel=0.002)
    assert placed.placing_a_bag_min == pytest.approx(2 * rule.placing_a_bag_min, rel=0.002)
    assert placed.working == rule.working


def test_own_drying_changes_the_dry_weight_and_its_band() -> None:
    job = demo_job(3)
    rule, ours = (plan(job, one).pieces[0].measure for one in (Shop(), with_own("drying", 1.6)))
    assert ours.mass_stripped == rule.mass_stripped
    lost = [1 - one.mass_dry.value / one.mass_fresh.value for one in (rule, ours)]
    assert lost[1] - lost[0] == pytest.approx(0.6 * DRYING_LOSS.likely, rel=0.02)  # a little of it is steel
    assert ours.mass_dry.low is not None and ours.mass_dry.high is not None
    assert ours.mass_dry.low < ours.mass_dry.value < ours.mass_dry.high


def test_a_pour_is_held_against_the_rule_whatever_plans_reckon_with() -> None:
    """A shop that sets at 0.8 of the rule finds 0.8 before it accepts that, and after it."""
    job, found = demo_job(1), []
    for shop in (Shop(), with_own("set", 0.8)):
        plain = by_the_rules(shop)
        rule = plan(job, plain)
        floated = next(act for act in rule.cure.acts if act.id == "float").hours.value
        tests = tuple(
            ActTest(act="float", at=START + timedelta(hours=0.8 * floated * off), ready=ready)
            for off, ready in ((1 / 1.1, False), (1.1, True))
        )
        batches = (MixedBatch(bags=2, water_l=2 * rule.mix.water_planned_l, at=START),)
        record = Record(water_in_at=START, tests=tests, batches=batches)
        planned = plan(job, plain, without_tests(record))
        volume = planned.pieces[0].measure.volume.value
        written = WrittenDown(UUID(int=1), (7,), {job.pieces[0].id: 1}, 2 * 0.96 * rule.mix.bag_yield.value - volume)
        facts = facts_of(job, shop, planned, record, written)
        assert facts is not None
        found.append(evidence_of(facts))
    assert found[0]["set"].ratio == pytest.approx(0.8, rel=0.001)
    assert found[0]["water"].ratio == pytest.approx(1, rel=0.001)
    assert found[1] == found[0]
    assert found[0]["set"].happened == pytest.approx(0.8 * found[0]["set"].said)


def test_weighings_and_left_over_concrete_become_evidence() -> None:
    job = demo_job(3)
    rule = plan(job, Shop())
    piece, half = job.pieces[0], days_to_half_dry(HALF_DAYS.likely, job.pieces[0].thickness.mm, 2)
    first = 10 * (1 - 0.03 * share_dried(0.5, half))
    weighed = ((piece.id, (Weighed(0.5, first), Weighed(900, 9.7), Weighed(910, 9.7))),)
    bags = rule.mix.bags.value
    record = Record(
        water_in_at=START, batches=(MixedBatch(bags=bags, water_l=bags * rule.mix.water_planned_l, at=START),)
    )
    volume = rule.pieces[0].measure.volume.value * piece.count
    left = 0.95 * bags * rule.mix.bag_yield.value - volume
    written = WrittenDown(UUID(int=1), (1, 2), {piece.id: piece.count}, left, weighed=weighed)
    facts = facts_of(job, Shop(), plan(job, Shop(), without_tests(record)), record, written)
    assert facts is not None
    found = evidence_of(facts)
    assert found["drying"].happened == pytest.approx(0.03, rel=0.001)
    assert found["yield"].ratio == pytest.approx(0.95, rel=0.002)
    assert facts_of(job, Shop(), rule, Record(), written) is None


def test_a_run_times_its_batches() -> None:
    def did(step: str, minute: float, **more: object) -> RunEntry:
        at = START + timedelta(minutes=minute)
        return RunEntry.model_validate({"id": uuid4(), "kind": "did", "at": at, "step": step, **more})

    undone = did("batch/2/mixed", 18)
    run = [
        did("batch/1/water", 0), did("batch/1/mixed", 10, bags=1.5), did("batch/1/place", 22), undone,
        did("batch/2/water", 12), did("batch/2/mixed", 20), did("batch/2/place/tops", 25), did("batch/2/place", 28),
        RunEntry(id=uuid4(), kind="undo", at=START + timedelta(minutes=19), of=undone.id),
        did("batch/3/mixed", 900),
    ]  # fmt: skip
    dice = random.Random(2)  # noqa: S311 - the same order every time
    dice.shuffle(run)
    first, second, third, fourth = timed(run, [2.0, 2.0, 1.0, 1.0])
    assert (first.bags, first.mixing_min, first.placing_min) == (1.5, 10, 12)
    assert (second.bags, second.mixing_min, second.placing_min) == (2.0, 8, 6)  # placed from 22, when hands were free
    assert (third.mixing_min, third.placing_min, fourth.mixing_min) == (None, None, None)

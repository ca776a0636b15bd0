"""What a shop learns of itself: simulated shops whose truth is known, and what plans make of it."""

import random
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from itertools import pairwise
from math import exp, log
from statistics import mean, median
from uuid import UUID

import numpy as np
import pytest
from hypothesis import given, strategies
from scipy import integrate, stats

from tests.jobs import demo_job
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.own import Group, OwnFigure, Quantity
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.learning import (
    BELIEFS,
    Belief,
    Evidence,
    contradicts,
    is_possible,
    learnt,
    one_by_one,
    own_figure,
    wild,
)

START = datetime(2026, 3, 2, 8, tzinfo=UTC)
SHOPS = 400


def records(dice: random.Random, truth: float, noise: float, count: int) -> list[float]:
    return [truth * exp(dice.gauss(0, noise)) for _ in range(count)]


def evidence(ratios: list[float], mix: str = "ordinary", celsius: float = 20.0, since: int = 0) -> list[Evidence]:
    return [
        Evidence(UUID(int=since + number), START + timedelta(days=since + number), ratio, mix, celsius)
        for number, ratio in enumerate(ratios)
    ]


def simulated(quantity: Quantity, truth: float, noise: float, count: int = 10) -> Iterator[tuple[list[float], float]]:
    """Shops of one truth: what each recorded, and how its next pour went."""
    dice = random.Random(f"{quantity} {truth} {noise}")  # noqa: S311 - the same shops every time
    for _ in range(SHOPS):
        *known, then = records(dice, truth, noise, count + 1)
        yield known, then


@pytest.mark.parametrize(
    ("quantity", "truth", "noise"),
    [("set", 0.85, 0.08), ("set", 0.85, 0.12), ("set", 1.3, 0.10), ("yield", 0.96, 0.02), ("drying", 1.4, 0.15)],
)
def test_after_ten_castings_evidence_beats_the_rule(quantity: Quantity, truth: float, noise: float) -> None:
    rule, own = [], []
    for known, then in simulated(quantity, truth, noise):
        rule.append(abs(log(then)))
        own.append(abs(log(then / learnt(BELIEFS[quantity], known).likely)))
    assert mean(own) < mean(rule)
    assert median(own) < median(rule)


def test_where_the_rule_is_right_evidence_costs_next_to_nothing() -> None:
    lost = [
        abs(log(then / learnt(BELIEFS["set"], known).likely)) - abs(log(then))
        for known, then in simulated("set", 1.0, 0.10)
    ]
    assert mean(lost) < 0.01


@pytest.mark.parametrize("count", [3, 5, 10, 20])
def test_bands_cover_as_often_as_they_say(count: int) -> None:
    """Shops as they are believed to be: eight in ten of what comes next lie in the band, and of their own means."""
    dice = random.Random(count)  # noqa: S311 - the same shops every time
    for belief in BELIEFS.values():
        next_in = mean_in = 0
        for _ in range(1500):
            # The scatter of a shop, from the same family of beliefs.
            noise = belief.pours * (belief.worth / dice.gammavariate(belief.worth / 2, 2)) ** 0.5
            truth = exp(dice.gauss(0, noise / belief.counts_as**0.5))
            *known, then = records(dice, truth, noise, count + 1)
            found = learnt(belief, known)
            next_in += found.next_low <= then <= found.next_high
            mean_in += found.low <= truth <= found.high
        assert 0.765 < next_in / 1500 < 0.835
        assert 0.765 < mean_in / 1500 < 0.835


@pytest.mark.parametrize(("truth", "noise"), [(0.85, 0.06), (0.85, 0.10), (1.2, 0.08), (0.6, 0.10)])
def test_bands_cover_in_a_shop_of_one_truth(truth: float, noise: float) -> None:
    covered = [
        found.next_low <= then <= found.next_high
        for known, then in simulated("set", truth, noise)
        for found in [learnt(BELIEFS["set"], known)]
    ]
    assert 0.74 < mean(covered) < 0.95  # wider than it need be where a shop is steadier than most


@given(
    strategies.lists(strategies.floats(0.5, 2.0), min_size=1, max_size=8),
    strategies.sampled_from([BELIEFS["set"], BELIEFS["yield"], BELIEFS["mixing"]]),
)
def test_the_posterior_is_what_integration_gives(ratios: list[float], belief: Belief) -> None:
    """Mean and scatter on a grid: likelihood times prior, added up."""
    logs = np.log(ratios)
    shape, scale = belief.worth / 2, belief.worth / 2 * belief.pours**2
    found = learnt(belief, ratios)

    def weight(mean_: float, variance: float) -> float:
        prior = stats.invgamma.logpdf(variance, shape, scale=scale)
        prior += stats.norm.logpdf(mean_, 0, (variance / belief.counts_as) ** 0.5)
        return float(prior + stats.norm.logpdf(logs, mean_, variance**0.5).sum())

    # The scatter integrated out of each mean by quadrature over the logarithm of the variance.
    centre, reach = log(found.likely), max(0.02, log(found.high / found.low)) * 4
    means = np.linspace(centre - reach, centre + reach, 161)
    variances = np.exp(np.linspace(log(belief.pours**2) - 5, log(belief.pours**2) + 7, 181))
    table = np.array([[weight(one, other) + log(other) for other in variances] for one in means[::8]])
    table = np.exp(table - table.max())
    density = integrate.trapezoid(table, np.log(variances), axis=1)
    worked = float((density * means[::8]).sum() / density.sum())
    assert exp(worked) == pytest.approx(found.likely, rel=0.01)


def test_with_nothing_recorded_it_is_the_rule_and_its_band() -> None:
    found = learnt(BELIEFS["set"], [])
    assert found.likely == found.ours == 1.0
    assert found.next_low == pytest.approx(0.75, abs=0.03)
    assert found.next_high == pytest.approx(1.25, abs=0.09)


def test_the_more_is_recorded_the_surer() -> None:
    steps = one_by_one(BELIEFS["set"], [0.9, 0.84, 0.88, 0.83, 0.86, 0.85])
    assert [step.count for step in steps] == list(range(7))
    assert all(later.sure < earlier.sure for earlier, later in pairwise(steps))
    assert steps[-1].likely == pytest.approx(0.86, abs=0.02)


def test_a_wild_record_is_found_and_sound_ones_are_not() -> None:
    assert wild(BELIEFS["set"], [0.86, 0.83, 0.9, 0.84, 0.88, 2.4]) == [False] * 5 + [True]
    assert wild(BELIEFS["set"], [0.86, 2.4]) == [False, False]
    found = [any(wild(BELIEFS["set"], known)) for known, _ in simulated("set", 0.85, 0.10)]
    assert mean(found) < 0.12


@pytest.mark.parametrize(
    ("quantity", "ratio", "possible"),
    [("yield", 2.0, False), ("yield", 0.5, False), ("yield", 0.94, True), ("set", 0.4, True), ("set", 9.0, False)],
)
def test_what_cannot_be_is_known(quantity: Quantity, ratio: float, possible: bool) -> None:
    assert is_possible(quantity, ratio) is possible


def test_a_share_of_nothing_is_refused() -> None:
    with pytest.raises(ValueError, match="share over 0"):
        learnt(BELIEFS["set"], [0.9, 0.0])


def test_a_figure_that_is_contradicted_is_told() -> None:
    own = own_figure("set", evidence([0.86, 0.83, 0.9, 0.84, 0.88]), Group(mix="ordinary"))
    assert own is not None
    assert not contradicts(own, evidence([0.8, 0.9, 0.86, 0.99]))
    assert not contradicts(own, evidence([1.4, 1.5]))
    assert contradicts(own, evidence([1.3, 1.25, 0.9, 1.4]))
    told = [contradicts(own, evidence(known)) for known, _ in simulated("set", 0.86, 0.06)]
    assert mean(told) < 0.03


def test_two_records_are_too_few_to_accept() -> None:
    assert own_figure("set", evidence([0.86, 0.83]), Group()) is None


def shop_that_learnt(quantity: Quantity, ratios: list[float], mix: str | None) -> tuple[Shop, OwnFigure]:
    own = own_figure(quantity, evidence(ratios), Group(mix=mix))
    assert own is not None
    return Shop(own=(own,)), own


@pytest.mark.parametrize("number", [1, 3, 4])
def test_forecasts_of_set_and_strip_lie_within_a_fifth_after_ten_castings(number: int) -> None:
    """Truth: concrete that sets at 0.85 of the rule, more or less; strength is counted from its final set."""
    job = demo_job(number)
    dice = random.Random(number)  # noqa: S311 - the same shops every time
    rule = plan(job, Shop())
    hits = {"float": [], "strip": []}  # type: dict[str, list[bool]]
    for _ in range(60):
        *known, then = records(dice, 0.85, 0.09, 11)
        shop, _own = shop_that_learnt("set", known, None)
        ours = plan(job, shop)
        for act, found in hits.items():
            by_rule = [one for one in rule.cure.acts if one.id == act]
            by_us = [one for one in ours.cure.acts if one.id == act]
            for one, other in zip(by_rule, by_us, strict=True):
                true = hour_if_set(job.mix.mix, one.hours.value, act, then)
                found.append(abs(other.hours.value / true - 1) <= 0.2)
    assert any(hits.values())
    assert all(mean(found) >= 0.9 for found in hits.values() if found)


def hour_if_set(mix_id: str | None, hour: float, act: str, ratio: float) -> float:
    """When an act is due in truth: what waits for set is so much sooner, what waits for strength by the sooner set."""
    mix = next(one for one in Shop().mixes if mix_id in (None, one.id))
    return hour * ratio if act == "float" else hour + mix.final_set_h * (ratio - 1)


def test_a_shop_with_nothing_accepted_plans_as_before() -> None:
    job = demo_job(1)
    assert plan(job, Shop()) == plan(job, Shop(own=()))
    other = own_figure("set", evidence([0.8, 0.8, 0.8]), Group(mix="another mix"))
    assert other is not None
    assert plan(job, Shop(own=(other,))) == plan(job, Shop())


def test_an_own_yield_changes_the_bags_and_not_the_mass() -> None:
    job = demo_job(9)
    before, after = plan(job, Shop()), plan(job, shop_that_learnt("yield", [0.9] * 12, None)[0])
    assert after.mix.bag_yield.value == pytest.approx(before.mix.bag_yield.value * 0.9, rel=0.005)
    assert after.mix.bags.value > before.mix.bags.value
    assert after.pieces[0].handling.mass == before.pieces[0].handling.mass


def test_an_own_figure_is_asked_why() -> None:
    own = shop_that_learnt("set", [0.85] * 8, None)[1]
    figure = own.figure
    assert figure.inputs["times_found"].value == 8
    assert figure.value == pytest.approx(learnt(BELIEFS["set"], [0.85] * 8).likely)
    planned = plan(demo_job(1), Shop(own=(own,)))
    assert figure.key in planned.workings


def test_the_figure_of_the_mix_and_the_day_is_used_before_that_of_all() -> None:
    of_all = own_figure("set", evidence([1.2] * 4), Group())
    of_mix = own_figure("set", evidence([0.8] * 4), Group(mix="ordinary"))
    of_cold = own_figure("set", evidence([0.7] * 4), Group(mix="ordinary", warmth="cold"))
    assert of_all and of_mix and of_cold
    job = demo_job(1)
    mix = job.mix.mix or Shop().mixes[0].id
    of_mix, of_cold = (one.model_copy(update={"mix": mix}) for one in (of_mix, of_cold))
    shop = Shop(own=(of_all, of_mix, of_cold))

    def set_h(celsius: float, own: tuple[OwnFigure, ...]) -> float:
        cure = job.cure.model_copy(update={"temperature_c": celsius, "place": "heated room"})
        made = plan(job.model_copy(update={"cure": cure}), shop.model_copy(update={"own": own}))
        return next(act.hours.value for act in made.cure.acts if act.id == "cover")

    for celsius, own in ((20.0, of_mix), (8.0, of_cold)):
        assert set_h(celsius, shop.own) == pytest.approx(set_h(celsius, ()) * own.figure.value, rel=0.02)


def test_two_figures_of_one_thing_are_refused() -> None:
    own = own_figure("set", evidence([0.8] * 4), Group(mix="ordinary"))
    with pytest.raises(ValueError, match="two own figures"):
        Shop.model_validate({"own": [own, own]})

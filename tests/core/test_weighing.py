"""Castings on the scale: beside what was foretold, and beside their pair."""

import random
from itertools import combinations, permutations

import networkx as nx
import pytest

from tests.jobs import demo_job
from ulbrek.core.base.figure import Spread, work
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.mixes import DRYING_LOSS
from ulbrek.core.measure.inputs.piece import WantedWeight
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.drying import Weighed, drying, final_mass
from ulbrek.core.records.matching import dry_mix_for_next, sets
from ulbrek.core.records.weighing import CastingWeight, off_what_was_wanted, weighing_findings

MEASURED = plan(demo_job(3), Shop()).pieces[0].measure
FRESH, STRIPPED, DRY = MEASURED.mass_fresh, MEASURED.mass_stripped, MEASURED.mass_dry


def codes(mass_kg: float, age_h: float | None, *pair: float) -> list[str]:
    others = [CastingWeight(number, one, age_h) for number, one in enumerate(pair, 2)]
    return [one.code for one in weighing_findings(MEASURED, CastingWeight(1, mass_kg, age_h), others)]


@pytest.mark.parametrize("age_h", [24.0, 1000.0, None])
def test_what_was_foretold_raises_nothing_and_a_shop_scale_is_no_finer(age_h: float | None) -> None:
    assert FRESH.high is not None
    assert STRIPPED.low is not None
    assert STRIPPED.high is not None
    assert DRY.low is not None
    least = STRIPPED.low if age_h == 24 else DRY.low
    most = STRIPPED.high if age_h == 1000 else FRESH.high
    for mass, found in ((least - 0.06, True), (least - 0.04, False), (most + 0.04, False), (most + 0.06, True)):
        assert ("off-its-forecast" in codes(mass, age_h)) == found


def test_it_dries_and_is_not_told_to_be_light_for_that() -> None:
    assert DRY.low is not None
    assert codes(DRY.low, 2000.0) == []
    assert codes(DRY.low, 24.0) == ["off-its-forecast"]


def test_a_pair_is_alike_within_two_per_cent() -> None:
    mass = STRIPPED.value
    assert codes(mass, 48.0, mass * 1.019) == []
    assert "pair-differs" in codes(mass, 48.0, mass * 1.03)


def test_pairs_are_as_many_as_can_be_and_differ_least() -> None:
    """Against a matching of greatest size and least weight in a graph, by a library."""
    dice = random.Random(6)  # noqa: S311 - the same castings every time
    for _ in range(60):
        masses = {number: dice.uniform(9.6, 10.6) for number in range(dice.randint(0, 11))}
        graph = nx.Graph()
        for one, other in permutations(masses, 2):
            light, heavy = sorted((masses[one], masses[other]))
            if one < other and heavy / light - 1 <= 0.02:
                graph.add_edge(one, other, weight=heavy / light - 1)
        best = nx.min_weight_matching(graph) if graph else set()
        found = sets(masses, 2, 0.02)
        assert len(found) == len(best)
        assert sum(one.differ for one in found) == pytest.approx(sum(graph.edges[one]["weight"] for one in best))
        assert [one.differ for one in found] == sorted(one.differ for one in found)
        assert all(masses[one.serials[0]] <= masses[one.serials[1]] for one in found)


@pytest.mark.parametrize("size", [3, 4])
def test_sets_are_as_many_as_can_be_and_differ_least(size: int) -> None:
    """Against every way to choose sets, tried one after the other."""
    dice = random.Random(size)  # noqa: S311 - the same castings every time
    for _ in range(25):
        masses = {number: dice.uniform(9.8, 10.4) for number in range(dice.randint(size, 9))}

        def every(left: frozenset[int], masses: dict[int, float] = masses) -> tuple[int, float]:
            """The best that can be made of those that are left: how many sets, less; how much they differ."""
            found = (0, 0.0)
            for chosen in combinations(sorted(left), size):
                differ = max(masses[one] for one in chosen) / min(masses[one] for one in chosen) - 1
                if differ <= 0.02:
                    less, more = every(frozenset(one for one in left if one > chosen[0]) - set(chosen))
                    found = min(found, (less - 1, more + differ))
            return found

        made = sets(masses, size, 0.02)
        less, differ = every(frozenset(masses))
        assert len(made) == -less
        assert sum(one.differ for one in made) == pytest.approx(differ)
        assert len({serial for one in made for serial in one.serials}) == size * len(made)


def test_the_next_one_made_with_its_dry_mix_weighs_what_is_wanted() -> None:
    for weighs, stays in ((10.4, 0.0), (9.7, 0.35)):
        took = 9.2
        per_dry = (weighs - stays) / took  # what a kilogram of dry mix weighs in the end
        found = work(dry_mix_for_next, dry_mix_kg=took, wanted_kg=10.0, weighs_kg=weighs, stays_in_kg=stays).value
        assert found * per_dry + stays == pytest.approx(10.0)


def test_the_mean_of_its_final_mass_lies_in_the_band() -> None:
    seen = [Weighed(0.5, 20.0), Weighed(20, 19.7)]
    forecast = Spread(19.6, 20.0, 20.4)
    whole, mean = drying(seen, 40, DRYING_LOSS, forecast), final_mass(seen, 40, DRYING_LOSS, forecast)
    assert whole.final.low < mean < whole.final.high
    assert mean == pytest.approx(whole.final.likely, rel=0.001)


@pytest.mark.parametrize(
    ("wanted_kg", "when", "tolerance", "found"),
    [(19.5, "dry", 0.02, False), (18.0, "dry", 0.02, True), (18.0, "dry", 0.1, False), (18.0, "fresh", 0.02, False),
     (21.0, "stripped", 0.02, True), (20.1, "stripped", 0.001, False)],
)  # fmt: skip
def test_what_will_weigh_other_than_was_wanted_is_told(
    wanted_kg: float, when: str, tolerance: float, found: bool
) -> None:
    dries = drying([Weighed(0.2, 20.0), Weighed(90, 19.5)], 40, DRYING_LOSS, Spread(19.6, 20.0, 20.4))
    wanted = WantedWeight.model_validate({"mass_kg": wanted_kg, "when": when, "tolerance": tolerance})
    assert bool(off_what_was_wanted(7, wanted, dries)) == found
    assert not off_what_was_wanted(7, None, dries)
    assert not off_what_was_wanted(7, wanted, None)

"""The cheapest set of bags, against every set that there is; and its neighbours."""

from itertools import product
from math import ceil
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.jobs import top
from ulbrek.core.buying.demand import takes
from ulbrek.core.job.shop import Shop
from ulbrek.core.mix.bags import Offer, cheapest, neighbours, of_one_size, suffices
from ulbrek.core.plan.plan import plan

SHOP = Shop()
YIELDS = st.sampled_from([5.0, 8.5, 10.62, 11.8, 12.74, 16.99]) | st.floats(4, 20)
PRICES = st.sampled_from([0.0, 3.0, 4.5, 5.0, 7.25]) | st.floats(1, 12)
OFFERS = st.lists(
    st.builds(lambda y, p, n: (y, p, n), YIELDS, PRICES, st.sampled_from([0, 0, 1, 3])), min_size=1, max_size=3
).map(lambda found: [Offer(str(at), *one) for at, one in enumerate(found)])


def paid(counts: Any, offers: list[Offer]) -> float:
    return sum(max(0, n - offer.in_hand) * offer.cost for n, offer in zip(counts, offers, strict=True))


@given(OFFERS, st.floats(0, 70), st.sampled_from([0.0, 0.05, 0.1]), st.integers(0, 2))
@settings(max_examples=150)
def test_no_set_that_suffices_costs_less(offers: list[Offer], volume: float, spare: float, over: int) -> None:
    found = cheapest(offers, volume, spare, over)
    volumes = (volume, volume * (1 + spare))
    assert suffices(found.counts, offers, volumes, over)
    most = [ceil(volumes[1] / offer.yield_l) + over + 1 for offer in offers]
    every = [counts for counts in product(*(range(n + 1) for n in most)) if suffices(counts, offers, volumes, over)]
    least = min(paid(counts, offers) for counts in every)
    assert found.cost == pytest.approx(least, abs=1e-6)
    as_cheap = [counts for counts in every if paid(counts, offers) <= least + 1e-9]
    assert found.sizes <= min(sum(1 for n in counts if n) for counts in as_cheap), "few sizes among the cheapest"


def test_what_is_in_hand_is_taken_first() -> None:
    offers = [Offer("80", 16.99, 6.8), Offer("60", 12.74, 5.6, in_hand=3)]
    assert cheapest(offers, 34.0, 0.05, 0).counts == (0, 3)
    assert cheapest(offers, 34.0, 0.05, 0).cost == 0.0


def test_the_bags_that_stay_closed_are_the_smallest_of_the_set() -> None:
    offers = [Offer("a", 17.0, 7.0), Offer("b", 9.0, 3.0)]
    assert suffices((1, 1), offers, (17.0, 17.0), 1)
    assert not suffices((1, 1), offers, (17.1, 17.1), 1)
    assert not suffices((1, 0), offers, (9.0, 9.0), 1), "the one bag would have to be opened"


def test_neighbours_say_what_a_bag_less_or_more_leaves() -> None:
    offers = [Offer("a", 17.0, 7.0), Offer("b", 12.0, 5.0)]
    found = cheapest(offers, 28.0, 0.0, 0)
    assert found.counts == (1, 1)
    less, more = neighbours(found, offers, 28.0)
    assert less is not None
    assert more is not None
    assert (less[0].counts, less[1]) == ((1, 0), -11.0)
    assert (more[0].counts, more[1]) == ((1, 2), 13.0)


def test_a_large_pour_is_still_bought_well() -> None:
    offers = [Offer("a", 17.0, 7.0), Offer("b", 12.0, 5.0), Offer("c", 11.0, 4.4)]
    found = cheapest(offers, 9_000.0, 0.1, 1)
    assert suffices(found.counts, offers, (9_000.0, 9_900.0), 1)
    assert found.cost <= of_one_size(offers, 9_000.0, 0.1, 1).cost
    assert found.cost <= 9_900 * 4.4 / 11 * 1.002


def test_a_job_buys_the_cheapest_set_where_it_is_told_to() -> None:
    raw = SHOP.model_dump(mode="json")
    for size, price in zip(raw["mixes"][0]["sizes"], (6.0, 5.6, 5.4), strict=True):
        size["price"] = price
    shop = Shop.model_validate(raw)
    job = top(piece={"count": 3}, mix={"buy": "cheapest set"})
    planned = plan(job, shop)
    bought = {one.material: one.quantity for one in takes(job, shop, planned) if one.kind == "bag"}
    assert bought == {f"ordinary/{one.bag}": one.count for one in planned.mix.sets.cheapest.bags}
    assert planned.mix.sets.cheapest.cost == pytest.approx(sum({"80lb": 6.0, "60lb": 5.6, "25kg": 5.4}[
        one.bag] * one.count for one in planned.mix.sets.cheapest.bags))  # fmt: skip

"""Bags, yields, water and mass against the arithmetic of the trade (common practice; no published source)."""

import pytest

from ulbrek.core.base.units.constants import LITRES_PER_CUBIC_FOOT, LITRES_PER_US_QUART
from ulbrek.core.materials import mixes
from ulbrek.core.materials.catalogue import ORDINARY_MIX
from ulbrek.core.mix import rules

POUND = 0.45359237


def test_conversions() -> None:
    """150 lb/ft³ = 2402.77 kg/m³; one US quart = 0.946353 l: exact definitions, computed."""
    assert pytest.approx(2402.77, abs=0.005) == 150 * POUND / LITRES_PER_CUBIC_FOOT * 1000
    assert pytest.approx(0.946353, abs=5e-7) == LITRES_PER_US_QUART


@pytest.mark.parametrize(("bag", "pounds", "cubic_feet"), [("80lb", 80, 0.60), ("60lb", 60, 0.45)])
def test_us_bags_yield_0_0075_cubic_feet_a_pound(bag: str, pounds: float, cubic_feet: float) -> None:
    size = ORDINARY_MIX.size(bag)
    assert size is not None
    assert size.dry_mass_kg == pytest.approx(pounds * POUND, rel=1e-4)
    assert size.yield_l == pytest.approx(cubic_feet * LITRES_PER_CUBIC_FOOT, rel=1e-3)
    # 3.0 to 4.5 qt of water for 80 lb
    assert size.water_least_l == pytest.approx(3.0 * pounds / 80 * LITRES_PER_US_QUART, rel=0.01)
    assert size.water_most_l == pytest.approx(4.5 * pounds / 80 * LITRES_PER_US_QUART, rel=0.01)


@pytest.mark.parametrize("size", ORDINARY_MIX.sizes, ids=lambda size: size.id)
def test_every_bag_with_its_usual_water_is_2300_to_2400_kg_m3(size: mixes.BagSize) -> None:
    assert 2300 <= mixes.MixedBag(size, None).density.value <= 2400


def test_fresh_density_of_an_80_lb_bag_at_10_percent_water() -> None:
    """146.7 lb/ft³ = 2349 kg/m³: computed from 0.60 ft³."""
    dry = 80 * POUND
    density = mixes.fresh_density(dry, dry * 0.1, 0.6 * LITRES_PER_CUBIC_FOOT, 1.0)
    assert density == pytest.approx(2349, abs=1)


def test_more_water_raises_the_yield_and_lowers_the_density() -> None:
    """25 kg + 2.0 l at 2350 kg/m³ gives 11.489 l; half a litre more, 11.989 l and 2293.7 kg/m³: computed."""
    first = (25 + 2.0) / 2350 * 1000
    assert first == pytest.approx(11.489, abs=5e-4)
    second = mixes.bag_yield(first, 2.0, 2.5)
    assert second == pytest.approx(11.989, abs=5e-4)
    assert mixes.fresh_density(25, 2.5, second, 1.0) == pytest.approx(2293.7, abs=0.05)


def test_a_top_of_2400_by_650_by_40_wants_5_bags_of_80_lb() -> None:
    """62.40 l is 3.673 bags bare and 4.040 with 10 % spare: 5, not 4."""
    bag = 0.6 * LITRES_PER_CUBIC_FOOT
    assert rules.bags(62.4, 0.0, bag, 0) == 4
    assert rules.bags(62.4, 0.10, bag, 0) == 5
    assert rules.bags(62.4, 0.0, bag, 1) == 5  # never start without a bag over
    assert rules.bags(62.4, 0.05, bag, 2) == 6


def test_a_count_that_comes_out_whole_is_not_raised_by_rounding() -> None:
    assert rules.bags(3 * 0.1 * 10, 0.0, 1.0, 0) == 3  # 0.1 * 3 is a last bit over 0.3
    assert rules.bags(50.0, 0.1, 11.0, 0) == 5


@pytest.mark.parametrize(
    ("container_l", "bag_l", "fits"),
    [
        (18.9, 12.74, 1),  # a 5 gal bucket takes a 60 lb bag
        (18.9, 16.99, 0.75),  # and three quarters of an 80 lb one
        (45.0, 16.99, 2),
        (2.0, 16.99, 0.25),
    ],
)
def test_bags_that_a_container_takes(container_l: float, bag_l: float, fits: float) -> None:
    assert rules.bags_that_fit(rules.working_fill(container_l, 0.8), bag_l) == fits

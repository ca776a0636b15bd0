"""What a pour says of the rules, and how castings dry: by records made up from a known truth."""

import random
from datetime import UTC, datetime, timedelta
from math import exp, sqrt
from statistics import mean
from uuid import UUID

import numpy as np
import pytest
from scipy.optimize import curve_fit

from ulbrek.core.base.figure import Spread
from ulbrek.core.cure.history import ActTest
from ulbrek.core.materials.mixes import DRYING_LOSS
from ulbrek.core.mix.inputs import MixedBatch
from ulbrek.core.records.drying import HALF_DAYS, Weighed, days_to_half_dry, drying
from ulbrek.core.records.evidence import (
    Found,
    PourFacts,
    TimedBatch,
    dried_out,
    evidence_of,
    mixing_found,
    placing_found,
    set_found,
    water_found,
    yield_found,
)

START = datetime(2026, 3, 2, 8, tzinfo=UTC)
HOURS = {"bleed": 0.8, "float": 1.6, "trowel": 3.0, "strip": 30.0}


def made_of(*made: tuple[str, float, bool]) -> list[ActTest]:
    return [ActTest(act=act, at=START + timedelta(hours=hour), ready=ready) for act, hour, ready in made]


def facts(**told: object) -> PourFacts:
    return PourFacts(**{"pour": UUID(int=1), "water_in_at": START, "mix": "ordinary", "hours": HOURS, **told})  # type: ignore[arg-type]


def ratio(found: Found | None) -> float:
    assert found is not None
    return found.happened / found.said


def batches(*mixed: tuple[float, float]) -> list[MixedBatch]:
    return [MixedBatch(bags=bags, water_l=water, at=START) for bags, water in mixed]


def test_set_lies_between_the_last_not_yet_and_the_first_ready() -> None:
    found = set_found(facts(tests=made_of(("float", 1.2, False), ("float", 1.5, True))))
    assert ratio(found) == pytest.approx(sqrt(1.2 * 1.5) / 1.6)


@pytest.mark.parametrize(
    "tests",
    [
        [],
        [("float", 1.5, True)],  # ready by then, nobody knows since when
        [("float", 1.2, False)],
        [("float", 0.5, False), ("float", 1.5, True)],  # too far apart
        [("strip", 28.0, False), ("strip", 30.0, True)],  # by its strength, not by its set
        [("float", 1.2, False), ("float", 1.3, True), ("float", 1.4, False)],
    ],
)
def test_what_does_not_bracket_its_hour_says_nothing(tests: list[tuple[str, float, bool]]) -> None:
    assert set_found(facts(tests=made_of(*tests))) is None


def test_several_acts_of_one_pour_are_one_record() -> None:
    made = made_of(("float", 1.2, False), ("float", 1.5, True), ("trowel", 2.4, False), ("trowel", 2.7, True))
    one, other = sqrt(1.2 * 1.5) / 1.6, sqrt(2.4 * 2.7) / 3.0
    assert ratio(set_found(facts(tests=made))) == pytest.approx(sqrt(one * other))


def test_yield_is_what_was_filled_and_left_over() -> None:
    made = facts(batches=batches((2, 4.0), (1, 2.2)), water_l=2.0, yield_l=11.0, volume_l=31.0, left_over_l=1.2)
    assert yield_found(made) == Found(pytest.approx(33.2 / 3), pytest.approx(32.2 / 3))
    assert water_found(facts(batches=batches((2, 4.0), (1, 2.3)), usual_l=2.0)) == Found(2.0, pytest.approx(2.1))


def test_nothing_written_down_says_nothing() -> None:
    assert evidence_of(facts()) == {}
    assert yield_found(facts(batches=batches((2, 4.0)), water_l=2.0, yield_l=11.0, volume_l=20.0)) is None


def test_evidence_keeps_whose_it_is() -> None:
    found = evidence_of(facts(batches=batches((2, 4.2)), usual_l=2.0, celsius=9.0, serials=(4, 5)))
    assert set(found) == {"water"}
    assert (found["water"].serials, found["water"].celsius, found["water"].mix) == ((4, 5), 9.0, "ordinary")


def test_batches_are_timed_by_the_bag() -> None:
    made = facts(
        mixing_min=5.0, placing_min=4.0,
        timed=(TimedBatch(2.0, 12.0, 9.0), TimedBatch(1.0, None, 4.0), TimedBatch(2.0, 16.0)),
    )  # fmt: skip
    assert mixing_found(made) == Found(5.0, pytest.approx(sqrt(6.0 * 8.0)))
    assert placing_found(made) == Found(4.0, pytest.approx(sqrt(4.5 * 4.0)))
    assert mixing_found(facts(timed=made.timed)) is None  # a machine sets the time


@pytest.mark.parametrize(
    ("weighed", "loss"),
    [
        ([(0.0, 20.0), (40.0, 19.6), (48.0, 19.6)], 0.02),
        ([(3.0, 20.0), (40.0, 19.6), (48.0, 19.6)], None),  # nobody weighed it wet
        ([(0.2, 20.0), (40.0, 19.6), (48.0, 19.5)], None),  # it still loses
        ([(0.2, 20.0)], None),
        ([(0.2, 19.5), (40.0, 19.6), (48.0, 19.6)], None),  # rained on, or another casting
    ],
)
def test_a_loss_is_known_once_it_has_dried(weighed: list[tuple[float, float]], loss: float | None) -> None:
    found = dried_out([Weighed(days, mass) for days, mass in reversed(weighed)], 12.0)
    assert found == (loss if loss is None else pytest.approx(loss))


def test_what_went_before_the_first_weighing_is_reckoned_with() -> None:
    first = dried(30.0, 0.025, 12.0, 1.8)
    found = dried_out([Weighed(1.8, first), Weighed(2000.0, 30 * 0.975), Weighed(2010.0, 30 * 0.975)], 12.0)
    assert found == pytest.approx(0.025, rel=1e-6)


def dried(start: float, loss: float, half: float, days: float) -> float:
    return start * (1 - loss * days**0.8 / (days**0.8 + half**0.8))


def log_between(dice: random.Random, of: Spread) -> float:
    middle, wide = sqrt(of.low * of.high), np.log(of.high / of.low) / (2 * 1.2816)
    return float(middle * exp(dice.gauss(0, wide)))


def test_bands_of_the_final_mass_cover_as_often_as_they_say() -> None:
    dice = random.Random(4)  # noqa: S311 - the same castings every time
    covered, by_plan, by_scale = [], [], []
    for _ in range(300):
        loss, half = log_between(dice, DRYING_LOSS), log_between(dice, HALF_DAYS)
        start = 20 * (1 + dice.gauss(0, 0.01))
        seen = [
            Weighed(days, dried(start, loss, half, days) + dice.gauss(0, 0.025 + 0.001 * 20))
            for days in (0.5, 7.0, 28.0)
        ]
        forecast = Spread(20 * (1 - 0.012816), 20.0, 20 * (1 + 0.012816))
        found = drying(seen, 40.0, DRYING_LOSS, forecast)
        true = start * (1 - loss)
        covered.append(found.final.low <= true <= found.final.high)
        by_scale.append(abs(found.final.likely - true))
        by_plan.append(abs(20 * (1 - DRYING_LOSS.likely) - true))
    assert 0.74 < mean(covered) < 0.88
    assert mean(by_scale) < 0.6 * mean(by_plan)


def test_with_many_weighings_it_is_the_curve_that_least_squares_finds() -> None:
    dice = random.Random(8)  # noqa: S311 - the same castings every time
    for _ in range(10):
        loss, half, start = dice.uniform(0.018, 0.032), dice.uniform(8, 18), dice.uniform(30, 60)
        days = [0.0, 1.0, 2.0, 4.0, 7.0, 10.0, 14.0, 21.0, 28.0, 45.0, 60.0, 90.0, 150.0, 365.0]
        seen = [Weighed(day, dried(start, loss, half, day)) for day in days]
        found = drying(seen, 40.0, DRYING_LOSS, Spread(start * 0.98, start, start * 1.02))
        (fit_start, fit_loss, fit_half), _ = curve_fit(
            lambda at, *of: np.array([dried(*of, day) for day in at]), days, [one.mass_kg for one in seen],
            p0=(start, 0.02, 12.0),
        )  # fmt: skip
        assert (fit_start, fit_loss, fit_half) == pytest.approx((start, loss, half), rel=0.01)
        assert found.final.likely == pytest.approx(fit_start * (1 - fit_loss), rel=0.0015)
        assert found.final.low <= start * (1 - loss) <= found.final.high


def test_never_weighed_it_dries_as_such_castings_do() -> None:
    found = drying([], 40.0, DRYING_LOSS, Spread(19.7, 20.0, 20.3))
    assert found.start.likely == pytest.approx(20.0, rel=0.001)
    assert found.final.likely == pytest.approx(20 * (1 - sqrt(0.015 * 0.035)), rel=0.002)
    assert found.half_days.likely == pytest.approx(sqrt(6 * 25), rel=0.02)
    masses = [one.mass_kg.likely for one in found.curve]
    assert masses == sorted(masses, reverse=True)
    assert not found.is_dry


def test_thicker_castings_dry_by_the_square_and_one_face_counts_as_twice() -> None:
    """The table of thicknesses of common practice: 25, 40, 50, 75, 100, 150 mm."""
    for thick, days in ((25, 5), (40, 12), (50, 19), (75, 42), (100, 75), (150, 170)):
        assert days_to_half_dry(12.0, thick, 2) == pytest.approx(days, rel=0.08)
    assert days_to_half_dry(12.0, 40.0, 1) == days_to_half_dry(12.0, 80.0, 2)


def test_it_is_dry_when_two_weighings_a_week_apart_are_alike() -> None:
    def is_dry(*seen: tuple[float, float]) -> bool:
        made = [Weighed(days, mass) for days, mass in seen]
        return drying(made, 40.0, DRYING_LOSS, Spread(49.0, 50.0, 51.0)).is_dry

    assert is_dry((60, 48.81), (67, 48.80))
    assert not is_dry((60, 48.81), (63, 48.81))
    assert not is_dry((60, 48.90), (67, 48.80))


@pytest.mark.parametrize("seen", [Weighed(-1, 20.0), Weighed(3, 0.0)])
def test_a_weighing_that_cannot_be_is_refused(seen: Weighed) -> None:
    with pytest.raises(ValueError, match="cannot be"):
        drying([seen], 40.0, DRYING_LOSS, Spread(19.7, 20.0, 20.3))

"""Tests of the concrete: what opens and holds a gate, and what results make of the strength foretold."""

from datetime import UTC, datetime, timedelta
from math import exp, log
from random import Random

import numpy as np
import pytest

from tests.jobs import top
from ulbrek.core.base.figure import Spread
from ulbrek.core.cure.history import StrengthTest
from ulbrek.core.cure.result import Act, CureResult
from ulbrek.core.cure.strengths import Aged, strength_by_tests
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.clock.strength import share_at
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.record import Record

SHOP = Shop()
POUR = datetime(2026, 5, 4, 9, tzinfo=UTC)


def cured(
    *,
    tests: tuple[tuple[str, float, bool], ...] = (),
    strengths: tuple[tuple[str, float, float], ...] = (),
    **job: object,
) -> CureResult:
    record = Record.model_validate(
        {
            "water_in_at": POUR,
            "tests": [{"act": act, "at": POUR + timedelta(hours=hour), "ready": ready} for act, hour, ready in tests],
            "strengths": [
                {"method": method, "at": POUR + timedelta(hours=hour), "mpa": mpa} for method, hour, mpa in strengths
            ],
        }
    )
    return plan(top(cure={"poured_at": POUR.isoformat(), "sealer": "penetrating"}, **job), SHOP, record).cure


def act(found: CureResult, of: str) -> Act:
    return next(one for one in found.acts if one.id == of)


def test_a_nail_that_scratches_opens_the_strip_and_one_that_digs_in_holds_it() -> None:
    plain = act(cured(), "strip")
    opened = act(cured(tests=(("strip", 18, True),)), "strip")
    assert opened.due_h == 18 < plain.due_h
    held = act(cured(tests=(("strip", 26, False),)), "strip")
    assert held.due_h == pytest.approx(26 * 1.1)
    both = act(cured(tests=(("strip", 18, False), ("strip", 22, True))), "strip")
    assert both.due_h == 22, "what is found ready after a “not yet” is ready"
    again = act(cured(tests=(("strip", 18, True), ("strip", 26, False))), "strip")
    assert again.due_h == pytest.approx(26 * 1.1), "the last test rules"


def test_a_dry_sheet_opens_the_sealing_and_a_damp_one_holds_it() -> None:
    plain = act(cured(), "seal").due_h
    assert act(cured(tests=(("seal", plain - 20, True),)), "seal").due_h == plain - 20
    assert act(cured(tests=(("seal", plain, False),)), "seal").due_h == pytest.approx(plain * 1.1)


@pytest.mark.parametrize("of", ["turn", "carry"])
def test_no_knock_opens_what_lifts_a_casting(of: str) -> None:
    assert act(cured(tests=((of, 20, True),)), of).due_h == act(cured(), of).due_h


@pytest.mark.parametrize("seed", range(10))
def test_what_is_tested_is_weighed_by_how_sure_it_is(seed: int) -> None:
    """Against the mean of a normal with a normal prior, by quadrature over a grid."""
    dice = Random(seed)  # noqa: S311
    low = dice.uniform(15, 30)
    foretold = Spread(low, low * 1.1, low * 1.25)
    results = []
    for _ in range(dice.randrange(1, 5)):
        age, method = dice.choice((0.8, 2.0, 5.0, 28.0)), dice.choice(("cube", "cylinder", "rebound"))
        share = share_at("ACI 209", "ordinary", age)
        told = StrengthTest(at=POUR, method=method, mpa=share * low * dice.uniform(0.6, 1.3))
        results.append(Aged(told, 24 * age, age, share))
    found = strength_by_tests(foretold, results)
    assert found is not None
    grid = np.linspace(log(low) - 2, log(low) + 2, 200_001)
    own = max(log(1.25) / (2 * 1.645), 0.10)
    chance = -((grid - log(foretold.likely)) ** 2) / (2 * own**2)
    curve = {0.8: 0.20, 2.0: 0.10, 5.0: 0.05, 28.0: 0.03}
    for one in results:
        scatter = 0.15 if one.test.method == "rebound" else 0.06
        implied = one.test.mpa * (0.8 if one.test.method == "cube" else 1.0) / one.share
        chance -= (grid - log(implied)) ** 2 / (2 * (scatter**2 + curve[one.age_days] ** 2))
    weights = np.exp(chance - chance.max())
    mean = float((grid * weights).sum() / weights.sum())
    assert found.value == pytest.approx(exp(mean), rel=1e-3)
    assert found.low == pytest.approx(found.value * foretold.low / foretold.likely)


def test_a_result_as_foretold_changes_nothing() -> None:
    share = share_at("ACI 209", "ordinary", (72 - 6.4) / 24)
    told, plain = cured(strengths=(("cylinder", 72, 26 * share),)), cured()
    for of in ("strip", "turn", "carry"):
        assert act(told, of).due_h == pytest.approx(act(plain, of).due_h, rel=0.01)


def test_a_weak_cube_puts_off_what_needs_a_strength_and_says_so() -> None:
    foretold = cured()
    share = share_at("ACI 209", "ordinary", 7 - 6.5 / 24)
    assert foretold.strength_28 is None
    weak = cured(strengths=(("cylinder", 168, 26 * share * 0.7),))
    assert weak.strength_28 is not None
    assert weak.strength_28.value < 0.85 * 26
    for of in ("turn", "carry"):
        assert act(weak, of).due_h > act(foretold, of).due_h
    assert [one.code for one in weak.findings if one.code == "weaker-than-foretold"]
    (told,) = weak.tested
    assert told.foretold_mpa == pytest.approx(26 * share, rel=0.02)
    strong = cured(strengths=(("cube", 168, 26 * share * 1.25 / 0.8),))
    assert act(strong, "carry").due_h < act(foretold, "carry").due_h
    assert not [one.code for one in strong.findings if one.code == "weaker-than-foretold"]


def test_a_result_that_cannot_be_opens_nothing() -> None:
    found, plain = cured(strengths=(("cylinder", 72, 60.0),)), cured()
    assert found.strength_28 is None
    assert act(found, "turn").due_h == act(plain, "turn").due_h
    assert "strength-not-believed" in [one.code for one in found.findings]


def test_a_result_before_the_set_says_nothing() -> None:
    assert cured(strengths=(("rebound", 4, 10.0),)).strength_28 is None


def test_a_hammer_moves_it_less_than_a_cylinder_and_three_cubes_more_than_one() -> None:
    share = share_at("ACI 209", "ordinary", 7 - 6.5 / 24)
    weak = 26 * share * 0.7
    found = [
        cured(strengths=told).strength_28
        for told in (
            (("rebound", 168, weak),),
            (("cylinder", 168, weak),),
            tuple(("cylinder", 168, weak) for _ in range(3)),
        )
    ]
    values = [one.value for one in found if one]
    assert 26 > values[0] > values[1] > values[2] > 26 * 0.7

"""A seat on a mat: where its heat goes by a network of resistances, its rim by a fin in slices, its energy by sums."""

from random import Random

import numpy as np
import pytest

from tests.core.warm_cases import seat
from ulbrek.core.job.again import another
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.heat.layers import Layer, Warmed
from ulbrek.core.plan.plan import plan
from ulbrek.core.warm.inputs import WarmSeat
from ulbrek.core.warm.result import WarmResult

FILM = {"indoors": 8.0, "outdoors, sheltered": 12.0, "outdoors, in the wind": 25.0}


def of(job: Job, shop: Shop | None = None) -> WarmResult:
    found = plan(job, shop or Shop()).pieces[0].warm
    assert found is not None
    return found


def network(flux: float, film: float, above: float, foam: float, below: float, cushion: float) -> tuple[float, float]:
    """Rises of mat and face [K], by the balance of heat at each of five nodes: cushion, face, mat, foam, underside."""
    links = [(0, 1, 1 / max(cushion, 1e-9)), (1, 2, 1.6 / above), (2, 3, 0.035 / max(foam, 1e-12)), (3, 4, 1.6 / below)]
    matrix, given = np.zeros((5, 5)), np.zeros(5)
    for one, other, leads in links:
        matrix[one, one] += leads
        matrix[other, other] += leads
        matrix[one, other] -= leads
        matrix[other, one] -= leads
    matrix[0, 0] += film
    matrix[4, 4] += film
    given[2] = flux
    found = np.linalg.solve(matrix, given)
    return float(found[2]), float(found[1])


@pytest.mark.parametrize("number", range(12))
def test_where_its_heat_goes_is_the_balance_at_each_node(number: int) -> None:
    dice = Random(number)  # noqa: S311 - the same seats every time
    thick, above = dice.randint(70, 120), dice.randint(15, 30)
    foam = dice.choice([0, 15, 20]) if thick > 75 else 0
    stands = dice.choice([*FILM])
    watts, air = dice.uniform(20, 70), dice.uniform(-5, 15)
    pad = {"height": f"{foam} mm", "above": "20 mm"} if foam else None
    found = of(seat({"below_top": f"{above} mm"}, pad, thick=f"{thick} mm", watts=watts, air_c=air, stands=stands,
                    held_c=None))  # fmt: skip
    flux, below = watts / 0.3, (thick - above - 3 - foam) / 1000
    mat, face = network(flux, FILM[stands], above / 1000, foam / 1000, below, 0)
    assert (found.mat.value - air, found.face.value - air) == pytest.approx((mat, face), rel=1e-6)
    assert found.covered.value - air == pytest.approx(
        network(flux, FILM[stands], above / 1000, foam / 1000, below, 1.0)[1], rel=1e-6
    )
    assert found.up.value == pytest.approx(face * FILM[stands] / flux, rel=1e-6)
    assert found.layers[0].from_mm == 0
    assert found.layers[-1].to_mm == pytest.approx(thick)
    gives = (found.layers[-1].lower_c - air) * FILM[stands]
    assert gives == pytest.approx(flux * (1 - found.up.value), abs=0.3)


@pytest.mark.parametrize("number", range(8))
def test_its_march_ends_where_its_balance_is_and_gives_what_it_stores(number: int) -> None:
    dice = Random(number)  # noqa: S311 - the same layers every time
    above = Layer(dice.uniform(0.01, 0.08), dice.uniform(0.8, 2), dice.uniform(1800, 2400), 1000)
    foam = Layer(dice.uniform(0.01, 0.05), 0.035, 30, 1450)
    below = Layer(dice.uniform(0.01, 0.08), 1.6, 2350, 1000)
    one = Warmed([above], [foam, below], dice.uniform(6, 25), dice.uniform(6, 25))
    course = one.course(150, None, 1800, 600)
    up, down = above.resists + 1 / one.film_above, foam.resists + below.resists + 1 / one.film_below
    rise = 150 * up * down / (up + down)
    assert float(course.element[-1]) == pytest.approx(rise, rel=1e-4)
    assert float(course.face[-1]) == pytest.approx(rise / up / one.film_above, rel=1e-4)
    assert (np.diff(course.element) > -1e-9).all()
    held = one.course(150, rise / 2, 60, 3000)
    assert float(held.element.max()) == pytest.approx(rise / 2)
    assert float(held.flux[-1]) == pytest.approx(75, rel=0.02)
    assert float(held.flux.max()) <= 150 + 1e-9


@pytest.mark.parametrize("border", [20.0, 60.0, 120.0])
def test_its_rim_is_as_warm_as_a_fin_in_slices(border: float) -> None:
    found = of(seat({"length": f"{1200 - 2 * border} mm"}, {}, watts=40.0, held_c=None))
    inputs = found.tension.inputs
    assert inputs["border_mm"].value == pytest.approx(max(border, 50))
    reach, count, wide = inputs["reach_mm"].value, 4000, 3000.0
    step = wide / count
    at = (np.arange(count) + 0.5) * step
    warmed = np.where(at < wide - inputs["border_mm"].value, 1.0, 0.0)
    links = (reach / step) ** 2
    matrix = np.diag(np.full(count, 1 + 2 * links)) - links * (np.eye(count, k=1) + np.eye(count, k=-1))
    matrix[0, 0] -= links
    matrix[-1, -1] -= links
    rise = np.linalg.solve(matrix, warmed)
    rim = found.face.value - 10.0
    expected = max(0.0, rim * (inputs["mat_share"].value - float(rise[-1])))
    stiff = 0.5 * 4700 * inputs["strength_mpa"].value ** 0.5 * 10e-6
    assert found.tension.value == pytest.approx(stiff * expected, abs=0.02 * stiff * rim)


def test_what_it_takes_is_power_by_time_and_costs_its_price() -> None:
    shop = Shop().model_copy(update={"rates": Shop().rates.model_copy(update={"energy_price": 0.2})})
    found = of(seat(pad={}, watts=45.0, held_c=None, hours=6), shop)
    assert found.energy.value == pytest.approx(0.27)
    assert found.cost is not None
    assert found.cost.value == pytest.approx(0.054)
    assert of(seat(pad={})).cost is None
    held = of(seat(pad={}, watts=45.0, held_c=20, hours=24))
    free = 45 * 24 / 1000
    assert 0.5 * free < held.energy.value < 0.9 * free
    assert held.face.value < found.face.value
    assert max(one.mat_c for one in held.course) <= 20 + 1e-9


def test_it_is_warm_when_its_curve_says_so_and_deeper_is_later() -> None:
    found = [of(seat({"below_top": f"{deep} mm"}, thick="120 mm", held_c=None)) for deep in (15, 30, 60)]
    after = []
    for one in found:
        assert one.warm_in is not None
        wanted = one.air_c + 0.9 * (one.face.value - one.air_c)
        curve = np.interp(one.warm_in.value, [step.h for step in one.course], [step.face_c for step in one.course])
        assert curve == pytest.approx(wanted, abs=0.05)
        after.append(one.warm_in.value)
    assert after == sorted(after)


def test_another_seat_like_it_has_not_been_measured() -> None:
    made = another(seat(pad={}, ohms_label=13.0), "Again").warm.seats["seat"]
    assert (made.ohms_before, made.ohms_after, made.megohms) == (None, None, None)
    assert made.ohms_label == 13.0


def test_foam_that_lies_in_the_underside_is_covered_by_what_is_over_it() -> None:
    for height, heard in (("30 mm", False), ("55 mm", True)):
        findings = plan(seat({"thickness": "2 mm"}, {"above": "0 mm", "height": height}), Shop()).findings
        near = [one.finding.values["feature"] for one in findings if one.finding.code == "insert-near-face"]
        assert ("Pad" in near) == heard


@pytest.mark.parametrize(
    ("field", "value", "said"),
    [("watts", 2, "5"), ("held_c", 95, "80"), ("hours", 0, "0.25"), ("supply", "400 V", "12 V"), ("megohms", -1, "0")],
)
def test_what_cannot_be_is_refused_by_its_field(field: str, value: object, said: str) -> None:
    with pytest.raises(ValueError, match=field) as caught:
        WarmSeat.model_validate({field: value})
    assert said in str(caught.value)


def test_a_mat_larger_than_its_seat_is_refused_in_words() -> None:
    job = seat({"length": "1300 mm"}, {})
    found = {one.finding.code: one.finding for one in plan(job, Shop()).findings}
    assert found["feature-outside"].severity == "stop"
    assert found["feature-outside"].values["feature"] == "Heat mat"

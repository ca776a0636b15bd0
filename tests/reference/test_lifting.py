"""What people may lift, against published figures (recalled from memory)."""

import pytest

from ulbrek.core.base.units.length import Length
from ulbrek.core.handling import rules
from ulbrek.core.handling.inputs import Grip, Posture
from ulbrek.core.handling.station import one_person_by_posture
from ulbrek.core.kit import lifting

POUND, INCH = 0.45359237, 25.4


def limit_kg(out_mm: float, start_mm: float, end_mm: float, twist: float, grip: Grip) -> float:
    posture = Posture(
        hands_out=Length(mm=out_mm),
        height_at_start=Length(mm=start_mm),
        height_at_end=Length(mm=end_mm),
        twist_deg=twist,
        grip=grip,
    )
    return one_person_by_posture(posture, shop_figure_kg=1000).value


def test_the_published_example_of_the_lifting_equation() -> None:
    """Revised NIOSH lifting equation, publication 94-110, example 1 (punch press stock), from memory.

    Hands 23 in out, 15 in to 64 in high, fair grip. The booklet's limits are 16.3 lb at the start and 14.5 lb at the
    end, from multipliers rounded to two decimals; unrounded they are 16.0 and 14.2 lb. Its SI form, used here, rounds
    10 in to 25 cm and 51 lb to 23 kg, which lowers the limit by 3 %. Its load of 44 lb is three times the lesser one.
    """
    limit_lb = limit_kg(23 * INCH, 15 * INCH, 64 * INCH, 0, "fair") / POUND
    assert limit_lb == pytest.approx(14.15, rel=0.035)
    assert limit_lb == pytest.approx(14.5, rel=0.06)
    assert 44 / limit_lb == pytest.approx(3.0, rel=0.08)


@pytest.mark.parametrize(
    ("out_mm", "start_mm", "end_mm", "twist", "grip", "kg"),
    [
        (250, 750, 750, 0, "good", 23.000),  # close, at knuckle height
        (250, 750, 1000, 0, "good", 21.275),  # set down higher: the end counts
        (250, 1000, 750, 0, "good", 21.275),  # and so does the start
        (400, 150, 900, 0, "fair", 9.854),  # a slab's edge, floor to bench
        (600, 900, 650, 30, "poor", 7.446),
        (400, 750, 1000, 0, "poor", 11.967),
    ],
)
def test_worked_cases(out_mm: float, start_mm: float, end_mm: float, twist: float, grip: Grip, kg: float) -> None:
    """Computed from the equation's SI form, publication 94-110, from memory."""
    assert limit_kg(out_mm, start_mm, end_mm, twist, grip) == pytest.approx(kg, abs=0.001)


@pytest.mark.parametrize(
    ("out_mm", "start_mm", "end_mm", "twist"),
    [(631, 750, 750, 0), (400, 1750, 750, 0), (400, 750, 1750, 0), (400, 750, 750, 136)],
)
def test_beyond_the_reach_of_the_equation_nothing_may_be_lifted(
    out_mm: float, start_mm: float, end_mm: float, twist: float
) -> None:
    """Zero beyond 63 cm, from 175 cm up, past 135°: publication 94-110, from memory."""
    assert limit_kg(out_mm, start_mm, end_mm, twist, "good") == 0


def test_two_people_lift_two_thirds_of_the_sum_and_three_a_half() -> None:
    """UK HSE manual handling guidance, from memory: 2 x 25 kg gives 33 kg."""
    assert lifting.team(25.0, 2).value == pytest.approx(33.3, abs=0.05)
    assert lifting.team(25.0, 3).value == pytest.approx(37.5)


@pytest.mark.parametrize(("mass_kg", "people"), [(20, 1), (20.1, 2), (26.6, 2), (27, 3), (31, 4), (40, 4), (40.1, 5)])
def test_people_needed_at_20_kg_each(mass_kg: float, people: int) -> None:
    """Common practice; five stands for: not by hand."""
    teams = [one.value for one in lifting.teams(20.0)]
    assert rules.people_needed(mass_kg, *teams) == people

"""Cutting to length against an exact integer programme in another formulation than the search has."""

from collections import Counter
from itertools import pairwise
from random import Random

import highspy
import pytest

from ulbrek.core.kit.nesting.lengths import LengthStock, fewest_lengths


def fewest_by_programme(lengths: list[float], stock_mm: float, kerf_mm: float, most: int) -> int:
    """The fewest stock lengths that hold all parts.

    Kantorovich's formulation of the cutting-stock problem (Mathematical Methods of Organizing and Planning Production,
    1939; Management Science 6, 1960; from memory): y says whether a stock length is taken, x how many of each part are
    cut from it; stock lengths are taken in order, since they are alike.
    """
    counts = Counter(lengths)
    solver = highspy.Highs()
    solver.setOptionValue("output_flag", False)
    taken = [solver.addBinary(obj=1.0) for _ in range(most)]
    cut = [[solver.addIntegral(lb=0, ub=count) for count in counts.values()] for _ in range(most)]
    for one, row in zip(taken, cut, strict=True):
        used = sum((length + kerf_mm) * times for length, times in zip(counts, row, strict=True))
        solver.addConstr(used <= (stock_mm + kerf_mm) * one)
    for number, count in enumerate(counts.values()):
        solver.addConstr(sum(row[number] for row in cut) == count)
    for before, after in pairwise(taken):
        solver.addConstr(before >= after)
    solver.minimize()
    return round(solver.getObjectiveValue())


@pytest.mark.parametrize("seed", range(25))
def test_the_fewest_lengths_are_those_of_the_programme(seed: int) -> None:
    dice = Random(seed)  # noqa: S311
    stock, kerf = dice.choice(((2400.0, 3.0), (6000.0, 0.0), (20 * 304.8, 25.4 / 8)))
    sizes = [round(dice.uniform(0.12, 0.7) * stock, 1) for _ in range(dice.randint(2, 6))]
    parts = [(str(number), dice.choice(sizes)) for number in range(dice.randint(6, 26))]
    found = fewest_lengths(parts, LengthStock(stock, kerf))
    fewest = fewest_by_programme([length for _, length in parts], stock, kerf, len(found.plans))
    assert len(found.plans) == fewest
    assert found.least <= fewest
    assert found.proven == (found.least == fewest)


def test_the_search_says_nothing_on_standard_output(capfd: pytest.CaptureFixture[str]) -> None:
    parts = [(str(number), 400.0 + 37.3 * (number % 7)) for number in range(60)]
    fewest_lengths(parts, LengthStock(2400.0, 3.0))
    assert capfd.readouterr() == ("", "")

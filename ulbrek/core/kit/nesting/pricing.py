"""Fewest stock lengths by column generation, within a budget of work.

Each way to cut one length is a column of a linear programme; new ways are priced in as long as one pays. The best
way at given prices is a bounded knapsack: branch and bound finds it exactly for most jobs; where that would take too
many steps, a table over a raster of lengths gives a way that is nearly as good and a bound that holds all the same.

Source: Gilmore and Gomory's column generation; Farley's bound; any handbook of operations research
"""

from collections.abc import Iterable, Sequence
from math import ceil, floor
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.base.frozen import dataclass

Pattern = tuple[int, ...]
_Row = NDArray[np.int64]

_TRIFLE = 1e-9
_MOST_SIZES = 150  # different lengths beyond which nothing is priced
_MOST_COLUMNS = 400  # ways to cut that are priced in
_STEPS = 4_000  # of branch and bound for one pricing
_ALL_STEPS = 24_000  # of all pricings together; then the table takes over
_RASTER = 2_000  # parts that a stock length is divided into for the table
_ALL_LOTS = 10_000  # of equal lengths that all tables together look at
_ROUNDED_UP = 8  # ways to cut that are tried once more
_MOST_NODES = 60  # of the search in whole numbers
_MOST_WHOLE = 16  # different lengths beyond which the programme is rounded instead of solved in whole numbers


class Demand(NamedTuple):
    """Lengths to be cut, longest first: each with its kerf [mm], how many of it, and the stock with one kerf [mm]."""

    sizes: tuple[float, ...]
    counts: tuple[int, ...]
    room: float


class Found(NamedTuple):
    """The ways to cut that take fewer lengths than were known, or None; and how few there can be at all."""

    patterns: list[Pattern] | None
    least: int


def fewest_patterns(wanted: Demand, known: int) -> Found:
    """Ways to cut that take fewer lengths than a plan that is known.

    Args:
        wanted: what is cut
        known: how many lengths that plan takes
    """
    if len(wanted.sizes) > _MOST_SIZES:
        return Found(None, 0)
    master = _Master(wanted)
    least = master.priced()
    best: list[Pattern] | None = None
    if known > least:
        best = master.rounded()
        if len(best) > least and len(wanted.sizes) <= _MOST_WHOLE:
            best = min((best, master.whole() or best), key=len)
    return Found(best if best is not None and len(best) < known else None, least)


class _Master:
    """The linear programme: how often each way to cut is used."""

    def __init__(self, wanted: Demand) -> None:
        self.wanted = wanted
        self.pricer = _Pricer(wanted)
        sizes, count = wanted.sizes, len(wanted.sizes)
        self.patterns: list[Pattern] = [
            tuple(int(wanted.room / sizes[index] + _TRIFLE) if one == index else 0 for one in range(count))
            for index in range(count)
        ]
        self.model = _model(wanted.counts)
        for pattern in self.patterns:
            _add(self.model, pattern)

    def priced(self) -> int:
        """Prices in what pays; the least number of lengths that there can be."""
        least, goes_on = 0.0, True
        while goes_on:
            self.model.run()
            self.used = list(self.model.getSolution().col_value)
            cost: float = self.model.getInfo().objective_function_value
            prices = [max(0.0, price) for price in self.model.getSolution().row_dual]
            best = self.pricer.dearest(prices)
            goes_on = best.worth > 1 + 1e-9 and len(self.patterns) < _MOST_COLUMNS and not self.pricer.spent
            # No way to cut is worth more than that: prices divided by it are a solution of the dual programme.
            most = best.most if best.most is not None or goes_on else self.pricer.most(prices)
            least = max(least, cost / max(1.0, most)) if most is not None else least
            if goes_on:
                self.patterns.append(best.pattern)
                _add(self.model, best.pattern)
        return ceil(least - 1e-6)

    def rounded(self) -> list[Pattern]:
        """Each way to cut as often as the programme says, in whole numbers; what is left over longest first.

        Rounded down; and then once more for the ways that are used most of what is left, one after another.
        """
        whole = [floor(times + 1e-6) for times in self.used]
        part = sorted(range(len(whole)), key=lambda one: (whole[one] - self.used[one], one))
        ways = np.array(self.patterns)
        tried = []
        for more in range(min(_ROUNDED_UP, len(part)) + 1):
            often = [(way, times) for way, times in enumerate(whole) if times] + [(way, 1) for way in part[:more]]
            tried.append(self._cut([(ways[way], times) for way, times in often]))
        return _repeated(min(tried, key=lambda cut: sum(times for _, times in cut)))

    def _cut(self, ways: Iterable[tuple[_Row, int]]) -> list[tuple[_Row, int]]:
        """These ways, each so often, as far as something is wanted of them, and the rest longest first."""
        left = np.array(self.wanted.counts)
        kept: list[tuple[_Row, int]] = []
        for way, often in ways:
            whole = min(often, _times(way, left))
            if whole:
                left -= whole * way
                kept.append((way, whole))
            own = np.minimum(way, left)
            if whole < often and own.any():
                left -= own
                kept.append((own, 1))
        while left.any():
            own = self._longest_first(left)
            whole = _times(own, left)
            left -= whole * own
            kept.append((own, whole))
        return kept

    def _longest_first(self, left: _Row) -> _Row:
        room, own = self.wanted.room + _TRIFLE, np.zeros_like(left)
        for index in np.flatnonzero(left).tolist():
            own[index] = min(int(left[index]), int(room / self.wanted.sizes[index]))
            room -= own[index] * self.wanted.sizes[index]
        return own

    def whole(self) -> list[Pattern] | None:
        """The programme in whole numbers, over the ways that were priced in; None where its search ends without one."""
        import highspy  # noqa: PLC0415 - as in _model

        model = _model(self.wanted.counts)
        model.setOptionValue("mip_max_nodes", _MOST_NODES)
        model.setOptionValue("mip_max_leaves", _MOST_NODES)
        model.setOptionValue("mip_heuristic_effort", 0.02)
        for index, pattern in enumerate(self.patterns):
            _add(model, pattern, float(sum(self.wanted.counts)))
            model.changeColIntegrality(index, highspy.HighsVarType.kInteger)
        model.run()
        if not model.getInfo().primal_solution_status:
            return None
        times = [round(value) for value in model.getSolution().col_value]
        return [pattern for pattern, often in zip(self.patterns, times, strict=True) for _ in range(often)]


def _times(way: _Row, left: _Row) -> int:
    """How often a way to cut is wanted whole."""
    there = way > 0
    return int((left[there] // way[there]).min()) if there.any() else 0


def _repeated(ways: Iterable[tuple[_Row, int]]) -> list[Pattern]:
    return [tuple(way.tolist()) for way, times in ways for _ in range(times)]


def _model(counts: Sequence[int]) -> Any:  # noqa: ANN401 - the library has no types
    import highspy  # noqa: PLC0415 - it takes a fifth of a second to come in, and is seldom needed

    model = highspy.Highs()  # type: ignore[no-untyped-call]
    model.silent()
    model.setOptionValue("threads", 1)
    model.setOptionValue("parallel", "off")
    for need in counts:
        model.addRow(float(need), highspy.kHighsInf, 0, [], [])
    return model


def _add(model: Any, pattern: Pattern, most: float = float("inf")) -> None:  # noqa: ANN401
    rows = [index for index, times in enumerate(pattern) if times]
    model.addCol(1.0, 0.0, most, len(rows), rows, [float(pattern[row]) for row in rows])


@dataclass(frozen=True, slots=True)
class _Dearest:
    """The way to cut that is worth most of those found, its worth; and what no way is worth more than, where known."""

    pattern: Pattern
    worth: float
    most: float | None


class _Pricer:
    """Finds the way to cut one length that is worth most at given prices."""

    def __init__(self, wanted: Demand) -> None:
        self.wanted = wanted
        self.steps_left = _ALL_STEPS
        self.lots_left = _ALL_LOTS

    @property
    def spent(self) -> bool:
        """Whether its budget of work is used up."""
        return self.lots_left <= 0

    def dearest(self, prices: Sequence[float]) -> _Dearest:
        """The way worth most.

        Args:
            prices: of one of each length; none is negative
        """
        walk = _Walk(self.wanted, prices, min(_STEPS, self.steps_left))
        self.steps_left -= walk.steps
        if walk.ended:
            return _Dearest(walk.pattern, walk.worth, walk.worth)
        pattern, worth = self._by_table(prices)
        if walk.worth > worth:
            pattern, worth = walk.pattern, walk.worth
        return _Dearest(pattern, worth, None)

    def most(self, prices: Sequence[float]) -> float:
        """What no way to cut is worth more than: with lengths rounded down to the raster."""
        step = self.wanted.room / _RASTER
        return _table([max(1, floor(size / step + 1e-9)) for size in self.wanted.sizes], self.wanted.counts, prices)[0]

    def _by_table(self, prices: Sequence[float]) -> tuple[Pattern, float]:
        """A way to cut and its worth: with lengths rounded up to the raster, which fit all the more when cut."""
        step = self.wanted.room / _RASTER
        up = [max(1, ceil(size / step - 1e-9)) for size in self.wanted.sizes]
        _, kept = _table(up, self.wanted.counts, prices)
        self.lots_left -= len(kept)
        pattern, left = [0] * len(prices), _RASTER
        for index, number, took in reversed(kept):
            if took[left]:
                pattern[index] += number
                left -= number * up[index]
        return tuple(pattern), sum(times * price for times, price in zip(pattern, prices, strict=True))


class _Walk:
    """Branch and bound over the lengths by their price per mm, as far as its steps go."""

    def __init__(self, wanted: Demand, prices: Sequence[float], steps: int) -> None:
        self.order = sorted(range(len(prices)), key=lambda one: (-prices[one] / wanted.sizes[one], one))
        self.wanted, self.prices, self.most_steps = wanted, prices, steps
        self.steps, self.worth = 0, 0.0
        self.taken: dict[int, int] = {}
        self.best: dict[int, int] = {}
        self._go_on(0, wanted.room, 0.0)
        self.ended = self.steps < steps

    @property
    def pattern(self) -> Pattern:
        return tuple(self.best.get(index, 0) for index in range(len(self.prices)))

    def _go_on(self, at: int, left: float, worth: float) -> None:
        if worth > self.worth + 1e-12:
            self.worth, self.best = worth, dict(self.taken)
        if at == len(self.order) or self.steps >= self.most_steps:
            return
        self.steps += 1
        part = self.order[at]
        size, price = self.wanted.sizes[part], self.prices[part]
        if worth + left * price / size <= self.worth + 1e-12:
            return
        for times in range(min(self.wanted.counts[part], int(left / size + _TRIFLE)), -1, -1):
            self.taken[part] = times
            self._go_on(at + 1, left - times * size, worth + times * price)
        del self.taken[part]


def _table(
    sizes: Sequence[int], counts: Sequence[int], prices: Sequence[float]
) -> tuple[float, list[tuple[int, int, NDArray[np.bool_]]]]:
    """A knapsack over the raster: what a whole length is worth, and by lot of equal lengths where it was taken."""
    best = np.zeros(_RASTER + 1)
    kept = []
    for index, (size, price) in enumerate(zip(sizes, prices, strict=True)):
        if price <= 0:
            continue
        for number in _lots(min(counts[index], _RASTER // size)):
            if number * size > _RASTER:
                continue
            took = np.zeros(_RASTER + 1, bool)
            tried = best[: _RASTER + 1 - number * size] + number * price
            took[number * size :] = tried > best[number * size :] + 1e-12
            best[number * size :] = np.maximum(best[number * size :], tried)
            kept.append((index, number, took))
    return float(best[-1]), kept


def _lots(count: int) -> list[int]:
    """A count as lots of which any smaller count is a sum: 1, 2, 4 … and what is left."""
    lots, lot = [], 1
    while count > 0:
        lots.append(min(lot, count))
        count -= lots[-1]
        lot *= 2
    return lots

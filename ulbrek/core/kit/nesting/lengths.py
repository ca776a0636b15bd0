"""Bars, lumber and pipe out of stock lengths."""

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import ceil

_TRIFLE_MM = 1e-6
_ENOUGH_MM = 1e-9


@dataclass(frozen=True, slots=True)
class LengthStock:
    """A length that is bought, and what a cut takes of it [mm]."""

    length_mm: float
    kerf_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class LengthPlan:
    """One stock length with the parts cut from it: (key, length [mm]), and what is left [mm]."""

    parts: tuple[tuple[str, float], ...]
    left_mm: float


def cut_lengths(parts: Iterable[tuple[str, float]], stock: LengthStock) -> tuple[list[LengthPlan], list[str]]:
    """Parts cut from as few stock lengths as a longest-first, best-fit plan needs.

    Args:
        parts: (key, length [mm])
        stock: what they are cut from

    Returns:
        the lengths with their parts, and the keys of parts that are longer than the stock
    """
    opened: list[tuple[list[tuple[str, float]], float]] = []
    too_long: list[str] = []
    for key, length in sorted(parts, key=lambda part: (-part[1], part[0])):
        if length > stock.length_mm + _TRIFLE_MM:
            too_long.append(key)
            continue
        fitting = [one for one in opened if one[1] >= length - _TRIFLE_MM]
        taken, left = min(fitting, key=lambda one: one[1]) if fitting else ([], stock.length_mm)
        if fitting:
            opened = [one for one in opened if one[0] is not taken]
        taken.append((key, length))
        opened.append((taken, max(0.0, left - length - stock.kerf_mm)))
    return [LengthPlan(tuple(taken), left) for taken, left in opened], too_long


def fewest_lengths(parts: Sequence[tuple[str, float]], stock: LengthStock) -> tuple[list[LengthPlan], list[str], bool]:
    """Parts cut from the fewest stock lengths, and whether fewer are impossible.

    Ways to cut one length are priced in as long as one of them pays (column generation); how often each is cut is then
    solved in whole numbers. It is proven where that many equals the bound from the prices, rounded up.

    Args:
        parts: (key, length [mm])
        stock: what they are cut from

    Returns:
        the lengths with their parts, the keys of parts that are longer than the stock, and whether it is proven

    Source: Gilmore and Gomory's column generation, any handbook of operations research
    """
    plans, too_long = cut_lengths(parts, stock)
    fitting = [part for part in parts if part[0] not in set(too_long)]
    room = stock.length_mm + stock.kerf_mm
    by_material = ceil(sum(length + stock.kerf_mm for _, length in fitting) / room - _ENOUGH_MM)
    if len(plans) <= by_material:
        return plans, too_long, True
    sizes = sorted({length for _, length in fitting}, reverse=True)
    wanted = Counter(length for _, length in fitting)
    patterns, bound = _priced([wanted[size] for size in sizes], [size + stock.kerf_mm for size in sizes], room)
    if len(plans) > bound and (better := _whole(patterns, [wanted[size] for size in sizes])) is not None:
        made = _as_plans(better, sizes, fitting, stock)
        plans = made if len(made) < len(plans) else plans
    return plans, too_long, len(plans) == bound


Pattern = tuple[int, ...]


def _priced(wanted: Sequence[int], sizes: Sequence[float], room: float) -> tuple[list[Pattern], int]:
    """Ways to cut one length that pay, and the least number of lengths that there can be."""
    import highspy  # noqa: PLC0415 - it takes a fifth of a second to come in, and is seldom needed

    count = len(sizes)
    patterns: list[Pattern] = [
        tuple(int(room / sizes[index] + _ENOUGH_MM) if one == index else 0 for one in range(count))
        for index in range(count)
    ]
    model = highspy.Highs()
    model.silent()
    for need in wanted:
        model.addRow(float(need), highspy.kHighsInf, 0, [], [])
    for pattern in patterns:
        _add(model, pattern, highspy.kHighsInf)
    while True:
        model.run()
        prices = list(model.getSolution().row_dual)
        worth, pattern = _dearest(prices, wanted, sizes, room)
        if worth <= 1 + 1e-9:
            return patterns, ceil(model.getInfo().objective_function_value - 1e-6)
        patterns.append(pattern)
        _add(model, pattern, highspy.kHighsInf)


def _add(model: "object", pattern: Pattern, most: float) -> None:
    rows = [index for index, times in enumerate(pattern) if times]
    model.addCol(1.0, 0.0, most, len(rows), rows, [float(pattern[row]) for row in rows])  # type: ignore[attr-defined]


def _dearest(
    prices: Sequence[float], wanted: Sequence[int], sizes: Sequence[float], room: float
) -> tuple[float, Pattern]:
    """The way to cut one length that is worth most at these prices: branch and bound over the parts by price per mm."""
    order = sorted(range(len(sizes)), key=lambda one: -prices[one] / sizes[one])
    best: tuple[float, dict[int, int]] = (0.0, {})
    taken: dict[int, int] = {}

    def go_on(at: int, left: float, worth: float) -> None:
        nonlocal best
        if worth > best[0] + 1e-12:
            best = worth, dict(taken)
        if at == len(order):
            return
        part = order[at]
        if worth + left * max(prices[part], 0.0) / sizes[part] <= best[0] + 1e-12:
            return
        for times in range(min(wanted[part], int(left / sizes[part] + _ENOUGH_MM)), -1, -1):
            taken[part] = times
            go_on(at + 1, left - times * sizes[part], worth + times * prices[part])
        del taken[part]

    go_on(0, room, 0.0)
    return best[0], tuple(best[1].get(index, 0) for index in range(len(sizes)))


def _whole(patterns: Sequence[Pattern], wanted: Sequence[int]) -> list[Pattern] | None:
    """Each way to cut as often as it is cut, in whole numbers and in the fewest lengths."""
    import highspy  # noqa: PLC0415 - as above

    model = highspy.Highs()
    model.silent()
    model.setOptionValue("time_limit", 1.0)
    for need in wanted:
        model.addRow(float(need), highspy.kHighsInf, 0, [], [])
    for index, pattern in enumerate(patterns):
        _add(model, pattern, float(sum(wanted)))
        model.changeColIntegrality(index, highspy.HighsVarType.kInteger)
    model.run()
    if not model.getInfo().primal_solution_status:
        return None
    times = [round(value) for value in model.getSolution().col_value]
    return [pattern for pattern, often in zip(patterns, times, strict=True) for _ in range(often)]


def _as_plans(
    patterns: Iterable[Pattern], sizes: Sequence[float], parts: Iterable[tuple[str, float]], stock: LengthStock
) -> list[LengthPlan]:
    """Lengths with their parts; a way to cut that gives more of a part than is wanted gives what is."""
    waiting: dict[float, list[str]] = {size: [] for size in sizes}
    for key, length in sorted(parts, reverse=True):
        waiting[length].append(key)
    plans = []
    for pattern in sorted(patterns, reverse=True):
        taken = [
            (waiting[size].pop(), size)
            for size, times in zip(sizes, pattern, strict=True)
            for _ in range(min(times, len(waiting[size])))
        ]
        if taken:
            used = sum(length + stock.kerf_mm for _, length in taken)
            plans.append(LengthPlan(tuple(taken), max(0.0, stock.length_mm - used)))
    return plans

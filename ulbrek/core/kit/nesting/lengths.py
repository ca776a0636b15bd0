"""Bars, lumber and pipe out of stock lengths."""

from bisect import bisect_left, insort
from collections import Counter
from collections.abc import Iterable, Sequence
from math import ceil
from typing import NamedTuple

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.nesting.pricing import Demand, Pattern, fewest_patterns
from ulbrek.core.kit.remembering import remembered

_TRIFLE_MM = 1e-6
_ENOUGH_MM = 1e-9

_FEW_PARTS, _MOST_STEPS = 16, 20_000


class CutLength(NamedTuple):
    """A part that is cut to a length: its key, and how long it is [mm]."""

    key: str
    length_mm: float


@dataclass(frozen=True, slots=True)
class LengthStock:
    """A length that is bought, and what a cut takes of it [mm]."""

    length_mm: float
    kerf_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class LengthPlan:
    """One stock length with the parts cut from it, and what is left [mm]."""

    parts: tuple[CutLength, ...]
    left_mm: float


@dataclass(frozen=True, slots=True)
class LengthsCut:
    """Parts cut from stock lengths.

    Attributes:
        plans: each length with its parts
        too_long: keys of the parts that are longer than the stock
        least: a number of lengths below which no plan can go
    """

    plans: tuple[LengthPlan, ...]
    too_long: tuple[str, ...]
    least: int

    @property
    def proven(self) -> bool:
        """Whether fewer lengths are impossible."""
        return len(self.plans) == self.least


def cut_lengths(parts: Iterable[CutLength], stock: LengthStock) -> tuple[list[LengthPlan], list[str]]:
    """Parts cut from as few stock lengths as a longest-first, best-fit plan needs.

    Args:
        parts: what is wanted
        stock: what they are cut from

    Returns:
        the lengths with their parts, and the keys of parts that are longer than the stock
    """
    opened: list[tuple[list[CutLength], float]] = []
    room: list[tuple[float, int]] = []  # what is left of each, and which it is: the tightest fit is found by halving
    too_long: list[str] = []
    for part in sorted(parts, key=lambda part: (-part[1], part[0])):
        key, length = part
        if length > stock.length_mm + _TRIFLE_MM:
            too_long.append(key)
            continue
        at = bisect_left(room, (length - _TRIFLE_MM, -1))
        left, number = room.pop(at) if at < len(room) else (stock.length_mm, len(opened))
        if number == len(opened):
            opened.append(([], left))
        left = max(0.0, left - length - stock.kerf_mm)
        opened[number][0].append(part)
        opened[number] = opened[number][0], left
        insort(room, (left, number))
    return [LengthPlan(tuple(taken), left) for taken, left in opened], too_long


def fewest_lengths(parts: Iterable[CutLength], stock: LengthStock) -> LengthsCut:
    """Parts cut from the fewest stock lengths that a bounded search finds, and how few there can be at all.

    Where the material alone does not prove the longest-first plan, ways to cut one length are priced (see ``pricing``).
    The search is bounded by work, never by the clock, so that the same parts give the same plan.

    Args:
        parts: what is wanted
        stock: what they are cut from
    """
    return _fewest(tuple(parts), stock)


def _held(cut: LengthsCut, parts: tuple[CutLength, ...], _: LengthStock) -> int:
    return 1_000 + 700 * len(parts) + 400 * len(cut.plans)


@remembered(16_000_000, _held)
def _fewest(parts: tuple[CutLength, ...], stock: LengthStock) -> LengthsCut:
    """The same parts are asked for again at each edit of something else."""
    plans, too_long = cut_lengths(parts, stock)
    gone = set(too_long)
    fitting = [part for part in parts if part[0] not in gone]
    room = stock.length_mm + stock.kerf_mm
    least = ceil(sum(length + stock.kerf_mm for _, length in fitting) / room - _ENOUGH_MM)
    if len(plans) > least:
        counted = Counter(length for _, length in fitting)
        sizes = sorted(counted, reverse=True)
        wanted = Demand(tuple(size + stock.kerf_mm for size in sizes), tuple(counted[size] for size in sizes), room)
        found = fewest_patterns(wanted, len(plans))
        least = max(least, found.least)
        if found.patterns is not None:
            plans = _as_plans(found.patterns, sizes, fitting, stock)
        while len(plans) > least and len(fitting) <= _FEW_PARTS:
            fewer, all_tried = _packed(fitting, stock, len(plans) - 1)
            plans, least = fewer or plans, len(plans) if all_tried and not fewer else least
            if not fewer:
                break
    return LengthsCut(tuple(plans), tuple(too_long), least)


def _as_plans(
    patterns: Iterable[Pattern], sizes: Sequence[float], parts: Iterable[CutLength], stock: LengthStock
) -> list[LengthPlan]:
    """Lengths with their parts; a way to cut that gives more of a part than is wanted gives what is."""
    waiting: dict[float, list[str]] = {size: [] for size in sizes}
    for key, length in sorted(parts, reverse=True):
        waiting[length].append(key)
    plans = []
    for pattern in sorted(patterns, reverse=True):
        taken = [
            CutLength(waiting[size].pop(), size)
            for size, times in zip(sizes, pattern, strict=True)
            if times
            for _ in range(min(times, len(waiting[size])))
        ]
        if taken:
            used = sum(length + stock.kerf_mm for _, length in taken)
            plans.append(LengthPlan(tuple(taken), max(0.0, stock.length_mm - used)))
    return plans


def _packed(parts: Sequence[CutLength], stock: LengthStock, lengths: int) -> tuple[list[LengthPlan], bool]:
    """A few parts in so many lengths, by trying every way, longest first.

    The priced ways alone need not hold the best plan in whole lengths.

    Returns:
        the lengths, none where no way was found; and whether every way was tried
    """
    order = sorted(parts, key=lambda part: (-part[1], part[0]))
    room = [stock.length_mm + stock.kerf_mm] * lengths
    where: list[int] = []
    steps = 0

    def fits(at: int) -> bool:
        nonlocal steps
        steps += 1
        if at == len(order):
            return True
        needed = order[at][1] + stock.kerf_mm
        tried: set[float] = set()
        for number, left in enumerate(room):
            if left in tried or left < needed - _TRIFLE_MM or steps > _MOST_STEPS:
                continue
            tried.add(left)
            room[number] = left - needed
            where.append(number)
            if fits(at + 1):
                return True
            where.pop()
            room[number] = left
        return False

    if not fits(0):
        return [], steps <= _MOST_STEPS
    by_length = [[part for part, one in zip(order, where, strict=True) if one == number] for number in range(lengths)]
    plans = [
        LengthPlan(
            tuple(CutLength(*part) for part in taken),
            max(0.0, stock.length_mm - sum(length + stock.kerf_mm for _, length in taken)),
        )
        for taken in by_length
        if taken
    ]
    return plans, True

"""Bars out of stock lengths."""

from collections.abc import Iterable
from dataclasses import dataclass

_TRIFLE_MM = 1e-6


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

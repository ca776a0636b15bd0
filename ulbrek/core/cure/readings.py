"""Readings of the concrete's temperature: which are believed, and the course that they give."""

from collections.abc import Sequence
from datetime import datetime
from itertools import chain

import numpy as np

from ulbrek.core.cure.history import Temperature

_HOUR_S = 3600.0
# What a broken probe shows: 85 °C is what one says that was switched on and has read nothing. Source: common practice.
HIGHEST_C, LOWEST_C = 82.0, -30.0
JUMP_K_PER_H = 40.0  # more than any casting warms or cools in an hour
_FEW = 20
STILL_H = 24.0  # a reading that stays the same to the last digit for so long is not one


def believed(
    read: Sequence[tuple[float, float]], in_weather: bool
) -> tuple[list[tuple[float, float]], list[tuple[float, float]]]:
    """Readings that a casting can have had, and those that it cannot.

    Args:
        read: hours after water in and °C, in order
        in_weather: whether it lies where days and nights differ, so that no true reading stands still
    """
    if _plainly_sound(read, in_weather):
        return list(read), []
    kept: list[tuple[float, float]] = []
    doubted: list[tuple[float, float]] = []
    still_since = 0
    for number, (hour, celsius) in enumerate(read):
        if number and celsius != read[number - 1][1]:
            still_since = number
        stands = in_weather and hour - read[still_since][0] >= STILL_H and number - still_since >= 3
        jumps = bool(kept) and abs(celsius - kept[-1][1]) > JUMP_K_PER_H * max(hour - kept[-1][0], 0.25)
        (doubted if stands or jumps or not LOWEST_C <= celsius <= HIGHEST_C else kept).append((hour, celsius))
    return kept, doubted


def _plainly_sound(read: Sequence[tuple[float, float]], in_weather: bool) -> bool:
    """Whether nothing of it is even near to being doubted: what nearly all series are."""
    if len(read) < _FEW:
        return False
    hours, celsius = np.fromiter(chain.from_iterable(read), float, 2 * len(read)).reshape(-1, 2).T
    steps, gaps = np.abs(np.diff(celsius)), np.maximum(np.diff(hours), 0.25)
    stands = in_weather and bool((steps == 0).any())
    within = bool(((celsius >= LOWEST_C) & (celsius <= HIGHEST_C)).all())
    return within and not stands and bool((steps <= JUMP_K_PER_H * gaps).all())


def hours_of(poured_at: datetime | None, temperatures: Sequence[Temperature]) -> list[tuple[float, float]]:
    """Readings after first water in, as hours after it and °C, in order; of one moment the last."""
    if poured_at is None:
        return []
    begun, count = poured_at.timestamp(), len(temperatures)
    hours = (np.fromiter((one.at.timestamp() for one in temperatures), float, count) - begun) / _HOUR_S
    celsius = np.fromiter((one.celsius for one in temperatures), float, count)
    order = np.lexsort((celsius, hours))
    hours, celsius = hours[order], celsius[order]
    told = (hours > 0) & np.append(np.diff(hours) > 0, True)[:count]
    return list(zip(hours[told].tolist(), celsius[told].tolist(), strict=True))

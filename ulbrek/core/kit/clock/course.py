"""The course of a casting's temperature, and its equivalent age along it."""

from bisect import bisect_left, bisect_right
from functools import cached_property
from math import exp
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.clock.heat import Hydration
from ulbrek.core.kit.clock.maturity import (
    ACTIVATION_K,
    DATUM_C,
    FREEZES_C,
    REFERENCE_C,
    Maturity,
)

_SLOWEST = 1e-3  # a pace at which what never comes comes far beyond any calendar
_KELVIN = 273.15
_EVEN_K = 1e-9
_LOOKED_AT, _MOST_OF_IT, _NEAR_K = 3, 0.8, 0.1
LAST_DAYS_H = 72.0


class Span(NamedTuple):
    """Where on a course an age is reached: the hour and the age before, and the pace from there."""

    since_h: float
    age_since_h: float
    pace: float

    def hour_of(self, age_h: float) -> float:
        """The hour at which an age is reached within it."""
        return self.since_h + (age_h - self.age_since_h) / self.pace


@dataclass(frozen=True)
class Course:
    """Temperatures at hours after water in, the equivalent age at each, and the pace after the last.

    Attributes:
        hours: rising, from 0
        celsius: of the concrete at each [°C]
        ages: the equivalent age at each [h at 20 °C]
        pace_after: how fast it ages after the last
    """

    hours: tuple[float, ...]
    celsius: tuple[float, ...]
    ages: tuple[float, ...]
    pace_after: float

    def span(self, age_h: float) -> Span:
        """Where an age is reached; the earliest hour of it."""
        at = bisect_left(self.ages, age_h)
        if at == 0:
            at = 1
        if at >= len(self.ages):
            return Span(self.hours[-1], self.ages[-1], max(self.pace_after, _SLOWEST))
        since, until = self.hours[at - 1], self.hours[at]
        gone = self.ages[at] - self.ages[at - 1]
        return Span(since, self.ages[at - 1], max(gone / (until - since), 1e-12))

    def hour_at(self, age_h: float) -> float:
        """The hour at which an age is reached [h after water in]."""
        return self.span(age_h).hour_of(age_h)

    def age_at(self, hour: float) -> float:
        """The equivalent age at an hour [h at 20 °C]."""
        at = bisect_right(self.hours, hour)
        if at >= len(self.hours):
            return self.ages[-1] + (hour - self.hours[-1]) * self.pace_after
        since, until = self.hours[at - 1], self.hours[at]
        return self.ages[at - 1] + (self.ages[at] - self.ages[at - 1]) * (hour - since) / (until - since)

    def celsius_at(self, hour: float) -> float:
        """The temperature at an hour [°C]; after the last hour that of it."""
        return float(np.interp(hour, *self._marks))

    def mean_c(self, since_h: float, until_h: float) -> float:
        """The mean temperature from one hour to another [°C]."""
        hours, celsius = self._within(since_h, until_h)
        return float(np.trapezoid(celsius, hours) / (until_h - since_h)) if until_h > since_h else float(celsius[0])

    def least_c(self, since_h: float, until_h: float) -> tuple[float, float]:
        """The coldest hour from one to another, and how cold it is then [°C]."""
        hours, celsius = self._within(since_h, until_h)
        at = int(celsius.argmin())
        return float(hours[at]), float(celsius[at])

    def most_c(self, since_h: float, until_h: float) -> tuple[float, float]:
        """The warmest hour from one to another, and how warm it is then [°C]."""
        hours, celsius = self._within(since_h, until_h)
        at = int(celsius.argmax())
        return float(hours[at]), float(celsius[at])

    def hours_below(self, celsius: float, until_h: float) -> float:
        """For how long it is colder than some temperature until an hour [h]; counted by its marks."""
        hours, warm = self._marks
        edges = np.minimum(hours, until_h)
        return float((np.diff(edges) * ((warm[1:] + warm[:-1]) / 2 < celsius)).sum())

    @cached_property
    def _marks(self) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        return np.array(self.hours), np.array(self.celsius)

    def _within(self, since_h: float, until_h: float) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Hours and temperatures from one hour to another, both ends with them."""
        hours, celsius = self._marks
        first, last = np.searchsorted(hours, (since_h, until_h), "right")
        inside = slice(first, max(first, last))
        marks = np.concatenate(([since_h], hours[inside], [until_h]))
        return marks, np.interp(marks, hours, celsius)

    @cached_property
    def is_even(self) -> bool:
        """Whether it is as warm all along."""
        return max(self.celsius) - min(self.celsius) < _EVEN_K


def even(celsius: float, by: Maturity) -> Course:
    """The course of concrete that is kept at one temperature [°C]."""
    runs = float(paces(np.array([celsius]), by)[0])
    return Course((0.0, LAST_DAYS_H), (celsius, celsius), (0.0, LAST_DAYS_H * runs), runs)


def aged(hours: NDArray[np.float64], celsius: NDArray[np.float64], by: Maturity) -> Course:
    """The course of concrete of which the temperatures are known: between two of them their mean holds.

    Args:
        hours: after water in, rising, the first of them 0; (n)
        celsius: at each [°C]; (n)
        by: Arrhenius or Nurse-Saul
    """
    gained = np.diff(hours) * paces((celsius[1:] + celsius[:-1]) / 2, by)
    ages = np.concatenate(([0.0], np.cumsum(gained)))
    return Course(tuple(hours.tolist()), tuple(celsius.tolist()), tuple(ages.tolist()), 0.0)


def paces(celsius: NDArray[np.float64], by: Maturity) -> NDArray[np.float64]:
    """How fast concrete hardens at temperatures [°C], as a share of how fast it does at 20 °C."""
    if by == "Nurse-Saul":
        return np.maximum(0.0, celsius - DATUM_C) / (REFERENCE_C - DATUM_C)
    found = np.exp(-ACTIVATION_K * (1 / (_KELVIN + celsius) - 1 / (_KELVIN + REFERENCE_C)))
    return np.where(celsius < FREEZES_C, 0.0, found)


@dataclass(frozen=True)
class Surroundings:
    """What a casting loses its heat to, step by step.

    Attributes:
        edges: hours at which steps begin and end, rising; (n + 1)
        toward_c: where its temperature would come to rest in each step, without heat of its own [°C]; (n)
        pull: how fast it goes there, as a share of the difference in an hour [1/h]; (n)
    """

    edges: NDArray[np.float64]
    toward_c: NDArray[np.float64]
    pull: NDArray[np.float64]


def warmed(
    start_c: float, start_age_h: float, around: Surroundings, heat: Hydration | None, by: Maturity
) -> tuple[list[float], list[float]]:
    """Temperature and equivalent age at each edge, of one lump that warms itself and loses heat.

    Within a step the heat comes evenly and the loss is followed exactly.

    Args:
        start_c: at the first edge [°C]
        start_age_h: equivalent age there [h at 20 °C]
        around: what it loses heat to
        heat: what its cement gives off; None where nothing
        by: Arrhenius or Nurse-Saul

    Returns:
        °C, and h at 20 °C, at each edge
    """
    lengths = np.diff(around.edges)
    stays = np.exp(-around.pull * lengths)
    # What an even heating of 1 K/h adds until the end of a step; with hardly any loss, its length.
    adds = np.where(around.pull > _EVEN_K, (1 - stays) / np.maximum(around.pull, _EVEN_K), lengths)
    celsius, ages = [start_c], [start_age_h]
    now, age = start_c, start_age_h
    rise, tau, beta = (heat.rise_k, heat.tau_h, heat.beta) if heat is not None else (0.0, 1.0, 1.0)
    given = heat.share(age) if heat is not None else 0.0
    pace_at = _arrhenius if by == "Arrhenius" else _nurse_saul
    for length, toward, stay, add in zip(
        lengths.tolist(), around.toward_c.tolist(), stays.tolist(), adds.tolist(), strict=True
    ):
        lost = toward + (now - toward) * stay
        then, reached = lost, given
        # The heat of a step hangs on how warm the step is: looked at again until most of it is given off.
        for _ in range(_LOOKED_AT if given < _MOST_OF_IT else 1):
            older = age + length * pace_at((now + then) / 2)
            if rise and older > 0:
                reached = exp(-((tau / older) ** beta))
                before, then = then, lost + rise * (reached - given) / length * add
                if -_NEAR_K < then - before < _NEAR_K:
                    break
        age, given = older, reached
        now = then
        celsius.append(now)
        ages.append(age)
    return celsius, ages


_ARRHENIUS_1, _ARRHENIUS_0 = ACTIVATION_K, ACTIVATION_K / (_KELVIN + REFERENCE_C)


def _arrhenius(celsius: float) -> float:
    return exp(_ARRHENIUS_0 - _ARRHENIUS_1 / (_KELVIN + celsius)) if celsius >= FREEZES_C else 0.0


def _nurse_saul(celsius: float) -> float:
    return max(0.0, celsius - DATUM_C) / (REFERENCE_C - DATUM_C)

"""The weather by the hour, each hour with where it is known from."""

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from functools import cached_property, lru_cache
from hashlib import blake2b
from itertools import pairwise
from math import cos, pi
from typing import Literal, NamedTuple

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.base.frozen import dataclass

Provenance = Literal["measured", "forecast", "typed", "assumed"]
HOUR = timedelta(hours=1)
DAY_H = 24
_WARMEST_AT = 15  # o'clock by the sun, when the air is warmest; common practice
_DAYS_REPEATED = 3
_RAIN = 3  # its column


class WeatherHour(NamedTuple):
    """An hour of weather in the open.

    Attributes:
        air_c: of the air in the shade, in the middle of the hour [°C]
        humidity: relative, of that air [%]
        wind_kmh: as forecasts give it, 10 m over open ground [km/h]
        rain_mm: that falls in the hour [mm]
        sun_w_m2: on level ground [W/m²]
        cloud: of the sky, 0 clear to 1 covered
        known_by: where it is known from
    """

    air_c: float
    humidity: float
    wind_kmh: float
    rain_mm: float
    sun_w_m2: float
    cloud: float
    known_by: Provenance


@dataclass(frozen=True)
class Conditions:
    """Hours of weather without a gap.

    Before the first and after the last of them a mean day is assumed: by hour of the day, of the first or the last
    three days.

    Attributes:
        begins: when the first hour does, a whole hour
        hours: one after another; empty where nothing is known
        foretold_at: when the forecast in it was made; None without one
    """

    begins: datetime
    hours: tuple[WeatherHour, ...]
    foretold_at: datetime | None = None

    @cached_property
    def digest(self) -> str:
        """Of all that it says."""
        return blake2b(repr((self.begins, self.hours, self.foretold_at)).encode(), digest_size=12).hexdigest()

    @property
    def ends(self) -> datetime:
        """When the last hour does."""
        return self.begins + len(self.hours) * HOUR

    def at(self, moment: datetime) -> WeatherHour:
        """The hour that a moment falls into, assumed where none is known.

        Raises:
            ValueError: where nothing at all is known
        """
        rows, known_by = self.span(moment, 1)
        air, humidity, wind, rain, sun, cloud = rows[0].tolist()
        return WeatherHour(air, humidity, wind, rain, sun, cloud, known_by[0])

    def span(self, since: datetime, hours: int) -> tuple[NDArray[np.float64], tuple[Provenance, ...]]:
        """So many hours from the one that a moment falls into, and by hour where it is known from.

        Returns:
            a row an hour: air [°C], humidity [%], wind [km/h], rain [mm], sun [W/m²], cloud [1]; (hours, 6)

        Raises:
            ValueError: where nothing at all is known
        """
        first, end = int((since - self.begins) // HOUR), len(self.hours)
        before, after = self._mean_days
        numbers = np.arange(first, first + hours)
        rows = np.where((numbers < 0)[:, None], before[numbers % DAY_H], after[numbers % DAY_H])
        low, high = max(first, 0), min(first + hours, end)
        typed = self.hours[0].known_by == "typed"  # a day that was typed is meant to repeat
        known_by: list[Provenance] = ["typed" if typed else "assumed"] * hours
        if low < high:
            rows[low - first : high - first] = self.known[low:high]
            known_by[low - first : high - first] = [hour.known_by for hour in self.hours[low:high]]
        return rows, tuple(known_by)

    @cached_property
    def known(self) -> NDArray[np.float64]:
        """All that is known, a row an hour: air, humidity, wind, rain, sun, cloud."""
        return np.array([hour[:6] for hour in self.hours], float).reshape(-1, 6)

    @cached_property
    def _mean_days(self) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        if not self.hours:
            raise ValueError("No hour of weather is known.")
        length = min(len(self.hours), _DAYS_REPEATED * DAY_H)
        return self._mean_day(0, length), self._mean_day(len(self.hours) - length, len(self.hours))

    def _mean_day(self, first: int, last: int) -> NDArray[np.float64]:
        """By hour since the beginning, counted in days; an hour that none of them has is as the mean of all.

        It is dry: three days' rain would fall a little on each day that is only assumed, and be warned of.
        """
        clock = np.arange(first, last) % DAY_H
        counts = np.bincount(clock, minlength=DAY_H)
        rows = self.known[first:last]
        sums = np.array([np.bincount(clock, row, DAY_H) for row in rows.T]).T
        mean = np.where(counts[:, None] > 0, sums / np.maximum(counts, 1)[:, None], rows.mean(axis=0))
        mean[:, _RAIN] = 0.0
        return mean


NOTHING_KNOWN = Conditions(datetime(2000, 1, 1, tzinfo=UTC), ())


def typed_day(  # noqa: PLR0913 - all that somebody can say of a day
    since: datetime,
    *,
    warmest_c: float,
    coldest_c: float,
    humidity: float,
    wind_kmh: float,
    cloud: float,
    noon_h: float = 12.0,
    sun_at_noon_w_m2: float = 600.0,
) -> Conditions:
    """One day as somebody typed it, which repeats.

    Between the coldest hour and the warmest, twelve hours later, the air follows a sine; humidity is the day's mean and
    moves against the temperature, as that of air whose moisture stays does.

    Args:
        since: a moment of the first day
        warmest_c: in the afternoon [°C]
        coldest_c: before dawn [°C]
        humidity: mean of the day [%]
        wind_kmh: all day [km/h]
        cloud: 0 clear to 1 covered
        noon_h: when the sun is highest, in hours UTC
        sun_at_noon_w_m2: of a clear sky [W/m²]
    """
    begins = since.astimezone(UTC).replace(hour=0, minute=0, second=0, microsecond=0)
    return _typed_day(begins, warmest_c, coldest_c, humidity, wind_kmh, cloud, noon_h, sun_at_noon_w_m2)


@lru_cache(64)
def _typed_day(  # noqa: PLR0913, PLR0917 - all that somebody can say of a day
    begins: datetime,
    warmest_c: float,
    coldest_c: float,
    humidity: float,
    wind_kmh: float,
    cloud: float,
    noon_h: float,
    sun_at_noon: float,
) -> Conditions:
    middle, swing = (warmest_c + coldest_c) / 2, (warmest_c - coldest_c) / 2
    hours = []
    for clock in range(DAY_H):
        solar = clock + 0.5 - noon_h + 12
        air = middle + swing * cos((solar - _WARMEST_AT) * pi / 12)
        moist = min(100.0, max(5.0, humidity * 2 ** ((middle - air) / 11)))
        sun = max(0.0, cos((solar - 12) * pi / 12)) * sun_at_noon * (1 - 0.75 * cloud)
        hours.append(WeatherHour(air, moist, wind_kmh, 0.0, sun, cloud, "typed"))
    return Conditions(begins, tuple(hours))


def joined(known: Sequence[tuple[datetime, WeatherHour]], foretold_at: datetime | None = None) -> Conditions:
    """Hours in order as one series; a gap is filled evenly between its ends.

    Args:
        known: by the moment each begins, in order, no moment twice
        foretold_at: when the forecast among them was made
    """
    if not known:
        return NOTHING_KNOWN
    hours = [known[0][1]]
    for (before, one), (after, other) in pairwise(known):
        steps = int((after - before) / HOUR)
        for step in range(1, steps):
            hours.append(_assumed([a + (b - a) * step / steps for a, b in zip(one[:6], other[:6], strict=True)]))
        hours.append(other)
    return Conditions(known[0][0], tuple(hours), foretold_at)


def _assumed(values: Sequence[float]) -> WeatherHour:
    air, humidity, wind, rain, sun, cloud = values
    return WeatherHour(air, humidity, wind, rain, sun, cloud, "assumed")

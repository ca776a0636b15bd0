"""A weather service that stands in for a real one: invented days and nights, fronts, rain and wind, from a seed.

The weather of an hour is the same whenever it is asked for; what is foretold of it strays from that the further ahead
it lies, as forecasts do.
"""

from datetime import UTC, datetime, timedelta
from math import cos, exp, pi
from random import Random
from zoneinfo import ZoneInfo

from ulbrek.core.kit.climate.conditions import DAY_H, HOUR, Conditions, WeatherHour

DAYS_AHEAD = 10
_MIDSUMMER = 200  # day of the year: the air lags the sun
_STRAYS_C_PER_DAY = 0.35
_FRONT_EVERY_DAYS = 4.5


class SimulatedWeather:
    """Invented weather behind the port that a real service would use."""

    name = "Weather (simulated)"

    def __init__(self, seed: int = 7, mean_c: float = 10.5, swing_c: float = 7.5) -> None:
        """Weather that follows from a seed.

        Args:
            seed: another one is another climate's weather
            mean_c: of the year [°C]
            swing_c: by how much midsummer is warmer than that [°C]
        """
        self._seed, self._mean_c, self._swing_c = seed, mean_c, swing_c

    def foretell(self, place: ZoneInfo, now: datetime) -> Conditions:
        """Ten days by the hour."""
        begins = now.astimezone(UTC).replace(minute=0, second=0, microsecond=0)
        strays = Random(f"{self._seed}/{begins.isoformat()}")  # noqa: S311 - invented weather
        drift, hours = 0.0, []
        for ahead in range(DAYS_AHEAD * DAY_H):
            drift += strays.gauss(0, _STRAYS_C_PER_DAY / DAY_H**0.5)
            true = self.at(place, begins + ahead * HOUR)
            hours.append(true._replace(air_c=round(true.air_c + drift, 1), known_by="forecast"))
        return Conditions(begins, tuple(hours), now)

    def at(self, place: ZoneInfo, moment: datetime) -> WeatherHour:
        """The weather of an hour as it comes to be."""
        local = moment.astimezone(place)
        day = local.toordinal() + (local.hour + 0.5) / DAY_H
        clock = local.hour + 0.5
        north = _north(place, local.year)
        season = cos((local.timetuple().tm_yday - _MIDSUMMER) * 2 * pi / 365) * north
        front, since = self._front(day)
        cloud = min(1.0, max(0.0, 0.45 + 0.5 * front + self._noise("cloud", day, 0.5) * 0.35))
        daily = (5.5 + 2.0 * season) * (1 - 0.65 * cloud)
        air = (
            self._mean_c + self._swing_c * season + self._noise("air", day, 2.5) * 4.5
            - 3.0 * exp(-since) + daily * cos((clock - 15) * pi / 12)
        )  # fmt: skip
        humidity = min(99.0, max(22.0, 78 + 14 * front - 16 * cos((clock - 15) * pi / 12) * (1 - 0.6 * cloud)))
        wind = max(1.0, 9 + 14 * front + 5 * self._noise("wind", day, 0.3) + 5 * max(0.0, cos((clock - 14) * pi / 12)))
        rain = max(0.0, (front - 0.55) * 5 * (0.4 + abs(self._noise("rain", day, 0.12))))
        sun = max(0.0, cos((clock - 12.5) * pi / (12 + 3 * season))) * (560 + 300 * season) * (1 - 0.78 * cloud)
        values = (round(one, 1) for one in (air, humidity, wind, rain if rain >= 0.1 else 0.0, sun))
        air, humidity, wind, rain, sun = values
        return WeatherHour(air, humidity, wind, rain, sun, round(cloud, 2), "measured")

    def _front(self, day: float) -> tuple[float, float]:
        """How much a front is over the place, 0 to 1, and how many days ago the last one went through."""
        number = int(day / _FRONT_EVERY_DAYS)
        strongest, since = 0.0, 9.0
        for one in (number - 1, number, number + 1):
            chance = Random(f"{self._seed}/front/{one}")  # noqa: S311 - invented weather
            at = (one + chance.uniform(0.15, 0.85)) * _FRONT_EVERY_DAYS
            width, strength = chance.uniform(0.18, 0.45), chance.uniform(0.5, 1.0)
            strongest = max(strongest, strength * exp(-(((day - at) / width) ** 2)))
            if day >= at:
                since = min(since, day - at)
        return strongest, since

    def _noise(self, what: str, day: float, days: float) -> float:
        """A number about -1 to 1 that changes smoothly over so many days."""
        at = day / days
        first = int(at)
        ends = [Random(f"{self._seed}/{what}/{one}").uniform(-1, 1) for one in (first, first + 1)]  # noqa: S311
        share = (1 - cos((at - first) * pi)) / 2
        return ends[0] + (ends[1] - ends[0]) * share


def _north(place: ZoneInfo, year: int) -> float:
    """1 where the clocks are put forward in July, or never; -1 where they are in January."""
    january, july = (
        datetime(year, month, 1, tzinfo=place).utcoffset() or timedelta() for month in (1, 7)
    )  # fmt: skip
    return -1.0 if january > july else 1.0

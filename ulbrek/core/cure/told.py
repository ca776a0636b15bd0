"""The weather and the concrete's temperature, hour by hour, as they are drawn."""

from collections.abc import Sequence

import numpy as np

from ulbrek.core.cure.around import Floats
from ulbrek.core.cure.result import Act, WeatherTold
from ulbrek.core.cure.temperatures import Temperatures
from ulbrek.core.kit.climate.evaporation import by_the_hour
from ulbrek.core.kit.clock.course import Course

LEAST_TOLD_H, MOST_TOLD_H = 96, 336
BEYOND_H = 12


def weather_told(warmth: Temperatures, acts: Sequence[Act]) -> WeatherTold | None:
    """Each hour from first water in until half a day after it is uncovered, two weeks at the most.

    None in a heated room.
    """
    felt = warmth.felt
    if felt is None:
        return None
    last = max((act.due_h for act in acts if act.id in ("moist", "turn", "strip")), default=0.0)
    until = int(min(max(last + BEYOND_H, LEAST_TOLD_H), MOST_TOLD_H))
    hours = np.arange(until + 1, dtype=float)
    first = felt.before
    row = slice(first, first + until + 1)
    air, humidity, wind = (felt.at(one, hours) for one in (felt.air_c, felt.humidity_pct, felt.wind_kmh))
    concrete = _at(warmth.shared, hours)
    dries = by_the_hour(concrete, air, humidity, wind)
    return WeatherTold(
        since=warmth.since,
        assumed=warmth.weather is None or not any(one != "assumed" for one in felt.known_by[row]),
        foretold_at=warmth.weather.foretold_at if warmth.weather else None,
        air_c=_told(air, 1),
        concrete_c=_told(concrete, 1),
        humidity_pct=_told(humidity, 0),
        wind_kmh=_told(wind, 0),
        rain_mm=_told(felt.rain_mm[row], 1),
        dries_kg_m2_h=_told(dries, 2),
        known_by=felt.known_by[row],
    )


def _at(course: Course, hours: Floats) -> Floats:
    found: Floats = np.interp(hours, course.hours, course.celsius)
    return found


def _told(row: Floats, digits: int) -> tuple[float, ...]:
    return tuple(row.round(digits).tolist())

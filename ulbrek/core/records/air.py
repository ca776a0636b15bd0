"""What the air was that a casting had about it on its first day, as far as that is known."""

from collections.abc import Sequence

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.result import WeatherTold

FIRST_DAY_H = 24
LEAST_RAIN_MM = 0.3  # less is a few drops
FEWEST_H = 12  # of it that must be known


@dataclass(frozen=True, slots=True)
class AirOfDay:
    """The air about a casting in the first day after its water.

    Attributes:
        low_c: the coldest of it [°C]
        high_c: the warmest [°C]
        humidity_pct: in the mean [%]
        wind_kmh: the strongest of any hour, as forecasts give it [km/h]
        rain_mm: that fell in all [mm]; 0 where it was a few drops
        by_forecast: whether some of it is only what was forecast
    """

    low_c: float
    high_c: float
    humidity_pct: float
    wind_kmh: float
    rain_mm: float
    by_forecast: bool


def first_day(told: WeatherTold | None) -> AirOfDay | None:
    """The air of the first day.

    Args:
        told: by the hour, from the first water on; None in a heated room

    Returns:
        None where less than half of it is known, and the rest only assumed
    """
    if told is None:
        return None
    known = [at for at, by in enumerate(told.known_by[:FIRST_DAY_H]) if by != "assumed"]
    if len(known) < FEWEST_H:
        return None

    def of(values: Sequence[float]) -> list[float]:
        return [values[at] for at in known]

    rain = sum(of(told.rain_mm))
    air, humidity = of(told.air_c), of(told.humidity_pct)
    return AirOfDay(
        min(air), max(air), sum(humidity) / len(humidity), max(of(told.wind_kmh)),
        rain if rain >= LEAST_RAIN_MM else 0.0,
        any(told.known_by[at] == "forecast" for at in known),
    )  # fmt: skip

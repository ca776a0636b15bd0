"""Cases of findings about the weather: what raises it and what just does not."""

from datetime import UTC, datetime, timedelta
from typing import Any

from tests.jobs import top
from ulbrek.core.job.job import Job
from ulbrek.core.kit.climate.conditions import HOUR, Conditions, typed_day

MORNING = datetime(2026, 5, 4, 9, 0, tzinfo=UTC)


def day(warmest: float = 22.0, coldest: float = 14.0, **more: Any) -> Job:
    """A top cast under a roof on a day that somebody typed."""
    typed = {
        "place": "under a roof", "weather": "typed day", "warmest_c": warmest, "coldest_c": coldest,
        "humidity_pct": 70, "wind_kmh": 6, "sky": "overcast", "poured_at": MORNING.isoformat(),
    }  # fmt: skip
    return top(piece={"cast": "face up"}, cure={**typed, **more})


def thick(mm: int, **cure: Any) -> Job:
    """A block of some thickness in a warm room."""
    block = {"thickness": f"{mm} mm", "outline": {"length": "1200 mm", "width": "1100 mm"}}
    return top(piece=block, cure=cure)


# A block that is uncovered in the frost: after three days of a high-early mix it is still warm inside, after seven not.
COLD_BLOCK = day(-6, -14, materials_c=22, water_c=25, protections=["foam box", "heated tent"]).model_copy(
    update={"pieces": thick(600).pieces}
)


# By code: (raises it, near miss).
WEATHER_CASES: dict[str, tuple[Job, Job]] = {
    "freezes-young": (day(6, -6, materials_c=20, water_c=30), day(10, 4, materials_c=20, water_c=30)),
    "freezes-young in the open, where a blanket is enough": (
        day(9, -2, place="open yard", materials_c=20, water_c=35, wind_kmh=3),
        day(9, 2, place="open yard", materials_c=20, water_c=35, wind_kmh=3),
    ),
    "fresh-too-cold": (day(materials_c=4, water_c=5), day(materials_c=13, water_c=13)),
    "fresh-too-cold where nights are cold": (
        day(11, 2, materials_c=12, water_c=12), day(11, 2, materials_c=13, water_c=13),
    ),
    "fresh-too-hot": (day(32, 24, materials_c=31, water_c=30), day(32, 24, materials_c=30, water_c=30)),
    "fresh-too-hot where only ice helps": (
        day(38, 30, materials_c=42, water_c=30), day(38, 30, materials_c=30, water_c=30),
    ),
    "cold-while-curing": (day(9, 3, materials_c=18, water_c=20), day(22, 14)),
    "hot-while-curing": (
        day(33, 20, place="open yard", sky="clear", materials_c=24, water_c=20),
        day(24, 14, materials_c=20, water_c=18),
    ),
    "dries-too-fast": (
        day(30, 16, place="open yard", wind_kmh=30, humidity_pct=35), day(30, 16, wind_kmh=4, humidity_pct=60),
    ),
    "dries-too-fast for a mix that hardly bleeds": (day(26, 14, wind_kmh=20, humidity_pct=50), day(26, 14, wind_kmh=8)),
    "frost-in-the-base": (day(8, -3, materials_c=15, water_c=30), day(8, 1, materials_c=15, water_c=30)),
    "warms-itself": (thick(600), thick(250)),
    "warms-itself in the open": (
        day().model_copy(update={"pieces": thick(600).pieces}), day().model_copy(update={"pieces": thick(250).pieces}),
    ),
    "weather-not-known": (day(weather="forecast"), day()),
}  # fmt: skip


def foretold(*, rain_at: int | None = None, mm: float = 2.0, days: int = 7) -> Conditions:
    """A mild week from the day before the pour on; it may rain in one hour after first water in."""
    mild = typed_day(MORNING, warmest_c=20, coldest_c=13, humidity=70, wind_kmh=5, cloud=0.8)
    begins = mild.begins - 24 * HOUR
    hours = []
    for number in range(24 * days):
        hour = mild.hours[number % 24]
        rains = rain_at is not None and begins + timedelta(hours=number) == MORNING + rain_at * HOUR
        hours.append(hour._replace(rain_mm=mm if rains else 0.0, known_by="forecast"))
    return Conditions(begins, tuple(hours), begins)


OPEN = day(place="open yard", weather="forecast")
# What is foretold: the job, what raises it, and what just does not.
FORETOLD: dict[str, tuple[Job, Conditions, Conditions]] = {
    "rain-before-set": (OPEN, foretold(rain_at=3), foretold(rain_at=12)),
    "rain-before-set a few drops": (OPEN, foretold(rain_at=1, mm=0.3), foretold(rain_at=1, mm=0.1)),
    "weather-not-known beyond it": (
        day(weather="forecast", poured_at="2026-06-20T09:00:00Z"), foretold(), foretold(days=60),
    ),
}  # fmt: skip

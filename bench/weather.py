"""What the weather adds to a plan, and how long a week takes to be looked at as hours to pour in.

python -m bench.weather
"""

from datetime import UTC, datetime
from functools import partial
from pathlib import Path
from statistics import median
from zoneinfo import ZoneInfo

from bench.pace import QUIET_MS, calibration
from bench.timing import in_turns, say
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.climate.conditions import HOUR, Conditions
from ulbrek.core.plan.plan import plan, pour_windows
from ulbrek.core.records.record import Record
from ulbrek.files.job_file import read_job_file
from ulbrek.standins.weather import SimulatedWeather

QUIET = f"the machine's own pace; {QUIET_MS} ms when quiet"
NOW = datetime(2026, 5, 11, 6, 40, tzinfo=UTC)
PLACE = ZoneInfo("Europe/Dublin")
MONTH_H = 28 * 24
DEMO = sorted((Path(__file__).parents[1] / "demo").glob("*.ulbrek.json"))


def month() -> Conditions:
    """Four weeks by the hour."""
    service = SimulatedWeather()
    hours = tuple(service.at(PLACE, NOW + number * HOUR)._replace(known_by="forecast") for number in range(MONTH_H))
    return Conditions(NOW.replace(minute=0), hours, NOW)


def read_month() -> Record:
    """What a probe read in 30 days, as the records give it to a plan: the means of its hours."""
    told = [{"at": NOW + (number + 0.5) * HOUR, "celsius": 14 + number % 24 / 3} for number in range(30 * 24)]
    return Record.model_validate({"water_in_at": NOW, "temperatures": told})


def outside(job: Job) -> Job:
    """The same job in the yard, poured now."""
    changed = {"place": "open yard", "poured_at": NOW, "protections": ("tent", "blanket")}
    return job.model_copy(update={"cure": job.cure.model_copy(update=changed)})


def weather() -> None:
    """Prints both. What is compared takes turns, and the loop beside it tells how fast the machine was meanwhile."""
    shop, known, record = Shop(), month(), read_month()
    jobs = [read_job_file(file.read_bytes()).job for file in DEMO]
    inside, yard = jobs[0], outside(jobs[0])
    plans = [
        partial(plan, inside, shop), partial(plan, yard, shop, Record(), None, known),
        partial(plan, yard, shop, record, None, known),
    ]  # fmt: skip
    loop, without, *others = in_turns([calibration, *plans], 60)
    say("calibration loop beside plan()", loop, QUIET)
    say("plan() in a heated room", without, "cold")
    for what, times in zip(("28 days of weather", "and 30 days of readings"), others, strict=True):
        more = median(one - other for one, other in zip(times, without, strict=True))
        say(f"  {what}", times, f"+{more:.1f} ms, {at_ease(more, loop):.1f} at a quiet pace; aim 5")
    for count, aim in ((1, 300), (10, 2_000)):
        some = [outside(one) for one in jobs[:count]]
        loop, times = in_turns([calibration, partial(pour_windows, some, shop, known, NOW)], 7)
        said = f"{at_ease(median(times), loop):.0f} ms at a quiet pace; aim {aim} ms"
        say(f"pour window of {len(some)}", times, said)


def at_ease(taken_ms: float, loop_ms: list[float]) -> float:
    """What a time would be where the loop takes as long as on a quiet machine [ms]."""
    return taken_ms * QUIET_MS / median(loop_ms)


if __name__ == "__main__":
    weather()

"""How long the shop's calendar takes with many pours in it, and a free hour among them, and a long logger file.

python -m bench.days
"""

import tempfile
from datetime import UTC, datetime, timedelta
from functools import partial
from pathlib import Path
from random import Random
from zoneinfo import ZoneInfo

from bench.pace import QUIET_MS, calibration
from bench.timing import repeat, say
from ulbrek.core.after.outlook import ahead_of
from ulbrek.core.after.schedule import FilledMould, ScheduledAct
from ulbrek.core.days.booked import Booked, Capacity, as_booked
from ulbrek.core.days.days import days, free_places
from ulbrek.core.job.shop import Person, Shop
from ulbrek.core.plan.plan import plan
from ulbrek.files.job_file import read_job_file
from ulbrek.files.logger import Choices, read_logger

NOW = datetime(2026, 5, 11, 9, tzinfo=UTC)
DEMO = sorted((Path(__file__).parents[1] / "demo").glob("*.ulbrek.json"))
MOULDS = tuple(FilledMould(str(number), f"Mould {number}") for number in range(40))


def pours(count: int, weeks: int) -> list[Booked]:
    """The demo's jobs again and again, spread over some weeks."""
    dice, shop, made = Random(3), Shop(), list[Booked]()
    jobs = [read_job_file(file.read_bytes()).job for file in DEMO]
    planned = []
    for job in jobs:
        at_now = job.model_copy(update={"cure": job.cure.model_copy(update={"poured_at": NOW})})
        planned.append(ahead_of(at_now, plan(at_now, shop)))
    for number in range(count):
        scheduled = ScheduledAct(str(number), f"Pour {number}", planned[number % len(planned)], str(number), moulds=(
            (dice.choice(MOULDS),) if number % 3 == 0 else ()
        ))  # fmt: skip
        at = NOW + timedelta(minutes=30 * dice.randrange(0, weeks * 7 * 48))
        made.append(as_booked(scheduled, NOW).moved(at, shop.hours))
    return made


def nearest(one: Booked, some: list[Booked], capacity: Capacity) -> datetime | None:
    """The nearest free hour of a pour."""
    return next(free_places(one, some, capacity, NOW), None)


def calendar() -> None:
    """Prints all three."""
    people = tuple(Person(id=str(number), name=f"Person {number}") for number in range(6))
    capacity = Capacity(people, Shop().hours, 12.0)
    for count, weeks in ((20, 3), (100, 12), (400, 40)):
        some = pours(count, weeks)
        work = partial(days, some, capacity, NOW, NOW, NOW + timedelta(days=35))
        found = work()
        told = len(found.clashes) + found.more_clashes
        say(f"calendar of {count} pours", repeat(work, 5), f"{told} clashes")
        one = some[0]
        say("  its nearest free hour", repeat(partial(nearest, one, some, capacity), 5))


def logger(lines: int = 2_000_000) -> None:
    """Prints how long two million readings take."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "logger"
        with path.open("w") as file:
            file.write("Time,Temp °C\n")
            for hour in range(lines // 3600):
                stamp = (NOW + timedelta(hours=hour)).strftime("%Y-%m-%d %H:")
                file.writelines(f"{stamp}{n // 60:02}:{n % 60:02},{20 + n % 60 / 100:.2f}\n" for n in range(3600))
        began = datetime.now(UTC)
        read = read_logger(path, Choices(), ZoneInfo("Europe/Dublin"))
        took = (datetime.now(UTC) - began).total_seconds() * 1000
        say(f"{read.preview.readings:,} readings of a logger", [took], f"{read.preview.kept:,} kept")


if __name__ == "__main__":
    say("calibration loop", [calibration() for _ in range(5)], f"the machine's own pace; {QUIET_MS} ms when quiet")
    calendar()
    logger()

"""What a finish adds to a plan.

python -m bench.finishing
"""

from datetime import timedelta
from functools import partial
from pathlib import Path
from statistics import median
from uuid import uuid4

from bench.pace import calibration
from bench.timing import in_turns, repeat, say
from bench.weather import DEMO, NOW, QUIET, at_ease
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.finish.sheet import sheet_of
from ulbrek.core.finish.standing import standing
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.files.job_file import read_job_file
from ulbrek.store.noted import MOST_ENTRIES

ROUNDS = 25
SECOND = timedelta(seconds=1)
SHOP = Path(__file__).parents[1] / "demo" / "shop.json"


def finished(job: Job, **finish: object) -> Job:
    """The same job, finished otherwise."""
    return job.model_copy(update={"finish": job.finish.model_copy(update=finish)})


def finishing() -> None:
    """Each job of the demo as it is left from the form, as it is finished, and polished to gloss; in turns."""
    shop = Shop.model_validate_json(SHOP.read_text())
    for file in DEMO:
        job = read_job_file(file.read_bytes()).job
        bare = finished(job, look="as cast", voids="left open", sealer=None, arrises=False, by_piece={})
        gloss = finished(job, look="full stone", sheen="gloss", voids="filled with slurry", grits=(), by_piece={})
        loop, without, own, all_of_it = in_turns(
            [calibration, *(partial(plan, one, shop) for one in (bare, job, gloss))], ROUNDS
        )
        added = [
            at_ease(median(one - other for one, other in zip(times, without, strict=True)), loop)
            for times in (own, all_of_it)
        ]
        said = f"as finished {added[0]:+.2f} ms, to gloss {added[1]:+.2f} ms at a quiet pace; aim 2"
        print(f"{job.name:28} plan() {median(without):6.1f} ms, loop {median(loop):.0f} ms   {said}")


def at_the_machine() -> None:
    """Where one casting stands, of all the entries that a pour has room for: high spots, and looks that close none."""
    job = finished(read_job_file(DEMO[0].read_bytes()).job, look="cream-honed", sealer=None)
    steps = sheet_of(plan(job, Shop()).pieces[0].finish)
    grit, casting = steps[0].id, uuid4()
    entries = [
        FinishEntry(
            id=uuid4(), kind="mark" if number % 2 else "gone", at=NOW + number * SECOND, casting=casting, step=grit,
            x_mm=10, y_mm=10,
        )
        for number in range(MOST_ENTRIES)
    ]  # fmt: skip
    say(f"standing of {MOST_ENTRIES} entries", repeat(partial(standing, steps, entries, NOW), 5))


if __name__ == "__main__":
    print(f"calibration loop: {QUIET}")
    finishing()
    at_the_machine()

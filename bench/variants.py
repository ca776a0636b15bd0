"""Four plans of a job beside each other, against planning them.

python -m bench.variants
"""

from functools import partial

from bench.pace import calibration
from bench.timing import repeat, say
from bench.weather import QUIET
from tests.jobs import demo_job
from ulbrek.core.comparing.station import column
from ulbrek.core.costing.station import cost
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.memory import Memory
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.standins.prices import SimulatedPrices

SHOP = Shop()


def variants() -> None:
    """The demo's first and sixth jobs in four thicknesses: planned, and then compared; the aim is 4 plans' time."""
    for number in (1, 6):
        jobs = [_thicker(demo_job(number), by) for by in (0, 4, 8, 12)]
        planned = [plan(job, SHOP) for job in jobs]
        say(f"job {number}: 4 cold plans", repeat(partial(_plans, jobs), 5))
        say(f"job {number}: 4 planned as one works on them, compared", repeat(partial(_together, jobs), 5))
        say(f"job {number}: 4 compared whose plans are kept", repeat(partial(_compared, jobs, planned), 5))


def _thicker(job: Job, by: float) -> Job:
    document = job.model_dump(mode="json")
    for piece in document["pieces"]:
        piece["thickness"] = piece["thickness"]["mm"] + by
    return Job.model_validate(document)


def _plans(jobs: list[Job]) -> None:
    for job in jobs:
        plan(job, SHOP, memory=Memory())


def _together(jobs: list[Job]) -> None:
    memory = Memory()
    _compared(jobs, [plan(job, SHOP, memory=memory) for job in jobs])


def _compared(jobs: list[Job], planned: list[Plan]) -> None:
    for job, one in zip(jobs, planned, strict=True):
        column(job, one, cost(job, SHOP, one, SimulatedPrices()), (jobs[0], planned[0]), SHOP)


if __name__ == "__main__":
    print(f"calibration loop: {QUIET}")
    say("calibration loop", [calibration() for _ in range(5)])
    variants()

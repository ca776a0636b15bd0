"""What a finish adds to a plan.

python -m bench.finishing
"""

from functools import partial
from pathlib import Path
from statistics import median

from bench.pace import calibration
from bench.timing import in_turns
from bench.weather import DEMO, QUIET, at_ease
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.files.job_file import read_job_file

ROUNDS = 25
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


if __name__ == "__main__":
    print(f"calibration loop: {QUIET}")
    finishing()

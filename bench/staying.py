"""What pieces that stay where they are cast take to plan, beside the same pieces cast on a bench.

python -m bench.staying
"""

from collections.abc import Callable
from functools import partial
from itertools import cycle
from statistics import median
from typing import Any

from bench.pace import QUIET_MS, calibration
from bench.timing import in_turns, repeat, say
from bench.weather import DEMO
from ulbrek.core.base.units import Length
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.memory import Memory
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.files.job_file import read_job_file

ROUNDS = 25
Edit = Callable[[Job, int], Job]


def on_a_bench(job: Job) -> Job:
    """The same pieces, as they would be cast on a bench."""
    pieces = tuple(piece.model_copy(update={"stays": None}) for piece in job.pieces)
    return job.model_copy(update={"pieces": pieces, "cabinets": job.cabinets.model_copy(update={"runs": ()})})


def thicker(job: Job, step: int) -> Job:
    """Every piece a little thicker."""
    pieces = [
        piece.model_copy(update={"thickness": Length(mm=piece.thickness.mm + 0.01 * step)}) for piece in job.pieces
    ]
    return job.model_copy(update={"pieces": tuple(pieces)})


def steeper(job: Job, step: int) -> Job:
    """Every slab with a little more fall; a run with a wider first cabinet where there are no slabs."""
    document = job.model_dump(mode="json")
    for plot in document["ground"]["plots"].values():
        plot["fall_mm_m"] += 0.01 * step
    for run in document["cabinets"]["runs"]:
        run["back"]["units"][0]["width"] = {"mm": run["back"]["units"][0]["width"]["mm"] + 0.1 * step, "typed": None}
    return Job.model_validate(document)


def each_time(job: Job, edit: Edit, memory: Memory | None = None) -> Callable[[], Plan]:
    """Plans another edit of a job whenever it is called."""
    shop = Shop()
    if memory is not None:
        plan(job, shop, memory=memory)
    edits = cycle([edit(job, step) for step in range(1, ROUNDS + 6)])
    return lambda: plan(next(edits), shop, memory=memory)


def staying() -> None:
    """Each job of the demo that stays, cold and after an edit of its own room; in turns with the same on a bench."""
    for file in DEMO:
        job = read_job_file(file.read_bytes()).job
        if not any(piece.stays for piece in job.pieces):
            continue
        loop, cold, bench, edited = in_turns(
            [
                calibration, each_time(job, thicker), each_time(on_a_bench(job), thicker),
                each_time(job, steeper, Memory()),
            ],
            ROUNDS,
        )  # fmt: skip
        ratio = median(one / other for one, other in zip(cold, bench, strict=True))
        print(
            f"{job.name:28} plan() {median(cold):6.1f} ms, {ratio:.2f} of it on a bench; "
            f"its fall or cabinet edited {median(edited):6.1f} ms; loop {median(loop):.0f} ms"
        )


def worst() -> None:
    """The most that is let through: runs of cabinets, sections of a field, panels, corners that are read."""
    for name, document in (
        ("six U runs of 90 cabinets", runs(6, 30)),
        ("500 sections", field(500)),
        ("a plot", plot()),
    ):
        job = Job.model_validate(document)
        say(f"plan() of {name}", repeat(partial(plan, job, Shop()), 5), "cold")


def _document(pieces: list[dict[str, Any]], **more: Any) -> dict[str, Any]:  # noqa: ANN401 - of a document
    return {"name": "Most", "pieces": pieces, "mix": {"mix": "ordinary", "bag": "25kg", "container": "drum"}, **more}


def runs(count: int, units: int) -> dict[str, Any]:
    """So many U-shaped runs with so many cabinets in each leg, a top over each."""
    leg = {"units": [{"kind": "cabinet", "width": "300 mm"}] * units}
    pieces = [
        {
            "id": f"top-{number}", "name": f"Top {number}", "stays": "over cabinets", "thickness": "40 mm",
            "outline": {"length": "2 m", "width": "600 mm"}, "edges_shown": [],
        }
        for number in range(count)
    ]  # fmt: skip
    laid = [
        {"id": f"run-{number}", "back": leg, "left": leg, "right": leg, "tops": [f"top-{number}"]}
        for number in range(count)
    ]
    return _document(pieces, cabinets={"runs": laid})


def field(count: int) -> dict[str, Any]:
    """A field of so many sections in rows of twenty-five."""
    piece = {
        "id": "field", "name": "Field", "stays": "on the ground", "thickness": "80 mm", "count": count,
        "outline": {"length": "400 mm", "width": "400 mm"}, "edges_shown": [],
        "run": {"run": "11950 mm", "gap": "80 mm", "rows": count // 25, "row_gap": "80 mm"},
    }  # fmt: skip
    return _document([piece])


def plot() -> dict[str, Any]:
    """A slab in as many panels as it may have, with all the readings that are kept."""
    piece = {
        "id": "slab", "name": "Slab", "stays": "on the ground", "thickness": "100 mm", "edges_shown": [],
        "outline": {"length": "12 m", "width": "12 m"},
    }  # fmt: skip
    readings = [{"at": "ABCD"[number % 4], "below": f"{number} mm"} for number in range(200)]
    return _document([piece], ground={"plots": {"slab": {"columns": 60, "rows": 60, "readings": readings}}})


if __name__ == "__main__":
    say("calibration loop", [calibration() for _ in range(5)], f"{QUIET_MS} ms when quiet")
    staying()
    worst()

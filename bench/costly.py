"""Costly jobs that are valid all the same: how long the dearest of them plans, and how much memory it takes.

    python -m bench.costly [jobs] [seed]

Each job is drawn at random from a few temptations (many copies, many castings, grids of bars, lettering, planks of many
lengths, seams, gangs of forms) and made smaller only until it is let through, so that most lie near the limit. Each is
planned and written out in a process of its own with limits of CPU and memory. The aim is in seconds of a quiet machine:
what is dear is measured beside the calibration loop, and both are printed.
"""

import json
import os

os.environ["OPENBLAS_NUM_THREADS"] = "1"  # as where long work is done

import resource
import sys
import time
from collections.abc import Callable, Iterator
from itertools import count
from random import Random
from typing import Any

from pydantic import TypeAdapter, ValidationError

from bench.pace import QUIET_MS, calibration
from ulbrek.api.views import PlanView
from ulbrek.core.after.headline import headline
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan

PLAN = TypeAdapter(PlanView)
MOST_S, MOST_MB = 5.0, 500.0
_GIVE_UP_S = 30
_AGAIN_OVER_S = 3.0
_MOST_ROUNDS = 60
Document = dict[str, Any]


def mm(value: float) -> str:
    """A length as a document has it."""
    return f"{value:.1f} mm"


def outlines(dice: Random) -> Document:
    """An outline of any kind, from a paver to a floor."""
    length, width = dice.uniform(300, 12_000), dice.uniform(200, 12_000)
    match dice.randrange(8):
        case 0 | 1 | 2:
            return {"kind": "rectangle", "length": mm(length), "width": mm(width)}
        case 3:
            return {"kind": "disc", "diameter": mm(length)}
        case 4:
            return {"kind": "half disc", "diameter": mm(length)}
        case 5:
            half = min(length, width) / 2
            return {"kind": "l", "length": mm(length), "width": mm(width), "along": mm(half), "across": mm(half)}
        case 6:
            return {"kind": "polygon", "sides": dice.randint(3, 24), "by": "radius", "size": mm(length / 2)}
        case _:
            corners = [
                {"x": mm(10 * number + dice.uniform(0, 9)), "y": mm(500 if number % 2 else dice.uniform(0, 200))}
                for number in range(40)
            ]
            top = [
                {
                    "x": mm(390 - 10 * number),
                    "y": mm(600 + (80 if number % 2 else 0)),
                    "radius": mm(dice.choice((0, 1))),
                }
                for number in range(40)
            ]
            return {"kind": "free", "corners": [*corners, *top]}


def size_of(outline: Document) -> tuple[float, float]:
    """Roughly how large an outline is [mm]."""
    sizes = [
        float(str(value).split()[0])
        for name, value in outline.items()
        if name in ("length", "width", "diameter", "size")
    ]
    return (sizes[0], sizes[-1]) if sizes else (400.0, 600.0)


def features(dice: Random, size: tuple[float, float]) -> Iterator[Document]:
    """What is in a piece, each many times."""
    for number in range(dice.choice((0, 0, 1, 1, 1, 2, 5, 20, 60))):
        columns, rows = dice.randint(1, 60), dice.randint(1, 40)
        pitch_x, pitch_y = (
            size[0] / (columns + 1) * dice.choice((1, 1, 0.5)),
            size[1] / (rows + 1) * dice.choice((1, 1, 0.5)),
        )
        small = max(10.0, min(pitch_x, pitch_y) * dice.uniform(0.2, 1.3))
        feature: Document = {
            "id": f"f{number}", "name": f"F{number}",
            "x": {"offset": mm(min(12_000, pitch_x))}, "y": {"offset": mm(min(12_000, pitch_y))},
            "repeat": {
                "kind": dice.choice(("grid", "grid", "row", "ring")), "count": columns, "rows": rows,
                "pitch": mm(max(10.0, pitch_x)), "row_pitch": mm(max(10.0, pitch_y)),
            },
            "turned_deg": dice.choice((0, 0, 30)),
        }  # fmt: skip
        yield feature | dice.choice(_KINDS)(dice, min(small, 2_000.0))


def _flat(kind: str, **more: Any) -> Callable[[Random, float], Document]:  # noqa: ANN401
    return lambda _, small: {"kind": kind, "length": mm(small), "width": mm(small), **more}


def _cutout(dice: Random, small: float) -> Document:
    count = dice.choice((12, 200, 2_000))
    points = [(small / 2 * dice.uniform(0.8, 1.0), number / count * 6.283185) for number in range(count)]
    from math import cos, sin  # noqa: PLC0415

    return {"kind": "cutout", "vertices": [{"x": r * cos(w), "y": r * sin(w), "bulge": 0} for r, w in points]}


_KINDS: tuple[Callable[[Random, float], Document], ...] = (
    lambda _, small: {"kind": "hole", "diameter": mm(small)},
    lambda _, small: {"kind": "hole", "diameter": mm(small), "slot_length": mm(2 * small), "depth": "10 mm"},
    _flat("opening", corner_radius="10 mm"),
    _flat("opening", corner_radius="10 mm", draft_deg=5, hot=True),
    _flat("recess", corner_radius="10 mm", depth="20 mm", draft_deg=5, former="hard"),
    _flat("core", depth="60 mm"),
    _flat("void", height="20 mm", above="20 mm"),
    _flat("mat", below_top="20 mm"),
    _flat("wood pad", depth="20 mm"),
    _flat("rib", height="30 mm"),
    lambda _, small: {"kind": "bolt", "diameter": "12 mm", "embedded": mm(min(small, 40)), "clamps": "20 mm"},
    lambda _, small: {"kind": "bolt", "diameter": "12 mm", "embedded": mm(min(small, 40)), "into": "front"},
    lambda _, small: {"kind": "sleeve", "diameter": mm(small), "wall": "2 mm"},
    lambda dice, small: {
        "kind": "grooves", "count": dice.randint(1, 40), "length": mm(small), "width": "5 mm", "pitch": "10 mm",
        "depth": "5 mm", "shallow_depth": "2 mm",
    },
    lambda dice, small: {
        "kind": "lettering", "text": "".join(dice.choice("S8&BW1 ") for _ in range(dice.randint(1, 40))),
        "height": mm(small), "depth": "5 mm", "relief": dice.choice(("sunk", "raised")),
    },
    _cutout,
)  # fmt: skip


def pieces(dice: Random) -> Iterator[Document]:
    """Pieces of one kind or of many sizes."""
    alike = dice.random() < 0.4
    outline = outlines(dice)
    for number in range(dice.choice((1, 1, 2, 4, 10, 30, 60))):
        outline = outline if alike else outlines(dice)
        size = size_of(outline)
        yield {
            "id": f"p{number}", "name": f"P{number}", "outline": outline,
            "thickness": mm(dice.choice((40, 80, 300, 900))), "count": dice.choice((1, 1, 3, 50, 500)),
            "features": list(features(dice, size)),
            "cast": dice.choice(("face down", "face up")), "drawn": dice.choice(("in plan",) * 5 + ("from the side",)),
            "seams": [
                {"id": f"s{one}", "side": dice.choice(("left", "front")), "offset": mm(size[0] * (one + 1) / 14)}
                for one in range(dice.choice((0, 0, 0, 2, 12)))
            ],
            "edge_profiles": [{"edge": "front", "profile": "round-over"}] if dice.random() < 0.3 else [],
            "taper": {"thickness": "30 mm", "towards": "left"} if dice.random() < 0.15 else None,
            "weight": {"mass_kg": dice.uniform(1, 900)} if dice.random() < 0.3 else None,
        }  # fmt: skip


def job(dice: Random) -> Document:
    """A job full of what is dear."""
    planks = [
        {
            "id": f"j{number}", "name": f"Plank {number}", "count": dice.choice((1, 20, 500)),
            "length": mm(dice.uniform(100, 2_390)), "width": "90 mm", "thickness": "20 mm",
            "cut_from": dice.choice((None, "batten-38x89")),
        }
        for number in range(dice.choice((0, 0, 5, 60)))
    ]  # fmt: skip
    standing = {
        "rests": "on supports", "supports": [mm(100 * one) for one in range(20)], "use": dice.choice(("seat", "table")),
    }  # fmt: skip
    found = list(pieces(dice))
    staying = dice.choice((None, None, None, "on the ground", "over cabinets"))
    for one in found if staying else ():
        one["stays"] = staying
    leg = {"units": [{"kind": dice.choice(("cabinet", "dishwasher")), "width": "380 mm"}] * 30}
    laid = [
        {"id": f"r{number}", "back": leg, "left": leg, "right": leg, "tops": [one["id"]]}
        for number, one in enumerate(found[:6])
    ]
    return {
        "name": "Costly", "pieces": found,
        "cabinets": {"runs": laid if staying == "over cabinets" else []},
        "mix": {
            "mix": "ordinary", "bag": "25kg", "container": "bucket", "buy": dice.choice(("one size", "cheapest set")),
        },
        "steel": {
            "school": dice.choice(("grid of bars", "grid of bars", "mesh and bars", "mesh", "none")),
            "spacing": mm(dice.choice((50, 100, 150))), "edge_distance": mm(dice.choice((5, 25, 60))),
        },
        "form": {
            "sides": dice.choice(("on the base",) * 4 + ("staked to the ground",)),
            "forms": dice.choice((1, 1, 10, 100)), "side_by_side": dice.choice((1, 1, 6, 24)),
            "corner": dice.choice(("run past", "pinwheel", "mitred")), "screw_spacing": mm(dice.choice((50, 250))),
            "curve": dice.choice(("liner on ribs", "kerfed strip")),
            "prefer": dice.choice(("fewest settings", "largest rest")),
            "knockouts": dice.choice(("bonded", "screwed", "bonded and screwed")),
        },
        # The cold asks for one protection after another to be tried, each for every casting.
        "cure": dice.choice((
            {}, {"place": "open yard", "weather": "typed day", "warmest_c": 6, "coldest_c": -6, "wind_kmh": 30},
        )),
        "handling": {
            "parts": planks, "standing": {one["id"]: standing for one in found} if dice.random() < 0.3 else {},
        },
    }  # fmt: skip


def let_through(document: Document, dice: Random) -> Job:
    """A job made smaller, a bit at a time, until it is let through; another one where it never is."""
    for number in count(1):
        if number % _MOST_ROUNDS == 0:  # what is left of it is what nothing here makes smaller
            document = job(dice)
        try:
            return Job.model_validate(document)
        except ValidationError as error:
            said = str(error)
            if "too much for one plan" not in said:
                raise
        _less(document, dice, 0.75 if "Have at most" in said else 0.5)
    raise AssertionError("it counts for ever")


def _less(document: Document, dice: Random, left: float) -> None:
    """Leaves a share of everything of one kind: of copies, features, castings, pieces, seams or forms."""

    def fewer(count: int) -> int:
        return max(1, int(count * left))

    found = document["pieces"]
    match dice.randrange(6):
        case 0 | 1:
            for repeat in [one["repeat"] for piece in found for one in piece["features"]]:
                repeat["count"], repeat["rows"] = fewer(repeat["count"]), fewer(repeat["rows"])
        case 2:
            for piece in found:
                del piece["features"][int(len(piece["features"]) * left) :]
        case 3:
            del found[fewer(len(found)) :]
        case 4:
            for piece in found:
                piece["count"], piece["seams"] = fewer(piece["count"]), piece["seams"][:-1]
        case _:
            form, steel = document["form"], document["steel"]
            form["forms"], form["side_by_side"] = fewer(form["forms"]), fewer(form["side_by_side"])
            steel["spacing"] = mm(min(400.0, float(steel["spacing"].split()[0]) * 1.2))


def measured(planned: Job, shop: Shop) -> tuple[float, float, int]:
    """CPU [s] and memory [MB] that a job takes in a process of its own, and how many bytes its answer has.

    Infinite where it gave up.
    """
    read, write = os.pipe()
    pid = os.fork()
    if pid == 0:
        resource.setrlimit(resource.RLIMIT_CPU, (_GIVE_UP_S, _GIVE_UP_S))
        resource.setrlimit(resource.RLIMIT_DATA, (4 << 30, 4 << 30))
        began = time.process_time()
        found = plan(planned, shop)
        body = written(planned, found)
        told = (time.process_time() - began, resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024, len(body))
        os.write(write, json.dumps(told).encode())
        os._exit(0)
    os.close(write)
    with os.fdopen(read, "rb") as kept:
        heard = kept.read()
    os.waitpid(pid, 0)
    cpu, memory, size = json.loads(heard) if heard else (float("inf"), float("inf"), 0)
    return cpu, memory, size


def written(planned: Job, found: Plan) -> bytes:
    """The plan as it is answered."""
    return PLAN.dump_json(PlanView("", planned, found, headline(planned, found)))


def main() -> int:
    """Measures so many jobs and prints the worst; fails where one is over the aims."""
    jobs = int(sys.argv[1]) if len(sys.argv) > 1 else 500
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else 1
    shop = Shop()
    first = let_through(job(Random(0)), Random(0))  # so that all is brought in before the first is forked
    written(first, plan(first, shop))
    worst: list[tuple[float, float, int, int]] = []
    quiet: list[float] = []
    loops = [calibration()]
    for number in range(jobs):
        dice = Random(f"{seed}/{number}")
        planned = let_through(job(dice), dice)
        found = measured(planned, shop)
        quiet_s = found[0]
        if found[0] > _AGAIN_OVER_S:  # what else runs here only ever adds: the least of three, and at a quiet pace
            loop = calibration()
            found = min(found, measured(planned, shop), measured(planned, shop))
            quiet_s = found[0] * min(1.0, QUIET_MS / min(loop, calibration()))
        worst.append((*found, number))
        quiet.append(quiet_s)
        if number % 50 == 49:
            loops.append(calibration())
            worst_s = max(one[0] for one in worst)
            print(
                f"{number + 1} jobs, the worst {worst_s:.2f} s, {max(quiet):.2f} s at a quiet pace; "
                f"the loop {loops[-1]:.0f} ms",
                flush=True,
            )
    for title, at in (("CPU", 0), ("memory", 1), ("answer", 2)):
        print(f"most {title}:")
        for cpu, memory, size, number in sorted(worst, key=lambda one: -one[at])[:5]:
            print(f"  job {number:4}  {cpu:6.2f} s  {memory:6.0f} MB  answer {size / 1e6:5.1f} MB")
    over = [one for one, quiet_s in zip(worst, quiet, strict=True) if quiet_s > MOST_S or one[1] > MOST_MB]
    print(f"the calibration loop: {min(loops):.0f} to {max(loops):.0f} ms, {QUIET_MS} ms on a quiet machine")
    print(f"at the pace of a quiet machine the worst takes {max(quiet):.2f} s")
    print(f"{jobs} jobs, {len(over)} over {MOST_S:g} s at that pace, or {MOST_MB:g} MB")
    return 1 if over else 0


if __name__ == "__main__":
    sys.exit(main())

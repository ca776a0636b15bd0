"""What a job costs is told from its description: more of anything costs more, and the number offered will do."""

import re
from collections.abc import Callable
from copy import deepcopy
from random import Random
from typing import Any

import pytest
from pydantic import ValidationError

from tests.core.test_bounded import MIX, grid, piece
from tests.jobs import DEMO_FILES
from ulbrek.core.job.effort import MOST_MS, StationInputs, shares
from ulbrek.core.job.job import Job
from ulbrek.files.job_file import read_job_file

Document = dict[str, Any]


GROOVES = {
    "id": "f4", "name": "Grooves", "kind": "grooves", "x": {"offset": "5000 mm"}, "y": {"offset": "9000 mm"},
    "count": 3, "length": "200 mm", "width": "12 mm", "pitch": "40 mm", "depth": "8 mm",
}  # fmt: skip


def rich() -> Document:
    """A job that has something of everything that has a weight."""
    features = [
        grid("hole", 0, 3, 2, diameter="20 mm"),
        grid("core", 1, 2, 2, 900, length="300 mm", width="200 mm", depth="30 mm"),
        grid("rib", 2, 2, 2, 900, length="300 mm", width="60 mm", height="25 mm"),
        grid("lettering", 3, 1, 2, text="ROW", height="30 mm", depth="5 mm"),
        GROOVES,
    ]
    seams = [{"id": "s", "side": "left", "offset": "3000 mm"}]
    standing = {"rests": "on supports", "supports": ["100 mm", "2000 mm", "5000 mm"]}
    return {
        "name": "Rich", "mix": MIX, "pieces": [piece(count=4, features=features, seams=seams)],
        "form": {"forms": 2, "side_by_side": 2}, "steel": {"school": "grid of bars", "spacing": "300 mm"},
        "handling": {
            "standing": {"p0": standing}, "parts": [{"id": "j", "name": "Plank", "count": 3, "length": "900 mm"}],
        },
    }  # fmt: skip


def cost(document: Document) -> float:
    return Job.model_validate(document).effort_ms


def one_more(document: Document, at: str) -> Document:
    """The document with the number at a place, or the number of what is in a list there, made larger."""
    changed = deepcopy(document)
    *way, last = at.split("/")
    holder: Any = changed
    for step in way:
        holder = holder[int(step)] if step.isdigit() else holder[step]
    there = holder[int(last)] if last.isdigit() else holder[last]
    if isinstance(there, int):
        holder[last] = there + 1
    elif isinstance(there, str):
        holder[last] = there + "S"
    else:
        seam = {"offset": "6000 mm"} if "offset" in there[-1] else {}
        there.append("6000 mm" if isinstance(there[-1], str) else {**there[-1], "id": "again", **seam})
    return changed


@pytest.mark.parametrize(
    "at",
    [
        "pieces", "pieces/0/count", "pieces/0/seams", "pieces/0/features", "pieces/0/features/0/repeat/count",
        "pieces/0/features/0/repeat/rows", "pieces/0/features/1/repeat/rows", "pieces/0/features/2/repeat/rows",
        "pieces/0/features/3/text", "pieces/0/features/4/count", "form/forms", "form/side_by_side",
        "handling/standing/p0/supports", "handling/parts/0/count",
    ],
)  # fmt: skip
def test_more_of_anything_costs_more(at: str) -> None:
    assert cost(one_more(rich(), at)) > cost(rich())


@pytest.mark.parametrize(
    ("less", "changed"),
    [
        ({"steel": {"school": "grid of bars", "spacing": "300 mm"}}, {"steel": {"school": "none"}}),
        ({"steel": {"school": "grid of bars", "spacing": "150 mm"}}, {"steel": {"school": "mesh"}}),
        ({}, {"form": {"in_moulds": True, "forms": 2, "side_by_side": 2}}),
        ({"form": {"forms": 2, "side_by_side": 2, "sides": "staked to the ground"}}, {}),
    ],
)
def test_less_to_make_costs_less(less: Document, changed: Document) -> None:
    assert cost(rich() | changed) < cost(rich() | less)


def test_a_curved_edge_and_a_longer_one_cost_more_boards_and_screws() -> None:
    def of(outline: Document) -> dict[str, float]:
        job = Job.model_validate({"name": "One", "mix": MIX, "pieces": [piece(outline=outline)]})
        return {one.things: one.ms for one in shares(job.pieces, StationInputs(job.form, job.steel, job.handling))}

    square = of({"kind": "rectangle", "length": "1000 mm", "width": "1000 mm"})
    long = of({"kind": "rectangle", "length": "2000 mm", "width": "1000 mm"})
    round_ = of({"kind": "disc", "diameter": "1000 mm"})
    assert long["places for screws"] == pytest.approx(1.5 * square["places for screws"])
    assert long["boards"] == square["boards"] < round_["boards"]


def _holes(count: int) -> Document:
    return {"pieces": [piece(features=[grid("hole", 0, 60, 1, 40, diameter="20 mm") | _row(count)])]}


def _row(count: int) -> Document:
    pitch = {"pitch": "40 mm", "row_pitch": "40 mm"}
    return {"repeat": {"kind": "grid", "count": min(count, 60), "rows": max(1, count // 60), **pitch}}


def _castings(count: int) -> Document:
    small = {"kind": "rectangle", "length": "300 mm", "width": "200 mm"}
    return {"pieces": [piece(number, count=count // 60, outline=small) for number in range(60)]}


def _forms(count: int) -> Document:
    return {"pieces": [piece(number, count=100) for number in range(40)], "form": {"forms": count // 280}}


# By what there is too much of: how many, and a job with that many of them.
TOO_MANY: dict[str, tuple[int, Callable[[int], Document]]] = {
    "holes, inserts and other features": (2_400, _holes),
    "castings": (30_000, _castings),
    "boards": (28_000, _forms),
}


@pytest.mark.parametrize("things", TOO_MANY)
def test_the_number_that_is_offered_will_do(things: str) -> None:
    count, made = TOO_MANY[things]
    with pytest.raises(ValidationError) as refused:
        Job.model_validate({"name": "Much", "mix": MIX, **made(count)})
    said = re.search(rf"it has ([\d,]+) {things}, .*?\. (?:Have at most about ([\d,]+)|Make)", str(refused.value))
    assert said, refused.value
    assert int(said[1].replace(",", "")) >= count / 2
    if said[2]:
        enough = int(said[2].replace(",", ""))
        assert enough < count
        job = Job.model_validate({"name": "Much", "mix": MIX, **made(enough)})
        assert 0.6 * MOST_MS < job.effort_ms <= MOST_MS


def test_no_ordinary_job_comes_near_the_limit() -> None:
    """The demo's, each five times over in one job, still leave most of the room."""
    for file in DEMO_FILES:
        job = read_job_file(file.read_bytes()).job
        assert 5 * job.effort_ms < MOST_MS / 3


@pytest.mark.parametrize("seed", range(6))
def test_what_a_job_costs_together_is_what_its_pieces_cost(seed: int) -> None:
    dice = Random(seed)  # noqa: S311
    pieces = [
        piece(
            number, count=dice.randint(1, 9),
            features=[grid("hole", 0, dice.randint(1, 9), dice.randint(1, 9), diameter="20 mm")],
            outline={"kind": "disc", "diameter": f"{dice.randint(400, 2400)} mm"},
        )
        for number in range(4)
    ]  # fmt: skip
    each = [cost({"name": "One", "mix": MIX, "pieces": [one]}) for one in pieces]
    assert cost({"name": "All", "mix": MIX, "pieces": pieces}) == pytest.approx(sum(each))

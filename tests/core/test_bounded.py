"""Jobs that are dear to plan: planned or refused within limits that the system itself holds, and in words."""

import json
import subprocess
import sys
from itertools import combinations_with_replacement
from random import Random
from typing import Any

import pytest
from hypothesis import example, given
from hypothesis import strategies as st
from pydantic import ValidationError
from shapely import Point

from tests.jobs import hole, top
from ulbrek.core.handling.lifts import LiftBrief
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.nesting.lengths import LengthStock, fewest_lengths
from ulbrek.core.kit.remembering import remembered
from ulbrek.core.measure.plate import plate_of
from ulbrek.core.measure.rules import web_needed
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.measure.webs import overlaps, webs
from ulbrek.core.plan.plan import plan

MOST_S, MOST_BYTES = 5, 500_000_000
# The limits are set on the process itself before anything of the job is read: beyond them it dies.
PLANNING = f"""
import resource, sys
from ulbrek.core.plan.plan import plan
from ulbrek.core.job.shop import Shop
from ulbrek.files.job_file import read_job_file
from ulbrek.files.problems import InvalidDocumentError
spent = resource.getrusage(resource.RUSAGE_SELF)
most = int(spent.ru_utime + spent.ru_stime) + {MOST_S} + 1
resource.setrlimit(resource.RLIMIT_CPU, (most, most))
resource.setrlimit(resource.RLIMIT_DATA, ({MOST_BYTES}, {MOST_BYTES}))
try:
    plan(read_job_file(sys.stdin.buffer.read()).job, Shop())
    print("planned")
except InvalidDocumentError as error:
    print(error.problems[0].problem, error.problems[0].remedy)
"""
MIX = {"mix": "ordinary", "bag": "25kg", "container": "bucket"}
RECTANGLE = {"kind": "rectangle", "length": "12000 mm", "width": "12000 mm"}


def grid(kind: str, number: int, columns: int, rows: int, pitch: int = 150, **more: Any) -> dict[str, Any]:
    return {
        "id": f"f{number}", "name": f"Feature {number}", "kind": kind, "x": {"offset": f"{100 + 5 * number} mm"},
        "y": {"offset": f"{100 + 7 * number} mm"},
        "repeat": {"kind": "grid", "count": columns, "rows": rows, "pitch": f"{pitch} mm"}, **more,
    }  # fmt: skip


def piece(number: int = 0, **more: Any) -> dict[str, Any]:
    return {"id": f"p{number}", "name": f"Piece {number}", "thickness": "60 mm", "outline": RECTANGLE, **more}


def disc(number: int, diameter: int) -> dict[str, Any]:
    return piece(number, outline={"kind": "disc", "diameter": f"{diameter} mm"}, thickness="80 mm")


BOLT = {"diameter": "12 mm", "embedded": "40 mm"}
DEAR: dict[str, tuple[dict[str, Any], str]] = {
    "round tops": (
        {
            "pieces": [disc(number, size) for number, size in enumerate((1200, 1270, 1340, 1410))],
            "steel": {"school": "grid of bars", "spacing": "100 mm"},
        },
        "planned",
    ),
    "many pavers": (
        {
            "pieces": [
                piece(n, count=500, outline={"kind": "rectangle", "length": f"{600 - 40 * n} mm", "width": "400 mm"})
                for n in range(10)
            ]
        },
        "planned",
    ),
    "many holes": ({"pieces": [piece(features=[grid("hole", 0, 40, 20, diameter="20 mm")])]}, "planned"),
    "overlapping recesses": (
        {
            "pieces": [
                piece(
                    features=[
                        grid(
                            "recess", 0, 20, 12, pitch=200, length="300 mm", width="300 mm", corner_radius="10 mm",
                            depth="20 mm", draft_deg=5,
                        )
                    ]
                )
            ]
        },
        "planned",
    ),
    "planks of many lengths": (
        {
            "pieces": [piece()],
            "handling": {
                "parts": [
                    {"id": f"j{n}", "name": f"Plank {n}", "count": 1 + n % 19, "length": f"{300 + 37 * n % 590} mm"}
                    for n in range(60)
                ]
            },
        },
        "planned",
    ),
    "one grid": (
        {"pieces": [piece(features=[grid("hole", 0, 60, 40, diameter="20 mm")])]},
        "it has 2,400 holes, inserts and other features, of “Feature 0” in “Piece 0”. Have at most about",
    ),
    "bolts in grids": (
        {"pieces": [piece(features=[grid("bolt", number, 60, 40, **BOLT) for number in range(10)])]},
        "it has 24,000 holes, inserts and other features, the most of them of “Feature",
    ),
    "lettering": (
        {
            "pieces": [
                piece(features=[grid("lettering", 0, 60, 40, text="FENNEL ROW", height="30 mm", depth="5 mm")])
            ]
        },
        "make several jobs of it.",
    ),
    "many castings": (
        {
            "pieces": [
                piece(number, count=500, outline={"kind": "rectangle", "length": "600 mm", "width": "400 mm"})
                for number in range(60)
            ]
        },
        "it has 30,000 castings, the most of them of “Piece 0”.",
    ),
    "many forms": (
        {"pieces": [piece(number, count=100) for number in range(30)], "form": {"forms": 100}},
        "boards, the most of them of the forms for “Piece 0”.",
    ),
}  # fmt: skip


@pytest.mark.parametrize("name", DEAR)
def test_a_dear_job_is_planned_or_refused_within_limits_of_its_process(name: str) -> None:
    document, said = DEAR[name]
    file = json.dumps({"schema_version": 2, "job": {"name": "Dear", "mix": MIX, **document}}).encode()
    done = subprocess.run([sys.executable, "-c", PLANNING], input=file, capture_output=True, check=False)
    assert done.returncode == 0, done.stderr.decode()[-600:]
    assert said in done.stdout.decode()


def test_what_is_a_little_too_much_is_let_through_with_a_little_less() -> None:
    def many(rows: int) -> dict[str, Any]:
        return {"name": "Dear", "mix": MIX, "pieces": [piece(features=[grid("hole", 0, 40, rows, diameter="20 mm")])]}

    with pytest.raises(ValidationError, match=r"Have at most about (\d+), or make several jobs of it") as refused:
        Job.model_validate(many(25))
    enough = int(str(refused.value).split("at most about ")[1].split(",")[0])
    assert Job.model_validate(many(enough // 40))


def test_an_ordinary_job_is_far_from_the_limit() -> None:
    assert top(hole("450 mm", "520 mm")).effort_ms < 100


@given(st.lists(st.integers(5, 60), min_size=1, max_size=8), st.integers(0, 3))
@example([16, 17, 17, 17, 20, 20, 24, 36], 1)  # the priced ways alone take four
def test_the_fewest_lengths_are_those_of_every_way_there_is(tenths: list[int], kerf: int) -> None:
    stock = LengthStock(600.0, float(kerf))
    parts = [(str(number), float(10 * tenth)) for number, tenth in enumerate(tenths)]
    cut = fewest_lengths(parts, stock)
    fewest = next(
        bins
        for bins in range(1, len(parts) + 1)
        if _fits([length + kerf for _, length in parts], [600.0 + kerf] * bins)
    )
    assert len(cut.plans) == fewest
    assert cut.least <= fewest
    assert sorted(part for one in cut.plans for part in one.parts) == sorted(parts)


def _fits(parts: list[float], room: list[float]) -> bool:
    if not parts:
        return True
    tried = set()
    for index, left in enumerate(room):
        if left in tried or left < parts[0] - 1e-9:
            continue
        tried.add(left)
        if _fits(parts[1:], [*room[:index], left - parts[0], *room[index + 1 :]]):
            return True
    return False


@pytest.mark.parametrize(("count", "kinds"), [(300, 150), (1000, 60), (2000, 400)])
def test_many_lengths_end_by_their_budget_with_a_plan_and_a_bound_that_hold(count: int, kinds: int) -> None:
    dice = Random(count)  # noqa: S311
    sizes = [dice.uniform(200, 2900) for _ in range(kinds)]
    parts = [(str(number), dice.choice(sizes)) for number in range(count)]
    cut = fewest_lengths(parts, LengthStock(6000, 3))
    assert sorted(part for one in cut.plans for part in one.parts) == sorted(parts)
    assert all(sum(length + 3 for _, length in one.parts) <= 6003 + 1e-6 for one in cut.plans)
    material = sum(length + 3 for _, length in parts) / 6003
    assert material <= cut.least <= len(cut.plans) <= 1.03 * material + 1
    assert cut == fewest_lengths(list(parts), LengthStock(6000, 3))


@pytest.mark.parametrize("seed", range(12))
def test_webs_and_overlaps_are_those_of_all_pairs(seed: int) -> None:
    """Round holes anywhere: between two of them the web is their centres' distance less both radii."""
    dice = Random(seed)  # noqa: S311
    rounds = [(dice.uniform(60, 1140), dice.uniform(60, 540), dice.uniform(20, 80)) for _ in range(dice.randint(2, 24))]
    features = [
        {**hole(f"{x:.1f} mm", f"{y:.1f} mm", f"{d:.1f} mm"), "id": f"h{n}", "name": f"Hole {n}"}
        for n, (x, y, d) in enumerate(rounds)
    ]
    shape = shape_of(top(*features, piece={"outline": {"length": "1200 mm", "width": "600 mm"}}).pieces[0])
    needed = web_needed(shape.piece.thickness.mm)
    circles = [(Point(*one.centre), one.half_x) for one in shape.placed]
    apart = {
        (a, b): circles[a][0].distance(circles[b][0]) - circles[a][1] - circles[b][1]
        for a, b in combinations_with_replacement(range(len(circles)), 2)
        if a != b
    }
    assert {(a.index, b.index) for a, b in overlaps(shape)} == {pair for pair, gap in apart.items() if gap <= 0}
    inside = {
        n for n, (at, r) in enumerate(circles) if at.x >= r and at.y >= r and at.x <= 1200 - r and at.y <= 600 - r
    }
    thin = {pair: gap for pair, gap in apart.items() if 0 < gap < needed and set(pair) <= inside}
    found = {
        (one.feature.index, one.other.index): one.web.width_mm for one in webs(shape, needed) if one.other is not None
    }
    assert {pair: pytest.approx(gap, abs=1e-4) for pair, gap in thin.items()} == {
        pair: width for pair, width in found.items() if width < needed
    }


def test_copies_of_a_feature_raise_one_finding_for_each_cause() -> None:
    document = {
        "name": "Holes",
        "mix": MIX,
        "pieces": [piece(features=[grid("hole", 0, 20, 20, 44, diameter="20 mm")])],
    }
    codes = [one.finding.code for one in plan(Job.model_validate(document), Shop()).findings]
    assert codes.count("web-too-thin") == 1


def test_what_is_remembered_keeps_to_its_room() -> None:
    worked: list[int] = []

    @remembered(1_000, lambda text, size: len(text) + size)
    def text_of(size: int) -> str:
        worked.append(size)
        return "x" * size

    assert [len(text_of(size)) for size in (100, 300, 100, 300)] == [100, 300, 100, 300]
    assert worked == [100, 300]  # 200 and 600 bytes have room together
    text_of(150)
    text_of(300)
    assert worked == [100, 300, 150]  # room was made by what was asked for longest ago
    text_of(100)
    assert worked == [100, 300, 150, 100]
    text_of(800)
    text_of(800)
    assert worked[-2:] == [800, 800]  # larger than all of the room: given, and not kept
    text_of(100)
    assert worked[-1] == 800


def test_a_jagged_opening_of_very_many_corners_makes_a_small_frame() -> None:
    """A line of 1,600 corners that goes to and fro crossed each slice 321 times: its frame took 35 s."""
    teeth = [(float(n), 0.0 if n % 2 else 150.0) for n in range(800)]
    line = [*teeth, (800.0, 200.0), (0.0, 200.0)]
    cutout = {
        "kind": "cutout", "id": "c", "name": "Comb", "x": {"offset": "600 mm"}, "y": {"offset": "300 mm"},
        "vertices": [{"x": x, "y": y} for x, y in line],
    }  # fmt: skip
    rectangle = {"kind": "rectangle", "length": "1200 mm", "width": "600 mm"}
    document = {"name": "Comb", "mix": MIX, "pieces": [piece(features=[cutout], outline=rectangle)]}
    solid = plate_of(shape_of(Job.model_validate(document).pieces[0])).solid
    lifted = LiftBrief("c", "c", solid, density_kg_m3=2400, plate_kg_m3=2400, strength_28_mpa=24)
    assert len(lifted.lengthwise.slices()) < 300
    assert lifted.past_openings is not None
    framed = lifted.past_openings.slices()
    assert max(len(one.strips) for one in framed) == 2
    assert len(framed) < 300

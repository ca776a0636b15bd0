"""Pipes that lie in the concrete: what they take of it, where their holes are bored, when they are pulled."""

from math import pi, sqrt
from random import Random
from typing import Any

import numpy as np
import pytest

from tests.jobs import feature, shaped, top
from ulbrek.core.buying.cast_in import cast_in
from ulbrek.core.form.result import FormResult
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.kept_in import kept_at
from ulbrek.core.measure.result import MeasureResult
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.briefs.pour import pour_brief
from ulbrek.core.plan.plan import plan
from ulbrek.core.pour.station import run_sheet


def block(outline: dict[str, Any], pipe: dict[str, Any], **piece: Any) -> Job:
    return shaped(outline, feature("pipe") | pipe, **{"thickness": "150 mm", **piece})


def box(length: float, width: float) -> dict[str, Any]:
    return {"kind": "rectangle", "length": f"{length} mm", "width": f"{width} mm"}


def measured(job: Job) -> MeasureResult:
    return plan(job, Shop()).pieces[0].measure


def formed(job: Job) -> FormResult:
    return plan(job, Shop()).pieces[0].form


@pytest.mark.parametrize("seed", range(20))
def test_a_pipe_takes_its_cylinder_of_concrete(seed: int) -> None:
    dice = Random(seed)  # noqa: S311 - cases are drawn, not secrets
    length, width, thick = dice.uniform(300, 900), dice.uniform(200, 400), dice.uniform(80, 250)
    across = dice.uniform(6, 0.4 * thick)
    runs = dice.choice(["left to right", "front to back"])
    run = length if runs == "left to right" else width
    blind = dice.uniform(0.3, 0.9) * run if dice.random() < 0.5 else None
    at: dict[str, Any] = {"x": {"offset": f"{length / 2} mm"}, "y": {"offset": f"{width / 2} mm"}}
    if blind:
        at["x" if runs == "left to right" else "y"] = {"to": "edge", "offset": "0 mm"}
    high = dice.uniform(across / 2, thick - across / 2)
    job = block(
        box(length, width),
        {"diameter": f"{across} mm", "runs": runs, "length": f"{blind} mm" if blind else None, "above": f"{high} mm",
         **at},
        thickness=f"{thick} mm",
    )  # fmt: skip
    taken = pi / 4 * across**2 * (blind or run)
    assert measured(job).volume.value == pytest.approx((length * width * thick - taken) / 1e6, rel=1e-6)


@pytest.mark.parametrize("off", [0.0, 60.0, -120.0])
def test_across_a_disc_it_takes_what_lies_in_the_disc(off: float) -> None:
    radius, across = 200.0, 30.0
    where = {"x": {"offset": "200 mm"}, "y": {"offset": f"{200 + off} mm"}, "diameter": f"{across} mm"}
    job = block({"kind": "disc", "diameter": "400 mm"}, where)
    y = np.linspace(-across / 2, across / 2, 40_001)
    chords = 2 * np.sqrt(radius**2 - (y + off) ** 2)  # of the disc
    heights = 2 * np.sqrt(np.maximum(0.0, (across / 2) ** 2 - y**2))  # of the pipe
    taken = np.trapezoid(chords * heights, y) if hasattr(np, "trapezoid") else np.trapz(chords * heights, y)
    full = pi * radius**2 * 150.0
    assert (full - measured(job).volume.value * 1e6) == pytest.approx(taken, rel=2e-3)


def test_a_tube_that_stays_in_weighs_and_is_bought_and_one_that_is_pulled_is_not() -> None:
    pipe = {
        "diameter": "40 mm", "wall": "2 mm", "material": "steel", "x": {"offset": "250 mm"}, "y": {"offset": "60 mm"},
        "repeat": {"kind": "row", "count": 2, "pitch": "30 mm", "along": "to the back"},
    }  # fmt: skip
    stays, pulled = (block(box(500, 150), {**pipe, "after": after}, count=3) for after in ("stays in", "pulled"))
    assert measured(stays).stays_in_kg == pytest.approx(2 * pi / 4 * (40**2 - 36**2) * 500 * 7850 / 1e9)
    assert measured(pulled).stays_in_kg == 0
    (bought,) = cast_in(stays)
    assert (bought.name, bought.quantity, bought.size_mm) == ("Tube, steel", 6, (40, 2, 500))
    assert list(cast_in(pulled)) == []


@pytest.mark.parametrize("seed", range(12))
@pytest.mark.parametrize("cast", ["face down", "face up"])
def test_the_sides_are_bored_where_the_pipe_is(seed: int, cast: str) -> None:
    dice = Random(seed)  # noqa: S311 - cases are drawn, not secrets
    length, width, thick = dice.uniform(300, 900), dice.uniform(150, 400), dice.uniform(80, 250)
    across, x, y = dice.uniform(8, 30), dice.uniform(50, length - 50), dice.uniform(40, width - 40)
    high = dice.uniform(20, thick - 20)
    runs = dice.choice(["left to right", "front to back"])
    job = block(
        box(length, width),
        {"diameter": f"{across} mm", "runs": runs, "above": f"{high} mm",
         "x": {"offset": f"{x} mm"}, "y": {"offset": f"{y} mm"}},
        thickness=f"{thick} mm", cast=cast,
    )  # fmt: skip
    (pipe,) = formed(job).knockouts
    down = cast == "face down"  # turned about its front edge: what was left is right
    along = y if runs == "left to right" else length - x if down else x
    height = thick - high if down else high
    want = ("left", "right") if runs == "left to right" else ("front", "back")
    assert {bore.side for bore in pipe.bores} == set(want)
    for bore in pipe.bores:
        assert (bore.away_mm, bore.height_mm) == pytest.approx((along, height), abs=1e-6)
        assert bore.end == ("front" if runs == "left to right" else "left")
        assert across < bore.hole_mm < across + 2


def test_a_form_of_several_is_bored_from_its_own_end_and_through_its_dividers() -> None:
    pipe = {"diameter": "20 mm", "runs": "front to back", "x": {"offset": "100 mm"}, "y": {"offset": "60 mm"}}
    form = formed(block(box(600, 120), pipe, count=6, cast="face up"))
    ganged = block(box(600, 120), pipe, count=6, cast="face up")
    ganged = ganged.model_copy(update={"form": ganged.form.model_copy(update={"side_by_side": 3})})
    assert [bore.side for one in form.knockouts for bore in one.bores] == ["front", "back"]
    sides = [bore.side for one in formed(ganged).knockouts for bore in one.bores]
    assert sides == ["front", "divider", "divider", "divider", "divider", "back"]
    lying = block(box(600, 120), {**pipe, "runs": "left to right"}, count=6, cast="face up")
    lying = lying.model_copy(update={"form": ganged.form})
    away = [one.bores[0].away_mm for one in formed(lying).knockouts]
    board = 16.0
    assert away == pytest.approx([60, 60 + 120 + board, 60 + 2 * (120 + board)])


def test_past_an_inner_corner_it_lies_in_the_leg_that_it_is_put_in() -> None:
    ell = {"kind": "l", "length": "900 mm", "width": "700 mm", "along": "300 mm", "across": "250 mm"}
    for x, y in ((100, 600), (800, 100)):
        pipe = {"diameter": "20 mm", "runs": "left to right", "x": {"offset": f"{x} mm"}, "y": {"offset": f"{y} mm"}}
        (placed,) = measured(block(ell, pipe)).features
        assert placed.x_mm - placed.length_mm / 2 >= -1e-6
        assert placed.x_mm + placed.length_mm / 2 <= 900 + 1e-6
        inside = measured(block(ell, {**pipe, "after": "pulled"})).volume.value
        whole = measured(shaped(ell, thickness="150 mm")).volume.value
        assert whole - inside == pytest.approx(pi * 10**2 * placed.length_mm / 1e6, rel=1e-6)


def test_what_is_pulled_is_due_on_pour_day_and_what_stays_in_is_not() -> None:
    pipe = {"diameter": "25 mm", "x": {"offset": "250 mm"}, "y": {"offset": "75 mm"}}
    acts = {
        after: [act.id for act in plan(block(box(500, 150), {**pipe, "after": after}), Shop()).cure.acts]
        for after in ("pulled", "stays in")
    }
    assert "pull" in acts["pulled"]
    assert "pull" not in acts["stays in"]


def test_sides_are_bored_before_they_stand() -> None:
    form = formed(block(box(500, 150), {"diameter": "25 mm", "x": {"offset": "250 mm"}, "y": {"offset": "75 mm"}}))
    titles = [step.title for step in form.steps]
    assert titles.index("Bore the sides for the pipes") < titles.index("Fix the front side")
    assert titles.index("Fix the front side") < titles.index("Set the inserts")


@pytest.mark.parametrize("wall", [None, 3.0])
def test_the_section_shows_a_pipe_round_and_a_tube_by_its_wall(wall: float | None) -> None:
    pipe = {"diameter": "40 mm", "runs": "front to back", "x": {"offset": "250 mm"}, "y": {"offset": "75 mm"},
            "after": "stays in", "wall": f"{wall} mm" if wall else None}  # fmt: skip
    shape = shape_of(block(box(500, 150), pipe).pieces[0])
    seen = sum((one.end_mm - one.start_mm) * (one.high_mm - one.low_mm) for one in kept_at(shape, "x", 75.0))
    bore = 20 - wall if wall else 0.0
    assert seen == pytest.approx(pi * (20**2 - bore**2), rel=0.03)
    (along,) = {(one.start_mm, one.end_mm) for one in kept_at(shape, "y", 268.9)}
    assert along == (0, 150)


def test_a_day_in_moulds_begins_by_oiling_them() -> None:
    job = block(box(500, 150), {"diameter": "25 mm", "x": {"offset": "250 mm"}, "y": {"offset": "75 mm"}})
    names = {}
    for in_moulds in (True, False):
        made = job.model_copy(update={"form": job.form.model_copy(update={"in_moulds": in_moulds})})
        sheet = run_sheet(pour_brief(made, plan(made, Shop())))
        names[in_moulds] = [step.title for step in sheet.ready]
    assert "Top: oil the mould" in names[True]
    assert "Top: look the form over" not in names[True]
    assert "Top: oil the mould" not in names[False]


def test_a_slab_is_weaker_along_a_pipe() -> None:
    def worst(across: str) -> float:
        pipe = feature("pipe", diameter=across, runs="front to back", x="700 mm", y="250 mm", after="stays in")
        size = {"outline": box(1400, 500), "thickness": "60 mm"}
        job = top(pipe, piece=size, steel={"school": "none"})
        return max(one.stress.value for one in plan(job, Shop()).pieces[0].handling.lifts)

    thin, thick = worst("3 mm"), worst("30 mm")
    hollow = 1 / (1 - (30 * sqrt(pi) / 2 / 60) ** 3)  # a square hole of the same area
    assert 1.05 < thick / thin < 1.3 * hollow

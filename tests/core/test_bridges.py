"""Bridges: what hangs from one, where it lies and where it is bored, whatever the piece and however it lies."""

from math import floor
from random import Random
from typing import Any

import pytest

from tests.jobs import feature, shaped, with_fields
from ulbrek.core.form.result import FormResult
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan

LENGTH, WIDTH = 1000.0, 400.0


def seat(*places: tuple[float, float, float], cast: str = "face down", length: float = LENGTH, **piece: Any) -> Job:
    """A seat with bolts at some places, from the left and the front, and their diameters [mm]."""
    bolts = [
        feature("bolt", f"{x} mm", f"{y} mm", name=f"Bolt {number}", diameter=f"{across} mm", embedded="40 mm",
                into="underside" if cast == "face down" else "top")
        for number, (x, y, across) in enumerate(places)
    ]  # fmt: skip
    box = {"kind": "rectangle", "length": f"{length} mm", "width": f"{WIDTH} mm"}
    return shaped(box, *bolts, thickness="60 mm", cast=cast, **piece)


def formed(job: Job) -> FormResult:
    return plan(job, Shop()).pieces[0].form


@pytest.mark.parametrize("cast", ["face down", "face up"])
@pytest.mark.parametrize("seed", range(10))
def test_each_bolt_has_its_hole_where_it_is(seed: int, cast: str) -> None:
    dice = Random(seed)  # noqa: S311 - cases are drawn, not secrets
    columns, rows = dice.sample(range(60, 940, 40), dice.randint(1, 4)), dice.sample(range(50, 360, 30), 3)
    places = {(float(x), float(dice.choice(rows)), float(dice.choice([8, 10, 12]))) for x in columns for _ in range(2)}
    places = {(x, y): (x, y, across) for x, y, across in places}.values()
    form = formed(seat(*places, cast=cast))
    down = cast == "face down"  # it lies turned over its front edge, so left is right
    wanted = sorted((round(LENGTH - x if down else x, 6), y, round(across + 1.6, 6)) for x, y, across in places)
    found = sorted(
        (round(at, 6), off, round(hole.hole_mm, 6))
        for one in form.bridges
        for hole in one.holes
        for at, off in [
            (one.off_mm, round(hole.at_mm, 6)) if one.runs == "front to back" else (hole.at_mm, round(one.off_mm, 6))
        ]
    )
    assert found == wanted
    assert len(form.bridges) == min(len({x for x, _, _ in places}), len({y for _, y, _ in places}))
    for one in form.bridges:
        corners = list(zip(one.path[::3], one.path[1::3], strict=True))
        middle = [sum(at) / len(corners) for at in zip(*corners, strict=True)]
        off = LENGTH - middle[0] if down else middle[0]
        assert one.off_mm == pytest.approx(off if one.runs == "front to back" else middle[1])


def test_a_bridge_is_no_longer_than_it_is_stiff() -> None:
    row = [(300.0 * one, 200.0, 10.0) for one in range(1, 5)]
    assert {one.runs for one in formed(seat(*row, length=1150)).bridges} == {"left to right"}
    assert {one.runs for one in formed(seat(*row, length=1500)).bridges} == {"front to back"}


def test_each_bridge_is_cut_once_and_spans_the_form() -> None:
    form = formed(seat((100, 80, 10), (100, 320, 10), (900, 80, 10), (900, 320, 10)))
    (bridge,) = [one for one in form.stiffness.battens if "ridge" in one.name]
    assert bridge.count == len(form.bridges) == 2
    board = form.boards[1].thickness_mm
    assert bridge.length.value >= WIDTH + 2 * board


def test_a_split_block_is_bored_at_the_bolts_own_size() -> None:
    form = formed(with_fields(seat((100, 80, 12)), {"/form/hung_bolts": "split block"}))
    (bridge,) = form.bridges
    assert bridge.split
    assert [hole.hole_mm for hole in bridge.holes] == [12]
    assert "split block" in form.knockouts[0].build
    assert any("Rip each along its holes" in step.text for step in form.steps)


def test_what_does_not_hang_has_no_bridge() -> None:
    assert formed(seat((100, 80, 12), cast="face down", features=[])).bridges == ()
    upright = seat((100, 80, 12))
    onto_the_base = with_fields(upright, {"/pieces/0/features/0/into": "top"})
    assert formed(onto_the_base).bridges == ()
    assert floor(formed(upright).bridges[0].off_mm) == LENGTH - 100

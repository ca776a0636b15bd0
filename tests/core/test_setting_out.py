"""Where knockouts stand in a form as it lies on the bench."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.sound_jobs import centre
from tests.jobs import top
from ulbrek.core.form.result import SetOut
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan


def opening(x: float, y: float, length: float, width: float) -> dict[str, Any]:
    return {
        "kind": "opening", "id": "s", "name": "Sink", **centre(f"{x} mm", f"{y} mm"), "length": f"{length} mm",
        "width": f"{width} mm", "corner_radius": "10 mm",
    }  # fmt: skip


def out_of(job: Any, piece: int = 0) -> list[SetOut]:
    found = plan(job, Shop()).pieces[piece].form.knockouts
    return [one.set_out for one in found if one.set_out]


@settings(max_examples=25, deadline=None)
@given(st.floats(220, 680), st.floats(170, 430), st.floats(60, 300), st.floats(60, 200), st.booleans())
def test_a_knockout_is_set_out_from_the_sides_as_the_form_lies(
    x: float, y: float, length: float, width: float, down: bool
) -> None:
    job = top(opening(x, y, length, width), piece={"cast": "face down" if down else "face up"})
    (at,) = out_of(job)
    left, right = x - length / 2, 900 - x - length / 2
    assert (at.left_mm, at.right_mm) == pytest.approx((right, left) if down else (left, right), abs=1e-3)
    assert (at.front_mm, at.back_mm) == pytest.approx((y - width / 2, 600 - y - width / 2), abs=1e-3)
    assert at.left_mm + at.length_mm + at.right_mm == pytest.approx(900)


def test_what_is_round_is_set_out_to_its_centre() -> None:
    hole = {"kind": "hole", "id": "t", "name": "Tap", **centre("300 mm", "500 mm"), "diameter": "35 mm"}
    (at,) = out_of(top(hole, piece={"cast": "face up"}))
    assert at.to_centre
    assert (at.left_mm, at.back_mm, at.length_mm) == pytest.approx((300, 100, 35), abs=0.05)


def test_in_an_l_it_is_measured_to_the_side_that_it_faces() -> None:
    outline = {"kind": "l", "length": "2000 mm", "width": "1500 mm", "along": "600 mm", "across": "600 mm"}
    (at,) = out_of(top(opening(1500, 1200, 300, 200), piece={"outline": outline, "cast": "face up"}))
    sides = (at.left_mm, at.right_mm, at.front_mm, at.back_mm)
    assert sides == pytest.approx((1350, 350, 200, 200)), "the front side of the long leg, not of the box round it"


def test_of_several_in_one_form_each_is_set_out_from_its_own_dividers() -> None:
    job = top(opening(450, 300, 200, 100), piece={"count": 3, "cast": "face up"}, form={"side_by_side": 3})
    first, *others = out_of(job)
    assert len(others) == 2
    for one in others:
        assert (one.left_mm, one.right_mm, one.front_mm, one.back_mm) == pytest.approx(
            (first.left_mm, first.right_mm, first.front_mm, first.back_mm)
        )


def test_the_step_says_where_from_the_nearer_sides() -> None:
    job = top(opening(300, 200, 200, 100), piece={"cast": "face up"})
    (step,) = [one for one in plan(job, Shop()).pieces[0].form.steps if one.title == "Set the knockouts"]
    assert "Sink: {200.00 mm} from the left side, {150.00 mm} from the front side." in step.text


def test_sides_of_lumber_stand_on_a_base_of_board() -> None:
    job = top(piece={"thickness": "89 mm"}, form={"sheet": "batten-38x89", "base_sheet": "melamine-19"})
    planned = plan(job, Shop())
    form = planned.pieces[0].form
    base, *sides = form.boards
    assert (base.thickness_mm, base.sheet) == (19.05, "melamine-19")
    assert {(one.thickness_mm, one.sheet, one.height_cut_mm) for one in sides} == {(38.0, "batten-38x89", 89.0)}
    assert {one.sheet for one in planned.cutting.kinds} == {"batten-38x89", "melamine-19"}
    litres = {one.key: one.length_cut_mm * one.height_cut_mm * one.thickness_mm / 1e6 for one in form.boards}
    wished = litres["base"] * 680 / 1000 + sum(litres[one.key] for one in sides) * 500 / 1000
    assert form.boards_mass.value == pytest.approx(wished, rel=1e-6)
    assert any(step.title.startswith("Oil bare faces") for step in form.steps)
    assert "board-too-large" not in {one.finding.code for one in planned.findings}


def test_a_base_of_its_own_carries_itself_and_holds_the_screws() -> None:
    thin, thick = (
        plan(top(form={"base_sheet": base}), Shop()).pieces[0].form for base in ("melamine-10", "film-ply-18")
    )
    assert thin.stiffness.bearer_spacing.value < thick.stiffness.bearer_spacing.value
    assert thin.stiffness.brace_spacing.value == thick.stiffness.brace_spacing.value, "the sides are as they were"
    alike = plan(top(form={"sheet": "film-ply-18"}), Shop()).pieces[0].form
    assert alike.boards[0].sheet == "film-ply-18", "without a choice it is of the same"

"""The form: what its boards alone make, where its screws are, what its braces do."""

from itertools import pairwise, product
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon, box, unary_union

from tests.jobs import demo_job, hole, opening, top
from ulbrek.core.form.result import FormResult
from ulbrek.core.plan import plan
from ulbrek.core.shop import Shop

SHOP = Shop()
CORNERS, SIDES = ("run past", "pinwheel"), ("on the base", "lapping the base")


def form_of(**changed: Any) -> FormResult:
    features = changed.pop("features", ())
    return plan(top(*features, **changed), SHOP).pieces[0].form


def cavity(form: FormResult) -> Polygon:
    """What the strips alone enclose."""
    strips = [box(b.x_mm, b.y_mm, b.x_mm + b.dx_mm, b.y_mm + b.dy_mm) for b in form.boards if b.key != "base"]
    (inside,) = unary_union([strip.buffer(1e-7, join_style="mitre") for strip in strips]).interiors
    return Polygon(inside)


@pytest.mark.parametrize(("corner", "sides"), list(product(CORNERS, SIDES)))
@given(length=st.integers(60, 3000), width=st.integers(60, 3000), thickness=st.integers(20, 300))
def test_the_cavity_that_the_boards_make_is_the_piece(
    corner: str, sides: str, length: int, width: int, thickness: int
) -> None:
    piece = {
        "outline": {"length": f"{length} mm", "width": f"{width} mm"},
        "thickness": f"{thickness} mm",
    }
    form = form_of(piece=piece, form={"corner": corner, "sides": sides})
    made = cavity(form)
    assert made.symmetric_difference(box(0, 0, length, width)).area == pytest.approx(0, abs=(length + width) * 1e-6)
    depth = {b.height.value + b.bottom_mm for b in form.boards if b.key != "base"}
    assert depth == {thickness}
    assert all(one.made.value == pytest.approx(one.wanted_mm) for one in form.inside)


@pytest.mark.parametrize(("corner", "sides"), list(product(CORNERS, SIDES)))
def test_no_two_boards_take_the_same_place(corner: str, sides: str) -> None:
    form = form_of(form={"corner": corner, "sides": sides})
    places = [box(b.x_mm, b.y_mm, b.x_mm + b.dx_mm, b.y_mm + b.dy_mm) for b in form.boards[1:]]
    assert unary_union(places).area == pytest.approx(sum(place.area for place in places))


def test_a_strip_cut_too_long_moves_what_it_holds_apart() -> None:
    form = form_of(form={"as_cut": {"top.front": {"length": "940 mm"}}})
    made = {one.edge: one.made.value for one in form.inside}
    assert (made["front"], made["back"]) == (908, 900)


@pytest.mark.parametrize(("corner", "sides"), list(product(CORNERS, SIDES)))
@given(length=st.integers(60, 2500), width=st.integers(60, 1200), spacing=st.integers(60, 400))
def test_screws_are_in_their_strips_not_too_far_apart_and_not_too_near_an_end(
    corner: str, sides: str, length: int, width: int, spacing: int
) -> None:
    form = form_of(
        piece={"outline": {"length": f"{length} mm", "width": f"{width} mm"}},
        form={"corner": corner, "sides": sides, "screw_spacing": f"{spacing} mm"},
    )
    assert form.screw_count.value == len(form.screws)
    for strip in form.boards[1:]:
        level = strip.dx_mm > strip.dy_mm
        low, run = (strip.x_mm, strip.dx_mm) if level else (strip.y_mm, strip.dy_mm)
        own = sorted(
            screw.x_mm if level else screw.y_mm
            for screw in form.screws
            if screw.way != "in" or (screw.dx == 0) == level
            if strip.x_mm - 1e-6 <= screw.x_mm <= strip.x_mm + strip.dx_mm + 1e-6
            and strip.y_mm - 1e-6 <= screw.y_mm <= strip.y_mm + strip.dy_mm + 1e-6
        )
        assert own
        assert low <= own[0] and own[-1] <= low + run
        assert all(b - a <= spacing + 1e-6 for a, b in pairwise(own))


@pytest.mark.parametrize(
    ("form", "thickness", "way", "screw"),
    [
        ({}, "38 mm", "down", 45),  # 38 and at least 6 of bite
        ({"screwing": "up through the base"}, "38 mm", "up", 41),  # 16 and 25 into the strip
        ({"sides": "lapping the base"}, "38 mm", "in", 41),
        ({}, "100 mm", "up", 41),  # no screw is long enough to go down through it
        ({}, "71 mm", "up", 41),  # the next screw down would come out of the base
    ],
)
def test_how_the_strips_are_screwed(form: dict[str, str], thickness: str, way: str, screw: float) -> None:
    made = form_of(form=form, piece={"thickness": thickness}).joint
    assert (made.way, made.screw_mm) == (way, screw)
    assert made.bite.value >= 6
    assert made.pilot.value == pytest.approx(3.15)


def test_low_sides_need_no_braces_and_tall_ones_get_them() -> None:
    assert form_of().stiffness.braces == ()
    tall = form_of(piece={"thickness": "600 mm", "outline": {"length": "600 mm", "width": "600 mm"}}).stiffness
    assert len(tall.braces) >= 4
    assert tall.brace_spacing.value < 250
    assert tall.side_bow.value <= 0.5


def test_bearers_stand_no_further_apart_than_the_base_can_span() -> None:
    for thickness in ("20 mm", "100 mm", "500 mm"):
        stiffness = form_of(piece={"thickness": thickness}).stiffness
        gaps = [b - a for a, b in pairwise(stiffness.bearers_mm)]
        assert max(gaps) <= stiffness.bearer_spacing.value + 1e-6


def test_a_screwed_knockout_is_held_for_half_as_much_again_as_lifts_it() -> None:
    form = form_of(features=(opening(), hole("450 mm", "60 mm")), form={"knockouts": "screwed"})
    for knockout in form.knockouts:
        assert knockout.held.value >= 1.5 * knockout.uplift.value
    assert [knockout.screws for knockout in form.knockouts] == [4, 1]


def test_a_job_does_otherwise_than_the_shop_only_where_it_says_so() -> None:
    shop = Shop.model_validate({"form_habits": {"corner": "pinwheel", "release": "wax"}})
    own = plan(top(form={"corner": "run past"}), shop).pieces[0].form
    assert (own.corner, own.consumed.release is None) == ("run past", False)
    assert plan(top(), shop).pieces[0].form.corner == "pinwheel"


def test_the_steps_place_every_board_and_knockout_once_and_oil_comes_last() -> None:
    job = demo_job(1)
    form = plan(job.model_copy(update={"form": job.form.model_copy(update={"release": "oil"})}), SHOP).pieces[0].form
    added = [key for step in form.steps for key in step.adds]
    assert sorted(added) == sorted(
        [*(b.key for b in form.boards), "bead", "tape", *(k.feature for k in form.knockouts)]
    )
    titles = [step.title for step in form.steps]
    assert titles[-1] == "Wipe on the release, oil"
    sealed = next(index for index, title in enumerate(titles) if title.startswith("Seal"))
    assert sealed < titles.index("Set the knockouts") < len(titles) - 1
    assert form.steps[-1].care


def test_no_more_forms_are_cut_than_castings_are_wanted() -> None:
    one = plan(top(form={"forms": 3}), SHOP).cutting
    assert (len(one.names), one.screws.value) == (5, len(form_of().screws))
    three = plan(top(piece={"count": 4}, form={"forms": 3}), SHOP).cutting
    assert (len(three.names), three.screws.value) == (15, 3 * one.screws.value)


def test_a_board_that_no_sheet_holds_is_named_once_however_many_forms_there_are() -> None:
    job = top(piece={"count": 3, "outline": {"length": "2400 mm", "width": "600 mm"}}, form={"forms": 3})
    found = [
        one.finding.values["board"] for one in plan(job, SHOP).findings if one.finding.code == "too-large-for-sheet"
    ]
    assert found == ["Base"]

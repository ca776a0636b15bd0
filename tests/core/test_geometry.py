"""Distances and solids under any shape and place."""

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import Polygon

from ulbrek.core.kit.geometry.distance import web_between
from ulbrek.core.kit.geometry.edge import Edge, Point
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.shapes import circle, rectangle, rounded_rectangle
from ulbrek.core.kit.geometry.solid import Cut, Solid

SIZES = st.floats(5, 800)
PLACES = st.tuples(st.floats(-900, 900), st.floats(-900, 900))


def wavy(across: float, corners: int, bulge: float) -> Outline:
    """A ring of many edges, each an arc or a line; so many that they are looked for in trees."""
    turns = [math.tau * number / corners for number in range(corners)]
    reach = [across / 2 * (0.8 + 0.2 * math.sin(5 * turn)) for turn in turns]
    corner = [(r * math.cos(turn), r * math.sin(turn)) for r, turn in zip(reach, turns, strict=True)]
    return Outline(tuple(Vertex(x, y, bulge * (number % 3 - 1)) for number, (x, y) in enumerate(corner)))


SHAPES = st.one_of(
    st.builds(circle, SIZES),
    st.builds(rounded_rectangle, SIZES, SIZES, st.floats(0, 300)),
    st.builds(rectangle, SIZES, SIZES),
    st.builds(wavy, SIZES, st.integers(9, 120), st.sampled_from((0.0, 0.1))),
)


def fine(outline: Outline) -> Polygon:
    return Polygon([point for edge in outline.edges for point in edge.chopped(1500)])


@given(SHAPES, SHAPES, PLACES)
def test_a_web_is_as_wide_as_the_distance_of_finely_chopped_outlines(
    one: Outline, other: Outline, at: tuple[float, float]
) -> None:
    other = other.moved(*at)
    assume(not fine(one).intersects(fine(other)))
    web = web_between(one.edges, other.edges)
    assert web.width_mm == pytest.approx(fine(one).distance(fine(other)), abs=0.01)
    assert web.width_mm == pytest.approx(math.dist(web.start, web.end), abs=1e-9)


@given(SHAPES, SHAPES, PLACES)
def test_a_web_is_the_same_from_either_side(one: Outline, other: Outline, at: tuple[float, float]) -> None:
    there = web_between(one.edges, other.moved(*at).edges)
    back = web_between(other.moved(*at).edges, one.edges)
    assert there.width_mm == pytest.approx(back.width_mm, abs=1e-4)


@given(SHAPES)
def test_moving_an_outline_changes_neither_area_nor_length(outline: Outline) -> None:
    moved = outline.moved(311, -47)
    assert moved.area_mm2 == pytest.approx(outline.area_mm2, rel=1e-9)
    assert moved.length_mm == pytest.approx(outline.length_mm, rel=1e-9)
    assert (moved.centroid.x - outline.centroid.x, moved.centroid.y - outline.centroid.y) == pytest.approx(
        (311, -47), abs=1e-6
    )


@given(SHAPES, PLACES, SHAPES, PLACES)
def test_cuts_that_overlap_take_off_at_most_their_sum_and_at_least_the_larger(
    one: Outline, at_one: tuple[float, float], other: Outline, at_other: tuple[float, float]
) -> None:
    block, depth = rectangle(900, 900), 40.0
    first, second = Cut(one.moved(*at_one), 0, depth), Cut(other.moved(*at_other), 0, depth)

    def taken(*cuts: Cut) -> float:
        return 900 * 900 * depth - Solid(block, depth, cuts).volume_mm3

    both, alone = taken(first, second), (taken(first), taken(second))
    assert max(alone) - 1 <= both <= sum(alone) + 1


def test_a_web_between_straight_edges_is_drawn_in_the_middle_of_where_they_face() -> None:
    web = web_between(rounded_rectangle(200, 100, 20).moved(300, 200).edges, rectangle(1000, 600).edges)
    assert (web.start, web.end) == (Point(300, 150), Point(300, 0))


@pytest.mark.parametrize(
    ("bulge", "box"),
    [(1.0, (-50, -50, 50, 0)), (-1.0, (-50, 0, 50, 50)), (0.0, (-50, 0, 50, 0)), (0.25, (-50, -12.5, 50, 0))],
)
def test_the_box_of_an_edge_is_tight(bulge: float, box: tuple[float, float, float, float]) -> None:
    assert Edge(Point(-50, 0), Point(50, 0), bulge).box == pytest.approx(box, abs=1e-9)


def test_the_nearest_point_of_an_arc_is_on_it_or_at_its_end() -> None:
    quarter = Edge(Point(100, 0), Point(0, 100), math.tan(math.pi / 8))
    assert quarter.nearest(Point(200, 200)) == pytest.approx((70.7107, 70.7107), abs=1e-3)
    assert quarter.nearest(Point(150, -80)) == (100, 0)


def test_an_empty_solid_has_its_centroid_in_its_middle() -> None:
    gone = Solid(rectangle(100, 60), 20, (Cut(rectangle(200, 200).moved(-10, -10), 0, 20),))
    assert gone.volume_mm3 == 0
    assert gone.centroid == (50, 30, 10)


def test_a_recess_moves_the_centroid_away_from_it() -> None:
    solid = Solid(rectangle(100, 100), 20, (Cut(rectangle(50, 100), 10, 20),))
    assert solid.volume_mm3 == pytest.approx(150_000)
    # two blocks: 100 x 100 x 10 below, 50 x 100 x 10 on its right half
    assert solid.centroid == pytest.approx(((50 * 2 + 75) / 3, 50, (5 * 2 + 15) / 3))


@given(SHAPES, st.floats(-60, 60), st.floats(-60, 60))
def test_cuts_that_stand_apart_and_cuts_that_meet_measure_alike(cut: Outline, x: float, y: float) -> None:
    """Apart, closed forms are used; a cut given twice overlaps itself and is measured by its section."""
    moved = cut.moved(600 + x, 600 + y)
    once = Solid(rectangle(1200, 1200), 40, (Cut(moved, 0, 40),))
    twice = Solid(rectangle(1200, 1200), 40, (Cut(moved, 0, 40), Cut(moved, 0, 40)))
    assert once.volume_mm3 == pytest.approx(twice.volume_mm3, rel=1e-9)
    assert once.centroid == pytest.approx(twice.centroid, rel=1e-6)

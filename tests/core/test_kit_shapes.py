"""The kit's outlines and prisms: offsets, cuts, slopes, and what is left where edges are lost."""

from math import cos, hypot, pi, sin, sqrt

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ulbrek.core.kit.geometry.clip import CutLine, split
from ulbrek.core.kit.geometry.columns import moments_of_prism
from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.moments import moments_of_polygon
from ulbrek.core.kit.geometry.offset import inset
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.prism import EdgeCut, Fall, Prism
from ulbrek.core.kit.geometry.shapes import (
    Corner,
    by_offsets,
    circle,
    counter_clockwise,
    cut_back,
    disc,
    free_outline,
    half_disc,
    hull_of,
    l_shape,
    rectangle,
    regular,
    ring_sector,
    rounded_rectangle,
    slot,
    trapezoid,
    u_shape,
)
from ulbrek.core.kit.geometry.solid import Solid

SHAPES = {
    "rectangle": rectangle(900, 600),
    "disc": disc(420),
    "half disc": half_disc(420),
    "slot": slot(300, 80),
    "rounded": rounded_rectangle(450, 330, 25),
    "l": l_shape(1800, 1500, 600, 500, "back right"),
    "u": u_shape(1800, 900, 300, 400, 500),
    "hexagon": regular(6, 250),
    "sector": ring_sector(1300, 150, 0.3),
    "free": free_outline(
        [Corner(0, 0, bow=40), Corner(600, 0, radius=50), Corner(500, 400, chamfer=30), Corner(0, 300)]
    ),
}


@pytest.mark.parametrize("shape", SHAPES.values(), ids=SHAPES)
def test_moments_are_those_of_its_finely_chopped_polygon(shape: Outline) -> None:
    exact, chopped = shape.moments, moments_of_polygon(shape.polygon)
    assert exact.area == pytest.approx(shape.area_mm2, rel=1e-9)
    assert (exact.x / exact.area, exact.y / exact.area) == pytest.approx(tuple(shape.centroid), rel=1e-9, abs=1e-6)
    assert tuple(exact) == pytest.approx(tuple(chopped), rel=1e-3, abs=10)


@pytest.mark.parametrize("shape", SHAPES.values(), ids=SHAPES)
@settings(max_examples=30, derandomize=True)
@given(at=st.floats(0.02, 0.98), way=st.floats(0, pi))
def test_the_two_sides_of_a_cut_are_the_whole(shape: Outline, at: float, way: float) -> None:
    left, front, right, back = shape.box
    line = CutLine(Point(left + at * (right - left), front + at * (back - front)), Point(cos(way), sin(way)))
    one, other = split(shape, line)
    assert sum(part.area_mm2 for part in (*one, *other)) == pytest.approx(shape.area_mm2, rel=1e-6)
    for parts, sign in ((one, 1), (other, -1)):
        for part in parts:
            assert sign * line.side(part.centroid) > 0
    seams = [name for part in (*one, *other) for name in part.edge_names if name == "seam"]
    assert len(seams) % 2 == 0


def test_a_cut_through_a_corner_takes_it_to_one_side() -> None:
    one, other = split(rectangle(900, 600), CutLine(Point(0, 0), Point(900 / hypot(900, 600), 600 / hypot(900, 600))))
    assert [round(part.area_mm2) for part in (*one, *other)] == [270_000, 270_000]
    (all_of_it,), none = split(rectangle(900, 600), CutLine(Point(0, -5), Point(1, 0)))
    assert (all_of_it.area_mm2, none) == (540_000, [])


@pytest.mark.parametrize("shape", SHAPES.values(), ids=SHAPES)
def test_walked_the_other_way_it_is_turned_back(shape: Outline) -> None:
    vertices = shape.vertices
    backwards = Outline(tuple(
        Vertex(vertices[-i].x, vertices[-i].y, -vertices[-i - 1].bulge) for i in range(len(vertices))
    ))  # fmt: skip
    assert backwards.area_mm2 == pytest.approx(-shape.area_mm2)
    assert counter_clockwise(backwards).area_mm2 == pytest.approx(shape.area_mm2)


def test_a_corner_given_clockwise_keeps_the_bow_of_its_edge() -> None:
    ahead = free_outline([Corner(0, 0), Corner(600, 0, bow=40), Corner(600, 400), Corner(0, 400)])
    back = free_outline([Corner(0, 0), Corner(0, 400), Corner(600, 400, bow=40), Corner(600, 0)])
    assert back.area_mm2 == pytest.approx(ahead.area_mm2)


def test_a_corner_takes_no_more_of_its_edges_than_there_is() -> None:
    corners = [Corner(0, 0), Corner(100, 0, radius=80), Corner(100, 100, radius=80), Corner(0, 100)]
    assert cut_back(corners, 1, whole=True) == pytest.approx(80)
    assert cut_back(corners, 1) == 50  # half of the edge between the two
    assert free_outline(corners).polygon.is_valid


def test_regular_polygons_stand_on_a_flat_side() -> None:
    for sides in (3, 5, 6, 8):
        shape = regular(sides, 100)
        assert shape.box[:2] == pytest.approx((0, 0), abs=1e-9)
        flat = [edge for edge in shape.edges if abs(edge.start.y) < 1e-6 and abs(edge.end.y) < 1e-6]
        assert len(flat) == 1
        assert len(set(shape.edge_names)) == sides


def test_a_leaning_trapezoid_keeps_its_left_front_in_its_box() -> None:
    leaning = trapezoid(500, 400, 300, -200)
    assert leaning.box == pytest.approx((0, 0, 700, 300))
    assert leaning.area_mm2 == 450 * 300


def test_a_hull_goes_round_what_crosses_itself() -> None:
    bow_tie = Outline((Vertex(0, 0), Vertex(100, 80), Vertex(100, 0), Vertex(0, 80)))
    assert hull_of(bow_tie).area_mm2 == 8000
    assert hull_of(Outline((Vertex(0, 0), Vertex(1, 1)))).area_mm2 == 100  # a stand-in where there is nothing


@given(st.floats(0.1, 12))
def test_moved_in_and_out_again_it_is_the_same(by: float) -> None:
    for shape in (
        rounded_rectangle(450, 330, 25),
        disc(420),
        l_shape(1800, 1500, 600, 500, "back left"),
        regular(6, 200),
    ):
        moved = inset(shape, by)
        assert moved is not None
        again = inset(moved, -by)
        assert again is not None
        assert again.area_mm2 == pytest.approx(shape.area_mm2, rel=1e-9)


def test_an_arc_that_is_used_up_becomes_a_corner() -> None:
    moved = inset(rounded_rectangle(450, 330, 25), 40)
    assert moved is not None
    assert moved.area_mm2 == pytest.approx(370 * 250)
    assert len(moved.vertices) == 8  # so that rings still match
    assert inset(circle(80), 40) is None


def test_edges_move_each_by_its_own() -> None:
    moved = inset(rectangle(900, 600), [10, 0, 20, 5])
    assert moved is not None
    assert moved.box == pytest.approx((5, 10, 900, 580))


@pytest.mark.parametrize(("kind", "expected"), [("chamfer", [10, 5, 0]), ("round", [10, 10 * (1 - sqrt(0.75)), 0])])
def test_what_an_edge_loses_by_depth(kind: str, expected: list[float]) -> None:
    cut = EdgeCut(kind, "top", 8, 10)  # type: ignore[arg-type]
    assert [cut.inset_mm(depth) for depth in (0, 4, 8)] == pytest.approx(expected)
    assert cut.inset_mm(20) == 0


@pytest.mark.parametrize("shape", SHAPES.values(), ids=SHAPES)
def test_columns_under_a_slope_are_what_layers_give(shape: Outline) -> None:
    slope = Fall(12, 0.004, -0.003)
    solid = Solid(shape, 60, floor=slope)
    found, layers = moments_of_prism(solid.body), solid._by_layers()
    assert found is not None
    assert tuple(found) == pytest.approx(tuple(layers), rel=1e-3, abs=found.volume * 1e-4)  # chopped arcs
    assert found.volume == pytest.approx(layers.volume, rel=5e-6)


def test_a_slope_that_cuts_an_end_is_left_to_layers() -> None:
    wedge = Prism(rectangle(100, 100), 0, 20, floor=Fall(0, 0.4, 0))  # from 0 to 40 under a top of 20
    assert moments_of_prism(wedge) is None
    assert Solid(rectangle(100, 100), 20, floor=Fall(0, 0.4, 0)).volume_mm3 == pytest.approx(
        100 * 50 * 20 / 2, rel=1e-6
    )


def test_a_cut_that_reaches_a_slope_counts_what_is_there() -> None:
    hole = Prism(circle(40).moved(50, 50), 0, 30)
    solid = Solid(rectangle(100, 100), 30, (hole,), floor=Fall(0, 0.1, 0))
    assert solid.volume_mm3 == pytest.approx((100 * 100 - pi * 400) * 25, rel=1e-9)  # its mean thickness, its middle
    pocket = Prism(circle(40).moved(50, 50), 0, 8)  # from below, into the slope: it has 3 mm of it on the mean
    assert Solid(rectangle(100, 100), 30, (pocket,), floor=Fall(0, 0.1, 0)).volume_mm3 > 100 * 100 * 25 - pi * 400 * 8


def test_what_is_added_above_and_below_is_there_once() -> None:
    feet = tuple(Prism(circle(40).moved(x, 50), -15, 0) for x in (30, 70))
    solid = Solid(rectangle(100, 100), 30, adds=feet)
    assert solid.volume_mm3 == pytest.approx(300_000 + 2 * 15 * pi * 400, rel=1e-9)
    assert solid.heights[0] == -15
    crossing = (feet[0], Prism(circle(40).moved(50, 50), -15, 0))
    assert Solid(rectangle(100, 100), 30, adds=crossing).volume_mm3 < solid.volume_mm3


@pytest.mark.parametrize("line", ["back", "front"])
@pytest.mark.parametrize("radius", [600.0, 1500.0, 4000.0])
def test_readings_on_a_circle_give_that_circle(line: str, radius: float) -> None:
    """By Simpson's rule over the circle itself, which shares nothing with the arcs."""
    xs = np.array([0.0, 130.0, 310.0, 500.0, 720.0, 900.0])
    rise = lambda x: np.sqrt(radius**2 - (x - 450.0) ** 2) - radius + 600.0  # noqa: E731
    found = by_offsets(list(zip(xs, rise(xs), strict=True)), line, curved=True)
    fine = np.linspace(0, 900, 20001)
    assert found.area_mm2 == pytest.approx(np.trapezoid(rise(fine), fine), rel=1e-6)
    arcs = [edge for edge in found.edges if edge.is_arc]
    assert len(arcs) == len(xs) - 1
    assert all(edge.radius == pytest.approx(radius, rel=1e-6) for edge in arcs)
    straight = by_offsets(list(zip(xs, rise(xs), strict=True)), line, curved=False)
    assert not [edge for edge in straight.edges if edge.is_arc]
    assert straight.area_mm2 == pytest.approx(np.trapezoid(rise(xs), xs))

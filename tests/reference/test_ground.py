"""Ground: joints, falls, volumes, masses and setting out, against published figures and closed forms."""

from math import hypot
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Point, Polygon

from tests.core.ground_cases import pad
from ulbrek.core.ground import rules
from ulbrek.core.ground.result import GroundResult
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan

SHOP = Shop()
FOOT, INCH = 304.8, 25.4


def ground(job: Job) -> GroundResult:
    found = plan(job, SHOP).pieces[0].ground
    assert found is not None
    return found


def free(*corners: tuple[float, float], **plot: Any) -> Job:
    """A slab of any outline, its corners in millimetres."""
    document = pad(**plot).model_dump(mode="json")
    outline = {"kind": "free", "corners": [{"x": x, "y": y} for x, y in corners]}
    piece = document["pieces"][0] | {"outline": outline, "edges_shown": []}
    return Job.model_validate(document | {"pieces": [piece]})


# Source: ACI 302.1R and 360R, from memory: joints 24 to 36 times the thickness apart, a quarter deep, 1 in or more.
@pytest.mark.parametrize(
    ("thickness", "low", "high", "deep"),
    [(75, 1800, 2700, 25), (100, 2400, 3600, 25), (125, 3000, 4500, 31.25), (150, 3600, 5400, 37.5)],
)
def test_joints_are_as_far_apart_and_as_deep_as_the_table_says(
    thickness: float, low: float, high: float, deep: float
) -> None:
    assert low <= rules.joints_apart(thickness, 30) <= high
    assert rules.groove_depth(thickness, 25) == deep
    inches = thickness / 25  # the table's other half: feet are two to three times the inches
    assert 2 * inches * FOOT <= rules.joints_apart(inches * INCH, 30) <= 3 * inches * FOOT


def test_a_slab_of_three_by_four_metres_has_one_joint_across_its_longer_side() -> None:
    found = ground(pad(size=("4 m", "3 m"))).joints
    assert found is not None
    assert (found.columns, found.rows, found.from_left_mm) == (2, 1, (2000.0,))


@settings(max_examples=60, deadline=None)
@given(st.integers(300, 12_000), st.integers(300, 12_000), st.integers(75, 200))
def test_no_panel_is_longer_than_its_thickness_allows_nor_slimmer(length: int, width: int, thick: int) -> None:
    found = ground(pad(f"{thick} mm", (f"{length} mm", f"{width} mm"))).joints
    columns, rows = (found.columns, found.rows) if found else (1, 1)
    long, short = max(length / columns, width / rows), min(length / columns, width / rows)
    assert long <= 30 * thick + 0.1
    assert long <= 1.5 * short + 0.1 or long <= 24 * thick + 0.1


# Falls: 1:50, 1:60, 1:80 and the trade's inches a foot. Source: arithmetic; 2 % away from buildings is common practice.
@pytest.mark.parametrize(
    ("run_mm", "fall_mm_m", "drop_mm"),
    [(3000, 1000 / 50, 60), (3000, 1000 / 60, 50), (4000, 1000 / 80, 50), (10 * FOOT, 1000 / 48, 2.5 * INCH)],
)
def test_falls_drop_as_far_as_they_are_named_by(run_mm: float, fall_mm_m: float, drop_mm: float) -> None:
    assert rules.drop(run_mm, fall_mm_m, 0, 0) == pytest.approx(drop_mm)


# Twenty per cent is read two ways. Source: common practice.
def test_loose_stone_is_ordered_by_either_reading() -> None:
    tamped = rules.stone_tamped(3 * 4, 100)
    assert tamped == pytest.approx(1200)
    assert rules.stone_a_fifth_more(tamped, 0.2) == pytest.approx(1440)
    assert rules.stone_a_fifth_lost(tamped, 0.2) == pytest.approx(1500)


# Source: common practice: 1.6 to 1.8 t a loose cubic metre, 2.0 to 2.2 compacted.
def test_stone_weighs_loose_what_it_weighs_tamped() -> None:
    found = ground(pad(size=("4 m", "3 m"), overdig="0 mm")).sub_base
    assert found is not None
    assert found.mass.low == pytest.approx(1.44 * 1600)
    assert found.mass.high == pytest.approx(1.44 * 1800)
    a_cubic_metre = found.mass.value / (found.compacted.value / 1000)
    assert 2000 <= a_cubic_metre <= 2200


@settings(max_examples=60, deadline=None)
@given(
    length=st.integers(500, 9_000), width=st.integers(500, 9_000), wide=st.integers(0, 400),
    house=st.sampled_from([None, "back", "left", "front", "right"]),
)  # fmt: skip
def test_the_hole_is_wider_at_each_free_side(length: int, width: int, wide: int, house: str | None) -> None:
    plot = {"house": house, "isolated": [house]} if house else {}
    found = ground(pad(size=(f"{length} mm", f"{width} mm"), overdig=f"{wide} mm", **plot)).dig
    assert found is not None
    across = (length + wide * (1 if house in ("left", "right") else 2)) / 1000
    deep = (width + wide * (1 if house in ("front", "back") else 2)) / 1000
    assert found.area_m2 == pytest.approx(across * deep, abs=2e-4)
    assert found.volume.value == pytest.approx(across * deep * (100 + 100 - 25), rel=1e-3)


CORNERS = st.tuples(st.integers(1200, 4000), st.integers(800, 3000), st.integers(-500, 500), st.integers(-300, 300))
WAY = {"front": (0, -1), "back": (0, 1), "left": (-1, 0), "right": (1, 0)}


@settings(max_examples=60, deadline=None)
@given(
    size=CORNERS, to=st.sampled_from(list(WAY)), fall=st.floats(0.5, 60), cross=st.floats(0.5, 60),
    across=st.booleans(), high=st.integers(0, 400),
)  # fmt: skip
def test_corners_lie_in_one_plane_that_slopes_as_it_was_told(
    size: tuple[int, int, int, int], to: str, fall: float, cross: float, across: bool, high: int
) -> None:
    length, width, x, y = size
    other = "left" if to in ("front", "back") else "back"
    plot = {"falls_to": to, "fall_mm_m": fall, "below": f"{high} mm"}
    plot |= {"cross_to": other, "cross_mm_m": cross} if across else {}
    found = ground(free((0, 0), (length, 0), (length + x, width + y), (0, width), **plot)).corners
    points = np.array([(one.x_mm, one.y_mm, 1.0) for one in found])
    below = np.array([one.below.value for one in found])
    (dx, dy, _), residual, *_ = np.linalg.lstsq(points, below, rcond=None)
    slope = np.array(WAY[to]) * fall + np.array(WAY[other]) * (cross if across else 0.0)
    assert np.allclose([dx, dy], slope / 1000, atol=1e-6)
    assert residual.size == 0 or residual[0] < 1e-6
    left, front, right, back = Polygon(points[:, :2]).bounds
    box = np.array([(a, b, 1.0) for a in (left, right) for b in (front, back)])
    highest = (box @ np.linalg.lstsq(points, below, rcond=None)[0]).min()
    assert highest == pytest.approx(high, abs=1e-3)  # the box round it touches the high side


@settings(max_examples=40, deadline=None)
@given(CORNERS)
def test_two_tapes_find_each_corner_again(size: tuple[int, int, int, int]) -> None:
    length, width, x, y = size
    found = ground(free((0, 0), (length, 0), (length + x, width + y), (0, width)))
    at = {one.name: (one.x_mm, one.y_mm) for one in found.corners}
    ends: dict[str, list[tuple[str, float]]] = {}
    for one in found.tapes:
        ends.setdefault(one.b, []).append((one.a, one.reads.value))
    if found.tapes and len(found.tapes) == 2 and {one.a for one in found.tapes} == {"A", "B"}:
        return  # a rectangle after all: its diagonals
    for corner, ((a, from_a), (b, from_b)) in ends.items():
        here = Point(at[a]).buffer(from_a, 256).exterior.intersection(Point(at[b]).buffer(from_b, 256).exterior)
        assert here.distance(Point(at[corner])) < 2.0


def test_three_four_five_is_a_right_angle_on_either_tape() -> None:
    metric, feet = ground(pad(size=("4 m", "3 m"))).right_angle
    assert (metric.three_mm, metric.four_mm, metric.five_mm) == (3000, 4000, 5000)
    assert (feet.three_mm / FOOT, feet.four_mm / FOOT, feet.five_mm / FOOT) == pytest.approx((9, 12, 15))


@settings(max_examples=40, deadline=None)
@given(st.integers(800, 3000), st.floats(0.05, 0.99))
def test_offsets_lie_on_the_circle(chord: int, bulge: float) -> None:
    rise = round(bulge * chord / 2, 1)
    corners = [{"x": 3000, "y": 3000, "bow": rise}, {"x": 3000 + chord, "y": 3000}, {"x": 3000 + chord, "y": 4500},
               {"x": 3000, "y": 4500}]  # fmt: skip
    document = pad().model_dump(mode="json")
    piece = document["pieces"][0] | {"outline": {"kind": "free", "corners": corners}, "edges_shown": []}
    (curve,) = ground(Job.model_validate(document | {"pieces": [piece]})).curves
    assert curve.rise.value == pytest.approx(rise, abs=0.05)
    # The circle through the two ends and the middle of the arc, by three equations.
    points = np.array([(0.0, 0.0), (chord, 0.0), (chord / 2, rise)])
    cx, cy, rest = np.linalg.solve(np.column_stack([2 * points, np.ones(3)]), (points**2).sum(axis=1))
    radius = np.sqrt(rest + cx**2 + cy**2)
    assert curve.radius_mm == pytest.approx(radius, abs=0.1)
    assert len(curve.offsets) >= chord / 300 - 1
    for one in curve.offsets:
        assert hypot(one.along_mm - cx, one.off_mm - cy) == pytest.approx(radius, abs=0.3)
        assert one.off_mm > 0

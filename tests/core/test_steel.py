"""Where the steel lies: inside its edges, clear of the openings, through the narrow strips."""

from itertools import pairwise
from random import Random
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon, box

from tests.core.steel_cases import MESH, by_hand, front, own, vessel
from tests.jobs import demo_job, feature, free, hole, opening, shaped, top
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.steel import Mesh
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.core.steel.cutlist import mesh_parts
from ulbrek.core.steel.inputs import SteelInputs

SHOP = Shop()


def planned(*features: dict[str, Any], **changed: Any) -> Plan:
    return plan(top(*features, **changed), SHOP)


@given(x=st.integers(250, 650), y=st.integers(190, 410), tap=st.integers(50, 850), edge=st.integers(10, 60))
def test_steel_keeps_to_its_edges_and_clear_of_the_openings(x: int, y: int, tap: int, edge: int) -> None:
    job = planned(
        opening(x={"offset": f"{x} mm"}, y={"offset": f"{y} mm"}),
        hole(f"{tap} mm", "560 mm"),
        steel={"edge_distance": f"{edge} mm"},
    )
    piece = job.pieces[0]
    steel = piece.steel
    assert steel.mesh is not None
    wires = [LineString([(w.x1, w.y1), (w.x2, w.y2)]) for w in steel.mesh.wires]
    bars = [LineString([(b.line.x1, b.line.y1), (b.line.x2, b.line.y2)]) for b in steel.bars]
    assert all(box(edge, edge, 900 - edge, 600 - edge).buffer(1e-6).contains(wire) for wire in wires)
    least = min(edge, 20)  # in a narrow strip a bar lies in the middle
    assert all(box(least, least, 900 - least, 600 - least).buffer(1e-6).contains(bar) for bar in bars)
    lines = [*wires, *bars]
    for found in piece.measure.features:
        gap = box(
            found.x_mm - found.length_mm / 2,
            found.y_mm - found.width_mm / 2,
            found.x_mm + found.length_mm / 2,
            found.y_mm + found.width_mm / 2,
        )
        assert not [line for line in lines if line.intersects(gap)]


def test_a_bar_runs_full_length_on_both_sides_of_a_sink() -> None:
    bars = {bar.key: bar for bar in planned(opening(y={"to": "edge", "offset": "70 mm"})).pieces[0].steel.bars}
    assert set(bars) == {"Sink.front", "Sink.back"}
    assert bars["Sink.front"].line.y1 == 35  # the middle of a narrow strip
    assert bars["Sink.back"].line.y1 == 400 + 50  # beside the opening where there is room
    assert {bar.length.value for bar in bars.values()} == {850}


def test_narrow_strips_at_the_ends_carry_one_too_and_then_the_bars_cross() -> None:
    narrow = opening(x={"to": "edge", "offset": "80 mm"}, length="740 mm")
    steel = planned(narrow).pieces[0].steel
    assert {bar.key for bar in steel.bars} == {"Sink.front", "Sink.back", "Sink.left", "Sink.right"}
    assert steel.stack is not None
    assert steel.stack.layers == (2.5, 2.5, 6, 6)


@given(x=st.integers(150, 1500), y=st.integers(130, 400), long=st.integers(200, 500), wide=st.integers(150, 330))
def test_a_framed_opening_has_a_bar_on_each_side_past_its_corners(x: int, y: int, long: int, wide: int) -> None:
    sink = opening(length=f"{long} mm", width=f"{wide} mm") | {
        "x": {"offset": f"{x} mm", "to": "edge"}, "y": {"offset": f"{y} mm", "to": "edge"},
    }  # fmt: skip
    job = top(sink, piece={"outline": {"length": "2400 mm", "width": "900 mm"}, "thickness": "60 mm"},
              steel={"at_openings": "framed"})  # fmt: skip
    bars = {bar.key: bar.line for bar in plan(job, SHOP).pieces[0].steel.bars}
    # Each bar lies beside the opening and reaches 300 mm past both its corners, or to the edge distance.
    for side, beside in {"front": y, "back": 900 - y - wide, "left": x, "right": 2400 - x - long}.items():
        line = bars[f"Sink.{side}"]
        level = side in ("front", "back")
        low, high = (line.x1, line.x2) if level else (line.y1, line.y2)
        start, run, most = (x, long, 2400) if level else (y, wide, 900)
        if beside >= 100:
            assert low == pytest.approx(max(25, start - 300), abs=0.01)
            assert high == pytest.approx(min(most - 25, start + run + 300), abs=0.01)
        at = line.y1 if level else line.x1
        edge = {"front": y, "back": y + wide, "left": x, "right": x + long}[side]
        assert abs(at - edge) == pytest.approx(50 if beside >= 100 else beside / 2, abs=0.01)


def test_a_tap_hole_asks_for_no_bar_and_none_runs_through_it() -> None:
    assert planned(hole("450 mm", "300 mm")).pieces[0].steel.bars == ()
    beside = planned(opening(), hole("450 mm", "515 mm")).pieces[0].steel  # the back bar would lie at 515
    assert {bar.key for bar in beside.bars} == {"Sink.front"}


def test_schools() -> None:
    for school, meshed, barred in (("mesh", True, False), ("fibre only", False, False), ("none", False, False)):
        steel = planned(opening(), steel={"school": school}).pieces[0].steel
        assert (steel.mesh is not None, bool(steel.bars), steel.stack is not None) == (meshed, barred, meshed)


def test_bars_are_cut_for_every_casting() -> None:
    once, three = planned(opening()).steel_cutting, planned(opening(), piece={"count": 8}).steel_cutting
    assert [len(bar.parts) for bar in once.bars] == [2]
    assert sum(len(bar.parts) for bar in three.bars) == 16
    assert three.bar_count.value == 3  # seven of 850 mm from each of 6 m
    assert three.mesh_sheets.value > once.mesh_sheets.value


def test_the_demo_top_has_steel_that_fits() -> None:
    steel = plan(demo_job(1), SHOP).pieces[0].steel
    assert steel.stack is not None
    assert steel.stack.cover_show.value + steel.stack.height.value + steel.stack.cover_back.value == 38.1


L_SHAPE = {
    "kind": "l", "length": "2000 mm", "width": "1500 mm", "along": "600 mm", "across": "500 mm", "meet": "front left",
}  # fmt: skip


@given(
    x=st.integers(300, 1700), y=st.integers(280, 320), edge=st.integers(15, 60), spacing=st.integers(60, 300),
    school=st.sampled_from(["mesh and bars", "grid of bars"]),
    moved=st.lists(st.tuples(st.sampled_from(["front", "back", "left", "right"]), st.integers(0, 1400)), max_size=3),
)  # fmt: skip
@settings(max_examples=40)
def test_bars_stay_in_the_concrete_of_any_outline(
    x: int, y: int, edge: int, spacing: int, school: str, moved: list[tuple[str, int]]
) -> None:
    hand = [
        {"piece": "top", "bar": f"own {number}", "side": side, "offset": f"{at} mm"}
        for number, (side, at) in enumerate(moved)
    ]
    steel = {"school": school, "edge_distance": f"{edge} mm", "spacing": f"{spacing} mm", "by_hand": hand}
    sink = opening(x={"offset": f"{x} mm"}, y={"offset": f"{y} mm"}, length="300 mm", width="250 mm")
    piece = plan(shaped(L_SHAPE, sink).model_copy(update={"steel": SteelInputs.model_validate(steel)}), SHOP).pieces[0]
    outline = Polygon(list(zip(piece.measure.path[::3], piece.measure.path[1::3], strict=True)))
    gap = box(x - 150, y - 125, x + 150, y + 125)
    laid = [bar for bar in piece.steel.bars if bar.by_hand is None]
    for bar in piece.steel.bars:
        line = LineString([(bar.line.x1, bar.line.y1), (bar.line.x2, bar.line.y2)])
        assert outline.buffer(1e-6).contains(line)
        assert not line.intersects(gap.buffer(-1e-6))
        assert bar.length.value == pytest.approx(line.length)
    lines = [LineString([(bar.line.x1, bar.line.y1), (bar.line.x2, bar.line.y2)]) for bar in laid]
    assert all(outline.exterior.distance(line) >= min(edge, 20) - 1e-6 for line in lines)
    if school == "grid of bars":
        level = sorted({bar.line.y1 for bar in laid if bar.key.startswith("along")})
        assert max(b - a for a, b in pairwise(level)) <= 3 * spacing + 1e-6  # two give way to a bar beside the sink


def test_a_bar_lies_aslant_at_an_inner_corner() -> None:
    steel = plan(shaped(L_SHAPE), SHOP).pieces[0].steel
    (bar,) = [bar for bar in steel.bars if bar.key.startswith("corner")]
    assert abs(bar.line.x2 - bar.line.x1) == pytest.approx(abs(bar.line.y2 - bar.line.y1))
    assert 300 <= bar.length.value <= 600
    assert not bar.moves


def test_a_moved_bar_keeps_its_distance_and_goes_round_openings() -> None:
    grown = by_hand(front("40 mm"), piece={"outline": {"length": "1000 mm", "width": "700 mm"}})
    bars = {bar.key: bar for bar in plan(grown, SHOP).pieces[0].steel.bars}
    assert (bars["Sink.front"].line.y1, bars["Sink.front"].by_hand) == (40, 0)
    deep = {"outline": {"length": "900 mm", "width": "700 mm"}}
    across = plan(by_hand(own(1, "450 mm"), piece=deep), SHOP).pieces[0].steel.bars
    (bar,) = [bar for bar in across if bar.key == "own 1"]
    assert (bar.line.y1, bar.line.y2) == (465 + 25, 700 - 25), "the sink is in the way: the longer part beside it"
    out = plan(by_hand({"bar": "Sink.front"}), SHOP).pieces[0].steel
    assert [bar.key for bar in out.bars] == ["Sink.back"]


@given(
    width=st.integers(120, 600), height=st.integers(120, 500), lean=st.integers(0, 60), depth=st.integers(60, 500),
    spacing=st.integers(60, 300),
)  # fmt: skip
@settings(max_examples=40)
def test_a_cage_in_a_profile_keeps_its_cover(width: int, height: int, lean: int, depth: int, spacing: int) -> None:
    corners = ((0, 0), (width, 0), (width + lean, height), (lean, height))
    job = shaped(free(*corners), thickness=f"{depth} mm", drawn="from the side")
    job = job.model_copy(update={"steel": SteelInputs.model_validate({"spacing": f"{spacing} mm"})})
    cage = plan(job, SHOP).pieces[0].steel.cage
    assert cage is not None
    outline = Polygon(corners)
    profile = cage.views[0]
    link = LineString(list(zip(profile.paths[0][::2], profile.paths[0][1::2], strict=True)))
    assert outline.exterior.distance(link) >= 20 + 3 - 0.3  # cover, and half of the bar
    assert outline.contains(link)
    assert all(outline.exterior.distance(Point(dot.x, dot.y)) >= 20 + 6 + 3 - 0.5 for dot in profile.dots)
    assert bool(cage.long) == (depth >= 100)
    planes = cage.bent[0].count
    assert planes == 1 if depth < 100 else (depth - 2 * 23) / (planes - 1) <= spacing + 1e-6


def test_a_vessel_has_rings_and_bars_through_its_floor() -> None:
    cage = plan(vessel(60), SHOP).pieces[0].steel.cage
    assert cage is not None
    ring, along, across = cage.bent
    assert ring.closed and not along.closed
    # Up a wall, through the floor and up the other: in the middle of walls of 60 mm and a floor of 80.
    assert along.length.value == pytest.approx(2 * (300 - 20 - 3 - 40 + 3) + 600 - 60 - 2 * (30 - 15 * 3.14159265 / 2))
    assert cage.cover.value == (60 - 12) / 2
    assert along.count >= 2 and across.count >= 2


def test_bars_longer_than_stock_are_laid_in_parts_that_lap() -> None:
    steel = planned(opening(), piece={"outline": {"length": "7000 mm", "width": "600 mm"}}).steel_cutting
    parts = [part.length_mm for bar in steel.bars for part in bar.parts if "part" in part.key]
    assert len(parts) == 4
    lap = 1.3 * 420 / (2.1 * 24**0.5) * 6
    assert parts[0] == pytest.approx((6950 + max(300, lap)) / 2)


def test_the_steel_lies_at_the_height_that_was_typed() -> None:
    low = planned(steel={"school": "mesh", "height": "13 mm"}).pieces[0].steel.stack
    assert low is not None
    assert (low.under.value, low.cover_show.value, low.cover_back.value) == (13, 13, 40 - 13 - 5)
    up = planned(steel={"school": "mesh", "height": "13 mm"}, piece={"cast": "face up"}).pieces[0].steel.stack
    assert up is not None
    assert (up.cover_show.value, up.cover_back.value) == (22, 13)
    ground = planned(steel={"school": "mesh"}, piece={"grind": "3 mm"}).pieces[0].steel.stack
    assert ground is not None
    assert ground.cover_show.value == ground.cover_back.value - 3


@pytest.mark.parametrize("seed", range(8))
def test_the_mesh_that_is_bought_covers_its_panels(seed: int) -> None:
    """Every part is no larger than a sheet, and with the laps between them the parts make the panel."""
    random = Random(seed)  # noqa: S311
    for _ in range(40):
        mesh = Mesh(id="m", name="m", wire_mm=3, spacing_mm=random.choice([50, 100, 150]))
        length, width = random.uniform(200, 9000), random.uniform(200, 4000)
        parts = mesh_parts(length, width, mesh)
        lap = mesh.spacing_mm + 50
        (a, b) = parts[0]
        assert max(a, b) <= 2400 + 1e-6
        assert min(a, b) <= 1200 + 1e-6
        along, across = round((length - lap) / (a - lap)), round((width - lap) / (b - lap))
        assert along * across == len(parts)
        assert along * a - (along - 1) * lap == pytest.approx(length)
        assert across * b - (across - 1) * lap == pytest.approx(width)


def test_a_large_slab_is_not_covered_by_two_sheets() -> None:
    slab = top(piece={"outline": {"length": "4600 mm", "width": "3000 mm"}, "thickness": "100 mm"}, steel=MESH)
    sheets = plan(slab, SHOP).steel_cutting.mesh_sheets.value
    assert sheets >= 4550 * 2950 / (2400 * 1200)


@pytest.mark.parametrize("seed", range(6))
def test_bars_that_are_laid_leave_the_mix_its_way(seed: int) -> None:
    """Over random openings, no two bars that the plan lays are too close, whichever the bar."""
    random = Random(seed)  # noqa: S311
    for _ in range(6):
        first, gap = random.uniform(250, 400), random.uniform(60, 190)
        openings = [
            opening(id=f"o{n}", name=f"Opening {n}", x={"offset": f"{x} mm"}, y={"offset": "300 mm"}, length="300 mm")
            for n, x in enumerate((first, first + 300 + gap))
        ]
        job = top(*openings, piece={"outline": {"length": "1400 mm", "width": "600 mm"}}, steel={"bar": "10"})
        assert "bars-too-close" not in {one.finding.code for one in plan(job, SHOP).findings}


def test_a_sleeve_asks_for_no_bar_and_a_long_seat_has_two() -> None:
    disc = {"outline": {"kind": "disc", "diameter": "450 mm"}, "thickness": "60 mm"}
    weight = top(feature("sleeve", "225 mm", "225 mm", diameter="70 mm", wall="3 mm"), piece=disc)
    assert plan(weight, SHOP).pieces[0].steel.bars == ()
    seat = top(piece={"outline": {"length": "1500 mm", "width": "400 mm"}, "thickness": "70 mm"})
    assert [bar.key for bar in plan(seat, SHOP).pieces[0].steel.bars] == ["side.front", "side.back"]


def test_steel_lies_in_the_middle_of_the_thin_end() -> None:
    """A top of 60 that thins to 30 has 12.5 over and under 5 of mesh there, and 30 more under it at the thick end."""
    tapered = top(piece={"thickness": "60 mm", "taper": {"thickness": "30 mm", "face": "underside"}}, steel=MESH)
    stack = plan(tapered, SHOP).pieces[0].steel.stack
    assert stack is not None
    assert (stack.cover_show.value, stack.cover_back.value) == (12.5, 12.5)


def test_an_underside_recess_outdoors_is_heard() -> None:
    """76 mm with 5 of mesh leave 35.5 on both sides: enough for 32 of a precast piece, not under a recess of 9."""
    tray = feature("recess", length="200 mm", width="150 mm", corner_radius="12 mm", depth="9 mm", face="underside")
    steel = {"school": "mesh", "exposure": "outdoors"}
    plain, sunk = (planned(*features, piece={"thickness": "76 mm"}, steel=steel) for features in ((), (tray,)))
    codes = lambda job: {(f.finding.code, f.finding.severity) for f in job.findings if f.station == "steel"}  # noqa: E731
    assert codes(plain) == set()
    assert ("too-little-cover", "caution") in codes(sunk)


def test_a_bullnose_takes_nothing_from_a_bar_at_mid_depth() -> None:
    """A bar at mid-depth lies as near a bullnose as it lies to its outermost line: 14 mm did, where 40 were asked."""
    made = {"edge_profiles": [{"edge": "back", "profile": "full bullnose", "made": "in the mould"}]}
    near = {"bar": "own 1", "side": "back", "offset": "17 mm"}  # 14 mm beside a bar of 6
    codes = {one.finding.code for one in plan(by_hand(near, piece=made), SHOP).findings}
    assert "bar-near-edge" not in codes

"""Where the steel lies: inside its edges, clear of the openings, through the narrow strips."""

from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString, box

from tests.jobs import demo_job, hole, opening, top
from ulbrek.core.plan import Plan, plan
from ulbrek.core.shop import Shop

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
    for feature in piece.measure.features:
        gap = box(
            feature.x_mm - feature.length_mm / 2,
            feature.y_mm - feature.width_mm / 2,
            feature.x_mm + feature.length_mm / 2,
            feature.y_mm + feature.width_mm / 2,
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

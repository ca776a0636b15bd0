"""Ground: corners, water, joints and tasks of slabs of every outline, and jobs from before it."""

import json
from datetime import timedelta
from math import ceil
from typing import Any

import pytest
from shapely import LineString, Polygon

from tests.core.ground_cases import field, pad
from tests.jobs import top_document
from ulbrek.core.cure.calendar import is_quiet
from ulbrek.core.ground.result import GroundResult
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.briefs.pour import pour_brief
from ulbrek.core.plan.plan import plan
from ulbrek.core.pour.station import run_sheet

SHOP = Shop()


def ground(job: Job) -> GroundResult:
    found = plan(job, SHOP).pieces[0].ground
    assert found is not None
    return found


def shaped(outline: dict[str, Any], *features: dict[str, Any], **plot: Any) -> Job:
    document = json.loads(pad(**plot).model_dump_json())
    piece = document["pieces"][0] | {"outline": outline, "edges_shown": [], "features": list(features)}
    return Job.model_validate(document | {"pieces": [piece]})


ELL = {"kind": "free", "corners": [
    {"x": x, "y": y} for x, y in ((0, 0), (4000, 0), (4000, 1500), (2000, 1500), (2000, 3000), (0, 3000))
]}  # fmt: skip


def test_only_what_stays_has_a_ground_and_it_is_cast_face_up() -> None:
    at_the_bench = plan(Job.model_validate(top_document()), SHOP)
    assert at_the_bench.pieces[0].ground is None
    staying = Job.model_validate(top_document(piece={"stays": "on the ground", "cast": "face down"}))
    assert staying.pieces[0].cast == "face up"
    planned = plan(staying, SHOP)
    assert planned.pieces[0].handling.stays
    assert planned.pieces[0].form.on_ground
    assert not [one for one in planned.findings if one.station == "move"]


def test_a_job_from_before_ground_is_read_as_it_was_meant() -> None:
    stood = {
        "handling": {"standing": {"top": {"use": "pad or step on the ground"}}},
        "steel": {"exposure": "on the ground"},
    }
    up = Job.model_validate(top_document(piece={"cast": "face up"}, **stood))
    assert up.pieces[0].stays == "on the ground"
    down = Job.model_validate(top_document(piece={"cast": "face down"}, **stood))
    said = Job.model_validate(top_document(piece={"cast": "face up", "stays": None}, **stood))
    assert (down.pieces[0].stays, said.pieces[0].stays) == (None, None)


def test_corners_are_named_clockwise_from_the_back_left_and_read_against_the_plan() -> None:
    found = ground(pad(readings=[{"at": "C", "below": "46 mm"}, {"at": "A", "below": "1 mm"}]))
    at = {one.name: one for one in found.corners}
    assert [(one.name, one.x_mm, one.y_mm) for one in found.corners] == [
        ("A", 0, 2000), ("B", 3000, 2000), ("C", 3000, 0), ("D", 0, 0),
    ]  # fmt: skip
    assert (at["C"].raise_mm, at["C"].off) == (pytest.approx(6), True)
    assert (at["A"].off, at["B"].raise_mm) == (False, None)


@pytest.mark.parametrize("to", ["front", "back", "left", "right"])
def test_water_runs_from_high_to_low_and_stays_on_the_slab(to: str) -> None:
    job = shaped(ELL, falls_to=to, cross_to="left" if to in ("front", "back") else "front")
    found = ground(job)
    slab = Polygon([(one.x_mm, one.y_mm) for one in found.corners])
    assert found.water
    for way in found.water:
        line = LineString([(way.x1, way.y1), (way.x2, way.y2)])
        assert slab.buffer(1).contains(line)
        assert way.drop_mm > 0
    assert set(found.low) == {to, "left" if to in ("front", "back") else "front"}


def test_a_corner_that_turns_in_has_a_joint_going_out_from_it() -> None:
    found = ground(shaped(ELL))
    inner = Polygon([(1998, 1498), (2002, 1498), (2002, 1502), (1998, 1502)])
    assert found.joints is not None
    assert any(LineString([(one.x1, one.y1), (one.x2, one.y2)]).intersects(inner) for one in found.joints.lines)


def test_joints_of_an_old_slab_come_through() -> None:
    found = ground(pad("40 mm", under="old slab, bonded", old_joints=["1200 mm"], size=("2 m", "1 m")))
    assert found.joints is not None
    assert 1200.0 in found.joints.from_left_mm
    assert (found.dig, found.sub_base) == (None, None)
    assert found.bonding is not None
    assert [one.kind for one in found.tasks][:3] == ["mark", "clean", "bond"]
    apart = ground(pad("80 mm", under="old slab, apart"))
    assert apart.bonding is None
    assert "part" in [one.kind for one in apart.tasks]


def test_what_goes_through_a_slab_is_isolated_and_joints_stop_at_it() -> None:
    post = {
        "kind": "opening", "id": "post", "name": "Post", "x": {"offset": "1500 mm"}, "y": {"offset": "1000 mm"},
        "length": "200 mm", "width": "200 mm", "corner_radius": "0 mm",
    }  # fmt: skip
    found = ground(shaped({"length": "3 m", "width": "2 m"}, post, columns=2, rows=1, isolated=["back"]))
    assert found.isolation is not None
    assert found.isolation.value == pytest.approx(3.0 + 0.8)
    assert found.joints is not None
    assert len(found.joints.lines) == 2


def test_figures_are_of_all_castings_of_a_piece() -> None:
    one, six = (ground(shaped({"length": "600 mm", "width": "600 mm"}) if count == 1 else _six()) for count in (1, 6))
    assert one.dig is not None
    assert six.dig is not None
    assert six.dig.volume.value == pytest.approx(6 * one.dig.volume.value)
    assert six.sub_base is not None
    assert one.sub_base is not None
    assert six.sub_base.loose.value == pytest.approx(6 * one.sub_base.loose.value)


def _six() -> Job:
    document = json.loads(shaped({"length": "600 mm", "width": "600 mm"}).model_dump_json())
    return Job.model_validate(document | {"pieces": [document["pieces"][0] | {"count": 6}]})


def test_a_top_that_slopes_by_its_own_drawing_has_level_boards() -> None:
    document = json.loads(pad(fall_mm_m=150).model_dump_json())
    taper = {"towards": "front", "thickness": "80 mm", "face": "top"}
    job = Job.model_validate(document | {"pieces": [document["pieces"][0] | {"taper": taper}]})
    found = ground(job)
    assert found.drop.value == 0
    assert not [one for one in found.findings if one.code.startswith("fall")]


def test_a_slab_is_edged_and_broomed_and_then_walked_barrowed_and_driven_on() -> None:
    document = json.loads(pad().model_dump_json()) | {"finish": {"look": "textured", "arrises": False}}
    job = Job.model_validate(document)
    planned = plan(job, SHOP)
    acts = {act.id: act for act in planned.cure.acts}
    order = ["bleed", "float", "edge", "broom", "cover", "strip", "walk", "barrow", "install", "load"]
    assert [acts[one].due_h for one in order] == sorted(acts[one].due_h for one in order)
    assert "trowel" not in acts
    assert "Backfill" in acts["strip"].test
    assert acts["install"].name == "Drive on it"
    # Common practice for an ordinary mix at 20 °C: walked on after a day, barrows after three, cars after seven.
    assert 15 <= acts["walk"].due_h <= 36
    assert 48 <= acts["barrow"].due_h <= 96
    assert 5 * 24 <= acts["install"].due_h <= 10 * 24
    done = [step.act for fill in run_sheet(pour_brief(job, planned)).fills for step in fill.finish]
    assert done == ["bleed", "float", "edge", "broom", "cover"]
    ready = {step.id: step.title for step in run_sheet(pour_brief(job, planned)).ready}
    assert "height" in ready["ready/level/top"]
    assert "ground" in ready["ready/form/top"]
    plain = Job.model_validate(document | {"finish": {"look": "as cast"}})
    smooth = [step.act for fill in run_sheet(pour_brief(plain, plan(plain, SHOP))).fills for step in fill.finish]
    assert smooth == ["bleed", "float", "edge", "trowel", "cover"]


@pytest.mark.parametrize(("rows", "gap", "margin"), [(1, 50, 0), (2, 50, 0), (3, 40, 25)])
def test_a_field_is_dug_as_a_whole_and_its_channels_are_filled(rows: int, gap: int, margin: int) -> None:
    in_row = 3
    run = 3 * 900 + 2 * gap + 2 * margin
    laid = {"run": f"{run} mm", "gap": f"{gap} mm", "end_gap": f"{margin} mm", "rows": rows, "row_gap": f"{gap} mm"}
    found = ground(field(count=in_row * rows, deep=None, **laid, row_end=f"{margin} mm"))
    deep = rows * 600 + (rows - 1) * gap + 2 * margin
    assert (found.length_mm, found.width_mm) == (run, deep)
    assert len(found.sections) == in_row * rows
    assert found.channels is not None
    litres = (run * deep - in_row * rows * 900 * 600) * 90 / 1e6
    assert found.channels.stone.value == pytest.approx(litres, rel=1e-3)
    assert found.channels.bags.value == ceil(litres * 1.55 / 25 - 1e-3)
    slabs = [Polygon(list(zip(one[0::3], one[1::3], strict=True))) for one in found.sections]
    assert sum(one.area for one in slabs) == pytest.approx(in_row * rows * 900 * 600)
    assert all(one.intersection(other).area < 1 for at, one in enumerate(slabs) for other in slabs[:at])
    assert max(one.bounds[2] for one in slabs) == pytest.approx(run - margin)
    assert max(one.bounds[3] for one in slabs) == pytest.approx(deep - margin)
    assert found.joints is None
    assert "channels" in [one.kind for one in found.tasks]


@pytest.mark.parametrize("width", ["60 mm", "150 mm"])
def test_the_slimmest_slab_has_no_more_joints_than_can_be_made(width: str) -> None:
    found = ground(pad(size=("12 m", width))).joints
    assert found is not None
    assert found.columns == 12_000 / 300


def test_a_section_falls_as_far_as_its_corners_lie_apart() -> None:
    found = ground(pad(size=("3 m", "2 m"), falls_to="left", fall_mm_m=15, cross_to="front"))
    below = {one.name: one.below.value for one in found.corners}
    assert found.section_drop_mm == pytest.approx(below["A"] - below["B"]) == pytest.approx(45)
    assert found.drop.value == pytest.approx(max(below.values()) - min(below.values()))


def test_a_profile_that_runs_out_to_nothing_can_lie_on_the_ground() -> None:
    wedge = {"kind": "free", "corners": [{"x": 0, "y": 0}, {"x": 900, "y": 0}, {"x": 900, "y": 120}]}
    document = json.loads(pad().model_dump_json())
    piece = document["pieces"][0] | {"outline": wedge, "edges_shown": [], "drawn": "from the side"}
    assert ground(Job.model_validate(document | {"pieces": [piece]})).corners


def test_a_stamped_slab_says_its_mats_powder_and_order_and_a_plain_one_its_barrows() -> None:
    document = json.loads(pad(texture="stamp mats", mat="500 mm").model_dump_json())
    stamped = ground(Job.model_validate(document | {"finish": {"look": "textured"}}))
    assert stamped.mats is not None
    assert stamped.mats.value == 5  # four across 2 m, and one to stand on
    assert stamped.powder is not None
    assert stamped.powder.low == pytest.approx(6 * 0.15)
    assert "lifts nothing" in next(one.how for one in stamped.tasks if one.kind == "face")
    plain = ground(Job.model_validate(document | {"finish": {"look": "sponged"}}))
    assert plain.mats is None
    assert "next morning" in next(one.how for one in plain.tasks if one.kind == "face")
    assert plain.concrete is not None
    assert plain.concrete.value == 10  # 600 l
    thick = ground(pad("150 mm"))
    assert "two lifts" in next(one.how for one in thick.tasks if one.kind == "place")


@pytest.mark.parametrize(("made", "low", "high"), [("early saw", 1, 4), ("wet saw", 6, 18)])
def test_joints_are_sawn_in_their_window_when_somebody_is_there(made: str, low: float, high: float) -> None:
    job = pad(joints=made, columns=2)
    plain = next(act for act in plan(job, SHOP).cure.acts if act.id == made)
    set_h = 0.0 if made == "wet saw" else next(
        act.hours.inputs["done_h"].value for act in plan(job, SHOP).cure.acts if act.id == made
    )  # fmt: skip
    # Common practice at 20 °C: an early saw 1 to 4 h after final set, a wet one 6 to 18 h after the water.
    assert plain.hours.low == pytest.approx(low + set_h, rel=0.3)
    assert plain.hours.high == pytest.approx(high + set_h, rel=0.3)
    at_night = 0
    for hour in range(5, 20):
        poured = Job.model_validate(
            {**job.model_dump(mode="json"), "cure": {"poured_at": f"2026-06-10T{hour:02}:00:00Z"}}
        )
        act = next(one for one in plan(poured, SHOP).cure.acts if one.id == made)
        assert act.at is not None and act.earliest_at is not None and act.latest_at is not None
        assert act.earliest_at <= act.at <= act.latest_at
        window = [act.earliest_at + timedelta(minutes=15 * step) for step in range(1000)]
        if is_quiet(act.at, SHOP.hours):
            at_night += 1
            assert all(is_quiet(one, SHOP.hours) for one in window if one <= act.latest_at - timedelta(minutes=30))
    assert at_night < 10
    assert not {act.id for act in plan(pad(columns=2), SHOP).cure.acts} & {"early saw", "wet saw"}


def test_a_joint_goes_through_a_post_that_has_corners_and_past_a_round_one() -> None:
    rectangle = {"kind": "rectangle", "length": "2.4 m", "width": "2 m"}
    square = {"length": "200 mm", "width": "200 mm", "corner_radius": "0 mm"}
    place = {"x": {"to": "centre", "offset": "700 mm"}, "y": {"to": "centre", "offset": "1000 mm"}}
    boxed = {"kind": "opening", "id": "post", "name": "Post", **square, **place}
    pipe = {"kind": "hole", "id": "pipe", "name": "Pipe", "diameter": "200 mm", **place}
    assert ground(shaped(rectangle)).joints is None
    through = ground(shaped(rectangle, boxed)).joints
    assert through is not None
    assert through.from_left_mm == (700,)
    lengths = sorted(abs(one.y2 - one.y1) for one in through.lines)
    assert lengths == pytest.approx([899, 899], abs=2), "from the post to both edges"
    assert ground(shaped(rectangle, pipe)).joints is None
    small = boxed | {"length": "100 mm", "width": "100 mm"}
    assert ground(shaped(rectangle, small)).joints is None

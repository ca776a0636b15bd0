"""Cabinets: tops that follow their run, boards that end on something, forms without a wall's side, jobs around it."""

from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon, box, union_all

from tests.core.cabinet_cases import RANGE, apron, leg, over, sink, two_tops
from tests.jobs import top, with_fields
from ulbrek.core.base.units import Length
from ulbrek.core.buying.shopping import PlannedJob, shopping
from ulbrek.core.cabinets.inputs import CabinetRun, Leg, Unit
from ulbrek.core.cabinets.result import RunResult
from ulbrek.core.cabinets.run import lay
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.job.tops import outline_over
from ulbrek.core.materials.boards import MadeOf, Sheet
from ulbrek.core.measure.outlines import outline_of
from ulbrek.core.plan.briefs.pour import pour_brief
from ulbrek.core.plan.plan import plan
from ulbrek.core.pour.station import run_sheet
from ulbrek.standins.prices import SimulatedPrices

SHOP = Shop()
KINDS = ("cabinet", "sink cabinet", "dishwasher", "range", "end panel", "corner cabinet")


def run_of(job: Job) -> RunResult:
    (found,) = plan(job, SHOP).cabinets.runs
    return found


def polygon(path: tuple[float, ...]) -> Polygon:
    return Polygon(list(zip(path[::3], path[1::3], strict=True)))


def any_run(seed: int) -> CabinetRun:
    """A run as somebody may have it: straight, L or U, ranges in it or not."""
    draw = np.random.default_rng(seed)

    def any_leg() -> Leg:
        many = int(draw.integers(1, 7))
        chosen = [str(draw.choice(KINDS)) for _ in range(many)]
        return Leg(units=tuple(Unit(kind=kind, width=Length(mm=int(draw.integers(30, 91)) * 10)) for kind in chosen))  # type: ignore[arg-type]

    first = (Unit(kind="corner cabinet", width=Length(mm=900)),)
    back = any_leg()
    return CabinetRun(
        id="run", back=Leg(units=(*first, *back.units, *first)), left=any_leg() if draw.random() < 0.5 else None,
        right=any_leg() if draw.random() < 0.5 else None, depth=Length(mm=int(draw.integers(45, 71)) * 10),
        overhang=Length(mm=int(draw.integers(0, 6)) * 10), end_overhang=Length(mm=int(draw.integers(0, 4)) * 10),
    )  # fmt: skip


@pytest.mark.parametrize("seed", range(40))
def test_the_outline_that_is_described_draws_the_top_and_no_range_lies_under_one(seed: int) -> None:
    laid = lay(any_run(seed))
    for top_there in laid.tops:
        left, front, right, back = top_there.bounds
        drawn = outline_of(outline_over(top_there))
        assert drawn.polygon.area == pytest.approx(top_there.area, rel=1e-9)
        assert drawn.box == pytest.approx((0, 0, right - left, back - front))
    whole = union_all(laid.tops)
    for one in laid.units:
        covered = whole.intersection(one.foot).area / one.foot.area
        back_only = one.leg == "back"
        if one.unit.kind == "range" and back_only:
            assert covered < 0.001
        elif one.unit.kind not in ("range", "corner cabinet") and not any(u.unit.kind == "range" for u in laid.units):
            assert covered > 0.9


@pytest.mark.parametrize("seed", range(30))
def test_boards_cover_the_top_once_end_on_something_and_no_span_is_too_wide(seed: int) -> None:
    run = any_run(seed)
    tops = lay(run).tops
    pieces = [
        {"id": f"t{at}", "name": f"T{at}", "outline": {"length": "1 m", "width": "600 mm"}, "thickness": "40 mm",
         "stays": "over cabinets", "edges_shown": []}
        for at in range(len(tops))
    ]  # fmt: skip
    document = over().model_dump(mode="json")
    told = run.model_copy(update={"tops": tuple(str(one["id"]) for one in pieces)}).model_dump(mode="json")
    job = Job.model_validate(document | {"pieces": pieces, "cabinets": {"runs": [told]}})
    found = run_of(job)
    for over_it, outline in zip(found.tops, tops, strict=True):
        boards = [polygon(board.path) for board in over_it.boards]
        assert union_all(boards).symmetric_difference(outline).area < 10
        assert sum(board.area for board in boards) == pytest.approx(outline.area, rel=1e-6)
        bears = [LineString([(one.x1, one.y1), (one.x2, one.y2)]) for one in over_it.bearings]
        joints = [
            edge
            for board in boards
            for edge in map(LineString, pairwise(board.exterior.coords))
            if edge.length > 300 and outline.buffer(-1).contains(edge.interpolate(0.5, normalized=True))
        ]
        for joint in joints:  # a seam lies along what bears, or along the seam round a corner
            near = [one for one in bears if one.distance(joint.interpolate(0.5, normalized=True)) < 80]
            assert near, (seed, joint)
        across = sorted(one.x1 for one in over_it.bearings if abs(one.x1 - one.x2) < 1 and one.y2 == 0)
        for before, after in pairwise(across):
            assert after - before <= found.spacing.value + 60 or any(
                one.kind in ("filler", "end panel", "range") for one in found.units
            )


def test_a_top_is_as_large_as_its_cabinets_and_grows_with_them() -> None:
    job = over()
    outline = job.pieces[0].outline
    assert outline.kind == "rectangle"
    assert (outline.length.mm, outline.width.mm) == (1800, 620)
    wider = with_fields(job, {"/cabinets/runs/0/back/units/1/width": "800 mm"})
    assert outline_of(wider.pieces[0].outline).box[2] == 2000
    ell = with_fields(wider, {"/cabinets/runs/0/left": leg("600 mm", "600 mm")})
    assert ell.pieces[0].outline.kind == "l"
    assert set(ell.pieces[0].edges_shown) == {"front", "inner front", "inner right"}
    bench = with_fields(wider, {"/pieces/0/stays": None})
    assert bench.pieces[0].stays is None
    resized = with_fields(bench, {"/pieces/0/outline/length": "1 m"})
    assert outline_of(resized.pieces[0].outline).box[2] == 1000


def test_a_range_parts_the_run_and_its_second_top_is_drawn() -> None:
    job = over(back=leg("600 mm", "range 600 mm", "900 mm"))
    (said,) = [one.finding for one in plan(job, SHOP).findings if one.finding.code == "no-top-drawn"]
    assert said.change is not None
    both = with_fields(job, dict(said.change.fields))
    first, second = both.pieces
    assert outline_of(first.outline).box[2] == 597
    assert outline_of(second.outline).box[2] == 897
    assert "left" not in second.edges_shown  # the range hides it
    assert second.stays == "over cabinets"
    assert second.features == ()


@pytest.mark.parametrize(
    ("outline", "cabinets"),
    [
        ({"length": "900 mm", "width": "600 mm"}, 2),
        ({"kind": "l", "length": "2.4 m", "width": "1.8 m", "along": "620 mm", "across": "620 mm"}, 6),
        ({"kind": "u", "length": "3 m", "width": "1.8 m", "along": "640 mm", "left": "640 mm", "right": "640 mm"}, 9),
    ],
)
def test_a_run_is_begun_as_large_as_its_top(outline: dict[str, str], cabinets: int) -> None:
    job = top(piece={"stays": "over cabinets", "edges_shown": [], "outline": outline}, mix={"settled": "tapped"})
    (said,) = [one.finding for one in plan(job, SHOP).findings if one.finding.code == "cabinets-not-described"]
    assert said.change is not None
    begun = with_fields(job, dict(said.change.fields))
    assert begun.pieces == job.pieces
    (run,) = begun.cabinets.runs
    assert sum(len(one.units) for one in (run.left, run.back, run.right) if one) == cabinets


@pytest.mark.parametrize("outline", [{"length": "12 m", "width": "9 m"}, {"length": "20 mm", "width": "20 mm"}])
def test_a_run_under_any_top_can_be_planned(outline: dict[str, str]) -> None:
    job = top(piece={"stays": "over cabinets", "edges_shown": [], "outline": outline}, mix={"settled": "tapped"})
    (said,) = [one.finding for one in plan(job, SHOP).findings if one.finding.code == "cabinets-not-described"]
    assert said.change is not None
    assert plan(with_fields(job, dict(said.change.fields)), SHOP).cabinets.runs


def test_the_form_has_no_board_at_a_wall_and_its_sides_reach_the_rail() -> None:
    found = plan(over(sink(), left=leg("600 mm", "600 mm")), SHOP)
    form = found.pieces[0].form
    sides = {board.key for board in form.boards if board.kind == "strip"}
    assert sides == {"front", "inner-front", "inner-right", "right"}
    assert form.over_cabinets
    assert {board.sheet for board in form.boards if board.kind == "base"} == {"cement-board-12"}
    strip = next(board for board in form.boards if board.key == "front")
    assert strip.height.value == pytest.approx(40 + 12.7 + 38)
    assert not form.stiffness.bearers_mm
    assert {one.name for one in form.stiffness.battens} >= {"Brace under the board", "Rail under the board’s edge"}
    assert sum(one.count for one in form.stiffness.battens if one.key == "brace") == sum(
        one.on != "cabinet side" for one in found.cabinets.runs[0].tops[0].bearings
    )


def test_braces_stand_beside_an_opening_and_none_in_it() -> None:
    found = run_of(over(sink("1000 mm"), back=leg("600 mm", "sink cabinet 800 mm", "600 mm")))
    hole = polygon(found.tops[0].openings[0])
    lines = [LineString([(one.x1, one.y1), (one.x2, one.y2)]) for one in found.tops[0].bearings]
    assert not any(line.intersects(hole) for line in lines)
    beside = sorted(one.x1 for one in found.tops[0].bearings if one.on == "beside an opening")
    assert beside == [1000 - 250 - 30, 1000 + 250 + 30]


def test_it_stays_is_lifted_by_nobody_and_bought_with_screws_tape_and_cover() -> None:
    job = over(sink("900 mm"))
    found = plan(job, SHOP)
    assert found.pieces[0].handling.stays
    assert {"strip", "install"} <= {act.id for act in found.cure.acts}
    assert not {"turn", "carry"} & {act.id for act in found.cure.acts}
    bought = {line.name: line.wanted for line in shopping([PlannedJob(job, found)], SHOP, {}, SimulatedPrices()).lines}
    assert bought["Cement board 12.7 mm (1/2 in)"] >= 1
    assert bought["Screws for cement board, 32 mm (1 1/4 in)"] == found.cabinets.runs[0].tops[0].screws.value
    assert bought["Clips for mesh"] > 0
    ready = {step.id: step.title for step in run_sheet(pour_brief(job, found)).ready}
    assert "back rail level" in ready["ready/level/top"]


def test_a_shop_without_cement_board_plans_with_the_usual_one() -> None:
    shop = Shop(sheets=tuple(one for one in SHOP.sheets if one.face != "cement"))
    found = plan(over(), shop)
    assert found.cabinets.runs[0].board_name.startswith("Cement board")
    assert not [one for one in found.findings if one.finding.code == "not-in-the-shop"]


def test_two_tops_of_one_run_are_poured_with_the_job_and_carried_together() -> None:
    found = plan(two_tops(RANGE), SHOP)
    litres = sum(piece.measure.volume.value for piece in found.pieces)
    assert found.cabinets.buckets is not None
    assert found.cabinets.buckets.value == -(-litres // 10)
    assert plan(top(), SHOP).cabinets.runs == ()


@pytest.mark.parametrize(
    ("told", "said"),
    [
        ({"back": leg(*["3000 mm"] * 4)}, "12.0 m long"),
        ({"tops": ["top", "top"]}, "Name each once"),
        ({"behind": "open", "left": leg("600 mm")}, "has a wall behind its back leg"),
    ],
)
def test_what_cannot_be_is_refused_in_words(told: dict[str, object], said: str) -> None:
    with pytest.raises(ValueError, match=said):
        over(**told)  # type: ignore[arg-type]


def test_a_wall_on_the_left_alone_leaves_the_right_end_free() -> None:
    run = CabinetRun(id="run", back=Leg(units=(Unit(width=Length(mm=600)),)), left_end="at a wall")
    (only,) = lay(run).tops
    assert only.equals(box(0, -620, 620, 0))


def test_a_top_on_its_board_dries_by_one_face_and_is_sealed_later_than_on_a_bench() -> None:
    film = {"finish": {"sealer": "film"}}
    there = Job.model_validate(over().model_dump(mode="json") | film)
    bench = with_fields(there, {"/pieces/0/stays": None, "/cabinets/runs": []})
    hours = [next(act.due_h for act in plan(job, SHOP).cure.acts if act.id == "seal") for job in (there, bench)]
    assert hours[0] > hours[1] * 1.5


def test_what_bowed_walls_take_is_one_figure_in_the_list_and_in_what_is_told() -> None:
    job = over(back=leg("600 mm", "600 mm", bow="9 mm"), left=leg("600 mm", bow="7 mm"))
    found = run_of(job)
    told = [one.finding.values["litres"] for one in plan(job, SHOP).findings if one.finding.code == "wall-bows"]
    assert len(told) == 2
    assert found.more is not None
    assert sum(one.value for one in told) == pytest.approx(found.more.value)  # type: ignore[union-attr]


@pytest.mark.parametrize(
    ("name", "made_of", "swells"),
    [
        ("Birch sheet", "plywood", False), ("Birch sheet", "chipboard", True), ("Birch sheet", None, True),
        ("Plywood 18", None, False), ("Plywood 18", "fibreboard", True),
    ],
)  # fmt: skip
def test_a_board_swells_by_what_it_is_made_of_and_by_its_name_where_nobody_has_said(
    name: str, made_of: MadeOf | None, swells: bool
) -> None:
    sheet = Sheet(id="own", name=name, thickness_mm=18, length_mm=2440, width_mm=1220, face="bare", made_of=made_of)
    shop = SHOP.model_copy(update={"sheets": (*SHOP.sheets, sheet)})
    found = {one.finding.code for one in plan(over(form={"base_sheet": "own"}), shop).findings}
    assert ("board-not-for-wet-concrete" in found) == swells


def test_the_place_of_a_top_that_is_taken_out_waits_for_another() -> None:
    job = two_tops(RANGE)
    without = job.model_copy(update={"pieces": job.pieces[1:]})
    kept = without.pieces[0].outline
    (told,) = [one.finding for one in plan(without, SHOP).findings if one.finding.code == "no-top-drawn"]
    assert told.values["tops"] == "top 1 is"
    assert not [one for one in plan(without, SHOP).findings if one.finding.code == "no-such-piece"]
    assert told.change is not None
    again = with_fields(without, told.change.fields)
    assert [piece.id for piece in again.pieces] == ["second", "top"]
    assert again.cabinets.runs[0].tops == ("top", "second")
    assert again.pieces[0].outline == kept, "the second lies where it lay"


def test_brackets_hold_a_wide_overhang_are_counted_and_bought() -> None:
    bar = over(behind="open", back_overhang="300 mm", depth="800 mm", left_end="open", right_end="open")
    told = next(one.finding for one in plan(bar, SHOP).findings if one.finding.code == "overhang-long")
    held = with_fields(bar, dict(told.also[0].fields))
    found = plan(held, SHOP)
    assert "overhang-long" not in {one.finding.code for one in found.findings}
    (run,) = found.cabinets.runs
    assert run.brackets is not None
    assert run.brackets.value == 1800 / 600 + 1
    bought = {line.name: line.wanted for line in shopping([PlannedJob(held, found)], SHOP, {}, SimulatedPrices()).lines}
    assert bought["Brackets for overhangs"] == 4
    assert plan(bar, SHOP).cabinets.runs[0].brackets is None


@pytest.mark.parametrize("at", [900, 880])
def test_braces_keep_clear_of_the_rim_of_a_sink_under_the_top(at: int) -> None:
    wide = leg("600 mm", "sink cabinet 900 mm", "600 mm")
    for sinks, clear in (("dropped in", 30), ("under the top", 65)):
        (run,) = plan(over(sink(f"{at + 150} mm"), back=wide, sinks=sinks), SHOP).cabinets.runs
        low, high = at + 150 - 250 - clear, at + 150 + 250 + clear
        assert sorted(one.x1 for one in run.tops[0].bearings if one.on == "beside an opening") == [low, high]


@given(drop=st.integers(10, 34), thick=st.integers(15, 60), corner=st.sampled_from(["", "outer", "inner"]))
def test_a_drop_edge_is_closed_by_its_side_its_strip_and_the_board_that_stands_back(
    drop: int, thick: int, corner: str
) -> None:
    edges = {"": ("front",), "outer": ("front", "right"), "inner": ("inner front", "inner right")}[corner]
    ends = {"outer": {"left_end": "at a wall", "right_end": "open"}, "inner": {"left": leg("600 mm", "600 mm")}}
    job = over(*(apron(f"{drop} mm", f"{thick} mm", edge) for edge in edges), **ends.get(corner, {}))
    [piece] = plan(job, SHOP).pieces
    boards = {board.key: board for board in piece.form.boards}
    strips = [board for board in boards.values() if board.kind == "drop strip"]
    drawn = outline_of(job.pieces[0].outline)
    top = drawn.polygon
    named = dict(zip(drawn.edge_names, drawn.edges, strict=True))
    lines = [LineString([named[name].start, named[name].end]) for name in edges]
    hung = top.intersection(union_all([line.buffer(thick, cap_style="square", join_style="mitre") for line in lines]))
    under = [polygon(board.path) for board in boards.values() if board.kind == "base"]
    assert union_all(under).symmetric_difference(top.difference(hung)).area == pytest.approx(0, abs=1)
    strip_areas = [polygon(one.path) for one in strips]
    assert union_all(strip_areas).symmetric_difference(hung).area == pytest.approx(0, abs=1)
    assert sum(one.area for one in strip_areas) == pytest.approx(hung.area, abs=1), "and none twice"
    assert {round(one.top_mm, 6) for one in strips} == {-drop}
    for one, edge, line in zip(strips, edges, lines, strict=True):
        assert one.height.value == pytest.approx(thick, abs=1e-3)
        assert one.length.value == pytest.approx(line.length + thick * (corner == "inner"), abs=1e-3)
        assert boards[edge.replace(" ", "-")].bottom_mm <= one.bottom_mm + 1e-6
    assert piece.measure.volume.value * 1e6 == pytest.approx(top.area * 40 + hung.area * drop, rel=1e-9)
    long = [
        screw.length_mm
        for screw in piece.form.screws
        if any(line.distance(Point(screw.x_mm, screw.y_mm)) < 16.1 for line in lines)
    ]
    assert sum(one >= 16 + 25 + thick or one == max(SHOP.supplies.screw.lengths_mm) for one in long) >= len(long) - 2
    assert {one.key for one in strips} <= {key for step in piece.form.steps for key in step.adds}
    assert not any(one.kind == "raised floor" for one in piece.form.knockouts)

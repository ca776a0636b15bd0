"""Forms whose base is the ground: stakes, what holds where nothing is bonded, and what is not bought."""

from itertools import pairwise
from math import ceil, hypot, pi
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString, Point

from tests.core.measure_cases import steps
from tests.core.test_form import form_of
from tests.jobs import feature, free, opening, shaped, top, with_fields
from ulbrek.core.base.units import Length
from ulbrek.core.buying.demand import takes
from ulbrek.core.buying.shopping import PlannedJob, shopping
from ulbrek.core.form.result import Stake
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.plan import plan
from ulbrek.standins.prices import SimulatedPrices

SHOP = Shop()
STAKED = {"sides": "staked to the ground"}
PAD = {"use": "pad or step on the ground"}


def stays(**changed: Any) -> dict[str, Any]:
    """A top that stays where it is cast."""
    return {
        "piece": {"cast": "face up"}, "steel": {"exposure": "on the ground"},
        "handling": {"people": 4, "standing": {"top": PAD}}, **changed,
    }  # fmt: skip


def between(stakes: list[Stake]) -> list[float]:
    return [hypot(b.x_mm - a.x_mm, b.y_mm - a.y_mm) for a, b in pairwise(stakes)]


@pytest.mark.parametrize(
    ("form", "base"), [({}, False), ({"sides": "on the base"}, True), ({"corner": "pinwheel"}, False)]
)
def test_what_stays_where_it_is_cast_has_no_base_unless_one_is_asked_for(form: dict[str, Any], base: bool) -> None:
    made = form_of(**stays(form=form))
    assert any(board.key == "base" for board in made.boards) is base is not made.on_ground
    assert bool(made.stiffness.bearers_mm) is base
    assert not form_of().on_ground, "and what is carried away lies on one"


@given(
    length=st.integers(250, 6000), width=st.integers(250, 3000), height=st.integers(40, 300),
    lumber=st.booleans(),
)  # fmt: skip
def test_stakes_are_as_near_as_the_board_wants_and_as_long_as_the_ground_wants(
    length: int, width: int, height: int, lumber: bool
) -> None:
    outline = {"length": f"{length} mm", "width": f"{width} mm"}
    sheet = {"sheet": "batten-38x89"} if lumber else {}
    form = form_of(piece={"outline": outline, "thickness": f"{height} mm", "cast": "face up"}, form={**STAKED, **sheet})
    thick, modulus = (38.0, 8000.0) if lumber else (16.0, 1600.0)
    usual = (900 if height <= 100 else 750 if height <= 150 else 600) if lumber else 500
    # A strip of the board as wide as it is tall, or the lowest of it, under the head: the beam of any handbook.
    load = 2400 * 9.80665 * height / 1e9 * (0.5 if height <= 150 else 1.0)
    stiff = modulus * thick**3 / 12
    least = min((0.5 * stiff / 0.00688 / load) ** 0.25, (stiff / 360 / 0.00688 / load) ** (1 / 3), usual)
    made = form.stiffness.stake_spacing
    assert made is not None
    assert made.value == pytest.approx(least, rel=0.03), "the mix is not quite of 2400"
    for side, run in (("front", length), ("right", width), ("back", length), ("left", width)):
        own = [one for one in form.stiffness.stakes if one.side == side]
        assert max(between(own)) <= made.value + 1e-6
        assert len(own) <= ceil(run / made.value) + 1, "and no more than it takes"
    assert {one.key: one.length.value for one in form.stiffness.battens}["stake"] == height - 10 + max(300, height)
    second = 2 if height > 150 else 1
    assert next(one.count for one in form.stiffness.battens if one.key == "stake") == second * len(
        form.stiffness.stakes
    )
    assert not form.stiffness.straps


def test_nothing_is_bonded_sealed_or_bought_for_it() -> None:
    sleeve = feature("sleeve", x="120 mm", y="120 mm", diameter="50 mm", wall="3 mm")
    job = top(opening(), sleeve, form=STAKED, piece={"cast": "face up"})
    planned = plan(job, SHOP)
    form = planned.pieces[0].form
    sink, pipe = form.knockouts
    assert (sink.held, sink.screws, pipe.held, pipe.screws) == (None, 0, None, 0)
    assert sink.ballast is not None
    assert sink.uplift is not None
    assert sink.ballast.value == pytest.approx(1.5 * sink.uplift.value / 9.80665)
    assert sink.uplift.value == pytest.approx(450 * 330 * 40 / 1e9 * (2400 - 30) * 9.81, rel=0.05), "all of its foot"
    told = " ".join(f"{step.title} {step.text}" for step in form.steps)
    for word in ("bead", "Bond", "base", "Seal", "pencil"):
        assert word not in told, word
    bought = {take.material for take in takes(job, SHOP, planned)}
    assert not bought & {one.id for one in SHOP.sealants}
    assert bought & {one.id for one in SHOP.screws}
    round_all = 2 * (900 + 600) + 2 * (450 + 330) - 8 * 25 + 2 * pi * 25 + pi * 50  # sides, sink and sleeve
    assert form.consumed.contact_area.value == pytest.approx(round_all * 40 / 1e6)


def test_a_box_is_held_by_stakes_inside_it() -> None:
    form = form_of(features=(opening(corner_radius="0 mm", former="box"),), form=STAKED, piece={"cast": "face up"})
    (box,) = form.knockouts
    assert box.uplift is None, "it is open below"
    assert "stakes inside" in box.holding
    assert {one.key: one.count for one in form.stiffness.battens}["box stake"] == 2


def test_a_curve_leans_on_its_stakes_and_has_no_ribs() -> None:
    pad = {"outline": {"kind": "disc", "diameter": "1200 mm"}, "cast": "face up", "thickness": "100 mm"}
    form = form_of(piece=pad, form=STAKED)
    assert {board.kind for board in form.boards} == {"liner"}
    assert form.screw_count.value == 0
    for one in form.stiffness.stakes:
        assert hypot(one.x_mm - 600, one.y_mm - 600) == pytest.approx(603.2), "behind 3.2 mm of liner"
    first, second, *_ = form.stiffness.stakes
    apart = form.stiffness.curve_stake_spacing
    assert apart is not None
    assert between([first, second])[0] <= apart.value
    assert len(form.stiffness.stakes) == 2 * ceil(pi * 600 / 300), "pulled round the outside, it bows between no two"
    hollow = [(0, 0), (1200, 0), (1200, 600), (0, 600)]
    corners = [{"x": x, "y": y, "bow": "100 mm" if y and x else "0 mm", "bows": "in"} for x, y in hollow]
    pressed = form_of(piece=pad | {"outline": {"kind": "free", "corners": corners}, "edges_shown": []}, form=STAKED)
    assert pressed.stiffness.curve_stake_spacing is not None
    assert pressed.stiffness.curve_stake_spacing.value < 300


@pytest.mark.parametrize(("minutes", "severity"), [(20, "hint"), (90, "stop")])
def test_a_slab_on_the_ground_is_placed_from_one_end_for_longer_than_a_batch_stays_soft(
    minutes: int, severity: str
) -> None:
    outline = {"length": "1500 mm", "width": "1000 mm"}
    piece = {"cast": "face up", "outline": outline, "thickness": "100 mm"}
    mix = {"minutes_mixing": minutes, "people": 1}
    for form, said in ((STAKED, severity), ({"sides": "on the base"}, "stop")):
        found = {one.finding.code: one.finding for one in plan(top(piece=piece, form=form, mix=mix), SHOP).findings}
        assert found["working-time-too-short"].severity == said


def test_a_seat_on_the_ground_still_lies_on_a_base_where_its_underside_slopes() -> None:
    form = form_of(**stays(piece={"cast": "face up", "taper": {"thickness": "60 mm"}}))
    assert any(board.key == "base" for board in form.boards)
    assert not form.on_ground


@pytest.mark.parametrize(("rise", "width"), [(150, 900), (170, 1200), (180, 2400)])
def test_steps_stand_between_two_panels_sawn_to_them(rise: int, width: int) -> None:
    job = steps(4, f"{rise} mm", "300 mm", landing="1 m")
    piece = job.pieces[0].model_copy(update={"thickness": Length(mm=width)})
    form = plan(job.model_copy(update={"pieces": (piece,)}), SHOP).pieces[0].form
    boards = {board.key: board for board in form.boards}
    assert set(boards) == {"base", "lid", "back", *(f"riser-{step}" for step in range(1, 5))}
    assert all(len(boards[key].shape) == 3 * 10 for key in ("base", "lid")), "a corner at each nose and at each foot"
    for step in range(1, 5):
        board = boards[f"riser-{step}"]
        assert (board.length.value, board.height.value) == (rise, width)
        assert board.y_mm == pytest.approx((step - 1) * rise)
        assert board.dx_mm == pytest.approx(board.thickness_mm)
        assert board.x_mm + board.dx_mm == pytest.approx((step - 1) * 300)
    push = form.stiffness.riser_push
    assert push is not None
    layers = 2000
    slices = sum(
        2400 * 9.80665 * (depth + 0.5) / layers * rise / 1000 * rise / 1000 / layers * width / 1000
        for depth in range(layers)
    )
    density = push.inputs["density_kg_m3"].value
    assert push.value == pytest.approx(slices * density / 2400, rel=1e-6)
    rows = sum(one.count for one in form.stiffness.battens if one.key == "riser brace")
    assert width / (rows + 1) <= form.stiffness.brace_spacing.value
    assert rows == 0 or width / rows > form.stiffness.brace_spacing.value
    assert not form.stiffness.bearers_mm
    assert form.on_ground


def test_steps_against_a_wall_have_no_board_behind_and_a_ramp_none_on_its_slope() -> None:
    walled = plan(steps(3, "150 mm", "300 mm", behind="a wall"), SHOP).pieces[0].form
    assert "back" not in {board.key for board in walled.boards}
    ramp = free((0, 0), (1200, 0), (1200, 150), (0, 20))
    job = shaped(ramp, drawn="from the side", thickness="900 mm", stays="on the ground")
    form = plan(job, SHOP).pieces[0].form
    assert {board.kind for board in form.boards} == {"base", "lid", "strip"}
    assert sorted(board.length.value for board in form.boards if board.kind == "strip") == [20, 150]


@pytest.mark.parametrize(
    "outline",
    [
        {"kind": "disc", "diameter": "400 mm"}, {"kind": "half disc", "diameter": "360 mm"},
        {"kind": "polygon", "size": "780 mm", "sides": 6}, free((0, 0), (1200, 0), (600, 200)),
        {"kind": "steps", "number": 30, "rise": "900 mm", "going": "10 mm"},
        {"kind": "steps", "number": 1, "rise": "10 mm", "going": "10 mm", "behind": "a wall"},
        {"kind": "steps", "number": 30, "rise": "10 mm", "going": "900 mm", "over_stone": "10 mm"},
        {"kind": "steps", "number": 4, "rise": "60 mm", "going": "20 mm", "rest_after": 3, "over_stone": "45 mm"},
    ],
)  # fmt: skip
def test_any_profile_that_stays_can_be_planned(outline: dict[str, Any]) -> None:
    piece = {"outline": outline, "drawn": "from the side", "thickness": "900 mm", "stays": "on the ground"}
    form = plan(top(piece={**piece, "edges_shown": []}), SHOP).pieces[0].form
    assert form.on_ground
    assert {"base", "lid"} <= {board.key for board in form.boards}
    assert form.stiffness.pressure.value > 0


def test_what_is_set_into_steps_has_its_step_and_only_the_boards_of_risers_come_off_early() -> None:
    sleeve = feature("sleeve", diameter="50 mm", wall="2 mm", x="450 mm", y="100 mm")
    job = steps(3, "150 mm", "300 mm")
    whole = job.model_dump(mode="json")
    whole["pieces"][0]["features"] = [sleeve]
    form = plan(Job.model_validate(whole), SHOP).pieces[0].form
    assert form.knockouts
    told = {key for step in form.steps for key in step.adds}
    assert {one.feature for one in form.knockouts} <= told
    assert {board.key for board in form.boards} <= told
    assert "the side forms stay on" in form.steps[-1].text


@given(
    treads=st.lists(st.integers(250, 1200), min_size=1, max_size=6), rise=st.integers(100, 196),
    shell=st.integers(60, 260), wide=st.integers(400, 2000),
)  # fmt: skip
def test_stone_inside_steps_keeps_from_every_face_and_takes_the_place_of_concrete(
    treads: list[int], rise: int, shell: int, wide: int
) -> None:
    outline = {"kind": "steps", "number": len(treads), "rise": f"{rise} mm", "going": "280 mm"}
    landing = {"landing": f"{treads[-1]} mm"}
    rest = {"rest_after": 1, "rest": f"{treads[0]} mm"} if len(treads) > 1 else {}
    there = [treads[0], *[280] * (len(treads) - 2), treads[-1]] if rest else [treads[-1]]
    piece = {"thickness": f"{wide} mm", "stays": "on the ground", "edges_shown": []}
    made = {"outline": {**outline, **landing, **rest}, **piece}
    solid = shape_of(top(piece=made).pieces[0])
    filled = shape_of(top(piece={**made, "outline": {**made["outline"], "over_stone": f"{shell} mm"}}).pieces[0])
    # Column by column: over each place the stone reaches up to the tread less the shell, under treads only.
    lefts = [sum(there[:number]) for number in range(len(there))]
    end = sum(there) - shell
    columns = [*(left + shell for left in lefts), end]
    area = sum(
        max(0, min(after, end) - before) * max(0, (number + 1) * rise - shell)
        for number, (before, after) in enumerate(pairwise(columns))
    )
    stone = area * max(0, wide - 2 * shell)
    assert solid.solid.volume_mm3 - filled.solid.volume_mm3 == pytest.approx(stone, abs=1)
    assert (filled.stone_inside is None) is (stone <= 0)
    if filled.stone_inside is not None:
        clear = filled.stone_inside.side_mm > 0
        faces = LineString([(0, 0), *((x, y) for x, y in _over_the_top(there, rise)), (sum(there), 0)])
        assert clear and filled.stone_inside.outline.polygon.distance(faces) == pytest.approx(shell, abs=1e-6)


def _over_the_top(treads: list[int], rise: int) -> list[tuple[float, float]]:
    at = [0, *(sum(treads[: number + 1]) for number in range(len(treads)))]
    return [(x, (number + 1) * rise) for number in range(len(treads)) for x in at[number : number + 2]]


def test_steel_in_steps_with_stone_inside_goes_over_the_stone() -> None:
    job = with_fields(
        steps(5, "160 mm", "300 mm", rest_after=2, over_stone="110 mm"), {"/steel/school": "grid of bars"}
    )
    planned = plan(job, SHOP)
    [piece] = planned.pieces
    inside, cage = shape_of(job.pieces[0]).stone_inside, piece.steel.cage
    assert inside is not None and cage is not None and piece.ground is not None and piece.ground.inside is not None
    [link] = cage.bent
    line = LineString(list(zip(link.corners[::2], link.corners[1::2], strict=True)))
    dots = [Point(dot.x, dot.y) for dot in cage.views[0].dots]
    assert not link.closed
    assert min(inside.outline.polygon.distance(one) for one in (line, *dots)) > piece.steel.bar_mm
    assert piece.ground.inside.compacted.value == pytest.approx(inside.volume_l)
    listed = shopping([PlannedJob(job, planned)], SHOP, {}, SimulatedPrices()).lines
    bought = {line.name: line.wanted for line in listed}
    assert piece.ground.sub_base is not None
    assert bought["Crushed stone, sub-base"] == pytest.approx(
        piece.ground.sub_base.loose.value + piece.ground.inside.loose.value, abs=0.06
    )
    assert "inside" in [task.kind for task in piece.ground.tasks]


def test_the_lowest_riser_of_steps_stands_on_the_ground_and_is_not_dug_in() -> None:
    planned = plan(steps(3, "150 mm", "300 mm"), SHOP).pieces[0].ground
    assert planned is not None and planned.dig is not None and planned.sub_base is not None
    assert planned.dig.depth.value == planned.sub_base.depth.value
    assert [(one.begins_mm, one.high_mm) for one in planned.treads] == [(0, 150), (300, 300), (600, 450)]

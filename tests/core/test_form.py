"""The form: what its boards alone make, where its screws are, what its braces do."""

from itertools import pairwise, product
from math import atan2, cos, hypot, pi, radians
from typing import Any, get_args

import pytest
from hypothesis import Phase, assume, given, settings
from hypothesis import strategies as st
from shapely import Point, Polygon, unary_union

from tests.jobs import demo_job, feature, free, hole, opening, shaped, top
from ulbrek.core.base.finding import Quantity
from ulbrek.core.form.inputs import FormHabits
from ulbrek.core.form.result import Board, FormResult, Knockout
from ulbrek.core.form.schools import SCHOOLS as WAYS_OF_BUILDING
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.plan import plan

SHOP = Shop()
ARCH = {"kind": "arch block", "span": "1200 mm", "rise": "500 mm", "depth": "150 mm", "blocks": 5}
CORNERS, SIDES = ("run past", "pinwheel", "mitred"), ("on the base", "lapping the base")
CURVES = ("liner on ribs", "kerfed strip")
SCHOOLS = list(product(CORNERS, (*SIDES, "staked to the ground"), CURVES))
STANDING = ("strip", "liner", "kerfed strip")
HAIR_MM = 0.02  # boards that only touch are joined by so much


def mm(low: int, high: int) -> st.SearchStrategy[str]:
    return st.integers(low, high).map(lambda one: f"{one} mm")


OUTLINES = {
    "rectangle": st.fixed_dictionaries({"length": mm(60, 3000), "width": mm(60, 3000)}),
    "l": st.fixed_dictionaries(
        {
            "length": mm(900, 2400), "width": mm(900, 2400), "along": mm(200, 700), "across": mm(200, 700),
            "meet": st.sampled_from(["back left", "back right", "front left", "front right"]),
        }
    ),
    "u": st.fixed_dictionaries(
        {
            "length": mm(1500, 2400), "width": mm(900, 1800), "along": mm(200, 600), "left": mm(200, 600),
            "right": mm(200, 600),
        }
    ),
    "trapezoid": st.fixed_dictionaries({"front": mm(300, 900), "back": mm(300, 900), "width": mm(300, 900)}),
    "polygon": st.fixed_dictionaries({"sides": st.integers(3, 12), "size": mm(300, 900)}),
    "offsets": st.tuples(mm(400, 460), mm(400, 460), mm(400, 460)).map(
        lambda offs: {"readings": [{"along": f"{at * 500} mm", "off": off} for at, off in enumerate(offs)]}
    ),
    "disc": st.fixed_dictionaries({"diameter": mm(520, 1500)}),
    "half disc": st.fixed_dictionaries({"diameter": mm(520, 1500)}),
    "arch block": st.fixed_dictionaries(
        {"span": mm(1200, 3000), "rise": mm(500, 600), "depth": mm(100, 250), "blocks": st.integers(5, 15)}
    ),
    "free": st.tuples(mm(0, 80), mm(0, 80), mm(0, 90)).map(
        lambda sizes: {
            "corners": [
                {"x": "0 mm", "y": "0 mm", "radius": sizes[0]}, {"x": "900 mm", "y": "0 mm", "chamfer": sizes[1]},
                {"x": "900 mm", "y": "300 mm"}, {"x": "500 mm", "y": "300 mm", "radius": sizes[2]},
                {"x": "500 mm", "y": "700 mm"}, {"x": "0 mm", "y": "600 mm"},
            ]
        }
    ),
}  # fmt: skip


def form_of(**changed: Any) -> FormResult:
    features = changed.pop("features", ())
    return plan(top(*features, **changed), SHOP).pieces[0].form


def foot(one: Board | Knockout) -> Polygon:
    """Where a board or a former stands, by its path alone."""
    path = one.path if isinstance(one, Board) else one.paths[0]
    corners = [Vertex(*path[at : at + 3]) for at in range(0, len(path), 3)]
    return drawn(Outline(tuple(corners)))


def drawn(outline: Outline) -> Polygon:
    """An outline by many chords: two drawings of one arc differ by less than is looked at, however each is divided."""
    return Polygon([point for edge in outline.edges for point in edge.chopped(1024)])


def cavity(form: FormResult, inside: Polygon) -> Polygon:
    """What the strips, liners and corner blocks alone enclose."""
    places = [foot(board) for board in form.boards if board.kind in STANDING]
    places += [foot(one) for one in form.knockouts if one.where == "in a corner"]
    whole = unary_union([place.buffer(HAIR_MM, join_style="mitre") for place in places])
    holes = [Polygon(ring) for part in getattr(whole, "geoms", [whole]) for ring in part.interiors]
    (found,) = [hole for hole in holes if hole.contains(inside.representative_point())]
    return found.buffer(HAIR_MM, join_style="mitre")


@pytest.mark.parametrize("kind", OUTLINES)
@pytest.mark.parametrize(("corner", "sides", "curve"), SCHOOLS)
@given(data=st.data())
@settings(max_examples=2, phases=[Phase.generate])
def test_the_cavity_that_the_boards_make_is_the_piece(
    corner: str, sides: str, curve: str, kind: str, data: st.DataObject
) -> None:
    outline = {"kind": kind, **data.draw(OUTLINES[kind])}
    thickness = data.draw(st.integers(20, 300))
    job = top(
        piece={"outline": outline, "thickness": f"{thickness} mm"},
        form={"corner": corner, "sides": sides, "curve": curve},
    )
    form, piece = plan(job, SHOP).pieces[0].form, shape_of(job.pieces[0]).outline
    off = cavity(form, piece.polygon).symmetric_difference(drawn(piece)).area
    assert off / piece.length_mm < 0.01, "a hundredth of a millimetre all round"
    assert {board.top_mm for board in form.boards if board.kind in STANDING} == {thickness}
    assert all(one.made.value == pytest.approx(one.wanted_mm) for one in form.inside)
    assert len({board.key for board in form.boards}) == len(form.boards)
    standing = [board for board in form.boards if board.kind in (*STANDING, "rib")]
    for index, board in enumerate(standing):
        for other in standing[:index]:
            if board.key.split("-rib")[0] != other.key.split("-rib")[0]:
                shared = foot(board).intersection(foot(other)).area
                assert shared < 2.0, f"{board.key} stands in {other.key}"
    stakes = [
        Outline(tuple(Vertex(*one.path[at : at + 3]) for at in range(0, 12, 3))).polygon
        for one in form.stiffness.stakes
    ]
    roomy = min(edge.chord for edge in piece.edges) > 70 and kind != "arch block"
    for index, stake in enumerate(stakes):
        assert drawn(piece).intersection(stake).area < 1, "a stake stands outside the piece"
        taken = [*(foot(board) for board in standing), *stakes[:index]] if roomy else []
        assert all(one.intersection(stake.buffer(-1)).area < 2 for one in taken), "in no board and no other stake"
    assert form.on_ground is (sides == "staked to the ground") is bool(stakes)
    assert form.on_ground is all(board.kind != "base" for board in form.boards)
    wood = unary_union([*(foot(board).buffer(0.1) for board in standing), *(one.buffer(0.1) for one in stakes)])
    for screw in form.screws:
        begins = Point(screw.x_mm + screw.dx * 0.5, screw.y_mm + screw.dy * 0.5)
        ends = Point(screw.x_mm + screw.dx * 30, screw.y_mm + screw.dy * 30)
        assert wood.contains(begins), "it is driven into wood"
        assert not piece.polygon.buffer(-0.5).contains(ends) or sides == "lapping the base", "and not into the piece"


def test_a_strip_cut_too_long_moves_what_it_holds_apart() -> None:
    form = form_of(form={"as_cut": {"top.front": {"length": "940 mm"}}})
    made = {one.edge: one.made.value for one in form.inside}
    assert (made["front"], made["back"]) == (908, 900)


def test_a_hexagon_is_mitred_by_thirty_degrees() -> None:
    form = plan(shaped({"kind": "polygon", "sides": 6, "size": "500 mm"}), SHOP).pieces[0].form
    strips = [board for board in form.boards if board.kind == "strip"]
    assert {(strip.bevel_start_deg, strip.bevel_end_deg) for strip in strips} == {(30.0, 30.0)}
    side = 500 / 3**0.5
    assert strips[0].length.value == pytest.approx(side + 2 * 16 / 3**0.5), "the outer face is the longer one"


def test_inner_corners_are_shorter_by_a_board() -> None:
    form = (
        plan(
            shaped({"kind": "l", "length": "1800 mm", "width": "1200 mm", "along": "600 mm", "across": "500 mm"}), SHOP
        )
        .pieces[0]
        .form
    )
    made = {board.key: board.length.value for board in form.boards if board.kind == "strip"}
    inner = sorted(length for key, length in made.items() if key.startswith("inner"))
    # one runs past the front and ends a board before the inner corner; the other runs past the right side alone
    assert inner == [600 + 16 - 16, 1300 + 16]


def test_a_profile_on_edge_has_two_panels_and_an_open_side() -> None:
    ramp = free((0, 0), (600, 0), (600, 140), (0, 20))
    lying = plan(shaped(ramp, drawn="from the side", thickness="380 mm").model_copy(), SHOP)
    form = lying.pieces[0].form
    assert form.stands
    assert {board.key for board in form.boards if board.kind in ("base", "lid")} == {"base", "lid"}
    assert "edge-3" not in {board.key for board in form.boards}, "the slope is where it is poured and screeded"
    assert form.stiffness.pressure.inputs["height_mm"].value == 140
    job = shaped(ramp, drawn="from the side", thickness="380 mm")
    laid = plan(job.model_copy(update={"form": job.form.model_copy(update={"profile": "lying"})}), SHOP)
    assert not laid.pieces[0].form.stands


def test_several_are_cast_side_by_side_with_dividers() -> None:
    form = form_of(form={"side_by_side": 3}, piece={"count": 3}, features=(hole("450 mm", "300 mm"),))
    dividers = [board for board in form.boards if board.kind == "divider"]
    assert (len(dividers), len(form.cavities), len(form.knockouts)) == (2, 3, 3)
    inside = unary_union([foot(board) for board in dividers])
    for path in form.cavities:
        corners = [Vertex(*path[at : at + 3]) for at in range(0, len(path), 3)]
        each = Outline(tuple(corners)).polygon
        assert each.area == pytest.approx(900 * 600)
        assert each.intersection(inside).area == pytest.approx(0)
    cut = plan(top(form={"side_by_side": 3, "forms": 2}, piece={"count": 7}), SHOP).cutting
    assert sum(name.startswith("Base") for name in cut.names.values()) == 2


def test_a_seam_gets_a_thin_divider_across_the_inside() -> None:
    form = form_of(piece={"seams": [{"id": "s", "offset": "300 mm"}]})
    (divider,) = [board for board in form.boards if board.kind == "divider"]
    assert divider.thickness_mm == pytest.approx(3.2)
    assert divider.length.value == pytest.approx(600)
    assert len(form.cavities) == 2


def test_a_sloping_back_makes_sloping_rails_and_a_sloping_face_a_bed() -> None:
    taper = {"thickness": "30 mm", "towards": "right"}
    rails = form_of(piece={"taper": taper, "thickness": "50 mm"})
    tops = {board.key: (board.top_mm, board.top_end_mm) for board in rails.boards if board.kind == "strip"}
    assert tops["front"] == pytest.approx((50, 30))
    assert tops["right"] == pytest.approx((30, 30))
    bed = form_of(piece={"taper": {**taper, "face": "top"}, "thickness": "50 mm"})
    assert "bed" in {board.kind for board in bed.boards}
    assert all(board.top_mm == board.top_end_mm == 50 for board in bed.boards if board.kind == "strip")


def test_what_hangs_below_an_edge_is_closed_by_taller_strips_and_hung_ones() -> None:
    drop = {"kind": "drop edge", "id": "apron", "name": "Apron", "edge": "front", "drop": "60 mm", "thickness": "40 mm"}
    form = form_of(features=(drop,))
    heights = {board.key: board.height.value for board in form.boards if board.kind == "strip"}
    assert heights["front"] == 40 + 60
    assert heights["back"] == 40
    hung = [board for board in form.boards if board.kind == "hung strip"]
    assert [board.length.value for board in hung if board.length.value > 100] == [pytest.approx(900, abs=0.01)]
    up = form_of(features=(drop,), piece={"cast": "face up"})
    (floor,) = [one for one in up.knockouts if one.kind == "raised floor"]
    assert foot(floor).area == pytest.approx(900 * 560)


def test_each_former_says_what_it_is_and_how_it_stands() -> None:
    form = form_of(
        features=(
            feature("core", length="300 mm", width="200 mm", depth="120 mm", draft_deg=3),
            feature("sleeve", diameter="60 mm", wall="3 mm", x="60 mm"),
            feature("sleeve", name="Rod", diameter="34 mm", x="120 mm"),
            feature("bolt", diameter="12 mm", embedded="80 mm", x="840 mm"),
        ),
        piece={"thickness": "200 mm"},
    )
    told = {one.feature: one for one in form.knockouts}
    assert told["core"].build == "a box of boards"
    assert told["core"].draft_deg == pytest.approx(3)
    assert told["sleeve"].uplift is not None
    assert told["rod"].uplift is None, "solid steel does not float"
    assert told["bolt"].uplift is None
    sides = [board for board in form.boards if board.kind == "core side"]
    assert len(sides) == 4
    assert sides[0].height.value == pytest.approx(120 / cos(radians(3)), rel=1e-6)
    placed = {key for step in form.steps for key in step.adds}
    assert {board.key for board in form.boards} <= placed
    assert {one.feature for one in form.knockouts} <= placed


CHOSEN = ("foam", "hard", "split", "box", "tube", None)


@pytest.mark.parametrize("chosen", CHOSEN)
@given(
    kind=st.sampled_from(["hole", "opening", "recess", "core"]), deep=st.integers(14, 190), wide=st.integers(60, 300)
)
def test_a_knockout_is_made_as_it_was_chosen(chosen: str | None, kind: str, deep: int, wide: int) -> None:
    assume(chosen is not None or kind in ("hole", "opening"))
    own = {"diameter": "75 mm"} if kind == "hole" else {"length": f"{wide + 40} mm", "width": f"{wide} mm",
                                                       "corner_radius": "0 mm"}  # fmt: skip
    depth = {} if kind == "opening" else {"depth": f"{deep} mm"}
    form = form_of(features=(feature(kind, former=chosen, **own, **depth),), piece={"thickness": "210 mm"})
    (one,) = form.knockouts
    layers = one.layers.value if one.layers else 0
    boxed = {board.key for board in form.boards if board.kind == "core side"}
    match chosen, one.build:
        case (("foam" | None), "foam in layers"):
            assert (layers - 1) * one.layer_mm < one.height_mm <= layers * one.layer_mm + 1e-9
        case "box", "foam in layers":
            assert kind == "hole", "all others have square corners here"
        case (("box" | "hard" | "split"), "a box of boards"):
            assert len(boxed) == 4
        case "split", "a block split in two":
            assert wide < 120 or deep < 60 or kind == "hole"
            assert "key" in one.holding
        case "hard", "a solid block":
            assert not layers
        case "hard", "sheet cut to shape":
            assert one.height_mm <= 16
        case "tube", "Tin 75 mm (3 in)":
            assert one.height_mm <= 111
            assert one.ready == "tin-75"
        case "tube", "foam in layers":
            assert kind != "hole" or deep > 110
        case _:
            pytest.fail(f"{chosen} was made as {one.build}")
    assert bool(boxed) is (one.build == "a box of boards")


@pytest.mark.parametrize(("corner", "sides"), list(product(CORNERS[:2], SIDES)))
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
    assert titles[-1] == "Apply release agent (oil)"
    sealed = next(index for index, title in enumerate(titles) if title.startswith("Seal"))
    assert sealed < titles.index("Set the knockouts") < len(titles) - 1
    assert form.steps[-1].care


def test_no_more_forms_are_cut_than_castings_are_wanted() -> None:
    one = plan(top(form={"forms": 3}), SHOP).cutting
    assert (len(one.names), one.screws.value) == (5, len(form_of().screws))
    three = plan(top(piece={"count": 4}, form={"forms": 3}), SHOP).cutting
    assert (len(three.names), three.screws.value) == (15, 3 * one.screws.value)


def test_a_board_that_is_spliced_is_named_once_however_many_forms_there_are() -> None:
    job = top(piece={"count": 3, "outline": {"length": "2400 mm", "width": "600 mm"}}, form={"forms": 3})
    found = [one.finding.values["board"] for one in plan(job, SHOP).findings if one.finding.code == "board-is-spliced"]
    assert found == ["Base"]


def test_a_tall_form_is_strapped_where_the_push_is_shared_evenly() -> None:
    tall = form_of(piece={"thickness": "600 mm", "outline": {"length": "900 mm", "width": "600 mm"}})
    straps = tall.stiffness.straps
    density = straps[0].pull.inputs["density_kg_m3"].value
    push = density * 9.80665 * 0.6**2 / 2 * 0.9 / 2
    assert sum(strap.pull.value for strap in straps) == pytest.approx(push, rel=1e-6)
    assert max(strap.pull.value for strap in straps) <= 2000
    edges = [600 * (index / len(straps)) ** 0.5 for index in range(len(straps) + 1)]
    for strap, (upper, lower) in zip(straps, pairwise(edges), strict=True):
        assert 600 - lower < strap.height_mm < 600 - upper, "each within its own share"
    assert not form_of(piece={"thickness": "150 mm"}).stiffness.straps


def test_kerfs_are_on_the_back_so_many_that_the_flats_do_not_show() -> None:
    for outline, outside in (({"kind": "disc", "diameter": "600 mm"}, True), (ARCH, False)):
        job = top(piece={"outline": outline}, form={"curve": "kerfed strip"})
        bends = [board.bend for board in plan(job, SHOP).pieces[0].form.boards if board.bend]
        assert outside in {bend.outside for bend in bends}
        for bend in bends:
            assert bend.sag.value <= 0.3
            fewer = bend.kerfs.value - 1
            radius, turn = (bend.sag.inputs[name].value for name in ("radius_mm", "turn_deg"))
            closes = radians(turn) * (16 - 2) / 3
            assert radius * (radians(turn) / fewer) ** 2 / 8 > 0.3 or fewer < closes


def test_a_drain_ends_where_the_core_over_it_begins() -> None:
    formers = {one.feature: one for one in plan(demo_job(7), SHOP).pieces[0].form.knockouts}
    assert formers["drain"].height_mm == pytest.approx(formers["inside"].bottom_mm)
    assert formers["drain-2"].name == "Drain 2"


def test_a_board_that_was_cut_otherwise_is_drawn_as_it_was_cut() -> None:
    seam = {"seams": [{"id": "s", "offset": "300 mm"}]}
    form = form_of(piece=seam, form={"as_cut": {"top.divider-1": {"length": "590 mm"}}})
    assert next(board.length_cut_mm for board in form.boards if board.key == "divider-1") == 590


def test_every_way_of_building_has_its_reason() -> None:
    for field, ways in WAYS_OF_BUILDING.items():
        assert {way.value for way in ways} == set(get_args(FormHabits.model_fields[field].annotation)), field
        assert all(way.why for way in ways)
    chosen = {name for name, field in FormHabits.model_fields.items() if get_args(field.annotation)}
    literals = {name for name in chosen if isinstance(get_args(FormHabits.model_fields[name].annotation)[0], str)}
    assert literals == set(WAYS_OF_BUILDING), "a new choice comes with its reasons"


def pad(face: str, **piece: Any) -> Any:
    """The former of a wood pad of 100 x 100 x 18 mm."""
    wood = feature("wood pad", length="100 mm", width="100 mm", depth="18 mm", face=face)
    return next(one for one in form_of(features=(wood,), piece=piece).knockouts if one.kind == "wood pad")


def test_a_wood_pad_is_lifted_by_what_it_is_lighter_than_concrete_and_held_where_it_lies() -> None:
    """Archimedes: (rho - 550) g V; half as much again is what its screws must take."""
    hung, based = pad("underside"), pad("top")
    density = hung.uplift.inputs["density_kg_m3"].value
    assert hung.uplift.value == pytest.approx((density - 550) * 9.80665 * 100 * 100 * 18 / 1e9)
    assert hung.held.value >= 1.5 * hung.uplift.value
    assert "to a bridge over the form" in hung.holding
    assert "to the base from below" in based.holding


def test_a_screwed_foam_has_a_plate_in_its_foot_and_a_bonded_one_none() -> None:
    plates = {
        hold: form_of(features=(opening(),), form={"knockouts": hold}).knockouts[0].holding
        for hold in ("bonded", "screwed", "bonded and screwed")
    }
    assert "plate" not in plates["bonded"]
    assert "foam by itself holds none" in plates["screwed"]
    assert "foam by itself holds none" in plates["bonded and screwed"]


def test_what_floats_says_by_how_much_it_must_be_held() -> None:
    job = top(opening(), piece={"thickness": "590 mm"})
    (one,) = [f.finding for f in plan(job, SHOP).findings if f.finding.code == "knockout-floats"]
    wanted, lifts = one.values["wanted"], one.values["uplift"]
    assert isinstance(wanted, Quantity)
    assert isinstance(lifts, Quantity)
    assert wanted.value == pytest.approx(1.5 * lifts.value)


def test_a_round_form_has_its_screws_evenly_round_it() -> None:
    form = form_of(piece={"outline": {"kind": "disc", "diameter": "600 mm"}})
    up = [(one.x_mm - 300, one.y_mm - 300) for one in form.screws if one.way == "up"]
    assert len(up) >= pi * 600 / 250
    radii = [hypot(x, y) for x, y in up]
    assert max(radii) - min(radii) < 1
    assert min(radii) > 300
    turns = sorted(atan2(y, x) for x, y in up)
    steps = [b - a for a, b in pairwise([*turns, turns[0] + 2 * pi])]
    assert max(steps) - min(steps) < 0.02


def test_steps_say_what_this_form_is() -> None:
    def said(**job: Any) -> str:
        return " ".join(step.text for step in form_of(**job).steps)

    box = feature("core", length="300 mm", width="200 mm", depth="120 mm", draft_deg=3, former="split")
    boxed = said(features=(box,), piece={"thickness": "200 mm", "cast": "face up"})
    assert "sand flush" not in boxed
    assert "Glue the layers" not in boxed
    assert "Glue the layers" in said(features=(opening(),))
    assert "The diagonals match" in said()
    disc = said(piece={"outline": {"kind": "disc", "diameter": "600 mm"}})
    assert "iagonals" not in disc
    assert "Measure across" in disc

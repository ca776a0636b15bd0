"""What Measure says of a piece beside its volume: edges, tapes, floors, runs, places, and what others take of it."""

import pytest

from tests.jobs import core, feature, hole, opening, recess, shaped, top
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.plate import gaps_in, is_flat, plate_of
from ulbrek.core.measure.result import MeasureResult
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import PiecePlan

SHOP = Shop()
L_TOP = {"kind": "l", "length": "1800 mm", "width": "1500 mm", "along": "600 mm", "across": "500 mm"}
DISC = {"kind": "disc", "diameter": "420 mm"}


def planned(job: Job) -> PiecePlan:
    return plan(job, SHOP).pieces[0]


def measured(job: Job) -> MeasureResult:
    return planned(job).measure


def test_a_rectangle_has_one_diagonal_and_an_l_nine() -> None:
    (only,) = measured(top()).tape_checks
    assert (only.name, only.length.value) == ("Diagonals", pytest.approx(1081.665, abs=1e-3))
    tapes = measured(shaped(L_TOP)).tape_checks
    assert len(tapes) == 9
    first = tapes[0]
    assert first.length.value == pytest.approx(((first.x2 - first.x1) ** 2 + (first.y2 - first.y1) ** 2) ** 0.5)
    assert measured(shaped(DISC)).tape_checks == ()


def test_edges_are_counted_once_by_what_becomes_of_them() -> None:
    job = top(
        piece={
            "edges_shown": ["front", "left"],
            "edge_profiles": [{"edge": "front", "size": "6 mm"}],
            "edge_fits": [{"edge": "back", "gap": "3 mm"}],
        }
    )
    kinds = {one.kind: one.length.value for one in measured(job).edge_lengths}
    assert kinds == {"round-over, routed later": 900, "shown": 600, "at a wall": 900, "hidden": 600}
    (rim,) = measured(shaped(DISC, edges_shown=["rim"])).edge_lengths
    assert rim.length.value == pytest.approx(420 * 3.14159265, rel=1e-7)
    assert rim.length.inputs["curved_mm"].value == rim.length.value


def test_what_shows_is_the_face_its_edges_and_the_insides_of_openings() -> None:
    job = top(opening(), piece={"edges_shown": ["front"]})
    ring = 2 * (400 + 280) + 2 * 3.14159265 * 25
    face = 900 * 600 - (450 * 330 - (4 - 3.14159265) * 25**2)
    assert measured(job).show_area.value == pytest.approx((face + (900 + ring) * 40) / 1e6, rel=1e-7)


def test_the_thinnest_floor_is_under_the_deepest() -> None:
    job = top(recess(name="Dish"), recess(name="Niche", x="750 mm", depth="18 mm"))
    floor = measured(job).thinnest_floor
    assert floor is not None
    assert floor.value == 22
    assert measured(top(hole("450 mm", "300 mm"))).thinnest_floor is None


def test_a_row_of_parts_closes_by_its_count() -> None:
    """Worst n e, likely e sqrt(n): propagation of independent errors; 11 blocks 11 and 3.317 mm."""
    arch = {"kind": "arch block", "span": "2400 mm", "rise": "800 mm", "depth": "150 mm", "blocks": 11}
    closing = measured(shaped(arch, thickness="300 mm")).closing
    assert closing is not None
    assert (closing.parts, closing.worst.value) == (11, 11)
    assert closing.likely.value == pytest.approx(3.317, abs=5e-4)
    assert measured(top()).closing is None


def test_sections_of_a_run() -> None:
    run = {"run": "4000 mm", "gap": "10 mm", "end_gap": "5 mm"}
    section = measured(top(piece={"count": 4, "run": run})).section
    assert section is not None
    assert section.value == (4000 - 3 * 10 - 2 * 5) / 4


def test_a_site_dimension_is_set_out_from_its_baseline_and_its_drift_is_said() -> None:
    site = {"dimensions": [
        {"id": "a", "name": "A", "first": "1200 mm", "again": "1198 mm", "offset": "150 mm"},
        {"id": "b", "name": "B", "first": "700 mm"},
    ]}  # fmt: skip
    first, second = plan(top(site=site), SHOP).site.dimensions
    assert first.from_baseline is not None
    assert first.drift is not None
    assert (first.from_baseline.value, first.drift.value) == (1048, 2)
    assert (second.from_baseline, second.drift) == (None, None)


def test_each_repeat_is_a_knockout_and_a_gap_of_its_own() -> None:
    job = top({**hole("200 mm", "300 mm", "80 mm"), "repeat": {"count": 3, "pitch": "250 mm"}})
    form = planned(job).form
    assert len({one.feature for one in form.knockouts}) == 3
    assert [round(gap[1]) for gap in gaps_in(shape_of(job.pieces[0]))] == [160, 410, 660]


def test_a_piece_is_thinner_where_something_goes_into_it_and_nowhere_else() -> None:
    plate = plate_of(shape_of(top(recess()).pieces[0])).solid
    assert (plate.depth_mm, [(cut.bottom_mm, cut.top_mm) for cut in plate.cuts]) == (40, [(25, 40)])
    stress = {name: planned(job).handling.lifts[0].stress.value for name, job in (
        ("whole", top()), ("shallow", top(recess())), ("deep", top(recess(depth="25 mm"))),
    )}  # fmt: skip
    assert stress["whole"] < min(stress["shallow"], stress["deep"])
    letters = feature("lettering", text="FENNEL", height="60 mm", depth="4 mm", relief="sunk")
    assert [
        cut.outline.box[3] - cut.outline.box[1] for cut in plate_of(shape_of(top(letters).pieces[0])).solid.cuts
    ] == [pytest.approx(60)]


def test_a_vessel_and_a_leg_have_no_flat_steel() -> None:
    planter = top(core(), piece={"thickness": "350 mm"})
    assert not is_flat(shape_of(planter.pieces[0]))
    assert planned(planter).steel.mesh is None
    leg = top(piece={"drawn": "from the side"})
    assert planned(leg).steel.mesh is None
    assert planned(top()).steel.mesh is not None


def test_mesh_is_cut_to_the_outline() -> None:
    steel = planned(shaped(L_TOP)).steel
    assert steel.mesh is not None
    for wire in steel.mesh.wires:
        for x, y in ((wire.x1, wire.y1), (wire.x2, wire.y2)):
            assert 24.9 <= x <= 1775.1
            assert 24.9 <= y <= 1475.1
            assert x <= 475.1 or y >= 924.9  # not in the notch at the front right
    disc = planned(shaped(DISC)).steel.mesh
    assert disc is not None
    reach = max(((w.x1 - 210) ** 2 + (w.y1 - 210) ** 2) ** 0.5 for w in disc.wires)
    assert reach == pytest.approx(185, abs=0.1)


def test_bars_beside_a_sink_in_an_l_end_where_the_l_does() -> None:
    sink = opening(x={"offset": "1200 mm"}, y={"offset": "1200 mm"}, width="450 mm")
    bars = planned(shaped(L_TOP, sink)).steel.bars
    front, back = sorted((bar for bar in bars if bar.line.y1 == bar.line.y2), key=lambda bar: bar.line.y1)
    assert 900 < front.line.y1 < 975
    assert 1425 < back.line.y1 < 1500
    assert (back.line.x1, back.line.x2) == pytest.approx((25, 1775))
    assert back.length.value == pytest.approx(1750)


def test_steel_stops_at_a_seam() -> None:
    seams = [{"id": "a", "side": "left", "offset": "300 mm"}, {"id": "b", "side": "front", "offset": "120 mm"}]
    job = top(opening(x={"offset": "650 mm"}, y={"offset": "360 mm"}, length="300 mm"), piece={"seams": seams})
    steel = planned(job).steel
    assert steel.mesh is not None
    for wire in (*steel.mesh.wires, *(bar.line for bar in steel.bars)):
        for low, high, seam in ((wire.x1, wire.x2, 300), (wire.y1, wire.y2, 120)):
            assert high <= seam - 25 + 1e-6 or low >= seam + 25 - 1e-6
    level = [bar for bar in steel.bars if bar.line.y1 == bar.line.y2]
    assert all(bar.length.value == pytest.approx(900 - 25 - 325) for bar in level)


def test_a_void_that_lies_above_its_piece_takes_nothing_from_it() -> None:
    over = feature("void", length="100 mm", width="80 mm", height="20 mm", above="60 mm")
    assert shape_of(top(over).pieces[0]).solid.volume_mm3 == pytest.approx(900 * 600 * 40)
    partly = feature("void", length="100 mm", width="80 mm", height="20 mm", above="30 mm")
    assert shape_of(top(partly).pieces[0]).solid.volume_mm3 == pytest.approx(900 * 600 * 40 - 100 * 80 * 10)

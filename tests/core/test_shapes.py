"""Pieces of any shape: total, bounded, the same when mirrored twice, conserved when cut at a seam."""

from math import cos, tau
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.jobs import feature, free, hole, opening, recess, shaped, top, top_document
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.geometry.offset import inset
from ulbrek.core.kit.geometry.outline import CHORDS_PER_TURN, Outline
from ulbrek.core.kit.geometry.shapes import Corner, free_outline
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.plan import plan

SHOP = Shop()
MM = lambda low, high: st.integers(low, high).map(lambda mm: f"{mm} mm")  # noqa: E731
ANCHOR = {
    "x": st.fixed_dictionaries({"side": st.sampled_from(("left", "right")), "offset": MM(0, 1200)}),
    "y": st.fixed_dictionaries({"side": st.sampled_from(("front", "back")), "offset": MM(0, 900)}),
    "turned_deg": st.sampled_from((0.0, 0.0, 30.0, -75.0)),
    "name": st.just("F"),
}
BOX = {"length": MM(10, 500), "width": MM(10, 400), "corner_radius": MM(0, 60)}
FACE = st.sampled_from(("top", "underside"))
REPEAT = st.one_of(
    st.none(),
    st.fixed_dictionaries(
        {
            "kind": st.sampled_from(("row", "grid", "ring")),
            "count": st.integers(1, 4),
            "rows": st.integers(1, 3),
            "pitch": MM(10, 200),
        }
    ),
)
KINDS: dict[str, dict[str, Any]] = {
    "opening": {**BOX, "draft_deg": st.floats(-8, 8), "face": FACE},
    "hole": {
        "diameter": MM(5, 200),
        "slot_length": st.one_of(st.none(), MM(5, 300)),
        "depth": st.one_of(st.none(), MM(1, 60)),
        "face": FACE,
    },
    "recess": {**BOX, "depth": MM(1, 60), "draft_deg": st.floats(-8, 15), "face": FACE},
    "grooves": {
        "length": MM(20, 300),
        "width": MM(5, 20),
        "pitch": MM(10, 60),
        "depth": MM(1, 20),
        "count": st.integers(1, 5),
        "shallow_depth": st.one_of(st.none(), MM(1, 20)),
        "drains": st.sampled_from(("left", "right", "front", "back")),
    },
    "core": {
        **BOX,
        "depth": MM(5, 80),
        "draft_deg": st.floats(0, 15),
        "shape": st.sampled_from(("rectangle", "round")),
    },
    "void": {**BOX, "height": MM(5, 40), "above": MM(0, 60)},
    "lettering": {
        "text": st.sampled_from(("8 kg", "No. 1", "Ä→", " ")),
        "height": MM(10, 80),
        "depth": MM(1, 9),
        "relief": st.sampled_from(("sunk", "raised")),
        "face": FACE,
    },
    "bolt": {
        "diameter": MM(5, 20),
        "embedded": MM(5, 90),
        "into": st.sampled_from(("top", "underside", "front", "left")),
    },
    "rib": {**BOX, "height": MM(5, 40), "face": FACE},
    "sleeve": {
        "diameter": MM(5, 90),
        "wall": st.one_of(st.none(), MM(1, 5)),
        "length": st.one_of(st.none(), MM(5, 90)),
    },
    "mat": {"length": MM(10, 500), "width": MM(10, 400), "below_top": MM(0, 60)},
    "wood pad": {"length": MM(10, 500), "width": MM(10, 400), "depth": MM(1, 60), "face": FACE},
}
FEATURES = st.lists(
    st.one_of(
        *(
            st.fixed_dictionaries({**ANCHOR, "kind": st.just(kind), "repeat": REPEAT, **fields})
            for kind, fields in KINDS.items()
        ),
        st.fixed_dictionaries(
            {
                "kind": st.just("drop edge"),
                "name": st.just("D"),
                "edge": st.sampled_from(("front", "rim", "inner back", "side 2")),
                "drop": MM(5, 60),
                "thickness": MM(5, 90),
            }
        ),
    ),
    max_size=4,
).map(lambda all_: [{**one, "id": f"f{number}"} for number, one in enumerate(all_)])
CORNER = st.fixed_dictionaries(
    {"x": MM(0, 900), "y": MM(0, 700), "radius": MM(0, 90), "bow": MM(0, 40), "bows": st.sampled_from(("out", "in"))}
)
OUTLINES = st.one_of(
    st.fixed_dictionaries({"kind": st.just("rectangle"), "length": MM(100, 1200), "width": MM(100, 900)}),
    st.fixed_dictionaries(
        {
            "kind": st.just("l"),
            "length": MM(400, 1200),
            "width": MM(400, 900),
            "along": MM(50, 390),
            "across": MM(50, 390),
            "meet": st.sampled_from(("back left", "back right", "front left", "front right")),
        }
    ),
    st.fixed_dictionaries(
        {
            "kind": st.just("u"),
            "length": MM(500, 1200),
            "width": MM(400, 900),
            "along": MM(50, 390),
            "left": MM(50, 240),
            "right": MM(50, 240),
        }
    ),
    st.fixed_dictionaries(
        {"kind": st.just("trapezoid"), "front": MM(50, 900), "back": MM(50, 900), "width": MM(50, 600)}
    ),
    st.fixed_dictionaries(
        {
            "kind": st.just("offsets"),
            "line": st.sampled_from(("back", "front")),
            "between": st.sampled_from(("a curve", "straight pieces")),
            "readings": st.lists(MM(200, 500), min_size=2, max_size=7).map(
                lambda offs: [{"along": f"{at * 150} mm", "off": off} for at, off in enumerate(offs)]
            ),
        }
    ),
    st.fixed_dictionaries({"kind": st.just("polygon"), "sides": st.integers(3, 12), "size": MM(50, 600)}),
    st.fixed_dictionaries({"kind": st.sampled_from(("disc", "half disc")), "diameter": MM(50, 900)}),
    st.fixed_dictionaries(
        {
            "kind": st.just("free"),
            "corners": st.lists(CORNER, min_size=3, max_size=7, unique_by=lambda c: (c["x"], c["y"])),
        }
    ),
)
PIECES = st.fixed_dictionaries(
    {
        "outline": OUTLINES,
        "thickness": MM(20, 120),
        "features": FEATURES,
        "grind": MM(0, 5),
        "drawn": st.sampled_from(("in plan", "in plan", "from the side")),
        "taper": st.one_of(
            st.none(),
            st.fixed_dictionaries(
                {
                    "towards": st.sampled_from(("front", "left")),
                    "thickness": MM(5, 120),
                    "face": FACE,
                }
            ),
        ),
        "edge_profiles": st.lists(
            st.fixed_dictionaries(
                {
                    "edge": st.sampled_from(("front", "rim", "side 1", "edge 1")),
                    "size": MM(1, 15),
                    "profile": st.sampled_from(("chamfer", "round-over", "half bullnose", "full bullnose")),
                    "made": st.sampled_from(("in the mould", "routed later")),
                }
            ),
            max_size=1,
        ),
        "seams": st.lists(
            st.fixed_dictionaries(
                {
                    "id": st.sampled_from(("a", "b")),
                    "side": st.sampled_from(("left", "back")),
                    "offset": MM(1, 1300),
                }
            ),
            max_size=1,
        ),
    }
)
MANY = settings(
    max_examples=45, derandomize=True, suppress_health_check=[HealthCheck.too_slow, HealthCheck.data_too_large]
)


@MANY
@given(PIECES)
def test_any_piece_gives_a_plan_and_a_volume_between_its_bounds(piece: dict[str, Any]) -> None:
    job = Job.model_validate(top_document(piece=piece))
    planned = plan(job, SHOP)
    shape = shape_of(job.pieces[0])
    length, width = shape.size
    measured = planned.pieces[0].measure
    added = sum(add.outline.area_mm2 * (add.top_mm - add.bottom_mm) for add in shape.solid.adds)
    assert -1e-6 <= shape.solid.volume_mm3 <= (length * width * shape.cast_depth + added) * (1 + 1e-9)
    in_sides = any(one.kind == "bolt" and one.into in ("front", "left") for one in job.pieces[0].features)
    assert -1e-9 <= measured.volume.value * 1e6 <= shape.solid.volume_mm3 * (1 + 1e-9) + 1
    if not in_sides:
        assert measured.volume.value * 1e6 == pytest.approx(shape.solid.volume_mm3, rel=1e-6, abs=1)
    assert measured.mass_dry.value <= measured.mass_fresh.value + 1e-9
    assert plan(job, SHOP) == planned


@MANY
@given(PIECES)
def test_what_is_cut_at_a_seam_is_all_there(piece: dict[str, Any]) -> None:
    whole = Job.model_validate(top_document(piece={**piece, "seams": [], "edge_profiles": []})).pieces[0]
    divided = whole.model_copy(
        update={
            "seams": Piece.model_validate(
                {
                    **whole.model_dump(),
                    "seams": [{"id": "s", "side": "left", "offset": f"{shape_of(whole).size[0] * 0.37:.3f} mm"}],
                }
            ).seams
        }
    )
    before, after = shape_of(whole), shape_of(divided)
    lettered = any(one.kind == "lettering" for one in whole.features)  # raised letters are not cut in two
    outside = any(  # what hangs over the edge belongs to no part
        add.outline.box[0] < -1e-6 or not before.outline.polygon.buffer(1e-3).contains(add.outline.polygon)
        for add in before.solid.adds
    )
    layered = whole.taper is not None and whole.features  # sections of slopes are near, not exact
    if not lettered and not outside and not layered:
        near = 20 + before.cast_depth * _beside_arcs_mm2(before.outline)
        assert sum(part.volume_mm3 for part in after.parts) == pytest.approx(
            before.solid.volume_mm3, rel=5e-5, abs=near
        )


def _beside_arcs_mm2(outline: Outline) -> float:
    """How far a hole over a bow may be off: its chords hold the area of the whole arc, not of a stretch of it."""
    arcs = [edge for edge in outline.edges if edge.is_arc]
    chords = [max(2, round(CHORDS_PER_TURN * abs(edge.angle) / tau)) for edge in arcs]
    return sum(
        edge.length**2 / abs(edge.angle) * (1 - cos(edge.angle / 2 / count))
        for edge, count in zip(arcs, chords, strict=True)
    )


@given(OUTLINES)
def test_mirrored_twice_it_is_the_same(outline: dict[str, Any]) -> None:
    made = shape_of(shaped(outline).pieces[0]).outline
    again = made.mirrored().mirrored()
    assert (again.area_mm2, again.length_mm) == pytest.approx((made.area_mm2, made.length_mm))
    assert {(round(v.x, 6), round(v.y, 6)) for v in again.vertices} == {
        (round(v.x, 6), round(v.y, 6)) for v in made.vertices
    }
    assert made.mirrored().area_mm2 == pytest.approx(made.area_mm2)  # still counter-clockwise
    assert made.flipped().turned(1.0).area_mm2 == pytest.approx(made.area_mm2)


@given(st.integers(0, 1300), st.integers(0, 900), st.sampled_from(("opening", "recess", "sleeve", "lettering")))
def test_dragging_never_makes_an_invalid_job(x: int, y: int, kind: str) -> None:
    fields = {
        "opening": {"length": "300 mm", "width": "200 mm", "corner_radius": "20 mm"},
        "recess": {"length": "300 mm", "width": "200 mm", "corner_radius": "20 mm", "depth": "10 mm"},
        "sleeve": {"diameter": "60 mm"},
        "lettering": {"text": "8 kg", "height": "60 mm", "depth": "3 mm"},
    }[kind]
    job = top(feature(kind, f"{x} mm", f"{y} mm", **fields), hole("450 mm", "300 mm"))
    planned = plan(job, SHOP)
    inside = 0 <= x <= 900 and 0 <= y <= 600
    assert inside or "feature-outside" in {one.finding.code for one in planned.findings}


@pytest.mark.parametrize("by", [5.0, -5.0, 12.0])
def test_an_outline_moved_in_has_the_area_of_its_offset(by: float) -> None:
    outline = free_outline([Corner(0, 0), Corner(400, 0, radius=30), Corner(400, 300), Corner(0, 300)])
    moved = inset(outline, by)
    assert moved is not None
    # Steiner: sharp corners keep square, the rounded one turns a quarter about its own centre.
    expected = outline.area_mm2 - outline.length_mm * by + by * by * (3 + 0.7853981634)
    assert moved.area_mm2 == pytest.approx(expected, rel=1e-9)


def test_an_outline_moved_in_too_far_is_gone() -> None:
    square = free_outline([Corner(0, 0), Corner(40, 0), Corner(40, 40), Corner(0, 40)])
    assert inset(square, 21) is None
    back = inset(inset(square, 5) or square, -5)
    assert isinstance(back, Outline)
    assert back.area_mm2 == pytest.approx(1600)


def test_edges_are_named_as_they_face() -> None:
    l_top = {"kind": "l", "length": "1800 mm", "width": "1500 mm", "along": "600 mm", "across": "500 mm"}
    for meet, inner in {
        "back left": {"inner front", "inner right"},
        "back right": {"inner front", "inner left"},
        "front left": {"inner back", "inner right"},
        "front right": {"inner back", "inner left"},
    }.items():
        names = set(shape_of(shaped({**l_top, "meet": meet}).pieces[0]).outline.edge_names)
        assert names == {"front", "right", "back", "left", *inner}


def test_a_rounded_corner_is_shaped_as_its_two_neighbours() -> None:
    corners = ((0, 0), (900, 0), (900, 600), (0, 600))
    profile = lambda *edges: [  # noqa: E731
        {"edge": edge, "profile": "chamfer", "size": "10 mm", "made": "in the mould"} for edge in edges
    ]
    both = shaped(free(*corners, radius="80 mm"), edge_profiles=profile("edge 1", "edge 2"))
    one = shaped(free(*corners, radius="80 mm"), edge_profiles=profile("edge 1"))
    plain = shaped(free(*corners, radius="80 mm"))
    lost = [shape_of(plain.pieces[0]).solid.volume_mm3 - shape_of(j.pieces[0]).solid.volume_mm3 for j in (both, one)]
    assert lost[0] > lost[1] + 520 * 50  # the second edge and the arc between


def test_grinding_and_routing_are_cast_and_then_gone() -> None:
    job = top(piece={"grind": "2 mm", "edge_profiles": [{"edge": "front", "profile": "chamfer", "size": "10 mm"}]})
    shape = shape_of(job.pieces[0])
    assert shape.solid.volume_mm3 == pytest.approx(900 * 600 * 42)
    assert shape.finished.volume_mm3 == pytest.approx(900 * 600 * 40 - 900 * 50)
    measured = plan(job, SHOP).pieces[0].measure
    assert measured.mass_dry.inputs["taken_off_kg"].value == pytest.approx(
        (900 * 600 * 2 + 900 * 50) / 1e6 * measured.mass_fresh.inputs["density_kg_m3"].value / 1000
    )


def test_what_stays_in_weighs_with_it() -> None:
    job = top(
        feature("sleeve", "200 mm", diameter="40 mm", wall="5 mm", length="100 mm"),
        feature("bolt", "400 mm", diameter="10 mm", embedded="15 mm", projects="85 mm"),
        recess(x="700 mm"),
    )
    mass = plan(job, SHOP).pieces[0].measure.mass_fresh
    steel = 7850 * 3.14159265 / 4 * ((40**2 - 30**2) * 100 + 10**2 * 100) / 1e9
    assert mass.inputs["stays_in_kg"].value == pytest.approx(steel, rel=1e-6)


def test_the_heaviest_casting_is_the_one_that_is_moved() -> None:
    seam = {"id": "s", "side": "left", "offset": "300 mm"}
    planned = plan(top(opening(x={"offset": "700 mm"}, length="200 mm"), piece={"seams": [seam]}), SHOP).pieces[0]
    parts = planned.measure.parts
    assert [round(part.length_mm) for part in parts] == [300, 600]
    assert planned.handling.mass.value == pytest.approx(parts[1].mass_fresh.value, rel=0.05)

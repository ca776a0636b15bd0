"""plan(): total, deterministic, and every figure can be asked why."""

import json
import math
from datetime import UTC, datetime
from typing import Any, get_args

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pydantic import TypeAdapter

from tests.jobs import DEMO_FILES, opening, top
from ulbrek.core.base.figure import Figure
from ulbrek.core.finish.inputs import Look, Sheen
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.figures import figures_in
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.core.rulebook import rule_book, rules
from ulbrek.files.job_file import read_job_file

SHOP = Shop()
WORDS = {
    "max": max,
    "min": min,
    "ceil": math.ceil,
    "floor": math.floor,
    "sqrt": math.sqrt,
    "tan": math.tan,
    "atan": math.atan,
    "cos": math.cos,
    "sin": math.sin,
    "pi": math.pi,
    "abs": abs,
    "sum": sum,
    "exp": math.exp,
    "log": math.log,
}


def shown(planned: Plan) -> list[Figure]:
    return [*figures_in(planned), *planned.workings.values()]


@pytest.mark.parametrize("file", DEMO_FILES, ids=lambda file: file.name)
def test_each_formula_with_the_inputs_shown_gives_the_figure_shown(file: Any) -> None:
    pages = {page.id: page for page in rule_book()}
    for figure in shown(plan(read_job_file(file.read_bytes()).job, SHOP)):
        values = {name: put_in.value for name, put_in in figure.inputs.items()}
        names = {**WORDS, **values, "inputs": list(values.values())}
        worked = eval(pages[figure.rule].formula, {"__builtins__": {}}, names)  # noqa: S307 - our own rule book
        assert worked == pytest.approx(figure.value, rel=1e-9), figure.key


@pytest.mark.parametrize("file", DEMO_FILES, ids=lambda file: file.name)
def test_an_input_that_is_a_figure_has_that_figures_value_and_is_in_the_plan(file: Any) -> None:
    planned = plan(read_job_file(file.read_bytes()).job, SHOP)
    by_key = {figure.key: figure for figure in shown(planned)}
    for figure in by_key.values():
        for put_in in figure.inputs.values():
            if put_in.figure is not None:
                assert by_key[put_in.figure.key].value == put_in.value


def test_each_rule_says_its_terms_formula_and_source() -> None:
    for rule in rules().values():
        arguments = rule.function.__code__.co_varnames[: rule.function.__code__.co_argcount]
        assert set(arguments) <= {term.name for term in rule.text.terms}, rule.id
        assert rule.text.formula and rule.text.source, rule.id


def lengths(low: int, high: int) -> st.SearchStrategy[Any]:
    inches = st.integers(max(1, low * 16 // 25 + 1), high * 16 // 26).map(lambda n: {"typed": f"{n}/16", "bare": "in"})
    return st.one_of(st.integers(low, high).map(lambda mm: f"{mm} mm"), inches)


def anchors(sides: tuple[str, str]) -> st.SearchStrategy[Any]:
    return st.fixed_dictionaries(
        {"side": st.sampled_from(sides), "to": st.sampled_from(("edge", "centre")), "offset": lengths(0, 3000)}
    )


PLACE = {"x": anchors(("left", "right")), "y": anchors(("front", "back")), "name": st.just("F")}
FEATURES = st.one_of(
    st.fixed_dictionaries(
        {
            "kind": st.just("opening"),
            **PLACE,
            "length": lengths(10, 2000),
            "width": lengths(10, 2000),
            "corner_radius": lengths(0, 400),
        }
    ),
    st.fixed_dictionaries({"kind": st.just("hole"), **PLACE, "diameter": lengths(1, 900)}),
)
JOBS = st.fixed_dictionaries(
    {
        "name": st.just("Any"),
        "pieces": st.lists(
            st.fixed_dictionaries(
                {
                    "name": st.just("P"),
                    "count": st.integers(1, 40),
                    "outline": st.fixed_dictionaries({"length": lengths(10, 4000), "width": lengths(10, 3000)}),
                    "thickness": lengths(5, 600),
                    "features": st.lists(FEATURES, max_size=4),
                }
            ),
            min_size=1,
            max_size=3,
        ),
        "mix": st.fixed_dictionaries(
            {
                "mix": st.sampled_from(("ordinary", "gone")),
                "bag": st.sampled_from(("80lb", "60lb", "25kg", "gone")),
                "container": st.sampled_from(("bucket", "drum", "gone")),
                "spare": st.floats(0, 1),
                "bags_in_hand": st.one_of(st.none(), st.integers(0, 50)),
                "water_per_bag_l": st.one_of(st.none(), st.floats(0.01, 50)),
                "bags_per_batch": st.one_of(st.none(), st.integers(1, 400).map(lambda n: n / 4)),
            }
        ),
        "handling": st.fixed_dictionaries(
            {
                "people": st.integers(1, 12),
                "carry": st.sampled_from(("on edge", "flat, at quarter points", "flat, at the ends")),
            }
        ),
        "form": st.fixed_dictionaries(
            {
                "sheet": st.sampled_from((None, "melamine-10", "plywood-18", "gone")),
                "forms": st.integers(1, 4),
                "corner": st.sampled_from((None, "pinwheel")),
                "sides": st.sampled_from((None, "lapping the base")),
                "screw_spacing": lengths(50, 600),
                "bead_radius": lengths(1, 30),
                "knockouts": st.sampled_from((None, "screwed", "bonded and screwed")),
                "as_cut": st.dictionaries(
                    st.sampled_from(("p0.front", "p0.base", "p1.left", "elsewhere")),
                    st.fixed_dictionaries({"length": lengths(5, 4000), "height": st.none()}),
                    max_size=2,
                ),
            }
        ),
        "steel": st.fixed_dictionaries(
            {
                "school": st.sampled_from(("mesh and bars", "mesh", "fibre only", "none")),
                "bar": st.sampled_from((None, "4", "gone")),
                "exposure": st.sampled_from(("indoors", "outdoors", "on the ground")),
                "edge_distance": lengths(5, 200),
            }
        ),
        "cure": st.fixed_dictionaries(
            {
                "poured_at": st.one_of(
                    st.none(),
                    st.floats(0, 6e9).map(lambda second: datetime.fromtimestamp(1e9 + second, UTC).isoformat()),
                ),
                "temperature_c": st.floats(-20, 45),
                "strength_by": st.sampled_from(("ACI 209", "EN 1992")),
                "maturity": st.sampled_from(("Arrhenius", "Nurse-Saul")),
            }
        ),
        "finish": st.fixed_dictionaries(
            {
                "look": st.sampled_from(get_args(Look)),
                "sheen": st.sampled_from(get_args(Sheen)),
                "grits": st.lists(st.integers(16, 3000), max_size=5, unique=True),
                "voids": st.sampled_from(("left open", "filled with slurry")),
                "grind_when": st.sampled_from(("hard", "green")),
                "sealer": st.sampled_from(("penetrating", "film", "oil", "wax", None)),
                "thin_pct": st.floats(0, 200),
                "coats": st.one_of(st.none(), st.integers(1, 8)),
                "seal_after_d": st.one_of(st.none(), st.floats(0, 365)),
                "food": st.booleans(),
                "hot": st.booleans(),
            }
        ),
    }
)


def test_a_strip_a_hair_wide_beside_a_wide_one_is_planned() -> None:
    at = {"side": "left", "to": "edge", "offset": "0 mm"}
    slot = {"kind": "opening", "id": "f", "name": "F", "length": "87 mm", "width": "10 mm", "corner_radius": "1 mm",
            "x": at, "y": {"side": "front", "to": "edge", "offset": "1 mm"}}  # fmt: skip
    piece = {"id": "p", "name": "P", "outline": {"length": "1460.5 mm", "width": "97 mm"}, "thickness": "5 mm"}
    mix = {"mix": "ordinary", "bag": "80lb", "container": "bucket"}
    job = Job.model_validate({"name": "Any", "pieces": [{**piece, "features": [slot]}], "mix": mix})
    assert plan(job, SHOP).pieces[0].handling.lifts


@settings(max_examples=110, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(JOBS)
def test_any_valid_job_gives_a_plan(document: dict[str, Any]) -> None:
    for number, piece in enumerate(document["pieces"]):
        piece["id"] = f"p{number}"
        for index, feature in enumerate(piece["features"]):
            feature["id"] = f"f{index}"
    job = Job.model_validate(document)
    planned = plan(job, SHOP)
    assert plan(job, SHOP) == planned
    for piece, measured in zip(job.pieces, planned.pieces, strict=True):
        whole = piece.outline.length.mm * piece.outline.width.mm * piece.thickness.mm / 1e6
        assert -1e-9 <= measured.measure.volume.value <= whole * (1 + 1e-9)
    json.dumps(TypeAdapter(Plan).dump_python(planned, mode="json"), allow_nan=False)  # every number is one
    poured = planned.mix.poured_volume.value
    assert planned.mix.bags.value * planned.mix.bag_yield.value >= poured - 1e-6
    assert planned.mix.bags_per_batch * planned.mix.batches.value >= planned.mix.bags_mixed.value - 1e-9
    assert planned.mix.bags.value >= planned.mix.bags_mixed.value - 0.25


def test_a_piece_of_which_nothing_is_left_still_gets_a_plan() -> None:
    planned = plan(top(opening(length="932 mm", width="657 mm")), SHOP)
    assert planned.pieces[0].measure.volume.value == 0
    assert planned.findings[0].finding.code == "feature-outside"


def test_openings_that_overlap_are_taken_off_once() -> None:
    alone = plan(top(opening()), SHOP).pieces[0].measure.volume.value
    same_twice = plan(top(opening(), opening(id="again")), SHOP).pieces[0].measure.volume.value
    assert same_twice == pytest.approx(alone, rel=1e-9)


def test_an_anchor_holds_its_distance_when_the_piece_grows() -> None:
    sink = opening(x={"side": "right", "to": "edge", "offset": "80 mm"})
    for length in ("900 mm", "1400 mm"):
        (placed,) = (
            plan(top(sink, piece={"outline": {"length": length, "width": "600 mm"}}), SHOP).pieces[0].measure.features
        )
        assert placed.x_mm + placed.length_mm / 2 == pytest.approx(float(length[:-3]) - 80)


def test_a_spread_of_density_becomes_a_spread_of_mass() -> None:
    measured = plan(top(), SHOP).pieces[0].measure
    assert measured.mass_fresh.low == pytest.approx(measured.mass_fresh.value * 0.98)
    assert measured.mass_fresh.high == pytest.approx(measured.mass_fresh.value * 1.02)
    assert measured.mass_dry.low is not None
    assert measured.mass_dry.low == pytest.approx(measured.mass_fresh.value * 0.98 * 0.965)

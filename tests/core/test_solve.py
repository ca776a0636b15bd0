"""solve(): the change that it offers reaches the goal."""

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests.jobs import feature, opening, shaped, top, with_fields
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.measure.weighing import CannotSolveError
from ulbrek.core.plan.plan import plan
from ulbrek.core.solve.goal import (
    DivideAtSeams,
    EqualSections,
    FitToSite,
    TargetMass,
    solve,
)

SHOP = Shop()
PLATE = shaped({"kind": "disc", "diameter": "300 mm"}, feature("sleeve", "150 mm", "150 mm", diameter="33.7 mm"))


def solved(job: Job, goal: TargetMass | EqualSections | FitToSite | DivideAtSeams) -> Job:
    return with_fields(job, dict(solve(job, SHOP, goal).fields))


@pytest.mark.parametrize("when", ["fresh", "stripped", "dry"])
@pytest.mark.parametrize("by", ["thickness", "size"])
def test_a_plate_is_made_to_weigh_what_is_wanted(when: str, by: str) -> None:
    goal = TargetMass(piece="top", mass_kg=10, when=when, by=by)  # type: ignore[arg-type]
    measured = plan(solved(PLATE, goal), SHOP).pieces[0].measure
    masses = {"fresh": measured.mass_fresh, "stripped": measured.mass_stripped, "dry": measured.mass_dry}
    assert masses[when].value == pytest.approx(10, rel=1e-4)


def test_a_plate_of_ten_kilograms_by_the_formula() -> None:
    """t = (m - m_sleeve) / (rho pi / 4 (D² - d²)): any handbook; the solid sleeve weighs with it."""
    density = plan(PLATE, SHOP).pieces[0].measure.mass_fresh.inputs["density_kg_m3"].value
    thickness = solved(PLATE, TargetMass(piece="top", mass_kg=10, when="fresh")).pieces[0].thickness.mm
    ring, bar = 0.785398 * (0.3**2 - 0.0337**2), 0.785398 * 0.0337**2
    assert thickness / 1000 * (ring * density + bar * 7850) == pytest.approx(10, rel=1e-4)


def test_a_block_keeps_its_proportions() -> None:
    block = top(piece={"outline": {"length": "400 mm", "width": "200 mm"}})
    outline = solved(block, TargetMass(piece="top", mass_kg=20, by="size")).pieces[0].outline
    assert outline.kind == "rectangle"
    assert outline.length.mm == pytest.approx(2 * outline.width.mm)


BLOCK = top(piece={"outline": {"length": "400 mm", "width": "200 mm"}, "thickness": "100 mm"})


@pytest.mark.parametrize(("by", "power"), [("thickness", 1), ("length", 1), ("width", 1), ("size", 2), ("whole", 3)])
@given(mass=st.floats(8, 60))
def test_a_block_is_scaled_by_what_is_asked_for_and_nothing_else(by: str, power: int, mass: float) -> None:
    """The sides that change are those asked for, all by the root of the ratio of the weights; a cube stays a cube."""
    now = plan(BLOCK, SHOP).pieces[0].measure.mass_dry.value
    done = solved(BLOCK, TargetMass(piece="top", mass_kg=mass, by=by)).pieces[0]  # type: ignore[arg-type]
    assert done.outline.kind == "rectangle"
    share = (mass / now) ** (1 / power)
    changed = {"size": ("length", "width"), "whole": ("length", "width", "thickness")}.get(by, (by,))
    then = {"length": done.outline.length.mm, "width": done.outline.width.mm, "thickness": done.thickness.mm}
    for side, mm in {"length": 400, "width": 200, "thickness": 100}.items():
        assert then[side] == pytest.approx(mm * share if side in changed else mm, rel=1e-4)


@given(mass=st.floats(5, 80), off=st.floats(-0.2, 0.2))
def test_a_weight_that_was_asked_for_is_kept_and_looked_after(mass: float, off: float) -> None:
    job = solved(PLATE, TargetMass(piece="top", mass_kg=mass))
    assert job.pieces[0].weight is not None
    assert not [one for one in plan(job, SHOP).findings if one.finding.code == "off-its-weight"]
    thickness = job.pieces[0].thickness.mm * (1 + off)
    changed = with_fields(job, {"/pieces/0/thickness": f"{thickness:.3f} mm"})
    found = [one.finding for one in plan(changed, SHOP).findings if one.finding.code == "off-its-weight"]
    assume(abs(abs(off) - 0.02) > 0.001)
    assert bool(found) is (abs(off) > 0.02)
    for one in found:
        assert one.change is not None
        again = with_fields(changed, dict(one.change.fields)).pieces[0].thickness.mm
        assert again == pytest.approx(job.pieces[0].thickness.mm, abs=0.01)


@pytest.mark.parametrize("unknown", ["section", "count", "gap", "end gap", "run"])
def test_a_run_adds_up(unknown: str) -> None:
    run = {"run": "4000 mm", "gap": "10 mm", "end_gap": "5 mm"}
    job = top(piece={"count": 4, "run": run})
    done = solved(job, EqualSections(piece="top", unknown=unknown)).pieces[0]  # type: ignore[arg-type]
    assert done.run is not None
    length, _ = shape_of(done).size
    filled = done.count * length + (done.count - 1) * done.run.gap.mm + 2 * done.run.end_gap.mm
    slack = length if unknown == "count" else 1e-2  # whole pieces do not fill any run
    assert abs(filled - done.run.run.mm) <= slack


def test_a_top_fits_between_its_walls() -> None:
    site = {"dimensions": [{"id": "wall", "name": "Wall", "first": "1250 mm", "again": "1248 mm", "offset": "20 mm"}]}
    fits = [{"edge": "left", "gap": "3 mm"}, {"edge": "right", "gap": "2 mm"}]
    job = top(site=site, piece={"edge_fits": fits})
    assert shape_of(solved(job, FitToSite(piece="top", dimension="wall")).pieces[0]).size[0] == pytest.approx(1223)


def test_a_long_top_is_divided_clear_of_its_sink() -> None:
    sink = opening(x={"offset": "1500 mm"}, width="480 mm")
    job = top(sink, piece={"outline": {"length": "3000 mm", "width": "600 mm"}})
    done = solved(job, DivideAtSeams.model_validate({"piece": "top", "longest": "1900 mm"}))
    (seam,) = done.pieces[0].seams
    assert not 1275 - 100 < seam.offset.mm < 1725 + 100
    assert "seam-through-web" not in {one.finding.code for one in plan(done, SHOP).findings}
    assert sum(part.volume.value for part in plan(done, SHOP).pieces[0].measure.parts) == pytest.approx(
        plan(job, SHOP).pieces[0].measure.volume.value, rel=1e-6
    )


@pytest.mark.parametrize(
    ("job", "goal", "said"),
    [
        (top(), TargetMass(piece="bench", mass_kg=5), "no piece “bench”"),
        (top(), TargetMass(piece="top", mass_kg=0.1), "it weighs"),
        (top(), EqualSections(piece="top"), "No run is set"),
        (top(), FitToSite(piece="top", dimension="wall"), "no dimension “wall”"),
        (shaped({"kind": "trapezoid", "front": "900 mm", "back": "800 mm", "width": "600 mm"}),
         TargetMass(piece="top", mass_kg=20, by="size"), "no one size"),
        (top(piece={"count": 9, "run": {"run": "1000 mm"}}), EqualSections(piece="top", unknown="gap"), "more than"),
    ],
)  # fmt: skip
def test_what_cannot_be_solved_says_why_and_what_would_do(job: Job, goal: TargetMass, said: str) -> None:
    with pytest.raises(CannotSolveError, match=said) as refused:
        solve(job, SHOP, goal)
    assert str(refused.value).count(".") >= 2


@pytest.mark.parametrize("wall", ["3 mm", None])
def test_a_plate_for_so_much_dry_mix_leaves_its_bar_out_of_it(wall: str | None) -> None:
    """The steel that stays in is not mixed: t = m (1 + w) / (rho pi / 4 (D² - d²)), a tube or a solid bar alike."""
    plate = shaped(
        {"kind": "disc", "diameter": '18"'}, feature("sleeve", "228.6 mm", "228.6 mm", diameter='2"', wall=wall)
    )
    done = solved(plate, TargetMass(piece="top", mass_kg=20.412, when="dry mix", by="thickness"))
    planned = plan(done, SHOP)
    density = planned.pieces[0].measure.mass_fresh.inputs["density_kg_m3"].value
    water = planned.mix.water_planned_l / 27.216  # of the 60 lb bag
    ring = 0.785398 * (0.4572**2 - 0.0508**2)
    assert done.pieces[0].thickness.mm / 1000 * ring * density == pytest.approx(20.412 * (1 + water), rel=1e-4)


def test_what_stays_in_does_not_dry() -> None:
    """A solid bar keeps its mass: only the concrete loses its share."""
    measured = plan(PLATE, SHOP).pieces[0].measure
    bar = 0.785398 * 0.0337**2 * 0.04 * 7850
    loss = measured.mass_dry.inputs["drying_loss"].value
    assert measured.mass_dry.value == pytest.approx((measured.mass_fresh.value - bar) * (1 - loss) + bar, rel=1e-6)

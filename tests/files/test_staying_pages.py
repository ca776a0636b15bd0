"""What stays where it is cast, on paper: the same figures as on the screen, and nothing of lifting."""

import re

import pytest

from tests.core.arch_cases import arch
from tests.core.cabinet_cases import apron, over, sink
from tests.core.ground_cases import LUMBER, pad, sections
from tests.core.measure_cases import steps
from tests.core.warm_cases import seat
from tests.files.test_pack import SHOP, pack, plain, words
from tests.jobs import with_fields
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.buying.shopping import PlannedJob, shopping
from ulbrek.core.job.job import Job
from ulbrek.core.plan.plan import plan
from ulbrek.standins.prices import SimulatedPrices

FIELD = {"gap": "76 mm", "row_gap": "38 mm", "run": "2852 mm", "deep": None}
UNITS: tuple[Units, ...] = ("mm", "in")


def page_of(job: Job, heading: str, units: Units) -> str:
    """The page that begins with a heading."""
    return next(text for text in map(plain, pack(job, units).pages) if text.startswith(heading))


def said(value: float, kind: str, units: Units) -> str:
    return write_quantity(value, kind, units).replace("\u00a0", " ")


@pytest.mark.parametrize("units", UNITS)
def test_steps_have_their_boards_their_push_and_no_section_of_a_slab(units: Units) -> None:
    job = steps(3, "150 mm", "300 mm", landing="900 mm")
    form = plan(job, SHOP).pieces[0].form
    page = page_of(job, "Form", units)
    assert "two side forms on the ground, boards between" in page
    assert "From the side" in page
    assert "Section front to back" not in page
    push = form.stiffness.riser_push
    assert push is not None
    assert re.search(rf"Push on a riser\s+{re.escape(said(push.value, push.unit, units))}", page)
    for batten in form.stiffness.battens:
        line = f"{batten.count}, {said(batten.length.value, batten.length.kind or 'cut', units)} long"
        assert line in page.replace("\n", " "), batten.name
    for board in form.boards:
        assert board.name in page


@pytest.mark.parametrize("units", UNITS)
def test_alike_strips_of_a_field_stand_in_one_line_with_their_letters(units: Units) -> None:
    job = sections({"sheet": LUMBER}, **FIELD)
    planned = plan(job, SHOP)
    page = page_of(job, "Form", units).replace("\n", " ")
    short = [board for board in planned.pieces[0].form.boards if board.name.startswith("Short strip")]
    assert "8 × Short strip" in page
    assert said(short[0].length_cut_mm, "cut", units) in page
    assert said(planned.pieces[0].form.screw_count.value, "screws", units).split(" ")[0] in page
    all_ = " ".join(words(pack(job, units)).split())
    assert "Strips and channels" in all_
    assert "Blocks and cleats first" in all_
    assert "Strips between the sections last" in all_


@pytest.mark.parametrize("units", UNITS)
@pytest.mark.parametrize(
    "job", [pad(), over(sink("900 mm")), steps(2, "150 mm", "300 mm")], ids=["pad", "top", "steps"]
)
def test_nobody_is_asked_to_lift_what_stays(job: Job, units: Units) -> None:
    planned = plan(job, SHOP)
    handled = planned.pieces[0].handling
    assert handled.stays
    assert (handled.lifts, handled.slide, handled.lowered, handled.straps, handled.edge_down, handled.care) == (
        (), None, None, (), None, (),
    )  # fmt: skip
    page = page_of(job, "Move", units).replace("\n", " ")
    assert "it stays where it is cast; nobody lifts it" in page
    for lifted in (
        "People to carry",
        "Edge down",
        "Hold or strap",
        "Bending stress",
        "Weight in its form",
        "Knees bent",
    ):
        assert lifted not in page
    assert said(handled.mass.value, "kg", units).split(" ")[-1] in page


def test_what_is_bought_for_a_field_is_what_its_form_is_cut_from() -> None:
    together = sections({"sheet": LUMBER}, **FIELD)
    apart = sections({"sheet": LUMBER, "field": "a form each", "forms": 6}, **FIELD)
    lengths, oil = [], []
    for job in (together, apart):
        planned = plan(job, SHOP)
        list_ = shopping([PlannedJob(job, planned)], SHOP, {}, SimulatedPrices())
        (lumber,) = [line for line in list_.lines if line.name.startswith("Lumber 38 × 89")]
        (kind,) = [kind for kind in planned.cutting.kinds if kind.sheet == LUMBER]
        assert lumber.wanted == len(kind.bought)
        lengths.append(sum(board.length.value * (6 if job is apart else 1) for board in planned.pieces[0].form.boards))
        oil.append(next(line.wanted for line in list_.lines if "elease" in line.name or "oil" in line.name.lower()))
    # Four boards a section, two of them sides run past; the long strip between two rows is shared.
    assert lengths[1] == 6 * (2 * (900 + 76) + 2 * 600)
    assert lengths[0] == 2 * (2852 + 76) + 2 * 1238 + 2852 + 8 * 600
    assert lengths[0] < lengths[1]
    assert oil[0] == pytest.approx(oil[1], abs=0.02), "as many faces are oiled"


@pytest.mark.parametrize("made", ["early saw", "wet saw"])
def test_the_saw_window_is_on_paper_with_its_caution(made: str) -> None:
    text = " ".join(words(pack(pad(joints=made, columns=2), "mm")).split())
    assert f"Saw the joints ({made})" in text
    assert "goggles and ear protection" in text


@pytest.mark.parametrize("units", UNITS)
def test_steps_over_stone_print_the_stone_the_treads_and_the_steel_that_goes_over_it(units: Units) -> None:
    filled = steps(5, "150 mm", "300 mm", landing="1 m", rest_after=2, rest="1 m", over_stone="100 mm")
    job = with_fields(filled, {"/steel/school": "grid of bars"})
    planned = plan(job, SHOP)
    ground = planned.pieces[0].ground
    assert ground is not None
    assert ground.inside is not None
    page = page_of(job, "Ground", units).replace("\n", " ")
    for label, figure in (
        ("Stone inside, tamped", ground.inside.compacted),
        ("Stone inside, order loose", ground.inside.loose),
    ):
        assert f"{label} {said(figure.value, figure.kind or figure.unit, units)}" in page, label
    assert said(ground.inside.clear_mm, "tape", units) in page
    for tread in ground.treads:
        assert f"+{said(tread.high_mm, 'mm', units)}" in page
    all_ = " ".join(words(pack(job, units)).split())
    assert "Set over the stone once that is tamped" in all_
    assert "over the stone, feet down" in all_
    listed = shopping([PlannedJob(job, planned)], SHOP, {}, SimulatedPrices()).lines
    stone = next(line for line in listed if line.name == "Crushed stone, sub-base")
    assert ground.sub_base is not None
    assert stone.wanted == pytest.approx(ground.sub_base.loose.value + ground.inside.loose.value, abs=0.06)


@pytest.mark.parametrize("units", UNITS)
def test_an_apron_has_its_strip_on_paper(units: Units) -> None:
    job = over(apron("30 mm", "25 mm"))
    page = page_of(job, "Form", units).replace("\n", " ")
    strip = next(board for board in plan(job, SHOP).pieces[0].form.boards if board.kind == "drop strip")
    assert strip.name in page
    assert said(strip.height_cut_mm, "cut", units) in page
    assert "Set the strips under the drop edges" in " ".join(words(pack(job, units)).split())


@pytest.mark.parametrize("units", UNITS)
def test_an_arch_has_its_thrust_its_joints_and_how_it_is_let_down(units: Units) -> None:
    job = arch("600 mm", "300 mm", "100 mm", 11, width="200 mm", held_by="piers built for it", springing="900 mm",
               pier_width="450 mm")  # fmt: skip
    found = plan(job, SHOP).pieces[0].arch
    assert found is not None
    assert found.pier is not None
    assert found.thrust_most is not None
    page = " ".join(page_of(job, "Arch", units).split())
    for value, kind in ((found.factor.value, "ratio"), (found.pier.value, "ratio"), (found.thrust_most.value, "N")):
        assert said(value, kind, units) in page
    for joint in found.joints[6:]:
        for mm in (joint.inner.x, joint.inner.y, joint.outer.x, joint.outer.y):
            assert said(abs(mm), "cut", units) in page
    whole = " ".join(words(pack(job, units)).split())
    for step in ("Springings", "Centring", "Closing block", "Let it down"):
        assert step in whole
    assert "Nobody is under the arch" in whole
    assert "licensed engineer" in whole
    thin = page_of(arch(depth="40 mm"), "Arch", units)
    assert "falls as soon as the centring goes" in " ".join(thin.split())
    assert "No line of thrust lies in this ring" in " ".join(thin.split())


@pytest.mark.parametrize("units", UNITS)
def test_a_warm_seat_has_its_course_its_layers_its_meter_and_its_steps(units: Units) -> None:
    job = seat(pad={}, watts=45.0)
    found = plan(job, SHOP).pieces[0].warm
    assert found is not None
    assert found.warm_in is not None
    page = " ".join(page_of(job, "Warm", units).split())
    told = [(found.face.value, "C"), (found.covered.value, "C"), (found.watts.value, "W"), (found.ohms.value, "ohm")]
    for value, kind in (*told, (found.warm_in.value, "h"), (found.energy.value, "kWh"), (12.9, "ohm"), (500, "Mohm")):
        assert said(value, kind, units) in page
    for layer in found.layers:
        assert said(layer.to_mm, "tape", units) in page
    after = next(one for one in found.course if one.h == 2)
    assert said(after.face_c, "C", units) in page
    whole = " ".join(words(pack(job, units)).split())
    for step in ("Measure the mat", "Foam on it", "Leave it off", "First warming", "licensed electrician"):
        assert step in whole

"""Repairs: which one by size, use and place; when a casting is made again; and how much a repair takes."""

import random
from typing import Any

import numpy as np
import pytest

from tests.jobs import demo_job, top
from ulbrek.core.after.service import service_of
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Length
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.records.causes.table import DEFECTS
from ulbrek.core.records.repairs.damage import Damage, Service
from ulbrek.core.records.repairs.planner import CRACKS, FACES, VOIDS, Mending, measured_of, mend
from ulbrek.core.records.repairs.table import REPAIRS

VOID = {"long": "200 mm", "wide": "30 mm", "deep": "8 mm", "carries": False, "oily": False}
CRACK = {"long": "300 mm", "crack": "0.4 mm", "moving": False, "carries": False}
TOP = Service(show_mm2=600_000.0)


def mended(defect: str, measured: dict[str, Any], service: Service = TOP) -> Mending:
    found = mend(defect, Damage.model_validate(measured), service)
    assert found is not None
    return found


def ways(defect: str, measured: dict[str, Any], service: Service = TOP) -> list[str]:
    return [one.repair for one in mended(defect, measured, service).plans]


@pytest.mark.parametrize(
    ("defect", "deep", "service", "expected"),
    [
        ("pinholes", "1 mm", TOP, ["slurry", "resin fill"]),
        ("pinholes", "3 mm", Service(exposure="outdoors"), ["slurry"]),  # no resin in the sun
        ("pinholes", "3 mm", Service(penetrating=True), ["slurry"]),  # nor where a sealer is to soak in
        ("pinholes", "3 mm", Service(hot=True), ["slurry"]),
        ("stone pockets", "4 mm", TOP, ["mortar"]),
        ("stone pockets", "15 mm", TOP, ["mortar"]),
        ("stone pockets", "1 in", TOP, ["recast"]),
        ("letters torn", "4 mm", TOP, ["mortar", "resin fill"]),
        ("crumbling edge", "10 mm", Service(exposure="on the ground"), ["lip", "mortar"]),
    ],
)
def test_a_void_is_filled_by_its_depth_and_its_place(
    defect: str, deep: str, service: Service, expected: list[str]
) -> None:
    assert ways(defect, {**VOID, "deep": deep}, service) == expected


@pytest.mark.parametrize(
    ("crack", "moving", "service", "expected"),
    [
        ("0.05 mm", False, TOP, ["watch"]),
        ("0.4 mm", False, TOP, ["strap", "resin crack"]),
        ("0.4 mm", True, TOP, ["flexible"]),
        ("0.4 mm", False, Service(exposure="outdoors"), ["resin crack"]),
        ("0.4 mm", None, Service(exposure="on the ground"), ["flexible", "resin crack"]),
        ("1.5 mm", False, TOP, ["strap", "resin fill"]),
        ("4 mm", False, TOP, []),
    ],
)
def test_a_crack_is_mended_by_its_width_and_whether_it_moves(
    crack: str, moving: bool | None, service: Service, expected: list[str]
) -> None:
    found = mended("crack across", {**CRACK, "crack": crack, "moving": moving}, service)
    assert [one.repair for one in found.plans] == expected
    assert (found.verdict == "make it again") == (not expected)


@pytest.mark.parametrize("defect", ["stone pockets", "crack across"])
@pytest.mark.parametrize(
    "service", [Service(use="seat", over_people=True), Service(lifted=True), Service(arch=True, over_people=True)]
)
def test_what_people_stand_under_or_lift_is_made_again(defect: str, service: Service) -> None:
    found = mended(defect, {**VOID, **CRACK, "deep": "25 mm"}, service)
    assert (found.verdict, found.plans) == ("make it again", ())
    assert any("licensed" in care for care in found.care)


def test_a_hairline_in_a_weight_is_watched_and_never_glued() -> None:
    hair = {**CRACK, "crack": "0.05 mm"}
    assert ways("crack across", hair, Service(lifted=True)) == ["watch"]
    assert mended("crack across", {**hair, "carries": None}, Service(lifted=True)).verdict == "make it again"
    assert mended("crack across", hair, Service(arch=True, over_people=True)).verdict == "make it again"


def test_whatever_goes_through_what_carries_is_made_again() -> None:
    for defect, measured in (("stone pockets", VOID), ("crack at corner", CRACK)):
        assert mended(defect, {**measured, "carries": True}).verdict == "make it again"


def test_too_much_patch_on_a_fine_face_is_made_again() -> None:
    large = {**VOID, "long": "400 mm", "wide": "90 mm"}  # 6 % of the top
    assert mended("stone pockets", large).verdict == "make it again"
    assert mended("stone pockets", large, Service(show_mm2=600_000.0, exposure="outdoors")).plans
    assert mended("stone pockets", {**large, "deep": "2 mm"}).plans  # slurry is no patch


def test_a_vessel_holed_half_through_is_made_again() -> None:
    assert mended("stone pockets", {**VOID, "deep": "22 mm"}, Service(use="vessel")).verdict == "make it again"
    assert "24 h" in mended("crack across", CRACK, Service(use="vessel")).why


def test_what_is_not_measured_is_asked_for() -> None:
    assert mended("pinholes", {}).verdict == "measure first"
    assert set(mended("pinholes", {}).ask) == set(measured_of("pinholes"))
    assert mended("crack across", {"long": "300 mm"}).ask == ("crack", "moving", "carries")
    assert "hollow" in mended("pinholes", {**VOID, "carries": None}).why
    assert "oil" in mended("pinholes", {**VOID, "oily": True}).why


def test_every_kind_is_mended_or_has_its_own_words() -> None:
    for defect, kind in DEFECTS.items():
        found = mend(defect, Damage(), TOP)
        assert (found is None) == (defect not in VOIDS | CRACKS | set(FACES))
        assert kind.now
    assert ways("colour band", {}, Service(food=True)) == []


def test_amounts_are_those_of_the_place_that_is_cut() -> None:
    """By counting cells of a millimetre in the block that is cut out, over random places."""
    dice = random.Random(5)  # noqa: S311 - the same places every time
    for _ in range(20):
        long, wide, deep = dice.randint(20, 120), dice.randint(10, 40), dice.randint(4, 14)
        measured = {"long": f"{long} mm", "wide": f"{wide} mm", "deep": f"{deep} mm", "carries": False, "oily": False}
        takes = {one.name: one.amount.value for one in mended("leak fins", measured, Service()).plans[0].materials}
        cells = np.zeros((long + 60, wide + 60, deep + 30), dtype=bool)
        cells[25 : 35 + long, 25 : 35 + wide, :deep] = True
        assert takes["Fine mortar"] == pytest.approx(cells.sum() / 1e6 * 1.2)
        mass = takes["Cement"] + takes["Fine sand, under {1 limit}"] + takes["Water, with 10 to 20 % of it polymer"]
        assert 2.2 < mass / takes["Fine mortar"] < 2.35  # kg/l, as fine mortar weighs


def test_steps_come_in_order_and_their_words_can_be_written() -> None:
    for repair in REPAIRS.values():
        starts = [step.after_h for step in repair.steps]
        assert starts == sorted(starts)
        assert starts[0] == 0
        assert repair.ready_h[0] <= repair.ready_h[1]
        for units in ("mm", "in"):
            written = [fill(step.text, {}, units) for step in repair.steps]  # type: ignore[arg-type]
            assert not any("{" in text for text in [*written, fill(repair.not_when, {}, units)])  # type: ignore[arg-type]


def test_a_piece_serves_as_its_job_says() -> None:
    shop = Shop()
    job = top(handling={"people": 4, "standing": {"top": {"use": "seat"}}}, steel={"exposure": "outdoors"})
    found = service_of(job, shop, plan(job, shop), "top")
    assert (found.use, found.exposure, found.over_people, found.lifted) == ("seat", "outdoors", True, False)
    assert found.thick_mm == 40
    assert found.show_mm2 == pytest.approx(900 * 600 + (900 + 2 * 600) * 40)  # its back stands at a wall
    weights = demo_job(3)
    found = service_of(weights, shop, plan(weights, shop), weights.pieces[0].id)
    assert found.lifted


def test_a_length_that_cannot_be_is_refused_by_its_field() -> None:
    with pytest.raises(ValueError, match="deep"):
        Damage(deep=Length(mm=5_000))

"""What is bought and how it is sawn: sizes and prices of sheets, grain, the saw's settings, lumber, ticks."""

from typing import Any

import pytest

from tests.jobs import opening, top
from ulbrek.core.buying.demand import takes
from ulbrek.core.form.result import CuttingResult, KindCut
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan

SHOP = Shop()
FULL = {"length_mm": 2440.0, "width_mm": 1220.0}
HALF = {"length_mm": 1220.0, "width_mm": 1220.0}
LARGE = {"length_mm": 2500.0, "width_mm": 1250.0}


def shop_with(*sizes: dict[str, Any]) -> Shop:
    """A shop whose melamine board is sold in these sizes."""
    usual, *others = sizes
    raw = SHOP.model_dump(mode="json")
    raw["sheets"][0] |= {**usual, "other_sizes": others}
    return Shop.model_validate(raw)


def cut(shop: Shop = SHOP, **changed: Any) -> CuttingResult:
    return plan(top(opening(), **changed), shop).cutting


def kind(shop: Shop = SHOP, **changed: Any) -> KindCut:
    return cut(shop, **changed).kinds[0]


def sizes(of: KindCut) -> list[tuple[float, float]]:
    return [(sheet.length_mm, sheet.width_mm) for sheet in of.sheets]


@pytest.mark.parametrize(
    ("sold", "taken"),
    [
        ((FULL | {"price": 44}, HALF | {"price": 25}), HALF),  # 1020 by 720 and four strips go onto a half
        ((FULL | {"price": 24}, HALF | {"price": 25}), FULL),  # the whole one is on offer
        ((FULL, HALF), HALF),  # no prices: the least area
        ((LARGE | {"price": 40}, FULL | {"price": 44}), LARGE),
    ],
)
def test_the_size_that_costs_least_is_bought(sold: tuple[dict[str, Any], ...], taken: dict[str, Any]) -> None:
    bought = kind(shop_with(*sold))
    assert sizes(bought) == [(taken["length_mm"], taken["width_mm"])]
    price = next((one.get("price") for one in sold if one["length_mm"] == taken["length_mm"]), None)
    assert (bought.cost.value if bought.cost else None) == price


def test_the_last_sheet_may_be_a_smaller_one() -> None:
    many = {"piece": {"count": 5, "outline": {"length": "880 mm", "width": "480 mm"}}, "form": {"forms": 5}}
    bought = kind(shop_with(FULL | {"price": 44}, HALF | {"price": 25}), **many)
    assert sorted(sizes(bought)) == [(1220, 1220), (2440, 1220)]
    assert bought.cost is not None
    assert bought.cost.value == 69
    assert (bought.proven, bought.least) == (True, 2)
    keys = [panel.key for sheet in bought.sheets for panel in sheet.panels]
    assert sorted(keys) == sorted(bought.names)


def test_what_would_be_spliced_out_of_one_size_is_cut_out_of_the_larger() -> None:
    long = {"piece": {"outline": {"length": "2350 mm", "width": "600 mm"}}}  # its base is 2470
    assert [found.code for found in kind(**long).findings] == ["board-is-spliced"]
    larger = kind(shop_with(FULL | {"price": 1}, LARGE | {"price": 100}), **long)
    assert not larger.findings
    assert set(sizes(larger)) == {(2500, 1250)}


def test_a_price_that_is_missing_leaves_the_cost_unsaid() -> None:
    assert kind().cost is None
    assert kind(shop_with(FULL | {"price": 44})).cost is not None


def test_the_grain_is_kept_along_the_sheet_where_it_matters() -> None:
    across = {"piece": {"outline": {"length": "500 mm", "width": "1400 mm"}}}  # the base is 620 along, 1520 across

    def turned(grain: str) -> set[bool]:
        found = kind(form={"grain": grain}, **across)
        wanted = {"top.front": 500.0, "top.left": 1432.0, "top.right": 1432.0}
        return {
            panel.length_mm != wanted[panel.key]
            for sheet in found.sheets
            for panel in sheet.panels
            if panel.key in wanted
        }

    assert turned("along the sheet") == {False}
    spliced = [found.values["board"] for found in kind(form={"grain": "along the sheet"}, **across).findings]
    assert spliced == ["Base"], "across the grain it is wider than a sheet"
    assert not kind(form={"grain": "ignored"}, **across).findings


@pytest.mark.parametrize(
    ("saw", "depth"), [("table saw", None), ("track saw", 16 + 5 + 2), ("hand-held saw along a guide", 16 + 2)]
)
def test_the_saw_is_set_as_deep_as_the_sheet_its_rail_and_two_millimetres(saw: str, depth: float | None) -> None:
    found = kind(form={"saw": saw})
    assert (found.depth.value if found.depth else None) == depth
    assert any(one.guide for one in found.saw_settings) == (saw == "hand-held saw along a guide")


def test_the_guide_of_a_hand_held_saw_lies_an_offset_from_the_cut() -> None:
    found = kind(
        form={"saw": "hand-held saw along a guide", "guide_left": "38 mm", "guide_right": "110 mm", "kerf": "3 mm"}
    )
    guides = {one.setting_mm: (one.guide.value, one.beyond) for one in found.saw_settings if one.guide}
    assert guides[932] == (932 - 38, False)
    assert guides[40] == (40 + 3 + 110, True), "no guide can be clamped on 40 mm"


def test_every_cut_has_its_setting_and_each_setting_is_told_once() -> None:
    found = kind()
    saws = [(saw.kind, round(saw.setting_mm, 1)) for sheet in found.sheets for saw in sheet.saws]
    told = {(one.kind, one.setting_mm): one.cuts for one in found.saw_settings}
    assert len(told) == len(found.saw_settings)
    assert told == {key: saws.count(key) for key in saws}


def test_a_wider_kerf_takes_more_of_the_sheet() -> None:
    def left(kerf: str) -> float:
        return max(rest.length_mm * rest.width_mm for rest in kind(form={"kerf": kerf}).sheets[0].rests)

    assert left("6 mm") < left("2 mm")


def test_lumber_is_cut_from_the_length_that_leaves_least() -> None:
    found = cut().lumber
    assert found is not None
    parts = [part.length_mm for length in found.lengths for part in length.parts]
    bearers = plan(top(opening()), SHOP).pieces[0].form.stiffness
    assert parts == [720.0] * len(bearers.bearers_mm)  # the base is 1020 by 720
    assert found.proven
    assert (found.length_mm, found.count.value) == (3050.0, 1.0), "four times 720 and three kerfs"
    for length in found.lengths:
        used = sum(part.length_mm + 3 for part in length.parts)
        assert length.left_mm == pytest.approx(found.length_mm - used)


def test_a_job_takes_its_lumber_from_stock() -> None:
    job = top(opening())
    (lumber,) = [one for one in takes(job, SHOP, plan(job, SHOP)) if one.material == "batten-38x63"]
    assert (lumber.quantity, lumber.unit, lumber.of_form) == (1.0, "lengths", True)


def test_what_is_ticked_off_is_told_and_stays_when_something_else_changes() -> None:
    sawn = {"top.front": {"length_mm": 932.0, "width_mm": 40.0}}
    assert kind(form={"sawn": sawn}).sawn == ("top.front",)
    assert kind(form={"sawn": sawn, "release": "oil"}).sawn == ("top.front",)
    codes = {found.code for found in cut(form={"sawn": sawn}, piece={"thickness": "50 mm"}).findings}
    assert codes == {"sawn-otherwise"}

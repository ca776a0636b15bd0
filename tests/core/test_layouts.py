"""Cut plans that were accepted: sawn again from their places, and let go when a board has changed."""

from dataclasses import replace
from typing import Any

import pytest

from bench.cutting import cases, check, sheets_of
from tests.jobs import hole, opening, top
from ulbrek.core.form.cutting import as_kept
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.nesting.bounds import least_sheets
from ulbrek.core.kit.nesting.lengths import LengthStock, fewest_lengths
from ulbrek.core.kit.nesting.panels import Panel, SheetStock
from ulbrek.core.kit.nesting.regrown import Cut, Laid, kept, regrown
from ulbrek.core.kit.nesting.sawing import sawn
from ulbrek.core.kit.nesting.search import Search
from ulbrek.core.kit.nesting.sheets import cut_sheets
from ulbrek.core.kit.nesting.tree import RIP
from ulbrek.core.plan.plan import plan, to_cut
from ulbrek.core.plan.result import Plan

SHOP = Shop()
SHEET = "melamine-16"


def accepted(job: Job) -> dict[str, Any]:
    """The plan of the largest rest, as a job keeps it."""
    found = to_cut(job, SHOP, SHEET)
    assert found is not None
    panels, stock, _ = found
    layout = Search(panels, stock).quick()
    return {SHEET: [as_kept(sheet).model_dump() for sheet in kept(layout, panels)]}


def of(layouts: dict[str, Any], **form: Any) -> Plan:
    return plan(top(opening(), hole("450 mm", "520 mm"), form={"layouts": layouts, **form}), SHOP)


def codes(planned: Plan) -> set[str]:
    return {one.finding.code for one in planned.findings}


def test_an_accepted_plan_is_the_one_that_is_sawn() -> None:
    job = top(opening(), hole("450 mm", "520 mm"))
    layouts = accepted(job)
    planned = of(layouts)
    (kind,) = planned.cutting.kinds
    assert kind.accepted
    assert not plan(job, SHOP).cutting.kinds[0].accepted
    found = to_cut(job, SHOP, SHEET)
    assert found is not None
    panels, stock, _ = found
    assert list(kind.sheets) == sawn(Search(panels, stock).quick(), panels, stock)
    assert "layout-lost" not in codes(planned)


def test_it_is_kept_when_something_else_changes_and_lost_when_a_board_does() -> None:
    layouts = accepted(top(opening(), hole("450 mm", "520 mm")))
    assert of(layouts, release="oil").cutting.kinds[0].accepted
    wider = of(layouts, ledge="70 mm")
    assert not wider.cutting.kinds[0].accepted
    assert "layout-lost" in codes(wider)
    (lost,) = [one.finding for one in wider.findings if one.finding.code == "layout-lost"]
    assert lost.change is not None
    assert dict(lost.change.fields) == {f"/form/layouts/{SHEET}": []}


@pytest.mark.parametrize(
    "spoil", [{"panel": "somebody's"}, {"size_mm": 9000.0}, {"size_mm": 10.0}, {"panel": None}, {"of": 900}]
)
def test_a_plan_that_cannot_be_sawn_is_not_sawn(spoil: dict[str, Any]) -> None:
    layouts = accepted(top(opening(), hole("450 mm", "520 mm")))
    piece = next(one for one in layouts[SHEET][0]["pieces"] if one["panel"])
    piece.update(spoil)
    assert not of(layouts).cutting.kinds[0].accepted


def test_a_panel_cut_twice_or_an_offcut_that_is_gone_is_no_plan() -> None:
    panels = [Panel("a", 400, 300), Panel("b", 400, 300)]
    twice = Cut(0, None, (Cut(300, None, (Cut(400, "a"), Cut(400, "a"))),))
    once = Cut(0, None, (Cut(300, None, (Cut(400, "a"), Cut(400, "b"))),))
    stock = SheetStock(2440, 1220, 3)
    assert regrown([Laid(None, RIP, twice)], panels, stock) is None
    assert regrown([Laid(0, RIP, once)], panels, stock) is None
    assert regrown([Laid(None, RIP, once)], panels, stock) is not None


@pytest.mark.parametrize("case", [one for one in cases() if one.name in ("S", "M", "L")], ids=lambda case: case.name)
@pytest.mark.parametrize("narrow", [False, True])
def test_what_a_search_finds_can_be_sawn_and_is_never_worse_than_what_it_began_from(case: Any, narrow: bool) -> None:
    search = Search(case.panels, case.stock, seed=7, narrow=narrow)
    best = first = search.quick()
    for number, found in enumerate(search.better(first)):
        assert search.worth(found) <= search.worth(best)
        best = found
        if number >= 4:
            break
    for layout in (first, best):
        check(case, sheets_of(layout, case))
        again = regrown(kept(layout, case.panels), case.panels, case.stock)
        assert again is not None
        assert (len(again.sheets), again.settings) == (len(layout.sheets), layout.settings)
        assert again.net == pytest.approx(layout.net)
    assert len(best.sheets) >= least_sheets(case.panels, case.stock)


def test_offcuts_are_cut_up_before_a_sheet_is_bought() -> None:
    whole = plan(top(), SHOP).cutting
    offcuts = [
        {"sheet": SHEET, "length": "1100 mm", "width": "800 mm"},
        {"sheet": SHEET, "length": "1000 mm", "width": "200 mm"},
    ]
    planned = plan(top(form={"offcuts": offcuts}), SHOP).cutting
    assert whole.sheet_count.value == 1
    assert planned.sheet_count.value == 0
    assert {sheet.offcut for sheet in planned.kinds[0].sheets} == {0, 1}
    assert planned.proven


def test_a_part_that_keeps_its_grain_is_not_turned() -> None:
    across = [Panel("a", 300, 1000, along=True), Panel("b", 300, 1000, along=True)]
    (sheet,) = cut_sheets(across, SheetStock(2440, 1220, 3))[0]
    assert {(p.length_mm, p.width_mm) for p in sheet.panels} == {(300, 1000)}
    turned = [replace(one, along=False) for one in across]
    assert {min(p.length_mm, p.width_mm) for p in cut_sheets(turned, SheetStock(2440, 1220, 3))[0][0].panels} == {300}
    _, too_large = cut_sheets([Panel("c", 300, 1300, along=True)], SheetStock(2440, 1220, 3))
    assert too_large == ["c"]


def test_a_trimmed_sheet_holds_less_and_its_panels_lie_inside_the_trim() -> None:
    panels = [Panel("a", 2430, 300)]
    (sheet,), _ = cut_sheets(panels, SheetStock(2440, 1220, 3, trim_mm=5))
    assert (sheet.panels[0].x_mm, sheet.panels[0].y_mm) == (5, 5)
    assert cut_sheets(panels, SheetStock(2440, 1220, 3, trim_mm=6))[1] == ["a"]


def test_few_lengths_are_proven_where_material_alone_says_so() -> None:
    cut = fewest_lengths([("a", 3000.0), ("b", 2990.0), ("c", 7000.0)], LengthStock(6000, 3))
    assert (len(cut.plans), cut.too_long, cut.proven) == (1, ("c",), True)

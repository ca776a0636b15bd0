"""Parts out of stock: nothing lost, nothing on top of another, every part freed by cuts right across."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import box, unary_union

from ulbrek.core.kit.nesting.bounds import least_sheets
from ulbrek.core.kit.nesting.lengths import LengthStock, cut_lengths
from ulbrek.core.kit.nesting.panels import Panel, SheetPlan, SheetStock
from ulbrek.core.kit.nesting.sheets import cut_sheets

STOCK = SheetStock(2440, 1220, 3)
PANELS = st.lists(st.tuples(st.integers(20, 2600), st.integers(20, 1300)), min_size=1, max_size=24).map(
    lambda sizes: [Panel(f"p{index}", float(a), float(b)) for index, (a, b) in enumerate(sizes)]
)


def check(sheet: SheetPlan) -> None:
    places = [box(p.x_mm, p.y_mm, p.x_mm + p.length_mm, p.y_mm + p.width_mm) for p in sheet.panels]
    assert box(0, 0, 2440, 1220).buffer(1e-6).contains(unary_union(places))
    for index, place in enumerate(places):
        for other in places[index + 1 :]:
            assert place.distance(other) >= 3 - 1e-6  # a saw goes between
    assert [saw.number for saw in sheet.saws] == list(range(1, len(sheet.saws) + 1))
    for saw in sheet.saws:  # no cut goes through a panel
        line = box(min(saw.x1, saw.x2) - 1e-9, min(saw.y1, saw.y2), max(saw.x1, saw.x2), max(saw.y1, saw.y2) + 1e-9)
        assert not [place for place in places if place.buffer(-0.1).intersects(line)]
    rests = [box(r.x_mm, r.y_mm, r.x_mm + r.length_mm, r.y_mm + r.width_mm) for r in sheet.rests]
    assert all(not rest.buffer(-0.1).intersects(place) for rest in rests for place in places)


@settings(max_examples=60)
@given(PANELS)
def test_every_panel_is_cut_once_or_said_to_be_too_large(panels: list[Panel]) -> None:
    sheets, too_large = cut_sheets(panels, STOCK)
    placed = [panel for sheet in sheets for panel in sheet.panels]
    assert sorted([*(p.key for p in placed), *too_large]) == sorted(p.key for p in panels)
    sizes = {p.key: sorted((p.length_mm, p.width_mm)) for p in panels}
    assert all(sorted((p.length_mm, p.width_mm)) == sizes[p.key] for p in placed)
    for sheet in sheets:
        check(sheet)
    cut = [p for p in panels if p.key not in too_large]
    assert len(sheets) >= least_sheets(cut, STOCK)
    assert all(max(sizes[key]) > 2440 or min(sizes[key]) > 1220 for key in too_large)


def test_strips_of_one_height_come_from_one_setting_of_the_fence() -> None:
    strips = [Panel(f"s{index}", 600.0 + index, 38.0) for index in range(8)]
    (sheet,), _ = cut_sheets([Panel("base", 1040, 730), *strips], STOCK)
    rips = {saw.setting_mm for saw in sheet.saws if saw.kind == "rip"}
    assert rips in ({38.0, 730.0}, {38.0, 1040.0})
    crosscuts = [saw.setting_mm for saw in sheet.saws if saw.kind == "cross"]
    assert crosscuts == sorted(crosscuts, reverse=True)  # equal lengths one after another


def test_as_many_as_fill_a_sheet_to_the_last_millimetre() -> None:
    quarters = [Panel(f"q{index}", 1218.5, 608.5) for index in range(4)]
    sheets, _ = cut_sheets(quarters, STOCK)
    assert len(sheets) == least_sheets(quarters, STOCK) == 1
    wider = [Panel(f"q{index}", 1219.0, 609.0) for index in range(4)]
    assert least_sheets(wider, STOCK) == 2
    assert len(cut_sheets(wider, STOCK)[0]) == 2


@given(st.lists(st.integers(50, 7000), min_size=1, max_size=30))
def test_every_bar_is_cut_once_from_stock_that_holds_it(lengths: list[int]) -> None:
    plans, too_long = cut_lengths([(f"b{i}", float(one)) for i, one in enumerate(lengths)], LengthStock(6000, 2))
    cut = [key for one in plans for key, _ in one.parts]
    assert sorted([*cut, *too_long]) == sorted(f"b{i}" for i in range(len(lengths)))
    assert len(too_long) == sum(one > 6000 for one in lengths)
    for one in plans:
        used = sum(length for _, length in one.parts)
        assert used + 2 * (len(one.parts) - 1) <= 6000
        assert one.left_mm == pytest.approx(max(0, 6000 - used - 2 * len(one.parts)))


def share_a_sheet(one: Panel, other: Panel) -> bool:
    """Whether two panels lie on one sheet in any way: side by side along it or across it, each turned or not."""
    turned = [[(p.length_mm, p.width_mm), (p.width_mm, p.length_mm)] for p in (one, other)]
    return any(
        max(a, c) <= 2440 and max(b, d) <= 1220 and (a + c + 3 <= 2440 or b + d + 3 <= 1220)
        for a, b in turned[0]
        for c, d in turned[1]
    )


@settings(max_examples=80)
@given(st.lists(st.tuples(st.integers(900, 2440), st.integers(400, 1220)), min_size=1, max_size=9))
def test_no_plan_can_go_below_the_least(sizes: list[tuple[int, int]]) -> None:
    """Against every way to give panels to sheets of which each pair could share one; that is never too few."""
    panels = [Panel(f"p{index}", float(a), float(b)) for index, (a, b) in enumerate(sizes)]
    beside = [[share_a_sheet(one, other) for other in panels] for one in panels]

    def fewest(index: int, groups: tuple[tuple[int, ...], ...]) -> int:
        if index == len(panels):
            return len(groups)
        ways = [fewest(index + 1, (*groups, (index,)))]
        for number, group in enumerate(groups):
            area = sum((panels[one].length_mm + 3) * (panels[one].width_mm + 3) for one in (*group, index))
            if area <= 2443 * 1223 and all(beside[one][index] for one in group):
                ways.append(fewest(index + 1, (*groups[:number], (*group, index), *groups[number + 1 :])))
        return min(ways)

    sheets, _ = cut_sheets(panels, STOCK)
    assert least_sheets(panels, STOCK) <= fewest(0, ()) <= len(sheets)


def test_large_panels_of_which_no_two_share_a_sheet_take_a_sheet_each() -> None:
    large = [Panel(f"l{index}", 1300.0 + index, 700.0) for index in range(40)]
    small = [Panel(f"s{index}", 300.0, 200.0) for index in range(40)]
    assert least_sheets([*large, *small], STOCK) == 40
    with_offcuts = SheetStock(2440, 1220, 3, offcuts=((1400.0, 750.0), (1320.0, 710.0), (200.0, 100.0)))
    assert least_sheets([*large, *small], with_offcuts) == 38

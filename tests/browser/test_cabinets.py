"""Cabinets in a browser: a run is described, a range parts its tops, a U with its sink, what does not close."""

import pytest
from axe_playwright_python.sync_playwright import Axe
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from ops.browser import DESK, PHONE
from tests.browser.conftest import OpenPage
from tests.browser.test_forms import begin, own
from tests.browser.test_screens import AXE_TAGS
from tests.core.cabinet_cases import apron, leg, over, sink


def opened(api: TestClient, *features: dict[str, object], **run: object) -> str:
    return begin(api, over(*features, **run).model_dump(mode="json")).replace("/form", "/cabinets")  # type: ignore[arg-type]


def add(page: Page, leg_name: str, what: str) -> None:
    page.get_by_role("group", name=f"Add to the {leg_name}").get_by_role("button", name=what, exact=True).click()


def width(page: Page, unit: str, text: str, region: str) -> None:
    """Types how wide a unit is, in the list of its leg."""
    page.get_by_role("region", name=region).locator("li").nth(int(unit) - 1).get_by_role("button").first.click()
    page.keyboard.press("ControlOrMeta+a")
    page.keyboard.type(text)
    page.keyboard.press("Enter")


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_u_with_a_sink_and_a_range_is_drawn_as_a_newcomer_would(
    open_page: OpenPage, api: TestClient, units: str
) -> None:
    wide = {"mm": ("900 mm", "760 mm"), "in": ('36"', '30"')}[units]
    page = open_page("/", units=units)
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="New piece")
    dialog.get_by_role("button", name="Top over cabinets").click()
    dialog.get_by_role("button", name="Create").click()
    rail = page.get_by_role("navigation", name="Stations")
    rail.get_by_role("link", name="Cabinets").click()
    page.get_by_role("button", name="Put a straight run under it").click()
    page.get_by_role("combobox", name="Side legs").select_option("leftright")
    expect(page.locator("[data-unit^=right]")).to_have_count(1)
    before = page.locator("[data-unit^=back]").count()
    add(page, "back leg", "Range")
    expect(page.locator("[data-unit^=back]")).to_have_count(before + 1)
    width(page, str(before + 1), wide[1], "Back leg")
    add(page, "back leg", "Cabinet")
    expect(page.locator("[data-unit^=back]")).to_have_count(before + 2)
    width(page, str(before + 2), wide[0], "Back leg")
    add(page, "left leg", "Sink")
    expect(page.locator("[data-unit^=left]")).to_have_count(2)
    told = page.locator("[data-finding=no-top-drawn]")
    expect(told).to_contain_text("top 2 is not drawn yet")
    told.get_by_role("button", name="Draw the top").click()
    expect(told).to_have_count(0)
    expect(page.locator("[data-top]")).to_have_count(2)
    job = own(page, api)["job"]
    assert [piece["outline"]["kind"] for piece in job["pieces"]] == ["l", "l"]
    assert job["mix"]["settled"] == "tapped"
    # The sink's opening is missing: its cabinet is found.
    expect(page.locator("[data-finding=sink-has-no-opening]")).to_contain_text("sink cabinet")
    page.get_by_role("radio", name="Boards").click()
    expect(page.locator("[data-board]").first).to_be_visible()
    expect(page.locator("[data-bearing='under a seam']").first).to_be_attached()
    rail.get_by_role("link", name="Measure").click()
    expect(page.get_by_text("as large as its cabinets make it")).to_be_visible()


def test_what_does_not_close_is_told_with_its_figure_and_closed_by_a_filler(
    open_page: OpenPage, api: TestClient
) -> None:
    page = open_page(opened(api, back=leg("600 mm", "600 mm", "600 mm", wall="1845 mm")), units="mm")
    told = page.locator("[data-finding=run-does-not-close]")
    expect(told).to_contain_text("45 mm short of the wall’s 1845 mm")
    expect(page.locator("[data-fit=back]")).to_contain_text("45 mm open")
    told.get_by_role("button", name="Close it with a filler").click()
    expect(told).to_have_count(0)
    expect(page.locator("[data-fit=back]")).to_contain_text("it closes")
    assert own(page, api)["job"]["cabinets"]["runs"][0]["back"]["units"][-1]["width"]["mm"] == 45


def test_a_unit_is_pressed_on_the_drawing_and_changed_beside_it(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(opened(api, sink("900 mm"), back=leg("600 mm", "sink cabinet 600 mm", "600 mm")), units="mm")
    page.locator("[data-plate='back 0']").click()
    chosen = page.get_by_role("region", name="Chosen unit")
    expect(chosen).to_contain_text("Back leg, 1 of 3")
    chosen.get_by_role("button", name="Move later").click()
    expect(chosen).to_contain_text("Back leg, 2 of 3")
    expect(page.locator("[data-finding=sink-has-no-opening]")).to_be_visible()
    kinds = [one["kind"] for one in own(page, api)["job"]["cabinets"]["runs"][0]["back"]["units"]]
    assert kinds == ["sink cabinet", "cabinet", "cabinet"]
    chosen.get_by_role("button", name="Remove").click()
    expect(page.locator("[data-unit]")).to_have_count(2)
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[data-unit]")).to_have_count(3)


def test_an_opening_is_moved_over_its_cabinet(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(opened(api, sink("960 mm"), back=leg("600 mm", "sink cabinet 600 mm", "600 mm")), units="mm")
    told = page.locator("[data-finding=opening-over-a-side]")
    told.get_by_role("button", name="Move it over the cabinet").click()
    expect(told).to_have_count(0)
    assert own(page, api)["job"]["pieces"][0]["features"][0]["x"]["offset"]["mm"] == 900


def test_the_size_of_a_top_that_follows_its_cabinets_is_refused_in_words(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(opened(api).replace("/cabinets", "/measure"), units="mm")
    page.locator("[data-dimension=Length]").first.click()
    typed = page.get_by_role("textbox", name="Length", exact=True)
    typed.fill("2000")
    typed.press("Enter")
    expect(page.get_by_role("alert").first).to_contain_text("Change their widths under Cabinets")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("theme", ["light", "dark"])
def test_axe_finds_nothing_to_complain_of(
    open_page: OpenPage, api: TestClient, size: dict[str, int], theme: str
) -> None:
    back = leg("900 mm", "range 600 mm", "600 mm", wall="2130 mm")
    page = open_page(
        opened(api, sink("900 mm"), left=leg("600 mm", "dishwasher 600 mm"), back=back), units="in", size=size,
        theme=theme,
    )  # fmt: skip
    page.locator("[data-plate='left 1']").click()
    expect(page.get_by_role("region", name="Chosen unit")).to_be_visible()
    found = Axe().run(page, options=AXE_TAGS).response["violations"]
    assert [(one["id"], one["nodes"][0]["html"]) for one in found] == []
    assert page.evaluate("document.documentElement.scrollWidth - innerWidth") <= 0


@pytest.mark.parametrize("units", ["mm", "in"])
def test_an_apron_hangs_before_its_board_and_is_told_where_the_rail_ends(
    open_page: OpenPage, api: TestClient, units: str
) -> None:
    path = begin(api, over(apron("45 mm", "25 mm")).model_dump(mode="json"))
    page = open_page(path, units=units)
    expect(page.locator("[data-board=under-apron-front]")).to_be_attached()
    page.get_by_role("radio", name="Assembly").click()
    expect(page.get_by_role("button", name="Next")).to_be_visible()
    page.get_by_role("navigation", name="Stations").get_by_role("link", name="Cabinets").click()
    told = page.locator("[data-finding=drop-below-its-rail]")
    expect(told).to_contain_text("45 mm" if units == "mm" else "1 25/32″; board and rail are good for 1 11/32″")
    told.get_by_role("button", name="Let it hang down").click()
    expect(told).to_have_count(0)
    assert own(page, api)["job"]["pieces"][0]["features"][0]["drop"]["mm"] == 34

"""Finish in a browser: a way is chosen, a skipped grit is put in, steps are drawn, pieces of a set are made alike."""

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import expect

from tests.browser.conftest import OpenPage
from tests.browser.test_forms import begin, own
from tests.jobs import top_document


def opened(api: TestClient, units: str, **finish: object) -> str:
    piece = {"grind": "1.5 mm"} if units == "mm" else {"grind": '1/16"'}
    return begin(api, top_document(piece=piece, finish=finish)).replace("/form", "/finish")


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_finish_is_planned_and_a_skipped_grit_is_put_in(open_page: OpenPage, api: TestClient, units: str) -> None:
    page = open_page(opened(api, units), units=units)
    page.get_by_role("combobox", name="Way of finishing").select_option("polished to gloss")
    steps = page.get_by_role("region", name="Steps")
    expect(steps.get_by_role("button", name="Grit 3000")).to_be_visible()
    assert own(page, api)["job"]["finish"]["sealer"] == "silane"
    page.get_by_label("Own grits").fill("50, 400, 3000")
    page.get_by_label("Own grits").press("Enter")
    told = page.locator("[data-finding=grit-skipped]")
    expect(told).to_contain_text("Grit 400 follows 50")
    expect(page.get_by_role("combobox", name="Way of finishing")).to_have_value("polished to gloss")
    told.get_by_role("button", name="Put in 100, 200, 800, 1500").click()
    expect(told).to_have_count(0)
    expect(page.get_by_label("Own grits")).to_have_value("50, 100, 200, 400, 800, 1500, 3000")
    page.get_by_role("button", name="Undo").click()
    expect(told).to_be_visible()
    page.get_by_label("Own grits").fill("fine")
    page.get_by_label("Own grits").press("Enter")
    expect(page.get_by_role("alert").filter(has_text="Write them like 100, 200, 400")).to_be_visible()
    expect(page.get_by_label("Own grits")).to_have_value("fine")


def test_the_chosen_step_is_drawn_and_its_care_is_said(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(opened(api, "mm", look="cream-honed", voids="filled with slurry", sealer="film"), units="mm")
    steps = page.get_by_role("region", name="Steps")
    drawn = page.locator("[data-shows]")
    expect(drawn).to_have_attribute("data-shows", "grind")
    expect(steps).to_contain_text("RCD (GFCI)")
    steps.get_by_role("button", name="Sheet test").click()
    expect(drawn).to_have_attribute("data-shows", "test")
    coat = steps.get_by_role("button", name="Coat 2 of 3")
    coat.focus()
    page.keyboard.press("Enter")
    expect(drawn).to_have_attribute("data-shows", "coat")
    expect(steps).to_contain_text("nitrile gloves")


def test_a_face_that_is_washed_open_is_an_act_of_its_hour_and_comes_to_light_too_late_in_a_form(
    open_page: OpenPage, api: TestClient
) -> None:
    page = open_page(opened(api, "in"), units="in")
    page.get_by_role("combobox", name="Way of finishing").select_option("washed, stones showing")
    steps = page.get_by_role("region", name="Steps")
    expect(steps).to_contain_text("burns skin")
    expect(steps.get_by_role("button", name="Grit")).to_have_count(0)
    told = page.locator("[data-finding=opened-too-late]")
    told.get_by_role("button", name="Cast it face up").click()
    expect(told).to_have_count(0)
    assert own(page, api)["job"]["pieces"][0]["cast"] == "face up"


def test_oily_rags_are_given_a_place_and_parts_are_joined_in_order(open_page: OpenPage, api: TestClient) -> None:
    parts = [{"id": "a", "kind": "steel leg", "name": "Legs"}, {"id": "b", "kind": "plank", "name": "Plank"}]
    document = top_document(finish={"sealer": "wax"}, handling={"people": 4, "parts": parts})
    page = open_page(begin(api, document).replace("/form", "/finish"), units="mm")
    rags = page.get_by_role("combobox", name="Oily rags")
    told = page.locator("[data-finding=oily-rags]")
    joining = page.get_by_role("region", name="Joining the parts").get_by_role("listitem")
    expect(joining.filter(has_text="Turn it over")).to_contain_text("people")
    expect(rags).to_have_count(0)
    page.get_by_role("combobox", name="Sealer").select_option("oil")
    expect(told).to_contain_text("catch fire")
    told.get_by_role("button", name="Keep a lidded tin").click()
    expect(told).to_have_count(0)
    expect(rags).to_have_value("in a lidded tin")
    page.get_by_role("region", name="Steps").get_by_role("button", name="Coat 1").click()
    expect(page.get_by_role("region", name="Steps")).to_contain_text("under water, in a lidded metal tin")


def test_a_pair_that_is_finished_apart_is_made_alike(open_page: OpenPage, api: TestClient) -> None:
    document = top_document(finish={"look": "cream-honed"})
    first = document["pieces"][0] | {"matches": "pair"}
    document["pieces"] = [first, first | {"id": "other", "name": "Other"}]
    page = open_page(begin(api, document).replace("/form", "/finish"), units="mm")
    page.get_by_role("combobox", name="Piece", exact=True).select_option(label="Other")
    page.get_by_role("combobox", name="This piece").select_option("as cast")
    told = page.locator("[data-finding=finished-apart]")
    expect(told).to_contain_text("Set pair: cream-honed and as cast")
    told.get_by_role("button", name="All cream-honed").click()
    expect(told).to_have_count(0)
    assert own(page, api)["job"]["finish"]["by_piece"] == {}


def test_what_cures_shows_the_finish_and_the_list_buys_for_it(open_page: OpenPage, api: TestClient) -> None:
    at = opened(api, "mm", look="cream-honed", voids="filled with slurry", grind_when="green", grits=[150, 300])
    page = open_page(at.replace("/finish", "/cure"), units="mm")
    hours = page.get_by_role("region", name="Calendar")
    for act in ("grind", "slurry-1", "slurry-2", "hone", "seal", "cured"):
        expect(hours.locator(f"[data-act={act}]")).to_be_visible()
    page.goto(f"/shopping?job={at.split('/')[2]}")
    expect(page.locator("[data-line='supply/grit-300']")).to_be_visible()
    expect(page.locator("[data-line='supply/slurry']")).to_be_visible()


def test_on_a_phone_the_finish_fits(open_page: OpenPage, api: TestClient) -> None:
    size = {"width": 390, "height": 844}
    page = open_page(opened(api, "in", look="cream-honed"), units="in", size=size, has_touch=True, is_mobile=True)
    page.get_by_role("region", name="Steps").get_by_role("button", name="Sheet test").tap()
    expect(page.locator("[data-shows=test]")).to_be_visible()
    expect(page.get_by_role("region", name="Steps")).to_contain_text("18″ square")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390

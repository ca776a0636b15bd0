"""The shop's own things, entered by somebody who has read the README alone, and planned with."""

from collections.abc import Iterator
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Locator, Page, expect

from ops.browser import PHONE
from tests.browser.conftest import OpenPage

LISTS = "/api/shop/lists"
# As it stands on the bag, the board and the tub of two shops; what each is, as the plan is to have it.
OWN: dict[str, dict[str, dict[str, str]]] = {
    "in": {
        "bag": {
            "Name": "Yard mix", "Bag": "50 lb", "Dry weight": "50", "Yield": "0.375", "Water, least": "2 qt",
            "Water, bag limit": "2.5 qt", "Unit price": "7.25", "28-day strength, least": "4000",
            "28-day strength, most": "4500",
        },
        "board": {"Name": "Birch ply 3/4", "Thickness": "23/32", "Sheet length": "8'", "Sheet width": "4'"},
        "mesh": {"Name": "Fence mesh", "Wire": "1/8", "Spacing": "2", "Sheet or roll length": "8 ft"},
        "tub": {"Name": "Half barrel", "Volume": "15 gal"},
    },
    "mm": {
        "bag": {
            "Name": "Hofmischung", "Bag": "30 kg", "Dry weight": "30", "Yield": "", "or fresh density": "2250",
            "Water, least": "2,7", "Water, bag limit": "3,3", "Unit price": "6,90",
        },
        "board": {"Name": "Schalplatte 21", "Thickness": "21", "Sheet length": "2500", "Sheet width": "1250"},
        "mesh": {"Name": "Gitter 75", "Wire": "3", "Spacing": "75", "Sheet or roll width": "1000"},
        "tub": {"Name": "Kübel 65", "Volume": "65"},
    },
}  # fmt: skip
PLACES = {"bag": "mixes", "board": "sheets", "mesh": "meshes", "tub": "containers"}
ADD = {"bag": "a bagged mix", "board": "a sheet", "mesh": "a mesh", "tub": "a vessel"}


@pytest.fixture
def own_shop(api: TestClient) -> Iterator[None]:
    """What is entered is removed again, and the first choices are as they were."""
    before = api.get("/api/shop").json()
    yield
    for job in api.get("/api/jobs/names").json():
        if job["name"].startswith("Own top"):
            api.post(f"/api/jobs/{job['id']}/archive")
    now = api.get("/api/shop").json()
    for name in PLACES.values():
        api.post(f"{LISTS}/{name}/entries/{before[name][0]['id']}/first")
        for entry in now[name]:
            if entry["id"] not in {one["id"] for one in before[name]}:
                assert api.delete(f"{LISTS}/{name}/entries/{entry['id']}").status_code == 200
    api.put("/api/shop/lifts", json={"one_person_lifts_kg": before["one_person_lifts_kg"]})
    assert {**api.get("/api/shop").json(), **{name: before[name] for name in PLACES.values()}} == before


def fill(within: Locator, typed: dict[str, str]) -> None:
    for label, value in typed.items():
        within.get_by_label(label, exact=True).fill(value)


def enter(page: Page, what: str, typed: dict[str, str]) -> None:
    """Enters something of one's own and makes it what jobs get."""
    page.goto(f"/shop/{PLACES[what]}")
    page.get_by_role("button", name=f"Add {ADD[what]}").click()
    dialog = page.get_by_role("dialog")
    fill(dialog, typed)
    dialog.get_by_role("button", name="Save").click()
    entry = page.get_by_role("listitem", name=typed["Name"])
    entry.get_by_role("button", name="Make first choice").click()
    expect(entry).to_contain_text("first choice")


@pytest.mark.parametrize("units", ["in", "mm"])
@pytest.mark.usefixtures("own_shop")
def test_a_top_is_planned_with_ones_own_bag_board_mesh_tub_and_lifting_figure(
    open_page: OpenPage, api: TestClient, units: str
) -> None:
    own, page = OWN[units], open_page("/", units=units)
    page.get_by_role("link", name="Shop", exact=True).click()
    for what, typed in own.items():
        enter(page, what, typed)
    page.goto("/shop/basics")
    lifts = page.get_by_role("textbox", name="Shop limit for one person")
    lifts.fill("44" if units == "in" else "20")
    lifts.press("Enter")
    expect(page.get_by_role("heading", name="Lifting")).to_be_visible()
    page.get_by_role("link", name="Floor").click()
    page.get_by_role("button", name="New piece").click()
    name = f"Own top {uuid4().hex[:6]}"
    page.get_by_label("Name", exact=True).fill(name)
    page.get_by_role("button", name="Create").click()
    page.wait_for_url("**/measure")
    expect(page.locator("[data-headline=mix]")).to_be_visible()
    job_id = page.url.split("/")[-2]
    view: dict[str, Any] = api.get(f"/api/jobs/{job_id}").json()
    plan = view["plan"]
    assert plan["cutting"]["kinds"][0]["sheet_name"] == own["board"]["Name"]
    page.locator("[data-headline=form]").click()
    expect(page.get_by_role("region", name="What you need")).to_contain_text(own["board"]["Name"])
    page.locator("[data-headline=steel]").click()
    expect(page.locator('[data-field="/steel/mesh"]').get_by_role("combobox")).to_contain_text(own["mesh"]["Name"])
    page.locator("[data-headline=mix]").click()
    expect(page.locator('[data-field="/mix/container"]').get_by_role("combobox")).to_contain_text(own["tub"]["Name"])
    bag, water = plan["mix"]["bag_name"], plan["mix"]["water_planned_l"]
    assert own["bag"]["Bag"] in bag
    assert water == pytest.approx(2.129 if units == "in" else 3.0, abs=0.001)
    lifted = plan["pieces"][0]["handling"]["one_person_kg"]
    assert lifted == pytest.approx(19.958 if units == "in" else 20.0, abs=0.001)
    page.locator("[data-headline=move]").click()
    expect(page.get_by_role("region", name="What one person may lift")).to_contain_text(
        "44 lb" if units == "in" else "20 kg"
    )


@pytest.mark.usefixtures("own_shop")
def test_what_is_wrong_stands_at_its_field_and_nothing_is_kept(open_page: OpenPage, api: TestClient) -> None:
    before = api.get("/api/shop").json()
    page = open_page("/shop/sheets", units="in", size=PHONE)
    page.get_by_role("button", name="Add a sheet").click()
    dialog = page.get_by_role("dialog")
    fill(dialog, {"Name": "Odd board", "Thickness": "thick", "Sheet length": "8 ft"})
    dialog.get_by_role("button", name="Save").click()
    expect(dialog.locator('[data-field="/thickness_mm"]').get_by_role("alert")).to_contain_text(
        "“thick” cannot be read"
    )
    expect(dialog.locator('[data-field="/width_mm"]').get_by_role("alert")).to_have_text(
        "Sheet width is missing. Enter it."
    )
    expect(dialog.get_by_label("Thickness", exact=True)).to_have_value("thick")
    assert api.get("/api/shop").json() == before
    fill(dialog, {"Thickness": "6", "Sheet width": "4 ft"})
    dialog.get_by_role("button", name="Save").click()
    expect(dialog.locator('[data-field="/thickness_mm"]').get_by_role("alert")).to_contain_text("at most 4 23/32″")
    dialog.get_by_role("button", name="Cancel").click()
    assert api.get("/api/shop").json() == before


@pytest.mark.usefixtures("own_shop")
def test_a_list_is_read_from_a_file_after_it_was_said_what_it_does(open_page: OpenPage) -> None:
    page = open_page("/shop/meshes", units="mm")
    name = f"Rolle {uuid4().hex[:6]}"
    page.get_by_role("button", name="Import CSV").click()
    dialog = page.get_by_role("dialog")
    wrong = f"Name;Wire;Spacing\n{name};dick;50\n"
    dialog.get_by_label("File").set_input_files({"name": "a.csv", "mimeType": "text/csv", "buffer": wrong.encode()})
    expect(dialog.get_by_role("alert")).to_contain_text("Line 2: “dick” cannot be read")
    right = wrong.replace("dick", "2,5")
    dialog.get_by_label("File").set_input_files({"name": "b.csv", "mimeType": "text/csv", "buffer": right.encode()})
    expect(dialog).to_contain_text(f"New: {name}")
    dialog.get_by_role("button", name="Import").click()
    expect(page.get_by_role("listitem", name=name)).to_contain_text("wire 2.5 mm")
    page.get_by_role("button", name=f"Remove {name}").click()
    expect(page.get_by_role("listitem", name=name)).to_have_count(0)


@pytest.mark.usefixtures("own_shop")
def test_an_empty_shop_asks_what_it_needs_and_can_be_left_with_that(open_page: OpenPage, api: TestClient) -> None:
    before = api.get("/api/shop").json()
    api.patch("/api/shop", json={"begun": False})
    try:
        page = open_page("/", units="in")
        asked = page.get_by_role("region", name="Set up the shop")
        asked.get_by_label("Currency").select_option("EUR")
        asked.get_by_label("Bag you usually buy").select_option(label="White fine mix, 50 lb")
        asked.get_by_role("button", name="Save").click()
        expect(asked).to_have_count(0)
        now = api.get("/api/shop").json()
        assert (now["currency"], now["mixes"][0]["id"], now["mixes"][0]["sizes"][0]["id"]) == ("EUR", "white", "50lb")
        assert now["one_person_lifts_kg"] == pytest.approx(22.68, abs=0.001)
        api.patch("/api/shop", json={"begun": False})
        page.reload()
        page.get_by_role("button", name="Not now").click()
        expect(page.get_by_role("region", name="Set up the shop")).to_have_count(0)
    finally:
        api.patch("/api/shop", json={"currency": before["currency"], "begun": True, "hours": before["hours"]})
        white = next(one for one in before["mixes"] if one["id"] == "white")
        api.put(f"{LISTS}/mixes/entries/white", json={"entry": white, "units": "mm"})

"""Mix on the screen: doses that slipped are caught and mended, water is moved along its curve, lists are ticked off."""

from typing import Any

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from tests.browser.conftest import OpenPage
from tests.browser.test_forms import begin, choose, own
from tests.browser.test_journey import revision
from tests.jobs import top_document
from ulbrek.core.base.units.quantity import write_batch_water


def mixed(api: TestClient, **mix: Any) -> str:
    return begin(api, top_document(mix=mix)).replace("/form", "/mix")


def type_dose(page: Page, label: str, value: str) -> None:
    field = page.get_by_role("region", name="Admixtures").get_by_role("textbox", name=label)
    field.fill(value)
    field.press("Enter")


@pytest.mark.parametrize(
    ("typed", "found", "percent"),
    [
        (("plasticiser-liquid", "Percentage", "0.05"), ("dose-slipped", "Make it 0.5 %"), 0.5),
        (("pigment", "Grams a bag", "0.13"), ("dose-slipped", "Make it 130 g"), 2.985),
        (("pigment", "Percentage", "9"), ("dose-out-of-range", "Use the usual dose"), 3.0),
    ],
    ids=["a decimal", "grams for kilograms", "too much"],
)
def test_a_dose_that_slipped_is_caught_and_mended_by_a_button(
    open_page: OpenPage, api: TestClient, typed: tuple[str, str, str], found: tuple[str, str], percent: float
) -> None:
    (admixture, label, value), (code, button) = typed, found
    page = open_page(mixed(api), units="mm")
    page.get_by_role("region", name="Admixtures").get_by_role("combobox", name="Add").select_option(admixture)
    revision(page, 2)
    type_dose(page, label, value)
    finding = page.locator(f"[data-finding={code}]")
    expect(finding).to_be_visible()
    finding.get_by_role("button", name=button).click()
    expect(finding).to_have_count(0)
    (told,) = own(page, api)["plan"]["mix"]["doses"]
    assert told["percent"]["value"] == pytest.approx(percent, abs=2e-3)


def test_the_feel_is_tested_step_by_step_and_says_how_much_may_still_go_in(
    open_page: OpenPage, api: TestClient
) -> None:
    page = open_page(mixed(api), units="mm")
    mix = own(page, api)["plan"]["mix"]
    feel = page.get_by_role("region", name="Consistency")
    feel.get_by_role("button", name="It keeps its height").click()
    expect(feel).to_contain_text(f"never over {write_batch_water(mix['bags_per_batch'], mix['water_most_l'], 'mm')}")
    feel.get_by_role("button", name="It sinks by a third").click()
    expect(feel).to_contain_text("Right")
    feel.get_by_role("radio", name="packed").click()
    expect(feel.get_by_role("button", name="It crumbles")).to_have_attribute("aria-pressed", "false")


def test_percent_of_the_mix_for_percent_of_the_cement(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(mixed(api, doses=[{"admixture": "pigment", "percent": 3}]), units="mm")
    page.get_by_role("region", name="Admixtures").get_by_role("combobox", name="Percentage of").select_option("dry mix")
    finding = page.locator("[data-finding=dose-on-wrong-base]")
    expect(finding).to_contain_text("out of range")
    finding.get_by_role("button", name="Use % of cement").click()
    expect(finding).to_have_count(0)
    expect(page.locator("[data-dose=pigment]")).to_contain_text("131 g a bag")


def test_two_readings_are_offered_as_two_buttons(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(mixed(api, doses=[{"admixture": "pigment", "percent": 3, "grams": 90}]), units="mm")
    finding = page.locator("[data-finding=dose-readings-differ]")
    expect(finding.get_by_role("button", name="Keep 3 %")).to_be_visible()
    finding.get_by_role("button", name="Keep 90 g a bag").click()
    expect(finding).to_have_count(0)
    assert own(page, api)["job"]["mix"]["doses"][0]["percent"] is None


def test_water_is_moved_along_its_curve_by_keys_and_the_whole_plan_follows(
    open_page: OpenPage, api: TestClient
) -> None:
    page = open_page(mixed(api), units="mm")
    before = own(page, api)["plan"]["mix"]
    slider = page.get_by_role("slider", name="Water per bag, along the curve")
    slider.focus()
    for _ in range(6):
        page.keyboard.press("ArrowRight")
    page.keyboard.press("Tab")
    expect(page.locator("[data-revision]")).not_to_have_attribute("data-revision", "1")
    after = own(page, api)["plan"]["mix"]
    assert after["water_planned_l"] > before["water_planned_l"]
    assert after["wetness"]["strength_left"]["value"] < 100
    assert after["density"]["value"] < before["density"]["value"]


def test_a_mix_from_scratch_is_weighed_out(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(mixed(api), units="mm")
    choose(page, "Mix type", "parts by mass")
    weighed = page.get_by_role("region", name="Weighed out")
    expect(weighed).to_contain_text("To 5 kg of grey cement")
    expect(weighed).to_contain_text("10 kg")  # two of sand to one of cement
    water = page.get_by_role("textbox", name="Water-cement ratio")
    water.fill("0.6")
    water.press("Enter")
    finding = page.locator("[data-finding=ratio-too-high]")
    finding.get_by_role("button", name="Set w/c to 0.5").click()
    expect(finding).to_have_count(0)
    choose(page, "Mix type", "bagged")
    expect(weighed).to_have_count(0)


@pytest.mark.parametrize("size", [{"width": 1280, "height": 800}, {"width": 390, "height": 844}], ids=["desk", "phone"])
def test_a_list_is_ticked_off_in_the_store_and_taken_along(
    open_page: OpenPage, api: TestClient, size: dict[str, int]
) -> None:
    path = mixed(api, doses=[{"admixture": "pigment"}])
    page = open_page(f"/shopping?job={path.split('/')[2]}", units="mm", size=size)
    line = page.locator("[data-line='supply/pigment']")
    expect(line).to_contain_text("1 pack")
    line.get_by_role("checkbox").click()
    expect(line.get_by_role("checkbox")).to_be_checked()
    page.reload()
    expect(page.locator("[data-line='supply/pigment']").get_by_role("checkbox")).to_be_checked()
    kept = api.get(f"/api/jobs/{path.split('/')[2]}").json()
    assert kept["job"]["mix"]["bought"] == ["supply/pigment"]
    for link, begins in (("As PDF", b"%PDF"), ("As CSV", b"\xef\xbb\xbfkind,what"), ("As XLSX", b"PK")):
        with page.expect_download() as told:
            page.get_by_role("link", name=link).click()
        assert told.value.path().read_bytes().startswith(begins), link


def test_the_mix_station_leads_to_the_list_and_other_jobs_can_be_added(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(mixed(api), units="mm")
    other = begin(api, top_document(name="Another top", piece={"count": 4}))
    page.get_by_role("link", name="Shopping list").click()
    bags = page.locator("[data-line='bag/ordinary/60lb']")
    expect(bags).to_be_visible()
    before = bags.inner_text()
    page.get_by_text("choose").click()
    page.get_by_role("checkbox", name="Another top").first.click()
    expect(page.get_by_text("For 2 jobs, choose")).to_be_visible()
    expect(bags).not_to_have_text(before)
    assert other.split("/")[2] in page.url


def test_castings_beyond_the_forms_are_poured_in_turns_or_all_at_once(open_page: OpenPage, api: TestClient) -> None:
    at = {"poured_at": "2026-05-04T09:00:00Z"}
    job = api.post("/api/jobs", json={"job": top_document(piece={"count": 3}, cure=at)}).json()["id"]
    page = open_page(f"/jobs/{job}/mix", units="mm")
    pours = page.get_by_role("region", name="Pours")
    turn = pours.locator("[data-turn='1']")
    expect(turn).to_contain_text("1 to 3")
    expect(turn).to_contain_text("1 × Top")
    pours.locator("[data-change='/form/forms']").click()
    expect(pours).to_have_count(0)
    assert api.get(f"/api/jobs/{job}").json()["job"]["form"]["forms"] == 3


def test_a_time_is_written_by_the_clock_of_the_shop(open_page: OpenPage, api: TestClient) -> None:
    hours = api.get("/api/shop").json()["hours"]
    at = {"poured_at": "2026-05-04T16:30:00Z"}
    job = api.post("/api/jobs", json={"job": top_document(cure=at)}).json()["id"]
    try:
        for style, told in (("24-hour", "Mon 4 May 2026, 16:30"), ("12-hour", "Mon 4 May 2026, 4:30 pm")):
            api.put("/api/shop/hours", json={**hours, "zone": "UTC", "clock": style})
            page = open_page(f"/jobs/{job}/cure", units="mm")
            field = page.get_by_label("Mixing starts", exact=True)
            beside = field.locator("xpath=following-sibling::*")
            expect(beside).to_have_text(told)
            field.focus()  # the browser's own field takes its place while it is changed
            expect(beside).to_be_hidden()
        field.fill("2026-05-05T08:00")
        field.blur()
        expect(beside).to_have_text("Tue 5 May 2026, 8:00 am")
        expect(page.locator("[data-revision='2']")).to_be_visible()
        assert api.get(f"/api/jobs/{job}").json()["job"]["cure"]["poured_at"] == "2026-05-05T08:00:00Z"
    finally:
        api.put("/api/shop/hours", json=hours)

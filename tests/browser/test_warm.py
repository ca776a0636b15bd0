"""A warm seat in a browser: a mat brings the room, its heat is held by a press, what the meter says is written down."""

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from fastapi.testclient import TestClient
from playwright.sync_api import expect

from ops.browser import DESK, PHONE
from tests.browser.conftest import OpenPage
from tests.browser.test_screens import AXE_TAGS
from tests.core.warm_cases import seat
from tests.jobs import top_document
from ulbrek.core.job.job import Job


def kept(api: TestClient, job: Job) -> str:
    return str(api.post("/api/jobs", json={"job": job.model_dump(mode="json")}).json()["id"])


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_mat_brings_the_room_and_what_is_too_hot_is_held_by_a_press(
    open_page: OpenPage, api: TestClient, units: str
) -> None:
    page = open_page(f"/jobs/{kept(api, Job.model_validate(top_document()))}/measure", units=units)
    stations = page.get_by_role("navigation", name="Stations")
    page.get_by_role("button", name="Add", exact=True).click()
    expect(stations.get_by_role("link", name="Warm")).to_have_count(0)
    page.get_by_role("menuitem", name=re.compile("mat$")).click()
    stations.get_by_role("link", name="Warm").click()
    expect(page.locator("[data-course]")).to_have_count(2)
    hot = kept(api, seat(pad={}, held_c=None))
    page = open_page(f"/jobs/{hot}/warm", units=units)
    finding = page.get_by_role("heading", name=re.compile("under a cushion its face gets"))
    expect(finding).to_be_visible()
    expect(page.locator("[data-held]")).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Hold the mat at")).click()
    expect(finding).to_have_count(0)
    expect(page.locator("[data-held]")).to_have_count(1)
    told = api.get(f"/api/jobs/{hot}").json()["job"]["warm"]["seats"]["seat"]
    assert told["held_c"] == 35
    assert told["ohms_before"] == 12.8


def test_what_the_meter_says_clears_the_danger_or_raises_another(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(f"/jobs/{kept(api, seat(pad={}, ohms_after=None, megohms=None))}/warm", units="mm")
    unmeasured = page.get_by_role("heading", name=re.compile("^Measure Heat mat"))
    expect(unmeasured).to_be_visible()
    for name, value in (("Measured after the pour", "20"), ("Insulation after the pour", "300")):
        box = page.get_by_role("textbox", name=name)
        box.fill(value)
        box.press("Enter")
    expect(unmeasured).to_have_count(0)
    damaged = page.get_by_role("heading", name=re.compile("its mat had 12.8"))
    expect(damaged).to_be_visible()
    box = page.get_by_role("textbox", name="Measured after the pour")
    box.fill("12.9")
    box.press("Enter")
    expect(damaged).to_have_count(0)


def test_why_it_is_as_warm_as_it_is(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(f"/jobs/{kept(api, seat(pad={}))}/warm", units="mm")
    expect(page.locator("[data-layer]")).to_have_count(5)
    figures = page.get_by_role("region", name="Figures")
    figures.get_by_text("Heat that goes up").locator("..").get_by_role("button").click()
    expect(page.get_by_role("dialog")).to_contain_text("two ways in parallel")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("theme", ["light", "dark"])
def test_axe_finds_nothing_to_complain_of(
    open_page: OpenPage, api: TestClient, size: dict[str, int], theme: str
) -> None:
    page = open_page(f"/jobs/{kept(api, seat(pad={}))}/warm", units="mm", size=size, theme=theme)
    expect(page.locator("[data-profile]")).to_have_count(1)
    found = Axe().run(page, options=AXE_TAGS).response["violations"]
    assert [(one["id"], one["nodes"][0]["html"]) for one in found] == []
    assert page.evaluate("document.documentElement.scrollWidth - innerWidth") <= 0

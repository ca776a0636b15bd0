"""An arch in a browser: begun as a new user would, its ring thickened by a press, its thrust asked why."""

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from fastapi.testclient import TestClient
from playwright.sync_api import expect

from ops.browser import DESK, PHONE
from tests.browser.conftest import OpenPage
from tests.browser.test_screens import AXE_TAGS
from tests.core.arch_cases import arch
from tests.jobs import top_document


def kept(api: TestClient, **more: object) -> str:
    job = arch(**more).model_dump(mode="json")  # type: ignore[arg-type]
    return str(api.post("/api/jobs", json={"job": job}).json()["id"])


@pytest.mark.parametrize("units", ["mm", "in"])
def test_an_outline_that_is_a_block_brings_the_room_and_a_thin_ring_is_thickened(
    open_page: OpenPage, api: TestClient, units: str
) -> None:
    job = api.post("/api/jobs", json={"job": top_document()}).json()["id"]
    page = open_page(f"/jobs/{job}/measure", units=units)
    stations = page.get_by_role("navigation", name="Stations")
    expect(stations.get_by_role("link", name="Arch")).to_have_count(0)
    page.get_by_role("combobox", name="Outline").select_option("arch block")
    stations.get_by_role("link", name="Arch").click()
    expect(page.locator("[data-thrust]")).to_have_count(3)
    expect(page.get_by_role("region", name="Setting out")).to_contain_text("Radius of the underside")
    thin = kept(api, depth="40 mm")
    page = open_page(f"/jobs/{thin}/arch", units=units)
    expect(page.locator("[data-thrust]")).to_have_count(1)
    finding = page.get_by_role("heading", name=re.compile("falls as soon as the centring goes"))
    expect(finding).to_be_visible()
    page.get_by_role("button", name=re.compile("^Make the ring")).click()
    expect(finding).to_have_count(0)
    expect(page.locator("[data-thrust]")).to_have_count(3)
    depth = api.get(f"/api/jobs/{thin}").json()["job"]["pieces"][0]["outline"]["depth"]["mm"]
    assert 80 < depth < 120


def test_piers_are_made_wide_enough_and_the_push_is_asked_why(open_page: OpenPage, api: TestClient) -> None:
    job = kept(api, held_by="piers built for it", springing="900 mm")
    page = open_page(f"/jobs/{job}/arch", units="mm")
    expect(page.locator("[data-abutment=pier]")).to_have_count(2)
    page.get_by_role("button", name=re.compile("^Make the piers")).click()
    figures = page.get_by_role("region", name="Figures")
    expect(figures).to_contain_text("Pier holds, times over")
    figures.get_by_text("Push an abutment takes").locator("..").get_by_role("button").click()
    expect(page.get_by_role("dialog")).to_contain_text("thrust")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("theme", ["light", "dark"])
def test_axe_finds_nothing_to_complain_of(
    open_page: OpenPage, api: TestClient, size: dict[str, int], theme: str
) -> None:
    page = open_page(f"/jobs/{kept(api)}/arch", units="mm", size=size, theme=theme)
    expect(page.get_by_role("region", name="Setting out")).to_be_visible()
    found = Axe().run(page, options=AXE_TAGS).response["violations"]
    assert [(one["id"], one["nodes"][0]["html"]) for one in found] == []
    wide = page.evaluate("document.documentElement.scrollWidth - innerWidth")
    assert wide <= 0

"""Cost in a browser: the price is asked why, another cost is added, rates are the shop's, helpers see none of it."""

from collections.abc import Iterator

import pytest
from axe_playwright_python.sync_playwright import Axe
from fastapi.testclient import TestClient
from playwright.sync_api import expect

from ops.browser import DESK, PHONE
from tests.browser.conftest import OpenPage
from tests.browser.test_screens import AXE_TAGS
from tests.jobs import opening, top_document


def kept(api: TestClient) -> str:
    return str(api.post("/api/jobs", json={"job": top_document(opening())}).json()["id"])


@pytest.fixture
def unpriced(api: TestClient) -> Iterator[None]:
    """Nobody has said what an hour costs; afterwards the rates are as they were."""
    before = api.get("/api/shop").json()["rates"]
    assert api.patch("/api/shop", json={"rates": {"rejects_pct": 5}}).status_code == 200
    yield
    api.patch("/api/shop", json={"rates": before})


@pytest.mark.parametrize("units", ["mm", "in"])
@pytest.mark.usefixtures("unpriced")
def test_an_hour_is_priced_and_so_is_the_piece_and_why(open_page: OpenPage, api: TestClient, units: str) -> None:
    job = kept(api)
    page = open_page(f"/jobs/{job}/measure", units=units)
    page.get_by_role("navigation", name="Stations").get_by_role("link", name="Cost").click()
    expect(page.get_by_role("region", name="Price")).to_contain_text("The price of an hour is not said")
    expect(page.locator("[data-step]")).to_have_count(5)
    page.get_by_role("link", name="Say it under Shop, Rates").click()
    box = page.get_by_role("textbox", name="Price of an hour")
    box.fill("30")
    with page.expect_response(lambda answer: answer.request.method == "PATCH"):
        box.press("Enter")
    page = open_page(f"/jobs/{job}/cost", units=units)
    found = api.get(f"/api/jobs/{job}/cost").json()
    price = page.get_by_role("region", name="Price")
    expect(price).to_contain_text(f"{found['price']['value']:,.2f}")
    price.get_by_role("button").first.click()
    expect(page.get_by_role("dialog")).to_contain_text("castings that fail and are cast again")
    page.keyboard.press("Escape")
    extra = page.get_by_role("region", name="Other costs")
    extra.get_by_role("textbox", name="What").fill("Sink")
    extra.get_by_role("textbox", name="Cost").fill("85,50")
    extra.get_by_role("button", name="Add").click()
    expect(extra).to_contain_text("85.50")
    expect(price).to_contain_text("Other costs")
    dearer = api.get(f"/api/jobs/{job}/cost").json()["price"]["value"]
    assert dearer == pytest.approx(found["price"]["value"] + 85.5 / 0.95)
    page.get_by_role("combobox", name="Materials charged").select_option("what is used")
    expect(price).not_to_contain_text(f"{dearer:,.2f}")
    with page.expect_download() as download:
        page.get_by_role("link", name="Print estimate").click()
    assert download.value.suggested_filename.endswith("estimate.pdf")
    extra.get_by_role("button", name="Remove Sink").click()
    expect(extra).not_to_contain_text("85.50")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("theme", ["light", "dark"])
def test_axe_finds_nothing_to_complain_of(
    open_page: OpenPage, api: TestClient, size: dict[str, int], theme: str
) -> None:
    page = open_page(f"/jobs/{kept(api)}/cost", units="mm", size=size, theme=theme)
    expect(page.locator("[data-material]").first).to_be_visible()
    found = Axe().run(page, options=AXE_TAGS).response["violations"]
    assert [(one["id"], one["nodes"][0]["html"]) for one in found] == []
    assert page.evaluate("document.documentElement.scrollWidth - innerWidth") <= 0

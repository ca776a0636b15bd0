"""Plans beside each other in a browser: a variant is begun, changed, compared, taken and taken back."""

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from fastapi.testclient import TestClient
from playwright.sync_api import expect

from ops.browser import DESK, PHONE
from tests.browser.conftest import OpenPage
from tests.browser.test_screens import AXE_TAGS
from tests.jobs import opening, top_document


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_variant_is_begun_changed_compared_taken_and_undone(open_page: OpenPage, api: TestClient, units: str) -> None:
    job = str(api.post("/api/jobs", json={"job": top_document(opening(), name="Counter")}).json()["id"])
    page = open_page(f"/jobs/{job}/measure", units=units)
    page.get_by_role("link", name="Compare plans").click()
    page.get_by_role("button", name="Add a variant").click()
    page.get_by_role("link", name="Open Counter, plan B").click()
    expect(page.get_by_text("Variant of Counter")).to_be_visible()
    piece = page.get_by_role("region", name="Piece", exact=True)
    piece.get_by_role("button", name=re.compile("^Thickness")).click()
    box = piece.get_by_role("textbox", name="Thickness")
    box.fill("50 mm")
    with page.expect_response(lambda answer: answer.request.method == "PUT"):
        box.press("Enter")
    page.get_by_role("paragraph").filter(has_text="Variant of").get_by_role("link", name="Compare plans").click()
    differences = page.get_by_role("row", name="Differences")
    expect(differences).to_contain_text(
        "Thickness: 40 mm → 50 mm" if units == "mm" else "Thickness: 1 9/16″ → 1 31/32″"
    )
    mass = page.get_by_role("row", name="Mass of all").get_by_role("cell")
    told = api.get(f"/api/jobs/{job}/compare").json()["plans"]
    assert told[1]["column"]["mass_kg"] > told[0]["column"]["mass_kg"]
    expect(mass.nth(0)).to_contain_text("least")
    expect(mass.nth(1)).not_to_contain_text("least")
    page.get_by_role("button", name="Take this plan: Counter, plan B").click()
    expect(page).to_have_url(re.compile(f"{job}/measure"))
    expect(page.get_by_text("Variant of Counter")).to_have_count(0)
    assert api.get(f"/api/jobs/{job}").json()["job"]["pieces"][0]["thickness"]["mm"] == 50.0
    with page.expect_response(lambda answer: "undo" in answer.url):
        page.get_by_role("button", name=re.compile("^Undo")).click()
    assert api.get(f"/api/jobs/{job}").json()["job"]["pieces"][0]["thickness"]["mm"] == 40.0


@pytest.mark.parametrize("size", [DESK, PHONE])
def test_four_plans_are_read_and_one_is_removed(open_page: OpenPage, api: TestClient, size: dict[str, int]) -> None:
    job = str(api.post("/api/jobs", json={"job": top_document(opening(), name="Counter")}).json()["id"])
    for _ in range(3):
        api.post(f"/api/jobs/{job}/variants", json={})
    page = open_page(f"/jobs/{job}/compare", size=size)
    expect(page.get_by_role("columnheader")).to_have_count(4)
    expect(page.get_by_role("button", name="Add a variant")).to_have_count(0)
    found = Axe().run(page, options=AXE_TAGS).response["violations"]
    assert [(one["id"], one["nodes"][0]["html"]) for one in found] == []
    assert page.evaluate("document.documentElement.scrollWidth - innerWidth") <= 0
    page.get_by_role("button", name="Remove Counter, plan C").click()
    expect(page.get_by_role("columnheader")).to_have_count(3)
    expect(page.get_by_role("button", name="Add a variant")).to_have_count(1)

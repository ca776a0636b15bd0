"""A pair of plates: what one weighs off the mark is brought to it by a press, and the demo's pair is sound."""

import json
import re
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import expect

from tests.browser.conftest import OpenPage

PAIR = Path(__file__).parents[2] / "demo" / "pair-of-plates.ulbrek.json"


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_plate_that_is_too_light_is_made_thicker_by_a_press(open_page: OpenPage, api: TestClient, units: str) -> None:
    job = json.loads(PAIR.read_text())["job"]
    sound = api.post("/api/jobs", json={"job": job}).json()
    assert sound["plan"]["findings"] == []
    job["pieces"][0]["thickness"] = {"mm": 56.0, "typed": None}
    kept = api.post("/api/jobs", json={"job": job}).json()["id"]
    page = open_page(f"/jobs/{kept}/measure", units=units)
    light = page.get_by_role("heading", name=re.compile("^Plate weighs"))
    expect(light).to_be_visible()
    findings = page.get_by_role("region", name="Findings")
    findings.get_by_role("button", name=re.compile("^Make it .* thick")).click()
    expect(light).to_have_count(0)
    thick = api.get(f"/api/jobs/{kept}").json()["job"]["pieces"][0]["thickness"]["mm"]
    assert 60.5 < thick < 64
    expect(page.locator("[data-headline=measure]")).to_contain_text("300" if units == "mm" else "11 13/16")


@pytest.mark.parametrize("units", ["mm", "in"])
def test_two_heads_on_a_bar_are_begun_and_a_bar_that_is_too_short_is_mended(open_page: OpenPage, units: str) -> None:
    page = open_page("/", units=units)
    page.get_by_role("button", name="New piece").click()
    page.get_by_role("button", name="Weights on a bar").click()
    page.get_by_role("textbox", name="Length of the bar").fill("180 mm")
    with page.expect_response(lambda answer: answer.request.method == "POST" and answer.url.endswith("/api/jobs")):
        page.get_by_role("button", name="Create").click()
    findings = page.get_by_role("region", name="Findings")
    expect(findings.get_by_role("heading", name=re.compile("^Bar is .* long, its two heads"))).to_be_visible()
    findings.get_by_role("button", name=re.compile("^Make it .* long")).click()
    expect(findings.get_by_role("heading", name=re.compile("^Bar is"))).to_have_count(0)
    figures = page.get_by_role("region", name="Figures")
    expect(figures).to_contain_text("130 mm" if units == "mm" else "5 1/8″")

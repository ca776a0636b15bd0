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

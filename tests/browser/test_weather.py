"""Cure in the weather: the week to choose an hour from, and a thermometer that moves the gates."""

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from tests.browser.conftest import OpenPage
from tests.jobs import top_document
from ulbrek.store.database import Database

NIGHT_H = 14


def begun(api: TestClient, **cure: Any) -> str:
    job = top_document(piece={"cast": "face up"}, cure={"place": "unheated room", **cure})
    api.post("/api/weather/forecast")
    found: str = api.post("/api/jobs", json={"job": job}).json()["id"]
    return found


def due(page: Page, act: str) -> str:
    return page.locator(f"[data-act={act}] .figure").first.inner_text()


def test_an_hour_of_the_week_is_chosen_by_the_keys_and_the_pour_planned_there(
    open_page: OpenPage, api: TestClient
) -> None:
    job = begun(api, protections=["heated tent"])
    page = open_page(f"/jobs/{job}/cure", units="mm")
    page.get_by_role("button", name="Pour window").click()
    chosen = page.locator("[data-at][aria-pressed=true]")
    chosen.focus()
    best = str(chosen.get_attribute("data-at"))
    page.keyboard.press("ArrowDown")
    below = page.locator("[data-at][aria-pressed=true]")
    expect(below).to_be_focused()
    later = str(below.get_attribute("data-at"))
    assert datetime.fromisoformat(later) - datetime.fromisoformat(best) > timedelta(hours=12)
    page.keyboard.press("ArrowRight")
    right = page.locator("[data-at][aria-pressed=true]")
    at = str(right.get_attribute("data-at"))
    assert datetime.fromisoformat(at) - datetime.fromisoformat(later) == timedelta(hours=1)
    page.get_by_role("button", name="Plan the pour").click()
    page.get_by_role("region", name="Calendar").wait_for()
    kept = api.get(f"/api/jobs/{job}").json()["job"]["cure"]["poured_at"]
    assert datetime.fromisoformat(kept) == datetime.fromisoformat(at)
    expect(page.get_by_role("region", name="Temperature by the hour")).to_be_visible()


def test_a_week_that_is_too_cold_says_so_and_a_heater_opens_it(open_page: OpenPage, api: TestClient) -> None:
    job = begun(api, weather="typed day", warmest_c=1, coldest_c=-9)
    page = open_page(f"/jobs/{job}/cure", units="in")
    expect(page.locator("[data-finding=fresh-too-cold], [data-finding=freezes-young]").first).to_be_visible()
    page.get_by_role("button", name="Pour window").click()
    expect(page.get_by_text("No hour of this week is fit to pour in.")).to_be_visible()
    page.get_by_role("button", name="Hours").click()
    page.get_by_text("Protection", exact=True).click()
    page.get_by_label("tent with electric heater").click()
    expect(page.locator("[data-finding=freezes-young]")).to_have_count(0)
    page.get_by_role("button", name="Pour window").click()
    expect(page.get_by_role("button", name="Plan the pour")).to_be_enabled()


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_thermometer_goes_cold_at_night_and_the_gate_moves_and_says_why(
    open_page: OpenPage, api: TestClient, database: Database, units: str
) -> None:
    # At noon, so that both hours of the strip lie in the afternoon of the next day, when the shop is open.
    poured = (datetime.now(UTC) - timedelta(days=2)).replace(hour=12, minute=0, second=0, microsecond=0)
    job = begun(api, weather="typed day", warmest_c=18, coldest_c=14, poured_at=poured.isoformat())
    asked = {"job_id": job, "fills": [{"piece": "top", "count": 1}], "poured_at": poured.isoformat()}
    answer = api.post("/api/pours", json=asked)
    assert answer.status_code == 201, answer.text
    pour = answer.json()["pour"]["id"]
    page = open_page(f"/jobs/{job}/cure", units=units)
    page.locator("[data-act=strip]").wait_for()
    before = due(page, "strip")
    with database.work() as records:
        shop_id = records.shop().id
        probe = records.sensors(shop_id).add(f"Probe {units}", "concrete").id
        records.sensors(shop_id).place(probe, UUID(pour), poured)
        cold = [(poured + timedelta(hours=hour), 14 - 0.7 * hour) for hour in range(1, NIGHT_H)]
        records.sensors(shop_id).read(probe, cold)
    expect(page.get_by_text("From thermometer readings for the first")).to_be_visible()  # by itself: it is told
    expect(page.locator("[data-act=strip] .figure").first).not_to_have_text(before)
    page.locator("[data-act=strip]").get_by_role("button").first.click()
    page.get_by_role("dialog").get_by_role("button").first.click()  # what the strength asks for, and by which pace
    expect(page.get_by_role("dialog", name="Time until it is old enough")).to_be_visible()


def test_variants_stand_beside_the_plan_and_one_is_taken(open_page: OpenPage, api: TestClient) -> None:
    job = begun(api, weather="typed day", warmest_c=6, coldest_c=-2, poured_at="2026-11-12T09:00:00Z")
    page = open_page(f"/jobs/{job}/cure", units="mm")
    page.get_by_role("button", name="What if").click()
    first = page.get_by_role("group", name="Variant A")
    use = page.get_by_role("button", name="Use this")
    expect(use).to_be_disabled()
    first.get_by_role("button", name="warm water").click()
    fresh = page.get_by_role("row").filter(has_text="Concrete at the pour")
    expect(fresh).to_contain_text("°C")
    page.get_by_role("button", name="Add a variant").click()
    second = page.get_by_role("group", name="Variant B")
    second.get_by_role("button", name="tent with heater").click()
    second.get_by_role("button", name="a day later").click()
    expect(page.get_by_role("columnheader", name="Variant B")).to_contain_text("a day later, tent with heater")
    strips = page.get_by_role("row").filter(has_text="Strip the form").get_by_role("cell")
    expect(strips).to_have_count(3)
    planned, warm, heated = (strips.nth(column).inner_text() for column in range(3))
    assert len({planned, warm, heated}) >= 2
    use.nth(1).click()
    page.get_by_role("region", name="Calendar").wait_for()
    kept = api.get(f"/api/jobs/{job}").json()["job"]["cure"]
    assert kept["protections"] == ["heated tent"]
    assert kept["poured_at"].startswith("2026-11-13T09:00")

"""The shop's calendar in a browser: a clash is resolved, a pour is dragged, a week is chosen for several."""

import re
from datetime import UTC, datetime, timedelta

import pytest
from fastapi.testclient import TestClient
from icalendar import Calendar
from playwright.sync_api import Page, expect

from tests.api.test_days import begun, two_people
from tests.browser.conftest import OpenPage

__all__ = ["two_people"]
pytestmark = pytest.mark.usefixtures("two_people")

# In weeks that no other test plans for.
WEEK = (datetime.now(UTC) + timedelta(days=700)).replace(hour=15, minute=0, second=0, microsecond=0)


def calendar(open_page: OpenPage, at: datetime, units: str = "mm", **more: object) -> Page:
    page = open_page(f"/calendar?from={at.isoformat().replace('+00:00', 'Z')}", units=units, **more)
    page.get_by_role("button", name="Five weeks").wait_for()
    return page


def hour_of(api: TestClient, job: str) -> datetime:
    return datetime.fromisoformat(api.get(f"/api/jobs/{job}").json()["job"]["cure"]["poured_at"])


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_clash_is_resolved_by_the_hour_that_is_offered_and_comes_back_with_undo(
    open_page: OpenPage, api: TestClient, units: str
) -> None:
    at = WEEK + timedelta(days=20 if units == "mm" else 40)
    jobs = [begun(api, at, f"{name} {units}") for name in ("Hearth", "Coping")]
    page = calendar(open_page, at, units)
    clash = page.get_by_role("region", name="Clashes").locator("[data-finding=hands-short]", has_text=f"Hearth {units}")
    clash.get_by_role("button", name=re.compile("^Pour ")).click()
    status = page.get_by_role("status").filter(has_text="pour on")
    expect(status).to_be_visible()
    expect(clash).to_have_count(0)
    assert sorted(hour_of(api, job) == at for job in jobs) == [False, True]
    status.get_by_role("button", name="Undo").click()
    expect(clash).to_have_count(1)
    assert [hour_of(api, job) for job in jobs] == [at, at]


def test_a_pour_is_moved_by_keys_and_by_hand(open_page: OpenPage, api: TestClient) -> None:
    at = WEEK + timedelta(days=60)
    job = begun(api, at, "Lintel")
    page = calendar(open_page, at)
    lane = page.locator(f"[data-lane='{job}']")
    handle = lane.locator("[data-pour-handle]")
    handle.focus()
    for key in ("Shift+ArrowRight", "ArrowRight", "ArrowRight"):
        page.keyboard.press(key)
    expect(page.get_by_role("status").filter(has_text="Lintel")).to_be_visible()
    assert hour_of(api, job) == at + timedelta(days=1, hours=1)
    expect(page.get_by_role("status")).to_contain_text("pour on")
    box = handle.bounding_box()
    assert box is not None
    with page.expect_response(lambda response: response.url.endswith("/hour")):
        page.mouse.move(box["x"] + 6, box["y"] + 10)
        page.mouse.down()
        page.mouse.move(box["x"] + 140, box["y"] + 12, steps=5)
        page.mouse.up()
    assert hour_of(api, job) > at + timedelta(days=1, hours=8)


def test_pours_without_an_hour_are_planned_at_one_that_suits_them_all(open_page: OpenPage, api: TestClient) -> None:
    api.post("/api/weather/forecast")
    jobs = [begun(api, None, name) for name in ("Sill one", "Sill two")]
    page = calendar(open_page, datetime.now(UTC))
    waiting = page.get_by_role("region", name="Pours without an hour")
    for name in ("Sill one", "Sill two"):
        waiting.get_by_label(f"Look at the week for {name}").check()
    expect(waiting.get_by_role("status")).to_have_attribute("data-looked", "2")
    waiting.locator("[data-at][aria-pressed=true]").wait_for()
    waiting.get_by_role("button", name=re.compile("^Plan 2 pours")).click()
    expect(waiting.get_by_label("Look at the week for Sill two")).to_have_count(0)
    first, second = (hour_of(api, job) for job in jobs)
    assert first == second > datetime.now(UTC)


def test_looking_at_the_week_of_several_is_stopped_and_gone_on_with(open_page: OpenPage, api: TestClient) -> None:
    names = [f"Step {number}" for number in range(10)]
    jobs = [begun(api, None, name) for name in names]
    page = calendar(open_page, datetime.now(UTC))
    waiting = page.get_by_role("region", name="Pours without an hour")
    for name in names:
        waiting.get_by_label(f"Look at the week for {name}").check()
    waiting.get_by_role("button", name="Stop").click()
    status = waiting.get_by_role("status")
    looked = int(status.get_attribute("data-looked") or 0)
    assert looked < len(names)
    expect(status).to_contain_text(f"{looked} of 10 pours looked at.")
    plan = waiting.get_by_role("button", name=re.compile("^Plan "))
    expect(plan).to_have_count(1 if looked else 0)
    waiting.get_by_role("button", name="Look at all again").click()
    expect(status).to_have_attribute("data-looked", "10")
    expect(plan).to_contain_text("Plan 10 pours")
    plan.click()
    expect(page.get_by_role("checkbox", name=re.compile(r"Look at the week for Step \d"))).to_have_count(0)
    assert len({hour_of(api, job) for job in jobs}) == 1


def test_on_a_phone_the_days_are_a_list_and_a_pour_moves_to_a_free_hour(open_page: OpenPage, api: TestClient) -> None:
    at = WEEK + timedelta(days=80)
    job = begun(api, at, "Kerb")
    page = calendar(open_page, at, size={"width": 390, "height": 844})
    page.get_by_role("button", name="Move the pour of Kerb").click()
    panel = page.get_by_role("region", name="Pour of Kerb")
    panel.get_by_text("Nearest free hours").wait_for()
    panel.locator("button").last.click()
    expect(page.get_by_role("status").filter(has_text="Kerb")).to_be_visible()
    assert hour_of(api, job) != at
    assert page.evaluate("document.documentElement.scrollWidth") <= 390


def test_a_phone_subscribes_and_its_address_is_ended(open_page: OpenPage, api: TestClient) -> None:
    page = calendar(open_page, WEEK)
    page.get_by_role("button", name="Subscribe").click()
    page.get_by_label("For which phone or computer").fill("Kiln phone")
    page.get_by_role("button", name="Make an address").click()
    address = str(page.locator("[data-link]").get_attribute("data-link"))
    told = api.get(address[address.index("/api/") :])
    assert Calendar.from_ical(told.content)["x-wr-calname"] == api.get("/api/shop").json()["name"]
    page.get_by_role("button", name="End the address of Kiln phone").click()
    expect(page.get_by_text("No address yet.")).to_be_visible()
    assert api.get(address[address.index("/api/") :]).status_code == 404

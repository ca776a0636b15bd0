"""From Measure to Cure: an opening changed on the drawing is followed by boards, steel, bags, mass, hours and paper."""

import json
import re
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from icalendar import Calendar
from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.browser.conftest import OpenPage
from tests.jobs import demo_job, with_fields

STATIONS = ("measure", "form", "steel", "mix", "cure", "move")


@pytest.fixture
def long_top(api: TestClient) -> Iterator[str]:
    """A longer top with a narrow sink, carried flat: what it needs depends on the opening."""
    fields = {
        "/pieces/0/outline/length": "44 in",
        "/pieces/0/thickness": "1 1/4 in",
        "/pieces/0/count": 6,
        "/pieces/0/features/0/length": "20 in",
        "/pieces/0/features/0/x/offset": "20 in",
        "/handling/carry": "flat, at the ends",
        "/cure/poured_at": "2026-05-04T09:00:00-04:00",
    }
    job = json.loads(with_fields(demo_job(1), fields).model_dump_json())
    yield api.post("/api/jobs", json={"job": job}).json()["id"]


def open_station(page: Page, station: str) -> None:
    page.locator(f"[data-headline={station}]").click()
    page.wait_for_url(f"**/{station}")


def seen(page: Page) -> dict[str, Any]:
    """What each station shows that hangs on the sink."""
    told: dict[str, Any] = {}
    open_station(page, "form")
    page.locator("[data-board=base]").wait_for()
    told["knockout lifts"] = page.locator("[data-figure^='form.uplift@top/sink']").inner_text()
    told["beads"] = page.locator("[data-figure='form.sealed_joints@top']").inner_text()
    open_station(page, "steel")
    page.locator("[data-bar]").first.wait_for(state="attached")  # a level line has no height
    told["steel"] = page.locator("[data-figure='steel.steel_mass@top']").inner_text()
    open_station(page, "mix")
    told["volume"] = page.locator("[data-figure='mix.poured_volume']").first.inner_text()
    told["bags"] = page.locator("[data-headline=mix]").inner_text()
    open_station(page, "cure")
    told["carry"] = page.locator("[data-act=carry] .figure").first.inner_text()
    told["strip"] = page.locator("[data-act=strip] .figure").first.inner_text()
    open_station(page, "move")
    told["mass"] = page.locator("[data-headline=move]").inner_text()
    told["stress"] = page.locator("[data-lift='flat, at the ends'] [data-figure^='handling.stress_flat']").inner_text()
    return told


def test_a_change_on_the_drawing_goes_down_the_rail(open_page: OpenPage, long_top: str) -> None:
    page = open_page(f"/jobs/{long_top}/measure", units="mm")
    page.locator("[data-dimension=Length]").wait_for()
    before = seen(page)
    open_station(page, "measure")
    page.locator("[data-dimension='Rinse sink, length']").click()
    page.get_by_role("textbox", name="Rinse sink, length").fill("30 in")
    page.keyboard.press("Enter")
    expect(page.locator("[data-revision='2']")).to_be_visible()
    after = seen(page)
    assert after["strip"] == before["strip"]  # the sides care for the hours alone
    assert [name for name in before if after[name] == before[name]] == ["strip"]


def test_the_steps_are_drawn_from_the_boards_of_this_form(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top.replace("measure", "form"))
    page.get_by_role("radio", name="Assembly").click()
    boards = []
    for number in range(1, 5):
        page.locator(f"[data-step='{number}']").wait_for()
        boards.append(page.locator("[data-board]").count())
        page.get_by_role("button", name="Next").click()
    assert boards == [1, 2, 4, 5]
    page.get_by_role("radio", name="Cut plan").click()
    expect(page.locator("[data-panel]")).to_have_count(5)
    expect(page.get_by_role("list", name="Cuts in sawing order").locator("li")).to_have_count(5)


def test_a_board_cut_too_short_is_found_and_cut_anew(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top.replace("measure", "form"))
    page.get_by_role("button", name="Left side, length").click()
    page.keyboard.press("ControlOrMeta+a")
    page.keyboard.type("23 1/2")
    page.keyboard.press("Enter")
    found = page.locator("[data-finding=boards-make-another-size]")
    expect(found).to_contain_text("The form comes out 23 1/2″ at the left, not 24″")
    found.get_by_role("button", name="Cut it again to fit").click()
    expect(found).to_have_count(0)


def test_the_pack_and_the_calendar_are_read_back(open_page: OpenPage, long_top: str, tmp_path: Path) -> None:
    page = open_page(f"/jobs/{long_top}/cure", units="in")
    carried = page.locator("[data-act=carry] .figure").first.inner_text()
    files = {}
    for name in ("Job pack, Letter", "Calendar of tasks"):
        page.get_by_role("button", name="Print").click()
        with page.expect_download() as download:
            page.get_by_role("menuitem", name=name).click()
        download.value.save_as(tmp_path / name)
        files[name] = (tmp_path / name).read_bytes()
    text = "\n".join(one.extract_text() for one in PdfReader(BytesIO(files["Job pack, Letter"])).pages)
    assert "44″" in text and carried in text
    events = {str(event["summary"]): event for event in Calendar.from_ical(files["Calendar of tasks"]).walk("VEVENT")}
    start = events["Rinse-sink top: Carry it flat, at the ends"]["dtstart"].dt
    assert start.astimezone(start.tzinfo).minute == int(carried[-2:])


def test_the_floor_says_what_is_due(open_page: OpenPage, api: TestClient) -> None:
    poured = datetime.now(UTC) - timedelta(hours=200)
    job = json.loads(with_fields(demo_job(1), {"/cure/poured_at": poured.isoformat()}).model_dump_json())
    api.post("/api/jobs", json={"job": {**job, "name": "Long cured"}})
    page = open_page("/")
    page.locator("[data-strip]").wait_for()
    more = page.get_by_role("button", name=re.compile(r"^\d+ more$"))
    if more.is_visible():
        more.click()
    line = page.locator("[data-agenda]").filter(has_text="Long cured").first
    expect(line).to_be_visible()
    line.get_by_role("link").click()
    page.wait_for_url("**/cure")


def test_the_shops_hours_are_set_where_they_matter(open_page: OpenPage, api: TestClient, rinse_sink_top: str) -> None:
    before = api.get("/api/shop").json()["hours"]
    page = open_page(rinse_sink_top.replace("measure", "cure"))
    try:
        page.get_by_label("Mixing starts").fill("2026-05-04T18:00")
        page.keyboard.press("Enter")
        expect(page.locator("[data-act=strip] .figure").first).to_have_text("Tue 5 May, 18:00")
        page.get_by_label("Closed from").fill("17:00")
        page.keyboard.press("Enter")
        expect(page.locator("[data-act=strip] .figure").first).to_have_text("Wed 6 May, 07:00")
        expect(page.locator("[data-act=strip]")).to_contain_text("Moved to the morning")
        page.get_by_label("Time zone").select_option("Asia/Tokyo")
        expect(page.get_by_label("Mixing starts")).to_have_value("2026-05-05T07:00")
    finally:
        api.put("/api/shop/hours", json=before)

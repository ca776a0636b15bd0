"""Tests of the concrete and its thermometers on a pour's page: what they find moves the hours, on the page at once."""

from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from tests.api.test_sensors import due, logged, poured
from tests.browser.conftest import OpenPage


def opened(open_page: OpenPage, api: TestClient, units: str = "mm") -> tuple[Page, str]:
    pour = poured(api)["pour"]["id"]
    page = open_page(f"/pours/{pour}", units=units)
    page.get_by_role("button", name="Log a test").wait_for()
    return page, pour


@pytest.mark.parametrize(("units", "typed"), [("mm", "12"), ("in", "1740")])
def test_a_weak_cube_is_logged_and_puts_the_turning_off(
    open_page: OpenPage, api: TestClient, units: str, typed: str
) -> None:
    page, pour = opened(open_page, api, units)
    before = due(api.get(f"/api/pours/{pour}").json(), "turn")
    page.get_by_role("button", name="Log a test").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Test", exact=True).select_option("cube")
    dialog.get_by_label("Strength").fill(typed)
    dialog.get_by_role("button", name="Log the test").click()
    expect(dialog).to_have_count(0)
    view = api.get(f"/api/pours/{pour}").json()
    assert view["plan"]["cure"]["tested"][0]["mpa"] == pytest.approx(9.6, abs=0.02)
    assert due(view, "turn") > before
    page.get_by_role("link", name="To the job").click()
    page.get_by_role("link", name="Cure").click()
    expect(page.locator("[data-tested=cube]")).to_be_visible()
    expect(page.locator("[data-finding=weaker-than-foretold]")).to_be_visible()


def test_a_sheet_that_lay_too_short_is_refused_and_what_was_typed_stays(open_page: OpenPage, api: TestClient) -> None:
    page, _ = opened(open_page, api)
    page.get_by_role("button", name="Log a test").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Test", exact=True).select_option("seal")
    dialog.get_by_label("Note (optional)").fill("corner by the door")
    taped = dialog.get_by_label("Sheet taped at")
    now = str(page.evaluate("new Date(Date.now() - 3 * 3600e3).toISOString().slice(0, 16)"))
    taped.fill(now)
    dialog.get_by_role("button", name="Log the test").click()
    expect(dialog.get_by_role("alert")).to_contain_text("The sheet lay for less than 16 h.")
    expect(dialog.get_by_label("Note (optional)")).to_have_value("corner by the door")


def test_a_logger_file_asks_what_it_cannot_know_and_its_readings_move_the_hours(
    open_page: OpenPage, api: TestClient, tmp_path: Path
) -> None:
    page, pour = opened(open_page, api)
    before = due(api.get(f"/api/pours/{pour}").json(), "turn")
    file = tmp_path / "north-corner.csv"
    file.write_bytes(logged(40, 8.0))
    page.get_by_role("button", name="Read a logger file").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("File").set_input_files(file)
    keep = dialog.get_by_role("button", name="Nothing to keep")
    expect(keep).to_be_disabled()
    dialog.get_by_label("Degrees").select_option("F")
    expect(dialog.locator("[data-preview]")).to_contain_text("240 readings")
    dialog.get_by_role("button", name="Keep 240 readings").click()
    expect(dialog).to_have_count(0)
    expect(page.get_by_text("north-corner")).to_be_visible()
    expect(page.get_by_role("figure", name="Temperature read and forecast")).to_be_visible()
    assert due(api.get(f"/api/pours/{pour}").json(), "turn") > before + 10


def test_a_thermometer_is_put_in_by_name(open_page: OpenPage, api: TestClient) -> None:
    page, pour = opened(open_page, api)
    page.get_by_role("button", name="Put a thermometer in").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Thermometer").select_option(label="another one")
    dialog.get_by_label("Name").fill("Probe 7")
    dialog.get_by_role("button", name="Put it in").click()
    expect(page.get_by_text("nothing read yet")).to_be_visible()
    assert [one["name"] for one in api.get("/api/sensors").json() if one["pour_id"] == pour] == ["Probe 7"]

"""What the shop knows, on the screen: figures beside the rules, accepted and let go, records left out, old notes."""

import re
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from ops.browser import PHONE
from tests.api.test_known import poured
from tests.browser.conftest import OpenPage
from tests.jobs import top_document

READ = 20_000  # pours are read in the background


@pytest.fixture(scope="module")
def taught(api: TestClient) -> None:
    """A shop whose white mix, which no other test pours, sets at 0.8 of the rule, and once at twice it."""
    for day in range(5):
        poured(api, 50 - day, 0.8, "white")
    poured(api, 44, 2.0, "white")


def ours(page: Page, name: str) -> Any:
    return page.get_by_role("list", name="Our figures").get_by_role("listitem").filter(has_text=name)


@pytest.mark.usefixtures("taught")
def test_a_figure_is_read_accepted_used_and_let_go(open_page: OpenPage, api: TestClient) -> None:
    waits = api.post(
        "/api/jobs", json={"job": top_document(name=f"Waits {uuid4().hex[:6]}", mix={"mix": "white", "bag": "25kg"})}
    ).json()
    page = open_page("/known?mix=white")
    page.get_by_role("link", name="Time to set").click()
    figure = page.get_by_role("region", name="Time to set")
    expect(figure.locator("[data-chart] figcaption")).to_contain_text("after 6", timeout=READ)
    expect(ours(page, "Time to set")).to_contain_text("offered")
    wild = figure.get_by_role("listitem").filter(has_text="Hardly likely beside the others.")
    wild.get_by_role("button", name="Leave out").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Why").fill("The mixer had stood in the frost")
    dialog.get_by_role("button", name="Leave out").click()
    expect(figure.get_by_text("Left out: The mixer had stood in the frost")).to_be_visible()
    expect(figure.locator("[data-chart] figcaption")).to_contain_text("after 5")
    expect(figure.get_by_role("list", name="What that changes")).to_contain_text(waits["job"]["name"])
    figure.get_by_role("button", name=re.compile("^Use .* in plans$")).click()
    expect(ours(page, "Time to set")).to_contain_text("in use")
    expect(figure.get_by_text(re.compile("^Plans use .* after 5 pours"))).to_be_visible()

    page.goto(page.url.split("/known")[0] + f"/jobs/{waits['id']}/cure")
    page.locator("[data-figure='cure.hour_by_course@float']").first.click()
    panel = page.get_by_role("dialog")
    for _ in range(3):  # the hour, its age, the time of set
        panel.locator("dl button").first.click()
    expect(panel.get_by_text("Found in 5 pours")).to_be_visible()
    panel.get_by_role("link", name="Its records").click()
    page.wait_for_url("**/known**")
    expect(panel).to_be_hidden()
    page.get_by_role("button", name="Go by the rule again").click()
    expect(page.get_by_role("button", name="Go by the rule again")).to_be_hidden()
    expect(ours(page, "Time to set")).to_contain_text("offered")
    figure.get_by_role("button", name="Count it").click()
    expect(figure.locator("[data-chart] figcaption")).to_contain_text("after 6")


@pytest.mark.usefixtures("taught")
def test_a_figure_is_chosen_by_keyboard_on_a_phone(open_page: OpenPage) -> None:
    page = open_page("/known", size=PHONE, has_touch=True, is_mobile=True)
    expect(ours(page, "Water per bag")).to_contain_text("offered", timeout=READ)
    page.get_by_role("link", name="Water per bag").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="Water per bag")).to_be_visible()
    expect(page).to_have_url(re.compile("of=water"))
    page.get_by_role("link", name="Drying loss").click()
    expect(page.get_by_text("Nothing is recorded of it yet.")).to_be_visible()


def test_old_notes_are_mapped_mended_and_kept_once(open_page: OpenPage, tmp_path: Path) -> None:
    name = f"Bench {uuid4().hex[:6]}"
    file = tmp_path / "notes.csv"
    lines = ["When;What;Bags;Water", f"12/05/2024;{name};4;9,8", f"00/02/2024;{name};3;7"]
    file.write_text("\n".join(lines))
    page = open_page("/known")
    page.get_by_role("button", name="Import old notes").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("File").set_input_files(file)
    dialog.get_by_label("Date of the pour").select_option(label="When: 12/05/2024")
    dialog.get_by_label("Piece").select_option(label=f"What: {name}")
    dialog.get_by_role("button", name="Import").click()
    expect(dialog.get_by_role("alert")).to_contain_text("Choose the order of day and month")
    dialog.get_by_label("Dates are written").select_option(label="day, month, year")
    dialog.get_by_role("button", name="Import").click()
    expect(dialog.get_by_text("1 thing is wrong. Nothing was kept.")).to_be_visible()
    expect(dialog.get_by_role("listitem")).to_contain_text("Line 3, When: “00/02/2024” cannot be read as a date")
    file.write_text("\n".join(lines[:2]))
    for told in ("1 of 1 are new and kept.", "0 of 1 are new and kept; the others were here."):
        with page.expect_file_chooser() as chooser:  # the mended file; how it is mapped stays
            dialog.get_by_label("File").click()
        chooser.value.set_files(file)
        expect(dialog.get_by_text("1 line.")).to_be_visible()
        dialog.get_by_role("button", name="Import").click()
        expect(dialog.get_by_text(told)).to_be_visible()
    dialog.get_by_role("button", name="Close").last.click()
    page.goto("/known?of=water&mix=all")  # whatever mix other tests have poured
    water = page.get_by_role("region", name="Water per bag")
    expect(water.get_by_role("button", name="Leave out").first).to_be_visible()
    for more in water.get_by_role("button", name=re.compile("^[0-9]+ more$")).all():  # the old ones
        more.click()
    expect(water).to_contain_text(name)


def test_concrete_left_over_is_logged_at_its_pour(open_page: OpenPage, api: TestClient) -> None:
    pour = poured(api, 3, 0.9, "ordinary")
    job = api.get(f"/api/pours/{pour}").json()["pour"]["job_id"]
    page = open_page(f"/pours/{pour}", units="in")
    page.get_by_role("button", name="Log concrete left over").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Concrete left over").fill("much")
    dialog.get_by_role("button", name="Log it").click()
    expect(dialog.get_by_text("is not a number")).to_be_visible()
    dialog.get_by_label("Concrete left over").fill("4")
    dialog.get_by_role("button", name="Log it").click()
    expect(dialog).to_be_hidden()
    page.goto(page.url.split("/pours")[0] + f"/jobs/{job}/log")
    said = re.compile(r"0\.13\sft³ of concrete left over")
    expect(page.locator("[data-log='left over']").filter(has_text=said)).to_be_visible()


def test_a_defect_is_measured_and_mended(open_page: OpenPage, api: TestClient) -> None:
    view = api.get(f"/api/pours/{poured(api, 4, 0.9, 'ordinary')}").json()
    seen = {
        "kind": "defect",
        "casting_id": view["pour"]["castings"][0]["id"],
        "text": "Pits",
        "defect": "stone pockets",
    }
    entry = api.post(
        "/api/observations", json={**seen, "at": (datetime.now(UTC) - timedelta(days=2)).isoformat()}
    ).json()
    page = open_page(f"/defects/{entry}", units="in")
    repair = page.get_by_role("region", name="Repair")
    expect(repair).to_contain_text("Measure it first")
    for label, typed in (
        ("Length of the damage", "6"),
        ("Width of the damage", "1 1/2"),
        ("Depth, at the deepest", "3/8"),
    ):
        repair.get_by_role("button", name=label).click()
        field = repair.get_by_role("textbox", name=label)
        field.fill(typed)
        field.press("Enter")
        expect(field).to_be_hidden()
    expect(repair.locator("[data-repair=mortar]")).to_contain_text("Fine mortar")
    expect(repair).to_contain_text("Cement burns skin and eyes")
    repair.get_by_role("radiogroup", name="It goes through a lift point").or_(
        repair.get_by_role("group", name="It goes through a lift point")
    ).get_by_role("radio", name="Yes").click()
    expect(repair).to_contain_text("Make it again")
    expect(repair.locator("[data-repair]")).to_have_count(0)
    page.reload()
    expect(repair).to_contain_text("Make it again")

"""The shop floor: many jobs, files in and out, and what is not there."""

import re
from pathlib import Path
from uuid import uuid4

from fastapi.testclient import TestClient
from playwright.sync_api import expect
from sqlalchemy import text

from ops.browser import PHONE
from tests.browser.conftest import OpenPage
from tests.jobs import opening, top_document
from ulbrek.store.database import Database


def test_thirty_jobs_are_all_told_without_running_over(open_page: OpenPage, api: TestClient) -> None:
    for number in range(30):
        api.post(
            "/api/jobs", json={"job": top_document(opening(), name=f"One of thirty tops to be cast, number {number}")}
        )
    for options in ({}, {"size": PHONE, "has_touch": True}):
        page = open_page("/", **options)
        expect(page.get_by_role("link", name="One of thirty tops to be cast, number")).to_have_count(30)
        assert page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth") <= 0


def test_more_jobs_than_a_page_holds_are_shown_when_asked_for(open_page: OpenPage, api: TestClient) -> None:
    oldest = "Under all the others"
    for name in (oldest, *(f"Over it {number}" for number in range(41))):
        api.post("/api/jobs", json={"job": top_document(name=name)})
    page = open_page("/")
    expect(page.get_by_role("heading", name="Over it 40", exact=True)).to_be_visible()
    expect(page.get_by_role("heading", name=oldest)).to_have_count(0)
    page.get_by_role("button", name="Show more jobs").click()
    expect(page.get_by_role("heading", name=oldest)).to_be_visible()


def test_a_job_opens_where_its_gravest_finding_is(open_page: OpenPage, api: TestClient) -> None:
    name = f"Too wet {uuid4().hex[:6]}"
    light = {"outline": {"length": "400 mm", "width": "300 mm"}}
    api.post(
        "/api/jobs", json={"job": top_document(name=name, mix={"water_per_bag_l": 9, "container": "tub"}, piece=light)}
    )
    page = open_page("/")
    page.get_by_role("link", name=name).click()
    expect(page.locator("[data-finding=water-over-most]")).to_be_visible()
    page.get_by_role("button", name="Keep to the bag limit").click()
    expect(page.locator("[data-finding]")).to_have_count(0)


def test_a_job_is_taken_off_the_floor(open_page: OpenPage, api: TestClient) -> None:
    name = f"Done with {uuid4().hex[:6]}"
    api.post("/api/jobs", json={"job": top_document(name=name)})
    page = open_page("/")
    page.get_by_role("button", name=f"More actions for {name}").click()
    page.get_by_role("menuitem", name="Archive").click()
    expect(page.get_by_role("link", name=name)).to_have_count(0)


def test_a_file_that_cannot_be_used_says_why_and_changes_nothing(open_page: OpenPage, tmp_path: Path) -> None:
    page = open_page("/")
    page.get_by_role("button", name="New piece").wait_for()
    count = page.get_by_role("list").first.get_by_role("listitem").count()
    for written, said in {
        "not json": "Not a job file.",
        '{"schema_version": 7}': "It is of version 7; this Ulbrek reads up to 2. Open it with a newer Ulbrek.",
        '{"schema_version": 1, "job": {"name": "x"}}': "/job/pieces: This is required. Add it.",
    }.items():
        file = tmp_path / "bad.ulbrek.json"
        file.write_text(written)
        page.get_by_label("Job file").set_input_files(file)
        dialog = page.get_by_role("dialog", name="That file cannot be used")
        expect(dialog).to_contain_text(said)
        dialog.get_by_role("button", name="Close").click()
    assert page.get_by_role("list").first.get_by_role("listitem").count() == count


def test_a_new_piece_names_the_field_that_cannot_be_read_and_keeps_what_was_typed(open_page: OpenPage) -> None:
    page = open_page("/")
    page.get_by_role("button", name="New piece").click()
    page.get_by_label("Width, front to back").fill("wide")
    page.get_by_role("button", name="Create").click()
    expect(page.get_by_role("alert")).to_have_text(
        "“wide” cannot be read as a length. Write it like 24 3/8, 2' 1\", 2 ft 1/2 in, 620 mm or 62 cm."
    )
    expect(page.get_by_label("Width, front to back")).to_have_value("wide")


def test_a_job_that_is_not_there_leads_back_to_the_floor(open_page: OpenPage) -> None:
    missing = uuid4()
    page = open_page(f"/jobs/{missing}/measure")
    expect(page.get_by_text(f"There is no job {missing} here.")).to_be_visible()
    page.get_by_role("link", name="To the shop floor").click()
    expect(page.get_by_role("button", name="New piece")).to_be_visible()


def test_an_address_that_is_not_there_says_so(open_page: OpenPage) -> None:
    page = open_page("/kitchens")
    expect(page.get_by_role("heading", name="Page not found")).to_be_visible()


def test_a_station_that_is_not_there_is_measure(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top.replace("measure", "polish"))
    expect(page.locator("[data-dimension=Length]")).to_be_visible()


def test_the_history_tells_what_was_done(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top)
    page.get_by_role("button", name="Move Rinse sink 1/4″ back").click()
    page.get_by_role("button", name="History, revision 2").click()
    told = page.get_by_role("dialog", name="History").get_by_role("listitem")
    expect(told).to_have_count(2)
    expect(told.first).to_contain_text("№ 2Move Rinse sink 1/4″ back")
    expect(told.last).to_contain_text("№ 1Brought in from a file")


def test_the_theme_is_kept_on_this_device(open_page: OpenPage) -> None:
    page = open_page("/")
    page.evaluate("localStorage.clear()")
    page.get_by_role("button", name="Theme: light, change").click()
    assert page.evaluate("document.documentElement.dataset.theme") == "dark"
    assert page.evaluate("localStorage.getItem('theme')") == "dark"


def test_a_job_that_cannot_be_read_is_undone_from_its_page_or_taken_off_the_floor(
    open_page: OpenPage, api: TestClient, database: Database
) -> None:
    names = [f"Poisoned {uuid4().hex[:6]}" for _ in range(2)]
    for name in names:
        job = api.post("/api/jobs", json={"job": top_document(name=name)}).json()["id"]
        thicker = top_document(name=name, piece={"thickness": "50 mm"})
        api.put(f"/api/jobs/{job}", json={"parent": 1, "job": thicker, "what": "Thicker"})
        with database.work() as records:
            for spoil in (
                "UPDATE job_revision SET document = document - 'mix' WHERE job_id = :job AND number = 2",
                "DELETE FROM outlook WHERE of = :job",
            ):
                records.session.execute(text(spoil), {"job": job})
    page = open_page("/")
    for name in names:
        expect(page.get_by_role("listitem").filter(has_text=name)).to_contain_text(
            "undo the last change", timeout=30_000
        )
    page.get_by_role("button", name=f"More actions for {names[0]}").click()
    page.get_by_role("menuitem", name="Archive").click()
    expect(page.get_by_role("link", name=names[0])).to_have_count(0)
    page.get_by_role("link", name=names[1]).click()
    expect(page.get_by_role("heading", name=f"{names[1]} cannot be planned")).to_be_visible()
    expect(page.get_by_text("“mix”: This is required.")).to_be_visible()
    page.get_by_role("button", name="Undo the last change").click()
    expect(page.get_by_role("navigation", name="Stations")).to_be_visible()


def test_another_job_is_begun_like_one_from_its_menu(open_page: OpenPage, api: TestClient) -> None:
    name = f"Shelf for {uuid4().hex[:6].translate(str.maketrans('0123456789', 'ghijklmnop'))}"
    first = api.post("/api/jobs", json={"job": top_document(name=name)}).json()
    page = open_page("/")
    page.get_by_role("button", name=f"More actions for {name}").click()
    page.get_by_role("menuitem", name="Begin another like it").click()
    page.wait_for_url(re.compile("/jobs/.*/measure$"))
    second = api.get(f"/api/jobs/{page.url.split('/')[-2]}").json()
    assert second["id"] != first["id"]
    assert (second["job"]["name"], second["job"]["pieces"]) == (f"{name} 2", first["job"]["pieces"])

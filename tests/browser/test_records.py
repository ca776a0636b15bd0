"""Records on the screen: from the first water to the last state, by pointer and keyboard, at a desk and on a phone."""

from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from ops.browser import PHONE
from tests.browser.conftest import OpenPage
from tests.files.test_photo import picture
from tests.jobs import opening, top_document


@pytest.fixture
def job(api: TestClient) -> dict[str, Any]:
    """A job of two tops under a name of its own."""
    document = top_document(opening(), name=f"Bench {uuid4().hex[:8]}", piece={"count": 2})
    view: dict[str, Any] = api.post("/api/jobs", json={"job": document}).json()
    return view


def stock(api: TestClient, quantity: int = 10) -> str:
    """Bags of the job's mix in a lot of their own; the lot's name."""
    body = {"kind": "bag", "material": "ordinary/60lb", "name": "Ordinary mix", "unit": "bags"}
    items = api.post("/api/stock", json=body)
    items = items if items.status_code == 201 else api.get("/api/stock")
    item = next(one["id"] for one in items.json() if one["material"] == "ordinary/60lb")
    name = f"pallet {uuid4().hex[:6]}"
    api.post(f"/api/stock/{item}/lots", json={"quantity": quantity, "name": name})
    return name


def begin(page: Page, lot: str | None = None) -> None:
    page.get_by_role("button", name="Begin a pour").click()
    dialog = page.get_by_role("dialog", name="Begin a pour")
    if lot is not None:
        choice = dialog.get_by_label("Lot of Ordinary")
        choice.locator("option", has_text=lot).wait_for(state="attached")
        choice.select_option(label=next(one for one in choice.locator("option").all_inner_texts() if lot in one))
    dialog.get_by_role("button", name="Water is in").click()
    page.wait_for_url("**/pours/**")


def test_a_pour_is_begun_mixed_and_stripped_and_the_plan_follows(
    open_page: OpenPage, api: TestClient, job: dict[str, Any]
) -> None:
    lot = stock(api)
    page = open_page(f"/jobs/{job['id']}/log", units="mm")
    expect(page.get_by_text("Nothing is written down yet")).to_have_count(0)  # the job itself was begun
    begin(page, lot)
    expect(page.get_by_text("First water in")).to_be_visible()
    page.get_by_role("button", name="Write a batch down").click()
    dialog = page.get_by_role("dialog", name="A batch")
    dialog.get_by_label("Water").fill("much")
    dialog.get_by_role("button", name="Keep the batch").click()
    expect(dialog.get_by_role("alert")).to_contain_text("“much” is not a number")
    dialog.get_by_label("Water").fill("2,9")
    dialog.get_by_role("button", name="Keep the batch").click()
    expect(page.get_by_text("2.9 l a bag")).to_be_visible()
    page.get_by_role("button", name="Done: Strip the sides").click()
    page.get_by_role("button", name="It is done").click()
    expect(page.locator("[data-act=strip]")).to_contain_text("done")
    expect(page.get_by_text("stripped")).to_have_count(2)
    page.get_by_role("link", name="To the job").click()
    expect(page.locator("[data-headline=log]")).to_contain_text("in ")
    expect(page.locator("[data-log=batch]")).to_contain_text("Batch 1: 1 bag, 2.9 l of water")
    page.locator("[data-headline=mix]").click()
    expect(page.get_by_role("region", name="On the day")).to_contain_text("2.9 l")
    page.goto("/stock")
    taken = page.get_by_role("button", name=lot)
    expect(taken).to_contain_text("6 of")  # three bags and one over
    taken.click()
    expect(page.get_by_role("dialog")).to_contain_text("used 4")


def test_an_act_said_by_mistake_is_taken_back(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page(f"/jobs/{job['id']}/log")
    begin(page)
    page.get_by_role("button", name="Done: Strip the sides").click()
    page.get_by_role("button", name="It is done").click()
    page.get_by_role("button", name="Take back: Strip the sides").click()
    page.get_by_role("button", name="Take it back").click()
    expect(page.get_by_role("button", name="Done: Strip the sides")).to_be_visible()
    expect(page.get_by_text("poured", exact=True)).to_have_count(2)


def test_a_casting_fails_with_its_reason_and_a_defect_at_its_place(
    open_page: OpenPage, job: dict[str, Any], tmp_path: Path
) -> None:
    page = open_page(f"/jobs/{job['id']}/log", units="mm")
    begin(page)
    page.locator("main a", has_text="Top").first.click()
    page.wait_for_url("**/castings/**")
    page.get_by_role("button", name="Write down").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("radio", name="Defect").click()
    plan = dialog.locator("svg[role=img]")
    plan.click(position={"x": plan.bounding_box()["width"] / 2, "y": 30})  # type: ignore[index]
    dialog.get_by_label("From left").fill("450")
    dialog.get_by_label("What is wrong").fill("Pit behind the sink")
    photo = tmp_path / "a photo.jpg"
    photo.write_bytes(picture())
    dialog.get_by_label("Photos").set_input_files(photo)
    dialog.get_by_role("button", name="Write it down").click()
    expect(page.locator("[data-spot]")).to_have_count(1)
    expect(page.locator("[data-log=defect] img")).to_be_visible()
    page.get_by_role("button", name="It failed").click()
    page.get_by_role("dialog").get_by_role("button", name="It failed").click()
    expect(page.get_by_role("alert")).to_contain_text("does not say why")
    page.get_by_label("What went wrong").fill("Cracked in turning")
    page.get_by_role("dialog").get_by_role("button", name="It failed").click()
    expect(page.get_by_role("region", name="Its life")).to_contain_text("Cracked in turning")
    page.goto("/castings")
    page.get_by_role("button", name="Failed").click()
    expect(page.get_by_role("listitem").filter(has_text=job["job"]["name"])).to_have_count(1)


def test_a_weighing_is_corrected_and_the_old_one_struck_through(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page(f"/jobs/{job['id']}/log", units="in")
    begin(page)
    page.get_by_role("link", name="To the job").click()
    for label, pounds in (("Write it down", "123"), ("Keep the correction", "113.5")):
        if label == "Write it down":
            page.get_by_role("radio", name="Weighing").click()
        else:
            page.get_by_role("button", name="Correct").first.click()
        page.get_by_label("Mass").last.fill(pounds)
        page.get_by_role("button", name=label).click()
        expect(page.locator("[data-log=weighing]").filter(has_text=f"{float(pounds):.1f} lb")).to_be_visible()
    expect(page.locator("[data-log=weighing] .line-through")).to_contain_text("123.0 lb")
    expect(page.get_by_text("Corrected by a later entry.")).to_have_count(1)


def test_a_mould_is_kept_oiled_and_used(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page("/moulds")
    name = f"Ring {uuid4().hex[:6]}"
    page.get_by_role("button", name="New mould").click()
    dialog = page.get_by_role("dialog", name="New mould")
    dialog.get_by_label("Name").fill(name)
    dialog.get_by_label("For").select_option(value="top")
    dialog.get_by_label("Fillings it usually gives").fill("1")
    dialog.get_by_role("button", name="Keep it").click()
    shelf = page.get_by_role("listitem").filter(has_text=name)
    shelf.get_by_role("button", name="Oiled").click()
    page.get_by_role("button", name="Keep it").click()
    expect(shelf).to_contain_text("Last oiled")
    page.goto(f"/jobs/{job['id']}/log")
    page.get_by_role("button", name="Begin a pour").click()
    page.get_by_role("dialog").get_by_label("Castings of Top").fill("1")
    mould = page.get_by_role("dialog").get_by_label("of Top, in")
    mould.select_option(label=f"{name}, 1 at a time")
    page.get_by_role("dialog").get_by_role("button", name="Water is in").click()
    page.wait_for_url("**/pours/**")
    page.goto("/moulds")
    expect(page.get_by_role("listitem").filter(has_text=name)).to_contain_text("past its life")
    expect(page.get_by_role("listitem").filter(has_text=name)).to_contain_text("Oil it before the next pour.")


def test_counting_day_writes_down_what_differs_only(open_page: OpenPage, api: TestClient) -> None:
    lot, other = stock(api, 10), stock(api, 12)
    page = open_page("/stock")
    page.get_by_role("button", name="Counting day").click()
    page.get_by_role("dialog").get_by_label(lot).fill("9")
    page.get_by_role("dialog").get_by_label(other).fill("12")
    page.get_by_role("button", name="Correct 1").click()
    expect(page.get_by_role("button", name=lot)).to_contain_text("9 of")
    page.get_by_role("button", name=other).click()
    expect(page.get_by_role("dialog")).not_to_contain_text("counted 12")


def test_what_is_due_is_done_from_the_floor_by_keyboard(open_page: OpenPage, api: TestClient) -> None:
    name = f"Kerb {uuid4().hex[:8]}"
    kept = api.post("/api/jobs", json={"job": top_document(name=name)}).json()
    poured = {"job_id": kept["id"], "fills": [{"piece": "top", "count": 1}], "poured_at": "2026-05-04T09:00:00Z"}
    api.post("/api/pours", json=poured)
    page = open_page("/")
    if page.get_by_role("button", name="more", exact=False).first.is_visible():
        page.get_by_role("button", name="more", exact=False).first.press("Enter")
    button = page.get_by_role("button", name=f"Done: Strip the sides, {name}")
    button.focus()
    page.keyboard.press("Enter")
    page.get_by_label("Anything to note").press_sequentially("Came off clean")
    page.get_by_role("button", name="It is done").focus()
    page.keyboard.press("Enter")
    expect(button).to_have_count(0)


def test_people_come_and_go_and_stand_beside_what_they_did(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page("/")
    who = f"Glazer {uuid4().hex[:6]}"
    page.get_by_role("button", name="People").click()
    page.get_by_label("Name or role").fill(who)
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_role("dialog").get_by_text(who, exact=True)).to_be_visible()
    page.goto(f"/jobs/{job['id']}/log")
    page.get_by_label("What was seen").fill("Cool and damp")
    page.get_by_label("Who").select_option(label=who)
    page.get_by_role("button", name="Write it down").click()
    expect(page.locator("[data-log=note]")).to_contain_text(who)
    page.goto("/")
    page.get_by_role("button", name="People").click()
    page.get_by_role("button", name=f"Has left: {who}").click()
    expect(page.get_by_role("dialog").get_by_text(who, exact=True)).to_have_count(0)


def test_on_a_phone_an_entry_is_written_from_below(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page(f"/jobs/{job['id']}/log", size=PHONE, has_touch=True, is_mobile=True)
    page.get_by_role("button", name="Write something down").tap()
    page.get_by_label("What was seen").fill("Rain on the yard")
    page.get_by_role("button", name="Write it down").tap()
    expect(page.locator("[data-log=note]")).to_contain_text("Rain on the yard")
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]

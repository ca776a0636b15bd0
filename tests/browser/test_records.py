"""Records on the screen: from the first water to the last state, by pointer and keyboard, at a desk and on a phone."""

import re
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

LONG_AGO = "2026-05-04T13:00:00Z"


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
    page.get_by_role("button", name="Start a pour").click()
    dialog = page.get_by_role("dialog", name="Start a pour")
    if lot is not None:
        dialog.get_by_label(f"from {lot}").wait_for()
        for field in dialog.get_by_label("Ordinary").all():
            field.fill("")
        dialog.get_by_label(f"from {lot}").fill("4")
    dialog.get_by_role("button", name="Mixing started").click()
    page.wait_for_url("**/pours/**")


def test_a_pour_is_begun_mixed_and_stripped_and_the_plan_follows(
    open_page: OpenPage, api: TestClient, job: dict[str, Any]
) -> None:
    lot = stock(api)
    page = open_page(f"/jobs/{job['id']}/log", units="mm")
    expect(page.get_by_text("No entries yet")).to_have_count(0)  # the job itself was begun
    begin(page, lot)
    expect(page.get_by_text("Mixing started").first).to_be_visible()
    expect(page.get_by_role("region", name="The next batch")).to_contain_text("Batch 1 of")
    page.get_by_text("Enough left?").click()
    page.get_by_role("button", name="Gap at the middle").click()
    page.keyboard.press("ControlOrMeta+a")
    page.keyboard.type("10 mm")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Still needs")).to_contain_text("bag")
    page.get_by_role("button", name="Log a batch").click()
    dialog = page.get_by_role("dialog", name="A batch")
    dialog.get_by_label("Water").fill("much")
    dialog.get_by_role("button", name="Log the batch").click()
    expect(dialog.get_by_role("alert")).to_contain_text("“much” is not a number")
    dialog.get_by_label("Water").fill("2,9")
    dialog.get_by_role("button", name="Log the batch").click()
    expect(page.get_by_text("2.9 L a bag")).to_be_visible()
    page.get_by_role("button", name="Done: Strip the form").click()
    page.get_by_role("button", name="Mark done").click()
    expect(page.locator("[data-act=strip]")).to_contain_text("done")
    expect(page.get_by_text("stripped")).to_have_count(2)
    page.get_by_role("link", name="To the job").click()
    expect(page.locator("[data-headline=log]")).to_contain_text("poured ")
    expect(page.locator("[data-log=batch]")).to_contain_text("Batch 1: 1 bag, 2.9 L of water")
    page.locator("[data-headline=mix]").click()
    expect(page.get_by_role("region", name="On the day")).to_contain_text("2.9 L")
    page.goto("/stock")
    taken = page.get_by_role("button", name=lot)
    expect(taken).to_contain_text("6 ·")  # three bags and one over
    taken.click()
    expect(page.get_by_role("dialog")).to_contain_text("used 4")


def test_what_is_missing_from_stock_is_said_before_the_pour(
    open_page: OpenPage, api: TestClient, job: dict[str, Any]
) -> None:
    lot = stock(api, 3)
    page = open_page(f"/jobs/{job['id']}/log")
    page.get_by_role("button", name="Start a pour").click()
    dialog = page.get_by_role("dialog", name="Start a pour")
    dialog.get_by_label(f"from {lot}").wait_for()
    for field in dialog.get_by_label("Ordinary").all():
        field.fill("")
    dialog.get_by_label(f"from {lot}").fill("3")
    expect(dialog.locator("[data-missing=bag]")).to_have_text("1 bag missing")
    dialog.get_by_label(f"from {lot}").fill("5")
    expect(dialog.locator("[data-missing=bag]")).to_have_count(0)
    dialog.get_by_role("button", name="Mixing started").click()
    expect(dialog.get_by_role("alert")).to_contain_text("Only 3 here, 5 requested")
    dialog.get_by_label("Castings of Top").fill("1")  # another part of the job takes other amounts
    expect(dialog.get_by_label(f"from {lot}")).not_to_have_value("5")
    dialog.get_by_label("Castings of Top").fill("0")
    dialog.get_by_role("button", name="Mixing started").click()
    expect(dialog.get_by_role("alert")).to_contain_text("Enter at least one casting")


def test_the_first_water_is_corrected_with_its_reason(
    open_page: OpenPage, api: TestClient, job: dict[str, Any]
) -> None:
    begun = {"job_id": job["id"], "fills": [{"piece": "top", "count": 2}], "poured_at": LONG_AGO}
    pour = api.post("/api/pours", json=begun).json()["pour"]
    page = open_page(f"/pours/{pour['id']}")
    page.get_by_role("button", name="Correct the time").click()
    dialog = page.get_by_role("dialog")
    when = dialog.get_by_label("Time")
    expect(when).to_have_value(re.compile("2026-05-04T"))
    when.fill("2026-05-04T07:30")
    dialog.get_by_role("button", name="Correct it").click()
    expect(dialog.get_by_role("alert")).to_contain_text("does not say why")
    dialog.get_by_label("What was wrong").fill("Before breakfast")
    dialog.get_by_role("button", name="Correct it").click()
    expect(page.get_by_text("Mixing started Mon 4 May, 07:30")).to_be_visible()
    page.get_by_role("link", name="To the job").click()
    expect(page.get_by_text("Start of mixing corrected. Before breakfast")).to_be_visible()


def test_an_act_said_by_mistake_is_taken_back(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page(f"/jobs/{job['id']}/log")
    begin(page)
    page.get_by_role("button", name="Done: Strip the form").click()
    page.get_by_role("button", name="Mark done").click()
    page.get_by_role("button", name="Undo: Strip the form").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Done: Strip the form")).to_be_visible()
    expect(page.get_by_text("poured", exact=True)).to_have_count(2)


def test_a_casting_fails_with_its_reason_and_a_defect_at_its_place(
    open_page: OpenPage, job: dict[str, Any], tmp_path: Path
) -> None:
    page = open_page(f"/jobs/{job['id']}/log", units="mm")
    begin(page)
    page.locator("main a", has_text="Top").first.click()
    page.wait_for_url("**/castings/**")
    page.get_by_role("button", name="Log", exact=True).click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("radio", name="Defect").click()
    plan = dialog.locator("svg[role=img]")
    plan.click(position={"x": plan.bounding_box()["width"] / 2, "y": 30})  # type: ignore[index]
    dialog.get_by_label("From left").fill("450")
    dialog.get_by_label("What is wrong").fill("Pit behind the sink")
    photo = tmp_path / "a photo.jpg"
    photo.write_bytes(picture())
    dialog.get_by_label("Photos").set_input_files(photo)
    dialog.get_by_role("button", name="Save").click()
    expect(page.locator("[data-spot]")).to_have_count(1)
    expect(page.locator("[data-log=defect] img")).to_be_visible()
    page.get_by_role("button", name="Mark failed").click()
    page.get_by_role("dialog").get_by_role("button", name="Mark failed").click()
    expect(page.get_by_role("alert")).to_contain_text("does not say why")
    page.get_by_label("What went wrong").fill("Cracked in turning")
    page.get_by_role("dialog").get_by_role("button", name="Mark failed").click()
    expect(page.get_by_role("region", name="History")).to_contain_text("Cracked in turning")
    page.goto("/castings")
    page.get_by_role("button", name="Failed").click()
    expect(page.get_by_role("listitem").filter(has_text=job["job"]["name"])).to_have_count(1)


def test_a_defect_is_explained_and_its_cause_is_found(
    open_page: OpenPage, api: TestClient, job: dict[str, Any]
) -> None:
    begun = {"job_id": job["id"], "fills": [{"piece": "top", "count": 2}], "poured_at": LONG_AGO}
    pour = api.post("/api/pours", json=begun).json()["pour"]
    page = open_page(f"/castings/{pour['castings'][0]['id']}", units="in")
    page.get_by_role("button", name="Log", exact=True).click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("radio", name="Defect").click()
    dialog.get_by_label("Kind of defect").select_option(label="Stone pockets")
    dialog.get_by_label("What is wrong").fill("Bare stone in front")
    dialog.get_by_role("button", name="Save").click()
    page.get_by_role("link", name="Causes of: #").click()
    page.wait_for_url("**/defects/**")
    causes = page.get_by_role("region", name="Causes")
    expect(causes.locator("[data-cause]").first).to_contain_text("Its air was not brought out")
    leak = causes.locator("[data-cause=leak]")
    expect(leak).to_contain_text("possible")
    question = page.locator("[data-fact=joints_open]")
    question.get_by_role("radio", name="Yes").click()
    expect(leak.locator("dd")).to_contain_text("Joints were not sealed, or the sealant had not cured · as remembered")
    expect(causes.locator("[data-cause]").first).to_have_attribute("data-cause", "leak")
    expect(page.get_by_role("region", name="Next time")).to_contain_text("Seal every joint")
    expect(page.get_by_role("region", name="What to do now")).to_contain_text("3/8″")
    question.get_by_role("radio", name="Not known").click()
    expect(leak.locator("dd")).to_have_count(0)
    page.get_by_role("button", name="Mark as found: Its air was not brought out").click()
    expect(page.get_by_role("button", name="Found: Its air was not brought out")).to_have_attribute(
        "aria-pressed", "true"
    )
    page.reload()
    expect(page.get_by_role("button", name="Found: Its air was not brought out")).to_be_visible()


def test_a_weighing_is_corrected_and_the_old_one_struck_through(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page(f"/jobs/{job['id']}/log", units="in")
    begin(page)
    page.get_by_role("link", name="To the job").click()
    for label, pounds in (("Save", "123"), ("Save the correction", "113.5")):
        if label == "Save":
            page.get_by_role("radio", name="Weighing").click()
        else:
            page.get_by_role("button", name="Correct").first.click()
        page.get_by_label("Weight").last.fill(pounds)
        page.get_by_role("button", name=label).click()
        expect(page.locator("[data-log=weighing]").filter(has_text=f"{float(pounds):.1f} lb")).to_be_visible()
    expect(page.locator("[data-log=weighing] .line-through")).to_contain_text("123.0 lb")
    expect(page.get_by_text("Corrected by a later entry.")).to_have_count(1)
    page.get_by_role("link", name="#", exact=False).filter(has_text="113.5 lb").click()
    curve = page.get_by_role("img", name="Drying curve")
    expect(curve.locator("circle")).to_have_count(1)
    said = re.compile(r"Weighs [\d.]+–[\d.]+\slb once it is dry")
    expect(page.locator("[data-drying] figcaption")).to_contain_text(said)


def test_a_mould_is_kept_oiled_and_used(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page("/moulds")
    name = f"Ring {uuid4().hex[:6]}"
    page.get_by_role("button", name="Add a mould").click()
    dialog = page.get_by_role("dialog", name="Add a mould")
    dialog.get_by_label("Name").fill(name)
    dialog.get_by_label("Made for").select_option(label=f"{job['job']['name']}: Top")
    dialog.get_by_label("Weak spot").fill("the rim")
    dialog.get_by_label("Made of").select_option("sheet plastic")
    expect(dialog.get_by_label("Uses it usually gives")).to_have_value("60")
    expect(dialog.get_by_label("Weak spot")).to_have_value("the rim")  # what was typed stays
    dialog.get_by_label("Uses it usually gives").fill("1")
    dialog.get_by_role("button", name="Save").click()
    shelf = page.get_by_role("listitem").filter(has_text=name)
    expect(shelf).to_contain_text("Rinse it as soon as the casting is out")
    shelf.get_by_role("button", name="Oiled").click()
    page.get_by_role("button", name="Save").click()
    expect(shelf).to_contain_text("Last oiled")
    page.goto(f"/jobs/{job['id']}/log")
    page.get_by_role("button", name="Start a pour").click()
    page.get_by_role("dialog").get_by_label("Castings of Top").fill("1")
    mould = page.get_by_role("dialog").get_by_label("of Top, in")
    mould.select_option(label=f"{name}, 1 per filling")
    page.get_by_role("dialog").get_by_role("button", name="Mixing started").click()
    page.wait_for_url("**/pours/**")
    page.goto("/moulds")
    expect(page.get_by_role("listitem").filter(has_text=name)).to_contain_text("worn out")
    expect(page.get_by_role("listitem").filter(has_text=name)).to_contain_text("Oil it before the next pour.")


def test_counting_day_writes_down_what_differs_only(open_page: OpenPage, api: TestClient) -> None:
    lot, other = stock(api, 10), stock(api, 12)
    page = open_page("/stock")
    page.get_by_role("button", name="Stocktake").click()
    page.get_by_role("dialog").get_by_label(lot).fill("9")
    page.get_by_role("dialog").get_by_label(other).fill("12")
    page.get_by_role("button", name="Correct 1").click()
    expect(page.get_by_role("button", name=lot)).to_contain_text("9 ·")
    page.get_by_role("button", name=other).click()
    expect(page.get_by_role("dialog")).not_to_contain_text("counted 12")


def test_what_is_due_is_done_from_the_floor_by_keyboard(open_page: OpenPage, api: TestClient) -> None:
    name = f"Kerb {uuid4().hex[:8]}"
    kept = api.post("/api/jobs", json={"job": top_document(name=name)}).json()
    poured = {"job_id": kept["id"], "fills": [{"piece": "top", "count": 1}], "poured_at": "2026-05-04T09:00:00Z"}
    api.post("/api/pours", json=poured)
    page = open_page("/")
    if page.get_by_role("button", name=re.compile(r"^\d+ more")).first.is_visible():
        page.get_by_role("button", name=re.compile(r"^\d+ more")).first.press("Enter")
    button = page.get_by_role("button", name=f"Done: Strip the form, {name}")
    button.focus()
    page.keyboard.press("Enter")
    page.get_by_label("Note (optional)").press_sequentially("Came off clean")
    page.get_by_role("button", name="Mark done").focus()
    page.keyboard.press("Enter")
    expect(button).to_have_count(0)


def test_people_come_and_go_and_stand_beside_what_they_did(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page("/")
    who = f"Glazer {uuid4().hex[:6]}"
    page.get_by_role("button", name="People").click()
    page.get_by_role("link", name="Add or edit people").click()
    page.get_by_role("button", name="Add a person").click()
    page.get_by_label("Name or role").fill(who)
    page.get_by_role("dialog").get_by_role("radio", name="mm").click()
    page.get_by_role("dialog").get_by_role("button", name="Save").click()
    expect(page.get_by_role("listitem", name=who)).to_be_visible()
    page.goto("/")
    page.get_by_role("button", name="People").click()
    page.get_by_role("button", name=f"At this screen: {who}").click()
    page.goto(f"/jobs/{job['id']}/log")
    page.get_by_role("button", name="Units: millimetres, change").wait_for()  # as that person reads
    page.get_by_label("Observation").fill("Cool and damp")
    expect(page.get_by_label("By").locator("option:checked")).to_have_text(who)
    page.get_by_role("button", name="Save").click()
    expect(page.locator("[data-log=note]")).to_contain_text(who)
    page.goto("/shop/people")
    page.get_by_role("button", name=f"Remove {who}").click()
    expect(page.get_by_role("listitem", name=who)).to_have_count(0)


def test_on_a_phone_an_entry_is_written_from_below(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page(f"/jobs/{job['id']}/log", size=PHONE, has_touch=True, is_mobile=True)
    page.get_by_role("button", name="New entry").tap()
    page.get_by_label("Observation").fill("Rain on the yard")
    page.get_by_role("button", name="Save").tap()
    expect(page.locator("[data-log=note]")).to_contain_text("Rain on the yard")
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]


def poured(api: TestClient, name: str, **more: Any) -> str:
    """The path of a pour of long ago, of a job under this name."""
    kept = api.post("/api/jobs", json={"job": top_document(opening(), name=name)}).json()
    begun = {
        "job_id": kept["id"],
        "fills": [{"piece": "top", "count": 1}],
        "at": LONG_AGO,
        "poured_at": LONG_AGO,
        **more,
    }
    pour = api.post("/api/pours", json=begun).json()["pour"]["id"]
    return f"/pours/{pour}"


def test_what_was_done_in_time_is_written_down_at_once(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(poured(api, "Forgotten top"))
    page.get_by_role("button", name="Everything done as planned").click()
    dialog = page.get_by_role("dialog", name="Done at the planned hours")
    expect(dialog.get_by_role("listitem")).to_have_count(7)
    dialog.get_by_role("button", name="Log all").click()
    expect(page.get_by_role("button", name="Done:")).to_have_count(0)
    expect(page.get_by_role("region", name="Castings")).to_contain_text("finished")


def test_a_planned_pour_is_called_off_and_what_it_reserved_is_free(open_page: OpenPage, api: TestClient) -> None:
    lot = stock(api, 10)
    items = api.get("/api/stock").json()
    lots = [one for item in items for one in item["lots"] if one["name"] == lot]
    path = poured(api, "Called off", poured_at=None, takes=[{"lot_id": lots[0]["id"], "quantity": 4}])
    page = open_page(path)
    expect(page.get_by_text("Planned; mixing has not started")).to_be_visible()
    expect(page.get_by_role("region", name="From stock")).to_contain_text("reserved")
    page.get_by_role("button", name="Call off").click()
    page.get_by_label("Why").fill("Frost")
    page.get_by_role("dialog").get_by_role("button", name="Call off").click()
    expect(page.get_by_text("Called off").first).to_be_visible()
    expect(page.get_by_role("region", name="Castings")).to_contain_text("archived")
    page.goto("/stock")
    expect(page.get_by_role("button", name=lot)).to_contain_text("10 ·")


def test_a_bag_that_stayed_closed_goes_back_to_its_lot(open_page: OpenPage, api: TestClient) -> None:
    lot = stock(api, 10)
    lots = [one for item in api.get("/api/stock").json() for one in item["lots"] if one["name"] == lot]
    page = open_page(poured(api, "Closed bag", takes=[{"lot_id": lots[0]["id"], "quantity": 3}]))
    page.get_by_role("button", name="Return to stock: Ordinary").click()
    page.get_by_role("dialog").get_by_label("Quantity").fill("5")
    page.get_by_role("button", name="Return").click()
    expect(page.get_by_role("dialog")).to_contain_text("The pour has 3 of this lot, and 5 are to come back.")
    page.get_by_role("dialog").get_by_label("Quantity").fill("2")
    page.get_by_role("button", name="Return").click()
    expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.get_by_role("region", name="From stock")).to_contain_text(lot)
    page.goto("/stock")
    expect(page.get_by_role("button", name=lot)).to_contain_text("9 ·")


def test_a_mistaken_batch_is_taken_back(open_page: OpenPage, api: TestClient) -> None:
    path = poured(api, "Wrong batch")
    api.post(f"/api{path}/batches", json={"bags": 1, "water_l": 29, "at": LONG_AGO})
    page = open_page(path, units="mm")
    page.get_by_role("button", name="Undo batch 1").click()
    expect(page.get_by_text("No batch logged.")).to_be_visible()


def test_what_has_changed_since_a_pour_stands_beside_today(open_page: OpenPage, api: TestClient) -> None:
    path = poured(api, "Thicker now")
    job_id = api.get(f"/api{path}").json()["pour"]["job_id"]
    thicker = top_document(opening(), name="Thicker now", piece={"thickness": "50 mm"})
    api.put(f"/api/jobs/{job_id}", json={"parent": 1, "job": thicker, "what": "Thicker"})
    page = open_page(path, units="mm")
    row = page.get_by_role("row").filter(has_text="Volume of the pour")
    if row.count() == 0:
        page.get_by_role("region", name="Changed since").get_by_role("button", name="more").click()
    expect(row).to_contain_text("15.7 L")
    expect(row).to_contain_text("19.6 L")


def test_a_pour_is_begun_by_keyboard_alone(open_page: OpenPage, job: dict[str, Any]) -> None:
    page = open_page(f"/jobs/{job['id']}/log")
    button = page.get_by_role("button", name="Start a pour")
    button.focus()
    page.keyboard.press("Enter")
    dialog = page.get_by_role("dialog", name="Start a pour")
    expect(dialog.get_by_label("Castings of Top")).to_be_focused()
    page.keyboard.press("Control+A")
    page.keyboard.type("1")
    dialog.get_by_role("radio", name="Later").focus()
    page.keyboard.press("Space")
    page.keyboard.press("Tab")
    page.keyboard.type("Waits for a dry day")
    dialog.get_by_role("button", name="Save as planned").focus()
    page.keyboard.press("Enter")
    page.wait_for_url("**/pours/**")
    expect(page.get_by_text("Waits for a dry day")).to_be_visible()
    expect(page.get_by_role("region", name="Castings").get_by_role("listitem")).to_have_count(1)


def test_castings_are_found_by_number_and_turned_page_by_page(open_page: OpenPage, api: TestClient) -> None:
    kept = api.post("/api/jobs", json={"job": top_document(name="Many", piece={"count": 60})}).json()
    begun = {"job_id": kept["id"], "fills": [{"piece": "top", "count": 60}], "at": LONG_AGO, "poured_at": LONG_AGO}
    castings = api.post("/api/pours", json=begun).json()["pour"]["castings"]
    page = open_page("/castings")
    first = page.locator("main li a").first
    newest = f"#{castings[-1]['serial']}"
    expect(page.get_by_role("listitem").filter(has_text=newest)).to_be_visible()
    page.get_by_role("button", name="Older").click()
    expect(page.get_by_role("listitem").filter(has_text=newest)).to_have_count(0)
    page.get_by_role("button", name="Newer").click()
    expect(page.get_by_role("listitem").filter(has_text=newest)).to_be_visible()
    page.get_by_label("Find").fill(f"#{castings[3]['serial']}")
    expect(page.locator("main li")).to_have_count(1)
    first.click()
    page.wait_for_url(f"**/castings/{castings[3]['id']}")
    page.goto("/castings")
    page.get_by_label("Find").fill("no such thing")
    expect(page.get_by_text("No casting matches “no such thing”.")).to_be_visible()


def test_the_log_of_a_job_is_taken_along_as_a_file(open_page: OpenPage, api: TestClient) -> None:
    path = poured(api, "Written down")
    page = open_page(f"/jobs/{api.get(f'/api{path}').json()['pour']['job_id']}/log")
    for kind in ("CSV", "XLSX", "JSON"):
        with page.expect_download() as download:
            page.get_by_role("link", name=kind).click()
        assert download.value.suggested_filename == f"written-down-log.{kind.lower()}"


def test_a_temperature_is_typed_in_and_the_hours_follow(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(poured(api, "Cold night"), units="in")
    strip = page.locator("[data-act=strip]")
    before = strip.inner_text()
    page.get_by_role("button", name="Log a temperature").click()
    page.get_by_label("Time", exact=True).fill("2026-05-05T09:00")
    page.get_by_label("Reading").fill("46")
    page.get_by_role("button", name="Log the reading").click()
    expect(page.get_by_text("From thermometer readings for the first")).to_be_visible()
    expect(strip).not_to_have_text(before)


def test_a_long_log_is_turned_page_by_page(open_page: OpenPage, api: TestClient, job: dict[str, Any]) -> None:
    for number in range(101):
        seen = {
            "kind": "note",
            "text": f"Note {number}.",
            "job_id": job["id"],
            "at": f"2026-05-04T10:00:{number / 2:06.3f}Z",
        }
        assert api.post("/api/observations", json=seen).status_code == 201
    page = open_page(f"/jobs/{job['id']}/log")
    expect(page.get_by_text("Note 100.", exact=True)).to_be_visible()
    expect(page.get_by_text("Note 0.", exact=True)).to_have_count(0)
    page.get_by_role("button", name="Older").click()
    expect(page.get_by_text("Note 0.", exact=True)).to_be_visible()
    page.get_by_role("button", name="Newer").click()
    expect(page.get_by_text("Note 100.", exact=True)).to_be_visible()

"""A pour run from phones: with the network, without it, over a server that stops, and with a wet thumb."""

from typing import Any

import pytest
from axe_playwright_python.sync_playwright import Axe
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from ops.browser import DESK, PHONE
from tests.browser.conftest import OpenPage, Phone
from tests.browser.test_screens import AXE_TAGS
from tests.jobs import top_document
from tests.served import Server


@pytest.fixture
def pour(api: TestClient) -> str:
    """A pour of one top with steel in it, in batches of a bag."""
    document = top_document(mix={"bags_per_batch": 1}, steel={"school": "mesh"}, piece={"thickness": "60 mm"})
    job = api.post("/api/jobs", json={"job": document}).json()["id"]
    return str(
        api.post("/api/pours", json={"job_id": job, "fills": [{"piece": "top", "count": 1}]}).json()["pour"]["id"]
    )


def run_of(api: TestClient, pour: str) -> Any:
    return api.get(f"/api/pours/{pour}/run").json()


def do(page: Page, role: str, name: str) -> None:
    page.get_by_role("region", name=role).get_by_role("button", name=name).click()


def now(page: Page, role: str, step: str) -> None:
    """Until a panel shows a step, and its buttons take a tap."""
    panel = page.get_by_role("region", name=role)
    expect(panel.locator(f"[data-step='{step}']")).to_be_visible()
    expect(panel.locator("[data-waits]")).to_have_count(0)


def get_ready(page: Page, ready: int) -> None:
    boxes = page.locator("[data-ready]")
    expect(boxes).to_have_count(ready)
    for box in boxes.all():
        box.get_by_role("button").first.click()
    expect(page.get_by_role("region", name="Before the first water")).to_have_count(0)


def test_two_phones_end_with_one_record_though_one_lost_the_network_and_the_server_stopped(
    api: TestClient, open_phone: Phone, server: Server, pour: str
) -> None:
    path = f"/pours/{pour}/run"
    mixer, placer = open_phone(path), open_phone(path)
    get_ready(mixer, len(run_of(api, pour)["sheet"]["ready"]))
    mixer.get_by_role("button", name="I mix").click()
    placer.get_by_role("button", name="I place").click()
    do(mixer, "Mixing", "Water goes in")
    do(mixer, "Mixing", "It sinks by a third to a half, and holds together")
    now(placer, "Placing", "batch/1/place")
    placer.evaluate("navigator.serviceWorker.ready.then(() => true)")
    expect(placer.locator("[data-unsent='0']")).to_be_visible()

    placer.context.set_offline(True)
    do(placer, "Placing", "Done")
    expect(placer.locator("[data-unsent='1']")).to_contain_text("kept on this phone, not sent yet")
    do(mixer, "Mixing", "Water goes in")
    placer.reload()  # nothing is lost, and nothing of it comes from the network
    expect(placer.locator("[data-unsent='1']")).to_be_visible()
    expect(placer.get_by_role("region", name="Placing")).to_contain_text("Place batch 2 in Top")
    server.stop()
    do(mixer, "Mixing", "It sinks by a third to a half, and holds together")
    expect(mixer.locator("[data-unsent='1']")).to_be_visible()
    placer.context.set_offline(False)
    server.start()

    expect(mixer.locator("[data-unsent='0']")).to_be_visible()
    expect(placer.locator("[data-unsent='0']")).to_be_visible()
    now(placer, "Placing", "batch/2/place/steel/top")
    told = run_of(api, pour)
    steps = sorted(one["step"] for one in told["entries"] if not one["step"].startswith("ready/"))
    assert steps == ["batch/1/mixed", "batch/1/place", "batch/1/water", "batch/2/mixed", "batch/2/water"]
    assert len(api.get(f"/api/pours/{pour}").json()["pour"]["batches"]) == 2


def test_a_wet_thumb_that_taps_twice_does_one_step_and_it_can_be_taken_back(
    api: TestClient, open_page: OpenPage, pour: str
) -> None:
    page = open_page(f"/pours/{pour}/run", units="mm", size=PHONE)
    get_ready(page, len(run_of(api, pour)["sheet"]["ready"]))
    button = page.get_by_role("button", name="Water goes in")
    expect(button).to_be_enabled()
    button.dblclick()
    now(page, "Mixing", "batch/1/mixed")
    answer = page.get_by_role("button", name="It sinks by a third to a half, and holds together")
    expect(answer).to_be_enabled()
    expect(page.locator("[data-unsent='0']")).to_be_visible()
    assert [one["step"] for one in run_of(api, pour)["entries"]].count("batch/1/water") == 1
    page.get_by_role("button", name="Undo “Batch 1").click()
    now(page, "Mixing", "batch/1/water")
    expect(page.locator("[data-unsent='0']")).to_be_visible()
    assert [one["kind"] for one in run_of(api, pour)["entries"]][-1] == "undo"
    assert run_of(api, pour)["state"]["begun_at"] is None


def test_too_dry_takes_a_cup_more_and_what_is_left_out_says_why(
    api: TestClient, open_page: OpenPage, pour: str
) -> None:
    page = open_page(f"/pours/{pour}/run", units="mm", size=PHONE)
    get_ready(page, len(run_of(api, pour)["sheet"]["ready"]))
    goes_in = page.get_by_role("button", name="Water goes in")
    expect(goes_in).to_be_enabled()
    goes_in.press("Enter")
    before = run_of(api, pour)["state"]["batches"][0]["water_l"]
    page.get_by_role("button", name="It keeps its height").click()
    page.get_by_role("button", name="more is in").click()
    do(page, "Mixing", "It sinks by a third to a half, and holds together")
    now(page, "Placing", "batch/1/place")
    do(page, "Placing", "Leave out")
    page.get_by_role("button", name="Leave it out").click()
    expect(page.get_by_text("Say why: in a month it is the only trace.")).to_be_visible()
    page.get_by_label("Why").fill("Spilled")
    page.get_by_role("button", name="Leave it out").click()
    now(page, "Mixing", "batch/2/water")
    expect(page.locator("[data-unsent='0']")).to_be_visible()
    told = run_of(api, pour)
    assert told["state"]["batches"][0]["water_l"] == pytest.approx(before + told["sheet"]["bags"]["cup_l"])
    assert next(one for one in told["entries"] if one["kind"] == "skip")["text"] == "Spilled"
    kept = api.get(f"/api/pours/{pour}").json()["pour"]
    assert kept["batches"][0]["water_l"] == pytest.approx(told["state"]["batches"][0]["water_l"], abs=1e-3)


def test_amounts_in_the_reader_s_units_are_asked_back_where_they_are_hardly_meant(
    api: TestClient, open_page: OpenPage, pour: str
) -> None:
    page = open_page(f"/pours/{pour}/run", units="in", size=PHONE)
    get_ready(page, len(run_of(api, pour)["sheet"]["ready"]))
    do(page, "Mixing", "Time, amounts")
    asked = page.get_by_role("dialog")
    asked.get_by_label("Water in all").fill("24")
    asked.get_by_role("button", name="Read the thermometer").click()
    expect(asked.get_by_text("Read by the device")).to_be_visible()
    asked.get_by_role("button", name="It is done: save").click()
    expect(asked.get_by_text("Water 24 qt?")).to_be_visible()
    asked.get_by_role("button", name="2.4 qt", exact=True).click()
    now(page, "Mixing", "batch/1/mixed")
    expect(page.locator("[data-unsent='0']")).to_be_visible()
    kept = next(one for one in run_of(api, pour)["entries"] if one["step"] == "batch/1/water")
    assert kept["water_l"] == pytest.approx(2.4 * 0.946353, rel=1e-4)
    assert kept["celsius"] == pytest.approx(20, abs=4)
    assert (kept["read"], kept["insisted"]) == (["celsius"], False)
    do(page, "Mixing", "Time, amounts")
    asked.get_by_label("Bags").fill("9")
    asked.get_by_role("button", name="It is done: save").click()
    asked.get_by_role("button", name="It was 9 bags. Keep it").click()
    now(page, "Placing", "batch/1/place/steel/top")
    expect(page.locator("[data-unsent='0']")).to_be_visible()
    assert (run_of(api, pour)["entries"][-1]["bags"], run_of(api, pour)["state"]["doubts"]) == (9, [])


def test_what_is_not_ready_holds_up_its_own_step_and_is_named_there(open_page: OpenPage, pour: str) -> None:
    page = open_page(f"/pours/{pour}/run", units="mm", size=PHONE)
    steel = page.locator("[data-ready='ready/steel/top']")
    steel.get_by_role("button", name="Not yet").click()
    expect(steel).to_contain_text("Not yet: holds up “Top: lay the steel”")
    for box in page.locator("[data-ready]:not([data-ready='ready/steel/top'])").all():
        box.get_by_role("button").first.click()
    do(page, "Mixing", "Water goes in")
    do(page, "Mixing", "It sinks by a third to a half, and holds together")
    do(page, "Placing", "Done")
    do(page, "Mixing", "Water goes in")
    do(page, "Mixing", "It sinks by a third to a half, and holds together")
    now(page, "Placing", "batch/2/place/steel/top")
    do(page, "Placing", "Done")
    placing = page.get_by_role("region", name="Placing")
    expect(placing).to_contain_text("Waits for: Top: have the steel at hand")
    steel.get_by_role("button").first.click()
    now(page, "Placing", "steel/top")


def test_a_practice_runs_fast_shows_what_is_seen_and_keeps_nothing(
    api: TestClient, open_page: OpenPage, pour: str
) -> None:
    page = open_page(f"/pours/{pour}/practice", units="mm", size=PHONE)
    boxes = page.locator("[data-ready]")
    expect(boxes.first).to_be_visible()
    for box in boxes.all()[1:]:
        box.get_by_role("button").first.click()
    boxes.first.get_by_role("button", name="Leave out").click()
    page.get_by_label("Why").fill("To see what comes of it")
    page.get_by_role("button", name="Leave it out").click()
    do(page, "Mixing", "Water goes in")
    mixing = page.get_by_role("region", name="Mixing")
    expect(mixing.get_by_text("You see:")).to_be_visible()
    expect(page.locator("[data-running]")).to_have_text("1 min")  # within seconds
    page.get_by_role("button", name="Stop the clock").click()
    expect(page.get_by_text("1 thing lost so far.")).to_be_visible()
    expect(page.get_by_text("A practice: nothing of it is kept")).to_be_visible()
    assert run_of(api, pour)["entries"] == []


def test_it_is_run_by_the_keys_alone_and_they_go_on_where_the_next_act_is(open_page: OpenPage, pour: str) -> None:
    page = open_page(f"/pours/{pour}/run", units="mm")
    boxes = page.locator("[data-ready] button[aria-pressed=false]")
    expect(boxes.first).to_be_visible()
    boxes.first.focus()
    pressed = page.evaluate_handle("() => document.activeElement")
    while boxes.count():
        if page.evaluate("document.activeElement.ariaPressed === 'false'"):
            pressed = page.evaluate_handle("() => document.activeElement")
            page.keyboard.press("Space")
            page.wait_for_function("(one) => one.ariaPressed !== 'false' || !one.isConnected", arg=pressed)
        else:
            page.keyboard.press("Tab")
    for step, button in (("batch/1/water", "Water goes in"), ("batch/1/mixed", "It sinks by a third")):
        expect(page.locator(f"[data-step='{step}']")).to_be_focused()
        wanted = page.get_by_role("region", name="Mixing").get_by_role("button", name=button)
        expect(wanted).to_be_enabled()
        for _ in range(20):
            page.keyboard.press("Tab")
            if wanted.evaluate("(one) => one === document.activeElement"):
                break
        page.keyboard.press("Enter")
    expect(page.locator("[data-step]").first).to_be_focused()
    assert "/place" in (page.locator("[data-step]").first.get_attribute("data-step") or "")


TABLET: Any = {"width": 800, "height": 1280}


@pytest.mark.parametrize(
    ("size", "theme", "what"),
    [
        (PHONE, "light", "run"), (PHONE, "dark", "run"), (DESK, "light", "run"), (TABLET, "light", "run"),
        (PHONE, "dark", "practice"),
    ],
)  # fmt: skip
def test_everybody_can_read_and_reach_it(
    api: TestClient, open_page: OpenPage, pour: str, size: Any, theme: str, what: str
) -> None:
    page = open_page(f"/pours/{pour}/{what}", units="mm", theme=theme, size=size)
    first = page.locator("[data-ready]").first
    expect(first).to_be_visible()
    found = Axe().run(page, options=AXE_TAGS).response["violations"]
    assert [(one["id"], one["nodes"][0]["html"]) for one in found] == []
    get_ready(page, len(run_of(api, pour)["sheet"]["ready"]))
    expect(page.get_by_role("button", name="Water goes in")).to_be_enabled()
    page.get_by_text("Written down").click()
    page.keyboard.press("End")  # what lies under the footer is reached by scrolling
    page.wait_for_function("() => innerHeight + scrollY >= document.documentElement.scrollHeight - 1")
    found = Axe().run(page, options=AXE_TAGS).response["violations"]
    assert [(one["id"], one["nodes"][0]["html"]) for one in found] == []
    wide = page.evaluate("document.documentElement.scrollWidth - innerWidth")
    assert wide <= 0

"""Castings at the machine in a browser: marks, passes, a sheet that shows moisture, a window that was missed."""

from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from axe_playwright_python.sync_playwright import Axe
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from ops.browser import DESK, PHONE
from tests.browser.conftest import OpenPage, Phone
from tests.browser.test_screens import AXE_TAGS
from tests.files.test_photo import picture
from tests.jobs import top_document

HONED = {"look": "cream-honed", "sheen": "satin", "voids": "left open", "sealer": "film"}
NOW = datetime.now(UTC).replace(microsecond=0)
Machine = Callable[..., str]


@pytest.fixture
def at_machine(api: TestClient) -> Machine:
    """A top or several, poured so many days ago, as far as some step."""

    def at_machine(until: str = "", ago_h: float = 0.0, days: float = 40, count: int = 1, **finish: Any) -> str:
        begun = (NOW - timedelta(days=days)).isoformat()
        document = top_document(finish=HONED | finish, piece={"count": count}, cure={"poured_at": begun})
        job = api.post("/api/jobs", json={"job": document}).json()["id"]
        asked = {"job_id": job, "fills": [{"piece": "top", "count": count}]}
        pour = str(api.post("/api/pours", json=asked).json()["pour"]["id"])
        assert api.post(f"/api/pours/{pour}/water-in", json={"at": begun}).status_code == 200
        view = api.get(f"/api/pours/{pour}/finish").json()
        casting = view["castings"][0]["id"]
        entries: list[Any] = []
        at = NOW - timedelta(hours=ago_h) - timedelta(days=3)
        steps = view["sheet"]["faces"][0]["steps"] if until else []
        for step in steps[: [one["id"] for one in steps].index(until) if until else 0]:
            told: list[dict[str, str]] = [{"kind": "did"}]
            if step["kind"] == "grit":
                told = [{"kind": "pass", "way": way} for way in ("across", "along") * 2] + [{"kind": "gone"}]
            if step["kind"] == "test":
                told = [{"kind": "taped"}, {"kind": "dry"}]
            if step["kind"] == "coat":
                at = NOW - timedelta(hours=ago_h)
            for one in told:
                at += timedelta(minutes=5)
                named = {"id": str(uuid4()), "at": at.isoformat(), "casting": casting, "step": step["id"]}
                entries.append(named | one)
        if entries:
            answer = api.post(f"/api/pours/{pour}/finish", json={"entries": entries})
            assert answer.status_code == 201, answer.text
        return pour

    return at_machine


def machine_of(api: TestClient, pour: str) -> Any:
    return api.get(f"/api/pours/{pour}/finish").json()


def tap(page: Page, name: str) -> None:
    page.get_by_role("button", name=name).click()


def sent(page: Page) -> None:
    expect(page.locator("[data-unsent='0']")).to_be_visible()


@pytest.mark.parametrize("units", ["mm", "in"])
def test_high_spots_are_marked_seen_to_shrink_and_close_the_grit_until_they_are_down(
    api: TestClient, open_page: OpenPage, at_machine: Machine, units: str
) -> None:
    pour = at_machine()
    page = open_page(f"/pours/{pour}/finish", units=units, size=PHONE)
    page.locator("[data-face]").click(position={"x": 3, "y": 3})  # beside the concrete
    page.locator("[data-face]").click(position={"x": 120, "y": 90})
    spot = page.locator("[data-mark=high] circle")
    expect(spot).to_have_count(1)
    tap(page, "Measure high spot 1")
    page.get_by_label("More height").click()
    page.get_by_label("More reach").click()
    tap(page, "Keep what it is now")
    before = float(spot.get_attribute("r") or 0)
    tap(page, "Measure high spot 1")
    for _ in range(3):
        page.get_by_label("Less reach").click()
    page.get_by_label("Less height").click()
    tap(page, "Keep what it is now")
    expect(page.locator("[data-mark=high] circle")).to_have_count(2)  # where it reached, and what is left of it
    was, now = (float(one.get_attribute("r") or 0) for one in spot.all())
    assert was == pytest.approx(before)
    assert now < before
    expect(page.get_by_role("region", name="Marks")).to_contain_text(", was ")
    expect(page.get_by_role("button", name="Check", exact=True)).to_have_count(0)
    tap(page, "Spot 1 lies flat")
    for way in ("across", "along", "across", "along"):
        tap(page, f"The pass {way} is done")
    expect(page.locator("[data-passes='4']")).to_have_count(1)
    tap(page, "Check the face")
    expect(page.get_by_role("img", name="a patch that the pad has not touched")).to_be_visible()
    tap(page, "Patches are left")
    tap(page, "The pass across is done")
    expect(page.get_by_role("heading", name="Pass 2 of 4, along")).to_be_visible()
    sent(page)
    gate = machine_of(api, pour)["castings"][0]["standing"]["steps"][0]["gate"]
    assert (gate["flat"], gate["marks"], gate["across"], gate["along"]) == (1, 1, 1, 0)


def test_a_window_that_was_missed_has_the_coat_sanded_first(
    api: TestClient, open_page: OpenPage, at_machine: Machine
) -> None:
    pour = at_machine("coat/2", ago_h=60)
    page = open_page(f"/pours/{pour}/finish", units="mm", size=PHONE)
    expect(page.get_by_role("heading", name="Sand it first")).to_be_visible()
    expect(page.locator("[data-closed]")).to_contain_text("The window closed")
    tap(page, "It is sanded")
    expect(page.get_by_role("heading", name="Coat 2 of 3")).to_be_visible()
    page.locator("[data-act=do]").click()
    expect(page.get_by_role("heading", name="Coat 3 of 3")).to_be_visible()
    expect(page.locator("[data-opens]")).to_contain_text("in ")  # the last coat dries first
    sent(page)
    coat = next(one for one in machine_of(api, pour)["castings"][0]["standing"]["steps"] if one["id"] == "coat/2")
    assert (coat["sanded"], coat["late"]) == (True, False)


@pytest.mark.parametrize(("units", "typed"), [("mm", ("90", "ml", 0.09)), ("in", ("3", "fl oz", 0.0887))])
def test_what_a_coat_took_is_kept_with_it(
    api: TestClient, open_page: OpenPage, at_machine: Machine, units: str, typed: tuple[str, str, float]
) -> None:
    pour, (text, unit, litres) = at_machine("coat/1", ago_h=24), typed
    page = open_page(f"/pours/{pour}/finish", units=units, size=PHONE)
    used = page.get_by_role("textbox", name=f"Sealer used in {unit}")
    used.fill("a cup")
    expect(page.get_by_text("Write a number like 250")).to_be_visible()
    expect(page.locator("[data-act=do]")).to_be_disabled()
    used.fill(text)
    page.locator("[data-act=do]").click()
    expect(page.get_by_role("heading", name="Coat 2 of 3")).to_be_visible()
    expect(page.get_by_role("textbox", name=f"Sealer used in {unit}")).to_have_value("")
    sent(page)
    coat = next(one for one in machine_of(api, pour)["entries"] if one["step"] == "coat/1")
    assert coat["volume_l"] == pytest.approx(litres, abs=0.0001)


def test_a_window_counts_down(open_page: OpenPage, at_machine: Machine) -> None:
    page = open_page(f"/pours/{at_machine('coat/2', ago_h=6)}/finish", units="mm", size=PHONE)
    expect(page.locator("[data-window]")).to_contain_text("left")
    expect(page.locator("[data-act=do]")).to_be_enabled()


def test_a_sheet_that_shows_moisture_moves_the_sealing(
    api: TestClient, open_page: OpenPage, at_machine: Machine
) -> None:
    pour = at_machine("test", ago_h=20)

    def sealing() -> datetime:
        acts = api.get(f"/api/pours/{pour}").json()["plan"]["cure"]["acts"]
        return datetime.fromisoformat(next(one["at"] for one in acts if one["id"] == "seal"))

    before = sealing()
    page = open_page(f"/pours/{pour}/finish", units="in", size=PHONE)
    tap(page, "The sheet is taped on")
    expect(page.get_by_role("button", name="Dry, and no dark patch")).to_be_disabled()
    expect(page.locator("[data-opens]")).to_contain_text("16 h")
    tap(page, "Drops, or a dark patch")
    expect(page.get_by_role("heading", name="Another sheet, once it is drier")).to_be_visible()
    expect(page.get_by_text("sealing waits")).to_be_visible()
    sent(page)
    assert sealing() > before
    assert machine_of(api, pour)["castings"][0]["standing"]["now"] == "test"


def test_what_takes_no_gate_is_done_to_all_castings_in_one_tap_and_taken_back_so(
    api: TestClient, open_page: OpenPage, at_machine: Machine
) -> None:
    pour = at_machine(count=3, look="as cast", sealer=None, voids="left open")
    page = open_page(f"/pours/{pour}/finish", units="mm", size=PHONE)
    tap(page, "Done: this and 2 more")
    expect(page.get_by_role("heading", name="is finished")).to_be_visible()
    sent(page)
    assert [one["standing"]["over"] for one in machine_of(api, pour)["castings"]] == [True] * 3
    tap(page, "Undo “Sand the edges”")
    expect(page.get_by_role("button", name="Done: this and 2 more")).to_be_visible()
    sent(page)
    assert [one["standing"]["over"] for one in machine_of(api, pour)["castings"]] == [False] * 3


def test_a_phone_without_a_network_goes_on_and_what_it_kept_is_sent_later(
    api: TestClient, open_phone: Phone, at_machine: Machine
) -> None:
    pour = at_machine()
    page = open_phone(f"/pours/{pour}/finish")
    expect(page.get_by_role("button", name="The pass across is done")).to_be_enabled()
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    page.context.set_offline(True)
    tap(page, "The pass across is done")
    expect(page.locator("[data-unsent='1']")).to_contain_text("kept on this phone, not sent yet")
    page.reload()
    expect(page.get_by_role("button", name="The pass along is done")).to_be_enabled()
    tap(page, "The pass along is done")
    expect(page.locator("[data-unsent='2']")).to_be_visible()
    page.context.set_offline(False)
    sent(page)
    assert sorted(one["way"] for one in machine_of(api, pour)["entries"]) == ["across", "along"]


def test_what_is_left_out_or_done_earlier_is_kept_as_said_and_others_are_told_apart(
    api: TestClient, open_page: OpenPage, at_machine: Machine
) -> None:
    pour = at_machine("grit/400", count=2)
    page = open_page(f"/pours/{pour}/finish", units="mm", size=PHONE)
    page.get_by_role("navigation", name="Castings").get_by_role("button").last.click()
    tap(page, "Leave out")
    page.get_by_label("Why").fill("Even enough")
    tap(page, "Leave it out")
    differs = page.get_by_role("region", name="Not finished alike")
    expect(differs).to_contain_text("Grit 200: left out of #")
    tap(page, "Earlier")
    asked = page.get_by_role("dialog")
    asked.get_by_label("When it was").fill("2100-01-01T10:00")
    asked.get_by_role("button", name="Keep it").click()
    expect(asked.get_by_role("alert")).to_have_text("That is still to come. Say when it was.")
    then = (NOW - timedelta(days=1)).strftime("%Y-%m-%dT%H:%M")
    asked.get_by_label("When it was").fill(then)
    asked.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("heading", name="Pass 2 of 4")).to_be_visible()
    sent(page)
    kept = machine_of(api, pour)["entries"]
    assert next(one for one in kept if one["kind"] == "skip")["text"] == "Even enough"
    other = next(one["casting"] for one in kept if one["kind"] == "skip")
    earlier = next(one["at"] for one in kept if one["kind"] == "pass" and one["casting"] == other)
    assert abs(datetime.fromisoformat(earlier) - (NOW - timedelta(days=1))) < timedelta(hours=15)  # in the shop's zone


def test_a_photo_taken_before_the_first_grit_is_in_the_log(
    api: TestClient, open_page: OpenPage, at_machine: Machine, tmp_path: Path
) -> None:
    pour = at_machine()
    page = open_page(f"/pours/{pour}/finish", units="in", size=PHONE)
    shot = tmp_path / "face.jpg"
    shot.write_bytes(picture())
    tap(page, "Note, photo")
    asked = page.get_by_role("dialog")
    expect(asked.get_by_label("What there is to say")).to_have_value("Before")
    asked.get_by_label("Add a photo").set_input_files(shot)
    page.context.set_offline(True)
    asked.get_by_role("button", name="Keep the note").click()
    expect(page.locator("[data-unsent='2']")).to_be_visible()  # what was said, and its photo
    page.context.set_offline(False)
    sent(page)
    job = api.get(f"/api/pours/{pour}").json()["pour"]["job_id"]
    kept = [one for one in api.get(f"/api/jobs/{job}/log").json()["entries"] if one["photos"]]
    assert [one["text"] for one in kept] == ["Before"]
    page.goto(f"/jobs/{job}/log")
    expect(page.get_by_role("img", name="of “Before”")).to_be_visible()


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("theme", ["light", "dark"])
def test_axe_finds_nothing_to_complain_of(
    open_page: OpenPage, at_machine: Machine, size: dict[str, int], theme: str
) -> None:
    page = open_page(f"/pours/{at_machine()}/finish", units="mm", size=size, theme=theme)
    page.locator("[data-face]").click(position={"x": 90, "y": 60})
    expect(page.get_by_role("button", name="Spot 1 lies flat")).to_be_enabled()
    found = Axe().run(page, options=AXE_TAGS).response["violations"]
    assert [(one["id"], one["nodes"][0]["html"]) for one in found] == []
    wide = page.evaluate("document.documentElement.scrollWidth - innerWidth")
    assert wide <= 0

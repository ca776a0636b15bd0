"""Steel and Move on the screen: bars moved by hand, the hour of the turn, cages, supports."""

from typing import Any

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import OpenPage
from tests.browser.test_forms import begin, own
from tests.browser.test_journey import revision
from tests.core.steel_cases import vessel
from tests.jobs import demo_job, opening, top_document
from ulbrek.core.base.units.quantity import write_range

BAR = "Bar in front of Sink"


def opened(api: TestClient, station: str, *features: dict[str, Any], **changed: Any) -> str:
    return begin(api, top_document(*features, **changed)).replace("/form", f"/{station}")


def drag(page: Page, what: Locator, dy: float) -> None:
    box = what.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y + dy / 2, steps=4)
    page.mouse.move(x, y + dy, steps=4)
    page.mouse.up()


def test_a_bar_dragged_below_its_cover_is_found_and_moved_in_by_a_button(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(opened(api, "steel", opening()), units="mm")
    bar = page.get_by_role("button", name=BAR)
    bar.focus()
    expect(page.get_by_text("in front of Sink, 850 mm")).to_be_visible()
    front, back = (page.locator(f"[data-bar='Sink.{side}']").bounding_box() for side in ("front", "back"))
    assert front is not None and back is not None
    scale = (front["y"] - back["y"]) / (515 - 85)
    page.keyboard.down("Alt")  # off the lines that it would be drawn to
    drag(page, page.locator("[data-bar='Sink.front']"), (85 - 6) * scale)
    page.keyboard.up("Alt")
    finding = page.locator("[data-finding=bar-near-edge]")
    expect(finding).to_contain_text("Edge cover of the bar")
    page.locator("[data-revision='2']").wait_for()  # it is told of while it is moved
    (hand,) = own(page, api)["job"]["steel"]["by_hand"]
    assert (hand["side"], hand["offset"]["mm"]) == ("front", pytest.approx(6, abs=2.5))
    finding.get_by_role("button", name="Move it in to 15 mm").click()
    expect(finding).to_have_count(0)
    assert own(page, api)["plan"]["pieces"][0]["steel"]["edge"]["value"] >= 12


def test_a_bar_goes_by_keys_keeps_its_side_when_the_piece_grows_and_is_left_out(
    open_page: OpenPage, api: TestClient
) -> None:
    page = open_page(opened(api, "steel", opening()), units="mm")
    page.get_by_role("button", name="Bar behind Sink").press("ArrowUp")
    page.get_by_role("button", name="Bar behind Sink").press("ArrowUp")
    revision(page, 2)
    kept = own(page, api)
    (hand,) = kept["job"]["steel"]["by_hand"]
    assert (hand["bar"], hand["side"], hand["offset"]["mm"]) == ("Sink.back", "back", 600 - 515 - 2)
    piece = kept["job"]["pieces"][0]
    piece["outline"]["width"] = {"mm": 650}
    api.put(f"/api/jobs/{kept['id']}", json={"job": kept["job"], "parent": kept["revision"], "what": "Wider"})
    grown = api.get(f"/api/jobs/{kept['id']}").json()["plan"]["pieces"][0]["steel"]["bars"]
    assert {bar["key"]: bar["line"]["y1"] for bar in grown}["Sink.back"] == 650 - 83
    page.reload()
    bars = page.get_by_role("region", name="Bars", exact=True)
    bars.get_by_role("button", name="Remove").first.click()
    expect(page.locator("[data-bar='Sink.front']")).to_have_count(0)
    bars.get_by_role("button", name="Restore").click()
    expect(page.locator("[data-bar='Sink.front']")).to_have_count(1)
    bars.get_by_role("button", name="Add a bar crosswise").click()
    expect(page.locator("[data-bar='own 1']")).to_have_count(1)


def test_the_steel_is_moved_up_and_down_in_its_section(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(opened(api, "steel", steel={"school": "mesh"}), units="mm")
    height = page.get_by_role("slider", name="Height of the steel above the base")
    expect(height).to_have_attribute("aria-valuenow", "17.5")
    for _ in range(7):
        height.press("ArrowDown")
    finding = page.locator("[data-finding=too-little-cover]")
    expect(finding).to_be_visible()
    change = finding.get_by_role("button", name="Lay it in the middle")
    pressed, said = change.element_handle(), finding.inner_text()
    height.press("ArrowDown")
    expect(finding).not_to_have_text(said)
    assert pressed.evaluate("button => button.isConnected")  # or a press that is under way would go nowhere
    change.click()
    expect(finding).to_have_count(0)
    expect(height).to_have_attribute("aria-valuenow", "17.5")


def test_a_vessel_has_a_cage_with_its_bends_and_one_piece_may_differ(open_page: OpenPage, api: TestClient) -> None:
    job = vessel(60).model_dump(mode="json")
    flat = job["pieces"][0] | {"id": "lid", "name": "Lid", "features": [], "thickness": {"mm": 50}}
    page = open_page(begin(api, job | {"pieces": [*job["pieces"], flat]}).replace("/form", "/steel"), units="mm")
    expect(page.locator("[data-bent=A]")).to_contain_text("lapped")
    expect(page.locator("[data-bent=B]")).to_contain_text("90° left at")
    listed = api.get(f"/api/jobs/{own(page, api)['id']}/steel.csv").text.splitlines()
    assert [line.split(",")[1] for line in listed[1:4]] == ["A", "B", "C"]
    page.get_by_role("combobox", name="Piece", exact=True).select_option(label="Lid")
    page.get_by_role("combobox", name="This piece").select_option("grid of bars")
    expect(page.get_by_text("a grid of")).to_be_visible()
    assert own(page, api)["job"]["steel"]["by_piece"] == {"lid": "grid of bars"}


def test_when_it_may_be_turned_is_told_by_its_hour_and_why(open_page: OpenPage, api: TestClient) -> None:
    wide = {"outline": {"length": "1400 mm", "width": "1400 mm"}}
    page = open_page(opened(api, "move", piece=wide, cure={"poured_at": "2026-11-23T09:00:00Z"}), units="mm")
    turn = page.get_by_role("region", name="Handling card").locator("[data-not-before=turn]")
    acts = own(page, api)["plan"]["cure"]["acts"]
    act = next(one for one in acts if one["id"] == "turn")
    assert act["strength"]["value"] > 10, "turning so wide a slab asks more than the least"
    expect(turn).to_contain_text("Nov")
    turn.get_by_role("button", name="MPa").click()
    why = page.get_by_role("dialog")
    expect(why).to_contain_text("least strength for any turning")
    expect(why.locator("[data-why-value]")).to_contain_text(f"{act['strength']['value']:.2f}")


def test_it_breaks_between_its_supports_until_one_more_is_put_in(open_page: OpenPage, api: TestClient) -> None:
    long = {"outline": {"length": "2000 mm", "width": "600 mm"}}
    page = open_page(opened(api, "move", piece=long, steel={"school": "mesh"}), units="mm")
    place = page.get_by_role("region", name="In its place")
    place.get_by_role("combobox", name="Supported").select_option("at both ends")
    load = place.get_by_label("Point load")
    load.fill("50")
    load.press("Enter")
    finding = page.locator("[data-finding=breaks-in-its-place]")
    finding.get_by_role("button", name="Add a support where it bends most").click()
    expect(finding).to_have_count(0)
    placed = own(page, api)["plan"]["pieces"][0]["handling"]["placed"]
    assert [round(at) for at in placed["supports_mm"]] == [0, 1000, 2000]
    place.get_by_role("combobox", name="Use").select_option("hung or overhead")
    expect(page.locator("[data-finding=needs-an-engineer]")).to_contain_text("licensed engineer")


def test_lengths_of_wood_and_a_drift_can_be_asked_why(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, demo_job(8).model_dump(mode="json")).replace("/form", "/move"), units="mm")
    wood = page.get_by_role("region", name="Joined parts")
    count = own(page, api)["plan"]["joined"]["wood"][0]["count"]
    wood.get_by_role("button", name=f"{count['value']:.0f} length").first.click()
    expect(page.get_by_role("dialog").locator("[data-why-value]")).to_contain_text(f"{count['value']:.0f}")
    bench = open_page(begin(api, demo_job(6).model_dump(mode="json")).replace("/form", "/measure"), units="mm")
    bench.locator("dt", has_text="Drift").locator("xpath=..").get_by_role("button").first.click()
    expect(bench.get_by_role("dialog").locator("[data-why-value]")).to_contain_text("1")


@pytest.mark.parametrize("temperature_c", [20, 2])
def test_the_band_of_strength_is_named_by_where_its_curve_ends(
    open_page: OpenPage, api: TestClient, temperature_c: int
) -> None:
    page = open_page(opened(api, "cure", cure={"temperature_c": temperature_c}), units="mm")
    end = own(page, api)["plan"]["cure"]["curve"][-1]
    said = write_range(end["low_mpa"], end["high_mpa"], "MPa", "mm")
    expect(page.get_by_role("region", name="Strength by the hour")).to_contain_text(said)

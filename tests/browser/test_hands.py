"""What a hand does on the drawing beside moving features: corners dragged, two fingers, the section line."""

from typing import Any

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from ops.browser import PHONE
from tests.browser.conftest import OpenPage
from tests.browser.test_drawing import begin, body
from tests.browser.test_journey import revision
from tests.jobs import top_document

PLACES = ((0, 0), (1000, 0), (1000, 500), (600, 700), (0, 700))


def five_corners(**first: str) -> dict[str, Any]:
    corners = [{"x": f"{x} mm", "y": f"{y} mm"} for x, y in PLACES]
    corners[0] |= first
    return top_document(piece={"outline": {"kind": "free", "corners": corners}, "cast": "face up"})


def corner(page: Page, number: int) -> tuple[float, float]:
    found: list[float] = (
        page.locator(f"[data-corner='{number}'] circle")
        .nth(1)
        .evaluate("e => { const m = e.getScreenCTM(); return [m.e + e.cx.baseVal.value, m.f + e.cy.baseVal.value] }")
    )
    return found[0], found[1]


def kept(page: Page, api: TestClient) -> list[tuple[float, float]]:
    job = api.get(f"/api/jobs/{page.url.split('/')[-2]}").json()["job"]
    return [(c["x"]["mm"], c["y"]["mm"]) for c in job["pieces"][0]["outline"]["corners"]]


def drag(page: Page, number: int, dx: float, dy: float) -> None:
    x, y = corner(page, number)
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + dx, y + dy, steps=6)
    page.mouse.up()


def test_a_corner_goes_where_the_hand_takes_it_and_back_by_undo(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, five_corners()), units="mm")
    scale = body(page)["width"] / 1000
    before = page.locator("[data-figure='measure.volume@top']").first.text_content()
    drag(page, 4, -100 * scale, -60 * scale)
    revision(page, 2)
    x, y = kept(page, api)[3]
    assert x == pytest.approx(500, abs=4)
    assert y == pytest.approx(760, abs=4)
    assert float(x).is_integer(), "a hand is held to the grid"
    expect(page.locator("[data-figure='measure.volume@top']").first).not_to_have_text(before or "")
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[data-figure='measure.volume@top']").first).to_have_text(before or "")
    assert kept(page, api) == [tuple(map(float, place)) for place in PLACES]


def test_a_corner_near_another_s_line_makes_a_square_edge(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, five_corners()), units="mm")
    scale = body(page)["width"] / 1000
    x, y = corner(page, 3)
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 3, y - 200 * scale + 3, steps=6)  # to within a few pixels of x = 1000, y = 700
    expect(page.locator("[data-guide]")).to_have_count(2)
    page.mouse.up()
    revision(page, 2)
    assert kept(page, api)[2] == (1000, 700)


def test_a_corner_taken_past_the_datum_moves_the_others_numbers(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, five_corners()), units="mm")
    scale = body(page)["width"] / 1000
    drag(page, 1, -80 * scale, 0)
    revision(page, 2)
    places = kept(page, api)
    assert places[0][0] == 0
    assert places[1][0] == pytest.approx(1080, abs=4)
    assert [place[1] for place in places] == [0, 0, 500, 700, 700]


def test_arrow_keys_move_a_corner_by_the_grid_and_keep_it_once(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, five_corners(bow="20 mm")), units="mm")
    page.locator("[data-corner='3']").focus()
    for key in ("ArrowLeft", "ArrowLeft", "Shift+ArrowUp"):
        page.keyboard.press(key)
    revision(page, 2)
    assert kept(page, api)[2] == (998, 510)
    expect(page.locator("[data-revision='3']")).to_have_count(0)


def test_two_fingers_bring_the_drawing_nearer_and_it_is_not_lost(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document()), units="mm", size=PHONE, has_touch=True)
    before = body(page)
    fingers = page.context.new_cdp_session(page)
    x, y = before["x"] + before["width"] / 2, before["y"] + before["height"] / 2

    def touch(kind: str, *apart: float) -> None:
        points = [{"x": x + dx, "y": y, "id": number} for number, dx in enumerate(apart)]
        fingers.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    touch("touchStart", -20.0, 20.0)
    for step in range(1, 9):
        touch("touchMove", -20.0 - 5 * step, 20.0 + 5 * step)
    touch("touchEnd")
    after = body(page)
    assert after["width"] / before["width"] == pytest.approx(3, rel=0.1), (
        "three times as far apart, three times as near"
    )
    assert after["x"] + after["width"] / 2 == pytest.approx(x, abs=15), "what was between the fingers stays there"
    assert page.evaluate("visualViewport.scale") == 1, "the page itself does not grow"
    page.get_by_role("button", name="Fit").click()
    assert body(page)["width"] == pytest.approx(before["width"], abs=1)

"""The drawing is true: to scale, in the reader's units, and its live distances are the core's."""

import re
from typing import Any

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Locator, Page, expect

from ops.browser import PHONE
from tests.browser.conftest import OpenPage
from tests.browser.test_journey import dimension, revision, shows
from tests.jobs import hole, opening, top_document


def begin(api: TestClient, document: dict[str, Any]) -> str:
    return f"/jobs/{api.post('/api/jobs', json={'job': document}).json()['id']}/measure"


def box(locator: Locator) -> dict[str, float]:
    # A path's box as the browser gives it holds the mitres of its stroke too.
    found: dict[str, float] = locator.evaluate(
        "e => { const b = e.getBBox(), m = e.getScreenCTM();"
        " return { x: m.e + b.x * m.a, y: m.f + b.y * m.d, width: b.width * m.a, height: b.height * m.d } }"
    )
    return found


def bodies(page: Page) -> tuple[dict[str, float], dict[str, float]]:
    # Plan and section at one moment: between two readings the drawing may be fitted to its room again.
    shapes = page.locator("svg path[fill='url(#concrete)']")
    shapes.nth(1).wait_for()
    found: list[dict[str, float]] = shapes.evaluate_all(
        "es => es.slice(0, 2).map(e => { const b = e.getBBox(), m = e.getScreenCTM();"
        " return { width: b.width * m.a, height: b.height * m.d } })"
    )
    return found[0], found[1]


def body(page: Page) -> dict[str, float]:
    return box(page.locator("svg path[fill='url(#concrete)']").first)


def sink_shape(page: Page) -> dict[str, float]:
    return box(page.locator("[data-feature=sink] path[fill='url(#foam)']"))


@pytest.mark.parametrize("size", [(900, 600), (2400, 300), (300, 900)])
def test_plan_and_section_are_to_one_scale(open_page: OpenPage, api: TestClient, size: tuple[int, int]) -> None:
    length, width = size
    piece = {"outline": {"length": f"{length} mm", "width": f"{width} mm"}, "thickness": "60 mm"}
    page = open_page(begin(api, top_document(piece=piece)), units="mm")
    page.locator("[data-dimension=Length]").wait_for()
    plan, section = bodies(page)
    scale = plan["width"] / length
    assert plan["height"] / width == pytest.approx(scale, rel=0.02)
    assert section["height"] / 60 == pytest.approx(scale, rel=0.1)
    assert section["width"] == pytest.approx(plan["width"], abs=2)


def test_a_feature_is_drawn_where_its_distances_say(open_page: OpenPage, api: TestClient) -> None:
    sink = opening(x={"side": "right", "to": "edge", "offset": "150 mm"}, y={"to": "edge", "offset": "90 mm"})
    page = open_page(begin(api, top_document(sink)), units="mm")
    page.get_by_role("radio", name="Finished").click()
    plan, drawn = body(page), sink_shape(page)
    scale = plan["width"] / 900
    assert (plan["x"] + plan["width"] - drawn["x"] - drawn["width"]) / scale == pytest.approx(150, abs=3)
    assert (plan["y"] + plan["height"] - drawn["y"] - drawn["height"]) / scale == pytest.approx(90, abs=3)
    shows(page, "Sink, edge to right edge", "150 mm")
    shows(page, "Sink, edge to left edge", "300 mm")


def test_a_distance_under_the_hand_is_the_one_that_is_kept(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document(opening(), hole("450 mm", "520 mm"))), units="mm")
    shape = sink_shape(page)
    page.mouse.move(shape["x"] + 30, shape["y"] + 100)
    page.mouse.down()
    page.mouse.move(shape["x"] + 70, shape["y"] + 92, steps=8)
    gap = page.locator("[data-distance='Sink to Tap hole']").text_content()
    left = page.locator("[data-dimension='Sink, edge to left edge']").text_content()
    page.mouse.up()
    revision(page, 2)
    expect(page.locator("[data-distance='Sink to Tap hole']")).to_have_text(gap or "")
    shows(page, "Sink, edge to left edge", left or "")
    # and the core, measuring on true arcs, finds the same
    expect(page.locator("[data-figure='measure.web_width@top']")).to_have_text(gap or "")


def test_a_press_without_a_drag_chooses_and_keeps_nothing(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document(opening(), hole("450 mm", "540 mm"))), units="mm")
    page.locator("[data-feature=tap-hole]").click()
    expect(page.locator("[data-dimension='Tap hole, diameter']")).to_be_visible()
    expect(page.locator("[data-dimension='Sink, length']")).to_have_count(0)
    revision(page, 1)
    page.keyboard.press("Escape")
    expect(page.locator("[data-dimension='Tap hole, diameter']")).to_have_count(0)


def test_nudges_go_as_the_drawing_lies_and_by_the_readers_step(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document(opening())), units="mm")
    sink = page.locator("[data-feature=sink]")
    start = sink_shape(page)["x"]
    sink.focus()
    page.keyboard.press("Shift+ArrowRight")
    shows(page, "Sink, edge to left edge", "215 mm")  # mirrored: to the right is nearer to the left edge
    assert sink_shape(page)["x"] > start
    page.keyboard.press("ArrowUp")
    revision(page, 2)
    shows(page, "Sink, edge to front edge", "136 mm")


def test_units_change_what_is_shown_and_not_what_is_kept(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top)
    dimension(page, "Width", "620\u00a0mm")
    shows(page, "Width", "24 13/32″")
    expect(page.locator("[data-dimension=Width]")).to_have_attribute("title", "620\u00a0mm")
    page.get_by_role("button", name="Units: inches, change").click()
    shows(page, "Width", "620\u00a0mm")
    shows(page, "Length", "914 mm")
    revision(page, 2)


@pytest.mark.parametrize("typed", ["24 3/8", "2' 1\"", "620 mm", "62cm", "2 ft 1/2 in"])
def test_what_was_typed_stands_in_the_field_when_it_is_opened_again(
    open_page: OpenPage, rinse_sink_top: str, typed: str
) -> None:
    page = open_page(rinse_sink_top)
    dimension(page, "Width", typed)
    revision(page, 2)
    page.reload()
    page.locator("[data-dimension=Width]").click()
    expect(page.get_by_role("textbox", name="Width", exact=True)).to_have_value(typed)


def test_escape_leaves_a_dimension_as_it_was(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top)
    page.locator("[data-dimension=Length]").click()
    page.keyboard.type("99")
    page.keyboard.press("Escape")
    shows(page, "Length", "36″")
    revision(page, 1)


def test_what_cannot_be_cast_is_marked_on_the_drawing(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document(opening(x={"offset": "120 mm"}))), units="mm")
    expect(page.locator("[data-finding=feature-outside]")).to_be_visible()
    expect(page.locator("[data-feature=sink] path[stroke='var(--stop)']")).to_have_count(1)
    page.get_by_role("button", name=re.compile("^Move Sink 165 mm to the right")).click()
    expect(page.locator("[data-finding]")).to_have_count(0)
    expect(page.locator("[data-feature=sink] path[stroke='var(--stop)']")).to_have_count(0)


def test_edges_that_show_are_drawn_heavy(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document()))
    heavy = page.locator("svg path[stroke-width='5']")
    expect(heavy).to_have_count(3)
    page.get_by_role("button", name="back", exact=True).click()
    expect(heavy).to_have_count(4)


def test_long_names_and_many_pieces_stay_inside_the_page(open_page: OpenPage, api: TestClient) -> None:
    document = top_document(
        opening(name="A sink with quite a long name of its own"), name="Forty characters of a name for one job."
    )
    first = document["pieces"][0]
    document["pieces"] += [
        {**first, "id": f"p{n}", "name": f"Piece number {n} of a long run of pieces"} for n in range(11)
    ]
    path = begin(api, document)
    for options in ({}, {"size": PHONE, "has_touch": True}):
        page = open_page(path, **options)
        page.locator("[data-dimension=Length]").wait_for()
        wide = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
        assert wide <= 0
    page.get_by_role("combobox", name="Piece", exact=True).select_option("7")
    expect(page.locator("svg > title")).to_have_text("Piece number 6 of a long run of pieces, plan and section")

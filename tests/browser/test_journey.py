"""The journey from tape to bags, by mouse and by keyboard alone."""

import json
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import OpenPage


def dimension(page: Page, label: str, text: str) -> None:
    """Clicks a dimension on the drawing, types, Enter."""
    page.locator(f"[data-dimension='{label}']").click()
    page.get_by_role("textbox", name=label).fill(text)
    page.keyboard.press("Enter")


def add(page: Page, what: str) -> None:
    """Adds a feature by its name in the menu."""
    page.get_by_role("button", name="Add", exact=True).click()
    page.get_by_role("menuitem", name=what, exact=True).click()


def revision(page: Page, number: int) -> None:
    expect(page.locator(f"[data-revision='{number}']")).to_be_visible()


def shows(page: Page, label: str, text: str) -> None:
    expect(page.locator(f"[data-dimension='{label}']")).to_have_text(text)


def test_a_new_top_by_mouse(open_page: OpenPage, tmp_path: Path) -> None:
    page = open_page("/")
    page.get_by_role("button", name="New piece").click()
    page.get_by_role("textbox", name="Name").fill("Rinse top by mouse")
    page.get_by_label("Length, left to right").fill("36")
    page.get_by_label("Thickness").fill("1 1/4")
    page.get_by_role("button", name="Create").click()

    expect(page.locator("[data-headline=measure]")).to_have_text("36 × 24″")
    page.get_by_role("button", name="Make it 1 1/2″ thick").click()
    shows(page, "Thickness", "1 1/2″")

    add(page, "Opening")
    revision(page, 3)
    dimension(page, "Opening, length", "2 ft 1/2 in")
    shows(page, "Opening, length", "2 ft 1/2 in")
    dimension(page, "Opening, edge to front edge", "54 mm")
    expect(page.locator("[data-finding=web-too-thin]")).to_contain_text("the front edge is only 2 1/8″")
    page.get_by_role("button", name="Move Opening 1/4″ back").click()
    expect(page.locator("[data-finding=web-too-thin]")).to_have_count(0)

    sink = page.locator("[data-feature=opening]")
    box = sink.bounding_box()
    assert box is not None
    before = page.locator("[data-dimension='Opening, edge to left edge']").text_content()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] * 0.7)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 + 20, box["y"] + box["height"] * 0.7, steps=5)
    while_moving = page.locator("[data-dimension='Opening, edge to left edge']").text_content()
    page.mouse.up()
    revision(page, 7)
    assert while_moving != before
    shows(page, "Opening, edge to left edge", while_moving or "")

    page.get_by_role("button", name="Undo").click()
    shows(page, "Opening, edge to left edge", before or "")
    page.get_by_role("button", name="Redo").click()
    shows(page, "Opening, edge to left edge", while_moving or "")

    page.locator("[data-headline=mix]").click()
    expect(page.locator("[data-headline=mix]")).to_have_text("2 bags")
    page.get_by_role("textbox", name="Bags on hand").fill("1")
    page.keyboard.press("Enter")
    expect(page.locator("[data-finding=short-of-bags]")).to_contain_text("Short by 1 bag")

    page.reload()
    expect(page.locator("[data-finding=short-of-bags]")).to_be_visible()
    page.get_by_role("link", name="Ulbrek, to the shop floor").click()
    page.get_by_role("button", name="More actions for Rinse top by mouse").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Export job file").click()
    file = tmp_path / "top.ulbrek.json"
    download.value.save_as(file)
    assert json.loads(file.read_text())["job"]["pieces"][0]["features"][0]["length"]["typed"] == "2 ft 1/2 in"
    page.get_by_label("Job file").set_input_files(file)
    shows(page, "Opening, length", "2 ft 1/2 in")


def test_the_same_by_keyboard_alone(open_page: OpenPage) -> None:
    page = open_page("/")

    def tab_to(name: str) -> None:
        for _ in range(80):
            page.keyboard.press("Tab")
            focused = page.evaluate(
                "() => { const e = document.activeElement;"
                " return (e.getAttribute('aria-label') || e.labels?.[0]?.textContent || e.textContent || '').trim() }"
            )
            if focused.startswith(name):
                return
        raise AssertionError(f"Tab never came to {name}")

    page.get_by_role("button", name="New piece").wait_for()
    tab_to("New piece")
    page.keyboard.press("Enter")
    tab_to("Name")
    page.keyboard.press("ControlOrMeta+a")
    page.keyboard.type("Rinse top by keys")
    tab_to("Length, left to right")
    page.keyboard.press("ControlOrMeta+a")
    page.keyboard.type("91.5cm")
    page.keyboard.press("Enter")
    expect(page.locator("[data-headline=measure]")).to_be_visible()

    tab_to("Add")
    page.keyboard.press("Enter")
    expect(page.get_by_role("menuitem", name="Opening")).to_be_focused()
    page.keyboard.press("Enter")
    revision(page, 2)
    tab_to("Opening. Arrow keys move it")
    left = page.locator("[data-dimension='Opening, edge to right edge']")
    before = left.text_content()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    revision(page, 3)  # two nudges, one revision
    assert left.text_content() != before

    tab_to("Length 36\u00a01/32″")
    page.keyboard.press("Enter")
    page.keyboard.type("a yard")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("“a yard” cannot be read as a length. Write it like 24 3/8")
    expect(page.get_by_role("textbox", name="Length", exact=True)).to_have_value("a yard")
    page.keyboard.press("ControlOrMeta+a")
    page.keyboard.type("2' 11\"")
    page.keyboard.press("Enter")
    shows(page, "Length", "2′ 11″")

    page.keyboard.press("ControlOrMeta+z")
    shows(page, "Length", "36 1/32″")
    page.keyboard.press("6")
    expect(page.get_by_role("heading", name="People on the day")).to_be_visible()
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Shortcuts")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("1")
    tab_to("Opening. Arrow keys move it")
    page.keyboard.press("Delete")
    expect(page.locator("[data-feature]")).to_have_count(0)


def test_a_figure_is_asked_why_down_to_what_was_typed(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top, units="mm")
    page.locator("[data-figure='measure.mass_fresh@top']").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("volume of the piece × density of the fresh concrete ÷ 1000")
    dialog.get_by_role("button", name="14.7").click()
    expect(dialog).to_contain_text("area of the outline × thickness as it is cast ÷ 1 000 000")
    dialog.get_by_role("button", name="Back").click()
    dialog.get_by_role("link", name="Open in the rule book").click()
    expect(page.get_by_role("heading", name="Weight of one piece, fresh")).to_be_in_viewport()


def test_as_it_lies_is_the_mirror_of_as_it_stands(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top)
    sink, piece = page.locator("[data-feature=sink]"), page.locator("svg path[fill='url(#concrete)']").first
    lies, body = sink.bounding_box(), piece.bounding_box()
    page.get_by_role("radio", name="Finished").click()
    stands = sink.bounding_box()
    assert lies and stands and body
    middle = body["x"] + body["width"] / 2
    assert abs((lies["x"] + lies["width"] / 2 - middle) + (stands["x"] + stands["width"] / 2 - middle)) < 1
    assert abs(lies["x"] - stands["x"]) > 20


def test_a_change_made_in_between_is_shown_as_a_choice(open_page: OpenPage, rinse_sink_top: str) -> None:
    mine, theirs = open_page(rinse_sink_top), open_page(rinse_sink_top)
    # The news of it is still on its way.
    mine.route("**/api/jobs/*", lambda route: route.abort() if route.request.method == "GET" else route.continue_())
    dimension(theirs, "Length", "40")
    revision(theirs, 2)
    dimension(mine, "Length", "38")
    dialog = mine.get_by_role("dialog", name="Changed by someone else")
    expect(dialog).to_contain_text("Yours: Rinse-sink top: length 38")
    expect(dialog).to_contain_text("40 × 24″")
    dialog.get_by_role("button", name="Keep mine").click()
    revision(mine, 3)
    shows(mine, "Length", "38″")


def test_a_change_that_could_not_be_sent_is_said_and_sent_again(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top)
    shows(page, "Thickness", "1 1/2″")
    page.context.set_offline(True)
    dimension(page, "Thickness", "1 3/4")
    expect(page.get_by_role("alert")).to_contain_text("Not saved yet: Rinse-sink top: thickness 1 3/4.")
    page.context.set_offline(False)
    page.get_by_role("button", name="Try again").click()
    shows(page, "Thickness", "1 3/4″")
    revision(page, 2)


def test_what_is_typed_while_an_edit_is_on_its_way_takes_nothing_of_it_back(
    open_page: OpenPage, rinse_sink_top: str
) -> None:
    page = open_page(rinse_sink_top, units="mm")
    page.route("**/api/jobs/*", lambda route: (page.wait_for_timeout(700), route.continue_()))
    dimension(page, "Rinse sink, edge to front edge", "70 mm")
    dimension(page, "Rinse sink, edge to left edge", "170 mm")
    shows(page, "Rinse sink, edge to left edge", "170 mm")
    shows(page, "Rinse sink, edge to front edge", "70 mm")


def test_what_one_page_changes_the_other_shows(open_page: OpenPage, rinse_sink_top: str) -> None:
    laptop, phone = open_page(rinse_sink_top), open_page(rinse_sink_top)
    dimension(laptop, "Length", "40")
    shows(phone, "Length", "40″")
    phone.get_by_role("button", name="Undo").click()
    shows(laptop, "Length", "36″")

"""Five pieces drawn from nothing as a new user would; dragged, snapped, undone, brought in and taken out."""

import re
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Locator, Page, expect

from ops.browser import PHONE
from tests.browser.conftest import OpenPage
from tests.browser.test_drawing import begin, box
from tests.browser.test_journey import add, dimension, revision, shows
from tests.jobs import DEMO_FILES, hole, opening, top, top_document
from ulbrek.core.measure.shape import shape_of
from ulbrek.files.drawing_out import write_dxf, write_svg


def new(page: Page, start: str, **sizes: str) -> None:
    """Begins a piece from the floor, by what it is called and its first numbers."""
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="New piece")
    dialog.get_by_role("button", name=start, exact=True).click()
    for label, text in sizes.items():
        dialog.get_by_label(label.replace("_", " ").capitalize()).fill(text)
    dialog.get_by_role("button", name="Create").click()
    page.locator("[data-revision='1']").wait_for()


def figure(page: Page, label: str) -> Locator:
    return page.get_by_role("region", name="Figures").locator("div", has=page.get_by_text(label, exact=True)).first


def length(page: Page, region: str, label: str, text: str) -> None:
    name = re.compile(rf"^{re.escape(label)} [\d−]")
    page.get_by_role("region", name=region).get_by_role("button", name=name).click()
    page.get_by_role("textbox", name=label, exact=True).fill(text)
    page.keyboard.press("Enter")


def test_an_l_top_with_a_sink_a_drop_edge_and_a_seam(open_page: OpenPage) -> None:
    page = open_page("/", units="mm")
    new(page, "L top", depth_of_the_long_leg="620 mm")
    expect(page.locator("[data-headline=measure]")).to_have_text("2400 × 1700")
    dimension(page, "Short leg depth", "610 mm")  # on the drawing, where the run ends
    shows(page, "Short leg depth", "610 mm")
    add(page, "Opening")
    revision(page, 3)
    dimension(page, "Opening, edge to back edge", "110 mm")
    dimension(page, "Opening, edge to right edge", "500 mm")
    expect(page.locator("[data-finding=feature-outside]")).to_have_count(0)
    add(page, "Drop edge")
    page.get_by_role("region", name="Drop edge").get_by_label("Edge").select_option("inner front")
    page.get_by_role("button", name="Add a seam").click()
    expect(page.locator("[data-seam]")).not_to_have_count(0)
    expect(figure(page, "Casting 2")).to_contain_text("kg")
    page.locator("[data-headline=form]").click()
    expect(page.locator("[data-board='inner-front'], [data-board=divider-1]").first).to_be_visible()


def test_a_weight_is_made_to_weigh_what_is_wanted_and_lettered(open_page: OpenPage) -> None:
    page = open_page("/", units="mm")
    new(page, "Weight")
    work = page.get_by_role("region", name="Solve for")
    work.get_by_label("Weight when").select_option("fresh")
    work.get_by_label("Weight, kg").fill("5")
    work.get_by_role("button", name="Solve for").click()
    work.get_by_role("button", name=re.compile("^Make it .* thick$")).click()
    revision(page, 2)
    expect(figure(page, "Weight fresh")).to_contain_text(re.compile(r"4\.[89].*5\.[01]"))
    add(page, "Letters")
    revision(page, 3)
    page.get_by_role("region", name="Letters").get_by_label("Text").fill("5 kg")
    page.keyboard.press("Enter")
    revision(page, 4)
    d = page.locator("[data-feature=letters] path").get_attribute("d") or ""
    assert d.count("Z") > 4  # drawn by the letters' own outlines
    expect(page.locator("[data-finding=closing-piece]")).to_have_count(0)


def test_a_planter_is_turned_by_hand(open_page: OpenPage) -> None:
    page = open_page("/", units="in")
    new(page, "Planter")
    shows(page, "Thickness", "14″")
    add(page, "Round hole")
    length(page, "Round hole", "Diameter", "1 1/4")
    page.get_by_role("radio", name="3D").click()
    shown = page.locator("[data-turned=shown]")
    shown.wait_for()
    expect(page.get_by_role("img", name="3D view of the piece")).to_be_visible()
    drawn = int(shown.get_attribute("data-drawn") or 0)
    page.get_by_role("img", name="3D view of the piece").focus()
    page.keyboard.press("ArrowLeft")
    expect(shown).not_to_have_attribute("data-drawn", str(drawn))


def test_a_ramp_by_its_corners(open_page: OpenPage) -> None:
    page = open_page("/", units="mm")
    new(page, "Ramp", height_at_the_low_end="15 mm")
    corner = page.get_by_role("region", name="Piece").get_by_role("group", name="Corner 3")
    corner.get_by_role("button", name=re.compile("^Bow of next edge")).click()
    page.get_by_role("textbox", name="Bow of next edge").fill("25 mm")
    page.keyboard.press("Enter")
    revision(page, 2)
    expect(page.get_by_text("level section from above")).to_be_visible()
    assert "A" in (page.locator("svg path[fill='url(#concrete)']").first.get_attribute("d") or "")
    page.get_by_role("button", name="Undo").click()
    revision(page, 3)
    assert "A" not in (page.locator("svg path[fill='url(#concrete)']").first.get_attribute("d") or "")


def test_discs_with_another_piece_in_the_same_job(open_page: OpenPage) -> None:
    page = open_page("/", units="mm")
    new(page, "Disc")
    page.get_by_label("Count").fill("6")
    page.keyboard.press("Enter")
    revision(page, 2)
    page.get_by_role("button", name="Add", exact=True).click()
    page.get_by_role("menuitem", name="Add a piece …").click()
    dialog = page.get_by_role("dialog", name="Pieces of this job")
    dialog.get_by_role("button", name="Block", exact=True).click()
    dialog.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_role("combobox", name="Piece", exact=True).locator("option:checked")).to_have_text("Block")
    shows(page, "Length", "500 mm")
    expect(page.locator("[data-headline=mix]")).to_have_text(re.compile(r"\d+\sbags"))


def test_a_drag_is_drawn_to_the_middle_and_to_other_features(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document(opening(), hole("200 mm", "520 mm"))), units="mm")
    tap = page.locator("[data-feature=tap-hole]")
    at = box(tap.locator("path"))
    scale = box(page.locator("svg path[fill='url(#concrete)']").first)["width"] / 900
    x, y = at["x"] + at["width"] / 2, at["y"] + at["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 247 * scale, y, steps=6)  # as it lies it is mirrored: 3 mm short of the middle
    expect(page.locator("[data-guide=x]")).to_have_count(1)
    page.mouse.up()
    revision(page, 2)
    shows(page, "Tap hole, centre to left edge", "450 mm")
    expect(page.locator("[data-guide]")).to_have_count(0)


def test_several_are_moved_and_put_in_order_together(open_page: OpenPage, api: TestClient) -> None:
    holes = [
        hole(f"{x} mm", f"{y} mm", "40 mm", name)
        for x, y, name in ((200, 120, "One"), (350, 200, "Two"), (700, 300, "Three"))
    ]
    path = begin(api, top_document(*holes))
    page = open_page(path, units="mm")
    page.locator("[data-feature=one]").click()
    for name in ("two", "three"):
        page.locator(f"[data-feature={name}]").click(modifiers=["Shift"])

    def arrange(how: str) -> None:
        page.get_by_role("button", name="Arrange").click()
        page.get_by_role("menuitem", name=how, exact=True).click()

    def places() -> list[tuple[float, float]]:
        kept = api.get(f"/api/jobs/{path.split('/')[2]}").json()["job"]["pieces"][0]["features"]
        return [(one["x"]["offset"]["mm"], one["y"]["offset"]["mm"]) for one in kept]

    arrange("Align front")
    revision(page, 2)
    assert places() == [(200, 120), (350, 120), (700, 120)]
    arrange("Space evenly (left–right)")
    revision(page, 3)
    assert places() == [(200, 120), (450, 120), (700, 120)]
    arrange("Mirror front to back")
    revision(page, 4)
    assert places() == [(200, 480), (450, 480), (700, 480)]
    page.locator("[data-feature=two]").focus()
    page.keyboard.press("Shift+ArrowUp")
    revision(page, 5)
    assert places() == [(200, 490), (450, 490), (700, 490)]
    arrange("Duplicate")
    revision(page, 6)
    assert len(places()) == 6
    page.keyboard.press("ControlOrMeta+z")
    revision(page, 7)
    assert len(places()) == 3


def test_the_section_follows_its_line_and_the_drawing_is_looked_at_nearer(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document(opening())), units="mm")
    section = page.locator("[data-section=x] path")
    through = section.get_attribute("d") or ""
    assert through.count("Z") == 2
    line = page.get_by_role("slider", name="Where it is cut through")
    line.focus()
    for _ in range(4):
        page.keyboard.press("Shift+ArrowDown")
    expect(section).to_have_attribute("d", re.compile("^[^Z]*Z$"))  # clear of the opening it is whole
    page.get_by_role("button", name="Cut front to back").click()
    expect(page.locator("[data-section=y]")).to_have_count(1)
    plan = page.locator("svg path[fill='url(#concrete)']").first
    before = box(plan)["width"]
    page.get_by_role("button", name="Zoom in").click()
    assert box(plan)["width"] == pytest.approx(before * 1.4, rel=0.01)
    page.mouse.move(420, 330)
    for _ in range(12):
        page.mouse.wheel(0, 900)
    assert box(plan)["width"] == pytest.approx(before)  # no farther than the whole of it


def test_a_drawing_is_brought_in_and_the_piece_taken_out(open_page: OpenPage, api: TestClient, tmp_path: Path) -> None:
    made = shape_of(top(opening(), hole("450 mm", "520 mm")).pieces[0])
    (tmp_path / "bench.dxf").write_text(write_dxf(made))
    (tmp_path / "plain.svg").write_text(re.sub(r' width="[^"]*" height="[^"]*"', "", write_svg(made), count=1))
    (tmp_path / "broken.dxf").write_text("nothing")
    page = open_page(begin(api, top_document()), units="mm")
    page.get_by_role("button", name="Add", exact=True).click()
    page.get_by_role("menuitem", name="From a drawing …").click()
    dialog = page.get_by_role("dialog", name="From a drawing")
    dialog.get_by_label("The file", exact=True).set_input_files(tmp_path / "broken.dxf")
    expect(dialog).to_contain_text("It is not a DXF drawing that can be read.")
    dialog.get_by_label("The file", exact=True).set_input_files(tmp_path / "plain.svg")
    expect(dialog.get_by_role("button", name="Import")).to_be_disabled()
    dialog.get_by_role("combobox").select_option("mm")
    expect(dialog.get_by_role("button", name="Import")).to_be_enabled()
    dialog.get_by_label("The file", exact=True).set_input_files(tmp_path / "bench.dxf")
    expect(dialog.get_by_role("img", name="Preview")).to_be_visible()
    dialog.get_by_role("button", name="Import").click()
    revision(page, 2)
    expect(page.locator("[data-feature]")).to_have_count(2)
    expect(page.locator("[data-headline=measure]")).to_have_text("900 × 600")
    with page.expect_download() as download:
        page.get_by_role("link", name="dxf").click()
    taken = download.value.path().read_text()
    assert taken.count("LWPOLYLINE") >= 3


def test_on_a_phone_a_new_piece_is_drawn_and_changed(open_page: OpenPage) -> None:
    page = open_page("/", units="mm", size=PHONE, has_touch=True, is_mobile=True)
    page.get_by_role("button", name="New piece").tap()
    page.get_by_role("dialog").get_by_role("button", name="Disc", exact=True).tap()
    page.get_by_role("button", name="Create").tap()
    page.locator("[data-revision='1']").wait_for()
    page.get_by_role("button", name="Add", exact=True).tap()
    page.get_by_role("menuitem", name="Recess", exact=True).tap()
    revision(page, 2)
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]


@pytest.mark.parametrize("file", DEMO_FILES, ids=lambda file: file.name.split(".")[0])
def test_each_job_of_the_demo_opens_changes_undoes_and_goes_out(
    open_page: OpenPage, api: TestClient, file: Path
) -> None:
    headers = {"content-type": "application/json"}
    view = api.post("/api/jobs/from-file", content=file.read_bytes(), headers=headers).json()
    pieces = view["job"]["pieces"]
    page = open_page(f"/jobs/{view['id']}/measure", units="mm")
    for number, piece in enumerate(pieces):
        if len(pieces) > 1:
            page.get_by_role("combobox", name="Piece", exact=True).select_option(str(number))
        expect(page.locator("svg > title").first).to_have_text(f"{piece['name']}, plan and section")
        page.locator("[data-section] path").wait_for()
        volume = figure(page, "Volume").text_content() or ""
        label = "Thickness" if piece["drawn"] == "in plan" else "Thickness, side to side"
        length(page, "Piece", label, "61 mm")
        revision(page, 2 * number + 2)
        expect(figure(page, "Volume")).not_to_have_text(volume)
        page.get_by_role("button", name="Undo").click()
        revision(page, 2 * number + 3)
        expect(figure(page, "Volume")).to_have_text(volume)
    for form in ("svg", "stl"):
        with page.expect_download() as download:
            page.get_by_role("link", name=form, exact=True).click()
        assert download.value.path().stat().st_size > 200

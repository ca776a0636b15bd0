"""Forms on the screen: any shape, other schools, taken apart; a better cut plan; offcuts out of and into stock."""

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from tests.browser.conftest import OpenPage
from tests.browser.test_journey import revision
from tests.jobs import DEMO_FILES, feature, hole, opening, top_document

PLANTER, LEGS, YARD = (
    next(file for file in DEMO_FILES if name in file.name) for name in ("planter", "legs-and-base", "yard-pieces")
)


def begin(api: TestClient, document: dict[str, Any]) -> str:
    return f"/jobs/{api.post('/api/jobs', json={'job': document}).json()['id']}/form"


def begin_demo(api: TestClient, file: Any) -> str:
    headers = {"content-type": "application/json"}
    return f"/jobs/{api.post('/api/jobs/from-file', content=file.read_bytes(), headers=headers).json()['id']}/form"


def choose(page: Page, label: str, value: str) -> None:
    page.get_by_role("combobox", name=label, exact=True).select_option(value)


def own(page: Page, api: TestClient) -> dict[str, Any]:
    job_id = page.url.split("/")[4]
    document: dict[str, Any] = api.get(f"/api/jobs/{job_id}").json()
    return document


@pytest.mark.parametrize(
    ("file", "piece", "boards", "formers"),
    [
        (PLANTER, None, {"base", "front", "back", "left", "right", "inside-front"}, {"inside"}),
        (YARD, "Kiln-door ramp", {"base", "lid", "edge-1", "edge-2", "edge-4"}, set()),
        (LEGS, "Umbrella base", {"base", "side-1", "side-6"}, {"pole", "dish"}),
    ],
    ids=["planter", "ramp", "hexagon"],
)
def test_the_form_of_a_piece_is_drawn_stepped_through_and_taken_apart(
    open_page: OpenPage, api: TestClient, file: Any, piece: str | None, boards: set[str], formers: set[str]
) -> None:
    page = open_page(begin_demo(api, file), units="mm")
    if piece:
        page.get_by_role("combobox", name="Piece", exact=True).select_option(label=piece)
    page.locator("[data-board=base]").wait_for()
    drawn = {board.get_attribute("data-board") for board in page.locator("[data-board]").all()}
    assert boards <= drawn
    assert formers <= {one.get_attribute("data-former") for one in page.locator("[data-former]").all()}
    page.get_by_role("radio", name="Assembly").click()
    last = page.locator("ol[aria-label='All steps'] button").count()
    page.get_by_role("button", name=f"Step {last},").click()
    assert {board.get_attribute("data-board") for board in page.locator("[data-board]").all()} == drawn
    page.get_by_role("radio", name="Exploded").click()
    page.locator("canvas").wait_for()
    expect(page.locator("[data-label=base]")).to_be_visible()
    labels = page.locator("[data-label]").all_inner_texts()
    assert len(labels) >= 4
    slider = page.get_by_role("slider", name="Exploded view")
    slider.focus()
    for _ in range(20):
        page.keyboard.press("ArrowLeft")
    expect(page.locator("[data-apart='0']")).to_be_attached()
    expect(page.locator("[data-label]")).to_have_count(0)  # together it needs no names
    with page.expect_download() as told:
        page.get_by_role("link", name="Export glTF").click()
    assert told.value.path().read_bytes()[:4] == b"glTF"


def test_another_school_changes_the_boards_and_says_where_it_will_not_do(open_page: OpenPage, api: TestClient) -> None:
    l_top = {"kind": "l", "length": "1800 mm", "width": "1200 mm", "along": "600 mm", "across": "500 mm"}
    page = open_page(begin(api, top_document(piece={"outline": l_top, "thickness": "95 mm"})), units="mm")
    expect(page.get_by_role("button", name="Back side, length")).to_contain_text("1832 mm")
    choose(page, "Corners", "pinwheel")
    expect(page.get_by_role("button", name="Back side, length")).to_contain_text("1867")
    page.get_by_text("Fixing: methods compared").click()
    expect(page.get_by_text("Up to 90 mm high, and out of the sun")).to_be_visible()
    choose(page, "Fixing", "hot glue and blocks")
    finding = page.locator("[data-finding=glue-too-high]")
    expect(finding).to_contain_text("too high for hot glue")
    page.get_by_role("button", name="Screw it").click()
    expect(finding).to_have_count(0)
    choose(page, "Sides", "lapping the base")
    expect(page.get_by_role("button", name="Back side, height")).to_contain_text("111 mm")
    choose(page, "Form or mould", "true")
    expect(page.locator("[data-headline=form]")).to_contain_text("in moulds")


def test_bolts_hang_from_a_bridge_and_pipes_go_through_bored_sides(open_page: OpenPage, api: TestClient) -> None:
    bolts = feature(
        "bolt", x="100 mm", y="80 mm", diameter="10 mm", embedded="30 mm",
        repeat={"kind": "row", "count": 2, "pitch": "240 mm", "along": "to the back"},
    )  # fmt: skip
    pipe = feature("pipe", diameter="12 mm", runs="front to back", x="700 mm")
    page = open_page(begin(api, top_document(bolts, pipe, piece={"thickness": "60 mm"})), units="mm")
    expect(page.locator("[data-bridge]")).to_have_count(1)
    figures = page.get_by_role("region", name="Form of Top")
    expect(figures).to_contain_text("From the front: Bolt at 80 mm (hole 11.5 mm), Bolt 2 at 320 mm")
    choose(page, "Bolts from above", "split block")
    expect(figures).to_contain_text("ripped in two along its holes")
    page.get_by_role("radio", name="Assembly").click()
    page.get_by_role("button", name="Step 2,").click()
    expect(page.get_by_role("heading", name="Bore the sides for the pipes")).to_be_visible()
    expect(page.get_by_text("Front and back: a hole of 13.5 mm, centre 200 mm from the left")).to_be_visible()
    expect(page.locator("[data-bridge]")).to_have_count(0)  # it comes last


def test_what_stays_on_the_ground_is_staked_and_can_be_set_on_a_base(open_page: OpenPage, api: TestClient) -> None:
    pad = top_document(
        piece={"cast": "face up"}, steel={"exposure": "on the ground"}, form={"sheet": "batten-38x89"},
        handling={"people": 2, "standing": {"top": {"use": "pad or step on the ground"}}},
    )  # fmt: skip
    page = open_page(begin(api, pad), units="in")
    expect(page.locator("[data-stake]")).to_have_count(8)
    expect(page.locator("[data-ground]")).to_be_attached()
    expect(page.locator("[data-board=base]")).to_have_count(0)
    expect(page.locator("[data-headline=form]")).to_contain_text("1 length")
    expect(page.get_by_role("link", name="Move")).to_contain_text("stays")
    page.get_by_role("radio", name="Assembly").click()
    expect(page.locator("[data-stake]")).to_have_count(0)
    page.get_by_role("button", name="Step 3,").click()
    expect(page.locator("[data-stake]")).to_have_count(2)  # those of the first side
    page.get_by_role("radio", name="Plan", exact=True).click()
    choose(page, "Sides", "on the base")
    page.locator("[data-board=base]").wait_for()
    expect(page.locator("[data-stake]")).to_have_count(0)


def test_a_better_cut_plan_is_looked_for_stopped_taken_and_lost(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document(opening(), hole("450 mm", "520 mm"))), units="mm")
    page.get_by_role("radio", name="Cut plan").click()
    page.get_by_role("button", name="Look for a better plan").click()
    page.locator("[data-cut-found=looking]").wait_for()
    page.get_by_role("button", name="Stop").click()
    page.locator("[data-cut-found=stopped]").wait_for()
    page.get_by_role("button", name="Use this plan").click()
    revision(page, 2)
    expect(page.locator("[data-cut-now]")).to_contain_text("In use")
    assert own(page, api)["plan"]["cutting"]["kinds"][0]["accepted"]
    expect(page.locator("[data-panel]")).to_have_count(5)
    page.get_by_role("button", name="Base ledge").click()
    page.keyboard.press("ControlOrMeta+a")
    page.keyboard.type("70")
    page.keyboard.press("Enter")
    expect(page.locator("[data-finding=layout-lost]")).to_contain_text("no longer fits")
    page.get_by_role("button", name="Use the quick plan").click()
    expect(page.locator("[data-finding=layout-lost]")).to_have_count(0)


def test_what_a_plan_leaves_goes_into_stock_and_is_cut_up_next_time(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document()), units="mm")
    page.get_by_role("radio", name="Cut plan").click()
    page.locator("section[aria-label=Offcuts] button", has_text="into stock").first.click()
    expect(page.get_by_role("button", name="is in stock")).to_be_visible()
    box = page.locator("section[aria-label=Offcuts] input[type=checkbox]").first
    box.click()
    revision(page, 2)
    used = own(page, api)
    assert [one["sheet"] for one in used["job"]["form"]["offcuts"]] == ["melamine-16"]
    sheets = used["plan"]["cutting"]["kinds"][0]["sheets"]
    assert sheets[0]["offcut"] == 0
    box.click()
    revision(page, 3)
    assert own(page, api)["job"]["form"]["offcuts"] == []


def test_boards_go_out_as_a_drawing_a_list_and_a_workbook(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document(opening())), units="mm")
    page.get_by_role("radio", name="Cut plan").click()
    for link, begins in (
        ("Boards as DXF", b"  0\nSECTION"),
        ("List as CSV", b"\xef\xbb\xbfpiece,board"),
        ("List as XLSX", b"PK"),
    ):
        with page.expect_download() as told:
            page.get_by_role("link", name=link).click()
        assert told.value.path().read_bytes().startswith(begins), link
    assert json.loads(json.dumps(own(page, api)["plan"]["cutting"]["kinds"][0]["names"]))


def test_boards_are_ticked_off_as_they_are_sawn_and_said_when_they_no_longer_fit(
    open_page: OpenPage, api: TestClient
) -> None:
    page = open_page(begin(api, top_document(opening())), units="mm")
    page.get_by_role("radio", name="Cut plan").click()
    boards = page.get_by_role("region", name="Boards of Melamine board 16 mm")
    boards.get_by_role("checkbox", name="Front side").click()
    revision(page, 2)
    expect(boards).to_contain_text("1 of 5 sawn")
    expect(page.locator("[data-sawn='top.front']")).to_have_count(1)
    page.keyboard.press("Tab")
    page.keyboard.press("Space")
    revision(page, 3)
    expect(boards).to_contain_text("2 of 5 sawn")
    assert own(page, api)["job"]["form"]["sawn"]["top.front"] == {"length_mm": 932.0, "width_mm": 40.0}
    choose(page, "Corners", "mitred")
    finding = page.locator("[data-finding=sawn-otherwise]")
    expect(finding).to_contain_text("no longer fit")
    page.get_by_role("button", name="Undo").click()
    expect(finding).to_have_count(0)
    expect(boards).to_contain_text("2 of 5 sawn")


def test_a_size_of_sheet_is_added_with_its_price_and_taken_where_it_costs_less(
    open_page: OpenPage, api: TestClient
) -> None:
    shop = api.get("/api/shop").json()["sheets"][0]
    document = top_document(opening(), form={"sheet": shop["id"]})
    page = open_page(begin(api, document), units="mm")
    try:
        page.get_by_role("radio", name="Cut plan").click()
        sold = page.get_by_role("region", name="Sizes of Melamine board 16 mm")
        many = 1 + len(shop["other_sizes"])
        sold.get_by_role("button", name="Add a size").click()
        expect(sold.get_by_role("listitem")).to_have_count(many + 1)
        price = sold.get_by_role("textbox", name=f"Cost, size {many + 1}")
        price.fill("3")
        price.press("Enter")
        expect(page.get_by_role("region", name="What you need")).to_contain_text("Cost, Melamine board 16 mm3.00 CAD")
        sold.get_by_role("listitem").last.get_by_role("button", name="Remove size").click()
        expect(sold.get_by_role("listitem")).to_have_count(many)
    finally:
        usual = {"length": shop["length_mm"], "width": shop["width_mm"], "price": shop["price"]}
        others = [
            {"length": one["length_mm"], "width": one["width_mm"], "price": one["price"]} for one in shop["other_sizes"]
        ]
        api.put(f"/api/shop/sheets/{shop['id']}/sizes", json={"sizes": [usual, *others]})


def test_a_hand_held_saw_is_told_where_its_guide_lies(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document(opening())), units="mm")
    page.get_by_role("radio", name="Cut plan").click()
    choose(page, "Saw", "hand-held saw along a guide")
    cuts = page.get_by_role("list", name="Cuts in sawing order").first
    expect(cuts).to_contain_text("guide on the part, from its edge")
    expect(cuts.get_by_role("button", name="897 mm").first).to_be_visible()
    cuts.get_by_role("button", name="897 mm").first.click()
    expect(page.get_by_role("dialog")).to_contain_text("Guide position on the part")


def test_the_code_on_a_label_opens_its_piece(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin_demo(api, LEGS) + "?piece=umbrella-base", units="mm")
    expect(page.get_by_role("combobox", name="Piece", exact=True)).to_have_value("1")
    with page.expect_download() as told:
        page.get_by_role("radio", name="Cut plan").click()
        page.get_by_role("link", name="Labels").click()
    assert told.value.path().read_bytes().startswith(b"%PDF")

"""Ground in a browser: a pad is told to stay, its corners are read, its joints drawn, a curved path set out."""

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from fastapi.testclient import TestClient
from playwright.sync_api import Page, expect

from ops.browser import DESK, PHONE
from tests.browser.conftest import OpenPage
from tests.browser.test_forms import begin, own
from tests.browser.test_screens import AXE_TAGS
from tests.core.ground_cases import LUMBER, field, pad, sections
from tests.core.measure_cases import steps
from tests.jobs import top_document


def opened(api: TestClient, **plot: object) -> str:
    return begin(api, pad(**plot).model_dump(mode="json")).replace("/form", "/ground")


def read(page: Page, corner: str, text: str) -> None:
    field = page.get_by_label(f"Corner {corner}, as read")
    field.fill(text)
    field.press("Enter")


def test_a_piece_that_stays_has_a_ground_and_is_cast_face_up(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(begin(api, top_document()).replace("/form", "/measure"), units="mm")
    rail = page.get_by_role("navigation", name="Stations")
    expect(rail.get_by_role("link", name="Ground")).to_have_count(0)
    page.get_by_role("combobox", name="Stays where it is cast").select_option("on the ground")
    rail.get_by_role("link", name="Ground").click()
    expect(page.get_by_role("heading", name="Dig and fill")).to_be_visible()
    kept = own(page, api)["job"]["pieces"][0]
    assert (kept["stays"], kept["cast"]) == ("on the ground", "face up")
    told = page.locator("[data-finding=utilities-not-asked]")
    told.get_by_role("button", name="It is marked").click()
    expect(told).to_have_count(0)
    expect(page.get_by_role("combobox", name="Cables and pipes")).to_have_value("marked, dug by spade")


@pytest.mark.parametrize("units", ["mm", "in"])
def test_corners_are_read_and_the_one_that_is_off_is_told(open_page: OpenPage, api: TestClient, units: str) -> None:
    page = open_page(opened(api, below="20 mm", datum="door sill"), units=units)
    read(page, "A", "20 mm")
    read(page, "C", "54 mm")
    told = page.locator("[data-finding=corner-off]")
    expect(told).to_contain_text("Corner C stands")
    expect(page.locator("[data-corner=C]")).to_contain_text("lower it" if units == "in" else "lower it 6 mm")
    read(page, "B", "deep")
    expect(page.locator("[data-corner=B]").get_by_role("alert")).to_contain_text("cannot be read as a length")
    expect(page.get_by_label("Corner B, as read")).to_have_value("deep")
    told.get_by_role("button", name="It is lowered").click()
    expect(told).to_have_count(0)
    readings = own(page, api)["job"]["ground"]["plots"]["top"]["readings"]
    assert {one["at"]: one["below"]["mm"] for one in readings} == {"A": 20, "C": 60}
    read(page, "A", "")
    expect(page.locator("[data-corner=A] svg")).to_have_count(0)
    assert [one["at"] for one in own(page, api)["job"]["ground"]["plots"]["top"]["readings"]] == ["C"]


def test_a_fall_toward_the_building_is_turned_and_its_wall_and_strip_are_drawn(
    open_page: OpenPage, api: TestClient
) -> None:
    page = open_page(opened(api), units="mm")
    page.get_by_role("combobox", name="Building along").select_option("front")
    told = page.locator("[data-finding=falls-the-wrong-way]")
    told.get_by_role("button", name="Let it fall to the back").click()
    expect(told).to_have_count(0)
    page.locator("[data-finding=no-isolation]").get_by_role("button", name="Put a strip there").click()
    expect(page.locator("[data-house=front]")).to_be_visible()
    expect(page.locator("[data-strip=front]")).to_have_count(1)
    expect(page.locator("[data-water]")).to_have_count(3)
    page.get_by_role("group", name="Isolation strip along").get_by_label("left").click()
    expect(page.locator("[data-strip]")).to_have_count(2)
    expect(page.get_by_role("region", name="Dig and fill")).to_contain_text("5 m")


def test_what_is_shown_follows_what_is_chosen(open_page: OpenPage, api: TestClient) -> None:
    page = open_page(opened(api, size=("4 m", "3 m")), units="mm")
    shown = page.get_by_label("Shown", exact=True)
    shown.get_by_role("radio", name="Joints").click()
    expect(page.locator("[data-joint]")).to_have_count(1)
    shown.get_by_role("radio", name="Stakes").click()
    expect(page.locator("[data-stake]").first).to_be_attached()
    shown.get_by_role("radio", name="Dig").click()
    expect(page.locator("[data-hole]")).to_have_count(1)
    page.get_by_role("button", name="Panels left to right: by its thickness, change").or_(
        page.get_by_label("Panels left to right")
    ).first.fill("1")
    page.keyboard.press("Enter")
    expect(page.locator("[data-finding=panel-too-long]")).to_contain_text("4000 mm long")
    page.get_by_role("combobox", name="Lies on").select_option("old slab, apart")
    expect(page.get_by_text("Nothing is dug.").first).to_be_visible()
    page.get_by_role("button", name="Add a joint of the old slab").click()
    expect(page.get_by_role("button", name="Remove old joint 1")).to_be_visible()


def test_a_curved_path_is_set_out_by_offsets(open_page: OpenPage, api: TestClient) -> None:
    corners = [(0, 0, 0), (1500, 0, 105), (2300, 600, 0), (4800, 600, 0), (4800, 1600, 0), (0, 1600, 0)]
    outline = {"kind": "free", "corners": [{"x": x, "y": y, "bow": bow, "bows": "in"} for x, y, bow in corners]}
    document = pad().model_dump(mode="json")
    document["pieces"][0] |= {"outline": outline, "edges_shown": []}
    page = open_page(begin(api, document).replace("/form", "/ground"), units="mm")
    out = page.get_by_role("region", name="Setting out")
    expect(out).to_contain_text("into the slab")
    expect(out).to_contain_text("105 mm")
    expect(out).to_contain_text("1500 mm, 2000 mm, 2500 mm")


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_field_that_must_add_up_is_made_to(open_page: OpenPage, api: TestClient, units: str) -> None:
    page = open_page(
        begin(api, field(deep="1300 mm").model_dump(mode="json")).replace("/form", "/measure"), units=units
    )
    told = page.locator("[data-finding=rows-do-not-add-up]")
    expect(told).to_contain_text("do not fill the")
    expect(told.get_by_role("button")).to_have_count(3)
    told.get_by_role("button", name="Make the gaps").click()
    expect(told).to_have_count(0)
    assert own(page, api)["job"]["pieces"][0]["run"]["row_gap"]["mm"] == 100
    page.get_by_role("navigation", name="Stations").get_by_role("link", name="Ground").click()
    expect(page.locator("[data-field]").first).to_be_attached()
    expect(page.get_by_role("region", name="Dig and fill")).to_contain_text("Channels, washed stone")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("theme", ["light", "dark"])
def test_axe_finds_nothing_to_complain_of(
    open_page: OpenPage, api: TestClient, size: dict[str, int], theme: str
) -> None:
    page = open_page(
        opened(api, house="back", isolated=["back"], readings=[{"at": "C", "below": "50 mm"}]), units="mm", size=size,
        theme=theme,
    )  # fmt: skip
    expect(page.get_by_role("region", name="Setting out")).to_be_attached()
    found = Axe().run(page, options=AXE_TAGS).response["violations"]
    assert [(one["id"], one["nodes"][0]["html"]) for one in found] == []
    assert page.evaluate("document.documentElement.scrollWidth - innerWidth") <= 0


@pytest.mark.parametrize("units", ["mm", "in"])
def test_steps_are_begun_raised_and_asked_for_a_rail_as_a_newcomer_would(
    open_page: OpenPage, api: TestClient, units: str
) -> None:
    page = open_page("/", units=units)
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="New piece")
    dialog.get_by_role("button", name="Steps", exact=True).click()
    dialog.get_by_role("button", name="Create").click()
    rail = page.get_by_role("navigation", name="Stations")
    risers = page.get_by_role("region", name="Piece").get_by_role("textbox", name="Risers")
    risers.fill("4")
    risers.press("Enter")
    told = page.locator("[data-finding=steps-need-a-guard]")
    expect(told).to_contain_text("4 risers ask for a rail" if units == "mm" else "a fall of")
    rail.get_by_role("link", name="Form").click()
    expect(page.get_by_text("two side forms on the ground")).to_be_visible()
    page.get_by_role("radio", name="Assembly").click()
    expect(page.get_by_role("button", name="Next")).to_be_visible()
    rail.get_by_role("link", name="Ground").click()
    expect(page.get_by_role("heading", name="Section from the side")).to_be_visible()
    rail.get_by_role("link", name="Move").click()
    expect(page.get_by_text("nobody lifts it")).to_be_visible()
    expect(page.get_by_role("region", name=re.compile("how it is lifted"))).to_have_count(0)
    piece = own(page, api)["job"]["pieces"][0]
    assert (piece["drawn"], piece["stays"], piece["outline"]["number"]) == ("from the side", "on the ground", 4)


def test_strips_of_a_field_come_out_as_is_chosen_and_each_section_may_have_its_own_form(
    open_page: OpenPage, api: TestClient
) -> None:
    job = sections({"sheet": LUMBER}, gap="50 mm", row_gap="76 mm", run="2800 mm", deep=None)
    page = open_page(begin(api, job.model_dump(mode="json")), units="mm")
    told = page.locator("[data-finding=gap-needs-ripped-strips]")
    expect(told).to_contain_text("50 mm gaps need strips ripped to 12 mm")
    page.get_by_role("combobox", name="Strips between sections").select_option("oiled")
    lock = page.locator("[data-finding=strips-lock]")
    lock.get_by_role("button", name="Tape them").click()
    expect(lock).to_have_count(0)
    page.get_by_role("combobox", name="Sections of a field").select_option("a form each")
    expect(told).to_have_count(0)
    assert len(own(page, api)["plan"]["pieces"][0]["form"]["cavities"]) == 1


@pytest.mark.parametrize("units", ["mm", "in"])
def test_porch_steps_are_filled_with_stone_at_the_press_of_what_is_found(
    open_page: OpenPage, api: TestClient, units: str
) -> None:
    job = steps(5, "150 mm", "300 mm", landing="1 m")
    page = open_page(begin(api, job.model_dump(mode="json")).replace("/form", "/measure"), units=units)
    said = page.locator("[data-finding=steps-cast-solid]")
    solid = own(page, api)["plan"]["pieces"][0]["measure"]["volume"]["value"]
    said.get_by_role("button", name=re.compile("Stone inside")).click()
    expect(said).to_have_count(0)
    fields = page.get_by_role("region", name="Piece")
    expect(fields.get_by_text("Landing, front to back")).to_have_count(0)
    after = fields.get_by_role("textbox", name="Landing after riser")
    after.fill("2")
    after.press("Enter")
    expect(fields.get_by_text("Landing, front to back")).to_be_visible()
    planned = own(page, api)["plan"]["pieces"][0]
    assert planned["measure"]["volume"]["value"] < 0.8 * solid
    rail = page.get_by_role("navigation", name="Stations")
    rail.get_by_role("link", name="Ground").click()
    expect(page.get_by_role("region", name="Dig and fill")).to_contain_text("Stone inside, order loose")
    expect(page.locator("[data-riser]")).to_have_count(4)
    expect(page.get_by_text("Stone inside", exact=False).first).to_be_visible()
    rail.get_by_role("link", name="Steel").click()
    expect(page.get_by_text("Set over the stone once that is tamped")).to_be_visible()

"""Every screen: axe finds nothing, at a desk and on a phone, by day and in a dim shop."""

from typing import Any

import pytest
from axe_playwright_python.sync_playwright import Axe
from fastapi.testclient import TestClient
from playwright.sync_api import expect

from ops.browser import DESK, PHONE
from tests.browser.conftest import OpenPage
from tests.files.test_photo import picture

AXE_TAGS = {"runOnly": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]}
# All rules where each size and each theme is met once, and contrast alone in the other two.
CONTRAST = {"runOnly": {"type": "rule", "values": ["color-contrast", "target-size"]}}
SIZES = {"desk": {"size": DESK}, "phone": {"size": PHONE, "has_touch": True, "is_mobile": True}}


@pytest.fixture
def records(api: TestClient, rinse_sink_top: str) -> tuple[str, str, str]:
    """The paths of a pour, of a casting of it and of a defect that it has; a mould and a lot stand in the shop."""
    job = rinse_sink_top.split("/")[2]
    api.post("/api/members", json={"name": f"Caster {job[:8]}"})
    form = api.post("/api/forms", json={"name": "Ring", "pieces": ["top"]}).json()
    api.put(f"/api/forms/{form['id']}/mould", json={"usual_life": 1})
    api.post(f"/api/forms/{form['id']}/events", json={"kind": "oiled"})
    supply = {"kind": "supply", "material": job, "name": f"Oil {job[:8]}", "unit": "l"}
    item = next(one for one in api.post("/api/stock", json=supply).json() if one["material"] == job)
    api.post(f"/api/stock/{item['id']}/lots", json={"quantity": 2, "length_mm": 900, "width_mm": 300})
    begun = {"job_id": job, "fills": [{"piece": "top", "count": 1}], "poured_at": "2026-05-04T09:00:00Z"}
    pour = api.post("/api/pours", json=begun).json()["pour"]
    casting = pour["castings"][0]["id"]
    seen = {"kind": "defect", "text": "Pit", "casting_id": casting, "x_mm": 90, "y_mm": 90}
    observation = api.post("/api/observations", json=seen).json()
    api.post(f"/api/observations/{observation}/photos", content=picture())
    api.put(f"/api/observations/{observation}/kind", json={"defect": "pinholes"})
    return f"/pours/{pour['id']}", f"/castings/{casting}", f"/defects/{observation}"


@pytest.mark.parametrize("theme", ["light", "dark"])
@pytest.mark.parametrize("size", SIZES)
def test_axe_finds_nothing(
    open_page: OpenPage, rinse_sink_top: str, records: tuple[str, str, str], size: str, theme: str
) -> None:
    page = open_page("/", theme=theme, **SIZES[size])
    options: dict[str, Any] = AXE_TAGS if (size == "desk") == (theme == "light") else CONTRAST
    job = rinse_sink_top.removesuffix("/measure")
    found: dict[str, Any] = {}
    for path, ready in {
        "/": "h1",
        rinse_sink_top: "[data-dimension=Length]",
        f"{job}/mix": "text=Mix and equipment",
        f"{job}/form": "[data-board=base]",
        f"{job}/steel": "text=front to back",
        f"{job}/cure": "[data-act=strip]",
        f"{job}/move": "text=People on the day",
        f"{job}/log": "[data-log=defect] img",
        "/rules": "article",
        "/known": "text=Our figures beside the rules",
        "/pours": "main li a",
        records[0]: "[data-act=strip]",
        "/castings": "main li a",
        records[1]: "[data-spot]",
        records[2]: "[data-cause]",
        "/moulds": "text=Last oiled",
        "/stock": "[data-item]",
        "/shop/sheets": "[data-entry]",
        "/shop/people": "text=Add a person",
        "/shop/habits": "[data-field]",
        "/shop/basics": "text=Currency",
        f"/shopping?job={job.split('/')[2]}": "[data-line]",
    }.items():
        page.goto(path)
        page.locator(ready).first.wait_for()
        for violation in Axe().run(page, options=options).response["violations"]:
            found[f"{path} {violation['id']}"] = [node["html"][:160] for node in violation["nodes"][:4]]
    assert found == {}


def test_nothing_is_loaded_from_elsewhere(open_page: OpenPage, rinse_sink_top: str, address: str) -> None:
    page = open_page("/")
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url))
    page.goto(rinse_sink_top)
    page.locator("[data-dimension=Length]").wait_for()
    page.goto("/api/docs")
    page.get_by_text("Plans small concrete castings").wait_for()
    assert asked
    assert [url for url in asked if not url.startswith((address, "data:", "blob:"))] == []


def test_on_a_phone_a_length_is_set_with_the_thumb(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top, **SIZES["phone"])
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    page.locator("[data-dimension=Thickness]").tap()
    page.get_by_role("button", name="Clear").tap()
    page.get_by_role("button", name="1", exact=True).tap()
    page.get_by_role("button", name="3/4", exact=True).tap()
    page.get_by_role("button", name="OK").tap()
    expect(page.locator("[data-dimension=Thickness]")).to_have_text("1 3/4″")
    page.get_by_role("button", name="Ticket").tap()
    expect(page.get_by_text("Figures")).to_be_visible()


def test_text_is_never_under_16_px(open_page: OpenPage, rinse_sink_top: str) -> None:
    page = open_page(rinse_sink_top)
    page.locator("[data-dimension=Length]").wait_for()
    small = []
    for station in ("measure", "form", "steel", "mix", "cure", "move", "log"):
        page.locator(f"[data-headline={station}]").click()
        page.wait_for_url(f"**/{station}")
        small += page.evaluate(SMALL_TEXT)
    assert small == []


SMALL_TEXT = (
    "() => [...document.querySelectorAll('body *')]"
    ".filter(e => [...e.childNodes].some(n => n.nodeType === 3 && n.textContent.trim()))"
    ".filter(e => e.tagName !== 'SCRIPT' && parseFloat(getComputedStyle(e).fontSize) < 16)"
    ".map(e => e.outerHTML.slice(0, 120))"
)

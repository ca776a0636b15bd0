"""``make screens``: one picture of each main view, from the demo data, into docs/screenshots/."""

import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager

import uvicorn
from playwright.sync_api import Browser, Page

from ops.browser import DESK, PHONE, chromium
from ops.demo import fresh_demo
from ops.postgres import ROOT, free_port
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings

SHOTS = ROOT / "docs" / "screenshots"
TOP = "Rinse-sink top"


def to_job(page: Page, name: str = TOP) -> None:
    """Opens a job from the floor, at Measure."""
    page.get_by_role("link", name=name, exact=True).click()
    page.locator("[data-headline=measure]").click()
    page.locator("[data-dimension=Length]").wait_for()


def station(name: str) -> Callable[[Page], None]:
    """Opens a station of the rinse-sink top."""

    def open_it(page: Page) -> None:
        to_job(page)
        page.locator(f"[data-headline={name}]").click()

    return open_it


def ground(page: Page) -> None:
    """Opens the ground of the path with a curved edge."""
    page.get_by_role("link", name="Path to the gate", exact=True).click()
    page.locator("[data-headline=ground]").click()
    page.get_by_role("region", name="Setting out").wait_for()


def cabinets(page: Page) -> None:
    """Opens the cabinets under the glaze counter, its boards and braces shown."""
    page.get_by_role("link", name="Glaze counter", exact=True).click()
    page.locator("[data-headline=cabinets]").click()
    page.get_by_role("radio", name="Boards").click()
    page.locator("[data-board]").first.wait_for()


def arch(page: Page) -> None:
    """Opens the niche arch, its lines of thrust drawn."""
    page.get_by_role("link", name="Niche arch", exact=True).click()
    page.locator("[data-headline=arch]").click()
    page.locator("[data-thrust]").first.wait_for()


def mix(page: Page) -> None:
    """Opens the mix of the white shelves, at their doses."""
    to_job(page, "Display shelves, white")
    page.locator("[data-headline=mix]").click()
    page.get_by_role("region", name="What more water does").scroll_into_view_if_needed()
    page.locator("[data-dose=pigment]").scroll_into_view_if_needed()


def warm(page: Page) -> None:
    """Opens the warm wedging seat, its course drawn."""
    page.get_by_role("link", name="Warm wedging seat", exact=True).click()
    page.locator("[data-headline=warm]").click()
    page.locator("[data-course]").first.wait_for()


def cost(page: Page) -> None:
    """Opens what the pieces for the yard cost."""
    page.get_by_role("link", name="Yard: ramp, niche arch and discs", exact=True).click()
    page.locator("[data-headline=cost]").click()
    page.locator("[data-material]").first.wait_for()


def compare(page: Page) -> None:
    """Opens the plans of the rinse-sink top beside each other: as it is, thicker, and longer with a smaller sink."""
    job = next(one for one in page.request.get("/api/jobs").json() if one["name"] == TOP)
    for thickness, length, sink in (("50 mm", None, None), (None, "42 in", "15 in")):
        view = page.request.post(f"/api/jobs/{job['id']}/variants", data={}, headers={"x-ulbrek": "1"}).json()
        piece = view["job"]["pieces"][0]
        piece["thickness"] = thickness or piece["thickness"]
        if length:
            piece["outline"]["length"], piece["features"][0]["length"] = length, sink
        asked = {"parent": view["revision"], "job": view["job"], "what": "Otherwise"}
        page.request.put(f"/api/jobs/{view['id']}", data=asked, headers={"x-ulbrek": "1"})
    page.goto(f"/jobs/{job['id']}/compare")
    page.get_by_role("row", name="Light use after").wait_for()


def run(page: Page) -> None:
    """Runs a pour of the rinse-sink top up to where its steel is laid."""
    job = next(one for one in page.request.get("/api/jobs").json() if one["name"] == TOP)
    body = {"job_id": job["id"], "fills": [{"piece": "top", "count": 1}]}
    pour = page.request.post("/api/pours", data=body, headers={"x-ulbrek": "1"}).json()["pour"]["id"]
    page.goto(f"/pours/{pour}/run")
    page.locator("[data-ready]").first.wait_for()
    for box in page.locator("[data-ready]").all():
        box.get_by_role("button").first.click()
    for name in ("Water goes in", "It sinks by a third to a half, and holds together", "Done"):
        page.get_by_role("button", name=name).first.click()
    page.locator("[data-step='steel/top']").wait_for()
    page.wait_for_timeout(11_000)  # until nothing is offered to be taken back any more


def cure(page: Page) -> None:
    """Opens Cure of the bench legs, which cure in the cold."""
    jobs = {one["name"]: one["id"] for one in page.request.get("/api/jobs").json()}
    page.goto(f"/jobs/{jobs['Bench legs and umbrella base']}/cure")
    page.get_by_role("region", name="Temperature by the hour").wait_for()


def pour_window(page: Page) -> None:
    """Opens the week to pour the stepping slabs in, out in the yard under a tent, by the forecast."""
    jobs = {one["name"]: one["id"] for one in page.request.get("/api/jobs").json()}
    view = page.request.get(f"/api/jobs/{jobs['Stepping slabs to the gate']}").json()
    out = {"place": "open yard", "weather": "forecast", "protections": ["tent", "blanket"], "water_c": 35}
    job = {**view["job"], "cure": {**view["job"]["cure"], **out}}
    asked = {"parent": view["revision"], "job": job, "what": "Out in the yard"}
    page.request.put(f"/api/jobs/{view['id']}", data=asked, headers={"x-ulbrek": "1"})
    page.goto(f"/jobs/{view['id']}/cure")
    page.get_by_role("button", name="Pour window").click()
    page.locator("[data-at]").first.wait_for()
    page.get_by_role("region", name="Temperature by the hour").wait_for()


def known(page: Page) -> None:
    """Opens what the shop knows, once its pours are read."""
    page.goto("/known")
    page.get_by_text("Hardly likely beside the others.").first.wait_for(timeout=60_000)
    page.get_by_role("list", name="What that changes").wait_for()


def defect(page: Page) -> None:
    """Opens the stone pockets of the wedging block, as far as one was measured."""
    lines = page.request.get("/api/log").json()["entries"]
    entry = next(one["id"] for one in lines if one["kind"] == "defect" and one["defect"] == "stone pockets")
    size = {"long": "300 mm", "wide": "40 mm", "deep": "60 mm", "carries": False, "oily": False}
    page.request.put(f"/api/observations/{entry}/damage", data=size, headers={"x-ulbrek": "1"})
    page.goto(f"/defects/{entry}")
    page.locator("[data-verdict]").wait_for()
    page.locator("main img").first.wait_for()


def calendar(page: Page) -> None:
    """Opens the calendar, with the pour of the bench legs chosen."""
    page.get_by_role("link", name="Calendar").click()
    lane = page.locator("[data-lane]", has_text="Bench legs")
    lane.wait_for()
    page.get_by_role("region", name="Clashes").get_by_role("button").first.wait_for()
    page.wait_for_load_state("networkidle")


def stay(_page: Page) -> None:
    """Stays on the floor."""


VIEWS: tuple[tuple[str, Callable[[Page], None], str, str, bool], ...] = (
    # name, what is done, units, theme, on a phone
    ("floor", stay, "in", "light", False),
    ("measure", to_job, "in", "light", False),
    ("arch", arch, "mm", "light", False),
    ("warm", warm, "mm", "light", False),
    ("ground", ground, "mm", "light", False),
    ("cabinets", cabinets, "mm", "light", False),
    ("form", station("form"), "in", "light", False),
    ("steel", station("steel"), "in", "light", False),
    ("mix", mix, "mm", "light", False),
    ("cure", cure, "mm", "light", False),
    ("pour-window", pour_window, "mm", "light", False),
    ("move", station("move"), "mm", "light", False),
    ("finish", station("finish"), "mm", "light", False),
    ("cost", cost, "mm", "light", False),
    ("known", known, "mm", "light", False),
    ("defect", defect, "mm", "light", False),
    ("calendar", calendar, "mm", "light", False),
    ("phone-run", run, "mm", "light", True),
    ("compare", compare, "in", "light", False),
)


def main() -> None:
    """Takes every picture anew."""
    SHOTS.mkdir(parents=True, exist_ok=True)
    for old in SHOTS.glob("*.png"):
        old.unlink()
    with chromium() as browser, demo_address() as address:
        for name, act, units, theme, phone in VIEWS:
            page = opened(browser, address, units, theme, phone)
            page.get_by_role("link", name=TOP, exact=True).wait_for()
            act(page)
            taken(page, name)


def opened(browser: Browser, address: str, units: str, theme: str, phone: bool) -> Page:
    """The floor on a device of its own."""
    context = browser.new_context(viewport=PHONE if phone else DESK, has_touch=phone, base_url=address)
    context.add_init_script(f"localStorage.setItem('units', '{units}'); localStorage.setItem('theme', '{theme}')")
    # Else the network would never be idle.
    context.route("**/api/changes*", lambda route: route.fulfill(status=204))
    page = context.new_page()
    page.goto("/")
    return page


def taken(page: Page, name: str) -> None:
    """Takes the picture."""
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(250)
    page.screenshot(path=SHOTS / f"{name}.png")
    page.context.close()
    print(f"docs/screenshots/{name}.png")


@contextmanager
def demo_address() -> Iterator[str]:
    """The application over a fresh copy of the demo data."""
    port = free_port()
    with fresh_demo("screens") as url:
        app = create_app(Settings(database_url=url).model_copy(update={"sign_in": False, "devices": "simulated"}))
        server = uvicorn.Server(
            uvicorn.Config(
                app, host="127.0.0.1", port=port, log_level="error", access_log=False, timeout_graceful_shutdown=2
            )
        )
        thread = threading.Thread(target=server.run)
        thread.start()
        while not server.started:
            thread.join(0.02)
        try:
            yield f"http://127.0.0.1:{port}"
        finally:
            server.should_exit = True
            thread.join()


if __name__ == "__main__":
    main()

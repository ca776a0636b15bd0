"""``make screens``: one picture of each main view, from the demo data, into docs/screenshots/."""

import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager

import uvicorn
from playwright.sync_api import Page

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


def form_view(name: str, job: str = TOP) -> Callable[[Page], None]:
    """Opens one of the views of the form."""

    def open_it(page: Page) -> None:
        to_job(page, job)
        page.locator("[data-headline=form]").click()
        page.get_by_role("radio", name=name).click()
        if name == "Assembly":
            page.get_by_role("button", name="Step 3", exact=False).click()
        if name == "Exploded":
            page.locator("[data-label=base]").wait_for()

    return open_it


def in_the_round(page: Page) -> None:
    """Turns the planter by hand."""
    to_job(page, "Planter boxes")
    page.get_by_role("radio", name="3D").click()
    page.locator("[data-drawn]").wait_for()


def mix(page: Page) -> None:
    """Opens the mix of the white shelves, at their doses."""
    to_job(page, "Display shelves, white")
    page.locator("[data-headline=mix]").click()
    page.get_by_role("region", name="What more water does").scroll_into_view_if_needed()
    page.locator("[data-dose=pigment]").scroll_into_view_if_needed()


def to_buy(page: Page) -> None:
    """Opens the shopping list of the white shelves."""
    jobs = {one["name"]: one["id"] for one in page.request.get("/api/jobs").json()}
    page.goto(f"/shopping?job={jobs['Display shelves, white']}")
    page.locator("[data-line]").first.wait_for()


def shop(page: Page) -> None:
    """Opens the boards of the shop."""
    page.get_by_role("link", name="Shop", exact=True).click()
    page.get_by_role("link", name="Boards and sheets").click()
    page.locator("[data-entry]").first.wait_for()


def pour(page: Page) -> None:
    """Opens the pour of the rinse-sink top."""
    page.get_by_role("link", name="Pours").click()
    page.locator("main").get_by_role("link", name=TOP).click()
    page.locator("[data-act=turn]").wait_for()


def stock(page: Page) -> None:
    """Opens the stock."""
    page.get_by_role("link", name="Stock").click()
    page.locator("[data-item]").first.wait_for()


def stay(_page: Page) -> None:
    """Stays on the floor."""


VIEWS: tuple[tuple[str, Callable[[Page], None], str, str, bool], ...] = (
    # name, what is done, units, theme, on a phone
    ("floor", stay, "in", "light", False),
    ("measure", to_job, "in", "light", False),
    ("measure-l-top", lambda page: to_job(page, "Glaze bench"), "mm", "light", False),
    ("measure-round", in_the_round, "in", "light", False),
    ("form", station("form"), "in", "light", False),
    ("form-cuts", form_view("Cut plan"), "in", "light", False),
    ("form-steps", form_view("Assembly"), "mm", "light", False),
    ("form-apart", form_view("Exploded", "Planter boxes"), "mm", "light", False),
    ("steel", station("steel"), "in", "light", False),
    ("mix", mix, "mm", "light", False),
    ("cure", station("cure"), "mm", "light", False),
    ("move", station("move"), "mm", "light", False),
    ("log", station("log"), "mm", "light", False),
    ("pour", pour, "mm", "light", False),
    ("stock", stock, "mm", "light", False),
    ("shop", shop, "in", "light", False),
    ("phone-floor", stay, "mm", "dark", True),
    ("phone-measure", to_job, "in", "light", True),
    ("phone-to-buy", to_buy, "mm", "light", True),
)


def main() -> None:
    """Takes every picture anew."""
    SHOTS.mkdir(parents=True, exist_ok=True)
    for old in SHOTS.glob("*.png"):
        old.unlink()
    with demo_address() as address, chromium() as browser:
        for name, act, units, theme, phone in VIEWS:
            context = browser.new_context(viewport=PHONE if phone else DESK, has_touch=phone, base_url=address)
            context.add_init_script(
                f"localStorage.setItem('units', '{units}'); localStorage.setItem('theme', '{theme}')"
            )
            page = context.new_page()
            page.goto("/")
            page.get_by_role("link", name=TOP, exact=True).wait_for()
            act(page)
            page.wait_for_load_state("networkidle")
            page.wait_for_timeout(250)
            page.screenshot(path=SHOTS / f"{name}.png")
            context.close()
            print(f"docs/screenshots/{name}.png")


@contextmanager
def demo_address() -> Iterator[str]:
    """The application over a fresh copy of the demo data."""
    port = free_port()
    with fresh_demo("screens") as url:
        app = create_app(Settings(database_url=url))
        server = uvicorn.Server(uvicorn.Config(app, host="127.0.0.1", port=port, log_level="error", access_log=False))
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

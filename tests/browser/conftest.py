"""A real browser on the real application."""

from collections.abc import Callable, Iterator
from typing import Any

import pytest
from fastapi.testclient import TestClient
from playwright.sync_api import Browser, BrowserContext, Page, Playwright, ViewportSize, expect, sync_playwright

from ops.browser import DESK, PHONE, launched
from tests.jobs import DEMO_FILES
from tests.served import Server, serving
from ulbrek.api.settings import Settings

OpenPage = Callable[..., Page]
Phone = Callable[[str], Page]
PATIENCE_MS = 30_000  # on a machine that is busy with other work, too


@pytest.fixture(scope="session")
def playwright() -> Iterator[Playwright]:
    expect.set_options(timeout=PATIENCE_MS)
    with sync_playwright() as playwright:
        yield playwright


@pytest.fixture(scope="session")
def browser(playwright: Playwright) -> Iterator[Browser]:
    with launched(playwright) as browser:
        yield browser


@pytest.fixture
def open_page(browser: Browser, address: str) -> Iterator[OpenPage]:
    """Opens a page of the application; what it says on the console as an error fails the test."""
    contexts = []
    errors: list[str] = []

    def open_page(path: str = "/", units: str = "in", theme: str = "light", **options: Any) -> Page:
        size = ViewportSize(**options.pop("size", DESK))
        context = browser.new_context(viewport=size, base_url=address, accept_downloads=True, **options)
        contexts.append(context)
        wishes = "; ".join(  # those of a device that was never asked: what the page keeps itself is left to it
            f"localStorage.getItem('{name}') ?? localStorage.setItem('{name}', '{wish}')"
            for name, wish in (("units", units), ("theme", theme))
        )
        context.add_init_script(wishes)
        page = context.new_page()
        page.set_default_timeout(PATIENCE_MS)
        page.on("pageerror", lambda error: errors.append(str(error)))
        page.on("console", lambda message: errors.append(message.text) if message.type == "error" else None)
        page.goto(path)
        return page

    yield open_page
    for context in contexts:
        context.close()
    refused = "the server responded with a status of"  # what the tests ask for, and the page says in words
    assert [error for error in errors if refused not in error and "net::" not in error] == []


@pytest.fixture
def rinse_sink_top(api: TestClient) -> str:
    """The path of a fresh copy of the demo's rinse-sink top."""
    answer = api.post(
        "/api/jobs/from-file", content=DEMO_FILES[0].read_bytes(), headers={"content-type": "application/json"}
    )
    return f"/jobs/{answer.json()['id']}/measure"


@pytest.fixture
def server(settings: Settings) -> Iterator[Server]:
    with serving(settings) as server:
        yield server


@pytest.fixture
def open_phone(browser: Browser, server: Server) -> Iterator[Phone]:
    contexts: list[BrowserContext] = []
    errors: list[str] = []

    def open_phone(path: str) -> Page:
        context = browser.new_context(
            viewport=PHONE, has_touch=True, is_mobile=True, base_url=server.address, service_workers="allow"
        )
        contexts.append(context)
        page = context.new_page()
        page.set_default_timeout(PATIENCE_MS)
        page.on("pageerror", lambda error: errors.append(str(error)))
        page.goto(path)
        return page

    yield open_phone
    for context in contexts:
        context.close()
    assert errors == []

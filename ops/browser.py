"""Debian's Chromium without a window, for the browser tests, the screenshots and the measurements."""

import shutil
from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import Browser, ViewportSize, sync_playwright

# The background services of a desktop browser only knock on a closed network here.
FLAGS = (
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
)  # fmt: skip
DESK = ViewportSize(width=1280, height=800)
PHONE = ViewportSize(width=390, height=844)


@contextmanager
def chromium() -> Iterator[Browser]:
    """A browser, closed at the end."""
    found = shutil.which("chromium-headless-shell") or shutil.which("chromium")
    if found is None:
        raise RuntimeError("Chromium is not installed. Run make test, which installs it.")
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=found, args=list(FLAGS))
        try:
            yield browser
        finally:
            browser.close()

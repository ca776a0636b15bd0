"""Debian's Chromium without a window, for the browser tests, the screenshots and the measurements."""

import os
import shutil
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Browser, Playwright, ViewportSize, sync_playwright

# The background services of a desktop browser only knock on a closed network here.
FLAGS = (
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
)  # fmt: skip
DESK = ViewportSize(width=1280, height=800)
PHONE = ViewportSize(width=390, height=844)


@contextmanager
def chromium() -> Iterator[Browser]:
    """A browser, closed at the end; only one in a process, and no other beside it."""
    with sync_playwright() as playwright, launched(playwright) as browser:
        yield browser


@contextmanager
def launched(playwright: Playwright, trusting: Path | None = None) -> Iterator[Browser]:
    """One of several browsers of a process, closed at the end.

    Args:
        playwright: what all of them are driven by
        trusting: the certificate of an authority that it trusts besides, as somebody's own browser would
    """
    with TemporaryDirectory() as home:
        environment: dict[str, str | float | bool] = {**os.environ, **({"HOME": home} if trusting else {})}
        if trusting is not None:
            _trust(trusting, Path(home) / ".pki" / "nssdb")
        browser = playwright.chromium.launch(executable_path=executable(), args=list(FLAGS), env=environment)
        try:
            yield browser
        finally:
            browser.close()


def executable() -> str:
    """Where Chromium is.

    Raises:
        RuntimeError: when it is not installed
    """
    found = shutil.which("chromium-headless-shell") or shutil.which("chromium")
    if found is None:
        raise RuntimeError("Chromium is not installed. Run make test, which installs it.")
    return found


def _trust(authority: Path, kept: Path) -> None:
    """Puts an authority where Chromium looks for those that its user trusts."""
    kept.mkdir(parents=True)
    subprocess.run(["certutil", "-N", "-d", f"sql:{kept}", "--empty-password"], check=True)
    subprocess.run(["certutil", "-A", "-d", f"sql:{kept}", "-n", "shop", "-t", "C,,", "-i", str(authority)], check=True)

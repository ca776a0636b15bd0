"""Runs pours from two phones that lose the network, are killed, and whose server is killed; counts what was lost.

``python -m bench.pours [how many interruptions] [seed]``. Whatever a phone has shown as done is in the records at the
end, once. Prints how long a tap takes to the next step, and to the screen of the other phone.
"""

import json
import os
import random
import subprocess
import sys
import time
from collections import Counter
from contextlib import suppress
from pathlib import Path
from statistics import median, quantiles
from tempfile import TemporaryDirectory

from playwright.sync_api import BrowserContext, Error, Page, Playwright, sync_playwright

from bench.kills import Served, ask
from ops.browser import FLAGS, PHONE, executable
from ops.demo import fresh_demo
from ops.postgres import free_port
from tests.jobs import top_document

# Of six: the server takes longest to come again.
WAYS = ("server killed", "network gone", "network gone", "network gone", "phone killed", "phone killed")
SERVER, OFFLINE = WAYS[0], WAYS[1]
PATIENCE_MS = 60_000
TAPS_BETWEEN = 2
LONGEST_S = 540
# What is in a panel now, tapped as a thumb would; how long until something else is there [ms], and what was tapped.
TAP = """
() => new Promise((resolve) => {
  const panel = [...document.querySelectorAll("section[aria-label='Mixing'], section[aria-label='Placing']")]
    .find((one) => one.querySelector("[data-step]") && !one.querySelector("[data-waits]"));
  const button = panel?.querySelector(".button-now:not([disabled])");
  if (!button) return resolve(null);
  const step = panel.querySelector("[data-step]").dataset.step;
  const begun = performance.now();
  const seen = new MutationObserver(() => {
    const now = panel.querySelector("[data-step]")?.dataset.step;
    const done = now !== step || panel.querySelector("[data-waits]");
    if (done) requestAnimationFrame(() => { seen.disconnect(); resolve({ step, ms: performance.now() - begun }); });
  });
  seen.observe(panel, { subtree: true, childList: true, attributes: true, characterData: true });
  button.click();
  setTimeout(() => { seen.disconnect(); resolve({ step, ms: null }); }, 5000);
})
"""
KNOWN = "document.querySelector('summary')?.textContent.match(/Written down: (\\d+)/)?.[1] ?? '0'"


class Phone:
    """A phone with a browser of its own, which keeps what is on it when it is killed."""

    def __init__(self, playwright: Playwright, home: Path, address: str) -> None:
        """Opens the browser."""
        self.playwright, self.home, self.address = playwright, home, address
        self.offline = False
        self.path = ""
        self.context = self._opened()

    def _opened(self) -> BrowserContext:
        return self.playwright.chromium.launch_persistent_context(
            str(self.home), executable_path=executable(), args=list(FLAGS), viewport=PHONE, base_url=self.address
        )

    @property
    def page(self) -> Page:
        """Its page."""
        return self.context.pages[0]

    def go(self, path: str, role: str) -> None:
        """Opens the run of a pour, as whoever does one part of it."""
        self.path = path
        self.page.set_default_timeout(PATIENCE_MS)
        self.page.goto(path)
        self.page.get_by_role("button", name=role).click()
        self.page.evaluate("navigator.serviceWorker.ready.then(() => true)")

    def set_offline(self, offline: bool) -> None:
        """Takes the network from it, or gives it back."""
        self.offline = offline
        self.context.set_offline(offline)

    def kill(self) -> None:
        """Kills its browser and opens it again, without a network where it had none."""
        subprocess.run(["pkill", "-9", "-f", str(self.home)], check=False)  # noqa: S607 - wherever it is
        with suppress(Error):
            self.context.close()
        for lock in self.home.glob("Singleton*"):
            lock.unlink(missing_ok=True)
        self.context = self._opened()
        self.context.set_offline(self.offline)
        self.page.set_default_timeout(PATIENCE_MS)
        self.page.goto(self.path)
        self.page.locator("[data-unsent]").wait_for()

    def tap(self) -> tuple[str, float | None] | None:
        """Taps what is to be done now; the step, and how long until the next stood there [ms], if it did within 5 s."""
        told = self.page.evaluate(TAP)
        return (told["step"], told["ms"]) if told else None

    def known(self) -> int:
        """How many entries it shows as written down."""
        return int(self.page.evaluate(KNOWN))


class Run:
    """Pours from two phones, one after another."""

    def __init__(self, playwright: Playwright, homes: Path, url: str, seed: int) -> None:
        """Starts the server and opens both phones."""
        self.url, self.port = url, free_port()
        self.server = Served(url, self.port)
        self.dice = random.Random(seed)
        address = f"http://127.0.0.1:{self.port}"
        self.phones = [Phone(playwright, homes / name, address) for name in ("mixer", "placer")]
        self.interruptions: Counter[str] = Counter()
        self.lost = self.twice = self.entries = 0
        self.odd: list[str] = []
        self.next_ms: list[float] = []
        self.other_ms: list[float] = []

    def pour(self, most: int) -> None:
        """One pour, until it has no more to mix and place or there were so many interruptions; 0: without any."""
        pour = self._planned()
        for phone, role in zip(self.phones, ("I mix", "I place"), strict=True):
            phone.go(f"/pours/{pour}/run", role)
        shown: list[str] = []
        idle = 0
        while (not most or sum(self.interruptions.values()) < most) and idle < 2 * TAPS_BETWEEN:
            for _ in range(TAPS_BETWEEN):
                idle = 0 if self._tapped(shown) else idle + 1
            if most:
                self._interrupted(shown)
        self._settled()
        self._counted(pour, shown)

    def _planned(self) -> str:
        document = top_document(
            mix={"bags_per_batch": 0.5}, piece={"outline": {"length": "2000 mm", "width": "900 mm"}}
        )
        _, job = ask(self.port, "POST", "/api/jobs", {"job": document})
        body = {"job_id": job["id"], "fills": [{"piece": "top", "count": 1}]}
        _, begun = ask(self.port, "POST", "/api/pours", body)
        pour = str(begun["pour"]["id"])
        _, view = ask(self.port, "GET", f"/api/pours/{pour}/run")
        at = time.strftime("%Y-%m-%dT%H:%M:%SZ", time.gmtime())
        ready = [
            {"id": f"{number:08x}-0000-4000-8000-{pour[-12:]}", "kind": "did", "at": at, "step": step["id"]}
            for number, step in enumerate(view["sheet"]["ready"])
        ]
        ask(self.port, "POST", f"/api/pours/{pour}/run", {"entries": ready})
        return pour

    def _tapped(self, shown: list[str]) -> bool:
        phone, other = self.dice.sample(self.phones, 2)
        before, begun = other.known(), time.perf_counter()
        told = phone.tap()
        if told is None:
            phone, other = other, phone
            before, begun = other.known(), time.perf_counter()
            told = phone.tap()
        if told is None:
            time.sleep(0.8)  # what has just come up takes no tap
            return False
        shown.append(told[0])
        if told[1] is not None:
            self.next_ms.append(told[1])
        if not phone.offline and not other.offline:
            with suppress(Error):
                other.page.wait_for_function(f"() => Number({KNOWN}) > {before}", timeout=5000, polling=20)
                self.other_ms.append((time.perf_counter() - begun) * 1000)
        return True

    def _interrupted(self, shown: list[str]) -> None:
        kind = self.dice.choice(WAYS)
        phone = self.dice.choice(self.phones)
        self.interruptions[kind] += 1
        if kind == SERVER:
            self.server.process.kill()
            self.server.process.wait()
            for one in self.phones:
                told = one.tap()  # while it is gone
                if told:
                    shown.append(told[0])
            self.server = Served(self.url, self.port)
        elif kind == OFFLINE:
            phone.set_offline(not phone.offline)
        else:
            phone.kill()

    def _settled(self) -> None:
        for phone in self.phones:
            phone.set_offline(offline=False)
            phone.page.locator("[data-unsent='0']").wait_for()

    def _counted(self, pour: str, shown: list[str]) -> None:
        _, view = ask(self.port, "GET", f"/api/pours/{pour}/run")
        kept = Counter(one["step"] for one in view["entries"] if not one["step"].startswith("ready/"))
        self.entries += sum(kept.values())
        self.lost += sum(max(0, count - kept[step]) for step, count in Counter(shown).items())
        self.twice += sum(max(0, count - Counter(shown)[step]) for step, count in kept.items())
        self.odd += [
            f"{pour} {step}: {kept[step]} kept, {Counter(shown)[step]} shown"
            for step in {*kept, *shown}
            if kept[step] != Counter(shown)[step]
        ]
        ids = [one["id"] for one in view["entries"]]
        self.twice += len(ids) - len(set(ids))


def _told(name: str, of: list[float]) -> str:
    return (
        f"{name}: median {median(of):.0f} ms, p95 {quantiles(of, n=20)[-1]:.0f} ms, of {len(of)}" if len(of) > 1 else ""
    )


def main() -> int:
    """Interrupts so often and prints what came of it; fails where anything was lost or is there twice."""
    wanted = int(sys.argv[1]) if len(sys.argv) > 1 else 200
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else 1
    began = time.monotonic()
    os.environ |= {"ULBREK_WARM": "false", "ULBREK_LONG_WORK": "1"}
    with fresh_demo("pours") as url, TemporaryDirectory() as homes, sync_playwright() as playwright:
        run = Run(playwright, Path(homes), url, seed)
        run.pour(0)
        print(_told("undisturbed, tap to the next step", run.next_ms))
        print(_told("undisturbed, tap to the other phone", run.other_ms), flush=True)
        run.next_ms, run.other_ms = [], []
        while sum(run.interruptions.values()) < wanted and time.monotonic() - began < LONGEST_S:
            run.pour(wanted)
        for phone in run.phones:
            phone.context.close()
        run.server.process.terminate()
    print(json.dumps(run.interruptions))
    print(f"{run.entries} entries, {run.lost} lost, {run.twice} twice", *run.odd, sep="\n  ")
    print(_told("tap to the next step", run.next_ms))
    print(_told("tap to the other phone", run.other_ms))
    return 1 if run.lost or run.twice else 0


if __name__ == "__main__":
    sys.exit(main())

"""A crowd: 32 people at once on two workers, signed in, reading, planning, editing and writing down, as in a busy shop.

First each asks again as soon as it is answered: the processors are full, and what one waits is the work of all.
Then each pauses, as people do who look at an answer. What they begin with, all at once, is told apart.

python -m bench.crowd [seconds] [clients] [workers] [pause in seconds]
"""

import gzip
import http.client
import json
import sys
import threading
import time
from collections import Counter
from random import Random
from uuid import uuid4

from bench.served import people, served
from ops.demo import fresh_demo
from ulbrek.store.accounts import Role

# What they do, and how often in a hundred.
DEEDS = {"floor": 25, "agenda": 15, "open": 15, "plan": 25, "edit": 10, "note": 5, "stock": 5}


MAKER: Role = "maker"


class Client:
    """One device on the shop's network."""

    def __init__(self, port: int, seed: int, shown: dict[str, str], pause_s: float = 0.0) -> None:
        self.line = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
        self.pause_s, self.shown = pause_s, shown
        self.dice = Random(seed)
        self.took: list[tuple[str, float]] = []
        self.wrong: Counter[str] = Counter()

    def ask(self, deed: str, method: str, path: str, body: object = None, wanted: bool = False) -> object:
        """Asks, and notes how long it took; what is not answered as it should be is counted.

        An answer is read into objects only where it is ``wanted``: a device does that on a processor of its own.
        """
        began = time.perf_counter()
        content = None if body is None else json.dumps(body)
        headers = {"Content-Type": "application/json", "Accept-Encoding": "gzip", **self.shown}
        self.line.request(method, path, content, headers)
        answer = self.line.getresponse()
        told = answer.read()
        self.took.append((deed, time.perf_counter() - began))
        if answer.status >= 400 and answer.status != 409:
            self.wrong[f"{deed} {answer.status}"] += 1
        if not wanted or answer.status >= 300:
            return None
        return json.loads(gzip.decompress(told) if answer.headers["content-encoding"] == "gzip" else told)

    def work(self, jobs: list[str], until: float) -> None:
        """One thing after another until the time is over; what is edited is this client's own."""
        own = self.ask("begin", "GET", f"/api/jobs/{self.dice.choice(jobs)}", wanted=True)
        assert isinstance(own, dict)
        mine = self.ask("begin", "POST", "/api/jobs", {"job": own["job"]}, wanted=True)
        while time.monotonic() < until:
            time.sleep(self.dice.uniform(0.5, 1.5) * self.pause_s)
            assert isinstance(mine, dict)
            job = mine["job"]
            match self.dice.choices(list(DEEDS), list(DEEDS.values()))[0]:
                case "floor":
                    self.ask("floor", "GET", "/api/jobs")
                case "agenda":
                    self.ask("agenda", "GET", "/api/agenda")
                case "open":
                    self.ask("open", "GET", f"/api/jobs/{self.dice.choice(jobs)}")
                case "plan":
                    self._thicker(job)
                    self.ask("plan", "POST", "/api/plan", {"job": job, "held": mine["key"]})
                case "edit":
                    self._thicker(job)
                    asked = {"parent": mine["revision"], "job": job, "what": "Thickness", "held": mine["key"]}
                    told = self.ask("edit", "PUT", f"/api/jobs/{mine['id']}", asked, wanted=True)
                    mine = {**mine, **told} if isinstance(told, dict) else mine
                case "note":
                    note = {"id": str(uuid4()), "kind": "note", "text": "View", "job_id": mine["id"]}
                    self.ask("note", "POST", "/api/observations", note)
                case "stock":
                    self.ask("stock", "GET", "/api/stock")

    def _thicker(self, job: dict[str, object]) -> None:
        pieces = job["pieces"]
        assert isinstance(pieces, list)
        pieces[0]["thickness"] = {"mm": self.dice.randint(400, 600) / 10}


def main() -> int:
    """Prints how long each deed took, and what went wrong."""
    told = [float(one) for one in sys.argv[1:]]
    seconds, clients, workers, pause = (*told, *(60.0, 32.0, 2.0, 2.0)[len(told) :])
    failed = 0
    for each in dict.fromkeys((0.0, pause)):
        with fresh_demo("crowd") as url, served("crowd", url, workers=int(workers), sign_in=True) as port:
            crowd = _crowd(port, seconds, people(url, [MAKER] * int(clients)), each)
        began = time.process_time()
        sum(number * number % 7 for number in range(1_000_000))
        asked = sum(name in DEEDS for one in crowd for name, _ in one.took)
        loop_ms = (time.process_time() - began) * 1000
        print(f"pause {each:g} s; {asked / seconds:.0f} requests a second; calibration loop {loop_ms:.0f} ms")
        failed += _told(crowd)
    return 1 if failed else 0


def _told(crowd: list[Client]) -> int:
    wrong = sum((one.wrong for one in crowd), Counter[str]())
    for deed in ("all", *DEEDS, "begin"):
        counted = DEEDS if deed == "all" else (deed,)
        took = sorted(took for one in crowd for name, took in one.took if name in counted)
        if took:
            at = [took[min(len(took) - 1, int(len(took) * share))] * 1000 for share in (0.5, 0.95)]
            worst = took[-1] * 1000
            print(f"{deed:7} {len(took):6} asked  median {at[0]:6.0f}  p95 {at[1]:6.0f}  worst {worst:6.0f} ms")
    print(f"errors: {dict(wrong) or 0}")
    return sum(wrong.values())


def _crowd(port: int, seconds: float, shown: list[dict[str, str]], pause_s: float) -> list[Client]:
    cards = Client(port, 0, shown[0]).ask("floor", "GET", "/api/jobs", wanted=True)
    assert isinstance(cards, list)
    jobs = [card["id"] for card in cards]
    time.sleep(5)  # what the start left to be worked out
    crowd = [Client(port, number, one, pause_s) for number, one in enumerate(shown, 1)]
    until = time.monotonic() + seconds
    threads = [threading.Thread(target=one.work, args=(jobs, until)) for one in crowd]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return crowd


if __name__ == "__main__":
    sys.exit(main())

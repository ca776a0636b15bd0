"""The fullest run sheet: a pour with as many entries as it may have, and what one more tap costs then.

``python -m bench.full_run``. They are notes, temperatures and tests that said “not yet”, since those are written
into the records as well. Prints what sending them all takes, the last tap, reading the sheet, and how large that is.
"""

import statistics
import sys
import time
from datetime import UTC, datetime, timedelta
from http import HTTPStatus
from typing import Any
from uuid import uuid4

from bench.kills import ask
from bench.served import served
from tests.jobs import top_document
from ulbrek.store.noted import MOST_ENTRIES

A_TIME = 200
TAPS = 20


def entry(number: int, piece: str, begun: datetime) -> dict[str, Any]:
    """One of those that cost most."""
    at = (begun + timedelta(seconds=number)).isoformat()
    told = {"id": str(uuid4()), "at": at}
    match number % 3:
        case 0:
            return told | {"kind": "note", "text": f"Seen {number}"}
        case 1:
            return told | {"kind": "temperature", "celsius": 15 + number % 10, "step": "batch/1/mixed"}
        case _:
            return told | {"kind": "answer", "step": f"float/{piece}", "answer": "not yet"}


def main() -> int:
    """Fills a sheet, and prints what it cost."""
    with served("full-run") as port:
        job = top_document()
        piece = job["pieces"][0]["id"]
        view = ask(port, "POST", "/api/jobs", {"job": job})[1]
        pour = str(uuid4())
        fills = [{"piece": piece, "count": job["pieces"][0].get("count", 1)}]
        begun = datetime.now(UTC) - timedelta(hours=2)
        body = {"id": pour, "at": begun.isoformat(), "job_id": view["id"], "fills": fills}
        ask(port, "POST", "/api/pours", body)
        path = f"/api/pours/{pour}/run"
        water = {"id": str(uuid4()), "at": begun.isoformat(), "kind": "did", "step": "batch/1/water"}
        ahead = [water, *(entry(number, piece, begun) for number in range(1, MOST_ENTRIES - TAPS))]
        began = time.perf_counter()
        for start in range(0, len(ahead), A_TIME):
            status, said = ask(port, "POST", path, {"entries": ahead[start : start + A_TIME]})
            if status != HTTPStatus.CREATED:
                print(said)
                return 1
        print(f"{len(ahead)} entries, {A_TIME} at a time: {time.perf_counter() - began:.1f} s")
        taps = []
        for number in range(TAPS):
            began = time.perf_counter()
            more = entry(MOST_ENTRIES + number, piece, begun)
            status, said = ask(port, "POST", path, {"entries": [more]})
            taps.append(time.perf_counter() - began)
        print(f"one more tap: median {statistics.median(taps):.2f} s, worst {max(taps):.2f} s")
        began = time.perf_counter()
        status, said = ask(port, "GET", path)
        print(f"reading it: {time.perf_counter() - began:.2f} s, {len(said['entries'])} entries")
        status, said = ask(port, "POST", path, {"entries": [entry(1, piece, begun)]})
        print(f"one too many: {status}")
    return 0


if __name__ == "__main__":
    sys.exit(main())

"""Kills the application and PostgreSQL at random while people write, and counts what was lost.

``python -m bench.kills [how many]``. Nothing that was acknowledged may be lost, and no pour may be half written.
"""

import http.client
import json
import os
import random
import subprocess
import sys
import threading
import time
from contextlib import suppress
from dataclasses import dataclass, field
from datetime import UTC, datetime
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit
from uuid import uuid4

from sqlalchemy import text
from sqlalchemy.exc import OperationalError

from ops.postgres import ROOT, Cluster, free_port
from ulbrek.store.database import Database

WRITERS = 3
JOB = json.loads(next(iter(sorted((ROOT / "demo").glob("3-*.ulbrek.json")))).read_bytes())["job"]
# By table, the key of an entry that was acknowledged.
KEPT_IN = {"pour": "id", "batch": "id", "act_done": "id", "observation": "id", "stock_move": "entry_id"}
HALF_WRITTEN = {
    "a pour without castings": "SELECT count(*) FROM pour WHERE id NOT IN (SELECT pour_id FROM casting)",
    "a casting without a state": "SELECT count(*) FROM casting WHERE id NOT IN (SELECT casting_id FROM casting_state)",
    "water in and a casting still planned": (
        "SELECT count(*) FROM casting c JOIN pour p ON p.id = c.pour_id "
        "WHERE p.poured_at IS NOT NULL AND c.state = 'planned'"
    ),
    "stripped, and a casting not": (
        "SELECT count(*) FROM casting c JOIN act_done a ON a.pour_id = c.pour_id "
        "WHERE a.act = 'strip' AND c.state <> 'stripped'"
    ),
    "a batch without shares": "SELECT count(*) FROM batch WHERE id NOT IN (SELECT batch_id FROM batch_share)",
    "reserved and never settled": (
        "SELECT count(*) FROM pour p WHERE p.poured_at IS NOT NULL AND "
        "(SELECT coalesce(sum(reserved_change), 0) FROM stock_move WHERE pour_id = p.id) <> 0"
    ),
}


@dataclass
class Told:
    """What came of it."""

    kills: int = 0
    acknowledged: int = 0
    lost: list[str] = field(default_factory=list)
    half_written: list[str] = field(default_factory=list)


class Served:
    """The application in a process of its own."""

    def __init__(self, url: str, port: int) -> None:
        """Starts it and waits until it answers."""
        self.port = port
        arguments = ["ulbrek.api.app:create_app_from_environment", "--factory", "--log-level=critical"]
        self.process = subprocess.Popen(
            [sys.executable, "-m", "uvicorn", *arguments, f"--port={port}"],
            cwd=ROOT, env={**os.environ, "DATABASE_URL": url}, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
        )  # fmt: skip
        self.wait()

    def wait(self) -> None:
        """Until it answers, its database with it."""
        patience = time.monotonic() + 180
        while time.monotonic() < patience:
            with suppress(OSError, http.client.HTTPException):
                if ask(self.port, "GET", "/healthz")[0] == http.HTTPStatus.OK:
                    return
            time.sleep(0.05)
        raise AssertionError("the server did not answer")


def ask(port: int, method: str, path: str, body: Any = None) -> tuple[int, Any]:  # noqa: ANN401 - any JSON
    """Status and answer of one request."""
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=20)
    try:
        connection.request(method, path, json.dumps(body), {"content-type": "application/json"})
        answer = connection.getresponse()
        return answer.status, json.loads(answer.read())
    finally:
        connection.close()


class Writer(threading.Thread):
    """Somebody who edits a job and writes down pours, one entry after another, and notes what was acknowledged."""

    def __init__(self, port: int, lot: str) -> None:
        """Begins a job."""
        super().__init__(daemon=True)
        self.port, self.lot = port, lot
        self.acknowledged: list[tuple[str, str]] = []
        self.revision = 1
        self.stopping = threading.Event()
        self.unexpected: list[str] = []
        _, view = ask(port, "POST", "/api/jobs", {"job": JOB})
        self.job_id, self.job = view["id"], view["job"]

    def run(self) -> None:
        """Writes until it is told to stop; what is not answered is sent no more."""
        while not self.stopping.is_set():
            with suppress(OSError, http.client.HTTPException, ValueError, _NotAnsweredError):
                self._edit()
                self._pour()
                continue
            time.sleep(0.05)

    def _edit(self) -> None:
        _, view = ask(self.port, "GET", f"/api/jobs/{self.job_id}")
        parent = view.get("revision")
        if parent is None:
            raise _NotAnsweredError
        self.job["pieces"][0]["thickness"] = f"{90 + parent % 40} mm"
        body = {"parent": parent, "job": self.job, "what": f"change {parent}"}
        status, view = ask(self.port, "PUT", f"/api/jobs/{self.job_id}", body)
        if status != http.HTTPStatus.OK:
            raise _NotAnsweredError
        self.revision = view["revision"]

    def _pour(self) -> None:
        pour = self._send("pour", "/api/pours", {
            "job_id": self.job_id, "fills": [{"piece": JOB["pieces"][0]["id"], "count": 2}],
            "takes": [{"lot_id": self.lot, "quantity": 1}],
        })  # fmt: skip
        self._send("batch", f"/api/pours/{pour}/batches", {"bags": 1, "water_l": 2.4})
        self._send("act_done", f"/api/pours/{pour}/acts", {"act": "strip"})
        self._send("observation", "/api/observations", {"kind": "note", "text": "View", "pour_id": pour})
        self._send("stock_move", f"/api/lots/{self.lot}/moves", {"kind": "used", "quantity": 1})

    def _send(self, table: str, path: str, body: dict[str, Any]) -> str:
        key = str(uuid4())
        status, answer = ask(self.port, "POST", path, {"id": key, "at": datetime.now(UTC).isoformat(), **body})
        if status == http.HTTPStatus.CREATED:
            self.acknowledged.append((table, key))
            return key
        if status < http.HTTPStatus.INTERNAL_SERVER_ERROR:
            self.unexpected.append(f"{path} answered {status}: {answer}")
        raise _NotAnsweredError


class _NotAnsweredError(Exception):
    pass


def kill(cluster: Cluster, kills: int, seed: int = 5) -> Told:
    """Kills so often, application and database in turn at random, and says what came of it.

    Args:
        cluster: a PostgreSQL of its own, since it is stopped at once again and again
        kills: how often
        seed: of the dice
    """
    dice = random.Random(seed)
    name = f"killed_{os.getpid()}"
    cluster.ensure_database(name)
    url = cluster.url(name)
    database_port = urlsplit(url).port or 0
    database = Database(url)
    database.prepare()
    served = Served(url, free_port())
    writers = [Writer(served.port, lot) for lot in _lots(served.port)]
    for writer in writers:
        writer.start()
    told = Told()
    try:
        for _ in range(kills):
            time.sleep(dice.uniform(0.2, 0.9))
            if dice.random() < 0.5:
                served.process.kill()
                served.process.wait()
                served = Served(url, served.port)
            else:
                cluster.stop(at_once=True)
                cluster.start(database_port)
                served.wait()
            told.kills += 1
        time.sleep(0.5)
        for writer in writers:
            writer.stopping.set()
        for writer in writers:
            writer.join()
        _look(database, writers, told)
    finally:
        for writer in writers:
            writer.stopping.set()
        served.process.kill()
        served.process.wait()
        database.engine.dispose()
        cluster.drop_database(name)
    return told


def _lots(port: int) -> list[str]:
    lots = []
    for number in range(WRITERS):
        item = {"kind": "supply", "material": f"mix {number}", "name": f"Mix {number}", "unit": "bags"}
        items = ask(port, "POST", "/api/stock", item)[1]
        here = next(one["id"] for one in items if one["name"] == item["name"])
        items = ask(port, "POST", f"/api/stock/{here}/lots", {"quantity": 100_000})[1]
        lots.append(next(one for one in items if one["id"] == here)["lots"][0]["id"])
    return lots


def _look(database: Database, writers: list[Writer], told: Told) -> None:
    """What was acknowledged and is not there, and what is there by half."""
    database.engine.dispose()
    for _ in range(2):  # a connection of before the last stop may still be handed out once
        with suppress(OperationalError):
            database.is_ready()
    with database.work() as records:
        for table, column in KEPT_IN.items():
            there = {str(one) for one in records.session.scalars(text(f"SELECT {column} FROM {table}"))}
            mine = [key for writer in writers for kept, key in writer.acknowledged if kept == table]
            told.acknowledged += len(mine)
            told.lost += [f"{table} {key}" for key in mine if key not in there]
        for what, count in HALF_WRITTEN.items():
            if records.session.scalar(text(count)):
                told.half_written.append(what)
        for writer in writers:
            told.acknowledged += writer.revision - 1
            newest = "SELECT max(number) FROM job_revision WHERE job_id = :job"
            if records.session.execute(text(newest), {"job": writer.job_id}).scalar_one() < writer.revision:
                told.lost.append(f"revision {writer.revision}")
            told.lost += writer.unexpected


def main() -> int:
    """Kills and prints; the exit status says whether anything was lost."""
    kills = int(sys.argv[1]) if len(sys.argv) > 1 else 200
    cluster = Cluster(Path(ROOT / ".data" / "kills"))
    cluster.start()
    began = time.monotonic()
    try:
        told = kill(cluster, kills)
    finally:
        cluster.stop()
    print(
        f"{told.kills} kills in {time.monotonic() - began:.0f} s, {told.acknowledged} acknowledged writes, "
        f"{len(told.lost)} lost, {len(told.half_written)} kinds of half-written records"
    )
    for line in (*told.lost[:20], *told.half_written):
        print(f"  {line}")
    return 1 if told.lost or told.half_written else 0


if __name__ == "__main__":
    sys.exit(main())

"""Killing the server in the middle of edits loses no change that it had acknowledged."""

import http.client
import json
import os
import random
import subprocess
import sys
import threading
import time
from contextlib import suppress
from typing import Any

from ops.postgres import ROOT, Cluster, free_port
from tests.jobs import top_document
from ulbrek.store.database import Database

KILLS = 4


class Served:
    """The application in a process of its own."""

    def __init__(self, url: str) -> None:
        self.port = free_port()
        arguments = ["ulbrek.api.app:create_app_from_environment", "--factory", "--log-level=error"]
        self.process = subprocess.Popen(
            [sys.executable, "-m", "uvicorn", *arguments, f"--port={self.port}"],
            cwd=ROOT, env={**os.environ, "DATABASE_URL": url}, stdout=subprocess.DEVNULL,
        )  # fmt: skip
        patience = time.monotonic() + 30
        while time.monotonic() < patience:
            with suppress(OSError, http.client.HTTPException):
                if self.ask("GET", "/healthz")[0] == 200:
                    return
            time.sleep(0.05)
        raise AssertionError("the server did not start")

    def ask(self, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=10)
        try:
            connection.request(method, path, json.dumps(body), {"content-type": "application/json"})
            answer = connection.getresponse()
            return answer.status, json.loads(answer.read())
        finally:
            connection.close()


def test_no_acknowledged_change_is_lost(cluster: Cluster) -> None:
    name = f"killed_{os.getpid()}"
    cluster.ensure_database(name)
    url = cluster.url(name)
    database = Database(url)
    database.prepare()
    database.engine.dispose()
    dice = random.Random(5)  # noqa: S311 - when to kill, not a secret
    served = Served(url)
    try:
        _, view = served.ask("POST", "/api/jobs", {"job": top_document()})
        path, job, acknowledged = f"/api/jobs/{view['id']}", view["job"], 1
        for _ in range(KILLS):
            killer = threading.Timer(dice.uniform(0.2, 0.6), served.process.kill)
            killer.start()
            with suppress(OSError, http.client.HTTPException):
                while True:
                    job["pieces"][0]["thickness"] = f"{40 + acknowledged % 50} mm"
                    edit = {"parent": acknowledged, "job": job, "what": f"change {acknowledged}"}
                    status, view = served.ask("PUT", path, edit)
                    assert status == 200, view
                    acknowledged = view["revision"]
            killer.join()
            served.process.wait()
            served = Served(url)
            _, view = served.ask("GET", path)
            # what was under way may have been kept too, but nothing that was said to be kept is gone
            assert acknowledged <= view["revision"] <= acknowledged + 1
            numbers = [one["number"] for one in served.ask("GET", f"{path}/revisions")[1]]
            assert numbers == list(range(view["revision"], 0, -1))
            acknowledged = view["revision"]
        assert acknowledged > KILLS
    finally:
        served.process.kill()
        served.process.wait()
        cluster.drop_database(name)

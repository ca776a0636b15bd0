"""The application in processes of its own, for a bench to ask."""

import gzip
import http.client
import os
import sys
import time
from collections.abc import Iterator, Sequence
from contextlib import contextmanager, nullcontext
from subprocess import Popen

from ops.demo import fresh_demo
from ops.postgres import ROOT, free_port
from ulbrek.store.accounts import Role
from ulbrek.store.database import Database
from ulbrek.store.members import Told

PATIENCE_S = 60


@contextmanager
def served(name: str, url: str | None = None, workers: int = 1, sign_in: bool = False) -> Iterator[int]:
    """The port at which it answers, as soon as it does.

    Args:
        name: of its log, in ``.data``
        url: of its database; None: a fresh copy of the demo's
        workers: how many processes answer
        sign_in: whether people sign in
    """
    port = free_port()
    arguments = ["ulbrek.api.app:create_app_from_environment", "--factory", f"--port={port}", "--no-access-log"]
    with nullcontext(url) if url else fresh_demo(name) as address, (ROOT / ".data" / f"{name}.log").open("w") as log:
        server = Popen(
            [sys.executable, "-m", "uvicorn", *arguments, f"--workers={workers}"], cwd=ROOT, stdout=log, stderr=log,
            env={**os.environ, "DATABASE_URL": address, "ULBREK_LOG_FORMAT": "json",
                 "ULBREK_SIGN_IN": str(sign_in).lower()},
        )  # fmt: skip
        try:
            _wait(port)
            yield port
        finally:
            server.terminate()
            server.wait()


def people(url: str, roles: Sequence[Role]) -> list[dict[str, str]]:
    """What browsers show on which somebody of each role is signed in: headers of their requests."""
    database = Database(url)
    shown = []
    with database.work() as records:
        shop = records.shop().id
        for number, role in enumerate(roles):
            member = records.members(shop).add(Told(f"{role} {number}", "mm")).id
            accounts = records.accounts(shop)
            _, token = accounts.sign_in(accounts.let_in(member, role).id, "Bench", "code", "127.0.0.1")
            shown.append({"Cookie": f"ulbrek={token}", "X-Ulbrek": "1"})
    database.engine.dispose()
    return shown


def _wait(port: int) -> None:
    until = time.monotonic() + PATIENCE_S
    while True:
        try:
            Caller(port).ask("GET", "/healthz")
            return
        except (OSError, AssertionError):
            assert time.monotonic() < until, "the server did not start"
            time.sleep(0.05)


class Caller:
    """Asks the application on one connection that is kept open, as a browser does."""

    def __init__(self, port: int, shown: dict[str, str] | None = None) -> None:
        """Connects at the first request; ``shown`` goes with each."""
        self.shown = shown or {}
        self.connection = http.client.HTTPConnection("127.0.0.1", port, timeout=PATIENCE_S)
        self.sent_bytes = 0  # of the last answer, as it travelled

    def ask(self, method: str, path: str, body: bytes | None = None) -> bytes:
        """The body of an answer that must be a good one."""
        headers = {"content-type": "application/json", "accept-encoding": "gzip", **self.shown}
        self.connection.request(method, path, body, headers)
        answer = self.connection.getresponse()
        text = answer.read()
        self.sent_bytes = len(text)
        if answer.headers["content-encoding"] == "gzip":
            text = gzip.decompress(text)
        assert answer.status < 300, text
        return text

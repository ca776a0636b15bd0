"""The application with its demo data, in processes of its own, for a bench to ask."""

import os
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager

from ops.demo import fresh_demo
from ops.postgres import ROOT, free_port

LOG = ROOT / ".data"


@contextmanager
def served(name: str, workers: int) -> Iterator[int]:
    """The port at which it answers while it is held, and perhaps a moment later; its log stands in ``.data``.

    Args:
        name: of its database and its log
        workers: how many processes answer
    """
    with fresh_demo(name) as url, (LOG / f"{name}.log").open("w") as log:
        port = free_port()
        arguments = ["ulbrek.api.app:create_app_from_environment", "--factory", f"--port={port}", "--no-access-log"]
        server = subprocess.Popen(
            [sys.executable, "-m", "uvicorn", *arguments, f"--workers={workers}"],
            env={**os.environ, "DATABASE_URL": url, "ULBREK_LOG_FORMAT": "json"}, stdout=log, stderr=log,
        )  # fmt: skip
        try:
            yield port
        finally:
            server.terminate()
            server.wait()

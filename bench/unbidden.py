"""Requests of every kind that the API's own description allows or forbids, for as long as it is told to.

    python -m bench.unbidden [seconds] [seed]

Each of nobody, a helper, a maker and an owner asks for so long.

No answer may be a fault of the server or one that the description does not know, and the shop answers afterwards. That
somebody is told to come again (503) is an answer.
"""

import json
import subprocess
import sys
import time
from pathlib import Path
from tempfile import TemporaryDirectory

from bench.served import PATIENCE_S, Caller, people, served
from ops.demo import fresh_demo

CHECKS = (
    "not_a_server_error", "status_code_conformance", "content_type_conformance", "response_headers_conformance",
    "response_schema_conformance",
)  # fmt: skip
_COME_AGAIN = '[checks.not_a_server_error]\nexpected-statuses = ["2xx", "3xx", "4xx", "503"]\n'


def main() -> int:
    """Asks, prints what was found, and fails where anything was or where the shop answers no more."""
    seconds, seed = (*sys.argv[1:], *("300", "1")[len(sys.argv) - 1 :])
    with (
        fresh_demo("unbidden") as url,
        served("unbidden", url, workers=2, sign_in=True) as port,
        TemporaryDirectory() as folder,
    ):
        settings = Path(folder) / "settings.toml"
        settings.write_text(_COME_AGAIN, "utf-8")
        rest = people(url, ("helper", "maker", "owner"))
        found = 0
        for shown in ({}, *rest):
            found |= subprocess.run(
                [
                    sys.executable, "-m", "schemathesis.cli", f"--config-file={settings}", "run",
                    f"http://127.0.0.1:{port}/api/openapi.json", f"--checks={','.join(CHECKS)}",
                    f"--max-time={seconds}", f"--seed={seed}", "--workers=2", "--continue-on-failure",
                    "--generation-database=none", "--no-color", f"--request-timeout={PATIENCE_S}", "--warnings=off",
                    "--suppress-health-check=all", "--exclude-path-regex=sign-out",
                    *(f"--header={name}: {value}" for name, value in shown.items()),
                ], check=False, cwd=folder,
            ).returncode  # fmt: skip
        [owner] = people(url, ("owner",))  # after them: an owner who asks for anything may sign the others out
        for path in ("/livez", "/healthz", "/api/jobs", "/api/agenda", "/api/stock", "/api/shop"):
            began = time.perf_counter()
            told = Caller(port, owner).ask("GET", path)
            many = len(json.loads(told)) if told.startswith(b"[") else 1
            print(f"{path:12} {many:5} in {(time.perf_counter() - began) * 1000:.0f} ms")
    return found


if __name__ == "__main__":
    sys.exit(main())

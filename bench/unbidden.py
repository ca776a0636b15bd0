"""Requests of every kind that the API's own description allows or forbids, for as long as it is told to.

    python -m bench.unbidden [seconds] [seed]

No answer may be a fault of the server or one that the description does not know, and the shop answers afterwards. That
somebody is told to come again (503) is an answer.
"""

import http.client
import json
import subprocess
import sys
import time
from contextlib import suppress
from pathlib import Path
from tempfile import TemporaryDirectory

from bench.served import served

CHECKS = (
    "not_a_server_error", "status_code_conformance", "content_type_conformance", "response_headers_conformance",
    "response_schema_conformance",
)  # fmt: skip
_COME_AGAIN = '[checks.not_a_server_error]\nexpected-statuses = ["2xx", "3xx", "4xx", "503"]\n'
_PATIENCE_S = 60


def _get(port: int, path: str) -> tuple[int, bytes]:
    line = http.client.HTTPConnection("127.0.0.1", port, timeout=_PATIENCE_S)
    try:
        line.request("GET", path)
        answer = line.getresponse()
        return answer.status, answer.read()
    finally:
        line.close()


def _until_it_answers(port: int) -> None:
    patience = time.monotonic() + _PATIENCE_S
    while time.monotonic() < patience:
        with suppress(OSError):
            if _get(port, "/healthz")[0] == http.HTTPStatus.OK:
                return
        time.sleep(0.2)
    raise AssertionError("the server did not start")


def main() -> int:
    """Asks, prints what was found, and fails where anything was or where the shop does not answer any more."""
    seconds, seed = (*sys.argv[1:], *("300", "1")[len(sys.argv) - 1 :])
    with served("unbidden", 2) as port, TemporaryDirectory() as folder:
        _until_it_answers(port)
        settings = Path(folder) / "settings.toml"
        settings.write_text(_COME_AGAIN, "utf-8")
        found = subprocess.run(
            [
                sys.executable, "-m", "schemathesis.cli", f"--config-file={settings}", "run",
                f"http://127.0.0.1:{port}/api/openapi.json", f"--checks={','.join(CHECKS)}", f"--max-time={seconds}",
                f"--seed={seed}", "--workers=2", "--continue-on-failure", "--generation-database=none", "--no-color",
                f"--request-timeout={_PATIENCE_S}", "--warnings=off", "--suppress-health-check=all",
            ], check=False, cwd=folder,
        ).returncode  # fmt: skip
        for path in ("/livez", "/healthz", "/api/jobs", "/api/agenda", "/api/stock", "/api/shop"):
            began = time.perf_counter()
            status, told = _get(port, path)
            many = len(json.loads(told)) if told.startswith(b"[") else 1
            print(f"{path:12} {status}  {many:5} in {(time.perf_counter() - began) * 1000:.0f} ms")
            found |= status != http.HTTPStatus.OK
    return int(bool(found))


if __name__ == "__main__":
    sys.exit(main())

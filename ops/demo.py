"""Runs Ulbrek here: database, tables, demo data once or an empty shop, API and front end, until it is stopped."""

import argparse
import json
import os
import signal
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta
from pathlib import Path
from socket import socket
from types import FrameType
from zoneinfo import ZoneInfo

import uvicorn

from ops.demo_records import load_demo_records
from ops.postgres import ROOT, Cluster, PostgresError, free_port
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.files.job_file import read_job_file
from ulbrek.serving.serve import LAN_PORT, CannotServeError, Serving, serve, settle
from ulbrek.store.database import Database

FOLDER = ROOT / ".data"
RUNNING = FOLDER / "demo.json"
DATABASE, OWN_DATABASE = "ulbrek", "ulbrek_own"
PORT = 8340
DEMO_DATA = ROOT / "demo"


def main() -> int:
    """Does what was asked on the command line; the exit status."""
    parser = argparse.ArgumentParser(prog="ops.demo", description=__doc__)
    parser.add_argument("action", choices=("run", "start", "lan", "dev", "stop", "reset"), nargs="?", default="run")
    action = parser.parse_args().action
    # So that being told to stop unwinds like Ctrl-C does, and the database is stopped too.
    for told in (signal.SIGTERM, signal.SIGHUP):  # a terminal that is closed hangs up
        signal.signal(told, _leave)
    try:
        return {"run": run, "start": start, "lan": lan, "dev": develop, "stop": stop, "reset": reset}[action]()
    except KeyboardInterrupt:
        return 0
    except PostgresError as error:
        print(error, file=sys.stderr)
        return 1


def run() -> int:
    """Serves the demo until it is stopped."""
    return _serve(DATABASE)


def start() -> int:
    """Serves a shop of one's own, empty at first, until it is stopped."""
    return _serve(OWN_DATABASE)


def lan() -> int:
    """Serves the demo to the network of this machine, with sign-in and over TLS, until it is stopped."""
    if running := _running():
        print(f"Ulbrek already runs at {running[1]}. Stop it first.", file=sys.stderr)
        return 1
    with _Records(DATABASE) as url:
        asked = Serving(url, FOLDER, port=int(os.environ.get("ULBREK_PORT", LAN_PORT)), lan=True)
        try:
            RUNNING.write_text(json.dumps({"pid": os.getpid(), "address": settle(asked).address + "/"}))
            serve(asked, lambda line: print(line, flush=True))
        except CannotServeError as error:
            print(error, file=sys.stderr)
            return 1
        finally:
            RUNNING.unlink(missing_ok=True)
    return 0


def _serve(name: str) -> int:
    if running := _running():
        print(f"Ulbrek already runs at {running[1]}")
        return 0
    with _Records(name) as url:
        settings = Settings(database_url=url).model_copy(update={"devices": "simulated"})
        port = free_port(int(os.environ.get("ULBREK_PORT", PORT)))
        app = create_app(settings)
        _Server(
            uvicorn.Config(
                app,
                host="127.0.0.1",
                port=port,
                log_level="warning",
                access_log=False,
                timeout_graceful_shutdown=2,
                proxy_headers=False,
            )
        ).run()
    return 0


def develop() -> int:
    """Serves the API with reload, and the front end from its sources."""
    with _Records(DATABASE) as url:
        port = free_port()
        environment = {**os.environ, "DATABASE_URL": url, "ULBREK_API_PORT": str(port), "ULBREK_LOG_FORMAT": "console"}
        arguments = ["ulbrek.api.app:create_app_from_environment", "--factory", "--reload", "--reload-dir=ulbrek"]
        api = subprocess.Popen([sys.executable, "-m", "uvicorn", *arguments, f"--port={port}"], env=environment)
        web = subprocess.Popen(["npm", "run", "dev"], cwd=ROOT / "web", env=environment)
        try:
            return api.wait()
        finally:
            for process in (api, web):
                process.terminate()
            for process in (api, web):
                process.wait()


def stop() -> int:
    """Stops a running demo and its database."""
    running = _running()
    if running:
        _end(running[0])
        if _is_alive(running[0]):
            print(f"Ulbrek (process {running[0]}) does not stop. End it, then try again.", file=sys.stderr)
            return 1
    if (FOLDER / "postgres").exists():
        Cluster(FOLDER).stop()
    print("Stopped.")
    return 0


def reset() -> int:
    """Takes the demo's records back to the demo data at its next start."""
    stop()
    cluster = Cluster(FOLDER)
    cluster.start()
    try:
        cluster.drop_database(DATABASE)
    finally:
        cluster.stop()
    print("The next make demo starts from the demo data.")
    return 0


# When the demo's pours are, so that something lies in forms whenever it is looked at: days from today, and the hour.
# The second job has none: it is short of bags.
POURS = {
    "1": (-1, 9), "3": (-2, 14), "4": (-7, 10), "5": (1, 8), "7": (3, 9), "8": (3, 10),
    "drained-field": (-62, 9), "kiln-pad": (-44, 8), "path-to-the-gate": (-30, 8), "glaze-counter": (-12, 9),
}  # fmt: skip


def load_demo_data(database: Database) -> None:
    """Puts the demo's shop and jobs into a database that holds no shop."""
    with database.work() as records:
        if records.shops.first() is not None:
            return
        shop = Shop.model_validate_json((DEMO_DATA / "shop.json").read_bytes())
        shop_id = records.shops.create(shop)
        jobs = {}
        for file in sorted(DEMO_DATA.glob("*.ulbrek.json"), reverse=True):
            stem = file.name.removesuffix(".ulbrek.json")
            key = stem[0] if stem[0].isdigit() else stem
            job = _poured(read_job_file(file.read_bytes()).job, POURS.get(key), shop.hours.place)
            jobs[key] = records.jobs(shop_id).create(job, "Created")
        load_demo_records(records, jobs, datetime.now(UTC))


def _poured(job: Job, day_and_hour: tuple[int, int] | None, place: ZoneInfo) -> Job:
    """The job with its pour so many days from today, at an hour of the place."""
    if day_and_hour is None:
        return job
    days, hour = day_and_hour
    today = datetime.now(place).replace(hour=hour, minute=0, second=0, microsecond=0)
    cure = job.cure.model_copy(update={"poured_at": (today + timedelta(days=days)).astimezone(UTC)})
    return job.model_copy(update={"cure": cure})


@contextmanager
def fresh_demo(name: str) -> Iterator[str]:
    """The address of a database that holds the demo data, dropped at the end."""
    cluster = Cluster(FOLDER / "tests")
    cluster.start()
    name = f"{name}_{os.getpid()}"
    cluster.ensure_database(name)
    try:
        database = Database(cluster.url(name))
        database.migrate()
        load_demo_data(database)
        database.engine.dispose()
        yield cluster.url(name)
    finally:
        cluster.drop_database(name)
        cluster.stop()


class _Records:
    """The database: the one that DATABASE_URL names, or one of the project's own while it lasts."""

    def __init__(self, name: str) -> None:
        self.name = name
        self.cluster = None if os.environ.get("DATABASE_URL") else Cluster(FOLDER)

    def __enter__(self) -> str:
        url = os.environ.get("DATABASE_URL", "")
        if self.cluster is not None:
            self.cluster.start()
            self.cluster.ensure_database(self.name)
            url = self.cluster.url(self.name)
        database = Database(url)
        if self.name == DATABASE:
            database.migrate()
            load_demo_data(database)
        database.prepare()
        database.engine.dispose()
        return url

    def __exit__(self, *_: object) -> None:
        if self.cluster is not None:
            self.cluster.stop()


class _Server(uvicorn.Server):
    """Says where it is when it is there, and leaves word of it for ``make stop``."""

    async def startup(self, sockets: list[socket] | None = None) -> None:
        await super().startup(sockets)
        if self.started:
            address = f"http://127.0.0.1:{self.config.port}/"
            FOLDER.mkdir(exist_ok=True)
            RUNNING.write_text(json.dumps({"pid": os.getpid(), "address": address}))
            print(f"Ulbrek is at {address}  (Ctrl-C stops it)", flush=True)

    async def shutdown(self, sockets: list[socket] | None = None) -> None:
        await super().shutdown(sockets)
        RUNNING.unlink(missing_ok=True)


def _running() -> tuple[int, str] | None:
    """The process number and the address of a running demo."""
    try:
        running = json.loads(RUNNING.read_text())
    except (FileNotFoundError, ValueError):
        return None
    return (running["pid"], running["address"]) if _is_alive(running["pid"]) else None


def _end(pid: int) -> None:
    """Tells a process to stop, and ends it where it does not listen."""
    for how, seconds in ((signal.SIGTERM, 15), (signal.SIGKILL, 5)):
        try:
            os.kill(pid, how)
        except ProcessLookupError:
            return
        patience = time.monotonic() + seconds
        while _is_alive(pid) and time.monotonic() < patience:
            time.sleep(0.05)
        if not _is_alive(pid):
            return


def _is_alive(pid: int) -> bool:
    """Whether a process of this demo has this number; another program may have got it since."""
    try:
        return "ops.demo" in Path(f"/proc/{pid}/cmdline").read_text()
    except FileNotFoundError:
        return False


def _leave(_signal: int, _frame: FrameType | None) -> None:
    raise KeyboardInterrupt


if __name__ == "__main__":
    sys.exit(main())

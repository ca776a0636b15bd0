"""The demo's own PostgreSQL and its set-up."""

import os
import shutil
import signal
import socket
import stat
import subprocess
import time
from pathlib import Path

import pytest

from ops.demo import load_demo_data
from ops.postgres import ROOT, Cluster, free_port
from tests.jobs import DEMO_FILES
from ulbrek.store.database import Database


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    """A folder that the server's user can reach."""
    for parent in (tmp_path, *tmp_path.parents[:3]):
        if parent.owner() == Path.home().owner() and parent != Path("/tmp"):  # noqa: S108
            parent.chmod(0o755)
    return tmp_path / "data"


def is_alive(pid: int) -> bool:
    try:
        return Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()[0] != "Z"
    except FileNotFoundError:
        return False


def test_after_a_crash_the_next_start_recovers_with_its_records(folder: Path) -> None:
    cluster = Cluster(folder)
    cluster.start()
    try:
        cluster.ensure_database("kept")
        database = Database(cluster.url("kept"))
        database.prepare()
        database.engine.dispose()
        pid = int((cluster.data / "postmaster.pid").read_text().splitlines()[0])
        os.kill(pid, signal.SIGKILL)
        while is_alive(pid):
            time.sleep(0.01)
        again = Cluster(folder)
        again.start()
        database = Database(again.url("kept"))
        with database.work() as records:
            assert records.shop().shop.name == "Shop"
        database.engine.dispose()
    finally:
        cluster.stop()
    assert not cluster.is_running()


def test_its_password_is_for_its_owner_alone_and_pages_have_checksums(cluster: Cluster) -> None:
    password = cluster.folder / "postgres.password"
    assert stat.S_IMODE(password.stat().st_mode) == 0o600
    database = Database(cluster.url("postgres"))
    with database.engine.connect() as connection:
        assert connection.exec_driver_sql("SHOW data_checksums").scalar_one() == "on"
        assert connection.exec_driver_sql("SHOW listen_addresses").scalar_one() == "127.0.0.1"
    database.engine.dispose()


def test_demo_data_is_loaded_once(cluster: Cluster) -> None:
    name = f"demo_{os.getpid()}"
    cluster.ensure_database(name)
    database = Database(cluster.url(name))
    try:
        database.migrate()
        load_demo_data(database)
        load_demo_data(database)
        with database.work() as records:
            kept = records.shop()
            assert kept.shop.name == "Fennel Row Pottery"
            assert len(records.jobs(kept.id).all()) == len(DEMO_FILES)
    finally:
        database.engine.dispose()
        cluster.drop_database(name)


def test_a_port_that_is_taken_is_not_given_again() -> None:
    free = free_port()
    assert free_port(free) == free
    with socket.socket() as holder:
        holder.bind(("127.0.0.1", free))
        holder.listen()
        assert free_port(free) != free


def test_without_root_the_missing_packages_are_named_and_it_exits_3(tmp_path: Path) -> None:
    """In a copy of the project, with a machine pretended that has no PostgreSQL and no rights to install it."""
    shutil.copytree(ROOT / "ops", tmp_path / "ops")
    programs = tmp_path / "bin"
    programs.mkdir()
    (programs / "id").write_text("#!/bin/sh\necho 1000\n")
    (programs / "sudo").write_text("#!/bin/sh\nexit 1\n")
    (programs / "python3").write_text("#!/bin/sh\nexit 1\n")
    for program in programs.iterdir():
        program.chmod(0o755)
    environment = {**os.environ, "PATH": f"{programs}:/usr/bin:/bin"}
    result = subprocess.run(
        [tmp_path / "ops" / "setup.sh", "demo"], env=environment, capture_output=True, text=True, check=False
    )
    assert result.returncode == 3
    assert "apt-get install -y --no-install-recommends" in result.stderr
    assert "python3-venv" in result.stderr

"""The command line: the core without a server."""

import json
import os
import subprocess
import sys
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path

import pytest
from click.testing import CliRunner, Result
from sqlalchemy import text

from ops.postgres import Cluster
from tests.jobs import DEMO_FILES, demo_job
from ulbrek.cli import main
from ulbrek.files.problems import InvalidDocumentError
from ulbrek.store.backup_folder import backup_into, check_backup
from ulbrek.store.database import Database

RINSE_SINK_TOP = str(DEMO_FILES[0])


def run(*arguments: str) -> Result:
    return CliRunner().invoke(main, arguments)


def test_a_plan_with_findings_exits_0_and_says_them_in_the_readers_units() -> None:
    result = run("plan", RINSE_SINK_TOP, "--units", "in")
    assert result.exit_code == 0
    assert "caution: The web between Rinse sink and the front edge is only 2 1/8″ wide." in result.stdout
    assert "3 bags of 60 lb, 2 batches in the 5 gal bucket" in result.stdout


def test_the_whole_plan_as_json() -> None:
    planned = json.loads(run("plan", RINSE_SINK_TOP, "--json").stdout)
    assert planned["mix"]["bags"]["value"] == 3


def test_a_plan_in_another_shop(tmp_path: Path) -> None:
    shop = tmp_path / "shop.json"
    shop.write_text('{"name": "Strong", "one_person_lifts_kg": 15}')
    assert "to carry    4 people" in run("plan", RINSE_SINK_TOP, "--shop", str(shop)).stdout
    assert "to carry    2 people" in run("plan", RINSE_SINK_TOP).stdout


def test_an_invalid_file_exits_2_with_field_problem_and_remedy_on_standard_error(tmp_path: Path) -> None:
    bad = tmp_path / "bad.ulbrek.json"
    bad.write_text(Path(RINSE_SINK_TOP).read_text().replace('"count": 1', '"count": 0'))
    result = run("plan", str(bad))
    assert (result.exit_code, result.stdout) == (2, "")
    assert "/job/pieces/0/count: It must be at least 1. Change the number." in result.stderr


def test_export_is_what_was_read_and_schema_describes_it() -> None:
    assert run("export", RINSE_SINK_TOP).stdout == Path(RINSE_SINK_TOP).read_text()
    schema = json.loads(run("schema").stdout)
    assert {"schema_version", "job", "shop_snapshot"} == set(schema["properties"])


def test_export_as_a_pack_and_as_a_calendar(tmp_path: Path) -> None:
    pack, calendar = tmp_path / "pack.pdf", tmp_path / "acts.ics"
    assert run("export", RINSE_SINK_TOP, "--as", "pdf", "--paper", "letter", "--output", str(pack)).exit_code == 0
    assert pack.read_bytes().startswith(b"%PDF-")
    assert run("export", RINSE_SINK_TOP, "--as", "ics", "--output", str(calendar)).exit_code == 0
    assert calendar.read_text().startswith("BEGIN:VCALENDAR")
    refused = run("export", RINSE_SINK_TOP, "--as", "pdf", "--paper", "foolscap")
    assert (refused.exit_code, "'foolscap' is not one of 'a4', 'letter'" in refused.stderr) == (2, True)


@pytest.fixture
def two_databases(cluster: Cluster) -> Iterator[tuple[str, str]]:
    """One with the demo's shop and a job in it, one without tables."""
    names = [f"{name}_{os.getpid()}" for name in ("cli_full", "cli_empty")]
    for name in names:
        cluster.ensure_database(name)
    full = Database(cluster.url(names[0]))
    full.prepare()
    with full.work() as records:
        records.jobs(records.shop().id).create(demo_job(1), "Begun")
    full.engine.dispose()
    yield cluster.url(names[0]), cluster.url(names[1])
    for name in names:
        cluster.drop_database(name)


def test_a_shop_is_backed_up_and_restored(
    two_databases: tuple[str, str], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    file = tmp_path / "shop.zip"
    monkeypatch.setenv("DATABASE_URL", two_databases[0])
    assert "rows of" in run("backup", str(file)).stdout
    first = file.read_bytes()
    refused = run("restore", str(file))
    assert (refused.exit_code, "holds a shop already" in refused.stderr) == (2, True)
    monkeypatch.setenv("DATABASE_URL", two_databases[1])
    assert "restored" in run("restore", str(file)).stdout
    run("backup", str(file))
    assert file.read_bytes() == first
    assert [one.name for one in tmp_path.iterdir()] == ["shop.zip"]
    database = Database(two_databases[1])
    with database.work() as records:
        assert [one.job.name for one in records.jobs(records.shop().id).all()] == ["Rinse-sink top"]
    database.engine.dispose()


def test_backups_in_a_folder_make_room_and_are_believed_when_they_were_restored(
    two_databases: tuple[str, str], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("DATABASE_URL", two_databases[0])
    folder = tmp_path / "backups"
    database = Database(two_databases[0])
    with database.work() as records:
        shop_id = records.shop().id
    for hour in range(3):
        backup_into(database, shop_id, folder, 2, datetime(2026, 11, 29, hour, tzinfo=UTC))
    (folder / "notes.txt").write_text("not a backup")
    told = run("backup", "--into", str(folder), "--keep", "2", "--check")
    assert told.exit_code == 0, told.output
    assert "rows restored and read once" in told.stdout
    kept = sorted(one.name for one in folder.iterdir())
    assert [one[:13] for one in kept] == ["notes.txt", f"shop-{str(shop_id)[:8]}", f"shop-{str(shop_id)[:8]}"]
    assert "T020000Z" in kept[1], "the oldest made room"
    with database.work() as records:
        left = text("SELECT count(*) FROM pg_database WHERE datname LIKE 'ulbrek_check%'")
        assert records.session.execute(left).scalar_one() == 0
    database.engine.dispose()
    newest = folder / kept[2]
    newest.write_bytes(newest.read_bytes()[:-400])
    with pytest.raises(InvalidDocumentError):
        check_backup(database, newest)
    assert "either a FILE or --into" in run("backup").stderr


def test_a_second_shop_is_made_listed_and_backed_up_by_name(
    two_databases: tuple[str, str], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("DATABASE_URL", two_databases[0])
    made = run("shop", "create", "Kiln yard", "--currency", "EUR").stdout.strip()
    assert run("shop", "list").stdout.splitlines()[1] == f"{made}  Kiln yard"
    refused = run("backup", str(tmp_path / "one.zip"))
    assert (refused.exit_code, "There are several shops" in refused.stderr) == (1, True)
    assert run("backup", str(tmp_path / "one.zip"), "--shop", made).exit_code == 0
    unknown = run("backup", str(tmp_path / "two.zip"), "--shop", "00000000-0000-4000-8000-000000000000")
    assert "There is no such shop" in unknown.stderr
    wrong = run("shop", "create", "Kiln yard", "--currency", "money")
    assert (wrong.exit_code, "/currency" in wrong.stderr) == (2, True)


def test_tables_that_a_newer_program_made_are_left_alone(
    two_databases: tuple[str, str], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("DATABASE_URL", two_databases[0])
    database = Database(two_databases[0])
    with database.engine.begin() as connection:
        connection.execute(text("RESET ROLE"))
        connection.execute(text("UPDATE alembic_version SET version_num = '9999'"))
    refused = run("migrate")
    assert refused.exit_code == 1
    assert "The tables are at 9999, which a newer Ulbrek made" in refused.stderr
    database.engine.dispose()


def test_a_file_that_is_no_backup_says_so(
    two_databases: tuple[str, str], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("DATABASE_URL", two_databases[1])
    file = tmp_path / "holiday.zip"
    file.write_text("not a backup")
    refused = run("restore", str(file))
    assert refused.exit_code == 2
    assert "This is not a backup that Ulbrek wrote. Give the file that `ulbrek backup` made." in refused.stderr


def test_it_runs_as_a_module() -> None:
    told = subprocess.run([sys.executable, "-m", "ulbrek.cli", "--help"], capture_output=True, text=True, check=True)
    assert "Usage" in told.stdout

"""The command line: the core without a server."""

import json
from pathlib import Path

from click.testing import CliRunner, Result

from tests.jobs import DEMO_FILES
from ulbrek.cli import main

RINSE_SINK_TOP = str(DEMO_FILES[0])


def run(*arguments: str) -> Result:
    return CliRunner().invoke(main, arguments)


def test_a_plan_with_findings_exits_0_and_says_them_in_the_readers_units() -> None:
    result = run("plan", RINSE_SINK_TOP, "--units", "in")
    assert result.exit_code == 0
    assert "stop: The strip between Rinse sink and the front edge is 2 1/8″." in result.stdout
    assert "3 bags of 60 lb, 3 batches in the 5 gal bucket" in result.stdout


def test_the_whole_plan_as_json() -> None:
    planned = json.loads(run("plan", RINSE_SINK_TOP, "--json").stdout)
    assert planned["mix"]["bags"]["value"] == 3


def test_a_plan_in_another_shop(tmp_path: Path) -> None:
    shop = tmp_path / "shop.json"
    shop.write_text('{"name": "Strong", "one_person_lifts_kg": 25}')
    assert "to lift it  3 people" in run("plan", RINSE_SINK_TOP, "--shop", str(shop)).stdout
    assert "to lift it  4 people" in run("plan", RINSE_SINK_TOP).stdout


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

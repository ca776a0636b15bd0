"""A log as CSV, XLSX and JSON: the same lines, oldest first, in the clock of the place, and no formulas."""

import csv
import io
import json
from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

from openpyxl import load_workbook

from ulbrek.files.log_file import COLUMNS, Kind, write_log
from ulbrek.store.log import LogEntry

WHO = uuid4()
LINES = (
    LogEntry("2", "weighing", datetime(2026, 7, 2, 3, 30, tzinfo=UTC), "", WHO, serial=12, piece="disc", mass_kg=20.25),
    LogEntry("1", "note", datetime(2026, 7, 1, 12, 0, tzinfo=UTC), '=HYPERLINK("http://x","y")', None),
    LogEntry(
        "0", "test", datetime(2026, 7, 1, 11, 0, tzinfo=UTC), "-5 °C\nsaid “no”\x07", None, act="float", ready=False
    ),
)


def rows(kind: Kind) -> list[dict[str, Any]]:
    written = write_log(LINES, {WHO: "Studio lead"}, "America/Toronto", kind)
    if kind == "json":
        told: list[dict[str, Any]] = json.loads(written)
        return told
    if kind == "csv":
        return list(csv.DictReader(io.StringIO(written.decode("utf-8-sig"), newline="")))
    head, *cells = load_workbook(io.BytesIO(written)).active.iter_rows(values_only=True)  # type: ignore[union-attr]
    return [dict(zip(head, row, strict=True)) for row in cells]


def test_the_lines_are_the_same_in_every_kind_of_file() -> None:
    for kind in ("csv", "xlsx", "json"):
        told = rows(kind)
        assert [row["kind"] for row in told] == ["test", "note", "weighing"]
        assert [row["when"] for row in told][::2] == ["2026-07-01T07:00:00-04:00", "2026-07-01T23:30:00-04:00"]
        assert told[2]["who"] == "Studio lead"
        assert float(told[2]["mass_kg"]) == 20.25
        assert str(told[2]["casting"]) == "12"
        assert set(told[0]) >= set(COLUMNS)


def test_text_that_a_spreadsheet_would_take_for_a_formula_stays_text() -> None:
    for kind in ("csv", "xlsx"):
        first, second, _ = rows(kind)
        assert first["text"].startswith("'-5 °C\nsaid “no”")
        assert second["text"].startswith("'=HYPERLINK")
    assert rows("json")[1]["text"].startswith("=HYPERLINK")

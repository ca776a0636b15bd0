"""A log as CSV, XLSX or JSON."""

import csv
import io
import json
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import asdict
from typing import Any, Literal
from uuid import UUID
from zoneinfo import ZoneInfo

COLUMNS = (
    "when", "kind", "text", "who", "casting", "piece", "state", "act", "ready", "mass_kg", "batch", "bags", "water_l",
    "x_mm", "y_mm", "face", "photos", "replaced", "taken_back",
)  # fmt: skip
# A spreadsheet takes text that begins like this for a formula.
_FORMULA = ("=", "+", "-", "@", "\t", "\r")
Kind = Literal["csv", "xlsx", "json"]


def write_log(lines: Sequence[Any], names: Mapping[UUID, str], zone: str, kind: Kind) -> bytes:
    """A log as a file, oldest line first, times in the clock of the place.

    Args:
        lines: the lines, each a ``ulbrek.store.log.LogEntry``, newest first
        names: the people, by id
        zone: time zone of the place
        kind: of file
    """
    rows = [_row(line, names, zone) for line in reversed(lines)]
    if kind == "json":
        return (json.dumps(rows, indent=2, ensure_ascii=False) + "\n").encode()
    cells = [COLUMNS, *([_cell(row[column]) for column in COLUMNS] for row in rows)]
    return _xlsx(cells) if kind == "xlsx" else _csv(cells)


def _row(line: Any, names: Mapping[UUID, str], zone: str) -> dict[str, Any]:  # noqa: ANN401 - any dataclass with these fields
    told = asdict(line)
    return {
        "when": line.at.astimezone(ZoneInfo(zone)).isoformat(timespec="seconds"),
        "who": names.get(line.member_id) if line.member_id else None,
        "casting": told["serial"],
        "batch": told["number"] if told["kind"] == "batch" else None,
        "photos": len(told["photos"]),
        **{name: told[name] for name in COLUMNS if name in told and name != "photos"},
    }


def _cell(value: Any) -> str | float | None:  # noqa: ANN401 - anything JSON holds
    if isinstance(value, str):
        return f"'{value}" if value.startswith(_FORMULA) else value
    return str(value).lower() if isinstance(value, bool) else value


def _csv(rows: Sequence[Sequence[Any]]) -> bytes:
    written = io.StringIO(newline="")
    csv.writer(written).writerows(rows)
    return written.getvalue().encode("utf-8-sig")  # with its mark spreadsheets read it as UTF-8


def _xlsx(rows: Sequence[Sequence[Any]]) -> bytes:
    from openpyxl import Workbook  # noqa: PLC0415 - takes half a second to load
    from openpyxl.cell.cell import ILLEGAL_CHARACTERS_RE  # noqa: PLC0415
    from openpyxl.styles import Font  # noqa: PLC0415

    book = Workbook(write_only=True)
    sheet = book.create_sheet("Log")
    sheet.freeze_panes = "A2"

    def clean(row: Sequence[Any]) -> Iterator[Any]:
        for value in row:
            yield ILLEGAL_CHARACTERS_RE.sub("", value) if isinstance(value, str) else value

    from openpyxl.cell import WriteOnlyCell  # noqa: PLC0415

    heads = [WriteOnlyCell(sheet, value) for value in rows[0]]
    for head in heads:
        head.font = Font(bold=True)
    sheet.append(heads)
    for row in rows[1:]:
        sheet.append(list(clean(row)))
    written = io.BytesIO()
    book.save(written)
    return written.getvalue()

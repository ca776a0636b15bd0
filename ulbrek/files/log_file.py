"""A log as CSV, XLSX or JSON."""

import json
from collections.abc import Mapping, Sequence
from dataclasses import asdict
from typing import Any, Literal
from uuid import UUID
from zoneinfo import ZoneInfo

from ulbrek.files.tables import write_csv, write_xlsx

COLUMNS = (
    "when", "kind", "text", "who", "casting", "piece", "state", "act", "ready", "mass_kg", "method", "strength_mpa",
    "volume_l", "batch", "bags", "water_l", "x_mm", "y_mm", "face", "photos", "replaced", "taken_back",
)  # fmt: skip
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
    cells = [COLUMNS, *([row[column] for column in COLUMNS] for row in rows)]
    return write_xlsx({"Log": cells}) if kind == "xlsx" else write_csv(cells)


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

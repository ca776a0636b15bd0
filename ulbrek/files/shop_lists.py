"""A list of the shop as a table: written in the reader's units, and read back from what other people keep in theirs.

A list inside an entry, such as the bags of a mix, takes further rows whose name is left empty.
"""

import csv
import io
import re
from collections.abc import Iterator, Sequence
from itertools import zip_longest
from typing import Any

from pydantic import JsonValue

from ulbrek.core.base.document import Document
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units.constants import MM_PER_INCH
from ulbrek.core.base.units.entries import ENTRIES
from ulbrek.core.base.units.reading import Units
from ulbrek.core.base.values import value_words
from ulbrek.core.job.shelves import Shelf
from ulbrek.files.entry import Told, read_entry, told_of
from ulbrek.files.problems import InvalidDocumentError, Problem
from ulbrek.files.tables import Cell, write_csv

MOST_BYTES = 1_000_000
MOST_ROWS = 600
_UNIT = re.compile(r"\s*\[(?P<unit>[^\]]*)\]\s*$")


@dataclass(frozen=True, slots=True)
class Column:
    """A column of a table: the field it holds, and the list inside an entry that the field is of."""

    key: str
    told: Told
    inside: str = ""
    heading: str = ""

    @property
    def label(self) -> str:
        """What stands over it, without its unit."""
        return f"{self.heading}: {self.told.label}" if self.inside else self.told.label


@dataclass(frozen=True, slots=True)
class ReadList:
    """A list as it is after a table was read into it: its entries, and the names of those added and changed."""

    entries: tuple[Document, ...]
    added: tuple[str, ...]
    changed: tuple[str, ...]


def columns_of(document: type[Document]) -> list[Column]:
    """The columns of a list: the fields of an entry, then those of each list inside it."""
    own, inside = [], []
    for key, told in told_of(document).items():
        if _is_document(told):
            inside += [Column(part, of, key, told.label) for part, of in told_of(told.kind).items()]
        else:
            own.append(Column(key, told))
    return [*own, *inside]


def _is_document(told: Told) -> bool:
    return told.many and isinstance(told.kind, type) and issubclass(told.kind, Document)


def write_list(shelf: Shelf, entries: Sequence[Document], units: Units) -> bytes:
    """A list of the shop as CSV.

    Args:
        shelf: the list
        entries: what stands on it
        units: the reader's
    """
    columns = columns_of(shelf.of)
    rows: list[Sequence[Cell]] = [[_heading(one, units) for one in columns]]
    for entry in entries:
        rows += _rows(columns, entry, units)
    return write_csv(rows)


def _heading(column: Column, units: Units) -> str:
    name = _unit_name(column.told.unit, units)
    return f"{column.label} [{name}]" if name else column.label


def _unit_name(unit: str, units: Units) -> str:
    if unit in ("mm", "sold"):
        return units
    entry = ENTRIES.get(unit, {}).get(units)
    return entry.name if entry else ""


def _rows(columns: Sequence[Column], entry: Document, units: Units) -> Iterator[list[Cell]]:
    """The rows of one entry: its own fields once, and beside them one item a row of each list inside it."""
    lists = {one.inside: list(getattr(entry, one.inside)) for one in columns if one.inside}
    for number, items in enumerate(zip_longest(*lists.values()) if any(lists.values()) else [()]):
        of = dict(zip(lists, items, strict=False))
        yield [
            (_cell(getattr(item, one.key), one, units) if (item := of.get(one.inside)) is not None else "")
            if one.inside
            else _cell(getattr(entry, one.key), one, units)
            if number == 0
            else ""
            for one in columns
        ]


def _cell(value: Any, column: Column, units: Units) -> Cell:  # noqa: ANN401 - of any field
    told = column.told
    if isinstance(value, tuple):
        return "; ".join(str(_cell(one, column, units)) for one in value)
    if isinstance(value, str) and hasattr(told.kind, "__args__"):
        return value_words(value, column.key)
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, int | float):
        return _shown(float(value), told.unit, units)
    return "" if value is None else value


def _shown(value: float, unit: str, units: Units) -> float:
    if unit in ("mm", "sold"):
        return round(value / MM_PER_INCH, 7) if units == "in" else round(value, 4)
    entry = ENTRIES.get(unit, {}).get(units)
    return round(value * entry.factor + entry.zero, entry.decimals + 2) if entry else round(value, 6)


def read_list(shelf: Shelf, entries: Sequence[Document], data: bytes, units: Units) -> ReadList:
    """A table read into a list: entries of the same name are changed, others are added; nothing is left half done.

    Args:
        shelf: the list
        entries: what stands on it
        data: the table as CSV, its columns headed as in a table that was written here, in any order
        units: whose units a number is in where neither it nor its column says

    Raises:
        InvalidDocumentError: when something cannot be read, every problem with its line and column
    """
    table, problems = _table(data), list[Problem]()
    heads = _heads(shelf, table[0], problems) if table else []
    if not table or (not problems and not any(head for head in heads)):
        problems = [Problem("/line 1", "No columns were found.", "Give a table with a line of headings, “Name” first.")]
    if problems:
        raise InvalidDocumentError(problems)
    known = {_named(one).lower(): one for one in entries}
    found: dict[str, Document] = {}
    for line, told in _entries_of(table[1:], heads):
        name = str(told.get("name", "")).lower()
        before = known.get(name)
        try:
            draft = _merged(before, told, units) if before else told
            found[name] = read_entry(shelf, draft, units, [_id(one) for one in (*entries, *found.values())])
        except InvalidDocumentError as error:
            problems += [Problem(f"/line {line}{one.field}", one.problem, one.remedy) for one in error.problems]
    if problems:
        raise InvalidDocumentError(problems[:50])
    added = [one for name, one in found.items() if name not in known]
    changed = [one for name, one in found.items() if name in known and known[name] != one]
    kept = tuple(found.get(_named(one).lower(), one) for one in entries)
    return ReadList((*kept, *added), tuple(_named(one) for one in added), tuple(_named(one) for one in changed))


def _named(entry: Document) -> str:
    return str(getattr(entry, "name", ""))


def _id(entry: Document) -> str:
    return str(getattr(entry, "id", ""))


def _table(data: bytes) -> list[list[str]]:
    if len(data) > MOST_BYTES:
        raise InvalidDocumentError([Problem("", "The table is over 1 MB.", "Leave out what is not a list.")])
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = data.decode("cp1252", errors="replace")
    first = text.partition("\n")[0]
    sign = max(",;\t", key=first.count)
    rows = [
        row for row in csv.reader(io.StringIO(text, newline=""), delimiter=sign) if any(cell.strip() for cell in row)
    ]
    if len(rows) > MOST_ROWS:
        raise InvalidDocumentError(
            [Problem("", f"The table has {len(rows):,} lines; at most {MOST_ROWS} are read.", "Make it two.")]
        )
    return rows


@dataclass(frozen=True, slots=True)
class _Head:
    column: Column
    unit: str


def _heads(shelf: Shelf, row: Sequence[str], problems: list[Problem]) -> list[_Head | None]:
    columns = columns_of(shelf.of)
    known = {name.lower(): one for one in columns for name in (one.label, one.told.label, one.key)}
    known |= {one.label.lower(): one for one in columns}  # an entry's own field before one of a list inside it
    known |= {one.told.label.lower(): one for one in columns if not one.inside}
    found: list[_Head | None] = []
    for cell in row:
        plain = cell.strip().removeprefix("'")
        match = _UNIT.search(plain)
        name = (plain[: match.start()] if match else plain).lower()
        column = known.get(name)
        if column is None and name:
            problems.append(
                Problem(
                    "/line 1", f"There is no column “{plain[:60]}” here.",
                    f"Name it one of: {', '.join(one.label for one in columns)}; or remove it.",
                )
            )  # fmt: skip
        found.append(_Head(column, match["unit"] if match else "") if column else None)
    return found


def _entries_of(rows: Sequence[Sequence[str]], heads: Sequence[_Head | None]) -> Iterator[tuple[int, dict[str, Any]]]:
    """Each entry as it stands in the table, with the line that it begins on."""
    told: dict[str, Any] | None = None
    begun = 0
    for line, row in enumerate(rows, 2):
        own, inside = dict[str, JsonValue](), dict[str, dict[str, JsonValue]]()
        for cell, head in zip(row, heads, strict=False):
            text = cell.strip().removeprefix("'")
            if head is None:
                continue
            value = _with_unit(text, head)
            if head.column.inside:
                inside.setdefault(head.column.inside, {})[head.column.key] = value
            else:
                own[head.column.key] = value
        if own.get("name") or told is None:
            if told is not None:
                yield begun, told
            told, begun = dict(own), line
        for name, item in inside.items():
            if any(value for value in item.values()):
                told.setdefault(name, []).append(item)
    if told is not None:
        yield begun, told


def _with_unit(text: str, head: _Head) -> str:
    """A number with the unit of its column, where it has none of its own; a label where a value is stored."""
    choices = getattr(head.column.told.kind, "__args__", ())
    for value in choices:
        if text.lower() in (str(value).lower(), value_words(str(value), head.column.key).lower()):
            return str(value)
    if not head.unit or not text or not head.column.told.unit or head.column.told.unit.startswith("price"):
        return text
    parts = text.split(";") if head.column.told.many else [text]
    return "; ".join(
        f"{part.strip()} {head.unit}" if re.fullmatch(r"[-−+\d.,\s/]+", part.strip()) else part.strip()
        for part in parts
    )


def _merged(before: Document, told: dict[str, Any], units: Units) -> dict[str, Any]:
    """What a table says of an entry that is there: what stands in it as it was written is kept as it is stored."""
    draft = before.model_dump()
    fields = told_of(type(before))
    for key, value in told.items():
        if _is_document(fields[key]):
            old = getattr(before, key)
            draft[key] = [
                _merged(old[index], item, units) if index < len(old) else item for index, item in enumerate(value)
            ]
        elif not _says_the_same(getattr(before, key), value, Column(key, fields[key]), units):
            draft[key] = value
    return draft


def _says_the_same(stored: Any, text: str, column: Column, units: Units) -> bool:  # noqa: ANN401
    written, unit, plain = str(_cell(stored, column, units)), column.told.unit, text
    for name in {_unit_name(unit, "mm"), _unit_name(unit, "in")} - {""}:
        plain = plain.replace(f" {name}", "")
    return text == stored or written in (text, plain)

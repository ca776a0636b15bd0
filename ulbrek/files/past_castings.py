"""Old notes of castings in a table: columns are mapped by whoever wrote them, lines read or refused by their number."""

import csv
import re
from calendar import month_name
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from datetime import date
from typing import Annotated, Literal, cast, get_args

from pydantic import Field, ValidationError

from ulbrek.core.base.document import Document
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.constants import KG_PER_POUND, LITRES_PER_CUBIC_FOOT, LITRES_PER_US_QUART
from ulbrek.core.materials.mixes import Mix
from ulbrek.core.records.past import PastCasting, PastField
from ulbrek.files.logger.layout import number_in
from ulbrek.files.problems import problems_in

FIELDS: tuple[PastField, ...] = get_args(PastField)
Order = Literal["year first", "day first", "month first"]
MOST_LINES, MOST_COLUMNS, MOST_CELL = 2_000, 60, 400
SAMPLES = 3
PARTED = (";", "\t", "|", ",")
_YEARS = (1970, 2100)
_TEXTS: frozenset[PastField] = frozenset({"date", "name", "mix", "defect", "note"})
# What a head is likely called, the first that fits.
_HEADS: Mapping[PastField, str] = {
    "date": r"date|day|poured", "mix": r"\bmix\b|bag type|product", "celsius": r"temp|°|degrees",
    "water_l": r"water", "left_over_l": r"left|over", "filled_l": r"volume|filled|litre|liter",
    "bags": r"bags?\b", "set_h": r"\bset\b|float", "dry_kg": r"dry", "stripped_kg": r"mass|weight|strip",
    "defect": r"defect|fault|wrong", "note": r"note|remark|comment", "name": r"name|piece|what|item|casting",
}  # fmt: skip


class PastColumns(Document):
    """Which column holds what, and how it is written.

    Attributes:
        columns: by what is read, the column, counted from 0
        order: of day, month and year in its dates
        units: litres, kilograms and °C, or quarts, cubic feet, pounds and °F
        mix: that is meant where the table does not say
        bag: its size, by its key
    """

    columns: Annotated[Mapping[PastField, Annotated[int, Field(ge=0, lt=MOST_COLUMNS)]], Field(max_length=len(FIELDS))]
    order: Order = "year first"
    units: Units = "mm"
    mix: Annotated[str, Field(max_length=40)]
    bag: Annotated[str, Field(max_length=40)]


@dataclass(frozen=True, slots=True)
class PastColumn:
    """A column of a table: its head and its first cells; what it is likely to hold."""

    head: str
    samples: tuple[str, ...]
    likely: PastField | None


@dataclass(frozen=True, slots=True)
class PastTable:
    """A table as it is found.

    Attributes:
        columns: of it
        lines: how many it has below its heads
        order: of its dates, where they say so
    """

    columns: tuple[PastColumn, ...]
    lines: int
    order: Order | None


@dataclass(frozen=True, slots=True)
class LineProblem:
    """What is wrong in a line, counted as in the file: in which column, and what would do."""

    line: int
    column: str
    problem: str
    remedy: str


@dataclass(frozen=True, slots=True)
class PastLine:
    """A line that was read."""

    line: int
    past: PastCasting


class NoTableError(ValueError):
    """A file that is no table of notes, and why."""


def look_at(text: str) -> PastTable:
    """What columns a table has, and what they are likely to hold.

    Raises:
        NoTableError: when it is none
    """
    heads, rows = _table(text)
    taken: set[PastField] = set()
    columns = []
    for at, head in enumerate(heads):
        cells = [row[at].strip() for _, row in rows if at < len(row) and row[at].strip()]
        likely = next(
            (field for field, said in _HEADS.items() if field not in taken and re.search(said, head.lower())), None
        )
        taken |= {likely} if likely else set()
        columns.append(PastColumn(head, tuple(cells[:SAMPLES]), likely))
    if "date" not in taken:
        columns = _dated(columns)
    dates = next((at for at, one in enumerate(columns) if one.likely == "date"), None)
    order = None if dates is None else _order([row[dates] for _, row in rows if dates < len(row)])
    return PastTable(tuple(columns), len(rows), order)


def _dated(columns: Sequence[PastColumn]) -> list[PastColumn]:
    """Where no head says which column holds dates, the first whose cells are dates likely does."""
    found = next((one for one in columns if one.samples and all(_is_date(cell) for cell in one.samples)), None)
    return [replace(one, likely="date") if one is found else one for one in columns]


def _is_date(cell: str) -> bool:
    return _named(cell) is not None or (_parts(cell) is not None and re.match(r"\d+[./-]\d+[./-]\d", cell) is not None)


def read_past(text: str, asked: PastColumns, mixes: Sequence[Mix]) -> tuple[list[PastLine], list[LineProblem]]:
    """The lines of a table, and what is wrong with those that cannot be read.

    Args:
        text: of the file
        asked: which column holds what
        mixes: of the shop

    Raises:
        NoTableError: when it is no table, or its dates or names are not mapped
    """
    heads, rows = _table(text)
    for needed in ("date", "name"):
        if needed not in asked.columns:
            raise NoTableError(f"No column is chosen for the {needed}. Choose the one that holds it.")
    read: list[PastLine] = []
    wrong: list[LineProblem] = []
    for line, row in rows:
        told = _Line(line, row, heads, asked, mixes)
        found = told.read()
        wrong += told.wrong
        if found is not None:
            read.append(PastLine(line, found))
    return read, wrong


class _Line:
    def __init__(
        self, line: int, row: Sequence[str], heads: Sequence[str], asked: PastColumns, mixes: Sequence[Mix]
    ) -> None:
        self.line, self.row, self.heads, self.asked, self.mixes = line, row, heads, asked, mixes
        self.wrong: list[LineProblem] = []

    def read(self) -> PastCasting | None:
        """It as it is kept; None where something is wrong with it."""
        when = self._date()
        mix, bag = self._mix()
        told: dict[str, object] = {"date": when, "mix": mix, "bag": bag}
        for field in FIELDS:
            if field in ("name", "defect", "note"):
                told[field] = " ".join(self._cell(field).split())
            elif field not in _TEXTS and self._cell(field):
                told[field] = self._number(field)
        if self.wrong:
            return None
        try:
            return PastCasting.model_validate(told)
        except ValidationError as error:
            for one in problems_in(error):
                self._refuse(cast("PastField", one.field.strip("/")), one.problem, one.remedy)
            return None

    def _cell(self, field: PastField) -> str:
        at = self.asked.columns.get(field)
        return self.row[at].strip() if at is not None and at < len(self.row) else ""

    def _refuse(self, field: PastField, problem: str, remedy: str) -> None:
        at = self.asked.columns.get(field)
        head = self.heads[at] if at is not None and at < len(self.heads) else field
        self.wrong.append(LineProblem(self.line, head, problem, remedy))

    def _date(self) -> date | None:
        cell = self._cell("date")
        found = _date_in(cell, self.asked.order)
        if found is None:
            said = f"“{cell}” cannot be read as a date, {self.asked.order}." if cell else "It has no date."
            self._refuse("date", said, "Write it like 2025-05-12, or choose the order of day and month.")
        elif found > date.today():  # noqa: DTZ011 - by the clock of whoever looks at it
            self._refuse("date", f"{found} is still to come.", "Mend the date.")
        return found

    def _mix(self) -> tuple[str, str]:
        cell = self._cell("mix").lower()
        if not cell:
            return self.asked.mix, self.asked.bag
        found = next((one for one in self.mixes if cell in (one.id.lower(), one.name.lower())), None)
        if found is None:
            names = ", ".join(one.name for one in self.mixes[:6])
            self._refuse("mix", f"The shop has no mix “{cell}”.", f"Use one of {names}; or map no column to the mix.")
            return self.asked.mix, self.asked.bag
        fits = found.id == self.asked.mix
        return found.id, self.asked.bag if fits else found.sizes[0].id

    def _number(self, field: PastField) -> float | None:
        cell = self._cell(field)
        found = _fraction(cell) or number_in(cell)
        if found is None:
            self._refuse(field, f"“{cell}” is not a number.", "Write it like 12 or 2.5, or leave it empty.")
            return None
        if self.asked.units == "mm":
            return found
        if field == "celsius":
            return (found - 32) / 1.8
        factor = {"water_l": LITRES_PER_US_QUART, "left_over_l": LITRES_PER_US_QUART, "filled_l": LITRES_PER_CUBIC_FOOT,
                  "stripped_kg": KG_PER_POUND, "dry_kg": KG_PER_POUND}  # fmt: skip
        return found * factor.get(field, 1.0)


def _fraction(cell: str) -> float | None:
    """A number with a fraction, such as 2 1/2."""
    found = re.fullmatch(r"(?:(\d+)\s+)?(\d+)/([1-9]\d*)", cell.strip())
    return None if found is None else int(found[1] or 0) + int(found[2]) / int(found[3])


def _table(text: str) -> tuple[list[str], list[tuple[int, list[str]]]]:
    """The heads of a table, and its lines with their numbers in the file; empty ones left out."""
    plain = text.removeprefix("\ufeff").replace("\x00", "")
    lines = plain.splitlines()
    if not any(line.strip() for line in lines):
        raise NoTableError("The file is empty. Choose the one with the notes.")
    # Heads hold no decimals: what parts them into the most parts the cells.
    first = next(line for line in lines if line.strip())
    parted = max(PARTED, key=lambda one: len(next(csv.reader([first], delimiter=one), [])))
    reader = csv.reader(lines, delimiter=parted)
    try:
        rows = [(reader.line_num, [cell[:MOST_CELL] for cell in row[:MOST_COLUMNS]]) for row in reader]
    except csv.Error as error:
        raise NoTableError(f"Line {reader.line_num} cannot be read: {error}. Save the table as CSV again.") from error
    told = [(line, row) for line, row in rows if any(cell.strip() for cell in row)]
    if len(told) < 2 or len(told[0][1]) < 2:
        raise NoTableError(
            "There is no table in it. Name its columns in the first line, and a casting in each below it."
        )
    if len(told) - 1 > MOST_LINES:
        raise NoTableError(f"It has {len(told) - 1:,} lines; {MOST_LINES:,} are read at once. Divide it.")
    heads = [cell.strip() or f"column {at + 1}" for at, cell in enumerate(told[0][1])]
    return heads, told[1:]


def _parts(cell: str) -> tuple[int, int, int] | None:
    found = re.findall(r"\d+", re.split("[ T]", cell, maxsplit=1)[0])
    if len(found) != len(("year", "month", "day")) or any(len(one) > len("2025") for one in found):
        return None
    first, second, third = (int(one) for one in found)
    return first, second, third


def _order(cells: Sequence[str]) -> Order | None:
    """In which order dates are written, where one of them says so."""
    if cells and all(_named(cell) for cell in cells if cell.strip()):
        return "year first"  # whichever: the months are named
    told = Counter(_orders(cells))
    return next(iter(told)) if len(told) == 1 else None


def _orders(cells: Sequence[str]) -> Iterator[Order]:
    for cell in cells:
        parts = _parts(cell)
        if parts is None:
            continue
        if parts[0] > 31:
            yield "year first"
        elif parts[0] > 12:
            yield "day first"
        elif parts[1] > 12:
            yield "month first"


def _named(cell: str) -> tuple[int, int, int] | None:
    """Year, month and day of a date that has the name of its month, such as 12 May 2023 or May 12, 2023."""
    found = re.fullmatch(r"(?:(\d{1,2})\W+)?([A-Za-z]{3,9})\W+(?:(\d{1,2})\W+)?(\d{4})", cell.strip())
    if found is None or (found[1] is None) == (found[3] is None):
        return None
    month = next((at for at, one in enumerate(month_name) if at and one.lower().startswith(found[2].lower())), None)
    return None if month is None else (int(found[4]), month, int(found[1] or found[3]))


def _date_in(cell: str, order: Order) -> date | None:
    parts, named = _parts(cell), _named(cell)
    if named is not None:
        year, month, day = named
    elif parts is not None:
        year, month, day = {
            "year first": parts, "day first": (parts[2], parts[1], parts[0]),
            "month first": (parts[2], parts[0], parts[1]),
        }[order]  # fmt: skip
    else:
        return None
    year += 2000 if year < 100 else 0
    try:
        return date(year, month, day) if _YEARS[0] <= year <= _YEARS[1] else None
    except ValueError:
        return None

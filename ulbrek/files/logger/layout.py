"""How a logger's file is laid out: what parts its cells, where the time stands, which columns hold numbers.

It is guessed from the first lines. What cannot be guessed is asked for and never assumed: degrees, and which of two
numbers of a date is the month.
"""

import csv
import re
from collections import Counter
from collections.abc import Sequence
from itertools import pairwise
from typing import Literal

from ulbrek.core.base.frozen import dataclass
from ulbrek.files.problems import InvalidDocumentError, Problem

Degrees = Literal["C", "F"]
Order = Literal["day first", "month first", "year first"]
LoggerClock = Literal["the shop's clock", "winter time all year", "UTC"]
Asked = Literal["degrees", "order", "column"]

LOOKED_LINES = 400
_DELIMITERS = (";", "\t", ",", "|")
_FEW = 2  # lines that have to look alike
_DATE = re.compile(r"(\d{1,4})([./-])(\d{1,2})\2(\d{1,4})")
_TIME = re.compile(r"(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([AaPp]\.?[Mm]\.?)?")
_NUMBER = re.compile(r"[+-]?\d+(?:[.,]\d+)?")
_VALUE = re.compile(r"^\s*([+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+))\s*(?:°?\s*([CcFf])|%\s*\w*)?\s*$")
_UNIT = re.compile(
    r"(?:°|º|deg\.?\s*|\(|\[|\s|_|^)([CF])(?:\)|\]|\s|$|elsius|ahrenheit|_)|(celsius|fahrenheit)", re.IGNORECASE
)
_COUNTERS = re.compile(r"^(#|no\.?|nr\.?|n°|index|record|sample|row|line|id)$", re.IGNORECASE)
_MONTHS = 12


@dataclass(frozen=True, slots=True)
class Choices:
    """What somebody says about a file; None where it is to be guessed.

    Attributes:
        degrees: of its numbers
        order: of day, month and year
        clock: which clock the logger keeps, where its times have no offset
        column: which column holds the temperature, counted from one
    """

    degrees: Degrees | None = None
    order: Order | None = None
    clock: LoggerClock = "the shop's clock"
    column: int | None = None


@dataclass(frozen=True, slots=True)
class NumberColumn:
    """A column that holds numbers: where, counted from one, what it is called, its degrees, and a few of its cells."""

    at: int
    name: str
    degrees: Degrees | None
    cells: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Layout:
    """How a file is laid out. ``asks`` is what cannot be guessed: it is not read before that is said.

    Attributes:
        encoding: of its text
        delimiter: what parts its cells
        first_line: the line on which the readings begin, counted from one
        date_at: the column of the date, or of date and time together, counted from nought
        time_at: the column of the time, where that is another one
        order: of day, month and year
        columns: those that hold numbers
        column: the one that is read
        degrees: of its numbers
        asks: what has to be said first
    """

    encoding: str
    delimiter: str
    first_line: int
    date_at: int
    time_at: int | None
    order: Order | None
    columns: tuple[NumberColumn, ...]
    column: int | None
    degrees: Degrees | None
    asks: tuple[Asked, ...]


def layout_of(begin: bytes, choices: Choices) -> Layout:
    """How a file is laid out, by its beginning.

    Args:
        begin: its first bytes
        choices: what is known of it

    Raises:
        InvalidDocumentError: when no readings are seen in it, naming what a file has to have
    """
    encoding = _encoding(begin)
    lines = begin.decode(encoding, "replace").splitlines()[:LOOKED_LINES]
    found = max((_seen(lines, delimiter) for delimiter in _DELIMITERS), key=lambda one: (one[1], one[2]), default=None)
    if found is None or found[1] < _FEW:
        raise InvalidDocumentError([
            Problem(
                "/file", "No readings are seen in this file.",
                "Give a text file with a line for each reading: a date with its time, and a temperature.",
            )
        ])  # fmt: skip
    delimiter = found[0]
    rows = _rows(lines, delimiter)
    begins = next(number for number, row in enumerate(rows) if _time_in(row) is not None)
    date_at, time_at = _time_in(rows[begins]) or (0, None)
    width = len(rows[begins])
    data = [row for row in rows[begins:] if len(row) == width and _time_in(row) == (date_at, time_at)]
    header = rows[begins - 1] if begins and len(rows[begins - 1]) == width else [""] * width
    columns = tuple(_columns(data, header, {date_at, time_at}, lines[:begins]))
    if not columns:
        raise InvalidDocumentError([
            Problem("/file", "No column of temperatures is seen in this file.", "Give one with a number on each line.")
        ])  # fmt: skip
    order = choices.order or _order([row[date_at] for row in data])
    chosen = _chosen(columns, choices.column)
    degrees = choices.degrees or (chosen.degrees if chosen else None)
    asks: list[Asked] = []
    asks += ["column"] if chosen is None else []
    asks += ["degrees"] if degrees is None else []
    asks += ["order"] if order is None else []
    return Layout(
        encoding, delimiter, begins + 1, date_at, time_at, order, columns, chosen.at if chosen else None, degrees,
        tuple(asks),
    )  # fmt: skip


def number_in(cell: str) -> float | None:
    """The number that a cell holds, with a point or a comma, and with its unit or without."""
    found = _VALUE.match(cell.strip().strip('"'))
    return None if found is None else float(found[1].replace(",", "."))


def _rows(lines: Sequence[str], delimiter: str) -> list[list[str]]:
    return list(csv.reader(lines, delimiter=delimiter))


def _encoding(begin: bytes) -> str:
    if begin.startswith((b"\xff\xfe", b"\xfe\xff")):
        return "utf-16"
    try:
        begin[: len(begin) // 2 or None].decode("utf-8", "strict")
    except UnicodeDecodeError as error:
        if error.end < len(begin) // 2 - 4:  # not only a letter that was cut through
            return "cp1252"
    return "utf-8-sig"


def _seen(lines: Sequence[str], delimiter: str) -> tuple[str, int, int]:
    """How many lines hold a time and a number where cells are parted so, and how many cells most of them have."""
    widths = Counter[int]()
    for row in _rows(lines, delimiter):
        where = _time_in(row)
        if where is not None and any(number_in(cell) is not None for n, cell in enumerate(row) if n not in where):
            widths[len(row)] += 1
    if not widths:
        return delimiter, 0, 0
    (width, count), *_ = widths.most_common(1)
    return delimiter, count, width


def _time_in(row: Sequence[str]) -> tuple[int, int | None] | None:
    """The columns of date and time in a row; both in one where they stand together."""
    dated = next((n for n, cell in enumerate(row) if _DATE.search(cell)), None)
    if dated is None:
        return None
    if _TIME.search(row[dated]):
        return dated, None
    timed = next((n for n, cell in enumerate(row) if n != dated and _TIME.search(cell)), None)
    return None if timed is None else (dated, timed)


def _columns(
    data: Sequence[Sequence[str]], header: Sequence[str], times: set[int | None], above: Sequence[str]
) -> list[NumberColumn]:
    found = []
    said = " ".join(above[-6:])
    for at, name in enumerate(header):
        cells = [row[at].strip().strip('"') for row in data]
        numbers = [number_in(cell) for cell in cells if cell]
        if at in times or not numbers or sum(one is not None for one in numbers) < len(numbers) / 2:
            continue
        title = name.strip().strip('"')
        if _COUNTERS.match(title) or (not title and _counts([one for one in numbers if one is not None])):
            continue
        if "%" in title or any("%" in cell for cell in cells[:3]) or re.search(r"humid|\brh\b|batt|volt", title, re.I):
            continue
        found.append((at, title, _degrees(title) or _degrees_of_cells(cells), tuple(cells[:3])))
    alone = _degrees(said) if len(found) == 1 else None
    return [NumberColumn(at + 1, title, degrees or alone, cells) for at, title, degrees, cells in found]


def _counts(numbers: Sequence[float]) -> bool:
    """Whether a column without a name only counts the lines."""
    steps = {round(b - a, 9) for a, b in pairwise(numbers)}
    return steps == {1.0}


def _degrees(text: str) -> Degrees | None:
    found = _UNIT.search(text)
    if found is None:
        return None
    return "F" if (found[1] or found[2])[0].upper() == "F" else "C"


def _degrees_of_cells(cells: Sequence[str]) -> Degrees | None:
    told = {found[2].upper() for cell in cells if (found := _VALUE.match(cell)) and found[2]}
    return ("F" if told == {"F"} else "C") if len(told) == 1 else None


def _chosen(columns: Sequence[NumberColumn], asked: int | None) -> NumberColumn | None:
    if asked is not None:
        return next((one for one in columns if one.at == asked), None)
    if len(columns) == 1:
        return columns[0]
    warm = [one for one in columns if one.degrees or "temp" in one.name.lower()]
    return warm[0] if len(warm) == 1 else None


def _order(dates: Sequence[str]) -> Order | None:
    """The order of day, month and year, where the dates leave no doubt."""
    parts = [found.groups() for cell in dates if (found := _DATE.search(cell))]
    if any(len(first) > 2 for first, *_ in parts):
        return "year first"
    if any(int(first) > _MONTHS for first, *_ in parts):
        return "day first"
    if any(int(second) > _MONTHS for _, _, second, _ in parts):
        return "month first"
    firsts, seconds = {one[0] for one in parts}, {one[2] for one in parts}
    if len(firsts) > len(seconds) == 1:
        return "day first"  # what changes from line to line is the day
    if len(seconds) > len(firsts) == 1:
        return "month first"
    return "day first" if any(mark == "." for _, mark, *_ in parts) else None

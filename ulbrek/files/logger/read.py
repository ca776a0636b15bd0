"""Reads a logger's file line by line: what was understood, what is doubtful, and what is kept of it."""

import csv
from collections.abc import Iterator
from datetime import datetime
from functools import partial
from pathlib import Path
from zoneinfo import ZoneInfo

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.base.frozen import dataclass
from ulbrek.files.logger.layout import Choices, Layout, layout_of, number_in
from ulbrek.files.logger.moments import Moments, UnreadTimeError, written
from ulbrek.files.problems import InvalidDocumentError, Problem

MOST_LINES = 3_000_000
MOST_KEPT = 50_000  # readings; of more the means are kept
MOST_TOLD = 30
COLDEST_C, WARMEST_C = -40.0, 110.0
JUMP_C_MIN = 3.0  # a degree a minute is already much for concrete; a probe in the hand does more
GAP_SHARE = 4.0  # of the usual time between two readings
STILL_S, _STILL_READINGS = 6 * 3600.0, 10
_BEGIN_BYTES = 64_000
_PART = 2_000  # characters of a line that are read at once
NOT_CONNECTED_C, _TRIFLE_C = 85.0, 1e-3  # what a digital probe says that was not ready, or is off
_STEPS_S = (60, 120, 300, 600, 900, 1800, 3600)


@dataclass(frozen=True, slots=True)
class RefusedLine:
    """A line that is left out: its number in the file, what stands there, why, and what would do."""

    line: int
    text: str
    reason: str
    remedy: str


@dataclass(frozen=True, slots=True)
class Stretch:
    """From one moment to another, and the temperatures there [°C]."""

    begin: datetime
    end: datetime
    from_c: float
    to_c: float


@dataclass(frozen=True, slots=True)
class LoggerReading:
    """A reading of a file [°C]."""

    at: datetime
    celsius: float


@dataclass(frozen=True, slots=True)
class LoggerPreview:
    """What was understood of a file; nothing of it is kept yet.

    Attributes:
        layout: how it is laid out; where it asks something nothing else is told
        lines: of readings, those left out as well
        readings: that can be kept
        first_at, last_at: of the readings
        lowest_c, highest_c: among them
        every_s: the usual time between two
        kept: how many are kept, which are means where they come oftener than ``kept_every_s``
        repeats: readings of one moment that come again; the first stays
        twice: readings of the hour that came twice, taken as its second coming
        gaps, jumps, still: where nothing was read, where it changed faster than concrete does, where it stood still
        refused: how many lines were left out
        refusals: the first of them
        sample: a few readings
    """

    layout: Layout
    lines: int
    readings: int
    first_at: datetime | None
    last_at: datetime | None
    lowest_c: float | None
    highest_c: float | None
    every_s: float | None
    kept: int
    kept_every_s: float | None
    repeats: int
    twice: int
    gaps: tuple[Stretch, ...]
    jumps: tuple[Stretch, ...]
    still: tuple[Stretch, ...]
    refused: int
    refusals: tuple[RefusedLine, ...]
    sample: tuple[LoggerReading, ...]


@dataclass(frozen=True, slots=True)
class LoggerReadings:
    """A file as it is read: what was understood, and what is to be kept, earliest first."""

    preview: LoggerPreview
    kept: tuple[tuple[datetime, float], ...]


def read_logger(path: Path, choices: Choices, place: ZoneInfo) -> LoggerReadings:
    """Reads a file, in memory that does not grow with what stands in a line.

    Args:
        path: the file
        choices: what is known of it
        place: the shop's clock

    Raises:
        InvalidDocumentError: when it holds no readings, or too many
    """
    with path.open("rb") as file:
        layout = layout_of(file.read(_BEGIN_BYTES), choices)
    if layout.asks:
        return LoggerReadings(_asking(layout), ())
    reader = _Reader(layout, choices, place)
    moments, values = reader.read(path)
    return _told(layout, reader, moments, values)


class _Reader:
    def __init__(self, layout: Layout, choices: Choices, place: ZoneInfo) -> None:
        assert layout.order is not None  # noqa: S101 - else it asks
        self.layout = layout
        self.moments = Moments(layout.order, choices.clock, place)
        assert layout.column is not None  # noqa: S101 - else it asks
        self._date_at, self._time_at, self._value_at = layout.date_at, layout.time_at, layout.column - 1
        self._width = 1 + max(layout.date_at, layout.time_at or 0, self._value_at)
        self._fahrenheit = layout.degrees == "F"
        self.lines = self.refused = 0
        self.refusals: list[RefusedLine] = []

    def read(self, path: Path) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        moments, values = np.empty(1024), np.empty(1024)
        count = 0
        for number, row in self._rows(path):
            try:
                at, celsius = self._reading(row)
            except UnreadTimeError as error:
                if not any(cell.strip() for cell in row):
                    self.lines -= 1
                    continue
                self._refuse(number, row, error.reason, error.remedy)
                continue
            if count == len(moments):
                moments, values = (np.concatenate((one, np.empty(len(one)))) for one in (moments, values))
            moments[count], values[count] = at, celsius
            count += 1
        return moments[:count], values[:count]

    def _rows(self, path: Path) -> Iterator[tuple[int, list[str]]]:
        with path.open(encoding=self.layout.encoding, errors="replace", newline="") as file:
            # A line without an end is read in parts: what stands in it takes no more memory than that.
            lines = (part.replace("\0", "") for part in iter(partial(file.readline, _PART), ""))
            rows = csv.reader(lines, delimiter=self.layout.delimiter)
            while True:
                try:
                    row = next(rows)
                except StopIteration:
                    return
                except csv.Error as error:  # what is quoted is larger than any cell
                    problem = f"A quotation mark before line {rows.line_num} is never closed."
                    raise InvalidDocumentError(
                        [Problem("/file", problem, "Take it out, and read it again.")]
                    ) from error
                number = rows.line_num
                if number < self.layout.first_line or not row:
                    continue
                self.lines += 1
                if self.lines > MOST_LINES:
                    problem = f"It has more than {MOST_LINES:,} lines."
                    raise InvalidDocumentError([Problem("/file", problem, "Cut it in two, and read both in.")])
                yield number, row

    def _reading(self, row: list[str]) -> tuple[float, float]:
        if len(row) < self._width:
            raise UnreadTimeError("too few cells")
        time = row[self._date_at] if self._time_at is None else f"{row[self._date_at]} {row[self._time_at]}"
        at = self.moments.read(time.strip(' "'))
        text = row[self._value_at]
        try:
            value: float | None = float(text)
        except ValueError:
            value = number_in(text)
        if value is None:
            raise UnreadTimeError("no temperature")
        celsius = (value - 32) / 1.8 if self._fahrenheit else value
        if not COLDEST_C <= celsius <= WARMEST_C:
            told = f"{value:g} °{self.layout.degrees} is no temperature of concrete or air"
            raise UnreadTimeError(told, "Choose °C or °F.")
        if abs(celsius - NOT_CONNECTED_C) < _TRIFLE_C:
            raise UnreadTimeError(f"{value:g} is what a probe says that is not connected", "Look at its cable.")
        return at, celsius

    def _refuse(self, number: int, row: list[str], reason: str, remedy: str) -> None:
        self.refused += 1
        if len(self.refusals) < MOST_TOLD:
            self.refusals.append(RefusedLine(number, self.layout.delimiter.join(row)[:80], reason, remedy))


def _asking(layout: Layout) -> LoggerPreview:
    return LoggerPreview(layout, 0, 0, None, None, None, None, None, 0, None, 0, 0, (), (), (), 0, (), ())


def _told(layout: Layout, reader: _Reader, moments: NDArray[np.float64], values: NDArray[np.float64]) -> LoggerReadings:
    at, first = np.unique(moments, return_index=True)  # in order of time; of one moment the first stays
    celsius = values[first]
    if len(at) == 0:
        told = LoggerPreview(
            layout, reader.lines, 0, None, None, None, None, None, 0, None, 0, 0, (), (), (), reader.refused,
            tuple(reader.refusals), (),
        )  # fmt: skip
        return LoggerReadings(told, ())
    steps = np.diff(at)
    usual = float(np.median(steps)) if len(steps) else None
    every = _kept_every(at)
    kept = _means(at, celsius, every) if every else list(zip(at, celsius, strict=True))
    gaps = np.flatnonzero(steps > max(GAP_SHARE * (usual or 0.0), 120.0)) if usual else np.array([], int)
    jumps = np.flatnonzero(np.abs(np.diff(celsius)) > JUMP_C_MIN * np.maximum(steps / 60, 1.0))
    readings = tuple(_reading(one, value) for one, value in kept)
    told = LoggerPreview(
        layout=layout, lines=reader.lines, readings=len(at), first_at=written(float(at[0])),
        last_at=written(float(at[-1])), lowest_c=round(float(celsius.min()), 2),
        highest_c=round(float(celsius.max()), 2), every_s=usual, kept=len(readings), kept_every_s=every,
        repeats=len(moments) - len(at), twice=reader.moments.twice,
        gaps=tuple(_stretch(at, celsius, one, one + 1) for one in gaps[:MOST_TOLD]),
        jumps=tuple(_stretch(at, celsius, one, one + 1) for one in jumps[:MOST_TOLD]),
        still=tuple(_still(at, celsius)), refused=reader.refused, refusals=tuple(reader.refusals),
        sample=tuple(LoggerReading(*_reading(one, value)) for one, value in zip(at[:3], celsius, strict=False)),
    )  # fmt: skip
    return LoggerReadings(told, readings)


def _reading(at: float, celsius: float) -> tuple[datetime, float]:
    return written(float(at)), round(float(celsius), 2)


def _stretch(at: NDArray[np.float64], celsius: NDArray[np.float64], begin: int, end: int) -> Stretch:
    return Stretch(
        written(float(at[begin])),
        written(float(at[end])),
        round(float(celsius[begin]), 2),
        round(float(celsius[end]), 2),
    )


def _still(at: NDArray[np.float64], celsius: NDArray[np.float64]) -> Iterator[Stretch]:
    """Where it read one and the same temperature for hours: its battery may be flat, or its cable off."""
    turns = np.concatenate(([0], np.flatnonzero(np.diff(celsius) != 0) + 1, [len(at)]))
    begins, ends = turns[:-1], turns[1:] - 1
    long = np.flatnonzero((ends - begins > _STILL_READINGS) & (at[ends] - at[begins] > STILL_S))
    for one in long[:MOST_TOLD]:
        yield _stretch(at, celsius, begins[one], ends[one])


def _kept_every(at: NDArray[np.float64]) -> float | None:
    """The shortest of some steps of which so few means are kept that they are few enough; None: all are kept."""
    if len(at) <= MOST_KEPT:
        return None
    return float(next((s for s in _STEPS_S if len(np.unique(at // s)) <= MOST_KEPT), _STEPS_S[-1]))


def _means(at: NDArray[np.float64], celsius: NDArray[np.float64], every: float) -> list[tuple[float, float]]:
    """The mean of each step, at the mean of its moments."""
    _, which = np.unique(at // every, return_inverse=True)
    count = np.bincount(which)
    moments, means = np.bincount(which, at) / count, np.bincount(which, celsius) / count
    return list(zip(np.round(moments).tolist(), means.tolist(), strict=True))

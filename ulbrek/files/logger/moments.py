"""Times as a logger writes them, as moments: its clock, the hour that is missing, and the hour that comes twice."""

import re
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

from ulbrek.files.logger.layout import LoggerClock, Order

_STAMP = re.compile(
    r"(\d{1,4})[./-](\d{1,2})[./-](\d{1,4})[T ,]*\s*(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?"
    r"\s*([AaPp])?\.?[Mm]?\.?\s*(Z|UTC|[+-]\d{2}:?\d{2})?\s*$"
)
_EPOCH = date(1970, 1, 1).toordinal()
_DAY_S, _HOUR_S = 86_400, 3_600
_NOON_H = 12


class UnreadTimeError(Exception):
    """A time that cannot be read: why, and what would do."""

    def __init__(self, reason: str, remedy: str = "") -> None:
        """Keeps both."""
        super().__init__(reason)
        self.reason, self.remedy = reason, remedy


class Moments:
    """Reads the times of one file, one after another: where an hour comes twice the later line is the later one."""

    def __init__(self, order: Order, clock: LoggerClock, place: ZoneInfo) -> None:
        """By the order of its dates and the clock that the logger keeps.

        Args:
            order: of day, month and year
            clock: which clock it keeps, where its times have no offset
            place: the shop's
        """
        self._order, self._clock, self._place = order, clock, place
        self._days: dict[tuple[str, str, str], int] = {}
        self._offsets: dict[int, tuple[int, int]] = {}
        self._last = float("-inf")
        self._minute: str | None = None
        self._of_minute = 0.0
        self.twice = 0

    def read(self, text: str) -> float:
        """The moment that a line's time means [s since 1970, UTC].

        Raises:
            UnreadTimeError: where it is no time, or one that the place's clock never shows
        """
        head, _, tail = text.rpartition(":")
        if head == self._minute and len(tail) == 2 and tail.isdecimal() and tail < "60":
            return self._of_minute + int(tail)
        found = _STAMP.search(text)
        if found is None:
            raise UnreadTimeError("no date with a time")
        first, second, third, hour, minute, second_of, half, zone = found.groups()
        local = self._midnight(first, second, third) + _seconds(hour, minute, second_of, half)
        at = local - (_offset_of(zone) if zone else self._offset(local))
        self._last = max(self._last, at)
        if second_of and tail == second_of and not zone and self._is_plain(local):
            self._minute, self._of_minute = (
                head,
                at - int(second_of),
            )  # the seconds of it need not be looked at so closely
        return at

    def _midnight(self, first: str, second: str, third: str) -> int:
        parts = (first, second, third)
        known = self._days.get(parts)
        if known is None:
            match self._order:
                case "year first":
                    year, month, day = first, second, third
                case "month first":
                    month, day, year = first, second, third
                case _:
                    day, month, year = first, second, third
            full = int(year) + (2000 if len(year) <= 2 else 0)
            try:
                known = (date(full, int(month), int(day)).toordinal() - _EPOCH) * _DAY_S
            except ValueError:
                raise UnreadTimeError(
                    f"there is no day {day} of month {month}", "Choose the order of day and month."
                ) from None
            self._days[parts] = known
        return known

    def _offset(self, local: int) -> int:
        if self._clock == "UTC":
            return 0
        quarter = local // 900
        known = self._offsets.get(quarter)
        if known is None:
            known = self._offsets[quarter] = self._of_place(quarter * 900)
        early, late = known
        if early == late:
            return early
        if early < late:  # the clock went forward over it
            raise UnreadTimeError(
                "the clock of the shop never shows this time: it went forward",
                "Say that the logger keeps winter time all year.",
            )
        if local - early <= self._last:  # it went on after the clock was put back
            self.twice += 1
            return late
        return early

    def _is_plain(self, local: int) -> bool:
        """Whether the place's clock shows this time once."""
        early, late = self._offsets.get(local // 900, (0, 0))
        return early == late

    def _of_place(self, local: int) -> tuple[int, int]:
        """How far the place is from UTC at a local time: the first time it comes, and the second [s]."""
        naive = datetime(1970, 1, 1) + timedelta(seconds=local)  # noqa: DTZ001 - on the wall
        if self._clock == "winter time all year":
            return (_winter(self._place, naive.year),) * 2
        first, second = (naive.replace(tzinfo=self._place, fold=fold).utcoffset() or timedelta() for fold in (0, 1))
        return int(first.total_seconds()), int(second.total_seconds())


def _winter(place: ZoneInfo, year: int) -> int:
    offsets = (datetime(year, month, 1, tzinfo=place).utcoffset() or timedelta() for month in (1, 7))
    return int(min(offsets).total_seconds())


def _seconds(hour: str, minute: str, second: str | None, half: str | None) -> int:
    hours = int(hour)
    if half:
        hours = hours % _NOON_H + (_NOON_H if half in "Pp" else 0)
    told = hours * _HOUR_S + int(minute) * 60 + int(second or 0)
    if hours > 24 or int(minute) > 59 or told > _DAY_S:
        raise UnreadTimeError(f"there is no time {hour}:{minute}")
    return told


def _offset_of(zone: str) -> int:
    if zone in ("Z", "UTC"):
        return 0
    sign, digits = zone[0], zone[1:].replace(":", "")
    told = int(digits[:2]) * _HOUR_S + int(digits[2:]) * 60
    return -told if sign == "-" else told


def written(at: float) -> datetime:
    """A moment as it is kept (UTC)."""
    return datetime.fromtimestamp(at, UTC)

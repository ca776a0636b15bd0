"""Hours after the pour as times of the place, with the night respected."""

from collections.abc import Iterable
from datetime import UTC, datetime, timedelta

from ulbrek.core.cure.inputs import ClockStyle, Hours

_SOON_H, _SOON_MIN, _LATER_MIN = 12.0, 5, 30  # a forecast is no finer than that
NOON_H = 12
_EARLIER = tuple(timedelta(minutes=30 * step) for step in range(1, 49))


def time_of(poured_at: datetime, hours: float) -> datetime:
    """The moment so many hours after the pour, to the minute (UTC)."""
    moment = poured_at + timedelta(hours=hours)
    return (moment + timedelta(seconds=30)).replace(second=0, microsecond=0)


def expected(poured_at: datetime, due_h: float, hours: Hours) -> datetime:
    """When something is said to be due: by the clock of the place to the next five minutes on the first half day,
    then to the next half hour (UTC). Nothing is due before it is."""
    moment = time_of(poured_at, due_h)
    step = _SOON_MIN if due_h < _SOON_H else _LATER_MIN
    clock = moment.astimezone(hours.place)
    return moment + timedelta(minutes=-(clock.hour * 60 + clock.minute) % step)


def write_time(moment: datetime, style: ClockStyle) -> str:
    """A time of day, such as “16:30” or “4:30 pm”.

    Args:
        moment: in the clock of the place
        style: how the shop writes it
    """
    if style == "24-hour":
        return f"{moment:%H:%M}"
    return f"{moment:%-I:%M} {'am' if moment.hour < NOON_H else 'pm'}"


def is_quiet(moment: datetime, hours: Hours) -> bool:
    """Whether nobody is there at this moment."""
    clock = moment.astimezone(hours.place).time()
    if hours.quiet_from <= hours.quiet_until:
        return hours.quiet_from <= clock < hours.quiet_until
    return clock >= hours.quiet_from or clock < hours.quiet_until


def next_morning(moment: datetime, hours: Hours) -> datetime:
    """The end of the quiet hours that a moment falls into (UTC)."""
    local = moment.astimezone(hours.place)
    morning = local.replace(
        hour=hours.quiet_until.hour, minute=hours.quiet_until.minute, second=0, microsecond=0, fold=0
    )
    if morning < local:
        morning += timedelta(days=1)
    return morning.astimezone(UTC)


def earlier_pour(poured_at: datetime, due_h: Iterable[float], hours: Hours) -> datetime | None:
    """The nearest hour for the pour at which nothing that may not wait falls into the night (UTC).

    Half hours before are tried first and half hours after with them; None where the day is too short for it.
    """
    wanted = tuple(due_h)
    for step in _EARLIER:
        for moved in (poured_at - step, poured_at + step):
            if not any(is_quiet(time_of(moved, hour), hours) for hour in (0.0, *wanted)):
                return moved
    return None

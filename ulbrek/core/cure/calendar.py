"""Hours after the pour as times of the place, with the night respected."""

from collections.abc import Iterable, Mapping
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import Protocol, TypeVar

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


class InTurn(Protocol):
    """An act that comes after others."""

    @property
    def id(self) -> str:
        """What it is."""
        ...

    @property
    def after(self) -> tuple[str, ...]:
        """The acts that it comes after."""
        ...

    @property
    def after_h(self) -> float:
        """How long after them [h]."""
        ...

    @property
    def at(self) -> datetime | None:
        """When it is due."""
        ...

    @property
    def waits(self) -> bool:
        """Whether it may wait for the morning."""
        ...


OneInTurn = TypeVar("OneInTurn", bound=InTurn)


def in_turn(
    acts: Iterable[OneInTurn], hours: Hours, done: Mapping[str, datetime] | None = None
) -> tuple[OneInTurn, ...]:
    """The same acts, each as long after those before it as it must be, which may have been put off to a morning.

    Args:
        acts: by the hours that they are due at
        hours: when somebody is there
        done: when those were done that are
    """
    told: list[OneInTurn] = []
    over: dict[str, datetime] = {}
    for act in acts:
        mine = act
        before = [over[one] for one in act.after if one in over]
        if before and mine.at is not None and not (done and act.id in done):
            soonest = max(before) + timedelta(hours=act.after_h)
            if soonest > mine.at:
                clock = soonest.astimezone(hours.place)
                at = soonest + timedelta(minutes=-(clock.hour * 60 + clock.minute) % _LATER_MIN)
                moved = act.waits and is_quiet(at, hours)
                mine = replace(mine, at=next_morning(at, hours) if moved else at, moved=moved)  # type: ignore[type-var]
        moment = done.get(act.id, mine.at) if done else mine.at
        if moment is not None:
            over[act.id] = max(over.get(act.id, moment), moment)
        told.append(mine)
    return tuple(told)


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

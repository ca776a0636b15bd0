"""A pour on the line of time: when it binds whom, how much of the benches, and which moulds."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta

from ulbrek.core.after.outlook import ActAhead, Bound
from ulbrek.core.after.schedule import PAST, ScheduledAct
from ulbrek.core.cure.calendar import expected, is_quiet, next_morning, time_of, write_time
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.job.crew import is_there
from ulbrek.core.job.shop import Person

A_TASK = timedelta(minutes=30)  # what floating, trowelling or covering binds somebody for. Source: common practice.


@dataclass(frozen=True, slots=True)
class Capacity:
    """What the shop has: its people, its hours, and room on its benches [m2]; None where nobody has said.

    ``at_least`` is how many there are where no people are listed.
    """

    people: tuple[Person, ...]
    hours: Hours
    bench_m2: float | None
    at_least: int = 1

    def there(self, moment: datetime) -> int:
        """How many people are there at a moment, by their hours and the shop's."""
        if is_quiet(moment, self.hours):
            return 0
        if not self.people:
            return self.at_least
        clock = moment.astimezone(self.hours.place).time().replace(second=0, microsecond=0)
        return sum(is_there(one, clock) for one in self.people)


@dataclass(frozen=True, slots=True)
class Spell:
    """Some of something from one moment to another, and which pour it is for."""

    begin: datetime
    end: datetime
    amount: float
    of: str


@dataclass(frozen=True, slots=True)
class Booked:
    """A pour that has an hour: of a job as it is planned, or one that is begun.

    Attributes:
        id: the pour, or the job where none is begun
        pour: the pour; None where none is begun
        poured: whether water is in: then it stays where it is
        at: first water in
        moulds: the moulds that it fills, by id and name
        in_weather: whether its hours hang on the weather of the day
    """

    id: str
    job: str
    pour: str | None
    name: str
    poured: bool
    at: datetime
    bound: Bound
    acts: tuple[ActAhead, ...]
    moulds: tuple[tuple[str, str], ...] = ()
    in_weather: bool = False

    @property
    def placed_at(self) -> datetime:
        """When the last trowelful is placed."""
        return time_of(self.at, self.bound.placed_h)

    @property
    def freed_at(self) -> datetime:
        """When the last casting is carried off."""
        return self._until("strip", "turn", "carry", hours=self.bound.freed_h)

    @property
    def stripped_at(self) -> datetime:
        """When the last form is off."""
        return self._until("strip", hours=self.bound.stripped_h)

    def _until(self, *acts: str, hours: float) -> datetime:
        """The last hour of some acts; of a pour that has them behind it, when it was placed."""
        done = self.placed_at if self.poured else time_of(self.at, hours)
        return max((act.at for act in self.acts if act.id in acts), default=done)

    @property
    def urgent(self) -> tuple[ActAhead, ...]:
        """What may not wait, and binds somebody."""
        return tuple(act for act in self.acts if not act.waits and not act.is_state)

    @property
    def hands(self) -> tuple[Spell, ...]:
        """When it binds how many people that cannot do it later: mixing and placing, floating, trowelling, covering."""
        placing = Spell(self.at, self.placed_at, self.bound.people, self.id)
        return (placing, *(Spell(act.at, act.at + A_TASK, max(1, act.people), self.id) for act in self.urgent))

    @property
    def room(self) -> Spell:
        """What its forms take on the benches [m2]."""
        return Spell(self.at, self.freed_at, self.bound.room_m2, self.id)

    def moved(self, at: datetime, hours: Hours) -> "Booked":
        """The same poured at another hour: what follows comes as much sooner or later, and nights are kept.

        Args:
            at: first water in
            hours: the shop's
        """
        return replace(self, at=at, acts=tuple(_moved(act, at, hours) for act in self.acts))


def booked(scheduled: Iterable[ScheduledAct], now: datetime) -> Iterator[Booked]:
    """The pours that have an hour, less those that were to be poured long ago and nobody has begun.

    Args:
        scheduled: what is ahead of jobs and pours
        now: the moment it is asked for
    """
    for one in scheduled:
        at = one.ahead.poured_at
        if at is not None and (one.poured or now - at < PAST):
            ahead = one.ahead
            yield Booked(
                one.pour or one.job,
                one.job,
                one.pour,
                one.name,
                one.poured,
                at,
                ahead.bound,
                ahead.acts,
                one.moulds,
                ahead.in_weather,
            )


def _moved(act: ActAhead, at: datetime, hours: Hours) -> ActAhead:
    due = expected(at, act.due_h, hours)
    if is_quiet(due, hours) and not is_quiet(time_of(at, act.due_h), hours):
        due = time_of(at, act.due_h)
    moved = act.waits and is_quiet(due, hours)
    shift = time_of(at, act.due_h) - act.at
    return replace(
        act, at=next_morning(due, hours) if moved else due, moved=moved, earliest_at=act.earliest_at + shift,
        latest_at=act.latest_at + shift,
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class Taken:
    """How much of something is taken from a moment on, until the next one, and by which pours."""

    at: datetime
    amount: float
    of: tuple[str, ...]


def levels(spells: Sequence[Spell]) -> tuple[Taken, ...]:
    """How much is taken from moment to moment.

    Args:
        spells: in any order
    """
    return tuple(_levels(spells))


def _levels(spells: Sequence[Spell]) -> Iterator[Taken]:
    taken = [one for one in spells if one.end > one.begin and one.amount > 0]
    edges = sorted([(one.begin, 1, number) for number, one in enumerate(taken)] + [
        (one.end, 0, number) for number, one in enumerate(taken)
    ])  # fmt: skip
    there: dict[int, None] = {}
    for place, (moment, begins, number) in enumerate(edges):
        if begins:
            there[number] = None
        else:
            there.pop(number, None)
        if place + 1 == len(edges) or edges[place + 1][0] != moment:
            now = [taken[one] for one in there]
            yield Taken(moment, sum(one.amount for one in now), tuple(dict.fromkeys(one.of for one in now)))


def said(moment: datetime, hours: Hours) -> str:
    """A moment by the clock of the place, such as “Thu 3 Dec 16:30”."""
    local = moment.astimezone(hours.place)
    return f"{local:%a} {local.day} {local:%b} {write_time(local, hours.clock)}"


def next_half_hour(moment: datetime, hours: Hours) -> datetime:
    """The next full or half hour by the clock of the place (UTC)."""
    local = moment.astimezone(hours.place)
    over = timedelta(minutes=-local.minute % 30, seconds=-local.second, microseconds=-local.microsecond)
    found = moment + over
    return (found if found >= moment else found + timedelta(minutes=30)).astimezone(UTC)

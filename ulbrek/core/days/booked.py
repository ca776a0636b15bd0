"""A pour on the line of time: when it binds whom, how much of the benches, and which moulds."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from datetime import UTC, datetime, timedelta

from ulbrek.core.after.outlook import ActAhead, Bound
from ulbrek.core.after.schedule import PAST, FilledMould, ScheduledAct
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.calendar import expected, in_turn, is_quiet, next_morning, time_of, write_time
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

    @property
    def at_most(self) -> int:
        """How many people are there when all are."""
        return len(self.people) or self.at_least

    def there(self, moment: datetime) -> int:
        """How many people are there at a moment, by their hours and the shop's."""
        if is_quiet(moment, self.hours):
            return 0
        if not self.people:
            return self.at_least
        clock = moment.astimezone(self.hours.place).time().replace(second=0, microsecond=0)
        return sum(is_there(one, clock) for one in self.people)


@dataclass(frozen=True, slots=True)
class Waiting:
    """A pour without an hour, or whose hour went by with nobody beginning it: ``was`` is that one."""

    id: str
    job: str
    pour: str | None
    name: str
    was: datetime | None
    in_weather: bool


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
        placed_at: when the last trowelful is placed
        stripped_at: when the last form is off
        freed_at: when the last casting is carried off
        moulds: the moulds that it fills
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
    placed_at: datetime
    stripped_at: datetime
    freed_at: datetime
    moulds: tuple[FilledMould, ...] = ()
    in_weather: bool = False

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
        acts = in_turn((_moved(act, at, at - self.at, hours) for act in self.acts), hours)
        placed, stripped, freed = _ends(self.bound, acts, at, self.poured)
        return replace(self, at=at, acts=acts, placed_at=placed, stripped_at=stripped, freed_at=freed)


def _ends(bound: Bound, acts: Sequence[ActAhead], at: datetime, poured: bool) -> tuple[datetime, datetime, datetime]:
    """When it is placed, stripped and off the bench; of a pour that has that behind it, when it was placed."""
    placed = time_of(at, bound.placed_h)

    def until(*which: str, hours: float) -> datetime:
        done = placed if poured else time_of(at, hours)
        return max((act.at for act in acts if act.id in which), default=done)

    return placed, until("strip", hours=bound.stripped_h), until("strip", "turn", "carry", hours=bound.freed_h)


def booked(scheduled: Iterable[ScheduledAct], now: datetime) -> Iterator[Booked]:
    """The pours that have an hour, less those that were to be poured long ago and nobody has begun.

    Args:
        scheduled: what is ahead of jobs and pours
        now: the moment it is asked for
    """
    for one in scheduled:
        if one.ahead.poured_at is not None and not _waits(one, now):
            yield as_booked(one, one.ahead.poured_at)


def as_booked(one: ScheduledAct, at: datetime) -> Booked:
    """What is ahead of a job or a pour, as a pour on the line of time.

    Args:
        one: with acts that go by that hour
        at: first water in
    """
    ahead = one.ahead
    placed, stripped, freed = _ends(ahead.bound, ahead.acts, at, one.poured)
    return Booked(
        id=one.pour or one.job, job=one.job, pour=one.pour, name=one.name, poured=one.poured, at=at, bound=ahead.bound,
        acts=ahead.acts, moulds=one.moulds, in_weather=ahead.in_weather, placed_at=placed,
        stripped_at=stripped, freed_at=freed,
    )  # fmt: skip


def waiting(scheduled: Iterable[ScheduledAct], now: datetime) -> Iterator[Waiting]:
    """The pours that want an hour.

    Args:
        scheduled: what is ahead of jobs and pours
        now: the moment it is asked for
    """
    for one in scheduled:
        if _waits(one, now):
            yield Waiting(one.pour or one.job, one.job, one.pour, one.name, one.ahead.poured_at, one.ahead.in_weather)


def _waits(one: ScheduledAct, now: datetime) -> bool:
    at = one.ahead.poured_at
    return not one.poured and (at is None or now - at >= PAST)


def _moved(act: ActAhead, at: datetime, shift: timedelta, hours: Hours) -> ActAhead:
    due = expected(at, act.due_h, hours)
    if is_quiet(due, hours) and not is_quiet(time_of(at, act.due_h), hours):
        due = time_of(at, act.due_h)
    moved = act.waits and is_quiet(due, hours)
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

"""days(): the pours of the shop on one line of time, where they clash, and where there is a free place."""

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import replace
from datetime import datetime, timedelta
from functools import cache

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.calendar import is_quiet
from ulbrek.core.days.booked import Booked, Capacity, Spell, Taken, levels, next_half_hour
from ulbrek.core.days.clashes import ShopClash, clashes

STEP = timedelta(minutes=30)
LOOKED = timedelta(days=14)  # how far ahead and back a free place is looked for
APART = timedelta(hours=3)
MOST_CLASHES = 60
MOST_POURS = 1_000  # that are looked at together: those nearest to what is drawn
MOST_NEAR = 300  # pours among which a free place is looked for; where there are more, none is free
MOST_PLACED = 12  # clashes that a free place is looked for


@dataclass(frozen=True, slots=True)
class Days:
    """All pours that have an hour, earliest first, what they take, and where they clash.

    ``hands`` is how many people cannot do anything else, ``room`` what lies on the benches [m2]; ``there`` how many
    people are there. ``more_clashes`` counts those that are not told.
    """

    pours: tuple[Booked, ...]
    hands: tuple[Taken, ...]
    there: tuple[Taken, ...]
    room: tuple[Taken, ...]
    clashes: tuple[ShopClash, ...]
    more_clashes: int


def days(booked: Iterable[Booked], capacity: Capacity, now: datetime, begin: datetime, end: datetime) -> Days:
    """The pours of the shop on one line of time.

    Args:
        booked: the pours that have an hour
        capacity: what the shop has
        now: nothing is moved to before it
        begin: what is drawn begins there
        end: and ends there
    """
    near = sorted(booked, key=lambda one: abs(one.at - max(now, begin)))[:MOST_POURS]
    pours = tuple(sorted(near, key=lambda one: (one.at, one.name, one.id)))
    of = {one.id: one for one in pours}
    asked = 0

    @cache
    def free(which: str) -> datetime | None:
        nonlocal asked
        asked += 1
        if asked > MOST_PLACED:
            return None
        return next(iter(free_places(of[which], pours, capacity, now)), None)

    found = list(clashes(pours, capacity, free, now))
    seen = [one for one in pours if one.at < end and _last(one) > begin]
    return Days(
        tuple(seen),
        levels(_within([spell for one in pours for spell in one.hands], begin, end)),
        tuple(_there(capacity, begin, end)),
        levels(_within([one.room for one in pours], begin, end)),
        tuple(found[:MOST_CLASHES]),
        max(0, len(found) - MOST_CLASHES),
    )


def free_places(one: Booked, booked: Sequence[Booked], capacity: Capacity, now: datetime) -> Iterator[datetime]:
    """Hours at which a pour gets in nobody's way, the nearest to where it is first.

    Args:
        one: the pour
        booked: all pours, with it or without
        capacity: what the shop has
        now: nothing is moved to before it
    """
    others = [other for other in booked if other.id != one.id]
    reach = max(_last(one) - one.at, timedelta(days=1))
    near = [
        other for other in others if other.at < one.at + LOOKED + reach and _last(other) > one.at - LOOKED
    ]  # fmt: skip
    if len(near) > MOST_NEAR:
        return
    hands = [spell for other in near for spell in other.hands]
    room = [other.room for other in near]
    wanted = next_half_hour(max(one.at, now), capacity.hours)
    for step in range(int(LOOKED / STEP)):
        for at in {wanted + step * STEP: None, wanted - step * STEP: None}:
            if at >= now and not is_quiet(at, capacity.hours):
                moved = one.moved(at, capacity.hours)
                if _fits(moved, near, hands, room, capacity):
                    yield at


def spread(places: Iterable[datetime], count: int) -> tuple[datetime, ...]:
    """Some of many hours, the nearest and others well apart from it, earliest first.

    Args:
        places: the nearest first
        count: how many at most
    """
    found: list[datetime] = []
    for at in places:
        if all(abs(at - other) >= APART for other in found):
            found.append(at)
        if len(found) == count:
            break
    return tuple(sorted(found))


def _fits(
    one: Booked, others: Sequence[Booked], hands: Sequence[Spell], room: Sequence[Spell], capacity: Capacity
) -> bool:
    """Whether a pour gets in nobody's way, of those who were not in each other's way before."""
    if any(is_quiet(act.at, capacity.hours) for act in one.urgent):
        return False
    if capacity.bench_m2 is not None and _over(one.room, room, lambda _: capacity.bench_m2 or 0.0):
        return False
    own = one.hands
    for spell in own:
        others_then = (*hands, *(other for other in own if other is not spell))
        if _over(spell, others_then, capacity.there):
            return False
    moulds = set(one.moulds)
    return not any(
        moulds & set(other.moulds) and one.at < other.stripped_at and other.at < one.stripped_at for other in others
    )


def _over(spell: Spell, others: Iterable[Spell], has: Callable[[datetime], float]) -> bool:
    """Whether more than there is would be taken while a spell lasts."""
    if spell.amount <= 0 or spell.end <= spell.begin:
        return False
    met = [
        replace(other, begin=max(other.begin, spell.begin), end=min(other.end, spell.end))
        for other in others
        if other.begin < spell.end and spell.begin < other.end
    ]
    return any(level.amount > has(level.at) + 1e-6 for level in levels([spell, *met]))


def _last(one: Booked) -> datetime:
    """When the last that is known of a pour is over."""
    return max([one.freed_at, one.placed_at, *(act.at for act in one.acts if not act.is_state)])


def _within(spells: Iterable[Spell], begin: datetime, end: datetime) -> list[Spell]:
    return [one for one in spells if one.begin < end and one.end > begin]


def _there(capacity: Capacity, begin: datetime, end: datetime) -> Iterator[Taken]:
    """How many people are there, from moment to moment."""
    last = -1
    moment = begin
    while moment < end:
        count = capacity.there(moment)
        if count != last:
            yield Taken(moment, float(count), ())
            last = count
        moment += STEP

"""Where pours get in each other's way: people, benches, moulds, and nights."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from datetime import datetime
from itertools import pairwise

from ulbrek.core.after.schedule import FilledMould
from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.calendar import is_quiet
from ulbrek.core.days.booked import A_TASK, Booked, Capacity, Taken, levels, said

_TRIFLE_M2 = 1e-6
Free = Callable[[str], datetime | None]  # the nearest free hour of a pour


@dataclass(frozen=True, slots=True)
class ShopClash:
    """Where some pours get in each other's way: which, from when to when; ``moves`` is the pour that its change moves.

    The change's one field is ``/{id}/at``, the hour of that pour.
    """

    of: tuple[str, ...]
    begin: datetime
    end: datetime
    moves: str | None
    finding: Finding


@check("hands-short", "caution")
def hands_short(at: Taken, there: int, capacity: Capacity, pours: Mapping[str, Booked], free: Free) -> list[Finding]:
    """More people needed at once than are there

    Mixing, placing, floating, trowelling and covering cannot wait: each binds who does it. A task is counted as half
    an hour.

    Source: common practice
    """
    names = [pours[one].name for one in at.of]
    remedy = "Pour it at another hour, or have more people there."
    if len(names) > 1:
        remedy = "Pour one of them at another hour, or have more people there."
    elif at.amount > capacity.at_most:
        remedy = "Have somebody else there, or plan it with fewer people mixing under Mix."
    known = (
        "Who is there goes by the people listed under Shop."
        if capacity.people
        else "Nobody is listed under Shop: as many are taken to be there as the plans count on."
    )
    return [
        finding(
            hands_short,
            title="{who} need {needed} people on {clock}, {there} there"
            if len(names) > 1
            else "{who} needs {needed} people on {clock}, {there} there",
            reason="What is due then cannot wait. {known}",
            remedy=remedy,
            field="/at",
            values={
                "who": " and ".join(names), "needed": f"{at.amount:g}", "clock": said(at.at, capacity.hours),
                "there": f"{there} {'is' if there == 1 else 'are'}", "known": known,
            },
            change=_change(at.of, pours, capacity, free),
        )
    ]  # fmt: skip


@check("benches-full", "caution")
def benches_full(one: Booked, at: Taken, capacity: Capacity, pours: Mapping[str, Booked], free: Free) -> list[Finding]:
    """More forms on the benches than they have room for

    A form takes its base, from the pour until its castings are carried off. Whether forms fit beside each other is not
    looked at, only their areas.

    Source: common practice
    """
    assert capacity.bench_m2 is not None  # noqa: S101 - else nothing is full
    alone = one.bound.room_m2 > capacity.bench_m2
    return [
        finding(
            benches_full,
            title="{name} takes {taken}: more than the benches have, {room}"
            if alone
            else "No room for {name}: {taken} on the benches, which have {room}",
            reason="From {clock} on, until a casting is carried off. Areas alone are compared: look how the forms lie.",
            remedy="Pour it in turns, in fewer forms, or set up another bench."
            if alone
            else "Pour it when a bench is free, or set up another one.",
            field="/at",
            values={
                "name": one.name, "taken": Quantity(one.bound.room_m2 if alone else at.amount, "m2"),
                "room": Quantity(capacity.bench_m2, "m2"), "clock": said(at.at, capacity.hours),
            },
            change=None if alone else _change((one.id,), pours, capacity, free),
        )
    ]  # fmt: skip


@check("mould-still-full", "stop")
def mould_still_full(
    mould: str, first: Booked, second: Booked, pours: Mapping[str, Booked], capacity: Capacity, free: Free
) -> list[Finding]:
    """A mould is to be filled while something cures in it

    Source: the hours of the plans
    """
    return [
        finding(
            mould_still_full,
            title="{mould} is still full of {first} when {second} is poured",
            reason="By the plan its form comes off on {clock}.",
            remedy="Pour it after that, or in another mould.",
            field="/at",
            values={
                "mould": mould, "first": first.name, "second": second.name,
                "clock": said(first.stripped_at, capacity.hours),
            },
            change=_change((second.id, first.id), pours, capacity, free),
        )
    ]  # fmt: skip


@check("closed-when-due", "caution")
def closed_when_due(booked: Booked, act: str, capacity: Capacity, free: Free) -> list[Finding]:
    """Something that cannot wait falls when the shop is closed

    Source: the shop's hours
    """
    return [
        finding(
            closed_when_due,
            title="{name}: “{act}” falls when the shop is closed",
            reason="It cannot wait for the morning.",
            remedy="Pour at another hour, or have somebody there.",
            field="/at",
            values={"name": booked.name, "act": act},
            change=_change((booked.id,), {booked.id: booked}, capacity, free),
        )
    ]


@check("team-short", "hint")
def team_short(booked: Booked, act: str, needed: int, there: int, at: datetime, capacity: Capacity) -> list[Finding]:
    """Fewer people there than a casting takes to lift

    Turning and carrying can wait until enough are there; a casting is no worse for it.

    Source: the guideline's teams, by Move
    """
    return [
        finding(
            team_short,
            title="{name}: “{act}” takes {needed} people on {clock}, {there} there",
            reason="It can wait, and stays covered until then.",
            remedy="Ask somebody in, or do it when enough are there.",
            field="/at",
            values={
                "name": booked.name, "act": act, "needed": str(needed), "clock": said(at, capacity.hours),
                "there": f"{there} {'is' if there == 1 else 'are'}",
            },
        )
    ]  # fmt: skip


def _change(of: Sequence[str], pours: Mapping[str, Booked], capacity: Capacity, free: Free) -> Change | None:
    """Moves the last of some pours that may be moved to its nearest free hour."""
    for one in _movable(of, pours):
        at = free(one)
        if at is not None:
            values = {"name": pours[one].name, "clock": said(at, capacity.hours)}
            return Change("Pour {name} on {clock}", {f"/{one}/at": at.isoformat()}, values)
    return None


def _movable(of: Sequence[str], pours: Mapping[str, Booked]) -> list[str]:
    there = [one for one in of if not pours[one].poured]
    return sorted(there, key=lambda one: pours[one].at, reverse=True)


def clashes(booked: Sequence[Booked], capacity: Capacity, free: Free, since: datetime) -> Iterator[ShopClash]:
    """Every clash that is still ahead, by when it begins.

    Args:
        booked: the pours that have an hour
        capacity: what the shop has
        free: tells the nearest free hour of a pour
        since: what is over before that is let go
    """
    pours = {one.id: one for one in booked}
    found = [
        *_short(pours, capacity, free), *_full(pours, capacity, free), *_moulds(pours, capacity, free),
        *_closed(pours, capacity, free), *_teams(pours, capacity),
    ]  # fmt: skip
    yield from sorted((one for one in found if one.end > since), key=lambda one: (one.begin, one.finding.code, one.of))


def _clash(of: Sequence[str], begin: datetime, end: datetime, found: list[Finding]) -> ShopClash:
    change = found[0].change
    return ShopClash(tuple(of), begin, end, next(iter(change.fields)).split("/")[1] if change else None, found[0])


def _worst(over: Sequence[tuple[Taken, datetime]]) -> Iterator[tuple[Taken, datetime]]:
    """Of levels that follow each other and share a pour the highest, and when the last of them ends."""
    runs: list[tuple[Taken, datetime]] = []
    for level, end in over:
        if runs and runs[-1][1] == level.at and set(runs[-1][0].of) & set(level.of):
            highest = max(runs[-1][0], level, key=lambda one: one.amount)
            runs[-1] = Taken(runs[-1][0].at, highest.amount, highest.of), end
        else:
            runs.append((level, end))
    yield from runs


def _short(pours: Mapping[str, Booked], capacity: Capacity, free: Free) -> Iterator[ShopClash]:
    steps = levels([spell for one in pours.values() for spell in one.hands])
    over = [
        (level, after.at)
        for level, after in pairwise(steps)
        if not is_quiet(level.at, capacity.hours) and level.amount > capacity.there(level.at)
    ]
    for level, end in _worst(over):
        told = hands_short(level, capacity.there(level.at), capacity, pours, free)
        yield _clash(level.of, level.at, end, told)


def _full(pours: Mapping[str, Booked], capacity: Capacity, free: Free) -> Iterator[ShopClash]:
    """Each pour that the benches have no room for when it comes, until they have it again."""
    if capacity.bench_m2 is None:
        return
    most = capacity.bench_m2 + _TRIFLE_M2
    steps = levels([one.room for one in pours.values()])
    for number, level in enumerate(steps):
        if level.amount <= most:
            continue
        for one in (pours[of] for of in level.of):
            if one.at == level.at and not one.poured:
                others = (of for of in level.of if of != one.id)
                end = next((after.at for after in steps[number:] if after.amount <= most), one.freed_at)
                told = benches_full(one, level, capacity, pours, free)
                yield _clash((one.id, *others), level.at, min(end, one.freed_at), told)


def _moulds(pours: Mapping[str, Booked], capacity: Capacity, free: Free) -> Iterator[ShopClash]:
    by_mould: dict[FilledMould, list[Booked]] = {}
    for one in sorted(pours.values(), key=lambda one: one.at):
        for mould in one.moulds:
            by_mould.setdefault(mould, []).append(one)
    for mould, filled in by_mould.items():
        for first, second in pairwise(filled):
            if second.at < first.stripped_at:
                told = mould_still_full(mould.name, first, second, pours, capacity, free)
                yield _clash((first.id, second.id), second.at, first.stripped_at, told)


def _closed(pours: Mapping[str, Booked], capacity: Capacity, free: Free) -> Iterator[ShopClash]:
    for one in pours.values():
        if one.poured:
            continue
        due = [("pour", one.at), *((act.name.lower(), act.at) for act in one.urgent)]
        missed = [(name, at) for name, at in due if is_quiet(at, capacity.hours)]
        if missed:
            told = closed_when_due(one, missed[0][0], capacity, free)
            yield _clash((one.id,), missed[0][1], missed[-1][1] + A_TASK, told)


def _teams(pours: Mapping[str, Booked], capacity: Capacity) -> Iterator[ShopClash]:
    """Of each pour the first lift that too few are there for."""
    if not capacity.people:
        return
    for one in pours.values():
        for act in one.acts:
            there = capacity.there(act.at)
            if act.waits and act.people > max(there, 1):
                told = team_short(one, act.name.lower(), act.people, there, act.at, capacity)
                yield _clash((one.id,), act.at, act.at + A_TASK, told)
                break

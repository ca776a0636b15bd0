"""The acts of a job as an iCalendar file, to be taken into any calendar."""

from collections.abc import Iterable
from datetime import UTC, datetime, timedelta
from uuid import NAMESPACE_URL, uuid5

from icalendar import Alarm, Calendar, Event

from ulbrek.core.after.schedule import ScheduledAct
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Units
from ulbrek.core.plan.result import Plan

SHORTEST = timedelta(minutes=30)


def write_calendar(name: str, job_id: str, plan: Plan, stamp: datetime, units: Units = "mm") -> bytes:
    """The acts of a job as iCalendar (RFC 5545); without a pour's hour there are none.

    Args:
        name: the job's name
        job_id: what tells this job from others, so that a second import replaces the first
        plan: its plan
        stamp: when it is written (UTC)
        units: what numbers in its sentences are written in
    """
    calendar = _calendar(name)
    pieces = {piece.id: piece.name for piece in plan.pieces}
    if plan.cure.poured_at is not None:
        calendar.add_component(_event(job_id, "pour", f"{name}: first water in", plan.cure.poured_at, stamp))
    for act in plan.cure.acts:
        if act.at is None:
            continue
        of = f" ({pieces[act.piece]})" if act.piece and len(pieces) > 1 else ""
        event = _event(job_id, f"{act.piece or ''}/{act.id}", f"{name}: {act.name}{of}", act.at, stamp)
        event.add("description", fill(f"{act.test} {act.care}".strip(), {}, units))
        if not act.is_state:
            event.add_component(_alarm(act.name))
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def write_shop_calendar(name: str, scheduled: Iterable[ScheduledAct], stamp: datetime, units: Units = "mm") -> bytes:
    """What is to be done on all jobs, as iCalendar (RFC 5545); what has no hour yet is left out.

    An act of a pour has one id as long as it is to be done, so that a calendar that asks again moves it.

    Args:
        name: of the shop
        scheduled: what is ahead of jobs and pours
        stamp: when it is written (UTC)
        units: what numbers in its sentences are written in
    """
    calendar = _calendar(name)
    calendar.add("x-published-ttl", "PT15M")
    for one in scheduled:
        of, at = one.pour or one.job, one.ahead.poured_at
        if at is not None and not one.poured:
            event = _event(of, "pour", f"{one.name}: first water in", at, stamp)
            event.add_component(_alarm("First water in"))
            calendar.add_component(event)
        for act in one.ahead.acts:
            piece = f" ({act.piece_name})" if act.piece_name else ""
            event = _event(of, f"{act.piece or ''}/{act.id}", f"{one.name}: {act.name}{piece}", act.at, stamp)
            event.add("description", fill(f"{act.test} {act.care}".strip(), {}, units))
            if not act.is_state:
                event.add_component(_alarm(act.name))
            calendar.add_component(event)
    return bytes(calendar.to_ical())


def _calendar(name: str) -> Calendar:
    calendar = Calendar()
    calendar.add("prodid", "-//Ulbrek//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", name)
    return calendar


def _event(job_id: str, act: str, summary: str, at: datetime, stamp: datetime) -> Event:
    event = Event()
    event.add("uid", f"{uuid5(NAMESPACE_URL, f'{job_id}/{act}')}@ulbrek")
    event.add("dtstamp", stamp.astimezone(UTC))
    event.add("dtstart", at.astimezone(UTC))
    event.add("dtend", at.astimezone(UTC) + SHORTEST)
    event.add("summary", summary)
    return event


def _alarm(name: str) -> Alarm:
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", name)
    alarm.add("trigger", timedelta(minutes=-15))
    return alarm

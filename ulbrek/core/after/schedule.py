"""schedule(): the acts of all jobs together, what is due now first."""

from collections.abc import Iterable, Iterator
from dataclasses import fields
from datetime import datetime, timedelta
from typing import Literal

from ulbrek.core.after.outlook import ActAhead, Ahead
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.result import Act
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.casting import SETTLED, State, acts_behind

# Of a pour that nobody wrote down nothing says what has been done: an act this long past is taken to be, and folded
# away. What cannot wait is over sooner, and a state that came by itself at once, recorded or not.
PAST = timedelta(hours=36)
OVER = timedelta(hours=2)
When = Literal["due", "ahead", "past"]
_KNOWN = tuple(field.name for field in fields(ActAhead))


@dataclass(frozen=True, slots=True)
class AgendaAct(ActAhead):
    """An act of one job: what, to which piece, from when to when, and whether it is due.

    ``due`` is from its hour on, ``ahead`` before it, ``past`` long after it. ``pour`` is the pour that it belongs
    to, None where there is none on record; ``poured`` whether its water has gone in.
    """

    job: str
    job_name: str
    pour: str | None
    poured: bool
    when: When


@dataclass(frozen=True, slots=True)
class Agenda:
    """All acts of all jobs as they stand at one moment: due ones first, then what comes, then what is past.

    ``renewing`` says that some of them are as they were before the last change, and are being worked out anew;
    ``old_shop`` that what is known of the shop cannot be read as it was last changed, and is older.
    """

    now: datetime
    zone: str
    acts: tuple[AgendaAct, ...]
    renewing: bool = False
    old_shop: bool = False


@dataclass(frozen=True, slots=True)
class FilledMould:
    """A mould, or another form, that a pour fills."""

    id: str
    name: str


@dataclass(frozen=True, slots=True)
class ScheduledAct:
    """Acts that are to be done: of a job, or of one of its pours; ``poured`` once water went in.

    ``moulds`` are the forms that the pour fills.
    """

    job: str
    name: str
    ahead: Ahead
    pour: str | None = None
    poured: bool = False
    moulds: tuple[FilledMould, ...] = ()


def schedule(plans: Iterable[ScheduledAct], now: datetime, zone: str, renewing: bool = False) -> Agenda:
    """The acts of all jobs whose pour has an hour, less those that were done.

    Args:
        plans: what is ahead of jobs and pours
        now: the moment it is asked for (UTC)
        zone: time zone of the place
        renewing: whether some of it is being worked out anew
    """
    acts = [act for one in plans for act in _acts(one, now)]
    order = {"due": 0, "ahead": 1, "past": 2}
    key = lambda act: (order[act.when], act.at, act.job, act.pour or "", act.id)  # noqa: E731
    return Agenda(now, zone, tuple(sorted(acts, key=key)), renewing)


def due_on(piece: str, state: State, planned: Plan) -> Act | None:
    """The act that comes next on a casting; None where nothing is due on it any more.

    Args:
        piece: the piece that it is
        state: the state that it is in
        planned: the plan of its pour, with what has happened
    """
    if state in SETTLED:
        return None
    acts = [act for act in planned.cure.acts if act.piece in (None, piece)]
    behind = acts_behind(state)
    begin = max((number for number, act in enumerate(acts, 1) if act.id in behind), default=0)
    return next((act for act in acts[begin:] if not act.is_state and act.done_at is None), None)


def _acts(one: ScheduledAct, now: datetime) -> Iterator[AgendaAct]:
    poured_at = one.ahead.poured_at
    if not one.poured and poured_at is not None:
        yield _pour(one, poured_at, now)
    for act in one.ahead.acts:
        yield _of_job(act, one, _when(act, now, one.poured))


def _of_job(act: ActAhead, one: ScheduledAct, when: When) -> AgendaAct:
    known = {name: getattr(act, name) for name in _KNOWN}
    return AgendaAct(**known, job=one.job, job_name=one.name, pour=one.pour, poured=one.poured, when=when)


def _pour(one: ScheduledAct, at: datetime, now: datetime) -> AgendaAct:
    """The pour itself, while it is only planned."""
    when: When = "ahead" if at > now else "due" if now - at < PAST else "past"
    act = ActAhead(
        piece=None,
        piece_name=None,
        id="pour",
        name="Pour",
        test="The form is level, sealed and oiled; the bags stand ready. Log when mixing started.",
        care="",
        waits=True,
        moved=False,
        is_state=False,
        due_h=0.0,
        people=one.ahead.bound.people,
        earliest_at=at,
        at=at,
        latest_at=at,
        after=(),
        after_h=0.0,
    )
    return _of_job(act, one, when)


def _when(act: ActAhead, now: datetime, recorded: bool) -> When:
    if act.at > now:
        return "ahead"
    if act.is_state:
        return "past"
    if act.waits and recorded:
        return "due"  # until it is done
    return "due" if now - act.at < (PAST if act.waits else OVER) else "past"

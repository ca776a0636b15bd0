"""schedule(): the acts of all jobs together, what is due now first."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from ulbrek.core.cure.result import Act
from ulbrek.core.plan import Plan

# Nothing says yet what has been done: an act this long past is taken to be, and folded away. What cannot wait is over
# sooner, and a state that came by itself at once.
PAST = timedelta(hours=36)
OVER = timedelta(hours=2)
When = Literal["due", "ahead", "past"]


@dataclass(frozen=True, slots=True)
class AgendaAct:
    """An act of one job: what, to which piece, from when to when, and whether it is due.

    ``due`` is from its hour on, ``ahead`` before it, ``past`` long after it.
    """

    job: str
    job_name: str
    piece_name: str | None
    id: str
    name: str
    test: str
    care: str
    waits: bool
    moved: bool
    when: When
    earliest_at: datetime
    at: datetime
    latest_at: datetime


@dataclass(frozen=True, slots=True)
class Agenda:
    """All acts of all jobs as they stand at one moment: due ones first, then what comes, then what is past."""

    now: datetime
    zone: str
    acts: tuple[AgendaAct, ...]


def schedule(plans: Iterable[tuple[str, str, Plan]], now: datetime, zone: str) -> Agenda:
    """The acts of all jobs whose pour has an hour.

    Args:
        plans: id, name and plan of each job
        now: the moment it is asked for (UTC)
        zone: time zone of the place
    """
    acts = [act for job, name, planned in plans for act in _acts(job, name, planned, now)]
    order = {"due": 0, "ahead": 1, "past": 2}
    return Agenda(now, zone, tuple(sorted(acts, key=lambda act: (order[act.when], act.at, act.job, act.id))))


def _acts(job: str, name: str, planned: Plan, now: datetime) -> Iterable[AgendaAct]:
    names = {piece.id: piece.name for piece in planned.pieces}
    for act in planned.cure.acts:
        if act.at is None or act.earliest_at is None or act.latest_at is None:
            continue
        yield AgendaAct(
            job=job,
            job_name=name,
            piece_name=names[act.piece] if act.piece and len(names) > 1 else None,
            id=act.id,
            name=act.name,
            test=act.test,
            care=act.care,
            waits=act.waits,
            moved=act.moved,
            when=_when(act, act.at, now),
            earliest_at=act.earliest_at,
            at=act.at,
            latest_at=act.latest_at,
        )


def _when(act: Act, at: datetime, now: datetime) -> When:
    if at > now:
        return "ahead"
    over = timedelta(0) if act.is_state else PAST if act.waits else OVER
    return "due" if now - at < over else "past"

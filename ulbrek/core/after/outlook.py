"""What the shop floor needs of a plan: its headline, and the acts that are still ahead. Small enough to be kept."""

from dataclasses import dataclass, replace
from datetime import datetime

from ulbrek.core.after.headline import Headline, headline
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import Plan

MOST_DRAWN = 120  # features of a thumbnail; more cannot be told apart


@dataclass(frozen=True, slots=True)
class ActAhead:
    """An act that is to be done: what, to which piece, from when to when."""

    piece: str | None
    piece_name: str | None
    id: str
    name: str
    test: str
    care: str
    waits: bool
    moved: bool
    is_state: bool
    earliest_at: datetime
    at: datetime
    latest_at: datetime


@dataclass(frozen=True, slots=True)
class Ahead:
    """When a pour is or was, and the acts after it that are not done; none before its hour is known."""

    poured_at: datetime | None
    acts: tuple[ActAhead, ...]


@dataclass(frozen=True, slots=True)
class Outlook:
    """A plan as the floor shows it."""

    headline: Headline
    ahead: Ahead


def outlook(job: Job, planned: Plan) -> Outlook:
    """A plan as the floor shows it; of very many features a thumbnail draws some.

    Args:
        job: the job, or the part of one that a pour fills
        planned: its plan
    """
    told = headline(job, planned)
    pieces = tuple(replace(piece, features=piece.features[:MOST_DRAWN]) for piece in told.pieces)
    return Outlook(replace(told, pieces=pieces), ahead_of(planned))


def ahead_of(planned: Plan) -> Ahead:
    """The acts of a plan that are still to be done."""
    names = {piece.id: piece.name for piece in planned.pieces}
    acts = tuple(
        ActAhead(
            act.piece, names[act.piece] if act.piece and len(names) > 1 else None, act.id, act.name, act.test, act.care,
            act.waits, act.moved, act.is_state, act.earliest_at, act.at, act.latest_at,
        )
        for act in planned.cure.acts
        if act.at is not None and act.earliest_at is not None and act.latest_at is not None and act.done_at is None
    )  # fmt: skip
    return Ahead(planned.cure.poured_at, acts)

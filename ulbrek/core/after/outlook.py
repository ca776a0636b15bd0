"""What the shop floor needs of a plan: its headline, and the acts that are still ahead. Small enough to be kept."""

from collections.abc import Mapping
from dataclasses import replace
from datetime import datetime

from ulbrek.core.after.headline import Headline, headline
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.result import Act
from ulbrek.core.job.job import Job
from ulbrek.core.plan.plan import copies_of
from ulbrek.core.plan.result import PiecePlan, Plan

LIFTED = frozenset({"turn", "carry"})
MOST_DRAWN = 120  # features of a thumbnail; more cannot be told apart


@dataclass(frozen=True, slots=True)
class ActAhead:
    """An act that is to be done: what, to which piece, from when to when.

    ``due_h`` is its hour after first water in, ``people`` how many it takes: none where it comes by itself. It comes
    ``after_h`` hours after the acts named in ``after``.
    """

    piece: str | None
    piece_name: str | None
    id: str
    name: str
    test: str
    care: str
    waits: bool
    moved: bool
    is_state: bool
    due_h: float
    people: int
    earliest_at: datetime
    at: datetime
    latest_at: datetime
    after: tuple[str, ...]
    after_h: float


@dataclass(frozen=True, slots=True)
class Bound:
    """What a pour binds of the shop, and until when.

    Attributes:
        people: who mix and place
        placed_h: until the last trowelful is placed [h after first water in]
        room_m2: what its forms take on the benches; nothing on the ground, or where it stays where it is cast
        freed_h: until the last casting is carried off [h after first water in]
        stripped_h: until the last form is off, and may be filled again [h after first water in]
    """

    people: int
    placed_h: float
    room_m2: float
    freed_h: float
    stripped_h: float


@dataclass(frozen=True, slots=True)
class Ahead:
    """When a pour is or was, and the acts after it that are not done; none before its hour is known.

    ``in_weather`` says that its hours hang on the weather of the day.
    """

    poured_at: datetime | None
    acts: tuple[ActAhead, ...]
    bound: Bound
    in_weather: bool = False


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
    return Outlook(replace(told, pieces=pieces), ahead_of(job, planned))


def ahead_of(job: Job, planned: Plan) -> Ahead:
    """The acts of a plan that are still to be done, and what it binds of the shop.

    Args:
        job: the job, or the part of one that a pour fills
        planned: its plan
    """
    teams = {piece.id: int(piece.handling.people_needed.value) for piece in planned.pieces}
    names = {piece.id: piece.name for piece in planned.pieces}
    acts = tuple(
        ActAhead(
            act.piece, names[act.piece] if act.piece and len(names) > 1 else None, act.id, act.name, act.test, act.care,
            act.waits, act.moved, act.is_state, act.due_h, _people(act, teams), act.earliest_at, act.at, act.latest_at,
            act.after, act.after_h,
        )
        for act in planned.cure.acts
        if act.at is not None and act.earliest_at is not None and act.latest_at is not None and act.done_at is None
    )  # fmt: skip
    return Ahead(planned.cure.poured_at, acts, bound_by(job, planned), job.cure.place != "heated room")


def bound_by(job: Job, planned: Plan) -> Bound:
    """What a pour binds of the shop.

    Args:
        job: the job, or the part of one that a pour fills
        planned: its plan
    """
    placed_h = planned.mix.clock.whole.value / 60
    turns_h = max((one.due_h for one in planned.cure.turns), default=0.0)

    def until(act: str) -> float:
        hours = (one.due_h for one in planned.cure.acts if one.id == act and not one.never)
        return turns_h + max(hours, default=0.0)

    room = sum(
        _room_mm2(piece) * copies_of(job, wanted) for wanted, piece in zip(job.pieces, planned.pieces, strict=True)
    )
    stripped_h = max(until("strip"), placed_h)
    return Bound(job.mix.people, placed_h, room / 1e6, max(until("carry"), stripped_h), stripped_h)


def _room_mm2(piece: PiecePlan) -> float:
    """What one form of a piece takes on a bench: its base, or the piece where the form has none [mm2]."""
    if piece.form.on_ground or piece.handling.stays:
        return 0.0
    bases = [one.length.value * one.height.value for one in piece.form.boards if one.kind == "base"]
    return sum(bases) or piece.measure.length_mm * piece.measure.width_mm


def _people(act: Act, teams: Mapping[str, int]) -> int:
    if act.is_state:
        return 0
    return teams.get(act.piece or "", 1) if act.id in LIFTED else 1

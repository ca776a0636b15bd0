"""What has already happened to a pour, as plan() takes it in."""

from collections.abc import Mapping
from datetime import datetime, timedelta
from functools import cached_property
from typing import Annotated

from pydantic import AwareDatetime, Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.cure.history import ActTest, Done, History, Key, StrengthTest, Temperature
from ulbrek.core.job.job import Job
from ulbrek.core.mix.inputs import MixedBatch
from ulbrek.core.records.casting import State, acts_behind


class StateOfPiece(Document):
    """The state that every casting of a piece has reached, and when the last of them did."""

    piece: Key
    state: State
    at: AwareDatetime


class Record(Document):
    """The record of one pour. Every part may be empty: a plan is then made of the job alone."""

    water_in_at: AwareDatetime | None = None
    batches: Annotated[tuple[MixedBatch, ...], Field(max_length=2_000), COUNTED] = ()
    done: Annotated[tuple[Done, ...], Field(max_length=5_000), COUNTED] = ()
    tests: Annotated[tuple[ActTest, ...], Field(max_length=5_000), COUNTED] = ()
    temperatures: Annotated[tuple[Temperature, ...], Field(max_length=20_000), COUNTED] = ()
    strengths: Annotated[tuple[StrengthTest, ...], Field(max_length=500), COUNTED] = ()
    whole: Annotated[bool, Field(description="whether all castings are poured at once, whatever forms hold")] = False
    reached: Annotated[tuple[StateOfPiece, ...], Field(max_length=500), COUNTED] = ()

    @cached_property
    def history(self) -> History:
        """What it says of the hours: a state that was reached is an act that was done."""
        by_state = [Done(act=act, piece=one.piece, at=one.at) for one in self.reached for act in acts_behind(one.state)]
        return History((*self.done, *by_state), self.tests, self.temperatures, self.strengths)


EMPTY = Record()
AT_ONCE = Record(whole=True)
_ANOTHER_POUR = timedelta(hours=12)


def rules_over(water_in_at: datetime | None, planned: datetime | None) -> bool:
    """Whether what happened to a pour speaks of the pour that a job now plans, and not of one before it.

    Args:
        water_in_at: when the pour's first water went in
        planned: when the job as it stands now says that it is poured
    """
    return water_in_at is not None and (planned is None or planned < water_in_at + _ANOTHER_POUR)


def part_of(job: Job, counts: Mapping[str, int]) -> Job:
    """The part of a job that one pour fills: its pieces with the counts poured, in the job's order.

    Raises:
        ValueError: when a piece is not the job's, or nothing is poured
    """
    ids = [piece.id for piece in job.pieces]
    unknown = next((piece for piece in counts if piece not in ids), None)
    if unknown is not None:
        raise ValueError(f"The job has no piece “{unknown}”. Give one of {', '.join(ids)}.")
    pieces = tuple(
        piece.model_copy(update={"count": counts[piece.id]}) for piece in job.pieces if counts.get(piece.id, 0) > 0
    )
    if not pieces:
        raise ValueError("Nothing is poured. Enter at least one casting.")
    return job.model_copy(update={"pieces": pieces})

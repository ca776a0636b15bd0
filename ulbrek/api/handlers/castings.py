"""Castings and their states."""

from dataclasses import dataclass
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response

from ulbrek.api.entries import EntryRequest, StateRequest
from ulbrek.api.handlers.common import Db
from ulbrek.api.views import answer, plan_of_pour
from ulbrek.core.casting import State
from ulbrek.core.cure.result import Act
from ulbrek.core.measure.inputs import Piece
from ulbrek.core.plan import PiecePlan
from ulbrek.core.schedule import due_on
from ulbrek.store.castings import Casting, CastingPage, StateReached
from ulbrek.store.database import Records
from ulbrek.store.log import LogEntry

router = APIRouter(prefix="/api")
Search = Annotated[str, Query(max_length=80, pattern=r"^[^\x00]*$")]


@dataclass(frozen=True, slots=True)
class CastingView:
    """A casting, the piece that it is and its plan, what is due on it next, its states, and what was seen of it."""

    casting: Casting
    piece: Piece
    plan: PiecePlan
    due: Act | None
    states: list[StateReached]
    log: list[LogEntry]


@router.get("/castings", response_model=CastingPage)
def list_castings(
    db: Db,
    state: Annotated[tuple[State, ...], Query()] = (),
    search: Search = "",
    before: Annotated[int | None, Query(ge=1, le=2**31 - 1)] = None,
    job_id: UUID | None = None,
) -> Response:
    """Castings, newest first; those in one of some states, by number or name, or of one job."""
    with db.work() as records:
        found = records.castings(records.shop().id).page(state, search, before, job_id=job_id)
    return answer(CastingPage, found)


@router.get("/castings/{casting_id}", response_model=CastingView)
def get_casting(db: Db, casting_id: UUID) -> Response:
    """A casting with its past."""
    with db.work() as records:
        view = _view(records, casting_id)
    return answer(CastingView, view)


@router.post("/castings/{casting_id}/state", response_model=CastingView)
def advance_casting(db: Db, casting_id: UUID, asked: StateRequest) -> Response:
    """A casting came into its next state."""
    with db.work() as records:
        records.castings(records.shop().id).advance(casting_id, asked.state, asked.entry)
        view = _view(records, casting_id)
    return answer(CastingView, view)


@router.post("/castings/{casting_id}/take-back", response_model=CastingView)
def take_casting_back(db: Db, casting_id: UUID, asked: EntryRequest) -> Response:
    """A state was said by mistake: the one before it holds again."""
    with db.work() as records:
        records.castings(records.shop().id).take_back(casting_id, asked.entry)
        view = _view(records, casting_id)
    return answer(CastingView, view)


def _view(records: Records, casting_id: UUID) -> CastingView:
    shop = records.shop()
    castings = records.castings(shop.id)
    casting = castings.get(casting_id)
    pour = records.pours(shop.id).get(casting.pour_id)
    piece = next(one for one in pour.job.pieces if one.id == casting.piece)
    planned = plan_of_pour(pour, shop)
    own = next(one for one in planned.pieces if one.id == casting.piece)
    due = due_on(casting.piece, casting.state, planned)
    log = records.log(shop.id).of_casting(casting_id)
    return CastingView(casting, piece, own, due, castings.states(casting_id), log)

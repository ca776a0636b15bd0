"""Old notes: a table of past castings, looked at, mapped, and kept whole or not at all."""

from collections.abc import Iterator, Sequence
from datetime import UTC, datetime, time
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Response
from pydantic import BaseModel, ConfigDict, Field

from ulbrek.api.handlers.common import Db
from ulbrek.api.views import answer
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.own import Quantity
from ulbrek.core.records.known import TELLS
from ulbrek.core.records.learning import is_possible
from ulbrek.core.records.past import evidence_of_past
from ulbrek.files.past_castings import LineProblem, NoTableError, PastColumns, PastLine, PastTable, look_at, read_past
from ulbrek.files.problems import MOST_TOLD, InvalidDocumentError, Problem

router = APIRouter(prefix="/api")
_NOON, _NOBODY = time(12, tzinfo=UTC), UUID(int=0)

Table = Annotated[str, Field(max_length=2_000_000, description="the file as text")]


class LookRequest(BaseModel):
    """A table that is to be looked at."""

    model_config = ConfigDict(extra="forbid")

    text: Table


class PastRequest(BaseModel):
    """A table with its columns mapped; with ``keep`` its lines are kept, all of them or none."""

    model_config = ConfigDict(extra="forbid")

    text: Table
    columns: PastColumns
    source: Annotated[str, Field(max_length=200), ONE_LINE] = ""
    keep: bool = False


@dataclass(frozen=True, slots=True)
class SetAside:
    """A figure of a line that cannot be right, as a share of what the rule says: it is kept, shown and not counted."""

    line: int
    name: str
    quantity: Quantity
    what: str
    ratio: float


@dataclass(frozen=True, slots=True)
class PastRead:
    """What was read of a table.

    Attributes:
        lines: that can be kept
        new: of them, that were not here before; None before they are kept
        problems: of lines that cannot be read, the first of many; then nothing is kept
        wrong: how many those are in all
        aside: figures that cannot be right
    """

    lines: int
    new: int | None
    problems: tuple[LineProblem, ...]
    wrong: int
    aside: tuple[SetAside, ...]


@router.post("/past/look", response_model=PastTable)
def look_at_notes(asked: LookRequest) -> Response:
    """The columns of a table of old notes, and what they are likely to hold."""
    try:
        return answer(PastTable, look_at(asked.text))
    except NoTableError as error:
        raise _refused("/text", error) from error


@router.post("/past", response_model=PastRead)
def read_notes(db: Db, asked: PastRequest) -> Response:
    """The lines of a table of old notes; kept when that is asked, and nothing is wrong with any of them."""
    with db.work() as records:
        shop = records.shop()
        if all(one.id != asked.columns.mix for one in shop.shop.mixes):
            problem = Problem("/columns/mix", "The shop has no such mix.", "Choose one of its mixes.")
            raise InvalidDocumentError([problem])
        try:
            lines, wrong = read_past(asked.text, asked.columns, shop.shop.mixes)
        except NoTableError as error:
            raise _refused("/text", error) from error
        new: int | None = None
        if asked.keep and not wrong:
            new = records.past(shop.id).keep([one.past for one in lines], asked.source)
        aside = tuple(_aside(lines, shop.shop))
    return answer(PastRead, PastRead(len(lines), new, tuple(wrong[:MOST_TOLD]), len(wrong), aside[:MOST_TOLD]))


def _aside(lines: Sequence[PastLine], shop: Shop) -> Iterator[SetAside]:
    mixes = {one.id: one for one in shop.mixes}
    for one in lines:
        at = datetime.combine(one.past.date, _NOON)
        for quantity, found in evidence_of_past(_NOBODY, one.past, at, mixes[one.past.mix], {}).items():
            if not is_possible(quantity, found.ratio):
                yield SetAside(one.line, one.past.name, quantity, TELLS[quantity].name, found.ratio)


def _refused(field: str, error: NoTableError) -> InvalidDocumentError:
    problem, _, remedy = str(error).rpartition(". ")
    return InvalidDocumentError([Problem(field, f"{problem}." if problem else remedy, remedy)])

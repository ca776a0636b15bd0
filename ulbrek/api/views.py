"""What the API takes and gives."""

from collections.abc import Iterable
from datetime import datetime
from typing import Annotated, Any, Protocol
from uuid import UUID

from fastapi import Response
from fastapi.routing import APIRoute
from pydantic import BaseModel, ConfigDict, Field
from starlette.routing import BaseRoute

from ulbrek.core.after.headline import Headline
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.record import Record

What = Annotated[str, Field(min_length=1, max_length=120, description="what was done, for the history"), ONE_LINE]


Held = Annotated[
    str | None, Field(max_length=64, description="key of the answer that the page holds: only what differs is sent")
]


class PlanRequest(BaseModel):
    """A job to plan, in the shop that is given, or that of the answer held, or the one whose records these are."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    shop: Shop | None = None
    record: Record | None = Field(None, description="what has happened to it; without one, that of the answer held")
    held: Held = None


class EditRequest(BaseModel):
    """A changed job, and the revision that was changed."""

    model_config = ConfigDict(extra="forbid")

    parent: int
    job: Job
    what: What
    held: Held = None


class StepRequest(BaseModel):
    """The revision that an undo or redo starts from; ``of_others`` undoes what somebody else did as well."""

    model_config = ConfigDict(extra="forbid")

    parent: int
    of_others: bool = False


class NewJobRequest(BaseModel):
    """A job to begin; ``id`` is given by the device, so that one that is sent twice is begun once."""

    model_config = ConfigDict(extra="forbid")

    id: UUID | None = None
    job: Job


class AnotherRequest(BaseModel):
    """A job to begin like another; without a name it is numbered on."""

    model_config = ConfigDict(extra="forbid")

    id: UUID | None = None
    name: Annotated[str, Field(max_length=60), ONE_LINE] = ""


Change = Annotated[
    tuple[str] | tuple[str, Any], Field(description="JSON pointer into the answer held, and what stands there now")
]


@dataclass(frozen=True, slots=True)
class NamedPiece:
    """A piece by its name."""

    id: str
    name: str


@dataclass(frozen=True, slots=True)
class NamedJob:
    """A job by its name, and its pieces as far as they are known, to choose from."""

    id: UUID
    name: str
    pieces: list[NamedPiece]


@dataclass(frozen=True, slots=True)
class PlanView:
    """A job as it was read, and its plan; ``key`` tells this answer from others."""

    key: str
    job: Job
    plan: Plan
    headline: Headline


@dataclass(frozen=True, slots=True)
class PlanChanges:
    """What of a job, its plan and its headline differs from the answer held, whose key is ``base``."""

    key: str
    base: str
    changes: list[Change]


@dataclass(frozen=True, slots=True)
class JobView:
    """A job as it is kept, and its plan with what has happened to it; ``key`` tells this answer from others."""

    key: str
    id: UUID
    revision: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    job: Job
    record: Record
    plan: Plan
    headline: Headline


@dataclass(frozen=True, slots=True)
class JobChanges:
    """A job as it is kept, and what of it, its plan and its headline differs from the answer held."""

    key: str
    base: str
    changes: list[Change]
    id: UUID
    revision: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    record: Record


@dataclass(frozen=True, slots=True)
class JobCard:
    """A job on the shop floor.

    Without a headline it is being worked out, or ``problem`` says why it cannot be; a ``stale`` one is as it was before
    the last change of the shop or of its pour, and is being worked out anew.
    """

    id: UUID
    revision: int
    changed_at: datetime
    name: str
    headline: Headline | None
    stale: bool
    problem: str | None


class _Field(Protocol):
    def serialize(self, value: Any, /) -> Any: ...  # noqa: ANN401

    def serialize_json(self, value: Any, /) -> bytes: ...  # noqa: ANN401


_FIELDS: dict[Any, _Field] = {}


def write_as(routes: Iterable[BaseRoute]) -> None:
    """Writes views as these routes declare them: what a field of FastAPI's takes long to be made is not made twice."""
    for route in routes:
        if isinstance(route, APIRoute) and route.response_field is not None:
            _FIELDS.setdefault(route.response_model, route.response_field)


def answer(kind: Any, view: Any, status: int = 200) -> Response:  # noqa: ANN401 - any kind of view
    """A view as JSON, serialised once and not validated again."""
    return Response(_FIELDS[kind].serialize_json(view), status, media_type="application/json")


def plain(kind: Any, view: Any) -> Any:  # noqa: ANN401
    """A view as JSON knows it, to be part of another answer."""
    return _FIELDS[kind].serialize(view)

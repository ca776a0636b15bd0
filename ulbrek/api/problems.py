"""Errors as problem details (RFC 9457): one table maps the errors of store and files to answers."""

from typing import Any

import structlog
from fastapi import FastAPI, Request
from fastapi.encoders import jsonable_encoder
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from sqlalchemy.exc import IntegrityError, OperationalError
from sqlalchemy.exc import TimeoutError as PoolTimeoutError
from starlette.exceptions import HTTPException

from ulbrek.api.access.asker import asker_of
from ulbrek.api.access.limits import TooOftenError
from ulbrek.api.apart import BusyError, TooLongError
from ulbrek.api.floor import record_of
from ulbrek.api.services.plans import NotPlannedError, Plans, UnplannedError
from ulbrek.api.views import JobView, plain
from ulbrek.core.measure.weighing import CannotSolveError
from ulbrek.files.problems import InvalidDocumentError, Problem, in_words
from ulbrek.store.errors import (
    NotFoundError,
    NothingToUndoError,
    NotReadyError,
    OthersChangeError,
    RefusedEntryError,
    StaleWriteError,
    StoreError,
    not_of_this_shop,
)

STATUS: dict[type[StoreError], tuple[int, str]] = {
    NotFoundError: (404, "Not found"),
    NotReadyError: (503, "Not ready"),
    NothingToUndoError: (409, "Nothing to undo"),
    OthersChangeError: (409, "Somebody else's change"),
}


def problem_response(status: int, title: str, detail: str, **more: Any) -> JSONResponse:  # noqa: ANN401
    """A problem details answer; ``more`` are its further members."""
    body = {"type": "about:blank", "title": title, "status": status, "detail": detail, **more}
    return JSONResponse(jsonable_encoder(body), status, media_type="application/problem+json")


def install(app: FastAPI) -> None:
    """Makes every error of this app a problem details answer."""
    app.add_exception_handler(StoreError, _store_error)
    app.add_exception_handler(StaleWriteError, _stale_write)
    app.add_exception_handler(RefusedEntryError, _refused_entry)
    app.add_exception_handler(InvalidDocumentError, _invalid_document)
    app.add_exception_handler(CannotSolveError, _cannot_solve)
    app.add_exception_handler(UnplannedError, _unplanned)
    app.add_exception_handler(NotPlannedError, _not_planned)
    app.add_exception_handler(TooLongError, _too_long)
    app.add_exception_handler(BusyError, _busy)
    app.add_exception_handler(TooOftenError, _too_often)
    app.add_exception_handler(PoolTimeoutError, _no_connection)
    app.add_exception_handler(RequestValidationError, _invalid_request)
    app.add_exception_handler(HTTPException, _http_error)
    app.add_exception_handler(IntegrityError, _contradicts)
    app.add_exception_handler(OperationalError, _no_database)


def _store_error(_: Request, error: Exception) -> JSONResponse:
    status, title = STATUS[type(error)]  # type: ignore[index]  # registered for StoreError only
    return problem_response(status, title, str(error))


def _stale_write(request: Request, error: Exception) -> JSONResponse:
    """Refuses the one change and shows the other: ``theirs`` is the job as it was kept in between."""
    assert isinstance(error, StaleWriteError)  # noqa: S101 - registered for it
    with asker_of(request).records(request.app.state.database).work() as records:
        shop = records.shop()
        stored = records.jobs(shop.id).get(error.job_id)
        record = record_of(records, shop, stored)
    plans: Plans = request.app.state.plans
    theirs = plans.answers.view_of(stored, record, plans.of_job(stored, shop, record), shop.shop)
    return problem_response(409, "Changed in between", str(error), theirs=plain(JobView, theirs))


def _refused_entry(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RefusedEntryError)  # noqa: S101 - registered for it
    return _refused([Problem(error.field, error.problem, error.remedy)])


def _contradicts(_: Request, error: Exception) -> JSONResponse:
    """An entry that the tables themselves refuse: it names something that is not there, or another was quicker."""
    assert isinstance(error, IntegrityError)  # noqa: S101 - registered for it
    if refused := not_of_this_shop(error):
        return _refused([Problem(refused.field, refused.problem, refused.remedy)])
    structlog.get_logger("ulbrek").warning("integrity", constraint=getattr(error.orig, "sqlstate", None))
    return problem_response(
        409,
        "Conflicts with the records",
        "It names something that is not here, or another entry came first. Look again.",
    )


def _invalid_document(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, InvalidDocumentError)  # noqa: S101 - registered for it
    return _refused(list(error.problems))


def _cannot_solve(_: Request, error: Exception) -> JSONResponse:
    problem, _dot, remedy = str(error).partition(". ")
    return _refused([Problem("/goal", f"{problem}.", remedy)])


def _unplanned(_: Request, error: Exception) -> JSONResponse:
    """A job that is kept and cannot be planned or read, and what can still be done with it."""
    assert isinstance(error, UnplannedError)  # noqa: S101 - registered for it
    head = error.head
    unplanned = {
        "id": head.id, "revision": head.revision, "name": head.name, "can_undo": head.can_undo,
        "can_redo": head.can_redo,
    }  # fmt: skip
    return problem_response(422, "Cannot be planned", f"{error.problem} {error.remedy}", unplanned=unplanned)


def _not_planned(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, NotPlannedError)  # noqa: S101 - registered for it
    return _refused([Problem("/job", error.problem, error.remedy)])


def _too_long(_: Request, error: Exception) -> JSONResponse:
    structlog.get_logger("ulbrek").warning("too long", cause=type(error.__cause__).__name__)
    return _refused([Problem("", "This takes more time or memory than there is for it.", "Make it less.")])


def _busy(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, BusyError)  # noqa: S101 - registered for it
    return _later("Much is being worked out just now. Nothing was lost; try again in a moment.", error.again_s)


def _too_often(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, TooOftenError)  # noqa: S101 - registered for it
    return too_often(error.again_s)


def too_often(again_s: int) -> JSONResponse:
    """The answer to whoever asks too often; ``again_s`` is when to come again [s]."""
    answer = problem_response(429, "Too often", f"That was too often in a row. Try again in {again_s} s.")
    answer.headers["Retry-After"] = str(again_s)
    return answer


def _no_connection(_: Request, __: Exception) -> JSONResponse:
    return _later("All connections to the records are in use. Nothing was changed; try again in a moment.", 2)


def _later(detail: str, again_s: int) -> JSONResponse:
    answer = problem_response(503, "Busy", detail)
    answer.headers["Retry-After"] = str(again_s)
    return answer


def _invalid_request(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)  # noqa: S101 - registered for it
    # Their places begin with "body" or "path", which the sender's document does not know.
    return _refused(in_words([{**one, "loc": one["loc"][1:]} for one in error.errors()]))


def _refused(problems: list[Problem]) -> JSONResponse:
    first = problems[0]
    return problem_response(422, "Cannot be used", f"{first.problem} {first.remedy}", problems=problems)


def _http_error(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)  # noqa: S101 - registered for it
    answer = problem_response(error.status_code, "Refused", error.detail)
    answer.headers.update(error.headers or {})
    return answer


def _no_database(_: Request, error: Exception) -> JSONResponse:
    structlog.get_logger("ulbrek").error("database", error=type(error).__name__)
    return problem_response(503, "No database", "The records cannot be reached. Nothing was changed; try again.")

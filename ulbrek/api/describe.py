"""The OpenAPI document, with what every address may answer beside what it is asked for."""

from typing import Any

from fastapi import FastAPI
from fastapi.openapi.utils import get_openapi

from ulbrek.api.answered import require_answers

REFUSALS = {
    "400": "The request cannot be read",
    "401": "Nobody is signed in",
    "403": "It is not for whoever asks, or comes from another site's page",
    "404": "There is no such record",
    "405": "Pages and records are not changed that way",
    "409": "It was changed in between, or does not fit the records",
    "413": "It is too large",
    "421": "It was asked under a name that is not Ulbrek's",
    "422": "It cannot be used: which field, why, and what would do",
    "429": "It was asked for too often in a row",
    "503": "Busy, or without its records: come again",
}
_TEXT = {"type": "string"}
PROBLEM = {
    "title": "ProblemDetails",
    "description": "A refusal (RFC 9457).",
    "type": "object",
    "required": ["type", "title", "status", "detail"],
    "properties": {
        "type": _TEXT,
        "title": _TEXT,
        "status": {"type": "integer"},
        "detail": _TEXT,
        "problems": {
            "type": "array",
            "items": {
                "type": "object",
                "required": ["field", "problem", "remedy"],
                "properties": {"field": _TEXT, "problem": _TEXT, "remedy": _TEXT},
            },
        },
        "theirs": {"$ref": "#/components/schemas/JobView"},
        "unplanned": {"type": "object"},
    },
}


def describe(app: FastAPI) -> dict[str, Any]:
    """The document, made once."""
    if app.openapi_schema is None:
        document = get_openapi(title=app.title, version=app.version, description=app.description, routes=app.routes)
        require_answers(document)
        schemas = document["components"]["schemas"]
        schemas["ProblemDetails"] = PROBLEM
        for name in ("HTTPValidationError", "ValidationError"):
            schemas.pop(name, None)
        for path in document["paths"].values():
            for operation in path.values():
                _refusals(operation["responses"])
        app.openapi_schema = document
    return app.openapi_schema


def _refusals(responses: dict[str, Any]) -> None:
    content = {"application/problem+json": {"schema": {"$ref": "#/components/schemas/ProblemDetails"}}}
    for status, description in REFUSALS.items():
        responses[status] = {"description": description, "content": content}

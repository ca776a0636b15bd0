"""What is answered has all of its fields, also those that have a default: its schemas say so."""

from collections.abc import Iterator
from typing import Any

Schema = dict[str, Any]
_PLACE = "#/components/schemas/"


def require_answers(document: Schema) -> None:
    """Makes the document say so; a schema that is asked for as well stays as it is."""
    schemas: dict[str, Schema] = document["components"]["schemas"]
    asked: set[str] = set()
    waiting = [name for ask in _asked_in(document) for name in _named_in(ask)]
    while waiting:
        name = waiting.pop()
        if name not in asked:
            asked.add(name)
            waiting += _named_in(schemas[name])
    for name, schema in schemas.items():
        if name not in asked and "properties" in schema:
            schema["required"] = list(schema["properties"])


def _asked_in(document: Schema) -> Iterator[Schema]:
    for path in document["paths"].values():
        for route in path.values():
            yield {key: route[key] for key in ("requestBody", "parameters") if key in route}


def _named_in(schema: object) -> Iterator[str]:
    """The schemas that one refers to."""
    if isinstance(schema, dict):
        named = schema.get("$ref")
        if isinstance(named, str):
            yield named.removeprefix(_PLACE)
        for part in schema.values():
            yield from _named_in(part)
    elif isinstance(schema, list):
        for part in schema:
            yield from _named_in(part)

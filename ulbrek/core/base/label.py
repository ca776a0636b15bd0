"""What a field of a document is called beside the place where it is changed."""

from typing import Any

from pydantic import Field, JsonValue


def label(name: str, *, none: str = "", unit: str = "", description: str | None = None, hint: str = "") -> Any:  # noqa: ANN401 - as Field
    """A field's label; it goes into the document's schema, and from there to every screen.

    Args:
        name: what the field is called
        none: what is said where it has no value
        unit: of a plain number, in the words of ``base.units.table``
        description: what has to be known of it beyond its name, by who writes documents
        hint: the same, shown to whoever fills it in
    """
    extra: dict[str, JsonValue] = {"x-label": name, "x-none": none, "x-unit": unit, "x-hint": hint}
    told: dict[str, JsonValue] = {key: value for key, value in extra.items() if value}
    return Field(title=name, description=description or hint or None, json_schema_extra=told)

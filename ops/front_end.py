"""What the front end knows of the core: the fields of documents, from their schemas, and the units of its readers."""

import json
from collections.abc import Iterator
from dataclasses import asdict
from typing import Any

from pydantic import BaseModel, TypeAdapter

from ulbrek.core.base.units.table import COUNTED, SMALL_L, SMALL_MM, SMALL_MM2, TABLE
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.beginning import FEATURES_BEGUN, OUTLINES_BEGUN
from ulbrek.core.measure.features.base import AnchoredFeature
from ulbrek.core.solve.goal import AnyGoal

Schema = dict[str, Any]
_HEAD = "/** Made by `make generate` from the core. Do not edit. */\n"
_AS = {"boolean": "flag", "integer": "number", "number": "number", "string": "text", "array": "list"}


def fields_module() -> str:
    """The TypeScript that holds the documents, and which of them describes a feature or an outline of a kind."""
    documents: Schema = {}
    kinds: Schema = {}
    roots: tuple[tuple[str, TypeAdapter[Any]], ...] = (
        ("Job", TypeAdapter(Job)), ("Shop", TypeAdapter(Shop)), ("", TypeAdapter(AnyGoal)),
    )  # fmt: skip
    for root, adapter in roots:
        schema = adapter.json_schema(mode="validation")
        known = {root: schema, **schema["$defs"]}
        classes = {one.__name__: one for one in _documents()}
        for name, of in known.items():
            if of.get("type") != "object" or name not in classes:
                continue
            told = {key: spec for key in _order(classes[name]) if (spec := _spec(of["properties"][key]))}
            if told:
                documents.setdefault(name, {"title": of["title"], "fields": told})
            kind = of["properties"].get("kind", {}).get("const")
            if kind:
                kinds[kind] = name
                documents.setdefault(name, {"title": of["title"], "fields": told})
    written = "".join(_document(name, told) for name, told in documents.items())
    of_kind = json.dumps(kinds, indent=2, ensure_ascii=False)
    begun = {"FEATURE_KINDS": FEATURES_BEGUN, "OUTLINE_KINDS": OUTLINES_BEGUN}
    lists = "".join(f"\nexport const {name} = {json.dumps(kinds_)} as const;\n" for name, kinds_ in begun.items())
    made = f"export const DOCUMENTS = {{\n{written}}} as const;\n\nexport const OF_KIND = {of_kind} as const;\n"
    return f"{_HEAD}{made}{lists}"


def _document(name: str, told: Schema) -> str:
    fields = "".join(f"      {key}: {json.dumps(spec, ensure_ascii=False)},\n" for key, spec in told["fields"].items())
    return f"  {name}: {{\n    title: {json.dumps(told['title'])},\n    fields: {{\n{fields}    }},\n  }},\n"


def _documents(of: type[BaseModel] = BaseModel) -> Iterator[type[BaseModel]]:
    for one in of.__subclasses__():
        yield one
        yield from _documents(one)


def _order(document: type[BaseModel]) -> list[str]:
    """A document's fields; where a feature is and how it is turned comes after what it is."""
    last = AnchoredFeature.model_fields if issubclass(document, AnchoredFeature) else {}
    return sorted(document.model_fields, key=lambda name: name in last)


def _spec(field: Schema) -> Schema | None:
    """What is shown of a field; None where it has no label and is no list."""
    schemas = [one for one in field.get("anyOf", [field]) if one.get("type") != "null"]
    is_length = any(one.get("$ref", "").endswith("/Length") for one in schemas)
    told: Schema = {key: field[f"x-{key}"] for key in ("none", "unit") if f"x-{key}" in field}
    if "default" in field and not isinstance(field["default"], list | dict):
        told["default"] = field["default"]
    if is_length:
        low, high = next((one["x-bounds-mm"] for one in (field, *schemas) if "x-bounds-mm" in one), (0, 100_000))
        default = {"default": field["default"]["mm"]} if isinstance(field.get("default"), dict) else {}
        return _labelled(field, {"as": "length", **told, "low": low, "high": high, **default})
    one = {**schemas[0], **field}
    if "enum" in one:
        choices = [value for schema in schemas for value in schema["enum"]]
        return _labelled(field, {"as": "choice", "choices": choices, **told})
    kind = _AS.get(one.get("type", schemas[0].get("type", "")))
    if kind == "list":
        return {"as": "list", "most": one["maxItems"]} if "maxItems" in one else None
    if kind is None:
        return None
    bounds = {
        name: one[key]
        for key, name in (("minimum", "low"), ("maximum", "high"), ("exclusiveMinimum", "low"), ("maxLength", "most"))
        if key in one
    }
    return _labelled(field, {"as": kind, **told, **bounds, **({"whole": True} if one.get("type") == "integer" else {})})


def _labelled(field: Schema, spec: Schema) -> Schema | None:
    """With its label; None where it has none of its own."""
    return {"label": field["x-label"], **spec} if "x-label" in field else None


def units_module() -> str:
    """The TypeScript that holds how quantities are read by people."""
    table = {name: {units: asdict(one) for units, one in both.items()} for name, both in TABLE.items()}
    small = f"export const SMALL = {json.dumps({'mm': SMALL_MM, 'l': SMALL_L, 'mm2': SMALL_MM2})};\n"
    lines = "".join(f"  {json.dumps(key)}: {json.dumps(told, ensure_ascii=False)},\n" for key, told in table.items())
    counted = f"export const COUNTED: Record<string, string> = {json.dumps(COUNTED)};\n"
    shape = (
        "export interface ReaderUnit {\n  name: string;\n  decimals: number;\n  factor: number;\n  zero: number;\n"
        "  trimmed: boolean;\n  close: boolean;\n}\n"
    )
    return (
        f"{_HEAD}{shape}\nexport const TABLE: Record<string, {{ mm: ReaderUnit; in: ReaderUnit }}> = {{\n{lines}}};\n\n"
        f"{counted}\n{small}"
    )

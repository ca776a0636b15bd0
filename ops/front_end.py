"""What the front end knows of the core: the fields of documents, from their schemas, and the units of its readers."""

import json
from collections.abc import Iterator
from dataclasses import asdict
from typing import Any

from pydantic import BaseModel, TypeAdapter

from ulbrek.core.base.units.entries import ENTRIES
from ulbrek.core.base.units.kinds import COUNTED, KINDS, PAIRS, WHOLE_CURRENCIES, Band
from ulbrek.core.base.values import VALUES
from ulbrek.core.job.job import Job
from ulbrek.core.job.shelves import SHELVES, needs_one
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
    return f"{_HEAD}{made}{lists}{_shop_lists()}"


def _shop_lists() -> str:
    """The lists of the shop, in the order they are shown in."""
    told = [
        {
            "name": one.name, "of": one.of.__name__, "part": one.part, "title": one.title, "one": one.one,
            "stock": one.stock, "needsOne": needs_one(one),
        }
        for one in SHELVES
    ]  # fmt: skip
    rows = "".join(f"  {json.dumps(one, ensure_ascii=False)},\n" for one in told)
    return f"\nexport const SHOP_LISTS = [\n{rows}] as const;\n"


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
    if "enum" in one or "const" in one:  # a choice of one, or none
        choices = [value for schema in schemas for value in schema.get("enum", [schema.get("const")])]
        return _labelled(field, {"as": "choice", "choices": choices, **told})
    kind = _AS.get(one.get("type", schemas[0].get("type", "")))
    if kind == "list":
        return _labelled_or_not(field, _list(one, told)) if "maxItems" in one else None
    if kind is None:
        return None
    bounds = {
        name: one[key]
        for key, name in (("minimum", "low"), ("maximum", "high"), ("exclusiveMinimum", "low"), ("maxLength", "most"))
        if key in one
    }
    return _labelled(field, {"as": kind, **told, **bounds, **({"whole": True} if one.get("type") == "integer" else {})})


def _list(one: Schema, told: Schema) -> Schema:
    """A list: how many items it may have, and of which document they are."""
    of = one.get("items", {}).get("$ref", "").rpartition("/")[2].removesuffix("-Input")
    return {"as": "list", "most": one["maxItems"], **({"of": of} if of else {}), **told}


def _labelled_or_not(field: Schema, spec: Schema) -> Schema:
    if "x-label" not in field:
        return {"as": spec["as"], "most": spec["most"]}
    return {"label": field["x-label"], **_hint(field), **spec}


def _hint(field: Schema) -> Schema:
    """What has to be known of a field beside its name."""
    return {"hint": field["x-hint"]} if "x-hint" in field else {}


def _labelled(field: Schema, spec: Schema) -> Schema | None:
    """With its label; None where it has none of its own."""
    return {"label": field["x-label"], **_hint(field), **spec} if "x-label" in field else None


def units_module() -> str:
    """The TypeScript that holds how quantities are read by people, and how they are typed."""
    kinds = {
        name: {units: [_band(band) for band in bands] for units, bands in both.items()} for name, both in KINDS.items()
    }
    entries = {name: {units: asdict(one) for units, one in both.items()} for name, both in ENTRIES.items()}
    band = (
        "export interface Band {\n  below?: number;\n  name?: string;\n  step?: number;\n  figures?: number;\n"
        "  factor?: number;\n  zero?: number;\n  one?: string;\n  marks?: number;\n  finer?: number;\n"
        "  towards?: number;\n  under?: boolean;\n  fixed?: boolean;\n}\n"
    )
    entry = (
        "export interface EntryUnit {\n  name: string;\n  decimals: number;\n  factor: number;\n  zero: number;\n}\n"
    )
    return (
        f"{_HEAD}{band}\n{entry}\n"
        f"export const KINDS: Record<string, {{ mm: Band[]; in: Band[] }}> = {{\n{_lines(kinds)}}};\n\n"
        f"export const ENTRIES: Record<string, {{ mm: EntryUnit; in: EntryUnit }}> = {{\n{_lines(entries)}}};\n\n"
        f"export const COUNTED: Record<string, string> = {json.dumps(COUNTED)};\n\n"
        f"export const PAIRS: [number, number][] = {json.dumps(PAIRS)};\n\n"
        f"export const WHOLE_CURRENCIES = {json.dumps(WHOLE_CURRENCIES)};\n"
    )


def values_module() -> str:
    """The TypeScript that holds what stored values are called."""
    return f"{_HEAD}export const VALUES: Record<string, string> = {{\n{_lines(dict(VALUES))}}};\n"


def _band(band: Band) -> dict[str, Any]:
    """What of it is not as it is by default."""
    plain = asdict(Band())
    return {name: value for name, value in asdict(band).items() if value != plain[name]}


def _lines(table: dict[str, Any]) -> str:
    return "".join(f"  {json.dumps(key)}: {json.dumps(value, ensure_ascii=False)},\n" for key, value in table.items())

"""Entries of a shop's lists as people type them: in a form, or in a table from a file.

A number may stand as it is kept, or as a text in any of the trade's units. What is wrong is told by field, and in the
units that the person typed in.
"""

from collections.abc import Iterator, Mapping, Sequence
from types import UnionType
from typing import Annotated, Any, Union, get_args, get_origin

from pydantic import JsonValue, ValidationError
from pydantic.fields import FieldInfo

from ulbrek.core.base.document import Document
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units.entries import ENTRIES
from ulbrek.core.base.units.quantity import trim, write_quantity
from ulbrek.core.base.units.reading import Units
from ulbrek.core.base.units.typed import read_quantity
from ulbrek.core.job.shelves import Shelf, id_for
from ulbrek.files.problems import InvalidDocumentError, Problem, problems_in

Draft = Mapping[str, JsonValue]
_YES = {"yes": True, "true": True, "y": True, "1": True, "no": False, "false": False, "n": False, "0": False}
_BOUNDS = {
    "greater_than": ("more than", "gt"), "greater_than_equal": ("at least", "ge"), "less_than": ("less than", "lt"),
    "less_than_equal": ("at most", "le"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Told:
    """A field of a document: what it holds, and in which unit it is kept.

    Attributes:
        label: what it is called
        unit: of a number, in the words of the rules
        kind: the type of one value: a number, a text, a choice, a flag, or a document
        many: whether it is a list of them
        needed: whether it must have a value
        may_lack: whether it may be without one
    """

    label: str
    unit: str
    kind: Any
    many: bool
    needed: bool
    may_lack: bool


def told_of(document: type[Document]) -> dict[str, Told]:
    """The fields of a document that people fill in, by key."""
    return {key: told for key, field in document.model_fields.items() if (told := _told(field))}


def _told(field: FieldInfo) -> Told | None:
    extra = field.json_schema_extra if isinstance(field.json_schema_extra, dict) else {}
    kind, many = _plain_type(field.annotation)
    if "x-label" not in extra:
        return None
    needed = field.is_required()
    may_lack = not needed and field.default is None
    return Told(str(extra["x-label"]), str(extra.get("x-unit", "")), kind, many, needed, may_lack)


def _plain_type(of: Any) -> tuple[Any, bool]:  # noqa: ANN401 - a type of any kind
    """What one value is, without what is said around it; and whether there are many."""
    origin = get_origin(of)
    if origin is Annotated:
        return _plain_type(get_args(of)[0])
    if origin in (Union, UnionType):
        return _plain_type(next(one for one in get_args(of) if one is not type(None)))
    if origin is tuple:
        return _plain_type(get_args(of)[0])[0], True
    return of, False


def read_entry(shelf: Shelf, draft: Draft, units: Units, taken: Sequence[str]) -> Document:
    """An entry of a list as it was typed.

    Args:
        shelf: the list
        draft: its fields, numbers as they are kept or as texts; an entry without an id is a new one
        units: whose units a number without one is in
        taken: ids that stand on the shelf

    Raises:
        InvalidDocumentError: when something is wrong, every problem with its field
    """
    problems: list[Problem] = []
    read = dict(_read(shelf.of, draft, units, "", problems))
    if not read.get("id") and isinstance(read.get("name"), str):
        read["id"] = id_for(str(read["name"]), taken)
    if problems:
        raise InvalidDocumentError(problems)
    try:
        return shelf.of.model_validate(read)
    except ValidationError as error:
        raise InvalidDocumentError(_in_their_units(shelf.of, error, units)) from None


def _read(
    document: type[Document], draft: Draft, units: Units, below: str, problems: list[Problem]
) -> Iterator[tuple[str, Any]]:
    """Its fields with numbers as they are kept; what cannot be read goes to the problems."""
    fields = told_of(document)
    for key, value in draft.items():
        told, at = fields.get(key), f"{below}/{key}"
        if told is None:
            yield key, value
        elif told.many and isinstance(told.kind, type) and issubclass(told.kind, Document):
            rows = value if isinstance(value, list | tuple) else []
            yield key, _rows(told.kind, rows, units, at, problems)
        elif told.many:
            parts = _split(value) if isinstance(value, str) else value if isinstance(value, list | tuple) else []
            yield key, [_value(told, one, units, f"{at}/{index}", problems) for index, one in enumerate(parts)]
        else:
            read = _value(told, value, units, at, problems)
            if read is not None or told.may_lack:
                yield key, read
    for key, told in fields.items():
        if told.needed and (key not in draft or draft[key] in ("", None)) and not _found_otherwise(key, draft):
            problems.append(Problem(f"{below}/{key}", f"{told.label} is missing.", "Enter it."))


def _found_otherwise(key: str, draft: Draft) -> bool:
    """A bag's yield is worked out where its density is given instead."""
    return key == "yield_l" and draft.get("density_kg_m3") not in ("", None)


def _rows(
    document: type[Document], rows: Sequence[JsonValue], units: Units, at: str, problems: list[Problem]
) -> list[dict[str, Any]]:
    read: list[dict[str, Any]] = []
    for index, row in enumerate(rows):
        told = dict(_read(document, row if isinstance(row, dict) else {}, units, f"{at}/{index}", problems))
        if "id" in document.model_fields and not told.get("id"):
            told["id"] = id_for(str(told.get("name") or "size"), [one["id"] for one in read])
        read.append(told)
    return read


def _split(text: str) -> list[JsonValue]:
    """A list as it stands in one field: ``8 ft; 10 ft``, or with commas where no decimal is meant."""
    sign = ";" if ";" in text else ","
    return [part.strip() for part in text.split(sign) if part.strip()]


def _value(told: Told, value: JsonValue, units: Units, at: str, problems: list[Problem]) -> Any:  # noqa: ANN401
    if not isinstance(value, str):
        return value
    text = value.strip()
    if told.kind in (int, float):
        if not text:
            return None
        try:
            return round(read_quantity(text, told.unit, units), 6)
        except ValueError as error:
            problem, _, remedy = str(error).partition(". ")
            problems.append(Problem(at, f"{problem}.", remedy))
            return None
    if told.kind is bool:
        if text.lower() not in _YES:
            problems.append(Problem(at, f"“{text}” is neither yes nor no.", "Write yes or no."))
        return _YES.get(text.lower(), False)
    return text if text or told.kind is str else None


def _in_their_units(document: type[Document], error: ValidationError, units: Units) -> list[Problem]:
    """The problems of a document, bounds in the units of the person who typed them."""
    found = problems_in(error)
    details = error.errors(include_url=False, include_input=False)
    told = []
    for problem, detail in zip(found, details, strict=False):
        field = _field_at(document, detail["loc"])
        bound = _BOUNDS.get(detail["type"])
        if field is None:
            told.append(problem)
        elif bound is None:
            told.append(Problem(problem.field, f"{field.label}: {problem.problem}", problem.remedy))
        else:
            words, name = bound
            limit = detail.get("ctx", {})[name]
            told.append(
                Problem(
                    problem.field, f"{field.label} must be {words} {_written(limit, field.unit, units)}.",
                    "Check the number and its unit.",
                )
            )  # fmt: skip
    return told


def _written(value: float, unit: str, units: Units) -> str:
    if unit in ("mm", "sold"):
        return write_quantity(value, "fine" if value < 1 else "mm", units)
    entry = ENTRIES.get(unit, {}).get(units)
    if entry is None:
        return trim(value, 3)
    number = trim(value * entry.factor + entry.zero, entry.decimals + 1)
    return f"{number} {entry.name}".strip()


def _field_at(document: type[Document], place: Sequence[int | str]) -> Told | None:
    """The field that a problem is about, through the lists that it stands in."""
    of: Any = document
    told: Told | None = None
    for part in place:
        if isinstance(part, int):
            continue
        if not (isinstance(of, type) and issubclass(of, Document)):
            return None
        told = told_of(of).get(part)
        if told is None:
            return None
        of = told.kind
    return told

"""Says in words what is wrong with a document: the field, the problem, what would do."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, get_args

from pydantic import ValidationError
from pydantic_core import ErrorDetails

from ulbrek.core.measure.inputs import AnyFeature, AnyOutline
from ulbrek.core.solve import AnyGoal

# Names that tell the kinds of a union apart stand in Pydantic's path but not in the document.
_KINDS = frozenset(
    str(one.model_fields["kind"].default) for union in (AnyFeature, AnyOutline, AnyGoal) for one in get_args(union)
)


_OWN_WORDS = {
    "timezone_aware": "It does not say its time zone.",
    "missing": "It is missing.",
    "extra_forbidden": "It is not known here.",
    "string_too_short": "It is empty.",
}
_BOUNDS = {
    "greater_than": ("more than", "gt"),
    "greater_than_equal": ("at least", "ge"),
    "less_than": ("less than", "lt"),
    "less_than_equal": ("at most", "le"),
    "multiple_of": ("in steps of", "multiple_of"),
}
_REMEDIES = {
    "missing": "Add it.",
    "extra_forbidden": "Check its spelling, or remove it.",
    "string_too_short": "Write something.",
    "timezone_aware": "Add it, such as +02:00, or Z for UTC.",
    "string_too_long": "Make it shorter.",
}


@dataclass(frozen=True, slots=True)
class Problem:
    """One thing that is wrong with a document; ``field`` is a JSON pointer into it."""

    field: str
    problem: str
    remedy: str


class InvalidDocumentError(ValueError):
    """A document that cannot be used, with every problem in it."""

    def __init__(self, problems: Sequence[Problem]) -> None:
        """Keeps the problems."""
        super().__init__("; ".join(f"{p.field or 'the file'}: {p.problem}" for p in problems))
        self.problems = tuple(problems)


def problems_in(error: ValidationError, below: str = "") -> list[Problem]:
    """The problems that Pydantic found, in words.

    Args:
        error: what Pydantic raised
        below: the JSON pointer of the part that was validated
    """
    return in_words(error.errors(include_url=False), below)


def in_words(errors: Sequence[ErrorDetails | Mapping[str, Any]], below: str = "") -> list[Problem]:
    """Pydantic's errors in words; a list is not called too short for what is wrong with its items."""
    fields = [below + "".join(f"/{part}" for part in one["loc"] if part not in _KINDS) for one in errors]
    return [
        Problem(field, *_words(one["type"], one["msg"], one.get("ctx", {})))
        for field, one in zip(fields, errors, strict=True)
        if not (one["type"] == "too_short" and any(other.startswith(f"{field}/") for other in fields))
    ]


def _words(kind: str, message: str, ctx: Mapping[str, Any]) -> tuple[str, str]:
    if kind == "value_error":  # ours: a problem, then a remedy as the last sentence
        problem, _, remedy = message.removeprefix("Value error, ").rpartition(". ")
        return (f"{problem}.", remedy) if problem else (remedy, "Change it.")
    if kind in ("literal_error", "union_tag_invalid"):
        expected = ctx.get("expected") or ctx.get("expected_tags")
        return "That is not one of the choices.", f"Use one of {expected}."
    if kind in _BOUNDS:
        words, name = _BOUNDS[kind]
        return f"It must be {words} {ctx[name]:g}.", "Change the number."
    if kind == "too_short":
        return f"It needs at least {ctx['min_length']} item(s).", "Add what is missing."
    if kind == "too_long":
        return f"It may have at most {ctx['max_length']} items.", "Leave some out."
    return _OWN_WORDS.get(kind, f"{message}."), _REMEDIES.get(kind, "Change it to what is expected.")

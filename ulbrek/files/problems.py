"""Says in words what is wrong with a document: the field, the problem, what would do."""

from collections.abc import Iterator, Mapping, Sequence
from itertools import islice
from typing import Any, get_args

from pydantic import ValidationError
from pydantic_core import ErrorDetails

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.measure.features import AnyFeature
from ulbrek.core.measure.inputs.outlines import AnyOutline
from ulbrek.core.solve.goal import AnyGoal

# Names that tell the kinds of a union apart stand in Pydantic's path but not in the document.
_KINDS = frozenset(
    str(one.model_fields["kind"].default) for union in (AnyFeature, AnyOutline, AnyGoal) for one in get_args(union)
)

MOST_TOLD = 50  # problems of one document
_LONGEST = 300  # of what was sent, said again in a refusal


_OWN_WORDS = {
    "timezone_aware": "It does not say its time zone.",
    "missing": "This is required.",
    "extra_forbidden": "Unknown field.",
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
    "extra_forbidden": "Check the spelling or remove it.",
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

    def __reduce__(self) -> tuple[type["InvalidDocumentError"], tuple[Sequence[Problem]]]:
        """What a process that reads documents apart hands back of it."""
        return InvalidDocumentError, (self.problems,)


def problems_in(error: ValidationError, below: str = "") -> list[Problem]:
    """The problems that Pydantic found, in words.

    Args:
        error: what Pydantic raised
        below: the JSON pointer of the part that was validated
    """
    return in_words(error.errors(include_url=False, include_input=False), below)


def in_words(errors: Sequence[ErrorDetails | Mapping[str, Any]], below: str = "") -> list[Problem]:
    """Pydantic's errors in words, the first of them where there are many.

    A list is not called too short for what is wrong with its items.
    """
    told = list(islice(_without_short(errors), MOST_TOLD))
    found = []
    for error in told:
        field = below + "".join(f"/{part}" for part in error["loc"] if part not in _KINDS)
        problem, remedy = _words(error["type"], error["msg"], error.get("ctx", {}))
        found.append(Problem(field[:_LONGEST], problem[:_LONGEST], remedy[:_LONGEST]))
    if len(errors) > MOST_TOLD:
        more = f"{len(errors) - MOST_TOLD:,} more things are wrong with it."
        found.append(Problem(below, more, "Mend these first, then try again."))
    return found


def _without_short(
    errors: Sequence[ErrorDetails | Mapping[str, Any]],
) -> Iterator[ErrorDetails | Mapping[str, Any]]:
    """Errors without lists that are too short only because their items were refused."""
    short = {one["loc"] for one in errors if one["type"] == "too_short"}
    if short:
        lengths = {len(loc) for loc in short}
        short &= {one["loc"][:length] for one in errors for length in lengths if len(one["loc"]) > length}
    return (one for one in errors if not (one["type"] == "too_short" and one["loc"] in short))


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
        plural = "" if ctx["min_length"] == 1 else "s"
        return f"At least {ctx['min_length']} item{plural} needed.", "Add what is missing."
    if kind == "too_long":
        return f"It may have at most {ctx['max_length']} items.", "Leave some out."
    return _OWN_WORDS.get(kind, f"{message}."), _REMEDIES.get(kind, "Change it to what is expected.")

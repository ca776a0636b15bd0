"""Findings: a mistake seen before it is made, where it is, why it matters and what to do."""

from collections.abc import Callable, Mapping
from dataclasses import field as dataclass_field
from typing import Any, Literal

from ulbrek.core.base.docstring import RuleText, read_docstring
from ulbrek.core.base.frozen import dataclass

Severity = Literal["danger", "stop", "caution", "hint"]
SEVERITIES: tuple[Severity, ...] = ("danger", "stop", "caution", "hint")


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number in a sentence, so that it can be written in the reader's units.

    ``unit`` is one of the rules, or a kind of it: ``there`` and ``needed`` are lengths as ``mm`` is.
    """

    value: float
    unit: str


@dataclass(frozen=True, slots=True)
class Change:
    """A change of the job that clears a finding: in words for its button, and as fields to set.

    ``fields`` maps a JSON pointer, relative to what the station was given, to the value that it takes.
    ``label`` holds ``{name}`` where a value of ``values`` belongs.
    """

    label: str
    fields: Mapping[str, Any]
    values: Mapping[str, "Quantity | str"] = dataclass_field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Mark:
    """A place on the drawing: two points in the plan of the piece as it stands [mm]."""

    piece: str
    x1: float
    y1: float
    x2: float
    y2: float


@dataclass(frozen=True, slots=True)
class Finding:
    """What is wrong. Sentences hold ``{name}`` where a value of ``values`` belongs.

    ``also`` are other changes that would clear it, where only a person knows which is meant.
    """

    code: str
    severity: Severity
    title: str
    reason: str
    remedy: str
    field: str
    values: Mapping[str, Quantity | str] = dataclass_field(default_factory=dict)
    source: str = ""
    change: Change | None = None
    also: tuple[Change, ...] = ()
    mark: Mark | None = None


@dataclass(frozen=True, slots=True)
class Check:
    """A rule that may find something; its docstring is its page in the rule book."""

    function: Callable[..., list[Finding]]
    code: str
    severity: Severity
    text: RuleText

    def __call__(self, *args: Any, **kwargs: Any) -> list[Finding]:  # noqa: ANN401 - as the check wants
        """What it finds, each finding with the check's code and source."""
        return self.function(*args, **kwargs)


def check(code: str, severity: Severity) -> Callable[[Callable[..., list[Finding]]], Check]:
    """Marks a function as the check that raises ``code``."""

    def mark(function: Callable[..., list[Finding]]) -> Check:
        return Check(function, code, severity, read_docstring(function.__doc__ or "", function.__qualname__))

    return mark


def finding(found_by: Check, **parts: Any) -> Finding:  # noqa: ANN401 - the parts of a Finding
    """A finding with its check's code, severity (unless given) and source."""
    severity = parts.pop("severity", found_by.severity)
    return Finding(code=found_by.code, severity=severity, source=found_by.text.source, **parts)

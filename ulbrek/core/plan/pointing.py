"""Findings of a station made to point into the job's document."""

from collections.abc import Iterable
from dataclasses import replace

from ulbrek.core.base.finding import Change, Finding


def pointed(pointer: str, findings: Iterable[Finding]) -> tuple[Finding, ...]:
    """Findings with their fields and changes under a JSON pointer of the job."""
    return tuple(_at(pointer, one) for one in findings)


def _at(pointer: str, found: Finding) -> Finding:
    also = tuple(_change_at(pointer, one) for one in found.also)
    change = _change_at(pointer, found.change) if found.change else None
    return replace(found, field=f"{pointer}{found.field}", change=change, also=also)


def _change_at(pointer: str, change: Change) -> Change:
    return replace(change, fields={f"{pointer}{field}": value for field, value in change.fields.items()})

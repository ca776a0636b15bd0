"""What has changed since a pour: its plan as it stood, beside the plan of today."""

from collections.abc import Iterator, Mapping
from math import isclose
from typing import Any

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.plan.figures import figures_in
from ulbrek.core.plan.result import Plan
from ulbrek.core.rulebook import rules

_ALIKE = 1e-3  # a change of less than a thousandth says nothing to anybody


@dataclass(frozen=True, slots=True)
class FigureChange:
    """A figure that is another today; None where it was not there, or is not any more.

    ``title`` says what it is, ``of`` of what, where a rule is used for several things of one plan.
    """

    key: str
    title: str
    of: str
    then: float | None
    now: float | None
    unit: str


def changed_since(then: Mapping[str, Any], now: Plan) -> tuple[FigureChange, ...]:
    """The figures that differ between a plan that was kept and a plan of today, in the order of the work.

    Args:
        then: the kept plan as JSON
        now: the plan of today
    """
    shown = {name: part for name, part in then.items() if name != "workings"}
    before = {figure.key: figure for figure in _figures(shown)}
    today = {figure.key: _Told(figure.key, figure.rule, figure.value, figure.unit) for figure in figures_in(now)}
    return tuple(_changes(before, today))


@dataclass(frozen=True, slots=True)
class _Told:
    key: str
    rule: str
    value: float
    unit: str


def _changes(before: Mapping[str, _Told], today: Mapping[str, _Told]) -> Iterator[FigureChange]:
    titles = {rule: one.text.summary for rule, one in rules().items()}
    for key in sorted({**before, **today}, key=lambda key: _order(key, titles)):
        then, now = before.get(key), today.get(key)
        told = then or now
        if told is None or (then and now and isclose(then.value, now.value, rel_tol=_ALIKE, abs_tol=1e-9)):
            continue
        yield FigureChange(
            key, titles.get(told.rule, told.rule), key.partition("@")[2], then.value if then else None,
            now.value if now else None, told.unit,
        )  # fmt: skip


def _order(key: str, titles: Mapping[str, str]) -> tuple[int, str]:
    rule = key.partition("@")[0]
    return (list(titles).index(rule) if rule in titles else len(titles), key)


def _figures(document: Any) -> Iterator[_Told]:  # noqa: ANN401 - any JSON
    if isinstance(document, list):
        for part in document:
            yield from _figures(part)
    elif isinstance(document, dict):
        if {"key", "rule", "value", "unit", "inputs"} <= document.keys():
            yield _Told(document["key"], document["rule"], document["value"], document["unit"])
        else:
            for part in document.values():
                yield from _figures(part)

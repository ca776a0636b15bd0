"""The walk over the figures of a plan."""

from collections.abc import Iterator
from dataclasses import is_dataclass
from functools import cache
from typing import Any, get_args, get_type_hints

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding


def figures_in(result: object) -> Iterator[Figure]:
    """Every figure that a result shows, or a whole plan; those behind them are reached through their inputs."""
    ahead = [result]
    while ahead:
        value = ahead.pop()
        if isinstance(value, Figure):
            yield value
        elif isinstance(value, tuple):
            ahead.extend(value)
        else:
            ahead.extend(getattr(value, name) for name in _parts_of(type(value)))  # type: ignore[arg-type]  # hashable


@cache
def _parts_of(kind: type) -> tuple[str, ...]:
    """The fields of a result's type that figures may stand in."""
    if not is_dataclass(kind) or kind is Finding:
        return ()
    return tuple(name for name, hint in get_type_hints(kind).items() if _holds_figures(hint))


def _holds_figures(hint: Any) -> bool:  # noqa: ANN401 - any annotation
    inner = get_args(hint)
    return any(_holds_figures(one) for one in inner) if inner else hint is Figure or bool(_parts_of(hint))

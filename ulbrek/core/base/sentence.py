"""Sentences with numbers in them, and figures, in the reader's units."""

import re
from collections.abc import Mapping

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Quantity
from ulbrek.core.base.units.kinds import KINDS
from ulbrek.core.base.units.quantity import write_apart, write_quantity, write_range
from ulbrek.core.base.units.reading import Units

# ``{name}`` is a value, ``{low–high}`` the range of two; ``{20 limit}`` a fixed number and its kind, ``{3 to 6 limit}``
# a range of them.
_PLACE = re.compile(r"\{([^{}]+)\}")
_KNOWN = {*KINDS, "limit", "sold"}
_FIXED = re.compile(r"(-?\d+(?:\.\d+)?)(?: to (-?\d+(?:\.\d+)?))? (.+)")


def fill(text: str, values: Mapping[str, Quantity | str], units: Units) -> str:
    """A sentence in the reader's units; two numbers in it that differ are never written alike.

    Args:
        text: with ``{name}`` where a value belongs, ``{20 limit}`` where a fixed number does
        values: by name
        units: the reader's
    """
    named = [name for name in dict.fromkeys(_PLACE.findall(text)) if isinstance(values.get(name), Quantity)]
    quantities = [value for name in named if isinstance(value := values[name], Quantity)]
    texts = write_apart([one.value for one in quantities], [one.unit for one in quantities], units)
    written = dict(zip(named, texts, strict=True))
    return _PLACE.sub(lambda place: written.get(place[1]) or _plain(place[1], values, units), text)


def write_figure(figure: Figure, units: Units) -> str:
    """A figure as fine as its kind: its range where it has one."""
    if figure.low is None or figure.high is None:
        return write_quantity(figure.value, figure.kind or figure.unit, units)
    return write_range(figure.low, figure.high, figure.kind or figure.unit, units)


def write_likely(figure: Figure, units: Units) -> str:
    """A figure as fine as its kind, its likely value alone; of a limit its safe end."""
    if figure.kind == "at most" and figure.low is not None:
        return write_quantity(figure.low, figure.kind, units)
    return write_quantity(figure.value, figure.kind or figure.unit, units)


def _plain(place: str, values: Mapping[str, Quantity | str], units: Units) -> str:
    """What belongs in a place; where it is none of ours, such as a name that somebody typed in braces, as it stands."""
    if place in values:
        value = values[place]
        return fill(value, {}, units) if isinstance(value, str) else write_quantity(value.value, value.unit, units)
    low, _, high = place.partition("–")
    ends = [one for name in (low, high) if isinstance(one := values.get(name), Quantity)]
    if len(ends) > 1:
        return write_range(ends[0].value, ends[1].value, ends[1].unit, units)
    fixed = _FIXED.fullmatch(place)
    if fixed is None or fixed[3] not in _KNOWN:
        return f"{{{place}}}"
    first, last, kind = fixed.groups()
    return write_range(float(first), float(last), kind, units) if last else write_quantity(float(first), kind, units)

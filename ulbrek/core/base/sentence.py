"""Sentences with numbers in them, and figures, in the reader's units."""

import re
from collections.abc import Mapping

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Quantity
from ulbrek.core.base.units.quantity import write_apart, write_quantity, write_range
from ulbrek.core.base.units.reading import Units

# ``{name}`` is a value, ``{low–high}`` the range of two; ``{20 limit}`` a fixed number and its kind, ``{3 to 6 limit}``
# a range of them.
_PLACE = re.compile(r"\{([^{}]+)\}")
_FIXED = re.compile(r"(-?\d+(?:\.\d+)?)(?: to (-?\d+(?:\.\d+)?))? (.+)")


def fill(text: str, values: Mapping[str, Quantity | str], units: Units) -> str:
    """A sentence in the reader's units; two numbers in it that differ are never written alike.

    Args:
        text: with ``{name}`` where a value belongs, ``{20 limit}`` where a fixed number does
        values: by name
        units: the reader's

    Raises:
        KeyError: where the text names a value that is not given
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
    """A figure as fine as its kind, its likely value alone."""
    return write_quantity(figure.value, figure.kind or figure.unit, units)


def _plain(place: str, values: Mapping[str, Quantity | str], units: Units) -> str:
    low_name, _, high_name = place.partition("–")
    if high_name:
        ends = values[low_name], values[high_name]
        low_value, high_value = (one for one in ends if isinstance(one, Quantity))
        return write_range(low_value.value, high_value.value, high_value.unit, units)
    fixed = _FIXED.fullmatch(place)
    if fixed is None:
        value = values[place]
        return value if isinstance(value, str) else write_quantity(value.value, value.unit, units)
    low, high, kind = fixed.groups()
    return write_range(float(low), float(high), kind, units) if high else write_quantity(float(low), kind, units)

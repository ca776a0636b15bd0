"""Worked figures: every number a person sees knows its rule and what was put in, and can be asked why."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import field
from functools import cache
from itertools import product
from typing import Annotated, Generic, ParamSpec

from pydantic import PlainSerializer

from ulbrek.core.base.docstring import RuleText, read_docstring
from ulbrek.core.base.frozen import dataclass

P = ParamSpec("P")

_UNIT_SUFFIXES = (
    ("_w_m2", "W/m2"),
    ("_kwh", "kWh"),
    ("_price", "price"),
    ("_kg_m3", "kg/m3"),
    ("_kg_m2_h", "kg/m2/h"),
    ("_kg_m2", "kg/m2"),
    ("_m2_per_l", "m2/l"),
    ("_l_m2", "l/m2"),
    ("min_m2", "min/m2"),
    ("_m2_h", "m2/h"),
    ("_m_h", "m/h"),
    ("_m_min", "m/min"),
    ("_kg_l", "kg/l"),
    ("_ug_m3", "ug/m3"),
    ("_kg_m", "kg/m"),
    ("_l_per_kg", "l/kg"),
    ("_mm5", "mm5"),
    ("_mm_m", "mm/m"),
    ("_mm2", "mm2"),
    ("_mm3", "mm3"),
    ("_m2", "m2"),
    ("_mm", "mm"),
    ("_kg", "kg"),
    ("_l", "l"),
    ("_m", "m"),
    ("_mpa", "MPa"),
    ("_nm", "N.m"),
    ("_um", "um"),
    ("_n", "N"),
    ("_mm4", "mm4"),
    ("_min", "min"),
    ("_g", "g"),
    ("_h", "h"),
    ("_kmh", "km/h"),
    ("_pct", "%"),
    ("_kelvin", "K"),
    ("_m2kw", "m2.K/W"),
    ("_k", "K"),
    ("_w", "W"),
    ("_v", "V"),
    ("_c", "C"),
    ("_days", "d"),
    ("_screws", "screws"),
    ("_sheets", "sheets"),
    ("_cartridges", "cartridges"),
    ("_rolls", "rolls"),
    ("_boxes", "boxes"),
    ("_bars", "bars"),
    ("_ties", "ties"),
    ("_deg", "deg"),
    ("_bags", "bags"),
    ("_batches", "batches"),
    ("_people", "people"),
    ("_barrows", "barrows"),
    ("_layers", "layers"),
)


@cache
def unit_of(name: str) -> str:
    """The unit that a quantity's name ends in; ``1`` for a plain number."""
    return next((unit for suffix, unit in _UNIT_SUFFIXES if name.endswith(suffix)), "1")


@dataclass(frozen=True, slots=True)
class Spread:
    """A quantity known only within bounds: the least, the likely and the most, in one unit."""

    low: float
    likely: float
    high: float


def _key_of(figure: "Figure | None") -> str | None:
    return figure.key if figure else None


# Neither is frozen: a plan makes hundreds, and freezing would cost as much as the rules themselves.
@dataclass(slots=True)
class Input:
    """One number put into a rule, and the figure it came from, if it did (in JSON: its key)."""

    value: float
    unit: str
    low: float | None = None
    high: float | None = None
    figure: Annotated["Figure | None", PlainSerializer(_key_of, return_type=str | None)] = None


@dataclass(slots=True)
class Figure:
    """A number with its rule and inputs. ``low`` and ``high`` bound it where an input is a spread.

    ``kind`` is how fine it is written, where its unit alone does not say.
    """

    key: str
    rule: str
    value: float
    unit: str
    inputs: Mapping[str, Input] = field(default_factory=dict)
    low: float | None = None
    high: float | None = None
    kind: str = ""


@dataclass(frozen=True, slots=True)
class Rule(Generic[P]):
    """A rule of the trade: a plain function of floats, its unit, and what its docstring says."""

    function: Callable[P, float]
    id: str
    unit: str
    text: RuleText
    kind: str = ""

    def __call__(self, *args: P.args, **kwargs: P.kwargs) -> float:
        """The rule's value, as the function gives it."""
        return self.function(*args, **kwargs)


def rule(unit: str, kind: str = "") -> Callable[[Callable[P, float]], Rule[P]]:
    """Marks a function as a rule whose result is in ``unit``, and is written as fine as its ``kind``, if given.

    Its docstring must hold a summary, ``Args``, ``Formula`` and ``Source``: they are the rule book.
    """

    def mark(function: Callable[P, float]) -> Rule[P]:
        room = function.__module__.removeprefix("ulbrek.core.").split(".")[0]
        text = read_docstring(function.__doc__ or "", function.__qualname__)
        return Rule(function, f"{room}.{function.__name__}", unit, text, kind)

    return mark


Given = Figure | Spread | float
_Ends = Sequence[tuple[float, float]]


def work(marked: Rule[...], of: str = "", /, **given: Given) -> Figure:
    """Works a rule out and keeps what was put in.

    Where inputs are spreads the rule is tried at every corner of them, so that it need not be known
    which way each one pulls.

    Args:
        marked: the rule
        of: what it is worked out for, when a rule is used for several things of one plan
        given: the rule's arguments by name

    Returns:
        the figure, its key being the rule's id, with ``@of`` behind it if given
    """
    return _worked(marked, of, given, lambda ends: product(*ends))


def work_together(marked: Rule[...], of: str = "", /, **given: Given) -> Figure:
    """The same where the spreads are of one thing: the low of one goes with the low of the others.

    Args:
        marked: the rule
        of: what it is worked out for, when a rule is used for several things of one plan
        given: the rule's arguments by name
    """
    return _worked(marked, of, given, lambda ends: zip(*ends, strict=True))


def _worked(
    marked: Rule[...], of: str, given: Mapping[str, Given], corners: Callable[[_Ends], Iterable[tuple[float, ...]]]
) -> Figure:
    inputs: dict[str, Input] = {}
    values: dict[str, float] = {}
    spread: dict[str, tuple[float, float]] = {}
    for name, value in given.items():
        unit = unit_of(name)
        if isinstance(value, Figure):
            likely, low, high = value.value, value.low, value.high
            inputs[name] = Input(likely, unit, low, high, value)
        elif isinstance(value, Spread):
            likely, low, high = value.likely, value.low, value.high
            inputs[name] = Input(likely, unit, low, high)
        else:
            inputs[name] = Input(value, unit)
            values[name] = value
            continue
        values[name] = likely
        if low is not None and high is not None:
            spread[name] = low, high
    worked = marked.function(**values)
    low = high = None
    if spread:
        tried = [
            marked.function(**{**values, **dict(zip(spread, bounds, strict=True))})
            for bounds in corners([*spread.values()])
        ]
        low, high = min(tried), max(tried)
    key = f"{marked.id}@{of}" if of else marked.id
    return Figure(key, marked.id, worked, marked.unit, inputs, low, high, marked.kind)


def workings(shown: Iterable[Figure]) -> dict[str, Figure]:
    """The figures behind some figures, by key, those shown themselves left out."""
    behind: dict[str, Figure] = {}
    ahead = list(shown)
    seen = {figure.key for figure in ahead}
    while ahead:
        for put_in in ahead.pop().inputs.values():
            if put_in.figure and put_in.figure.key not in seen:
                seen.add(put_in.figure.key)
                behind[put_in.figure.key] = put_in.figure
                ahead.append(put_in.figure)
    return behind

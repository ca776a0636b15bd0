"""Writes quantities in the reader's units, as fine as each can be measured or set on the day."""

from collections.abc import Callable, Mapping, Sequence
from decimal import ROUND_CEILING, ROUND_FLOOR, ROUND_HALF_UP, Decimal
from math import ceil, floor

from ulbrek.core.base.units.constants import MM_PER_FOOT, MM_PER_INCH
from ulbrek.core.base.units.kinds import COUNTED, KINDS, PAIRS, WHOLE_CURRENCIES, Band
from ulbrek.core.base.units.reading import Units

NBSP = "\N{NO-BREAK SPACE}"
_TRIFLE = 1e-6  # of a step: what is off by less is on it
_PAIR_MM = 1.0  # a limit that near to a pair of the trade is that pair
_SOLD_MM = 6.0  # sheets and lumber are sold by the foot, and cut to the nearest round millimetres
_EXACT_FIGURES = 5
_LENGTHS = frozenset(
    {"mm", "cut", "tape", "hold", "spacing", "at most", "there", "needed", "bow", "fine", "limit", "screw", "sold"}
)


def write_quantity(value: float, kind: str, units: Units) -> str:
    """A quantity as it is read on the bench: ``12.7 L``, ``3 bags``, ``24 3/8″``.

    Args:
        value: the number, in the unit of the rules that its kind is of
        kind: a unit such as ``mm``, ``kg``, ``bags``, or what is meant by it, such as ``cut`` or ``water``
        units: ``in`` for US customary units, ``mm`` for metric
    """
    return _written(value, kind, units, value)


def write_range(low: float, high: float, kind: str, units: Units) -> str:
    """Low to high in one unit and to one precision, the unit said once; one number where both are written alike.

    A limit is never a range: of what is so much at most the safe end is given.
    """
    if kind == "at most":
        return write_quantity(low, kind, units)
    first, last = (_written(value, kind, units, max(abs(low), abs(high))) for value in (low, high))
    if first == last:
        return last
    if kind in _LENGTHS and units == "in":
        return f"{first.removesuffix('″')}–{last}"
    number, _, unit = first.rpartition(NBSP)
    alike = kind in COUNTED or last.endswith(f"{NBSP}{unit}")
    return f"{number}–{last}" if number and alike else f"{first}–{last}"


def write_apart(values: Sequence[float], kinds: Sequence[str], units: Units) -> tuple[str, ...]:
    """Quantities that a sentence compares: where two that differ are written alike, to so many digits that they do not.

    Args:
        values: the numbers
        kinds: of each; only those of one unit are told apart
        units: the reader's
    """
    texts = [write_quantity(value, kind, units) for value, kind in zip(values, kinds, strict=True)]
    for index, (value, kind) in enumerate(zip(values, kinds, strict=True)):
        for other in range(index):
            if texts[index] == texts[other] and abs(value - values[other]) > _TRIFLE * max(1.0, abs(value)):
                texts[index], texts[other] = _told_apart(value, values[other], kind, units)
    return tuple(texts)


def write_exact(value: float, kind: str, units: Units) -> str:
    """A quantity as it was worked out, for whoever checks it: to five figures, inches in decimals."""
    if kind in COUNTED or kind in ("1", "ratio"):
        return write_quantity(value, kind, units) if kind in COUNTED else figures(value, _EXACT_FIGURES)
    if kind in _LENGTHS:
        if units == "mm":
            return f"{figures(value, _EXACT_FIGURES, grouped=False)}{NBSP}mm"
        return f"{figures(value / MM_PER_INCH, _EXACT_FIGURES, grouped=False)}″"
    band = _band(kind, units, value)
    return _named(figures(value * band.factor + band.zero, _EXACT_FIGURES), band) if band else trim(value, 4)


def write_batch_water(bags: float, bag_l: float, units: Units) -> str:
    """Water of a batch: as many times what is shown for a bag as there are bags in it, so that both agree.

    Args:
        bags: in the batch
        bag_l: water of one bag [l]
        units: the reader's
    """
    band = _band("water", units, bag_l)
    shown = float(_stepped(bag_l * band.factor, band.step, 0)) if band else bag_l
    return write_quantity(bags * shown / (band.factor if band else 1.0), "water", units)


def split_quantity(value: float, kind: str, units: Units) -> tuple[float, str]:
    """A quantity as it is written, its number apart from the name of its unit: for tables."""
    number, _, name = write_quantity(value, kind, units).partition(NBSP)
    return float(number.replace(",", "").replace("−", "-")), name


def write_money(value: float, currency: str) -> str:
    """Money, never without its currency: ``1,240.50 EUR``.

    Args:
        value: in that currency
        currency: its three letters, as ISO 4217 has them
    """
    kind = "whole price" if currency in WHOLE_CURRENCIES else "price"
    return f"{write_quantity(value, kind, 'mm')}{NBSP}{currency}"


def figures(value: float, count: int, *, grouped: bool = True) -> str:
    """A number to so many figures, noughts at its end left out, its thousands set apart."""
    exact = Decimal(repr(float(value)))
    places = count - 1 - exact.adjusted() if exact else 0
    return _plain(_to_places(value, places), grouped=grouped)


def rounded(value: float, decimals: int) -> str:
    """A number to so many decimals, halves away from nought, its thousands set apart: ``1,020.4``."""
    return f"{_to_places(value, decimals):,f}".replace("-", "−")


def trim(value: float, decimals: int) -> str:
    """A number to so many decimals at the most."""
    return _plain(_to_places(value, decimals), grouped=False)


def _written(value: float, kind: str, units: Units, size: float) -> str:
    if kind in COUNTED:
        number = _plain(_to_places(value, 2), grouped=True)
        return f"{number}{NBSP}{COUNTED[kind] if number == '1' else kind}"
    if kind in _OF_THE_TRADE:
        return _OF_THE_TRADE[kind](value, units)
    band = _band(kind, units, size)
    if band is None:
        return trim(value, 4)
    return _in_marks(value * band.factor, band) if band.marks else _in_steps(value, band)


def _in_steps(value: float, band: Band) -> str:
    shown = value * band.factor + band.zero
    if band.figures:
        return _named(figures(shown, band.figures), band)
    number = _stepped(shown, band.step, band.towards)
    if band.under and not number and abs(shown) > _TRIFLE * band.step:
        return f"under {_named(_plain(Decimal(repr(band.step)), grouped=False), band)}"
    if band.fixed:
        return f"{number:,f}".replace("-", "−")
    return _named(_plain(number, grouped=band.name != "mm"), band)


def _band(kind: str, units: Units, size: float) -> Band | None:
    bands = KINDS[kind][units] if kind in KINDS else ()
    return next((band for band in bands if abs(size) < band.below), None)


def _named(number: str, band: Band) -> str:
    if not band.name:
        return number
    name = band.one if band.one and number == "1" else band.name
    return f"{number}{'' if name in ('°', '″') else NBSP}{name}"


def _stepped(value: float, step: float, towards: int) -> Decimal:
    """The number at the nearest multiple of a step, or the one below or above it."""
    exact, by = Decimal(repr(float(value))), Decimal(repr(step))
    if towards:
        exact = Decimal(repr(value - towards * step * _TRIFLE))
    way = {-1: ROUND_FLOOR, 0: ROUND_HALF_UP, 1: ROUND_CEILING}[towards]
    number = (exact / by).quantize(Decimal(1), way) * by
    return number if number else abs(number)


def _in_marks(mm: float, band: Band) -> str:
    """A length at a mark of the tape."""
    if mm < 0:
        return f"−{_in_marks(-mm, band)}"
    inches = mm / MM_PER_INCH
    marks, count = band.marks, _count(inches * band.marks, band.towards)
    if band.finer and abs(mm - count * MM_PER_INCH / marks) > MM_PER_INCH / 64 + _TRIFLE:
        marks, count = band.finer, _count(inches * band.finer, band.towards)
    if band.under and not count and mm > _TRIFLE:
        return f"under 1/{marks}{band.name}"
    return f"{_mixed(count, marks)}{band.name}"


def _count(marks: float, towards: int) -> int:
    if towards:
        return ceil(marks - _TRIFLE) if towards > 0 else floor(marks + _TRIFLE)
    return floor(marks + 0.5)


def _limit(mm: float, units: Units) -> str:
    """A limit of a rule, as the trade says it: 20 mm, or 3/4″."""
    pair = min(PAIRS, key=lambda pair: abs(pair[0] - mm))
    if abs(pair[0] - mm) > _PAIR_MM:
        return write_quantity(mm, "mm", units)
    return f"{pair[0]:g}{NBSP}mm" if units == "mm" else f"{_mixed(floor(pair[1] * 16 + 0.5), 16)}″"


def _sold(mm: float, units: Units) -> str:
    """A side of a sheet or a length as it is sold: 2440 mm, or 8 ft."""
    feet = round(mm / MM_PER_FOOT)
    if units == "mm":
        return write_quantity(mm, "mm", units)
    return f"{feet}{NBSP}ft" if feet and abs(mm - feet * MM_PER_FOOT) <= _SOLD_MM else write_quantity(mm, "mm", units)


def write_sheet(long_mm: float, wide_mm: float, units: Units) -> str:
    """A sheet as it is sold: ``1220 × 2440 mm``, ``4 × 8 ft``."""
    short, long = (write_quantity(side, "sold", units) for side in sorted((long_mm, wide_mm)))
    number, _, unit = short.rpartition(NBSP)
    return f"{number} × {long}" if number and long.endswith(f"{NBSP}{unit}") else f"{short} × {long}"


def _told_apart(first: float, second: float, kind: str, units: Units) -> tuple[str, str]:
    """Two that are written alike: in more figures; of inches, the nearer one is said to be just under or over."""
    if kind in _LENGTHS and units == "in":
        alike = write_quantity(second, kind, units)
        return f"just {'under' if first < second else 'over'} {alike}", alike
    for count in range(2, 12):
        texts = tuple(_to_figures(value, kind, units, count) for value in (first, second))
        if texts[0] != texts[1]:
            return texts[0], texts[1]
    return write_exact(first, kind, units), write_exact(second, kind, units)


def _to_figures(value: float, kind: str, units: Units, count: int) -> str:
    if kind in _LENGTHS:
        return f"{figures(value, count, grouped=False)}{NBSP}mm"
    band = _band(kind, units, value)
    return _named(figures(value * band.factor + band.zero, count), band) if band else figures(value, count)


def _mixed(marks: int, denominator: int) -> str:
    whole, rest = divmod(marks, denominator)
    while rest and rest % 2 == 0:
        rest, denominator = rest // 2, denominator // 2
    if not rest:
        return str(whole)
    return f"{whole}{NBSP}{rest}/{denominator}" if whole else f"{rest}/{denominator}"


def _plain(number: Decimal, *, grouped: bool) -> str:
    text = f"{number:,f}" if grouped else f"{number:f}"
    text = text.rstrip("0").rstrip(".") if "." in text else text
    return text.replace("-", "−")


def _to_places(value: float, places: int) -> Decimal:
    """The number as it is written in decimals, to so many of them; never minus nought."""
    exact = Decimal(repr(float(value))).quantize(Decimal(1).scaleb(-places), ROUND_HALF_UP)
    return exact if exact else abs(exact)


_OF_THE_TRADE: Mapping[str, Callable[[float, Units], str]] = {"limit": _limit, "sold": _sold}

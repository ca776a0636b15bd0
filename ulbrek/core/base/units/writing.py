"""Writes a length as it is read off a tape."""

from decimal import ROUND_HALF_UP, Decimal
from math import floor

from ulbrek.core.base.units.constants import MM_PER_INCH
from ulbrek.core.base.units.reading import Units

FINEST_UNSAID_ERROR_MM = MM_PER_INCH / 64


def write_hold(mm: float, units: Units) -> str:
    """Where hands, straps and props go: no finer than they can be put there.

    Args:
        mm: where [mm]
        units: ``in`` or ``mm``
    """
    step = 5.0 if units == "mm" else MM_PER_INCH / 2
    return write_length(round(mm / step) * step, units)


def write_length(mm: float, units: Units, denominator: int = 16) -> str:
    """A length in words for the bench: ``24 3/8″`` or ``620 mm``.

    Inches go to the nearest mark; when that is off by more than 1/64 in, the text says by how much.
    Millimetres show one decimal where there is one.

    Args:
        mm: the length [mm]
        units: ``in`` or ``mm``
        denominator: the finest fraction of an inch shown, 16 or 32

    Returns:
        the text, such as ``24 7/16″ − 0.7 mm``
    """
    if mm < 0:
        return f"−{write_length(-mm, units, denominator)}"
    if units == "mm":
        return f"{trim(mm, 1)} mm"
    marks = floor(mm / MM_PER_INCH * denominator + 0.5)
    written = f"{_mixed(marks, denominator)}″"
    error_mm = mm - marks * MM_PER_INCH / denominator
    if abs(error_mm) > FINEST_UNSAID_ERROR_MM:
        sign = "+" if error_mm > 0 else "−"
        return f"{written} {sign} {trim(abs(error_mm), 1)} mm"
    return written


def _mixed(marks: int, denominator: int) -> str:
    whole, rest = divmod(marks, denominator)
    while rest and rest % 2 == 0:
        rest, denominator = rest // 2, denominator // 2
    if not rest:
        return str(whole)
    return f"{whole} {rest}/{denominator}" if whole else f"{rest}/{denominator}"


def rounded(value: float, decimals: int) -> str:
    """A number to so many decimals, halves away from nought, its thousands set apart: ``1,020.4``."""
    return f"{_to_places(value, decimals):,f}"


def trim(value: float, decimals: int) -> str:
    """A number to so many decimals at the most."""
    text = f"{_to_places(value, decimals):f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


def figures(value: float, count: int) -> str:
    """A number to so many figures, noughts at its end left out, its thousands set apart."""
    exact = Decimal(repr(float(value)))
    places = count - 1 - exact.adjusted() if exact else 0
    text = f"{_to_places(value, places):,f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


def _to_places(value: float, places: int) -> Decimal:
    """The number as it is written in decimals, to so many of them; never minus nought."""
    exact = Decimal(repr(float(value))).quantize(Decimal(1).scaleb(-places), ROUND_HALF_UP)
    return exact if exact else abs(exact)

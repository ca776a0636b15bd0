"""Reads a length the way it is called out over a saw."""

import re
from typing import Literal

from ulbrek.core.base.units.constants import MM_PER_FOOT, MM_PER_INCH

Units = Literal["in", "mm"]

REMEDY = "Write it like 24 3/8, 2' 1\", 2 ft 1/2 in, 620 mm or 62 cm."
LONGEST_MM = 100_000.0
LONGEST_TEXT = 40

_UNIT_MM = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": MM_PER_INCH, "ft": MM_PER_FOOT}
_DECIMALS = 9  # so that 1 1/2 in is 38.1 mm and not a last bit beside it
_SPELLINGS = {
    "mm": ("millimetres", "millimetre", "millimeters", "millimeter", "mm"),
    "cm": ("centimetres", "centimetre", "centimeters", "centimeter", "cm"),
    "m": ("metres", "metre", "meters", "meter", "m"),
    "in": ("inches", "inch", "ins", "in", '"', "″", "”", "''", "′′", "’’"),
    "ft": ("feet", "foot", "ft", "'", "′", "’"),
}
_UNIT_OF = {spelling: unit for unit, spellings in _SPELLINGS.items() for spelling in spellings}
_GOES_BEFORE = {("ft", "in"), ("m", "cm"), ("m", "mm"), ("cm", "mm")}
_VULGAR = {
    "½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8",
    "⅓": "1/3", "⅔": "2/3", "⅙": "1/6", "⅚": "5/6", "⅕": "1/5", "⅖": "2/5", "⅗": "3/5", "⅘": "4/5",
}  # fmt: skip

_Part = tuple[float, str | None, bool]  # number, unit, whether it was written as a fraction
_UNIT_PATTERN = "|".join(re.escape(s) for s in sorted(_UNIT_OF, key=len, reverse=True))
_PART_PATTERN = re.compile(
    rf"""\s*(?:
        (?P<whole>\d+)\s*[\s-]\s*(?P<num>\d+)\s*/\s*(?P<den>\d+)   # 24 3/8, 8-1/2
      | (?P<lone_num>\d+)\s*/\s*(?P<lone_den>\d+)                  # 3/8
      | (?P<decimal>\d+(?:[.,]\d*)?|[.,]\d+)                       # 620, 62.5, 62,5, .75
    )\s*(?P<unit>{_UNIT_PATTERN})?\.?\s*""",
    re.VERBOSE | re.IGNORECASE,
)


class UnreadableLengthError(ValueError):
    """A length that cannot be read; its text says what is wrong and what would do."""


def read_length(text: str, bare: Units = "mm") -> float:
    """Millimetres of a length as it was typed.

    A number without a unit is in ``bare`` units; a bare fraction is always inches, a bare number
    after feet is inches.

    Args:
        text: such as ``24 3/8``, ``2' 1"``, ``1' 8-1/2"``, ``620 mm``, ``62cm``, ``62,5 cm``
        bare: what a number without a unit means, ``in`` or ``mm``

    Returns:
        the length [mm]

    Raises:
        UnreadableLengthError: when it cannot be read, is negative, or is over 100 m
    """
    if not text.strip():
        raise UnreadableLengthError(f"No length was given. {REMEDY}")
    if len(text) > LONGEST_TEXT:
        raise UnreadableLengthError(f"That is too long for one length. {REMEDY}")
    parts = _parts(text)
    total = 0.0
    previous: str | None = None
    for number, unit, is_fraction in parts:
        meant = unit or _meant(bare, after=previous, is_fraction=is_fraction)
        if previous is not None and ((previous, meant) not in _GOES_BEFORE or (meant != "in" and unit is None)):
            raise UnreadableLengthError(f"“{text.strip()}” cannot be read as one length. {REMEDY}")
        total += number * _UNIT_MM[meant]
        previous = meant
    if total > LONGEST_MM:
        raise UnreadableLengthError(f"“{text.strip()}” is over 100 m. {REMEDY}")
    return round(total, _DECIMALS)


def _meant(bare: Units, *, after: str | None, is_fraction: bool) -> str:
    return "in" if is_fraction or after == "ft" else bare


def _parts(text: str) -> list[_Part]:
    plain = text
    for sign, fraction in _VULGAR.items():
        plain = plain.replace(sign, f" {fraction}")
    found: list[_Part] = []
    at = 0
    while at < len(plain):
        match = _PART_PATTERN.match(plain, at)
        if match is None or (found and found[-1][1] is None):
            raise UnreadableLengthError(_why_unreadable(text))
        found.append(_one_part(match, text))
        at = match.end()
        if at < len(plain) and plain[at] == "-":  # the dash of 1'-8"
            at += 1
    return found


def _one_part(match: re.Match[str], text: str) -> _Part:
    spelled = match["unit"]
    unit = _UNIT_OF[spelled.lower()] if spelled else None
    if match["decimal"]:
        return float(match["decimal"].replace(",", ".")), unit, False
    numerator, denominator = match["num"] or match["lone_num"], match["den"] or match["lone_den"]
    if int(denominator) == 0:
        raise UnreadableLengthError(f"“{text.strip()}” divides by zero. {REMEDY}")
    return int(match["whole"] or 0) + int(numerator) / int(denominator), unit, True


def _why_unreadable(text: str) -> str:
    if text.strip().startswith(("-", "−")):
        return f"“{text.strip()}” is negative; a length cannot be. {REMEDY}"
    return f"“{text.strip()}” cannot be read as a length. {REMEDY}"

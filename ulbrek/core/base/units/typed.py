"""Reads a quantity as it stands on a bag, a tin or a price tag: ``80 lb``, ``0.6 cu ft``, ``3,5 l``, ``2 1/2 qt``."""

import re

from ulbrek.core.base.units.constants import (
    KG_PER_M3_PER_POUND_PER_CUBIC_FOOT,
    KG_PER_POUND,
    KM_PER_MILE,
    LITRES_PER_CUBIC_FOOT,
    LITRES_PER_US_FLUID_OUNCE,
    LITRES_PER_US_QUART,
    MM_PER_FOOT,
    MPA_PER_PSI,
)
from ulbrek.core.base.units.entries import ENTRIES, EntryUnit
from ulbrek.core.base.units.reading import Units, read_length

LONGEST_TEXT = 40
_FOOT_M = MM_PER_FOOT / 1000
_GALLON_L = 4 * LITRES_PER_US_QUART
_KILOGRAMS = {
    ("kg", "kgs", "kilo", "kilos"): 1.0, ("g", "gr", "gram", "grams"): 0.001, ("t", "tonne", "tonnes"): 1000.0,
    ("lb", "lbs", "pound", "pounds", "#"): KG_PER_POUND, ("oz", "ounce", "ounces"): KG_PER_POUND / 16,
}  # fmt: skip
_LITRES = {
    ("l", "litre", "litres", "liter", "liters"): 1.0, ("ml",): 0.001, ("cl",): 0.01, ("dl",): 0.1, ("m3", "m³"): 1000.0,
    ("qt", "qts", "quart", "quarts"): LITRES_PER_US_QUART, ("pt", "pint", "pints"): LITRES_PER_US_QUART / 2,
    ("gal", "gals", "gallon", "gallons"): _GALLON_L, ("floz", "fl.oz", "oz"): LITRES_PER_US_FLUID_OUNCE,
    ("ft3", "ft³", "cuft", "cu.ft", "cf"): LITRES_PER_CUBIC_FOOT,
    ("yd3", "yd³", "cuyd"): 27 * LITRES_PER_CUBIC_FOOT,
}  # fmt: skip
_MINUTES = {
    ("min", "mins", "minute", "minutes"): 1.0, ("h", "hr", "hrs", "hour", "hours"): 60.0, ("s", "sec"): 1 / 60,
    ("d", "day", "days"): 1440.0,
}  # fmt: skip
_Spelled = dict[tuple[str, ...], float]


def _in(units: _Spelled, one: float) -> _Spelled:
    """Units by their size in another one, which is so many of theirs."""
    return {names: factor / one for names, factor in units.items()}


# What each unit of the rules may be typed in: spellings without spaces, and how much of the rules' unit one is.
_SPELLED: dict[str, _Spelled] = {
    "kg": _KILOGRAMS,
    "g": _in(_KILOGRAMS, 0.001),
    "dose": {**_in(_KILOGRAMS, 0.001), ("%", "percent"): 1.0, ("pack", "packs"): 1.0},
    "l": _LITRES,
    "volume": _LITRES,
    "vessel": _LITRES,
    "sip": _LITRES,
    "ml": _in(_LITRES, 0.001),
    "min": _MINUTES,
    "h": _in(_MINUTES, 60.0),
    "d": _in(_MINUTES, 1440.0),
    "share": {("%", "percent"): 0.01},
    "%": {("%", "percent"): 1.0},
    "MPa": {("mpa", "n/mm2", "n/mm²"): 1.0, ("psi",): MPA_PER_PSI, ("ksi",): 1000 * MPA_PER_PSI},
    "kg/m3": {
        ("kg/m3", "kg/m³"): 1.0, ("g/cm3", "g/cm³", "kg/l", "kg/dm3"): 1000.0,
        ("lb/ft3", "lb/ft³", "lb/cuft", "pcf"): KG_PER_M3_PER_POUND_PER_CUBIC_FOOT,
    },
    "kg/l": {("kg/l", "g/ml", "g/cm3"): 1.0, ("kg/m3", "kg/m³"): 0.001},
    "m": {("m",): 1.0, ("mm",): 0.001, ("cm",): 0.01, ("ft", "'", "feet"): _FOOT_M, ("yd", "yds"): 3 * _FOOT_M},
    "m2": {("m2", "m²", "sqm"): 1.0, ("ft2", "ft²", "sqft", "sf"): _FOOT_M**2},
    "kg/m": {("kg/m",): 1.0, ("lb/ft",): KG_PER_POUND / _FOOT_M},
    "m2/l": {("m2/l", "m²/l"): 1.0, ("ft2/gal", "ft²/gal", "sqft/gal"): _FOOT_M**2 / _GALLON_L},
    "kg/m2": {("kg/m2", "kg/m²"): 1.0, ("lb/ft2", "lb/ft²", "lb/sqft"): KG_PER_POUND / _FOOT_M**2},
    "m2/h": {("m2/h", "m²/h"): 1.0, ("ft2/h", "ft²/h", "sqft/h"): _FOOT_M**2},
    "km/h": {("km/h", "kmh", "kph"): 1.0, ("mph", "mi/h"): KM_PER_MILE, ("m/s",): 3.6},
    "price/m": {("/m",): 1.0, ("/ft",): 1 / _FOOT_M},
    "deg": {("°", "deg", "degrees"): 1.0},
}  # fmt: skip
_DEGREES = {"c": (1.0, 0.0), "°c": (1.0, 0.0), "f": (1.8, 32.0), "°f": (1.8, 32.0)}
_NUMBER = re.compile(
    r"(?P<whole>\d+)[\s-]+(?P<num>\d+)/(?P<den>\d+)|(?P<lone_num>\d+)/(?P<lone_den>\d+)"
    r"|(?P<plain>[-−+]?\d[\d.,\s]*|[-−+]?[.,]\d+)"
)
_CURRENCIES = re.compile(r"[A-Z]{3}|[$£€¥]")
_LENGTHS = {"mm", "sold"}


class UnreadableQuantityError(ValueError):
    """A quantity that cannot be read; its text says what is wrong and what would do."""


def read_quantity(text: str, unit: str, bare: Units = "mm") -> float:
    """A quantity as it was typed, in the unit of the rules.

    Args:
        text: a number, or a number and one of the trade's units
        unit: of the rules, such as ``kg``, ``l``, ``MPa``, ``mm``; of a plain number ``""``
        bare: whose units a number without one is in, ``in`` for US customary and ``mm`` for metric

    Raises:
        UnreadableQuantityError: when there is no number, or its unit is not one of these
        UnreadableLengthError: when a length cannot be read
    """
    if unit in _LENGTHS:
        return read_length(text, bare)
    plain = text.replace("\N{NO-BREAK SPACE}", " ").strip()
    if unit.startswith("price"):
        plain = _CURRENCIES.sub("", plain).strip()
    match = _NUMBER.match(plain[:LONGEST_TEXT])
    if match is None or len(plain) > LONGEST_TEXT:
        raise UnreadableQuantityError(f"“{text[:LONGEST_TEXT]}” cannot be read. {_remedy(unit, bare)}")
    number = _number(match, text)
    spelled = re.sub(r"\s+", "", plain[match.end() :]).lower()
    entry = ENTRIES.get(unit, {}).get(bare, EntryUnit("", 3))
    if not spelled:
        return (number - entry.zero) / entry.factor
    if unit == "C" and spelled in _DEGREES:
        factor, zero = _DEGREES[spelled]
        return (number - zero) / factor
    for names, factor in _SPELLED.get(unit, {}).items():
        if spelled in names:
            return number * factor
    raise UnreadableQuantityError(f"“{text.strip()}” has a unit that does not fit here. {_remedy(unit, bare)}")


def _number(match: re.Match[str], text: str) -> float:
    if not match["plain"]:
        below = int(match["den"] or match["lone_den"])
        if below == 0:
            raise UnreadableQuantityError(f"“{text.strip()}” divides by zero. Write it like 12 or 2.5.")
        return int(match["whole"] or 0) + int(match["num"] or match["lone_num"]) / below
    plain = re.sub(r"\s+", "", match["plain"]).replace("−", "-").rstrip(".,")
    if "," in plain and "." in plain:
        plain = plain.replace("," if plain.rfind(".") > plain.rfind(",") else ".", "")
    elif re.fullmatch(r"[-+]?[1-9]\d{0,2},\d{3}", plain):
        whole = plain.replace(",", "")
        raise UnreadableQuantityError(
            f"“{text.strip()}” can be read two ways. Write {whole}, or {plain.replace(',', '.')}."
        )
    try:
        return float(plain.replace(",", "."))
    except ValueError:
        raise UnreadableQuantityError(f"“{text.strip()}” is not one number. Write it like 12 or 2.5.") from None


def _remedy(unit: str, bare: Units) -> str:
    entry = ENTRIES.get(unit, {}).get(bare)
    name = f" {entry.name}" if entry and entry.name else ""
    return f"Write it like 12{name} or 2.5{name}."

"""How fine quantities are written, by kind: a number is as fine as the thing can be measured or set on the day.

A kind is a unit of the rules (``mm``, ``kg``, ``l``), or what is meant by it where that makes a difference: where hands
go is a length as well as what the saw is set to. The front end's table is made from this one.

Source: common practice at the bench; ASTM E29-22, 3.2 and 6.4, for rounding to the nearest multiple of a step.
"""

from collections.abc import Mapping
from math import inf

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units.constants import (
    GRAVITY,
    KG_PER_M3_PER_POUND_PER_CUBIC_FOOT,
    KG_PER_POUND,
    KM_PER_MILE,
    LITRES_PER_CUBIC_FOOT,
    LITRES_PER_US_FLUID_OUNCE,
    LITRES_PER_US_QUART,
    MICRONS_PER_MIL,
    MM_PER_FOOT,
    MM_PER_INCH,
    MPA_PER_PSI,
)
from ulbrek.core.base.units.reading import Units


@dataclass(frozen=True, slots=True)
class Band:
    """How a quantity is written below a size.

    Attributes:
        below: up to which it is written so, in the unit of the rules
        name: the unit that is written
        step: to which the number is rounded, in that unit; where ``figures`` is given to so many figures instead
        factor: the number is so many times the value, plus ``zero``
        one: what the unit is called behind a single one
        marks: of a length in inches, the fraction of an inch to which it is rounded; 0 for decimals
        finer: the fraction where the other is off by more than 1/64 in; 0 where it is not looked at
        towards: -1 where it is rounded down, 1 where it is rounded up, 0 to the nearest
        under: whether what would be written as nothing is written as “under” the step
        fixed: whether noughts at its end stay: money has its cents
    """

    below: float = inf
    name: str = ""
    step: float = 1.0
    figures: int = 0
    factor: float = 1.0
    zero: float = 0.0
    one: str = ""
    marks: int = 0
    finer: int = 0
    towards: int = 0
    under: bool = False
    fixed: bool = False


Bands = tuple[Band, ...]
_POUND = 1 / KG_PER_POUND
_POUND_FORCE = KG_PER_POUND * GRAVITY  # N
_FOOT_M = MM_PER_FOOT / 1000
_GALLON_L = 4 * LITRES_PER_US_QUART
_CUBIC_YARD_L = 27 * LITRES_PER_CUBIC_FOOT
_CUBIC_FEET = 1 / LITRES_PER_CUBIC_FOOT
_FLUID_OUNCES = 1 / LITRES_PER_US_FLUID_OUNCE


def _both(metric: Bands | Band, customary: Bands | Band) -> dict[Units, Bands]:
    return {
        "mm": metric if isinstance(metric, tuple) else (metric,),
        "in": customary if isinstance(customary, tuple) else (customary,),
    }


def _same(*bands: Band) -> dict[Units, Bands]:
    return _both(bands, bands)


def _inches(marks: int, finer: int = 0, towards: int = 0, *, under: bool = False) -> Bands:
    return (Band(name="″", marks=marks, finer=finer, towards=towards, under=under),)


_TINY_IN = Band(MM_PER_INCH / 8, "″", marks=64, under=True)
_TINY_MM = Band(3, "mm", 0.1, under=True)
_TAPE_IN = (_TINY_IN, *_inches(16, 32))
_FIGURES = 3

KINDS: Mapping[str, Mapping[Units, Bands]] = {
    # Lengths
    "mm": _both((_TINY_MM, Band(20, "mm", 0.5), Band(name="mm")), _TAPE_IN),
    "cut": _both((_TINY_MM, Band(name="mm", step=0.5)), _TAPE_IN),
    "tape": _both(Band(name="mm"), _inches(16)),
    "hold": _both(Band(name="mm", step=5), _inches(2)),
    "spacing": _both(Band(name="mm", step=5), _inches(4)),
    "at most": _both(Band(name="mm", step=5, towards=-1), _inches(2, towards=-1)),
    "there": _both(Band(name="mm", towards=-1), _inches(16, towards=-1)),
    "needed": _both(Band(name="mm", towards=1), _inches(16, towards=1)),
    "bow": _both(Band(name="mm", step=0.1, under=True), _inches(64, under=True)),
    "fine": _both(Band(name="mm", step=0.1, under=True), _inches(64, under=True)),
    "screw": _both(Band(name="mm"), _inches(8)),
    "mm/m": _both(Band(name="mm/m", step=1), Band(name="″ per ft", marks=32, factor=_FOOT_M)),
    "m": _both(Band(name="m", step=0.5), Band(name="ft", factor=1 / _FOOT_M)),
    # Areas
    "m2": _both(
        (Band(0.2, "m²", figures=2), Band(name="m²", step=0.1)),
        (Band(0.2, "ft²", figures=2, factor=1 / _FOOT_M**2), Band(name="ft²", step=0.5, factor=1 / _FOOT_M**2)),
    ),
    "mm2": _both(
        (Band(5e4, "mm²"), Band(2e5, "m²", figures=2, factor=1e-6), Band(name="m²", step=0.1, factor=1e-6)),
        (
            Band(5e4, "in²", 0.01, factor=1 / MM_PER_INCH**2),
            Band(2e5, "ft²", figures=2, factor=1 / MM_PER_FOOT**2),
            Band(name="ft²", step=0.5, factor=1 / MM_PER_FOOT**2),
        ),
    ),
    "m2/l": _both(
        Band(name="m²/L", figures=2), Band(name="ft²/gal", figures=2, factor=_GALLON_L / _FOOT_M**2)
    ),
    # Volumes, of concrete and of what it is mixed in
    "l": _both(
        (
            Band(0.2, "ml", 5, factor=1000), Band(100, "L", 0.1), Band(500, "L"),
            Band(name="m³", step=0.01, factor=0.001),
        ),
        (
            Band(10 * LITRES_PER_CUBIC_FOOT, "ft³", 0.01, factor=_CUBIC_FEET),
            Band(_CUBIC_YARD_L, "ft³", 0.1, factor=_CUBIC_FEET),
            Band(name="yd³", step=0.01, factor=1 / _CUBIC_YARD_L),
        ),
    ),
    "vessel": _both(
        (Band(10, "L", 0.5), Band(name="L")),
        (
            Band(10 * LITRES_PER_US_QUART, "qt", 0.5, factor=1 / LITRES_PER_US_QUART),
            Band(name="qt", factor=1 / LITRES_PER_US_QUART),
        ),
    ),
    "water": _both(
        (Band(0.2, "ml", 5, factor=1000), Band(name="L", step=0.05)),
        (
            Band(LITRES_PER_US_QUART, "fl oz", 0.5, factor=_FLUID_OUNCES),
            Band(name="qt", step=0.1, factor=1 / LITRES_PER_US_QUART),
        ),
    ),
    "ml": _both(
        (Band(20, "ml"), Band(200, "ml", 5), Band(name="L", step=0.05, factor=0.001)),
        (
            Band(15, "fl oz", 0.05, factor=_FLUID_OUNCES / 1000),
            Band(1000 * LITRES_PER_US_QUART, "fl oz", 0.5, factor=_FLUID_OUNCES / 1000),
            Band(name="qt", step=0.1, factor=0.001 / LITRES_PER_US_QUART),
        ),
    ),
    # Masses
    "kg": _both(
        (Band(0.1, "g", factor=1000), Band(2, "g", 10, factor=1000), Band(20, "kg", 0.1), Band(name="kg")),
        (
            Band(KG_PER_POUND, "oz", 0.5, factor=16 * _POUND), Band(10 * KG_PER_POUND, "lb", 0.1, factor=_POUND),
            Band(name="lb", factor=_POUND),
        ),
    ),
    "allowed": _both(Band(name="kg", step=0.5), Band(name="lb", factor=_POUND)),
    "push": _both(Band(name="kg"), Band(name="lb", factor=_POUND)),  # a force, as a weight held out level
    "weighed": _both(Band(name="kg", step=0.05), Band(name="lb", step=0.1, factor=_POUND)),
    "g": _same(Band(10, "g", 0.1), Band(1000, "g"), Band(name="kg", step=0.01, factor=0.001)),
    "kg/m": _both(Band(name="kg/m", figures=2), Band(name="lb/ft", figures=2, factor=_FOOT_M * _POUND)),
    "kg/m2": _both(Band(name="kg/m²", figures=2), Band(name="lb/ft²", figures=2, factor=_FOOT_M**2 * _POUND)),
    "kg/m3": _both(
        Band(name="kg/m³", step=10), Band(name="lb/ft³", factor=1 / KG_PER_M3_PER_POUND_PER_CUBIC_FOOT)
    ),
    # Strengths and forces
    "MPa": _both(
        (Band(1, "MPa", 0.1, under=True), Band(10, "MPa", 0.5), Band(name="MPa")),
        (
            Band(1000 * MPA_PER_PSI, "psi", 10, factor=1 / MPA_PER_PSI, under=True),
            Band(name="psi", step=50, factor=1 / MPA_PER_PSI),
        ),
    ),
    "stress": _both(
        (Band(0.1, "MPa", 0.01, under=True), Band(name="MPa", figures=2)),
        (
            Band(10 * MPA_PER_PSI, "psi", factor=1 / MPA_PER_PSI, under=True),
            Band(name="psi", figures=2, factor=1 / MPA_PER_PSI),
        ),
    ),
    "N": _both(Band(name="N", step=10, under=True), Band(name="lb", factor=1 / _POUND_FORCE, under=True)),
    "N.m": _both(
        Band(name="N·m", figures=2), Band(name="ft·lb", figures=2, factor=1 / (_POUND_FORCE * _FOOT_M))
    ),
    # Times
    "min": _same(
        Band(15, "min"), Band(92.5, "min", 5), Band(240, "min", 10), Band(600, "h", 0.5, factor=1 / 60),
        Band(name="h", factor=1 / 60),
    ),
    "h": _same(
        Band(0.25, "min", factor=60), Band(92.5 / 60, "min", 5, factor=60), Band(10, "h", 0.5), Band(72, "h"),
        Band(168, "days", 0.5, factor=1 / 24, one="day"), Band(name="days", factor=1 / 24, one="day"),
    ),
    "found h": _same(Band(1, "min", factor=60), Band(10, "h", 0.1), Band(name="h")),  # told apart from a rule
    "found min": _same(Band(10, "min", 0.1), Band(name="min")),
    # Electricity and heat
    "W": _same(Band(100, "W"), Band(1000, "W", 5), Band(name="kW", step=0.05, factor=0.001)),
    "W/m2": _both(Band(name="W/m²", step=5), Band(name="W/ft²", step=0.5, factor=_FOOT_M**2)),
    "V": _same(Band(name="V")),
    "A": _same(Band(10, "A", 0.1), Band(name="A")),
    "ohm": _same(Band(10, "Ω", 0.1), Band(name="Ω", figures=_FIGURES)),
    "Mohm": _same(Band(10, "MΩ", 0.1), Band(name="MΩ")),
    "kWh": _same(Band(1, "kWh", 0.01), Band(10, "kWh", 0.1), Band(name="kWh")),
    "m2.K/W": _both(Band(name="m²K/W", figures=2), Band(name="ft²·°F·h/BTU", figures=2, factor=5.678263)),
    "rain": _both(Band(name="mm", step=0.5), Band(name="in", step=0.05, factor=1 / MM_PER_INCH)),
    "found l": _both(Band(name="L", step=0.05), Band(name="ft³", step=0.002, factor=_CUBIC_FEET)),
    "d": _same(Band(7, "days", 0.5, one="day"), Band(name="days", one="day")),
    # The rest
    "C": _both(Band(name="°C", step=0.5), Band(name="°F", factor=1.8, zero=32)),
    "K": _both(Band(name="°C"), Band(name="°F", factor=1.8)),  # a difference of temperatures
    "kg/m2/h": _both(
        Band(name="kg/m²/h", step=0.1), Band(name="lb/ft²/h", step=0.02, factor=_FOOT_M**2 * _POUND)
    ),
    "km/h": _both(Band(name="km/h"), Band(name="mph", factor=1 / KM_PER_MILE)),
    "deg": _same(Band(name="°", step=0.1)),
    "draft": _same(Band(name="°", step=0.5)),
    "lean": _same(Band(name="°")),
    "%": _same(Band(10, "%", figures=2), Band(name="%")),
    "share": _same(Band(0.1, "%", figures=2, factor=100), Band(name="%", factor=100)),
    "um": _both(Band(name="µm", step=5), Band(name="mil", step=0.1, factor=1 / MICRONS_PER_MIL)),
    "ug/m3": _same(Band(10, "µg/m³", 1), Band(name="µg/m³", figures=2)),
    "kg/l": _both(
        Band(name="kg/L", step=0.01), Band(name="lb/gal", step=0.1, factor=_POUND * _GALLON_L)
    ),
    "l/m2": _both(
        Band(name="L/m²", figures=2), Band(name="gal/100 ft²", figures=2, factor=100 * _FOOT_M**2 / _GALLON_L)
    ),
    "min/m2": _both(Band(name="min/m²", figures=2), Band(name="min/ft²", figures=2, factor=_FOOT_M**2)),
    "m/h": _both(Band(name="m/h", step=0.5), Band(name="ft/h", factor=1 / _FOOT_M)),
    "m/min": _both(Band(name="m/min", step=0.1), Band(name="ft/min", step=0.5, factor=1 / _FOOT_M)),
    "m2/h": _both(Band(name="m²/h", step=0.1), Band(name="ft²/h", factor=1 / _FOOT_M**2)),
    "price": _same(Band(step=0.01, fixed=True)),
    "whole price": _same(Band()),
    "ratio": _same(Band(step=0.01)),
    "count": _same(Band(step=0.25)),
    "1": _same(Band(figures=_FIGURES)),
    "mm4": _both(
        Band(name="cm⁴", figures=_FIGURES, factor=1e-4), Band(name="in⁴", figures=_FIGURES, factor=1 / MM_PER_INCH**4)
    ),
}  # fmt: skip

# What is counted: many, and one.
COUNTED = {
    "bags": "bag", "charges": "charge", "batches": "batch", "people": "person", "screws": "screw", "sheets": "sheet",
    "cartridges": "cartridge", "rolls": "roll", "boxes": "box", "bars": "bar", "ties": "tie", "places": "place",
    "pieces": "piece", "lengths": "length", "kerfs": "kerf", "packs": "pack", "spoons": "spoon", "castings": "casting",
    "layers": "layer", "coats": "coat", "pads": "pad", "rounds": "round", "barrows": "barrow", "stakes": "stake",
    "parts": "part", "copies": "copy", "stops": "stop", "settings": "setting",
}  # fmt: skip

# Limits of the rules, as the trade says them to readers of either tape [mm, in]: 20 mm, 3/4″.
PAIRS = (
    (3, 0.125), (5, 0.1875), (6, 0.25), (10, 0.375), (12, 0.5), (15, 0.625), (20, 0.75), (25, 1.0), (30, 1.1875),
    (32, 1.25), (38, 1.5), (40, 1.5625), (50, 2.0), (60, 2.375), (75, 3.0), (80, 3.125), (100, 4.0), (150, 6.0),
    (196, 7.75), (200, 8.0), (250, 10.0), (300, 12.0), (400, 16.0), (450, 18.0), (500, 20.0), (550, 21.5),
    (600, 24.0), (700, 27.5), (900, 36.0), (1000, 40.0), (1200, 48.0),
)  # fmt: skip


# Currencies that have no smaller coin. Source: ISO 4217, from memory.
WHOLE_CURRENCIES = ("CLP", "ISK", "JPY", "KRW", "PYG", "UGX", "VND")


def least(mm: float) -> float:
    """A lower limit that readers of both tapes can keep to: the smaller of the trade's pair [mm]."""
    return min(mm, next(inches * MM_PER_INCH for metric, inches in PAIRS if metric == mm))


def most(mm: float) -> float:
    """An upper limit that readers of both tapes can go to: the larger of the trade's pair [mm]."""
    return max(mm, next(inches * MM_PER_INCH for metric, inches in PAIRS if metric == mm))

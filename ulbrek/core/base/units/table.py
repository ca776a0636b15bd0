"""How quantities are read by people: for each unit of the rules its name, factor and decimals, metric and US customary.

The front end's table is made from this one.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from ulbrek.core.base.units.constants import (
    GRAVITY,
    KG_PER_M3_PER_POUND_PER_CUBIC_FOOT,
    KG_PER_POUND,
    LITRES_PER_CUBIC_FOOT,
    LITRES_PER_US_FLUID_OUNCE,
    LITRES_PER_US_QUART,
    MM_PER_FOOT,
    MM_PER_INCH,
    MPA_PER_PSI,
)
from ulbrek.core.base.units.reading import Units


@dataclass(frozen=True, slots=True)
class ReaderUnit:
    """A unit as its reader knows it: what is shown is ``factor`` times the value, plus ``zero``.

    Attributes:
        name: as it is written
        decimals: how many are shown
        trimmed: whether noughts at the end of them are left out
        close: written right behind the number, as degrees are
    """

    name: str
    decimals: int
    factor: float = 1.0
    zero: float = 0.0
    trimmed: bool = False
    close: bool = False


_POUND_FORCE = KG_PER_POUND * GRAVITY  # N
_FOOT_M = MM_PER_FOOT / 1000
_LITRES_PER_GALLON = 4 * LITRES_PER_US_QUART


def _same(name: str, decimals: int) -> dict[Units, ReaderUnit]:
    """One that is the same to all: doses are weighed in grams everywhere."""
    return {"mm": ReaderUnit(name, decimals), "in": ReaderUnit(name, decimals)}


def _both(metric: ReaderUnit, customary: ReaderUnit) -> dict[Units, ReaderUnit]:
    return {"mm": metric, "in": customary}


TABLE: Mapping[str, Mapping[Units, ReaderUnit]] = {
    "g": _same("g", 1),
    "min": _same("min", 0),
    "h": _same("h", 1),
    "d": _same("days", 1),
    "deg": dict.fromkeys(("mm", "in"), ReaderUnit("°", 1, trimmed=True, close=True)),
    "kg": _both(ReaderUnit("kg", 1), ReaderUnit("lb", 0, 1 / KG_PER_POUND)),
    "l": _both(ReaderUnit("l", 1), ReaderUnit("qt", 1, 1 / LITRES_PER_US_QUART)),
    "ml": _same("ml", 0),
    "sip": _both(ReaderUnit("ml", 0, 1000), ReaderUnit("fl oz", 1, 1 / LITRES_PER_US_FLUID_OUNCE)),
    "volume": _both(ReaderUnit("l", 1), ReaderUnit("ft³", 2, 1 / LITRES_PER_CUBIC_FOOT)),
    "m": _both(ReaderUnit("m", 1), ReaderUnit("ft", 1, 1 / _FOOT_M)),
    "m2": _both(ReaderUnit("m²", 2), ReaderUnit("ft²", 1, 1 / _FOOT_M**2)),
    "mm2": _both(ReaderUnit("m²", 3, 1e-6), ReaderUnit("ft²", 2, 1 / MM_PER_FOOT**2)),
    "bar": _both(
        ReaderUnit("mm²", 0, trimmed=True), ReaderUnit("in²", 2, 1 / MM_PER_INCH**2, trimmed=True)
    ),
    "mm4": _both(ReaderUnit("cm⁴", 1, 1e-4), ReaderUnit("in⁴", 2, 1 / MM_PER_INCH**4)),
    "m2/l": _both(ReaderUnit("m²/l", 1), ReaderUnit("ft²/gal", 0, _LITRES_PER_GALLON / _FOOT_M**2)),
    "kg/m": _both(ReaderUnit("kg/m", 3), ReaderUnit("lb/ft", 3, _FOOT_M / KG_PER_POUND)),
    "kg/m2": _both(ReaderUnit("kg/m²", 1), ReaderUnit("lb/ft²", 2, _FOOT_M**2 / KG_PER_POUND)),
    "kg/m3": _both(ReaderUnit("kg/m³", 0), ReaderUnit("lb/ft³", 1, 1 / KG_PER_M3_PER_POUND_PER_CUBIC_FOOT)),
    "MPa": _both(ReaderUnit("MPa", 2), ReaderUnit("psi", 0, 1 / MPA_PER_PSI)),
    "N": _both(ReaderUnit("N", 0), ReaderUnit("lbf", 0, 1 / _POUND_FORCE)),
    "N.m": _both(ReaderUnit("N·m", 1), ReaderUnit("ft·lbf", 1, 1 / (_POUND_FORCE * _FOOT_M))),
    "C": _both(ReaderUnit("°C", 1, trimmed=True), ReaderUnit("°F", 0, 1.8, 32)),
    "share": dict.fromkeys(("mm", "in"), ReaderUnit("%", 2, 100, trimmed=True)),
    "price": _same("", 2),
}  # fmt: skip

# What is counted: many, and one.
COUNTED = {
    "bags": "bag", "measures": "measure", "batches": "batch", "people": "person", "screws": "screw", "sheets": "sheet",
    "cartridges": "cartridge", "rolls": "roll", "boxes": "box", "bars": "bar", "ties": "tie", "places": "place",
    "pieces": "piece", "lengths": "length", "kerfs": "kerf", "packs": "pack", "spoons": "spoon", "castings": "casting",
}  # fmt: skip

# Under these a quantity is read otherwise: a length off the marks in millimetres; a little water in ml or fl oz; an
# area that is of bars, not of tops.
SMALL_MM = 3.0
SMALL_L = 0.2
SMALL_MM2 = 50_000.0

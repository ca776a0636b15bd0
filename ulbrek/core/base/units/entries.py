"""How quantities are typed into fields: for each unit of the rules the reader's unit, metric and US customary.

The front end's table is made from this one.
"""

from collections.abc import Mapping

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units.constants import (
    GRAVITY,
    KG_PER_M3_PER_POUND_PER_CUBIC_FOOT,
    KG_PER_POUND,
    KM_PER_MILE,
    LITRES_PER_CUBIC_FOOT,
    LITRES_PER_US_FLUID_OUNCE,
    LITRES_PER_US_QUART,
    MM_PER_FOOT,
    MM_PER_INCH,
    MPA_PER_PSI,
)
from ulbrek.core.base.units.reading import Units


@dataclass(frozen=True, slots=True)
class EntryUnit:
    """A unit as its reader types it: what stands in the field is ``factor`` times the value, plus ``zero``.

    Attributes:
        name: as it is written
        decimals: how many stand in the field at the most
    """

    name: str
    decimals: int
    factor: float = 1.0
    zero: float = 0.0


_POUND_FORCE = KG_PER_POUND * GRAVITY  # N
_FOOT_M = MM_PER_FOOT / 1000
_LITRES_PER_GALLON = 4 * LITRES_PER_US_QUART


def _same(name: str, decimals: int) -> dict[Units, EntryUnit]:
    """One that is the same to all: doses are weighed in grams everywhere."""
    return {"mm": EntryUnit(name, decimals), "in": EntryUnit(name, decimals)}


def _both(metric: EntryUnit, customary: EntryUnit) -> dict[Units, EntryUnit]:
    return {"mm": metric, "in": customary}


ENTRIES: Mapping[str, Mapping[Units, EntryUnit]] = {
    "g": _same("g", 1),
    "min": _same("min", 0),
    "h": _same("h", 1),
    "d": _same("days", 1),
    "deg": dict.fromkeys(("mm", "in"), EntryUnit("°", 1)),
    "kg": _both(EntryUnit("kg", 1), EntryUnit("lb", 0, 1 / KG_PER_POUND)),
    "l": _both(EntryUnit("L", 2), EntryUnit("qt", 1, 1 / LITRES_PER_US_QUART)),
    "ml": _same("ml", 0),
    "sip": _both(EntryUnit("ml", 0, 1000), EntryUnit("fl oz", 1, 1 / LITRES_PER_US_FLUID_OUNCE)),
    "vessel": _both(EntryUnit("L", 1), EntryUnit("qt", 1, 1 / LITRES_PER_US_QUART)),
    "volume": _both(EntryUnit("L", 2), EntryUnit("ft³", 2, 1 / LITRES_PER_CUBIC_FOOT)),
    "m": _both(EntryUnit("m", 1), EntryUnit("ft", 1, 1 / _FOOT_M)),
    "m2": _both(EntryUnit("m²", 2), EntryUnit("ft²", 1, 1 / _FOOT_M**2)),
    "mm2": _both(EntryUnit("m²", 3, 1e-6), EntryUnit("ft²", 2, 1 / MM_PER_FOOT**2)),
    "bar": _both(
        EntryUnit("mm²", 0), EntryUnit("in²", 2, 1 / MM_PER_INCH**2)
    ),
    "mm4": _both(EntryUnit("cm⁴", 1, 1e-4), EntryUnit("in⁴", 2, 1 / MM_PER_INCH**4)),
    "m2/l": _both(EntryUnit("m²/L", 1), EntryUnit("ft²/gal", 0, _LITRES_PER_GALLON / _FOOT_M**2)),
    "kg/m": _both(EntryUnit("kg/m", 3), EntryUnit("lb/ft", 3, _FOOT_M / KG_PER_POUND)),
    "kg/m2": _both(EntryUnit("kg/m²", 1), EntryUnit("lb/ft²", 2, _FOOT_M**2 / KG_PER_POUND)),
    "kg/m3": _both(EntryUnit("kg/m³", 0), EntryUnit("lb/ft³", 1, 1 / KG_PER_M3_PER_POUND_PER_CUBIC_FOOT)),
    "MPa": _both(EntryUnit("MPa", 2), EntryUnit("psi", 0, 1 / MPA_PER_PSI)),
    "N": _both(EntryUnit("N", 0), EntryUnit("lb", 0, 1 / _POUND_FORCE)),
    "N.m": _both(EntryUnit("N·m", 1), EntryUnit("ft·lb", 1, 1 / (_POUND_FORCE * _FOOT_M))),
    "C": _both(EntryUnit("°C", 1), EntryUnit("°F", 0, 1.8, 32)),
    "K": _both(EntryUnit("°C", 1), EntryUnit("°F", 0, 1.8)),
    "W": _same("W", 0),
    "ohm": _same("Ω", 1),
    "Mohm": _same("MΩ", 1),
    "km/h": _both(EntryUnit("km/h", 0), EntryUnit("mph", 0, 1 / KM_PER_MILE)),
    "kg/m2/h": _both(EntryUnit("kg/m²/h", 2), EntryUnit("lb/ft²/h", 3, _FOOT_M**2 / KG_PER_POUND)),
    "share": dict.fromkeys(("mm", "in"), EntryUnit("%", 2, 100)),
    "price": _same("", 2),
    "price/m": _both(EntryUnit("/m", 2), EntryUnit("/ft", 2, _FOOT_M)),
    "kg/l": _same("kg/L", 2),
    "m2/h": _both(EntryUnit("m²/h", 1), EntryUnit("ft²/h", 0, 1 / _FOOT_M**2)),
    "dose": _same("", 3),
    "%": _same("%", 2),
}  # fmt: skip

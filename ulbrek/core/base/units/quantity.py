"""Writes quantities other than lengths in the reader's units."""

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
from ulbrek.core.base.units.writing import trim, write_length

_ONE = {
    "bags": "bag", "measures": "measure", "batches": "batch", "people": "person", "screws": "screw", "sheets": "sheet",
    "cartridges": "cartridge", "rolls": "roll", "boxes": "box", "bars": "bar", "ties": "tie", "places": "place",
    "pieces": "piece", "lengths": "length", "kerfs": "kerf", "packs": "pack", "spoons": "spoon", "castings": "casting",
}  # fmt: skip
_PLAIN = {"%": "{:.2g} %", "price": "{:,.2f}"}
SMALL_MM = 3.0
SMALL_L = 0.2
SMALL_MM2 = 50_000.0  # of bars, not of tops
# By unit: the metric name, its factor and decimals, then the same for US customary units.
_SHOWN = {
    "g": (("g", 1.0, 1), ("g", 1.0, 1)),
    "ml": (("ml", 1.0, 0), ("ml", 1.0, 0)),
    "min": (("min", 1.0, 0), ("min", 1.0, 0)),
    "kg": (("kg", 1.0, 1), ("lb", 1 / KG_PER_POUND, 0)),
    "l": (("l", 1.0, 1), ("qt", 1 / LITRES_PER_US_QUART, 1)),
    "m2": (("m²", 1.0, 2), ("ft²", 1e6 / MM_PER_FOOT**2, 1)),
    "mm2": (("m²", 1e-6, 3), ("ft²", 1 / MM_PER_FOOT**2, 2)),
    "m": (("m", 1.0, 1), ("ft", 1000 / MM_PER_FOOT, 1)),
    "MPa": (("MPa", 1.0, 2), ("psi", 1 / MPA_PER_PSI, 0)),
    "N": (("N", 1.0, 0), ("lbf", 1 / (KG_PER_POUND * GRAVITY), 0)),
    "N.m": (("N·m", 1.0, 1), ("ft·lbf", 1 / (KG_PER_POUND * GRAVITY * MM_PER_FOOT / 1000), 1)),
    "kg/m3": (("kg/m³", 1.0, 0), ("lb/ft³", 1 / KG_PER_M3_PER_POUND_PER_CUBIC_FOOT, 1)),
}


def write_quantity(value: float, unit: str, units: Units) -> str:
    """A quantity as it is read on the bench: ``12.7 l``, ``3 bags``, ``24 3/8″``.

    Args:
        value: the number, in ``unit``
        unit: the unit of the rules, such as ``mm``, ``kg``, ``l``, ``bags``
        units: ``in`` for US customary units, ``mm`` for metric
    """
    if unit in ("C", "deg"):
        return _write_degrees(value, unit, units)
    small = _write_small(value, unit, units)
    if small is not None:
        return small
    if unit == "mm":
        return write_length(value, units)
    if unit in _ONE:
        return f"{value:g} {_ONE[unit] if value == 1 else unit}"
    if unit in _SHOWN:
        name, factor, decimals = _SHOWN[unit][1 if units == "in" else 0]
        return f"{value * factor:,.{decimals}f} {name}"
    return _PLAIN.get(unit, "{:g}").format(value)


def _write_degrees(value: float, unit: str, units: Units) -> str:
    """A temperature [°C], or an angle [°]."""
    if unit == "deg":
        return f"{trim(value, 1)}°"
    return f"{value:g} °C" if units == "mm" else f"{value * 1.8 + 32:.0f} °F"


def _write_small(value: float, unit: str, units: Units) -> str | None:
    """What is smaller than its unit is good for; None where it is not.

    A length below the marks that people read goes to the nearest mark where it is one, else it is in millimetres.
    """
    metric = units == "mm"
    if unit == "l" and 0 < value < SMALL_L:
        return f"{value * 1000:.0f} ml" if metric else f"{value / LITRES_PER_US_FLUID_OUNCE:.1f} fl oz"
    if unit == "mm2" and abs(value) < SMALL_MM2:
        return f"{value:.0f} mm²" if metric else f"{trim(value / MM_PER_INCH**2, 2)} in²"
    if unit == "mm" and not metric and 0 < abs(value) < SMALL_MM:
        written = write_length(value, "in")
        off = "+" in written or "−" in written or written == "0″"
        return f"{value:.2g} mm" if off else written
    return None


def write_volume(litres: float, units: Units) -> str:
    """A volume of concrete: litres, or cubic feet [l]."""
    return f"{litres:.1f} l" if units == "mm" else f"{litres / LITRES_PER_CUBIC_FOOT:.2f} ft³"

"""Writes quantities other than lengths in the reader's units."""

from ulbrek.core.base.units.reading import Units
from ulbrek.core.base.units.table import COUNTED, SMALL_L, SMALL_MM, SMALL_MM2, TABLE, ReaderUnit
from ulbrek.core.base.units.writing import figures, rounded, trim, write_length


def write_quantity(value: float, unit: str, units: Units) -> str:
    """A quantity as it is read on the bench: ``12.7 l``, ``3 bags``, ``24 3/8″``.

    Args:
        value: the number, in ``unit``
        unit: the unit of the rules, such as ``mm``, ``kg``, ``l``, ``bags``
        units: ``in`` for US customary units, ``mm`` for metric
    """
    if unit == "mm":
        return _write_small(value, units) if abs(value) < SMALL_MM else write_length(value, units)
    if unit == "%":
        return f"{figures(value, 2)} %"
    if unit in COUNTED:
        return f"{trim(value, 2)} {COUNTED[unit] if value == 1 else unit}"
    if unit == "l" and 0 < value < SMALL_L:
        unit = "sip"
    if unit == "mm2" and abs(value) < SMALL_MM2:
        unit = "bar"
    return _in_reader_units(value, TABLE[unit][units]) if unit in TABLE else trim(value, 4)


def write_volume(litres: float, units: Units) -> str:
    """A volume of concrete: litres, or cubic feet, as concrete is bought [l]."""
    return _in_reader_units(litres, TABLE["volume"][units])


def _in_reader_units(value: float, unit: ReaderUnit) -> str:
    shown = value * unit.factor + unit.zero
    number = trim(shown, unit.decimals) if unit.trimmed else rounded(shown, unit.decimals)
    return f"{number}{'' if unit.close or not unit.name else ' '}{unit.name}"


def _write_small(mm: float, units: Units) -> str:
    """A length below the marks that people read: to the nearest mark where it is one, else in millimetres."""
    written = write_length(mm, units)
    on_mark = units == "in" and not {"+", "−"} & set(written) and written != "0″"
    return written if on_mark or mm == 0 else f"{figures(mm, 2)} mm"

"""Writes a length as it is read off a tape."""

from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.base.units.reading import Units


def write_length(mm: float, units: Units, kind: str = "mm") -> str:
    """A length in words for the bench: ``24 3/8″`` or ``620 mm``.

    Inches go to the nearest sixteenth, and to the thirty-second where that is off by more than 1/64 in.

    Args:
        mm: the length [mm]
        units: ``in`` or ``mm``
        kind: how fine it can be set: ``mm`` for a dimension, ``cut`` for the saw, ``hold`` for hands and straps
    """
    return write_quantity(mm, kind, units)

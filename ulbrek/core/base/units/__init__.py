"""Lengths and other quantities: read as people write them, kept in mm, kg, l, shown as they like."""

from ulbrek.core.base.units.length import Length
from ulbrek.core.base.units.reading import Units, UnreadableLengthError, read_length
from ulbrek.core.base.units.writing import write_length

__all__ = ["Length", "Units", "UnreadableLengthError", "read_length", "write_length"]

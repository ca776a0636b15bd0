"""Lengths and other quantities: read as people write them, kept in mm, kg, l, shown as they like."""

from ulbrek.core.base.units.length import Length
from ulbrek.core.base.units.reading import Units, UnreadableLengthError, read_length
from ulbrek.core.base.units.writing import nearest_mark, write_length

__all__ = ["Length", "Units", "UnreadableLengthError", "nearest_mark", "read_length", "write_length"]

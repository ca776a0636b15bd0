"""Rectangles in columns and rows, with gaps between them."""

from collections.abc import Iterator
from typing import NamedTuple


class Grid(NamedTuple):
    """Rectangles in columns and rows.

    Attributes:
        columns: from left to right
        rows: from front to back
        length_mm: of one, from left to right
        width_mm: of one, from front to back
        gap_mm: between two columns
        row_gap_mm: between two rows
    """

    columns: int
    rows: int
    length_mm: float
    width_mm: float
    gap_mm: float
    row_gap_mm: float

    @property
    def size(self) -> tuple[float, float]:
        """Of all of them: from left to right, and from front to back [mm]."""
        return (
            self.columns * self.length_mm + (self.columns - 1) * self.gap_mm,
            self.rows * self.width_mm + (self.rows - 1) * self.row_gap_mm,
        )

    def offsets(self) -> Iterator[tuple[float, float]]:
        """Where the left front corner of each lies, from that of the first [mm]."""
        for row in range(self.rows):
            for column in range(self.columns):
                yield column * (self.length_mm + self.gap_mm), row * (self.width_mm + self.row_gap_mm)

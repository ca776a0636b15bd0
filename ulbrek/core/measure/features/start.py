"""What a feature is begun as: sizes that are usual, none larger than half the piece, to the marks of who begins it."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from ulbrek.core.base.units import Units
from ulbrek.core.base.units.constants import MM_PER_INCH

Values = Mapping[str, Any]
_MARK_MM: Mapping[Units, float] = {"in": MM_PER_INCH / 8, "mm": 1.0}


@dataclass(frozen=True, slots=True)
class PieceBegun:
    """The piece that something is begun in: the box round it and its thickness [mm], and the units of who begins it."""

    length_mm: float
    width_mm: float
    thickness_mm: float
    units: Units

    def usual(self, inches: str, metric: str) -> str:
        """A size that is usual, as it is written in each system of units."""
        return inches if self.units == "in" else metric

    def whole(self, mm: float) -> Values:
        """A length to a mark that is easily set [mm]."""
        mark = _MARK_MM[self.units]
        return {"mm": round(round(mm / mark) * mark, 4)}

    def box(self, length_mm: float, width_mm: float) -> Values:
        """A length and width of so much [mm], or half the piece where that is too small."""
        long = length_mm if self.length_mm > 2 * length_mm else self.length_mm / 2
        wide = width_mm if self.width_mm > 1.6 * width_mm else self.width_mm / 2
        return {"length": self.whole(long), "width": self.whole(wide)}

    @property
    def shallow(self) -> Values:
        """A depth that leaves two thirds of the piece."""
        return self.whole(min(15.0, self.thickness_mm / 3))

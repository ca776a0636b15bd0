"""What a feature is begun as: sizes that are usual, none larger than half the piece, to the marks of who begins it."""

from collections.abc import Mapping
from typing import Any

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.constants import MM_PER_INCH
from ulbrek.core.measure.rules.webs import LEAST_FLOOR_MM, LEAST_WEB_MM

Values = Mapping[str, Any]
_LEAST_MM, _LEAST_DEEP_MM = 25.0, 3.0
_MARK_MM: Mapping[Units, float] = {"in": MM_PER_INCH / 8, "mm": 1.0}


@dataclass(frozen=True, slots=True)
class PieceBegun:
    """The piece that something is begun in.

    Attributes:
        length_mm: of the room there is in it, and ``width_mm``
        x_mm: the middle of that room, and ``y_mm``
        is_round: whether the room is
        thickness_mm: of the piece
        units: of who begins it
    """

    length_mm: float
    width_mm: float
    x_mm: float
    y_mm: float
    is_round: bool
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
        """A length and width of so much [mm], or half the room where that is too small."""
        long = length_mm if self.length_mm > 2 * length_mm else self.length_mm / 2
        wide = width_mm if self.width_mm > 1.6 * width_mm else self.width_mm / 2
        return {"length": self.whole(long), "width": self.whole(wide)}

    def opening(self, usual_mm: float, room_mm: float) -> float:
        """How large what goes through may be in so much room [mm]: a strip is left on both sides where there is one."""
        return min(usual_mm, room_mm / 2, max(_LEAST_MM, room_mm - 2 * LEAST_WEB_MM))

    @property
    def shallow(self) -> Values:
        """A depth that leaves two thirds of the piece, and a floor that holds where the piece has one to spare."""
        floor = self.thickness_mm - LEAST_FLOOR_MM
        return self.whole(max(1.0, min(15.0, self.thickness_mm / 3, floor if floor >= _LEAST_DEEP_MM else 15.0)))

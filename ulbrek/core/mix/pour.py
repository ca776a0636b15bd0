"""What is poured, as Mix takes it from the stations before it."""

from collections.abc import Mapping
from dataclasses import dataclass

from ulbrek.core.base.figure import Figure
from ulbrek.core.kit.clock.maturity import Maturity


@dataclass(frozen=True, slots=True)
class Casts:
    """The castings of one piece: the volume [l] and the fresh mass [kg] of one, and how many.

    ``side_by_side`` of them lie in one form, whose boards weigh ``boards`` [kg]; None where they are not worked out.
    """

    volume: Figure
    mass: Figure
    count: int
    side_by_side: int = 1
    boards: Figure | None = None


@dataclass(frozen=True, slots=True)
class Pour:
    """All castings of a pour, and what their stones must pass.

    Attributes:
        casts: by piece
        thinnest_mm: the thinnest section
        clear_mm: the narrowest gap at the steel; None where there is none
        temperature_c: of the concrete
        matching: whether castings belong to a set that must look alike
        maturity: the school by which its clock runs
    """

    casts: Mapping[str, Casts]
    thinnest_mm: float
    clear_mm: float | None
    temperature_c: float
    matching: bool = False
    maturity: Maturity = "Arrhenius"

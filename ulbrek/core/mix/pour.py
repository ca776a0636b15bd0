"""What is poured, as Mix takes it from the stations before it."""

from collections.abc import Mapping
from dataclasses import replace
from itertools import groupby

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.clock.maturity import Maturity


@dataclass(frozen=True, slots=True)
class Casts:
    """The castings of one piece: the volume [l] and the fresh mass [kg] of one, how many, and how many at once.

    ``side_by_side`` of them lie in one form, whose boards weigh ``boards`` [kg]; None where they are not worked out.
    ``fixed``: whether that form is fixed where it stands, to the ground or to cabinets.
    """

    volume: Figure
    mass: Figure
    count: int
    at_once: int
    side_by_side: int = 1
    boards: Figure | None = None
    fixed: bool = False


@dataclass(frozen=True, slots=True)
class Pour:
    """All castings of a job, and what their stones must pass; what its forms do not hold is poured in turns.

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

    @property
    def turns(self) -> tuple[tuple[Mapping[str, int], int], ...]:
        """How many castings of each piece are poured when the forms are filled, and how often so, the fullest first."""
        turns = max(-(-one.count // one.at_once) for one in self.casts.values())
        filled = [
            {
                piece: min(one.at_once, one.count - turn * one.at_once)
                for piece, one in self.casts.items()
                if one.count > turn * one.at_once
            }
            for turn in range(turns)
        ]
        return tuple((castings, len(list(alike))) for castings, alike in groupby(filled))

    def only(self, counts: Mapping[str, int]) -> "Pour":
        """The pour of so many castings of each piece, all at once."""
        casts = {piece: replace(self.casts[piece], count=count, at_once=count) for piece, count in counts.items()}
        return replace(self, casts=casts)

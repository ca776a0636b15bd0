"""What the checks of an arch look at."""

from ulbrek.core.arch.brief import ArchBrief
from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass


@dataclass(frozen=True, slots=True)
class ArchCase:
    """One arch as it was worked out.

    Attributes:
        brief: of it
        stands: whether a line of thrust lies in its ring
        past_half: whether it is more than half a circle
        factor: geometrical, of its ring
        enough_mm: a depth of the ring with twice what it needs; None where there is none
        pier: how many times over its pier holds; None where none is described
        pier_enough_mm: a width of pier that holds; None where there is none
    """

    brief: ArchBrief
    stands: bool
    past_half: bool
    factor: Figure
    enough_mm: float | None
    pier: Figure | None
    pier_enough_mm: float | None

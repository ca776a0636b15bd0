"""What Ground is handed of a piece."""

from typing import Literal

from shapely import Polygon

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.outline import Outline

Worked = Literal["textured", "sponged", "trowelled"]


@dataclass(frozen=True, slots=True)
class Inside:
    """Stone inside steps, seen from the side: its outline, how far it keeps from faces, how wide it is [mm]."""

    outline: Outline
    clear_mm: float
    wide_mm: float

    @property
    def high_mm(self) -> float:
        """At its highest [mm]."""
        _, low, _, high = self.outline.box
        return high - low


@dataclass(frozen=True, slots=True)
class GroundBrief:
    """One piece as the ground sees it: x to the right, y to the back, datum left front.

    Attributes:
        piece: its id
        name: what it is called
        outline: of the slab [mm]
        openings: what goes through it: posts, pipes, beds [mm]
        thickness_mm: of the slab; of one that slopes or climbs at its low end
        around_mm: round its openings
        count: how many castings there are of it
        shaped: whether its own drawing says how its top slopes: its boards stand level
        treads: of steps, from the lowest: where each begins and ends, and how high it is [mm]
        mean_mm: how thick one that slopes or climbs is on the whole; None of any other
        walled_mm: how long a wall is behind its steps
        volume_l: of concrete, of all castings
        worked: how its face is worked while it is young: textured, sponged, or trowelled
        inside: stone inside of it, as one casting of it is seen from the side
        sections: what a field is filled with, channels between them; none where it is one slab
    """

    piece: str
    name: str
    outline: Outline
    openings: tuple[Polygon, ...]
    thickness_mm: float
    around_mm: float = 0.0
    count: int = 1
    shaped: bool = False
    treads: tuple[tuple[float, float, float], ...] = ()
    mean_mm: float | None = None
    walled_mm: float = 0.0
    volume_l: float = 0.0
    worked: Worked = "trowelled"
    inside: Inside | None = None
    sections: tuple[Outline, ...] = ()

    @property
    def steps(self) -> bool:
        """Whether it is a flight of steps."""
        return bool(self.treads)

    @property
    def shrinks_mm(self) -> float:
        """How thick it is where it shrinks and cracks: on the whole [mm]."""
        return self.mean_mm or self.thickness_mm

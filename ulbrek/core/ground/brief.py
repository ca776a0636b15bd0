"""What Ground is handed of a piece."""

from dataclasses import dataclass
from typing import Literal

from shapely import Polygon

from ulbrek.core.kit.geometry.outline import Outline

Worked = Literal["textured", "sponged", "trowelled"]


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
        steps: whether it is a flight of steps
        mean_mm: how thick one that slopes or climbs is on the whole; None of any other
        walled_mm: how long a wall is behind its steps
        volume_l: of concrete, of all castings
        worked: how its face is worked while it is young: textured, sponged, or trowelled
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
    steps: bool = False
    mean_mm: float | None = None
    walled_mm: float = 0.0
    volume_l: float = 0.0
    worked: Worked = "trowelled"
    sections: tuple[Outline, ...] = ()

    @property
    def shrinks_mm(self) -> float:
        """How thick it is where it shrinks and cracks: on the whole [mm]."""
        return self.mean_mm or self.thickness_mm

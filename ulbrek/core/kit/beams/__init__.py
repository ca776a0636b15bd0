"""Boards that bend between supports, slabs that are lifted, and slabs in their place."""

from ulbrek.core.kit.beams.boards import bow, span_within_limit
from ulbrek.core.kit.beams.frame import InStrip, on_edge
from ulbrek.core.kit.beams.placed import Bearer, InPlace, Ultimate, in_place
from ulbrek.core.kit.beams.row import Array, Row
from ulbrek.core.kit.beams.sections import Sections, sections_of, slices_along
from ulbrek.core.kit.beams.slab import UNIT_KG_M3, Bending, Supports, bending, refined, slid_over, sliding, weakest
from ulbrek.core.kit.beams.slice import Slice

__all__ = [
    "UNIT_KG_M3",
    "Array",
    "Bearer",
    "Bending",
    "InPlace",
    "InStrip",
    "Row",
    "Sections",
    "Slice",
    "Supports",
    "Ultimate",
    "bending",
    "bow",
    "in_place",
    "on_edge",
    "refined",
    "sections_of",
    "slices_along",
    "slid_over",
    "sliding",
    "span_within_limit",
    "weakest",
]

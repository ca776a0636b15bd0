"""Boards that bend between supports, and slabs that are lifted."""

from ulbrek.core.kit.beams.boards import bow, span_within_limit
from ulbrek.core.kit.beams.sections import Slice, slices_along
from ulbrek.core.kit.beams.slab import Bending, Supports, bending

__all__ = ["Bending", "Slice", "Supports", "bending", "bow", "slices_along", "span_within_limit"]

"""What Steel looks for."""

from ulbrek.core.steel.checks.places import Near, bar_near_edge, bars_too_close, by_hand_lost, clear_between
from ulbrek.core.steel.checks.stuff import (
    bar_longer_than_stock,
    bar_too_thick,
    bare_strips,
    cage_near_face,
    feet_show,
    mixed_finishes,
    no_room_for_a_cage,
    too_little_cover,
)

__all__ = [
    "Near",
    "bar_longer_than_stock",
    "bar_near_edge",
    "bar_too_thick",
    "bare_strips",
    "bars_too_close",
    "by_hand_lost",
    "cage_near_face",
    "clear_between",
    "feet_show",
    "mixed_finishes",
    "no_room_for_a_cage",
    "too_little_cover",
]

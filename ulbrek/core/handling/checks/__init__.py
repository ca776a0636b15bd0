"""What Move looks for."""

from ulbrek.core.handling.checks.people import (
    Team,
    TightPlace,
    held_over_a_body,
    needs_an_engineer,
    over_the_bench,
    over_the_dolly,
    people_do_not_fit,
    shop_figure_high,
    tips_easily,
    too_heavy_for_people,
    too_heavy_for_stairs,
)
from ulbrek.core.handling.checks.strength import (
    breaks_in_its_place,
    breaks_when_lifted,
    breaks_when_lowered,
    breaks_when_slid,
    place_not_known,
    place_overloaded,
    support_beyond,
    tips_under_its_load,
)

__all__ = [
    "Team",
    "TightPlace",
    "breaks_in_its_place",
    "breaks_when_lifted",
    "breaks_when_lowered",
    "breaks_when_slid",
    "held_over_a_body",
    "needs_an_engineer",
    "over_the_bench",
    "over_the_dolly",
    "people_do_not_fit",
    "place_not_known",
    "place_overloaded",
    "shop_figure_high",
    "support_beyond",
    "tips_easily",
    "tips_under_its_load",
    "too_heavy_for_people",
    "too_heavy_for_stairs",
]

"""What the checks of a warm piece look at."""

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.warm.brief import WarmBrief


@dataclass(frozen=True, slots=True)
class WarmCase:
    """One piece as it was worked out.

    Attributes:
        brief: of it
        watts: of its mat
        held: whether its thermostat keeps it from getting warmer
        ohms: between the ends of its mat, by its power
        up: share of the heat that goes up
        face: how warm it gets, bare
        covered: and under a cushion
        warm_in: until it is warm; None where it is not in a day
        nearer_helps: whether a mat nearer to the face gets it warm soon enough
        tension: at its rim
    """

    brief: WarmBrief
    watts: Figure
    held: bool
    ohms: Figure
    up: Figure
    face: Figure
    covered: Figure
    warm_in: Figure | None
    nearer_helps: bool
    tension: Figure

"""Acts: what a person does at a time, and what it needs. Cure alone turns needs into hours."""

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass


@dataclass(frozen=True, slots=True)
class ActNeed:
    """An act on a casting, and what must be so before it may be done.

    Attributes:
        id: the act
        name: what it is called on the calendar
        test: how the person at the bench sees that it is time
        strength: strength it needs [MPa]
        frees: whether it takes away the form that holds it: ordinary concrete stays in that for some hours
        care: the caution that belongs to it
        is_state: whether it is something that comes by itself, not something to be done
        after: acts that are done before it
        after_h: how long after the last of them it is done at the earliest [h]
    """

    id: str
    name: str
    test: str
    strength: Figure | None = None
    frees: bool = False
    care: str = ""
    is_state: bool = False
    after: tuple[str, ...] = ()
    after_h: float = 0.0


@dataclass(frozen=True, slots=True)
class SealNeed:
    """When a face may be sealed.

    Attributes:
        age_days: the youngest ordinary concrete that takes the sealer [d]
        age_sulfo_days: the same of calcium sulfoaluminate [d]
        film: whether it keeps moisture in
        after_d: an own day [d after the pour]; None for as soon as it is ready
    """

    age_days: float
    age_sulfo_days: float
    film: bool
    after_d: float | None = None

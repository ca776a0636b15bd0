"""Acts: what a person does at a time, and what it needs. Cure alone turns needs into hours."""

from dataclasses import dataclass

from ulbrek.core.base.figure import Figure


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
    """

    id: str
    name: str
    test: str
    strength: Figure | None = None
    frees: bool = False
    care: str = ""
    is_state: bool = False

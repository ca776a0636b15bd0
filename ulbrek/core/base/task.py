"""A step of work that is told in words, in the order in which it is done."""

from ulbrek.core.base.frozen import dataclass


@dataclass(frozen=True, slots=True)
class Task:
    """One thing that is done: what it is called, how it is done, and the care that it asks for."""

    kind: str
    name: str
    how: str
    care: str = ""

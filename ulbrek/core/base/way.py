"""Where practitioners disagree: one way of doing something, with its reason."""

from ulbrek.core.base.frozen import dataclass


@dataclass(frozen=True, slots=True)
class Way:
    """One way of doing it: why some do it so, and where it ends."""

    value: str
    why: str
    limit: str

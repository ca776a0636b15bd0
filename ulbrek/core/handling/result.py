"""What Move gives to the stations after it."""

from dataclasses import dataclass

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding


@dataclass(frozen=True, slots=True)
class HandlingResult:
    """Mass and people for one piece. ``by_hand`` is False where no team of four may lift it."""

    mass: Figure
    one_person: Figure | None
    one_person_kg: float
    teams: tuple[Figure, ...]
    people_needed: Figure
    by_hand: bool
    people_there: int
    findings: tuple[Finding, ...]
    care: tuple[str, ...]

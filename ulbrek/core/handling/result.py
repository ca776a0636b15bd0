"""What Move gives to the stations after it."""

from dataclasses import dataclass

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding


@dataclass(frozen=True, slots=True)
class Strip:
    """Concrete across a section, from and to [mm]."""

    start_mm: float
    end_mm: float


@dataclass(frozen=True, slots=True)
class Lift:
    """One way of lifting a piece, and what it asks of the concrete.

    Attributes:
        id: the way
        name: in words
        stress: bending stress at the weakest section, standing still
        needed: strength that the lift needs
        limit: stress allowed at the least 28-day strength
        along: the direction in which it bends in the plan as it stands
        at_mm: where it would break, along that direction
        strips: the concrete left there, from and to across [mm]
        chosen: whether the job is carried so
    """

    id: str
    name: str
    stress: Figure
    needed: Figure
    limit: Figure
    along: str
    at_mm: float
    strips: tuple[Strip, ...]
    chosen: bool


@dataclass(frozen=True, slots=True)
class HandlingResult:
    """Mass, people and stress for one piece. ``by_hand`` is False where no team of four may lift it.

    Attributes:
        mass: of one casting, fresh, with its steel
        in_form: the same with its form, as it lies on the bench
        lifts: turning it, and the ways of carrying it
        needs: acts that need a strength, for Cure
    """

    mass: Figure
    in_form: Figure | None
    lifts: tuple[Lift, ...]
    needs: tuple[ActNeed, ...]
    one_person: Figure | None
    one_person_kg: float
    teams: tuple[Figure, ...]
    people_needed: Figure
    by_hand: bool
    people_there: int
    findings: tuple[Finding, ...]
    care: tuple[str, ...]

"""What is said of plans that are beside each other."""

from typing import Literal

from ulbrek.core.after.headline import Headline
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.measure.result import Path
from ulbrek.core.plan.result import JobFinding

How = Literal["changed", "added", "removed"]


@dataclass(frozen=True, slots=True)
class PlanDifference:
    """Something that a job says otherwise than the first.

    Attributes:
        where: the piece, the feature in it, or the room
        label: what is said otherwise; of what was added or removed what it is
        field: its key, by which values are put into words
        unit: the kind that both values are written by; empty where they are words
        before: what the first says; None where there is nothing to say in one line
        after: what this one says
    """

    where: str
    label: str
    field: str
    how: How
    unit: str
    before: float | str | bool | None
    after: float | str | bool | None


@dataclass(frozen=True, slots=True)
class DrawnDifference:
    """A piece over the same piece of the first job, in plan [mm].

    Attributes:
        piece: its id
        was: the outline it had; None where it is new
        thickness_was: of it [mm]; None where it is new
        features: ids of those that are new, or lie or are otherwise
        gone: outlines of features that it had there, and has no longer there
    """

    piece: str
    was: Path | None
    thickness_was: float | None
    features: tuple[str, ...]
    gone: tuple[Path, ...]


@dataclass(frozen=True, slots=True)
class WorkHours:
    """Hours of work, and between which they are likely."""

    likely: float
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Column:
    """What a plan comes to.

    Attributes:
        headline: its figures at a glance
        mass_kg: of all castings, as they are planned
        spent: on what is bought, with nothing in stock
        price: None where the price of an hour is not known
        hours: of work
        usable_h: hours after the water until it may be in light use; None where it never gets there as it is planned
        dangers: how many findings are one
        stops: and how many of them are this
        cautions: and this
        gravest: the findings to read first
        differences: in words, from the first
        drawn: the same on the drawing, by piece
    """

    headline: Headline
    mass_kg: float
    spent: float | None
    price: float | None
    hours: WorkHours
    usable_h: float | None
    dangers: int
    stops: int
    cautions: int
    gravest: tuple[JobFinding, ...]
    differences: tuple[PlanDifference, ...]
    drawn: tuple[DrawnDifference, ...]

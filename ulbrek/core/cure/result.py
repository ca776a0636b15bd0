"""What Cure gives: the acts with their hours, and the strength by the hour."""

from datetime import datetime

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.inputs import ClockStyle
from ulbrek.core.cure.strengths import TestedAt
from ulbrek.core.kit.climate.conditions import Provenance


@dataclass(frozen=True, slots=True)
class Act:
    """Something to be done, and when.

    Attributes:
        id: the act
        piece: the piece it is done to; None where it is done to all alike
        hours: hours after first water in: earliest, likely, latest
        due_h: the hour it is planned for; of a strength, when the lower edge of the band reaches it
        extrapolated: whether it waits for a strength before three days, where the standards' curves are continued
        waits: whether it may wait for the morning
        is_state: whether it comes by itself, and nothing is to be done
        strength: what it needs, where it needs one [MPa]
        never: whether it needs more than the mix reaches in 28 days: then it has no hour
        at: when it is due; None before the pour's hour is known
        moved: whether it was put off to the morning
        done_at: when it was done; None while it was not
        after: the acts that it comes after
        after_h: how long after them [h]
    """

    id: str
    piece: str | None
    name: str
    test: str
    hours: Figure
    due_h: float
    extrapolated: bool
    waits: bool
    is_state: bool
    strength: Figure | None
    care: str
    never: bool
    earliest_at: datetime | None
    at: datetime | None
    latest_at: datetime | None
    moved: bool
    done_at: datetime | None
    after: tuple[str, ...]
    after_h: float


@dataclass(frozen=True, slots=True)
class StrengthAt:
    """Strength at an hour after water in: lower edge, likely, upper edge [MPa]."""

    hour: float
    low_mpa: float
    likely_mpa: float
    high_mpa: float


@dataclass(frozen=True, slots=True)
class TurnAt:
    """When the forms may be filled again: so many hours after the first time, and the moment where that is known."""

    due_h: float
    at: datetime | None


@dataclass(frozen=True, slots=True)
class Dries:
    """The most that dries out of the wet face until it is covered, and at which hour after water in."""

    most: Figure
    at_h: float


@dataclass(frozen=True, slots=True)
class WeatherTold:
    """The air at the piece and its concrete, an entry an hour from ``since`` on.

    Attributes:
        since: first water in, or when it is assumed to be
        assumed: whether nothing of it is known, typed or foretold for these hours
        foretold_at: when the forecast was made; None without one
        rain_mm: in the clock hour that each falls into
        dries_kg_m2_h: what would dry out of a wet face
    """

    since: datetime
    assumed: bool
    foretold_at: datetime | None
    air_c: tuple[float, ...]
    concrete_c: tuple[float, ...]
    humidity_pct: tuple[float, ...]
    wind_kmh: tuple[float, ...]
    rain_mm: tuple[float, ...]
    dries_kg_m2_h: tuple[float, ...]
    known_by: tuple[Provenance, ...]


@dataclass(frozen=True, slots=True)
class CureResult:
    """The hours of a pour. ``acts`` are in the order in which they fall due.

    ``turns`` tell when each pour may begin where the forms are filled several times, else there are none.
    ``measured_h`` is how far readings of its temperature go, None where there are none. ``temperature_c`` is that of
    the fresh concrete; ``fresh`` says how it comes about, and ``weather`` what lies ahead, outside a heated room.
    ``dry`` is when it is dry enough for a film; None where nothing seals it.
    ``strength_28`` is that by what was ``tested``, None where nothing was.
    """

    poured_at: datetime | None
    temperature_c: float
    fresh: Figure | None
    weather: WeatherTold | None
    dries: Dries
    zone: str
    clock: ClockStyle
    strength_by: str
    pace: Figure
    measured_h: float | None
    initial_set: Figure | None
    final_set: Figure | None
    dry: Figure | None
    strength_28: Figure | None
    tested: tuple[TestedAt, ...]
    strength_28_low_mpa: float
    strength_28_high_mpa: float
    acts: tuple[Act, ...]
    turns: tuple[TurnAt, ...]
    curve: tuple[StrengthAt, ...]
    findings: tuple[Finding, ...]
    care: tuple[str, ...]

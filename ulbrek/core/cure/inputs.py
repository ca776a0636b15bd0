"""When it is poured, how warm it is kept, and by which standards its strength is foretold."""

from datetime import UTC, datetime, time
from typing import Annotated, Literal
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from pydantic import AfterValidator, AwareDatetime, Field, WithJsonSchema

from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.kit.clock.maturity import Maturity
from ulbrek.core.kit.clock.strength import Standard

FIRST_YEAR, LAST_YEAR = 2000, 2199
Moist = Literal["ACI 308", "EN 13670 class 2", "EN 13670 class 3"]
Sealer = Literal["penetrating", "film", "none"]


def _utc(moment: datetime) -> datetime:
    utc = moment.astimezone(UTC)
    if not FIRST_YEAR <= utc.year <= LAST_YEAR:
        raise ValueError(
            f"A pour in the year {utc.year} is out of bounds. Give a date from {FIRST_YEAR} to {LAST_YEAR}."
        )
    return utc


def _known_zone(name: str) -> str:
    try:
        ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError):
        raise ValueError(
            f"There is no time zone “{name}”. Give one such as “Europe/Dublin” or “America/Toronto”."
        ) from None
    return name


def _without_zone(clock: time) -> time:
    if clock.tzinfo is not None:
        raise ValueError(
            "A time of day here goes by the clock of the shop and takes no zone of its own. Give one such as “21:00”."
        )
    return clock


# An RFC 3339 time has an offset; one on the wall has none.
TimeOfDay = Annotated[
    time,
    AfterValidator(_without_zone),
    WithJsonSchema({"type": "string", "pattern": r"^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,6})?)?$"}),
]


class CureInputs(Document):
    """The pour's hour and warmth, and the schools by which its hours are foretold."""

    poured_at: Annotated[
        Annotated[AwareDatetime, AfterValidator(_utc)] | None, Field(description="first water in; None: not yet known")
    ] = None
    temperature_c: Annotated[
        float,
        Field(ge=-20, le=45, allow_inf_nan=False),
        label("Concrete temperature", unit="C", description="of the concrete, kept all along [°C]"),
    ] = 20.0
    strength_by: Annotated[Standard, label("Strength model")] = "ACI 209"
    maturity: Annotated[Maturity, label("Maturity model")] = "Arrhenius"
    moist: Annotated[Moist, label("Moist curing")] = "ACI 308"
    sealer: Annotated[Sealer, label("Sealer")] = "penetrating"


ClockStyle = Literal["24-hour", "12-hour"]


class Hours(Document):
    """When somebody is there, in the clock of the place."""

    zone: Annotated[str, AfterValidator(_known_zone)] = "UTC"
    quiet_from: TimeOfDay = time(21)
    quiet_until: TimeOfDay = time(7)
    clock: Annotated[ClockStyle, label("Clock", description="how times of day are written")] = "24-hour"

    @property
    def place(self) -> ZoneInfo:
        """The zone of the place."""
        return ZoneInfo(self.zone)

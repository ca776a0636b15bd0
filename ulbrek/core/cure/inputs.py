"""When it is poured, how warm it is kept, and by which standards its strength is foretold."""

from datetime import UTC, datetime, time
from typing import Annotated, Literal
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from pydantic import AfterValidator, AwareDatetime, Field, WithJsonSchema, model_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.kit.clock.maturity import Maturity
from ulbrek.core.kit.clock.strength import Standard
from ulbrek.core.materials.protections import ProtectionId

FIRST_YEAR, LAST_YEAR = 2000, 2199
Moist = Literal["ACI 308", "EN 13670 class 2", "EN 13670 class 3"]
Place = Literal["heated room", "unheated room", "under a roof", "open yard"]
WeatherFrom = Literal["forecast", "typed day"]
Sky = Literal["clear", "broken cloud", "overcast"]
CLOUD: dict[Sky, float] = {"clear": 0.0, "broken cloud": 0.5, "overcast": 1.0}


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


Air = Annotated[float, Field(ge=-40, le=55, allow_inf_nan=False)]


PourHour = Annotated[AwareDatetime, AfterValidator(_utc)]


class CureInputs(Document):
    """The pour's hour and warmth, and the schools by which its hours are foretold."""

    poured_at: Annotated[PourHour | None, Field(description="first water in; None: not yet known")] = None
    temperature_c: Annotated[
        float,
        Field(ge=-20, le=45, allow_inf_nan=False),
        label("Concrete temperature", unit="C", description="of the concrete, kept all along [°C]"),
    ] = 20.0
    place: Annotated[
        Place, label("Where it cures", hint="in a heated room at one temperature, else as the weather has it")
    ] = "heated room"
    weather: Annotated[WeatherFrom, label("Weather", hint="the shop's forecast, or a day you type that repeats")] = (
        "forecast"
    )
    warmest_c: Annotated[
        Air, label("Warmest in the day", unit="C", hint="of the air outside, where no forecast is known")
    ] = 18.0
    coldest_c: Annotated[
        Air, label("Coldest at night", unit="C", hint="of the air outside, where no forecast is known")
    ] = 10.0
    humidity_pct: Annotated[
        float, Field(ge=5, le=100, allow_inf_nan=False), label("Humidity", unit="%", hint="mean of the day")
    ] = 65.0
    wind_kmh: Annotated[
        float,
        Field(ge=0, le=100, allow_inf_nan=False),
        label("Wind", unit="km/h", hint="as forecasts give it; a yard gets half of it"),
    ] = 10.0
    sky: Annotated[Sky, label("Sky")] = "broken cloud"
    protections: Annotated[
        tuple[ProtectionId, ...],
        Field(max_length=6),
        label("Protection", hint="what keeps cold, heat, wind, sun and rain off it"),
        COUNTED,
    ] = ()
    water_c: Annotated[
        float | None,
        Field(ge=0, le=60, allow_inf_nan=False),
        label(
            "Mixing water", none="as warm as the air", unit="C", hint="at most 60 °C, 140 °F: hotter sets it in lumps"
        ),
    ] = None
    materials_c: Annotated[
        float | None,
        Field(ge=-10, le=50, allow_inf_nan=False),
        label("Bags", none="as warm as the air", unit="C", hint="they follow the air of the last day"),
    ] = None
    ice_pct: Annotated[
        float,
        Field(ge=0, le=75, allow_inf_nan=False),
        label("Ice for water", unit="%", hint="crushed ice in place of so much of the water, in hot weather"),
    ] = 0.0
    strength_by: Annotated[Standard, label("Strength model")] = "ACI 209"
    maturity: Annotated[Maturity, label("Maturity model")] = "Arrhenius"
    moist: Annotated[Moist, label("Moist curing")] = "ACI 308"

    @model_validator(mode="after")
    def _warmer_by_day(self) -> "CureInputs":
        if self.coldest_c > self.warmest_c:
            raise ValueError(
                f"The night ({self.coldest_c:g} °C) is warmer than the day ({self.warmest_c:g} °C). Swap them."
            )
        if len(set(self.protections)) < len(self.protections):
            raise ValueError("One protection is listed twice. List each once.")
        return self

    @property
    def asks_forecast(self) -> bool:
        """Whether its hours hang on the forecast."""
        return self.is_in_weather and self.weather == "forecast"

    @property
    def usual_c(self) -> float:
        """About how warm it is around it [°C]: the mean of a typed day outdoors, else the one temperature."""
        return (self.warmest_c + self.coldest_c) / 2 if self.is_in_weather else self.temperature_c

    @property
    def is_in_weather(self) -> bool:
        """Whether it is as warm as the weather has it, and not kept at one temperature."""
        return self.place != "heated room"


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

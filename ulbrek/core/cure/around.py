"""What a casting feels of the weather where it lies, hour by hour."""

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from math import cos, pi
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.inputs import CLOUD, CureInputs, Hours, Place
from ulbrek.core.kit.climate.conditions import DAY_H, HOUR, Conditions, Provenance, typed_day
from ulbrek.core.materials.protections import PROTECTIONS, Protection

Floats = NDArray[np.float64]
NO_DATE = datetime(2001, 5, 1, tzinfo=UTC)  # a day like any other, where neither the pour's nor the forecast's is known
SKY_LOSS_W_M2 = 70.0  # of a clear sky, day and night. Source: common practice, 60 to 90.
MIDSUMMER = 172  # day of the year
# Above the air outside: a heater of 1.5 to 2 kW in a tight tent of 10 to 15 m³. Source: common practice, 10 to 15.
HEATER_LIFTS_K = 15.0
DRAUGHT_KMH = 1.5  # in a closed room
_AN_HOUR_IN = timedelta(hours=1)


class _Room(NamedTuple):
    """How a place changes the weather: the share of the day's swing that comes in and how much later, by how much it is
    warmer, the shares of wind, rain, sun and clear sky that reach the piece. Source: common practice."""

    swing: float = 1.0
    lag_h: int = 0
    warmer_k: float = 0.0
    wind: float = 0.5
    rain: float = 1.0
    sun: float = 1.0
    sky: float = 1.0


ROOMS: dict[Place, _Room] = {
    "unheated room": _Room(swing=0.4, lag_h=3, warmer_k=1.0, wind=0.0, rain=0.0, sun=0.0, sky=0.0),
    "under a roof": _Room(rain=0.0, sun=0.1, sky=0.0),
    "open yard": _Room(),
}


@dataclass(frozen=True)
class Felt:
    """The air at the piece by the hour since first water in, and what comes down on it.

    The day before is there as well: ``before`` hours of each row lie before the pour. ``bare_c`` is the air there once
    nothing protects the piece any more.
    """

    before: int
    air_c: Floats
    bare_c: Floats
    humidity_pct: Floats
    wind_kmh: Floats
    rain_mm: Floats
    sun_w_m2: Floats
    sky_w_m2: Floats
    known_by: tuple[Provenance, ...]
    into_hour: float  # how far into the clock's hour the pour begins [h]

    def at(self, row: Floats, hours: Floats) -> Floats:
        """A row's values at hours after water in, even between the middles of the hours."""
        middles = np.arange(len(row)) - self.before + 0.5 - self.into_hour
        found: Floats = np.interp(hours, middles, row)
        return found

    def during(self, row: Floats, since_h: float, until_h: float) -> Floats:
        """A row's values in the clock hours that a stretch touches."""
        first = int(since_h + self.into_hour) + self.before
        return row[first : max(first + 1, int(np.ceil(until_h + self.into_hour)) + self.before)]


def weather_of(inputs: CureInputs, hours: Hours, known: Conditions) -> Conditions:
    """The forecast where it is asked for and known, else the typed day."""
    if inputs.weather == "forecast" and known.hours:
        return known
    since = begins(inputs, hours, known)
    offset = since.astimezone(hours.place).utcoffset() or timedelta()
    return typed_day(
        since, warmest_c=inputs.warmest_c, coldest_c=inputs.coldest_c, humidity=inputs.humidity_pct,
        sun_at_noon_w_m2=clear_noon_w_m2(since, hours), wind_kmh=inputs.wind_kmh, cloud=CLOUD[inputs.sky],
        noon_h=(12 - offset / HOUR) % DAY_H,
    )  # fmt: skip


def clear_noon_w_m2(since: datetime, hours: Hours) -> float:
    """The sun on level ground at noon of a clear day, about that of the middle latitudes [W/m²].

    Which half of the year is summer is told by the clocks of the place, that of the equator by their standing still.

    Source: common practice, 250 in winter to 850 in summer
    """
    offsets = [datetime(since.year, month, 1, tzinfo=hours.place).utcoffset() or timedelta() for month in (1, 7)]
    north = (offsets[1] > offsets[0]) - (offsets[1] < offsets[0])
    return 550 + 300 * north * cos((since.timetuple().tm_yday - MIDSUMMER) * 2 * pi / 365)


def begins(inputs: CureInputs, hours: Hours, known: Conditions) -> datetime:
    """When it is poured; where that is open, an hour after the shop opens on the day after the forecast begins."""
    if inputs.poured_at is not None:
        return inputs.poured_at
    day = (known.begins if known.hours else NO_DATE).astimezone(hours.place) + DAY_H * HOUR
    opens = day.replace(hour=hours.quiet_until.hour, minute=hours.quiet_until.minute, second=0, microsecond=0)
    return (opens + _AN_HOUR_IN).astimezone(UTC)


def protections_of(inputs: CureInputs) -> tuple[Protection, ...]:
    """What it is kept from the weather with."""
    return tuple(PROTECTIONS[one] for one in inputs.protections)


def felt_at(
    inputs: CureInputs, since: datetime, weather: Conditions, hours: int, protected_h: float = DAY_H * 28
) -> Felt:
    """The air at the piece for so many hours from first water in, by its place and what stands around it.

    Args:
        inputs: the place and the protections
        since: first water in
        weather: in the open
        hours: how many
        protected_h: until when what protects it stands [h after water in]
    """
    since_hour = since.replace(minute=0, second=0, microsecond=0)
    into_hour = (since - since_hour) / HOUR
    table, known_by = weather.span(since_hour - 2 * DAY_H * HOUR, hours + 2 * DAY_H + 1)
    kept = slice(DAY_H, None)
    at = np.arange(len(table))[kept] - 2 * DAY_H + 0.5 - into_hour
    there = tuple(one for one in protections_of(inputs) if one.from_start)
    rows = bare = [row[kept] for row in _rows(inputs.place, table, ())]
    if there:
        under = _rows(inputs.place, table, there)
        rows = [np.where(at < protected_h, one[kept], row) for one, row in zip(under, bare, strict=True)]
    air, humidity, wind, rain, sun, sky = rows
    return Felt(DAY_H, air, bare[0], humidity, wind, rain, sun, sky, known_by[kept], into_hour)


def _rows(place: Place, table: Floats, there: Sequence[Protection]) -> list[Floats]:
    """Air, humidity, wind, rain, sun and what a clear sky takes, at a place behind some protections."""
    room = ROOMS[place]
    air, humidity, wind, rain, sun, cloud = table.T
    dry = not any(one.keeps_rain_off for one in there)
    return [
        _under(_indoors(air, room) if room.swing < 1 else air, there),
        np.maximum(humidity, max((one.humidity_pct for one in there), default=0.0)),
        np.maximum(wind * room.wind * min([1.0, *(one.wind for one in there)]), DRAUGHT_KMH),
        rain * room.rain * dry,
        sun * room.sun * min([1.0, *(one.sun for one in there)]),
        (1 - cloud) * SKY_LOSS_W_M2 * room.sky * dry,
    ]


def still_air(celsius: float, hours: int) -> Felt:
    """The air of a room that is kept at one temperature, for so many hours."""
    rows = DAY_H + hours + 1
    still = np.zeros(rows)
    known_by: list[Provenance] = ["typed"] * rows
    return Felt(
        DAY_H, still + celsius, still + celsius, still + 50.0, still + DRAUGHT_KMH, still, still, still,
        tuple(known_by), 0.0,
    )  # fmt: skip


def _indoors(air: Floats, room: _Room) -> Floats:
    """The air of a room that nobody heats: the mean of the last day, and some of what it differs from that, later."""
    summed = np.cumsum(np.concatenate((np.full(DAY_H, air[:DAY_H].mean()), air)))
    mean = (summed[DAY_H:] - summed[:-DAY_H]) / DAY_H
    later = np.concatenate((np.full(room.lag_h, air[0]), air[: len(air) - room.lag_h]))
    found: Floats = mean + room.swing * (later - mean) + room.warmer_k
    return found


def _under(air: Floats, there: Sequence[Protection]) -> Floats:
    warmer = air + max((one.gain_k for one in there), default=0.0)
    held = [one.holds_c for one in there if one.holds_c is not None]
    return np.maximum(warmer, np.minimum(max(held), air + HEATER_LIFTS_K)) if held else warmer

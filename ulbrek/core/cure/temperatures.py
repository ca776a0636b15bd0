"""The temperatures of a pour: of the fresh concrete, of each casting as it hardens, and of the air around it."""

from collections.abc import Mapping, Sequence
from dataclasses import field, replace
from datetime import datetime
from typing import Protocol

import numpy as np

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure import rules
from ulbrek.core.cure.around import DRAUGHT_KMH, Felt, begins, felt_at, weather_of
from ulbrek.core.cure.history import Temperature
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.readings import believed, hours_of
from ulbrek.core.cure.warmth import FORESEEN_H, Body, Covered, course_of, kept_at
from ulbrek.core.kit.climate.conditions import Conditions
from ulbrek.core.kit.climate.evaporation import by_the_hour, evaporation
from ulbrek.core.kit.clock.course import Course, even
from ulbrek.core.kit.clock.maturity import pace
from ulbrek.core.materials.mixes import Mix

COVER_SHARE = 0.75  # of the time to initial set
MOIST_H = {"ordinary": 168.0, "rapid": 72.0, "sulfo-aluminate": 3.0}
TAP_LEAST_C = 5.0
LAST_DAY_H = 24
A_QUARTER_H = 0.25
YOUNG_H = 72


class Bagful(Protocol):
    """What a bag takes."""

    @property
    def dry_kg(self) -> float:
        """Dry materials of a bag [kg]."""
        ...

    @property
    def water_kg(self) -> float:
        """Water for a bag [kg]."""
        ...


class Poured(Bagful, Protocol):
    """What is poured, as far as its warmth goes: the mix, the castings, what a bag takes, and what was read."""

    @property
    def mix(self) -> Mix:
        """What is poured."""
        ...

    @property
    def bodies(self) -> Sequence[Body]:
        """The castings."""
        ...

    @property
    def temperatures(self) -> Sequence[Temperature]:
        """What was read in the concrete."""
        ...


@dataclass(frozen=True)
class Temperatures:
    """How warm it all is.

    Attributes:
        since: first water in, or when it is assumed to be
        fresh: of the fresh concrete [°C]; None in a heated room, where it is kept at one temperature
        start_c: the same, as a number [°C]
        felt: the air around it; None in a heated room
        weather: in the open; None in a heated room
        courses: by piece, of its castings
        shared: of what all have in common: that of the casting that ages slowest
        read_h: how far readings go after water in; None without any
        doubted: readings that were not believed: hours after water in, and °C
    """

    since: datetime
    start_c: float
    shared: Course
    fresh: Figure | None = None
    felt: Felt | None = None
    weather: Conditions | None = None
    courses: Mapping[str, Course] = field(default_factory=dict)
    read_h: float | None = None
    doubted: tuple[tuple[float, float], ...] = ()

    def of(self, piece: str | None) -> Course:
        """The course of a piece, or of what all have in common."""
        return self.courses.get(piece, self.shared) if piece else self.shared


def temperatures_of(
    inputs: CureInputs, poured: Poured, hours: Hours, known: Conditions, until_h: int = FORESEEN_H
) -> Temperatures:
    """How warm a pour's castings are, from first water in on.

    Args:
        inputs: the place, the protections, and how warm bags and water are
        poured: the mix and the castings
        hours: the clock of the place
        known: the weather as far as it is known
        until_h: how far it is followed; after that it goes on as in its last days [h after water in]
    """
    since = begins(inputs, hours, known)
    read, doubted = believed(hours_of(inputs.poured_at, poured.temperatures), inputs.is_in_weather)
    read_h = read[-1][0] if read else None
    if not inputs.is_in_weather:
        kept = inputs.temperature_c
        shared = kept_at(kept, read, inputs.maturity)
        return Temperatures(since, kept, shared, read_h=read_h, doubted=tuple(doubted))
    weather = weather_of(inputs, hours, known)
    felt = felt_at(inputs, since, weather, until_h, moist_h(poured.mix))
    fresh = fresh_of(inputs, poured, felt)
    covered = covering(inputs, poured.mix, fresh.value)
    by_body: dict[Body, Course] = {}
    courses: dict[str, Course] = {}
    for body in poured.bodies:
        alike = replace(body, piece="")
        if alike not in by_body:
            by_body[alike] = course_of(inputs, alike, felt, fresh.value, poured.mix, covered, read, until_h)
        courses[body.piece] = by_body[alike]
    slowest = min(courses.values(), key=lambda one: one.age_at(LAST_DAY_H), default=even(fresh.value, inputs.maturity))
    return Temperatures(since, fresh.value, slowest, fresh, felt, weather, courses, read_h, tuple(doubted))


@dataclass(frozen=True, slots=True)
class OneBag:
    """What a bag takes: dry materials and water [kg]."""

    dry_kg: float
    water_kg: float


def at_the_pour(inputs: CureInputs, bag: Bagful, hours: Hours, known: Conditions) -> tuple[float, float]:
    """How warm the fresh concrete is, and the coldest air at the piece in the three days after [°C].

    Args:
        inputs: the place, the protections, and how warm bags and water are
        bag: what a bag takes
        hours: the clock of the place
        known: the weather as far as it is known
    """
    if not inputs.is_in_weather:
        return inputs.temperature_c, inputs.temperature_c
    felt = felt_at(inputs, begins(inputs, hours, known), weather_of(inputs, hours, known), YOUNG_H)
    return round(fresh_of(inputs, bag, felt).value, 1), float(felt.air_c[felt.before :].min())


def covering(inputs: CureInputs, mix: Mix, start_c: float) -> Covered:
    """About when it is covered and uncovered again, which its temperature hangs on but little."""
    runs = max(pace(inputs.maturity, start_c).value, 0.05)
    since = COVER_SHARE * mix.initial_set_h / runs
    return Covered(since, since + moist_h(mix))


def moist_h(mix: Mix) -> float:
    """About how long a mix is kept moist, and what protects it stands [h]."""
    return MOIST_H["sulfo-aluminate" if mix.is_sulfo_aluminate else mix.gain]


def fresh_of(inputs: CureInputs, poured: Bagful, felt: Felt) -> Figure:
    """The temperature of the fresh concrete, from its parts."""
    day = float(felt.air_c[max(felt.before - LAST_DAY_H, 0) : felt.before + 1].mean())
    dry_c = round(day, 1) if inputs.materials_c is None else inputs.materials_c
    water_c = max(round(day, 1), TAP_LEAST_C) if inputs.water_c is None else inputs.water_c
    ice_kg = round(poured.water_kg * inputs.ice_pct / 100, 3)
    return work(
        rules.fresh_temperature, dry_kg=poured.dry_kg, dry_c=dry_c, water_kg=round(poured.water_kg - ice_kg, 3),
        water_c=water_c, ice_kg=ice_kg,
    )  # fmt: skip


def evaporates(inputs: CureInputs, warmth: Temperatures, until_h: float) -> tuple[Figure, float]:
    """The most that dries out of the wet face until it is covered, and at which hour after water in that is.

    Args:
        inputs: how damp the air of a heated room is
        warmth: of the concrete and the air
        until_h: when it is covered at the latest [h after water in]
    """
    felt = warmth.felt
    if felt is None:
        kept = inputs.temperature_c
        air = {"air_c": kept, "humidity_pct": inputs.humidity_pct, "wind_kmh": DRAUGHT_KMH}
        return work(evaporation, concrete_c=kept, **air), 0.0
    hours = np.arange(0.0, max(until_h, A_QUARTER_H), A_QUARTER_H)
    rows = [
        np.interp(hours, warmth.shared.hours, warmth.shared.celsius),
        felt.at(felt.air_c, hours), felt.at(felt.humidity_pct, hours), felt.at(felt.wind_kmh, hours),
    ]  # fmt: skip
    at = int(np.argmax(by_the_hour(*rows)))
    concrete, air_c, humidity, wind = (round(float(row[at]), 1) for row in rows)
    return work(evaporation, concrete_c=concrete, air_c=air_c, humidity_pct=humidity, wind_kmh=wind), float(hours[at])

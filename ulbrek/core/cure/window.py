"""The pour window: what each hour of the coming week would be like to start in."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Literal

import numpy as np

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.finding import Quantity
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.calendar import is_quiet
from ulbrek.core.cure.checks.kept import HOT_C, SLOW_C, STALLS_C, TOO_HOT_C, WARM_AGAIN_C
from ulbrek.core.cure.checks.pour_day import PourDay
from ulbrek.core.cure.checks.weather import GETS_HOT_C, RAIN_HINT_MM, RAIN_STOP_MM
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.temperatures import Poured, evaporates, temperatures_of
from ulbrek.core.kit.climate.conditions import HOUR, Conditions
from ulbrek.core.kit.climate.evaporation import ACT, TAKE_CARE

Grade = Literal["good", "with care", "do not", "closed"]
GRADES: tuple[Grade, ...] = ("good", "with care", "do not", "closed")
Reason = Literal["dries", "cold", "hot", "rain", "frost", "nobody", "dark", "closed"]
WEEK_H = 168
FORESEEN_H = 120  # far enough for the strength that no frost harms, and for the strip
_BEST = 3
_APART = timedelta(hours=3)  # the best starts are not three hours of one morning
# Of a grade: sooner is better, and surer; the morning leaves the day for the trowel; a form that is ready in the night
# waits.
_A_DAY_LATER, _AN_HOUR_LATER, _AT_NIGHT = 0.04, 0.015, 0.05


@dataclass(frozen=True, slots=True)
class Why:
    """A reason for a grade, with what it says of the hour: how much, how cold, how hot, how long."""

    reason: Reason
    grade: Grade
    value: Quantity | None = None


@dataclass(frozen=True, slots=True)
class PourStart:
    """An hour to start in.

    Attributes:
        at: the hour
        grade: what it is like
        whys: the reasons, gravest first; empty where it is good
        best: 1, 2 or 3 where it is one of the best
        known_by: where its weather is known from
        dries: the most that dries out of the wet face [kg/m²/h]
        coldest_c: the coldest air until one frost does no harm [°C]
        rain_mm: that falls before it has set for good [mm]
        covered_at: when it is likely covered
        stripped_at: when it is likely stripped
    """

    at: datetime
    grade: Grade
    whys: tuple[Why, ...]
    best: int | None
    known_by: str
    dries: float
    coldest_c: float
    rain_mm: float
    covered_at: datetime | None
    stripped_at: datetime | None


@dataclass(frozen=True, slots=True)
class WindowBrief:
    """What is poured, as far as the hour to start in hangs on it.

    Attributes:
        poured: the mix and the castings
        inputs: where it cures, and what protects it
        tasks: the tasks that may not wait, each as a share of the time to initial set
        age_of_frost_h: the age at which one frost does no harm any more [h at 20 °C]
        age_of_cover_h: the age at which it is covered at the latest
        age_of_set_h: the age at which it has set for good at the latest
        age_of_strip_h: the age at which its form comes off
    """

    poured: Poured
    inputs: CureInputs
    tasks: Sequence[Spread]
    age_of_frost_h: float
    age_of_cover_h: float
    age_of_set_h: float
    age_of_strip_h: float


def pour_window(jobs: Sequence[WindowBrief], hours: Hours, known: Conditions, now: datetime) -> tuple[PourStart, ...]:
    """Each hour of the coming week as a start; of several jobs that are poured one after another the worst counts.

    Args:
        jobs: what is poured
        hours: when somebody is there
        known: the weather as far as it is known
        now: the moment it is asked for
    """
    first = (now + HOUR).replace(minute=0, second=0, microsecond=0)
    week = [first + number * HOUR for number in range(WEEK_H)]
    return together([[_start(job, hours, known, at) for at in week] for job in jobs], hours, now)


def together(weeks: Sequence[Sequence[PourStart]], hours: Hours, now: datetime) -> tuple[PourStart, ...]:
    """The weeks of some pours as one: of each hour what is said of the pour that it suits worst, and the best hours.

    Args:
        weeks: the same hours for each pour
        hours: when somebody is there
        now: the moment it is asked for
    """
    found = [
        max(starts, key=lambda one: (GRADES.index(one.grade), len(one.whys), one.dries))
        for starts in zip(*weeks, strict=True)
    ]
    best = {at: place for place, at in enumerate(_best(found, hours, now), 1)}
    return tuple(replace(one, best=best.get(one.at)) for one in found)


def _best(found: Sequence[PourStart], hours: Hours, now: datetime) -> list[datetime]:
    """The best hours, some hours apart: of the best grade there is, the calmest, and sooner rather than later."""
    ranked = sorted(
        (one for one in found if one.grade in ("good", "with care")), key=lambda one: _rank(one, hours, now)
    )
    chosen: list[datetime] = []
    for one in ranked:
        if all(abs(one.at - other) >= _APART for other in chosen):
            chosen.append(one.at)
        if len(chosen) == _BEST:
            break
    return chosen


def _rank(one: PourStart, hours: Hours, now: datetime) -> float:
    days = (one.at - now) / (24 * HOUR)
    strain = min(1.0, one.dries / ACT) + 0.02 * max(0.0, SLOW_C - one.coldest_c) + 0.3 * min(1.0, one.rain_mm)
    clock = one.at.astimezone(hours.place)
    since_open = (clock.hour - hours.quiet_until.hour) % 24
    late = _AN_HOUR_LATER * since_open + _AT_NIGHT * (one.stripped_at is not None and is_quiet(one.stripped_at, hours))
    return GRADES.index(one.grade) + 0.25 * len(one.whys) + 0.3 * strain + _A_DAY_LATER * days + late


def _start(job: WindowBrief, hours: Hours, known: Conditions, at: datetime) -> PourStart:
    if is_quiet(at, hours):
        return PourStart(at, "closed", (Why("closed", "closed"),), None, "", 0.0, 0.0, 0.0, None, None)
    inputs = job.inputs.model_copy(update={"poured_at": at})
    warmth = temperatures_of(inputs, job.poured, hours, known, FORESEEN_H)
    covered_h = warmth.shared.hour_at(job.age_of_cover_h)
    dries, _ = evaporates(inputs, warmth, covered_h)
    day = PourDay(
        inputs, job.poured, hours, known, warmth, job.age_of_frost_h, job.age_of_cover_h, job.age_of_set_h, dries
    )
    whys = sorted(_whys(day, job), key=lambda why: -GRADES.index(why.grade))
    grade: Grade = max((why.grade for why in whys), key=GRADES.index, default="good")
    felt = warmth.felt
    coldest = inputs.temperature_c
    known_by = "typed"
    if felt is not None:
        coldest = float(felt.during(felt.air_c, 0.0, min(day.frost_h, FORESEEN_H)).min())
        known_by = felt.known_by[felt.before]
    strip_h = warmth.shared.hour_at(job.age_of_strip_h)
    stripped = at + timedelta(hours=strip_h) if strip_h < FORESEEN_H else None
    return PourStart(
        at, grade, tuple(whys), None, known_by, round(day.dries.value, 2), round(coldest, 1), round(day.rain_mm, 1),
        at + timedelta(hours=min(covered_h, FORESEEN_H)), stripped,
    )  # fmt: skip


def _whys(day: PourDay, job: WindowBrief) -> Iterator[Why]:
    yield from _of_people(day, job)
    most = day.dries.value
    if most >= TAKE_CARE:
        yield Why("dries", "do not" if most >= ACT else "with care", Quantity(most, "kg/m2/h"))
    if day.warmth.felt is None:
        yield from _kept(day.inputs.temperature_c)
        return
    if day.rain_mm >= RAIN_HINT_MM:
        yield Why("rain", "do not" if day.rain_mm >= RAIN_STOP_MM else "with care")
    coldest = min(course.least_c(0.0, day.frost_h)[1] for course in day.courses)
    night = day.night_before_c
    if day.freezes or (night is not None and night <= 0):
        yield Why("frost", "do not", Quantity(coldest if night is None else min(coldest, night), "C"))
    else:
        yield from _cold(day)
    start_c = day.warmth.start_c
    if start_c > HOT_C:
        yield Why("hot", "do not" if start_c > TOO_HOT_C else "with care", Quantity(start_c, "C"))
    elif day.hottest_c > GETS_HOT_C and not day.poured.mix.is_sulfo_aluminate:
        yield Why("hot", "with care", Quantity(day.hottest_c, "C"))


def _cold(day: PourDay) -> Iterator[Why]:
    coldest = Quantity(min(day.mean_while_young_c, day.warmth.start_c), "C")
    if day.fresh_cold == "stop" or day.mean_while_young_c < STALLS_C:
        yield Why("cold", "do not", coldest)
    elif day.fresh_cold == "caution" or day.mean_while_young_c < WARM_AGAIN_C:
        yield Why("cold", "with care", coldest)


def _kept(celsius: float) -> Iterator[Why]:
    if celsius < WARM_AGAIN_C:
        yield Why("cold", "do not" if celsius < STALLS_C else "with care", Quantity(celsius, "C"))
    if celsius > HOT_C:
        yield Why("hot", "do not" if celsius > TOO_HOT_C else "with care", Quantity(celsius, "C"))


def _of_people(day: PourDay, job: WindowBrief) -> Iterator[Why]:
    """Whether somebody is there, and can see, for what may not wait."""
    course, set_h, felt = day.warmth.shared, day.poured.mix.initial_set_h, day.warmth.felt
    ends = [course.hour_at(set_h * share.likely) for share in job.tasks]
    if any(is_quiet(day.warmth.since + timedelta(hours=hour), day.hours) for hour in ends):
        yield Why("nobody", "do not")
    elif felt is not None and day.inputs.place != "unheated room" and _is_dark(day, max(ends, default=0.0)):
        yield Why("dark", "with care")


def _is_dark(day: PourDay, until_h: float) -> bool:
    """Whether the sun is down before the last task; under a cover or a roof it is told by what falls outside."""
    weather = day.warmth.weather
    if weather is None:
        return False
    rows, _ = weather.span(day.warmth.since, int(np.ceil(until_h)) + 1)
    return bool((rows[:, 4] <= 0).any())

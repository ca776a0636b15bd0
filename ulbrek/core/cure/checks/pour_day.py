"""What the checks look at: a pour in its weather, and the same pour with something changed."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from functools import cached_property

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Change, Severity
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.checks.kept import SLOW_C, STALLS_C, WARM_AGAIN_C
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.temperatures import Poured, Temperatures, evaporates, temperatures_of
from ulbrek.core.kit.climate.conditions import Conditions
from ulbrek.core.kit.clock.course import Course
from ulbrek.core.materials.protections import PROTECTIONS, ProtectionId

MOST_PROTECTIONS = 6
FREEZES_C = 0.5  # the skin is colder than the lump
DAY_H = 24.0


@dataclass(frozen=True)
class PourDay:
    """A pour in its weather.

    Attributes:
        inputs: when, where, with what over it
        poured: the mix and the castings
        hours: the shop's
        known: the weather as far as it is known
        warmth: how warm it all is
        age_of_frost_h: the age at which one frost does no harm any more [h at 20 °C]
        age_of_cover_h: the age at which it is covered at the latest
        age_of_set_h: the age at which it has set for good at the latest
        dries: the most that dries out of the wet face
    """

    inputs: CureInputs
    poured: Poured
    hours: Hours
    known: Conditions
    warmth: Temperatures
    age_of_frost_h: float
    age_of_cover_h: float
    age_of_set_h: float
    dries: Figure

    @cached_property
    def frost_h(self) -> float:
        """Until when a frost would harm it [h after water in]."""
        return max(course.hour_at(self.age_of_frost_h) for course in self.courses)

    @property
    def courses(self) -> tuple[Course, ...]:
        """The courses of all its castings."""
        return tuple(self.warmth.courses.values()) or (self.warmth.shared,)

    @cached_property
    def freezes(self) -> bool:
        """Whether it freezes before one frost does it no harm; concrete that is poured so cold is told as such."""
        if self.warmth.start_c <= FREEZES_C:
            return False
        return min(course.least_c(0.0, self.frost_h)[1] for course in self.courses) <= FREEZES_C

    @cached_property
    def fresh_cold(self) -> Severity | None:
        """How grave it is that the fresh concrete is as cold as it is; None where it is not too cold."""
        celsius = self.warmth.start_c
        stays_cold = min(course.mean_c(0.0, DAY_H) for course in self.courses) < WARM_AGAIN_C
        if celsius >= WARM_AGAIN_C or (celsius >= SLOW_C and not stays_cold):
            return None
        return "stop" if celsius < STALLS_C else "caution" if celsius < SLOW_C else "hint"

    @cached_property
    def mean_while_young_c(self) -> float:
        """How warm it is on average until one frost does it no harm, three days at the most [°C]."""
        until = min(self.frost_h, 3 * DAY_H)
        return min(course.mean_c(0.0, until) for course in self.courses)

    @cached_property
    def hottest_c(self) -> float:
        """The warmest that it gets in two days [°C]."""
        return max(course.most_c(0.0, 2 * DAY_H)[1] for course in self.courses)

    @cached_property
    def rain_mm(self) -> float:
        """What falls on the face before it has set for good [mm]."""
        felt = self.warmth.felt
        if felt is None:
            return 0.0
        return float(felt.during(felt.rain_mm, 0.0, self.warmth.shared.hour_at(self.age_of_set_h)).sum())

    @cached_property
    def night_before_c(self) -> float | None:
        """The coldest air where it is poured in the night before [°C]; None where a warm day has thawed it by then."""
        felt = self.warmth.felt
        if felt is None or float(felt.air_c[felt.before]) > WARM_AGAIN_C:
            return None
        return float(felt.during(felt.air_c, -DAY_H / 2, 0.0).min())

    def with_(self, **changed: object) -> "PourDay":
        """The same pour with some of its fields changed."""
        key = tuple(sorted(changed.items()))
        if key not in self._tried:
            self._tried[key] = self._changed(changed)
        return self._tried[key]

    @cached_property
    def _tried(self) -> "dict[tuple[tuple[str, object], ...], PourDay]":
        return {}

    def _changed(self, changed: Mapping[str, object]) -> "PourDay":
        inputs = self.inputs.model_copy(update=dict(changed))
        warmth = temperatures_of(inputs, self.poured, self.hours, self.known)
        covered_h = warmth.shared.hour_at(self.age_of_cover_h)
        return replace(self, inputs=inputs, warmth=warmth, dries=evaporates(inputs, warmth, covered_h)[0])

    def protected(
        self, tried: Iterable[tuple[ProtectionId, ...]], clears: Callable[["PourDay"], bool]
    ) -> Change | None:
        """The first of some protections that is enough.

        Args:
            tried: what to add, the simplest first
            clears: whether nothing is to be said any more of the pour as it would be then
        """
        for added in tried:
            there = self.inputs.protections
            kept = tuple(one for one in there if not (one == "tent" and "heated tent" in added))
            whole = (*kept, *(one for one in added if one not in kept))
            if whole == there or len(whole) > MOST_PROTECTIONS:
                continue
            if clears(self.with_(protections=whole)):
                names = " and ".join(PROTECTIONS[one].name.lower() for one in added)
                return Change(f"Protect it: {names}", {"/protections": list(whole)})
        return None

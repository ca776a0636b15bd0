"""The clock of a pour: when an age, a share of strength or a need is there, by its temperatures."""

from collections.abc import Iterator
from datetime import datetime

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure, Spread, work, work_together
from ulbrek.core.cure import rules
from ulbrek.core.cure.brief import CureBrief
from ulbrek.core.cure.calendar import expected, is_quiet, next_morning, time_of
from ulbrek.core.cure.finishing import FINISHING, FINISHING_SULFO
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.result import Act, StrengthAt
from ulbrek.core.cure.strengths import Aged, strength_by_tests
from ulbrek.core.cure.temperatures import Temperatures
from ulbrek.core.kit.clock.strength import age_at_share, share_at
from ulbrek.core.materials.own import own_set

EXTRAPOLATED_H = 72.0  # before three days both standards' curves are continued beyond what they are of
# What a test opens. Lifting and turning need a strength, which a nail or a knock does not tell.
OPENED_BY_TEST = frozenset(
    {"bleed", "float", "edge", "broom", "trowel", "cover", "leave", "wet", "pull", "strip", "seal"}
)
PATIENCE = 1.1  # a test that said “not yet” is made again after a tenth of the time so far
FIRST_DAY_H = 24.0
FROST_SAFE_MPA = 3.5  # ACI 306R, from memory
CURVE_H = (0, 4, 6, 8, 10, 12, 15, 18, 21, 24, 30, 36, 42, 48, 60, 72, 96, 120, 144, 168, 216, 264, 336, 432, 528, 672)
LONGEST_H = 60 * 24.0  # what takes longer than this at its temperature has no hour


class Clock:
    """The hours of one pour."""

    def __init__(self, inputs: CureInputs, poured: CureBrief, hours: Hours, runs: Figure, warmth: Temperatures) -> None:
        self.inputs, self.poured, self.hours, self.pace, self.warmth = inputs, poured, hours, runs, warmth
        self.mix, self.evenness = poured.mix, poured.evenness
        self.curve_by = poured.mix.hardens_by
        self.sulfo = poured.mix.is_sulfo_aluminate
        self.strength_28 = self._strength_28(poured.strength_left)
        self.foretold_mpa = self.mix.strength_28.likely
        self.results = tuple(self._results())
        self.dry: Figure | None = None
        self.tested = strength_by_tests(self.strength_28, self.results)
        if self.tested is not None:
            self.strength_28 = self.tested
            low, high = (self.tested.value if edge is None else edge for edge in (self.tested.low, self.tested.high))
            edges = {"strength_28_least_mpa": low, "strength_28_most_mpa": high}
            self.mix = poured.mix.model_copy(update=edges)

    def _results(self) -> Iterator[Aged]:
        """What was tested of its strength, with the equivalent age of each."""
        begun = self.inputs.poured_at
        if begun is None:
            return
        for test in self.poured.history.strengths:
            hour = (test.at - begun).total_seconds() / 3600
            age_days = (self._age_at(hour) - self.mix.final_set_h * self.evenness.likely) / 24 if hour > 0 else 0.0
            yield Aged(test, hour, age_days, share_at(self.inputs.strength_by, self.curve_by, age_days))

    def set_at(self, which: str, set_h: float) -> Figure:
        """The hour of initial or final set."""
        return self.hour_of(which, work(rules.age_of_set, which, set_h=self.own(which, set_h), evenness=self.evenness))

    def own(self, which: str, set_h: float) -> Figure | float:
        """A time of set of the mix as it is here [h at 20 °C]; where the shop has a figure of its own, by that."""
        own = self.poured.own_set
        return set_h if own is None else work(own_set, which, set_h=set_h / own.value, own=own)

    @property
    def cover_share(self) -> float:
        """The share of the time to initial set at which it is covered at the latest."""
        cover = FINISHING_SULFO[0] if self.sulfo else next(act for act in FINISHING if act.id == "cover")
        return cover.share.high

    def covered_h(self) -> float:
        """When it is covered at the latest [h after water in]."""
        return self.warmth.shared.hour_at(self.mix.initial_set_h * self.cover_share)

    def age_of_frost(self) -> float:
        """The age at which the lower edge of its strength is what one frost does not harm [h at 20 °C]."""
        share = min(FROST_SAFE_MPA / self.mix.strength_28_least_mpa, 1.0)
        age = age_at_share(self.inputs.strength_by, self.curve_by, share, "frost")
        return self.mix.final_set_h * self.evenness.high + age.value

    def age_of_strip(self) -> float:
        """The age at which every form may come off, by the strengths that the pieces need [h at 20 °C]."""
        ages = [0.0]
        for piece, need in self.poured.needs:
            if need.id == "strip" and need.strength is not None:
                share = min(need.strength.value / self.mix.strength_28_least_mpa, 1.0)
                age = age_at_share(self.inputs.strength_by, self.curve_by, share, piece)
                ages.append(self.mix.final_set_h * self.evenness.high + age.value)
        return max(ages)

    def curve(self) -> Iterator[StrengthAt]:
        """Strength by the hour, with its band."""
        strength, gain, by = self.mix.strength_28, self.curve_by, self.inputs.strength_by
        low, likely, high = strength.low, strength.likely, strength.high
        for hour in CURVE_H:
            ages = [
                (self._age_at(hour) - self.mix.final_set_h * late) / 24
                for late in (self.evenness.high, self.evenness.likely, self.evenness.low)
            ]
            shares = [share_at(by, gain, age) for age in ages]
            yield StrengthAt(float(hour), shares[0] * low, shares[1] * likely, shares[2] * high)

    def when_needed(self, piece: str, need: ActNeed) -> Figure:
        """The hour by which all that an act on a piece needs is there."""
        of = f"{piece}/{need.id}"
        found: list[Figure] = []
        if need.strength is not None:
            share = work(rules.share_of_strength, of, strength_mpa=need.strength, strength_28_mpa=self.strength_28)
            found.append(self.by_share(of, share, piece))
        if need.frees and not self.sulfo:
            celsius = self.warmth.of(piece).mean_c(0.0, FIRST_DAY_H)
            found.append(work(rules.least_in_form, of, temperature_c=round(celsius, 1)))
        if not found:
            return self.set_at("final", self.mix.final_set_h)
        if len(found) == 1:
            return found[0]
        return work(rules.later, of, one_h=found[0], other_h=found[1])

    def _strength_28(self, left: Figure | None) -> Figure | Spread:
        """Strength at 28 days, with what the water leaves of it."""
        weakened = self.mix.strength_28
        own = self.poured.own_strength
        if left is None or own is None or left.value >= 100:
            return weakened
        return work(rules.strength_with_water, strength_28_mpa=own, strength_left=left)

    def by_share(self, of: str, share: Figure | float, piece: str | None = None) -> Figure:
        """The hour at which a share of its 28-day strength is there."""
        age = age_at_share(self.inputs.strength_by, self.curve_by, share, of)
        final = self.own("final", self.mix.final_set_h)
        whole = work_together(rules.age_of_strength, of, final_set_h=final, evenness=self.evenness, age_h=age)
        return self.hour_of(of, whole, piece)

    def hour_of(self, of: str, age: Figure, piece: str | None = None) -> Figure:
        """The hour at which an age is reached, by the temperatures of a piece or of what all have in common."""
        course = self.warmth.of(piece)
        if self.warmth.felt is None and self.warmth.read_h is None:
            return work(rules.hour_by_course, of, age_h=age, since_h=0.0, age_since_h=0.0, pace=self.pace)
        low, high = (age.value if age.low is None else age.low), (age.value if age.high is None else age.high)
        since, before, runs = zip(*(course.span(one) for one in (low, age.value, high)), strict=True)
        if age.low is None:
            return work(rules.hour_by_course, of, age_h=age, since_h=since[1], age_since_h=before[1], pace=runs[1])
        return work_together(rules.hour_by_course, of, age_h=age, since_h=Spread(*since), age_since_h=Spread(*before),
            pace=Spread(*runs),
        )  # fmt: skip

    def _age_at(self, hour: float, piece: str | None = None) -> float:
        """The equivalent age at an hour after water in [h at 20 °C]."""
        return self.warmth.of(piece).age_at(hour)

    def _by_test(self, need: ActNeed, piece: str | None, when: Figure) -> Figure:
        """The hour, put off where the last test said “not yet”, brought forward where one found it ready."""
        history, begun = self.poured.history, self.inputs.poured_at
        if begun is None:
            return when
        of = f"{piece}/{need.id}" if piece else need.id
        ready = history.ready_at(need.id) if need.id in OPENED_BY_TEST else None
        if ready is not None and ready >= begun:
            return work(rules.hour_by_test, of, planned_h=when, tested_h=(ready - begun).total_seconds() / 3600)
        tested = history.not_ready_at(need.id)
        if tested is None:
            return when
        hour = (tested - begun).total_seconds() / 3600
        return work(rules.hour_after_not_yet, of, planned_h=when, tested_h=hour, patience=PATIENCE)

    def act(self, need: ActNeed, piece: str | None, when: Figure, waits: bool = True) -> Act:
        """What is done at an hour, and what has happened to it since."""
        when = self._by_test(need, piece, when)
        # A strength is there when the lower edge of the band reaches it: so a greater need is never due earlier.
        by_edge = need.strength is not None and when.high is not None
        due = when.high if by_edge and when.high is not None else when.value
        never = need.strength is not None and need.strength.value > self.mix.strength_28_least_mpa
        never = never or due > LONGEST_H
        at, moved = (None, False) if never else self._moment(due, waits)
        return Act(
            id=need.id,
            piece=piece,
            name=need.name,
            test=need.test,
            hours=when,
            due_h=due,
            extrapolated=by_edge and self._age_at(when.value, piece) < EXTRAPOLATED_H,
            waits=waits,
            is_state=need.is_state,
            strength=need.strength,
            care=need.care,
            never=never,
            earliest_at=None if never else self._time(when.value if when.low is None else when.low),
            at=at,
            latest_at=None if never else self._time(when.value if when.high is None else when.high),
            moved=moved,
            done_at=self.poured.history.done_at(need.id, piece),
            after=need.after,
            after_h=need.after_h,
        )

    def _moment(self, hour: float, waits: bool) -> tuple[datetime | None, bool]:
        if self.inputs.poured_at is None:
            return None, False
        moment, exact = expected(self.inputs.poured_at, hour, self.hours), time_of(self.inputs.poured_at, hour)
        if is_quiet(moment, self.hours) and not is_quiet(exact, self.hours):
            moment = exact  # said to the minute rather than when nobody is there
        if not waits or not is_quiet(moment, self.hours):
            return moment, False
        return next_morning(moment, self.hours), True

    def _time(self, hour: float) -> datetime | None:
        return None if self.inputs.poured_at is None else time_of(self.inputs.poured_at, hour)

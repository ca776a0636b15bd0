"""Turns the needs of a pour's acts into hours."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Literal

from ulbrek.core.base.act import ActNeed, SealNeed
from ulbrek.core.base.figure import Figure, Spread, work, work_together
from ulbrek.core.cure import checks, rules
from ulbrek.core.cure.calendar import expected, in_turn, is_quiet, next_morning, time_of
from ulbrek.core.cure.care import CARE
from ulbrek.core.cure.history import NOTHING, History, Temperature
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.moist import moist_until
from ulbrek.core.cure.result import Act, CureResult, Dries, StrengthAt, TurnAt
from ulbrek.core.cure.strengths import Aged, strength_by_tests, told
from ulbrek.core.cure.temperatures import Temperatures, evaporates, temperatures_of
from ulbrek.core.cure.told import weather_told
from ulbrek.core.cure.warmth import Body
from ulbrek.core.cure.window import WindowBrief
from ulbrek.core.kit.climate.conditions import NOTHING_KNOWN, Conditions
from ulbrek.core.kit.clock.maturity import REFERENCE_C, pace
from ulbrek.core.kit.clock.strength import age_at_share, share_at
from ulbrek.core.materials.mixes import Mix

EVENNESS = Spread(0.75, 1.0, 1.25)  # Of set times. Source: common practice, a quarter either way.
EXTRAPOLATED_H = 72.0  # before three days both standards' curves are continued beyond what they are of
# What a test opens. Lifting and turning need a strength, which a nail or a knock does not tell.
OPENED_BY_TEST = frozenset({"bleed", "float", "edge", "broom", "trowel", "cover", "leave", "wet", "strip", "seal"})
PATIENCE = 1.1  # a test that said “not yet” is made again after a tenth of the time so far
STANDS_STILL = 0.02  # a pace under this has no hours
FIRST_DAY_H = 24.0
FROST_SAFE_MPA = 3.5  # ACI 306R, from memory
CURVE_H = (0, 4, 6, 8, 10, 12, 15, 18, 21, 24, 30, 36, 42, 48, 60, 72, 96, 120, 144, 168, 216, 264, 336, 432, 528, 672)


@dataclass(frozen=True, slots=True)
class Finishing:
    """An act on the fresh concrete, as a share of the time to initial set. Source: common practice."""

    id: str
    name: str
    share: Spread
    test: str
    face_up_only: bool = False
    is_state: bool = False
    on: Literal["any", "trowelled", "broomed", "ground"] = "any"


@dataclass(frozen=True, slots=True)
class Faces:
    """What is done to faces that lie up.

    Attributes:
        trowelled: whether some are trowelled
        broomed: whether some are broomed or stamped
        on_ground: whether some lie on the ground, where edges are run
        all_on_ground: whether all do: they are walked on, and driven on
    """

    trowelled: bool = True
    broomed: bool = False
    on_ground: bool = False
    all_on_ground: bool = False

    def have(self, on: str) -> bool:
        """Whether there is a face that an act is done on."""
        return {"any": True, "trowelled": self.trowelled, "broomed": self.broomed, "ground": self.on_ground}[on]


FINISHING_SULFO = (
    Finishing(
        "leave", "Leave it alone", Spread(0.5, 0.7, 0.85),
        "From now on no shaking and no tapping: it would come off its steel and its edges.", is_state=True,
    ),
)  # fmt: skip
WET_H = 1.0
LIGHT_USE = ("Light use", "70 % strength. Install it, no heavy loads.")
# By share of its strength: about a day, and three days, at 20 °C. Source: common practice.
TRODDEN = (("walk", "Walk on it", 0.2), ("barrow", "Barrow on it", 0.45))
FINISHING = (
    Finishing(
        "bleed", "Bleed water gone", Spread(0.12, 0.18, 0.3), "The sheen has gone. Never work bleed water in.",
        is_state=True,
    ),
    Finishing("float", "Float", Spread(0.2, 0.35, 0.55), "A pressed finger leaves {6 to 12 limit} and no water."),
    Finishing(
        "edge", "Run the edges", Spread(0.22, 0.38, 0.6), "The edger leaves a clean line, and no paste creeps back.",
        face_up_only=True, on="ground",
    ),
    Finishing(
        "broom", "Broom or stamp", Spread(0.3, 0.6, 0.95), "The sheen has gone; lines stay, and nothing tears.",
        face_up_only=True, on="broomed",
    ),
    Finishing(
        "trowel", "Trowel", Spread(0.45, 0.7, 1.0), "A fingerprint with nothing on the finger; the trowel rings dry.",
        face_up_only=True, on="trowelled",
    ),
    Finishing(
        "cover", "Cover with plastic", Spread(0.5, 0.75, 1.05),
        "As soon as it is finished: laid on a back, tented over a show face.",
    ),
)  # fmt: skip
LONGEST_H = 60 * 24.0  # what takes longer than this at its temperature has no hour
SHEET_TEST_H = 24.0


@dataclass(frozen=True, slots=True)
class CureBrief:
    """What is poured.

    Attributes:
        mix: with the strength that its water leaves it
        face_up: whether a show face lies up
        needs: what each piece's acts need
        history: what has happened since
        strength_left: what its water leaves of the strength [%]
        own_strength: at 28 days with its usual water [MPa]
        turns: how often the forms are filled
        packed: whether it is packed by hand: then no water comes out of it
        bodies: the castings, as far as their heat goes
        dry_kg: dry materials of a bag [kg]
        water_kg: water for a bag [kg]
        finish: the acts of its finish, each after those before it
        seal: when it may be sealed; None where it is left bare
        faces: what is done to faces that lie up
    """

    mix: Mix
    face_up: bool
    needs: Sequence[tuple[str, ActNeed]]
    history: History = NOTHING
    strength_left: Figure | None = None
    own_strength: Spread | None = None
    turns: int = 1
    packed: bool = False
    bodies: tuple[Body, ...] = ()
    dry_kg: float = 25.0
    water_kg: float = 3.0
    finish: tuple[ActNeed, ...] = ()
    seal: SealNeed | None = None
    faces: Faces = Faces()

    @property
    def temperatures(self) -> tuple[Temperature, ...]:
        """What was read in the concrete."""
        return self.history.temperatures


def cure(inputs: CureInputs, poured: CureBrief, hours: Hours, known: Conditions = NOTHING_KNOWN) -> CureResult:
    """The acts of a pour with their hours, its strength by the hour, and its findings.

    Args:
        inputs: when it is poured, how warm it is, by which standards
        poured: the mix, and what the acts need
        hours: when somebody is there
        known: the weather as far as it is known
    """
    warmth = temperatures_of(inputs, poured, hours, known)
    if warmth.felt is None:
        runs = pace(inputs.maturity, warmth.start_c)
    else:
        runs = pace(inputs.maturity, round(warmth.shared.mean_c(0.0, FIRST_DAY_H), 1), "first day")
    clock = _Clock(inputs, poured, hours, runs, warmth)
    moving = runs.value > STANDS_STILL
    due = sorted(clock.acts(), key=lambda act: act.due_h) if moving else []
    acts = in_turn(due, hours, {act.id: act.done_at for act in due if act.done_at is not None})
    mix = clock.mix
    covered_h = clock.covered_h()
    dries, dries_at = evaporates(inputs, warmth, covered_h)
    day = checks.PourDay(
        inputs, poured, hours, known, warmth, clock.age_of_frost(), mix.initial_set_h * clock.cover_share,
        mix.final_set_h * EVENNESS.high, dries,
    )  # fmt: skip
    return CureResult(
        poured_at=inputs.poured_at,
        temperature_c=round(warmth.start_c, 1),
        fresh=warmth.fresh,
        weather=weather_told(warmth, acts),
        dries=Dries(dries, dries_at),
        zone=hours.zone,
        clock=hours.clock,
        strength_by=inputs.strength_by,
        pace=runs,
        measured_h=warmth.read_h,
        initial_set=clock.set_at("initial", mix.initial_set_h) if moving else None,
        final_set=clock.set_at("final", mix.final_set_h) if moving else None,
        dry=clock.dry,
        strength_28=clock.tested,
        tested=tuple(told(clock.results, clock.foretold_mpa)),
        strength_28_low_mpa=mix.strength_28_least_mpa,
        strength_28_high_mpa=mix.strength_28_most_mpa,
        acts=acts,
        turns=tuple(clock.turns(acts)) if poured.turns > 1 else (),
        curve=tuple(clock.curve()),
        findings=tuple(checks.all_findings(day, acts, clock.results, clock.foretold_mpa)),
        care=CARE,
    )


class _Clock:
    """The hours of one pour."""

    def __init__(self, inputs: CureInputs, poured: CureBrief, hours: Hours, runs: Figure, warmth: Temperatures) -> None:
        self.inputs, self.poured, self.hours, self.pace, self.warmth = inputs, poured, hours, runs, warmth
        self.mix = poured.mix
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
            age_days = (self._age_at(hour) - self.mix.final_set_h * EVENNESS.likely) / 24 if hour > 0 else 0.0
            yield Aged(test, hour, age_days, share_at(self.inputs.strength_by, self.curve_by, age_days))

    def acts(self) -> Iterator[Act]:
        """Every act; each is one of a pour, or of one piece of it."""
        for act in FINISHING_SULFO if self.sulfo else FINISHING:
            needless = self.poured.packed and act.id == "bleed"
            if not needless and self.poured.faces.have(act.on) and (self.poured.face_up or not act.face_up_only):
                age = work(rules.age_by_share_of_set, act.id, set_h=self.mix.initial_set_h, share=act.share)
                when = self._hour(act.id, age)
                need = ActNeed(act.id, act.name, act.test, is_state=act.is_state)
                yield self._act(need, None, when, waits=act.is_state)
        if self.sulfo:
            care = "Mist it every 10 min for an hour, and keep it under plastic between."
            need = ActNeed("wet", "Wet it for an hour", f"A dull haze comes over it. {care}")
            yield self._act(need, None, self.set_at("final", self.mix.final_set_h), waits=False)
        latest: dict[str, Figure] = {}
        done: dict[str, float] = {}
        for piece, need in self.poured.needs:
            when = self._when(piece, need)
            if piece in latest:
                when = work(rules.later, f"{piece}/{need.id} in turn", one_h=when, other_h=latest[piece])
            latest[piece] = when
            lifted = self._act(need, piece, when)
            done[need.id] = max(done.get(need.id, 0.0), self._done_h(lifted))
            yield lifted
        yield from self._later_on(done)

    def turns(self, acts: Sequence[Act]) -> Iterator[TurnAt]:
        """When each pour may begin: as soon as the forms of the one before are off."""
        off = [act.due_h for act in acts if act.id == "strip" and not act.never]
        begun, free_h = self.inputs.poured_at, max(off, default=None)
        for turn in range(self.poured.turns):
            if turn and free_h is None:
                return
            if turn and begun and free_h is not None:
                begun = expected(begun, free_h, self.hours)
                begun = next_morning(begun, self.hours) if is_quiet(begun, self.hours) else begun
            yield TurnAt(turn * (free_h or 0.0), begun)

    def _later_on(self, done: dict[str, float]) -> Iterator[Act]:
        usable = self._by_share("install", 0.7)
        if self.sulfo:
            moist = work(rules.moist_after_set, set_h=self.set_at("final", self.mix.final_set_h), wet_h=WET_H)
        else:
            moist = moist_until(self.inputs, self.mix.gain, usable, self.warmth.shared)
        yield self._act(
            ActNeed("moist", "Uncover", "Moist curing ends here."),
            None,
            moist,
        )
        if self.poured.faces.all_on_ground:
            for id_, name, share in TRODDEN:
                yield self._act(ActNeed(id_, name, f"{share:.0%} strength.".replace("%", " %"), is_state=True), None,
                    self._by_share(id_, share))  # fmt: skip
        use = ("Drive on it", "70 % strength. Cars and machines.") if self.poured.faces.all_on_ground else LIGHT_USE
        yield self._act(ActNeed("install", *use, is_state=True), None, usable)
        self.dry = self._dry(moist)
        for need in self.poured.finish:
            act = self._act(need, None, self._finished(need, moist, done))
            done[need.id] = self._done_h(act)
            yield act
        full = self._by_share("load", 1.0)
        yield self._act(
            ActNeed("load", "Full use", "28-day strength. Vehicles, vices, people.", is_state=True), None, full
        )

    def _finished(self, need: ActNeed, moist: Figure, done: dict[str, float]) -> Figure:
        """The hour of an act of the finish: after those before it, with its strength; sealed once it is dry."""
        found = [self._sealed(moist)] if need.id == "seal" else []
        if need.strength is not None:
            share = work(rules.share_of_strength, need.id, strength_mpa=need.strength, strength_28_mpa=self.strength_28)
            found.append(self._by_share(need.id, share))
        before = [done[one] for one in need.after if one in done]
        if before:
            found.append(work(rules.after_wait, need.id, done_h=max(before), wait_h=need.after_h))
        if not found:
            found.append(self.set_at("final", self.mix.final_set_h))
        when = found[0]
        for number, other in enumerate(found[1:]):
            when = work(rules.later, f"{need.id} in turn {number}", one_h=when, other_h=other)
        return when

    def _sealed(self, moist: Figure) -> Figure:
        """When it may be sealed: old enough, no longer kept moist, under a film dry, and tested with a sheet."""
        seal = self.poured.seal
        assert seal is not None  # noqa: S101 - else nothing is sealed
        own = work(rules.age_of_days, "seal own", days=seal.after_d) if seal.after_d is not None else None
        age = self._hour("seal age", work(rules.age_of_days, "seal",
            days=seal.age_sulfo_days if self.sulfo else seal.age_days))  # fmt: skip
        ready = work(rules.later, "seal", one_h=age, other_h=moist)
        if self.dry is not None and seal.film:
            ready = work(rules.later, "seal dry", one_h=ready, other_h=self.dry)
        return own or work(rules.after_sheet_test, ready_h=ready, test_h=SHEET_TEST_H)

    def _done_h(self, act: Act) -> float:
        """When an act is done, or likely will be [h]."""
        begun = self.inputs.poured_at
        return act.due_h if act.done_at is None or begun is None else (act.done_at - begun).total_seconds() / 3600

    def _dry(self, moist: Figure) -> Figure | None:
        """When it is dry inside; None where it is not sealed, or uses its water up itself."""
        slowest = max(
            ((body.thickness_mm / body.dries_by, body.thickness_mm, body.dries_by) for body in self.poured.bodies),
            default=None,
        )  # fmt: skip
        if self.poured.seal is None or self.sulfo or slowest is None:
            return None
        _, thickness, faces = slowest
        return work(rules.dry_through, moist_h=moist, thickness_mm=round(thickness, 1), faces=float(faces))

    def set_at(self, which: str, set_h: float) -> Figure:
        """The hour of initial or final set."""
        return self._hour(which, work(rules.age_of_set, which, set_h=set_h, evenness=EVENNESS))

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
        return self.mix.final_set_h * EVENNESS.high + age.value

    def age_of_strip(self) -> float:
        """The age at which every form may come off, by the strengths that the pieces need [h at 20 °C]."""
        ages = [0.0]
        for piece, need in self.poured.needs:
            if need.id == "strip" and need.strength is not None:
                share = min(need.strength.value / self.mix.strength_28_least_mpa, 1.0)
                age = age_at_share(self.inputs.strength_by, self.curve_by, share, piece)
                ages.append(self.mix.final_set_h * EVENNESS.high + age.value)
        return max(ages)

    def curve(self) -> Iterator[StrengthAt]:
        """Strength by the hour, with its band."""
        strength, gain, by = self.mix.strength_28, self.curve_by, self.inputs.strength_by
        low, likely, high = strength.low, strength.likely, strength.high
        for hour in CURVE_H:
            ages = [
                (self._age_at(hour) - self.mix.final_set_h * late) / 24
                for late in (EVENNESS.high, EVENNESS.likely, EVENNESS.low)
            ]
            shares = [share_at(by, gain, age) for age in ages]
            yield StrengthAt(float(hour), shares[0] * low, shares[1] * likely, shares[2] * high)

    def _when(self, piece: str, need: ActNeed) -> Figure:
        """The hour by which all that an act on a piece needs is there."""
        of = f"{piece}/{need.id}"
        found: list[Figure] = []
        if need.strength is not None:
            share = work(rules.share_of_strength, of, strength_mpa=need.strength, strength_28_mpa=self.strength_28)
            found.append(self._by_share(of, share, piece))
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

    def _by_share(self, of: str, share: Figure | float, piece: str | None = None) -> Figure:
        age = age_at_share(self.inputs.strength_by, self.curve_by, share, of)
        whole = work_together(rules.age_of_strength, of, final_set_h=self.mix.final_set_h, evenness=EVENNESS, age_h=age)
        return self._hour(of, whole, piece)

    def _hour(self, of: str, age: Figure, piece: str | None = None) -> Figure:
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

    def _act(self, need: ActNeed, piece: str | None, when: Figure, waits: bool = True) -> Act:
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


def window_brief(inputs: CureInputs, poured: CureBrief, hours: Hours) -> WindowBrief:
    """What is poured, as far as the hour to start in hangs on it.

    Args:
        inputs: where it cures, and what protects it
        poured: the mix, and what the acts need
        hours: the shop's
    """
    runs = pace(inputs.maturity, REFERENCE_C)
    clock = _Clock(inputs, poured, hours, runs, temperatures_of(inputs, poured, hours, NOTHING_KNOWN))
    mix = poured.mix
    tasks = FINISHING_SULFO if clock.sulfo else FINISHING
    return WindowBrief(
        replace(poured, bodies=_extremes(poured.bodies)),
        inputs,
        tuple(one.share for one in tasks if not one.is_state and (poured.face_up or not one.face_up_only)),
        clock.age_of_frost(),
        mix.initial_set_h * clock.cover_share,
        mix.final_set_h * EVENNESS.high,
        clock.age_of_strip(),
    )


def _extremes(bodies: Sequence[Body]) -> tuple[Body, ...]:
    """The casting that follows the air soonest and the one that does so last: the others lie between."""
    ordered = sorted(bodies, key=lambda body: body.volume_mm3 / (2 * body.top_mm2 + body.side_mm2))
    return tuple(dict.fromkeys((*ordered[:1], *ordered[-1:])))

"""The acts of a pour, each at the hour by which all that it needs is there."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ulbrek.core.base.act import ActNeed
from ulbrek.core.base.figure import Figure, work
from ulbrek.core.cure import rules
from ulbrek.core.cure.calendar import expected, is_quiet, next_morning, time_of
from ulbrek.core.cure.care import SAW
from ulbrek.core.cure.clock import Clock
from ulbrek.core.cure.finishing import EARLY_SAW_H, FINISHING, FINISHING_SULFO, LIGHT_USE, TRODDEN, WET_H, WET_SAW_DAYS
from ulbrek.core.cure.moist import moist_until
from ulbrek.core.cure.result import Act, TurnAt

SHEET_TEST_H = 24.0
_STEP_H = 0.5


class Acts(Clock):
    """What is done to one pour, and when."""

    def acts(self) -> Iterator[Act]:
        """Every act; each is one of a pour, or of one piece of it."""
        for act in FINISHING_SULFO if self.sulfo else FINISHING:
            needless = self.poured.packed and act.id == "bleed"
            if not needless and self.poured.faces.have(act.on) and (self.poured.face_up or not act.face_up_only):
                age = work(
                    rules.age_by_share_of_set,
                    act.id,
                    set_h=self.own("initial", self.mix.initial_set_h),
                    share=act.share,
                )
                when = self.hour_of(act.id, age)
                need = ActNeed(act.id, act.name, act.test, is_state=act.is_state)
                yield self.act(need, None, when, waits=act.is_state)
        if self.sulfo:
            care = "Mist it every 10 min for an hour, and keep it under plastic between."
            need = ActNeed("wet", "Wet it for an hour", f"A dull haze comes over it. {care}")
            yield self.act(need, None, self.set_at("final", self.mix.final_set_h), waits=False)
        yield from self._sawn()
        latest: dict[str, Figure] = {}
        done: dict[str, float] = {}
        for piece, need in self.poured.needs:
            when = self.when_needed(piece, need)
            if piece in latest:
                when = work(rules.later, f"{piece}/{need.id} in turn", one_h=when, other_h=latest[piece])
            latest[piece] = when
            lifted = self.act(need, piece, when)
            done[need.id] = max(done.get(need.id, 0.0), self._done_h(lifted))
            yield lifted
        yield from self._later_on(done)

    def _sawn(self) -> Iterator[Act]:
        """Sawing the joints: a window that opens when the cut no longer frays, and closes before it cracks by itself.

        Within it the hour that is nearest to the usual one and has somebody there.
        """
        for how in self.poured.faces.sawn:
            if how == "early saw":
                set_ = self.set_at("final", self.mix.final_set_h)
                when = work(rules.after_wait, how, done_h=set_, wait_h=EARLY_SAW_H)
            else:
                when = self.hour_of(how, work(rules.age_of_days, how, days=WET_SAW_DAYS))
            test = "The cut does not fray, no grain comes loose beside it. Later it cracks by itself."
            act = self.act(ActNeed(how, f"Saw the joints ({how})", test, care=SAW), None, when, waits=False)
            yield self._within(act, when)

    def _within(self, act: Act, when: Figure) -> Act:
        """The same at the hour of its window that is nearest to the likely one and has somebody there."""
        begun, low, high = self.inputs.poured_at, when.low or when.value, when.high or when.value
        if begun is None or act.at is None or act.never or not is_quiet(act.at, self.hours):
            return act
        tried = [low + step * _STEP_H for step in range(int((high - low) / _STEP_H) + 1)]
        there = [hour for hour in tried if not is_quiet(time_of(begun, hour), self.hours)]
        if not there:
            return act
        best = min(there, key=lambda hour: abs(hour - when.value))
        return replace(act, due_h=best, at=time_of(begun, best))

    def turns(self, acts: Sequence[Act]) -> Iterator[TurnAt]:
        """When each pour may begin: once the forms of the one before are off, and what hangs over them is turned."""
        first = ("strip", "turn") if self.poured.turned else ("strip",)
        off = [act.due_h for act in acts if act.id in first and not act.never]
        begun, free_h = self.inputs.poured_at, max(off, default=None)
        for turn in range(self.poured.turns):
            if turn and free_h is None:
                return
            if turn and begun and free_h is not None:
                begun = expected(begun, free_h, self.hours)
                begun = next_morning(begun, self.hours) if is_quiet(begun, self.hours) else begun
            yield TurnAt(turn * (free_h or 0.0), begun)

    def _later_on(self, done: dict[str, float]) -> Iterator[Act]:
        usable = self.by_share("install", 0.7)
        if self.sulfo:
            moist = work(rules.moist_after_set, set_h=self.set_at("final", self.mix.final_set_h), wet_h=WET_H)
        else:
            moist = moist_until(self.inputs, self.mix.gain, usable, self.warmth.shared)
        yield self.act(
            ActNeed("moist", "Uncover", "Moist curing ends here."),
            None,
            moist,
        )
        if self.poured.faces.all_on_ground:
            for id_, name, share in TRODDEN:
                yield self.act(ActNeed(id_, name, f"{share:.0%} strength.".replace("%", " %"), is_state=True), None,
                    self.by_share(id_, share))  # fmt: skip
        use = ("Drive on it", "70 % strength. Cars and machines.") if self.poured.faces.all_on_ground else LIGHT_USE
        yield self.act(ActNeed("install", *use, is_state=True), None, usable)
        self.dry = self._dry(moist)
        for need in self.poured.finish:
            act = self.act(need, None, self._finished(need, moist, done))
            done[need.id] = self._done_h(act)
            yield act
        full = self.by_share("load", 1.0)
        yield self.act(
            ActNeed("load", "Full use", "28-day strength. Vehicles, vices, people.", is_state=True), None, full
        )

    def _finished(self, need: ActNeed, moist: Figure, done: dict[str, float]) -> Figure:
        """The hour of an act of the finish: after those before it, with its strength; sealed once it is dry."""
        found = [self._sealed(moist)] if need.id == "seal" else []
        if need.strength is not None:
            share = work(rules.share_of_strength, need.id, strength_mpa=need.strength, strength_28_mpa=self.strength_28)
            found.append(self.by_share(need.id, share))
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
        age = self.hour_of("seal age", work(rules.age_of_days, "seal",
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

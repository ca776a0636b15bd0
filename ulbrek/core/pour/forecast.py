"""Every step with its hour: as each follows what comes before it, and as the tests have shown."""

from collections.abc import Mapping, Sequence

from ulbrek.core.pour.batches import MINUTE
from ulbrek.core.pour.result import BatchNow, StepNow
from ulbrek.core.pour.said import Said, milliseconds
from ulbrek.core.pour.script import Part, Poured, script_of
from ulbrek.core.pour.sheet import Fill, RunSheet, Step, is_held_by

HOUR = 60 * MINUTE
# A test that said “not yet” is made again after a tenth of the time so far, as in Cure. Source: common practice.
AGAIN_SHARE, AGAIN_LEAST = 0.1, 5 * MINUTE
PACE_LEAST, PACE_MOST = 0.4, 4.0
_TRIFLE_L = 1e-6
_ALONE = 1


class Forecast:
    """The steps of a pour in the order in which they come, each with its hour."""

    def __init__(self, sheet: RunSheet, said: Mapping[str, Said], batches: Sequence[BatchNow], now: float) -> None:
        """Works them out.

        Args:
            sheet: of the pour
            said: by step, what was written down
            batches: mixed and to come
            now: milliseconds since 1970
        """
        self.sheet, self.said, self.batches, self.now = sheet, said, batches, now
        self.steps: list[StepNow] = []
        self._mixer_free = self._placer_free = now
        self._alone = sheet.people <= _ALONE
        self._may_place = self._may_mix = True
        self._placed = 0  # the last batch that is in its form
        self._pace = 1.0  # of setting, against what was planned
        self._held_up: list[str] = []  # by what is not ready yet
        self._ready()
        self._mix_and_place()
        for fill in sheet.fills:
            self._finish(fill)
        self._after()

    def _ready(self) -> None:
        for step in self.sheet.ready:
            one = self._add(step, step.id, self._mixer_free, may=True)
            self._mixer_free = self._end(one)
            if one.not_yet and step.holds and not one.is_done:
                self._held_up.append(step.holds)
            else:
                self._may_mix = self._may_mix and one.is_done
        self._placer_free = self._mixer_free
        self._may_place = self._may_mix

    def _mix_and_place(self) -> None:
        poured = [Poured(one.number, one.from_l, one.to_l) for one in self.batches]
        parts = script_of(self.sheet.fills, poured)
        for batch in self.batches:
            share = batch.bags / self.sheet.bags.per_batch
            mixed = self._mixing(batch, share)
            if self._alone:
                self._placer_free = max(self._placer_free, self._mixer_free)
            while parts and (parts[0].batch or batch.number) <= batch.number:
                part = parts.pop(0)
                one = self._part(part, max(self._placer_free, self._end(mixed)), mixed.is_done, share)
                if part.batch is not None:
                    one.until = batch.use_by or one.until
                    batch.placed_at = one.at if one.is_done else None
            if self._may_place and mixed.is_done:
                self._placed = batch.number
        for part in parts:
            self._part(part, self._placer_free, may=True, share=1.0)

    def _mixing(self, batch: BatchNow, share: float) -> StepNow:
        """A batch is mixed when the last one is, and the one before that is in its form: else it would stand."""
        sheet, number = self.sheet, batch.number
        if self._alone:
            self._mixer_free = max(self._mixer_free, self._placer_free)
        may = self._may_mix and (self._may_place if self._alone else self._placed >= number - 2)
        water = self._add(sheet.water, f"batch/{number}/water", self._mixer_free, may, batch=number)
        self._mixer_free = self._end(water)
        mixed = self._add(
            sheet.mixed, f"batch/{number}/mixed", self._mixer_free, water.is_done, batch=number, share=share
        )
        mixed.until = batch.use_by or mixed.until
        self._mixer_free = self._end(mixed)
        self._may_mix = self._may_mix and mixed.is_done
        return mixed

    def _part(self, part: Part, start: float, may: bool, share: float) -> StepNow:
        step = part.stage or self.sheet.place
        share = 1.0 if part.stage else part.share * share
        one = self._add(step, part.id, start, may and self._may_place, batch=part.batch, share=share)
        one.fill, one.from_mm, one.to_mm, one.placed_l = part.fill, part.from_mm, part.to_mm, part.to_l
        self._placer_free = self._end(one)
        self._may_place = self._may_place and one.is_done
        return one

    def _finish(self, fill: Fill) -> None:
        """What is done to a struck face: by its own clock, at the pace that tests show, its own or of one before."""
        struck = next((one for one in self.steps if one.step == f"strike/{fill.id}"), None)
        base = self._water_of(fill, struck)
        may, pace = struck is None or struck.is_done, self._pace
        for step in fill.finish:
            hours = step.hours or step.minutes
            low, likely, high = (base + one * HOUR * pace for one in (hours.low, hours.likely, hours.high))
            said = self.said.get(step.id) or Said()
            if said.not_yet and said.done is None and said.passed is None:
                last = milliseconds(said.not_yet[-1])
                likely = max(likely, last + max(AGAIN_LEAST, AGAIN_SHARE * (last - base)))
                low, high = min(max(low, last), likely), max(high, likely)
            likely = max(likely, struck.at if struck else likely)
            one = self._add(step, step.id, likely, may and (self.now >= low or said.passed is not None))
            one.until, one.from_at = max(high, likely), low
            seen = milliseconds(said.passed) if said.passed else one.at
            if not said.skipped:
                pace = min(PACE_MOST, max(PACE_LEAST, (seen - base) / (hours.likely * HOUR)))
            if one.is_done or said.passed or said.not_yet:
                self._pace = pace
            may = may and one.is_done

    def _water_of(self, fill: Fill, struck: StepNow | None) -> float:
        """When the water of the last batch in a form went in, or likely will."""
        last = next((one for one in self.batches if one.to_l >= fill.to_l - _TRIFLE_L), None)
        last = last or (self.batches[-1] if self.batches else None)
        if last is not None and last.water_at is not None:
            return last.water_at
        bags = self.sheet.bags
        size = last.bags if last else bags.per_batch
        struck_at = struck.at if struck else self.now
        return struck_at - (bags.mixing_min + bags.placing_min) * size * MINUTE

    def _after(self) -> None:
        """Tools can be washed as soon as all is placed; the rest comes last."""
        finished = all(one.is_done for one in self.steps)
        last = max((self._end(one) for one in self.steps), default=self.now)
        for step in self.sheet.after:
            soon = step.who == "mixer"
            start = max(self._placer_free, self._mixer_free) if soon else last
            self._add(step, step.id, start, finished or (soon and self._may_place))

    def _add(
        self, step: Step, key: str, start: float, may: bool, *, batch: int | None = None, share: float = 1.0
    ) -> StepNow:
        said = self.said.get(key) or Said()
        may = may and not any(is_held_by(key, held) for held in self._held_up)
        one = StepNow(
            id=key, step=step.id, who=step.who, status="open" if may else "waits", at=start, from_at=start,
            until=start + step.minutes.high * share * MINUTE, lasts=step.minutes.likely * share * MINUTE, batch=batch,
            fill=step.fill, to_mm=step.depth_mm, held=said.held, not_yet=len(said.not_yet), times=said.times,
        )  # fmt: skip
        if said.done is not None:
            one.status, one.at = "skipped" if said.skipped else "done", milliseconds(said.done)
            one.by = str(said.done.member_id) if said.done.member_id else None
        elif said.passed is not None:
            one.passed, one.at = True, milliseconds(said.passed)
        told = said.passed or said.done
        one.answer = told.answer if told else None
        self.steps.append(one)
        return one

    def _end(self, one: StepNow) -> float:
        return one.at if one.is_done else max(one.at, self.now) + one.lasts

"""A pour that is gone through dry: small mishaps, what its tests would show, and what was lost. Common practice."""

import random
from collections.abc import Iterator, Sequence
from typing import Literal

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.pour.batches import MINUTE
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.forecast import HOUR
from ulbrek.core.pour.result import BatchNow, RunState, StepNow
from ulbrek.core.pour.said import Said, all_steps, kept, milliseconds, said_of
from ulbrek.core.pour.sheet import RunSheet, Step
from ulbrek.core.pour.state import run_state

_PACES = (0.85, 1.25)  # of setting, against what was planned
_CUPS = 2  # that a dry batch takes
_AWAY_MIN = (8, 14)
_COVER_BY_MIN = 5
_LATE_SHARE = 1.25  # of the time at which a test is passed: then it is late

Happens = Literal["away", "rain"]


@dataclass(frozen=True, slots=True)
class Mishap:
    """Something that happens: somebody is called away, or it rains [ms since 1970]; what it asks for ends it."""

    kind: Happens
    from_at: float
    until: float


@dataclass(frozen=True, slots=True)
class Loss:
    """Something that was lost: what, why, the bags that went with it."""

    what: str
    why: str
    bags: float = 0.0


@dataclass(frozen=True, slots=True)
class PracticeNow:
    """A practice at a moment.

    Attributes:
        seen: by step, the answer that its test shows now
        mishaps: that have begun
        losses: so far
        bags: lost
    """

    seen: dict[str, str]
    mishaps: tuple[Mishap, ...]
    losses: tuple[Loss, ...]
    bags: float


def practice_now(sheet: RunSheet, entries: Sequence[RunEntry], now: float, seed: int) -> PracticeNow:
    """What somebody who goes through a pour dry sees, and what they have lost so far.

    Args:
        sheet: of the pour
        entries: of the practice
        now: milliseconds since 1970, by the clock of the practice
        seed: which mishaps there are
    """
    state = run_state(sheet, entries, now)
    told = kept(entries)
    said = said_of(sheet, told)
    truth = _Truth(sheet, state, said, seed)
    losses = (*truth.of_batches(now), *truth.of_answers(told), *truth.of_acts(now), *truth.of_rain(told, now))
    return PracticeNow(
        {one.id: shown for one in state.steps if (shown := truth.shows(one, now)) is not None},
        tuple(one for one in truth.mishaps if one.from_at <= now),
        losses,
        sum(one.bags for one in losses),
    )


class _Truth:
    """How this pour really is."""

    def __init__(self, sheet: RunSheet, state: RunState, said: dict[str, Said], seed: int) -> None:
        chance = random.Random(seed)  # noqa: S311 - the same for a seed
        self.sheet, self.state, self.said = sheet, state, said
        self.steps = {step.id: step for step in all_steps(sheet)}
        self.pace = chance.uniform(*_PACES)
        self.dry = chance.randint(1, max(1, len(sheet.bags.planned) - 1))
        away = chance.uniform(0.2, 0.6), chance.uniform(*_AWAY_MIN)
        rains = chance.random() < 0.5
        self.mishaps = tuple(self._mishaps(away, rains=rains))

    def _mishaps(self, away: tuple[float, float], *, rains: bool) -> Iterator[Mishap]:
        begun = self.state.begun_at
        if begun is None:
            return
        bags = self.sheet.bags
        mixing = bags.mixing_min * sum(bags.planned) * MINUTE
        if self.sheet.people > 1:
            at = begun + away[0] * mixing
            yield Mishap("away", at, at + away[1] * MINUTE)
        struck = [one for one in self.state.steps if one.id.startswith("strike/")]
        if rains and struck and all(one.is_done for one in struck):
            at = max(one.at for one in struck) + 10 * MINUTE
            yield Mishap("rain", at, at + _COVER_BY_MIN * MINUTE)

    def shows(self, one: StepNow, now: float) -> str | None:
        """The answer that a test shows now; None where there is none."""
        step = self.steps[one.step]
        if not step.answers or one.is_done or one.passed or one.id.startswith("ready/"):
            return None
        if step.id == self.sheet.mixed.id:
            return self._felt(one.batch or 0, len(self.said[one.id].not_yet) if one.id in self.said else 0)
        on = next(answer.id for answer in step.answers if answer.leads == "on")
        if step.hours is None:
            return on
        return self._at(step, now, on)

    def _felt(self, batch: int, tries: int) -> str:
        cups = sum(self.said.get(f"batch/{batch}/{what}", Said()).cups_l for what in ("water", "mixed"))
        wants = _CUPS if batch == self.dry else 0
        had = round(cups / self.sheet.bags.cup_l) if self.sheet.bags.cup_l else tries
        return "too dry" if had < wants else "too wet" if had > wants + 1 else "right"

    def _at(self, step: Step, at: float, on: str) -> str:
        hours = step.hours
        base = self._base(step)
        if hours is None or base is None:
            return "not yet"
        passed = hours.likely * self.pace * HOUR
        if at - base < passed:
            return "not yet"
        late = any(answer.leads == "late" for answer in step.answers)
        return "late" if late and at - base > _LATE_SHARE * passed else on

    def _base(self, step: Step) -> float | None:
        fill = next(one for one in self.sheet.fills if one.id == step.fill)
        waters = [one.water_at for one in self.state.batches if one.from_l < fill.to_l and one.water_at is not None]
        return max(waters, default=None)

    def of_batches(self, now: float) -> Iterator[Loss]:
        """Batches that were placed too late, or stand there too old."""
        for one in self.state.batches:
            ended = one.placed_at if one.placed_at is not None else now
            if one.use_by is not None and ended > one.use_by + MINUTE:
                yield Loss(f"Batch {one.number}", "It was too old before it was in the form.", self._left(one))

    def _left(self, batch: BatchNow) -> float:
        parts = [one for one in self.state.steps if one.batch == batch.number and "/place" in one.id]
        late = [one for one in parts if not one.is_done or (batch.use_by is not None and one.at > batch.use_by)]
        return batch.bags * len(late) / max(1, len(parts))

    def of_answers(self, told: Sequence[RunEntry]) -> Iterator[Loss]:
        """Tests that were answered otherwise than they showed, and what was left out."""
        cups: dict[int, float] = {}
        for entry in told:
            number = _batch_of(entry)
            if entry.kind == "cup" and number is not None:
                cups[number] = cups.get(number, 0.0) + (entry.water_l or 0.0)
            step = self.steps.get("batch/{n}/mixed" if number is not None else entry.step or "")
            if entry.kind == "skip" and step is not None and not (entry.step or "").startswith("after/"):
                yield Loss(step.title if number is None else f"Batch {number}", "It was left out.")
            elif entry.kind == "answer" and step is not None and (entry.step or "").endswith("/mixed"):
                had = round(cups.get(number or 0, 0.0) / self.sheet.bags.cup_l) if self.sheet.bags.cup_l else _CUPS
                if number == self.dry and had < _CUPS and entry.answer == "right":
                    yield Loss(f"Batch {number}", "It was too dry, and passed: corners stay hollow.")
            elif entry.kind == "answer" and step is not None and step.hours is not None:
                leads = next((one.leads for one in step.answers if one.id == entry.answer), "on")
                if leads != "not yet" and self._at(step, milliseconds(entry), "on") == "not yet":
                    yield Loss(step.title, "Too early: its test had not shown that yet.")

    def of_acts(self, now: float) -> Iterator[Loss]:
        """Acts on a struck face whose time went by."""
        struck = {one.fill for one in self.state.steps if one.id.startswith("strike/") and one.is_done}
        for one in self.state.steps:
            step = self.steps[one.step]
            base = self._base(step) if step.hours and one.fill in struck and one.lasts > 0 else None
            if step.hours is None or base is None or one.status == "skipped":
                continue
            late = base + step.hours.likely * self.pace * _LATE_SHARE * HOUR
            begun = self.said[one.id].passed if one.id in self.said else None
            at = milliseconds(begun) if begun else one.at if one.is_done else now
            if any(answer.leads == "late" for answer in step.answers) and at > late:
                yield Loss(step.title, "Too late: it had set past it.")

    def of_rain(self, told: Sequence[RunEntry], now: float) -> Iterator[Loss]:
        """Rain on an open face."""
        for one in self.mishaps:
            covered = any(entry.kind == "covered" and one.from_at <= milliseconds(entry) <= one.until for entry in told)
            if one.kind == "rain" and now > one.until and not covered:
                yield Loss("The faces", "Rain pitted them: the cover came too late.")


def _batch_of(entry: RunEntry) -> int | None:
    kind, *rest = (entry.step or "").split("/")
    return int(rest[0]) if kind == "batch" and rest and rest[0].isdecimal() else None

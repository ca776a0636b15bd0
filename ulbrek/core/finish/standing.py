"""Where one stands with the finish of a casting: from its sheet and from what was written down, in any order."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Literal
from uuid import UUID

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.entries import FinishEntry, MarkOf
from ulbrek.core.finish.sheet import SheetStep

Status = Literal["done", "now", "ahead"]
PAUSE = timedelta(hours=1)  # what lies farther apart was not worked through
WAITED = ("skip", "note", "dry", "damp")  # was not worked at until it was written
_NO_TIME = timedelta()
NOTHING: Mapping[str, datetime] = {}


@dataclass(frozen=True, slots=True)
class MarkNow:
    """A high spot, a scratch or a void on the face [mm], as it was last measured, and whether it is gone.

    ``was_mm`` is how far it reached when it was largest, ``was_high_mm`` how far it stood up then.
    """

    id: UUID
    mark: MarkOf
    x_mm: float
    y_mm: float
    size_mm: float
    high_mm: float | None
    was_mm: float
    was_high_mm: float | None
    flat: bool


@dataclass(frozen=True, slots=True)
class GateNow:
    """What closes a grit: highs down, passes crossed, scratches of the grit before gone.

    ``open`` says that all is there but the look along the dry face, with which it closes.
    """

    flat: int
    marks: int
    across: int
    along: int
    wanted: int
    seen_scratches: bool
    open: bool


@dataclass(frozen=True, slots=True)
class FinishStepNow:
    """A step, and where it stands.

    Attributes:
        id: of the step
        status: done, the one to do now, or ahead
        done_at: when it was done
        opens_at: before which it is too soon; None where it waits for nothing
        closes_at: after which it is sanded first; None where it never needs to be
        must_sand: whether that has gone by, and nothing was sanded
        late: whether it was done so, after its window and unsanded
        damp_at: of the sheet test, when it last showed moisture
        taped_at: of the sheet test, since when the sheet is on
        pads: how many pads were written off at it
        skipped: whether it was left out
        after_grit: the grit that was really worked before it; None for the first, and for what is no grit
        steep: whether that is too coarse for it to take its scratches out
        passes: how many were made with it in all
        sanded: whether it was sanded before it was put on
        spent_min: how long it took, by what was written down [min]
    """

    id: str
    status: Status
    done_at: datetime | None
    opens_at: datetime | None
    closes_at: datetime | None
    must_sand: bool
    late: bool
    gate: GateNow | None
    damp_at: datetime | None
    taped_at: datetime | None
    pads: int
    skipped: bool
    after_grit: int | None
    steep: bool
    passes: int
    sanded: bool
    spent_min: float


@dataclass(frozen=True, slots=True)
class FinishStanding:
    """A casting at the machine: its steps, its marks, the one to do now, and what was written of no step of it."""

    steps: tuple[FinishStepNow, ...]
    marks: tuple[MarkNow, ...]
    now: str | None
    over: bool
    odd: tuple[UUID, ...]


def standing(
    sheet: Sequence[SheetStep], entries: Iterable[FinishEntry], now: datetime, logged: Mapping[str, datetime] = NOTHING
) -> FinishStanding:
    """Where the finish of one casting stands.

    Args:
        sheet: its steps
        entries: what was written of it; in any order, and as often as it was sent
        now: the moment it is asked for
        logged: by step, when it was said to be done elsewhere than at the machine
    """
    told = kept(entries)
    marks = tuple(_marks(told))
    steps: list[FinishStepNow] = []
    spent = _spent(told)
    last: datetime | None = None
    current: str | None = None
    grit: int | None = None
    for step in sheet:
        found = _step(step, told, last, now, logged.get(step.id))
        if step.grit is not None:
            steep = grit is not None and grit < step.takes
            found = replace(found, after_grit=grit, steep=steep)
        found = replace(found, spent_min=spent.get(step.id, _NO_TIME) / timedelta(minutes=1))
        if found.done_at is None and current is None:
            current = step.id
        status: Status = "done" if found.done_at is not None else "now" if step.id == current else "ahead"
        steps.append(replace(found, status=status))
        if found.done_at is not None and not found.skipped:
            last = found.done_at if step.kind in ("slurry", "coat", "grit") else last
            grit = step.grit or grit
    known = {step.id for step in sheet}
    done = {one.id: one.done_at for one in steps}
    odd = tuple(one.id for one in told if one.step is not None and (one.step not in known or _too_soon(one, done)))
    return FinishStanding(tuple(steps), marks, current, current is None, odd)


def _too_soon(entry: FinishEntry, done: dict[str, datetime | None]) -> bool:
    """Whether a grit was said to be done while passes or high spots were wanting."""
    at = done.get(entry.step or "")
    return entry.kind == "gone" and (at is None or entry.at < at)


def kept(entries: Iterable[FinishEntry]) -> list[FinishEntry]:
    """Entries that stand, each once, in the order of their times."""
    once = {one.id: one for one in entries}
    gone = {one.of for one in once.values() if one.kind == "undo"}
    left = (one for one in once.values() if one.kind != "undo" and one.id not in gone)
    return sorted(left, key=lambda one: (one.at, str(one.id)))


def _marks(told: Sequence[FinishEntry]) -> Iterable[MarkNow]:
    flat = {one.of for one in told if one.kind == "flat"}
    again: dict[UUID, list[FinishEntry]] = {}
    for one in told:
        if one.kind == "mark" and one.of is not None:
            again.setdefault(one.of, []).append(one)
    for one in told:
        if _is_mark(one) and one.x_mm is not None and one.y_mm is not None:
            seen = [one, *again.get(one.id, ())]
            now, most = seen[-1], max(seen, key=lambda each: (each.size_mm, each.high_mm or 0.0))
            yield MarkNow(
                one.id, one.mark, one.x_mm, one.y_mm, now.size_mm, now.high_mm, most.size_mm, most.high_mm,
                one.id in flat,
            )  # fmt: skip


def _is_mark(one: FinishEntry) -> bool:
    """Whether it puts a mark on the face, and does not only measure one again."""
    return one.kind == "mark" and one.of is None and one.x_mm is not None and one.y_mm is not None


def _spent(told: Sequence[FinishEntry]) -> dict[str, timedelta]:
    """How long was worked at each step: until something was written of it, from what was written before."""
    found: dict[str, timedelta] = {}
    before: datetime | None = None
    for one in told:
        if one.step is not None and before is not None and one.kind not in WAITED and one.at - before <= PAUSE:
            found[one.step] = found.get(one.step, _NO_TIME) + (one.at - before)
        before = one.at
    return found


def _step(
    step: SheetStep, told: Sequence[FinishEntry], last: datetime | None, now: datetime, logged: datetime | None
) -> FinishStepNow:
    own = [one for one in told if one.step == step.id]
    damp = max((one.at for one in own if one.kind == "damp"), default=None)
    taped = max((one.at for one in own if one.kind == "taped"), default=None)
    done = _done_at(step, own, told, damp) or logged
    opens = last + timedelta(hours=step.from_h) if last is not None and step.from_h else None
    if step.kind == "test" and taped is not None:
        opens = taped + timedelta(hours=step.stays_h)
    closes = last + timedelta(hours=step.until_h) if last is not None and step.until_h is not None else None
    sanded = closes is not None and any(one.kind == "sanded" and one.at >= closes for one in own)
    past = closes is not None and (done or now) > closes and not sanded
    gate = _gate(step, told) if step.kind == "grit" else None
    kinds = [one.kind for one in own]
    skipped = done is None and "skip" in kinds
    if skipped:
        done = next(one.at for one in own if one.kind == "skip")
    return FinishStepNow(
        step.id, "ahead", done, opens, closes, past and done is None, past and done is not None and not skipped, gate,
        damp, taped, kinds.count("pad"), skipped, None, False, kinds.count("pass"), "sanded" in kinds, 0.0,
    )  # fmt: skip


def _done_at(
    step: SheetStep, own: Sequence[FinishEntry], told: Sequence[FinishEntry], damp: datetime | None
) -> datetime | None:
    """When it was done: a grit once its gate was open, the sheet by the last that stayed dry."""
    if step.kind == "test":
        return next((one.at for one in own if one.kind == "dry" and (damp is None or one.at > damp)), None)
    if step.kind != "grit":
        return next((one.at for one in own if one.kind == "did"), None)
    closing, before = _Closing(step), iter([*told, None])
    upcoming = next(before)
    for gone in (one for one in own if one.kind == "gone"):
        while upcoming is not None and upcoming.at <= gone.at:
            closing.add(upcoming)
            upcoming = next(before)
        if closing.gate.open:
            return gone.at
    return None


class _Closing:
    """The gate of a grit, entry by entry: the passes since scratches were last seen, and all high spots."""

    def __init__(self, step: SheetStep) -> None:
        self.step = step
        self.seen: datetime | None = None
        self.passes = {"across": 0, "along": 0}
        self.highs: set[UUID] = set()
        self.flat: set[UUID] = set()
        self.down = 0

    def add(self, one: FinishEntry) -> None:
        """What was written next."""
        if _is_mark(one) and one.mark == "high":
            self.highs.add(one.id)
            self.down += one.id in self.flat
        elif one.kind == "flat" and one.of is not None and one.of not in self.flat:
            self.flat.add(one.of)
            self.down += one.of in self.highs
        if one.step != self.step.id:
            return
        if one.kind == "left":
            self.seen, self.passes = one.at, {"across": 0, "along": 0}
        elif one.kind == "pass" and one.way is not None and (self.seen is None or one.at > self.seen):
            self.passes[one.way] += 1

    @property
    def gate(self) -> GateNow:
        """Where it stands."""
        across, along = self.passes["across"], self.passes["along"]
        crossed = min(across, along) >= self.step.passes / 2
        return GateNow(
            self.down, len(self.highs), across, along, self.step.passes, self.seen is not None and not crossed,
            crossed and self.down == len(self.highs),
        )  # fmt: skip


def _gate(step: SheetStep, told: Sequence[FinishEntry]) -> GateNow:
    closing = _Closing(step)
    for one in told:
        closing.add(one)
    return closing.gate

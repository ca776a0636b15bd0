"""Castings that belong together are finished alike: what was done to one and not to another."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from datetime import timedelta
from typing import Literal
from uuid import UUID

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.sheet import SheetStep
from ulbrek.core.finish.standing import FinishStanding, FinishStepNow

Differs = Literal["left out", "passes", "days", "sanded", "late"]
# Concrete that is honed or coated some days older takes it otherwise: harder, drier, another sheen.
DAYS_APART = timedelta(days=3)  # common practice
PASSES_APART = 2


@dataclass(frozen=True, slots=True)
class OnCasting:
    """A casting, and its passes, days after the first, or 1 where something is true of it."""

    casting: UUID
    amount: float


@dataclass(frozen=True, slots=True)
class Difference:
    """A step that was not done alike to castings of one piece.

    Attributes:
        piece: that they are castings of
        step: which
        differs: in what: left out of some, passes made, days between, sanded before some, late on some
        of: the castings that differ
    """

    piece: str
    step: str
    differs: Differs
    of: tuple[OnCasting, ...]


def differences(
    piece: str, sheet: Sequence[SheetStep], castings: Mapping[UUID, FinishStanding]
) -> tuple[Difference, ...]:
    """What was not done alike, of steps that two castings or more have behind them.

    Args:
        piece: that they are castings of
        sheet: its steps
        castings: where each stands
    """
    return tuple(
        found
        for number, step in enumerate(sheet)
        for found in _of_step(piece, step, {name: one.steps[number] for name, one in castings.items()})
    )


def _of_step(piece: str, step: SheetStep, castings: Mapping[UUID, FinishStepNow]) -> Iterator[Difference]:
    over = {name: one for name, one in castings.items() if one.done_at is not None}
    if len(over) < 2:
        return
    told: dict[Differs, Callable[[FinishStepNow], bool]] = {
        "left out": lambda one: one.skipped,
        "sanded": lambda one: one.sanded,
        "late": lambda one: one.late,
    }
    for differs, is_so in told.items():
        those = tuple(OnCasting(name, 1.0) for name, one in over.items() if is_so(one))
        if 0 < len(those) < len(over):
            yield Difference(piece, step.id, differs, those)
    done = {name: one for name, one in over.items() if not one.skipped}
    counts = [one.passes for one in done.values()]
    if counts and max(counts) - min(counts) >= PASSES_APART:
        yield Difference(
            piece, step.id, "passes", tuple(OnCasting(name, float(one.passes)) for name, one in done.items())
        )
    times = {name: one.done_at for name, one in done.items() if one.done_at is not None}
    if step.kind in ("grit", "coat") and times:
        first = min(times.values())
        if max(times.values()) - first > DAYS_APART:
            days = tuple(OnCasting(name, round((at - first) / timedelta(days=1), 1)) for name, at in times.items())
            yield Difference(piece, step.id, "days", days)

"""What the placer does, batch by batch: each is placed up to where something else comes first."""

from collections.abc import Sequence
from dataclasses import dataclass

from ulbrek.core.pour.sheet import Fill, Step

_TRIFLE_L = 1e-6


@dataclass(frozen=True, slots=True)
class Poured:
    """A batch on the way into the forms: all that is mixed before it, and with it [l]."""

    number: int
    from_l: float
    to_l: float


@dataclass(frozen=True, slots=True)
class Part:
    """One thing the placer does.

    Attributes:
        id: its own
        batch: the batch that is placed; None for what is done between
        stage: what is done between; None where a batch is placed
        fill: the piece whose form it is; ``from_mm`` and ``to_mm`` how high that is filled before and after
        to_l: all that is placed with it [l]; None for what is done between
        share: of the batch that is placed
    """

    id: str
    batch: int | None
    stage: Step | None
    fill: str
    from_mm: float
    to_mm: float
    to_l: float | None
    share: float


def script_of(fills: Sequence[Fill], batches: Sequence[Poured]) -> list[Part]:
    """All that the placer does, in its order; what no batch reaches any more comes at the end.

    Args:
        fills: in the order in which they are filled
        batches: mixed and to come
    """
    ahead = [(stage.at_l, stage.step, fill) for fill in fills for stage in fill.stages]
    parts: list[Part] = []
    for batch in batches:
        at = batch.from_l
        while ahead and at < batch.to_l - _TRIFLE_L:
            until, step, fill = ahead[0]
            if until <= at + _TRIFLE_L:
                parts.append(_between(*ahead.pop(0)))
                continue
            to = min(until, batch.to_l)
            key = (
                f"batch/{batch.number}/place/{step.id}"
                if to == until and to < batch.to_l - _TRIFLE_L
                else f"batch/{batch.number}/place"
            )
            share = (to - at) / (batch.to_l - batch.from_l)
            parts.append(Part(key, batch.number, None, fill.piece, height(fill, at), height(fill, to), to, share))
            at = to
        while ahead and ahead[0][0] <= at + _TRIFLE_L:
            parts.append(_between(*ahead.pop(0)))
    return parts + [_between(*one) for one in ahead]


def _between(_: float, step: Step, fill: Fill) -> Part:
    return Part(step.id, None, step, fill.piece, step.depth_mm, step.depth_mm, None, 0.0)


def height(fill: Fill, placed_l: float) -> float:
    """How high a form is filled when so much is placed in all [mm]; several alike rise together."""
    inside = max(0.0, (placed_l - fill.from_l) / fill.count)
    low_mm = low_l = 0.0
    for level in fill.levels:
        if level.litres >= inside and level.litres > low_l:
            return low_mm + (level.mm - low_mm) * (inside - low_l) / (level.litres - low_l)
        low_mm, low_l = level.mm, level.litres
    return fill.depth_mm

"""What the placer does, batch by batch: each is placed up to where something else comes first."""

from collections import deque
from collections.abc import Sequence

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.pour.sheet import Fill, Stage, Step

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
        fill: which form; ``from_mm`` and ``to_mm`` how high that is filled before and after
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
        fills: in the order in which they are filled; those of a set one beside the other
        batches: mixed and to come
    """
    ahead = {fill.id: deque(fill.stages) for fill in fills}
    parts: list[Part] = []
    for batch in batches:
        placed = batch.from_l
        for fill in fills:
            low, high = max(batch.from_l, fill.from_l), min(batch.to_l, fill.to_l)
            if high > low + _TRIFLE_L or (ahead[fill.id] and batch.to_l >= fill.to_l - _TRIFLE_L):
                placed = _into(fill, batch, (low, max(low, high)), placed, ahead[fill.id], parts)
    return parts + [_between(stage.step, fill) for fill in fills for stage in ahead[fill.id]]


def _into(
    fill: Fill, batch: Poured, between: tuple[float, float], placed: float, ahead: deque[Stage], parts: list[Part]
) -> float:
    """Places what a batch has for one form, and does what comes on the way; how much is placed with it [l]."""
    at, end = between
    while at < end - _TRIFLE_L and ahead:
        stage = ahead[0]
        if stage.at_l <= at + _TRIFLE_L:
            parts.append(_between(ahead.popleft().step, fill))
            continue
        to = min(stage.at_l, end)
        key = f"batch/{batch.number}/place"
        if to == stage.at_l and to < batch.to_l - _TRIFLE_L:
            key += f"/{stage.step.id}"
        elif fill.share < 1.0:
            key += f"/{fill.id}"
        litres = (to - at) * fill.share
        placed += litres
        share = litres / (batch.to_l - batch.from_l)
        parts.append(Part(key, batch.number, None, fill.id, height(fill, at), height(fill, to), placed, share))
        at = to
    while ahead and ahead[0].at_l <= at + _TRIFLE_L:
        parts.append(_between(ahead.popleft().step, fill))
    return placed


def _between(step: Step, fill: Fill) -> Part:
    return Part(step.id, None, step, fill.id, step.depth_mm, step.depth_mm, None, 0.0)


def height(fill: Fill, placed_l: float) -> float:
    """How high a form is filled when so much is placed in all [mm]; several alike rise together."""
    share = (placed_l - fill.from_l) / (fill.to_l - fill.from_l)
    inside = max(0.0, share * fill.levels[-1].litres)
    low_mm = low_l = 0.0
    for level in fill.levels:
        if level.litres >= inside and level.litres > low_l:
            return low_mm + (level.mm - low_mm) * (inside - low_l) / (level.litres - low_l)
        low_mm, low_l = level.mm, level.litres
    return fill.depth_mm

"""What is asked back: an amount or a time that is hardly what was meant. Source: common practice."""

from collections.abc import Iterator, Mapping, Sequence
from statistics import median

from ulbrek.core.pour.batches import MINUTE
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.result import BatchNow, Doubt
from ulbrek.core.pour.said import Said, milliseconds
from ulbrek.core.pour.sheet import RunSheet

_FILLED = 2.0  # times what its container is meant for
_DRY, _WET = 0.5, 1.5  # times the first water of a bag, and times the most
_NEAR, _OVER = 0.8, 1.1  # within which a slip is taken for what was meant
_SLIPS = (0.1, 10.0, 0.001)  # a point put wrong, millilitres for litres
_AHEAD = 2 * MINUTE
_APART = 6 * 60 * MINUTE  # batches of one pour lie closer together
_HALF_A_DAY = 12 * 60 * MINUTE
_COLD, _HOT = 2.0, 45.0  # of fresh concrete that anybody would place [°C]
_MOST_MEANT = 3


def doubts(
    sheet: RunSheet, told: Sequence[RunEntry], said: Mapping[str, Said], batches: Sequence[BatchNow], now: float
) -> Iterator[Doubt]:
    """What is asked back of entries, as far as nobody insisted on it.

    Args:
        sheet: of the pour
        told: by time, each once
        said: the same by step
        batches: mixed and to come
        now: milliseconds since 1970
    """
    mixing = [milliseconds(one) for one in told if _batch(one) is not None and one.kind in ("did", "answer")]
    middle = median(mixing) if mixing else 0.0
    for entry in told:
        if not entry.insisted:
            yield from _time(entry, said, middle, now)
            yield from _amounts(sheet, entry, batches)


def _batch(entry: RunEntry) -> int | None:
    kind, *rest = (entry.step or "").split("/")
    return int(rest[0]) if kind == "batch" and rest and rest[0].isdecimal() else None


def _time(entry: RunEntry, said: Mapping[str, Said], middle: float, now: float) -> Iterator[Doubt]:
    at, number = milliseconds(entry), _batch(entry)
    if at > now + _AHEAD:
        yield Doubt(str(entry.id), "at", 0.0, now, (now,))
        return
    if number is None or entry.kind not in ("did", "answer"):
        return
    water = said.get(f"batch/{number}/water", Said()).done
    begun = milliseconds(water) if water and entry.step != f"batch/{number}/water" else None
    if begun is not None and at < begun - MINUTE:
        yield Doubt(
            str(entry.id), "at", begun, now, tuple(one for one in (at + _HALF_A_DAY, now) if begun <= one <= now)
        )
    elif abs(at - middle) > _APART:
        near = (at + _HALF_A_DAY, at - _HALF_A_DAY, at + 2 * _HALF_A_DAY)
        meant = [one for one in near if abs(one - middle) <= _APART and one <= now]
        yield Doubt(str(entry.id), "at", middle - _APART, min(now, middle + _APART), (*meant, now)[:_MOST_MEANT])


def _amounts(sheet: RunSheet, entry: RunEntry, batches: Sequence[BatchNow]) -> Iterator[Doubt]:
    bags = sheet.bags
    number = _batch(entry)
    if number is not None and entry.bags and entry.bags > _FILLED * bags.per_batch:
        most = _FILLED * bags.per_batch
        yield Doubt(str(entry.id), "bags", 0.0, most, _meant(entry.bags, bags.per_batch, 0.0, most))
    batch = next((one for one in batches if one.number == number), None)
    if batch is not None and entry.water_l and entry.kind in ("did", "answer"):
        size = min(batch.bags, _FILLED * bags.per_batch)
        low, high = _DRY * bags.start_l * size, _WET * bags.most_l * size
        if not low <= entry.water_l <= high:
            near, over = _NEAR * bags.start_l * size, _OVER * bags.most_l * size
            meant = _meant(entry.water_l, bags.start_l * size, near, over, size)
            yield Doubt(str(entry.id), "water_l", low, high, meant)
    fill = next((one for one in sheet.fills if (entry.step or "").endswith(f"/{one.id}")), None)
    if entry.gaps_mm and fill and max(entry.gaps_mm) > fill.depth_mm:
        yield Doubt(str(entry.id), "gaps_mm", 0.0, fill.depth_mm, (max(entry.gaps_mm) / 10,))
    if entry.celsius is not None and not _COLD <= entry.celsius <= _HOT:
        swapped = (entry.celsius * 1.8 + 32.0, (entry.celsius - 32.0) / 1.8)
        meant = tuple(one for one in swapped if _COLD <= one <= _HOT)
        yield Doubt(str(entry.id), "celsius", _COLD, _HOT, meant)


def _meant(value: float, planned: float, low: float, high: float, size: float = 1.0) -> tuple[float, ...]:
    """What was probably meant: a slip put right, then what was planned."""
    slips = [value * one for one in _SLIPS] + ([value * size] if size > 1 else [])
    near = [one for one in slips if low < one <= high and abs(one - planned) > planned / 100]
    return (*near, planned)[:_MOST_MEANT]

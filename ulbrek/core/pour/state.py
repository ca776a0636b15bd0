"""Where one stands in a pour: from its sheet and from what was written down, in whatever order that came."""

from collections.abc import Iterable, Sequence
from math import ceil

from ulbrek.core.pour.batches import batches_now
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.forecast import Forecast
from ulbrek.core.pour.result import BatchNow, Clash, EnoughNow, RunState, StepNow
from ulbrek.core.pour.said import kept, said_of
from ulbrek.core.pour.sheet import RunSheet
from ulbrek.core.pour.unlikely import doubts


def run_state(sheet: RunSheet, entries: Iterable[RunEntry], now: float) -> RunState:
    """Where a pour stands.

    Args:
        sheet: of the pour
        entries: what was written down; in any order, and as often as it was sent
        now: milliseconds since 1970
    """
    told = kept(entries)
    extra = sum(one.bags or 0.0 for one in told if one.kind == "extra")
    said = said_of(sheet, told)
    batches = batches_now(sheet, said, extra)
    steps = Forecast(sheet, said, batches, now).steps
    begun = [one for one in batches if one.water_at is not None]
    bags = sum(one.bags for one in begun)
    own = {step.id for fill in sheet.fills for step in fill.finish}  # which go by a clock
    late = [one for one in steps if one.status == "open" and one.until < now and one.step in own]
    late.sort(key=lambda one: one.until)
    return RunState(
        begun_at=min((one.water_at for one in begun if one.water_at is not None), default=None),
        batches=tuple(batches),
        steps=tuple(steps),
        mixer=_current([one for one in steps if one.who == "mixer"]),
        placer=_current([one for one in steps if one.who != "mixer"]),
        bags=bags,
        ready_bags=max(0.0, sheet.bags.ready - bags),
        water_l=sum(one.water_l for one in begun),
        placed_l=max((one.placed_l or 0.0 for one in steps if one.is_done), default=0.0),
        mixed_l=sum(_litres(one) for one in batches if one.mixed_at is not None),
        whole_l=sheet.fills[-1].to_l if sheet.fills else 0.0,
        enough=_enough(sheet, told, bags, max((one.to_l for one in begun), default=0.0)),
        clashes=tuple(_clashes(sheet, steps)),
        late=tuple(one.id for one in late),
        doubts=tuple(doubts(sheet, told, said, batches, now)),
        over=all(one.is_done for one in steps),
    )


def _current(steps: Sequence[StepNow]) -> str | None:
    """What is open and due first; where nothing is open, what is waited for."""
    ahead = [one for one in steps if not one.is_done and not one.held and not _is_told_not_ready(one)]
    ready = [one for one in ahead if one.status == "open"]
    return min(ready or ahead, key=lambda one: one.at).id if ahead else None


def _is_told_not_ready(one: StepNow) -> bool:
    """Whether it was to be ready before the first water, is not, and somebody knows."""
    return one.id.startswith("ready/") and one.not_yet > 0


def _litres(batch: BatchNow) -> float:
    return batch.to_l - batch.from_l


def _enough(sheet: RunSheet, told: Sequence[RunEntry], used_bags: float, begun_l: float) -> EnoughNow | None:
    """From the gaps that were measured last: what is still wanted, in quarters of a bag, and what is closed for it."""
    last = next((one for one in reversed(told) if one.kind == "gaps" and one.gaps_mm and one.step), None)
    fill = next((one for one in sheet.fills if last and (last.step or "").endswith(f"/{one.id}")), None)
    if last is None or fill is None:
        return None
    wanted = fill.area_mm2 * fill.count * sum(last.gaps_mm) / len(last.gaps_mm) / 1e6
    bags = ceil(4 * wanted / sheet.bags.yield_l - 1e-9) / 4
    for_others = max(0.0, sheet.fills[-1].to_l - max(fill.to_l, begun_l)) / sheet.bags.yield_l
    return EnoughNow(fill.id, wanted, bags, max(0.0, sheet.bags.ready - used_bags - for_others))


def _clashes(sheet: RunSheet, steps: Sequence[StepNow]) -> list[Clash]:
    """Steps of those who place that want the same hands at one time, where one goes by the clock of its own form."""
    hands = max(1, sheet.people - 1)
    own = {step.id for fill in sheet.fills for step in fill.finish}
    ahead = [one for one in steps if one.who == "placer" and not one.is_done and one.lasts > 0]
    ahead.sort(key=lambda one: one.at)
    found = []
    for number, one in enumerate(ahead):
        beside = [
            other
            for other in ahead[:number]
            if other.at + other.lasts > one.at and other.fill != one.fill and (one.step in own or other.step in own)
        ]
        if len(beside) >= hands:
            found.append(Clash(beside[-1].id, one.id, one.at))
    return found

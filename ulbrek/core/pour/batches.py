"""The batches: those that were mixed, and what is still to be mixed."""

from collections.abc import Mapping
from math import ceil

from ulbrek.core.pour.result import BatchNow
from ulbrek.core.pour.said import Said, milliseconds
from ulbrek.core.pour.sheet import RunSheet

MINUTE = 60_000.0
_QUARTERS = 4
_TRIFLE = 1e-6
_MOST = 500  # batches, whatever is written down


def batches_now(sheet: RunSheet, said: Mapping[str, Said], extra_bags: float) -> list[BatchNow]:
    """Those that were begun, and what is still to be mixed: by the plan at first, then what is missing.

    Args:
        sheet: of the pour
        said: by step, what was written down
        extra_bags: that are to be mixed besides, since it is not enough
    """
    bags = sheet.bags
    numbers = [int(of.split("/")[1]) for of in said if of.startswith("batch/") and of.split("/")[1].isdecimal()]
    begun = min(max(numbers, default=0), _MOST)
    batches: list[BatchNow] = []
    dose: float | None = None  # water of a bag, as the first batch took it
    used = litres = 0.0

    def add(size: float, water_l: float) -> BatchNow:
        nonlocal used, litres
        batch = BatchNow(len(batches) + 1, size, water_l, litres, litres + size * bags.yield_l)
        used, litres = used + size, batch.to_l
        batches.append(batch)
        return batch

    for number in range(1, begun + 1):
        water, mixed = (said.get(f"batch/{number}/{what}", Said()) for what in ("water", "mixed"))
        told = next((one.bags for one in (mixed.done, water.done) if one and one.bags), None)
        size = told or _size(sheet, number, used, extra_bags, begun) or bags.per_batch
        cups = water.cups_l + mixed.cups_l
        in_it = next((one.water_l for one in (mixed.done, water.done) if one and one.water_l), None)
        batch = add(size, in_it or (bags.start_l if dose is None else dose) * size + cups)
        if mixed.done is not None:
            batch.mixed_at = milliseconds(mixed.done)
            dose = batch.water_l / size if dose is None else dose
        if water.done is not None:
            batch.water_at = milliseconds(water.done)
        elif batch.mixed_at is not None:  # it was forgotten: it went in a mixing time before
            batch.water_at = batch.mixed_at - bags.mixing_min * size * MINUTE
        if batch.water_at is not None:
            batch.use_by = batch.water_at + bags.working_min * MINUTE
    while len(batches) < _MOST and (size := _size(sheet, len(batches) + 1, used, extra_bags, begun)) > 0:
        add(size, (bags.start_l if dose is None else dose) * size)
    return batches


def _size(sheet: RunSheet, number: int, used: float, extra_bags: float, begun: int) -> float:
    """The bags of a batch: what the plan says before anything is mixed, then what is missing, in quarters."""
    bags = sheet.bags
    if not extra_bags and (not begun or number == 1):
        return bags.planned[number - 1] if number <= len(bags.planned) else 0.0
    to_go = ceil(_QUARTERS * (bags.bare + extra_bags - used) - _TRIFLE) / _QUARTERS
    return min(bags.per_batch, max(0.0, to_go))

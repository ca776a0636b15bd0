"""The batches one by one: what was mixed so far, the next one, and the last."""

from collections.abc import Sequence
from math import ceil

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.mix import rules
from ulbrek.core.mix.batches import Batches, OneBag
from ulbrek.core.mix.inputs import MixedBatch
from ulbrek.core.mix.result import Batch, MixedSoFar


def dose_found(mixed: Sequence[MixedBatch]) -> Figure | None:
    """The water that a bag of the first batch took [l]; None before it."""
    return work(rules.dose_found, batch_water_l=mixed[0].water_l, batch_bags=mixed[0].bags) if mixed else None


def last_batch(planned: Batches, a_bag: OneBag) -> Batch | None:
    """The last batch, where it is smaller than the others."""
    number = int(planned.count.value)
    alike = planned.last_bags.value >= planned.per_batch.value
    return None if alike else a_bag.batch("last", number, number, planned.last_bags)


def next_batch(so_far: MixedSoFar | None, planned: Batches, a_bag: OneBag) -> Batch | None:
    """The batch that is mixed next: by the plan, and after the first by what is missing."""
    if so_far is None:
        return a_bag.batch("next", 1, int(planned.count.value), planned.bags_of(1))
    to_go = so_far.bags_to_go
    if not to_go.value:
        return None
    bags = work(rules.next_batch, to_go_bags=to_go, bags_per_batch=planned.per_batch)
    in_all = so_far.batches + ceil(to_go.value / planned.per_batch.value - 1e-9)
    return a_bag.batch("next", so_far.batches + 1, in_all, bags)


def mixed_so_far(mixed: Sequence[MixedBatch], bare: Figure) -> MixedSoFar | None:
    """What is mixed, and what is still to be mixed; None before the first batch."""
    dose = dose_found(mixed)
    if dose is None:
        return None
    used = work(rules.bags_used, **{f"batch_{number}_bags": batch.bags for number, batch in enumerate(mixed, 1)})
    to_go = work(rules.bags_to_go, bare_bags=bare, used_bags=used)
    return MixedSoFar(len(mixed), dose, used, to_go)

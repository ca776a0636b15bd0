"""Which bags of a shelf to buy for a pour: of the size planned with, of another, of several."""

from collections.abc import Iterator

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.materials.mixes import MixedBag
from ulbrek.core.mix import rules
from ulbrek.core.mix.bags import BagSet, Offer, cheapest, neighbours, of_one_size
from ulbrek.core.mix.brief import MixBrief
from ulbrek.core.mix.inputs import MixInputs
from ulbrek.core.mix.result import BagChoice, BagSetResult, BagSets, BagsOf


def bags_to_buy(inputs: MixInputs, filled: MixedBag, poured: Figure, of: str = "") -> Figure:
    """Bags to have [count].

    Args:
        inputs: the allowance, and the bags that are to stay unopened
        filled: one bag with its planned water
        poured: what is poured [l]
        of: what the figure is called, where it is not the bag planned with
    """
    counted = work(
        rules.yield_to_buy_by, of or filled.size.id, printed_yield_l=filled.size.yield_l, bag_yield_l=filled.yield_
    )
    return work(
        rules.bags,
        of,
        poured_volume_l=poured,
        spare=inputs.spare or 0.0,
        bag_yield_l=counted,
        least_over_bags=inputs.least_bags_over,
    )


def other_sizes(inputs: MixInputs, of: MixBrief, poured: Figure) -> Iterator[BagChoice]:
    """How many bags of each other size would do."""
    for other in of.mix.sizes:
        if other.id != of.filled.size.id:
            yield BagChoice(other.id, other.name, bags_to_buy(inputs, MixedBag(other, None), poured, other.id))


def bag_sets(inputs: MixInputs, of: MixBrief, volume_l: float) -> BagSets:
    """The cheapest set of bags of all sizes that suffices, and its neighbours."""
    here = {size.id: sum(one.count for one in inputs.in_hand if one.bag == size.id) for size in of.mix.sizes}
    priced = all(size.price is not None for size in of.mix.sizes)
    yields = [(size, MixedBag(size, None).yield_.value) for size in of.mix.sizes]
    offers = [Offer(size.id, gives, (size.price or 0.0) if priced else gives, here[size.id]) for size, gives in yields]
    spare, over = inputs.spare or 0.0, inputs.least_bags_over
    best = (cheapest if priced else of_one_size)(offers, volume_l, spare, over)
    less, more = neighbours(best, offers, volume_l)
    names = {size.id: size.name for size in of.mix.sizes}

    def told(found: BagSet) -> BagSetResult:
        bags = tuple(
            BagsOf(offer.bag, names[offer.bag], count, min(count, offer.in_hand))
            for offer, count in zip(offers, found.counts, strict=True)
            if count
        )
        return BagSetResult(bags, found.yield_l, found.yield_l - volume_l, round(found.cost, 2) if priced else None)

    return BagSets(told(best), told(less[0]) if less else None, told(more[0]) if more else None)

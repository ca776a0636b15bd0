"""A pour in bags and batches, and the water that is measured out for them."""

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.containers import WORKING_FILL
from ulbrek.core.mix import rules
from ulbrek.core.mix.batches import Batches
from ulbrek.core.mix.brief import MixBrief
from ulbrek.core.mix.inputs import MixInputs
from ulbrek.core.mix.pour import Pour

START_SHARE = 0.75  # Of the usual water. Source: common practice.


@dataclass(frozen=True)
class Portions:
    """A pour in bags and batches, and the water that is measured out for them.

    Attributes:
        poured: what is poured, without anything spare [l]
        to_mix: bags that are mixed, and ``bare`` without anything spare
        fill: what is mixed in the container at once, and ``fits`` as bags
        divided: the batches
        batch: what one of them makes [l]
        left: what is left over [l]
        start: water that a bag is begun with, and ``batch_start`` a batch [l]
        most: the most that may go into a bag, and ``batch_most`` into a batch [l]
        brought: water that comes with damp sand and stone, for a bag [l]
    """

    poured: Figure
    to_mix: Figure
    bare: Figure
    fill: Figure
    fits: Figure
    divided: Batches
    batch: Figure
    left: Figure
    start: Figure
    batch_start: Figure
    most: float
    batch_most: Figure
    brought: float


def poured_volume(pour: Pour, which: str = "") -> Figure:
    """What is poured, without anything spare [l].

    Args:
        pour: all of it, or what is poured at once
        which: one of several pours
    """
    by_piece = {
        f"{piece}_l": work(
            rules.taken_by_pieces, f"{which}/{piece}" if which else piece, volume_l=casts.volume, count=casts.count
        )
        for piece, casts in pour.casts.items()
    }
    return work(rules.poured_volume, which, **by_piece)


def portioned(inputs: MixInputs, of: MixBrief, pour: Pour, which: str = "", later: str = "") -> Portions:
    """A pour in bags and batches.

    Args:
        inputs: what the job chose, the allowance among it
        of: what is mixed, and in what
        pour: what is poured at once
        which: one of several pours, as its volume is called
        later: the same, where it is not the first of them, as its bags and batches are called
    """
    filled, spare = of.filled, inputs.spare or 0.0
    poured = poured_volume(pour, which)
    to_mix = work(rules.bags_to_mix, later, poured_volume_l=poured, spare=spare, bag_yield_l=filled.yield_)
    bare = work(rules.bags_bare, later, poured_volume_l=poured, bag_yield_l=filled.yield_)
    fill = work(rules.working_fill, container_l=of.container.volume_l, fill_share=WORKING_FILL)
    fits = work(rules.bags_that_fit, working_fill_l=fill, bag_yield_l=filled.yield_)
    divided = Batches(to_mix, bare, fits, inputs.bags_per_batch, spare, later)
    to_add: Figure = of.recipe.water_added if of.recipe else filled.usual_water
    brought = filled.usual_water.value - to_add.value
    most = filled.size.water_most_l - brought
    start = work(rules.water_start, usual_water_l=to_add, start_share=START_SHARE)

    def of_batch(what: str, water: Figure | float) -> Figure:
        return work(rules.batch_water, what, bags_per_batch=divided.per_batch, bag_water_l=water)

    return Portions(
        poured=poured,
        to_mix=to_mix,
        bare=bare,
        fill=fill,
        fits=fits,
        divided=divided,
        batch=work(rules.batch_volume, bags_per_batch=divided.per_batch, bag_yield_l=filled.yield_),
        left=work(rules.left_over, mixed_bags=divided.mixed, bag_yield_l=filled.yield_, poured_volume_l=poured),
        start=start,
        batch_start=of_batch("start", start),
        most=most,
        batch_most=of_batch("most", most),
        brought=brought,
    )

"""The batches of a pour: all alike but the last, which is what remains; on the day the next is what is missing."""

from collections.abc import Sequence

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.mixes import MixedBag
from ulbrek.core.mix import rules
from ulbrek.core.mix.doses import PerBag, Read, amount_a_bag
from ulbrek.core.mix.result import Batch


class Batches:
    """How a pour is mixed: the bags of a batch, how many there are, and what goes into each."""

    def __init__(
        self, to_mix: Figure, bare: Figure, fits: Figure, chosen_bags: float | None, spare: float, of: str = ""
    ) -> None:
        """Divides a pour into batches.

        Args:
            to_mix: bags to mix, with their spare
            bare: bags that the volume takes without spare
            fits: bags that the container takes
            chosen_bags: bags a batch that the job chose; None where it did not
            spare: share over
            of: which pour it is, where it is not the first of several
        """
        wanted = work(rules.bags_of_one, of, to_mix_bags=to_mix)
        given = fits if chosen_bags is None else work(rules.bags_as_chosen, bags=chosen_bags)
        self.per_batch: Figure = min(given, wanted, key=lambda figure: figure.value)
        self.count: Figure = work(rules.batches, of, bare_bags=bare, spare=spare, bags_per_batch=self.per_batch)
        self.last_bags: Figure = work(
            rules.last_batch, of, to_mix_bags=to_mix, batches=self.count, bags_per_batch=self.per_batch
        )
        self.mixed: Figure = work(
            rules.bags_mixed, of, batches=self.count, bags_per_batch=self.per_batch, last_bags=self.last_bags
        )

    def bags_of(self, number: int) -> Figure:
        """The bags of one of them, counted from 1."""
        return self.last_bags if number >= self.count.value else self.per_batch


@dataclass(frozen=True)
class OneBag:
    """What goes into a batch for each of its bags.

    Attributes:
        filled: the bag with its planned water
        water_start: to start with
        water_most_l: at the most [l]
        water_found: as the first batch took it; None before it
        doses: what is dosed
        per_bag: what one bag holds
    """

    filled: MixedBag
    water_start: Figure
    water_most_l: float
    water_found: Figure | None
    doses: Sequence[Read]
    per_bag: PerBag

    def batch(self, which: str, number: int, in_all: int, bags: Figure) -> Batch:
        """What goes into one batch.

        Args:
            which: the last one or the next
            number: which one
            in_all: how many there are
            bags: in it
        """

        def water(what: str, of_a_bag: Figure | float) -> Figure:
            return work(rules.batch_water, f"{which}/{what}", bags_per_batch=bags, bag_water_l=of_a_bag)

        def dose(one: Read) -> Figure | None:
            amount = amount_a_bag(one, self.per_bag)
            of = f"{one.admixture.id}/{which}"
            return work(rules.dose_of_batch, of, dose_g=amount, bags_per_batch=bags) if amount else None

        return Batch(
            number=number,
            in_all=in_all,
            bags=bags,
            volume=work(rules.batch_volume, which, bags_per_batch=bags, bag_yield_l=self.filled.yield_),
            water_start=water("start", self.water_start),
            water_most=water("most", self.water_most_l),
            water=water("found", self.water_found) if self.water_found else None,
            doses=tuple(dose(one) for one in self.doses),
        )

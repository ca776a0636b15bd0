"""Everything that Mix looks for, in the order in which to look at it."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.admixtures import Admixture
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import BagSize, Mix
from ulbrek.core.mix.checks import day, doses, stuff
from ulbrek.core.mix.doses import PerBag, Read
from ulbrek.core.mix.inputs import MixedBatch, MixInputs
from ulbrek.core.mix.pour import Pour
from ulbrek.core.mix.result import Clock


@dataclass(frozen=True)
class MixCase:
    """A mixing day as it is looked at for what would go wrong.

    Attributes:
        needed: bags to have ready
        to_mix: bags in all the batches
        batch: its volume, ``fill`` the container's and ``fits`` the bags that fit
        clock: the day as it is planned, and ``helped`` as it would be with two people
        mixed: the batches mixed so far
        one_lifts_kg: what one person may carry
        batch_kg: a batch's mass
        form: the heaviest form with its mix in it
    """

    inputs: MixInputs
    mix: Mix
    size: BagSize
    container: Container
    admixtures: Sequence[Admixture]
    pour: Pour
    needed: Figure
    to_mix: float
    batch: Figure
    fill: Figure
    fits: Figure
    doses: Sequence[Read]
    bag: PerBag
    clock: Clock
    helped: Clock
    mixed: Sequence[MixedBatch]
    one_lifts_kg: float
    batch_kg: float
    bags_per_batch: float
    form: Figure
    density_kg_m3: float


def all_findings(seen: MixCase) -> Iterator[Finding]:
    """Everything that Mix finds."""
    inputs = seen.inputs
    yield from day.short_of_bags(inputs, seen.size, seen.needed)
    yield from day.water_over_most(inputs, seen.size)
    yield from day.density_not_believed(seen.size, seen.density_kg_m3)
    yield from day.too_dry_to_place(inputs, seen.size, inputs.feel or seen.mix.feel)
    yield from doses.dose_readings_differ(seen.doses)
    yield from doses.dose_slipped(seen.doses, seen.bag, seen.admixtures)
    yield from doses.dose_on_wrong_base(seen.doses, seen.bag)
    yield from doses.dose_out_of_range(seen.doses, seen.bag, seen.admixtures)
    yield from stuff.working_time_too_short(inputs, seen.pour, seen.clock, seen.helped)
    yield from stuff.too_heavy_at_the_mixer(
        inputs, seen.size, seen.container, (seen.one_lifts_kg, seen.batch_kg), seen.bags_per_batch
    )
    yield from stuff.form_too_heavy_to_shake(inputs, seen.form, seen.one_lifts_kg)
    yield from stuff.not_on_a_bench(inputs, seen.pour)
    if inputs.scratch is None:
        litres = sum(one.volume.value * one.count for one in seen.pour.casts.values())
        yield from stuff.ask_for_ready_mixed(seen.needed, litres)
    yield from stuff.stones_too_large(seen.mix, seen.pour)
    yield from stuff.stones_jam_at_steel(seen.mix, seen.pour)
    yield from day.batch_over_container(seen.container, seen.batch, seen.fill, seen.fits)
    yield from day.batch_too_wet(seen.size, seen.mixed)
    yield from day.batches_differ(seen.mixed)
    yield from doses.cement_not_known(seen.doses, seen.bag)
    yield from stuff.mixed_lots(inputs, seen.to_mix)
    yield from stuff.ratio_too_high(inputs)
    yield from stuff.wrong_feel(inputs, seen.mix, {one.id: one for one in seen.admixtures})

"""How long mixing and placing take against the time there is."""

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.kit.clock.maturity import pace
from ulbrek.core.materials.own import own_minutes
from ulbrek.core.mix import rules
from ulbrek.core.mix.batches import Batches
from ulbrek.core.mix.brief import MixBrief
from ulbrek.core.mix.inputs import MixInputs
from ulbrek.core.mix.pour import Pour
from ulbrek.core.mix.result import Clock


def mixing_clock(inputs: MixInputs, of: MixBrief, pour: Pour, batches: Batches) -> Clock:
    """How long mixing and placing take against the time there is.

    Args:
        inputs: people, minutes a bag, a working time that was tried
        of: what is mixed, and in what
        pour: what is poured, and how warm it is
        batches: into which it is divided
    """
    per_batch = batches.per_batch
    speed = pace(pour.maturity, pour.temperature_c)
    working = work(rules.working_time, workable_min=of.mix.workable_min, pace=speed)
    if inputs.workable_min is not None:
        working = work(rules.working_time_tried, minutes=inputs.workable_min)

    def takes(what: str, bags: Figure, minutes: Figure | float) -> Figure:
        return work(rules.batch_takes, what, bags_per_batch=bags, minutes_a_bag=minutes)

    def here(what: str, minutes: float, own: Figure | None) -> Figure | float:
        return minutes if own is None else work(own_minutes, what, minutes_a_bag=minutes, own=own)

    machine = of.container.machine_min
    if machine is not None:
        mixing = last_mixing = work(rules.machine_takes, minutes=machine)
    else:
        minutes = here("mixing a bag", inputs.minutes_mixing, of.own_mixing)
        mixing = takes("mixing", per_batch, minutes)
        last_mixing = takes("mixing the last", batches.last_bags, minutes)
    a_bag = here("placing a bag", inputs.minutes_placing, of.own_placing)
    placing = takes("placing", per_batch, a_bag)
    last_placing = takes("placing the last", batches.last_bags, a_bag)
    each = {"mixing_min": mixing, "placing_min": placing}
    both = {**each, "last_mixing_min": last_mixing, "last_placing_min": last_placing}
    meet: Figure = batches.count
    if not inputs.one_colour:
        largest = max(pour.casts.values(), key=lambda casts: casts.volume.value).volume
        volume = work(rules.batch_volume, bags_per_batch=per_batch, bag_yield_l=of.filled.yield_)
        meeting = work(rules.batches_that_meet, casting_l=largest, batch_volume_l=volume)
        meet = min(meeting, meet, key=lambda count: count.value)
    hands = float(inputs.people)
    return Clock(
        working=working,
        mixing=mixing,
        placing=placing,
        whole=work(rules.pour_takes, batches=batches.count, **both, hands=hands),
        meeting=work(rules.pour_takes, "meeting", batches=meet, **both, hands=hands),
        last_start=work(rules.last_start, working_min=working, **each),
        placing_a_bag_min=a_bag.value if isinstance(a_bag, Figure) else a_bag,
    )

"""Plans the mixing day."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import ceil

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.kit.clock.maturity import pace
from ulbrek.core.materials.admixtures import Admixture
from ulbrek.core.materials.containers import WORKING_FILL, Container
from ulbrek.core.materials.mixes import Mix, MixedBag
from ulbrek.core.mix import checks, rules
from ulbrek.core.mix.bags import BagSet, Offer, cheapest, neighbours, of_one_size
from ulbrek.core.mix.batches import Batches, OneBag
from ulbrek.core.mix.care import CARE, DOSING, HEAVY_BAG, HEAVY_BAG_KG
from ulbrek.core.mix.doses import dosed, per_bag, read
from ulbrek.core.mix.feel import FEELS
from ulbrek.core.mix.inputs import MixedBatch, MixInputs, Work
from ulbrek.core.mix.pour import Pour
from ulbrek.core.mix.result import (
    BagChoice,
    BagSetResult,
    BagSets,
    BagsOf,
    Batch,
    Clock,
    MixedSoFar,
    MixResult,
    PieceMix,
    ScratchResult,
    StandbyFill,
)
from ulbrek.core.mix.scratch import Recipe
from ulbrek.core.mix.wetness import wetness

START_SHARE = 0.75  # Of the usual water. Source: common practice.
SPARES: dict[Work, float] = {"form": 0.10, "packed": 0.15, "ground": 0.12}  # Source: common practice.


@dataclass(frozen=True)
class MixBrief:
    """What is mixed, in what, and what the shop has to add to it.

    Attributes:
        filled: one bag with its planned water
        recipe: None where it comes in bags
        water_shift: what the doses change of the water, already in ``filled``; None where they do not
        standby: moulds for what is left over, by name and volume [l]
        one_lifts_kg: what one person of the shop may carry
        strength_left: what its water leaves of its strength, already in ``mix``
        set_shift: what the doses change of its times, already in ``mix``
    """

    mix: Mix
    filled: MixedBag
    container: Container
    admixtures: Sequence[Admixture]
    recipe: Recipe | None = None
    water_shift: Figure | None = None
    standby: Sequence[tuple[str, float]] = ()
    one_lifts_kg: float = 20.0
    strength_left: Figure | None = None
    set_shift: Figure | None = None


@dataclass(frozen=True)
class Portions:
    """A pour in bags and batches, and the water that is measured out for them.

    Attributes:
        poured: what is poured, without anything spare [l]
        needed: bags to have
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
    needed: Figure
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


def _portioned(inputs: MixInputs, of: MixBrief, pour: Pour) -> Portions:
    filled, spare = of.filled, inputs.spare or 0.0
    poured = _poured(pour)
    to_mix = work(rules.bags_to_mix, poured_volume_l=poured, spare=spare, bag_yield_l=filled.yield_)
    bare = work(rules.bags_bare, poured_volume_l=poured, bag_yield_l=filled.yield_)
    fill = work(rules.working_fill, container_l=of.container.volume_l, fill_share=WORKING_FILL)
    fits = work(rules.bags_that_fit, working_fill_l=fill, bag_yield_l=filled.yield_)
    divided = Batches(to_mix, bare, fits, inputs.bags_per_batch, spare)
    to_add: Figure = of.recipe.water_added if of.recipe else filled.usual_water
    brought = filled.usual_water.value - to_add.value
    most = filled.size.water_most_l - brought
    start = work(rules.water_start, usual_water_l=to_add, start_share=START_SHARE)

    def of_batch(what: str, water: Figure | float) -> Figure:
        return work(rules.batch_water, what, bags_per_batch=divided.per_batch, bag_water_l=water)

    return Portions(
        poured=poured,
        needed=_bags(inputs, filled, poured),
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


def _decided(inputs: MixInputs, of: MixBrief, pour: Pour) -> MixInputs:
    """What the job chose, with what follows where it chose nothing."""
    decided: dict[str, object] = {
        "spare": SPARES[inputs.work] if inputs.spare is None else inputs.spare,
        "one_colour": inputs.one_colour or pour.matching,
    }
    if of.recipe is not None:  # it is weighed out as it is wanted: no bag need stay closed
        decided["least_bags_over"] = 0
    return inputs.model_copy(update=decided)


def mix(inputs: MixInputs, of: MixBrief, pour: Pour, mixed: Sequence[MixedBatch] = ()) -> MixResult:
    """The figures and findings of a mixing day.

    Args:
        inputs: what the job chose
        of: what is mixed, and in what
        pour: what is poured
        mixed: the batches mixed so far, the first one first
    """
    size, filled = of.filled.size, of.filled
    inputs = _decided(inputs, of, pour)
    portions = _portioned(inputs, of, pour)
    poured, divided, left = portions.poured, portions.divided, portions.left
    bag = per_bag(filled, inputs.cement_share or of.mix.cement_share)
    doses = list(read(inputs.doses, of.admixtures, bag))
    told = tuple(dosed(one, bag, divided.per_batch, divided.mixed) for one in doses)
    clock, form = _clock(inputs, of, pour, divided), _heaviest_form(pour)
    so_far = _mixed_so_far(mixed, portions.bare)
    a_bag = OneBag(filled, portions.start, portions.most, so_far.dose_found if so_far else None, doses, bag)
    seen = checks.MixCase(
        inputs=inputs,
        mix=of.mix,
        size=size,
        container=of.container,
        admixtures=of.admixtures,
        pour=pour,
        needed=portions.needed,
        to_mix=divided.mixed.value,
        batch=portions.batch,
        fill=portions.fill,
        fits=portions.fits,
        doses=doses,
        bag=bag,
        clock=clock,
        helped=_clock(inputs.model_copy(update={"people": 2}), of, pour, divided),
        mixed=mixed,
        one_lifts_kg=of.one_lifts_kg,
        batch_kg=portions.batch.value * filled.density.value / 1000,
        bags_per_batch=divided.per_batch.value,
        form=form,
        density_kg_m3=filled.density.value,
    )
    return MixResult(
        mix_name=of.mix.name,
        bag=size.id,
        bag_name=size.name,
        container_name=of.container.name,
        poured_volume=poured,
        volume_with_spare=work(rules.volume_with_spare, poured_volume_l=poured, spare=inputs.spare or 0.0),
        bag_yield=filled.yield_,
        density=filled.density,
        to_mix=portions.to_mix,
        bags=portions.needed,
        bags_mixed=divided.mixed,
        left_over=left,
        bags_back=work(rules.bags_back, bags=portions.needed, mixed_bags=divided.mixed),
        choices=tuple(_choices(inputs, of, poured)),
        sets=_sets(inputs, of, poured.value),
        doses=told,
        wetness=wetness(filled, of.water_shift, bag, sum(one.water.value for one in told if one.water)),
        set_shift=of.set_shift,
        pieces=tuple(_pieces(pour, of, portions.batch, poured)),
        clock=clock,
        container_filled=work(rules.filled_container, working_fill_l=portions.fill, density_kg_m3=filled.density),
        slurry=work(rules.slurry, void_share=inputs.void_share, poured_volume_l=poured) if inputs.void_share else None,
        standby=tuple(_standby(of, left)),
        scratch=_scratched(of.recipe) if of.recipe else None,
        feel=FEELS[inputs.feel or of.mix.feel],
        water_start=portions.start,
        water_shift=of.water_shift,
        cup=work(rules.a_cup_more, batch_most_l=portions.batch_most, batch_start_l=portions.batch_start),
        form=form,
        water_planned_l=_value(filled.water_l) - portions.brought,
        water_least_l=size.water_least_l - portions.brought,
        water_most_l=portions.most,
        working_fill=portions.fill,
        bags_that_fit=portions.fits,
        bags_per_batch=divided.per_batch.value,
        batches=divided.count,
        batch_volume=portions.batch,
        batch_water_start=portions.batch_start,
        batch_water_most=portions.batch_most,
        last=_last_batch(divided, a_bag),
        next=_next_batch(so_far, divided, a_bag),
        mixed=so_far,
        findings=tuple(checks.all_findings(seen)),
        care=tuple(_care(inputs, of)),
    )  # fmt: skip


def _choices(inputs: MixInputs, of: MixBrief, poured: Figure) -> Iterator[BagChoice]:
    """How many bags of each other size would do."""
    for other in of.mix.sizes:
        if other.id != of.filled.size.id:
            yield BagChoice(other.id, other.name, _bags(inputs, MixedBag(other, None), poured, other.id))


def _standby(of: MixBrief, left: Figure) -> Iterator[StandbyFill]:
    """How many of each mould that stands by what is left over fills."""
    for name, volume in of.standby:
        yield StandbyFill(name, work(rules.fills, name, left_over_l=left, mould_l=volume))


def _heaviest_form(pour: Pour) -> Figure:
    return max(
        (
            work(
                rules.filled_form, piece, casting_kg=casts.mass, castings=float(casts.side_by_side),
                boards_kg=casts.boards or 0.0,
            )
            for piece, casts in pour.casts.items()
        ),
        key=lambda one: one.value,
    )  # fmt: skip


def dose_found(mixed: Sequence[MixedBatch]) -> Figure | None:
    """The water that a bag of the first batch took [l]; None before it."""
    return work(rules.dose_found, batch_water_l=mixed[0].water_l, batch_bags=mixed[0].bags) if mixed else None


def _care(inputs: MixInputs, of: MixBrief) -> Iterator[str]:
    yield from CARE
    if of.filled.size.dry_mass_kg > HEAVY_BAG_KG and of.recipe is None:
        yield HEAVY_BAG
    if inputs.doses:
        yield DOSING


def _clock(inputs: MixInputs, of: MixBrief, pour: Pour, batches: Batches) -> Clock:
    per_batch = batches.per_batch
    speed = pace(pour.maturity, pour.temperature_c)
    working = work(rules.working_time, workable_min=of.mix.workable_min, pace=speed)
    if inputs.workable_min is not None:
        working = work(rules.working_time_tried, minutes=inputs.workable_min)

    def takes(what: str, bags: Figure, minutes: float) -> Figure:
        return work(rules.batch_takes, what, bags_per_batch=bags, minutes_a_bag=minutes)

    machine = of.container.machine_min
    if machine is not None:
        mixing = last_mixing = work(rules.machine_takes, minutes=machine)
    else:
        mixing = takes("mixing", per_batch, inputs.minutes_mixing)
        last_mixing = takes("mixing the last", batches.last_bags, inputs.minutes_mixing)
    placing = takes("placing", per_batch, inputs.minutes_placing)
    last_placing = takes("placing the last", batches.last_bags, inputs.minutes_placing)
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
    )


def _sets(inputs: MixInputs, of: MixBrief, volume_l: float) -> BagSets:
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


def _pieces(pour: Pour, of: MixBrief, batch: Figure, poured: Figure) -> Iterator[PieceMix]:
    size = of.filled.size
    for piece, casts in pour.casts.items():
        yield PieceMix(
            piece,
            work(
                rules.dry_mix_in, piece, mass_fresh_kg=casts.mass, water_l=of.filled.water_l,
                dry_mass_kg=size.dry_mass_kg,
            ),
            work(
                rules.share_of_batch, piece, batch_volume_l=batch, piece_volume_l=casts.volume, poured_volume_l=poured
            ),
        )  # fmt: skip


def _scratched(recipe: Recipe) -> ScratchResult:
    cement, sand, stone = recipe.names
    return ScratchResult(
        cement=recipe.cement, sand=recipe.sand, stone=recipe.stone, water=recipe.water, strength=recipe.strength,
        measure_kg=recipe.measure_kg, sand_damp=recipe.sand_damp, stone_damp=recipe.stone_damp,
        water_added=recipe.water_added, cement_name=cement, sand_name=sand, stone_name=stone,
    )  # fmt: skip


def _last_batch(planned: Batches, a_bag: OneBag) -> Batch | None:
    """The last batch, where it is smaller than the others."""
    number = int(planned.count.value)
    alike = planned.last_bags.value >= planned.per_batch.value
    return None if alike else a_bag.batch("last", number, number, planned.last_bags)


def _next_batch(so_far: MixedSoFar | None, planned: Batches, a_bag: OneBag) -> Batch | None:
    """The batch that is mixed next: by the plan, and after the first by what is missing."""
    if so_far is None:
        return a_bag.batch("next", 1, int(planned.count.value), planned.bags_of(1))
    to_go = so_far.bags_to_go
    if not to_go.value:
        return None
    bags = work(rules.next_batch, to_go_bags=to_go, bags_per_batch=planned.per_batch)
    in_all = so_far.batches + ceil(to_go.value / planned.per_batch.value - 1e-9)
    return a_bag.batch("next", so_far.batches + 1, in_all, bags)


def _mixed_so_far(mixed: Sequence[MixedBatch], bare: Figure) -> MixedSoFar | None:
    dose = dose_found(mixed)
    if dose is None:
        return None
    used = work(rules.bags_used, **{f"batch_{number}_bags": batch.bags for number, batch in enumerate(mixed, 1)})
    to_go = work(rules.bags_to_go, bare_bags=bare, used_bags=used)
    return MixedSoFar(len(mixed), dose, used, to_go)


def _poured(pour: Pour) -> Figure:
    by_piece = {
        f"{piece}_l": work(rules.taken_by_pieces, piece, volume_l=casts.volume, count=casts.count)
        for piece, casts in pour.casts.items()
    }
    return work(rules.poured_volume, "", **by_piece)


def _bags(inputs: MixInputs, filled: MixedBag, poured: Figure, of: str = "") -> Figure:
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


def _value(given: Figure | float) -> float:
    return given.value if isinstance(given, Figure) else given

"""Plans the mixing day."""

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.mix import checks, rules
from ulbrek.core.mix.batches import OneBag
from ulbrek.core.mix.brief import MixBrief
from ulbrek.core.mix.care import CARE, DOSING, HEAVY_BAG, HEAVY_BAG_KG
from ulbrek.core.mix.clock import mixing_clock
from ulbrek.core.mix.doses import dosed, per_bag, read
from ulbrek.core.mix.feel import FEELS
from ulbrek.core.mix.inputs import MixedBatch, MixInputs, Work
from ulbrek.core.mix.portions import Portions, portioned, poured_volume
from ulbrek.core.mix.pour import Pour
from ulbrek.core.mix.result import MixResult, PieceMix, PouredOf, ScratchResult, StandbyFill, Turn
from ulbrek.core.mix.scratch import Recipe
from ulbrek.core.mix.shelf import bag_sets, bags_to_buy, other_sizes
from ulbrek.core.mix.so_far import last_batch, mixed_so_far, next_batch
from ulbrek.core.mix.wetness import wetness

SPARES: dict[Work, float] = {"form": 0.10, "packed": 0.15, "ground": 0.12}  # Source: common practice.


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
    turns = _turns(inputs, of, pour)
    several = turns[-1].told.last > 1
    portions, today = turns[0].portions, turns[0].pour
    poured, divided, left = poured_volume(pour), portions.divided, portions.left
    mixed_in_all, needed = divided.mixed, bags_to_buy(inputs, filled, poured)
    if several:
        each = {f"pour_{one.told.first}_bags": one.told.bags_in_all for one in turns}
        mixed_in_all = work(rules.bags_of_turns, **each)
        needed = work(rules.bags_for_turns, bags=needed, mixed_bags=mixed_in_all)
    bag = per_bag(filled, inputs.cement_share or of.mix.cement_share)
    doses = list(read(inputs.doses, of.admixtures, bag))
    measured = tuple(dosed(dose, bag, divided.per_batch, mixed_in_all) for dose in doses)
    clock, form = mixing_clock(inputs, of, today, divided), _heaviest_form(pour)
    so_far = mixed_so_far(mixed, portions.bare)
    a_bag = OneBag(filled, portions.start, portions.most, so_far.dose_found if so_far else None, doses, bag)
    case = checks.MixCase(
        inputs=inputs,
        mix=of.mix,
        size=size,
        container=of.container,
        admixtures=of.admixtures,
        pour=pour,
        needed=needed,
        to_mix=mixed_in_all.value,
        batch=portions.batch,
        fill=portions.fill,
        fits=portions.fits,
        doses=doses,
        bag=bag,
        clock=clock,
        helped=mixing_clock(inputs.model_copy(update={"people": 2}), of, today, divided),
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
        bag_kg=size.dry_mass_kg,
        container_name=of.container.name,
        poured_volume=poured,
        volume_with_spare=work(rules.volume_with_spare, poured_volume_l=poured, spare=inputs.spare or 0.0),
        bag_yield=filled.yield_,
        density=filled.density,
        to_mix=portions.to_mix,
        bags=needed,
        bags_mixed=divided.mixed,
        left_over=left,
        bags_back=work(rules.bags_back, bags=needed, mixed_bags=mixed_in_all),
        choices=tuple(other_sizes(inputs, of, poured)),
        sets=bag_sets(inputs, of, poured.value),
        doses=measured,
        wetness=wetness(filled, of.water_shift, bag, sum(dose.water.value for dose in measured if dose.water)),
        set_shift=of.set_shift,
        pieces=tuple(_pieces(today, of, portions.batch, portions.poured)),
        turns=tuple(one.told for one in turns) if several else (),
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
        last=last_batch(divided, a_bag),
        next=next_batch(so_far, divided, a_bag),
        mixed=so_far,
        findings=tuple(checks.all_findings(case)),
        care=tuple(_care(inputs, of)),
    )  # fmt: skip


class _Turn(NamedTuple):
    """One way in which the forms are filled."""

    pour: Pour
    portions: Portions
    told: Turn


def _turns(inputs: MixInputs, of: MixBrief, pour: Pour) -> list[_Turn]:
    """The pours that the castings take, those that are alike together, the fullest first."""
    found: list[_Turn] = []
    turns = pour.turns
    several = sum(times for _, times in turns) > 1
    first = 1
    for counts, times in turns:
        which = f"pour {first}" if several else ""
        only = pour.only(counts) if several else pour
        portions = portioned(inputs, of, only, which, which if found else "")
        bags = portions.divided.mixed
        castings = tuple(PouredOf(piece, count) for piece, count in counts.items())
        in_all = work(rules.bags_of_alike, which, turn_bags=bags, times=float(times)) if several else bags
        told = Turn(first, first + times - 1, castings, portions.poured, bags, portions.divided.count, in_all)
        found.append(_Turn(only, portions, told))
        first += times
    return found


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
        key=lambda form: form.value,
    )  # fmt: skip


def _care(inputs: MixInputs, of: MixBrief) -> Iterator[str]:
    yield from CARE
    if of.filled.size.dry_mass_kg > HEAVY_BAG_KG and of.recipe is None:
        yield HEAVY_BAG
    if inputs.doses:
        yield DOSING


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


def _value(given: Figure | float) -> float:
    return given.value if isinstance(given, Figure) else given

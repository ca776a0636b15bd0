"""Plans the mixing day."""

from collections.abc import Mapping, Sequence

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.materials.containers import WORKING_FILL, Container
from ulbrek.core.materials.mixes import Filled, Mix
from ulbrek.core.mix import checks, rules
from ulbrek.core.mix.care import CARE, HEAVY_BAG, HEAVY_BAG_KG
from ulbrek.core.mix.inputs import BatchMixed, MixInputs
from ulbrek.core.mix.result import BagChoice, MixedSoFar, MixResult

START_SHARE = 0.75  # Of the usual water. Source: common practice.


def mix(
    inputs: MixInputs,
    chosen: Mix,
    filled: Filled,
    container: Container,
    volumes: Mapping[str, tuple[Figure, int]],
    mixed: Sequence[BatchMixed] = (),
) -> MixResult:
    """The figures and findings of a mixing day.

    Args:
        inputs: what the job chose
        chosen: the mix
        filled: one bag of the chosen size with its planned water
        container: what it is mixed in
        volumes: by piece, the volume of one [l] and how many are wanted
        mixed: the batches mixed so far, the first one first
    """
    size = filled.size
    poured = _poured(volumes)
    needed = _bags(inputs, filled, poured)
    fill = work(rules.working_fill, container_l=container.volume_l, fill_share=WORKING_FILL)
    fits = work(rules.bags_that_fit, working_fill_l=fill, bag_yield_l=filled.yield_)
    per_batch: Figure | float = min(fits, needed, key=lambda figure: figure.value)
    if inputs.bags_per_batch is not None:
        per_batch = inputs.bags_per_batch
    batch = work(rules.batch_volume, bags_per_batch=per_batch, bag_yield_l=filled.yield_)
    start = work(rules.water_start, usual_water_l=filled.usual_water, start_share=START_SHARE)
    return MixResult(
        mix_name=chosen.name,
        bag=size.id,
        bag_name=size.name,
        container_name=container.name,
        poured_volume=poured,
        volume_with_spare=work(rules.volume_with_spare, poured_volume_l=poured, spare=inputs.spare),
        bag_yield=filled.yield_,
        density=filled.density,
        bags=needed,
        left_over=work(rules.left_over, bags=needed, bag_yield_l=filled.yield_, poured_volume_l=poured),
        choices=tuple(
            BagChoice(other.id, other.name, _bags(inputs, Filled(other, None), poured, other.id))
            for other in chosen.sizes
            if other.id != size.id
        ),
        water_start=start,
        water_planned_l=_value(filled.water_l),
        water_least_l=size.water_least_l,
        water_most_l=size.water_most_l,
        working_fill=fill,
        bags_that_fit=fits,
        bags_per_batch=_value(per_batch),
        batches=work(rules.batches, bags=needed, bags_per_batch=per_batch),
        batch_volume=batch,
        batch_water_start=work(rules.batch_water, "start", bags_per_batch=per_batch, bag_water_l=start),
        batch_water_most=work(rules.batch_water, "most", bags_per_batch=per_batch, bag_water_l=size.water_most_l),
        mixed=_mixed_so_far(mixed, filled, poured),
        findings=tuple(checks.all_findings(inputs, size, container, needed, (batch, fill, fits), mixed)),
        care=(*CARE, HEAVY_BAG) if size.dry_mass_kg > HEAVY_BAG_KG else CARE,
    )


def dose_found(mixed: Sequence[BatchMixed]) -> Figure | None:
    """The water that a bag of the first batch took [l]; None before it."""
    return work(rules.dose_found, batch_water_l=mixed[0].water_l, batch_bags=mixed[0].bags) if mixed else None


def _mixed_so_far(mixed: Sequence[BatchMixed], filled: Filled, poured: Figure) -> MixedSoFar | None:
    dose = dose_found(mixed)
    if dose is None:
        return None
    used = work(rules.bags_used, **{f"batch_{number}_bags": batch.bags for number, batch in enumerate(mixed, 1)})
    to_go = work(rules.bags_to_go, poured_volume_l=poured, bag_yield_l=filled.yield_, used_bags=used)
    return MixedSoFar(len(mixed), dose, used, to_go)


def _poured(volumes: Mapping[str, tuple[Figure, int]]) -> Figure:
    by_piece = {
        f"{piece}_l": work(rules.taken_by_pieces, piece, volume_l=volume, count=count)
        for piece, (volume, count) in volumes.items()
    }
    return work(rules.poured_volume, "", **by_piece)


def _bags(inputs: MixInputs, filled: Filled, poured: Figure, of: str = "") -> Figure:
    return work(
        rules.bags,
        of,
        poured_volume_l=poured,
        spare=inputs.spare,
        bag_yield_l=filled.yield_,
        least_over_bags=inputs.least_bags_over,
    )


def _value(given: Figure | float) -> float:
    return given.value if isinstance(given, Figure) else given

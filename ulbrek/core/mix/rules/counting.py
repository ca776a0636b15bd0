"""The figures of a mixing day."""

from math import ceil, floor

from ulbrek.core.base.figure import rule

# Keeps a count from going up by one on the last bit of a float.
_TRIFLE = 1e-9
SMALLEST_BATCH_BAGS = 0.25
LEAST_SPARE = 0.05


@rule(unit="l")
def taken_by_pieces(volume_l: float, count: int) -> float:
    """Volume of all castings of a piece

    Args:
        volume_l: volume of one piece
        count: how many are wanted

    Formula: volume_l * count

    Source: geometry
    """
    return volume_l * count


@rule(unit="l")
def poured_volume(**piece_volumes_l: float) -> float:
    """Volume of the pour

    What all pieces of the job take, from the inside of their forms less the knockouts.

    Args:
        piece_volumes_l: volume of all castings, piece by piece

    Formula: sum(inputs)

    Source: geometry
    """
    return sum(piece_volumes_l.values())


@rule(unit="l")
def volume_with_spare(poured_volume_l: float, spare: float) -> float:
    """Volume with allowance

    Some sticks to the tub and the tools; running out is the worst thing that can happen.

    Args:
        poured_volume_l: volume of the pour
        spare: share over

    Formula: poured_volume_l * (1 + spare)

    Source: common practice, 5 to 10 % over
    """
    return poured_volume_l * (1 + spare)


@rule(unit="bags")
def bags_to_mix(poured_volume_l: float, spare: float, bag_yield_l: float) -> float:
    """Bags to mix

    With their spare; what is bought beyond them stays closed.

    Args:
        poured_volume_l: volume of the pour
        spare: share over
        bag_yield_l: concrete from one bag

    Formula: poured_volume_l * (1 + spare) / bag_yield_l

    Source: common practice: 5 to 10 % over
    """
    return poured_volume_l * (1 + spare) / bag_yield_l


@rule(unit="bags")
def bags_bare(poured_volume_l: float, bag_yield_l: float) -> float:
    """Bags that the pieces take

    Without spare.

    Args:
        poured_volume_l: volume of the pour
        bag_yield_l: concrete from one bag

    Formula: poured_volume_l / bag_yield_l

    Source: geometry
    """
    return poured_volume_l / bag_yield_l


@rule(unit="l")
def yield_to_buy_by(printed_yield_l: float, bag_yield_l: float) -> float:
    """What a bag is counted on for

    More water gives more concrete, and weaker: nobody buys less for that.

    Args:
        printed_yield_l: yield printed on the bag
        bag_yield_l: concrete from one bag with the water that is planned

    Formula: min(printed_yield_l, bag_yield_l)

    Source: common practice: running out is the worst thing that can happen
    """
    return min(printed_yield_l, bag_yield_l)


@rule(unit="bags")
def bags(poured_volume_l: float, spare: float, bag_yield_l: float, least_over_bags: int) -> float:
    """Bags to have ready

    The larger of two counts: the volume with its spare, and the bare volume with whole bags over.

    Args:
        poured_volume_l: volume of the pour
        spare: share over
        bag_yield_l: what a bag is counted on for
        least_over_bags: least number of whole bags over the bare count

    Formula:
        max(
            ceil(poured_volume_l * (1 + spare) / bag_yield_l),
            ceil(poured_volume_l / bag_yield_l) + least_over_bags
        )

    Source: common practice: 5 to 10 % over, and never start without a bag over
    """
    with_spare = ceil(poured_volume_l * (1 + spare) / bag_yield_l - _TRIFLE)
    return max(with_spare, ceil(poured_volume_l / bag_yield_l - _TRIFLE) + least_over_bags)


@rule(unit="l")
def left_over(mixed_bags: float, bag_yield_l: float, poured_volume_l: float) -> float:
    """Leftover concrete

    Keep a small mould ready for it.

    Args:
        mixed_bags: bags in all the batches
        bag_yield_l: concrete from one bag
        poured_volume_l: volume of the pour

    Formula: mixed_bags * bag_yield_l - poured_volume_l

    Source: geometry
    """
    return mixed_bags * bag_yield_l - poured_volume_l


@rule(unit="bags")
def bags_back(bags: float, mixed_bags: float) -> float:
    """Bags likely left unopened

    Keep them dry and off the floor, with the receipt.

    Args:
        bags: bags to have ready
        mixed_bags: bags in all the batches

    Formula: max(0, floor(bags - mixed_bags + 1e-9))

    Source: arithmetic
    """
    return float(max(0, floor(bags - mixed_bags + _TRIFLE)))


@rule(unit="l", kind="water")
def water_start(usual_water_l: float, start_share: float) -> float:
    """Water to start a bag with

    Start with three quarters of what the bag usually takes and add the rest by the cup.

    Args:
        usual_water_l: water the bag usually takes
        start_share: share to start with

    Formula: usual_water_l * start_share

    Source: common practice
    """
    return usual_water_l * start_share


@rule(unit="l", kind="vessel")
def working_fill(container_l: float, fill_share: float) -> float:
    """Working volume of a vessel

    Args:
        container_l: the container, brim-full
        fill_share: share of it that can be filled

    Formula: container_l * fill_share

    Source: common practice, 80 %
    """
    return container_l * fill_share


@rule(unit="bags")
def bags_that_fit(working_fill_l: float, bag_yield_l: float) -> float:
    """Bags a vessel mixes

    Whole bags where one fits, else quarters of a bag, weighed out.

    Args:
        working_fill_l: what the container takes and can still be stirred
        bag_yield_l: concrete from one bag

    Formula:
        floor(working_fill_l / bag_yield_l)
        if working_fill_l >= bag_yield_l
        else max(0.25, floor(4 * working_fill_l / bag_yield_l) / 4)

    Source: common practice: a 5 gal bucket takes a 60 lb bag, a barrow two
    """
    ratio = working_fill_l / bag_yield_l + _TRIFLE
    return floor(ratio) if ratio >= 1 else max(SMALLEST_BATCH_BAGS, floor(4 * ratio) / 4)


@rule(unit="batches")
def batches(bare_bags: float, spare: float, bags_per_batch: float) -> float:
    """Batches to mix

    As many as give the volume and one part in twenty over: for less than that no batch more is mixed.

    Args:
        bare_bags: bags that the pieces take
        spare: share over
        bags_per_batch: bags in each batch

    Formula: max(1, ceil(bare_bags * (1 + min(spare, 0.05)) / bags_per_batch))

    Source: common practice: 5 to 10 % over
    """
    return max(1, ceil(bare_bags * (1 + min(spare, LEAST_SPARE)) / bags_per_batch - _TRIFLE))


@rule(unit="bags")
def bags_of_one(to_mix_bags: float) -> float:
    """Bags, were it one batch

    In quarters of a bag, which can be weighed out.

    Args:
        to_mix_bags: bags to mix

    Formula: max(0.25, ceil(4 * to_mix_bags) / 4)

    Source: common practice
    """
    return max(SMALLEST_BATCH_BAGS, ceil(4 * to_mix_bags - _TRIFLE) / 4)


@rule(unit="bags")
def bags_as_chosen(bags: float) -> float:
    """Bags in a batch, as chosen

    Args:
        bags: as chosen

    Formula: bags

    Source: what was chosen for this job
    """
    return bags


@rule(unit="bags")
def last_batch(to_mix_bags: float, batches: float, bags_per_batch: float) -> float:
    """Bags in the last batch

    What remains, in quarters of a bag.

    Args:
        to_mix_bags: bags to mix
        batches: how many there are
        bags_per_batch: bags in each of the others

    Formula: min(bags_per_batch, max(0.25, ceil(4 * (to_mix_bags - (batches - 1) * bags_per_batch)) / 4))

    Source: arithmetic
    """
    left = to_mix_bags - (batches - 1) * bags_per_batch
    return min(bags_per_batch, max(SMALLEST_BATCH_BAGS, ceil(4 * left - _TRIFLE) / 4))


@rule(unit="bags")
def bags_mixed(batches: float, bags_per_batch: float, last_bags: float) -> float:
    """Bags in all the batches

    Args:
        batches: how many there are
        bags_per_batch: bags in each but the last
        last_bags: bags in the last

    Formula: (batches - 1) * bags_per_batch + last_bags

    Source: arithmetic
    """
    return (batches - 1) * bags_per_batch + last_bags


@rule(unit="bags")
def next_batch(to_go_bags: float, bags_per_batch: float) -> float:
    """Bags in the next batch

    What is missing, and no more than a batch.

    Args:
        to_go_bags: bags still to mix
        bags_per_batch: bags in a batch

    Formula: min(bags_per_batch, to_go_bags)

    Source: common practice
    """
    return min(bags_per_batch, to_go_bags)


@rule(unit="l")
def batch_volume(bags_per_batch: float, bag_yield_l: float) -> float:
    """Volume of a batch

    Args:
        bags_per_batch: bags in each batch
        bag_yield_l: concrete from one bag

    Formula: bags_per_batch * bag_yield_l

    Source: geometry
    """
    return bags_per_batch * bag_yield_l


@rule(unit="l", kind="water")
def batch_water(bags_per_batch: float, bag_water_l: float) -> float:
    """Water of a batch

    Args:
        bags_per_batch: bags in each batch
        bag_water_l: water for one bag

    Formula: bags_per_batch * bag_water_l

    Source: geometry
    """
    return bags_per_batch * bag_water_l


@rule(unit="l", kind="water")
def dose_found(batch_water_l: float, batch_bags: float) -> float:
    """Water a bag took

    The first batch is brought to the right feel and measured; every later one gets the same.

    Args:
        batch_water_l: all the water that went into the first batch
        batch_bags: its bags

    Formula: batch_water_l / batch_bags

    Source: common practice
    """
    return batch_water_l / batch_bags


@rule(unit="bags")
def bags_used(**batch_bags: float) -> float:
    """Bags mixed so far

    Args:
        batch_bags: bags, batch by batch

    Formula: sum(inputs)

    Source: arithmetic
    """
    return sum(batch_bags.values())


@rule(unit="bags")
def bags_to_go(bare_bags: float, used_bags: float) -> float:
    """Bags still to mix

    What the pieces take, without spare, less what has been mixed.

    Args:
        bare_bags: bags that the pieces take
        used_bags: bags mixed so far

    Formula: max(0, ceil(4 * (bare_bags - used_bags)) / 4)

    Source: arithmetic, in quarters of a bag
    """
    return max(0.0, ceil(4 * (bare_bags - used_bags) - _TRIFLE) / 4)

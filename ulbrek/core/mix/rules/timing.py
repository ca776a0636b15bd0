"""How long there is, and who is needed: batches against the clock."""

from math import ceil

from ulbrek.core.base.figure import rule


@rule(unit="min")
def working_time(workable_min: float, pace: float) -> float:
    """Working time of a batch

    From its first water until it stiffens, at its own temperature.

    Args:
        workable_min: at 20 °C
        pace: how fast it hardens at its temperature, as a share of 20 °C

    Formula: workable_min / max(pace, 0.05)

    Source: the mix's print; that it goes as hardening does is common practice
    """
    return workable_min / max(pace, 0.05)


@rule(unit="min")
def working_time_tried(minutes: float) -> float:
    """Working time of a batch, as it was tried

    Args:
        minutes: until a cupful stiffened, with all that is dosed, at the temperature of the day

    Formula: minutes

    Source: a trial by the shop: the only way to know what a retarder does
    """
    return minutes


@rule(unit="min")
def machine_takes(minutes: float) -> float:
    """Time of a batch in a mixer

    A mixer turns for its own time, whatever is in it.

    Args:
        minutes: from the first bag in to the last of it out

    Formula: minutes

    Source: common practice: 3 to 5 min of turning, and loading
    """
    return minutes


@rule(unit="min")
def batch_takes(bags_per_batch: float, minutes_a_bag: float) -> float:
    """Time to mix or place a batch

    Args:
        bags_per_batch: bags in it
        minutes_a_bag: for one bag, two at least for a small one

    Formula: max(2, bags_per_batch * minutes_a_bag)

    Source: common practice, timed by the shop
    """
    return max(2.0, bags_per_batch * minutes_a_bag)


@rule(unit="batches")
def batches_that_meet(casting_l: float, batch_volume_l: float) -> float:
    """Batches that meet in one casting

    Castings that are filled one after another need not be filled in one go, each by itself must.

    Args:
        casting_l: volume of the largest casting
        batch_volume_l: of one batch

    Formula: max(1, ceil(casting_l / batch_volume_l - 1e-9))

    Source: common practice
    """
    return float(max(1, ceil(casting_l / batch_volume_l - 1e-9)))


@rule(unit="min")
def pour_takes(
    batches: float, mixing_min: float, placing_min: float, last_mixing_min: float, last_placing_min: float, hands: float
) -> float:
    """Total mixing and placing time

    One person mixes and places in turn; of two or more one mixes while another places.

    Args:
        batches: how many
        mixing_min: of one batch
        placing_min: of one batch
        last_mixing_min: of the last batch
        last_placing_min: of the last batch
        hands: people at it

    Formula:
        last_mixing_min + last_placing_min + max(0, batches - 1) * (mixing_min + placing_min)
        if hands < 2 or batches < 2
        else max(
            (batches - 1) * mixing_min + last_mixing_min,
            (batches - 2) * max(mixing_min, placing_min) + mixing_min + placing_min
        ) + last_placing_min

    Source: common practice
    """
    last = last_mixing_min + last_placing_min
    if hands < 2 or batches < 2:
        return last + max(0, batches - 1) * (mixing_min + placing_min)
    mixed = (batches - 1) * mixing_min + last_mixing_min
    placed = (batches - 2) * max(mixing_min, placing_min) + mixing_min + placing_min
    return max(mixed, placed) + last_placing_min


@rule(unit="min")
def last_start(working_min: float, mixing_min: float, placing_min: float) -> float:
    """Latest start of the last batch

    It must be in place before the first batch has stiffened, or a joint shows.

    Args:
        working_min: working time of the first batch
        mixing_min: of one batch
        placing_min: of one batch

    Formula: max(0, working_min - mixing_min - placing_min)

    Source: common practice
    """
    return max(0.0, working_min - mixing_min - placing_min)


@rule(unit="l")
def share_of_batch(batch_volume_l: float, piece_volume_l: float, poured_volume_l: float) -> float:
    """A casting's share of every batch

    For one colour each batch goes into all of the forms, a little into each; no casting takes more than it holds.

    Args:
        batch_volume_l: of one batch
        piece_volume_l: of one casting
        poured_volume_l: of the pour

    Formula: min(piece_volume_l, batch_volume_l * piece_volume_l / max(poured_volume_l, 1e-9))

    Source: common practice
    """
    return min(piece_volume_l, batch_volume_l * piece_volume_l / max(poured_volume_l, 1e-9))


@rule(unit="kg")
def filled_container(working_fill_l: float, density_kg_m3: float) -> float:
    """Mass of a container at its working fill

    Args:
        working_fill_l: what it takes and can still be stirred
        density_kg_m3: density of the fresh concrete

    Formula: working_fill_l * density_kg_m3 / 1000

    Source: arithmetic
    """
    return working_fill_l * density_kg_m3 / 1000


@rule(unit="kg")
def dry_mix_in(mass_fresh_kg: float, water_l: float, dry_mass_kg: float) -> float:
    """Dry mix in one casting

    Args:
        mass_fresh_kg: of the casting
        water_l: of one bag
        dry_mass_kg: of one bag

    Formula: mass_fresh_kg * dry_mass_kg / (dry_mass_kg + water_l)

    Source: conservation of mass
    """
    return mass_fresh_kg * dry_mass_kg / (dry_mass_kg + water_l)


@rule(unit="l")
def slurry(void_share: float, poured_volume_l: float) -> float:
    """Slurry to fill the voids of packed faces

    Args:
        void_share: share of the volume that is left open
        poured_volume_l: of the pour

    Formula: void_share * poured_volume_l

    Source: common practice: a packed face is left with some per cent of voids
    """
    return void_share * poured_volume_l


@rule(unit="castings")
def fills(left_over_l: float, mould_l: float) -> float:
    """Leftover moulds filled

    Args:
        left_over_l: concrete over when the pieces are full
        mould_l: what a standby mould holds

    Formula: floor(left_over_l / mould_l)

    Source: common practice
    """
    return float(int(left_over_l / mould_l + 1e-9))


@rule(unit="l")
def still_wanted(net_area_mm2: float, mean_gap_mm: float) -> float:
    """Concrete that a casting still wants

    Args:
        net_area_mm2: area of its face, less its openings
        mean_gap_mm: from the concrete up to the rail, at a few places

    Formula: net_area_mm2 * mean_gap_mm / 1e6

    Source: geometry
    """
    return net_area_mm2 * mean_gap_mm / 1e6


@rule(unit="bags")
def bags_wanted(still_wanted_l: float, bag_yield_l: float) -> float:
    """Bags that this takes, in quarters

    Args:
        still_wanted_l: concrete that is still wanted
        bag_yield_l: concrete from one bag

    Formula: ceil(4 * still_wanted_l / bag_yield_l - 1e-9) / 4

    Source: arithmetic
    """
    return ceil(4 * still_wanted_l / bag_yield_l - 1e-9) / 4


@rule(unit="kg")
def filled_form(casting_kg: float, castings: float, boards_kg: float) -> float:
    """A form with the mix in it

    What is lifted where it is shaken, dropped or turned over wet.

    Args:
        casting_kg: fresh mass of one casting
        castings: that lie side by side in it
        boards_kg: mass of its boards

    Formula: casting_kg * castings + boards_kg

    Source: addition
    """
    return casting_kg * castings + boards_kg


@rule(unit="bags")
def bags_closed(had_bags: float, used_bags: float) -> float:
    """Bags unopened

    Args:
        had_bags: that were here when the pour began
        used_bags: that have been mixed

    Formula: max(0, had_bags - used_bags)

    Source: counting
    """
    return max(0.0, had_bags - used_bags)


@rule(unit="bags")
def bags_spare(closed_bags: float, wanted_bags: float) -> float:
    """Bags to spare

    Negative where they are too few: better known before the last one is opened than after.

    Args:
        closed_bags: still closed
        wanted_bags: still wanted

    Formula: closed_bags - wanted_bags

    Source: counting
    """
    return closed_bags - wanted_bags

"""What is dosed: percent, base and amount, and the water and packs that go with it."""

from math import ceil

from ulbrek.core.base.figure import rule

_TRIFLE = 1e-9


@rule(unit="kg")
def cement_in_bag(dry_mass_kg: float, cement_share: float) -> float:
    """Cement in one bag

    Args:
        dry_mass_kg: dry mass of a bag
        cement_share: share of it that is cement

    Formula: dry_mass_kg * cement_share

    Source: the bag's print, or its maker's word
    """
    return dry_mass_kg * cement_share


@rule(unit="g")
def dose_by_percent(percent: float, base_kg: float) -> float:
    """Dose for one bag

    Args:
        percent: of the base
        base_kg: cement or dry mix in one bag

    Formula: percent / 100 * base_kg * 1000

    Source: arithmetic
    """
    return percent / 100 * base_kg * 1000


@rule(unit="g")
def dose_by_volume(grams_per_m3: float, bag_yield_l: float) -> float:
    """Dose for one bag, by the volume it gives

    Args:
        grams_per_m3: for a cubic metre
        bag_yield_l: concrete from one bag

    Formula: grams_per_m3 * bag_yield_l / 1000

    Source: arithmetic
    """
    return grams_per_m3 * bag_yield_l / 1000


@rule(unit="g")
def dose_as_typed(grams: float) -> float:
    """Dose for one bag, as entered

    Args:
        grams: for one bag

    Formula: grams

    Source: the maker's print
    """
    return grams


@rule(unit="%")
def percent_of(dose_g: float, base_kg: float) -> float:
    """Dose as a share of its base

    Args:
        dose_g: for one bag
        base_kg: cement or dry mix in one bag

    Formula: dose_g / (base_kg * 1000) * 100

    Source: arithmetic
    """
    return dose_g / (base_kg * 1000) * 100


@rule(unit="g")
def dose_of_batch(dose_g: float, bags_per_batch: float) -> float:
    """Dose for one batch

    Args:
        dose_g: for one bag
        bags_per_batch: bags in it

    Formula: dose_g * bags_per_batch

    Source: arithmetic
    """
    return dose_g * bags_per_batch


@rule(unit="g")
def dose_of_pour(dose_g: float, bags: float) -> float:
    """Dose for the whole pour

    Args:
        dose_g: for one bag
        bags: bags to have ready

    Formula: dose_g * bags

    Source: arithmetic
    """
    return dose_g * bags


@rule(unit="ml")
def by_volume(dose_g: float, density_kg_l: float) -> float:
    """The dose in a measuring cup

    Args:
        dose_g: for one bag
        density_kg_l: as it is poured out

    Formula: dose_g / density_kg_l

    Source: geometry; powders settle, so a scale is better
    """
    return dose_g / density_kg_l


@rule(unit="spoons")
def by_spoon(dose_g: float, spoon_g: float) -> float:
    """The dose in level teaspoons

    Args:
        dose_g: for one bag
        spoon_g: a level teaspoon

    Formula: dose_g / spoon_g

    Source: common practice; a scale is better
    """
    return dose_g / spoon_g


@rule(unit="packs")
def packs(dose_g: float, pack_g: float) -> float:
    """Packs to have

    Args:
        dose_g: for the whole pour
        pack_g: what one pack holds

    Formula: ceil(dose_g / pack_g)

    Source: arithmetic
    """
    return float(ceil(dose_g / pack_g - _TRIFLE))


@rule(unit="packs")
def packs_of_batch(dose_g: float, pack_g: float) -> float:
    """Packs that one batch takes

    Where it is no whole number, batches are made so that it is, or the pack is weighed out.

    Args:
        dose_g: for one batch
        pack_g: what one pack holds

    Formula: dose_g / pack_g

    Source: arithmetic
    """
    return dose_g / pack_g


@rule(unit="l", kind="water")
def water_in_dose(dose_g: float, water_share: float) -> float:
    """Water that a liquid brings

    Args:
        dose_g: for one bag
        water_share: share of its mass that is water

    Formula: dose_g * water_share / 1000

    Source: common practice: it counts as mixing water
    """
    return dose_g * water_share / 1000

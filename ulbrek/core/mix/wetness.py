"""What the water does to a mix: how much is planned, and what is left of its strength."""

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.materials.mixes import BagSize, Feel, Mix, MixedBag, usual_water
from ulbrek.core.mix import rules
from ulbrek.core.mix.doses import PerBag
from ulbrek.core.mix.inputs import MixInputs
from ulbrek.core.mix.result import WaterAt, Wetness

FEELS_BY_WATER: tuple[Feel, ...] = ("packed", "plastic", "flowing")
_CURVE = (0.80, 0.85, 0.90, 0.95, 1.0, 1.05, 1.10, 1.15, 1.20, 1.25, 1.30, 1.40)


def water_planned(inputs: MixInputs, size: BagSize, mix: Mix, plasticised: bool) -> float | None:
    """The water that is planned for a bag [l]; None: what it usually takes.

    What is packed gets the bag's least. What is wanted stiffer than the mix is made for gets the middle between that
    and its usual water; what is wanted wetter gets the bag's limit, unless a plasticiser makes it flow.

    Args:
        inputs: what the job chose
        size: the bag
        mix: what it is a bag of
        plasticised: whether a plasticiser is dosed
    """
    if inputs.water_per_bag_l is not None:
        return inputs.water_per_bag_l
    wanted = inputs.feel or mix.feel
    if inputs.scratch is not None or wanted == mix.feel != "packed":
        return None
    if wanted == "packed":
        return size.water_least_l
    if FEELS_BY_WATER.index(wanted) < FEELS_BY_WATER.index(mix.feel):
        return (size.water_least_l + usual_water(size.water_least_l, size.water_most_l)) / 2
    return None if plasticised else size.water_most_l


def usual_by_itself(filled: MixedBag, shift: Figure | None) -> Figure:
    """The water that a bag usually takes without what is dosed [l].

    Args:
        filled: the bag
        shift: what the doses change of its water [%]
    """
    if shift is None or not shift.value:
        return filled.usual_water
    return work(rules.water_unshifted, water_l=filled.usual_water, shift=shift.value / 100)


def strength_left(filled: MixedBag, shift: Figure | None, bag: PerBag) -> Figure:
    """What the planned water leaves of the strength [%]: the one figure that Mix shows, and Cure and Move go by.

    Args:
        filled: the bag with its planned water
        shift: what the doses change of its water [%]
        bag: what it holds
    """
    usual = usual_by_itself(filled, shift)
    if bag.cement_kg:
        return work(rules.strength_left, usual_water_l=usual, water_l=filled.water_l, cement_kg=bag.cement_kg)
    return work(rules.strength_left_by_share, usual_water_l=usual, water_l=filled.water_l)


def wetness(filled: MixedBag, shift: Figure | None, bag: PerBag, from_doses_l: float) -> Wetness:
    """The water of a bag, and what it does.

    Args:
        filled: the bag with its planned water
        shift: what the doses change of its water [%]
        bag: what it holds
        from_doses_l: water that liquids bring to it [l]
    """
    water, cement = filled.water_l, bag.cement_kg
    usual = usual_by_itself(filled, shift)

    def at(share: float) -> WaterAt:
        litres = usual.value * share
        strength = (
            rules.strength_left(usual.value, litres, cement.value)
            if cement
            else rules.strength_left_by_share(usual.value, litres)
        )
        return WaterAt(litres, strength, rules.shrinkage_at(usual.value, litres))

    return Wetness(
        of_dry=work(rules.water_of_dry, water_l=water, dry_mass_kg=bag.dry_kg),
        ratio=work(rules.water_cement, water_l=water, doses_l=from_doses_l, cement_kg=cement) if cement else None,
        strength_left=strength_left(filled, shift, bag),
        shrinkage=work(rules.shrinkage_at, usual_water_l=usual, water_l=water),
        curve=tuple(at(share) for share in _CURVE),
    )

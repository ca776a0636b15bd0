"""What is dosed: percent, base and amount of each, side by side."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.admixtures import IN_PERCENT, Admixture, Base
from ulbrek.core.materials.mixes import MixedBag
from ulbrek.core.mix import rules
from ulbrek.core.mix.inputs import Dose
from ulbrek.core.mix.result import DoseResult

CEMENT_BETWEEN = (0.08, 0.6)  # share of the dry mix, of any mix that is sold. Source: common practice.


@dataclass(frozen=True, slots=True)
class PerBag:
    """What a dose can be a share of: one bag's dry mix, its cement where that is known, and what it yields."""

    dry_kg: float
    cement_kg: Figure | None
    yield_l: Figure

    def base_kg(self, base: Base) -> Figure | float | None:
        """The mass that a percentage is of [kg]; None where it is not known, or the dose is no percentage."""
        return {"cement": self.cement_kg, "dry mix": self.dry_kg}.get(base)


@dataclass(frozen=True, slots=True)
class Read:
    """A dose as it is read: the admixture, what it is a share of, and both readings where both were typed [g]."""

    index: int
    dose: Dose
    admixture: Admixture
    base: Base
    base_kg: float | None
    by_percent_g: float | None
    typed_g: float | None


def read(doses: Sequence[Dose], admixtures: Sequence[Admixture], bag: PerBag) -> Iterator[Read]:
    """Each dose whose admixture the shop has, with its readings."""
    known = {one.id: one for one in admixtures}
    for index, dose in enumerate(doses):
        admixture = known.get(dose.admixture)
        if admixture is None:
            continue
        base = dose.base or admixture.base
        mass = bag.base_kg(base)
        kg = mass.value if isinstance(mass, Figure) else mass
        by_percent = None if dose.percent is None or kg is None else rules.dose_by_percent(dose.percent, kg)
        yield Read(index, dose, admixture, base, kg, by_percent, dose.grams)


def per_bag(filled: MixedBag, cement_share: float | None) -> PerBag:
    """What a dose for one bag can be a share of.

    Args:
        filled: the bag with its water
        cement_share: cement in its dry mass; None where it is not known
    """
    dry = filled.size.dry_mass_kg
    cement = work(rules.cement_in_bag, dry_mass_kg=dry, cement_share=cement_share) if cement_share else None
    return PerBag(dry, cement, filled.yield_)


def water_shifted(doses: Sequence[Dose], admixtures: Sequence[Admixture], bag: PerBag) -> Figure | None:
    """By how much the doses change the water of a bag [%]; None where none of them does.

    Args:
        doses: what is dosed
        admixtures: what the shop has
        bag: one bag with its printed water
    """
    shifts = {}
    for one in read(doses, admixtures, bag):
        amount, usual = amount_a_bag(one, bag), _usual(one, bag, "usual ")
        if one.admixture.water_shift and amount and usual:
            shifts[one.admixture.id] = work(
                rules.water_shift, one.admixture.id, shift=one.admixture.water_shift, dose_g=amount, usual_g=usual
            )
    return (
        work(rules.shifted_together, **{f"{key}_percent": shift for key, shift in shifts.items()}) if shifts else None
    )


def set_shifted(doses: Sequence[Dose], admixtures: Sequence[Admixture], bag: PerBag) -> Figure | None:
    """By how much the doses change the times to stiffen and to set [%]; None where none of them does.

    Args:
        doses: what is dosed
        admixtures: what the shop has
        bag: one bag
    """
    shifts = {}
    for one in read(doses, admixtures, bag):
        amount, usual = amount_a_bag(one, bag), _usual(one, bag, "usual ")
        if one.admixture.set_shift and amount and usual:
            shifts[one.admixture.id] = work(
                rules.set_shift, one.admixture.id, shift=one.admixture.set_shift, dose_g=amount, usual_g=usual
            )
    if not shifts:
        return None
    return work(rules.shifted_together, "set", **{f"{key}_percent": shift for key, shift in shifts.items()})


def amount_a_bag(found: Read, bag: PerBag) -> Figure | None:
    """The dose for one bag, as typed or as usual; None where its base is not known."""
    of = found.admixture.id
    if found.dose.grams is not None:
        return work(rules.dose_as_typed, of, grams=found.dose.grams)
    if found.dose.percent is None:
        return _usual(found, bag)
    mass = bag.base_kg(found.base)
    return None if mass is None else work(rules.dose_by_percent, of, percent=found.dose.percent, base_kg=mass)


def dosed(found: Read, bag: PerBag, per_batch: Figure | float, bags: Figure) -> DoseResult:
    """A dose with its amounts.

    Args:
        found: the dose as it is read
        bag: what one bag holds and yields
        per_batch: bags in a batch
        bags: bags in the pour
    """
    one, of, mass = found.admixture, found.admixture.id, bag.base_kg(found.base)
    amount = amount_a_bag(found, bag)
    if amount is None:
        return DoseResult(found.index, of, one.name, one.kind, found.base)
    return DoseResult(
        index=found.index,
        admixture=of,
        name=one.name,
        kind=one.kind,
        base=found.base,
        a_bag=amount,
        percent=work(rules.percent_of, of, dose_g=amount, base_kg=mass) if mass is not None else None,
        a_batch=(of_batch := work(rules.dose_of_batch, of, dose_g=amount, bags_per_batch=per_batch)),
        in_all=(whole := work(rules.dose_of_pour, of, dose_g=amount, bags=bags)),
        cup=work(rules.by_volume, of, dose_g=amount, density_kg_l=one.density_kg_l),
        spoons=work(rules.by_spoon, of, dose_g=amount, spoon_g=one.spoon_g) if one.spoon_g else None,
        packs=work(rules.packs, of, dose_g=whole, pack_g=one.pack_g) if one.pack_g else None,
        packs_a_batch=work(rules.packs_of_batch, of, dose_g=of_batch, pack_g=one.pack_g)
        if one.pack_g and found.base in ("bag", "pack")
        else None,
        water=work(rules.water_in_dose, of, dose_g=amount, water_share=one.water_share) if one.water_share else None,
    )


def _usual(found: Read, bag: PerBag, of: str = "") -> Figure | None:
    """The maker's usual dose."""
    admixture = found.admixture
    of += admixture.id
    if found.base in IN_PERCENT:
        mass = bag.base_kg(found.base)
        return None if mass is None else work(rules.dose_by_percent, of, percent=admixture.usual, base_kg=mass)
    if admixture.base == "m3":
        return work(rules.dose_by_volume, of, grams_per_m3=admixture.usual, bag_yield_l=bag.yield_l)
    return work(rules.dose_as_typed, of, grams=admixture.usual * admixture.in_grams)


def range_g(admixture: Admixture, bag: PerBag) -> tuple[float, float] | None:
    """The range that the maker allows, for one bag [g]; None where its base is not known."""
    if admixture.base in IN_PERCENT:
        mass = bag.base_kg(admixture.base)
        if mass is None:  # whatever the mix, some of it is cement, and not all of it
            lean, rich = (share * bag.dry_kg for share in CEMENT_BETWEEN)
            return rules.dose_by_percent(admixture.least, lean), rules.dose_by_percent(admixture.most, rich)
        kg = mass.value if isinstance(mass, Figure) else mass
        return rules.dose_by_percent(admixture.least, kg), rules.dose_by_percent(admixture.most, kg)
    share = bag.yield_l.value / 1000 if admixture.base == "m3" else admixture.in_grams
    return admixture.least * share, admixture.most * share

"""What a pour takes from stock, and what its cutting leaves."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from math import ceil
from typing import Literal, NamedTuple

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.job.choices import Choices, choose
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.record import part_of

Kind = Literal["bag", "sheet", "bar", "mesh", "hardware", "supply"]


@dataclass(frozen=True, slots=True)
class Take:
    """Something that a job takes, in the unit that it is kept in. ``material`` names it in the shop's stock.

    Attributes:
        of_form: whether it goes into the form and not into the piece: a mould wants none of it
        pack: how much of that unit one pack or sheet is that is bought; 0 where it is bought by that unit
        size_mm: section and length of what is bought by length, the length last; none where that is not told
        price: what one costs on the average, where the plan knows it
    """

    kind: Kind
    material: str
    name: str
    quantity: float
    unit: str
    of_form: bool = False
    pack: float = 0.0
    size_mm: tuple[float, ...] = ()
    price: float | None = None


@dataclass(frozen=True, slots=True)
class Part:
    """How much is taken of one lot."""

    lot: str
    quantity: float


@dataclass(frozen=True, slots=True)
class Allotment:
    """The lots that something wanted comes from, and what none of them has."""

    parts: tuple[Part, ...]
    short: float


@dataclass(frozen=True, slots=True)
class Rest:
    """What is left of a sheet and worth keeping [mm]."""

    material: str
    name: str
    length_mm: float
    width_mm: float


def takes(job: Job, shop: Shop, planned: Plan) -> tuple[Take, ...]:
    """What a job takes as it is planned: whole bags, sheets, bars, and boxes and cartridges.

    Args:
        job: the job
        shop: the shop that its choices are found in
        planned: its plan there
    """
    chosen = choose(job, shop)
    cut, steel, supplies = planned.cutting, planned.steel_cutting, shop.supplies
    sealant = supplies.sealant(shop.form_habits_of(job.form).sealing)
    tape, screws = supplies.tape, supplies.screw
    sawn = {one.id for one in shop.lumber}  # lumber that sides are cut from
    found = [
        *_of_mix(job, chosen, planned),
        *(
            Take("supply", one.admixture, one.name, one.packs.value, "packs")
            if one.packs
            else Take("supply", one.admixture, one.name, round(one.in_all.value, 1), "g")
            for one in planned.mix.doses
            if one.in_all
        ),
        *(
            Take(
                "hardware" if kind.sheet in sawn else "sheet", kind.sheet, kind.sheet_name, float(len(kind.bought)),
                "lengths" if kind.sheet in sawn else "sheets", of_form=True,
                price=kind.cost.value / len(kind.bought) if kind.cost and kind.bought else None,
            )
            for kind in cut.kinds
        ),
        *(
            [
                Take(
                    "hardware", cut.lumber.lumber, cut.lumber.name, cut.lumber.count.value, "lengths", of_form=True,
                    size_mm=(cut.lumber.length_mm,),
                )
            ]
            if cut.lumber
            else []
        ),
        Take("bar", chosen.bar.id, chosen.bar.name, steel.bar_count.value if steel.bar_count else 0.0, "bars"),
        Take("mesh", chosen.mesh.id, chosen.mesh.name, steel.mesh_sheets.value if steel.mesh_sheets else 0.0, "sheets"),
        Take("supply", sealant.id, sealant.name, cut.cartridges.value, "cartridges", of_form=True),
        Take("supply", tape.id, tape.name, cut.rolls.value, "rolls", of_form=True),
        Take("hardware", screws.id, screws.name, cut.boxes.value, "boxes", of_form=True),
    ]  # fmt: skip
    return tuple(one for one in found if one.quantity > 0)


def _of_mix(job: Job, chosen: Choices, planned: Plan) -> Iterator[Take]:
    """The bags; of a mix from scratch packs of cement, sand and stone."""
    mix, wanted, recipe = planned.mix, job.mix.scratch, chosen.recipe
    if wanted is None or recipe is None:
        if job.mix.buy == "cheapest set":
            for one in mix.sets.cheapest.bags:
                yield Take(
                    "bag", f"{chosen.mix.id}/{one.bag}", f"{chosen.mix.name}, {one.name}", float(one.count), "bags"
                )
            return
        yield Take(
            "bag", f"{chosen.mix.id}/{chosen.size.id}", f"{chosen.mix.name}, {chosen.size.name}", mix.bags.value, "bags"
        )
        return
    parts = (
        (wanted.cement, recipe.names[0], recipe.measure_kg),
        (wanted.sand, recipe.names[1], recipe.sand_damp.value),
        (wanted.stone, recipe.names[2], recipe.stone_damp.value if recipe.stone_damp else 0.0),
    )
    for ingredient, name, kilograms in parts:
        if ingredient and kilograms:
            packs = ceil(kilograms * mix.bags.value / chosen.packs_kg[ingredient] - 1e-9)
            yield Take("bag", ingredient, name, float(packs), "bags")


class PlannedJob(NamedTuple):
    """A job, or the part of one that a pour fills, with its plan."""

    job: Job
    plan: Plan


def takes_of_pour(whole: PlannedJob, shop: Shop, built: PlannedJob | None) -> tuple[Take, ...]:
    """What a pour takes when only some of its pieces want a form built, the others lying in moulds.

    Args:
        whole: the part of the job that the pour fills
        shop: the shop that its choices are found in
        built: of that the pieces that a form is built for; None where all lie in moulds
    """
    cast = tuple(one for one in takes(whole.job, shop, whole.plan) if not one.of_form)
    if built is None:
        return cast
    return *cast, *(one for one in takes(built.job, shop, built.plan) if one.of_form)


def built_part(job: Job, formed: Iterable[str]) -> Job | None:
    """The part of a job that forms are built for; None where there is none.

    Args:
        job: the part of the job that a pour fills
        formed: the pieces that a form is built for
    """
    built = {piece.id: piece.count for piece in job.pieces if piece.id in set(formed)}
    return part_of(job, built) if built else None


def allot(wanted: float, lots: Sequence[Part]) -> Allotment:
    """Where something comes from: the oldest lot that has all of it, else from several, the oldest first.

    One lot is better than two: its colour is one.

    Args:
        wanted: how much, in the unit that it is kept in
        lots: what is free of each lot, the oldest first
    """
    free = [lot for lot in lots if lot.quantity > 0]
    alone = next((lot for lot in free if lot.quantity >= wanted), None)
    if alone is not None:
        return Allotment((replace(alone, quantity=wanted),), 0.0)
    parts: list[Part] = []
    left = wanted
    for lot in free:
        parts.append(replace(lot, quantity=min(left, lot.quantity)))
        left -= parts[-1].quantity
    return Allotment(tuple(parts), max(0.0, left))


def rests(planned: Plan) -> tuple[Rest, ...]:
    """The offcuts that the cut plan leaves and that are worth keeping, the largest first."""
    left = [
        Rest(kind.sheet, kind.sheet_name, rest.length_mm, rest.width_mm)
        for kind in planned.cutting.kinds
        for layout in kind.sheets
        for rest in layout.rests
    ]
    return tuple(sorted(left, key=lambda rest: -rest.length_mm * rest.width_mm))

"""What a job takes, what of it is used up, and what stays in the shop."""

from collections.abc import Iterator, Mapping
from math import ceil

from ulbrek.core.base.figure import Figure
from ulbrek.core.buying.demand import PlannedJob
from ulbrek.core.buying.prices import PriceList
from ulbrek.core.buying.shopping import Line, shopping
from ulbrek.core.costing.result import Material
from ulbrek.core.job.choices import choose
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.result import Plan

_TRIFLE = 1e-9


def materials_of(job: Job, shop: Shop, planned: Plan, prices: PriceList) -> list[Material]:
    """What a job takes, as the shopping list has it with nothing in stock; what is only worn is left out.

    Args:
        job: the job
        shop: the shop it is made in
        planned: its plan
        prices: what a store asks, for what the shop has no price of its own
    """
    bare = job.model_copy(update={"mix": job.mix.model_copy(update={"in_hand": ()})})
    listed = shopping([PlannedJob(bare, planned)], shop, {}, prices)
    shares = dict(_shares(job, shop, planned))
    return [_material(one, shares) for one in listed.lines if one.group != "protective gear"]


def _material(line: Line, shares: Mapping[str, float]) -> Material:
    if line.pack and line.wanted:
        share, used = line.wanted / (ceil(line.wanted / line.pack - _TRIFLE) * line.pack), line.wanted
    else:
        share = min(1.0, shares.get(line.key, 1.0))
        used = line.to_buy * share
    cost = line.cost
    used_cost = None if cost is None else cost * share
    stays = None if cost is None or used_cost is None else cost - used_cost
    return Material(
        line.key, line.group, line.name, line.unit, line.to_buy, used, line.price, cost, used_cost, stays
    )  # fmt: skip


def _shares(job: Job, shop: Shop, planned: Plan) -> Iterator[tuple[str, float]]:
    """What share of what is bought is used up, where that is less than all of it, by kind and material."""
    chosen, cut, mix = choose(job, shop), planned.cutting, planned.mix
    if job.mix.scratch is None and job.mix.buy != "cheapest set" and mix.bags.value:
        needed = mix.poured_volume.value * (1 + _input(mix.bags, "spare")) / _input(mix.bags, "bag_yield_l", 1.0)
        yield f"bag/{chosen.mix.id}/{chosen.size.id}", needed / mix.bags.value
    for kind in cut.kinds:
        whole = sum(one.length_mm * one.width_mm for one in kind.sheets if not one.offcut)
        left = sum(rest.length_mm * rest.width_mm for one in kind.sheets if not one.offcut for rest in one.rests)
        if whole:
            yield f"sheet/{kind.sheet}", 1 - left / whole
    supplies = shop.supplies
    sealant = supplies.sealant(shop.form_habits_of(job.form).sealing)
    yield f"supply/{sealant.id}", _part(cut.cartridges, "sealant_l", "cartridge_l")
    yield f"supply/{supplies.tape.id}", _part(cut.rolls, "tape_m", "roll_m")
    yield f"hardware/{supplies.screw.id}", _part(cut.boxes, "screws", "box")


def _part(figure: Figure, used: str, one: str) -> float:
    """How much of the whole ones is used."""
    whole = figure.value * _input(figure, one)
    return _input(figure, used) / whole if whole else 1.0


def _input(figure: Figure, name: str, other: float = 0.0) -> float:
    found = figure.inputs.get(name)
    return other if found is None else found.value

"""Cost: what a job takes, its hours, and the price of each piece."""

from collections.abc import Sequence

from ulbrek.core.base.figure import Figure, Spread, work
from ulbrek.core.buying.prices import PriceList
from ulbrek.core.costing import rules
from ulbrek.core.costing.labour import steps_of
from ulbrek.core.costing.materials import materials_of
from ulbrek.core.costing.result import Costed, Material, PiecePrice, StepHours
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.result import Plan


def cost(job: Job, shop: Shop, planned: Plan, prices: PriceList) -> Costed:
    """What a job costs and how long it takes.

    Args:
        job: the job
        shop: the shop it is made in, with its rates
        planned: its plan
        prices: what a store asks, for what the shop has no price of its own
    """
    materials = materials_of(job, shop, planned, prices)
    steps = tuple(steps_of(job, shop, planned))
    hours = hours_of(steps, shop)
    rates = shop.rates
    spent = sum(one.cost or 0.0 for one in materials)
    used = sum(one.used_cost or 0.0 for one in materials)
    extras = sum(one.price or 0.0 for one in job.pricing.extras)
    charged = used if job.pricing.charged == "what is used" else spent
    labour = None if rates.hour_price is None else work(
        rules.labour_price, work_h=hours, hour_price=rates.hour_price, overhead_pct=rates.overhead_pct
    )  # fmt: skip
    price = None if labour is None else work(
        rules.price, materials_price=charged, small_pct=rates.consumables_pct, labour_price=labour, extras_price=extras,
        margin_pct=rates.margin_pct, rejects_pct=rates.rejects_pct,
    )  # fmt: skip
    return Costed(
        tuple(materials), sum(one.cost is None for one in materials), spent, used, spent - used, steps, hours, labour,
        extras, price, tuple(_pieces(job, planned, steps, shop, price, labour)), shop.currency,
    )  # fmt: skip


def hours_of(steps: Sequence[StepHours], shop: Shop) -> Figure:
    """All hours, at the pace of a shop.

    Args:
        steps: of a job
        shop: whose pace it is
    """
    figures = [one.hours for one in steps]
    low = sum(one.value if one.low is None else one.low for one in figures)
    high = sum(one.value if one.high is None else one.high for one in figures)
    whole = Spread(low, sum(one.value for one in figures), high)
    return work(rules.all_hours, sum_h=whole, pace=shop.rates.pace)


def _pieces(
    job: Job, planned: Plan, steps: Sequence[StepHours], shop: Shop, price: Figure | None, labour: Figure | None
) -> list[PiecePrice]:
    """Shares of the price: of hours by their own, of what is of all by volume."""
    litres = {one.id: one.measure.volume.value * one.count for one in planned.pieces}
    whole = max(1e-9, sum(litres.values()))
    own = {id_: sum(one.hours.value for one in steps if one.piece == id_) for id_ in litres}
    of_all = sum(one.hours.value for one in steps if one.piece is None)
    hours = {id_: own[id_] + of_all * part / whole for id_, part in litres.items()}
    all_hours = max(1e-9, sum(hours.values()))
    # What labour is of the price, with its share of margin and rejects, goes by hours; the others by volume.
    spent = 0.0 if price is None or labour is None else _before(price)
    worked = 0.0 if labour is None or not spent else labour.value / spent
    found = []
    for piece in job.pieces:
        share = worked * hours[piece.id] / all_hours + (1 - worked) * litres[piece.id] / whole
        cost_of = None if price is None else price.value * share
        found.append(
            PiecePrice(
                piece.id, piece.name, piece.count, hours[piece.id] * shop.rates.pace,
                None if cost_of is None else cost_of / piece.count, cost_of,
            )
        )  # fmt: skip
    return found


def _before(price: Figure) -> float:
    """What a price is made of, before margin and rejects."""
    told = {name: one.value for name, one in price.inputs.items()}
    return told["materials_price"] * (1 + told["small_pct"] / 100) + told["labour_price"] + told["extras_price"]


__all__ = ["Material", "cost", "hours_of"]

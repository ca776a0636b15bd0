"""What a piece costs, on paper for who pays: an estimate before it is made, a receipt after."""

from datetime import date, timedelta
from typing import Literal

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import write_money, write_quantity
from ulbrek.core.costing.result import Costed, PiecePrice
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import Plan
from ulbrek.files.pack.setting import PAPERS, Paper, set_pages

PriceSheet = Literal["estimate", "receipt"]
STANDS_FOR = timedelta(days=30)  # an estimate. Source: common practice.


@dataclass(frozen=True, slots=True)
class Priced:
    """A job with its plan and what it costs, the shop that asks for it, and the day it is written."""

    job: Job
    plan: Plan
    found: Costed
    shop_name: str
    on: date


def price_sheet(which: PriceSheet, of: Priced, units: Units, paper: Paper) -> bytes:
    """An estimate or a receipt as a PDF: each piece with its size, mass and price, and what they come to.

    Args:
        which: of the two
        of: what is priced; its price is known
        units: of the reader
        paper: A4 or US Letter
    """
    job, planned, found, shop_name, on = of.job, of.plan, of.found, of.shop_name, of.on
    rows = [_row(one, planned, found.currency, units) for one in found.pieces]
    total = sum(one.cost or 0.0 for one in found.pieces)
    blocks = [
        {"kind": "text", "text": f"{shop_name}, {on:%-d %B %Y}"},
        {
            "kind": "table", "head": ["Piece", "Size", "Each weighs", "Count", "Each", "All"], "rows": rows,
            "columns": ["1fr", "auto", "auto", "auto", "auto", "auto"],
        },
        {"kind": "text", "text": f"Total {write_money(total, found.currency)}."},
    ]  # fmt: skip
    if job.pricing.extras:
        names = ", ".join(one.name for one in job.pricing.extras)
        blocks.append({"kind": "text", "text": f"With {names}."})
    set_there = "Set in place." if job.pricing.set_by == "the shop" else "To be fetched."
    if which == "estimate":
        until = on + STANDS_FOR
        blocks.append({
            "kind": "text", "text": f"{set_there} An estimate, it stands until {until:%-d %B %Y}. What is measured "
            "again before the first cut may change it.",
        })  # fmt: skip
    else:
        paid = {"kind": "table", "head": ["Paid", "On", "Received by"], "rows": [["", "", ""]], "to_fill_in": True}
        blocks += [{"kind": "text", "text": set_there}, paid]
    data = {
        "paper": PAPERS[paper], "job": job.name, "shop": shop_name,
        "pages": [{"title": which.capitalize(), "blocks": blocks}],
    }  # fmt: skip
    return set_pages("pack.typ", data)


def _row(one: PiecePrice, planned: Plan, currency: str, units: Units) -> list[str]:
    piece = next(found for found in planned.pieces if found.id == one.piece)
    sizes = (piece.measure.length_mm, piece.measure.width_mm)
    return [
        one.name, " × ".join(write_quantity(mm, "tape", units) for mm in sizes),
        write_quantity(piece.measure.mass_stripped.value, "kg", units), str(one.count),
        write_money(one.price or 0.0, currency), write_money(one.cost or 0.0, currency),
    ]  # fmt: skip

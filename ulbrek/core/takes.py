"""What a pour takes from stock, and what its cutting leaves."""

from dataclasses import dataclass
from typing import Literal

from ulbrek.core.job import Job
from ulbrek.core.plan import Plan
from ulbrek.core.references import choose
from ulbrek.core.shop import Shop

Kind = Literal["bag", "sheet", "bar", "mesh", "hardware", "supply"]


@dataclass(frozen=True, slots=True)
class Take:
    """Something that a job takes, in the unit that it is kept in. ``material`` names it in the shop's stock.

    ``of_form`` is what goes into the form and not into the piece: a mould wants none of it.
    """

    kind: Kind
    material: str
    name: str
    quantity: float
    unit: str
    of_form: bool = False


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
    cut, steel = planned.cutting, planned.steel_cutting
    found = [
        Take("bag", f"{chosen.mix.id}/{chosen.size.id}", f"{chosen.mix.name}, {chosen.size.name}",
             planned.mix.bags.value, "bags"),
        Take("sheet", chosen.sheet.id, chosen.sheet.name, cut.sheet_count.value, "sheets", of_form=True),
        Take("bar", chosen.bar.id, chosen.bar.name, steel.bar_count.value if steel.bar_count else 0.0, "bars"),
        Take("mesh", chosen.mesh.id, chosen.mesh.name, steel.mesh_sheets.value if steel.mesh_sheets else 0.0, "sheets"),
        Take("supply", "sealant", "Sealant", cut.cartridges.value, "cartridges", of_form=True),
        Take("supply", "tape", "Packing tape", cut.rolls.value, "rolls", of_form=True),
        Take("hardware", "screws", "Screws", cut.boxes.value, "boxes", of_form=True),
    ]  # fmt: skip
    return tuple(one for one in found if one.quantity > 0)


def rests(job: Job, shop: Shop, planned: Plan) -> tuple[Rest, ...]:
    """The offcuts that the cut plan leaves and that are worth keeping, the largest first."""
    sheet = choose(job, shop).sheet
    left = [rest for one in planned.cutting.sheets for rest in one.rests]
    left.sort(key=lambda rest: -rest.length_mm * rest.width_mm)
    return tuple(Rest(sheet.id, sheet.name, rest.length_mm, rest.width_mm) for rest in left)

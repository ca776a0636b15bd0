"""Castings from before there were records: what old notes say of them, and of the rules."""

from collections.abc import Mapping
from datetime import date, datetime
from functools import lru_cache
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.kit.clock.maturity import pace
from ulbrek.core.materials.mixes import DRYING_LOSS, BagSize, Mix, MixedBag
from ulbrek.core.materials.own import Quantity
from ulbrek.core.records.evidence import Found
from ulbrek.core.records.learning import Evidence

Day = date
Over = Annotated[float, Field(gt=0, le=100_000, allow_inf_nan=False)]
NotUnder = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
Text = Annotated[str, Field(max_length=200), ONE_LINE]
USUAL_C = 20.0

PastField = Literal[
    "date", "name", "mix", "celsius", "bags", "water_l", "filled_l", "left_over_l", "set_h", "stripped_kg", "dry_kg",
    "defect", "note",
]  # fmt: skip


class PastCasting(Document):
    """What a line of old notes says of a pour.

    Attributes:
        date: of it
        name: what was cast
        mix: as the shop has it, by its key
        bag: the size of bag, by its key
        celsius: of the air [°C]
        bags: that were mixed
        water_l: all the water in them [l]
        filled_l: what the forms took [l]
        left_over_l: what was left in the mixer [l]
        set_h: from the water until it set, as a thumb finds it [h]
        stripped_kg: what one casting weighed when it was stripped
        dry_kg: and once it was dry
        defect: what was wrong with it
        note: what else there is to say
    """

    date: Day
    name: Annotated[str, Field(min_length=1, max_length=120), ONE_LINE]
    mix: Annotated[str, Field(max_length=40), ONE_LINE]
    bag: Annotated[str, Field(max_length=40), ONE_LINE]
    celsius: Annotated[float | None, Field(ge=-30, le=60, allow_inf_nan=False)] = None
    bags: Over | None = None
    water_l: Over | None = None
    filled_l: Over | None = None
    left_over_l: NotUnder | None = None
    set_h: Over | None = None
    stripped_kg: Over | None = None
    dry_kg: Over | None = None
    defect: Text = ""
    note: Text = ""


def evidence_of_past(
    of: UUID, past: PastCasting, at: datetime, mix: Mix, left_out: Mapping[str, str]
) -> dict[Quantity, Evidence]:
    """What old notes of a pour say of the rules, by quantity; nothing of those that were not written down.

    Args:
        of: the key of the line
        past: what it says
        at: the moment that it is put at
        mix: that it was mixed from, as the shop has it
        left_out: by quantity, why somebody leaves it out
    """
    size = next((one for one in mix.sizes if one.id == past.bag), mix.sizes[0])
    found: dict[Quantity, Found | None] = {
        "set": _set(past, mix), "yield": _yield(past, size), "water": _water(past, size), "drying": _drying(past),
    }  # fmt: skip
    return {
        quantity: Evidence(
            of, at, one.happened / one.said, mix.id, past.celsius, (), one.said, left_out.get(quantity, "")
        )
        for quantity, one in found.items()
        if one is not None and one.happened > 0
    }


def _set(past: PastCasting, mix: Mix) -> Found | None:
    if past.set_h is None:
        return None
    speed = pace("Arrhenius", USUAL_C if past.celsius is None else past.celsius).value
    return Found(mix.initial_set_h / speed, past.set_h) if speed > 0 else None


def _yield(past: PastCasting, size: BagSize) -> Found | None:
    if past.bags is None or past.filled_l is None or past.left_over_l is None:
        return None
    printed, _ = _of_bag(size, past.water_l / past.bags if past.water_l else None)
    return Found(printed, (past.filled_l + past.left_over_l) / past.bags)


def _water(past: PastCasting, size: BagSize) -> Found | None:
    if past.bags is None or past.water_l is None:
        return None
    return Found(_of_bag(size, None)[1], past.water_l / past.bags)


@lru_cache(maxsize=4_000)
def _of_bag(size: BagSize, water_l: float | None) -> tuple[float, float]:
    """What a bag with so much water gives by its print, and the water that it usually takes [l]."""
    bag = MixedBag(size, water_l)
    return bag.printed.value, bag.usual_water.value


def _drying(past: PastCasting) -> Found | None:
    if past.stripped_kg is None or past.dry_kg is None:
        return None
    return Found(DRYING_LOSS.likely, 1 - past.dry_kg / past.stripped_kg)

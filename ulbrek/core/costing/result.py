"""What Cost says of a job."""

from typing import Literal

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.buying.shopping import Group

Step = Literal["form", "steel", "pour", "pack", "strip", "ground", "in place", "finish", "set in place"]


@dataclass(frozen=True, slots=True)
class Material:
    """Something that a job takes, as if nothing were in stock.

    Attributes:
        key: its kind and material
        unit: the kind that its quantities are written by
        bought: whole ones
        used: what of them is used up
        price: of one; None where nobody has said
        cost: of what is bought
        used_cost: of what is used up
        stays_cost: of what stays in the shop
    """

    key: str
    group: Group
    name: str
    unit: str
    bought: float
    used: float
    price: float | None
    cost: float | None
    used_cost: float | None
    stays_cost: float | None


@dataclass(frozen=True, slots=True)
class StepHours:
    """Hours of a step for a piece, all castings; ``piece`` is None where it is of the job."""

    step: Step
    piece: str | None
    hours: Figure


@dataclass(frozen=True, slots=True)
class PiecePrice:
    """A piece of the job.

    Attributes:
        piece: its id
        hours: of work for all castings, at the pace of the shop
        price: of one casting; None where the price of an hour is not known
        cost: of all castings
    """

    piece: str
    name: str
    count: int
    hours: float
    price: float | None
    cost: float | None


@dataclass(frozen=True, slots=True)
class Costed:
    """A job's cost and time.

    Attributes:
        materials: what it takes
        unpriced: of how many of them no price is known
        spent: on what is bought
        used_cost: of what is used up
        stays_cost: of what stays in the shop
        steps: hours of each, as usual
        hours: of all, at the pace of the shop
        labour_cost: None where the price of an hour is not known
        extras_cost: what else is paid for
        price: None where the price of an hour is not known
        pieces: shares of it that add up to it, as its ``cost``
        currency: that all prices are in
    """

    materials: tuple[Material, ...]
    unpriced: int
    spent: float
    used_cost: float
    stays_cost: float
    steps: tuple[StepHours, ...]
    hours: Figure
    labour_cost: Figure | None
    extras_cost: float
    price: Figure | None
    pieces: tuple[PiecePrice, ...]
    currency: str

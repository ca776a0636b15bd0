"""A shop's own figures: what its records make of a rule, once somebody has accepted it."""

from collections.abc import Iterable
from datetime import datetime
from math import exp, log
from typing import Annotated, Literal, get_args
from uuid import UUID

from pydantic import AwareDatetime, Field, model_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.figure import Figure, Spread, rule, work
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE

Quantity = Literal["set", "yield", "drying", "water", "mixing", "placing", "grinding", "pads", "sealer"]
QUANTITIES: tuple[Quantity, ...] = get_args(Quantity)
Warmth = Literal["cold", "mild", "warm"]
WARMTHS: tuple[Warmth, ...] = get_args(Warmth)
Season = Literal["December to February", "March to May", "June to August", "September to November"]
SEASONS: tuple[Season, ...] = get_args(Season)

# Where a day counts as cold or warm: concrete hardens by half less below, by half more above. Source: common practice.
COLD_C, WARM_C = 12.0, 25.0

Share = Annotated[float, Field(gt=0, le=10, allow_inf_nan=False)]


def warmth_of(celsius: float) -> Warmth:
    """What sort of day it is, by the air [°C]."""
    return "cold" if celsius < COLD_C else "warm" if celsius >= WARM_C else "mild"


def season_of(at: datetime) -> Season:
    """Which quarter of the year it is; told by its months, which are the same on either half of the earth."""
    return SEASONS[at.month % 12 // 3]


class Group(Document):
    """Which records are looked at together.

    Attributes:
        mix: of one mix; of all where none is said
        warmth: of one sort of day; of all where none is said
        season: of one quarter of the year; of all where none is said
    """

    mix: Annotated[str, Field(max_length=40), ONE_LINE] | None = None
    warmth: Warmth | None = None
    season: Season | None = None

    def key(self, quantity: Quantity) -> str:
        """A quantity of it in one word: a shop has one figure of each."""
        return "/".join(part for part in (quantity, self.mix, self.warmth, self.season) if part)


class OwnFigure(Group):
    """What a shop found of one quantity, as a share of what the rule says.

    Attributes:
        quantity: of which rule
        mix, warmth, season: of which records it is, and what it holds for
        ours: the mean of what was found, as a share of the rule's
        castings: how many pours it was found in
        counts_as: how many such pours the rule itself counts as
        low: the least of the next one, as a share of the likely; one in ten is below it
        high: the most of the next one; one in ten is above it
        pours: which they were, as far as there is room
        accepted_at: when it was accepted
    """

    quantity: Quantity
    ours: Annotated[Share, label("Ours", unit="share")]
    castings: Annotated[int, Field(ge=1, le=100_000)]
    counts_as: Annotated[float, Field(gt=0, le=100, allow_inf_nan=False)]
    low: Annotated[float, Field(gt=0, le=1, allow_inf_nan=False)]
    high: Annotated[float, Field(ge=1, le=10, allow_inf_nan=False)]
    pours: Annotated[tuple[UUID, ...], Field(max_length=200), COUNTED] = ()
    accepted_at: AwareDatetime | None = None

    @model_validator(mode="after")
    def _found(self) -> "OwnFigure":
        if len(self.pours) > self.castings:
            raise ValueError(f"{len(self.pours)} pours are named and {self.castings} counted. Count all of them.")
        return self

    @property
    def told(self) -> str:
        """What it is of, in one word."""
        return self.key(self.quantity)

    @property
    def scatter(self) -> Spread:
        """How the next one may differ from the likely."""
        return Spread(self.low, 1.0, self.high)

    @property
    def figure(self) -> Figure:
        """It as a figure that can be asked why."""
        return work(
            own_ratio, self.told, rule_ratio=1.0, rule_counts_as=self.counts_as, ours_ratio=self.ours,
            times_found=float(self.castings),
        )  # fmt: skip


@rule(unit="1", kind="ratio")
def own_ratio(rule_ratio: float, rule_counts_as: float, ours_ratio: float, times_found: float) -> float:
    """What is reckoned with here, as a share of the rule's figure

    The shop's own mean and the rule are weighed against each other: the more was recorded, the less the rule counts.
    The mean is of logarithms, so that twice as long and half as long lie equally far from the rule.

    Args:
        rule_ratio: the rule's own figure, as a share of itself
        rule_counts_as: how many pours the rule counts as
        ours_ratio: the mean of what was recorded
        times_found: how many pours it was recorded in

    Formula:
        exp((rule_counts_as * log(rule_ratio) + times_found * log(ours_ratio)) / (rule_counts_as + times_found))

    Source: conjugate updating of a normal mean, such as Gelman, Bayesian Data Analysis, 3.3, from memory
    """
    weighed = rule_counts_as * log(rule_ratio) + times_found * log(ours_ratio)
    return exp(weighed / (rule_counts_as + times_found))


@rule(unit="h")
def own_set(set_h: float, own: float) -> float:
    """Time of set, as it is here

    Args:
        set_h: at 20 °C, by the bag
        own: what the shop's records make of it

    Formula: set_h * own

    Source: the shop's own records
    """
    return set_h * own


@rule(unit="l")
def own_yield(bag_yield_l: float, own: float) -> float:
    """Concrete from one bag, as it is here

    Args:
        bag_yield_l: by the bag
        own: what the shop's records make of it

    Formula: bag_yield_l * own

    Source: the shop's own records
    """
    return bag_yield_l * own


@rule(unit="l")
def own_water(usual_water_l: float, own: float, water_least_l: float, water_most_l: float) -> float:
    """Water of one bag, as it is here

    Never more than the bag allows, nor less than it needs, whatever was poured in before.

    Args:
        usual_water_l: that a bag usually takes, by its print
        own: what the shop's records make of it
        water_least_l: that it needs, by its print
        water_most_l: that it may have, by its print

    Formula: min(water_most_l, max(water_least_l, usual_water_l * own))

    Source: the shop's own records
    """
    return min(water_most_l, max(water_least_l, usual_water_l * own))


@rule(unit="min")
def own_minutes(minutes_a_bag: float, own: float) -> float:
    """Time to mix or place one bag, as it is here

    Args:
        minutes_a_bag: as the job says
        own: what the shop's records make of it

    Formula: minutes_a_bag * own

    Source: the shop's own records
    """
    return minutes_a_bag * own


@rule(unit="1", kind="ratio")
def own_drying(drying_loss: float, own: float, evenness: float) -> float:
    """Mass that dries out, as a share of the wet mass, as it is here

    Args:
        drying_loss: of such concrete in a heated room
        own: what the shop's records make of it
        evenness: how one casting differs from another

    Formula: drying_loss * own * evenness

    Source: the shop's own records
    """
    return drying_loss * own * evenness


@rule(unit="min")
def own_grinding(minutes_grinding: float, own: float) -> float:
    """Time for a grit, as it is here

    Args:
        minutes_grinding: by the machine, the concrete and the grit
        own: what the shop's records make of it

    Formula: minutes_grinding * own

    Source: the shop's own records
    """
    return minutes_grinding * own


@rule(unit="m2")
def own_pad_life(pad_life_m2: float, own: float) -> float:
    """What a pad does before it is worn, as it is here

    Args:
        pad_life_m2: by the pad
        own: what the shop's records make of it

    Formula: pad_life_m2 * own

    Source: the shop's own records
    """
    return pad_life_m2 * own


@rule(unit="l", kind="water")
def own_sealer(product_coat_l: float, own: float) -> float:
    """Sealer for a coat, as it goes on here

    Args:
        product_coat_l: by the product's coverage, with what stays in pad, tray and pot
        own: what the shop's records make of it

    Formula: product_coat_l * own

    Source: the shop's own records
    """
    return product_coat_l * own


def own_of(
    figures: Iterable[OwnFigure],
    quantity: Quantity,
    mix: str,
    warmth: Warmth | None = None,
    season: Season | None = None,
) -> OwnFigure | None:
    """The own figure that is reckoned with: the one that speaks most closely of a mix and a day.

    Args:
        figures: of the shop
        quantity: of which rule
        mix: the mix that is poured
        warmth: the sort of day, where it is known
        season: the quarter of the year, where it is known
    """
    fit = [
        one
        for one in figures
        if one.quantity == quantity
        and one.mix in (None, mix)
        and one.warmth in (None, warmth)
        and one.season in (None, season)
    ]
    return max(fit, key=lambda one: (one.mix is not None, one.warmth is not None, one.season is not None), default=None)

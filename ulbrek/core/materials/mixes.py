"""Bagged mixes: what one bag holds, gives and drinks."""

from itertools import pairwise
from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.figure import Figure, Spread, rule, work
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.kit.clock.strength import SULFO_ALUMINATE, Gain, Table
from ulbrek.core.materials.own import own_yield

# Fresh plain concrete is 2300-2400 kg/m³, about 2 % either side of what a bag's own figures give.
# Source: common practice.
BATCH_TO_BATCH = Spread(0.98, 1.0, 1.02)
# Ordinary bagged mix: 17 MPa at 7 days and 24-28 at 28; sets in about 4 h and 6.4 h at 20 °C. Source: common
# practice; final set from a table that ready-mix plants hand out, from memory.
# Of its fresh mass a casting dries out 1.5-3.5 % indoors. Source: common practice, within the ceiling
# of evaporable water by Powers' model (0.23 kg bound water per kg of hydrated cement), from memory.
DRYING_LOSS = Spread(0.015, 0.025, 0.035)
AGREES = 0.05  # of a bag's yield: its density is printed to two or three figures
BLED = Spread(0.0, 0.01, 0.02)  # of the fresh mass, until it is stripped. Source: common practice.

Kilograms = Annotated[float, Field(ge=0.1, le=1000, allow_inf_nan=False)]
Litres = Annotated[float, Field(ge=0.02, le=5000, allow_inf_nan=False)]
Strength = Annotated[float, Field(ge=12, le=120, allow_inf_nan=False)]
Hours = Annotated[float, Field(ge=0.05, le=48, allow_inf_nan=False)]


class BagSize(Document):
    """One size of bag, as printed on it."""

    id: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
    name: Annotated[str, Field(min_length=1, max_length=40), label("Bag"), ONE_LINE]
    dry_mass_kg: Annotated[Kilograms, label("Dry weight", unit="kg")]
    yield_l: Annotated[Litres, label("Yield", unit="volume", hint="concrete from one bag with its usual water")]
    density_kg_m3: Annotated[
        float | None,
        Field(ge=1000, le=3200, allow_inf_nan=False),
        label("or fresh density", none="by the yield", unit="kg/m3", hint="where the bag prints no yield"),
    ] = None
    water_least_l: Annotated[Litres, label("Water, least", unit="l", hint="as the bag says")]
    water_most_l: Annotated[Litres, label("Water, bag limit", unit="l", hint="as the bag says")]
    price: Annotated[
        float | None,
        Field(ge=0, le=100_000, allow_inf_nan=False),
        label("Unit price", none="not entered", unit="price"),
    ] = None

    @model_validator(mode="before")
    @classmethod
    def _by_density(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """The yield of a bag that prints its density: dry mass and usual water over that."""
        if not isinstance(told, dict) or told.get("yield_l") is not None:
            return told
        numbers = [told.get(name) for name in ("density_kg_m3", "dry_mass_kg", "water_least_l", "water_most_l")]
        if any(isinstance(one, bool) or not isinstance(one, int | float) or one <= 0 for one in numbers):
            return told
        density, dry, least, most = (float(one) for one in numbers if one is not None)
        return {**told, "yield_l": round((dry + usual_water(least, most)) / density * 1000, 3)}

    @model_validator(mode="after")
    def _ordered(self) -> "BagSize":
        if self.water_least_l > self.water_most_l:
            raise ValueError(
                f"The least water ({self.water_least_l:g} l) is over the most ({self.water_most_l:g} l). Swap them."
            )
        if self.yield_l <= self.water_most_l:
            raise ValueError(f"A bag cannot yield {self.yield_l:g} l, less than its water. Give the printed yield.")
        if self.density_kg_m3 is not None:
            mixed_kg = self.dry_mass_kg + usual_water(self.water_least_l, self.water_most_l)
            by_density = mixed_kg / self.density_kg_m3 * 1000
            if abs(by_density - self.yield_l) > AGREES * self.yield_l:
                raise ValueError(
                    f"By its density a bag yields {by_density:.3g} l, not {self.yield_l:.3g}. Give one of the two."
                )
        return self

    def with_doses(self, percent: float) -> "BagSize":
        """The bag when what is dosed changes its water; litre for litre its yield goes with it.

        Args:
            percent: of its water, less where negative
        """
        least, most = self.water_least_l, self.water_most_l
        share = percent / 100
        return self.model_copy(
            update={
                "water_least_l": least * (1 + share),
                "water_most_l": most * (1 + share),
                "yield_l": self.yield_l + share * usual_water(least, most),
            }
        )


Feel = Literal["packed", "plastic", "flowing"]
Kind = Literal["concrete", "white concrete", "mortar", "sulfo-aluminate mortar", "from scratch"]


class StrengthPoint(Document):
    """A row of the table of strengths that a bag prints, at 20 °C."""

    hours: Annotated[
        float,
        Field(gt=0, lt=672, allow_inf_nan=False),
        label("Age", unit="h", hint="after mixing, at 20 °C, 68 °F"),
    ]
    strength_mpa: Annotated[float, Field(gt=0, le=120, allow_inf_nan=False), label("Strength", unit="MPa")]


class Mix(Document):
    """A bagged mix in the sizes the shop can get."""

    id: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
    name: Annotated[str, Field(min_length=1, max_length=60), label("Name"), ONE_LINE]
    sizes: Annotated[tuple[BagSize, ...], Field(min_length=1, max_length=12), label("Bags"), COUNTED]
    gain: Annotated[Gain, label("Cement type", hint="how fast it hardens")] = "ordinary"
    strength_28_least_mpa: Annotated[Strength, label("28-day strength, least", unit="MPa", hint="the lower end")] = 24.0
    strength_28_most_mpa: Annotated[Strength, label("28-day strength, most", unit="MPa", hint="the upper end")] = 28.0
    initial_set_h: Annotated[Hours, label("Initial set", unit="h", hint="after mixing, at 20 °C, 68 °F")] = 4.0
    final_set_h: Annotated[Hours, label("Final set", unit="h", hint="after mixing, at 20 °C, 68 °F")] = 6.4
    kind: Annotated[Kind, label("Kind")] = "concrete"
    cement_share: Annotated[
        float | None,
        Field(gt=0.02, le=1, allow_inf_nan=False),
        label("Cement content", none="not known", unit="share", hint="of the dry weight"),
    ] = None
    stone_mm: Annotated[
        float,
        Field(ge=0, le=80, allow_inf_nan=False),
        label("Maximum aggregate size", unit="mm", hint="the largest in it"),
    ] = 10.0
    feel: Annotated[Feel, label("Consistency", hint="what it is made for")] = "plastic"
    workable_min: Annotated[
        float,
        Field(gt=1, le=600, allow_inf_nan=False),
        label("Working time", unit="min", hint="from mixing until it stiffens, at 20 °C, 68 °F"),
    ] = 75.0
    fibre_in: Annotated[bool, label("Fibre in the bag")] = False
    entrained: Annotated[
        bool, label("Air-entrained", hint="fine bubbles, in which water may freeze without bursting it")
    ] = False
    strengths: Annotated[
        tuple[StrengthPoint, ...],
        Field(max_length=3),
        label("Strengths printed", hint="as the bag prints them; without, by its cement"),
        COUNTED,
    ] = ()
    source: Annotated[str, Field(max_length=200), label("Source"), ONE_LINE] = ""

    @model_validator(mode="after")
    def _told_in_order(self) -> "Mix":
        rows = [(self.final_set_h, 0.0), *((one.hours, one.strength_mpa) for one in self.strengths)]
        rows.append((672.0, self.strength_28.likely))
        if any(b[0] <= a[0] or b[1] <= a[1] for a, b in pairwise(rows)):
            raise ValueError(
                "The bag's strengths grow from final set to 28 days. Give them in order, later and stronger each time."
            )
        return self

    @model_validator(mode="after")
    def _ordered(self) -> "Mix":
        if self.strength_28_least_mpa > self.strength_28_most_mpa:
            raise ValueError("The lower end of the 28-day strength is over the upper end. Swap them.")
        if self.initial_set_h >= self.final_set_h:
            raise ValueError("Initial set comes before final set. Give the shorter time first.")
        return self

    @property
    def strength_28(self) -> Spread:
        """Strength at 28 days, moist cured at 20 °C [MPa]."""
        low, high = self.strength_28_least_mpa, self.strength_28_most_mpa
        return Spread(low, (low + high) / 2, high)

    @property
    def hardens_by(self) -> Gain | Table:
        """The curve that it hardens by: its bag's table, or that of its cement."""
        if self.strengths:
            rows = [
                (one.hours - self.final_set_h, one.strength_mpa / self.strength_28.likely) for one in self.strengths
            ]
            while len(rows) < 3:  # between the last row and 28 days it goes on straight
                age, share = rows[-1]
                rows.append(((age + 672.0) / 2, (share + 1) / 2))
            ages, shares = zip(*rows, strict=True)
            return Table((*ages, 672.0), shares)
        return SULFO_ALUMINATE if self.is_sulfo_aluminate else self.gain

    @property
    def is_sulfo_aluminate(self) -> bool:
        """Whether it sets in minutes and hardens in hours, by its kind or by its cement."""
        return self.kind == "sulfo-aluminate mortar" or self.gain == "sulfo-aluminate"

    def retarded(self, by: float) -> "Mix":
        """The mix when what is dosed makes its times so many times as long."""
        final = self.final_set_h * by
        return self.model_copy(
            update={
                "initial_set_h": self.initial_set_h * by,
                "final_set_h": final,
                "workable_min": self.workable_min * by,
                "strengths": tuple(
                    one.model_copy(update={"hours": one.hours + final - self.final_set_h}) for one in self.strengths
                ),
            }
        )

    def weakened(self, share: float) -> "Mix":
        """The mix when its water leaves it only a share of its strength."""
        return self.model_copy(
            update={
                "strength_28_least_mpa": self.strength_28_least_mpa * share,
                "strength_28_most_mpa": self.strength_28_most_mpa * share,
                "strengths": tuple(
                    one.model_copy(update={"strength_mpa": one.strength_mpa * share}) for one in self.strengths
                ),
            }
        )

    def with_doses(self, percent: float) -> "Mix":
        """The mix when what is dosed changes the water of its bags by so many per cent."""
        return self.model_copy(update={"sizes": tuple(size.with_doses(percent) for size in self.sizes)})

    def size(self, size_id: str) -> BagSize | None:
        """The size with this id, if the mix comes in it."""
        return next((size for size in self.sizes if size.id == size_id), None)


@rule(unit="l", kind="water")
def usual_water(water_least_l: float, water_most_l: float) -> float:
    """Water a bag usually takes

    The middle of the range printed on the bag.

    Args:
        water_least_l: the least water the bag allows
        water_most_l: the most water the bag allows

    Formula: (water_least_l + water_most_l) / 2

    Source: common practice
    """
    return (water_least_l + water_most_l) / 2


@rule(unit="l")
def bag_yield(printed_yield_l: float, usual_water_l: float, planned_water_l: float) -> float:
    """Concrete from one bag

    The printed yield holds for the usual water; each litre more or less is a litre of volume.

    Args:
        printed_yield_l: yield printed on the bag
        usual_water_l: water the bag usually takes
        planned_water_l: water planned for each bag

    Formula: printed_yield_l + planned_water_l - usual_water_l

    Source: common practice: yield = (dry + water) / fresh density, the bag's printed yield ruling
    """
    return printed_yield_l + planned_water_l - usual_water_l


@rule(unit="kg/m3")
def fresh_density(dry_mass_kg: float, planned_water_l: float, bag_yield_l: float, evenness: float) -> float:
    """Density of the fresh concrete

    Dry mass and water of a bag over what they fill; batches differ by about 2 % either way.

    Args:
        dry_mass_kg: dry mass of a bag
        planned_water_l: water planned for each bag, 1 kg a litre
        bag_yield_l: concrete from one bag
        evenness: how batches differ from the bag's figures

    Formula: (dry_mass_kg + planned_water_l) / bag_yield_l * 1000 * evenness

    Source: common practice: fresh plain concrete is 2300 to 2400 kg/m³
    """
    return (dry_mass_kg + planned_water_l) / bag_yield_l * 1000 * evenness


class MixedBag:
    """One bag with its planned water: what it yields and how dense that is."""

    __slots__ = ("density", "printed", "size", "usual_water", "water_l", "yield_")

    @property
    def dry_share(self) -> float:
        """How much of what is mixed came dry out of the bag [1]."""
        water = self.water_l.value if isinstance(self.water_l, Figure) else self.water_l
        return self.size.dry_mass_kg / (self.size.dry_mass_kg + water)

    def __init__(
        self, size: BagSize, planned_water_l: Figure | float | None, of: str = "", own: Figure | None = None
    ) -> None:
        """Works out a bag.

        What the shop's records make of its yield is counted with, and leaves its density as printed: what is short
        stays in the mixer, or bows the form.

        Args:
            size: the size of bag
            planned_water_l: water for each bag [l]; the usual water when None
            of: what its figures are worked out for; the size where it is left out
            own: what the shop's records make of its yield; None where nothing
        """
        at = of or size.id
        self.size = size
        self.usual_water: Figure = work(
            usual_water, at, water_least_l=size.water_least_l, water_most_l=size.water_most_l
        )
        self.water_l: Figure | float = self.usual_water if planned_water_l is None else planned_water_l
        self.printed: Figure = work(
            bag_yield,
            at,
            printed_yield_l=size.yield_l,
            usual_water_l=self.usual_water,
            planned_water_l=self.water_l,
        )
        self.yield_ = self.printed if own is None else work(own_yield, at, bag_yield_l=self.printed, own=own)
        self.density: Figure = work(
            fresh_density,
            at,
            dry_mass_kg=size.dry_mass_kg,
            planned_water_l=self.water_l,
            bag_yield_l=self.printed,
            evenness=BATCH_TO_BATCH,
        )

"""What is chosen for mixing."""

from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.materials.admixtures import Base
from ulbrek.core.materials.mixes import Feel

Id = Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
Work = Literal["form", "packed", "ground"]
Buy = Literal["one size", "cheapest set"]
Grams = Annotated[float, Field(ge=0.001, le=1_000_000, allow_inf_nan=False)]
Settled = Literal[
    "vibrated on the bench", "sander on the form", "saw on the form", "poker", "rodded", "tapped", "shaken or dropped",
    "turned over wet",
]  # fmt: skip
Percent = Annotated[float, Field(ge=0.0001, le=100, allow_inf_nan=False)]
Part = Annotated[float, Field(ge=0, le=20, allow_inf_nan=False)]
Moisture = Annotated[float, Field(ge=0, le=20, allow_inf_nan=False, description="free water, percent of the dry mass")]
Minutes = Annotated[float, Field(ge=0.1, le=120, allow_inf_nan=False)]


class Dose(Document):
    """Something that is dosed. Of percent and grams a bag either will do; typed both, they must agree."""

    admixture: Id
    percent: Annotated[Percent | None, label("Percentage", none="not set", unit="%", description="of the base")] = None
    grams: Annotated[Grams | None, label("Grams a bag", none="not set", unit="g", description="for one bag")] = None
    base: Annotated[
        Base | None, label("Percentage of", description="what the percent is of; None: as its maker says")
    ] = None


class InHand(Document):
    """Bags that are here: of which size, how many, of which lot."""

    bag: Annotated[Id, label("Bag")]
    count: Annotated[int, Field(ge=1, le=5000), label("Count")]
    lot: Annotated[str | None, Field(max_length=80), label("Lot"), ONE_LINE] = None


class Scratch(Document):
    """Concrete from scratch: its ingredients and how they are proportioned."""

    by: Annotated[Literal["parts by mass", "parts by volume", "absolute volumes"], label("Mix type")] = (
        "parts by volume"
    )
    cement: Annotated[Id, label("Cement")]
    sand: Annotated[Id, label("Sand")]
    stone: Annotated[Id | None, label("Gravel", none="none, a mortar", description="None: a mortar")] = None
    sand_part: Annotated[Part, label("Sand to 1 cement", description="to one of cement")] = 2.0
    stone_part: Annotated[Part, label("Gravel to 1 cement", description="to one of cement")] = 3.0
    water_cement: Annotated[
        float, Field(ge=0.25, le=1.0, allow_inf_nan=False), label("Water-cement ratio", description="by mass")
    ] = 0.45
    air_percent: Annotated[float, Field(ge=0, le=12, allow_inf_nan=False), label("Air", unit="%")] = 2.0
    slump: Annotated[
        Literal["25 to 50 mm", "75 to 100 mm", "150 to 175 mm"], label("Slump", description="for absolute volumes")
    ] = "75 to 100 mm"
    sand_moisture: Annotated[Moisture, label("Sand moisture", unit="%")] = 0.0
    stone_moisture: Annotated[Moisture, label("Gravel moisture", unit="%")] = 0.0


class MixInputs(Document):
    """Which mix and bag, how much over, in what it is mixed, and by whom."""

    mix: Annotated[Id, label("Mix")]
    bag: Annotated[Id, label("Bag")]
    container: Annotated[Id, label("Mixing vessel")]
    scratch: Annotated[Scratch | None, Field(description="None: it comes in bags")] = None
    buy: Annotated[Buy, label("Buy")] = "one size"
    work: Annotated[Work, label("Placing", description="what is poured: it says how much is spare")] = "form"
    spare: Annotated[
        float | None,
        Field(ge=0, le=1, allow_inf_nan=False),
        label("Allowance", none="by placing", unit="share", description="share over the volume; None: by the work"),
    ] = None
    least_bags_over: Annotated[int, Field(ge=0, le=20), label("Spare bags, at least")] = 1
    bags_in_hand: Annotated[
        int | None, Field(ge=0, le=5000), label("Bags on hand", none="not entered", description="None: not counted yet")
    ] = None
    in_hand: Annotated[tuple[InHand, ...], Field(max_length=40), COUNTED] = ()
    one_colour: Annotated[bool, label("Colour", description="the castings of the pour must match")] = False
    cement_share: Annotated[
        float | None,
        Field(gt=0.02, le=1, allow_inf_nan=False),
        label(
            "Cement content",
            none="not set",
            unit="share",
            description="of the dry mass; None: as the mix says",
        ),
    ] = None
    doses: Annotated[tuple[Dose, ...], Field(max_length=12), COUNTED] = ()
    water_per_bag_l: Annotated[
        float | None,
        Field(ge=0.01, le=50, allow_inf_nan=False),
        label("Water per bag", none="bag’s usual", unit="l", description="None: the bag's usual water [l]"),
    ] = None
    feel: Annotated[Feel | None, label("Consistency", description="None: what the mix is made for")] = None
    settled: Annotated[Settled, label("Consolidated by", description="how the mix is settled in the form")] = (
        "vibrated on the bench"
    )
    void_share: Annotated[
        float,
        Field(ge=0, le=0.3, allow_inf_nan=False),
        label("Voids, packed", unit="share", description="left open by packing"),
    ] = 0.0
    bags_per_batch: Annotated[
        float | None,
        Field(ge=0.25, le=100, multiple_of=0.25),
        label("Bags per batch", none="as fits", description="None: what the container takes"),
    ] = None
    people: Annotated[int, Field(ge=1, le=12), label("People mixing")] = 2
    minutes_mixing: Annotated[Minutes, label("Mixing time per bag", description="a bag")] = 5.0
    minutes_placing: Annotated[Minutes, label("Placing time per bag", description="a bag")] = 4.0
    workable_min: Annotated[
        float | None,
        Field(gt=1, le=600, allow_inf_nan=False),
        label(
            "Test cup stiff after",
            none="not tried",
            unit="min",
            description="as tried on a cupful, on the day; None: by the mix [min]",
        ),
    ] = None
    bought: Annotated[
        tuple[Annotated[str, Field(max_length=200), ONE_LINE], ...],
        Field(max_length=200, description="ticked off the shopping list"),
        COUNTED,
    ] = ()


class MixedBatch(Document):
    """A batch as it was mixed: its dry bags, all the water that went in [l], and when the first of it did."""

    bags: Annotated[float, Field(ge=0.01, le=200, allow_inf_nan=False)]
    water_l: Annotated[float, Field(ge=0.001, le=2000, allow_inf_nan=False)]
    at: AwareDatetime

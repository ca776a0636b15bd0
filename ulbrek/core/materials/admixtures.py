"""What is added to a mix by the gram: colour, plasticiser, fibre, retarder."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.materials.boards import Id, Price, Words

Base = Literal["cement", "dry mix", "bag", "pack", "m3"]
Share = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
IN_PERCENT: tuple[Base, ...] = ("cement", "dry mix")


class Admixture(Document):
    """Something that is dosed, and the range that its maker allows.

    Doses are percent of the cement or of the dry mix, grams a bag, packs a bag (half a bottle is 0.5), or grams a
    cubic metre, as ``base`` says.
    """

    id: Id
    name: Annotated[Words, label("Name")]
    kind: Annotated[
        Literal["pigment", "plasticiser", "fibre", "retarder", "accelerator", "polymer", "other"], label("Kind")
    ]
    base: Annotated[
        Base, label("Dose base", hint="percent of cement or dry mix; grams or packs a bag; grams a cubic metre")
    ]
    least: Annotated[Share, label("Least dose", unit="dose")]
    usual: Annotated[Share, label("Usual dose", unit="dose")]
    most: Annotated[Share, label("Most dose", unit="dose")]
    water_share: Annotated[
        float,
        Field(ge=0, lt=1, allow_inf_nan=False),
        label("Water content", unit="share", hint="of its mass, in a liquid"),
    ] = 0.0
    water_shift: Annotated[
        float,
        Field(
            ge=-0.4,
            le=0.4,
            allow_inf_nan=False,
        ),
        label(
            "Water change at the usual dose",
            unit="share",
            hint="for the same consistency; less is negative",
        ),
    ] = 0.0
    set_shift: Annotated[
        float,
        Field(
            ge=-0.8,
            le=5,
            allow_inf_nan=False,
        ),
        label(
            "Set change at the usual dose",
            unit="share",
            hint="of the times to stiffen and to set",
        ),
    ] = 0.0
    density_kg_l: Annotated[
        float,
        Field(gt=0.05, le=8, allow_inf_nan=False),
        label("Loose density", unit="kg/l", hint="poured, not packed"),
    ] = 1.0
    spoon_g: Annotated[
        float | None,
        Field(ge=0.01, le=100),
        label("Level teaspoon", none="weighed", unit="g", hint="what one holds"),
    ] = None
    pack_g: Annotated[
        float | None, Field(ge=0.01, le=1_000_000, allow_inf_nan=False), label("Pack", none="not entered", unit="g")
    ] = None
    price: Annotated[Price | None, label("Unit price", none="not entered", unit="price")] = None
    source: Annotated[str, Field(max_length=200), label("Source"), ONE_LINE] = ""

    @property
    def in_grams(self) -> float:
        """How many grams one of its dose is, where that is no percentage: of a pack what is in it."""
        return self.pack_g or 1.0 if self.base == "pack" else 1.0

    @model_validator(mode="after")
    def _ordered(self) -> "Admixture":
        if not self.least <= self.usual <= self.most:
            raise ValueError("The usual dose lies between the least and the most. Give them in that order.")
        if self.base == "pack" and self.pack_g is None:
            raise ValueError("A dose in packs needs to know what is in one. Give the pack.")
        return self

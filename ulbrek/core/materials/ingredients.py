"""What concrete is mixed from from scratch: cement, sand and stone."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.kit.clock.strength import Gain
from ulbrek.core.materials.boards import Id, Price, Words

Density = Annotated[float, Field(ge=300, le=5000, allow_inf_nan=False)]


class Ingredient(Document):
    """A cement, a sand or a stone, in the pack it is bought in."""

    id: Id
    name: Annotated[Words, label("Name")]
    kind: Annotated[Literal["cement", "sand", "stone"], label("Kind")]
    density_kg_m3: Annotated[Density, label("Particle density", unit="kg/m3", hint="of its grains")]
    bulk_kg_m3: Annotated[
        Density,
        label("Bulk density", unit="kg/m3", hint="dry, as it fills a bucket; of gravel, rodded"),
    ]
    largest_mm: Annotated[float, Field(ge=0, le=80, allow_inf_nan=False), label("Maximum size", unit="mm")] = 0.0
    fineness: Annotated[float, Field(ge=1, le=5), label("Fineness modulus", hint="of sand")] = 2.8
    gain: Annotated[Gain, label("Cement type", hint="of cement")] = "ordinary"
    pack_kg: Annotated[float, Field(ge=0.1, le=5000, allow_inf_nan=False), label("Pack", unit="kg")]
    price: Annotated[Price | None, label("Unit price", none="not entered", unit="price")] = None
    source: Annotated[str, Field(max_length=200), label("Source"), ONE_LINE] = ""

"""What concrete is mixed from from scratch: cement, sand and stone."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.kit.clock.strength import Gain
from ulbrek.core.materials.boards import Id, Price, Words

Density = Annotated[float, Field(ge=300, le=5000, allow_inf_nan=False)]


class Ingredient(Document):
    """A cement, a sand or a stone, in the pack it is bought in."""

    id: Id
    name: Words
    kind: Literal["cement", "sand", "stone"]
    density_kg_m3: Annotated[Density, Field(description="of its grains")]
    bulk_kg_m3: Annotated[Density, Field(description="as it is filled into a bucket, dry; of stone, rodded")]
    largest_mm: Annotated[float, Field(ge=0, le=80, allow_inf_nan=False)] = 0.0
    fineness: Annotated[float, Field(ge=1, le=5, description="fineness modulus of a sand")] = 2.8
    gain: Annotated[Gain, Field(description="of a cement")] = "ordinary"
    pack_kg: Annotated[float, Field(ge=0.1, le=5000, allow_inf_nan=False)]
    price: Price | None = None
    source: Annotated[str, Field(max_length=200), ONE_LINE]

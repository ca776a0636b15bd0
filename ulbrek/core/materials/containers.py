"""What concrete is mixed in."""

from typing import Annotated

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.materials.boards import Id, Price, Source, Words

WORKING_FILL = 0.8  # Share of a container that can be filled and still be stirred. Source: common practice.


class Container(Document):
    """A bucket, tub, barrow or mixer."""

    id: Id
    name: Annotated[Words, label("Name")]
    volume_l: Annotated[
        float, Field(ge=0.1, le=5000, allow_inf_nan=False), label("Volume", unit="vessel", hint="to its brim")
    ]
    machine_min: Annotated[
        float | None,
        Field(ge=0.5, le=60, allow_inf_nan=False),
        label("Mixer’s time a batch", none="mixed by hand", unit="min", hint="that a mixer turns"),
    ] = None
    price: Annotated[Price | None, label("Price", none="not entered", unit="price")] = None
    source: Source = ""

"""What a shop works with and does not use up."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.materials.boards import Id, Price, Source, Words

SawKind = Literal["table saw", "track saw", "hand-held saw along a guide"]


class Saw(Document):
    """A saw: what it takes away, and where its blade runs beside the guide."""

    id: Id
    name: Annotated[Words, label("Name")]
    kind: Annotated[SawKind, label("Type")] = "table saw"
    kerf_mm: Annotated[float, Field(ge=0.5, le=10, allow_inf_nan=False), label("Kerf", unit="mm")] = 3.0
    rail_mm: Annotated[
        float,
        Field(ge=0, le=30, allow_inf_nan=False),
        label("Track thickness", unit="mm", hint="under the shoe; a saw cuts so much less deep on it"),
    ] = 5.0
    left_mm: Annotated[
        float,
        Field(ge=5, le=300, allow_inf_nan=False),
        label("Shoe edge to blade, left", unit="mm", hint="along a guide on the left"),
    ] = 35.0
    right_mm: Annotated[
        float,
        Field(ge=5, le=300, allow_inf_nan=False),
        label("Shoe edge to blade, right", unit="mm", hint="along a guide on the right"),
    ] = 120.0
    source: Source = ""


class Vibrator(Document):
    """What settles the concrete in a form."""

    id: Id
    name: Annotated[Words, label("Name")]
    kind: Annotated[Literal["table", "sander or saw on the form", "poker", "mallet or rod"], label("Type")] = (
        "sander or saw on the form"
    )
    carries_kg: Annotated[
        float | None,
        Field(ge=1, le=20_000, allow_inf_nan=False),
        label("Carries", none="not a table", unit="kg", hint="of a table: form and mix"),
    ] = None
    source: Source = ""


class Carrier(Document):
    """What carries a casting or its form: a bench, a dolly, a cart, a hoist."""

    id: Id
    name: Annotated[Words, label("Name")]
    kind: Annotated[Literal["bench", "dolly", "cart", "A-frame cart", "hoist"], label("Type")] = "dolly"
    carries_kg: Annotated[
        float, Field(ge=1, le=20_000, allow_inf_nan=False), label("Carries", unit="kg", hint="as its maker says")
    ]
    area_m2: Annotated[
        float | None,
        Field(ge=0.05, le=1000, allow_inf_nan=False),
        label("Top", none="not known", unit="m2", hint="of a bench: room for forms"),
    ] = None
    source: Source = ""


class Grinder(Document):
    """A grinder or polisher."""

    id: Id
    name: Annotated[Words, label("Name")]
    disc_mm: Annotated[float, Field(ge=50, le=600, allow_inf_nan=False), label("Disc", unit="mm")] = 125.0
    wet: Annotated[bool, label("Runs wet")] = True
    extraction: Annotated[bool, label("Shroud and extraction", hint="an M or H class vacuum on its guard")] = False
    rate_m2_h: Annotated[
        float | None,
        Field(ge=0.05, le=50, allow_inf_nan=False),
        label("Own rate a step", none="by grit and disc", unit="m2/h", hint="face done in an hour, one grit"),
    ] = None
    source: Source = ""


class Pad(Document):
    """A grinding or polishing pad."""

    id: Id
    name: Annotated[Words, label("Name")]
    grit: Annotated[int, Field(ge=16, le=20_000), label("Grit")]
    bond: Annotated[Literal["resin", "metal"], label("Bond")] = "resin"
    life_m2: Annotated[
        float | None, Field(ge=0.1, le=1000, allow_inf_nan=False), label("Life", none="not known", unit="m2")
    ] = None
    price: Annotated[Price | None, label("Unit price", none="not entered", unit="price")] = None
    source: Source = ""

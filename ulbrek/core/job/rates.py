"""What a shop reckons with when it works out a price."""

from typing import Annotated

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label

Money = Annotated[float, Field(ge=0, le=1e6, allow_inf_nan=False)]
Percent = Annotated[float, Field(ge=0, le=300, allow_inf_nan=False)]


class Rates(Document):
    """Prices of an hour and of a kilowatt-hour, and what is put on top. No price is known until the shop says it."""

    hour_price: Annotated[Money | None, label("Price of an hour", none="not said", unit="price")] = None
    pace: Annotated[
        Annotated[float, Field(ge=0.2, le=5, allow_inf_nan=False)],
        label("Hours against the usual", hint="1 is a practised shop; a first piece takes 1.6"),
    ] = 1.0
    overhead_pct: Annotated[
        Percent, label("Overhead on hours", unit="%", hint="rent, power, tools; 30 to 60 usual")
    ] = 0.0
    consumables_pct: Annotated[
        Percent, label("Small things", unit="%", hint="of materials: gloves, tape, buckets; 3 to 6 usual")
    ] = 5.0
    rejects_pct: Annotated[
        Annotated[float, Field(ge=0, le=80, allow_inf_nan=False)],
        label("Castings that fail", unit="%", hint="5 usual, 10 to 20 in a new shop"),
    ] = 5.0
    margin_pct: Annotated[Percent, label("Margin", unit="%", hint="15 to 35 usual")] = 0.0
    energy_price: Annotated[Money | None, label("Price of a kilowatt-hour", none="not said", unit="price")] = None

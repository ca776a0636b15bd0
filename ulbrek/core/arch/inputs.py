"""What a job says of the arches that its blocks are built into."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Between, Side

HeldBy = Literal["walls that stand already", "piers built for it"]
Centring = Literal["timber on wedges", "sand on boards"]
Under = Literal["nobody passes", "people pass or sit"]


class ArchInputs(Document):
    """How the arches of a job are held, loaded and built."""

    springing: Annotated[
        Annotated[Length, Between(0, 4_000)], label("Springing height", hint="from the floor to where the ring begins")
    ] = Length(mm=0)
    held_by: Annotated[HeldBy, label("Abutments")] = "walls that stand already"
    pier_width: Annotated[Side | None, label("Pier width", none="not said", hint="along the span")] = None
    load_kg_m: Annotated[
        float,
        Field(ge=0, le=5_000, allow_inf_nan=False),
        label("Load on the arch", unit="kg/m", hint="on each metre across"),
    ] = 0.0
    centring: Annotated[Centring, label("Centring")] = "timber on wedges"
    under: Annotated[Under, label("Passage under the arch")] = "nobody passes"

"""The place a piece is for: what was measured there, and what it must pass on its way."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Offset, Side, Small
from ulbrek.core.measure.inputs.common import Id, Name


class SiteDimension(Document):
    """A dimension of the place, measured, and measured again just before the first cut."""

    id: Id
    name: Annotated[Name, label("Name")]
    first: Annotated[Side, label("Reading")]
    again: Annotated[
        Side | None, label("Second reading", none="not yet", description="None: not measured again yet")
    ] = None
    offset: Annotated[
        Offset | None,
        label(
            "Baseline offset",
            none="no baseline",
            description="of a baseline, where it could not be measured directly",
        ),
    ] = None
    pieces: Annotated[tuple[Id, ...], Field(max_length=60, description="those that it touches"), COUNTED] = ()


class Passage(Document):
    """A doorway, stairs or a gate that every piece must pass, upright on edge."""

    id: Id
    name: Annotated[Name, label("Name")]
    kind: Annotated[Literal["doorway", "stairs", "gate"], label("Kind")] = "doorway"
    width: Annotated[Side, label("Width")]
    height: Annotated[Side, label("Height")]


class Site(Document):
    """The place: its dimensions, the way to it, and the fitting gap that is usual there."""

    dimensions: Annotated[tuple[SiteDimension, ...], Field(max_length=60), COUNTED] = ()
    passages: Annotated[tuple[Passage, ...], Field(max_length=20), COUNTED] = ()
    drift: Annotated[Small, label("Allowed change", description="how much two readings may differ")] = Length(mm=3)

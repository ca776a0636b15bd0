"""The place a piece is for: what was measured there, and what it must pass on its way."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Offset, Side, Small
from ulbrek.core.measure.inputs.common import Described, Id, Name


class SiteDimension(Described):
    """A dimension of the place, measured, and measured again just before the first cut."""

    id: Id
    name: Name
    first: Side
    again: Annotated[Side | None, Field(description="None: not measured again yet")] = None
    offset: Annotated[Offset | None, Field(description="of a baseline, where it could not be measured directly")] = None
    pieces: Annotated[tuple[Id, ...], Field(max_length=60, description="those that it touches"), COUNTED] = ()


class Passage(Described):
    """A doorway, stairs or a gate that every piece must pass, upright on edge."""

    id: Id
    name: Name
    kind: Literal["doorway", "stairs", "gate"] = "doorway"
    width: Side
    height: Side


class Site(Described):
    """The place: its dimensions, the way to it, and the fitting gap that is usual there."""

    dimensions: Annotated[tuple[SiteDimension, ...], Field(max_length=60), COUNTED] = ()
    passages: Annotated[tuple[Passage, ...], Field(max_length=20), COUNTED] = ()
    drift: Annotated[Small, Field(description="how much two readings may differ")] = Length(mm=3)

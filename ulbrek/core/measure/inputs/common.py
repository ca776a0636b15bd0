"""What descriptions of pieces are made of."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units.limits import Offset

Name = Annotated[str, Field(min_length=1, max_length=60), ONE_LINE]
Id = Annotated[str, Field(pattern=r"^[a-z0-9-]{1,40}$")]
EdgeName = Annotated[str, Field(min_length=1, max_length=20, pattern=r"^[a-z0-9 ]+$")]
Face = Literal["top", "underside"]
SideName = Literal["front", "right", "back", "left"]


class Described(BaseModel):
    """A part of a description; it never changes, and what it does not know it refuses."""

    model_config = ConfigDict(frozen=True, extra="forbid")


class AcrossAnchor(Described):
    """Where a feature is from left to right: from which edge, to its centre or to its own near edge."""

    side: Literal["left", "right"] = "left"
    to: Literal["centre", "edge"] = "centre"
    offset: Offset


class DeepAnchor(Described):
    """Where a feature is from front to back: from which edge, to its centre or to its own near edge."""

    side: Literal["front", "back"] = "front"
    to: Literal["centre", "edge"] = "centre"
    offset: Offset

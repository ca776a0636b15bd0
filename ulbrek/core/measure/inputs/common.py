"""What descriptions of pieces are made of."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units.limits import Offset

Name = Annotated[str, Field(min_length=1, max_length=60), ONE_LINE]
Id = Annotated[str, Field(pattern=r"^[a-z0-9-]{1,40}$")]
EdgeName = Annotated[str, Field(min_length=1, max_length=20, pattern=r"^[a-z0-9 ]+$")]
Face = Literal["top", "underside"]
SideName = Literal["front", "right", "back", "left"]
SIDES: tuple[SideName, ...] = ("front", "right", "back", "left")


class AcrossAnchor(Document):
    """Where a feature is from left to right: from which edge, to its centre or to its own near edge."""

    side: Literal["left", "right"] = "left"
    to: Literal["centre", "edge"] = "centre"
    offset: Offset


class DeepAnchor(Document):
    """Where a feature is from front to back: from which edge, to its centre or to its own near edge."""

    side: Literal["front", "back"] = "front"
    to: Literal["centre", "edge"] = "centre"
    offset: Offset

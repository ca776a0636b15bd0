"""What concrete is mixed in."""

from typing import Annotated

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.texts import ONE_LINE

WORKING_FILL = 0.8  # Share of a container that can be filled and still be stirred. Source: common practice.


class Container(Document):
    """A bucket, tub, barrow or mixer."""

    id: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
    name: Annotated[str, Field(min_length=1, max_length=60), ONE_LINE]
    volume_l: Annotated[float, Field(ge=0.1, le=5000, allow_inf_nan=False, description="brim-full [l]")]
    machine_min: Annotated[
        float | None, Field(ge=0.5, le=60, allow_inf_nan=False, description="that a mixer turns; None: mixed by hand")
    ] = None

"""Who is there to lift, and how."""

from typing import Annotated, Literal

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Offset, between

Grip = Literal["good", "fair", "poor"]
Carry = Literal["on edge", "flat, at quarter points", "flat, at the ends"]


class Posture(BaseModel):
    """How one person stands to the load: the inputs of the revised NIOSH lifting equation."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    hands_out: Annotated[Length, AfterValidator(between(100, 1000))]
    height_at_start: Offset
    height_at_end: Offset
    twist_deg: Annotated[float, Field(ge=0, le=180, allow_inf_nan=False)] = 0.0
    grip: Grip = "fair"


class HandlingInputs(BaseModel):
    """People there on the day, and how the lift is judged."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    people: Annotated[int, Field(ge=1, le=12)] = 2
    carry: Carry = "on edge"
    posture: Annotated[Posture | None, Field(description="None: the shop's figure for one person")] = None

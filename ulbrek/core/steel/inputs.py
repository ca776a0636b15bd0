"""What reinforcement a job has."""

from typing import Annotated, Literal

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import between

School = Literal["mesh and bars", "mesh", "fibre only", "none"]
Exposure = Literal["indoors", "outdoors", "on the ground"]
Held = Literal["laid at half fill", "tied over the form", "clipped up from the base"]
EdgeDistance = Annotated[Length, AfterValidator(between(5, 200))]


class SteelInputs(BaseModel):
    """The school of reinforcement, what it is made of, and where the piece will stand."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    school: School = "mesh and bars"
    bar: Annotated[str | None, Field(max_length=40, description="None: the shop's first bar")] = None
    mesh: Annotated[str | None, Field(max_length=40, description="None: the shop's first mesh")] = None
    exposure: Exposure = "indoors"
    held: Held = "laid at half fill"
    edge_distance: EdgeDistance = Length(mm=25)

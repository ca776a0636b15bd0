"""What is chosen for mixing."""

from typing import Annotated

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field

Id = Annotated[str, Field(min_length=1, max_length=40)]


class MixInputs(BaseModel):
    """Which mix and bag, how much over, in what it is mixed."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    mix: Id
    bag: Id
    container: Id
    spare: Annotated[float, Field(ge=0, le=1, allow_inf_nan=False, description="share over the volume")] = 0.1
    least_bags_over: Annotated[int, Field(ge=0, le=20)] = 1
    bags_in_hand: Annotated[int | None, Field(ge=0, le=5000, description="None: not counted yet")] = None
    water_per_bag_l: Annotated[
        float | None, Field(gt=0, le=50, allow_inf_nan=False, description="None: the bag's usual water [l]")
    ] = None
    bags_per_batch: Annotated[
        float | None, Field(ge=0.25, le=100, multiple_of=0.25, description="None: what the container takes")
    ] = None


class BatchMixed(BaseModel):
    """A batch as it was mixed: its dry bags, all the water that went in [l], and when the first of it did."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    bags: Annotated[float, Field(gt=0, le=200, allow_inf_nan=False)]
    water_l: Annotated[float, Field(gt=0, le=2000, allow_inf_nan=False)]
    at: AwareDatetime

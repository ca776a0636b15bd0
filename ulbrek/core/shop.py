"""The shop: the people, what they mix with, and their habits."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from ulbrek.core.materials.catalogue import CONTAINERS, ORDINARY_MIX
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import Mix


class Shop(BaseModel):
    """A shop's document. It starts from generic materials and common practice."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    name: Annotated[str, Field(min_length=1, max_length=80)] = "Shop"
    one_person_lifts_kg: Annotated[float, Field(gt=0, le=60, allow_inf_nan=False)] = 20.0
    mixes: Annotated[tuple[Mix, ...], Field(min_length=1, max_length=100)] = (ORDINARY_MIX,)
    containers: Annotated[tuple[Container, ...], Field(min_length=1, max_length=100)] = CONTAINERS

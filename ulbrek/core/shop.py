"""The shop: the people, what they mix with, and their habits."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from ulbrek.core.cure.inputs import Hours
from ulbrek.core.form.inputs import FormHabits
from ulbrek.core.materials.boards import Foam, Sheet
from ulbrek.core.materials.catalogue import BARS, CONTAINERS, FOAMS, LINERS, MESHES, ORDINARY_MIX, SHEETS
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import Mix
from ulbrek.core.materials.steel import Bar, Mesh


class Shop(BaseModel):
    """A shop's document. It starts from generic materials and common practice."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    name: Annotated[str, Field(min_length=1, max_length=80)] = "Shop"
    one_person_lifts_kg: Annotated[float, Field(gt=0, le=60, allow_inf_nan=False)] = 20.0
    mixes: Annotated[tuple[Mix, ...], Field(min_length=1, max_length=100)] = (ORDINARY_MIX,)
    containers: Annotated[tuple[Container, ...], Field(min_length=1, max_length=100)] = CONTAINERS
    sheets: Annotated[tuple[Sheet, ...], Field(min_length=1, max_length=100)] = SHEETS
    liners: Annotated[tuple[Sheet, ...], Field(min_length=1, max_length=30)] = LINERS
    foams: Annotated[tuple[Foam, ...], Field(min_length=1, max_length=30)] = FOAMS
    bars: Annotated[tuple[Bar, ...], Field(min_length=1, max_length=60)] = BARS
    meshes: Annotated[tuple[Mesh, ...], Field(min_length=1, max_length=60)] = MESHES
    form_habits: FormHabits = FormHabits()
    hours: Hours = Hours()

"""Sheets that forms are cut from, and the foam that openings are made of."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

Id = Annotated[str, Field(min_length=1, max_length=40)]
Words = Annotated[str, Field(min_length=1, max_length=60)]
Millimetres = Annotated[float, Field(gt=0, le=12_000, allow_inf_nan=False)]

SAW_KERF_MM = 3.0  # Source: common practice, 2 to 3 mm.


class Sheet(BaseModel):
    """A kind of sheet in the size it is bought in."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    id: Id
    name: Words
    thickness_mm: Annotated[float, Field(ge=1, le=60, allow_inf_nan=False)]
    length_mm: Millimetres
    width_mm: Millimetres
    modulus_mpa: Annotated[float, Field(gt=0, le=20_000, allow_inf_nan=False, description="in bending, dry [MPa]")]
    density_kg_m3: Annotated[float, Field(gt=0, le=2000, allow_inf_nan=False)]
    face: Literal["faced", "filmed", "bare"] = "faced"
    bends_to_mm: Annotated[
        float | None, Field(gt=0, le=10_000, description="smallest radius it bends to dry; None: it is not bent [mm]")
    ] = None
    source: Annotated[str, Field(max_length=200)]


class Foam(BaseModel):
    """Rigid foam in the thickness it is bought in."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    id: Id
    name: Words
    thickness_mm: Annotated[float, Field(ge=5, le=300, allow_inf_nan=False)]
    density_kg_m3: Annotated[float, Field(gt=0, le=300, allow_inf_nan=False)] = 30.0

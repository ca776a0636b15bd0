"""Sheets that forms are cut from, the lumber that stiffens them, and the foam that openings are made of."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.texts import ONE_LINE

Id = Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
Words = Annotated[str, Field(min_length=1, max_length=60), ONE_LINE]
Millimetres = Annotated[float, Field(ge=10, le=12_000, allow_inf_nan=False)]
Price = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]


class SheetSize(Document):
    """A size in which a sheet is sold, and what one costs in the shop's money; None where nobody has said."""

    length_mm: Millimetres
    width_mm: Millimetres
    price: Price | None = None


class Sheet(Document):
    """A kind of sheet in the sizes it is bought in, the usual one first."""

    id: Id
    name: Words
    thickness_mm: Annotated[float, Field(ge=1, le=60, allow_inf_nan=False)]
    length_mm: Millimetres
    width_mm: Millimetres
    modulus_mpa: Annotated[float, Field(ge=50, le=20_000, allow_inf_nan=False, description="in bending, dry [MPa]")]
    density_kg_m3: Annotated[float, Field(ge=10, le=2000, allow_inf_nan=False)]
    face: Literal["faced", "filmed", "bare"] = "faced"
    bends_to_mm: Annotated[
        float | None, Field(ge=1, le=10_000, description="smallest radius it bends to dry; None: it is not bent [mm]")
    ] = None
    source: Annotated[str, Field(max_length=200), ONE_LINE]
    price: Price | None = None
    other_sizes: Annotated[tuple[SheetSize, ...], Field(max_length=6), COUNTED] = ()

    @property
    def sizes(self) -> tuple[SheetSize, ...]:
        """Every size it is sold in, the usual one first."""
        return SheetSize(length_mm=self.length_mm, width_mm=self.width_mm, price=self.price), *self.other_sizes


class Lumber(Document):
    """Lumber of one section in the lengths it is bought in: bearers, braces, battens, bridges."""

    id: Id
    name: Words
    thickness_mm: Annotated[float, Field(ge=10, le=120, allow_inf_nan=False)]
    width_mm: Annotated[float, Field(ge=10, le=300, allow_inf_nan=False)]
    lengths_mm: Annotated[tuple[Millimetres, ...], Field(min_length=1, max_length=8), COUNTED]
    modulus_mpa: Annotated[float, Field(ge=50, le=30_000, allow_inf_nan=False, description="in bending [MPa]")]
    source: Annotated[str, Field(max_length=200), ONE_LINE]


class Foam(Document):
    """Rigid foam in the thickness it is bought in."""

    id: Id
    name: Words
    thickness_mm: Annotated[float, Field(ge=5, le=300, allow_inf_nan=False)]
    density_kg_m3: Annotated[float, Field(ge=1, le=300, allow_inf_nan=False)] = 30.0

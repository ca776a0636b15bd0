"""Bars and welded mesh."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.materials.boards import Id, Millimetres, Words

STEEL_KG_M3 = 7850.0
TIE_EVERY_MM = 300.0  # Source: common practice.
Finish = Literal["plain", "galvanised", "stainless"]


class Bar(Document):
    """A bar in the length it is bought in."""

    id: Id
    name: Words
    diameter_mm: Annotated[float, Field(ge=3, le=40, allow_inf_nan=False)]
    stock_length_mm: Millimetres = 6000.0
    finish: Finish = "plain"


class Mesh(Document):
    """Welded mesh of equal wires at equal distances, in the sheet it is bought in."""

    id: Id
    name: Words
    wire_mm: Annotated[float, Field(ge=1, le=12, allow_inf_nan=False)]
    spacing_mm: Annotated[float, Field(ge=10, le=300, allow_inf_nan=False)]
    sheet_length_mm: Millimetres = 2400.0
    sheet_width_mm: Millimetres = 1200.0
    finish: Finish = "plain"

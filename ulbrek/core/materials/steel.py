"""Bars, welded mesh and scrim."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.materials.boards import Id, Millimetres, Price, Source, Words

STEEL_KG_M3 = 7850.0
GLASS_KG_M3 = 2680.0  # alkali-resistant glass. Source: common practice.
TIE_EVERY_MM = 300.0  # Source: common practice.
Roll = Annotated[float, Field(ge=10, le=100_000, allow_inf_nan=False)]
Finish = Literal["plain", "galvanised", "stainless"]
MeshFinish = Literal["plain", "galvanised", "stainless", "glass"]


class Bar(Document):
    """A bar in the length it is bought in."""

    id: Id
    name: Annotated[Words, label("Name")]
    diameter_mm: Annotated[float, Field(ge=3, le=40, allow_inf_nan=False), label("Diameter", unit="mm")]
    stock_length_mm: Annotated[Millimetres, label("Length sold", unit="sold")] = 6000.0
    finish: Annotated[Finish, label("Finish")] = "plain"
    price: Annotated[Price | None, label("Unit price", none="not entered", unit="price")] = None
    source: Source = ""


class Mesh(Document):
    """Mesh of equal wires at equal distances, in the sheet it is bought in; a scrim's are strands of glass."""

    id: Id
    name: Annotated[Words, label("Name")]
    wire_mm: Annotated[
        float, Field(ge=0.3, le=12, allow_inf_nan=False), label("Wire", unit="mm", hint="or a scrim's strand")
    ]
    spacing_mm: Annotated[
        float, Field(ge=3, le=300, allow_inf_nan=False), label("Spacing", unit="mm", hint="wire to wire")
    ]
    sheet_length_mm: Annotated[Roll, label("Sheet or roll length", unit="sold")] = 2400.0
    sheet_width_mm: Annotated[Millimetres, label("Sheet or roll width", unit="sold")] = 1200.0
    finish: Annotated[MeshFinish, label("Finish", hint="glass: an alkali-resistant scrim")] = "plain"
    price: Annotated[Price | None, label("Unit price", none="not entered", unit="price")] = None
    source: Source = ""

    @property
    def density_kg_m3(self) -> float:
        """Of its wires or strands [kg/m³]."""
        return GLASS_KG_M3 if self.finish == "glass" else STEEL_KG_M3

"""Sheets that forms are cut from, the lumber that stiffens them, and the foam that openings are made of."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE

Id = Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
Words = Annotated[str, Field(min_length=1, max_length=60), ONE_LINE]
Millimetres = Annotated[float, Field(ge=10, le=12_000, allow_inf_nan=False)]
Price = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
Source = Annotated[str, Field(max_length=200), label("Source"), ONE_LINE]
MadeOf = Literal["plywood", "chipboard", "fibreboard", "cement", "plastic"]
Face = Literal["faced", "filmed", "oiled", "bare", "cement"]


class SheetSize(Document):
    """A size in which a sheet is sold, and what one costs in the shop's money; None where nobody has said."""

    length_mm: Annotated[Millimetres, label("Length", unit="sold")]
    width_mm: Annotated[Millimetres, label("Width", unit="sold")]
    price: Annotated[Price | None, label("Unit price", none="not entered", unit="price")] = None


class Sheet(Document):
    """A kind of sheet in the sizes it is bought in, the usual one first."""

    id: Id
    name: Annotated[Words, label("Name")]
    thickness_mm: Annotated[float, Field(ge=1, le=120, allow_inf_nan=False), label("Thickness", unit="mm")]
    length_mm: Annotated[Millimetres, label("Sheet length", unit="sold")]
    width_mm: Annotated[Millimetres, label("Sheet width", unit="sold")]
    price: Annotated[Price | None, label("Unit price", none="not entered", unit="price")] = None
    face: Annotated[
        Face,
        label("Face", hint="a bare board is oiled and left to soak in before use; to cement concrete bonds"),
    ] = "faced"
    made_of: Annotated[
        MadeOf | None,
        label("Made of", none="by its name", hint="chipboard and fibreboard swell where water gets in"),
    ] = None
    modulus_mpa: Annotated[
        float,
        Field(ge=50, le=20_000, allow_inf_nan=False),
        label("Bending modulus", unit="MPa", hint="in bending, dry, as its maker says"),
    ] = 1600.0
    density_kg_m3: Annotated[float, Field(ge=10, le=2000, allow_inf_nan=False), label("Density", unit="kg/m3")] = 680.0
    bends_to_mm: Annotated[
        float | None,
        Field(ge=1, le=10_000),
        label("Bends to a radius of", none="not bent", unit="mm", hint="the smallest, dry and cold"),
    ] = None
    source: Source = ""
    other_sizes: Annotated[tuple[SheetSize, ...], Field(max_length=6), label("Other sizes"), COUNTED] = ()

    @property
    def swells(self) -> bool:
        """Whether water of the mix that gets in swells it; of a board of which nobody has said it by its name."""
        if self.made_of is not None:
            return self.made_of in ("chipboard", "fibreboard")
        return self.face not in ("cement", "filmed", "oiled") and "ply" not in self.name.lower()

    @property
    def sizes(self) -> tuple[SheetSize, ...]:
        """Every size it is sold in, the usual one first."""
        return SheetSize(length_mm=self.length_mm, width_mm=self.width_mm, price=self.price), *self.other_sizes


class Lumber(Document):
    """Lumber of one section in the lengths it is bought in: bearers, braces, battens, bridges."""

    id: Id
    name: Annotated[Words, label("Name")]
    thickness_mm: Annotated[float, Field(ge=10, le=120, allow_inf_nan=False), label("Thickness", unit="mm")]
    width_mm: Annotated[float, Field(ge=10, le=300, allow_inf_nan=False), label("Width", unit="mm")]
    lengths_mm: Annotated[
        tuple[Millimetres, ...], Field(min_length=1, max_length=8), label("Lengths sold", unit="sold"), COUNTED
    ]
    modulus_mpa: Annotated[
        float, Field(ge=50, le=30_000, allow_inf_nan=False), label("Bending modulus", unit="MPa")
    ] = 8000.0
    price_m: Annotated[
        float | None,
        Field(ge=0, le=10_000, allow_inf_nan=False),
        label("Price by length", none="not entered", unit="price/m"),
    ] = None
    source: Source = ""


LUMBER_KG_M3 = 500.0  # softwood, air-dry. Source: common practice.


class SawnLengths(Sheet):
    """Lumber as what sides are cut from."""


def as_sheet(lumber: Lumber) -> SawnLengths:
    """Lumber as what sides are cut from: as thick as it is, as wide as it can be high, in the lengths it is sold in."""
    longest, *others = sorted(lumber.lengths_mm, reverse=True)

    def price(length: float) -> float | None:
        return None if lumber.price_m is None else lumber.price_m * length / 1000

    return SawnLengths(
        id=lumber.id, name=lumber.name, thickness_mm=lumber.thickness_mm, length_mm=longest, width_mm=lumber.width_mm,
        price=price(longest), face="bare", modulus_mpa=lumber.modulus_mpa, density_kg_m3=LUMBER_KG_M3,
        source=lumber.source,
        other_sizes=tuple(
            SheetSize(length_mm=length, width_mm=lumber.width_mm, price=price(length)) for length in others[:6]
        ),
    )  # fmt: skip


class Foam(Document):
    """Rigid foam in the thickness and the sheet it is bought in."""

    id: Id
    name: Annotated[Words, label("Name")]
    thickness_mm: Annotated[float, Field(ge=5, le=300, allow_inf_nan=False), label("Thickness", unit="mm")]
    density_kg_m3: Annotated[float, Field(ge=1, le=300, allow_inf_nan=False), label("Density", unit="kg/m3")] = 30.0
    length_mm: Annotated[Millimetres, label("Sheet length", unit="sold")] = 2440.0
    width_mm: Annotated[Millimetres, label("Sheet width", unit="sold")] = 1220.0
    price: Annotated[Price | None, label("Unit price", none="not entered", unit="price")] = None
    source: Source = ""


Section = Literal["pipe or tube", "square tube", "angle", "flat", "round rod", "threaded rod"]


class Linear(Document):
    """Pipe, tube, rod or angle: what is cut to length and is neither lumber nor reinforcement."""

    id: Id
    name: Annotated[Words, label("Name")]
    section: Annotated[Section, label("Section")] = "pipe or tube"
    outside_mm: Annotated[
        float, Field(ge=1, le=600, allow_inf_nan=False), label("Outside size", unit="mm", hint="or its width")
    ]
    wall_mm: Annotated[
        float | None, Field(ge=0.3, le=100, allow_inf_nan=False), label("Wall", none="solid", unit="mm")
    ] = None
    kg_m: Annotated[
        float | None, Field(ge=0, le=200, allow_inf_nan=False), label("Weight by length", none="unknown", unit="kg/m")
    ] = None
    lengths_mm: Annotated[
        tuple[Millimetres, ...], Field(min_length=1, max_length=8), label("Lengths sold", unit="sold"), COUNTED
    ]
    price_m: Annotated[
        float | None,
        Field(ge=0, le=10_000, allow_inf_nan=False),
        label("Price by length", none="not entered", unit="price/m"),
    ] = None
    source: Source = ""

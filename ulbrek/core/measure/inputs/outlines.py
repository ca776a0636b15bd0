"""The outlines a piece may have. Plan as it stands: x to the right, y to the back, datum the left front of its box."""

from itertools import pairwise
from math import sin
from typing import Annotated, Any, Literal

from pydantic import ConfigDict, Discriminator, Field, Tag, field_validator, model_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Between, Offset, Radius, Side
from ulbrek.core.kit.geometry.shapes import arch_angle

NONE = Length(mm=0)
MortarJoint = Annotated[Length, Between(0, 30)]
_LEAST_BLOCK_MM = 10.0
A_LANDING = Length(mm=914.4)  # Source: IRC R311.7.6, from memory.
Finite = Annotated[float, Field(ge=-20_000, le=20_000, allow_inf_nan=False)]


class Rectangle(Document):
    """A rectangle: length from left to right, width from front to back."""

    model_config = ConfigDict(title="Rectangle")

    kind: Literal["rectangle"] = "rectangle"
    length: Annotated[Side, label("Length")]
    width: Annotated[Side, label("Width")]


class LShape(Document):
    """An L: one run along its length, one across it, meeting in a corner."""

    model_config = ConfigDict(title="L")

    kind: Literal["l"] = "l"
    length: Annotated[Side, label("Overall length")]
    width: Annotated[Side, label("Overall width")]
    along: Annotated[Side, label("Long leg depth", description="depth of the run along the length")]
    across: Annotated[Side, label("Short leg depth", description="depth of the run across")]
    meet: Annotated[Literal["back left", "back right", "front left", "front right"], label("Corner at")] = "back left"

    @model_validator(mode="after")
    def _runs_fit(self) -> "LShape":
        _under(self.along, self.width, "the run along the length", "the width over all")
        _under(self.across, self.length, "the run across", "the length over all")
        return self


class UShape(Document):
    """A U, open at the front: a run along its back and one down each side."""

    model_config = ConfigDict(title="U")

    kind: Literal["u"] = "u"
    length: Annotated[Side, label("Overall length")]
    width: Annotated[Side, label("Overall width")]
    along: Annotated[Side, label("Back leg depth", description="depth of the run along the back")]
    left: Annotated[Side, label("Left leg depth", description="depth of the left run")]
    right: Annotated[Side, label("Right leg depth", description="depth of the right run")]

    @model_validator(mode="after")
    def _runs_fit(self) -> "UShape":
        _under(self.along, self.width, "the run along the back", "the width over all")
        if self.left.mm + self.right.mm >= self.length.mm:
            raise ValueError("The left and right runs fill the whole length. Make them smaller, or use a rectangle.")
        return self


class Trapezoid(Document):
    """A trapezoid with parallel front and back; the back begins in the middle where nothing else is said."""

    model_config = ConfigDict(title="Trapezoid")

    kind: Literal["trapezoid"] = "trapezoid"
    front: Annotated[Side, label("Front")]
    back: Annotated[Side, label("Back")]
    width: Annotated[Side, label("Front to back")]
    back_from_left: Annotated[
        Offset | None,
        label("Back offset from left", none="centred", description="from the front's left end; None: centred"),
    ] = None


class RegularPolygon(Document):
    """A regular polygon, a flat side at the front."""

    model_config = ConfigDict(title="Regular polygon")

    kind: Literal["polygon"] = "polygon"
    sides: Annotated[int, Field(ge=3, le=24), label("Sides")] = 6
    by: Annotated[Literal["across flats", "side", "radius"], label("Size is")] = "across flats"
    size: Annotated[Side, label("Size")]


class Disc(Document):
    """A disc."""

    model_config = ConfigDict(title="Disc")

    kind: Literal["disc"] = "disc"
    diameter: Annotated[Side, label("Diameter")]


class HalfDisc(Document):
    """Half a disc, its flat side at the front."""

    model_config = ConfigDict(title="Half disc")

    kind: Literal["half disc"] = "half disc"
    diameter: Annotated[Side, label("Diameter")]


class ArchBlock(Document):
    """One of the equal blocks of an arch, lying on its face: the piece's thickness is the arch's width."""

    model_config = ConfigDict(title="Arch block")

    kind: Literal["arch block"] = "arch block"
    span: Annotated[Side, label("Clear span", description="clear span, underside to underside")]
    rise: Annotated[Side, label("Rise", description="of the underside at mid span")]
    depth: Annotated[Side, label("Ring thickness", description="of the ring, from underside to back")]
    blocks: Annotated[int, Field(ge=3, le=60), label("Blocks in the arch")]
    joint: Annotated[MortarJoint, label("Mortar joint", hint="0: laid dry")] = Length(mm=0)
    faces: Annotated[
        Literal["curved", "straight"], label("Underside and back", hint="straight ones need no bent side")
    ] = "curved"

    @model_validator(mode="after")
    def _is_an_arch(self) -> "ArchBlock":
        if self.rise.mm > self.span.mm:
            raise ValueError("The rise is more than the span. Give a rise of at most the span.")
        radius, angle = arch_angle(self.span.mm, self.rise.mm)
        left = 2 * radius * sin(angle / self.blocks / 2) - self.joint.mm
        if self.joint.mm and left < _LEAST_BLOCK_MM:
            raise ValueError("The joints leave no block at the underside. Give fewer blocks, or a thinner joint.")
        return self


class Steps(Document):
    """Steps, seen from the side: the piece's thickness is how wide they are."""

    model_config = ConfigDict(title="Steps")

    kind: Literal["steps"] = "steps"
    number: Annotated[int, Field(ge=1, le=30), label("Risers")]
    rise: Annotated[Side, label("Riser height")]
    going: Annotated[Side, label("Tread", hint="from one riser to the next")]
    landing: Annotated[Side | None, label("Top tread", none="as the others", hint="from its riser to the back")] = None
    rest_after: Annotated[
        int | None, Field(ge=1, le=29), label("Landing after riser", none="no landing", hint="between two flights")
    ] = None
    rest: Annotated[Side, label("Landing, front to back")] = A_LANDING
    behind: Annotated[Literal["a board", "a wall"], label("Closed behind by")] = "a board"
    over_stone: Annotated[
        Side | None, label("Concrete over stone", none="solid", hint="stone tamped inside, this far from every face")
    ] = None

    @property
    def treads_mm(self) -> tuple[float, ...]:
        """Each tread from the lowest, from its riser to the next; the last to the back [mm]."""
        treads = [self.going.mm] * self.number
        treads[-1] = (self.landing or self.going).mm
        if self.rest_after is not None:
            treads[self.rest_after - 1] = self.rest.mm
        return tuple(treads)

    @model_validator(mode="after")
    def _rest_is_between(self) -> "Steps":
        if self.rest_after is not None and self.rest_after >= self.number:
            raise ValueError(
                f"A landing after riser {self.rest_after} of {self.number} is no landing between flights. "
                "Give a riser below the last one; how deep the top tread is stands under Top tread."
            )
        return self


class FreeCorner(Document):
    """A corner of a free outline, and how the edge to the next one runs."""

    x: Annotated[Offset, label("From the left")]
    y: Annotated[Offset, label("From the front")]
    radius: Annotated[Radius, label("Radius")] = NONE
    chamfer: Annotated[Radius, label("Chamfer")] = NONE
    bow: Annotated[Radius, label("Bow of next edge", description="how far the edge to the next corner bows")] = NONE
    bows: Annotated[Literal["out", "in"], label("Bow direction")] = "out"


class FreeOutline(Document):
    """An outline by its corners, in order."""

    model_config = ConfigDict(title="By corners")

    kind: Literal["free"] = "free"
    corners: Annotated[tuple[FreeCorner, ...], Field(min_length=2, max_length=80), COUNTED]

    @field_validator("corners")
    @classmethod
    def _enough(cls, corners: tuple[FreeCorner, ...]) -> tuple[FreeCorner, ...]:
        places = {(corner.x.mm, corner.y.mm) for corner in corners}
        if len(places) < len(corners):
            raise ValueError("Two corners are in the same place. Take one of them out.")
        if len(corners) < 3 and not any(corner.bow.mm for corner in corners):
            raise ValueError("Two corners make no outline. Give a third, or bow an edge.")
        return corners


class OffsetReading(Document):
    """Where an edge was found: how far along the straight line it was measured from, and how far off that."""

    along: Annotated[Offset, label("Along the line")]
    off: Annotated[Side, label("Off the line")]


class OffsetEdge(Document):
    """An area between a straight line and an edge that was measured from it: a wall and a curved border."""

    model_config = ConfigDict(title="Edge by offsets")

    kind: Literal["offsets"] = "offsets"
    line: Annotated[Literal["back", "front"], label("Line along the")] = "back"
    between: Annotated[Literal["a curve", "straight pieces"], label("Between readings")] = "a curve"
    readings: Annotated[
        tuple[OffsetReading, ...], Field(min_length=2, max_length=40, description="from left to right"), COUNTED
    ]

    @field_validator("readings")
    @classmethod
    def _in_order(cls, readings: tuple[OffsetReading, ...]) -> tuple[OffsetReading, ...]:
        for number, (before, after) in enumerate(pairwise(readings), 2):
            if after.along.mm <= before.along.mm:
                raise ValueError(
                    f"Reading {number} is {after.along.mm:g} mm along, reading {number - 1} {before.along.mm:g} mm: "
                    "the offsets cross. Give them from left to right, each farther along than the one before it."
                )
        return readings


class DrawnCorner(Document):
    """A corner of a drawn line [mm] and the bulge of the edge that leaves it, as in DXF."""

    x: Finite
    y: Finite
    bulge: Annotated[float, Field(ge=-100, le=100, allow_inf_nan=False)] = 0.0


class ImportedOutline(Document):
    """A closed line read from a file."""

    model_config = ConfigDict(title="From a drawing")

    kind: Literal["imported"] = "imported"
    source: Annotated[str, Field(max_length=80, description="the file it came from"), ONE_LINE] = ""
    vertices: Annotated[tuple[DrawnCorner, ...], Field(min_length=2, max_length=2_000), COUNTED]


AnyOutline = (
    Rectangle
    | LShape
    | UShape
    | Trapezoid
    | RegularPolygon
    | Disc
    | HalfDisc
    | ArchBlock
    | Steps
    | FreeOutline
    | OffsetEdge
    | ImportedOutline
)


def _kind(given: Any) -> str:  # noqa: ANN401 - whatever a document may hold
    """What kind of outline is described; documents of the first version had no other than rectangles."""
    kind = given.get("kind", "rectangle") if isinstance(given, dict) else getattr(given, "kind", None)
    return str(kind)


PieceOutline = Annotated[
    Annotated[Rectangle, Tag("rectangle")]
    | Annotated[LShape, Tag("l")]
    | Annotated[UShape, Tag("u")]
    | Annotated[Trapezoid, Tag("trapezoid")]
    | Annotated[RegularPolygon, Tag("polygon")]
    | Annotated[Disc, Tag("disc")]
    | Annotated[HalfDisc, Tag("half disc")]
    | Annotated[ArchBlock, Tag("arch block")]
    | Annotated[Steps, Tag("steps")]
    | Annotated[FreeOutline, Tag("free")]
    | Annotated[OffsetEdge, Tag("offsets")]
    | Annotated[ImportedOutline, Tag("imported")],
    Discriminator(_kind),
]


def _under(part: Length, whole: Length, what: str, of: str) -> None:
    if part.mm >= whole.mm:
        raise ValueError(f"{what.capitalize()} takes all of {of}. Make it smaller, or use a rectangle.")


__all__ = [
    "AnyOutline", "ArchBlock", "Disc", "DrawnCorner", "FreeCorner", "FreeOutline", "HalfDisc", "ImportedOutline",
    "LShape", "OffsetEdge", "OffsetReading", "PieceOutline", "Rectangle", "RegularPolygon", "Steps", "Trapezoid",
    "UShape",
]  # fmt: skip

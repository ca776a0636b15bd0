"""What every feature is: where it is anchored, and what it does to the piece it is in."""

from collections.abc import Iterator
from functools import cached_property
from math import cos, pi, radians, sin, tan
from typing import TYPE_CHECKING, Annotated, ClassVar, Literal, NamedTuple

from pydantic import Field
from shapely import Polygon

from ulbrek.core.base.document import Document
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.label import label
from ulbrek.core.base.units.limits import Side
from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Mouth, Prism
from ulbrek.core.kit.geometry.shapes import rectangle
from ulbrek.core.measure.features.start import PieceBegun, Values
from ulbrek.core.measure.inputs.common import AcrossAnchor, DeepAnchor, Face, Id, Name

if TYPE_CHECKING:
    from ulbrek.core.measure.features import AnyFeature

Role = Literal["through", "recess", "inside", "raised", "bolt", "letters"]
Turn = Annotated[float, Field(ge=-180, le=180, allow_inf_nan=False, description="turned left about its centre, °")]
Draft = Annotated[
    float,
    Field(ge=-20, le=20, allow_inf_nan=False),
    label("Draft", unit="deg", description="narrower away from its face, ° on each side"),
]
Knockout = Literal["foam", "hard", "split", "box", "tube"]
Former = Annotated[Knockout, label("Knockout")]
FormerIfAny = Annotated[Knockout | None, label("Knockout", none="as fits")]

# Source: handbook values; wood is that of a softwood pad.
STUFF_KG_M3 = {"steel": 7850.0, "stainless": 7900.0, "pvc": 1400.0, "wood": 550.0}
_CORNERS = 20  # as many as most features cost, whose arcs are chopped


@dataclass(frozen=True, slots=True)
class Slab:
    """How thick a piece is where a feature is.

    Attributes:
        thickness: when it is finished [mm]
        depth: as it is cast, with what grinding takes off its top [mm]
    """

    thickness: float
    depth: float


@dataclass(frozen=True, slots=True)
class DrawnPart:
    """A closed line that a feature is drawn by, and the holes in it."""

    outline: Outline
    holes: tuple[Outline, ...] = ()


class Bought(NamedTuple):
    """Something that is bought to be cast in: what it is called, its section and length [mm], and how much of one each
    casting takes."""

    name: str
    size_mm: tuple[float, ...]
    share: float = 1.0


class BaseFeature(Document):
    """What is cut into a piece, added to it or stays in it. What a kind does not do, it leaves as it is here."""

    stem: ClassVar[str]  # of the ids that new ones get
    read_from_a_file: ClassVar[bool] = False  # and not begun by its sizes
    formed_in_a_box: ClassVar[bool] = False  # of boards, in the form
    drawn_corners: ClassVar[int] = _CORNERS

    if TYPE_CHECKING:  # each kind says its own, in the order in which documents hold them
        id: Id
        name: Name

    @property
    def role(self) -> Role:
        """What it is to a drawing."""
        return "through" if self.goes_through else "recess"

    @property
    def goes_through(self) -> bool:
        """Whether it goes right through the piece."""
        return False

    @property
    def joins_castings(self) -> bool:
        """Whether two castings are on it, so that they are not cast together."""
        return False

    @property
    def gets_hot(self) -> bool:
        """Whether what it goes through for warms the concrete round it."""
        return False

    @property
    def comes_out_of_a_side(self) -> bool:
        """Whether it may end at the piece's outline, or reach past it."""
        return False

    @property
    def knockout(self) -> Knockout | None:
        """What is to keep its place free of concrete; None where that is as fits."""
        return None

    @property
    def depth_into_face(self) -> float | None:
        """How deep it goes into a face without going through [mm]; None where it does not."""
        return None

    @property
    def corners(self) -> int:
        """About how many corners it is drawn with at one place."""
        return self.drawn_corners

    @property
    def places(self) -> int:
        """At how many places it stands."""
        return 1

    @property
    def clear_of_steel_mm(self) -> float:
        """Length and width of what bars and wires are kept away from [mm]; nothing where they are not."""
        return 0.0

    @property
    def side_volume_mm3(self) -> float:
        """The concrete that it takes the place of from a side [mm³]."""
        return 0.0

    def bought_as(self, placed: "FeatureInPlan", thickness_mm: float) -> Bought | None:  # noqa: ARG002 - formed
        """What stays in the piece and is bought for it; None where nothing does."""
        return None

    def reach_mm(self, thickness_mm: float) -> float:  # noqa: ARG002 - of what is anchored to a side
        """How far it reaches into the piece from the face that it must not come out opposite of [mm]."""
        return self.depth_into_face or 0.0

    def cover_mm(self, thickness_mm: float) -> float | None:  # noqa: ARG002 - of what is left inside
        """Concrete between something left inside and the nearest face that it does not come out of [mm]."""
        return None

    def corner_radius_mm(self, half_x: float, half_y: float) -> float:  # noqa: ARG002 - of what has corners
        """How its corners are rounded in the box that it is drawn in, of which the halves are given [mm]."""
        return half_x

    def drawn_parts(self, placed: "FeatureInPlan") -> tuple[DrawnPart, ...]:
        """The lines it is drawn by, in the plan."""
        return (DrawnPart(placed.outline),)

    def cuts(self, placed: "FeatureInPlan", slab: Slab) -> Iterator[Prism]:  # noqa: ARG002 - of what cuts
        """What it leaves no concrete in."""
        return iter(())

    def adds(self, placed: "FeatureInPlan", depth_mm: float) -> Iterator[Prism]:  # noqa: ARG002 - of what stands out
        """What of it stands out from the piece, which is cast this deep [mm]."""
        return iter(())

    def stays_in_kg(self, placed: "FeatureInPlan", depth_mm: float) -> float:  # noqa: ARG002 - of what stays
        """The mass of what it leaves in the piece, which is cast this deep [kg]."""
        return 0.0

    @classmethod
    def begun(cls, piece: PieceBegun) -> Values:
        """Its sizes as it is begun in a piece, in the units of who begins it.

        Raises:
            NotImplementedError: of a kind that is read from a file
        """
        raise NotImplementedError


class Repeat(Document):
    """The same again: in a row, a grid or a ring. The anchor holds the first of a row or grid, or a ring's centre."""

    kind: Annotated[Literal["row", "grid", "ring"], label("Pattern")] = "row"
    count: Annotated[
        int, Field(ge=1, le=60), label("Copies", description="in a row, from left to right in a grid, or in a ring")
    ] = 2
    rows: Annotated[int, Field(ge=1, le=40), label("Rows", description="from front to back")] = 1
    pitch: Annotated[Side, label("Spacing (ring: radius)", description="of a ring its radius")]
    row_pitch: Annotated[Side | None, label("Row spacing", none="same")] = None
    along: Annotated[Literal["to the right", "to the back"], label("Direction")] = "to the right"

    @property
    def count_in_all(self) -> int:
        """At how many places what is repeated stands."""
        return self.count * (self.rows if self.kind == "grid" else 1)

    @property
    def steps(self) -> list[tuple[float, float]]:
        """Where each is, from the place that the anchor holds [mm]."""
        pitch = self.pitch.mm
        if self.kind == "ring":
            ways = [2 * pi * number / self.count for number in range(self.count)]
            return [(pitch * sin(way), pitch * cos(way)) for way in ways]
        if self.kind == "row":
            right = self.along == "to the right"
            return [(pitch * n, 0.0) if right else (0.0, pitch * n) for n in range(self.count)]
        deep = pitch if self.row_pitch is None else self.row_pitch.mm
        return [(pitch * column, deep * row) for row in range(self.rows) for column in range(self.count)]


class AnchoredFeature(BaseFeature):
    """A feature that is measured from two edges of its piece, and may be turned and repeated."""

    id: Id
    name: Name
    x: AcrossAnchor
    y: DeepAnchor
    turned_deg: Annotated[Turn, label("Rotation, counter-clockwise", unit="deg")] = 0.0
    repeat: Repeat | None = None

    @property
    def places(self) -> int:
        """At how many places it stands."""
        return 1 if self.repeat is None else self.repeat.count_in_all

    def footprint(self) -> Outline:
        """Its outline about its own centre, before it is turned."""
        raise NotImplementedError

    @property
    def turned_footprint(self) -> Outline:
        """Its outline about its own centre, as it is turned."""
        outline = self.footprint()
        return outline.turned(radians(self.turned_deg)) if self.turned_deg else outline


@dataclass(frozen=True)
class FeatureInPlan:
    """A feature, or one of its repeats, with its outline in the plan of the piece."""

    feature: "AnyFeature"
    index: int
    centre: Point
    half_x: float
    half_y: float
    outline: Outline
    number: int = 0

    @cached_property
    def polygon(self) -> Polygon:
        """Its outline as a polygon of exact area."""
        return self.outline.polygon

    @cached_property
    def drawn_parts(self) -> tuple[DrawnPart, ...]:
        """The lines it is drawn by: of letters each of them, of grooves each."""
        return self.feature.drawn_parts(self)

    @property
    def is_through(self) -> bool:
        """Whether it goes right through the piece."""
        return self.feature.goes_through

    @property
    def drawn_by(self) -> list[Outline]:
        """The outlines it is drawn by, holes behind what they are in."""
        return [one for part in self.drawn_parts for one in (part.outline, *part.holes)]


def from_face(face: Face, deep_mm: float, slab: Slab) -> tuple[float, float]:
    """From where to where something reaches that goes so deep into a face [mm]."""
    if face == "top":
        return max(0.0, slab.thickness - deep_mm), slab.depth
    return 0.0, min(slab.depth, deep_mm)


def drafted(degrees: float, face: Face) -> tuple[float, Mouth]:
    """How much narrower a former gets on each side by its height, and where its mouth is."""
    return tan(radians(degrees)), "top" if face == "top" else "bottom"


def on_face(part: DrawnPart, face: Face, high_mm: float, depth_mm: float) -> Prism:
    """What stands so high on a face of a piece that is cast this deep [mm]."""
    low = depth_mm if face == "top" else -high_mm
    return Prism(part.outline, low, low + high_mm, holes=part.holes)


def centred(length_mm: float, width_mm: float) -> Outline:
    """A rectangle about its own centre [mm]."""
    return Outline(rectangle(length_mm, width_mm).vertices).moved(-length_mm / 2, -width_mm / 2)

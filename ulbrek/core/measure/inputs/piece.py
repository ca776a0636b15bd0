"""A piece as its maker describes it. Plan as it stands: x to the right, y to the back, datum left front."""

from typing import Annotated, Any, Literal

from pydantic import Field, field_validator, model_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Depth, Offset, Side, Small
from ulbrek.core.measure.features import Feature
from ulbrek.core.measure.inputs.common import EdgeName, Face, Id, Name, SideName
from ulbrek.core.measure.inputs.outlines import PieceOutline


class EdgeProfile(Document):
    """How an edge of the face is shaped, in the mould or with a router later."""

    edge: EdgeName
    profile: Annotated[Literal["chamfer", "round-over", "half bullnose", "full bullnose"], label("Shape")] = (
        "round-over"
    )
    size: Annotated[Small, label("Size", description="of a chamfer or round-over")] = Length(mm=6)
    made: Annotated[Literal["in the mould", "routed later"], label("How")] = "routed later"


class EdgeFit(Document):
    """How an edge sits in its place: a gap to a wall, or an overhang over what carries it."""

    edge: EdgeName
    gap: Annotated[Small, label("Gap to wall", description="to the wall")] = Length(mm=0)
    overhang: Annotated[Offset, label("Overhang")] = Length(mm=0)


class Taper(Document):
    """A thickness that changes from one side to the other: a taper underneath, or a fall on top."""

    towards: Annotated[SideName, label("Tapers toward")] = "front"
    thickness: Annotated[Depth, label("Thickness at that side", description="at that side")]
    face: Annotated[Face, label("Sloping face", description="the face that slopes")] = "underside"


class Seam(Document):
    """Where a long piece is divided into castings, square across it."""

    id: Id
    side: Annotated[SideName, label("From", description="the side that it is measured from")] = "left"
    offset: Annotated[Offset, label("Distance")]


class Run(Document):
    """A run that the pieces fill side by side, with equal gaps; a field, where they lie in several rows."""

    along: Annotated[Literal["length", "width"], label("Runs along")] = "length"
    run: Annotated[Side, label("Run length")]
    gap: Annotated[Offset, label("Gap between")] = Length(mm=0)
    end_gap: Annotated[Offset, label("End gap")] = Length(mm=0)
    rows: Annotated[int, Field(ge=1, le=60), label("Rows")] = 1
    deep: Annotated[Side | None, label("All rows, across", none="as they come")] = None
    row_gap: Annotated[Offset, label("Gap between rows")] = Length(mm=0)
    row_end: Annotated[Offset, label("Margin beside the rows")] = Length(mm=0)

    def in_row(self, count: int) -> float:
        """How many of so many pieces lie in a row; a fraction where they do not lie evenly."""
        return count / self.rows


WeightWhen = Literal["fresh", "stripped", "dry", "dry mix"]
WeightBy = Literal["thickness", "size", "length", "width", "whole"]


class WantedWeight(Document):
    """What one casting is to weigh, how near to it, and what is changed to get there."""

    mass_kg: Annotated[float, Field(gt=0, le=5_000, allow_inf_nan=False), label("Weight wanted", unit="kg")]
    when: Annotated[WeightWhen, label("Weight when", description="dry mix: what of the bag goes into it")] = "dry"
    by: Annotated[WeightBy, label("By changing")] = "thickness"
    tolerance: Annotated[
        float, Field(ge=0.001, le=0.2, allow_inf_nan=False), label("Tolerance", unit="share", description="either way")
    ] = 0.02


class Piece(Document):
    """One design, and how many of it are wanted."""

    id: Id
    name: Annotated[Name, label("Name")]
    count: Annotated[int, Field(ge=1, le=500), label("Count")] = 1
    outline: PieceOutline
    thickness: Annotated[Depth, label("Thickness", description="of a piece drawn from the side, its width")]
    drawn: Annotated[
        Literal["in plan", "from the side"],
        label("Drawn", description="what its outline shows; from the side: front to back"),
    ] = "in plan"
    cast: Annotated[Literal["face down", "face up"], label("Cast")] = "face down"
    stays: Annotated[
        Literal["on the ground", "over cabinets"] | None,
        label("Stays where it is cast", none="no, it is cast on a bench"),
    ] = None
    grind: Annotated[Small, label("Grinding allowance", description="what grinding takes off the face")] = Length(mm=0)
    taper: Taper | None = None
    edges_shown: Annotated[tuple[EdgeName, ...], Field(max_length=80), COUNTED] = ("front", "right", "left")
    edge_profiles: Annotated[tuple[EdgeProfile, ...], Field(max_length=80), COUNTED] = ()
    edge_fits: Annotated[tuple[EdgeFit, ...], Field(max_length=80), COUNTED] = ()
    features: Annotated[tuple[Feature, ...], Field(max_length=60), COUNTED] = ()
    seams: Annotated[tuple[Seam, ...], Field(max_length=12), COUNTED] = ()
    run: Run | None = None
    weight: WantedWeight | None = None
    matches: Annotated[Name | None, label("Set", none="none", description="the set whose pieces must look alike")] = (
        None
    )

    @property
    def joins_castings(self) -> bool:
        """Whether two of it are on one bar."""
        return any(feature.joins_castings for feature in self.features)

    @property
    def together(self) -> int:
        """How many of it may be cast on one day: of two on one bar, one."""
        return max(1, self.count // 2) if self.joins_castings else self.count

    @model_validator(mode="before")
    @classmethod
    def _cast_up_where_it_stays(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """What stays where it is cast has its show face up; steps are drawn from the side."""
        if not isinstance(told, dict):
            return told
        outline = told.get("outline")
        steps = (outline.get("kind") if isinstance(outline, dict) else getattr(outline, "kind", None)) == "steps"
        up, side = {"cast": "face up"} if told.get("stays") else {}, {"drawn": "from the side"} if steps else {}
        return {**told, **up, **side}

    @field_validator("features")
    @classmethod
    def _ids_differ(cls, features: tuple[Feature, ...]) -> tuple[Feature, ...]:
        ids = [feature.id for feature in features]
        repeated = next((one for one in ids if ids.count(one) > 1), None)
        if repeated:
            raise ValueError(f"Two features are called “{repeated}”. Give each its own id.")
        return features

    @field_validator("edges_shown")
    @classmethod
    def _edges_once(cls, edges: tuple[EdgeName, ...]) -> tuple[EdgeName, ...]:
        sides = ("front", "right", "back", "left")
        once = dict.fromkeys(edges)
        return (*(side for side in sides if side in once), *(edge for edge in once if edge not in sides))

    @field_validator("edge_profiles", "edge_fits")
    @classmethod
    def _one_an_edge(cls, given: tuple[EdgeProfile, ...]) -> tuple[EdgeProfile, ...]:
        edges = [one.edge for one in given]
        repeated = next((one for one in edges if edges.count(one) > 1), None)
        if repeated:
            raise ValueError(f"The edge “{repeated}” is described twice. Keep one of them.")
        return given

"""A piece as its maker describes it. Plan as it stands: x to the right, y to the back, datum left front."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, field_validator

from ulbrek.core.base.units.limits import Bore, Depth, Offset, Radius, Side

Name = Annotated[str, Field(min_length=1, max_length=60)]
Id = Annotated[str, Field(pattern=r"^[a-z0-9-]{1,40}$")]
EdgeName = Literal["front", "right", "back", "left"]


class _Described(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class AcrossAnchor(_Described):
    """Where a feature is from left to right: from which edge, to its centre or to its own near edge."""

    side: Literal["left", "right"] = "left"
    to: Literal["centre", "edge"] = "centre"
    offset: Offset


class DeepAnchor(_Described):
    """Where a feature is from front to back: from which edge, to its centre or to its own near edge."""

    side: Literal["front", "back"] = "front"
    to: Literal["centre", "edge"] = "centre"
    offset: Offset


class Opening(_Described):
    """A rectangular opening right through, with rounded corners: a sink, a hob, a hatch."""

    kind: Literal["opening"] = "opening"
    id: Id
    name: Name
    x: AcrossAnchor
    y: DeepAnchor
    length: Side
    width: Side
    corner_radius: Radius


class RoundHole(_Described):
    """A round hole right through: a tap, a drain, a pole."""

    kind: Literal["hole"] = "hole"
    id: Id
    name: Name
    x: AcrossAnchor
    y: DeepAnchor
    diameter: Bore


Feature = Annotated[Opening | RoundHole, Field(discriminator="kind")]


class Rectangle(_Described):
    """A rectangular outline: length from left to right, width from front to back."""

    kind: Literal["rectangle"] = "rectangle"
    length: Side
    width: Side


class Piece(_Described):
    """One design, and how many of it are wanted."""

    id: Id
    name: Name
    count: Annotated[int, Field(ge=1, le=500)] = 1
    outline: Rectangle
    thickness: Depth
    cast: Literal["face down", "face up"] = "face down"
    edges_shown: tuple[EdgeName, ...] = ("front", "right", "left")
    features: Annotated[tuple[Feature, ...], Field(max_length=60)] = ()

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
        return tuple(edge for edge in ("front", "right", "back", "left") if edge in edges)

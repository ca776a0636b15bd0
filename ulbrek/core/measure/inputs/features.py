"""What a piece has in it and on it. ``top`` is the face that is up as it stands, whichever way it is cast."""

from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.base.units import Length
from ulbrek.core.base.units.limits import Bore, Depth, Offset, Radius, Side, Small
from ulbrek.core.measure.inputs.common import AcrossAnchor, DeepAnchor, Described, EdgeName, Face, Id, Name, SideName
from ulbrek.core.measure.inputs.outlines import DrawnCorner

Turn = Annotated[float, Field(ge=-180, le=180, allow_inf_nan=False, description="turned left about its centre, °")]
Draft = Annotated[
    float, Field(ge=-20, le=20, allow_inf_nan=False, description="narrower away from its face, ° on each side")
]


class Repeat(Described):
    """The same again: in a row, a grid or a ring. The anchor holds the first of a row or grid, or a ring's centre."""

    kind: Literal["row", "grid", "ring"] = "row"
    count: Annotated[int, Field(ge=1, le=60, description="in a row, from left to right in a grid, or in a ring")] = 2
    rows: Annotated[int, Field(ge=1, le=40, description="of a grid, from front to back")] = 1
    pitch: Annotated[Side, Field(description="from one to the next; of a ring its radius")]
    row_pitch: Side | None = None
    along: Literal["to the right", "to the back"] = "to the right"


class _Placed(Described):
    id: Id
    name: Name
    x: AcrossAnchor
    y: DeepAnchor
    turned_deg: Turn = 0.0
    repeat: Repeat | None = None


class Opening(_Placed):
    """A rectangular opening right through, with rounded corners: a sink, a hob, a hatch."""

    kind: Literal["opening"] = "opening"
    length: Side
    width: Side
    corner_radius: Radius
    draft_deg: Draft = 0.0
    face: Annotated[Face, Field(description="where its size is measured")] = "top"
    hot: Annotated[bool, Field(description="takes a hob, a stove or another hot appliance")] = False


class RoundHole(_Placed):
    """A round or slotted hole, through or blind: a tap, a drain, a pole."""

    kind: Literal["hole"] = "hole"
    diameter: Bore
    slot_length: Annotated[Bore | None, Field(description="over all, of a slotted hole")] = None
    depth: Annotated[Small | None, Field(description="None: right through")] = None
    face: Face = "top"


class Recess(_Placed):
    """A recess that does not go through: an inset, a niche, a soap dish."""

    kind: Literal["recess"] = "recess"
    length: Side
    width: Side
    corner_radius: Radius
    depth: Small
    draft_deg: Draft = 0.0
    face: Face = "top"
    former: Literal["foam", "hard", "split"] = "foam"


class Grooves(_Placed):
    """Drainer grooves side by side; they may fall towards one end."""

    kind: Literal["grooves"] = "grooves"
    count: Annotated[int, Field(ge=1, le=40)] = 6
    length: Side
    width: Bore
    pitch: Annotated[Side, Field(description="from one groove to the next")]
    depth: Annotated[Small, Field(description="at the end that its water leaves")]
    shallow_depth: Annotated[Small | None, Field(description="at the other end; None: as deep")] = None
    drains: Literal["left", "right", "front", "back"] = "right"
    face: Face = "top"


class Sleeve(_Placed):
    """A tube or bar that stays in the concrete: for a pole, a plate's bar, a handle's dowel."""

    kind: Literal["sleeve"] = "sleeve"
    diameter: Annotated[Bore, Field(description="outside")]
    wall: Annotated[Small | None, Field(description="None: a solid bar")] = None
    length: Annotated[Bore | None, Field(description="None: as long as the piece is thick")] = None
    material: Literal["steel", "stainless", "pvc", "wood"] = "steel"


class Core(_Placed):
    """A former that is drawn out: the inside of a planter or a box, a bore."""

    kind: Literal["core"] = "core"
    shape: Literal["rectangle", "round"] = "rectangle"
    length: Annotated[Side, Field(description="or its diameter")]
    width: Side
    corner_radius: Radius = Length(mm=0)
    depth: Depth
    draft_deg: Draft = 3.0
    face: Annotated[Face, Field(description="that it opens on")] = "top"
    former: Literal["foam", "hard", "split"] = "hard"


class Void(_Placed):
    """Foam that is left inside to save weight."""

    kind: Literal["void"] = "void"
    length: Side
    width: Side
    corner_radius: Radius = Length(mm=0)
    height: Depth
    above: Annotated[Offset, Field(description="concrete under it, as it stands")]
    foam_kg_m3: Annotated[float, Field(ge=5, le=200, allow_inf_nan=False)] = 30.0


class Lettering(_Placed):
    """Letters and numbers, sunk or raised; set mirrored in the mould where they must be."""

    kind: Literal["lettering"] = "lettering"
    text: Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
    height: Annotated[Bore, Field(description="of a capital")]
    depth: Small
    relief: Literal["sunk", "raised"] = "sunk"
    face: Face = "top"


class Bolt(_Placed):
    """A cast-in bolt or threaded insert, standing square to the side that it is in."""

    kind: Literal["bolt"] = "bolt"
    diameter: Bore
    embedded: Annotated[Bore, Field(description="how much of it is in the concrete")]
    projects: Annotated[Offset, Field(description="how far it stands out; an insert does not")] = Length(mm=0)
    into: Annotated[Face | SideName, Field(description="the side that it is in")] = "underside"
    above: Annotated[Offset | None, Field(description="in a side: over the underside; None: in the middle")] = None
    clamps: Annotated[Offset | None, Field(description="thickness of what it holds; None: nothing is bolted on")] = None
    gasket: Annotated[Offset, Field(description="between the concrete and what it holds")] = Length(mm=0)
    counterbore: Annotated[Offset, Field(description="how deep the nut is sunk into what it holds")] = Length(mm=0)


class WoodPad(_Placed):
    """A block of wood or plywood cast in flush, for screws."""

    kind: Literal["wood pad"] = "wood pad"
    length: Side
    width: Side
    depth: Small
    face: Face = "underside"


class Mat(_Placed):
    """A mat buried in the concrete: heating, a net of cable."""

    kind: Literal["mat"] = "mat"
    length: Side
    width: Side
    thickness: Small = Length(mm=3)
    below_top: Annotated[Offset, Field(description="concrete over it, as it stands")]
    kg_m2: Annotated[float, Field(ge=0, le=20, allow_inf_nan=False)] = 1.0
    electric: bool = True


class Rib(_Placed):
    """A rib or boss that stands out from a face."""

    kind: Literal["rib"] = "rib"
    length: Side
    width: Side
    corner_radius: Radius = Length(mm=0)
    height: Depth
    face: Face = "underside"


class Cutout(_Placed):
    """An opening or recess of any outline, read from a file; its place is that of the box round it."""

    kind: Literal["cutout"] = "cutout"
    vertices: Annotated[tuple[DrawnCorner, ...], Field(min_length=2, max_length=2_000), COUNTED]
    depth: Annotated[Small | None, Field(description="None: right through")] = None
    face: Face = "top"


class DropEdge(Described):
    """An edge that hangs down and makes the piece look thicker."""

    kind: Literal["drop edge"] = "drop edge"
    id: Id
    name: Name
    edge: EdgeName
    drop: Annotated[Depth, Field(description="below the underside")]
    thickness: Annotated[Depth, Field(description="from the front of the edge to its back")]


PlacedFeatureInput = (
    Opening | RoundHole | Recess | Grooves | Sleeve | Core | Void | Lettering | Bolt | WoodPad | Mat | Rib | Cutout
)
AnyFeature = PlacedFeatureInput | DropEdge
Feature = Annotated[AnyFeature, Field(discriminator="kind")]

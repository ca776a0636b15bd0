"""What Ground says of a piece."""

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.task import Task
from ulbrek.core.ground.inputs import SideName

Path = tuple[float, ...]


@dataclass(frozen=True, slots=True)
class CornerHeight:
    """A corner of the boards: where it is [mm], how far below the datum its top belongs, and what was read there.

    Attributes:
        name: A at the back left, then clockwise
        below: where its top belongs, below the datum
        read_mm: where it was found; None where it was not read
        raise_mm: by how much it is to be raised; negative: lowered; None where it was not read
        off: whether that is more than boards are set to
    """

    name: str
    x_mm: float
    y_mm: float
    below: Figure
    read_mm: float | None
    raise_mm: float | None
    off: bool


@dataclass(frozen=True, slots=True)
class WaterWay:
    """Where water runs over it: from a point to a point [mm], and how far it falls on that way [mm]."""

    x1: float
    y1: float
    x2: float
    y2: float
    drop_mm: float


@dataclass(frozen=True, slots=True)
class TapeCheck:
    """A distance between two corners that tells whether it is square."""

    a: str
    b: str
    reads: Figure


@dataclass(frozen=True, slots=True)
class RightAngle:
    """A right angle by 3-4-5, on a tape of one kind [mm]."""

    units: str
    three_mm: float
    four_mm: float
    five_mm: float


@dataclass(frozen=True, slots=True)
class CurveOffset:
    """A point of a curve: how far along the line between its ends, and how far off it [mm]."""

    along_mm: float
    off_mm: float


@dataclass(frozen=True, slots=True)
class CurveOffsets:
    """A curved edge set out from the straight line between its ends.

    Attributes:
        start: the corner that it is measured from
        end: the other corner
        radius_mm: of the curve
        offsets: of points of it
        inward: whether it bows into the slab
    """

    start: str
    end: str
    radius_mm: float
    chord: Figure
    rise: Figure
    offsets: tuple[CurveOffset, ...]
    inward: bool


@dataclass(frozen=True, slots=True)
class JointLine:
    """A joint across the slab [mm]."""

    x1: float
    y1: float
    x2: float
    y2: float


@dataclass(frozen=True, slots=True)
class Joints:
    """How the slab is divided.

    Attributes:
        made: how they are made
        apart: how far apart they may be
        depth: of the groove
        columns: panels from left to right
        rows: from front to back
        from_left_mm: where the ones across its length are
        from_front_mm: where the ones across its width are
        lines: of all
        longest: side of a panel
    """

    made: str
    apart: Figure
    depth: Figure | None
    columns: int
    rows: int
    from_left_mm: tuple[float, ...]
    from_front_mm: tuple[float, ...]
    lines: tuple[JointLine, ...]
    longest: Figure


@dataclass(frozen=True, slots=True)
class Dig:
    """What comes out of the ground."""

    depth: Figure
    area_m2: float
    volume: Figure
    spoil: Figure
    barrows: Figure


@dataclass(frozen=True, slots=True)
class SubBase:
    """What is filled in and tamped."""

    depth: Figure
    compacted: Figure
    loose: Figure
    mass: Figure
    layers: Figure


@dataclass(frozen=True, slots=True)
class TreadAt:
    """A tread of steps from above: from its riser to the next [mm], and how high it is over the foot of the steps."""

    begins_mm: float
    ends_mm: float
    high_mm: float


@dataclass(frozen=True, slots=True)
class InsideSteps:
    """Stone that steps are filled with, as a shell of concrete goes round it.

    Attributes:
        clear_mm: how far it keeps from every face
        outline: seen from the side, as a path [mm]
    """

    clear_mm: float
    compacted: Figure
    loose: Figure
    mass: Figure
    layers: Figure
    outline: Path


@dataclass(frozen=True, slots=True)
class Channels:
    """What lies between the sections of a field, and is filled with washed stone.

    Attributes:
        area_m2: of all of them
        stone: as it is filled in, loose
        mass: of it
        bags: of washed stone
    """

    area_m2: float
    stone: Figure
    mass: Figure
    bags: Figure


@dataclass(frozen=True, slots=True)
class GroundResult:
    """What the ground takes.

    Attributes:
        above_mm: how far its top stands above the ground
        dig: None where it lies on an old slab, or nothing is dug
        sub_base: None where there is none
        inside: stone that steps are filled with; None where they are solid
        datum: what heights are measured down from
        falls_to: the side of the fall that the section is cut along
        section_drop_mm: how far it falls along that
        drop: from its high corner to its low one
        low: the side, or the two, where water leaves it
        corners: in order
        water: where it runs
        tapes: that tell whether it is square
        right_angle: by 3-4-5, for a tape in millimetres and one in feet
        curves: set out by offsets
        joints: None where it needs none and has none
        isolation: strip, in length; None where there is none
        bonding: cement for the bonding coat; None where it is not bonded
        concrete: in barrows
        mats: to stamp it with; None where it is not stamped
        powder: that lets the mats go
        outline_dug: of the hole, as a path of corners with their bulges [mm]
        outline: of the slab, or of the whole field, as a path [mm]
        length_mm: of the box round that
        width_mm: of it
        sections: of a field, as paths [mm]; none where it is one slab
        channels: between them; None where there are none
        treads: of steps, from the lowest; none of anything else
        tasks: in order
        care: how not to be hurt
    """

    under: str
    above_mm: float
    dig: Dig | None
    sub_base: SubBase | None
    inside: InsideSteps | None
    datum: str
    falls_to: SideName
    section_drop_mm: float
    drop: Figure
    low: tuple[SideName, ...]
    corners: tuple[CornerHeight, ...]
    water: tuple[WaterWay, ...]
    tapes: tuple[TapeCheck, ...]
    right_angle: tuple[RightAngle, ...]
    curves: tuple[CurveOffsets, ...]
    joints: Joints | None
    isolation: Figure | None
    bonding: Figure | None
    concrete: Figure | None
    mats: Figure | None
    powder: Figure | None
    outline_dug: Path
    outline: Path
    length_mm: float
    width_mm: float
    sections: tuple[Path, ...]
    channels: Channels | None
    treads: tuple[TreadAt, ...]
    tasks: tuple[Task, ...]
    care: tuple[str, ...]
    findings: tuple[Finding, ...]

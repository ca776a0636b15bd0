"""What Arch says of one arch."""

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.task import Task


@dataclass(frozen=True, slots=True)
class Point:
    """A point of an arch, from the middle of the span at the springing: x to the right, y up [mm]."""

    x: float
    y: float


@dataclass(frozen=True, slots=True)
class SetOut:
    """A joint as it is set out: how far from the middle of the span, and above the springing, its two ends are [mm]."""

    number: int
    inner: Point
    outer: Point


@dataclass(frozen=True, slots=True)
class ArchResult:
    """One arch.

    Attributes:
        piece: its id
        name: what its blocks are called
        radius_mm: of the underside
        centre_mm: how far under the springing its centre lies
        joints: from the left springing to the right; of mortar their middles
        joint_mm: of mortar between two blocks, and half of it at each springing; 0 where they lie dry
        inside_mm: how far a straight underside lies inside the curve at the middle of a block; 0 of a curved one
        mortar: in all joints; None where they are dry
        least, middle, most: lines of thrust from joint to joint: of the least thrust, nearest to the middle, of the
            most; empty where none lies in the ring
        thrust_least: level, as much as the arch pushes at the least
        thrust_most: and at the most
        thrust: of the line nearest to the middle
        weight: on each springing
        push: what each abutment must take, along its direction
        push_deg: how far that is from level [°]
        factor: how many times thinner the ring could be about its middle and still stand, by its weight alone
        friction: that its joints need
        pier: how many times over a pier holds; None where none is described
        on_centring: what the centring carries, with all blocks on it
        drop: of the crown once the joints have closed
        spread: drop of the crown for each millimetre that the abutments give
        diagonal_mm: from a springing of the underside to its crown, for the tape
        tasks: in order
        care: how not to be hurt
    """

    piece: str
    name: str
    radius_mm: float
    centre_mm: float
    joints: tuple[SetOut, ...]
    joint_mm: float
    inside_mm: float
    mortar: Figure | None
    least: tuple[Point, ...]
    middle: tuple[Point, ...]
    most: tuple[Point, ...]
    thrust_least: Figure | None
    thrust_most: Figure | None
    thrust: Figure
    weight: Figure
    push: Figure
    push_deg: float
    factor: Figure
    friction: Figure
    pier: Figure | None
    on_centring: Figure
    drop: Figure
    spread: Figure
    diagonal_mm: float
    tasks: tuple[Task, ...]
    care: tuple[str, ...]
    findings: tuple[Finding, ...]

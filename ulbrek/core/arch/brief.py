"""What Arch is handed."""

from ulbrek.core.arch.inputs import ArchInputs
from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass


@dataclass(frozen=True, slots=True)
class ArchBrief:
    """One arch, and how it is held.

    Attributes:
        piece: its id
        name: what its blocks are called
        span_mm: clear, from underside to underside
        rise_mm: of the underside at mid span
        depth_mm: of the ring
        blocks: in the ring, all alike
        width_mm: from face to face
        density: of its concrete
        count: of blocks that are cast
        joint_mm: of mortar between them; 0 where they lie dry
        straight: whether their undersides and backs are straight
        inputs: what the job says
    """

    piece: str
    name: str
    span_mm: float
    rise_mm: float
    depth_mm: float
    blocks: int
    width_mm: float
    density: Figure
    count: int
    inputs: ArchInputs
    joint_mm: float = 0.0
    straight: bool = False

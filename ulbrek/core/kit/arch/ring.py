"""Half a ring of an arch as it bears its own weight: where its joints are, and what lies above each of them.

Lengths here are in metres, forces in newtons, angles in radians from the crown down.
"""

from collections.abc import Sequence
from math import cos, sin

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units.constants import GRAVITY


@dataclass(frozen=True, slots=True)
class Joint:
    """A joint of half an arch, and what bears on it from there up to the crown.

    Attributes:
        angle: from the crown [rad]
        weight: between the crown and it [N]
        arm: of that weight, from the middle of the arch [m]
    """

    angle: float
    weight: float
    arm: float


@dataclass(frozen=True, slots=True)
class Ring:
    """Half of an arch that is alike on both sides.

    Attributes:
        radius: of the underside [m]
        depth: of the ring [m]
        joints: from the crown down to the springing; a joint in the crown itself is the first, with no weight
    """

    radius: float
    depth: float
    joints: Sequence[Joint]

    @property
    def middle(self) -> float:
        """The radius of its middle line [m]."""
        return self.radius + self.depth / 2


def block_joints(half_angle: float, blocks: int) -> list[float]:
    """Where the joints of equal blocks are, from the crown down to the springing [rad].

    Args:
        half_angle: of the arch
        blocks: in the whole of it
    """
    each = 2 * half_angle / blocks
    first = each / 2 if blocks % 2 else 0.0
    return [first + number * each for number in range(blocks // 2 + 1)]


def ring_of(
    radius: float, depth: float, angles: Sequence[float], width: float, density: float, load: float = 0.0
) -> Ring:
    """Half an arch with curved faces.

    Args:
        radius: of the underside [m]
        depth: of the ring [m]
        angles: of its joints, from the crown down [rad]
        width: of the arch, from face to face [m]
        density: of its blocks [kg/m³]
        load: on it, on each metre across the span, the same everywhere [N/m]
    """
    outer = radius + depth
    area_of = (outer**2 - radius**2) / 2  # of each radian [m²]
    first_of = (outer**3 - radius**3) / 3
    joints = []
    for angle in angles:
        own = density * GRAVITY * width * area_of * angle
        moment = density * GRAVITY * width * first_of * (1 - cos(angle))
        reach = outer * sin(angle)
        weight = own + load * reach
        joints.append(Joint(angle, weight, (moment + load * reach**2 / 2) / weight if weight else 0.0))
    return Ring(radius, depth, joints)

"""What holds a form together, closes its joints and lets it go."""

from dataclasses import dataclass
from typing import Literal

SCREW_SHANK_MM = 4.2
# Lengths that screws of this shank are sold in [mm], metric and inch ones together.
SCREW_LENGTHS_MM = (25.0, 32.0, 38.0, 41.0, 45.0, 50.0, 57.0, 64.0, 70.0, 76.0, 89.0, 102.0)
SCREWS_PER_BOX = 100
PILOT_SHARE = 0.75  # of the shank. Source: common practice, 70 to 85 %.
LEAST_BITE_MM = 6.0  # into the base, screwed down through the strip; 6 to 10 mm is usual. Source: common practice.
LEAST_BACK_MM = 2.0  # of the base left behind the screw's point
BITE_FROM_SIDE_MM = 25.0  # into a board's edge
LEAST_END_MM = 25.0  # from a screw to the end of its strip. Source: common practice.
USUAL_END_MM = 40.0
# Working load of a screw in the face of particle board: 150-250 N. Source: common practice, a fifth of the
# withdrawal that product standards ask for, from memory.
SCREW_WORKING_N = 200.0
# Foam bonded to a faced board with silicone or adhesive; foam itself tears at about 0.15 MPa. Common practice.
BOND_WORKING_MPA = 0.02

# Wood Handbook, withdrawal from particle board [N, mm], from memory.
GRIP_FACE, GRIP_EDGE = 41.1, 31.8

CARTRIDGE_L = 0.3
TAPE_WIDTH_MM = 48.0
TAPE_ROLL_M = 50.0

Sealing = Literal["silicone", "latex caulk", "hot glue"]
SEALING_CURE_H: dict[Sealing, float] = {"silicone": 24.0, "latex caulk": 12.0, "hot glue": 0.5}

Release = Literal["oil when used again", "none", "oil", "wax"]


@dataclass(frozen=True, slots=True)
class ReleaseAgent:
    """What is wiped on, and how far a litre goes [m²/l]. Source: common practice."""

    name: str
    coverage_m2_per_l: float


RELEASES: dict[Release, ReleaseAgent] = {
    "oil": ReleaseAgent("form oil, wiped thin", 20.0),
    "wax": ReleaseAgent("paste wax, wiped and buffed", 15.0),
}

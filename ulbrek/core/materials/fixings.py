"""What holds a form together, closes its joints and lets it go."""

from typing import Literal

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

Sealing = Literal["silicone", "latex caulk", "hot glue"]
Release = Literal["oil when used again", "none", "oil", "wax"]

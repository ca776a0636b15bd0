"""How fast the machine is now, which no figure in seconds can be read without."""

import time

STEPS = 2_000_000
QUIET_MS = 110  # what the loop takes on the machine that the aims were set on, when that is quiet


def calibration() -> float:
    """A fixed loop [ms of CPU]."""
    began = time.process_time()
    total = 0
    for step in range(STEPS):
        total += step & 7
    return (time.process_time() - began) * 1000

"""The line of thrust of an arch of as many blocks as there may be, and an arch for which a thicker ring is sought.

python -m bench.arches
"""

from functools import partial
from math import pi

from bench.pace import calibration
from bench.timing import repeat, say
from bench.weather import QUIET
from ulbrek.core.arch.brief import ArchBrief
from ulbrek.core.arch.inputs import ArchInputs
from ulbrek.core.arch.station import arch
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.arch.ring import block_joints, ring_of
from ulbrek.core.kit.arch.thrust import middle_line, thrust_range
from ulbrek.core.materials.mixes import MixedBag

MOST_BLOCKS = 60


def arches() -> None:
    """Each line of thrust on its own, and the room with the worst that is let through."""
    ring = ring_of(1.3, 0.15, block_joints(pi * 0.37, MOST_BLOCKS), 0.3, 2400)
    say(f"least and most, {MOST_BLOCKS} blocks", repeat(partial(thrust_range, ring), 25), "aim 20 ms")
    say(f"middle line, {MOST_BLOCKS} blocks", repeat(partial(middle_line, ring), 25), "aim 20 ms")
    density = MixedBag(Shop().mixes[0].sizes[0], None).density
    for name, depth in (("sound", 2_000.0), ("worst", 100.0)):
        brief = ArchBrief("arch", "Arch", 12_000, 6_000, depth, MOST_BLOCKS, 300, density, MOST_BLOCKS, ArchInputs())
        say(f"Arch, {name}, {MOST_BLOCKS} blocks", repeat(partial(arch, brief), 5))


if __name__ == "__main__":
    print(f"calibration loop: {QUIET}")
    say("calibration loop", [calibration() for _ in range(5)])
    arches()

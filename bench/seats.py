"""The course of a day of a seat on a mat, and the room with the worst that is let through.

python -m bench.seats
"""

from functools import partial

from bench.pace import calibration
from bench.timing import repeat, say
from bench.weather import QUIET
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.heat.layers import Layer, Warmed
from ulbrek.core.materials.mixes import MixedBag
from ulbrek.core.warm.brief import Pad, WarmBrief
from ulbrek.core.warm.inputs import WarmSeat
from ulbrek.core.warm.station import warm


def seats() -> None:
    """The march alone over half a day and a day, and the room: as usual, and with a mat deep in a thick piece."""
    concrete, foam = Layer(0.05, 1.6, 2350, 1000), Layer(0.03, 0.035, 30, 1450)
    made = Warmed([concrete], [foam, concrete], 12, 12)
    say("warm-up, 12 h", repeat(partial(made.course, 150, None, 60, 720), 25), "aim 10 ms")
    say("warm-up, a day, held", repeat(partial(made.course, 150, 12, 60, 1440), 25), "aim 10 ms")
    density = MixedBag(Shop().mixes[0].sizes[0], None).density
    for name, thick, above in (("usual", 75, 25), ("worst", 1000, 400)):
        brief = WarmBrief(
            "seat", "Seat", "Mat", 0, True, thick, above, 3, 0.3, 0.48, 100, 1200, 28, density, Pad("Pad", 20, 2, 1),
            None, False, (), WarmSeat(),
        )  # fmt: skip
        say(f"Warm, {name}", repeat(partial(warm, brief), 9))


if __name__ == "__main__":
    print(f"calibration loop: {QUIET}")
    say("calibration loop", [calibration() for _ in range(5)])
    seats()

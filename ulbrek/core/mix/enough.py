"""Whether it is enough, before the last bag is opened: from the gap that is left under the screed."""

from collections.abc import Sequence

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.mix import rules


@dataclass(frozen=True, slots=True)
class Enough:
    """What a casting still wants, in litres and in quarters of a bag; the bags still closed, and what they spare.

    ``spare`` is negative where they are too few.
    """

    wanted: Figure
    bags: Figure
    closed: Figure
    spare: Figure


def enough(net_area: Figure, gaps_mm: Sequence[float], bag_yield: Figure, bags: tuple[float, float]) -> Enough:
    """What a casting still wants.

    Args:
        net_area: area of its face, less its openings
        gaps_mm: from the concrete up to the rail, one at least
        bag_yield: concrete from one bag
        bags: that were here when the pour began, and that have been mixed
    """
    mean = sum(gaps_mm) / len(gaps_mm)
    wanted = work(rules.still_wanted, net_area_mm2=net_area, mean_gap_mm=mean)
    asked = work(rules.bags_wanted, still_wanted_l=wanted, bag_yield_l=bag_yield)
    closed = work(rules.bags_closed, had_bags=bags[0], used_bags=bags[1])
    return Enough(wanted, asked, closed, work(rules.bags_spare, closed_bags=closed, wanted_bags=asked))

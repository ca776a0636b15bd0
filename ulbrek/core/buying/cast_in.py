"""What is bought to be cast in: tubes and bars, bolts and inserts, pads and mats."""

from collections import defaultdict
from collections.abc import Iterator
from math import ceil

from ulbrek.core.buying.demand import Take
from ulbrek.core.job.job import Job
from ulbrek.core.measure.shape import shape_of


def cast_in(job: Job) -> Iterator[Take]:
    """What stays in the castings of a job and is bought for them, alike ones together."""
    wanted: dict[tuple[str, tuple[float, ...]], float] = defaultdict(float)
    for piece in job.pieces:
        for placed in shape_of(piece).placed:
            if (bought := placed.feature.bought_as(placed, piece.thickness.mm)) is not None:
                wanted[bought.name, bought.size_mm] += bought.share * piece.count
    for (name, size_mm), count in wanted.items():
        key = "x".join(f"{mm:.1f}" for mm in size_mm)
        yield Take("hardware", f"cast-in/{name}/{key}", name, float(ceil(count)), "pieces", size_mm=size_mm)

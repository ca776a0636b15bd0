"""A pour as a run sheet."""

from collections.abc import Iterator

from ulbrek.core.pour.brief import PourBrief, Ring
from ulbrek.core.pour.finishing import after_steps, finish_steps
from ulbrek.core.pour.placing import mixed_step, place_step, stages_of, water_step
from ulbrek.core.pour.ready import ready_steps
from ulbrek.core.pour.sheet import Bags, DoseOfBag, Fill, Level, RunSheet


def run_sheet(of: PourBrief) -> RunSheet:
    """The run sheet of a pour: what is done, in which order, by whom, and how one sees that it is time."""
    mixing = of.mixing
    planned = (*[mixing.per_batch] * (mixing.batches - 1), mixing.last if mixing.batches else mixing.per_batch)
    return RunSheet(
        bags=Bags(
            mixing.bag, mixing.mix, mixing.container, mixing.bare_bags, mixing.bags, planned, mixing.per_batch,
            mixing.yield_l, mixing.start_l, mixing.most_l, mixing.planned_l, mixing.cup_l,
            tuple(DoseOfBag(one.name, one.grams) for one in mixing.doses), mixing.mixing_min, mixing.placing_min,
            mixing.working_min,
        ),
        ready=tuple(ready_steps(of)),
        water=water_step(mixing),
        mixed=mixed_step(mixing),
        place=place_step(of),
        fills=tuple(_fills(of)),
        after=tuple(after_steps()),
        people=of.people,
        care=tuple(of.care),
    )  # fmt: skip


def _fills(of: PourBrief) -> Iterator[Fill]:
    placed = 0.0
    for fill in of.fills:
        yield Fill(
            fill.piece, fill.name, fill.count, placed, placed + fill.litres, fill.depth_mm, fill.area_mm2,
            fill.across_mm, tuple(Level(*one) for one in fill.levels), tuple(_flat(ring) for ring in fill.section),
            fill.steel_at_mm, tuple(stages_of(fill, of, placed)), tuple(finish_steps(fill, of)),
        )  # fmt: skip
        placed += fill.litres


def _flat(ring: Ring) -> tuple[float, ...]:
    return tuple(xy for point in ring for xy in point)

"""A pour as a run sheet."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from ulbrek.core.pour.brief import FillBrief, PourBrief, Ring
from ulbrek.core.pour.finishing import after_steps, finish_steps
from ulbrek.core.pour.placing import mixed_step, place_step, stages_of, water_step
from ulbrek.core.pour.ready import ready_steps
from ulbrek.core.pour.sheet import Bags, DoseOfBag, Fill, Level, RunSheet

_TRIFLE = 1e-6
_LEAST_LAYER_MM = 15.0  # Source: common practice: less than that is not placed but smeared.
_MOST_TURNS, _MOST_FORMS = 24, 60  # of one piece, and in all


def run_sheet(of: PourBrief) -> RunSheet:
    """The run sheet of a pour: what is done, in which order, by whom, and how one sees that it is time."""
    mixing = of.mixing
    planned = (*[mixing.per_batch] * (mixing.batches - 1), mixing.last if mixing.batches else mixing.per_batch)
    return RunSheet(
        bags=Bags(
            mixing.bag, mixing.counts, mixing.bag_kg,
            mixing.mix, mixing.container, mixing.bare_bags, mixing.bags, planned,
            mixing.per_batch, mixing.yield_l, mixing.start_l, mixing.most_l, mixing.cup_l,
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
        air_c=of.air_c,
        care=tuple(of.care),
    )  # fmt: skip


def _fills(of: PourBrief) -> Iterator[Fill]:
    begin = 0.0
    for together in _sets(list(_turns(of))):
        end = begin + sum(one.litres for one in together)
        for fill in together:
            yield Fill(
                fill.id, fill.piece, fill.name, fill.first, fill.count, begin, end,
                fill.litres / (end - begin), fill.depth_mm,
                fill.area_mm2, fill.across_mm, tuple(Level(*one) for one in fill.levels),
                tuple(_flat(ring) for ring in fill.section), fill.steel_at_mm, fill.step_mm,
                tuple(stages_of(fill, of, begin, end)), tuple(finish_steps(fill, of)),
            )  # fmt: skip
        begin = end


def _turns(of: PourBrief) -> Iterator[FillBrief]:
    """Of castings alike, as many at once as one batch fills; all where they must look alike and share each batch."""
    batch_l = of.mixing.per_batch * of.mixing.yield_l
    shared = set(_shared(of.fills, batch_l))
    most = max(1, min(_MOST_TURNS, _MOST_FORMS // max(1, len(of.fills))))
    for one in of.fills:
        fill = one if one.matches in shared else replace(one, matches=None)
        at_once = max(1, int(batch_l * fill.count / fill.litres + _TRIFLE), -(-fill.count // most))
        if fill.matches or fill.count <= at_once:
            yield replace(fill, name=f"{fill.name} × {fill.count}") if fill.count > 1 else fill
            continue
        for turn, first in enumerate(range(0, fill.count, at_once), 1):
            count = min(at_once, fill.count - first)
            name = f"{fill.name} {first + 1}" + (f"–{first + count}" if count > 1 else "")
            yield replace(fill, turn=turn, first=first, count=count, name=name)


def _shared(fills: Sequence[FillBrief], batch_l: float) -> Iterator[str]:
    """The sets whose forms share each batch: those in which a batch is no film over all of them."""
    for name in {fill.matches for fill in fills if fill.matches}:
        alike = [fill for fill in fills if fill.matches == name]
        share = min(1.0, batch_l / sum(fill.litres for fill in alike))
        if share >= 1.0 or min(fill.depth_mm for fill in alike) * share >= _LEAST_LAYER_MM:
            yield name


def _sets(fills: Sequence[FillBrief]) -> Iterable[list[FillBrief]]:
    """Forms that are filled together, since they must look alike; any other by itself."""
    sets: dict[str, list[FillBrief]] = {}
    for fill in fills:
        sets.setdefault(f"set {fill.matches}" if fill.matches else f"form {fill.id}", []).append(fill)
    return sets.values()


def _flat(ring: Ring) -> tuple[float, ...]:
    return tuple(xy for point in ring for xy in point)

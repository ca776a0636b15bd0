"""What a pour says of the rules, from its job, its plan by the rules alone, and all that was written down of it."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import field
from uuid import UUID

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.job.choices import choose
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.mixes import DRYING_LOSS
from ulbrek.core.plan.result import Plan
from ulbrek.core.pour.entries import RunEntry
from ulbrek.core.pour.said import kept
from ulbrek.core.records.drying import HALF_DAYS, Weighed, days_to_half_dry
from ulbrek.core.records.evidence import PourFacts, TimedBatch, dried_out
from ulbrek.core.records.finishing import AtMachine, PourWorn, ground, sealed, worn
from ulbrek.core.records.record import Record

_LONGEST_MIN = 240.0  # of one batch; what takes longer was written down after lunch
_FIRST_H = 12.0


@dataclass(frozen=True, slots=True)
class WrittenDown:
    """What was written down of a pour, beside its record.

    Attributes:
        pour: which
        serials: the numbers of its castings
        filled: by piece, how many castings were filled; those that failed counted
        left_over_l: of concrete, when all forms were full [l]; None where nobody measured it
        run: as it was run
        weighed: of each casting its piece and its weighings, by days since it was stripped
        machine: by casting its piece, and what was written of it at the machine
    """

    pour: UUID
    serials: tuple[int, ...]
    filled: Mapping[str, int]
    left_over_l: float | None = None
    run: Sequence[RunEntry] = ()
    weighed: Sequence[tuple[str, Sequence[Weighed]]] = ()
    machine: Mapping[UUID, tuple[str, Sequence[FinishEntry]]] = field(default_factory=dict)


def by_the_rules(shop: Shop) -> Shop:
    """A shop that has found nothing out: what its records are held against."""
    return shop.model_copy(update={"own": ()})


def without_tests(record: Record) -> Record:
    """A record of a pour as far as it is no answer to what is asked: when it was, and how warm."""
    return Record(water_in_at=record.water_in_at, temperatures=record.temperatures, whole=True)


def facts_of(job: Job, shop: Shop, planned: Plan, record: Record, written: WrittenDown) -> PourFacts | None:
    """What a pour was to be by the rules, and what it was; None before its water went in.

    Args:
        job: what it filled
        shop: as it is
        planned: its plan by ``by_the_rules`` with the record ``without_tests``
        record: of it
        written: what else was written down
    """
    if record.water_in_at is None:
        return None
    chosen = choose(job, by_the_rules(shop))
    mix = planned.mix
    worked = at_machine(planned, written)
    litres = {one.id: one.measure.volume.value for one in planned.pieces}
    return PourFacts(
        pour=written.pour,
        water_in_at=record.water_in_at,
        mix=chosen.mix.id,
        celsius=_celsius(job, record),
        serials=written.serials,
        hours={act.id: act.hours.value for act in planned.cure.acts if act.piece is None},
        tests=record.tests,
        batches=record.batches,
        water_l=mix.water_planned_l,
        usual_l=mix.water_planned_l,
        yield_l=mix.bag_yield.value,
        volume_l=sum(litres.get(piece, 0.0) * count for piece, count in written.filled.items()),
        left_over_l=written.left_over_l,
        mixing_min=None if chosen.container.machine_min is not None else job.mix.minutes_mixing,
        placing_min=job.mix.minutes_placing,
        timed=tuple(timed(written.run, [one.bags for one in record.batches])),
        loss=DRYING_LOSS.likely,
        dried=tuple(_dried(job, written.weighed)),
        ground=ground(worked),
        sealed=sealed(worked.values()),
    )


def at_machine(planned: Plan, written: WrittenDown) -> dict[UUID, AtMachine]:
    """By casting, what was written of it at the machine, beside the finish that it was to have."""
    finishes = {one.id: one.finish for one in planned.pieces}
    return {
        casting: AtMachine(finishes[piece], entries)
        for casting, (piece, entries) in written.machine.items()
        if piece in finishes
    }


def worn_of(facts: PourFacts, planned: Plan, written: WrittenDown) -> PourWorn:
    """What a pour wore of pads.

    Args:
        facts: of the pour
        planned: by the rules alone
        written: of it
    """
    grits = worn(at_machine(planned, written).values())
    return PourWorn(facts.pour, facts.water_in_at, facts.mix, facts.celsius, facts.serials, grits)


def _dried(job: Job, weighed: Iterable[tuple[str, Sequence[Weighed]]]) -> Iterator[float]:
    thick = {piece.id: piece.thickness.mm for piece in job.pieces}
    for piece, weighings in weighed:
        half = days_to_half_dry(HALF_DAYS.likely, thick[piece], 2) if piece in thick else None
        loss = dried_out(weighings, half) if half else None
        if loss is not None:
            yield loss


def timed(run: Iterable[RunEntry], bags: Sequence[float]) -> Iterator[TimedBatch]:
    """Batches as far as their steps were timed on the day.

    Mixing goes from the water to the batch being mixed; placing from then, or from the batch before being placed where
    that came later, to this one being placed.

    Args:
        run: what was written down, in any order
        bags: of each batch in its order, as the records have them
    """
    at = {one.step: one.at for one in kept(run) if one.step is not None and one.kind in ("did", "answer")}
    told = {one.step: one.bags for one in kept(run) if one.step is not None and one.bags}
    before = None
    for number, of_record in enumerate(bags, 1):
        water, mixed = (at.get(f"batch/{number}/{what}") for what in ("water", "mixed"))
        placed = max((when for of, when in at.items() if of.startswith(f"batch/{number}/place")), default=None)
        own = told.get(f"batch/{number}/mixed") or told.get(f"batch/{number}/water") or of_record
        begun = None if mixed is None else mixed if before is None or before < mixed else before
        yield TimedBatch(
            own,
            _minutes((mixed - water).total_seconds()) if mixed and water else None,
            _minutes((placed - begun).total_seconds()) if placed and begun else None,
        )
        before = placed or before


def _minutes(seconds: float) -> float | None:
    return seconds / 60 if 0 < seconds / 60 <= _LONGEST_MIN else None


def _celsius(job: Job, record: Record) -> float | None:
    """About how warm the day was [°C]: the coldest that was measured in its first half, else as it was planned.

    Later on concrete warms itself.
    """
    began = record.water_in_at
    first = [
        one.celsius for one in record.temperatures
        if began is not None and 0 <= (one.at - began).total_seconds() <= _FIRST_H * 3600
    ]  # fmt: skip
    return min(first, default=job.cure.usual_c)

"""plan(): a job walks through the stations in the order of the trade, and out comes a plan."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, fields, is_dataclass, replace
from functools import cache
from typing import Literal

from ulbrek.core.base.figure import Figure, workings
from ulbrek.core.base.finding import SEVERITIES, Finding
from ulbrek.core.handling.result import HandlingResult
from ulbrek.core.handling.station import handle
from ulbrek.core.job import Job
from ulbrek.core.materials.mixes import DRYING_LOSS, Filled
from ulbrek.core.measure.result import MeasureResult
from ulbrek.core.measure.station import measure
from ulbrek.core.mix.result import MixResult
from ulbrek.core.mix.station import mix
from ulbrek.core.references import Chosen, choose
from ulbrek.core.shop import Shop

Station = Literal["measure", "mix", "move"]
RULE_VERSION = 1


@dataclass(frozen=True, slots=True)
class JobFinding:
    """A finding in its station and piece; ``finding``'s field and change point into the job's document."""

    station: Station
    piece: str | None
    finding: Finding


@dataclass(frozen=True, slots=True)
class PiecePlan:
    """What the stations say of one piece."""

    id: str
    name: str
    count: int
    measure: MeasureResult
    handling: HandlingResult


@dataclass(frozen=True, slots=True)
class Plan:
    """The plan of a job. ``workings`` are the figures behind the ones that are shown, by key."""

    rule_version: int
    pieces: tuple[PiecePlan, ...]
    mix: MixResult
    findings: tuple[JobFinding, ...]
    workings: dict[str, Figure]


def plan(job: Job, shop: Shop) -> Plan:
    """The plan of a job in a shop: pure, deterministic and total.

    Any valid job gives a plan; whatever is wrong with it is among the findings, gravest first.

    Args:
        job: the job
        shop: the shop it is made in
    """
    chosen = choose(job.mix, shop)
    filled = Filled(chosen.size, job.mix.water_per_bag_l)
    pieces = tuple(_piece_plan(job, index, filled, shop) for index in range(len(job.pieces)))
    volumes = {p.id: (p.measure.volume, p.count) for p in pieces}
    mixed = mix(job.mix, chosen.mix, filled, chosen.container, volumes)
    shown = [figure for result in (*pieces, mixed) for figure in figures_in(result)]
    return Plan(RULE_VERSION, pieces, mixed, tuple(_findings(pieces, mixed, chosen)), workings(shown))


def figures_in(result: object) -> Iterator[Figure]:
    """Every figure that a result shows."""
    if isinstance(result, Figure):
        yield result
    elif isinstance(result, tuple):
        for item in result:
            yield from figures_in(item)
    else:
        for name in _parts_of(type(result)):  # type: ignore[arg-type]  # a type is hashable
            yield from figures_in(getattr(result, name))


@cache
def _parts_of(kind: type) -> tuple[str, ...]:
    holds_figures = is_dataclass(kind) and kind is not Finding
    return tuple(part.name for part in fields(kind)) if holds_figures else ()


def _piece_plan(job: Job, index: int, filled: Filled, shop: Shop) -> PiecePlan:
    piece = job.pieces[index]
    measured = measure(piece, filled.density, DRYING_LOSS)
    handled = handle(job.handling, shop.one_person_lifts_kg, measured.mass_fresh)
    at = f"/pieces/{index}"
    return PiecePlan(
        piece.id,
        piece.name,
        piece.count,
        replace(measured, findings=tuple(_at(at, f) for f in measured.findings)),
        replace(handled, findings=tuple(_at("/handling", f) for f in handled.findings)),
    )


def _findings(pieces: tuple[PiecePlan, ...], mixed: MixResult, chosen: Chosen) -> list[JobFinding]:
    found = [JobFinding("measure", p.id, f) for p in pieces for f in p.measure.findings]
    found += [JobFinding("mix", None, f) for f in _all_at("/mix", (*chosen.findings, *mixed.findings))]
    found += [JobFinding("move", p.id, f) for p in pieces for f in p.handling.findings]
    return sorted(found, key=lambda one: SEVERITIES.index(one.finding.severity))


def _all_at(pointer: str, findings: Iterable[Finding]) -> list[Finding]:
    return [_at(pointer, one) for one in findings]


def _at(pointer: str, found: Finding) -> Finding:
    """The finding with its field and change pointing into the job's document."""
    change = found.change
    if change is not None:
        change = replace(change, fields={f"{pointer}{field}": value for field, value in change.fields.items()})
    return replace(found, field=f"{pointer}{found.field}", change=change)

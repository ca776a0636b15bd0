"""plan(): a job walks through the stations in the order of the trade, and out comes a plan."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, is_dataclass, replace
from functools import cache
from typing import Any, Literal, get_args, get_type_hints

from ulbrek.core.base.figure import Figure, workings
from ulbrek.core.base.finding import SEVERITIES, Finding
from ulbrek.core.cure.result import CureResult
from ulbrek.core.cure.station import Poured, cure
from ulbrek.core.form.boards import Wanted
from ulbrek.core.form.cutting import cutting
from ulbrek.core.form.result import CuttingResult, FormResult
from ulbrek.core.form.station import Formed, form
from ulbrek.core.handling.lifts import Lifted
from ulbrek.core.handling.result import HandlingResult
from ulbrek.core.handling.station import Masses, handle
from ulbrek.core.job import Job
from ulbrek.core.materials.mixes import DRYING_LOSS, Filled
from ulbrek.core.measure.result import MeasureResult
from ulbrek.core.measure.shape import Placed, Shape, shape_of
from ulbrek.core.measure.station import measure
from ulbrek.core.mix.result import MixResult
from ulbrek.core.mix.station import dose_found, mix
from ulbrek.core.record import EMPTY, Record
from ulbrek.core.references import Chosen, choose
from ulbrek.core.shop import Shop
from ulbrek.core.steel.layout import Gap
from ulbrek.core.steel.result import SteelCutting, SteelResult
from ulbrek.core.steel.station import Reinforced, reinforce, steel_cutting

Station = Literal["measure", "form", "steel", "mix", "cure", "move"]
RULE_VERSION = 3


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
    form: FormResult
    steel: SteelResult
    handling: HandlingResult


@dataclass(frozen=True, slots=True)
class Plan:
    """The plan of a job. ``workings`` are the figures behind the ones that are shown, by key."""

    rule_version: int
    pieces: tuple[PiecePlan, ...]
    cutting: CuttingResult
    steel_cutting: SteelCutting
    mix: MixResult
    cure: CureResult
    findings: tuple[JobFinding, ...]
    workings: dict[str, Figure]


def plan(job: Job, shop: Shop, record: Record = EMPTY) -> Plan:
    """The plan of a job in a shop: pure, deterministic and total.

    Any valid job gives a plan; whatever is wrong with it is among the findings, gravest first.

    Args:
        job: the job
        shop: the shop it is made in
        record: what has already happened; it rules where it differs from what was planned
    """
    chosen = choose(job, shop)
    filled = Filled(chosen.size, dose_found(record.batches) or job.mix.water_per_bag_l)
    pieces = tuple(_Round(job, index, shop, chosen, filled).plan() for index in range(len(job.pieces)))
    cut = cutting([(p.name, p.form, min(job.form.forms, p.count)) for p in pieces], chosen.sheet)
    steel_cut = steel_cutting([(p.count, p.steel) for p in pieces], chosen.mesh, chosen.bar)
    volumes = {p.id: (p.measure.volume, p.count) for p in pieces}
    mixed = mix(job.mix, chosen.mix, filled, chosen.container, volumes, record.batches)
    needs = [(p.id, need) for p in pieces for need in (*p.form.needs, *p.handling.needs)]
    face_up = any(piece.cast == "face up" for piece in job.pieces)
    when = job.cure if record.water_in_at is None else job.cure.model_copy(update={"poured_at": record.water_in_at})
    cured = cure(when, Poured(chosen.mix, face_up, needs, record.history), shop.hours)
    found = sorted(
        _findings(pieces, (cut, steel_cut, mixed, cured), chosen),
        key=lambda one: SEVERITIES.index(one.finding.severity),
    )
    shown = [figure for result in (pieces, cut, steel_cut, mixed, cured) for figure in figures_in(result)]
    return Plan(RULE_VERSION, pieces, cut, steel_cut, mixed, cured, tuple(found), workings(shown))


def figures_in(result: object) -> Iterator[Figure]:
    """Every figure that a result shows."""
    ahead = [result]
    while ahead:
        one = ahead.pop()
        if isinstance(one, Figure):
            yield one
        elif isinstance(one, tuple):
            ahead.extend(one)
        else:
            ahead.extend(getattr(one, name) for name in _parts_of(type(one)))  # type: ignore[arg-type]  # hashable


@cache
def _parts_of(kind: type) -> tuple[str, ...]:
    """The fields of a result's type that figures may stand in."""
    if not is_dataclass(kind) or kind is Finding:
        return ()
    return tuple(name for name, hint in get_type_hints(kind).items() if _holds_figures(hint))


def _holds_figures(hint: Any) -> bool:  # noqa: ANN401 - any annotation
    inner = get_args(hint)
    return any(_holds_figures(one) for one in inner) if inner else hint is Figure or bool(_parts_of(hint))


class _Round:
    """One piece on its way through the stations."""

    def __init__(self, job: Job, index: int, shop: Shop, chosen: Chosen, filled: Filled) -> None:
        self.job, self.index, self.shop, self.chosen, self.filled = job, index, shop, chosen, filled
        self.piece = job.pieces[index]
        self.shape: Shape = shape_of(self.piece)

    def plan(self) -> PiecePlan:
        """What each station says, its findings pointing into the job."""
        measured = measure(self.shape, self.filled.density, DRYING_LOSS)
        formed = self._form(measured)
        reinforced = self._steel()
        handled = self._handle(measured, formed, reinforced)
        return PiecePlan(
            self.piece.id,
            self.piece.name,
            self.piece.count,
            replace(measured, findings=tuple(_at(f"/pieces/{self.index}", f) for f in measured.findings)),
            replace(formed, findings=tuple(_at("/form", f) for f in formed.findings)),
            replace(reinforced, findings=tuple(_at("/steel", f) for f in reinforced.findings)),
            replace(handled, findings=tuple(_at("/handling", f) for f in handled.findings)),
        )

    def _form(self, measured: MeasureResult) -> FormResult:
        piece, inputs = self.piece, self.job.form
        length, width = piece.outline.length.mm, piece.outline.width.mm
        habits = inputs.over(self.shop.form_habits)
        wanted = Wanted(piece.id, length, width, piece.thickness.mm, self.chosen.sheet, habits)
        openings = [(p.feature.id, p.feature.name, p.outline) for p in self.shape.placed]
        castings = -(-piece.count // inputs.forms)
        as_cut = {
            key.removeprefix(f"{piece.id}."): cut
            for key, cut in inputs.as_cut.items()
            if key.startswith(f"{piece.id}.")
        }
        made = Formed(openings, measured.net_area, self.filled.density, castings)
        return form(wanted, made, self.chosen.foam, as_cut)

    def _steel(self) -> SteelResult:
        piece = self.piece
        what = Reinforced(
            piece.id,
            piece.outline.length.mm,
            piece.outline.width.mm,
            piece.thickness.mm,
            tuple(_gap(placed) for placed in self.shape.placed),
        )
        return reinforce(self.job.steel, what, self.chosen.mesh, self.chosen.bar, self.shop.bars)

    def _handle(self, measured: MeasureResult, formed: FormResult, reinforced: SteelResult) -> HandlingResult:
        piece = self.piece
        lifted = Lifted(
            piece.id,
            self.shape.solid,
            piece.outline.length.mm,
            piece.outline.width.mm,
            self.filled.density.value,
            self.chosen.mix.strength_28_least_mpa,
        )
        masses = Masses(measured.mass_fresh, formed.boards_mass, reinforced.mass)
        return handle(self.job.handling, self.shop.one_person_lifts_kg, masses, lifted)


def _gap(placed: Placed) -> Gap:
    centre, half_x, half_y = placed.centre, placed.half_x, placed.half_y
    return Gap(placed.feature.name, centre.x - half_x, centre.x + half_x, centre.y - half_y, centre.y + half_y)


def _findings(
    pieces: tuple[PiecePlan, ...],
    of_job: tuple[CuttingResult, SteelCutting, MixResult, CureResult],
    chosen: Chosen,
) -> Iterator[JobFinding]:
    cut, steel_cut, mixed, cured = of_job
    by_piece: tuple[tuple[Station, str], ...] = (
        ("measure", "measure"), ("form", "form"), ("steel", "steel"), ("move", "handling"),
    )  # fmt: skip
    for station, room in by_piece:
        for piece in pieces:
            for found in getattr(piece, room).findings:
                yield JobFinding(station, piece.id, found)
    by_job: tuple[tuple[Station, Iterable[Finding]], ...] = (
        ("form", (*chosen.form_findings, *_all_at("/form", cut.findings))),
        ("steel", (*chosen.steel_findings, *_all_at("/steel", steel_cut.findings))),
        ("mix", (*chosen.mix_findings, *_all_at("/mix", mixed.findings))),
        ("cure", _all_at("/cure", cured.findings)),
    )
    for station, findings in by_job:
        for found in findings:
            yield JobFinding(station, None, found)


def _all_at(pointer: str, findings: Iterable[Finding]) -> list[Finding]:
    return [_at(pointer, one) for one in findings]


def _at(pointer: str, found: Finding) -> Finding:
    """The finding with its field and change pointing into the job's document."""
    change = found.change
    if change is not None:
        change = replace(change, fields={f"{pointer}{field}": value for field, value in change.fields.items()})
    return replace(found, field=f"{pointer}{found.field}", change=change)

"""plan(): a job walks through the stations in the order of the trade, and out comes a plan."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, is_dataclass, replace
from functools import cache
from typing import Any, Literal, get_args, get_type_hints

from ulbrek.core.base.figure import Figure, workings
from ulbrek.core.base.finding import SEVERITIES, Change, Finding
from ulbrek.core.carrying import carried
from ulbrek.core.cure.result import CureResult
from ulbrek.core.cure.station import Poured, cure
from ulbrek.core.form.cutting import CutFrom, bought, cutting
from ulbrek.core.form.result import CuttingResult, FormResult
from ulbrek.core.form.station import Formed, form, strip_need
from ulbrek.core.forming import castings_of, side_by_side, wanted_for
from ulbrek.core.handling.checks import Way, shop_figure_high
from ulbrek.core.handling.joined import joined
from ulbrek.core.handling.result import HandlingResult, JoinedResult
from ulbrek.core.handling.station import Masses, handle
from ulbrek.core.job import Job
from ulbrek.core.kit.nesting import Panel, Prefer, SheetStock
from ulbrek.core.materials.boards import Sheet
from ulbrek.core.materials.mixes import BLED, DRYING_LOSS, Filled
from ulbrek.core.measure.checks.fitting import set_differs
from ulbrek.core.measure.inputs import Bolt
from ulbrek.core.measure.plate import plate_of
from ulbrek.core.measure.result import MeasureResult, SiteResult
from ulbrek.core.measure.shape import Shape, shape_of
from ulbrek.core.measure.station import Concrete, measure, measure_site
from ulbrek.core.mix.doses import per_bag
from ulbrek.core.mix.pour import Casts, Pour
from ulbrek.core.mix.result import MixResult
from ulbrek.core.mix.station import MixedFrom, dose_found, mix
from ulbrek.core.mix.wetness import strength_left, water_planned
from ulbrek.core.record import EMPTY, Record
from ulbrek.core.references import Chosen, choose
from ulbrek.core.reinforcing import reinforced
from ulbrek.core.shop import Shop
from ulbrek.core.steel.cutlist import steel_cutting
from ulbrek.core.steel.result import SteelCutting, SteelResult
from ulbrek.core.steel.station import reinforce

Station = Literal["measure", "form", "steel", "mix", "cure", "move"]
RULE_VERSION = 13


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
    site: SiteResult
    cutting: CuttingResult
    steel_cutting: SteelCutting
    joined: JoinedResult
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
    filled = Filled(chosen.size, dose_found(record.batches) or water_planned(job.mix, chosen.size, chosen.mix))
    left = strength_left(filled, chosen.water_shift, per_bag(filled, job.mix.cement_share or chosen.mix.cement_share))
    own = chosen.mix.strength_28
    chosen = replace(chosen, mix=chosen.mix.weakened(left.value / 100))
    rounds = [_Round(job, index, shop, chosen, filled) for index in range(len(job.pieces))]
    pieces = tuple(one.plan() for one in rounds)
    site = measure_site(job.site, [one.shape for one in rounds])
    built = _built(job, [one.shape for one in rounds], pieces)
    cut = cutting(
        built, CutFrom(_sheets(chosen, shop, built), chosen.lumber), job.form.over(shop.form_habits), job.form
    )
    steel_cut = steel_cutting(
        [(p.count, p.steel) for p in pieces], chosen.mesh, chosen.bar, job.steel, chosen.mix.strength_28_least_mpa
    )
    mixed_from = MixedFrom(
        chosen.mix, filled, chosen.container, shop.admixtures, chosen.recipe, chosen.water_shift,
        [(one.name, one.volume_l) for one in shop.standby], shop.one_person_lifts_kg, left, chosen.set_shift,
    )  # fmt: skip
    mixed = mix(job.mix, mixed_from, _pour(job, rounds, pieces, chosen), record.batches)
    gaskets = any(isinstance(f, Bolt) and f.gasket.mm > 0 for piece in job.pieces for f in piece.features)
    parts = joined(job.handling.parts, gaskets, job.steel.exposure != "indoors")
    needs = [(p.id, need) for p in pieces for need in (strip_need(p.id, job.cure.temperature_c), *p.handling.needs)]
    face_up = any(piece.cast == "face up" for piece in job.pieces)
    when = job.cure if record.water_in_at is None else job.cure.model_copy(update={"poured_at": record.water_in_at})
    cured = cure(when, Poured(chosen.mix, face_up, needs, record.history, left, own), shop.hours)
    found = sorted(
        _findings(job, pieces, (site, cut, steel_cut, parts, mixed, cured), chosen),
        key=lambda one: SEVERITIES.index(one.finding.severity),
    )
    shown = [figure for result in (pieces, site, cut, steel_cut, parts, mixed, cured) for figure in figures_in(result)]
    return Plan(RULE_VERSION, pieces, site, cut, steel_cut, parts, mixed, cured, tuple(found), workings(shown))


def _sheets(chosen: Chosen, shop: Shop, built: Sequence[tuple[str, FormResult, int]]) -> tuple[Sheet, ...]:
    """What boards are cut from: the sheet and the liner that were chosen, and what liners else curved sides want."""
    used = {board.sheet for _, made, _ in built for board in made.boards}
    known = {one.id for one in chosen.sheets}
    return (*chosen.sheets, *(one for one in shop.liners if one.id in used - known))


def _pour(job: Job, rounds: Sequence["_Round"], pieces: Sequence[PiecePlan], chosen: Chosen) -> Pour:
    """What is poured, and what its stones must pass: the thinnest section, and the narrowest gap at the steel."""
    floors = [p.measure.thinnest_floor.value for p in pieces if p.measure.thinnest_floor]
    held = [p.steel.stack for p in pieces if p.steel.stack and p.steel.held != "laid at half fill"]
    gaps = [gap for stack in held for gap in (stack.cover_show.value, stack.cover_back.value)]
    gaps += [p.steel.cage.cover.value for p in pieces if p.steel.cage]
    if any(p.steel.mesh for p in pieces):
        gaps.append(chosen.mesh.spacing_mm - chosen.mesh.wire_mm)
    return Pour(
        {
            p.id: Casts(
                p.measure.volume, p.measure.mass_fresh, p.count, side_by_side(job.form, one.shape), p.form.boards_mass
            )
            for one, p in zip(rounds, pieces, strict=True)
        },
        min([*(one.piece.thickness.mm for one in rounds), *floors]),
        min(gaps, default=None),
        job.cure.temperature_c,
        any(piece.matches for piece in job.pieces),
        job.cure.maturity,
    )


def to_cut(job: Job, shop: Shop, sheet: str) -> tuple[list[Panel], SheetStock, Prefer] | None:
    """What is cut from one kind of sheet, from what, and which of two plans is the better one; None where nothing is.

    Args:
        job: the job
        shop: the shop it is made in
        sheet: id of the sheet
    """
    chosen, habits = choose(job, shop), job.form.over(shop.form_habits)
    kind = next((one for one in chosen.sheets if one.id == sheet), None)
    if kind is None:
        return None
    forms = _built(job, [shape_of(piece) for piece in job.pieces], plan(job, shop).pieces)
    made = bought(forms, kind, habits, job.form)
    return (made.panels, made.stock, habits.prefer) if made.panels else None


def _built(job: Job, shapes: Sequence[Shape], pieces: Sequence[PiecePlan]) -> list[tuple[str, FormResult, int]]:
    """The forms that are built: name, form, and how many; none where pieces are cast in moulds of the shop."""
    if job.form.in_moulds:
        return []
    return [
        (planned.name, planned.form, min(job.form.forms, -(-planned.count // side_by_side(job.form, shape))))
        for shape, planned in zip(shapes, pieces, strict=True)
    ]


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
        measured = measure(self.shape, Concrete(self.filled.density, BLED, DRYING_LOSS, self.chosen.mix.stone_mm))
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
        wanted = wanted_for(self.job, self.shape, self.chosen, self.shop)
        castings = castings_of(inputs, self.shape)
        as_cut = {
            key.removeprefix(f"{piece.id}."): cut
            for key, cut in inputs.as_cut.items()
            if key.startswith(f"{piece.id}.")
        }
        return form(wanted, Formed(measured.net_area, self.filled.density, castings), self.chosen.foam, as_cut)

    @property
    def _cast_there(self) -> bool:
        """Whether it is cast on the ground that it stays on."""
        use = self.job.handling.standing_of(self.piece.id).use
        ground = use == "pad or step on the ground" and self.job.steel.exposure == "on the ground"
        return ground and self.piece.cast == "face up"

    def _steel(self) -> SteelResult:
        mix = self.chosen.mix
        what = reinforced(self.shape, mix.stone_mm, mix.strength_28_least_mpa, self._cast_there)
        return reinforce(self.job.steel, what, self.chosen.mesh, self.chosen.bar, self.shop.bars)

    def _handle(self, measured: MeasureResult, formed: FormResult, reinforced: SteelResult) -> HandlingResult:
        plate = plate_of(self.shape)
        parts = measured.parts
        fresh = parts[plate.part].mass_fresh if parts else measured.mass_fresh
        mix = self.chosen.mix
        lifted = carried(
            self.shape,
            reinforced,
            (self.chosen.mesh, self.chosen.bar),
            (fresh.value, self.filled.density.value, mix.strength_28_least_mpa),
            self.chosen.fibred,
            self._cast_there,
        )
        masses = Masses(fresh, formed.boards_mass, reinforced.mass)
        ways = [Way(one.name, one.kind, one.width.mm) for one in self.job.site.passages]
        return handle(self.job.handling, self.shop.one_person_lifts_kg, masses, lifted, ways)


def _findings(
    job: Job,
    pieces: tuple[PiecePlan, ...],
    of_job: tuple[SiteResult, CuttingResult, SteelCutting, JoinedResult, MixResult, CureResult],
    chosen: Chosen,
) -> Iterator[JobFinding]:
    site, cut, steel_cut, parts, mixed, cured = of_job
    by_piece: tuple[tuple[Station, str], ...] = (
        ("measure", "measure"), ("form", "form"), ("steel", "steel"), ("move", "handling"),
    )  # fmt: skip
    for station, room in by_piece:
        for piece in pieces:
            result = getattr(piece, room)
            for found in result.findings:
                yield JobFinding(station, piece.id, found)
    by_job: tuple[tuple[Station, Iterable[Finding]], ...] = (
        ("measure", (*_all_at("/site", site.findings), *_all_at("/pieces", set_differs(job.pieces)))),
        ("form", (*chosen.form_findings, *_all_at("/form", cut.findings))),
        ("steel", (*chosen.steel_findings, *_all_at("/steel", steel_cut.findings))),
        ("move", _all_at("/handling", (*shop_figure_high(chosen.one_lifts_kg), *parts.findings))),
        ("mix", (*chosen.mix_findings, *_all_at("/mix", mixed.findings))),
        ("cure", _all_at("/cure", cured.findings)),
    )
    for station, findings in by_job:
        for found in findings:
            yield JobFinding(station, None, found)
    rooms: Mapping[str, Station] = {"handling": "move", "steel": "steel", "form": "form"}
    for found in chosen.lost_findings:
        yield JobFinding(rooms[found.field.split("/")[1]], None, found)


def _all_at(pointer: str, findings: Iterable[Finding]) -> list[Finding]:
    return [_at(pointer, one) for one in findings]


def _at(pointer: str, found: Finding) -> Finding:
    """The finding with its field and change pointing into the job's document."""
    also = tuple(_change_at(pointer, one) for one in found.also)
    change = _change_at(pointer, found.change) if found.change else None
    return replace(found, field=f"{pointer}{found.field}", change=change, also=also)


def _change_at(pointer: str, change: Change) -> Change:
    return replace(change, fields={f"{pointer}{field}": value for field, value in change.fields.items()})

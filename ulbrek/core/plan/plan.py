"""plan(): a job walks through the stations in the order of the trade, and out comes a plan."""

from collections.abc import Sequence
from dataclasses import replace
from datetime import datetime
from typing import NamedTuple

from ulbrek.core.arch.result import ArchResult
from ulbrek.core.base.figure import Figure, workings
from ulbrek.core.base.finding import SEVERITIES
from ulbrek.core.cabinets.inputs import CabinetRun
from ulbrek.core.cabinets.result import RunResult
from ulbrek.core.cure.brief import EVENNESS, CureBrief
from ulbrek.core.cure.finishing import SAWN, Faces, Sawn
from ulbrek.core.cure.inputs import CureInputs
from ulbrek.core.cure.station import window_brief
from ulbrek.core.cure.temperatures import OneBag, at_the_pour
from ulbrek.core.cure.warmth import BARE_M2K_W, BOARD_W_MK, GROUND_M2K_W, MOST_OF_A_WALL, Body, way_out_mm
from ulbrek.core.cure.window import PourStart, pour_window
from ulbrek.core.finish.result import FinishJob
from ulbrek.core.form.brief import Beneath
from ulbrek.core.form.cutting import bought
from ulbrek.core.form.result import BuiltForm, FormResult
from ulbrek.core.form.station import strip_need
from ulbrek.core.ground.result import GroundResult
from ulbrek.core.ground.tasks import boards_off
from ulbrek.core.handling.checks.people import TightPlace
from ulbrek.core.handling.inputs import ON_THE_GROUND
from ulbrek.core.handling.result import HandlingResult
from ulbrek.core.job.choices import choose
from ulbrek.core.job.crew import crew_of
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.job.tops import OVER_CABINETS, walls_of
from ulbrek.core.kit.climate.conditions import NOTHING_KNOWN, Conditions
from ulbrek.core.kit.nesting.panels import Panel, SheetStock
from ulbrek.core.kit.nesting.sheets import Prefer
from ulbrek.core.materials.boards import Linear, Lumber, Sheet
from ulbrek.core.materials.mixes import BLED
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.inputs.outlines import ArchBlock
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.plate import plate_of
from ulbrek.core.measure.result import MeasureResult
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.measure.weighing import Concrete
from ulbrek.core.mix.brief import MixBrief
from ulbrek.core.mix.doses import per_bag
from ulbrek.core.mix.pour import Casts, Pour
from ulbrek.core.mix.so_far import dose_found
from ulbrek.core.mix.wetness import strength_left
from ulbrek.core.plan.briefs.finish import PieceWhere, finish_shop, pigments_of
from ulbrek.core.plan.briefs.form import Materials, field_of, side_by_side
from ulbrek.core.plan.found import OfJob, findings_of
from ulbrek.core.plan.memory import Keys, Memory, Node, Result, Worked
from ulbrek.core.plan.nodes.arch import ArchNode
from ulbrek.core.plan.nodes.cabinets import CabinetNode, CabinetsNode, OverPiece, beneath, clipped
from ulbrek.core.plan.nodes.finish import FinishedPiece, FinishJobNode, FinishNode
from ulbrek.core.plan.nodes.form import CuttingNode, FormNode, WorkedForm
from ulbrek.core.plan.nodes.ground import GroundNode
from ulbrek.core.plan.nodes.measure import MeasureNode, SiteNode
from ulbrek.core.plan.nodes.move import JoinedNode, LiftNode
from ulbrek.core.plan.nodes.pour import CureNode, MixNode
from ulbrek.core.plan.nodes.steel import SteelCuttingNode, SteelNode
from ulbrek.core.plan.nodes.warm import WarmNode, is_warmed
from ulbrek.core.plan.result import RULE_VERSION, PiecePlan, Plan
from ulbrek.core.records.record import EMPTY, Record
from ulbrek.core.steel.inputs import Exposure, SteelInputs
from ulbrek.core.steel.result import SteelResult
from ulbrek.core.warm.result import WarmResult


def plan(
    job: Job,
    shop: Shop,
    record: Record = EMPTY,
    memory: Memory | None = None,
    known: Conditions = NOTHING_KNOWN,
) -> Plan:
    """The plan of a job in a shop: pure, deterministic and total.

    Any valid job gives a plan; whatever is wrong with it is among the findings, gravest first.

    Args:
        job: the job
        shop: the shop it is made in
        record: what has already happened; it rules where it differs from what was planned
        memory: what was worked out before; it makes a plan sooner and never another one
        known: the weather as far as it is known; only what cures in it asks for it
    """
    return _Planning(job, shop, record, memory or Memory(), known).plan()


class PieceNodes(NamedTuple):
    """What one piece's stations say, by node."""

    measure: Worked[MeasureResult]
    arch: Worked[ArchResult] | None
    warm: Worked[WarmResult] | None
    ground: Worked[GroundResult] | None
    form: Worked[FormResult]
    steel: Worked[SteelResult]
    handling: Worked[HandlingResult]
    finish: FinishedPiece

    @property
    def worked(self) -> tuple[Worked[object], ...]:
        """Its nodes."""
        seldom = tuple(one for one in (self.arch, self.warm, self.ground) if one is not None)
        return self.measure, *seldom, self.form, self.steel, self.handling, self.finish.made


class _Planning:
    """One job on its way through the stations."""

    def __init__(self, job: Job, shop: Shop, record: Record, memory: Memory, known: Conditions = NOTHING_KNOWN) -> None:
        self.job, self.shop, self.record, self._memory, self._keys = job, shop, record, memory, Keys()
        self._known = known if job.cure.asks_forecast else NOTHING_KNOWN
        chosen = choose(job, shop)
        self.filled = chosen.filled(job.mix, dose_found(record.batches))
        share = per_bag(self.filled, job.mix.cement_share or chosen.mix.cement_share)
        self._cement = share.cement_kg
        self.left = strength_left(self.filled, chosen.water_shift, share)
        self.own_strength = chosen.mix.strength_28
        dry_kg, water = self.filled.size.dry_mass_kg, self.filled.water_l
        self._bag = OneBag(dry_kg, round(water.value if isinstance(water, Figure) else water, 3))
        self._fresh_c, self._coldest_c = at_the_pour(self._cure_inputs(), self._bag, shop.hours, self._known)
        self.chosen = replace(chosen, mix=chosen.mix.weakened(self.left.value / 100))
        self.habits = shop.form_habits_of(job.form)
        self.crew = crew_of(job, shop)
        self._finish_shop = finish_shop(job.finish, shop, chosen.sealer, chosen.own)
        self._runs = tuple(self._run(index, run) for index, run in enumerate(job.cabinets.runs))

    def plan(self) -> Plan:
        pieces_of_job = [self._piece(index, piece) for index, piece in enumerate(self.job.pieces)]
        of_job = self._of_job(pieces_of_job)
        pieces = tuple(
            PiecePlan(
                piece.id, piece.name, piece.count, one.measure.result, one.arch.result if one.arch else None,
                one.warm.result if one.warm else None,
                one.ground.result if one.ground else None,
                one.form.result, one.steel.result, one.handling.result, one.finish.made.result,
            )
            for piece, one in zip(self.job.pieces, pieces_of_job, strict=True)
        )  # fmt: skip
        by_job: Sequence[Worked[object]] = (
            of_job.site, *self._runs, of_job.cabinets, of_job.cutting, of_job.steel_cutting, of_job.joined, of_job.mix,
            of_job.finish, of_job.cure,
        )  # fmt: skip
        nodes: list[Worked[object]] = [*(node for one in pieces_of_job for node in one.worked), *by_job]
        found = sorted(
            findings_of(self.job, pieces, of_job, self.chosen, self.crew),
            key=lambda one: SEVERITIES.index(one.finding.severity),
        )
        return Plan(
            RULE_VERSION, pieces, of_job.site.result, of_job.cabinets.result, of_job.cutting.result,
            of_job.steel_cutting.result, of_job.joined.result, of_job.mix.result, of_job.cure.result,
            of_job.finish.result, tuple(found),
            workings(figure for node in nodes for figure in node.shown),
        )  # fmt: skip

    def forms(self) -> list[FormResult]:
        """The forms of its pieces, by piece."""
        return [
            self._form(piece, self._measure(index, piece).result.net_area).result
            for index, piece in enumerate(self.job.pieces)
        ]

    def _work(self, node: Node[Result]) -> Worked[Result]:
        return self._memory.work(node, self._keys)

    def _piece(self, index: int, piece: Piece) -> PieceNodes:
        measured = self._measure(index, piece)
        formed = self._form(piece, measured.result.net_area)
        there, stays = self._cast_there(piece), piece.stays is not None
        mix = self.chosen.mix
        steel = self._work(
            SteelNode(
                piece, self._steel_of(piece), self.chosen.mesh, self.chosen.bar, self.shop.bars, mix.stone_mm,
                mix.strength_28_least_mpa, there,
            )
        )  # fmt: skip
        lifted = self._lift(piece, measured.result, formed.result, steel, stays)
        lies = self._lies(index, piece, measured.result) if there else None
        return PieceNodes(
            measured,
            self._arch(index, piece),
            self._warm(index, piece),
            lies,
            formed,
            steel,
            lifted,
            self._finish(index, piece, measured.result, steel.result),
        )

    def _arch(self, index: int, piece: Piece) -> Worked[ArchResult] | None:
        """The arch that blocks are built into; None where it is no arch's."""
        if not isinstance(piece.outline, ArchBlock):
            return None
        return self._work(
            ArchNode(
                f"/pieces/{index}", piece.id, piece.name, piece.outline, piece.thickness.mm, piece.count,
                self.filled.density, self.job.arch,
            )
        )  # fmt: skip

    def _warm(self, index: int, piece: Piece) -> Worked[WarmResult] | None:
        """How warm a piece gets; None where no mat is in it."""
        if not is_warmed(piece):
            return None
        return self._work(
            WarmNode(
                f"/pieces/{index}", piece, self.filled.density, self.chosen.mix.strength_28_least_mpa,
                self.shop.rates.energy_price, self.job.warm.seat_of(piece.id),
            )
        )  # fmt: skip

    def _lies(self, index: int, piece: Piece, measured: MeasureResult) -> Worked[GroundResult]:
        job, litres = self.job, measured.volume.value * piece.count
        look = job.finish.look_of(piece.id)
        return self._work(GroundNode(f"/pieces/{index}", piece, job.ground.plot_of(piece.id), litres, look))

    def _measure(self, index: int, piece: Piece) -> Worked[MeasureResult]:
        chosen, filled = self.chosen, self.filled
        concrete = Concrete(
            filled.density, BLED, chosen.drying, chosen.mix.stone_mm, chosen.glass_fibred, filled.dry_share
        )
        return self._work(MeasureNode(f"/pieces/{index}", piece, concrete))

    def _form(self, piece: Piece, net_area: Figure) -> Worked[FormResult]:
        job, chosen = self.job, self.chosen
        named = job.form.liner is not None
        liners = (chosen.liner,) if named else (chosen.liner, *(one for one in self.shop.liners if one != chosen.liner))
        own = {key: cut for key, cut in job.form.as_cut.items() if key.startswith(f"{piece.id}.")}
        inputs = job.form.model_copy(update={"as_cut": own, "layouts": {}, "offcuts": (), "sawn": {}})
        density, there = self.filled.density, self._cast_there(piece)
        over = self._beneath(piece)
        stakes = chosen.lumber if there or over or self.habits.sides == "staked to the ground" else None
        base = chosen.deck if over else chosen.base
        materials = Materials(chosen.sheet, base, liners, named, self.shop.supplies, stakes)
        return self._work(FormNode(piece, inputs, self.habits, materials, chosen.foam, net_area, density, there, over))

    def _run(self, index: int, run: CabinetRun) -> Worked[RunResult]:
        job, chosen = self.job, self.chosen
        over = {
            piece.id: OverPiece(at, piece, clipped(job.steel, piece))
            for at, piece in enumerate(job.pieces)
            if piece.stays == OVER_CABINETS
        }
        pieces = tuple(over.get(top) for top in run.tops)
        side = chosen.sheet.thickness_mm
        return self._work(CabinetNode(index, run, pieces, chosen.deck, chosen.lumber, self.filled.density, side))

    def _beneath(self, piece: Piece) -> Beneath | None:
        """What it is cast on over cabinets; None where it is not cast there."""
        if piece.stays != OVER_CABINETS:
            return None
        tops = (top for run in self._runs for top in run.result.tops if top.piece == piece.id)
        return beneath(next(tops, None), piece, walls_of(piece, self.job.cabinets))

    def _steel_of(self, piece: Piece) -> SteelInputs:
        steel = self.job.steel
        there: dict[str, Exposure] = {"exposure": "on the ground"} if self._cast_there(piece) else {}
        return steel.model_copy(
            update={
                **there,
                "by_piece": {id_: school for id_, school in steel.by_piece.items() if id_ == piece.id},
                "by_hand": tuple(one for one in steel.by_hand if one.piece == piece.id),
            }
        )

    def _cast_there(self, piece: Piece) -> bool:
        """Whether it is cast on the ground that it stays on."""
        return piece.stays == "on the ground"

    def _lift(
        self, piece: Piece, measured: MeasureResult, formed: FormResult, steel: Worked[SteelResult], there: bool
    ) -> Worked[HandlingResult]:
        job, chosen = self.job, self.chosen
        parts = measured.parts
        fresh = parts[plate_of(shape_of(piece)).part].mass_fresh if parts else measured.mass_fresh
        standing = {id_: one for id_, one in job.handling.standing.items() if id_ == piece.id}
        if there:
            said = job.handling.standing_of(piece.id)
            use = ON_THE_GROUND if said.use == "top or shelf" and self._cast_there(piece) else said.use
            stays = {"use": use, "rests": "all over", "put": "cast where it stays"}
            standing[piece.id] = said.model_copy(update=stays)
        inputs = self.crew.inputs.model_copy(update={"standing": standing, "parts": ()})
        passages = tuple(TightPlace(one.name, one.kind, one.width.mm) for one in job.site.passages)
        return self._work(
            LiftNode(
                piece, steel, chosen.mesh, chosen.bar, fresh, formed.boards_mass, self.filled.density.value,
                chosen.mix.strength_28_least_mpa, chosen.fibred, there, inputs, self.crew.one_lifts_kg, passages,
            )
        )  # fmt: skip

    def _finish(self, index: int, piece: Piece, measured: MeasureResult, steel: SteelResult) -> FinishedPiece:
        job, finish = self.job, self.job.finish
        own = {key: look for key, look in finish.by_piece.items() if key == piece.id}
        stack = steel.stack
        where = PieceWhere(
            (job.mix.feel or self.chosen.mix.feel) == "packed", self._cast_there(piece),
            self._cast_there(piece) or job.steel.exposure != "indoors",
        )  # fmt: skip
        node = FinishNode(
            f"/pieces/{index}", piece, finish.model_copy(update={"by_piece": own}), measured.show_area,
            stack.cover_show if stack else None,
            self.chosen.mix.strength_28, where, self._finish_shop,
        )  # fmt: skip
        return FinishedPiece(node, self._work(node))

    def _of_job(self, made: Sequence[PieceNodes]) -> OfJob:
        job, shop, chosen = self.job, self.shop, self.chosen
        built = self._built(made)
        sheets = self._sheets(built)
        lengths = frozenset({one.id for one in shop.lumber} & {one.id for one in sheets})
        strength = chosen.mix.strength_28_least_mpa
        gaskets = any(isinstance(f, Bolt) and f.gasket.mm > 0 for piece in job.pieces for f in piece.features)
        standby = tuple((one.name, one.volume_l) for one in shop.standby)
        mixed_from = MixBrief(
            chosen.mix, self.filled, chosen.container, shop.admixtures, chosen.recipe, chosen.water_shift, standby,
            self.crew.one_lifts_kg, self.left, chosen.set_shift, chosen.found("mixing"), chosen.found("placing"),
        )  # fmt: skip
        steel = tuple((piece.count, one.steel) for piece, one in zip(job.pieces, made, strict=True))
        mixed = self._work(MixNode(job.mix, mixed_from, self._pour(made), self.record.batches))
        pigments = pigments_of(mixed.result.doses, self._cement)
        finished = self._work(FinishJobNode(job.finish, tuple(one.finish for one in made), self._finish_shop, pigments))
        return OfJob(
            self._work(SiteNode(job.site, job.pieces)),
            self._work(CabinetsNode(job.cabinets, self._runs, self._over_l(made))),
            self._work(
                CuttingNode(built, sheets, lengths, chosen.lumber, self.habits, job.form, shop.supplies),
            ),
            self._work(SteelCuttingNode(steel, chosen.mesh, chosen.bar, job.steel, strength)),
            self._work(
                JoinedNode(
                    job.handling.parts,
                    gaskets,
                    job.steel.exposure != "indoors",
                    self._cut_from(),
                    max(int(one.handling.result.people_needed.value) for one in made),
                    chosen.sealer is not None,
                )
            ),
            mixed,
            finished,
            self._work(CureNode(self._cure_inputs(), self._poured(made, finished.result), shop.hours, self._known)),
        )

    def _over_l(self, made: Sequence[PieceNodes]) -> float:
        """The concrete of all tops over cabinets [l]."""
        return sum(
            one.measure.result.volume.value * piece.count
            for piece, one in zip(self.job.pieces, made, strict=True)
            if piece.stays == OVER_CABINETS
        )

    def _cut_from(self) -> tuple[Lumber | Linear, ...]:
        """What of the shop's lumber and pipe the joined parts are cut from."""
        wanted = {one.cut_from for one in self.job.handling.parts}
        lumber = tuple(one for one in self.shop.lumber if one.id in wanted)
        return *lumber, *(one for one in self.shop.linear if one.id in wanted)

    def _cure_inputs(self) -> CureInputs:
        begun = self.record.water_in_at
        return self.job.cure if begun is None else self.job.cure.model_copy(update={"poured_at": begun})

    def _poured(self, made: Sequence[PieceNodes], finished: FinishJob | None = None) -> CureBrief:
        strip = [strip_need(piece.id, self._coldest_c) for piece in self.job.pieces]
        strip = [
            boards_off(one, in_sections=field_of(self.job.form, shape_of(piece)) is not None)
            if self._cast_there(piece)
            else one
            for piece, one in zip(self.job.pieces, strip, strict=True)
        ]
        needs = tuple(
            (piece.id, need)
            for piece, one, stripped in zip(self.job.pieces, made, strip, strict=True)
            for need in (stripped, *one.handling.result.needs)
        )
        face_up = any(piece.cast == "face up" for piece in self.job.pieces)
        turns = max(-(-piece.count // at_once(self.job, piece, self.record)) for piece in self.job.pieces)
        packed = (self.job.mix.feel or self.chosen.mix.feel) == "packed"
        bodies = tuple(self._body(piece, one) for piece, one in zip(self.job.pieces, made, strict=True))
        own = self.chosen.own.get("set")
        return CureBrief(
            self.chosen.mix, face_up, needs, self.record.history, self.left, self.own_strength, turns, packed,
            bodies, self._bag.dry_kg, self._bag.water_kg,
            finish=finished.needs if finished else (), seal=finished.seal if finished else None,
            faces=self._faces(made), own_set=own.figure if own else None, evenness=own.scatter if own else EVENNESS,
            turned=any(piece.joins_castings for piece in self.job.pieces),
        )  # fmt: skip

    def _faces(self, made: Sequence[PieceNodes]) -> Faces:
        """What is done to the faces that lie up."""
        up = [piece for piece in self.job.pieces if piece.cast == "face up"]
        broomed = [self.job.finish.look_of(piece.id) == "textured" for piece in up]
        there = [self._cast_there(piece) for piece in self.job.pieces]
        return Faces(
            not all(broomed),
            any(broomed),
            any(there),
            all(there),
            tuple(sorted(self._sawn(made))),
            any(former.pulled for one in made for former in one.form.result.knockouts),
        )

    def _sawn(self, made: Sequence[PieceNodes]) -> set[Sawn]:
        """How joints in the ground are sawn, where some are."""
        joints = (one.ground.result.joints for one in made if one.ground is not None)
        made_by = {one.made for one in joints if one is not None}
        return {how for how in SAWN if how in made_by}

    def _body(self, piece: Piece, one: PieceNodes) -> Body:
        """A casting in its form, as far as its heat goes."""
        measured, form = one.measure.result, one.form.result
        boards = BARE_M2K_W if self.job.form.in_moulds else self.chosen.sheet.thickness_mm / 1000 / BOARD_W_MK
        under = self.chosen.deck if form.over_cabinets else self.chosen.base
        base = GROUND_M2K_W if form.on_ground else under.thickness_mm / 1000 / BOARD_W_MK
        # Of a piece of which nothing is left there is a plan all the same.
        top, volume, depth = (
            max(1.0, measured.net_area.value),
            max(1.0, measured.volume.value * 1e6),
            measured.cast_depth_mm,
        )
        sides = max(measured.form_contact.value - top, sum(one.length.value for one in measured.edge_lengths) * depth)
        block = way_out_mm(depth, top, max(measured.length_mm, measured.width_mm))
        thick = min(block, MOST_OF_A_WALL * 2 * volume / (2 * top + sides))
        return Body(piece.id, volume, top, sides, thick, base, boards, form.on_ground, form.over_cabinets)

    def _pour(self, made: Sequence[PieceNodes]) -> Pour:
        """What is poured, and what its stones must pass: the thinnest section, and the narrowest gap at the steel."""
        job, mesh = self.job, self.chosen.mesh
        floors = [floor.value for one in made if (floor := one.measure.result.thinnest_floor)]
        shells = [one.side_mm for piece in job.pieces if (one := shape_of(piece).stone_inside)]
        steel = [one.steel.result for one in made]
        held = [one.stack for one in steel if one.stack and one.held != "laid at half fill"]
        gaps = [gap for stack in held for gap in (stack.cover_show.value, stack.cover_back.value)]
        gaps += [one.cage.cover.value for one in steel if one.cage]
        if any(one.mesh for one in steel):
            gaps.append(mesh.spacing_mm - mesh.wire_mm)
        return Pour(
            {
                piece.id: Casts(
                    one.measure.result.volume,
                    one.measure.result.mass_fresh,
                    piece.count,
                    at_once(job, piece, self.record),
                    side_by_side(job.form, shape_of(piece)),
                    one.form.result.boards_mass,
                    one.form.result.on_ground or one.form.result.over_cabinets,
                )
                for piece, one in zip(job.pieces, made, strict=True)
            },
            min([*(piece.thickness.mm for piece in job.pieces), *floors, *shells]),
            min(gaps, default=None),
            self._fresh_c,
            any(piece.matches for piece in job.pieces),
            job.cure.maturity,
        )

    def _built(self, made: Sequence[PieceNodes]) -> tuple[WorkedForm, ...]:
        """The forms that are built; none where pieces are cast in moulds of the shop."""
        if self.job.form.in_moulds:
            return ()
        return tuple(
            WorkedForm(piece.name, one.form, copies_of(self.job, piece))
            for piece, one in zip(self.job.pieces, made, strict=True)
        )

    def _sheets(self, built: Sequence[WorkedForm]) -> tuple[Sheet, ...]:
        """What boards are cut from: the sheet and the liner chosen, and what liners else curved sides want."""
        used = {board.sheet for one in built for board in one.form.result.boards}
        deck = (self.chosen.deck,) if any(one.form.result.over_cabinets for one in built) else ()
        chosen = tuple(dict.fromkeys((*self.chosen.sheets, *deck)))
        known = {one.id for one in chosen}
        return (*chosen, *(one for one in self.shop.liners if one.id in used - known))


def pour_windows(
    jobs: Sequence[Job], shop: Shop, known: Conditions, now: datetime, memory: Memory | None = None
) -> tuple[PourStart, ...]:
    """Each hour of the coming week as a start for some jobs that are poured together.

    Args:
        jobs: what is poured
        shop: the shop
        known: the weather as far as it is known
        now: the moment it is asked for
        memory: what was worked out before
    """
    briefs = []
    for job in jobs:
        planning = _Planning(job, shop, EMPTY, memory or Memory(), known)
        made = [planning._piece(index, piece) for index, piece in enumerate(job.pieces)]
        briefs.append(window_brief(job.cure, planning._poured(made), shop.hours))
    return pour_window(briefs, shop.hours, known, now)


def at_once(job: Job, piece: Piece, record: Record) -> int:
    """How many castings of a piece its forms hold; all of them in moulds of the shop, or where a pour has them all."""
    if record.whole:
        return piece.count
    if job.form.in_moulds:
        return piece.together
    return min(piece.together, copies_of(job, piece) * side_by_side(job.form, shape_of(piece)))


def copies_of(job: Job, piece: Piece) -> int:
    """How many forms of a piece are built."""
    return min(job.form.forms, -(-piece.together // side_by_side(job.form, shape_of(piece))))


def to_cut(job: Job, shop: Shop, sheet: str) -> tuple[list[Panel], SheetStock, Prefer] | None:
    """What is cut from one kind of sheet, from what, and which of two plans is the better one; None where nothing is.

    Args:
        job: the job
        shop: the shop it is made in
        sheet: id of the sheet
    """
    chosen, habits = choose(job, shop), shop.form_habits_of(job.form)
    kind = next((one for one in chosen.sheets if one.id == sheet), None)
    if kind is None or job.form.in_moulds:
        return None
    planning = _Planning(job, shop, EMPTY, Memory())
    forms = [
        BuiltForm(piece.name, form, copies_of(job, piece))
        for piece, form in zip(job.pieces, planning.forms(), strict=True)
    ]
    sheets = bought(forms, kind, habits, job.form)
    return (sheets.panels, sheets.stock, habits.prefer) if sheets.panels else None

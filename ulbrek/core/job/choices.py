"""What a job's choices stand for in this shop; a choice the shop does not have falls back to its first."""

from collections.abc import Callable, Mapping, Sequence
from typing import Any, Protocol, TypeVar

from ulbrek.core.base.figure import Figure, Spread, work
from ulbrek.core.base.finding import Change, Finding, check, finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cabinets.run import lay
from ulbrek.core.form.brief import GAP_UNDER_MM
from ulbrek.core.ground.checks.soil import Frost, needed_mpa
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.boards import Foam, Lumber, Sheet, as_sheet
from ulbrek.core.materials.catalogue import CEMENT_BOARD
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import DRYING_LOSS, BagSize, Mix, MixedBag
from ulbrek.core.materials.own import (
    QUANTITIES,
    OwnFigure,
    Quantity,
    own_drying,
    own_of,
    own_water,
    season_of,
    warmth_of,
)
from ulbrek.core.materials.sealers import SealerCoat
from ulbrek.core.materials.steel import Bar, Mesh
from ulbrek.core.measure.inputs.outlines import Steps
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.mix.doses import per_bag, set_shifted, water_shifted
from ulbrek.core.mix.inputs import MixInputs
from ulbrek.core.mix.scratch import Recipe, recipe
from ulbrek.core.mix.wetness import water_planned


class _Named(Protocol):
    @property
    def id(self) -> str: ...
    @property
    def name(self) -> str: ...


Choice = TypeVar("Choice", bound=_Named)


@dataclass(frozen=True, slots=True)
class Choices:
    """What a job is made with, and by station what the shop did not have, pointing into the job.

    ``deck`` is the board that stays under tops which are cast over cabinets.
    """

    sheet: Sheet
    base: Sheet
    deck: Sheet
    liner: Sheet
    lumber: Lumber
    foam: Foam
    mesh: Mesh
    bar: Bar
    mix: Mix
    size: BagSize
    recipe: Recipe | None
    water_shift: Figure | None
    set_shift: Figure | None
    own: Mapping[Quantity, OwnFigure]
    packs_kg: Mapping[str, float]
    container: Container
    sealer: SealerCoat | None
    fibred: bool
    plasticised: bool
    glass_fibred: bool
    frost: Frost
    form_findings: tuple[Finding, ...]
    steel_findings: tuple[Finding, ...]
    mix_findings: tuple[Finding, ...]
    finish_findings: tuple[Finding, ...]
    lost_findings: tuple[Finding, ...]

    @property
    def sheets(self) -> tuple[Sheet, ...]:
        """What boards are cut from."""
        return tuple(dict.fromkeys((self.sheet, self.base, self.liner)))

    def found(self, quantity: Quantity) -> Figure | None:
        """What the shop's records make of a rule, as a share of it; None where nothing was accepted."""
        own = self.own.get(quantity)
        return None if own is None else own.figure

    @property
    def drying(self) -> Spread | Figure:
        """What dries out of a casting, as a share of what it weighs wet."""
        own = self.own.get("drying")
        if own is None:
            return DRYING_LOSS
        return work(own_drying, drying_loss=DRYING_LOSS.likely, own=own.figure, evenness=own.scatter)

    def filled(self, inputs: MixInputs, dose_l: Figure | float | None = None) -> MixedBag:
        """One bag with its planned water.

        Args:
            inputs: what the job chose for mixing
            dose_l: water of a bag, as the first batch took it; None before that [l]
        """
        planned: Figure | float | None = dose_l or water_planned(inputs, self.size, self.mix, self.plasticised)
        own = self.found("water")
        if planned is None and own is not None and self.recipe is None:
            usual = MixedBag(self.size, None).usual_water
            planned = work(
                own_water, self.size.id, usual_water_l=usual, own=own, water_least_l=self.size.water_least_l,
                water_most_l=self.size.water_most_l,
            )  # fmt: skip
        return MixedBag(self.size, planned, own=self.found("yield"))


_SHELVES = {
    "sheet": "sheets", "base_sheet": "sheets", "liner": "liners", "lumber": "lumber", "foam": "foams",
    "mesh": "meshes", "bar": "bars",
    "mix": "bagged mixes", "bag": "bag sizes", "container": "mixing vessels", "sealer": "sealers",
    "machine": "grinders",
}  # fmt: skip


def choose(job: Job, shop: Shop) -> Choices:
    """What a job's choices stand for in this shop."""
    edged = _on_edge(job, shop) if job.form.sheet is None else None
    sheet, no_sheet = _find(
        "/form/sheet", edged or job.form.sheet, (*shop.sheets, *(as_sheet(one) for one in shop.lumber))
    )
    base, no_base = _find("/form/base_sheet", job.form.base_sheet, shop.sheets)
    if job.form.base_sheet is None:
        base = sheet if sheet in shop.sheets else _cheeks(job, shop) or base
    liner, no_liner = _find("/form/liner", job.form.liner, shop.liners)
    lumber, no_lumber = _find("/form/lumber", job.form.lumber, shop.lumber)
    foam, no_foam = _find("/form/foam", job.form.foam, shop.foams)
    mesh, no_mesh = _find("/steel/mesh", job.steel.mesh, shop.meshes)
    bar, no_bar = _find("/steel/bar", job.steel.bar, shop.bars)
    shift: Figure | None = None
    later: Figure | None = None
    scratch = recipe(job.mix.scratch, shop.ingredients) if job.mix.scratch else None
    if scratch is not None:
        mix, no_mix = scratch.mix, list[Finding]()
        size, no_size = mix.sizes[0], list[Finding]()
    else:
        mix, no_mix = _find("/mix/mix", job.mix.mix, shop.mixes)
        size, no_size = _find("/mix/bag", job.mix.bag, mix.sizes)
        as_printed = per_bag(MixedBag(size, None, f"{size.id}, printed"), job.mix.cement_share or mix.cement_share)
        shift = water_shifted(job.mix.doses, shop.admixtures, as_printed)
        later = set_shifted(job.mix.doses, shop.admixtures, as_printed)
        if later is not None:
            mix = mix.retarded(1 + max(-80.0, later.value) / 100)
        if shift is not None:
            mix, size = mix.with_doses(shift.value), size.with_doses(shift.value)
        no_mix += no_ingredient() if job.mix.scratch else []
    no_mix += no_admixture(job, shop)
    day = warmth_of(job.cure.usual_c)
    season = season_of(job.cure.poured_at) if job.cure.poured_at else None
    own = {one: figure for one in QUANTITIES if (figure := own_of(shop.own, one, mix.id, day, season)) is not None}
    if "set" in own:
        mix = mix.retarded(own["set"].figure.value)
    container, no_container = _find("/mix/container", job.mix.container, shop.containers)
    sealer, no_sealer = _sealed(job, shop)
    machine = job.finish.machine
    no_machine = _find("/finish/machine", machine, shop.grinders)[1] if shop.grinders else []
    return Choices(
        sheet, base, _deck(job, shop, base), liner, lumber, foam, mesh, bar, mix, size, scratch, shift, later,
        own,
        {one.id: one.pack_kg for one in shop.ingredients}, container, sealer,
        mix.fibre_in or _doses(job, shop, "fibre"), _doses(job, shop, "plasticiser"), _glass_fibred(job, shop, mix),
        _frost(job, shop, mix, size),
        (*no_sheet, *no_base, *no_liner, *no_lumber, *no_foam), (*no_mesh, *no_bar, *fibre_not_dosed(job, shop, mix)),
        (*no_mix, *no_size, *no_container), (*no_sealer, *no_machine), tuple(no_such_piece(job)),
    )  # fmt: skip


def _deck(job: Job, shop: Shop, base: Sheet) -> Sheet:
    """What stays under a top that is cast over cabinets: the base that was chosen, else cement board."""
    if job.form.base_sheet is not None:
        return base
    return next((one for one in shop.sheets if one.face == "cement"), CEMENT_BOARD)


def _on_edge(job: Job, shop: Shop) -> str | None:
    """The lumber that boards are of where all pieces stay on the ground: the lowest that is high enough, on edge."""
    if not all(piece.stays == "on the ground" for piece in job.pieces) or job.form.in_moulds:
        return None
    high = max(_boards_mm(piece) for piece in job.pieces)
    fit = [one for one in shop.lumber if one.width_mm >= high - GAP_UNDER_MM]
    cheeks = _cheeks(job, shop)  # a shop without lumber so high saws the boards of steps from the same
    return min(fit, key=lambda one: one.width_mm).id if fit else cheeks.id if cheeks else None


def _frost(job: Job, shop: Shop, mix: Mix, size: BagSize) -> Frost:
    """The mix as frost takes it, and the shop's first that would do where this one does not."""
    needed = needed_mpa(job.ground)
    fit = (one for one in shop.mixes if one.entrained and one.strength_28_least_mpa >= needed)
    other = next(fit, None)
    bag = next((one for one in other.sizes if one.id == size.id), other.sizes[0]) if other else None
    swap = (other.id, other.name, bag.id) if other and bag else None
    return Frost(mix.entrained, mix.strength_28_least_mpa, swap)


def _boards_mm(piece: Piece) -> float:
    """How high the boards of a slab are; of steps those of a riser [mm]."""
    if isinstance(piece.outline, Steps):
        return piece.outline.rise.mm + GAP_UNDER_MM  # a riser is closed from tread to tread
    return piece.thickness.mm


def _cheeks(job: Job, shop: Shop) -> Sheet | None:
    """What the sides of steps are cut from where nothing is said: plywood that may get wet."""
    if not any(piece.drawn == "from the side" and piece.stays == "on the ground" for piece in job.pieces):
        return None
    return next((one for one in shop.sheets if one.face in ("filmed", "bare") and not one.swells), None)


def _sealed(job: Job, shop: Shop) -> tuple[SealerCoat | None, list[Finding]]:
    """What a job is sealed with; None where it is left bare, or the shop has no sealer at all."""
    if job.finish.sealer is None or not shop.sealers:
        return None, []
    return _find("/finish/sealer", job.finish.sealer, shop.sealers)


def _doses(job: Job, shop: Shop, kind: str) -> bool:
    """Whether something of a kind is dosed."""
    dosed = {dose.admixture for dose in job.mix.doses}
    return any(one.kind == kind for one in shop.admixtures if one.id in dosed)


_STRUCTURAL_PERCENT = 1.0  # of the dry mix; less glass fibre holds hairlines alone. Source: common practice.
_MORTAR_MM = 5.0  # the largest grain of a mortar


def _glass_fibred(job: Job, shop: Shop, mix: Mix) -> bool:
    """Whether it is a mortar with so much glass fibre that thin panels are cast of it: in the bag, or dosed."""
    dosed = {dose.admixture for dose in job.mix.doses}
    fibres = [one for one in shop.admixtures if one.id in dosed and one.kind == "fibre" and one.base == "dry mix"]
    structural = any(one.usual >= _STRUCTURAL_PERCENT for one in fibres)
    return mix.stone_mm <= _MORTAR_MM and (mix.fibre_in or structural)


def _find(field: str, wanted: str | None, had: Sequence[Choice]) -> tuple[Choice, list[Finding]]:
    if wanted is None:
        return had[0], []
    match = next((one for one in had if one.id == wanted), None)
    return (match, []) if match else (had[0], not_in_the_shop(field, wanted, had[0]))


@check("no-such-ingredient", "stop")
def no_ingredient() -> list[Finding]:
    """An ingredient is not in the shop

    Without its cement, sand and stone a mix from scratch cannot be worked out.

    Source: what the shop has written down
    """
    return [
        finding(
            no_ingredient,
            title="A material of this mix is missing from Materials",
            reason="The plan uses a bagged mix instead.",
            remedy="Choose a cement, a sand and a gravel that are in Materials.",
            field="/mix/scratch",
            change=Change("Use the bagged mix", {"/mix/scratch": None}),
        )
    ]


@check("no-such-admixture", "caution")
def no_admixture(job: Job, shop: Shop) -> list[Finding]:
    """An admixture is not in the shop

    What is not in the shop has no range and no base: its dose is left out.

    Source: what the shop has written down
    """
    known = {one.id for one in shop.admixtures}
    return [
        finding(
            no_admixture,
            title="“{wanted}” is not in Materials, its dose is left out",
            reason="Its range and its base are not known.",
            remedy="Choose another admixture, or remove it.",
            field=f"/mix/doses/{index}",
            values={"wanted": dose.admixture},
            change=Change(
                "Remove it",
                {"/mix/doses": [one.model_dump() for one in job.mix.doses if one is not dose]},
            ),
        )
        for index, dose in enumerate(job.mix.doses)
        if dose.admixture not in known
    ]


@check("fibre-not-dosed", "caution")
def fibre_not_dosed(job: Job, shop: Shop, mix: Mix) -> list[Finding]:
    """Fibre is counted on and not dosed

    Source: common practice
    """
    fibres = [one for one in shop.admixtures if one.kind == "fibre"]
    counted_on = any(job.steel.school_of(piece.id) == "fibre only" for piece in job.pieces)
    dosed = {dose.admixture for dose in job.mix.doses}
    if not counted_on or mix.fibre_in or any(one.id in dosed for one in fibres):
        return []
    doses = [*(one.model_dump() for one in job.mix.doses), {"admixture": fibres[0].id}] if fibres else []
    return [
        finding(
            fibre_not_dosed,
            title="Fibre is the only reinforcement, but none is in the mix",
            reason="Without it a crack goes right through.",
            remedy="Add fibre on Mix within its maker’s range, or use a mix that has fibre in the bag.",
            field="/steel/school",
            change=Change("Add {fibre}", {"/mix/doses": doses}, {"fibre": fibres[0].name}) if fibres else None,
        )
    ]


def _beyond(job: Job) -> dict[str, str]:
    """Tops that are named beyond those that their run has; a place that there is waits for another piece."""
    return {top: top for run in job.cabinets.runs for top in run.tops[len(lay(run).tops) :]}


@check("no-such-piece", "hint")
def no_such_piece(job: Job) -> list[Finding]:
    """What is said of a piece that is not there

    A piece that was taken out leaves behind how it stood, how it was reinforced and how its boards were cut.

    Source: what was said is kept, or told
    """
    ids = {piece.id for piece in job.pieces}
    said: tuple[tuple[str, str, Mapping[str, str], Callable[[set[str]], Any]], ...] = (
        ("/handling/standing", "how it stands", {key: key for key in job.handling.standing},
         lambda lost: {key: one.model_dump() for key, one in job.handling.standing.items() if key not in lost}),
        ("/ground/plots", "how it lies", {key: key for key in job.ground.plots},
         lambda lost: {key: one.model_dump() for key, one in job.ground.plots.items() if key not in lost}),
        ("/warm/seats", "how it is warmed", {key: key for key in job.warm.seats},
         lambda lost: {key: one.model_dump() for key, one in job.warm.seats.items() if key not in lost}),
        ("/cabinets/runs", "what it lies over", _beyond(job),
         lambda lost: [
             {**run.model_dump(), "tops": [top for top in run.tops if top not in lost]} for run in job.cabinets.runs
         ]),
        ("/steel/by_piece", "how it is reinforced", {key: key for key in job.steel.by_piece},
         lambda lost: {key: school for key, school in job.steel.by_piece.items() if key not in lost}),
        ("/steel/by_hand", "bars moved by hand", {one.piece: one.piece for one in job.steel.by_hand},
         lambda lost: [one.model_dump() for one in job.steel.by_hand if one.piece not in lost]),
        ("/finish/by_piece", "how it is finished", {key: key for key in job.finish.by_piece},
         job.finish.without),
        ("/form/as_cut", "how its boards were cut", {key: key.split(".", 1)[0] for key in job.form.as_cut},
         lambda lost: {key: cut.model_dump() for key, cut in job.form.as_cut.items() if key not in lost}),
    )  # fmt: skip
    found = []
    for field, what, keys, kept in said:
        lost = {key for key, piece in keys.items() if piece not in ids}
        if not lost:
            continue
        found.append(
            finding(
                no_such_piece,
                title="{what} is kept for {pieces}, which is not in this job",
                reason="It has no effect.",
                remedy="Undo brings the piece back; or discard it.",
                field=field,
                values={"what": what.capitalize(), "pieces": ", ".join(sorted({keys[key] for key in lost}))},
                change=Change("Discard it", {field: kept(lost)}),
            )
        )
    return found


@check("not-in-the-shop", "caution")
def not_in_the_shop(field: str, wanted: str, instead: _Named) -> list[Finding]:
    """Not in the shop

    A job brought from elsewhere may name a mix, sheet, bar or container that this shop does not have; its
    first one is planned with instead.

    Source: common practice
    """
    return [
        finding(
            not_in_the_shop,
            title="“{wanted}” is not in the shop’s {what}",
            reason="The plan uses {instead} instead, so its figures may differ.",
            remedy="Choose one that is there, or add it.",
            field=field,
            values={
                "what": _SHELVES.get(field.rsplit("/", maxsplit=1)[1], "materials"),
                "wanted": wanted,
                "instead": instead.name,
            },
            change=Change("Use {instead}", {field: instead.id}, {"instead": instead.name}),
        )
    ]

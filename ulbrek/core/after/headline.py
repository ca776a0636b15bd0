"""The few figures that tell a job at a glance: what the rail and the shop floor show."""

from datetime import datetime

import shapely

from ulbrek.core.base.finding import Severity
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.inputs import Look
from ulbrek.core.job.job import Job
from ulbrek.core.measure.features.base import Role
from ulbrek.core.measure.result import MeasureResult, Path, PlacedFeature
from ulbrek.core.plan.result import Plan, Station


@dataclass(frozen=True, slots=True)
class SmallFeature:
    """A feature as a thumbnail draws it: by outlines of no more corners than can be told apart [mm]."""

    id: str
    copy: int
    role: Role
    paths: tuple[Path, ...]


@dataclass(frozen=True, slots=True)
class PieceHeadline:
    """One piece as a thumbnail: its size and features in the plan as it stands [mm]."""

    id: str
    name: str
    count: int
    length_mm: float
    width_mm: float
    thickness_mm: float
    features: tuple[SmallFeature, ...]
    path: Path


_SEEN = 1 / 250  # of its size, what can be told apart on a thumbnail
_FEW = 8  # corners that are not worth fewer
WAITED_FOR = frozenset({"strip", "turn", "carry", "sponge", "wash", "grind", "hone", "seal"})


@dataclass(frozen=True, slots=True)
class ActHeadline:
    """The act that a casting waits for: hours after water in, and when that is, once the pour's hour is known."""

    id: str
    name: str
    due_h: float
    at: datetime | None


@dataclass(frozen=True, slots=True)
class GroundHeadline:
    """What is dug, and how far the first of its slabs falls [mm]."""

    barrows: float
    drop_mm: float


@dataclass(frozen=True, slots=True)
class CabinetsHeadline:
    """How long the cabinets are under the tops of a job, along their legs [mm], and how many tops there are."""

    long_mm: float
    tops: int


@dataclass(frozen=True, slots=True)
class ArchHeadline:
    """How many times thinner the ring of the first arch could be, and how many blocks it has."""

    factor: float
    blocks: int


@dataclass(frozen=True, slots=True)
class WarmHeadline:
    """How warm the face of the first piece with a mat gets [°C], and how soon [h]; None where it does not in a day."""

    face_c: float
    warm_h: float | None


@dataclass(frozen=True, slots=True)
class Headline:
    """A job at a glance. Masses are of the heaviest piece, fresh, with its steel; ``people`` is None where not by hand.

    ``arch`` is what its blocks are built into; None where it has no such blocks. ``warm`` is how warm the first of its
    pieces with a mat gets. ``stays`` says that it stays where
    it is cast, ``ground`` what it takes there; None where nothing lies on the ground. ``cabinets`` is what its tops are
    cast over; None where none is. ``lengths`` are of lumber that sides are sawn from. ``look`` is that of its first
    piece, ``finish_h`` the hours of work that the finish of all castings takes.

    ``first_act`` is the first of stripping, turning, carrying, grinding and sealing that is not done; ``cures`` says
    whether it has hours at all, and is not too cold; ``measured`` that it is mixed from scratch, by measures and not
    by bags.
    """

    name: str
    pieces: tuple[PieceHeadline, ...]
    volume_l: float
    mass_low_kg: float
    mass_high_kg: float
    bags: float
    bag_name: str
    measured: bool
    batches: float
    people: int | None
    stays: bool
    arch: ArchHeadline | None
    warm: WarmHeadline | None
    ground: GroundHeadline | None
    cabinets: CabinetsHeadline | None
    in_moulds: bool
    sheets: float
    lengths: float
    screws: float
    steel_school: str
    bars: int
    meshed: bool
    look: Look
    finish_h: float
    sealed: bool
    zone: str
    cures: bool
    first_act: ActHeadline | None
    worst: dict[Station, Severity]


def headline(job: Job, plan: Plan) -> Headline:
    """A job's figures at a glance, from its plan."""
    heaviest = max(plan.pieces, key=lambda piece: piece.handling.mass.value)
    mass = heaviest.handling.mass
    worst: dict[Station, Severity] = {}
    for found in plan.findings:  # gravest first
        worst.setdefault(found.station, found.finding.severity)
    return Headline(
        name=job.name,
        pieces=tuple(
            PieceHeadline(
                piece.id,
                piece.name,
                piece.count,
                planned.measure.length_mm,
                planned.measure.width_mm,
                piece.thickness.mm,
                tuple(_small(one, planned.measure) for one in planned.measure.features),
                planned.measure.path,
            )
            for piece, planned in zip(job.pieces, plan.pieces, strict=True)
        ),
        volume_l=plan.mix.poured_volume.value,
        mass_low_kg=mass.value if mass.low is None else mass.low,
        mass_high_kg=mass.value if mass.high is None else mass.high,
        bags=plan.mix.bags.value,
        bag_name=plan.mix.bag_name,
        measured=plan.mix.scratch is not None,
        batches=plan.mix.batches.value,
        people=int(heaviest.handling.people_needed.value) if heaviest.handling.by_hand else None,
        stays=heaviest.handling.stays,
        arch=_arch(plan),
        warm=_warm(plan),
        ground=_on_the_ground(plan),
        cabinets=_over_cabinets(job, plan),
        in_moulds=job.form.in_moulds,
        sheets=plan.cutting.sheet_count.value,
        lengths=plan.cutting.side_lengths.value if plan.cutting.side_lengths else 0.0,
        screws=plan.cutting.screws.value,
        steel_school=job.steel.school,
        bars=sum(
            len(piece.steel.bars) + (sum(kind.count for kind in piece.steel.cage.kinds) if piece.steel.cage else 0)
            for piece in plan.pieces
        ),
        meshed=any(piece.steel.mesh for piece in plan.pieces),
        look=plan.pieces[0].finish.look,
        finish_h=plan.finish.hours.value if plan.finish.hours else 0.0,
        sealed=plan.finish.sealer is not None,
        zone=plan.cure.zone,
        cures=bool(plan.cure.acts),
        first_act=next(
            (
                ActHeadline(act.id, act.name, act.due_h, act.at)
                for act in plan.cure.acts
                if act.id in WAITED_FOR and act.done_at is None and not act.never
            ),
            None,
        ),
        worst=worst,
    )


def _arch(plan: Plan) -> ArchHeadline | None:
    found = next((piece.arch for piece in plan.pieces if piece.arch is not None), None)
    return None if found is None else ArchHeadline(found.factor.value, len(found.joints) - 1)


def _warm(plan: Plan) -> WarmHeadline | None:
    found = next((piece.warm for piece in plan.pieces if piece.warm is not None), None)
    if found is None:
        return None
    return WarmHeadline(found.face.value, found.warm_in.value if found.warm_in else None)


def _on_the_ground(plan: Plan) -> GroundHeadline | None:
    found = [piece.ground for piece in plan.pieces if piece.ground is not None]
    if not found:
        return None
    return GroundHeadline(sum(one.dig.barrows.value for one in found if one.dig), found[0].drop.value)


def _over_cabinets(job: Job, plan: Plan) -> CabinetsHeadline | None:
    over = sum(piece.stays == "over cabinets" for piece in job.pieces)
    if not over and not plan.cabinets.runs:
        return None
    return CabinetsHeadline(sum(unit.width_mm for run in plan.cabinets.runs for unit in run.units), over)


def _small(feature: PlacedFeature, of: MeasureResult) -> SmallFeature:
    size = max(of.length_mm, of.width_mm)
    return SmallFeature(feature.id, feature.copy, feature.role, tuple(_coarse(path, size) for path in feature.paths))


def _coarse(path: Path, size_mm: float) -> Path:
    """An outline with no corner that a thumbnail could not show; arcs are left as they are."""
    if len(path) > _FEW * 3 and not any(path[2::3]):
        corners = [*zip(path[0::3], path[1::3], strict=True), (path[0], path[1])]
        line = shapely.simplify(shapely.linestrings(corners), size_mm * _SEEN, preserve_topology=False)
        path = tuple(value for x, y in shapely.get_coordinates(line)[:-1].tolist() for value in (x, y, 0.0))
    return tuple(round(value, 3 if at % 3 == 2 else 1) for at, value in enumerate(path))

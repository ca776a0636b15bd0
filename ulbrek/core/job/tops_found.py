"""Tops and runs of cabinets that do not belong together: not described, not drawn, cast elsewhere."""

from collections.abc import Collection, Iterator
from typing import Protocol

from ulbrek.core.base.finding import Change, Finding, check, finding
from ulbrek.core.base.units import Length
from ulbrek.core.cabinets.inputs import MOST_MM, CabinetInputs, CabinetRun, Leg, Unit
from ulbrek.core.cabinets.run import lay
from ulbrek.core.job.tops import OVER_CABINETS, shown_of, tops_drawn
from ulbrek.core.measure.inputs.outlines import LShape, Rectangle, UShape
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.outlines import outline_of

_USUAL_MM, _OVERHANG_MM = 600.0, 40.0  # Source: common practice.
_SHORTEST_MM, _SHALLOWEST_MM, _DEEPEST_MM = 100.0, 250.0, 1_500.0


class _Job(Protocol):
    """What is looked at of a job."""

    @property
    def pieces(self) -> tuple[Piece, ...]: ...
    @property
    def cabinets(self) -> CabinetInputs: ...


@check("cabinets-not-described", "caution")
def not_described(job: _Job) -> list[Finding]:
    """A top over cabinets that nobody has described

    Source: common practice: boards and braces follow the cabinets
    """
    found = []
    for piece in job.pieces:
        if piece.stays != OVER_CABINETS or job.cabinets.run_of(piece.id) is not None:
            continue
        begun = begin_run(piece, {run.id for run in job.cabinets.runs})
        runs = [*(run.model_dump(mode="json") for run in job.cabinets.runs), begun.model_dump(mode="json")]
        found.append(
            finding(
                not_described,
                title="{name}: the cabinets under it are not described",
                reason="Without them nobody knows where its boards meet, and what carries them.",
                remedy="Describe the run: each cabinet and appliance, from left to right.",
                field="/cabinets/runs",
                values={"name": piece.name},
                change=Change("Put a straight run under it", {"/cabinets/runs": runs}),
            )
        )
    return found


def begin_run(piece: Piece, taken: Collection[str]) -> CabinetRun:
    """A run under a piece, its cabinets as alike as they come: the piece stays as large as it is, if a run may be.

    Under an L or a U it has their legs; under anything else it is straight.

    Args:
        piece: the piece
        taken: ids of the other runs
    """
    drawn = piece.outline
    left, front, right, back = outline_of(drawn).box
    long, deep, forward = right - left, back - front, 0.0
    sides: tuple[str, ...] = ()
    if isinstance(drawn, UShape):
        sides = ("left", "right")
    elif isinstance(drawn, LShape) and drawn.meet.startswith("back"):
        sides = (drawn.meet.removeprefix("back "),)
    if isinstance(drawn, UShape | LShape) and sides:
        deep, forward = drawn.along.mm, back - front
    deep = min(max(deep, _SHALLOWEST_MM), _DEEPEST_MM)
    over = min(_OVERHANG_MM, deep - _SHALLOWEST_MM)
    legs = {side: _leg(forward - (deep - over)) for side in sides}
    id_ = next(f"run-{number}" for number in range(1, len(taken) + 2) if f"run-{number}" not in taken)
    return CabinetRun(
        id=id_, back=_leg(long), depth=_mm(deep - over), overhang=_mm(over), end_overhang=_mm(0), tops=(piece.id,),
        left=legs.get("left"), right=legs.get("right"),
    )  # fmt: skip


def _leg(long_mm: float) -> Leg:
    """A leg of so many cabinets of about 600 mm as fill it."""
    long = min(max(long_mm, _SHORTEST_MM), MOST_MM)
    many = max(1, round(long / _USUAL_MM))
    return Leg(units=tuple(Unit(width=_mm(long / many)) for _ in range(many)))


@check("no-top-drawn", "caution")
def tops_not_drawn(job: _Job) -> list[Finding]:
    """Cabinets without a top

    A range parts a run: there is a top at each side of it. Where a piece was taken out, its place is kept for another.

    Source: geometry
    """
    found = []
    for index, run in enumerate(job.cabinets.runs):
        ids = {piece.id for piece in job.pieces}
        places = range(len(lay(run).tops))
        missing = [at for at in places if at >= len(run.tops) or run.tops[at] not in ids]
        if not missing:
            continue
        like = next((piece for piece in job.pieces if piece.id in run.tops), job.pieces[0])
        taken = ids | set(run.tops)
        fresh = (name for name in (f"top-{number}" for number in range(2, 100)) if name not in taken)
        names = (*run.tops, *(next(fresh) for at in places if at >= len(run.tops)))
        over = run.model_copy(update={"tops": names})
        cabinets = CabinetInputs(runs=(over,))
        drawn = [_like(like, names[at], at + 1, cabinets) for at in missing]
        pieces = [*(one.model_dump(mode="json") for one in (*job.pieces, *drawn))]
        many = len(missing) > 1
        numbers = " and ".join(str(at + 1) for at in missing)
        found.append(
            finding(
                tops_not_drawn,
                title="{run}: {tops} not drawn yet",
                reason="Its cabinets are there, but no piece of this job lies over them.",
                remedy="Draw it, so that it is poured, bought for and reinforced with the others.",
                field=f"/cabinets/runs/{index}/tops",
                values={"run": run.name, "tops": f"tops {numbers} are" if many else f"top {numbers} is"},
                change=Change(
                    "Draw the tops" if many else "Draw the top",
                    {"/pieces": pieces, f"/cabinets/runs/{index}/tops": list(names)},
                ),
            )
        )
    return found


@check("top-cast-elsewhere", "hint")
def cast_elsewhere(job: _Job) -> list[Finding]:
    """A top whose cabinets are described, and which is not cast over them

    Source: what the job says of it
    """
    over = {top: run for run in job.cabinets.runs for top in run.tops}
    return [
        finding(
            cast_elsewhere,
            title="{name} is not cast over the cabinets of {run}, though they are described",
            reason="Its size does not follow them, and nothing is planned under it.",
            remedy="Cast it there, or take the run out.",
            field=f"/pieces/{index}/stays",
            values={"name": piece.name, "run": over[piece.id].name},
            change=Change("Cast it over them", {f"/pieces/{index}/stays": OVER_CABINETS}),
            also=(
                Change(
                    "Take the run out",
                    {
                        "/cabinets/runs": [
                            run.model_dump(mode="json") for run in job.cabinets.runs if run is not over[piece.id]
                        ]
                    },
                ),
            ),
        )
        for index, piece in enumerate(job.pieces)
        if piece.id in over and piece.stays != OVER_CABINETS
    ]


def _like(piece: Piece, id_: str, number: int, cabinets: CabinetInputs) -> Piece:
    """Another top of a run, as thick as one that is there, without what is in that."""
    bare = piece.model_copy(
        update={
            "id": id_, "name": f"Top {number}", "count": 1, "stays": OVER_CABINETS, "cast": "face up", "features": (),
            "edge_profiles": (), "edge_fits": (), "seams": (), "run": None, "weight": None, "taper": None,
            "outline": Rectangle(length=_mm(_USUAL_MM), width=_mm(_USUAL_MM)),
        }
    )  # fmt: skip
    drawn = tops_drawn([bare], cabinets)[0]
    return drawn.model_copy(update={"edges_shown": shown_of(drawn, cabinets)})


def of_tops(job: _Job) -> Iterator[Finding]:
    """What is found of tops and runs that do not belong together.

    Args:
        job: with its pieces and its cabinets
    """
    yield from not_described(job)
    yield from tops_not_drawn(job)
    yield from cast_elsewhere(job)


def _mm(value: float) -> Length:
    return Length(mm=round(value, 3))

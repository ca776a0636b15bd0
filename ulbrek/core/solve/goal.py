"""solve(): which change of a job reaches a goal. What it offers is applied like a finding's change."""

from collections.abc import Iterator
from dataclasses import replace
from math import ceil
from typing import Annotated, Literal

from pydantic import Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.finding import Change, Quantity
from ulbrek.core.base.label import label
from ulbrek.core.base.units import Length
from ulbrek.core.job.choices import choose
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.mixes import BLED
from ulbrek.core.measure.inputs.common import Id
from ulbrek.core.measure.inputs.piece import Piece, Seam, WantedWeight, WeightBy, WeightWhen
from ulbrek.core.measure.seams import free_offset
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.measure.weighing import LEAST_MM, CannotSolveError, Concrete, to_weigh


class _Goal(Document):
    piece: Id


class TargetMass(_Goal):
    """One piece is to weigh so much, by changing its thickness, its size in plan, one side of it, or all of it.

    What is wanted is kept with the piece, and looked after when it changes.
    """

    kind: Literal["target mass"] = "target mass"
    mass_kg: Annotated[float, Field(gt=0, le=5_000, allow_inf_nan=False)]
    when: Annotated[WeightWhen, label("Weight when", description="dry mix: what of the bag goes into it")] = "dry"
    by: Annotated[WeightBy, label("By changing")] = "thickness"


class EqualSections(_Goal):
    """The figures of a run add up, by changing one of them."""

    kind: Literal["equal sections"] = "equal sections"
    unknown: Annotated[Literal["section", "count", "gap", "end gap", "run"], label("Find")] = "section"


class FitToSite(_Goal):
    """A piece fills a site dimension but for its fitting gaps."""

    kind: Literal["fit to site"] = "fit to site"
    dimension: Id
    along: Annotated[Literal["length", "width"], label("Changing")] = "length"


class DivideAtSeams(_Goal):
    """A piece is divided so that no casting is longer than so much."""

    kind: Literal["divide at seams"] = "divide at seams"
    longest: Length


AnyGoal = TargetMass | EqualSections | FitToSite | DivideAtSeams
Goal = Annotated[AnyGoal, Field(discriminator="kind")]


def solve(job: Job, shop: Shop, goal: AnyGoal) -> Change:
    """The change of a job that reaches a goal.

    Args:
        job: the job
        shop: the shop it is made in
        goal: what is wanted

    Raises:
        CannotSolveError: when nothing does, with the reason
    """
    index = next((number for number, piece in enumerate(job.pieces) if piece.id == goal.piece), None)
    if index is None:
        raise CannotSolveError(f"The job has no piece “{goal.piece}”. Choose one of its pieces.")
    piece = job.pieces[index]
    match goal:
        case TargetMass():
            chosen = choose(job, shop)
            filled = chosen.filled(job.mix)
            concrete = Concrete(filled.density, BLED, chosen.drying, dry_share=filled.dry_share)
            wanted = kept(piece, goal)
            change = to_weigh(piece, wanted, concrete)
            change = replace(change, fields={**change.fields, "/weight": wanted.model_dump(mode="json")})
        case EqualSections():
            change = _equal_sections(piece, goal)
        case FitToSite():
            change = _fit_to_site(job, piece, goal)
        case DivideAtSeams():
            change = _divide(piece, goal)
    fields = {f"/pieces/{index}{field}": value for field, value in change.fields.items()}
    return Change(change.label, fields, change.values)


def kept(piece: Piece, goal: TargetMass) -> WantedWeight:
    """What a piece keeps of a weight that was asked for: the tolerance that it has, or the usual one."""
    asked = {"mass_kg": goal.mass_kg, "when": goal.when, "by": goal.by}
    wanted = piece.weight or WantedWeight(mass_kg=goal.mass_kg)
    return wanted.model_copy(update=asked)


def _equal_sections(piece: Piece, goal: EqualSections) -> Change:
    run = piece.run
    if run is None:
        raise CannotSolveError("No run is set. Enter the run and its gaps first.")
    length, width = shape_of(piece).size
    section, count = (length if run.along == "length" else width), max(1, round(run.in_row(piece.count)))
    total, gap, end = run.run.mm, run.gap.mm, run.end_gap.mm
    if goal.unknown == "section":
        wanted = (total - (count - 1) * gap - 2 * end) / count
        if piece.outline.kind != "rectangle" or wanted < LEAST_MM:
            raise CannotSolveError("Its section cannot be changed to fit. Change the count, the gaps or the run.")
        return _length("Make each {size}", f"/outline/{run.along}", wanted)
    if goal.unknown == "count":
        wanted_count = (total - 2 * end + gap) / (section + gap)
        if round(wanted_count) < 1:
            raise CannotSolveError("Even one does not fit the run. Make them smaller, or the run longer.")
        wanted_pieces = round(wanted_count) * run.rows
        return Change("Make {count} of them", {"/count": wanted_pieces}, {"count": str(wanted_pieces)})
    if goal.unknown == "run":
        return _length("Make the run {size}", "/run/run", count * section + (count - 1) * gap + 2 * end)
    left = total - count * section - (2 * end if goal.unknown == "gap" else (count - 1) * gap)
    parts = count - 1 if goal.unknown == "gap" else 2
    if left < 0 or parts == 0:
        raise CannotSolveError("The pieces fill more than the run. Make them smaller, fewer, or the run longer.")
    field = "/run/gap" if goal.unknown == "gap" else "/run/end_gap"
    return _length("Make each gap {size}", field, left / parts)


def _fit_to_site(job: Job, piece: Piece, goal: FitToSite) -> Change:
    found = next((one for one in job.site.dimensions if one.id == goal.dimension), None)
    if found is None:
        raise CannotSolveError(f"The site has no dimension “{goal.dimension}”. Choose one that was measured.")
    if piece.outline.kind in (
        "disc",
        "half disc",
        "polygon",
        "arch block",
        "free",
        "imported",
        "trapezoid",
        "offsets",
        "steps",
    ):
        raise CannotSolveError("Its outline has no length and width of its own. Change it by hand.")
    ends = ("left", "right") if goal.along == "length" else ("front", "back")
    gaps = sum(one.gap.mm for one in piece.edge_fits if one.edge in ends)
    over = sum(one.overhang.mm for one in piece.edge_fits if one.edge in ends)
    read = (found.again or found.first).mm - (found.offset.mm if found.offset else 0.0)
    return _length("Make it {size} to fit", f"/outline/{goal.along}", read - gaps + over)


def _divide(piece: Piece, goal: DivideAtSeams) -> Change:
    shape = shape_of(piece)
    length, width = shape.size
    side: Literal["left", "front"] = "left" if length >= width else "front"
    run = max(length, width)
    parts = ceil(run / goal.longest.mm - 1e-9)
    if parts < 2:
        return Change("Remove the seams", {"/seams": []}) if piece.seams else Change("No seam is needed", {})
    seams = list(_seams(piece, side, run, parts))
    words = "Put a seam {at} from the {side}" if len(seams) == 1 else "Put {count} seams"
    return Change(
        words,
        {"/seams": [seam.model_dump(mode="json") for seam in seams]},
        {"at": Quantity(seams[0].offset.mm, "mm"), "side": side, "count": str(len(seams))},
    )


def _seams(piece: Piece, side: Literal["left", "front"], run: float, parts: int) -> Iterator[Seam]:
    whole = piece.model_copy(update={"seams": ()})
    shape = shape_of(whole)
    for number in range(1, parts):
        wanted = Seam(id=f"seam-{number}", side=side, offset=Length(mm=run * number / parts))
        at = free_offset(shape, wanted)
        if at is None:
            raise CannotSolveError("No seam fits without crossing an opening. Make an opening smaller or move it.")
        yield wanted.model_copy(update={"offset": Length(mm=round(at))})


def _length(label: str, field: str, mm: float) -> Change:
    return Change(label, {field: Length(mm=round(mm, 3)).model_dump()}, {"size": Quantity(mm, "mm")})

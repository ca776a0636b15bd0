"""The hours of each step, for each piece."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.figure import Figure, Spread, work
from ulbrek.core.costing import rules
from ulbrek.core.costing.result import StepHours
from ulbrek.core.job.choices import choose
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.plan.plan import copies_of
from ulbrek.core.plan.result import PiecePlan, Plan

# Person-hours, low, likely and high. Source: estimates of practised shops.
PACE = Spread(0.6, 1.0, 1.6)
STEEL = Spread(0.2, 0.4, 0.7)  # a square metre
LITRE = Spread(0.02, 0.0325, 0.055)  # 0.8, 1.3 and 2.2 for a square metre of 40 mm
BEGUN = Spread(0.3, 0.5, 0.8)  # a pour: set up, weigh out, wash
PACKED = Spread(1.5, 2.5, 4.0)  # a square metre
GROUND = Spread(1.0, 1.8, 3.5)  # a square metre
IN_PLACE = Spread(3.0, 5.0, 8.0)  # a square metre
SETTING, JOURNEY = Spread(1.0, 2.0, 4.0), Spread(0.5, 1.0, 2.0)
_M2 = 1e6
_OPENING_MM = 100.0  # a knockout that is smaller is a plug


def steps_of(job: Job, shop: Shop, planned: Plan) -> Iterator[StepHours]:
    """Hours of each step, piece by piece; of the finish for all, as that is set up once.

    Args:
        job: the job
        shop: the shop it is made in
        planned: its plan
    """
    packed = (job.mix.feel or choose(job, shop).mix.feel) == "packed"
    litres = max(1e-9, sum(one.measure.volume.value * one.count for one in planned.pieces))
    pours = max(1, len(planned.mix.turns))
    for piece, one in zip(job.pieces, planned.pieces, strict=True):
        yield from _of_piece(job, piece, one, packed, pours * one.measure.volume.value * one.count / litres)
    if planned.finish.hours is not None:
        yield StepHours("finish", None, planned.finish.hours)
    carried = sum(
        one.measure.net_area.value * one.count
        for piece, one in zip(job.pieces, planned.pieces, strict=True)
        if piece.stays is None
    )
    if job.pricing.set_by == "the shop" and carried:
        hours = work(rules.setting_hours, set_m2=carried / _M2, rates=SETTING, begun_h=JOURNEY)
        yield StepHours("set in place", None, hours)


def _of_piece(job: Job, piece: Piece, one: PiecePlan, packed: bool, pours: float) -> Iterator[StepHours]:
    area = one.measure.net_area.value * piece.count / _M2
    if piece.stays == "on the ground":
        yield StepHours("ground", piece.id, work(rules.ground_hours, piece.id, slab_m2=area, rates=GROUND))
        return
    if piece.stays == "over cabinets":
        yield StepHours("in place", piece.id, work(rules.in_place_hours, piece.id, top_m2=area, rates=IN_PLACE))
        return
    if not job.form.in_moulds:
        yield StepHours("form", piece.id, _form(job, piece, one))
    if one.steel.stack or one.steel.cage:
        yield StepHours("steel", piece.id, work(rules.steel_hours, piece.id, steel_m2=area, rates=STEEL))
    if packed:
        face = one.measure.show_area.value * piece.count / _M2
        yield StepHours("pack", piece.id, work(rules.packed_hours, piece.id, face_m2=face, rates=PACKED))
    else:
        yield StepHours(
            "pour", piece.id,
            work(rules.pour_hours, piece.id, volume_l=one.measure.volume.value * piece.count, rates=LITRE, pours=pours,
                 begun_h=BEGUN),
        )  # fmt: skip
    sides = sum(edge.length.value for edge in one.measure.edge_lengths) / 1000
    yield StepHours(
        "strip", piece.id, work(rules.strip_hours, piece.id, castings=piece.count, round_m=sides, rates=PACE)
    )  # fmt: skip


def _form(job: Job, piece: Piece, one: PiecePlan) -> Figure:
    form = one.form
    large = [knockout for knockout in form.knockouts if _wide(knockout.paths) >= _OPENING_MM]
    return work(
        rules.form_hours, piece.id, forms=copies_of(job, piece), boards=len(form.boards),
        board_m=sum(board.length_cut_mm for board in form.boards) / 1000, knockouts=len(large),
        inserts=len(form.knockouts) - len(large), rates=PACE,
    )  # fmt: skip


def _wide(paths: Sequence[Sequence[float]]) -> float:
    """The larger side of what some outlines take [mm]."""
    xs = [value for path in paths for value in path[0::3]]
    ys = [value for path in paths for value in path[1::3]]
    return max(max(xs) - min(xs), max(ys) - min(ys)) if xs else 0.0

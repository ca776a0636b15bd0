"""What a casting is for, as far as its repair goes by it."""

from ulbrek.core.handling.inputs import Use
from ulbrek.core.job.choices import choose
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.inputs.outlines import ArchBlock
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.repairs.damage import Service

LIFTED: frozenset[Use] = frozenset({"block or weight", "weight over a body"})
OVER_PEOPLE: frozenset[Use] = frozenset({"seat", "weight over a body", "hung or overhead", "holds earth back"})


def service_of(job: Job, shop: Shop, planned: Plan, piece_id: str) -> Service:
    """What a casting is for.

    Args:
        job: what its pour filled
        shop: as it is
        planned: its plan
        piece_id: which of its pieces
    """
    piece = next(one for one in job.pieces if one.id == piece_id)
    own = next(one for one in planned.pieces if one.id == piece_id)
    use = job.handling.standing_of(piece_id).use
    sealer = choose(job, shop).sealer
    return Service(
        use=use,
        exposure="on the ground" if piece.stays == "on the ground" else job.steel.exposure,
        food=job.finish.food,
        hot=job.finish.hot,
        lifted=use in LIFTED,
        over_people=use in OVER_PEOPLE,
        arch=isinstance(piece.outline, ArchBlock),
        thick_mm=own.measure.cast_depth_mm,
        show_mm2=own.measure.show_area.value * 1e6,
        penetrating=sealer is not None and not sealer.usual.is_film,
    )

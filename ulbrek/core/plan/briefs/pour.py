"""A plan as Pour takes it: the batches, the forms as they are filled, and the acts on the fresh concrete."""

from collections.abc import Iterator, Sequence

import manifold3d

from ulbrek.core.base.figure import Spread
from ulbrek.core.cure.result import Act
from ulbrek.core.job.job import Job
from ulbrek.core.kit.geometry.mesh import mesh_of, upright_section
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.result import MeasureResult
from ulbrek.core.measure.shape import Shape, shape_of
from ulbrek.core.mix.care import CARE
from ulbrek.core.mix.result import ScratchResult
from ulbrek.core.plan.result import PiecePlan, Plan
from ulbrek.core.pour.brief import ActBrief, DoseBrief, FillBrief, MixingBrief, PourBrief, Ring
from ulbrek.core.steel.result import SteelResult

LEVELS = 12
_FRESH = ("bleed", "float", "edge", "broom", "trowel", "cover", "leave", "wet")
# Held from the first: what is laid when the form is half full comes later.
_LAID = "laid at half fill"


def pour_brief(job: Job, planned: Plan) -> PourBrief:
    """What is poured, as Pour takes it.

    Args:
        job: the part of a job that one pour fills
        planned: its plan
    """
    fills = [_fill(job, piece, one) for piece, one in zip(job.pieces, planned.pieces, strict=True)]
    return PourBrief(
        mixing=_mixing(planned),
        fills=fills,
        acts=[_act(act) for act in planned.cure.acts if act.id in _FRESH and act.piece is None],
        settled=job.mix.settled,
        air_c=planned.cure.temperature_c,
        dries_kg_m2_h=planned.cure.dries.most.value,
        people=job.mix.people,
        care=planned.mix.care or CARE,
    )


def _mixing(planned: Plan) -> MixingBrief:
    mix = planned.mix
    last = mix.last.bags.value if mix.last else mix.bags_per_batch
    bare = mix.poured_volume.value / mix.bag_yield.value
    return MixingBrief(
        feel=mix.feel, mix=mix.mix_name, bag=mix.bag_name, bag_kg=mix.bag_kg,
        charge=_charge(mix.scratch), container=mix.container_name,
        bare_bags=bare, bags=mix.bags.value, batches=int(mix.batches.value), per_batch=mix.bags_per_batch, last=last,
        yield_l=mix.bag_yield.value, start_l=mix.water_start.value, most_l=mix.water_most_l,
        cup_l=mix.cup.value,
        doses=[DoseBrief(one.name, one.kind, one.a_bag.value) for one in mix.doses if one.a_bag is not None],
        mixing_min=mix.clock.mixing.value / mix.bags_per_batch, placing_min=mix.clock.placing_a_bag_min,
        working_min=mix.clock.working.value,
    )  # fmt: skip


def _charge(scratch: ScratchResult | None) -> list[tuple[str, float]]:
    if scratch is None:
        return []
    stone = [(scratch.stone_name, scratch.stone_damp.value)] if scratch.stone_damp else []
    return [(scratch.cement_name, scratch.measure_kg), (scratch.sand_name, scratch.sand_damp.value), *stone]


def _act(act: Act) -> ActBrief:
    hours = act.hours
    low, high = (
        hours.low if hours.low is not None else hours.value,
        hours.high if hours.high is not None else hours.value,
    )
    return ActBrief(act.id, act.name, act.test, Spread(low, hours.value, high), act.care)


def _fill(job: Job, piece: Piece, planned: PiecePlan) -> FillBrief:
    measured, form, steel = planned.measure, planned.form, planned.steel
    shape = shape_of(piece)
    mesh = _as_it_lies(shape, form.stands)
    depth = form.depth_mm if form.stands else measured.cast_depth_mm
    low, high = mesh.bounding_box()[2], mesh.bounding_box()[5]
    left, right = mesh.bounding_box()[0], mesh.bounding_box()[3]
    front, back = mesh.bounding_box()[1], mesh.bounding_box()[4]
    area = measured.volume.value * 1e6 / (high - low) if form.stands else measured.net_area.value
    return FillBrief(
        piece=piece.id, name=piece.name, count=piece.count,
        matches="all" if job.mix.one_colour else piece.matches, face_up=piece.cast == "face up",
        broomed=job.finish.look_of(piece.id) == "textured", on_ground=piece.stays == "on the ground",
        over_cabinets=form.over_cabinets,
        depth_mm=high - low,
        area_mm2=area, levels=tuple(_levels(mesh, measured.volume.value)),
        section=_section(mesh, _cut_at(measured, front, back)), across_mm=right - left,
        round_mm=form.consumed.joint_length.value * 1000 if form.consumed.joint_length.unit == "m"
        else form.consumed.joint_length.value,
        steel=steel_in_words(steel), steel_at_mm=_steel_at(steel, depth), steel_how=steel.placing,
        step_mm=min((one.fill_step.value for one in form.knockouts if one.fill_step is not None), default=None),
        held=[one.name for one in form.knockouts],
        in_mould=job.form.in_moulds,
    )  # fmt: skip


def steel_in_words(steel: SteelResult) -> str:
    """What is laid, in words; empty where there is none."""
    if steel.cage is not None:
        return "the cage"
    parts = [steel.mesh_name] if steel.mesh is not None else []
    bars = len(steel.bars)
    if bars:
        parts.append(f"{bars} {'bar' if bars == 1 else 'bars'}")
    return " and ".join(parts)


def _steel_at(steel: SteelResult, depth_mm: float) -> float | None:
    if steel.cage is not None or steel.held != _LAID or steel.fill is None:
        return None
    return min(steel.fill.value, depth_mm)


def _as_it_lies(shape: Shape, stands: bool) -> manifold3d.Manifold:
    """The casting as it lies in its form: turned over where its face lies down, on edge where it stands."""
    mesh = mesh_of(shape.solid)
    if stands:
        mesh = mesh.rotate((90.0, 0.0, 0.0))
    elif shape.piece.cast == "face down":
        mesh = mesh.rotate((0.0, 180.0, 0.0))
    box = mesh.bounding_box()
    return mesh.translate((-box[0], -box[1], -box[2]))


def _levels(mesh: manifold3d.Manifold, litres: float) -> Iterator[tuple[float, float]]:
    """Heights and what is below them; the last is all of it, as Measure has it."""
    height, whole = mesh.bounding_box()[5], mesh.volume()
    for number in range(LEVELS + 1):
        at = height * number / LEVELS
        below = mesh.trim_by_plane((0.0, 0.0, -1.0), -at).volume() if 0 < number < LEVELS else whole * (number > 0)
        yield at, litres * below / whole


def _cut_at(measured: MeasureResult, front: float, back: float) -> float:
    """Where it is cut for its picture: through the largest opening, else through its middle [mm]."""
    through = [one for one in measured.features if one.role == "through"]
    if not through:
        return (front + back) / 2
    largest = max(through, key=lambda one: one.length_mm * one.width_mm)
    return min(max(largest.y_mm, front + 1.0), back - 1.0)


def _section(mesh: manifold3d.Manifold, at_mm: float) -> Sequence[Ring]:
    return upright_section(mesh, "x", at_mm)

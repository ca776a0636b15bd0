"""The piece as a mould sees it: what keeps concrete out of it and what stands out, from its floor up."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Literal

from ulbrek.core.kit.geometry.prism import Fall, Prism
from ulbrek.core.kit.moulding import MouldEdge, MouldShape
from ulbrek.core.measure.features.base import FeatureInPlan
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.pipe import Pipe
from ulbrek.core.measure.shape import Shape


def moulded(shape: Shape) -> tuple[MouldShape, ...]:
    """Everything in and on a piece that its form has to make or to hold, in the order of its features."""
    return tuple(one for placed in shape.placed for one in _of(shape, placed))


def edges_made(shape: Shape) -> tuple[MouldEdge, ...]:
    """The edges that are shaped in the mould, and which side of it they lie on."""
    face: Literal["floor", "open side"] = "floor" if _turned(shape) else "open side"
    return tuple(
        MouldEdge(profile.edge, profile.profile, profile.size.mm, face)
        for profile in shape.piece.edge_profiles
        if profile.made == "in the mould"
    )


def slopes(shape: Shape) -> tuple[Fall | None, Fall | None]:
    """A floor of the mould that slopes, and an open side that does: heights from the floor [mm]."""
    floor, ceiling, depth = shape.solid.floor, shape.solid.ceiling, shape.cast_depth
    if not _turned(shape):
        return floor, ceiling
    return _upside_down(ceiling, depth), _upside_down(floor, depth)


def _of(shape: Shape, placed: FeatureInPlan) -> Iterator[MouldShape]:
    feature, depth = placed.feature, shape.cast_depth
    key = feature.id if placed.number == 0 else f"{feature.id}-{placed.number + 1}"
    name = feature.name if placed.number == 0 else f"{feature.name} {placed.number + 1}"
    if isinstance(feature, Pipe):
        kind = "pipe to pull" if feature.after == "pulled" else "pipe"
        body = _as_cast(shape, feature.body(placed, shape.slab))
        kept = feature.stays_in_kg(placed, depth)
        yield MouldShape(key, name, kind, body, stands_out=False, insert_kg=kept, lies=feature.runs)
        return
    for cut in feature.cuts(placed, shape.slab):
        kept = feature.stays_in_kg(placed, depth)
        kind = "shared bar" if feature.joins_castings else feature.kind
        yield MouldShape(key, name, kind, _as_cast(shape, cut), False, kept, feature.knockout)
    for add in feature.adds(placed, depth):
        yield MouldShape(key, name, feature.kind, _as_cast(shape, add), stands_out=True)
    if isinstance(feature, Bolt) and feature.in_a_side:
        middle = shape.slab.thickness / 2 if feature.above is None else feature.above.mm
        half = feature.diameter.mm / 2
        body = _as_cast(shape, Prism(placed.outline, middle - half, middle + half))
        yield MouldShape(key, name, "bolt in a side", body, stands_out=False)


def _turned(shape: Shape) -> bool:
    """Whether the mould's floor is under the piece's face."""
    return shape.piece.cast == "face down"


def _as_cast(shape: Shape, prism: Prism) -> Prism:
    if not _turned(shape):
        return prism
    depth = shape.cast_depth
    return replace(
        prism,
        bottom_mm=depth - prism.top_mm,
        top_mm=depth - prism.bottom_mm,
        mouth="bottom" if prism.mouth == "top" else "top",
        floor=_upside_down(prism.ceiling, depth),
        ceiling=_upside_down(prism.floor, depth),
    )


def _upside_down(slope: Fall | None, depth: float) -> Fall | None:
    return None if slope is None else Fall(depth - slope.height_mm, -slope.per_x, -slope.per_y)

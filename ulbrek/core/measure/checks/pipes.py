"""What would go wrong with pipes that lie in a piece."""

from collections.abc import Iterator

from shapely import LineString
from shapely.geometry.base import BaseGeometry

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.mat import Mat
from ulbrek.core.measure.features.pipe import Pipe
from ulbrek.core.measure.features.sleeve import Sleeve
from ulbrek.core.measure.features.wood_pad import WoodPad
from ulbrek.core.measure.kept_in import heights_of
from ulbrek.core.measure.shape import FeatureInPlan, Shape
from ulbrek.core.measure.webs import pairs_within

PULLED_COVER_MM, PULLED_STONES = 15.0, 1.5  # Source: common practice.
COVER_MM, STONES = 12.0, 1.2  # of one that stays in. Source: common practice.
SHARE_OF_SLAB = 1 / 3  # Source: ACI 318-11 6.3.5.1, from memory.
_SLAB = 3.0  # what is wider both ways than so many times its thickness
_FLUSH_MM = 1.0
_STANDS_IN_CONCRETE = (Pipe, Bolt, Sleeve, WoodPad, Mat)


@check("pipe-near-face", "caution")
def pipe_near_face(shape: Shape, stone_mm: float) -> list[Finding]:
    """A pipe too near a face

    The concrete beside a pipe is its thinnest: stones must get in there, and pulling the pipe must not break it.

    Source: common practice: 15 mm and one and a half stones, of one that stays in 12 mm and a stone and a fifth
    """
    thick = shape.piece.thickness.mm
    found = []
    for placed, pipe in _pipes(shape):
        if placed.number:
            continue
        least = _least(pipe, stone_mm)
        faces, sides = _to_faces(pipe, thick), _to_sides(shape, placed, pipe, least)
        near = min(faces, sides)
        if not 0 < near < least - 1e-6:
            continue
        change = None
        if faces <= sides and (thick - pipe.diameter.mm) / 2 >= least and pipe.above is not None:
            change = Change("Put it in the middle", {f"/features/{placed.index}/above": None})
        found.append(
            finding(
                pipe_near_face,
                title="Only {near} of concrete between {pipe} and the nearest face",
                reason="Under {least} the mix does not get past it, and the face cracks along it.",
                remedy="Move it in, or use a thinner pipe.",
                field=f"/features/{placed.index}",
                values={
                    "pipe": pipe.name, "near": Quantity(near, "there"), "least": Quantity(least, "needed"),
                },
                change=change,
            )
        )  # fmt: skip
    return found


@check("pipe-cannot-be-pulled", "stop")
def pipe_cannot_be_pulled(shape: Shape) -> list[Finding]:
    """A pipe that cannot be pulled out

    What is pulled out needs an end outside the concrete.

    Source: geometry
    """
    return [
        finding(
            pipe_cannot_be_pulled,
            title="{pipe} cannot be pulled out: neither of its ends comes to a side",
            reason="It is pulled from outside; as it is placed, all of it lies within the concrete.",
            remedy="Let it run from side to side, move an end to a side, or let it stay in.",
            field=f"/features/{placed.index}/length",
            values={"pipe": pipe.name},
            change=Change("Run it from side to side", {f"/features/{placed.index}/length": None}),
        )
        for placed, pipe in _pipes(shape)
        if not placed.number
        and pipe.after == "pulled"
        and _in_piece(shape, placed)
        and shape.outline.polygon.exterior.distance(_ends(placed, pipe)) > _FLUSH_MM
    ]


@check("pipe-outside", "stop")
def pipe_outside(shape: Shape) -> list[Finding]:
    """A pipe beside its piece

    It lies beside it, or comes out along a side instead of through one.

    Source: geometry
    """
    lost: dict[int, FeatureInPlan] = {}
    for placed, pipe in _pipes(shape):
        if not _in_piece(shape, placed) or _to_sides(shape, placed, pipe, COVER_MM) <= 0:
            lost.setdefault(placed.index, placed)
    return [
        finding(
            pipe_outside,
            title="{pipe} does not lie in the piece",
            reason="Along it there is no concrete, or none on one of its sides.",
            remedy="Move it in, or remove it.",
            field=f"/features/{placed.index}",
            values={"pipe": placed.feature.name},
        )
        for placed in lost.values()
    ]


@check("pipe-meets-another", "stop")
def pipe_meets_another(shape: Shape) -> list[Finding]:
    """A pipe in the way of another

    A pipe, a bolt or a pad takes all of the place that it has.

    Source: geometry
    """
    found: dict[tuple[int, int], Finding] = {}
    for one, other in _pairs(shape):
        key = one.index, other.index
        if key in found or not _meet(shape, one, other):
            continue
        pipe, beside = (one, other) if isinstance(one.feature, Pipe) else (other, one)
        alone = one.index == other.index
        found[key] = finding(
            pipe_meets_another,
            title="Copies of {pipe} lie in one another" if alone else "{pipe} runs into {other}",
            reason="They cross at one height, and only one of them can be there.",
            remedy="Set them farther apart." if alone else "Raise or lower the pipe, or move one of them.",
            field=f"/features/{pipe.index}",
            values={"pipe": pipe.feature.name, "other": beside.feature.name},
        )
    return [found[key] for key in sorted(found)]


@check("pipe-weakens", "hint")
def pipe_weakens(shape: Shape) -> list[Finding]:
    """A pipe thick for its slab

    A slab bends over what is hollow in it: a pipe is no thicker than a third of it, and lies in its middle.

    Source: ACI 318-11 6.3.5.1, from memory
    """
    thick = shape.piece.thickness.mm
    if shape.piece.drawn != "in plan" or min(shape.size) < _SLAB * thick:
        return []
    return [
        finding(
            pipe_weakens,
            title="{pipe} is {wide} thick in a slab of {thick}",
            reason="Over a third of its thickness, {most}, the slab is weak along the pipe.",
            remedy="Take a thinner pipe, or let it run where nothing bends the slab.",
            field=f"/features/{placed.index}/diameter",
            values={
                "pipe": pipe.name, "wide": Quantity(pipe.diameter.mm, "mm"), "thick": Quantity(thick, "mm"),
                "most": Quantity(thick * SHARE_OF_SLAB, "at most"),
            },
        )
        for placed, pipe in _pipes(shape)
        if not placed.number and pipe.diameter.mm > SHARE_OF_SLAB * thick + 1e-6
    ]  # fmt: skip


def all_findings(shape: Shape, stone_mm: float) -> Iterator[Finding]:
    """What would go wrong with the pipes of a piece.

    Args:
        shape: the piece
        stone_mm: the largest stone of its mix
    """
    yield from pipe_outside(shape)
    yield from pipe_cannot_be_pulled(shape)
    yield from pipe_meets_another(shape)
    yield from pipe_near_face(shape, stone_mm)
    yield from pipe_weakens(shape)


def _pipes(shape: Shape) -> Iterator[tuple[FeatureInPlan, Pipe]]:
    for placed in shape.placed:
        if isinstance(placed.feature, Pipe):
            yield placed, placed.feature


def _least(pipe: Pipe, stone_mm: float) -> float:
    """The concrete that is wanted beside a pipe [mm]."""
    if pipe.after == "pulled":
        return max(PULLED_COVER_MM, PULLED_STONES * stone_mm)
    return max(COVER_MM, STONES * stone_mm)


def _to_faces(pipe: Pipe, thick_mm: float) -> float:
    middle = pipe.middle_mm(thick_mm)
    return min(middle, thick_mm - middle) - pipe.diameter.mm / 2


def _to_sides(shape: Shape, placed: FeatureInPlan, pipe: Pipe, least_mm: float) -> float:
    """The concrete beside it in plan, away from where it comes out [mm]."""
    axis = _axis(placed, pipe)
    away = pipe.diameter.mm / 2 + 2 * least_mm
    start, end = min(away, 0.45 * axis.length), max(axis.length - away, 0.55 * axis.length)
    middle = LineString([axis.interpolate(start), axis.interpolate(end)])
    if not shape.outline.polygon.covers(middle):
        return 0.0
    return float(shape.outline.polygon.exterior.distance(middle)) - pipe.diameter.mm / 2


def _axis(placed: FeatureInPlan, pipe: Pipe) -> LineString:
    x, y = placed.centre
    if pipe.runs == "left to right":
        return LineString([(x - placed.half_x, y), (x + placed.half_x, y)])
    return LineString([(x, y - placed.half_y), (x, y + placed.half_y)])


def _ends(placed: FeatureInPlan, pipe: Pipe) -> BaseGeometry:
    """Its two ends, which may lie outside."""
    return _axis(placed, pipe).boundary


def _in_piece(shape: Shape, placed: FeatureInPlan) -> bool:
    inside = placed.polygon.intersection(shape.outline.polygon).area
    return bool(inside > placed.polygon.area / 2)


def _pairs(shape: Shape) -> Iterator[tuple[FeatureInPlan, FeatureInPlan]]:
    """Pipes with what else takes its place in the concrete, near enough in plan."""
    standing = [placed for placed in shape.placed if isinstance(placed.feature, _STANDS_IN_CONCRETE)]
    if not any(isinstance(placed.feature, Pipe) for placed in standing):
        return
    first, second = pairs_within(standing, 0.0)
    for a, b in zip(first.tolist(), second.tolist(), strict=True):
        if isinstance(standing[a].feature, Pipe) or isinstance(standing[b].feature, Pipe):
            yield standing[a], standing[b]


def _meet(shape: Shape, one: FeatureInPlan, other: FeatureInPlan) -> bool:
    """Whether two share room: in plan by more than a touch, and in height."""
    low, high = heights_of(one, shape)
    bottom, top = heights_of(other, shape)
    if min(high, top) - max(low, bottom) <= _FLUSH_MM:
        return False
    return bool(one.polygon.intersection(other.polygon).area > _FLUSH_MM)

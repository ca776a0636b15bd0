"""The outline that a description makes."""

from math import cos, pi, sin

from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.shapes import (
    Corner,
    arch_angle,
    by_offsets,
    corners_in_box,
    counter_clockwise,
    disc,
    flight,
    free_outline,
    half_disc,
    hull_of,
    l_shape,
    rectangle,
    regular,
    ring_sector,
    trapezoid,
    u_shape,
)
from ulbrek.core.measure.inputs.outlines import (
    AnyOutline,
    ArchBlock,
    Disc,
    FreeOutline,
    HalfDisc,
    ImportedOutline,
    LShape,
    OffsetEdge,
    Rectangle,
    RegularPolygon,
    Steps,
    Trapezoid,
    UShape,
)


def outline_of(given: AnyOutline) -> Outline:
    """The outline [mm] in the box from the origin; one that crosses itself gives the hull round it.

    A curve through readings that would cross itself is straight from one to the next.
    """
    found = _drawn(given)
    if isinstance(given, OffsetEdge) and not is_simple(found):
        return _drawn(given.model_copy(update={"between": "straight pieces"}))
    if isinstance(given, FreeOutline | ImportedOutline) and not is_simple(found):
        return hull_of(found)
    return found


def is_simple(outline: Outline) -> bool:
    """Whether an outline goes round something without crossing itself."""
    return len(outline.edges) > 1 and outline.area_mm2 > 1.0 and bool(outline.polygon.is_valid)


def as_described(given: FreeOutline | ImportedOutline) -> Outline:
    """The outline as it is described, though it may cross itself."""
    return _drawn(given)


def corners_of(given: FreeOutline) -> list[Corner]:
    """The corners of a free outline [mm]."""
    return [
        Corner(c.x.mm, c.y.mm, c.radius.mm, c.chamfer.mm, c.bow.mm if c.bows == "out" else -c.bow.mm)
        for c in given.corners
    ]


def corners_seen(given: AnyOutline) -> tuple[tuple[float, float], ...]:
    """Where the corners that an outline is described by are in the box from the origin [mm]; of a free one only."""
    return corners_in_box(corners_of(given)) if isinstance(given, FreeOutline) else ()


def _drawn(given: AnyOutline) -> Outline:  # noqa: C901, PLR0911 - one line a kind
    match given:
        case Rectangle():
            return rectangle(given.length.mm, given.width.mm)
        case LShape():
            return l_shape(given.length.mm, given.width.mm, given.along.mm, given.across.mm, given.meet)
        case UShape():
            return u_shape(given.length.mm, given.width.mm, given.along.mm, given.left.mm, given.right.mm)
        case Trapezoid():
            centred = (given.front.mm - given.back.mm) / 2
            begins = centred if given.back_from_left is None else given.back_from_left.mm
            return trapezoid(given.front.mm, given.back.mm, given.width.mm, begins)
        case RegularPolygon():
            return regular(given.sides, _corner_radius(given))
        case Disc():
            return disc(given.diameter.mm)
        case HalfDisc():
            return half_disc(given.diameter.mm)
        case ArchBlock():
            radius, angle = arch_angle(given.span.mm, given.rise.mm)
            return ring_sector(
                radius, given.depth.mm, angle / given.blocks, given.joint.mm, straight=given.faces == "straight"
            )  # fmt: skip
        case Steps():
            return flight(given.rise.mm, given.treads_mm)
        case FreeOutline():
            return free_outline(corners_of(given))
        case OffsetEdge():
            points = [(one.along.mm, one.off.mm) for one in given.readings]
            return by_offsets(points, given.line, curved=given.between == "a curve")
        case ImportedOutline():
            return _imported(given)


def _corner_radius(given: RegularPolygon) -> float:
    """From the centre of a regular polygon to its corners [mm]; across flats of an odd one ends at a corner."""
    size, half = given.size.mm, pi / given.sides
    if given.by == "radius":
        return size
    if given.by == "side":
        return size / (2 * sin(half))
    return size / (2 * cos(half)) if given.sides % 2 == 0 else size / (1 + cos(half))


def _imported(given: ImportedOutline) -> Outline:
    vertices = tuple(Vertex(c.x, c.y, c.bulge) for c in given.vertices)
    names = tuple(f"edge {number + 1}" for number in range(len(vertices)))
    found = counter_clockwise(Outline(vertices, names))
    if not found.edges:
        return rectangle(1.0, 1.0)
    left, front, _, _ = found.box
    return found.moved(-left, -front)

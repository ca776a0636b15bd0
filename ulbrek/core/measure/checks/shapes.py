"""What would go wrong with the shape of a piece."""

from collections.abc import Iterator
from math import atan2, degrees, pi

from ulbrek.core.base.finding import Change, Finding, Mark, Quantity, check, finding
from ulbrek.core.base.units.kinds import least
from ulbrek.core.kit.geometry.edge import Edge, Point
from ulbrek.core.kit.geometry.shapes import cut_back
from ulbrek.core.measure.features.opening import Opening
from ulbrek.core.measure.features.recess import Recess
from ulbrek.core.measure.inputs.outlines import FreeOutline, ImportedOutline
from ulbrek.core.measure.outlines import as_described, corners_of, is_simple
from ulbrek.core.measure.shape import Shape

LEAST_CORNER_RADIUS_MM = least(10)
LEAST_TOP_THICKNESS_MM = 38.0
LEAST_FIBRED_MM = least(20)
WIDE_TOP_MM = 300.0
LEAST_EDGE_MM = least(20)
SHARPEST_DEG = 35.0  # a corner more pointed than this ends in a featheredge. Source: common practice.


@check("too-thin-for-its-span", "stop")
def too_thin_for_its_span(shape: Shape, glass_fibred: bool) -> list[Finding]:
    """Too thin for its span

    A top wider than 300 mm must be at least 38 mm thick; cast of mortar with structural glass fibre, 20 mm.

    Source: common practice; one school says never under 2 in
    """
    piece = shape.piece
    narrow = min(shape.size)
    thick_enough = LEAST_FIBRED_MM if glass_fibred else LEAST_TOP_THICKNESS_MM
    if piece.drawn == "from the side" or narrow <= WIDE_TOP_MM or piece.thickness.mm >= thick_enough:
        return []
    thicker = piece.thickness.at_least(thick_enough)
    return [
        finding(
            too_thin_for_its_span,
            title="{thickness} is too thin for a piece {narrow} wide",
            reason="A top this wide cracks when it is turned or carried.",
            remedy="Make it at least {least} thick.",
            field="/thickness",
            values={
                "thickness": Quantity(piece.thickness.mm, "mm"),
                "narrow": Quantity(narrow, "mm"),
                "least": Quantity(20 if glass_fibred else LEAST_TOP_THICKNESS_MM, "limit"),
            },
            change=Change(
                "Make it {thick} thick", {"/thickness": thicker.model_dump()}, {"thick": Quantity(thicker.mm, "mm")}
            ),
        )
    ]


@check("corner-too-sharp", "caution")
def corner_too_sharp(shape: Shape) -> list[Finding]:
    """Inner corner too sharp

    Cracks start at the inner corners of an opening; a radius of at least 10 mm spreads the stress. What is boxed out of
    a slab on the ground has square corners, and a joint through it.

    Source: common practice
    """
    if shape.piece.stays == "on the ground":
        return []
    return [
        _sharp_corner(index, feature)
        for index, feature in enumerate(shape.piece.features)
        if isinstance(feature, Opening) and feature.corner_radius.mm < LEAST_CORNER_RADIUS_MM
    ]


@check("radius-too-large", "caution")
def radius_too_large(shape: Shape) -> list[Finding]:
    """Corner radius too large

    A corner cannot be rounder than half the shorter side; it is drawn and counted as half.

    Source: geometry
    """
    found = []
    for index, feature in enumerate(shape.piece.features):
        if not isinstance(feature, Opening | Recess):
            continue
        half = min(feature.length.mm, feature.width.mm) / 2
        if feature.corner_radius.mm > half:
            most = feature.corner_radius.at_most(half)
            found.append(
                finding(
                    radius_too_large,
                    title="The corner radius of {feature} is too large",
                    reason="{radius} is more than half its shorter side; it is drawn as half.",
                    remedy="Make it at most {most}.",
                    field=f"/features/{index}/corner_radius",
                    values={
                        "feature": feature.name,
                        "radius": Quantity(feature.corner_radius.mm, "mm"),
                        "most": Quantity(most.mm, "mm"),
                    },
                    change=Change(
                        "Round them to {most}",
                        {f"/features/{index}/corner_radius": most.model_dump()},
                        {"most": Quantity(most.mm, "mm")},
                    ),
                )
            )
    return found


@check("outline-crosses-itself", "stop")
def outline_crosses_itself(shape: Shape) -> list[Finding]:
    """Outline crosses itself

    An outline must go round once, without touching itself. Until it does, the hull round its corners is counted.

    Source: geometry
    """
    given = shape.piece.outline
    if not isinstance(given, FreeOutline | ImportedOutline) or is_simple(as_described(given)):
        return []
    return [
        finding(
            outline_crosses_itself,
            title="The outline crosses itself",
            reason="It does not enclose one area; the hull round its corners is used instead.",
            remedy="Put the corners in order, once round.",
            field="/outline",
        )
    ]


@check("corner-too-round", "caution")
def corner_too_round(shape: Shape) -> list[Finding]:
    """Corner too round for its edges

    A rounded or chamfered corner takes part of both its edges; where they are too short it is drawn as large as fits.

    Source: geometry
    """
    given = shape.piece.outline
    if not isinstance(given, FreeOutline):
        return []
    corners = corners_of(given)
    return [
        finding(
            corner_too_round,
            title="Corner {number} is too large for its edges",
            reason="It would take {wanted} of its edges, and there are {there}.",
            remedy="Make it smaller, or its edges longer.",
            field=f"/outline/corners/{index}/{'chamfer' if corner.chamfer else 'radius'}",
            values={
                "number": str(index + 1),
                "wanted": Quantity(cut_back(corners, index, whole=True), "mm"),
                "there": Quantity(cut_back(corners, index), "mm"),
            },
        )
        for index, corner in enumerate(corners)
        if (corner.radius or corner.chamfer) and cut_back(corners, index, whole=True) > cut_back(corners, index) + 1e-6
    ]


@check("featheredge", "stop")
def featheredge(shape: Shape) -> list[Finding]:
    """Featheredge

    Below about 20 mm an edge breaks when it is stripped: end it blunt, and fill in the rest on site.

    Source: common practice
    """
    piece, taper = shape.piece, shape.piece.taper
    if taper is not None and min(taper.thickness.mm, piece.thickness.mm) < LEAST_EDGE_MM - 1e-6:
        thicker = taper.thickness.at_least(LEAST_EDGE_MM)
        return [
            finding(
                featheredge,
                title="The piece thins to {thin} towards the {side}: a feather edge",
                reason="An edge under {least} breaks when it is stripped.",
                remedy="End it blunt at {least} or more, and fill in the rest in place.",
                field="/taper/thickness",
                values={
                    "side": taper.towards,
                    "thin": Quantity(min(taper.thickness.mm, piece.thickness.mm), "mm"),
                    "least": Quantity(LEAST_EDGE_MM, "limit"),
                },
                change=Change(
                    "Make it {thick} there",
                    {"/taper/thickness": thicker.model_dump()},
                    {"thick": Quantity(thicker.mm, "mm")},
                )
                if taper.thickness.mm < LEAST_EDGE_MM
                else None,
            )
        ]
    return [
        finding(
            featheredge,
            title="A corner of {angle} ends in a feather edge",
            reason="So sharp a point breaks when it is stripped, also where it is blunted by less than that.",
            remedy="Cut it off blunt at {least} or more, with a chamfer or one more corner.",
            field="/outline",
            values={"angle": Quantity(angle, "lean"), "least": Quantity(LEAST_EDGE_MM, "limit")},
            mark=Mark(piece.id, at.x, at.y, at.x, at.y),
        )
        for angle, at in (*_sharp_points(shape.outline.edges), *_blunt_points(shape.outline.edges))
    ]


def _sharp_points(edges: tuple[Edge, ...]) -> list[tuple[float, Point]]:
    """Corners more pointed than an edge survives: the angle inside [°] and the place."""
    found = []
    for before, after in zip(edges[-1:] + edges[:-1], edges, strict=True):
        turned = (_leaves(after, at_end=False) - _leaves(before, at_end=True) + pi) % (2 * pi) - pi
        inside = 180 - degrees(turned)
        if inside < SHARPEST_DEG:
            found.append((inside, after.start))
    return found


def _blunt_points(edges: tuple[Edge, ...]) -> Iterator[tuple[float, Point]]:
    """Points that are blunted by less than an edge survives: the angle at which their sides would meet, the place."""
    for before, end, after in zip(edges[-1:] + edges[:-1], edges, edges[1:] + edges[:1], strict=True):
        if end.is_arc or end.chord >= LEAST_EDGE_MM - 1e-6:
            continue
        turned = _leaves(after, at_end=False) - _leaves(before, at_end=True)
        inside = 180 - degrees(turned % (2 * pi))
        if 0 < inside < SHARPEST_DEG:
            yield inside, end.start


def _leaves(edge: Edge, at_end: bool) -> float:
    """The direction in which an edge runs at one of its ends [rad]."""
    chord = atan2(edge.end.y - edge.start.y, edge.end.x - edge.start.x)
    return chord + (edge.angle / 2 if at_end else -edge.angle / 2)


def _sharp_corner(index: int, feature: Opening) -> Finding:
    rounder = feature.corner_radius.at_least(LEAST_CORNER_RADIUS_MM)
    field = f"/features/{index}/corner_radius"
    fields: dict[str, object] = {field: rounder.model_dump()}
    if feature.former == "box":  # boards make no rounded corners
        fields[f"/features/{index}/former"] = "foam"
    return finding(
        corner_too_sharp,
        title="The corners of {feature} are too sharp",
        reason="A radius of {radius} lets a crack start; {least} is the usual least.",
        remedy="Round the corners of the knockout to {least} or more.",
        field=field,
        values={
            "feature": feature.name,
            "radius": Quantity(feature.corner_radius.mm, "mm"),
            "least": Quantity(LEAST_CORNER_RADIUS_MM, "limit"),
        },
        change=Change(
            "Round them to {round}" if len(fields) == 1 else "Round them to {round}, cut from foam", fields,
            {"round": Quantity(rounder.mm, "mm")},
        ),
    )  # fmt: skip

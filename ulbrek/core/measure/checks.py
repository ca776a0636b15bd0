"""What would go wrong with the shape of a piece."""

from collections.abc import Iterator

from ulbrek.core.base.finding import Change, Finding, Mark, Quantity, check, finding
from ulbrek.core.measure.clearing import clearing_change
from ulbrek.core.measure.inputs import Opening, RoundHole
from ulbrek.core.measure.rules import web_needed
from ulbrek.core.measure.shape import Placed, Shape
from ulbrek.core.measure.webs import NamedWeb, is_inside, overlaps

LEAST_CORNER_RADIUS_MM = 10.0
LEAST_TOP_THICKNESS_MM = 38.0
WIDE_TOP_MM = 300.0
SMALL_HOLE_MM = 50.0


def all_findings(shape: Shape, webs: list[NamedWeb]) -> Iterator[Finding]:
    """Everything that Measure finds, in the order in which to look at it."""
    yield from feature_outside(shape)
    yield from feature_through_another(shape)
    yield from web_too_thin(shape, webs)
    yield from too_thin_for_its_span(shape)
    yield from corner_too_sharp(shape)
    yield from radius_too_large(shape)


@check("feature-outside", "stop")
def feature_outside(shape: Shape) -> list[Finding]:
    """Feature outside its piece

    What crosses the edge leaves no edge to cast.

    Source: common practice
    """
    return [
        finding(
            feature_outside,
            title="{feature} runs over the edge",
            reason="It does not lie wholly inside the piece, so there is no edge to cast beside it.",
            remedy="Move it in, make it smaller, or make the piece larger.",
            field=f"/features/{placed.index}",
            values={"feature": placed.feature.name},
            change=clearing_change(shape, placed),
        )
        for placed in shape.placed
        if not is_inside(placed, shape)
    ]


@check("feature-through-another", "stop")
def feature_through_another(shape: Shape) -> list[Finding]:
    """Feature through another

    Two openings that cross leave no concrete between them.

    Source: common practice
    """
    return [
        finding(
            feature_through_another,
            title="{feature} runs through {other}",
            reason="There is no concrete between them.",
            remedy="Move one of them, or make one opening of both.",
            field=f"/features/{moving.index}",
            values={"feature": moving.feature.name, "other": staying.feature.name},
            change=clearing_change(shape, moving),
        )
        for staying, moving in (_larger_first(a, b) for a, b in overlaps(shape))
    ]


@check("web-too-thin", "stop")
def web_too_thin(shape: Shape, webs: list[NamedWeb]) -> list[Finding]:
    """Web too thin

    The strip between an opening and an edge, or between two openings, must be at least the larger of
    60 mm and one and a half times the thickness. Beside a round hole of up to 50 mm it is a caution.

    Source: common practice
    """
    needed = web_needed(shape.piece.thickness.mm)
    return [_thin_web(shape, named, needed) for named in webs if named.web.width_mm < needed - 1e-6]


@check("too-thin-for-its-span", "stop")
def too_thin_for_its_span(shape: Shape) -> list[Finding]:
    """Too thin for its span

    A top wider than 300 mm must be at least 38 mm thick.

    Source: common practice; one school says never under 2 in
    """
    piece = shape.piece
    narrow = min(piece.outline.length.mm, piece.outline.width.mm)
    if narrow <= WIDE_TOP_MM or piece.thickness.mm >= LEAST_TOP_THICKNESS_MM:
        return []
    thicker = piece.thickness.at_least(LEAST_TOP_THICKNESS_MM)
    return [
        finding(
            too_thin_for_its_span,
            title="{thickness} is too thin for a piece {narrow} wide",
            reason="A top this wide cracks when it is turned or carried.",
            remedy="It needs at least {least}.",
            field="/thickness",
            values={
                "thickness": Quantity(piece.thickness.mm, "mm"),
                "narrow": Quantity(narrow, "mm"),
                "least": Quantity(LEAST_TOP_THICKNESS_MM, "mm"),
            },
            change=Change(f"Make it {thicker.typed} thick", {"/thickness": thicker.model_dump()}),
        )
    ]


@check("corner-too-sharp", "caution")
def corner_too_sharp(shape: Shape) -> list[Finding]:
    """Inner corner too sharp

    Cracks start at the inner corners of an opening; a radius of at least 10 mm spreads the stress.

    Source: common practice
    """
    return [
        _sharp_corner(placed.index, placed.feature)
        for placed in shape.placed
        if isinstance(placed.feature, Opening) and placed.feature.corner_radius.mm < LEAST_CORNER_RADIUS_MM
    ]


@check("radius-too-large", "caution")
def radius_too_large(shape: Shape) -> list[Finding]:
    """Corner radius too large

    A corner cannot be rounder than half the shorter side; it is drawn and counted as half.

    Source: geometry
    """
    found = []
    for placed in shape.placed:
        feature = placed.feature
        if isinstance(feature, Opening) and feature.corner_radius.mm > min(placed.half_x, placed.half_y):
            most = feature.corner_radius.at_most(min(placed.half_x, placed.half_y))
            found.append(
                finding(
                    radius_too_large,
                    title="The corners of {feature} cannot be that round",
                    reason="A radius of {radius} is more than half its shorter side; it is drawn as half.",
                    remedy="Give at most {most}.",
                    field=f"/features/{placed.index}/corner_radius",
                    values={
                        "feature": feature.name,
                        "radius": Quantity(feature.corner_radius.mm, "mm"),
                        "most": Quantity(most.mm, "mm"),
                    },
                    change=Change(
                        f"Round them to {most.typed}",
                        {f"/features/{placed.index}/corner_radius": most.model_dump()},
                    ),
                )
            )
    return found


def _thin_web(shape: Shape, named: NamedWeb, needed_mm: float) -> Finding:
    moving = named.feature
    if named.other is not None:
        moving = _larger_first(named.feature, named.other)[1]
    start, end = named.web.start, named.web.end
    small_hole = isinstance(moving.feature, RoundHole) and moving.feature.diameter.mm <= SMALL_HOLE_MM
    return finding(
        web_too_thin,
        severity="caution" if small_hole else "stop",
        title="The strip between {feature} and {other} is {web}",
        reason="Under {needed} it tends to crack when the piece is turned.",
        remedy="Leave at least {needed}, or put a bar through it and take care.",
        field=f"/features/{moving.index}",
        values={
            "feature": named.feature.feature.name,
            "other": named.other_words,
            "web": Quantity(named.web.width_mm, "mm"),
            "needed": Quantity(needed_mm, "mm"),
        },
        change=clearing_change(shape, moving),
        mark=Mark(shape.piece.id, start.x, start.y, end.x, end.y),
    )


def _sharp_corner(index: int, feature: Opening) -> Finding:
    rounder = feature.corner_radius.at_least(LEAST_CORNER_RADIUS_MM)
    field = f"/features/{index}/corner_radius"
    return finding(
        corner_too_sharp,
        title="The corners of {feature} are too sharp",
        reason="A radius of {radius} lets a crack start; the usual least is {least}.",
        remedy="Round the knockout's corners to {least} or more.",
        field=field,
        values={
            "feature": feature.name,
            "radius": Quantity(feature.corner_radius.mm, "mm"),
            "least": Quantity(LEAST_CORNER_RADIUS_MM, "mm"),
        },
        change=Change(f"Round them to {rounder.typed}", {field: rounder.model_dump()}),
    )


def _larger_first(a: Placed, b: Placed) -> tuple[Placed, Placed]:
    return (a, b) if a.outline.area_mm2 >= b.outline.area_mm2 else (b, a)

"""What would go wrong with where things are in a piece."""

from collections.abc import Iterable

from ulbrek.core.base.finding import Change, Finding, Mark, Quantity, check, finding
from ulbrek.core.measure.clearing import clearing_change
from ulbrek.core.measure.features.drop_edge import DropEdge
from ulbrek.core.measure.rules import web_needed
from ulbrek.core.measure.seams import concrete_along, free_offset, in_piece
from ulbrek.core.measure.shape import FeatureInPlan, Shape
from ulbrek.core.measure.webs import NamedWeb, is_inside, overlaps, web_need

FAR_TOO_THIN = 2 / 3  # of what a web needs: under that the casting fails, over it it often does
HOT_WEB_MM = 100.0  # Source: common practice.


@check("feature-outside", "stop")
def feature_outside(shape: Shape) -> list[Finding]:
    """Feature outside its piece

    What crosses the edge leaves no edge to cast.

    Source: common practice
    """
    return [
        finding(
            feature_outside,
            title="{feature} runs over the edge of the piece",
            reason="It does not lie wholly inside the piece, so there is no edge to cast beside it.",
            remedy="Move it in, make it smaller, or make the piece larger.",
            field=f"/features/{placed.index}",
            values={"feature": placed.feature.name},
            change=clearing_change(shape, placed),
        )
        for placed in _first_of_each(
            one
            for one in shape.placed
            if not isinstance(one.feature, DropEdge)
            and not one.feature.comes_out_of_a_side
            and not is_inside(one, shape)
        )
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
            title="{feature} runs into {other}",
            reason="There is no concrete between them.",
            remedy="Move one of them, or make one opening of both.",
            field=f"/features/{moving.index}",
            values={"feature": moving.feature.name, "other": staying.feature.name},
            change=clearing_change(shape, moving),
        )
        for staying, moving in (_larger_first(a, b) for a, b in overlaps(shape))
    ]


@check("no-such-edge", "stop")
def no_such_edge(shape: Shape) -> list[Finding]:
    """No such edge

    A drop edge, a profile or a gap belongs to an edge that this outline does not have, or has no room for.

    Source: geometry
    """
    names = {name for name in shape.outline.edge_names if name}
    drawn = {placed.index for placed in shape.placed}
    piece = shape.piece
    lost = [
        (f"/features/{index}", feature.name)
        for index, feature in enumerate(piece.features)
        if isinstance(feature, DropEdge) and index not in drawn
    ]
    for part, edges in (
        ("edge_profiles", [one.edge for one in piece.edge_profiles]),
        ("edge_fits", [one.edge for one in piece.edge_fits]),
    ):
        lost += [(f"/{part}/{index}", edge) for index, edge in enumerate(edges) if edge not in names]
    return [
        finding(
            no_such_edge,
            title="This outline has no edge “{edge}”",
            reason="It has {names}.",
            remedy="Choose one of these edges, or remove what is on it.",
            field=field,
            values={"edge": name, "names": ", ".join(sorted(names))},
        )
        for field, name in lost
    ]


@check("hot-opening", "caution")
def hot_opening(shape: Shape, webs: list[NamedWeb]) -> list[Finding]:
    """Heat beside a narrow strip

    Round a hob or a stove the concrete warms and grows; a strip under 100 mm beside it cracks first. Leave 3 to 6 mm
    of air round the appliance, and a bar right through the strip.

    Source: common practice
    """
    return [
        finding(
            hot_opening,
            title="The web beside {feature} is {web}; beside a hot appliance it needs {needed}",
            reason="Warm concrete expands and a narrow web cracks first.",
            remedy="Leave {needed} and {3 to 6 limit} of air round the appliance, and lay a bar through the web.",
            field=f"/features/{named.feature.index}",
            values={
                "feature": named.feature.feature.name,
                "web": Quantity(named.web.width_mm, "mm"),
                "needed": Quantity(HOT_WEB_MM, "limit"),
            },
            mark=_mark(shape, named),
        )
        for named in webs
        if named.feature.feature.gets_hot and named.web.width_mm < HOT_WEB_MM - 1e-6
    ]


@check("seam-through-web", "stop")
def seam_through_web(shape: Shape) -> list[Finding]:
    """Seam through a narrow web

    A seam needs concrete on both sides that can carry it to its place: never through the strip beside an opening.

    Source: common practice
    """
    found = []
    needed = web_needed(shape.piece.thickness.mm)
    for index, seam in enumerate(shape.piece.seams):
        narrow = [strip for strip in concrete_along(shape, shape.seam_line(seam)) if strip < needed - 1e-6]
        if in_piece(shape, seam) and not narrow:
            continue
        better = free_offset(shape, seam)
        field = f"/seams/{index}/offset"
        change = None
        if better is not None:
            offset = seam.offset.at_least(better)
            change = Change(
                "Put it {at} from the {side}",
                {field: offset.model_dump()},
                {"at": Quantity(offset.mm, "mm"), "side": seam.side},
            )
        found.append(
            finding(
                seam_through_web,
                title="The seam at {at} from the {side} cuts a web of {strip}"
                if narrow
                else "The seam at {at} from the {side} misses the piece",
                reason="A web under {needed} does not survive being carried."
                if narrow
                else "It divides nothing there.",
                remedy="Put the seam where the piece is whole across it.",
                field=field,
                values={
                    "at": Quantity(seam.offset.mm, "mm"),
                    "side": seam.side,
                    "strip": Quantity(min(narrow, default=0.0), "there"),
                    "needed": Quantity(needed, "limit"),
                },
                change=change,
            )
        )
    return found


@check("web-too-thin", "stop")
def web_too_thin(shape: Shape, webs: list[NamedWeb], stone_mm: float) -> list[Finding]:
    """Web too thin

    A straight strip between an opening and an edge, or between two openings, in a piece of up to 60 mm, must be at
    least the larger of 60 mm and one and a half times the thickness. Beside a round hole, and in thicker pieces, the
    larger of 25 mm, two stones and half the hole, at most 40 mm. Under two thirds of that it breaks.

    Source: common practice
    """
    needs = [(named, web_need(shape, named, stone_mm)) for named in webs]
    return [_thin_web(shape, named, needed) for named, needed in needs if named.web.width_mm < needed - 1e-6]


def _thin_web(shape: Shape, named: NamedWeb, needed_mm: float) -> Finding:
    moving = named.feature
    if named.other is not None:
        moving = _larger_first(named.feature, named.other)[1]
    return finding(
        web_too_thin,
        severity="stop" if named.web.width_mm < FAR_TOO_THIN * needed_mm else "caution",
        title="The web between {feature} and {other} is only {web} wide",
        reason="Under {needed} it tends to crack when the piece is turned.",
        remedy="Leave at least {needed}, or lay a bar through it and carry the piece on edge.",
        field=f"/features/{moving.index}",
        values={
            "feature": named.feature.feature.name,
            "other": named.other_words,
            "web": Quantity(named.web.width_mm, "mm"),
            "needed": Quantity(needed_mm, "limit"),
        },
        change=clearing_change(shape, moving),
        mark=_mark(shape, named),
    )


def _larger_first(a: FeatureInPlan, b: FeatureInPlan) -> tuple[FeatureInPlan, FeatureInPlan]:
    return (a, b) if a.outline.area_mm2 >= b.outline.area_mm2 else (b, a)


def _mark(shape: Shape, named: NamedWeb) -> Mark:
    start, end = named.web.start, named.web.end
    return Mark(shape.piece.id, start.x, start.y, end.x, end.y)


def _first_of_each(placed: Iterable[FeatureInPlan]) -> list[FeatureInPlan]:
    """Of a feature and its repeats the first."""
    first: dict[int, FeatureInPlan] = {}
    for feature in placed:
        first.setdefault(feature.index, feature)
    return list(first.values())

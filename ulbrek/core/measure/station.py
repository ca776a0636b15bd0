"""Measures one piece."""

from collections.abc import Iterator, Mapping, Sequence

from shapely import unary_union

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.finding import Finding
from ulbrek.core.kit.geometry.edge import Edge
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.measure import checks, rules
from ulbrek.core.measure.bolts import bolts_of, heads_of, sleeves_of
from ulbrek.core.measure.checks import fitting
from ulbrek.core.measure.checks.places import HOT_WEB_MM
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.opening import Opening
from ulbrek.core.measure.features.recess import Recess
from ulbrek.core.measure.features.sleeve import Sleeve
from ulbrek.core.measure.inputs.outlines import ArchBlock
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.inputs.site import Site
from ulbrek.core.measure.outlines import corners_seen
from ulbrek.core.measure.result import (
    Closing,
    EdgeLength,
    MeasureResult,
    NamedEdge,
    Part,
    PlacedFeature,
    SiteDimensionResult,
    SiteResult,
    TapeCheck,
    ThinWeb,
)
from ulbrek.core.measure.shape import FeatureInPlan, Shape
from ulbrek.core.measure.webs import NamedWeb, goes_through, room_needed, web_need, webs
from ulbrek.core.measure.weighing import Concrete, in_sides_mm3, masses_of

EACH_MM = 1.0  # how much one of many parts may be off. Source: common practice.
MOST_CORNERS = 12  # an outline with more is not checked by tape


def measure(shape: Shape, concrete: Concrete) -> MeasureResult:
    """The figures and findings of one piece.

    Args:
        shape: the shape that the piece's description makes
        concrete: what it is cast of
    """
    piece = shape.piece
    of = piece.id
    length, width = shape.size
    outline, solid, density = shape.outline, shape.solid, concrete.density
    left_out = max(0.0, length * width - outline.area_mm2)
    area = work(rules.outline_area, of, length_mm=length, width_mm=width, left_out_mm2=left_out)
    net = work(rules.net_area, of, outline_area_mm2=area, openings_area_mm2=_openings_mm2(shape))
    added, taken = _added_and_taken(shape)
    depth = shape.cast_depth
    volume = work(rules.volume, of, outline_area_mm2=area, depth_mm=depth, added_l=added / 1e6, taken_l=taken / 1e6)
    masses = masses_of(shape, concrete, volume)
    needs = [room_needed(shape, placed, concrete.stone_mm) for placed in shape.placed if goes_through(placed)]
    found_webs = webs(shape, max([*needs, _hot_needs(piece)], default=0.0))
    closing = _closing(piece)
    x, y, z = solid.centroid
    return MeasureResult(
        length_mm=length,
        width_mm=width,
        cast_depth_mm=depth,
        path=outline.path,
        corners=tuple(round(value, 4) for corner in corners_seen(piece.outline) for value in corner),
        edges=tuple(_named_edges(outline)),
        seams=tuple(edge for part in shape.part_outlines for edge in _named_edges(part) if edge.name == "seam"),
        volume=volume,
        stays_in_kg=masses.stays_in_kg,
        mass_fresh=masses.fresh,
        mass_stripped=masses.stripped,
        mass_dry=masses.dry,
        show_area=_show_area(shape, net),
        form_contact=_form_contact(shape, net),
        tape_checks=tuple(_tape_checks(shape)),
        net_area=net,
        edge_lengths=tuple(_edge_lengths(shape)),
        resists_turning=tuple(
            work(rules.resists_turning, f"{of}/{axis}", second_moment_mm5=moment, density_kg_m3=density)
            for axis, moment in zip("xyz", solid.second_moments, strict=True)
        ),
        centroid_x_mm=x,
        centroid_y_mm=y,
        centroid_z_mm=z,
        thinnest_web=_thinnest(shape, found_webs, concrete.stone_mm),
        thinnest_floor=_thinnest_floor(shape),
        section=_section(piece),
        closing=closing,
        parts=tuple(_parts(shape, density)),
        features=tuple(_as_placed(shape, placed, concrete.stone_mm) for placed in shape.placed),
        bolts=tuple(bolts_of(shape)),
        sleeves=tuple(sleeves_of(shape)),
        heads=tuple(heads_of(shape, masses.dry)),
        findings=tuple(checks.all_findings(shape, found_webs, closing, concrete)),
    )


def _form_contact(shape: Shape, net: Figure) -> Figure:
    return work(
        rules.form_contact,
        shape.piece.id,
        net_area_mm2=net,
        around_mm=shape.outline.length_mm,
        openings_mm=sum(placed.outline.length_mm for placed in shape.placed if placed.is_through),
        depth_mm=shape.cast_depth,
    )


def measure_site(site: Site, shapes: Sequence[Shape]) -> SiteResult:
    """The figures and findings of the place, for all pieces together; findings point into the site.

    Args:
        site: what was measured there
        shapes: of all the job's pieces
    """
    names = {shape.piece.id: shape.piece.name for shape in shapes}
    dimensions = []
    for dimension in site.dimensions:
        read = dimension.first if dimension.again is None else dimension.again
        to_it = None
        if dimension.offset is not None:
            to_it = work(rules.from_baseline, dimension.id, read_mm=read.mm, offset_mm=dimension.offset.mm)
        moved = None
        if dimension.again is not None:
            moved = work(rules.drift, dimension.id, again_mm=dimension.again.mm, first_mm=dimension.first.mm)
        dimensions.append(SiteDimensionResult(dimension.id, to_it, moved))
    found: tuple[Finding, ...] = (*fitting.site_drift(site, names), *fitting.will_not_pass(site, shapes))
    return SiteResult(tuple(dimensions), found)


def _added_and_taken(shape: Shape) -> tuple[float, float]:
    """What stands out of the plain outline, and what is taken from it [mm³]."""
    solid = shape.solid
    plain = shape.outline.area_mm2 * solid.depth_mm
    added = sum(
        prism.outline.area_mm2 * (prism.top_mm - prism.bottom_mm)
        - sum(hole.area_mm2 for hole in prism.holes) * (prism.top_mm - prism.bottom_mm)
        for prism in solid.adds
    )
    return added, plain + added - solid.volume_mm3 + in_sides_mm3(shape)


def _openings_mm2(shape: Shape) -> float:
    """The area of all that goes through, within the outline; what overlaps counts once [mm²]."""
    through = [placed for placed in shape.placed if placed.is_through]
    if not through:
        return 0.0
    solid = shape.solid
    plain = not solid.adds and not any(solid.edges) and not solid.floor and not solid.ceiling
    if plain and all(cut.is_straight and cut.bottom_mm <= 0 and cut.top_mm >= solid.depth_mm for cut in solid.cuts):
        return shape.outline.area_mm2 - solid.volume_mm3 / solid.depth_mm
    within = unary_union([placed.polygon for placed in through]).intersection(shape.outline.polygon)
    return float(within.area)


def _hot_needs(piece: Piece) -> float:
    return HOT_WEB_MM if any(one.gets_hot for one in piece.features) else 0.0


def _show_area(shape: Shape, net: Figure) -> Figure:
    shown = set(shape.piece.edges_shown)
    edges = zip(shape.outline.edge_names, shape.outline.edges, strict=True)
    inner = (Opening, Recess)
    return work(
        rules.show_area,
        shape.piece.id,
        net_area_mm2=net,
        edges_shown_mm=sum(edge.length for name, edge in edges if name in shown),
        opening_edges_mm=sum(p.outline.length_mm for p in shape.placed if isinstance(p.feature, inner)),
        thickness_mm=shape.piece.thickness.mm,
    )


def _tape_checks(shape: Shape) -> Iterator[TapeCheck]:
    """The diagonals of any straight outline; of a rectangle both are one."""
    corners = [(v.x, v.y) for v in shape.outline.vertices]
    if any(v.bulge for v in shape.outline.vertices) or not 3 < len(corners) <= MOST_CORNERS:
        return
    count = len(corners)
    pairs = [(i, j) for i in range(count) for j in range(i + 2, count) if (i, j) != (0, count - 1)]
    if shape.piece.outline.kind == "rectangle":
        pairs = pairs[:1]
    for i, j in pairs:
        (x1, y1), (x2, y2) = corners[i], corners[j]
        name = "Diagonals" if shape.piece.outline.kind == "rectangle" else f"Corner {i + 1} to corner {j + 1}"
        figure = work(
            rules.diagonal, f"{shape.piece.id}/{i + 1}-{j + 1}", length_mm=abs(x2 - x1), width_mm=abs(y2 - y1)
        )
        numbers = (None, None) if shape.piece.outline.kind == "rectangle" else (i + 1, j + 1)
        yield TapeCheck(name, figure, x1, y1, x2, y2, *numbers)


def _edge_lengths(shape: Shape) -> Iterator[EdgeLength]:
    """How long the edges are that show, that stand at a wall, of each profile, and the others."""
    piece = shape.piece
    kinds: dict[str, tuple[float, float]] = {}
    profiles = {one.edge: f"{one.profile}, {one.made}" for one in piece.edge_profiles}
    walls = {one.edge for one in piece.edge_fits if one.gap.mm}
    for name, edge in zip(shape.outline.edge_names, shape.outline.edges, strict=True):
        kind = profiles.get(name) or ("at a wall" if name in walls else "")
        kind = kind or ("shown" if name in piece.edges_shown else "hidden")
        straight, curved = kinds.get(kind, (0.0, 0.0))
        kinds[kind] = (straight, curved + edge.length) if edge.is_arc else (straight + edge.length, curved)
    for kind, (straight, curved) in kinds.items():
        yield EdgeLength(kind, work(rules.edge_length, f"{piece.id}/{kind}", straight_mm=straight, curved_mm=curved))


def _thinnest(shape: Shape, found: list[NamedWeb], stone_mm: float) -> ThinWeb | None:
    """The web that is thinnest for what it must be."""
    if not found:
        return None
    piece = shape.piece
    named = min(found, key=lambda one: one.web.width_mm / web_need(shape, one, stone_mm))
    start, end = named.web.start, named.web.end
    width = work(rules.web_width, piece.id, start_x_mm=start.x, start_y_mm=start.y, end_x_mm=end.x, end_y_mm=end.y)
    needed = _web_needed(shape, named, stone_mm)
    between = f"{named.feature.feature.name} and {named.other_words}"
    return ThinWeb(width, needed, between, start.x, start.y, end.x, end.y)


def _web_needed(shape: Shape, named: NamedWeb, stone_mm: float) -> Figure:
    piece = shape.piece
    strip = work(rules.web_needed, piece.id, thickness_mm=piece.thickness.mm)
    if strip.value == web_need(shape, named, stone_mm):
        return strip
    beside = [named.feature, *([named.other] if named.other else [])]
    across = min(2 * min(one.half_x, one.half_y) for one in beside)
    return work(rules.neck_needed, piece.id, stone_mm=stone_mm, across_mm=across)


def _thinnest_floor(shape: Shape) -> Figure | None:
    thickness = shape.piece.thickness.mm
    depths = [
        deep
        for placed in shape.placed
        if (deep := placed.feature.depth_into_face) is not None
        and deep < thickness
        and not isinstance(placed.feature, Bolt | Sleeve)
    ]
    if not depths:
        return None
    return work(rules.thickness_left, shape.piece.id, thickness_mm=shape.piece.thickness.mm, depth_mm=max(depths))


def _section(piece: Piece) -> Figure | None:
    run = piece.run
    if run is None:
        return None
    return work(
        rules.section_of_run,
        piece.id,
        run_mm=run.run.mm,
        gap_mm=run.gap.mm,
        end_gap_mm=run.end_gap.mm,
        count=max(1.0, run.in_row(piece.count)),
    )


def _closing(piece: Piece) -> Closing | None:
    """The closing error of what stands in a row: arch blocks, and pieces that fill a run."""
    parts = round(piece.run.in_row(piece.count)) if piece.run is not None else 0
    if isinstance(piece.outline, ArchBlock):
        parts = piece.outline.blocks if not piece.outline.joint.mm else 0  # mortar takes up what blocks are off
    if parts < 2:
        return None
    given: Mapping[str, float] = {"parts": float(parts), "each_mm": EACH_MM}
    return Closing(
        parts,
        EACH_MM,
        work(rules.closing_error_worst, piece.id, **given),
        work(rules.closing_error_likely, piece.id, **given),
    )


def _parts(shape: Shape, density: Figure) -> Iterator[Part]:
    if not shape.piece.seams:
        return
    for number, solid in enumerate(shape.parts, start=1):
        of = f"{shape.piece.id}/{number}"
        left, front, right, back = solid.outline.box
        added = sum(add.outline.area_mm2 * (add.top_mm - add.bottom_mm) for add in solid.adds)
        volume = work(
            rules.volume,
            of,
            outline_area_mm2=solid.outline.area_mm2,
            depth_mm=solid.depth_mm,
            added_l=added / 1e6,
            taken_l=(solid.outline.area_mm2 * solid.depth_mm + added - solid.volume_mm3) / 1e6,
        )
        mass = work(rules.mass_fresh, of, volume_l=volume, density_kg_m3=density, stays_in_kg=0.0)
        yield Part(volume, mass, right - left, back - front, solid.outline.path)


def _named_edges(outline: Outline) -> Iterator[NamedEdge]:
    named: Iterator[tuple[str, Edge]] = zip(outline.edge_names, outline.edges, strict=True)
    for name, edge in named:
        if name:
            yield NamedEdge(name, edge.start.x, edge.start.y, edge.end.x, edge.end.y, edge.bulge)


def _as_placed(shape: Shape, placed: FeatureInPlan, stone_mm: float) -> PlacedFeature:
    feature = placed.feature
    radius = feature.corner_radius_mm(placed.half_x, placed.half_y)
    return PlacedFeature(
        feature.id, placed.centre.x, placed.centre.y, 2 * placed.half_x, 2 * placed.half_y, radius,
        placed.number, feature.role, tuple(one.path for one in placed.drawn_by),
        room_needed(shape, placed, stone_mm) if goes_through(placed) else 0.0,
    )  # fmt: skip

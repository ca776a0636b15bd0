"""Measures one piece."""

from ulbrek.core.base.figure import Figure, Spread, work
from ulbrek.core.measure import checks, rules
from ulbrek.core.measure.inputs import Opening, Piece
from ulbrek.core.measure.result import MeasureResult, PlacedFeature, ThinWeb
from ulbrek.core.measure.shape import Placed, Shape
from ulbrek.core.measure.webs import NamedWeb, webs


def measure(shape: Shape, density: Figure, drying_loss: Spread) -> MeasureResult:
    """The figures and findings of one piece.

    Args:
        shape: the shape that the piece's description makes
        density: density of the fresh concrete [kg/m³]
        drying_loss: share of the fresh mass that dries out [1]
    """
    piece = shape.piece
    of = piece.id
    length, width = piece.outline.length.mm, piece.outline.width.mm
    area = work(rules.outline_area, of, length_mm=length, width_mm=width)
    openings = shape.outline.area_mm2 - shape.solid.volume_mm3 / piece.thickness.mm  # they go right through
    net = work(rules.net_area, of, outline_area_mm2=area, openings_area_mm2=openings)
    volume = work(rules.volume, of, net_area_mm2=net, thickness_mm=piece.thickness.mm)
    fresh = work(rules.mass_fresh, of, volume_l=volume, density_kg_m3=density)
    x, y, _ = shape.solid.centroid
    found_webs = webs(shape, rules.web_needed(piece.thickness.mm))
    return MeasureResult(
        volume=volume,
        mass_fresh=fresh,
        mass_dry=work(rules.mass_dry, of, mass_fresh_kg=fresh, drying_loss=drying_loss),
        show_area=_show_area(shape, net),
        diagonal=work(rules.diagonal, of, length_mm=length, width_mm=width),
        net_area=net,
        centroid_x_mm=x,
        centroid_y_mm=y,
        thinnest_web=_thinnest(piece, found_webs),
        features=tuple(_as_placed(placed) for placed in shape.placed),
        findings=tuple(checks.all_findings(shape, found_webs)),
    )


def _show_area(shape: Shape, net: Figure) -> Figure:
    piece = shape.piece
    along = {"front": piece.outline.length.mm, "back": piece.outline.length.mm}
    across = {"left": piece.outline.width.mm, "right": piece.outline.width.mm}
    return work(
        rules.show_area,
        piece.id,
        net_area_mm2=net,
        edges_shown_mm=sum((along | across)[edge] for edge in piece.edges_shown),
        opening_edges_mm=sum(p.outline.length_mm for p in shape.placed if isinstance(p.feature, Opening)),
        thickness_mm=piece.thickness.mm,
    )


def _thinnest(piece: Piece, found: list[NamedWeb]) -> ThinWeb | None:
    if not found:
        return None
    named = found[0]
    start, end = named.web.start, named.web.end
    width = work(rules.web_width, piece.id, start_x_mm=start.x, start_y_mm=start.y, end_x_mm=end.x, end_y_mm=end.y)
    needed = work(rules.web_needed, piece.id, thickness_mm=piece.thickness.mm)
    between = f"{named.feature.feature.name} and {named.other_words}"
    return ThinWeb(width, needed, between, start.x, start.y, end.x, end.y)


def _as_placed(placed: Placed) -> PlacedFeature:
    feature = placed.feature
    radius = placed.half_x
    if isinstance(feature, Opening):
        radius = min(feature.corner_radius.mm, placed.half_x, placed.half_y)
    return PlacedFeature(feature.id, placed.centre.x, placed.centre.y, 2 * placed.half_x, 2 * placed.half_y, radius)

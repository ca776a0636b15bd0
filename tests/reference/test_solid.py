"""Areas, volumes, centroids and webs against closed forms and the solid modeller manifold3d."""

import math

import manifold3d
import pytest
from shapely import Polygon

from ulbrek.core.kit.geometry.distance import web_between
from ulbrek.core.kit.geometry.edge import Edge, Point
from ulbrek.core.kit.geometry.outline import Outline, Vertex
from ulbrek.core.kit.geometry.shapes import circle, rectangle, rounded_rectangle
from ulbrek.core.kit.geometry.solid import Cut, Solid


def half_disc(radius: float) -> Outline:
    return Outline((Vertex(-radius, 0), Vertex(radius, 0, 1.0)))


def test_areas_and_lengths_of_arcs_are_exact() -> None:
    """Closed forms, any handbook of geometry."""
    assert circle(300).area_mm2 == pytest.approx(math.pi * 150**2, rel=1e-12)
    assert circle(300).length_mm == pytest.approx(math.pi * 300, rel=1e-12)
    rounded = rounded_rectangle(450, 330, 25)
    assert rounded.area_mm2 == pytest.approx(450 * 330 - (4 - math.pi) * 25**2, rel=1e-12)
    assert rounded.length_mm == pytest.approx(2 * (400 + 280) + 2 * math.pi * 25, rel=1e-12)


def test_centroid_of_a_half_disc() -> None:
    """4 r / (3 pi) above its straight side: closed form, any handbook of mechanics."""
    x, y = half_disc(120).centroid
    assert (x, y) == pytest.approx((0, 4 * 120 / (3 * math.pi)), abs=1e-9)


@pytest.mark.parametrize("outline", [circle(35), circle(900), rounded_rectangle(450, 330, 25), half_disc(70)])
def test_the_polygon_of_an_outline_has_its_exact_area(outline: Outline) -> None:
    assert outline.polygon.is_valid
    assert outline.polygon.area == pytest.approx(outline.area_mm2, rel=1e-9)


def rinse_sink_top() -> Solid:
    sink = rounded_rectangle(480, 356, 25).moved(394, 232)
    return Solid(rectangle(914, 610), 38, (Cut(sink, 0, 38), Cut(circle(35).moved(394, 527), 0, 38)))


def test_volume_and_centroid_of_the_rinse_sink_top() -> None:
    """Closed forms: areas and first moments of the parts, added up."""
    whole, sink, tap = 914 * 610, 480 * 356 - (4 - math.pi) * 25**2, math.pi * 17.5**2
    area = whole - sink - tap
    solid = rinse_sink_top()
    assert solid.volume_mm3 == pytest.approx(area * 38, rel=1e-9)
    x = (whole * 457 - (sink + tap) * 394) / area
    y = (whole * 305 - sink * 232 - tap * 527) / area
    assert solid.centroid == pytest.approx((x, y, 19), abs=1e-4)


def as_manifold(outline: Outline, bottom: float, top: float) -> manifold3d.Manifold:
    """The same body by another kernel; its arcs are chopped finely, so it is right to about 1e-5."""
    fine = Polygon([point for edge in outline.edges for point in edge.chopped(2000)])
    section = manifold3d.CrossSection([list(fine.exterior.coords)[:-1]])
    return manifold3d.Manifold.extrude(section, top - bottom).translate((0, 0, bottom))


@pytest.mark.parametrize(
    "solid",
    [
        rinse_sink_top(),
        # a recess, an opening that overlaps it, and one that runs over the edge
        Solid(
            rectangle(800, 500),
            50,
            (
                Cut(rounded_rectangle(300, 200, 40).moved(300, 250), 30, 50),
                Cut(circle(180).moved(420, 260), 0, 50),
                Cut(circle(200).moved(800, 100), 0, 25),
            ),
        ),
    ],
)
def test_volume_against_manifold3d(solid: Solid) -> None:
    body = as_manifold(solid.outline, 0, solid.depth_mm)
    for cut in solid.cuts:
        body -= as_manifold(cut.outline, cut.bottom_mm or -1, cut.top_mm + (cut.top_mm == solid.depth_mm))
    assert solid.volume_mm3 == pytest.approx(body.volume(), rel=2e-5)


def drafted(outline: Outline, bottom: float, top: float, draft: float) -> manifold3d.Manifold:
    """The same by another kernel: a rectangle at its mouth, on top, that narrows on each side as it goes down."""
    left, front, right, back = outline.box
    lost = draft * (top - bottom)
    shares = (1 - 2 * lost / (right - left), 1 - 2 * lost / (back - front))
    mouth = manifold3d.CrossSection([[(left, front), (right, front), (right, back), (left, back)]])
    about = mouth.translate((-(left + right) / 2, -(front + back) / 2))
    narrowing = manifold3d.Manifold.extrude(about, top - bottom, 0, 0, shares)  # upwards; its mouth is below
    upright = narrowing.mirror((0, 0, 1)).translate(((left + right) / 2, (front + back) / 2, top))
    assert upright.volume() > 0
    return upright


@pytest.mark.parametrize(("across", "within"), [(3, 1e-6), (8, 1e-5), (16, 1e-4)])
def test_formers_that_narrow_into_one_another_against_manifold3d(across: int, within: float) -> None:
    """However many there are; of very many, which no ordinary piece has, the work is bounded."""
    pitch, depth = 150.0, 60.0
    side = pitch * (across + 1)
    cuts = tuple(
        Cut(rectangle(180, 170).moved(pitch * (i + 1) - 90, pitch * (j + 1) - 85), 15.0, depth, 0.1)
        for i in range(across)
        for j in range(across)
    )
    solid = Solid(rectangle(side, side), depth, cuts)
    body = as_manifold(solid.outline, 0, depth)
    body -= manifold3d.Manifold.batch_boolean(
        [drafted(cut.outline, cut.bottom_mm, depth, cut.draft) for cut in cuts], manifold3d.OpType.Add
    )
    assert solid.volume_mm3 == pytest.approx(body.volume(), rel=within)


@pytest.mark.parametrize(
    ("one", "other", "width"),
    [
        (circle(100).moved(100, 100), circle(50).moved(400, 500), 500 - 75),  # a 3-4-5 triangle
        (circle(50).moved(500, 500), rounded_rectangle(600, 600, 100), math.hypot(300, 300) - 100 - 25),
        (rounded_rectangle(200, 100, 20), rounded_rectangle(200, 100, 30).moved(260, 0), 60),
        (rounded_rectangle(200, 200, 0), circle(40).moved(0, 180), 60),
    ],
)
def test_webs_are_measured_on_true_arcs(one: Outline, other: Outline, width: float) -> None:
    """Closed forms: distances between centres less radii."""
    web = web_between(one.edges, other.edges)
    assert web.width_mm == pytest.approx(width, abs=1e-9)
    assert math.dist(web.start, web.end) == pytest.approx(width, abs=1e-9)


def test_an_arc_between_two_points_has_the_radius_its_bulge_says() -> None:
    """A quarter turn of radius 50: bulge tan(90° / 4), as in DXF; from memory."""
    edge = Edge(Point(50, 0), Point(0, 50), math.tan(math.pi / 8))
    assert (edge.radius, edge.length) == pytest.approx((50, 25 * math.pi))
    assert edge.centre == pytest.approx((0, 0), abs=1e-9)

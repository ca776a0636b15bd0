"""Volumes, centroids and sections of pieces of every kind, against closed forms and against manifold3d's booleans."""

from math import asin, cos, pi, radians, sin, sqrt, tan
from typing import Any

import pytest
from fontTools.pens.areaPen import AreaPen
from fontTools.ttLib import TTFont

from ops.glyphs import FONT
from tests.jobs import core, feature, free, hole, opening, recess, shaped, top
from ulbrek.core.job.job import Job
from ulbrek.core.kit.geometry.clip import CutLine, split
from ulbrek.core.kit.geometry.edge import Point
from ulbrek.core.kit.geometry.mesh import mesh_of, upright_section
from ulbrek.core.kit.geometry.shapes import arch_angle
from ulbrek.core.kit.lettering import set_text
from ulbrek.core.measure.shape import Shape, shape_of

BOX = 900 * 600 * 40
RADIUS, HALF_ARC = 1300.0, asin(1200 / 1300) / 11  # a 5-12-13 triangle: span 2400, rise 800


def shape(job: Job) -> Shape:
    return shape_of(job.pieces[0])


def outlined(kind: str, *features: dict[str, Any], **fields: Any) -> Job:
    piece = {name: fields.pop(name) for name in ("thickness", "taper", "edge_profiles") if name in fields}
    return shaped({"kind": kind, **fields}, *features, **piece)


def all_round(profile: str, size: str, *edges: str) -> list[dict[str, Any]]:
    return [{"edge": edge, "profile": profile, "size": size, "made": "in the mould"} for edge in edges]


def rounded(length: float, width: float, radius: float) -> float:
    return length * width - (4 - pi) * radius**2


def drafted(length: float, width: float, radius: float, depth: float, degrees: float) -> float:
    """A rounded rectangle that narrows by a draft: Simpson's rule, exact for what is quadratic in depth."""
    lost = lambda share: depth * tan(radians(degrees)) * share  # noqa: E731
    ends = [rounded(length - 2 * lost(s), width - 2 * lost(s), radius - lost(s)) for s in (0, 0.5, 1)]
    return depth * (ends[0] + 4 * ends[1] + ends[2]) / 6


def segment(chord: float, bow: float) -> float:
    radius = (chord**2 / 4 + bow**2) / (2 * bow)
    angle = 2 * asin(chord / (2 * radius))
    return radius**2 / 2 * (angle - sin(angle))


def lens(diameter: float, apart: float) -> float:
    """What two equal circles share."""
    r, half = diameter / 2, apart / 2
    return 2 * r * r * (pi / 2 - asin(half / r)) - apart * sqrt(r * r - half * half)


CORNERS = ((0, 0), (900, 0), (900, 600), (0, 600))
# One job, and its volume by a closed form that any handbook has [mm³].
SOLIDS: dict[str, tuple[Job, float]] = {
    "rectangle": (top(), BOX),
    "L": (
        outlined("l", length="1800 mm", width="1500 mm", along="600 mm", across="500 mm"),
        40 * (1800 * 1500 - 1300 * 900),
    ),
    "U": (
        outlined("u", length="1800 mm", width="900 mm", along="300 mm", left="400 mm", right="500 mm"),
        40 * (1800 * 900 - 900 * 600),
    ),
    "edge by offsets": (
        outlined("offsets", between="straight pieces", readings=[
            {"along": "0 mm", "off": "300 mm"}, {"along": "400 mm", "off": "500 mm"},
            {"along": "900 mm", "off": "400 mm"},
        ]),
        40 * (400 * 400 + 500 * 450),
    ),
    "trapezoid": (outlined("trapezoid", front="900 mm", back="500 mm", width="600 mm"), 40 * 700 * 600),
    "hexagon across flats": (outlined("polygon", sides=6, size="450 mm"), 40 * sqrt(3) / 2 * 450**2),
    "octagon by its side": (outlined("polygon", sides=8, by="side", size="200 mm"), 40 * 2 * (1 + sqrt(2)) * 200**2),
    "triangle by its radius": (
        outlined("polygon", sides=3, by="radius", size="300 mm"),
        40 * 3 * sqrt(3) / 4 * 300**2,
    ),
    "disc": (outlined("disc", diameter="420 mm"), 40 * pi * 210**2),
    "half disc": (outlined("half disc", diameter="420 mm"), 40 * pi * 210**2 / 2),
    "arch block": (
        outlined("arch block", span="2400 mm", rise="800 mm", depth="150 mm", blocks=11, thickness="300 mm"),
        300 * HALF_ARC * (1450**2 - RADIUS**2),
    ),
    "steps": (
        outlined("steps", number=4, rise="150 mm", going="300 mm", landing="900 mm", thickness="1200 mm"),
        1200 * 150 * (300 * (1 + 2 + 3) + 900 * 4),
    ),
    "a corner rounded": (shaped(free(*CORNERS, radius="80 mm")), BOX - 40 * (1 - pi / 4) * 80**2),
    "a corner cut off": (shaped(free(*CORNERS, chamfer="80 mm")), BOX - 40 * 80**2 / 2),
    "an edge that bows out": (shaped(free(*CORNERS, bow="60 mm")), BOX + 40 * segment(600, 60)),
    "an edge that bows in": (shaped(free(*CORNERS, bow="60 mm", bows="in")), BOX - 40 * segment(600, 60)),
    "opening": (top(opening()), BOX - 40 * rounded(450, 330, 25)),
    "drafted opening": (top(opening(draft_deg=4)), BOX - drafted(450, 330, 25, 40, 4)),
    "round hole": (top(hole("450 mm", "300 mm", "35 mm")), BOX - 40 * pi * 17.5**2),
    "slotted hole": (
        top({**hole("450 mm", "300 mm", "40 mm"), "slot_length": "120 mm"}),
        BOX - 40 * (80 * 40 + pi * 20**2),
    ),
    "recess": (top(recess()), BOX - 15 * rounded(200, 150, 10)),
    "drafted recess from below": (
        top(recess(draft_deg=10, face="underside")),
        BOX - drafted(200, 150, 10, 15, 10),
    ),
    "round drafted core": (
        top(core(shape="round", depth="300 mm", draft_deg=3), piece={"thickness": "350 mm"}),
        900 * 600 * 350 - pi * 300 / 3 * (200**2 + 200 * (r := 200 - 300 * tan(radians(3))) + r**2),
    ),
    "foam left in": (
        top(feature("void", length="300 mm", width="200 mm", height="15 mm", above="12 mm")),
        BOX - 300 * 200 * 15,
    ),
    "bar": (top(feature("sleeve", diameter="30 mm")), BOX - 40 * pi * 15**2),
    "rib": (top(feature("rib", length="300 mm", width="60 mm", height="25 mm")), BOX + 300 * 60 * 25),
    "drop edge": (
        top(feature("drop edge", edge="front", drop="30 mm", thickness="40 mm")),
        BOX + 900 * 30 * 40,
    ),
    "two drop edges meet": (
        top(
            feature("drop edge", name="One", edge="front", drop="30 mm", thickness="40 mm"),
            feature("drop edge", name="Two", edge="left", drop="30 mm", thickness="40 mm"),
        ),
        BOX + 30 * 40 * (900 + 600 - 40),
    ),
    "taper": (top(piece={"taper": {"thickness": "30 mm"}}), 900 * 600 * 35),
    "fall on top": (top(piece={"taper": {"thickness": "30 mm", "face": "top", "towards": "left"}}), 900 * 600 * 35),
    "chamfer all round": (
        top(piece={"edge_profiles": all_round("chamfer", "10 mm", "front", "right", "back", "left")}),
        900 * 600 * 30 + 10 / 6 * (900 * 600 + 4 * 890 * 590 + 880 * 580),
    ),
    "rim rounded over": (  # Pappus: the spandrel's centroid lies 0.2234 r from its sides
        outlined("disc", diameter="420 mm", edge_profiles=all_round("round-over", "8 mm", "rim")),
        40 * pi * 210**2 - 2 * pi * (210 - 8 * (10 - 3 * pi) / (12 - 3 * pi)) * (1 - pi / 4) * 8**2,
    ),
    "full bullnose in front": (
        top(piece={"edge_profiles": all_round("full bullnose", "6 mm", "front")}),
        BOX - 900 * (2 - pi / 2) * 20**2,
    ),
    "grooves that fall": (
        top(
            feature(
                "grooves", length="300 mm", width="12 mm", pitch="40 mm", count=5, depth="8 mm", shallow_depth="4 mm"
            )
        ),
        BOX - 5 * 6 * (288 * 12 + pi * 6**2),
    ),
    "two holes that cross": (
        top(hole("400 mm", "300 mm", "100 mm"), hole("460 mm", "300 mm", "100 mm", "Other hole")),
        BOX - 40 * (2 * pi * 50**2 - lens(100, 60)),
    ),
    "a ring of holes": (
        top({**hole("450 mm", "300 mm", "40 mm"), "repeat": {"kind": "ring", "count": 6, "pitch": "150 mm"}}),
        BOX - 6 * 40 * pi * 20**2,
    ),
}  # fmt: skip
OVERLAPPING = 5e-6  # arcs that meet are chopped; all others are exact


@pytest.mark.parametrize("name", SOLIDS)
def test_a_volume_is_that_of_its_closed_form(name: str) -> None:
    job, volume = SOLIDS[name]
    assert shape(job).solid.volume_mm3 == pytest.approx(volume, rel=OVERLAPPING if "cross" in name else 1e-6)


@pytest.mark.parametrize("name", SOLIDS)
def test_a_volume_and_centroid_are_those_of_the_mesh(name: str) -> None:
    solid = shape(SOLIDS[name][0]).solid
    mesh = mesh_of(solid)
    assert mesh.volume() == pytest.approx(solid.volume_mm3, rel=1e-4)
    points = [mesh.translate((-x, -y, -z)) for x, y, z in (solid.centroid,)]
    for normal in ((1, 0, 0), (0, 1, 0), (0, 0, 1)):  # half of its first moment lies on either side
        one = points[0].trim_by_plane(normal, 0)
        assert 0 < one.volume() < mesh.volume()


def test_second_moments_of_a_box_and_of_a_disc() -> None:
    volume, (a, b, c) = BOX, (900, 600, 40)
    expected = [volume * (b * b + c * c) / 12, volume * (a * a + c * c) / 12, volume * (a * a + b * b) / 12]
    assert shape(top()).solid.second_moments == pytest.approx(expected, rel=1e-9)
    disc = shape(SOLIDS["disc"][0]).solid
    m, r = disc.volume_mm3, 210
    expected = [m * (3 * r * r + 40 * 40) / 12] * 2 + [m * r * r / 2]
    assert disc.second_moments == pytest.approx(expected, rel=1e-9)


def test_centroids_by_closed_forms() -> None:
    assert shape(SOLIDS["half disc"][0]).solid.centroid == pytest.approx((210, 4 * 210 / (3 * pi), 20), rel=1e-9)
    x, y, z = shape(SOLIDS["taper"][0]).solid.centroid  # 40 mm at the back, 30 mm in front
    assert (x, y) == pytest.approx((450, 600 / 3 * (30 + 2 * 40) / 70))
    assert z == pytest.approx(40 - (30 * 30 + 30 * 40 + 40 * 40) / 6 / 35)
    l_top = shape(SOLIDS["L"][0])
    left, front = 1800 * 1500, 1300 * 900
    assert l_top.solid.centroid[0] == pytest.approx((left * 900 - front * (500 + 650)) / (left - front), rel=1e-9)


def test_an_arch_block_is_that_of_the_worked_example() -> None:
    """Segmental arch, span 2.4 m, rise 0.8 m, ring 150 mm, 11 blocks: geometry, computed by hand."""
    radius, angle = arch_angle(2400, 800)
    assert (radius, angle) == pytest.approx((1300, 2 * radians(67.38014)), rel=1e-7)
    block = shape(SOLIDS["arch block"][0])
    assert block.solid.volume_mm3 / 1e6 == pytest.approx(13.2301, abs=5e-5)
    inner, right, outer, left = block.outline.edges
    assert (inner.chord, outer.chord) == pytest.approx((277.436, 309.447), abs=5e-4)
    assert (inner.length, outer.length) == pytest.approx((277.965, 310.038), abs=5e-4)
    assert (right.chord, left.chord) == pytest.approx((150, 150))
    assert outer.chord / inner.chord == pytest.approx(1450 / 1300)
    assert cos(angle / 22) * 150 == pytest.approx(149.144, abs=5e-4)


def test_letters_have_the_area_that_the_font_gives_them() -> None:
    """Against the areas of the font's own curves, by fontTools."""
    font = TTFont(FONT)
    drawn, names = font.getGlyphSet(), font.getBestCmap()
    scale = 30 / font["OS/2"].sCapHeight
    for text in ("Fennel Row 8", "No. 1234567890", "ÄÖÜ & ½"):
        pen = AreaPen(drawn)
        for letter in text:
            drawn[names[ord(letter)]].draw(pen)
        cast = sum(one.outline.area_mm2 - sum(h.area_mm2 for h in one.holes) for one in set_text(text, 30))
        assert cast == pytest.approx(abs(pen.value) * scale**2, rel=1e-3)


@pytest.mark.parametrize("name", ["L", "opening", "drafted recess from below", "drop edge", "grooves that fall"])
def test_seams_conserve_volume(name: str) -> None:
    job = SOLIDS[name][0]
    seams = [{"id": "a", "side": "left", "offset": "517 mm"}, {"id": "b", "side": "front", "offset": "311 mm"}]
    piece = type(job.pieces[0]).model_validate({**job.pieces[0].model_dump(mode="json"), "seams": seams})
    divided = shape_of(piece)
    assert len(divided.parts) > 1
    assert sum(part.volume_mm3 for part in divided.parts) == pytest.approx(divided.solid.volume_mm3, rel=1e-6)


def test_a_cut_through_a_u_gives_its_two_legs() -> None:
    outline = shape(SOLIDS["U"][0]).outline
    above, below = split(outline, CutLine(Point(0, 200), Point(1, 0)))
    assert sorted(part.area_mm2 for part in below) == pytest.approx([400 * 200, 500 * 200], rel=1e-6)
    assert sum(part.area_mm2 for part in (*above, *below)) == pytest.approx(outline.area_mm2, rel=1e-9)


def test_an_upright_section_is_the_one_drawn_by_hand() -> None:
    mesh = mesh_of(shape(top(recess(draft_deg=0))).solid)
    (ring,) = upright_section(mesh, "x", 300)
    assert len(ring) == 8
    assert {(round(x), round(z)) for x, z in ring} == {
        (0, 0), (900, 0), (900, 40), (550, 40), (550, 25), (350, 25), (350, 40), (0, 40)
    }  # fmt: skip
    (ring,) = upright_section(mesh, "y", 450)
    assert {(round(y), round(z)) for y, z in ring} >= {(225, 25), (375, 25), (0, 0), (600, 40)}

"""DXF and SVG: out at true size and read back, what a drawing may hold, and what is refused with its place."""

import io
import random
import struct
import zipfile
from math import hypot, pi
from time import process_time

import pytest
from ezdxf import filemanagement

from bench.drawings import broken
from tests.jobs import DEMO_FILES, feature, free, hole, opening, recess, shaped, top
from ulbrek.core.job.job import Job
from ulbrek.core.measure.shape import Shape, shape_of
from ulbrek.files.drawing_in import LARGEST_BYTES, Drawing, read_drawing
from ulbrek.files.drawing_out import layered, write_dxf, write_svg
from ulbrek.files.job_file import read_job_file
from ulbrek.files.problems import InvalidDocumentError
from ulbrek.files.solid_file import write_3mf, write_stl

PIECES = [piece for file in DEMO_FILES for piece in read_job_file(file.read_bytes()).job.pieces]


def shape(job: Job) -> Shape:
    return shape_of(job.pieces[0])


def svg(body: str, head: str = 'width="900mm" height="600mm" viewBox="0 0 900 600"') -> bytes:
    return f'<svg xmlns="http://www.w3.org/2000/svg" {head}>{body}</svg>'.encode()


def dxf(draw: str, unit: int = 4) -> bytes:
    """A DXF of entities written as ezdxf's own calls."""
    document = filemanagement.new("R2010")
    document.header["$INSUNITS"] = unit
    exec(draw, {"space": document.modelspace()})  # noqa: S102 - our own lines
    written = io.StringIO()
    document.write(written)
    return written.getvalue().encode()


def sizes(drawing: Drawing) -> list[tuple[float, float]]:
    return [(round(loop.length_mm, 2), round(loop.width_mm, 2)) for loop in drawing.loops]


@pytest.mark.parametrize("piece", PIECES, ids=lambda piece: piece.name)
def test_what_goes_out_comes_back_to_a_hundredth_of_a_millimetre(piece: object) -> None:
    made = shape_of(piece)  # type: ignore[arg-type]
    lines = sorted((outline.area_mm2, outline.box) for _, outline in layered(made))
    for name, text in (("a.dxf", write_dxf(made)), ("a.svg", write_svg(made))):
        back = read_drawing(text.encode(), name, None)
        assert back.unit == "mm"
        assert back.refused == ()
        found = sorted(loop.area_mm2 for loop in back.loops)
        assert found == pytest.approx([area for area, _ in lines], rel=1e-4, abs=0.02)
        for loop, (_, box) in zip(sorted(back.loops, key=lambda one: one.area_mm2), lines, strict=True):
            assert loop.length_mm == pytest.approx(box[2] - box[0], abs=0.01)
            assert loop.width_mm == pytest.approx(box[3] - box[1], abs=0.01)


@pytest.mark.parametrize("piece", PIECES, ids=lambda piece: piece.name)
def test_a_dxf_passes_the_librarys_audit_and_has_its_layers(piece: object) -> None:
    made = shape_of(piece)  # type: ignore[arg-type]
    document = filemanagement.read(io.StringIO(write_dxf(made)))
    audit = document.audit()
    assert (audit.errors, audit.fixes) == ([], [])
    drawn = {entity.dxf.layer for entity in document.modelspace().query("LWPOLYLINE")}
    assert drawn == {layer for layer, _ in layered(made)}


def test_a_line_of_every_kind_is_read() -> None:
    drawn = dxf(
        "space.add_lwpolyline([(0,0),(900,0),(900,600),(0,600)], close=True)\n"
        "space.add_circle((200,200), 30)\n"
        "space.add_line((400,100),(500,100)); space.add_arc((500,150),50,270,90); space.add_line((500,200),(400,200))\n"
        "space.add_line((400,200),(400,100))\n"
        "space.add_ellipse((700,200), (80,0), 0.5)\n"
        "space.add_spline([(600,400),(700,500),(800,400),(700,350),(600,400)])\n"
    )
    found = read_drawing(drawn, "all.dxf", None)
    assert found.refused == ()
    assert (900.0, 600.0) in sizes(found)
    areas = {round(loop.area_mm2) for loop in found.loops}
    assert round(pi * 30**2) in areas
    assert round(100 * 100 + pi * 50**2 / 2) in areas
    assert any(abs(area - pi * 80 * 40) < 20 for area in areas)
    assert len(found.loops) == 5


def test_svg_shapes_transforms_and_groups() -> None:
    body = (
        '<rect width="900" height="600"/>'
        '<g transform="translate(100 100) scale(2)"><circle cx="50" cy="50" r="20"/></g>'
        '<path d="M600 100 h200 v100 a50 50 0 0 1 -50 50 h-150 z"/><polygon points="100,400 300,400 200,550"/>'
        '<path d="M500 400 C 500 500 700 500 700 400 Z"/>'
    )
    found = read_drawing(svg(body), "a.SVG", None)
    assert found.unit == "mm"
    assert sizes(found)[0] == (900, 600)
    areas = sorted(round(loop.area_mm2) for loop in found.loops)
    assert round(pi * 40**2) in areas
    assert 200 * 150 / 2 in areas
    assert round(200 * 150 - (1 - pi / 4) * 50**2) in areas


@pytest.mark.parametrize(("unit", "scale"), [("mm", 1), ("cm", 10), ("in", 25.4)])
def test_the_unit_is_asked_for_where_a_file_does_not_say(unit: str, scale: float) -> None:
    drawn = dxf("space.add_lwpolyline([(0,0),(20,0),(20,10),(0,10)], close=True)", unit=0)
    assert read_drawing(drawn, "a.dxf", None).unit is None
    assert sizes(read_drawing(drawn, "a.dxf", unit)) == [(20 * scale, 10 * scale)]  # type: ignore[arg-type]
    plain = svg('<rect width="20" height="10"/>', "")
    assert read_drawing(plain, "a.svg", None).unit is None
    assert sizes(read_drawing(plain, "a.svg", unit)) == [(20 * scale, 10 * scale)]  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("draw", "why", "place"),
    [
        ("space.add_lwpolyline([(0,0),(900,0),(900,600)])", "This line is open", (0, 0)),
        ("space.add_lwpolyline([(0,0),(900,600),(900,0),(0,600)], close=True)", "crosses itself", (450, 300)),
        (
            "space.add_lwpolyline([(0,0),(9,0),(9,6),(0,6)], close=True)\n"
            "space.add_lwpolyline([(0,0),(9,0),(9,6),(0,6)], close=True)",
            "drawn twice",
            (0, 0),
        ),
        ("space.add_lwpolyline([(0,0),(900,0)], close=True)", "encloses no area", (0, 0)),
        ("space.add_lwpolyline([(0,0),(99000,0),(0,99000)], close=True)", "12 m", (0, 0)),
    ],
)
def test_a_line_that_is_no_outline_is_refused_with_its_place(draw: str, why: str, place: tuple[float, float]) -> None:
    (refused, *_) = read_drawing(dxf(draw), "a.dxf", None).refused
    assert why in refused.why
    assert (refused.x_mm, refused.y_mm) == pytest.approx(place, abs=1)


BOMB = (
    '<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>'
    '<svg xmlns="http://www.w3.org/2000/svg"><text>&b;</text></svg>'
)


@pytest.mark.parametrize(
    ("content", "name", "problem"),
    [
        (b"0" * (LARGEST_BYTES + 1), "a.dxf", "over 2 MB"),
        (b"%PDF-1.7", "a.pdf", "neither DXF nor SVG"),
        (b"\x00\xff\xfe not a drawing", "a.dxf", "not a DXF drawing"),
        (b"<html/>", "a.svg", "not an SVG drawing"),
        (b"<svg", "a.svg", "that can be read"),
        (BOMB.encode(), "a.svg", "that can be read"),
        (svg("<g>" * 60 + "</g>" * 60), "a.svg", "nested too deeply"),
        (svg('<rect width="9" height="9"/>' * 6000), "a.svg", "over 3,000 elements"),
        (svg('<path d="M0 0' + " l1 1 0 1" * 20_000 + 'z"/>'), "a.svg", "too long"),
        (svg(""), "a.svg", "no line in it"),
        (b"0\nSECTION\n2\nTABLES\n0\nTABLE\n0\nENDTAB\n0\nENDSEC\n0\nEOF\n", "a.dxf", "not a DXF drawing"),
        (dxf("[space.add_point((n, n)) for n in range(6000)]"), "a.dxf", "over 3,000 entities"),
    ],
)
def test_a_file_that_cannot_be_used_is_refused_in_words(content: bytes, name: str, problem: str) -> None:
    with pytest.raises(InvalidDocumentError) as refused:
        read_drawing(content, name, None)
    assert problem in refused.value.problems[0].problem
    assert refused.value.problems[0].remedy


def test_a_curve_of_any_size_is_refused_or_made_of_few_chords() -> None:
    far = "9" * 30  # halved until it is right to a hundredth, such a curve would never end
    for path in (f"M0 0A{far} 1 0 0 1 {far} 3Z", f"M0 0C{far} 0 0 {far} 3 3Z", "M0 0C90000 0 90000 90000 0 90000Z"):
        try:
            drawing = read_drawing(svg(f'<path d="{path}"/>'), "a.svg", "mm")
        except InvalidDocumentError as refused:
            assert refused.problems[0].remedy
        else:
            assert all(len(loop.path) <= 3 * 402 for loop in drawing.loops)


def test_mutated_files_are_read_or_refused_and_nothing_else() -> None:
    dice = random.Random(5)  # noqa: S311 - the same ones every time
    made = shape(top(opening(), hole("450 mm", "520 mm"), recess()))
    for name, whole in (("a.dxf", write_dxf(made).encode()), ("a.svg", write_svg(made).encode())):
        for _ in range(80):
            try:
                read_drawing(broken(whole, dice), name, None)
            except InvalidDocumentError as refused:
                assert refused.problems[0].remedy


def volume_of_stl(stl: bytes) -> float:
    """The volume that a binary STL's triangles go round."""
    (count,) = struct.unpack_from("<I", stl, 80)
    assert len(stl) == 84 + 50 * count
    total = 0.0
    for number in range(count):
        ax, ay, az, bx, by, bz, cx, cy, cz = struct.unpack_from("<12x9f", stl, 84 + 50 * number)
        total += (ax * (by * cz - bz * cy) - ay * (bx * cz - bz * cx) + az * (bx * cy - by * cx)) / 6
    return total


@pytest.mark.parametrize(
    "job", [top(opening(), recess()), top(feature("rib", length="90 mm", width="60 mm", height="9 mm"))]
)
def test_solids_as_files_hold_the_volume(job: Job) -> None:
    made = shape(job)
    assert volume_of_stl(write_stl(made.solid)) == pytest.approx(made.solid.volume_mm3, rel=1e-4)
    archive = zipfile.ZipFile(io.BytesIO(write_3mf(made.solid, "Top")))
    model = next(name for name in archive.namelist() if name.endswith(".model"))
    text = archive.read(model).decode()
    assert 'unit="millimeter"' in text
    assert "<triangle" in text


def test_an_imported_outline_is_the_one_that_was_drawn() -> None:
    drawn = read_drawing(
        write_dxf(shape(shaped(free((0, 0), (900, 0), (900, 600), (0, 500), bow="60 mm")))).encode(), "a.dxf", None
    )
    corners = [drawn.loops[0].path[at : at + 3] for at in range(0, len(drawn.loops[0].path), 3)]
    job = shaped({"kind": "imported", "vertices": [{"x": x, "y": y, "bulge": b} for x, y, b in corners]})
    assert shape(job).outline.area_mm2 == pytest.approx(drawn.loops[0].area_mm2, rel=1e-9)
    back = shaped(
        {"kind": "imported", "vertices": [{"x": x, "y": -y, "bulge": -b} for x, y, b in corners]}
    )  # clockwise
    assert shape(back).outline.area_mm2 == pytest.approx(drawn.loops[0].area_mm2, rel=1e-9)
    assert hypot(*shape(job).outline.box[:2]) == pytest.approx(0, abs=1e-9)


HEAD = '<svg xmlns="http://www.w3.org/2000/svg" width="1000mm" viewBox="0 0 1000 1000">'
LINE = "0\nLINE\n8\n0\n10\n{}\n20\n0\n11\n5\n21\n5\n"


@pytest.mark.parametrize(
    ("drawn", "name", "said"),
    [
        (f'{HEAD}<path d="M0 0{" C 10 0 20 10 20 20" * 19_990}"/></svg>', "a.svg", "too long"),
        (f'{HEAD}<path d="M0 0 C{" 10 0 20 10 20 20" * 16_000}"/></svg>', "a.svg", "too long"),
        (f'{HEAD}<path d="M0 0{" C 10 0 20 10 20 20" * 4_900}"/></svg>', "a.svg", "too many points"),
        (f'{HEAD}<path d="{"M0 0L1 1" * 240_000}"/></svg>', "a.svg", "too long"),
        (f'{HEAD}<path transform="{"rotate(" * 200_000}" d="M0 0L1 1"/></svg>', "a.svg", "transforms cannot be read"),
        (f'{HEAD}<path transform="{"rotate(1)" * 100}" d="M0 0L1 1"/></svg>', "a.svg", "transforms cannot be read"),
        (f'{HEAD}<polygon points="{"1,2 " * 400_000}"/></svg>', "a.svg", "too long"),
        (f"{HEAD}{'<g>' * 100_000}{'</g>' * 100_000}</svg>", "a.svg", "nested too deeply"),
        (f"0\nSECTION\n2\nENTITIES\n{LINE.format('nan')}0\nENDSEC\n0\nEOF\n", "a.dxf", "no number"),
        (f"0\nSECTION\n2\nENTITIES\n{LINE.format('1e999')}0\nENDSEC\n0\nEOF\n", "a.dxf", "no number"),
        (f"0\nSECTION\n2\nENTITIES\n{LINE.format('0') * 45_000}0\nENDSEC\n0\nEOF\n", "a.dxf", "over 3,000 entities"),
    ],
)
def test_what_would_take_long_to_read_is_refused_before_it_is_read(drawn: str, name: str, said: str) -> None:
    began = process_time()
    with pytest.raises(InvalidDocumentError, match=said):
        read_drawing(drawn.encode(), name, None)
    assert process_time() - began < 5 * calibration()


def calibration() -> float:
    """How much slower this machine is than one on which a fixed loop takes 0.1 s; 1 at least."""
    began = process_time()
    sum(number * number % 7 for number in range(1_000_000))
    return max(1.0, (process_time() - began) / 0.1)

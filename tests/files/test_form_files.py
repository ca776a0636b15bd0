"""Forms as files: each board at true size and with its name, the list, the form in the round."""

import csv
import io
import json
import struct

import ezdxf
import openpyxl
import pytest
import trimesh
from shapely import Polygon

from tests.jobs import demo_job, hole, opening, shaped, top
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.files.board_drawings import write_boards_csv, write_boards_dxf, write_boards_xlsx
from ulbrek.files.form_solid import write_glb

SHOP = Shop()
DISC = shaped({"kind": "disc", "diameter": "600 mm"})
HEXAGON = shaped({"kind": "polygon", "sides": 6, "size": "500 mm"})


@pytest.mark.parametrize("job", [top(opening()), DISC, HEXAGON, demo_job(7)], ids=["top", "disc", "hexagon", "planter"])
def test_the_boards_in_a_dxf_are_those_of_the_form_at_true_size_and_apart(job: Job) -> None:
    planned = plan(job, SHOP)
    document = ezdxf.read(io.StringIO(write_boards_dxf(planned)))  # type: ignore[attr-defined]
    assert not document.audit().errors
    boards = [board for piece in planned.pieces for board in piece.form.boards]
    lines = document.modelspace().query("LWPOLYLINE[layer=='BOARD']")
    assert len(lines) == len(boards)
    places = []
    for line, board in zip(lines, boards, strict=True):
        points = list(line.get_points("xyb"))
        xs, ys = [x for x, _, _ in points], [y for _, y, _ in points]
        if not any(bulge for _, _, bulge in points):
            assert max(xs) - min(xs) == pytest.approx(board.length.value, abs=0.01)
            assert max(ys) - min(ys) == pytest.approx(board.height.value, abs=0.01)
            places.append(Polygon([(x, y) for x, y, _ in points]))
    assert all(not one.intersects(other) for at, one in enumerate(places) for other in places[:at])
    names = [text.dxf.text for text in document.modelspace().query("TEXT[layer=='NAME']")]
    assert len(names) == len(boards)


def test_the_list_has_a_line_a_board_and_says_how_many_are_cut() -> None:
    job = top(opening(), piece={"count": 4}, form={"forms": 2})
    rows = list(csv.DictReader(io.StringIO(write_boards_csv(plan(job, SHOP)).decode("utf-8-sig"))))
    assert [row["made for"] for row in rows] == ["base", "front", "right", "back", "left"]
    assert {row["copies"] for row in rows} == {"2"}
    assert float(rows[1]["length mm"]) == 932
    mitred = list(csv.DictReader(io.StringIO(write_boards_csv(plan(HEXAGON, SHOP)).decode("utf-8-sig"))))
    assert {row["bevel at start"] for row in mitred[1:]} == {"30.0"}


def test_the_workbook_has_boards_and_hardware() -> None:
    planned = plan(top(opening(), hole("450 mm", "520 mm")), SHOP)
    book = openpyxl.load_workbook(io.BytesIO(write_boards_xlsx(planned)))
    assert book.sheetnames == ["Boards", "Hardware"]
    hardware = {row[0].value: row[1].value for row in book["Hardware"].iter_rows(min_row=2)}
    assert hardware["Screws"] == planned.cutting.screws.value
    assert any("foam in layers" in str(name) for name in hardware)
    assert hardware["Bearer, 720 mm"] == 4
    assert hardware["Lumber 38 × 63 mm (2 × 3), 3050 mm"] == 1


def test_the_form_in_the_round_has_a_body_a_board_in_metres() -> None:
    planned = plan(top(opening()), SHOP).pieces[0]
    glb = write_glb(planned.form)
    assert glb[:4] == b"glTF"
    (length,) = struct.unpack_from("<I", glb, 12)
    told = json.loads(glb[20 : 20 + length])
    names = {node["name"] for node in told["nodes"]}
    assert {"base", "front", "right", "back", "left", "sink"} <= names
    sizes = [
        high - low
        for accessor in told["accessors"]
        if "min" in accessor and len(accessor["min"]) == 3
        for low, high in zip(accessor["min"], accessor["max"], strict=True)
    ]
    assert max(sizes) == pytest.approx(1.020), "the base is 900 and two ledges of 60 long"


def volumes_of(job: Job) -> dict[str, float]:
    """The volume of each body of the first piece's form, its surface closed and facing out [l]."""
    scene = trimesh.load(io.BytesIO(write_glb(plan(job, SHOP).pieces[0].form)), file_type="glb")
    bodies = dict(scene.geometry)
    for body in bodies.values():
        body.merge_vertices(merge_tex=True, merge_norm=True)
    assert all(body.is_watertight and body.is_winding_consistent for body in bodies.values())
    return {name: body.volume * 1000 for name, body in bodies.items()}


def test_bodies_in_the_round_slope_and_narrow_as_the_form_does() -> None:
    planter, falling = demo_job(7), top(piece={"taper": {"thickness": "30 mm", "towards": "right"}})
    measured = plan(planter, SHOP).pieces[0].measure
    former = volumes_of(planter)
    outside = measured.length_mm * measured.width_mm * plan(planter, SHOP).pieces[0].form.depth_mm / 1e6
    drains = sum(volume for name, volume in former.items() if name.startswith("drain"))
    assert former["inside"] == pytest.approx(outside - measured.volume.value - drains, rel=2e-3)
    strips = plan(falling, SHOP).pieces[0].form
    sloped = next(board for board in strips.boards if board.tops)
    mean = (sloped.top_mm + sloped.top_end_mm) / 2 - sloped.bottom_mm
    assert volumes_of(falling)[sloped.key] == pytest.approx(
        sloped.thickness_mm * mean * sloped.length_cut_mm / 1e6, rel=1e-3
    )

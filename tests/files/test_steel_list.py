"""The cut and bend list: as a list, as a drawing read back, and on paper."""

import csv
import io
from datetime import UTC, datetime
from math import hypot
from typing import Any

import ezdxf
import pytest
from pypdf import PdfReader

from tests.core.move_cases import leg, standing
from tests.core.steel_cases import by_hand, own, vessel
from tests.jobs import demo_job, opening, top
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.files.pack import job_pack
from ulbrek.files.steel_list import COLUMNS, write_steel_csv, write_steel_dxf

SHOP = Shop()


def rows(job: Job) -> list[dict[str, str]]:
    return list(csv.DictReader(io.StringIO(write_steel_csv(plan(job, SHOP)).decode("utf-8-sig"))))


def drawn(job: Job) -> Any:
    return ezdxf.read(io.StringIO(write_steel_dxf(plan(job, SHOP)))).modelspace()  # type: ignore[attr-defined]


def pages(job: Job) -> list[str]:
    content = job_pack(job, plan(job, SHOP), shop_name="Shop", units="mm", paper="a4")
    return [page.extract_text().replace("\u00a0", " ") for page in PdfReader(io.BytesIO(content)).pages]


def page_of(job: Job, title: str) -> str:
    return next(text for text in pages(job) if text.lstrip().startswith(title))


def test_the_list_tells_each_shape_once_with_all_its_castings() -> None:
    listed = rows(top(opening(), piece={"count": 3}))
    assert tuple(listed[0]) == COLUMNS
    mesh, *bars = listed
    assert (mesh["what"], mesh["count"]) == ("Fine mesh 2.5 mm, 50 mm squares", "3")
    assert {(bar["why"], bar["count"], bar["length mm"]) for bar in bars} == {
        ("in front of Sink", "3", "850.0"),
        ("behind Sink", "3", "850.0"),
    }


def test_bends_are_told_by_angle_way_and_place() -> None:
    ring, along, across = rows(vessel(60))
    assert (ring["mark"], ring["ends"], ring["bent round mm"]) == ("A", "lapped", "24.0")
    marks = [bend.split("@") for bend in along["bends"].split()]
    assert [turn for turn, _ in marks] == ["90l", "90l"]
    first, second = (float(at) for _, at in marks)
    assert second - first == pytest.approx(15 * 3.1416 / 2 + (540 - 30), abs=1)  # the bend, then the floor to the next
    assert int(across["count"]) >= 2


def test_the_drawing_holds_every_bar_at_true_size() -> None:
    job = by_hand(own(1, "100 mm"))
    lines = [line for line in drawn(job) if line.dxftype() == "LINE"]
    steel = plan(job, SHOP).pieces[0].steel
    assert steel.mesh is not None
    assert sum(line.dxf.layer == "MESH" for line in lines) == len(steel.mesh.wires)
    long = sorted(
        round(hypot(line.dxf.end.x - line.dxf.start.x, line.dxf.end.y - line.dxf.start.y), 3)
        for line in lines
        if line.dxf.layer == "BAR"
    )
    assert long == sorted(round(bar.length.value, 3) for bar in steel.bars)


def test_bent_bars_are_drawn_by_their_corners() -> None:
    shapes = [one for one in drawn(vessel(60)) if one.dxftype() == "LWPOLYLINE" and one.dxf.layer == "BENT"]
    assert [one.closed for one in shapes] == [True, False, False]
    xs = [point[0] for point in shapes[1].get_points()]
    assert max(xs) - min(xs) == pytest.approx(600 - 60)  # from the middle of one wall to that of the other


def test_the_pack_has_a_page_of_the_cage_with_its_bends() -> None:
    page = "\n".join(pages(vessel(60)))
    for told in ("rings round the walls", "90° left at", "lapped", "Cover", "24 mm (at least 20 mm)"):
        assert told in page


def test_the_pack_tells_how_flat_steel_lies_and_is_held() -> None:
    page = " ".join(page_of(top(opening(), steel={"held": "tied over the form"}), "Steel").split())
    for told in ("Support points", "Least edge cover", "Cover to the show face", "Cut the ties once"):
        assert told in page


def test_the_pack_has_a_handling_card_with_its_hours() -> None:
    job = standing(rests="on supports", supports=["100 mm", "800 mm"], load_kg=50)
    poured = job.cure.model_copy(update={"poured_at": datetime(2026, 11, 23, 9, tzinfo=UTC)})
    page = page_of(job.model_copy(update={"cure": poured}), "Move")
    for told in ("Edge down", "Hold or strap at", "from 10 MPa, ", "Supports at", "Bending stress in use"):
        assert told in page
    assert "tips at a lean of" in page_of(leg("80 mm"), "Move")


def test_joined_parts_stand_on_the_page_of_moving() -> None:
    text = "\n".join(pages(demo_job(8)))
    for told in ("Attached parts", "Stretcher between the legs", "Cork feet", "2 lengths of 3000 mm"):
        assert told in text

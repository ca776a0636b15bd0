"""Templates read back from the PDF: what is drawn on the paper is as large as it is to be cut."""

import io
import re
from collections.abc import Iterator
from math import ceil

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader
from pypdf.generic import ContentStream, DictionaryObject

from tests.jobs import demo_job, feature, hole, opening, recess, shaped, top
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.inputs.common import SIDES
from ulbrek.core.plan.plan import plan
from ulbrek.files.pack.templates import OVERLAP_MM, template_pages, templates_of

SHOP = Shop()
TRUE_MM = 0.2
Matrix = tuple[float, float, float, float, float, float]
Points = list[tuple[float, float]]


def times(one: Matrix, other: Matrix) -> Matrix:
    a, b, c, d, e, f = one
    g, h, i, j, k, m = other
    return (
        a * g + b * i, a * h + b * j, c * g + d * i, c * h + d * j, e * g + f * i + k, e * h + f * j + m,
    )  # fmt: skip


def drawn(  # noqa: C901 - one line an operator of the page
    content: ContentStream, resources: DictionaryObject, at: Matrix, pdf: PdfReader
) -> Iterator[Points]:
    """Every path of a page [mm], through all its transformations and the drawings placed in it."""
    stack: list[Matrix] = []
    points: Points = []

    def put(x: object, y: object) -> None:
        a, b, c, d, e, f = at
        u, v = float(x), float(y)  # type: ignore[arg-type]
        points.append(((a * u + c * v + e) / 72 * 25.4, (b * u + d * v + f) / 72 * 25.4))

    for operands, operator in content.operations:
        match operator:
            case b"q":
                stack.append(at)
            case b"Q":
                at = stack.pop()
            case b"cm":
                at = times(tuple(float(one) for one in operands), at)  # type: ignore[arg-type]
            case b"m" | b"l":
                put(*operands)
            case b"c":
                for index in (0, 2, 4):
                    put(operands[index], operands[index + 1])
            case b"re":
                x, y, w, h = (float(one) for one in operands)
                put(x, y)
                put(x + w, y + h)
            case b"S" | b"f" | b"B" | b"n" | b"s" | b"f*" | b"B*":
                if points and operator in (b"S", b"s"):
                    yield points
                points = []
            case b"Do":
                placed = resources["/XObject"][operands[0]].get_object()
                if placed["/Subtype"] == "/Form":
                    own = tuple(float(one) for one in placed.get("/Matrix", (1, 0, 0, 1, 0, 0)))
                    inner = placed.get("/Resources", resources)
                    yield from drawn(ContentStream(placed, pdf), inner, times(own, at), pdf)  # type: ignore[arg-type]


def paths(pdf: bytes, page: int) -> list[Points]:
    reader = PdfReader(io.BytesIO(pdf))
    one = reader.pages[page]
    content = one.get_contents()
    assert content is not None
    return list(drawn(content, one["/Resources"], (1, 0, 0, 1, 0, 0), reader))


def size(points: Points) -> tuple[float, float]:
    xs, ys = zip(*points, strict=True)
    return max(xs) - min(xs), max(ys) - min(ys)


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_a_template_measures_true_on_the_paper(paper: str) -> None:
    job = top(hole("200 mm", "300 mm", "120 mm"), recess(length="150 mm", width="90 mm", depth="14 mm"))
    pdf = template_pages(job, plan(job, SHOP), units="mm", paper=paper)
    sizes = [size(points) for points in paths(pdf, 0)]
    assert any(w == pytest.approx(120, abs=TRUE_MM) and h == pytest.approx(120, abs=TRUE_MM) for w, h in sizes)
    bars = [w for w, h in sizes if h < 0.01 and w > 50]
    assert bars == [pytest.approx(100, abs=TRUE_MM)]
    sizes = [size(points) for points in paths(pdf, 1)]
    assert any(w == pytest.approx(150, abs=TRUE_MM) and h == pytest.approx(90, abs=TRUE_MM) for w, h in sizes)


def test_a_large_one_goes_over_tiles_whose_marks_meet() -> None:
    job = top(opening(length="450 mm", width="350 mm"))
    pdf = template_pages(job, plan(job, SHOP), units="in", paper="a4")
    across, down = 210 - 20 - OVERLAP_MM, 297 - 30 - OVERLAP_MM
    columns, rows = ceil((450 - OVERLAP_MM) / across), ceil((350 - OVERLAP_MM) / down)
    pages = len(PdfReader(io.BytesIO(pdf)).pages)
    assert pages == columns * rows == 6
    lefts, crosses = [], []
    for page in range(columns):
        found = paths(pdf, page)
        whole = next(points for points in found if size(points)[0] > 400)
        assert size(whole) == pytest.approx((450, 350), abs=TRUE_MM)
        lefts.append(min(x for x, _ in whole))
        crosses.append(sorted(x for points in found if size(points)[0] == pytest.approx(8, abs=0.1) for x, _ in points))
    # From tile to tile the outline moves by just what the marks are apart.
    assert lefts[0] - lefts[1] == pytest.approx(across, abs=TRUE_MM)
    assert crosses[0][-1] - crosses[0][0] == pytest.approx(across + 8, abs=TRUE_MM)
    bars = [size(points)[0] for points in paths(pdf, 0) if size(points)[1] < 0.01 and size(points)[0] > 50]
    assert bars == [pytest.approx(101.6, abs=TRUE_MM)]


def test_each_former_and_rib_has_one_and_a_plain_box_says_there_is_none() -> None:
    disc = shaped({"kind": "disc", "diameter": "600 mm"})
    titles = [one.title for one in templates_of(disc, plan(disc, SHOP))]
    assert len(titles) == 1, "all ribs of a disc are alike"
    assert "rib" in titles[0]
    planter = demo_job(7)
    assert {one.title for one in templates_of(planter, plan(planter, SHOP))} >= {"Planter box: Inside"}
    plain = top()
    pdf = template_pages(plain, plan(plain, SHOP), units="mm", paper="a4")
    assert "Nothing in this job" in PdfReader(io.BytesIO(pdf)).pages[0].extract_text()


def test_letters_are_mirrored_for_a_form_that_lies_face_down() -> None:
    letters = feature("lettering", text="L", height="60 mm", depth="4 mm")
    up, down = (
        next(templates_of(job, plan(job, SHOP)))
        for job in (top(letters, piece={"cast": "face up"}), top(letters, piece={"cast": "face down"}))
    )
    assert up.width_mm == pytest.approx(down.width_mm)

    def stem(template: object) -> float:
        (outline,) = template.outlines  # type: ignore[attr-defined]
        return sum(x for x, y, _ in outline if y > 30) / sum(1 for _, y, _ in outline if y > 30)

    assert stem(up) < up.width_mm / 2 < stem(down)


@pytest.mark.parametrize("cast", ["face up", "face down"])
@given(x=st.integers(60, 400), pitch=st.integers(30, 200), above=st.integers(12, 60), into=st.sampled_from(SIDES))
def test_all_bolts_of_a_side_are_on_one_sheet_and_set_out_alike(
    cast: str, x: int, pitch: int, above: int, into: str
) -> None:
    """A second way to each place: along its side and up it, as somebody who stands before that side counts them."""
    level = into in ("front", "back")
    along, across = ("x", "y") if level else ("y", "x")
    bolt = feature(
        "bolt", diameter="10 mm", embedded="60 mm", into=into, above=f"{above} mm",
        repeat={"kind": "row", "count": 2, "pitch": f"{pitch} mm", "along": "to the right" if level else "to the back"},
    ) | {
        along: {"side": "left" if level else "front", "to": "centre", "offset": f"{x} mm"},
        across: {"side": into, "to": "edge", "offset": "0 mm"},
    }  # fmt: skip
    piece = {"outline": {"length": "800 mm", "width": "700 mm"}, "thickness": "80 mm", "cast": cast}
    job = top(bolt, piece=piece)
    planned = plan(job, SHOP)
    (sheet,) = [one for one in templates_of(job, planned) if "drill" in one.title]
    run = 800 if level else 700
    counted = [x, x + pitch] if into in ("front", "right") else [run - x, run - x - pitch]
    heights = above
    if cast == "face down":
        counted, heights = [run - one for one in counted], 80 - above
    low = min(counted)
    places = [(y, sheet.width_mm - x) if sheet.upright else (x, y) for x, y in sheet.centres]
    assert max(cx for cx, _ in places) - min(cx for cx, _ in places) == pytest.approx(pitch)
    assert min(cx for cx, _ in places) == pytest.approx(min(low, 40))
    told = re.search(r"left edge \{([0-9.]+) mm\}", sheet.base)
    assert (float(told[1]) if told else 0) + min(cx for cx, _ in places) == pytest.approx(low)
    assert {round(cy, 6) for _, cy in places} == {min(heights, 40)}
    first, *_ = [one for one in planned.pieces[0].form.knockouts if one.kind == "bolt in a side"]
    away, height = re.findall(r"\{([0-9.]+) mm\}", first.holding)[-2:]
    assert float(height) == pytest.approx(heights)
    assert float(away) == pytest.approx(min(x, run - x))


@pytest.mark.parametrize("cast", ["face up", "face down"])
def test_pipes_of_a_side_are_on_one_sheet_and_a_blind_one_is_on_one_side_only(cast: str) -> None:
    through = feature("pipe", x="100 mm", diameter="20 mm", runs="front to back", above="30 mm")
    blind = feature("pipe", name="Blind", diameter="20 mm", runs="front to back", length="200 mm", above="30 mm") | {
        "x": {"offset": "200 mm"}, "y": {"to": "edge", "offset": "0 mm"},
    }  # fmt: skip
    piece = {"outline": {"length": "800 mm", "width": "700 mm"}, "thickness": "80 mm", "cast": cast}
    job = top(through, blind, piece=piece)
    sheets = {one.title.split(", ")[1]: one for one in templates_of(job, plan(job, SHOP)) if "drill" in one.title}
    assert {side: len(one.centres) for side, one in sheets.items()} == {"front side": 2, "back side": 1}
    height = 30 if cast == "face up" else 50
    for one in sheets.values():
        assert {round(at[0 if one.upright else 1], 6) for at in one.centres} <= {min(height, 40), one.width_mm - height}

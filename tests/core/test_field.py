"""The form of a field: boards round it, strips between its sections."""

from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, box
from shapely.ops import unary_union

from tests.core.ground_cases import LUMBER, sections
from ulbrek.core.form.field import channel_of, strips_of
from ulbrek.core.form.result import Board
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.geometry.grid import Grid
from ulbrek.core.plan.plan import copies_of, plan

PLAIN = {"gap": "76 mm", "row_gap": "38 mm", "run": "2852 mm", "deep": None}


def foot(board: Board) -> Polygon:
    return box(board.x_mm, board.y_mm, board.x_mm + board.dx_mm, board.y_mm + board.dy_mm)


@given(
    st.builds(
        Grid, st.integers(1, 6), st.integers(1, 5), st.floats(150, 2000), st.floats(150, 2000), st.floats(6, 260),
        st.floats(6, 260),
    ),
    st.sampled_from([12.0, 19.0, 38.0]),
)  # fmt: skip
@settings(max_examples=150, deadline=None)
def test_strips_stand_against_every_side_of_a_section_and_in_none(grid: Grid, board: float) -> None:
    columns, rows, length, width, gap, row_gap = grid
    dividers, _ = strips_of(grid, board)
    standing = []
    for one in dividers:
        half = (one.thick_mm or board) / 2
        level = one.y1 == one.y2
        standing.append(
            box(one.x1, one.y1 - half, one.x2, one.y2 + half)
            if level
            else box(one.x1 - half, one.y1, one.x2 + half, one.y2)
        )
    for index, one in enumerate(standing):
        assert all(one.intersection(other).area < 1e-6 for other in standing[:index])
    boards = unary_union(standing)
    whole = box(0, 0, *grid.size)
    near = unary_union([boards.buffer(1.001, join_style="mitre"), whole.exterior.buffer(0.01)])
    for row in range(rows):
        for column in range(columns):
            x, y = column * (length + gap), row * (width + row_gap)
            section = box(x, y, x + length, y + width)
            assert section.intersection(boards).area < 1e-6
            assert section.exterior.difference(near).length < 1e-6, "a side without a board"
    assert {one.thick_mm for one in dividers} <= {board, *(channel_of(one, board).ripped_mm for one in (gap, row_gap))}


def test_two_boards_go_into_a_gap_as_soon_as_it_takes_them() -> None:
    found = {gap: channel_of(gap, 38) for gap in (20.0, 38.0, 39.5, 50.0, 76.0, 77.0, 100.0)}
    assert [one.boards for one in found.values()] == [0, 1, 1, 1, 2, 2, 2]
    assert [one.ripped_mm for one in found.values()] == [20, 0, 0, 12, 0, 0, 0]
    assert [one.apart_mm for one in found.values()] == [0, 0, 0, 0, 0, 0, 24]


def test_a_field_is_one_form_that_is_poured_at_once() -> None:
    job = sections({"sheet": LUMBER, "forms": 6}, **PLAIN)
    planned = plan(job, Shop())
    (piece,) = planned.pieces
    form = piece.form
    assert copies_of(job, job.pieces[0]) == 1
    assert not planned.mix.turns
    dividers = [board for board in form.boards if board.kind == "divider"]
    assert [sum(board.name.startswith(which) for board in dividers) for which in ("Long", "Short")] == [1, 8]
    assert {board.height.value for board in form.boards} == {89.0}
    front = next(board for board in form.boards if board.key == "front")
    assert front.length.value == 3 * 900 + 2 * 76 + 2 * 38
    into_ends, corners, staked = 9 * 2 * 2, 4, 2 * len(form.stiffness.stakes)
    assert len(form.screws) == into_ends + corners + staked
    areas = [unary_union([foot(board) for board in dividers]).intersection(_of(path)).area for path in form.cavities]
    assert len(areas) == 6 and max(areas) < 1e-6
    assert form.consumed.contact_area.value * 1e6 == 6 * 2 * (900 + 600) * 90
    (step,) = [one for one in form.steps if one.title == "Set the strips between the sections"]
    assert set(step.adds) == {board.key for board in dividers}
    assert "back to back" in step.text and "Long ones first" in step.text


def test_sections_have_a_form_each_where_that_is_said_or_nothing_else_will_do() -> None:
    alone = [
        sections({"field": "a form each"}, **PLAIN),
        sections({"in_moulds": True}, **PLAIN),
        sections({"sides": "on the base"}, **PLAIN),
        sections(**{**PLAIN, "gap": "0 mm"}),
        sections(count=7, **PLAIN),
    ]
    for job in alone:
        form = plan(job, Shop()).pieces[0].form
        assert len(form.cavities) == 1
        assert not [board for board in form.boards if board.kind == "divider"]


def _of(path: tuple[float, ...]) -> Polygon:
    return Polygon([(path[at], path[at + 1]) for at in range(0, len(path), 3)])

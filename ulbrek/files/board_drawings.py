"""The boards of forms as a drawing at true size, and as a list."""

import io
from collections import Counter
from collections.abc import Iterator, Sequence

from ulbrek.core.base.sentence import fill
from ulbrek.core.form.result import Board
from ulbrek.core.plan.result import Plan
from ulbrek.files.tables import Row, write_csv, write_xlsx

_GAP_MM = 40.0
_ROW_MM = 2500.0
COLUMNS = (
    "piece", "board", "made for", "length mm", "width mm", "thickness mm", "bevel at start", "bevel at end", "sheet",
    "copies",
)  # fmt: skip


def write_boards_dxf(plan: Plan) -> str:
    """Every board of a job's forms at true size, side by side: its outline on ``BOARD``, its name on ``NAME``."""
    from ezdxf import filemanagement, units  # noqa: PLC0415 - half a second, and only when it is asked for

    document = filemanagement.new("R2010", setup=True)
    document.units = units.MM
    for layer, colour in (("BOARD", 7), ("NAME", 3)):
        document.layers.add(layer, color=colour)
    space = document.modelspace()
    x = y = row = 0.0
    for piece, board in boards_of(plan):
        length, width = board.length.value, board.height.value
        if x and x + length > _ROW_MM:
            x, y, row = 0.0, y + row + _GAP_MM, 0.0
        corners = [(cx + x, cy + y, bulge) for cx, cy, bulge in _outline(board)]
        space.add_lwpolyline(corners, format="xyb", close=True, dxfattribs={"layer": "BOARD"})
        told = f"{piece}: {fill(board.name, {}, 'mm')}"
        space.add_text(told, height=12, dxfattribs={"layer": "NAME"}).set_placement((x, y - 18))
        x, row = x + length + _GAP_MM, max(row, width)
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


def write_boards_csv(plan: Plan) -> bytes:
    """The list of boards, one a line."""
    return write_csv([COLUMNS, *_rows(plan)])


def write_boards_xlsx(plan: Plan) -> bytes:
    """Boards and hardware as a workbook of two sheets."""
    return write_xlsx({"Boards": [COLUMNS, *_rows(plan)], "Hardware": _hardware(plan)})


def _hardware(plan: Plan) -> Iterator[Row]:
    cut = plan.cutting
    yield "what", "how many", "unit"
    for kind in cut.kinds:
        yield kind.sheet_name, len(kind.bought), "sheets"
    if cut.lumber:
        yield f"{cut.lumber.name}, {cut.lumber.length_mm:g} mm", round(cut.lumber.count.value), "lengths"
        for part, many in Counter(part for length in cut.lumber.lengths for part in length.parts).items():
            yield f"{part.name}, {part.length_mm:g} mm", many, "pieces"
    for name, figure in (
        ("Screws", cut.screws),
        ("Boxes of screws", cut.boxes),
        ("Sealant", cut.cartridges),
        ("Tape", cut.rolls),
    ):
        if figure.value:
            yield name, round(figure.value, 3), figure.unit
    for planned in plan.pieces:
        if planned.form.stiffness.straps:
            yield f"{planned.name}: strap round the form", len(planned.form.stiffness.straps), "straps"
        for knockout in planned.form.knockouts:
            layers = knockout.layers.value if knockout.layers else None
            yield f"{planned.name}: {knockout.name}, {knockout.build}", layers, "layers" if layers else ""


def boards_of(plan: Plan) -> Iterator[tuple[str, Board]]:
    """Every board of one form of each piece, with the piece's name."""
    for planned in plan.pieces:
        for board in planned.form.boards:
            yield planned.name, board


def _rows(plan: Plan) -> Iterator[list[str | float]]:
    keys = [key for kind in plan.cutting.kinds for key in kind.names]
    for planned in plan.pieces:
        for board in planned.form.boards:
            stem = f"{planned.id}.{board.key}"
            copies = len({key.split("/")[0] for key in keys if key.split("/")[0] == stem or _is_copy(key, stem)})
            yield [
                planned.name, fill(board.name, {}, "mm"), board.key, round(board.length.value, 2),
                round(board.height.value, 2), board.thickness_mm, board.bevel_start_deg, board.bevel_end_deg,
                board.sheet, copies,
            ]  # fmt: skip


def _is_copy(key: str, stem: str) -> bool:
    rest = key.split("/", maxsplit=1)[0].removeprefix(f"{stem}.")
    return rest != key.split("/", maxsplit=1)[0] and rest.isdigit()


def _outline(board: Board) -> Sequence[tuple[float, float, float]]:
    """A board's own outline: along its length and across [mm]."""
    if board.shape:
        return [(board.shape[at], board.shape[at + 1], board.shape[at + 2]) for at in range(0, len(board.shape), 3)]
    length, width = board.length.value, board.height.value
    return [(0.0, 0.0, 0.0), (length, 0.0, 0.0), (length, width, 0.0), (0.0, width, 0.0)]

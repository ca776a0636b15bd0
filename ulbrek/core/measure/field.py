"""A field: sections of one piece that lie in rows, with gaps both ways."""

from collections.abc import Iterator
from math import ceil

from ulbrek.core.kit.geometry.grid import Grid
from ulbrek.core.measure.inputs.piece import Piece, Run


def field_size(run: Run, across_mm: float) -> tuple[float, float]:
    """How large a field is, margins and all: from left to right and from front to back [mm].

    Args:
        run: what its sections fill
        across_mm: of a section, square to its rows [mm]
    """
    rows = (
        run.row_end.mm * 2 + run.rows * across_mm + (run.rows - 1) * run.row_gap.mm if run.deep is None else run.deep.mm
    )
    return (run.run.mm, rows) if run.along == "length" else (rows, run.run.mm)


def places(run: Run, count: int, size: tuple[float, float]) -> Iterator[tuple[float, float]]:
    """Where sections of a field lie, from its left front corner [mm], margins and all.

    Args:
        run: what they fill
        count: how many there are
        size: of a section, from left to right and from front to back [mm]
    """
    along, across = size if run.along == "length" else (size[1], size[0])
    in_row = max(1, ceil(run.in_row(count)))
    for number in range(count):
        row, place = divmod(number, in_row)
        at = (run.end_gap.mm + place * (along + run.gap.mm), run.row_end.mm + row * (across + run.row_gap.mm))
        yield at if run.along == "length" else (at[1], at[0])


def grid_of(piece: Piece, size: tuple[float, float]) -> Grid | None:
    """A piece whose rectangles fill whole rows with gaps between, as it lies on the ground; None of any other.

    Args:
        piece: with its run
        size: of a section, from left to right and from front to back [mm]
    """
    run = piece.run
    if run is None or piece.stays != "on the ground" or piece.outline.kind != "rectangle" or piece.count % run.rows:
        return None
    if piece.count == 1 or piece.seams or piece.taper is not None or piece.drawn == "from the side":
        return None
    in_row = piece.count // run.rows
    if (in_row > 1 and run.gap.mm <= 0) or (run.rows > 1 and run.row_gap.mm <= 0):
        return None  # sections that touch are cast against one another, in turns
    if run.along == "length":
        return Grid(in_row, run.rows, *size, run.gap.mm, run.row_gap.mm)
    return Grid(run.rows, in_row, *size, run.row_gap.mm, run.gap.mm)

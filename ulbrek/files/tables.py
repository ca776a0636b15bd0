"""Tables as CSV and as workbooks: one writer for all of them, so that what people typed stays text."""

import csv
import io
from collections.abc import Iterable, Mapping, Sequence

from ulbrek.core.base.texts import without_controls

Cell = str | float | bool | None
Row = Sequence[Cell]
# A spreadsheet takes text that begins like this for a formula.
_FORMULA = ("=", "+", "-", "@", "\t", "\r", "\n")


def write_csv(rows: Iterable[Row]) -> bytes:
    """A table as CSV, its heads first; with the mark by which spreadsheets know UTF-8.

    Args:
        rows: numbers stay numbers; text that would be a formula gets an apostrophe
    """
    written = io.StringIO(newline="")
    csv.writer(written).writerows([_plain(cell) for cell in row] for row in rows)
    return written.getvalue().encode("utf-8-sig")


def write_xlsx(sheets: Mapping[str, Iterable[Row]]) -> bytes:
    """Tables as a workbook, one a sheet, heads in bold.

    Args:
        sheets: by title, the rows of each, its heads first
    """
    from openpyxl import Workbook  # noqa: PLC0415 - takes half a second to load
    from openpyxl.cell import WriteOnlyCell  # noqa: PLC0415
    from openpyxl.styles import Font  # noqa: PLC0415

    book = Workbook(write_only=True)
    for title, rows in sheets.items():
        sheet = book.create_sheet(title)
        sheet.freeze_panes = "A2"
        for number, row in enumerate(rows):
            cells = [WriteOnlyCell(sheet, _plain(cell)) for cell in row]
            for cell in cells if number == 0 else ():
                cell.font = Font(bold=True)
            sheet.append(cells)
    written = io.BytesIO()
    book.save(written)
    return written.getvalue()


def _plain(cell: Cell) -> str | float | None:
    if isinstance(cell, str):
        text = without_controls(cell)
        return f"'{text}" if text.startswith(_FORMULA) else text
    return str(cell).lower() if isinstance(cell, bool) else cell

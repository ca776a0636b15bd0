"""Tables as CSV and workbooks: whatever people called their things, a spreadsheet takes it for text."""

import csv
import io

import pytest
from openpyxl import load_workbook

from tests.jobs import opening, top
from ulbrek.core.buying.demand import PlannedJob
from ulbrek.core.buying.shopping import Line, ShoppingList, shopping
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.files.board_drawings import write_boards_csv, write_boards_xlsx
from ulbrek.files.shopping_file import write_shopping_csv, write_shopping_xlsx
from ulbrek.files.steel_list import write_steel_csv
from ulbrek.files.tables import write_csv, write_xlsx
from ulbrek.standins.prices import SimulatedPrices

BITES = '=HYPERLINK("http://x","y")'
SHOP = Shop()


@pytest.mark.parametrize("text", [BITES, "+1+1", "-2+3", "@SUM(A1)", "\tx", "\r=1"])
def test_what_would_be_a_formula_is_text_and_numbers_stay_numbers(text: str) -> None:
    rows = [("what", "much", "yes"), (text, -2.5, True)]
    (_, (told, number, yes)) = csv.reader(io.StringIO(write_csv(rows).decode("utf-8-sig"), newline=""))
    assert (told, number, yes) == (f"'{text}", "-2.5", "true")
    _, (first, second, _) = load_workbook(io.BytesIO(write_xlsx({"Sheet": rows})))["Sheet"].iter_rows()
    assert first.data_type == "s"
    assert first.value.startswith("'")
    assert (second.value, second.data_type) == (-2.5, "n")


def test_control_characters_are_left_out_of_a_table() -> None:
    assert write_csv([("A\x0bB\x00",)]) == b"\xef\xbb\xbfAB\r\n"


def test_names_that_are_formulas_are_text_in_every_list() -> None:
    job = top(opening(name=BITES), name=BITES, piece={"name": BITES})
    planned = plan(job, SHOP)
    listed = shopping([PlannedJob(job, plan(job, SHOP))], SHOP, {}, SimulatedPrices())
    for content in (write_boards_csv(planned), write_steel_csv(planned), write_shopping_csv(listed, "mm")):
        cells = [cell for row in csv.reader(io.StringIO(content.decode("utf-8-sig"))) for cell in row]
        assert any(BITES in cell for cell in cells)
        assert not [cell for cell in cells if cell.startswith(("=", "+", "@"))]
    for content in (write_boards_xlsx(planned), write_shopping_xlsx(listed, "mm")):
        cells = [cell for sheet in load_workbook(io.BytesIO(content)) for row in sheet.iter_rows() for cell in row]
        assert not [cell for cell in cells if cell.data_type == "f"]


def test_the_shopping_list_is_in_the_units_of_its_reader() -> None:
    line = Line("hardware/wood/90×20×2440", "boards and lumber", "Wood", (90, 20, 2440), "lengths", 3, 1, 2, 0, None,
                None, (), False)  # fmt: skip
    oil = Line("supply/oil", "foam and supplies", "Oil", (), "water", 0.5, 0, 0.5, 1, None, None, (), False)
    listed = ShoppingList((line, oil), 0.0, 2, "USD")
    for units, name, quantity in (
        ("mm", "Wood, 90\xa0mm × 20\xa0mm × 2440\xa0mm", ["0.5", "L"]),
        ("in", "Wood, 3\xa017/32″ × 25/32″ × 8\xa0ft", ["17.0", "fl oz"]),
    ):
        _, wood, release = csv.reader(io.StringIO(write_shopping_csv(listed, units).decode("utf-8-sig")))
        assert wood[1:6] == [name, "3", "1", "2", "lengths"]
        assert release[4:6] == quantity

"""A shopping list as CSV, as a workbook and as a page."""

from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import split_quantity, write_money, write_quantity
from ulbrek.core.base.units.writing import write_length
from ulbrek.core.base.values import value_words
from ulbrek.core.buying.shopping import MEASURED, Line, ShoppingList
from ulbrek.files.pack.setting import PAPERS, Paper, set_pages
from ulbrek.files.tables import write_csv, write_xlsx

COLUMNS = ("kind", "what", "wanted", "in stock", "to buy", "unit", "price", "cost", "for", "bought")


def write_shopping_csv(found: ShoppingList, units: Units) -> bytes:
    """The list, one line each, in a reader's units."""
    return write_csv([_heads(found), *(_row(line, units) for line in found.lines)])


def write_shopping_xlsx(found: ShoppingList, units: Units) -> bytes:
    """The list as a workbook of one sheet, in a reader's units."""
    return write_xlsx({"To buy": [_heads(found), *(_row(line, units) for line in found.lines)]})


def shopping_page(found: ShoppingList, *, title: str, shop_name: str, units: Units, paper: Paper) -> bytes:
    """The list as a PDF to take along, a box before each line.

    Args:
        found: the list
        title: the job's name, or how many jobs
        shop_name: for the foot of the page
        units: the reader's
        paper: A4 or US Letter
    """
    blocks = []
    for group in dict.fromkeys(line.group for line in found.lines):
        rows = [
            [
                "☑" if line.bought else "☐",
                _named(line, units),
                _many(line.to_buy, line.unit, units),
                _money(line.cost, found.currency),
                _many(line.here, line.unit, units),
            ]
            for line in found.lines
            if line.group == group
        ]
        blocks += [
            {"kind": "heading", "text": value_words(group).capitalize()},
            {
                "kind": "table",
                "head": ["", "What", "To buy", "Cost", "In stock"],
                "rows": rows,
                "columns": ["auto", "1fr", "auto", "auto", "auto"],
            },
        ]
    without = f", {found.unpriced} unpriced" if found.unpriced else ""
    blocks.append({"kind": "text", "text": f"Total {write_money(found.cost, found.currency)}{without}."})
    data = {
        "paper": PAPERS[paper],
        "job": title,
        "shop": shop_name,
        "pages": [{"title": "To buy", "blocks": blocks}],
    }
    return set_pages("pack.typ", data)


def _heads(found: ShoppingList) -> list[str]:
    """What stands over the columns, money with its currency."""
    return [f"{one} [{found.currency}]" if one in ("price", "cost") else one for one in COLUMNS]


def _row(line: Line, units: Units) -> list[str | float | None]:
    (wanted, _), (here, _) = _told(line.wanted, line.unit, units), _told(line.here, line.unit, units)
    to_buy, unit = _told(line.to_buy, line.unit, units)
    return [
        value_words(line.group), _named(line, units), wanted, here, to_buy, unit, line.price, line.cost,
        "; ".join(line.jobs), "yes" if line.bought else "no",
    ]  # fmt: skip


def _named(line: Line, units: Units) -> str:
    """What it is, with its size as the reader measures it."""
    *section, length = line.size_mm or (0.0,)
    size = " × ".join([*(write_length(one, units) for one in section), write_length(length, units, "sold")])
    return f"{line.name}, {size}" if line.size_mm else line.name


def _told(number: float, unit: str, units: Units) -> tuple[float, str]:
    return split_quantity(number, unit, units) if unit in MEASURED else (number, unit)


def _many(number: float, unit: str, units: Units) -> str:
    return write_quantity(number, unit, units) if unit and number else ""


def _money(cost: float | None, currency: str) -> str:
    return "" if cost is None else write_money(cost, currency)

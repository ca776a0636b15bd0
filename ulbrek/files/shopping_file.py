"""A shopping list as CSV, as a workbook and as a page."""

from ulbrek.core.base.units.quantity import write_money
from ulbrek.core.base.values import value_words
from ulbrek.core.buying.shopping import Line, ShoppingList
from ulbrek.files.pack.setting import PAPERS, Paper, set_pages
from ulbrek.files.tables import write_csv, write_xlsx

COLUMNS = ("kind", "what", "wanted", "in stock", "to buy", "unit", "price", "cost", "for", "bought")


def write_shopping_csv(found: ShoppingList) -> bytes:
    """The list, one line each."""
    return write_csv([_heads(found), *(_row(line) for line in found.lines)])


def write_shopping_xlsx(found: ShoppingList) -> bytes:
    """The list as a workbook of one sheet."""
    return write_xlsx({"To buy": [_heads(found), *(_row(line) for line in found.lines)]})


def shopping_page(found: ShoppingList, *, title: str, shop_name: str, paper: Paper) -> bytes:
    """The list as a PDF to take along, a box before each line.

    Args:
        found: the list
        title: the job's name, or how many jobs
        shop_name: for the foot of the page
        paper: A4 or US Letter
    """
    blocks = []
    for group in dict.fromkeys(line.group for line in found.lines):
        rows = [
            [
                "☑" if line.bought else "☐",
                line.name,
                _many(line.to_buy, line.unit),
                _money(line.cost, found.currency),
                _here(line),
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
    without = f", {found.unpriced} without a price" if found.unpriced else ""
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


def _row(line: Line) -> list[str | float | None]:
    return [
        value_words(line.group), line.name, line.wanted, line.here, line.to_buy, line.unit, line.price, line.cost,
        "; ".join(line.jobs), "yes" if line.bought else "no",
    ]  # fmt: skip


def _many(number: float, unit: str) -> str:
    return f"{number:g} {unit}" if unit else ""


def _money(cost: float | None, currency: str) -> str:
    return "" if cost is None else write_money(cost, currency)


def _here(line: Line) -> str:
    return f"{line.here:g}" if line.here else ""

"""A year of a shop as CSV or as a workbook."""

from typing import Any, Literal

from ulbrek.files.tables import Cell, write_csv, write_xlsx

Kind = Literal["csv", "xlsx"]
_MADE = ("piece", "made", "failed")
_USED = (
    "material", "unit", "bought", "used", "wasted", "spent", "cost of what was used", "cost of what was wasted",
    "currency",
)  # fmt: skip


def write_year(year: Any, kind: Kind) -> bytes:  # noqa: ANN401 - a ``ulbrek.store.year.Year``
    """A year as a file; as CSV its parts stand below each other.

    Args:
        year: of the shop
        kind: of file
    """
    made: list[list[Cell]] = [[one.name, one.made, one.failed] for one in year.made]
    used: list[list[Cell]] = [
        [
            one.name, one.unit, _round(one.bought), _round(one.used), _round(one.wasted), _round(one.spent),
            _round(one.used_cost), _round(one.wasted_cost), one.currency,
        ]
        for one in year.used
    ]  # fmt: skip
    whole: list[list[Cell]] = [
        ["year", year.year], ["pours", year.pours], ["castings made", sum(one.made for one in year.made)],
        ["castings failed", sum(one.failed for one in year.made)], ["defects logged", year.defects],
        ["bags mixed", _round(year.bags)], ["water, L", _round(year.water_l)],
        ["concrete left over, L", _round(year.left_over_l)],
    ]  # fmt: skip
    if kind == "xlsx":
        return write_xlsx({"Year": [("what", "how much"), *whole], "Made": [_MADE, *made], "Used": [_USED, *used]})
    return write_csv([("what", "how much"), *whole, [], _MADE, *made, [], _USED, *used])


def _round(value: float) -> float:
    return round(value, 3)

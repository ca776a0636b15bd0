"""A year of a shop in a real PostgreSQL: by the clock of its place, each thing counted once."""

import csv
import io
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from uuid import UUID
from zoneinfo import ZoneInfo

import openpyxl
import pytest

from tests.store.test_records import Shelf
from ulbrek.files.year_file import write_year
from ulbrek.store.database import Database
from ulbrek.store.entries import Entry
from ulbrek.store.log import Observation
from ulbrek.store.stock import NewLot
from ulbrek.store.year import MadeInYear, UsedInYear, Year

ZONE = ZoneInfo("America/Vancouver")
NEW_YEAR = datetime(2024, 1, 1, tzinfo=ZONE)
EVE, MORNING = (NEW_YEAR + timedelta(hours=h) for h in (-0.5, 0.5))  # both on the same day in UTC


@pytest.fixture
def shelf(database: Database) -> Iterator[Shelf]:
    return Shelf(database)  # type: ignore[return-value]


def poured(shelf: Shelf, at: datetime, bags: float) -> UUID:
    pour = shelf.begin(2)
    shelf.pours("mix", pour, bags, 2.5 * bags, Entry(at.astimezone(UTC)))
    return pour


def test_a_year_begins_at_midnight_of_the_place(shelf: Shelf) -> None:
    old, new = poured(shelf, EVE, 3), poured(shelf, MORNING, 2)
    undone = shelf.pours("get", poured(shelf, MORNING, 7))
    shelf.pours("unmix", undone.id, undone.batches[0].id)
    assert EVE.astimezone(UTC).date() == MORNING.astimezone(UTC).date()
    failed = shelf.pours("get", new).castings[0].id
    shelf.castings("advance", failed, "failed", Entry(MORNING + timedelta(days=2), "Dropped"))
    for litres, hours in ((9.0, 3), (1.5, 1)):  # what was seen last counts, and not what was written last
        seen = Observation("left over", pour_id=new, volume_l=litres)
        first = shelf.log("add", seen, Entry(MORNING + timedelta(hours=hours)))
        if litres == 9.0:
            mended = Observation("left over", pour_id=new, volume_l=2.0, replaces=first)
            shelf.log("add", mended, Entry(MORNING + timedelta(hours=2)))
    shelf.log("add", Observation("left over", pour_id=old, volume_l=4), Entry(EVE + timedelta(minutes=5)))
    pit = shelf.log("add", Observation("defect", "Pit", casting_id=failed), Entry(MORNING + timedelta(days=1)))
    again = Observation("defect", "A pit", casting_id=failed, replaces=pit)
    shelf.log("add", again, Entry(MORNING + timedelta(days=1)))
    found: Year = shelf.year("of", 2024, ZONE)
    before: Year = shelf.year("of", 2023, ZONE)
    assert (found.pours, before.pours) == (2, 1)
    assert {2024, 2023} <= set(found.years)
    assert [(one.name, one.made, one.failed) for one in found.made] == [("Top", 4, 1)]
    assert (found.bags, found.water_l, before.bags) == (2, 5, 3)
    assert (found.left_over_l, before.left_over_l) == (2.0, 4.0)
    assert (found.defects, before.defects) == (1, 0)


def test_what_was_bought_used_and_wasted_adds_up_to_what_is_there(shelf: Shelf) -> None:
    at = NEW_YEAR + timedelta(days=40)
    item = shelf.stock("add_item", "supply", "oil-24", "Oil of 24", "l")
    lot = shelf.stock("add_lot", item, NewLot(10, "can", 4.5, "CAD"), Entry(at))
    pour = shelf.begin(1)
    for kind, amount, of in (("used", 4, pour), ("returned", 1, pour), ("spoiled", 2, None)):
        shelf.stock("move", lot, kind, amount, Entry(at + timedelta(days=1)), of)
    shelf.stock("move", lot, "counted", 4.5, Entry(at + timedelta(days=2), "Half a litre gone"))
    used = next(one for one in shelf.year("of", 2024, ZONE).used if one.name == "Oil of 24")
    assert (used.bought, used.used, used.wasted) == (10, 3, 2.5)
    assert used.bought - used.used - used.wasted == shelf.kept(item).lots[0].on_hand
    assert (used.spent, used.used_cost, used.wasted_cost, used.currency) == (45, 13.5, 11.25, "CAD")
    assert not any(one.name == "Oil of 24" for one in shelf.year("of", 2023, ZONE).used)


def test_its_file_says_what_the_page_says() -> None:
    used = UsedInYear("Oil of 24", "l", "CAD", 10, 3, 2.5, 45, 13.5, 11.25)
    year = Year(2024, (2024,), 2, (MadeInYear("Top", 4, 1),), (used,), 2, 5, 2, 1)
    rows = list(csv.reader(io.StringIO(write_year(year, "csv").decode("utf-8-sig"))))
    assert ["castings made", str(sum(one.made for one in year.made))] in rows
    assert ["Top", "4", "1"] in rows
    book = openpyxl.load_workbook(io.BytesIO(write_year(year, "xlsx")))
    assert book.sheetnames == ["Year", "Made", "Used"]
    oil = next(row for row in book["Used"].values if row[0] == "Oil of 24")
    assert oil == ("Oil of 24", "l", 10, 3, 2.5, 45, 13.5, 11.25, "CAD")

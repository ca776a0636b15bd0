"""The lists of the shop: an entry at a time, or a list as a table."""

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from typing import Annotated

from fastapi import APIRouter, Path, Query, Response
from pydantic import BaseModel, ConfigDict, Field, JsonValue, ValidationError

from ulbrek.api.handlers.common import Db, as_file
from ulbrek.core.base.document import Document
from ulbrek.core.base.units import Units
from ulbrek.core.job.shelves import BY_NAME, Shelf, entries, first_of, needs_one, with_entries, with_entry
from ulbrek.core.job.shop import Shop
from ulbrek.files.entry import read_entry
from ulbrek.files.problems import InvalidDocumentError, problems_in
from ulbrek.files.shop_lists import read_list, write_list
from ulbrek.store.errors import NotFoundError, RefusedEntryError

router = APIRouter(prefix="/api/shop/lists")
ListName = Annotated[str, Path(max_length=40, description="a list of the shop, such as `mixes` or `sheets`")]
EntryId = Annotated[str, Path(max_length=40)]


class ListedRequest(BaseModel):
    """An entry of a list as it was typed: numbers as they are kept, or as texts in any of the trade's units."""

    model_config = ConfigDict(extra="forbid")

    entry: Annotated[dict[str, JsonValue], Field(max_length=60)]
    units: Units = "mm"


class TableRequest(BaseModel):
    """A table to read into a list; without ``keep`` it is only looked at."""

    model_config = ConfigDict(extra="forbid")

    table: Annotated[str, Field(max_length=1_000_000)]
    units: Units = "mm"
    keep: bool = False


class TableRead(BaseModel):
    """What a table adds to a list and what it changes, by name; the shop where it was kept."""

    added: list[str]
    changed: list[str]
    same: int
    shop: Shop | None


@router.post("/{name}/entries", status_code=201)
def add_entry(db: Db, name: ListName, asked: ListedRequest) -> Shop:
    """Adds an entry to a list of the shop, behind all others."""
    shelf = _shelf(name)
    with db.work() as records:
        kept = records.shop()

        def added(shop: Shop) -> Shop:
            taken = [one.id for one in entries(shop, shelf)]
            draft = {key: value for key, value in asked.entry.items() if key != "id"}
            return _fits(shop, shelf, read_entry(shelf, draft, asked.units, taken))

        return records.shops.change(kept.id, added).shop


@router.put("/{name}/entries/{entry_id}")
def edit_entry(db: Db, name: ListName, entry_id: EntryId, asked: ListedRequest) -> Shop:
    """Says otherwise what an entry of a list is."""
    shelf = _shelf(name)
    with db.work() as records:
        kept = records.shop()

        def edited(shop: Shop) -> Shop:
            _entry(shop, shelf, entry_id)
            return _fits(shop, shelf, read_entry(shelf, {**asked.entry, "id": entry_id}, asked.units, []))

        return records.shops.change(kept.id, edited).shop


@router.delete("/{name}/entries/{entry_id}")
def remove_entry(db: Db, name: ListName, entry_id: EntryId) -> Shop:
    """Removes an entry that no job on the floor takes and that stock has none of."""
    shelf = _shelf(name)
    with db.work() as records:
        kept = records.shop()

        def removed(shop: Shop) -> Shop:
            entry = _entry(shop, shelf, entry_id)
            if len(entries(shop, shelf)) == 1 and needs_one(shelf):
                raise RefusedEntryError("/id", "This is the last one, and a plan needs one.", "Add another first.")
            records.shop_uses(kept.id).refuse_if_used(shelf, entry_id, str(getattr(entry, "name", entry_id)))
            return _checked(shop, shelf, [one for one in entries(shop, shelf) if one.id != entry_id])

        return records.shops.change(kept.id, removed).shop


@router.post("/{name}/entries/{entry_id}/first")
def put_first(db: Db, name: ListName, entry_id: EntryId) -> Shop:
    """Puts an entry before all others: it is planned with where a job chooses none."""
    shelf = _shelf(name)
    with db.work() as records:
        kept = records.shop()

        def moved(shop: Shop) -> Shop:
            _entry(shop, shelf, entry_id)
            return first_of(shop, shelf, entry_id)

        return records.shops.change(kept.id, moved).shop


@router.get("/{name}.csv", response_class=Response, responses={200: {"content": {"text/csv": {}}}})
def get_table(db: Db, name: ListName, units: Annotated[Units, Query()] = "mm") -> Response:
    """A list as a table, in the reader's units."""
    shelf = _shelf(name)
    with db.look() as records:
        shop = records.shop().shop
    return as_file(write_list(shelf, entries(shop, shelf), units), shelf.title, "csv", "text/csv; charset=utf-8")


@router.post("/{name}/table")
def read_table(db: Db, name: ListName, asked: TableRequest) -> TableRead:
    """Reads a table into a list: entries of the same name are changed, others added; or looks what it would do."""
    shelf = _shelf(name)
    with db.work() as records:
        kept = records.shop()
        found = read_list(shelf, entries(kept.shop, shelf), asked.table.encode(), asked.units)
        shop = None
        if asked.keep:

            def changed(shop: Shop) -> Shop:
                read = read_list(shelf, entries(shop, shelf), asked.table.encode(), asked.units)
                return _checked(shop, shelf, read.entries)

            shop = records.shops.change(kept.id, changed).shop
        else:
            _checked(kept.shop, shelf, found.entries)
    same = len(found.entries) - len(found.added) - len(found.changed)
    return TableRead(added=list(found.added), changed=list(found.changed), same=same, shop=shop)


def _shelf(name: str) -> Shelf:
    if name not in BY_NAME:
        raise NotFoundError("list", name)
    return BY_NAME[name]


def _entry(shop: Shop, shelf: Shelf, entry_id: str) -> Document:
    found: Document | None = next((one for one in entries(shop, shelf) if one.id == entry_id), None)
    if found is None:
        raise NotFoundError("entry", entry_id)
    return found


def _fits(shop: Shop, shelf: Shelf, entry: Document) -> Shop:
    name, own = (str(getattr(entry, key)) for key in ("name", "id"))
    if any(one.name.casefold() == name.casefold() and one.id != own for one in entries(shop, shelf)):
        raise RefusedEntryError(
            "/name", f"“{name}” is on this list already.", "Give it another name, or edit that one."
        )
    with _in_words():
        return with_entry(shop, shelf, entry)


def _checked(shop: Shop, shelf: Shelf, all_: Sequence[Document]) -> Shop:
    with _in_words():
        return with_entries(shop, shelf, all_)


@contextmanager
def _in_words() -> Iterator[None]:
    """Says in words what a shop cannot be."""
    try:
        yield
    except ValidationError as error:
        raise InvalidDocumentError(problems_in(error)) from None

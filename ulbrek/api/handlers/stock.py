"""Stock: items, lots and moves; and the sensors of the shop."""

from uuid import UUID

from fastapi import APIRouter, Response

from ulbrek.api.entries import (
    CountsRequest,
    ItemRequest,
    LotRequest,
    MoveRequest,
)
from ulbrek.api.handlers.common import Db
from ulbrek.api.views import answer
from ulbrek.store.database import Records
from ulbrek.store.stock import Item, Move

router = APIRouter(prefix="/api")


@router.get("/stock", response_model=list[Item])
def list_stock(db: Db, spent: bool = False) -> Response:
    """What is kept, by kind and name, with its lots; used-up lots only if asked for."""
    with db.work() as records:
        found = records.stock(records.shop().id).all(spent)
    return answer(list[Item], found)


@router.post("/stock", response_model=list[Item], status_code=201)
def add_item(db: Db, asked: ItemRequest) -> Response:
    """Something new to keep."""
    with db.work() as records:
        stock = records.stock(records.shop().id)
        stock.add_item(asked.kind, asked.material, asked.name, asked.unit)
        found = stock.all()
    return answer(list[Item], found, 201)


@router.post("/stock/counts", response_model=list[Item], status_code=201)
def count_stock(db: Db, asked: CountsRequest) -> Response:
    """Counting day: what is really there of each lot; all of it is kept, or none."""
    with db.work() as records:
        stock = records.stock(records.shop().id)
        stock.count([(one.lot_id, one.quantity) for one in asked.counts], asked.entry)
        found = stock.all()
    return answer(list[Item], found, 201)


@router.post("/stock/{item_id}/lots", response_model=list[Item], status_code=201)
def add_lot(db: Db, item_id: UUID, asked: LotRequest) -> Response:
    """A lot that came in, bought or left over."""
    with db.work() as records:
        stock = records.stock(_of_known_pour(records, asked.pour_id))
        stock.add_lot(item_id, asked.lot(records.shop().shop.currency), asked.entry, asked.pour_id)
        found = stock.all()
    return answer(list[Item], found, 201)


@router.get("/lots/{lot_id}/moves")
def list_moves(db: Db, lot_id: UUID) -> list[Move]:
    """The ledger of a lot, newest first."""
    with db.work() as records:
        return records.stock(records.shop().id).moves(lot_id)


@router.post("/lots/{lot_id}/moves", response_model=list[Item], status_code=201)
def add_move(db: Db, lot_id: UUID, asked: MoveRequest) -> Response:
    """A line in a lot's ledger; a count sets what is there."""
    with db.work() as records:
        stock = records.stock(_of_known_pour(records, asked.pour_id))
        stock.move(lot_id, asked.kind, asked.quantity, asked.entry, asked.pour_id)
        found = stock.all()
    return answer(list[Item], found, 201)


def _of_known_pour(records: Records, pour_id: UUID | None) -> UUID:
    """The shop, whose the pour must be."""
    shop = records.shop()
    if pour_id is not None:
        records.pours(shop.id).get(pour_id)
    return shop.id

"""What is in stock: items, lots, and the ledger of moves whose last line is the balance."""

from collections.abc import Sequence
from dataclasses import replace
from datetime import date, datetime
from decimal import Decimal
from typing import Literal
from uuid import UUID, uuid4, uuid5

from sqlalchemy import func, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import aliased

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.entries import Entry, ShopRecords, happened, one_at_a_time
from ulbrek.store.errors import NotFoundError, RefusedEntryError
from ulbrek.store.models import StockItemRow, StockLotRow, StockMoveRow

ItemKind = Literal["bag", "sheet", "foam", "bar", "mesh", "hardware", "supply"]
MoveKind = Literal["bought", "used", "reserved", "released", "returned", "left over", "spoiled", "counted"]
# What a move does to what is on hand and to what of it is reserved, for a quantity of one.
EFFECT: dict[MoveKind, tuple[int, int]] = {
    "bought": (1, 0),
    "used": (-1, 0),
    "reserved": (0, 1),
    "released": (0, -1),
    "returned": (1, 0),
    "left over": (1, 0),
    "spoiled": (-1, 0),
}


@dataclass(frozen=True, slots=True)
class Lot:
    """What came together: how much of it is there, how much of that is spoken for, what one cost."""

    id: UUID
    name: str
    on_hand: float
    reserved: float
    price: float | None
    currency: str | None
    length_mm: float | None
    width_mm: float | None
    received_on: date

    @property
    def free(self) -> float:
        """What may still be taken."""
        return self.on_hand - self.reserved


@dataclass(frozen=True, slots=True)
class Item:
    """Something that is kept, with its lots, oldest first: the oldest is taken first.

    What is on hand, reserved and free is of whole ones; offcuts are counted by themselves.
    """

    id: UUID
    kind: ItemKind
    material: str
    name: str
    unit: str
    on_hand: float
    reserved: float
    free: float
    offcuts: float
    lots: tuple[Lot, ...]


@dataclass(frozen=True, slots=True)
class Move:
    """A line of a lot's ledger."""

    number: int
    kind: MoveKind
    at: datetime
    on_hand_change: float
    reserved_change: float
    on_hand: float
    reserved: float
    pour_id: UUID | None
    note: str
    member_id: UUID | None


@dataclass(frozen=True, slots=True)
class OfPour:
    """What one pour did with a lot: what it has reserved, what it used less what came back, what it left over."""

    lot_id: UUID
    item_id: UUID
    name: str
    lot_name: str
    unit: str
    reserved: float
    used: float
    left_over: float


@dataclass(frozen=True, slots=True)
class NewLot:
    """A lot that came in: how much, its name, what one cost, and its size where it is an offcut [mm]."""

    quantity: float
    name: str = ""
    price: float | None = None
    currency: str | None = None
    length_mm: float | None = None
    width_mm: float | None = None
    kind: Literal["bought", "left over", "counted"] = "bought"


class StockRepository(ShopRecords):
    """The stock of one shop."""

    def all(self, spent: bool = False) -> list[Item]:
        """What is kept, by kind and name; lots that are used up only if ``spent``."""
        items = self._session.scalars(
            select(StockItemRow)
            .where(StockItemRow.shop_id == self._shop_id, StockItemRow.archived_at.is_(None))
            .order_by(StockItemRow.kind, StockItemRow.name)
        ).all()
        ledger = aliased(StockMoveRow)
        last = select(func.max(ledger.number)).where(ledger.lot_id == StockLotRow.id).scalar_subquery()
        asked = (
            select(StockLotRow, StockMoveRow.on_hand, StockMoveRow.reserved)
            .join(StockMoveRow, (StockMoveRow.lot_id == StockLotRow.id) & (StockMoveRow.number == last))
            .where(StockLotRow.item_id.in_([item.id for item in items]))
            .order_by(StockLotRow.received_on, StockLotRow.created_at)
        )
        if not spent:
            asked = asked.where((StockMoveRow.on_hand != 0) | (StockMoveRow.reserved != 0))
        lots: dict[UUID, list[Lot]] = {}
        for row, on_hand, reserved in self._session.execute(asked):
            lots.setdefault(row.item_id, []).append(_lot(row, on_hand, reserved))
        return [_item(item, lots.get(item.id, [])) for item in items]

    def add_item(self, kind: ItemKind, material: str, name: str, unit: str) -> UUID:
        """Something new to keep.

        Raises:
            RefusedEntryError: when it is kept already
        """
        row = StockItemRow(shop_id=self._shop_id, kind=kind, material=material, name=name, unit=unit)
        self._session.add(row)
        try:
            self._session.flush()
        except IntegrityError as error:
            raise RefusedEntryError("/name", f"“{name}” is kept already.", "Add a lot to it.") from error
        return row.id

    def add_lot(self, item_id: UUID, lot: NewLot, entry: Entry, pour_id: UUID | None = None) -> UUID:
        """A lot that came in, bought or left over from a pour.

        Raises:
            NotFoundError: when this shop keeps no such item
        """
        self._own(StockItemRow, item_id, "stock item")
        one_at_a_time(self._session, entry.key)
        if entry.key is not None and (known := self._entered(entry.key)):
            return known
        row = StockLotRow(
            shop_id=self._shop_id, item_id=item_id, name=lot.name, price=lot.price,
            currency=lot.currency if lot.price is not None else None, length_mm=lot.length_mm, width_mm=lot.width_mm,
            received_on=happened(entry.at).date(),
        )  # fmt: skip
        self._session.add(row)
        self._session.flush()
        self.move(row.id, lot.kind, lot.quantity, entry, pour_id)
        return row.id

    def moves(self, lot_id: UUID) -> list[Move]:
        """The ledger of a lot, newest first."""
        self._lot(lot_id)
        rows = self._session.scalars(
            select(StockMoveRow).where(StockMoveRow.lot_id == lot_id).order_by(StockMoveRow.number.desc())
        )
        return [_move(row) for row in rows]

    def of_pour(self, pour_id: UUID) -> list[OfPour]:
        """What a pour did with each lot that it touched."""
        left_over = StockMoveRow.kind == "left over"
        by_hand = func.sum(StockMoveRow.on_hand_change)
        rows = self._session.execute(
            select(
                StockLotRow,
                StockItemRow,
                func.sum(StockMoveRow.reserved_change),
                func.coalesce(by_hand.filter(~left_over), 0),
                func.coalesce(by_hand.filter(left_over), 0),
            )
            .join(StockMoveRow, StockMoveRow.lot_id == StockLotRow.id)
            .join(StockItemRow, StockItemRow.id == StockLotRow.item_id)
            .where(StockMoveRow.pour_id == pour_id, StockItemRow.shop_id == self._shop_id)
            .group_by(StockLotRow.id, StockItemRow.id)
            .order_by(StockItemRow.kind, StockItemRow.name, StockLotRow.received_on)
        )
        return [
            OfPour(lot.id, item.id, item.name, lot.name, item.unit, float(held or 0), 0.0 - float(used), float(left))
            for lot, item, held, used, left in rows
        ]

    def move(self, lot_id: UUID, kind: MoveKind, quantity: float, entry: Entry, pour_id: UUID | None = None) -> None:
        """Writes a line into a lot's ledger.

        Args:
            lot_id: the lot
            kind: what happened; ``counted`` sets what is on hand, all others change it
            quantity: how much, above nothing; what was counted may be nothing
            entry: when, who, why
            pour_id: the pour that it was for

        Raises:
            NotFoundError: when this shop has no such lot
            RefusedEntryError: when there is not as much to take
        """
        self._lot(lot_id, lock=True)
        if entry.key is not None and self._entered(entry.key):
            return
        last = self._session.scalar(
            select(StockMoveRow).where(StockMoveRow.lot_id == lot_id).order_by(StockMoveRow.number.desc()).limit(1)
        )
        on_hand, reserved = (last.on_hand, last.reserved) if last else (Decimal(0), Decimal(0))
        amount = Decimal(str(round(quantity, 3)))
        by_hand, by_reserved = self._changes(kind, amount, on_hand, reserved)
        if kind == "returned" and pour_id is not None:
            self._refuse_more_than_taken(lot_id, pour_id, amount)
        self._session.add(
            StockMoveRow(
                shop_id=self._shop_id, lot_id=lot_id, number=last.number + 1 if last else 1,
                previous_number=last.number if last else None, entry_id=entry.key or uuid4(), kind=kind,
                at=happened(entry.at), on_hand_before=on_hand, on_hand_change=by_hand, reserved_before=reserved,
                reserved_change=by_reserved, pour_id=pour_id, note=entry.note, member_id=entry.member_id,
            )
        )  # fmt: skip
        self._session.flush()

    def count(self, counts: Sequence[tuple[UUID, float]], entry: Entry) -> None:
        """Counting day: sets what is on hand of each lot; sent twice under one id, it is done once.

        Args:
            counts: by lot, how much is there
            entry: when, who, and why it may differ

        Raises:
            NotFoundError: when this shop has no such lot
        """
        for lot_id, quantity in sorted(counts):  # always in one order: two that count do not wait for each other
            key = None if entry.key is None else uuid5(entry.key, str(lot_id))
            self.move(lot_id, "counted", quantity, replace(entry, key=key))

    def free(self) -> dict[tuple[str, str], list[Lot]]:
        """By kind and material, the lots of whole ones that can still be taken from, the oldest first."""
        return {
            (item.kind, item.material): [lot for lot in item.lots if lot.length_mm is None and lot.free > 0]
            for item in self.all()
        }

    def settle(self, pour_id: UUID, kind: Literal["used", "released"], entry: Entry) -> list[str]:
        """Uses what a pour had reserved, or gives it free again.

        Returns:
            of which lots less was there than was reserved, in words: what happened is kept all the same
        """
        held = self._session.execute(
            select(StockMoveRow.lot_id, func.sum(StockMoveRow.reserved_change))
            .where(StockMoveRow.pour_id == pour_id)
            .group_by(StockMoveRow.lot_id)
            .having(func.sum(StockMoveRow.reserved_change) > 0)
            .order_by(StockMoveRow.lot_id)
        ).all()
        short = []
        for lot_id, quantity in held:
            once = Entry(entry.at, entry.note, entry.member_id)
            self.move(lot_id, "released", float(quantity), once, pour_id)
            if kind != "used":
                continue
            there = min(quantity, self._on_hand(lot_id))
            if there > 0:
                self.move(lot_id, "used", float(there), once, pour_id)
            if there < quantity:
                lot = self._called(lot_id)
                short.append(f"{quantity.normalize():f} of {lot} were reserved, {there.normalize():f} were there")
        return short

    def _on_hand(self, lot_id: UUID) -> Decimal:
        last = self._session.scalar(
            select(StockMoveRow).where(StockMoveRow.lot_id == lot_id).order_by(StockMoveRow.number.desc()).limit(1)
        )
        return last.on_hand if last else Decimal(0)

    def _called(self, lot_id: UUID) -> str:
        """A lot in words."""
        item, lot = self._session.execute(
            select(StockItemRow.name, StockLotRow.name)
            .join(StockLotRow, StockLotRow.item_id == StockItemRow.id)
            .where(StockLotRow.id == lot_id)
        ).one()
        return f"{lot}, {item}" if lot else str(item)

    def _refuse_more_than_taken(self, lot_id: UUID, pour_id: UUID, amount: Decimal) -> None:
        """What comes back from a pour is at most what it took of the lot."""
        of_pour = select(func.coalesce(func.sum(StockMoveRow.on_hand_change), 0)).where(
            StockMoveRow.lot_id == lot_id, StockMoveRow.pour_id == pour_id, StockMoveRow.kind.in_(("used", "returned"))
        )
        out = -Decimal(self._session.scalar(of_pour) or 0)
        if amount > out:
            raise RefusedEntryError(
                "/quantity",
                f"The pour has {out.normalize():f} of this lot, and {amount.normalize():f} are to come back.",
                "Give no more than it took.",
            )

    @staticmethod
    def _changes(kind: MoveKind, amount: Decimal, on_hand: Decimal, reserved: Decimal) -> tuple[Decimal, Decimal]:
        if kind == "counted":
            if amount < 0:
                raise RefusedEntryError("/quantity", "A count cannot be below 0.", "Give 0 or more.")
            return amount - on_hand, Decimal(0)
        if amount <= 0:
            raise RefusedEntryError("/quantity", "Enter a quantity above 0.", "Give a quantity above 0.")
        by_hand, by_reserved = (amount * sign for sign in EFFECT[kind])
        free = on_hand - reserved
        if (kind == "reserved" and amount > free) or on_hand + by_hand < 0:
            there = free if kind == "reserved" else on_hand
            raise RefusedEntryError(
                "/quantity",
                f"Only {there.normalize():f} here, {amount.normalize():f} requested.",
                "Take fewer, use another lot, or recount this one.",
            )
        if reserved + by_reserved < 0:
            raise RefusedEntryError(
                "/quantity", f"Only {reserved.normalize():f} are reserved.", "Release no more than that."
            )
        return by_hand, by_reserved

    def _entered(self, key: UUID) -> UUID | None:
        """The lot that an entry was made to; None where it was not."""
        return self._session.scalar(
            select(StockMoveRow.lot_id).where(StockMoveRow.shop_id == self._shop_id, StockMoveRow.entry_id == key)
        )

    def _lot(self, lot_id: UUID, lock: bool = False) -> StockLotRow:
        asked = select(StockLotRow).where(StockLotRow.id == lot_id, StockLotRow.shop_id == self._shop_id)
        row = self._session.scalar(asked.with_for_update(of=StockLotRow, key_share=True) if lock else asked)
        if row is None:
            raise NotFoundError("lot", lot_id)
        return row


def _lot(row: StockLotRow, on_hand: Decimal, reserved: Decimal) -> Lot:
    return Lot(
        row.id, row.name, float(on_hand), float(reserved), None if row.price is None else float(row.price),
        row.currency, row.length_mm, row.width_mm, row.received_on,
    )  # fmt: skip


def _item(row: StockItemRow, lots: list[Lot]) -> Item:
    kind: ItemKind = row.kind  # type: ignore[assignment]  # the database holds no other
    whole = [lot for lot in lots if lot.length_mm is None]
    on_hand, reserved = sum(lot.on_hand for lot in whole), sum(lot.reserved for lot in whole)
    offcuts = sum(lot.on_hand for lot in lots) - on_hand
    return Item(
        row.id, kind, row.material, row.name, row.unit, on_hand, reserved, on_hand - reserved, offcuts, tuple(lots)
    )


def _move(row: StockMoveRow) -> Move:
    kind: MoveKind = row.kind  # type: ignore[assignment]  # the database holds no other
    return Move(
        row.number, kind, row.at, float(row.on_hand_change), float(row.reserved_change), float(row.on_hand),
        float(row.reserved), row.pour_id, row.note, row.member_id,
    )  # fmt: skip

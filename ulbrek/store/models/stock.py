"""What is in stock: items, their lots, and a ledger of moves."""

from datetime import date, datetime
from decimal import Decimal
from uuid import UUID

from sqlalchemy import CheckConstraint, Computed, ForeignKeyConstraint, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base, By, CreatedAt, Id, OfShop, own, referred

KINDS = ("bag", "sheet", "foam", "bar", "mesh", "hardware", "supply")
MOVES = ("bought", "used", "reserved", "released", "returned", "left over", "spoiled", "counted")


class StockItemRow(Base):
    """Something that is kept: one of the shop's materials, or anything else by its name."""

    __tablename__ = "stock_item"
    __table_args__ = (
        UniqueConstraint("shop_id", "kind", "material"),
        referred(),
        own("member_id", "member"),
        CheckConstraint(f"kind IN {KINDS}", "known_kind"),
        CheckConstraint("name <> ''", "named"),
    )

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    kind: Mapped[str]
    material: Mapped[str]
    name: Mapped[str]
    unit: Mapped[str]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]
    archived_at: Mapped[datetime | None]


class StockLotRow(Base):
    """What came together: one purchase, one pallet, one offcut with its size."""

    __tablename__ = "stock_lot"
    __table_args__ = (
        referred(),
        own("item_id", "stock_item"),
        CheckConstraint("price >= 0", "price_from_zero"),
        CheckConstraint("(price IS NULL) = (currency IS NULL)", "price_in_a_currency"),
        CheckConstraint("(length_mm > 0 OR length_mm IS NULL) AND (width_mm > 0 OR width_mm IS NULL)", "real_size"),
    )

    id: Mapped[Id]
    shop_id: Mapped[UUID]
    item_id: Mapped[UUID] = mapped_column(index=True)
    name: Mapped[str] = mapped_column(default="")
    price: Mapped[Decimal | None]  # of one
    currency: Mapped[str | None]
    length_mm: Mapped[float | None]
    width_mm: Mapped[float | None]
    received_on: Mapped[date]
    created_at: Mapped[CreatedAt]


class StockMoveRow(Base):
    """One line of a lot's ledger. Each line begins where the line before it ended.

    No balance is under nothing but by a counting, which is a recorded correction.
    """

    __tablename__ = "stock_move"
    __table_args__ = (
        UniqueConstraint("lot_id", "number", "on_hand", "reserved"),
        UniqueConstraint("shop_id", "entry_id"),  # the same entry sent twice is applied once
        own("lot_id", "stock_lot"),
        own("pour_id", "pour"),
        own("member_id", "member"),
        CheckConstraint("number >= 1", "number_from_one"),
        CheckConstraint(f"kind IN {MOVES}", "known_kind"),
        CheckConstraint("(number = 1) = (previous_number IS NULL)", "first_has_no_past"),
        CheckConstraint("previous_number = number - 1", "previous_is_before"),
        CheckConstraint("number > 1 OR (on_hand_before = 0 AND reserved_before = 0)", "begins_with_nothing"),
        CheckConstraint("on_hand >= 0 OR kind = 'counted'", "on_hand_from_zero"),
        CheckConstraint("reserved >= 0", "reserved_from_zero"),
        ForeignKeyConstraint(
            ["lot_id", "previous_number", "on_hand_before", "reserved_before"],
            ["stock_move.lot_id", "stock_move.number", "stock_move.on_hand", "stock_move.reserved"],
            name="fk_stock_move_previous",
        ),
    )

    shop_id: Mapped[UUID]
    lot_id: Mapped[UUID] = mapped_column(primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    entry_id: Mapped[UUID]
    previous_number: Mapped[int | None]
    kind: Mapped[str]
    at: Mapped[datetime]
    on_hand_before: Mapped[Decimal]
    on_hand_change: Mapped[Decimal]
    on_hand: Mapped[Decimal] = mapped_column(Computed("on_hand_before + on_hand_change", persisted=True))
    reserved_before: Mapped[Decimal]
    reserved_change: Mapped[Decimal]
    reserved: Mapped[Decimal] = mapped_column(Computed("reserved_before + reserved_change", persisted=True))
    pour_id: Mapped[UUID | None] = mapped_column(index=True)
    note: Mapped[str] = mapped_column(default="")
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]

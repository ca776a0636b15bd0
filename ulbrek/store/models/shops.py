"""Shops and the people in them."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import CheckConstraint, ForeignKey, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base, By, CreatedAt, Id, OfShop, own, referred

UNITS = ("in", "mm")


class ShopRow(Base):
    """A shop."""

    __tablename__ = "shop"

    id: Mapped[Id]
    created_at: Mapped[CreatedAt]


class ShopRevisionRow(Base):
    """A shop's document as it was from one change to the next."""

    __tablename__ = "shop_revision"
    __table_args__ = (CheckConstraint("number >= 1", "number_from_one"), own("member_id", "member"))

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shop.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    document: Mapped[dict[str, Any]]
    schema_version: Mapped[int]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]


class MemberRow(Base):
    """Somebody who works in the shop, by name or by role, and the units that they think in."""

    __tablename__ = "member"
    __table_args__ = (
        UniqueConstraint("shop_id", "name"),
        referred(),
        CheckConstraint(f"units IN {UNITS}", "known_units"),
        CheckConstraint("name <> ''", "named"),
    )

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    name: Mapped[str]
    units: Mapped[str]
    created_at: Mapped[CreatedAt]
    archived_at: Mapped[datetime | None]

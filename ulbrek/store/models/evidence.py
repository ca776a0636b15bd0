"""What pours say of the rules. It can be read again from their records; what was left out, and why, cannot."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import CheckConstraint
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base, By, CreatedAt, OfShop, own


class PourEvidenceRow(Base):
    """What was read of a pour by some rules; empty ones: it is being read. Whatever is written of it takes it away."""

    __tablename__ = "pour_evidence"
    __table_args__ = (own("pour_id", "pour"),)

    pour_id: Mapped[UUID] = mapped_column(primary_key=True)
    shop_id: Mapped[OfShop]
    rules: Mapped[str]
    found: Mapped[dict[str, Any]] = mapped_column(JSONB)
    worn: Mapped[dict[str, Any] | None] = mapped_column(JSONB(none_as_null=True))


class PastCastingRow(Base):
    """A line of old notes; its key is made of what it says, so that it is kept once."""

    __tablename__ = "past_casting"
    __table_args__ = (own("member_id", "member"),)

    id: Mapped[UUID] = mapped_column(primary_key=True)
    shop_id: Mapped[OfShop]
    at: Mapped[datetime]
    told: Mapped[dict[str, Any]]
    left_out: Mapped[dict[str, Any]]
    source: Mapped[str]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]


class EvidenceLeftOutRow(Base):
    """What a pour says of a quantity, left out by somebody, and why."""

    __tablename__ = "evidence_left_out"
    __table_args__ = (
        own("pour_id", "pour"),
        own("member_id", "member"),
        CheckConstraint("reason <> ''", "says_why"),
    )

    pour_id: Mapped[UUID] = mapped_column(primary_key=True)
    quantity: Mapped[str] = mapped_column(primary_key=True)
    shop_id: Mapped[UUID]
    reason: Mapped[str]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]

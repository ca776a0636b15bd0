"""What was worked out of jobs and pours for the shop floor. It can be worked out again, and is in no backup."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import CheckConstraint
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base, OfShop


class OutlookRow(Base):
    """The outlook of a job or of a pour, and what it was worked out from; or why it cannot be worked out."""

    __tablename__ = "outlook"
    __table_args__ = (CheckConstraint("told IS NULL OR problem IS NULL", "told_or_refused"),)

    of: Mapped[UUID] = mapped_column(primary_key=True)
    shop_id: Mapped[OfShop]
    key: Mapped[str]
    told: Mapped[dict[str, Any] | None] = mapped_column(JSONB(none_as_null=True))
    problem: Mapped[str | None]
    claimed_until: Mapped[datetime | None]

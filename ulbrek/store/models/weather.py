"""The weather of a shop as far as it is known."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import ForeignKey
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base


class WeatherRow(Base):
    """Hours of weather without a gap, each with where it is known from."""

    __tablename__ = "weather"

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shop.id"), primary_key=True)
    digest: Mapped[str]
    begins: Mapped[datetime]
    hours: Mapped[list[Any]] = mapped_column(JSONB)
    foretold_at: Mapped[datetime | None]

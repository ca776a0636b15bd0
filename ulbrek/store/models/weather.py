"""The weather of a shop as far as it is known."""

from datetime import date, datetime
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


class WeatherDayRow(Base):
    """The hours of a day (UTC) that the shop's row holds no more: the hour of the day, then what it was."""

    __tablename__ = "weather_day"

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shop.id"), primary_key=True)
    day: Mapped[date] = mapped_column(primary_key=True)
    hours: Mapped[list[Any]] = mapped_column(JSONB)

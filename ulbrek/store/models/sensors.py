"""Thermometers and other sensors, where they were, and what they read."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import CheckConstraint, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base, CreatedAt, Id, OfShop, own, referred

SENSORS = ("concrete", "air", "humidity")


class SensorRow(Base):
    """A sensor of the shop's."""

    __tablename__ = "sensor"
    __table_args__ = (
        UniqueConstraint("shop_id", "name"),
        referred(),
        CheckConstraint(f"kind IN {SENSORS}", "known_kind"),
    )

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    name: Mapped[str]
    kind: Mapped[str]
    created_at: Mapped[CreatedAt]
    archived_at: Mapped[datetime | None]


class SensorPlaceRow(Base):
    """In which pour a sensor lay, from when until when."""

    __tablename__ = "sensor_place"
    __table_args__ = (
        own("sensor_id", "sensor"),
        own("pour_id", "pour"),
        CheckConstraint("until_at > from_at", "in_order"),
    )

    id: Mapped[Id]
    shop_id: Mapped[UUID]
    sensor_id: Mapped[UUID] = mapped_column(index=True)
    pour_id: Mapped[UUID] = mapped_column(index=True)
    from_at: Mapped[datetime]
    until_at: Mapped[datetime | None]


class ReadingRow(Base):
    """What a sensor read at a moment: one value for each."""

    __tablename__ = "reading"
    __table_args__ = (
        own("sensor_id", "sensor"),
        CheckConstraint("value = value AND abs(value) < 1000", "a_number"),
    )

    shop_id: Mapped[UUID]
    sensor_id: Mapped[UUID] = mapped_column(primary_key=True)
    at: Mapped[datetime] = mapped_column(primary_key=True)
    value: Mapped[float]

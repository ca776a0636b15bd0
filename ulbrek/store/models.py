"""The tables. Every one hangs on a shop; nothing is deleted, only archived."""

from datetime import datetime
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import CheckConstraint, DateTime, ForeignKey, ForeignKeyConstraint, MetaData, Text, func
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

ACTIONS = ("create", "edit", "undo", "redo")


class Base(DeclarativeBase):
    """Tables with named constraints, so that migrations can name them too."""

    metadata = MetaData(
        naming_convention={
            "pk": "pk_%(table_name)s",
            "fk": "fk_%(table_name)s_%(column_0_N_name)s",
            "uq": "uq_%(table_name)s_%(column_0_N_name)s",
            "ck": "ck_%(table_name)s_%(constraint_name)s",
            "ix": "ix_%(table_name)s_%(column_0_N_name)s",
        }
    )
    type_annotation_map = {datetime: DateTime(timezone=True), dict[str, Any]: JSONB, str: Text}  # noqa: RUF012


class ShopRow(Base):
    """A shop."""

    __tablename__ = "shop"

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    created_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp())


class ShopRevisionRow(Base):
    """A shop's document as it was from one change to the next."""

    __tablename__ = "shop_revision"
    __table_args__ = (CheckConstraint("number >= 1", "number_from_one"),)

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shop.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    document: Mapped[dict[str, Any]]
    schema_version: Mapped[int]
    created_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp())


class JobRow(Base):
    """A job; its documents are in its revisions."""

    __tablename__ = "job"

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shop.id"), index=True)
    created_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp())
    archived_at: Mapped[datetime | None]


class JobRevisionRow(Base):
    """A job's document after one change. Two changes of the same parent cannot both be kept."""

    __tablename__ = "job_revision"
    __table_args__ = (
        CheckConstraint("number >= 1", "number_from_one"),
        CheckConstraint("(number = 1) = (parent IS NULL)", "first_has_no_parent"),
        CheckConstraint("parent = number - 1", "parent_is_before"),
        CheckConstraint(f"action IN {ACTIONS}", "known_action"),
        ForeignKeyConstraint(["job_id", "parent"], ["job_revision.job_id", "job_revision.number"]),
    )

    job_id: Mapped[UUID] = mapped_column(ForeignKey("job.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    parent: Mapped[int | None]
    action: Mapped[str]
    what: Mapped[str]
    document: Mapped[dict[str, Any]]
    schema_version: Mapped[int]
    created_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp())

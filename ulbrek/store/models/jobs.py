"""Jobs and their revisions."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import CheckConstraint, ForeignKeyConstraint, Index, text
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base, By, CreatedAt, Id, OfShop, own, referred

ACTIONS = ("create", "edit", "undo", "redo")


class JobRow(Base):
    """A job; its documents are in its revisions. A variant of another is planned beside it, and not made."""

    __tablename__ = "job"
    __table_args__ = (
        referred(),
        own("variant_of", "job"),
        CheckConstraint("variant_of <> id", "not_of_itself"),
        Index("ix_job_variant_of", "variant_of", postgresql_where=text("variant_of IS NOT NULL")),
    )

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    variant_of: Mapped[UUID | None]
    created_at: Mapped[CreatedAt]
    archived_at: Mapped[datetime | None]


class JobRevisionRow(Base):
    """A job's document after one change. Two changes of the same parent cannot both be kept."""

    __tablename__ = "job_revision"
    __table_args__ = (
        CheckConstraint("number >= 1", "number_from_one"),
        CheckConstraint("(number = 1) = (parent IS NULL)", "first_has_no_parent"),
        CheckConstraint("parent = number - 1", "parent_is_before"),
        CheckConstraint(f"action IN {ACTIONS}", "known_action"),
        own("job_id", "job"),
        own("member_id", "member"),
        ForeignKeyConstraint(["job_id", "parent"], ["job_revision.job_id", "job_revision.number"]),
    )

    shop_id: Mapped[UUID]
    job_id: Mapped[UUID] = mapped_column(primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    parent: Mapped[int | None]
    action: Mapped[str]
    what: Mapped[str]
    document: Mapped[dict[str, Any]]
    schema_version: Mapped[int]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]

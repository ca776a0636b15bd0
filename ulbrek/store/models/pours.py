"""Pours, the castings that come of them, and the batches that fill them."""

from datetime import datetime
from decimal import Decimal
from typing import Any
from uuid import UUID

from sqlalchemy import (
    CheckConstraint,
    ForeignKey,
    ForeignKeyConstraint,
    Index,
    PrimaryKeyConstraint,
    UniqueConstraint,
    false,
    func,
    text,
)
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.core.records.casting import FOLLOWS, STATES
from ulbrek.store.models.base import Base, By, CreatedAt, Id, own, referred

_PAIRS = ", ".join(f"('{now}', '{then}')" for now, following in FOLLOWS.items() for then in following)


class PourRow(Base):
    """One event that fills one or more forms, with the plan as it stood: only that says what has changed since.

    ``job`` is the part of the job that it fills; ``poured_at`` is when the first water went in, null while planned.
    """

    __tablename__ = "pour"
    __table_args__ = (
        referred(),
        own("job_id", "job"),
        own("member_id", "member"),
        ForeignKeyConstraint(["job_id", "job_revision"], ["job_revision.job_id", "job_revision.number"]),
        ForeignKeyConstraint(["shop_id", "shop_revision"], ["shop_revision.shop_id", "shop_revision.number"]),
        CheckConstraint("poured_at IS NULL OR cancelled_at IS NULL", "cancelled_before_water"),
        Index("ix_pour_shop_id_poured_at", "shop_id", "poured_at"),
    )

    id: Mapped[Id]
    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shop.id"))
    job_id: Mapped[UUID] = mapped_column(index=True)
    job_revision: Mapped[int]
    shop_revision: Mapped[int]
    rule_version: Mapped[int]
    schema_version: Mapped[int]
    job: Mapped[dict[str, Any]]
    plan: Mapped[dict[str, Any]] = mapped_column(deferred=True)  # large, and wanted for one pour at a time
    poured_at: Mapped[datetime | None]
    note: Mapped[str] = mapped_column(default="")
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]
    cancelled_at: Mapped[datetime | None]


class AskedRow(Base):
    """Somebody who is asked to help with a pour."""

    __tablename__ = "asked"
    __table_args__ = (own("pour_id", "pour"), own("member_id", "member"))

    shop_id: Mapped[UUID]
    pour_id: Mapped[UUID] = mapped_column(primary_key=True)
    member_id: Mapped[UUID] = mapped_column(primary_key=True)
    created_at: Mapped[CreatedAt]


class RunEntryRow(Base):
    """Something that was done, seen or said on the day, as the device wrote it down; never changed."""

    __tablename__ = "run_entry"
    __table_args__ = (
        PrimaryKeyConstraint("shop_id", "id"),
        ForeignKeyConstraint(["shop_id"], ["shop.id"]),
        own("pour_id", "pour"),
        own("member_id", "member"),
    )

    shop_id: Mapped[UUID]
    id: Mapped[UUID]
    pour_id: Mapped[UUID] = mapped_column(index=True)
    at: Mapped[datetime]
    entry: Mapped[dict[str, Any]]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]


class FinishEntryRow(Base):
    """Something that was done or seen at the machine, as the device wrote it down; never changed."""

    __tablename__ = "finish_entry"
    __table_args__ = (
        PrimaryKeyConstraint("shop_id", "id"),
        ForeignKeyConstraint(["shop_id"], ["shop.id"]),
        own("pour_id", "pour"),
        own("member_id", "member"),
    )

    shop_id: Mapped[UUID]
    id: Mapped[UUID]
    pour_id: Mapped[UUID] = mapped_column(index=True)
    at: Mapped[datetime]
    entry: Mapped[dict[str, Any]]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]


class CastingRow(Base):
    """One physical thing. Its state is the newest of its states, which are kept with their times."""

    __tablename__ = "casting"
    __table_args__ = (
        UniqueConstraint("shop_id", "serial"),
        UniqueConstraint("id", "pour_id"),  # for shares of batches
        referred(),
        own("pour_id", "pour"),
        own("cavity_id", "cavity"),
        CheckConstraint("serial >= 1", "serial_from_one"),
        ForeignKeyConstraint(
            ["id", "state_number", "state", "state_at"],
            ["casting_state.casting_id", "casting_state.number", "casting_state.state", "casting_state.at"],
            deferrable=True, initially="DEFERRED", use_alter=True, name="fk_casting_newest_state",
        ),
        Index("ix_casting_shop_id_state_serial", "shop_id", "state", "serial"),
    )  # fmt: skip

    id: Mapped[Id]
    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shop.id"))
    pour_id: Mapped[UUID] = mapped_column(index=True)
    cavity_id: Mapped[UUID | None] = mapped_column(index=True)
    piece: Mapped[str]
    piece_name: Mapped[str]
    serial: Mapped[int]
    state: Mapped[str]
    state_number: Mapped[int]
    state_at: Mapped[datetime]
    created_at: Mapped[CreatedAt]


class CastingStateRow(Base):
    """A state that a casting came into, chained to the one before: no state without its past, none before it."""

    __tablename__ = "casting_state"
    __table_args__ = (
        UniqueConstraint("casting_id", "number", "state", "at"),
        own("casting_id", "casting"),
        own("member_id", "member"),
        CheckConstraint("number >= 1", "number_from_one"),
        CheckConstraint("(number = 1) = (previous_number IS NULL)", "first_has_no_past"),
        CheckConstraint("previous_number = number - 1", "previous_is_before"),
        CheckConstraint("number > 1 OR state = 'planned'", "begins_planned"),
        CheckConstraint(f"state IN {STATES}", "known_state"),
        CheckConstraint(f"previous_state IS NULL OR correction OR (previous_state, state) IN ({_PAIRS})", "may_follow"),
        CheckConstraint("previous_state = 'planned' OR correction OR at >= previous_at", "in_order"),
        CheckConstraint("NOT correction OR note <> ''", "a_correction_says_why"),
        ForeignKeyConstraint(
            ["casting_id", "previous_number", "previous_state", "previous_at"],
            ["casting_state.casting_id", "casting_state.number", "casting_state.state", "casting_state.at"],
            name="fk_casting_state_previous",
        ),
        CheckConstraint(
            "(previous_number IS NULL) = (previous_state IS NULL) "
            "AND (previous_number IS NULL) = (previous_at IS NULL)",
            "past_is_whole",
        ),
    )

    shop_id: Mapped[UUID]
    casting_id: Mapped[UUID] = mapped_column(primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    state: Mapped[str]
    at: Mapped[datetime]
    previous_number: Mapped[int | None]
    previous_state: Mapped[str | None]
    previous_at: Mapped[datetime | None]
    correction: Mapped[bool] = mapped_column(default=False)
    note: Mapped[str] = mapped_column(default="")
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]


class BatchRow(Base):
    """One mixing: its dry bags, all its water, and when the first of it went in; taken back where it was mistaken."""

    __tablename__ = "batch"
    __table_args__ = (
        UniqueConstraint("pour_id", "number"),
        UniqueConstraint("id", "pour_id"),
        own("pour_id", "pour"),
        own("lot_id", "stock_lot"),
        own("member_id", "member"),
        CheckConstraint("number >= 1", "number_from_one"),
        CheckConstraint("bags > 0 AND water_l > 0", "something_in_it"),
    )

    id: Mapped[Id]
    shop_id: Mapped[UUID]
    pour_id: Mapped[UUID]
    number: Mapped[int]
    bags: Mapped[Decimal]
    water_l: Mapped[Decimal]
    water_in_at: Mapped[datetime]
    lot_id: Mapped[UUID | None]
    note: Mapped[str] = mapped_column(default="")
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]
    withdrawn_at: Mapped[datetime | None]
    by_run: Mapped[bool] = mapped_column(default=False, server_default=false())


class BatchShareRow(Base):
    """What part of a batch went into a casting of the same pour."""

    __tablename__ = "batch_share"
    __table_args__ = (
        own("pour_id", "pour"),
        ForeignKeyConstraint(["batch_id", "pour_id"], ["batch.id", "batch.pour_id"]),
        ForeignKeyConstraint(["casting_id", "pour_id"], ["casting.id", "casting.pour_id"]),
        CheckConstraint("share > 0 AND share <= 1", "a_share"),
    )

    shop_id: Mapped[UUID]
    batch_id: Mapped[UUID] = mapped_column(primary_key=True)
    casting_id: Mapped[UUID] = mapped_column(primary_key=True)
    pour_id: Mapped[UUID]
    share: Mapped[Decimal]


class ActDoneRow(Base):
    """An act that was done in a pour, to one piece or to all; taken back, it stays as a mark that it was said."""

    __tablename__ = "act_done"
    __table_args__ = (
        own("pour_id", "pour"),
        own("member_id", "member"),
        Index(
            "uq_act_done_once", "pour_id", "act", func.coalesce(text("piece"), text("''")), unique=True,
            postgresql_where=text("withdrawn_at IS NULL"),
        ),
    )  # fmt: skip

    id: Mapped[Id]
    shop_id: Mapped[UUID]
    pour_id: Mapped[UUID] = mapped_column(index=True)
    act: Mapped[str]
    piece: Mapped[str | None]
    at: Mapped[datetime]
    note: Mapped[str] = mapped_column(default="")
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]
    withdrawn_at: Mapped[datetime | None]
    by_run: Mapped[bool] = mapped_column(default=False, server_default=false())

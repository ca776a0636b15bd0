"""Forms, their cavities, and the moulds among them."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import CheckConstraint, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base, By, CreatedAt, Id, OfShop, own, referred

MOULD_EVENTS = ("oiled", "cleaned", "repaired", "serviced", "retired", "note")


class FormRow(Base):
    """Boards made to cast, as they stand in the shop; built for a job, or for any."""

    __tablename__ = "form"
    __table_args__ = (
        referred(),
        own("job_id", "job"),
        own("member_id", "member"),
        CheckConstraint("name <> ''", "named"),
    )

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    job_id: Mapped[UUID | None] = mapped_column(index=True)
    name: Mapped[str]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]
    archived_at: Mapped[datetime | None]


class CavityRow(Base):
    """One place in a form that takes one piece."""

    __tablename__ = "cavity"
    __table_args__ = (
        UniqueConstraint("form_id", "number"),
        referred(),
        own("form_id", "form"),
        CheckConstraint("number >= 1", "number_from_one"),
    )

    id: Mapped[Id]
    shop_id: Mapped[UUID]
    form_id: Mapped[UUID]
    number: Mapped[int]
    piece: Mapped[str]


class MouldRow(Base):
    """A form that is kept and used again. How often it was used is counted from its castings."""

    __tablename__ = "mould"
    __table_args__ = (
        referred("form_id"),
        own("form_id", "form"),
        CheckConstraint("usual_life >= 1", "life_from_one"),
        CheckConstraint("service_every >= 1", "service_from_one"),
        CheckConstraint("used_before >= 0", "used_before_from_zero"),
    )

    shop_id: Mapped[UUID]
    form_id: Mapped[UUID] = mapped_column(primary_key=True)
    usual_life: Mapped[int | None]  # castings of one cavity
    service_every: Mapped[int | None]  # castings of one cavity
    used_before: Mapped[int] = mapped_column(default=0)  # before there were records
    weakest_part: Mapped[str] = mapped_column(default="")
    made_of: Mapped[str] = mapped_column(default="", server_default="")


class MouldEventRow(Base):
    """Something done to a mould; entries are added, never changed."""

    __tablename__ = "mould_event"
    __table_args__ = (
        own("form_id", "mould", "form_id"),
        own("member_id", "member"),
        CheckConstraint(f"kind IN {MOULD_EVENTS}", "known_kind"),
    )

    id: Mapped[Id]
    shop_id: Mapped[UUID]
    form_id: Mapped[UUID] = mapped_column(index=True)
    kind: Mapped[str]
    at: Mapped[datetime]
    part: Mapped[str] = mapped_column(default="")
    note: Mapped[str] = mapped_column(default="")
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]

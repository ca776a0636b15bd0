"""Observations and photos: what was seen, weighed and tested."""

from datetime import datetime
from decimal import Decimal
from uuid import UUID

from sqlalchemy import CheckConstraint, ForeignKey, Index, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base, By, CreatedAt, Id, own, referred

OBSERVATIONS = ("note", "weighing", "test", "defect", "strength", "left over")
METHODS = ("cube", "cylinder", "rebound")
FACES = ("top", "bottom", "edge")


class ObservationRow(Base):
    """Something that was seen. Entries are added, never changed: a correction replaces."""

    __tablename__ = "observation"
    __table_args__ = (
        UniqueConstraint("replaces"),
        referred(),
        own("job_id", "job"),
        own("pour_id", "pour"),
        own("casting_id", "casting"),
        own("form_id", "form"),
        own("replaces", "observation"),
        own("member_id", "member"),
        CheckConstraint(f"kind IN {OBSERVATIONS}", "known_kind"),
        CheckConstraint("job_id IS NOT NULL OR form_id IS NOT NULL", "of_something"),
        CheckConstraint("kind <> 'weighing' OR (mass_kg > 0 AND casting_id IS NOT NULL)", "a_weighing_has_a_mass"),
        CheckConstraint("kind <> 'test' OR (act IS NOT NULL AND ready IS NOT NULL)", "a_test_has_an_outcome"),
        CheckConstraint("kind = 'weighing' OR mass_kg IS NULL", "only_a_weighing_has_a_mass"),
        CheckConstraint("(x_mm IS NULL) = (y_mm IS NULL)", "a_place_is_whole"),
        CheckConstraint(f"face IS NULL OR face IN {FACES}", "known_face"),
        CheckConstraint("text <> '' OR kind IN ('weighing', 'test', 'strength', 'left over')", "says_something"),
        CheckConstraint(
            f"kind <> 'strength' OR (strength_mpa > 0 AND pour_id IS NOT NULL AND method IN {METHODS})",
            "a_strength_is_whole",
        ),
        CheckConstraint("kind = 'strength' OR (strength_mpa IS NULL AND method IS NULL)", "only_a_strength_has_one"),
        CheckConstraint("kind = 'defect' OR defect IS NULL", "only_a_defect_is_of_a_kind"),
        CheckConstraint("kind <> 'left over' OR (volume_l >= 0 AND pour_id IS NOT NULL)", "what_is_left_over_is_whole"),
        CheckConstraint("kind = 'left over' OR volume_l IS NULL", "only_what_is_left_over_has_one"),
        Index("ix_observation_job_id_at", "job_id", "at"),
        Index("ix_observation_shop_id_kind", "shop_id", "kind"),
        Index("ix_observation_shop_id_at", "shop_id", "at"),
    )

    id: Mapped[Id]
    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shop.id"))
    job_id: Mapped[UUID | None]
    pour_id: Mapped[UUID | None] = mapped_column(index=True)
    casting_id: Mapped[UUID | None] = mapped_column(index=True)
    form_id: Mapped[UUID | None] = mapped_column(index=True)
    kind: Mapped[str]
    at: Mapped[datetime]
    text: Mapped[str] = mapped_column(default="")
    mass_kg: Mapped[Decimal | None]
    act: Mapped[str | None]
    ready: Mapped[bool | None]
    method: Mapped[str | None]
    strength_mpa: Mapped[float | None]
    x_mm: Mapped[float | None]
    y_mm: Mapped[float | None]
    face: Mapped[str | None]
    defect: Mapped[str | None]
    volume_l: Mapped[float | None]
    replaces: Mapped[UUID | None]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]


class DefectSaidRow(Base):
    """What somebody says of a defect: of a fact, whether it was so; or which cause was found. The last word holds."""

    __tablename__ = "defect_said"
    __table_args__ = (
        own("observation_id", "observation"),
        own("member_id", "member"),
        CheckConstraint("about <> '' AND says <> ''", "says_something"),
    )

    shop_id: Mapped[UUID]
    observation_id: Mapped[UUID] = mapped_column(primary_key=True)
    about: Mapped[str] = mapped_column(primary_key=True)
    says: Mapped[str]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]


class PhotoRow(Base):
    """A picture of an observation, as it was encoded anew: no place, no device, nothing but the picture."""

    __tablename__ = "photo"
    __table_args__ = (
        own("observation_id", "observation"),
        own("member_id", "member"),
        CheckConstraint("width > 0 AND height > 0", "a_size"),
        CheckConstraint("media_type = 'image/jpeg'", "a_jpeg"),
    )

    id: Mapped[Id]
    shop_id: Mapped[UUID]
    observation_id: Mapped[UUID] = mapped_column(index=True)
    media_type: Mapped[str]
    width: Mapped[int]
    height: Mapped[int]
    content: Mapped[bytes]
    small: Mapped[bytes]
    member_id: Mapped[By]
    created_at: Mapped[CreatedAt]

"""Who may come in: accounts, the devices that are signed in, what lets one in, and what was seen at the door.

Nothing of it is in a backup, and no secret is kept as it was given: passphrases as Argon2id, codes and tokens as
SHA-256.
"""

from datetime import datetime
from uuid import UUID

from sqlalchemy import BigInteger, CheckConstraint, Index, UniqueConstraint, text
from sqlalchemy.orm import Mapped, mapped_column

from ulbrek.store.models.base import Base, CreatedAt, Id, OfShop, own, referred

ROLES = ("owner", "maker", "helper")
INVITED = ("first", "join")
SHARED = ("plan", "pack")


class AccountRow(Base):
    """What somebody of the shop may do, and how they sign in; without a passphrase by a code or a passkey alone."""

    __tablename__ = "account"
    __table_args__ = (
        referred(),
        own("member_id", "member"),
        UniqueConstraint("shop_id", "member_id"),
        CheckConstraint(f"role IN {ROLES}", "known_role"),
        CheckConstraint("login <> ''", "named"),
        Index("uq_account_login", text("lower(login)"), unique=True),  # of all shops: nobody is asked for a shop
    )

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    member_id: Mapped[UUID]
    role: Mapped[str]
    login: Mapped[str]
    passphrase: Mapped[str | None]  # its Argon2id
    created_at: Mapped[CreatedAt]


class DeviceRow(Base):
    """A browser that is signed in. What it shows for that is kept as a digest."""

    __tablename__ = "device"
    __table_args__ = (referred(), own("account_id", "account"), CheckConstraint("name <> ''", "named"))

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    account_id: Mapped[UUID] = mapped_column(index=True)
    digest: Mapped[bytes] = mapped_column(unique=True)
    name: Mapped[str]
    by: Mapped[str]  # how it came in: passphrase, passkey, code
    address: Mapped[str]
    created_at: Mapped[CreatedAt]
    seen_at: Mapped[CreatedAt]
    ends_at: Mapped[datetime]
    ended_at: Mapped[datetime | None]


class InvitationRow(Base):
    """A code that lets one device in, once and for minutes; the first one makes the owner."""

    __tablename__ = "invitation"
    __table_args__ = (
        own("account_id", "account"),
        CheckConstraint(f"kind IN {INVITED}", "known_kind"),
        CheckConstraint("(kind = 'first') = (account_id IS NULL)", "of_somebody"),
    )

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    kind: Mapped[str]
    account_id: Mapped[UUID | None]
    digest: Mapped[bytes] = mapped_column(unique=True)
    created_at: Mapped[CreatedAt]
    ends_at: Mapped[datetime]
    used_at: Mapped[datetime | None]


class ShareLinkRow(Base):
    """A link that shows one job to whoever has it, until it ends."""

    __tablename__ = "share_link"
    __table_args__ = (
        own("job_id", "job"),
        own("member_id", "member"),
        CheckConstraint(f"what IN {SHARED}", "known_kind"),
    )

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    job_id: Mapped[UUID] = mapped_column(index=True)
    what: Mapped[str]
    digest: Mapped[bytes] = mapped_column(unique=True)
    member_id: Mapped[UUID | None]
    created_at: Mapped[CreatedAt]
    ends_at: Mapped[datetime]
    ended_at: Mapped[datetime | None]
    seen_at: Mapped[datetime | None]


class FeedRow(Base):
    """An address of the shop's calendar that a phone or a computer subscribes to, until it is ended."""

    __tablename__ = "feed"
    __table_args__ = (own("member_id", "member"), CheckConstraint("name <> ''", "named"))

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    name: Mapped[str]
    digest: Mapped[bytes] = mapped_column(unique=True)
    member_id: Mapped[UUID | None]
    created_at: Mapped[CreatedAt]
    ended_at: Mapped[datetime | None]
    seen_at: Mapped[datetime | None]


class PasskeyRow(Base):
    """A passkey of somebody: its public half."""

    __tablename__ = "passkey"
    __table_args__ = (own("account_id", "account"), CheckConstraint("name <> ''", "named"))

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    account_id: Mapped[UUID] = mapped_column(index=True)
    credential: Mapped[bytes] = mapped_column(unique=True)
    public_key: Mapped[bytes]
    uses: Mapped[int] = mapped_column(BigInteger)
    name: Mapped[str]
    created_at: Mapped[CreatedAt]
    used_at: Mapped[datetime | None]


class SecurityEventRow(Base):
    """Something at the door: who, when, from where. Lines are added, never changed."""

    __tablename__ = "security_event"
    __table_args__ = (Index("ix_security_event_shop_id_at", "shop_id", "at"),)

    id: Mapped[Id]
    shop_id: Mapped[OfShop]
    at: Mapped[CreatedAt]
    kind: Mapped[str]
    who: Mapped[str]
    address: Mapped[str]
    about: Mapped[str]


class ChallengeRow(Base):
    """What a passkey is asked to sign, once and for minutes; of no shop, since who signs is not known yet."""

    __tablename__ = "challenge"

    id: Mapped[Id]
    asked: Mapped[bytes]
    account_id: Mapped[UUID | None]
    ends_at: Mapped[datetime]


class RateRow(Base):
    """How often something was asked for in a span of time. It may be lost with the server: the table is not logged."""

    __tablename__ = "rate"
    __table_args__ = {"prefixes": ["UNLOGGED"]}  # noqa: RUF012

    key: Mapped[str] = mapped_column(primary_key=True)
    count: Mapped[int]
    ends_at: Mapped[datetime] = mapped_column(index=True)

"""Who it is that asks, looked for over all shops: by what a device, a code or a link shows."""

from datetime import UTC, datetime, timedelta
from typing import cast
from uuid import UUID

from sqlalchemy import func, select, update
from sqlalchemy.orm import Session

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.accounts import Role, digest_of
from ulbrek.store.models import (
    AccountRow,
    AskedRow,
    DeviceRow,
    FeedRow,
    InvitationRow,
    JobRow,
    MemberRow,
    PasskeyRow,
    PourRow,
    ShareLinkRow,
)

IDLE = timedelta(days=14)
_NOTED_EVERY = timedelta(minutes=1)


@dataclass(frozen=True, slots=True)
class SignedIn:
    """Somebody on a device that is signed in; for a helper also the pours that they are asked to, and their jobs."""

    shop_id: UUID
    account_id: UUID
    member_id: UUID
    device_id: UUID
    name: str
    role: Role
    came_at: datetime
    by: str
    pours: frozenset[UUID] = frozenset()
    jobs: frozenset[UUID] = frozenset()


@dataclass(frozen=True, slots=True)
class Invited:
    """Whom a code lets in: somebody of a shop, or with ``account_id`` None whoever becomes its owner."""

    id: UUID
    shop_id: UUID
    account_id: UUID | None
    name: str | None
    role: Role


@dataclass(frozen=True, slots=True)
class Linked:
    """The one job that a link shows, as a plan or as its papers, and until when."""

    id: UUID
    shop_id: UUID
    job_id: UUID
    what: str
    ends_at: datetime


@dataclass(frozen=True, slots=True)
class Known:
    """An account that signs in by a name: its passphrase as Argon2id, where it has one."""

    shop_id: UUID
    account_id: UUID
    name: str
    passphrase: str | None


class Doors:
    """The doors of all shops."""

    def __init__(self, session: Session) -> None:
        """Reads and writes in this session, which must work for all shops."""
        self._session = session

    def device(self, token: str) -> SignedIn | None:
        """Who is on a device; None where it is not signed in, or not any longer."""
        now = datetime.now(UTC)
        row = self._session.execute(
            select(DeviceRow, AccountRow.role, AccountRow.member_id, MemberRow.name)
            .join(AccountRow, AccountRow.id == DeviceRow.account_id)
            .join(MemberRow, MemberRow.id == AccountRow.member_id)
            .where(
                DeviceRow.digest == digest_of(token), DeviceRow.ended_at.is_(None), DeviceRow.ends_at > now,
                DeviceRow.seen_at > now - IDLE, MemberRow.archived_at.is_(None),
            )
        ).one_or_none()  # fmt: skip
        if row is None:
            return None
        device, role, member_id, name = row
        if now - device.seen_at > _NOTED_EVERY:
            self._session.execute(update(DeviceRow).where(DeviceRow.id == device.id).values(seen_at=now))
        pours, jobs = self._asked(member_id) if role == "helper" else (frozenset(), frozenset())
        return SignedIn(
            device.shop_id, device.account_id, member_id, device.id, name, cast("Role", role), device.created_at,
            device.by, pours, jobs,
        )  # fmt: skip

    def _asked(self, member_id: UUID) -> tuple[frozenset[UUID], frozenset[UUID]]:
        rows = self._session.execute(
            select(PourRow.id, PourRow.job_id)
            .join(AskedRow, AskedRow.pour_id == PourRow.id)
            .where(AskedRow.member_id == member_id, PourRow.cancelled_at.is_(None))
        ).all()
        return frozenset(pour for pour, _ in rows), frozenset(job for _, job in rows)

    def invitation(self, code: str) -> Invited | None:
        """Whom a code lets in; None where it was used, has ended or never was."""
        row = self._session.execute(
            select(InvitationRow, AccountRow.role, MemberRow.name)
            .outerjoin(AccountRow, AccountRow.id == InvitationRow.account_id)
            .outerjoin(MemberRow, MemberRow.id == AccountRow.member_id)
            .where(
                InvitationRow.digest == digest_of(code), InvitationRow.used_at.is_(None),
                InvitationRow.ends_at > datetime.now(UTC), MemberRow.archived_at.is_(None),
            )
        ).one_or_none()  # fmt: skip
        if row is None:
            return None
        invitation, role, name = row
        return Invited(invitation.id, invitation.shop_id, invitation.account_id, name, cast("Role", role or "owner"))

    def link(self, token: str) -> Linked | None:
        """What a link shows; None where it has ended or never was, or its job is off the floor."""
        now = datetime.now(UTC)
        row = self._session.scalar(
            select(ShareLinkRow)
            .join(JobRow, JobRow.id == ShareLinkRow.job_id)
            .where(
                ShareLinkRow.digest == digest_of(token), ShareLinkRow.ended_at.is_(None), ShareLinkRow.ends_at > now,
                JobRow.archived_at.is_(None),
            )
        )  # fmt: skip
        if row is None:
            return None
        if row.seen_at is None or now - row.seen_at > _NOTED_EVERY:
            self._session.execute(update(ShareLinkRow).where(ShareLinkRow.id == row.id).values(seen_at=now))
        return Linked(row.id, row.shop_id, row.job_id, row.what, row.ends_at)

    def feed(self, token: str) -> UUID | None:
        """The shop whose calendar an address shows; None where it has ended or never was."""
        row = self._session.scalar(
            select(FeedRow).where(FeedRow.digest == digest_of(token), FeedRow.ended_at.is_(None))
        )
        if row is None:
            return None
        now = datetime.now(UTC)
        if row.seen_at is None or now - row.seen_at > _NOTED_EVERY:
            self._session.execute(update(FeedRow).where(FeedRow.id == row.id).values(seen_at=now))
        return row.shop_id

    def login(self, login: str) -> Known | None:
        """Who signs in by a name, in small letters or capitals; None where nobody does."""
        row = self._session.execute(
            select(AccountRow, MemberRow.name)
            .join(MemberRow, MemberRow.id == AccountRow.member_id)
            .where(func.lower(AccountRow.login) == func.lower(login), MemberRow.archived_at.is_(None))
        ).one_or_none()
        return Known(row[0].shop_id, row[0].id, row[1], row[0].passphrase) if row else None

    def passkey(self, credential: bytes) -> tuple[PasskeyRow, Known] | None:
        """A passkey and whose it is; None where it is not known."""
        row = self._session.execute(
            select(PasskeyRow, AccountRow, MemberRow.name)
            .join(AccountRow, AccountRow.id == PasskeyRow.account_id)
            .join(MemberRow, MemberRow.id == AccountRow.member_id)
            .where(PasskeyRow.credential == credential, MemberRow.archived_at.is_(None))
        ).one_or_none()
        if row is None:
            return None
        return row[0], Known(row[1].shop_id, row[1].id, row[2], row[1].passphrase)

"""What people of a shop may do, and what lets them in."""

import hashlib
import secrets
from datetime import UTC, datetime, timedelta
from typing import Literal, cast
from uuid import UUID, uuid4

from sqlalchemy import delete, func, select, text, update
from sqlalchemy.exc import IntegrityError

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import NotFoundError, RefusedEntryError
from ulbrek.store.models import AccountRow, DeviceRow, InvitationRow, MemberRow, PasskeyRow

Role = Literal["owner", "maker", "helper"]
Came = Literal["passphrase", "passkey", "code"]
# Without letters that are taken for one another; 40 bits, for minutes and five tries a minute.
_LETTERS = "23456789ABCDEFGHJKMNPQRSTVWXYZ"
CODE_LASTS = timedelta(minutes=5)
FIRST_LASTS = timedelta(hours=24)
MOST_DEVICES = 20  # of one account; the one that was seen longest ago makes room
LASTS = timedelta(days=90)
_LONGEST_LOGIN = 60


@dataclass(frozen=True, slots=True)
class Account:
    """What somebody may do and how they sign in."""

    id: UUID
    member_id: UUID
    name: str
    role: Role
    login: str
    passphrase: bool
    passkeys: int


@dataclass(frozen=True, slots=True)
class Device:
    """A browser that is signed in, since when, and when and from where it was seen last."""

    id: UUID
    account_id: UUID
    name: str
    by: str
    address: str
    created_at: datetime
    seen_at: datetime


@dataclass(frozen=True, slots=True)
class Code:
    """A code that lets one device in, and until when."""

    id: UUID
    code: str
    ends_at: datetime


def digest_of(secret: str) -> bytes:
    """What is kept of a token or a code; both are random, so nothing slower is needed."""
    return hashlib.sha256(secret.encode()).digest()


def new_token() -> str:
    """256 random bits, as text."""
    return secrets.token_urlsafe(32)


def written_code(typed: str) -> str:
    """A code as it was made, however it was typed: in small letters, with or without the dash."""
    return "".join(letter for letter in typed.upper() if letter in _LETTERS)


class AccountRepository(ShopRecords):
    """The accounts of one shop, their devices and codes."""

    def all(self) -> list[Account]:
        """The accounts of those who work here now, by name."""
        keys = (
            select(func.count()).where(PasskeyRow.account_id == AccountRow.id).correlate(AccountRow).scalar_subquery()
        )
        rows = self._session.execute(
            select(AccountRow, MemberRow.name, keys)
            .join(MemberRow, MemberRow.id == AccountRow.member_id)
            .where(AccountRow.shop_id == self._shop_id, MemberRow.archived_at.is_(None))
            .order_by(MemberRow.name)
        )
        return [
            Account(row.id, row.member_id, name, cast("Role", row.role), row.login, row.passphrase is not None, many)
            for row, name, many in rows
        ]

    def get(self, account_id: UUID) -> Account:
        """An account.

        Raises:
            NotFoundError: when this shop has no such account, or its owner has left
        """
        found = next((one for one in self.all() if one.id == account_id), None)
        if found is None:
            raise NotFoundError("account", account_id)
        return found

    def let_in(self, member_id: UUID, role: Role) -> Account:
        """Somebody of the shop may do this from now on; who had no account gets one, under their name or nearly.

        Raises:
            NotFoundError: when nobody here is meant
            RefusedEntryError: when it would leave the shop without an owner
        """
        member = self._own(MemberRow, member_id, "member", lock=True)
        if member.archived_at is not None:
            raise NotFoundError("member", member_id)
        row = self._session.scalar(
            select(AccountRow).where(AccountRow.shop_id == self._shop_id, AccountRow.member_id == member_id)
        )
        if row is None:
            row = AccountRow(id=uuid4(), shop_id=self._shop_id, member_id=member_id, role=role, login=member.name)
            for number in range(1, 1000):
                told = member.name[:_LONGEST_LOGIN] if number == 1 else f"{member.name[: _LONGEST_LOGIN - 4]} {number}"
                try:
                    with self._session.begin_nested():
                        row.login = told
                        self._session.add(row)
                        self._session.flush()
                    break
                except IntegrityError:  # another shop's, perhaps: it is not said whose
                    continue
        elif row.role != role:
            self._refuse_last_owner(row, role)
            row.role = role
            self._session.flush()
        return self.get(row.id)

    def owners(self) -> int:
        """How many owners the shop has."""
        return sum(one.role == "owner" for one in self.all())

    def secret(self, account_id: UUID) -> str | None:
        """The Argon2id of an account's passphrase; None where it has none."""
        return self._own(AccountRow, account_id, "account").passphrase

    def set_passphrase(self, account_id: UUID, secret: str, login: str | None = None) -> None:
        """Keeps the Argon2id of a passphrase, and what goes with it to sign in.

        Raises:
            RefusedEntryError: when somebody signs in by that name already
        """
        row = self._own(AccountRow, account_id, "account", lock=True)
        row.passphrase = secret
        if login is not None:
            row.login = login
        try:
            with self._session.begin_nested():
                self._session.flush()
        except IntegrityError as error:
            raise RefusedEntryError(
                "/login", f"Somebody signs in as “{login}” already.", "Take another name, such as one with a number."
            ) from error

    def shut_out(self, account_id: UUID) -> None:
        """Whoever it is, is out at once: devices, codes, passkeys and passphrase hold no more.

        Raises:
            NotFoundError: when this shop has no such account
            RefusedEntryError: when it is the shop's only owner
        """
        row = self._own(AccountRow, account_id, "account", lock=True)
        self._refuse_last_owner(row, None)
        row.passphrase = None
        self.end_devices(account_id)
        self._session.execute(delete(PasskeyRow).where(PasskeyRow.account_id == account_id))
        self._end_codes(account_id)

    def refuse_without(self, member_id: UUID) -> None:
        """Refuses that somebody goes without whom the shop had no owner."""
        row = self._session.scalar(
            select(AccountRow).where(AccountRow.shop_id == self._shop_id, AccountRow.member_id == member_id)
        )
        if row is not None:
            self._refuse_last_owner(row, None)

    def _refuse_last_owner(self, row: AccountRow, role: Role | None) -> None:
        # Two owners who demote each other at once wait for one another here.
        self._session.execute(
            text("SELECT pg_advisory_xact_lock(hashtextextended(:of, 1))"), {"of": str(self._shop_id)}
        )
        if row.role == "owner" and role != "owner" and self.owners() < 2:
            raise RefusedEntryError("/role", "The shop has no other owner.", "Make somebody else an owner first.")

    def make_code(self, account_id: UUID) -> Code:
        """A code that lets one device in as somebody, once; earlier ones for them hold no more."""
        self._own(AccountRow, account_id, "account")
        self._end_codes(account_id)
        return self._code("join", account_id, "".join(secrets.choice(_LETTERS) for _ in range(8)), CODE_LASTS)

    def make_first(self) -> Code:
        """What makes the shop's owner, once: a token, since it stands in a link; an earlier one holds no more."""
        self._end_codes(None)
        return self._code("first", None, new_token(), FIRST_LASTS)

    def code_used(self, code_id: UUID) -> bool:
        """Whether a device has come in by a code."""
        return self._own(InvitationRow, code_id, "code").used_at is not None

    def _code(self, kind: str, account_id: UUID | None, code: str, lasts: timedelta) -> Code:
        ends_at = datetime.now(UTC) + lasts
        row = InvitationRow(
            id=uuid4(), shop_id=self._shop_id, kind=kind, account_id=account_id, digest=digest_of(code), ends_at=ends_at
        )
        self._session.add(row)
        self._session.flush()
        return Code(row.id, code, ends_at)

    def _end_codes(self, account_id: UUID | None) -> None:
        """Codes for somebody hold no more; without somebody, those that would make an owner."""
        same = InvitationRow.account_id.is_(None) if account_id is None else InvitationRow.account_id == account_id
        now = datetime.now(UTC)
        self._session.execute(
            update(InvitationRow)
            .where(InvitationRow.shop_id == self._shop_id, same, InvitationRow.used_at.is_(None))
            .values(ends_at=func.least(InvitationRow.ends_at, now))
        )

    def use_code(self, code_id: UUID) -> bool:
        """Uses a code up; False where it was used or has ended in between."""
        used = self._session.execute(
            update(InvitationRow)
            .where(
                InvitationRow.id == code_id, InvitationRow.shop_id == self._shop_id, InvitationRow.used_at.is_(None),
                InvitationRow.ends_at > datetime.now(UTC),
            )
            .values(used_at=func.clock_timestamp())
            .returning(InvitationRow.id)
        )  # fmt: skip
        return used.first() is not None

    def sign_in(self, account_id: UUID, name: str, by: Came, address: str) -> tuple[UUID, str]:
        """A device that is signed in from now on: its id, and what it shows for that."""
        self._own(AccountRow, account_id, "account", lock=True)
        mine = self.devices(account_id)
        for one in mine[MOST_DEVICES - 1 :]:
            self.end_device(one.id)
        token = new_token()
        row = DeviceRow(
            id=uuid4(), shop_id=self._shop_id, account_id=account_id, digest=digest_of(token), name=name, by=by,
            address=address, ends_at=datetime.now(UTC) + LASTS,
        )  # fmt: skip
        self._session.add(row)
        self._session.flush()
        return row.id, token

    def devices(self, account_id: UUID | None = None) -> list[Device]:
        """The devices that are signed in, of one account or of all, last seen first."""
        asked = select(DeviceRow).where(
            DeviceRow.shop_id == self._shop_id, DeviceRow.ended_at.is_(None), DeviceRow.ends_at > datetime.now(UTC)
        )
        if account_id is not None:
            asked = asked.where(DeviceRow.account_id == account_id)
        rows = self._session.scalars(asked.order_by(DeviceRow.seen_at.desc(), DeviceRow.id))
        return [
            Device(row.id, row.account_id, row.name, row.by, row.address, row.created_at, row.seen_at) for row in rows
        ]

    def end_shown(self, token: str) -> None:
        """The device that shows this is signed out, where it is one of this shop."""
        self._session.execute(
            update(DeviceRow)
            .where(DeviceRow.digest == digest_of(token), DeviceRow.shop_id == self._shop_id)
            .values(ended_at=func.clock_timestamp())
        )

    def device(self, device_id: UUID) -> Device:
        """A device that is signed in or was.

        Raises:
            NotFoundError: when this shop has no such device
        """
        row = self._own(DeviceRow, device_id, "device")
        return Device(row.id, row.account_id, row.name, row.by, row.address, row.created_at, row.seen_at)

    def name_device(self, device_id: UUID, name: str) -> None:
        """Calls a device otherwise."""
        self._own(DeviceRow, device_id, "device").name = name
        self._session.flush()

    def end_device(self, device_id: UUID) -> None:
        """A device is signed out; with its next request it finds that out."""
        self._own(DeviceRow, device_id, "device").ended_at = datetime.now(UTC)
        self._session.flush()

    def end_devices(self, account_id: UUID, but: UUID | None = None) -> None:
        """All devices of an account are signed out, but for one."""
        for one in self.devices(account_id):
            if one.id != but:
                self.end_device(one.id)

"""Passkeys: the public halves, and what they are asked to sign."""

from datetime import UTC, datetime, timedelta
from uuid import UUID, uuid4

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import NotFoundError, RefusedEntryError
from ulbrek.store.models import AccountRow, ChallengeRow, PasskeyRow

MOST_OF_ONE = 10
_LASTS = timedelta(minutes=5)


@dataclass(frozen=True, slots=True)
class Passkey:
    """A passkey of somebody."""

    id: UUID
    name: str
    created_at: datetime
    used_at: datetime | None


class PasskeyRepository(ShopRecords):
    """The passkeys of one shop's people."""

    def of(self, account_id: UUID) -> list[Passkey]:
        """Those of an account, the newest first."""
        return [Passkey(row.id, row.name, row.created_at, row.used_at) for row in self._rows(account_id)]

    def credentials(self, account_id: UUID) -> list[bytes]:
        """What an account's passkeys are known by."""
        return [row.credential for row in self._rows(account_id)]

    def add(self, account_id: UUID, name: str, credential: bytes, public_key: bytes, uses: int) -> None:
        """Keeps a passkey.

        Raises:
            RefusedEntryError: when the account has as many as it may
        """
        self._own(AccountRow, account_id, "account", lock=True)
        if len(self._rows(account_id)) >= MOST_OF_ONE:
            raise RefusedEntryError("", f"You have {MOST_OF_ONE} passkeys.", "Remove one that is not needed.")
        row = PasskeyRow(
            id=uuid4(), shop_id=self._shop_id, account_id=account_id, credential=credential, public_key=public_key,
            uses=uses, name=name,
        )  # fmt: skip
        self._session.add(row)
        self._session.flush()

    def used(self, passkey_id: UUID, uses: int) -> None:
        """Notes that one was used, and how often in all, where it counts."""
        row = self._own(PasskeyRow, passkey_id, "passkey", lock=True)
        row.uses, row.used_at = uses, datetime.now(UTC)
        self._session.flush()

    def remove(self, account_id: UUID, passkey_id: UUID) -> str:
        """Lets an account in by a passkey no more; what it was called.

        Raises:
            NotFoundError: when the account has no such passkey
        """
        row = self._own(PasskeyRow, passkey_id, "passkey")
        if row.account_id != account_id:
            raise NotFoundError("passkey", passkey_id)
        self._session.delete(row)
        self._session.flush()
        return row.name

    def _rows(self, account_id: UUID) -> list[PasskeyRow]:
        rows = self._session.scalars(
            select(PasskeyRow)
            .where(PasskeyRow.account_id == account_id, PasskeyRow.shop_id == self._shop_id)
            .order_by(PasskeyRow.created_at.desc())
        )
        return list(rows)


class Challenges:
    """What passkeys are asked to sign, each once and for minutes."""

    def __init__(self, session: Session) -> None:
        """Reads and writes in this session."""
        self._session = session

    def ask(self, asked: bytes, account_id: UUID | None) -> UUID:
        """Keeps what is asked; those whose time is over are forgotten.

        Args:
            asked: random bytes
            account_id: whose passkey is to sign them; None where that is to be found out
        """
        now = datetime.now(UTC)
        self._session.execute(delete(ChallengeRow).where(ChallengeRow.ends_at < now))
        row = ChallengeRow(id=uuid4(), asked=asked, account_id=account_id, ends_at=now + _LASTS)
        self._session.add(row)
        self._session.flush()
        return row.id

    def take(self, challenge_id: UUID, account_id: UUID | None) -> bytes | None:
        """What was asked, once; None where that was never, too long ago, or of somebody else."""
        taken = self._session.execute(
            delete(ChallengeRow)
            .where(
                ChallengeRow.id == challenge_id, ChallengeRow.ends_at > datetime.now(UTC),
                ChallengeRow.account_id.is_(None) if account_id is None else ChallengeRow.account_id == account_id,
            )
            .returning(ChallengeRow.asked)
        )  # fmt: skip
        return taken.scalar_one_or_none()

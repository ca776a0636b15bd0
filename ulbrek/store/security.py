"""What was seen at the doors of a shop."""

from dataclasses import dataclass
from datetime import datetime
from typing import Literal
from uuid import UUID, uuid4

from sqlalchemy import select

from ulbrek.store.entries import ShopRecords
from ulbrek.store.models import SecurityEventRow

EventKind = Literal[
    "signed-in", "wrong-passphrase", "signed-out", "slowed", "code-made", "joined", "role-set", "passphrase-set",
    "passkey-added", "passkey-removed", "device-removed", "shut-out", "link-made", "link-ended", "backup-taken",
    "refused",
]  # fmt: skip
PAGE = 60


@dataclass(frozen=True, slots=True)
class SecurityEvent:
    """A line of the security log: when, what, who, from where, and about whom or what."""

    id: UUID
    at: datetime
    kind: str
    who: str
    address: str
    about: str


class SecurityLog(ShopRecords):
    """The security log of one shop; lines are added, never changed."""

    def add(self, kind: EventKind, who: str, address: str, about: str = "") -> None:
        """One line more.

        Args:
            kind: what happened
            who: by name
            address: where it was asked from
            about: whom or what it was about
        """
        row = SecurityEventRow(
            id=uuid4(), shop_id=self._shop_id, kind=kind, who=who[:80], address=address[:60], about=about[:200]
        )
        self._session.add(row)
        self._session.flush()

    def page(self, before: datetime | None = None) -> list[SecurityEvent]:
        """Lines, the newest first."""
        asked = select(SecurityEventRow).where(SecurityEventRow.shop_id == self._shop_id)
        if before is not None:
            asked = asked.where(SecurityEventRow.at < before)
        rows = self._session.scalars(asked.order_by(SecurityEventRow.at.desc(), SecurityEventRow.id).limit(PAGE))
        return [SecurityEvent(row.id, row.at, row.kind, row.who, row.address, row.about) for row in rows]

"""What was seen at the doors of a shop."""

from datetime import UTC, datetime, timedelta
from typing import Literal
from uuid import UUID, uuid4

from sqlalchemy import delete, select

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.entries import ShopRecords
from ulbrek.store.models import DeviceRow, FeedRow, InvitationRow, SecurityEventRow, ShareLinkRow

EventKind = Literal[
    "signed-in", "wrong-passphrase", "signed-out", "slowed", "code-made", "joined", "role-set", "passphrase-set",
    "passkey-added", "passkey-removed", "device-removed", "shut-out", "link-made", "link-ended", "backup-taken",
    "refused", "feed-made", "feed-ended",
]  # fmt: skip
PAGE = 60
_LINES_STAY, _ENDED_STAY = timedelta(days=400), timedelta(days=30)


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

    def forget_old(self) -> None:
        """Forgets what is older than a year and a month, and who was on a device that has long been signed out."""
        now = datetime.now(UTC)
        for table, ended, kept in (
            (SecurityEventRow, SecurityEventRow.at, _LINES_STAY), (InvitationRow, InvitationRow.ends_at, _ENDED_STAY),
            (DeviceRow, DeviceRow.ends_at, _ENDED_STAY), (DeviceRow, DeviceRow.ended_at, _ENDED_STAY),
            (ShareLinkRow, ShareLinkRow.ends_at, _ENDED_STAY), (FeedRow, FeedRow.ended_at, _ENDED_STAY),
        ):  # fmt: skip
            self._session.execute(delete(table).where(table.shop_id == self._shop_id, ended < now - kept))

    def page(self, before: datetime | None = None) -> list[SecurityEvent]:
        """Lines, the newest first."""
        asked = select(SecurityEventRow).where(SecurityEventRow.shop_id == self._shop_id)
        if before is not None:
            asked = asked.where(SecurityEventRow.at < before)
        rows = self._session.scalars(asked.order_by(SecurityEventRow.at.desc(), SecurityEventRow.id).limit(PAGE))
        return [SecurityEvent(row.id, row.at, row.kind, row.who, row.address, row.about) for row in rows]

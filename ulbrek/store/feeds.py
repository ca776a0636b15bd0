"""Addresses of a shop's calendar that phones and computers subscribe to."""

from datetime import UTC, datetime
from uuid import UUID, uuid4

from sqlalchemy import select

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.accounts import digest_of, new_token
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import FeedRow

MOST = 60  # addresses of a shop at a time


@dataclass(frozen=True, slots=True)
class Feed:
    """An address of the calendar: what it is for, who made it, and when it was fetched last."""

    id: UUID
    name: str
    member_id: UUID | None
    created_at: datetime
    seen_at: datetime | None


class FeedRepository(ShopRecords):
    """The addresses of one shop's calendar."""

    def make(self, name: str, by: UUID | None) -> tuple[Feed, str]:
        """An address that holds until it is ended, and its secret, which is not kept.

        Raises:
            RefusedEntryError: when the shop has as many as it may
        """
        if len(self.all()) >= MOST:
            raise RefusedEntryError("", f"The calendar has {MOST} addresses.", "End one that is not needed.")
        token = new_token()
        row = FeedRow(id=uuid4(), shop_id=self._shop_id, name=name, digest=digest_of(token), member_id=by)
        self._session.add(row)
        self._session.flush()
        return _feed(row), token

    def all(self) -> list[Feed]:
        """Those that still hold, the newest first."""
        rows = self._session.scalars(
            select(FeedRow)
            .where(FeedRow.shop_id == self._shop_id, FeedRow.ended_at.is_(None))
            .order_by(FeedRow.created_at.desc())
        )
        return [_feed(row) for row in rows]

    def end(self, feed_id: UUID) -> None:
        """An address shows nothing any more.

        Raises:
            NotFoundError: when this shop has no such address
        """
        self._own(FeedRow, feed_id, "calendar address").ended_at = datetime.now(UTC)
        self._session.flush()


def _feed(row: FeedRow) -> Feed:
    return Feed(row.id, row.name, row.member_id, row.created_at, row.seen_at)

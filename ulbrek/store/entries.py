"""What all kinds of entry share: they are of this shop, and one sent twice is applied once."""

from datetime import UTC, datetime, timedelta
from typing import Any, TypeVar
from uuid import UUID

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.errors import NotFoundError, RefusedEntryError

Row = TypeVar("Row")
FAST_CLOCK = timedelta(minutes=10)  # how far the clock of a phone may run ahead


@dataclass(frozen=True, slots=True)
class Entry:
    """When something happened, what there is to say of it, who did it.

    ``key`` is given by the device that it was entered on, so that it is applied once though sent twice.
    """

    at: datetime
    note: str = ""
    member_id: UUID | None = None
    key: UUID | None = None


class ShopRecords:
    """A repository over the records of one shop."""

    def __init__(self, session: Session, shop_id: UUID) -> None:
        """Reads and writes in this session."""
        self._session = session
        self._shop_id = shop_id

    def _own(self, kind: type[Row], key: UUID, what: str, lock: bool = False) -> Row:
        """A row of this shop, kept from others' changes if ``lock``.

        Raises:
            NotFoundError: when this shop has no such record
        """
        table: Any = kind
        asked = select(kind).where(table.id == key, table.shop_id == self._shop_id)
        row = self._session.scalar(asked.with_for_update(key_share=True) if lock else asked)
        if row is None:
            raise NotFoundError(what, key)
        return row

    def _is_here(self, kind: type[Row], key: UUID) -> bool:
        """Whether this shop has a row under a key; what another shop has under it is no business of this one."""
        table: Any = kind
        return self._session.scalar(select(table.id).where(table.id == key, table.shop_id == self._shop_id)) is not None


def one_at_a_time(session: Session, key: UUID | None) -> None:
    """Lets an entry that is sent twice at once wait for itself: the second finds what the first has kept.

    Args:
        session: whose transaction it is held for
        key: the entry's; None where the device gave none
    """
    if key is not None:
        session.execute(select(func.pg_advisory_xact_lock(func.hashtextextended(str(key), 0))))


def happened(at: datetime, after: datetime | None = None, since: str = "", field: str = "/at") -> datetime:
    """The moment of something that has happened.

    Args:
        at: when it is said to have happened
        after: what it cannot have come before
        since: what that was, in words
        field: where the moment stands in the entry

    Raises:
        RefusedEntryError: when it is still to come, or was before ``after``
    """
    if at > datetime.now(UTC) + FAST_CLOCK:
        raise RefusedEntryError(field, "This is still to come.", "Give the time at which it happened.")
    if after is not None and at < after:
        raise RefusedEntryError(
            field, f"This is before {since}, {after.astimezone(UTC):%Y-%m-%d %H:%M} UTC.", "Give a later time."
        )
    return at

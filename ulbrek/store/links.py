"""Links that show one job to whoever has them."""

from datetime import UTC, datetime, timedelta
from typing import Literal, cast
from uuid import UUID, uuid4

from sqlalchemy import select

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.accounts import digest_of, new_token
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import JobRow, ShareLinkRow

Shared = Literal["plan", "pack"]
MOST_OF_ONE = 20  # links of a job at a time


@dataclass(frozen=True, slots=True)
class Link:
    """A link to a job, until when it holds, and when it was opened last."""

    id: UUID
    what: Shared
    member_id: UUID | None
    created_at: datetime
    ends_at: datetime
    seen_at: datetime | None


class LinkRepository(ShopRecords):
    """The links of one shop."""

    def make(self, job_id: UUID, what: Shared, days: int, by: UUID | None) -> tuple[Link, str]:
        """A link that holds for some days, and its secret, which is not kept.

        Raises:
            NotFoundError: when this shop has no such job
            RefusedEntryError: when the job has as many as it may
        """
        self._own(JobRow, job_id, "job", lock=True)
        if len(self.of_job(job_id)) >= MOST_OF_ONE:
            raise RefusedEntryError("", f"The job has {MOST_OF_ONE} links.", "End one that is not needed.")
        token = new_token()
        row = ShareLinkRow(
            id=uuid4(), shop_id=self._shop_id, job_id=job_id, what=what, digest=digest_of(token), member_id=by,
            ends_at=datetime.now(UTC) + timedelta(days=days),
        )  # fmt: skip
        self._session.add(row)
        self._session.flush()
        return _link(row), token

    def of_job(self, job_id: UUID) -> list[Link]:
        """The links of a job that still hold, the newest first."""
        self._own(JobRow, job_id, "job")
        rows = self._session.scalars(
            select(ShareLinkRow)
            .where(
                ShareLinkRow.job_id == job_id, ShareLinkRow.shop_id == self._shop_id, ShareLinkRow.ended_at.is_(None),
                ShareLinkRow.ends_at > datetime.now(UTC),
            )
            .order_by(ShareLinkRow.created_at.desc())
        )  # fmt: skip
        return [_link(row) for row in rows]

    def end(self, link_id: UUID) -> None:
        """A link shows nothing any more.

        Raises:
            NotFoundError: when this shop has no such link
        """
        self._own(ShareLinkRow, link_id, "link").ended_at = datetime.now(UTC)
        self._session.flush()


def _link(row: ShareLinkRow) -> Link:
    return Link(row.id, cast("Shared", row.what), row.member_id, row.created_at, row.ends_at, row.seen_at)

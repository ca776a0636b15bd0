"""Whoever asks: their shop, what they may, and the records as far as these are theirs."""

from datetime import datetime
from typing import Literal
from uuid import UUID

from fastapi import HTTPException, Request

from ulbrek.core.base.frozen import dataclass
from ulbrek.store.database import Database

AskerRole = Literal["owner", "maker", "helper", "viewer"]


@dataclass(frozen=True, slots=True)
class Asker:
    """Whoever asks.

    Attributes:
        role: what they are
        shop_id: of which shop; None where nobody signs in, which is the oldest
        name: as the security log calls them
        address: where they ask from
        account_id, member_id, device_id: who they are; None where nobody signs in, and for a viewer
        came_at, by: when this device came in, and how
        pours, jobs: what a helper is asked to
        job_id, what, ends_at: what a viewer's link shows, and until when
    """

    role: AskerRole
    shop_id: UUID | None = None
    name: str = ""
    address: str = ""
    account_id: UUID | None = None
    member_id: UUID | None = None
    device_id: UUID | None = None
    came_at: datetime | None = None
    by: str = ""
    pours: frozenset[UUID] = frozenset()
    jobs: frozenset[UUID] = frozenset()
    job_id: UUID | None = None
    what: str = ""
    ends_at: datetime | None = None

    @property
    def only_pours(self) -> frozenset[UUID] | None:
        """The only pours that are theirs to see; None where all are."""
        return None if self.role in ("owner", "maker") else self.pours

    def sees_pour(self, pour_id: UUID | None) -> bool:
        """Whether a pour is theirs to see."""
        return self.role in ("owner", "maker") or pour_id in self.pours

    def sees_job(self, job_id: UUID | None) -> bool:
        """Whether a job is theirs to see."""
        return self.role in ("owner", "maker") or job_id in self.jobs

    def records(self, database: Database) -> Database:
        """The records of their shop; what they write there is signed by them."""
        if self.shop_id is None:
            return database.of_first_shop()
        return database.of_shop(self.shop_id, self.member_id, only_as=self.role == "helper")


NOBODY = Asker("owner", name="Nobody signs in")  # on loopback, where whoever reaches the port may do everything


def asker_of(request: Request) -> Asker:
    """Whoever the gate let in.

    Raises:
        HTTPException: when the gate did not see them
    """
    asker = request.scope.get("state", {}).get("asker")
    if not isinstance(asker, Asker):
        raise HTTPException(401, "Sign in first.")
    return asker


async def as_ruled(request: Request) -> None:
    """Refuses what the gate did not look at: a request that goes to another address than it was let in for."""
    ruled = request.scope.get("state", {}).get("ruled")
    path = getattr(request.scope.get("route"), "path", None)
    if ruled != f"{request.method} {path}":
        raise HTTPException(403, "Nobody may ask for that.")

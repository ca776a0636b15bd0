"""Who is asked to help with a pour, and what follows from it for a helper."""

from collections.abc import Iterable
from typing import Any
from uuid import UUID

from sqlalchemy import delete, select

from ulbrek.store.entries import ShopRecords
from ulbrek.store.models import AskedRow, CastingRow, ObservationRow, PhotoRow, PourRow

_POUR_OF: dict[str, Any] = {
    "casting_id": lambda key: select(CastingRow.pour_id).where(CastingRow.id == key),
    "observation_id": lambda key: select(ObservationRow.pour_id).where(ObservationRow.id == key),
    "photo_id": lambda key: (
        select(ObservationRow.pour_id)
        .join(PhotoRow, PhotoRow.observation_id == ObservationRow.id)
        .where(PhotoRow.id == key)
    ),
}


class AskedRepository(ShopRecords):
    """Who is asked to the pours of one shop."""

    def of_pour(self, pour_id: UUID) -> list[UUID]:
        """Those who are asked to a pour.

        Raises:
            NotFoundError: when this shop has no such pour
        """
        self._own(PourRow, pour_id, "pour")
        rows = select(AskedRow.member_id).where(AskedRow.pour_id == pour_id, AskedRow.shop_id == self._shop_id)
        return list(self._session.scalars(rows.order_by(AskedRow.created_at, AskedRow.member_id)))

    def ask(self, pour_id: UUID, members: Iterable[UUID]) -> list[UUID]:
        """Asks these to a pour, and nobody else.

        Raises:
            NotFoundError: when this shop has no such pour
            sqlalchemy.exc.IntegrityError: when somebody is of another shop
        """
        self._own(PourRow, pour_id, "pour", lock=True)
        there = set(self.of_pour(pour_id))
        wanted = dict.fromkeys(members)
        gone = [one for one in there if one not in wanted]
        self._session.execute(delete(AskedRow).where(AskedRow.pour_id == pour_id, AskedRow.member_id.in_(gone)))
        self._session.add_all(
            AskedRow(shop_id=self._shop_id, pour_id=pour_id, member_id=one) for one in wanted if one not in there
        )
        self._session.flush()
        return self.of_pour(pour_id)

    def pour_of(self, what: str, key: UUID) -> UUID | None:
        """The pour that a casting, an entry of the log or a photo belongs to; None where it is of none, or not here.

        Args:
            what: ``casting_id``, ``observation_id`` or ``photo_id``
            key: which
        """
        found: UUID | None = self._session.scalar(_POUR_OF[what](key))
        return found

"""The people of a shop."""

from dataclasses import dataclass
from uuid import UUID

from sqlalchemy import func, select
from sqlalchemy.exc import IntegrityError

from ulbrek.core.base.units import Units
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import MemberRow


@dataclass(frozen=True, slots=True)
class Member:
    """Somebody who works in the shop, and the units that they think in."""

    id: UUID
    name: str
    units: Units


class MemberRepository(ShopRecords):
    """The people of one shop."""

    def all(self) -> list[Member]:
        """Those who work here now, by name."""
        rows = self._session.scalars(
            select(MemberRow)
            .where(MemberRow.shop_id == self._shop_id, MemberRow.archived_at.is_(None))
            .order_by(MemberRow.name)
        )
        return [_member(row) for row in rows]

    def add(self, name: str, units: Units) -> Member:
        """Somebody new.

        Raises:
            RefusedEntryError: when the name is taken
        """
        row = MemberRow(shop_id=self._shop_id, name=name, units=units)
        self._session.add(row)
        try:
            self._session.flush()
        except IntegrityError as error:
            raise RefusedEntryError("/name", f"“{name}” is here already.", "Give another name.") from error
        return _member(row)

    def archive(self, member_id: UUID) -> None:
        """Somebody who has left; what they did keeps their name.

        Raises:
            NotFoundError: when nobody here is meant
        """
        self._own(MemberRow, member_id, "member").archived_at = func.now()


def _member(row: MemberRow) -> Member:
    return Member(row.id, row.name, "in" if row.units == "in" else "mm")

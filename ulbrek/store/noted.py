"""Entries that devices write down of a pour: only ever added to, each once however often it is sent."""

from collections.abc import Iterable, Sequence
from typing import ClassVar, Generic, TypeVar
from uuid import UUID

from sqlalchemy import func, select

from ulbrek.core.finish.entries import FinishEntry
from ulbrek.core.pour.entries import RunEntry
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import FinishEntryRow, MemberRow, PourRow, RunEntryRow

MOST_ENTRIES = 5_000  # of one pour
Noted = TypeVar("Noted", RunEntry, FinishEntry)


class NotedEntries(ShopRecords, Generic[Noted]):
    """Entries of one kind, of one shop's pours."""

    row: ClassVar[type[RunEntryRow | FinishEntryRow]]
    document: ClassVar[type[RunEntry | FinishEntry]]

    def of_pour(self, pour_id: UUID) -> list[Noted]:
        """All entries of a pour, as they came.

        Raises:
            NotFoundError: when this shop has no such pour
        """
        self._own(PourRow, pour_id, "pour")
        row = self.row
        rows = self._session.execute(
            select(row.entry, row.member_id)
            .where(row.pour_id == pour_id, row.shop_id == self._shop_id)
            .order_by(row.created_at, row.id)
        )
        return [self.document.model_validate({**entry, "member_id": member}) for entry, member in rows]  # type: ignore[misc]  # of this kind

    def add(self, pour_id: UUID, entries: Sequence[Noted]) -> None:
        """Keeps entries; each once, however often it is sent. Whoever adds is alone with the pour until all is done.

        Raises:
            NotFoundError: when this shop has no such pour
            RefusedEntryError: when the pour was called off, holds too many, or somebody named is not of this shop
        """
        pour = self._own(PourRow, pour_id, "pour", lock=True)
        if pour.cancelled_at is not None:
            raise RefusedEntryError("", "This pour was called off.", "Begin a new one.")
        row = self.row
        count = self._session.scalar(select(func.count()).where(row.pour_id == pour_id)) or 0
        if count + len(entries) > MOST_ENTRIES:
            raise RefusedEntryError("/entries", f"A pour has room for {MOST_ENTRIES} entries.", "Begin a new one.")
        self._refuse_strangers(one.member_id for one in entries)
        ids = {one.id for one in entries}
        found = self._session.execute(select(row.id, row.pour_id).where(row.shop_id == self._shop_id, row.id.in_(ids)))
        there: dict[UUID, UUID] = dict(found.all())
        if any(of != pour_id for of in there.values()):
            raise RefusedEntryError(
                "/entries", "An entry under that id is of another pour.", "Give it an id of its own."
            )
        for entry in {one.id: one for one in reversed(entries) if one.id not in there}.values():
            kept = row(
                shop_id=self._shop_id, id=entry.id, pour_id=pour_id, at=entry.at,
                entry=entry.model_dump(mode="json", exclude={"member_id"}, exclude_defaults=True),
            )  # fmt: skip
            if entry.member_id is not None:
                kept.member_id = entry.member_id
            self._session.add(kept)
        self._session.flush()

    def _refuse_strangers(self, members: Iterable[UUID | None]) -> None:
        named = {one for one in members if one is not None}
        asked = select(MemberRow.id).where(MemberRow.id.in_(named), MemberRow.shop_id == self._shop_id)
        if named - set(self._session.scalars(asked)):
            raise RefusedEntryError("/entries", "Somebody named is not of this shop.", "Say who it was.")


class FinishRepository(NotedEntries[FinishEntry]):
    """What was written down at the machine."""

    row = FinishEntryRow
    document = FinishEntry

"""The entries of pours as they are run, and which batches and acts they have written down."""

from collections.abc import Iterable, Sequence
from datetime import datetime
from uuid import UUID

from sqlalchemy import func, select, update

from ulbrek.core.pour.entries import RunEntry
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import ActDoneRow, BatchRow, MemberRow, PourRow, RunEntryRow

MOST_ENTRIES = 5_000  # of one pour


class RunRepository(ShopRecords):
    """The runs of one shop's pours."""

    def of_pour(self, pour_id: UUID) -> list[RunEntry]:
        """All entries of a pour, as they came.

        Raises:
            NotFoundError: when this shop has no such pour
        """
        self._own(PourRow, pour_id, "pour")
        rows = self._session.execute(
            select(RunEntryRow.entry, RunEntryRow.member_id)
            .where(RunEntryRow.pour_id == pour_id, RunEntryRow.shop_id == self._shop_id)
            .order_by(RunEntryRow.created_at, RunEntryRow.id)
        )
        return [RunEntry.model_validate({**entry, "member_id": member}) for entry, member in rows]

    def add(self, pour_id: UUID, entries: Sequence[RunEntry]) -> None:
        """Keeps entries; each once, however often it is sent. Whoever adds is alone with the pour until all is done.

        Raises:
            NotFoundError: when this shop has no such pour
            RefusedEntryError: when the pour was called off, holds too many, or somebody named is not of this shop
        """
        pour = self._own(PourRow, pour_id, "pour", lock=True)
        if pour.cancelled_at is not None:
            raise RefusedEntryError("", "This pour was called off.", "Begin a new one.")
        count = self._session.scalar(select(func.count()).where(RunEntryRow.pour_id == pour_id)) or 0
        if count + len(entries) > MOST_ENTRIES:
            raise RefusedEntryError("/entries", f"A pour has room for {MOST_ENTRIES} entries.", "Begin a new one.")
        self._refuse_strangers(one.member_id for one in entries)
        ids = {one.id for one in entries}
        found = self._session.execute(
            select(RunEntryRow.id, RunEntryRow.pour_id).where(
                RunEntryRow.shop_id == self._shop_id, RunEntryRow.id.in_(ids)
            )
        )
        there: dict[UUID, UUID] = dict(found.all())
        if any(of != pour_id for of in there.values()):
            raise RefusedEntryError(
                "/entries", "An entry under that id is of another pour.", "Give it an id of its own."
            )
        for entry in {one.id: one for one in reversed(entries) if one.id not in there}.values():
            row = RunEntryRow(
                shop_id=self._shop_id, id=entry.id, pour_id=pour_id, at=entry.at,
                entry=entry.model_dump(mode="json", exclude={"member_id"}, exclude_defaults=True),
            )  # fmt: skip
            if entry.member_id is not None:
                row.member_id = entry.member_id
            self._session.add(row)
        self._session.flush()

    def _refuse_strangers(self, members: Iterable[UUID | None]) -> None:
        named = {one for one in members if one is not None}
        asked = select(MemberRow.id).where(MemberRow.id.in_(named), MemberRow.shop_id == self._shop_id)
        if named - set(self._session.scalars(asked)):
            raise RefusedEntryError("/entries", "Somebody named is not of this shop.", "Say who it was.")

    def batches(self, pour_id: UUID) -> dict[UUID, bool]:
        """The batches that the run of a pour has written down, and whether each stands."""
        return self._written(BatchRow, pour_id)

    def acts(self, pour_id: UUID) -> dict[UUID, bool]:
        """The acts that it has written down, and whether each stands."""
        return self._written(ActDoneRow, pour_id)

    def _written(self, kind: type[BatchRow] | type[ActDoneRow], pour_id: UUID) -> dict[UUID, bool]:
        asked = select(kind.id, kind.withdrawn_at).where(kind.pour_id == pour_id, kind.by_run)
        return {key: withdrawn is None for key, withdrawn in self._session.execute(asked)}

    def mark(self, batches: Iterable[UUID], acts: Iterable[UUID]) -> None:
        """Says that these were written down by a run."""
        for kind, keys in ((BatchRow, list(batches)), (ActDoneRow, list(acts))):
            if keys:
                self._session.execute(
                    update(kind).where(kind.id.in_(keys), kind.shop_id == self._shop_id).values(by_run=True)
                )

    def poured_at(self, pour_id: UUID) -> datetime | None:
        """When the first water of a pour went in."""
        return self._own(PourRow, pour_id, "pour").poured_at

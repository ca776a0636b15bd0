"""The entries of pours as they are run, and which batches and acts they have written down."""

from collections.abc import Collection, Iterable
from datetime import datetime
from uuid import UUID

from sqlalchemy import select, update

from ulbrek.core.pour.entries import RunEntry
from ulbrek.store.models import ActDoneRow, BatchRow, PourRow, RunEntryRow
from ulbrek.store.noted import NotedEntries


class RunRepository(NotedEntries[RunEntry]):
    """The runs of one shop's pours."""

    row = RunEntryRow
    document = RunEntry

    def batches(self, pour_id: UUID) -> dict[UUID, bool]:
        """The batches that the run of a pour has written down, and whether each stands."""
        asked = select(BatchRow.id, BatchRow.withdrawn_at).where(BatchRow.pour_id == pour_id, BatchRow.by_run)
        return {key: withdrawn is None for key, withdrawn in self._session.execute(asked)}

    def acts(self, pour_id: UUID, of: Collection[str] | None = None) -> dict[UUID, bool]:
        """The acts that devices have written down, all or as far as they are of these, and whether each stands."""
        asked = select(ActDoneRow.id, ActDoneRow.withdrawn_at).where(ActDoneRow.pour_id == pour_id, ActDoneRow.by_run)
        if of is not None:
            asked = asked.where(ActDoneRow.act.in_(of))
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

"""What of a shop's lists is in use: by jobs on the floor, and in stock."""

from sqlalchemy import bindparam, cast, func, or_, select
from sqlalchemy.dialects.postgresql import JSONPATH

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.job.shelves import Shelf
from ulbrek.store.entries import ShopRecords
from ulbrek.store.errors import RefusedEntryError
from ulbrek.store.models import JobRevisionRow, JobRow, StockItemRow, StockLotRow, StockMoveRow

_NAMED = 3  # jobs that a refusal names


@dataclass(frozen=True, slots=True)
class Uses:
    """The names of the jobs that take something, and how many of it stock has."""

    jobs: tuple[str, ...]
    in_stock: float


class ShopUses(ShopRecords):
    """What the jobs and the stock of one shop use of its lists."""

    def of(self, shelf: Shelf, entry_id: str) -> Uses:
        """Who uses an entry."""
        return Uses(self._jobs(shelf, entry_id), self._in_stock(shelf, entry_id))

    def refuse_if_used(self, shelf: Shelf, entry_id: str, name: str) -> None:
        """Looks whether an entry can be removed.

        Raises:
            RefusedEntryError: while a job takes it, or stock has any
        """
        found = self.of(shelf, entry_id)
        if found.jobs:
            more = len(found.jobs) - _NAMED
            jobs = ", ".join(f"“{one}”" for one in found.jobs[:_NAMED]) + (f" and {more} more" if more > 0 else "")
            raise RefusedEntryError("/id", f"{name} is used by {jobs}.", "Choose another there, or archive the job.")
        if found.in_stock > 0:
            raise RefusedEntryError(
                "/id", f"{name}: {found.in_stock:g} in stock.", "Use them up, or count the item to 0 under Stock."
            )

    def _jobs(self, shelf: Shelf, entry_id: str) -> tuple[str, ...]:
        if not shelf.used_at:
            return ()
        newest = (
            select(JobRevisionRow.job_id, func.max(JobRevisionRow.number).label("number"))
            .join(JobRow, JobRow.id == JobRevisionRow.job_id)
            .where(JobRow.shop_id == self._shop_id, JobRow.archived_at.is_(None))
            .group_by(JobRevisionRow.job_id)
            .subquery()
        )
        document, told = JobRevisionRow.document, func.jsonb_build_object("id", bindparam("entry_id", entry_id))
        takes = [func.jsonb_path_exists(document, cast(_path(one), JSONPATH), told) for one in shelf.used_at]
        rows = self._session.scalars(
            select(document["name"].astext)
            .join(newest, (newest.c.job_id == JobRevisionRow.job_id) & (newest.c.number == JobRevisionRow.number))
            .where(or_(*takes))
            .order_by(document["name"].astext)
        )
        return tuple(rows)

    def _in_stock(self, shelf: Shelf, entry_id: str) -> float:
        if shelf.stock is None:
            return 0.0
        last = (
            select(StockMoveRow.lot_id, func.max(StockMoveRow.number).label("number"))
            .group_by(StockMoveRow.lot_id)
            .subquery()
        )
        total = self._session.scalar(
            select(func.sum(StockMoveRow.on_hand))
            .join(last, (last.c.lot_id == StockMoveRow.lot_id) & (last.c.number == StockMoveRow.number))
            .join(StockLotRow, StockLotRow.id == StockMoveRow.lot_id)
            .join(StockItemRow, StockItemRow.id == StockLotRow.item_id)
            .where(
                StockItemRow.shop_id == self._shop_id,
                StockItemRow.kind == shelf.stock,
                or_(
                    StockItemRow.material == entry_id, StockItemRow.material.startswith(f"{entry_id}/", autoescape=True)
                ),
            )
        )
        return float(total or 0)


def _path(pointer: str) -> str:
    """A pointer of a job as a JSON path that finds an id there."""
    steps = "".join("[*]" if step == "*" else f'."{step}"' for step in pointer.split("/")[1:])
    return f"${steps} ? (@ == $id)"

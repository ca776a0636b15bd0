"""What can go wrong with records.

StoreError
├── NotFoundError       no such record in this shop
├── NotReadyError       a table is missing, or a migration is pending
├── RefusedEntryError   an entry that cannot be true, with the field and what would do
├── StaleWriteError     somebody changed the job in between
├── OthersChangeError   the change that would be undone is somebody else's
└── NothingToUndoError  there is no revision to go back or forward to
"""

import re
from uuid import UUID

from sqlalchemy.exc import IntegrityError

_ANOTHER_SHOPS = re.compile(r"fk_\w+_shop_id_(\w+)")
_WORDS = {"member_id": "person", "lot_id": "lot", "item_id": "stock item", "cavity_id": "cavity", "replaces": "entry"}


def not_of_this_shop(error: IntegrityError) -> "RefusedEntryError | None":
    """What an entry names that this shop does not have, by the reference that the tables refuse; None where it is none.

    Args:
        error: what the database says
    """
    named = _ANOTHER_SHOPS.fullmatch(constraint_of(error))
    if named is None:
        return None
    what = _WORDS.get(named[1], named[1].removesuffix("_id"))
    return RefusedEntryError(f"/{named[1]}", f"This shop has no such {what}.", "Choose one that is here.")


def constraint_of(error: IntegrityError) -> str:
    """The name of the constraint that was violated; empty where there is none."""
    diagnosed = getattr(error.orig, "diag", None)
    return str(getattr(diagnosed, "constraint_name", None) or "")


class StoreError(Exception):
    """A record that cannot be read or written as asked."""


class NotFoundError(StoreError):
    """No such record in this shop."""

    def __init__(self, what: str, which: UUID | int | str) -> None:
        """Names what was looked for."""
        super().__init__(f"There is no {what} {which} here.")


class NotReadyError(StoreError):
    """The tables are not as this version wants them."""


class RefusedEntryError(StoreError):
    """An entry that cannot be true: the field, what is wrong with it, and what would do."""

    def __init__(self, field: str, problem: str, remedy: str) -> None:
        """Keeps all three; ``field`` is a JSON pointer."""
        super().__init__(f"{problem} {remedy}")
        self.field, self.problem, self.remedy = field, problem, remedy


class StaleWriteError(StoreError):
    """A change was made to a revision that is no longer the newest."""

    def __init__(self, job_id: UUID, parent: int, newest: int) -> None:
        """Keeps both revision numbers."""
        super().__init__(
            f"The job was changed in between: your change is to revision {parent}, the newest is {newest}."
        )
        self.job_id = job_id
        self.parent = parent
        self.newest = newest


class NothingToUndoError(StoreError):
    """There is no revision to go to."""

    def __init__(self, action: str) -> None:
        """Names the action."""
        super().__init__(f"There is nothing to {action}.")


class OthersChangeError(StoreError):
    """The change that would be undone was made by somebody else."""

    def __init__(self, name: str, what: str) -> None:
        """Names them, and what they did."""
        super().__init__(f"{name} made the last change: {what}. Ask them, or undo it for all that.")
        self.name, self.what = name, what

"""How often something was asked for, counted where all workers and machines see it."""

from collections.abc import Callable
from contextlib import AbstractContextManager
from typing import TYPE_CHECKING, Any

from limits.storage import Storage
from sqlalchemy import text
from sqlalchemy.exc import SQLAlchemyError

if TYPE_CHECKING:
    from ulbrek.store.database import Records

_SWEEP_EVERY = 500
# A span begins with the first request in it and is never moved by later ones.
_COUNT = text("""
    INSERT INTO rate AS r (key, count, ends_at)
    VALUES (:key, :amount, clock_timestamp() + make_interval(secs => :span))
    ON CONFLICT (key) DO UPDATE SET
      count = CASE WHEN r.ends_at <= clock_timestamp() THEN excluded.count ELSE r.count + excluded.count END,
      ends_at = CASE WHEN r.ends_at <= clock_timestamp() THEN excluded.ends_at ELSE r.ends_at END
    RETURNING count
""")
_COUNTED = text("SELECT count FROM rate WHERE key = :key AND ends_at > clock_timestamp()")
_ENDS = text("SELECT extract(epoch FROM ends_at) FROM rate WHERE key = :key")
_CLEAR = text("DELETE FROM rate WHERE key = :key")
_CLEAR_ALL = text("DELETE FROM rate")
_CLAIM = text("""
    INSERT INTO rate AS r (key, count, ends_at)
    VALUES (:key, 1, clock_timestamp() + make_interval(secs => :span))
    ON CONFLICT (key) DO UPDATE SET ends_at = excluded.ends_at WHERE r.ends_at <= clock_timestamp()
    RETURNING key
""")
_SWEEP = text("DELETE FROM rate WHERE ends_at < clock_timestamp()")


class RatesInDatabase(Storage):
    """Counts in a table that is not logged; spans are told by the database's clock, which all share."""

    STORAGE_SCHEME = ["ulbrek+postgresql"]  # noqa: RUF012 - as the package reads it

    def __init__(self, look: Callable[[], "AbstractContextManager[Records]"]) -> None:
        """Counts through what ``look`` opens."""
        super().__init__()
        self._look, self._counted = look, 0

    @property
    def base_exceptions(self) -> type[Exception]:
        """What can go wrong."""
        return SQLAlchemyError

    def incr(self, key: str, expiry: int, amount: int = 1) -> int:
        """Counts one more; how many there are in this span.

        Args:
            key: of what
            expiry: the length of a span [s]
            amount: how many more
        """
        self._counted += 1
        with self._look() as records:
            if self._counted % _SWEEP_EVERY == 0:
                records.session.execute(_SWEEP)
            return int(records.session.execute(_COUNT, {"key": key, "amount": amount, "span": expiry}).scalar_one())

    def claim(self, key: str, span: float) -> bool:
        """Whether what may be done once at a time falls to the caller, for so long [s] or until it is cleared."""
        with self._look() as records:
            return records.session.execute(_CLAIM, {"key": key, "span": span}).first() is not None

    def get(self, key: str) -> int:
        """How many there are in this span."""
        return int(self._one(_COUNTED, key) or 0)

    def get_expiry(self, key: str) -> float:
        """When this span ends [s since 1970]."""
        return float(self._one(_ENDS, key) or 0.0)

    def check(self) -> bool:
        """Whether the database can be reached."""
        self._one(_COUNTED, "")
        return True

    def reset(self) -> int | None:
        """Forgets all."""
        with self._look() as records:
            records.session.execute(_CLEAR_ALL)
        return None

    def clear(self, key: str) -> None:
        """Forgets one."""
        with self._look() as records:
            records.session.execute(_CLEAR, {"key": key})

    def _one(self, asked: Any, key: str) -> Any:  # noqa: ANN401 - whatever a column holds
        with self._look() as records:
            return records.session.execute(asked, {"key": key}).scalar()

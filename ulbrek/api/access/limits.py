"""How often somebody may ask, counted where all workers see it."""

import math
import time

from limits import RateLimitItem
from limits.strategies import FixedWindowRateLimiter

from ulbrek.store.database import Database
from ulbrek.store.rates import RatesInDatabase


class TooOftenError(Exception):
    """Somebody asks too often; ``again_s`` says when to come again [s]."""

    def __init__(self, again_s: int) -> None:
        """Keeps when to come again."""
        super().__init__("This was asked for too often.")
        self.again_s = again_s


class Limits:
    """The counts of one database."""

    def __init__(self, database: Database) -> None:
        """Counts there; the database must work for all shops."""
        self._rates = RatesInDatabase(database.look)
        self._limiter = FixedWindowRateLimiter(self._rates)

    def take(self, limit: RateLimitItem, *of: str) -> None:
        """Counts one more.

        Args:
            limit: how often
            of: who, or from where

        Raises:
            TooOftenError: when it is one too many
        """
        if not self._limiter.hit(limit, *of):
            ends_at = self._limiter.get_window_stats(limit, *of).reset_time
            raise TooOftenError(max(1, math.ceil(ends_at - time.time())))

    def claim(self, what: str, seconds: float) -> None:
        """Begins what may be done once at a time, in any worker; it is over when that is said, or after so long [s].

        Raises:
            TooOftenError: when it is being done
        """
        if not self._rates.claim(what, seconds):
            raise TooOftenError(5)

    def is_first(self, what: str) -> bool:
        """Whether something has not happened in the last minute: of many in a row one is written down."""
        return self._rates.claim(what, 60)

    def over(self, what: str) -> None:
        """What may be done once at a time is over."""
        self._rates.clear(what)

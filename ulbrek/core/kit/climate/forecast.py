"""The port that a weather service answers through."""

from datetime import datetime
from typing import Protocol
from zoneinfo import ZoneInfo

from ulbrek.core.kit.climate.conditions import Conditions


class Forecast(Protocol):
    """Whoever foretells the weather."""

    name: str

    def foretell(self, place: ZoneInfo, now: datetime) -> Conditions:
        """The hours from now on, as far as they are foretold.

        Args:
            place: the time zone that it is asked for
            now: the moment of asking

        Raises:
            OSError: when it cannot be reached
        """
        ...
